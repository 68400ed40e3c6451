"""Where the match may go: each placement as a recipe of parts and lengths, from the radio to the antenna.

A placement says what it asks of the builder: climbing (a part hung at the feedpoint that is not there now),
power at the mast, open line indoors. A new line is taken to be attached from below, or with the antenna let
down.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from tithe.core.choose.kit import Kit, Site

Family = Literal["coax", "open"]


@dataclass(frozen=True)
class Item:
    """A part by its token, or a length of line."""

    token: str
    length_m: float | None = None


Recipe = Callable[[str, Site, Kit], tuple[Item, ...]]


@dataclass(frozen=True)
class Placement:
    """A place for the match. ``hangs``: the token of what it hangs at the feedpoint ("" for nothing)."""

    slug: str
    family: Family
    recipe: Recipe
    hangs: str = ""
    power_at_mast: bool = False
    open_indoors: bool = False

    def candidate(self, line: str, site: Site, kit: Kit) -> Candidate:
        """The recipe carried out with a line; lengths of nothing are left out."""
        items = self.recipe(line, site, kit)
        there = tuple(item for item in items if item.length_m is None or item.length_m > 0)
        return Candidate(self.slug, line, there)


@dataclass(frozen=True)
class Candidate:
    """A placement with a line (a token) and its recipe carried out. ``present``: what stands now."""

    placement: str
    line: str
    items: tuple[Item, ...]
    present: bool = False

    @property
    def id(self) -> str:
        """Unique among the candidates."""
        return "present" if self.present else f"{self.placement}/{self.line}"


def _parts(*tokens: str) -> tuple[Item, ...]:
    return tuple(Item(token) for token in tokens)


def _room(line: str, site: Site, kit: Kit, tuner: tuple[str, ...], top: str) -> tuple[Item, ...]:
    return (
        *_parts(*kit.before, *tuner, *kit.behind),
        Item(line, site.run_m),
        *_parts(*kit.at_feedpoint, top),
    )


def _passing_dc(kit: Kit) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """What stands before the run, with parts that block a remote tuner's supply put by ones that pass it."""
    swap = {t: "arrestor-passing" for t in kit.parts if _blocks_dc(kit, t)}
    return tuple(swap.get(t, t) for t in kit.before), tuple(swap.get(t, t) for t in kit.behind)


def _blocks_dc(kit: Kit, token: str) -> bool:
    ratings = getattr(kit.parts[token], "ratings", None)
    return token.startswith("kept-") and ratings is not None and ratings.passes_dc is False


def _none(line: str, site: Site, kit: Kit) -> tuple[Item, ...]:
    return _room(line, site, kit, (), "choke")


def _radio(line: str, site: Site, kit: Kit) -> tuple[Item, ...]:
    return (Item("radio-tuner"), *_room(line, site, kit, (), "choke"))


def _wide(line: str, site: Site, kit: Kit) -> tuple[Item, ...]:
    return _room(line, site, kit, ("room-tuner",), "choke")


def _transformer(token: str) -> Recipe:
    def recipe(line: str, site: Site, kit: Kit) -> tuple[Item, ...]:
        return _room(line, site, kit, ("room-tuner",), token)

    return recipe


def _foot(line: str, site: Site, kit: Kit) -> tuple[Item, ...]:
    before, behind = _passing_dc(kit)
    return (
        *_parts(*before, *behind),
        Item(line, site.run_m - site.lead_m),
        Item("mast-tuner"),
        Item(line, site.lead_m),
        *_parts(*kit.at_feedpoint, "choke"),
    )


def _feedpoint(line: str, site: Site, kit: Kit) -> tuple[Item, ...]:
    before, behind = _passing_dc(kit)
    return (
        *_parts(*before, *behind),
        Item(line, site.run_m),
        *_parts(*kit.at_feedpoint, "choke", "mast-tuner"),
    )


def _open_room(line: str, site: Site, kit: Kit) -> tuple[Item, ...]:
    return (*_parts(*kit.before, "line-choke", "room-tuner"), Item(line, site.run_m))


def _open_wall_tuner(line: str, site: Site, kit: Kit) -> tuple[Item, ...]:
    before, behind = _passing_dc(kit)
    return (
        *_parts(*before, *behind),
        Item(kit.indoor_coax, site.indoor_m),
        *_parts("line-choke", "mast-tuner"),
        Item(line, site.run_m - site.indoor_m),
    )


def _open_wall_transformer(line: str, site: Site, kit: Kit) -> tuple[Item, ...]:
    return (
        *_parts(*kit.before, "room-tuner", *kit.behind),
        Item(kit.indoor_coax, site.indoor_m),
        Item("ratio-4"),
        Item(line, site.run_m - site.indoor_m),
    )


PLACEMENTS: tuple[Placement, ...] = (
    Placement("none", "coax", _none, hangs="choke"),
    Placement("radio", "coax", _radio, hangs="choke"),
    Placement("room", "coax", _wide, hangs="choke"),
    Placement("room-4", "coax", _transformer("ratio-4"), hangs="ratio-4"),
    Placement("room-9", "coax", _transformer("ratio-9"), hangs="ratio-9"),
    Placement("room-49", "coax", _transformer("ratio-49"), hangs="ratio-49"),
    Placement("foot", "coax", _foot, hangs="choke", power_at_mast=True),
    Placement("feedpoint", "coax", _feedpoint, hangs="mast-tuner", power_at_mast=True),
    Placement("open-room", "open", _open_room, open_indoors=True),
    Placement("open-wall", "open", _open_wall_tuner),
    Placement("open-wall-4", "open", _open_wall_transformer),
)


@dataclass(frozen=True)
class Wishes:
    """What the builder rules out: placements, lines, or kinds of work; ``line``: the only line allowed.

    ``fed_against_ground``: the antenna is no balanced one, so no open line goes up to it.
    """

    off: frozenset[str] = frozenset()
    lines_off: frozenset[str] = frozenset()
    line: str = ""
    no_climbing: bool = False
    no_power_at_mast: bool = False
    no_open_line_indoors: bool = False
    fed_against_ground: bool = False

    def allows(self, placement: Placement, kit: Kit) -> bool:
        """Whether a placement is allowed at all."""
        climbs = bool(placement.hangs) and placement.hangs not in kit.owned
        return not (
            placement.slug in self.off
            or (self.no_climbing and climbs)
            or (self.no_power_at_mast and placement.power_at_mast)
            or (self.no_open_line_indoors and placement.open_indoors)
            or (self.fed_against_ground and placement.family == "open")
        )


def candidates(site: Site, kit: Kit, wishes: Wishes) -> tuple[Candidate, ...]:
    """Every allowed placement with every allowed line that suits it."""
    found = []
    for placement in PLACEMENTS:
        if not wishes.allows(placement, kit):
            continue
        for line in kit.coax if placement.family == "coax" else kit.open_lines:
            if line in wishes.lines_off or (wishes.line and line != wishes.line):
                continue
            found.append(placement.candidate(line, site, kit))
    return tuple(found)
