"""Where the match may go: each placement as a recipe of parts and lengths, from the radio to the antenna.

On coax every tuner there is goes with every transformer that the antenna may want at its feedpoint; open line
goes up from the room, or from the house wall, where a tuner or a 4:1 stands. A placement says what it asks of
the builder: climbing (a part hung at the feedpoint that is not there now), power at the mast, open line
indoors. A new line is taken to be attached from below, or with the antenna let down.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from typing import Literal

from tithe.core.choose.kit import Kit, Site

Family = Literal["coax", "open"]


@dataclass(frozen=True)
class Item:
    """A part by its token, or a length of line."""

    token: str
    length_m: float | None = None


BARE = 0
"""The ratio of a feedpoint at which nothing hangs."""
Items = tuple[Item, ...]
Recipe = Callable[[str, Site, Kit], Items]


@dataclass(frozen=True)
class Placement:
    """A place for the match. ``tuner``: of which tuner ("none": without one); ``hangs``: the tokens of what
    it hangs at the feedpoint; ``ratio``: of the transformer, 1 of a choke, `BARE`: nothing."""

    slug: str
    family: Family
    tuner: str
    recipe: Recipe
    hangs: tuple[str, ...] = ()
    ratio: int = 1
    power_at_mast: bool = False
    open_indoors: bool = False

    def candidate(self, line: str, site: Site, kit: Kit) -> Candidate:
        """The recipe carried out with a line; lengths of nothing are left out."""
        items = self.recipe(line, site, kit)
        present = tuple(item for item in items if item.length_m is None or item.length_m > 0)
        return Candidate(self.slug, line, present)


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


def _parts(*tokens: str) -> Items:
    return tuple(Item(token) for token in tokens if token)


_IN_ROOM = {"none": "", "radio": "radio-tuner", "room": "room-tuner", "wide": "wide-tuner"}
"""Tuners beside the radio by their tokens. ``wide``: a new one, where the station has one of its own."""


def _in_room(tuner: str, kit: Kit, *, behind: bool = True) -> Items:
    """From the radio to where the run begins: its own tuner stands before everything else."""
    first = _parts(_IN_ROOM[tuner]) if tuner == "radio" else ()
    then = () if tuner == "radio" else _parts(_IN_ROOM[tuner])
    return (*first, *_parts(*kit.before), *then, *(_parts(*kit.behind) if behind else ()))


def _passing_dc(kit: Kit) -> Items:
    """What stands before the run, with parts that block a remote tuner's supply put by ones that pass it."""
    swap = {t: "arrestor-passing" for t in kit.parts if _blocks_dc(kit, t)}
    return _parts(*(swap.get(t, t) for t in (*kit.before, *kit.behind)))


def _blocks_dc(kit: Kit, token: str) -> bool:
    ratings = getattr(kit.parts[token], "ratings", None)
    return token.startswith("kept-") and ratings is not None and ratings.passes_dc is False


def _room(tuner: str, top: str, line: str, site: Site, kit: Kit) -> Items:
    return (*_in_room(tuner, kit), Item(line, site.run_m), *_parts(*kit.at_feedpoint, top))


def _foot(top: str, line: str, site: Site, kit: Kit) -> Items:
    return (
        *_passing_dc(kit),
        Item(line, site.run_m - site.lead_m),
        Item("mast-tuner"),
        Item(line, site.lead_m),
        *_parts(*kit.at_feedpoint, top),
    )


def _feedpoint(top: str, line: str, site: Site, kit: Kit) -> Items:
    choke, transformer = (top, "") if top == "choke" else ("", top)
    return (
        *_passing_dc(kit),
        Item(line, site.run_m),
        *_parts(*kit.at_feedpoint, choke, "mast-tuner", transformer),
    )


def _open_room(tuner: str, line: str, site: Site, kit: Kit) -> Items:
    return (*_in_open_room(tuner, kit), Item(line, site.run_m))


def _in_open_room(tuner: str, kit: Kit) -> Items:
    """The choke keeps the tuner's case off the line; the radio's own tuner stands before it."""
    if tuner == "radio":
        return (*_in_room("radio", kit, behind=False), Item("line-choke"))
    return _parts(*kit.before, "line-choke", _IN_ROOM[tuner])


def _open_wall_tuner(line: str, site: Site, kit: Kit) -> Items:
    return (
        *_passing_dc(kit),
        Item(kit.indoor_coax, site.indoor_m),
        *_parts("line-choke", "mast-tuner"),
        Item(line, site.run_m - site.indoor_m),
    )


def _open_wall_transformer(tuner: str, line: str, site: Site, kit: Kit) -> Items:
    return (
        *_in_room(tuner, kit),
        Item(kit.indoor_coax, site.indoor_m),
        Item("ratio-4"),
        Item(line, site.run_m - site.indoor_m),
    )


_TOPS = {1: ("", "choke"), BARE: ("-bare", ""), **{n: (f"-{n}", f"ratio-{n}") for n in (4, 9, 49)}}
"""How a transformer at the feedpoint is told in a slug, and its token, by its ratio."""


def _on_coax(tuner: str, ratio: int) -> Placement:
    ending, top = _TOPS[ratio]
    slug = tuner + ending
    hangs = (top,) if top else ()
    if tuner == "foot":
        return Placement(slug, "coax", tuner, partial(_foot, top), hangs, ratio, power_at_mast=True)
    if tuner == "feedpoint":
        hangs = (*hangs, "mast-tuner")
        return Placement(slug, "coax", tuner, partial(_feedpoint, top), hangs, ratio, power_at_mast=True)
    return Placement(slug, "coax", tuner, partial(_room, tuner, top), hangs, ratio)


def _open(tuner: str) -> Placement:
    slug = "open-room" if tuner == "room" else f"open-{tuner}"
    return Placement(slug, "open", tuner, partial(_open_room, tuner), open_indoors=True)


def _from_wall(tuner: str) -> Placement:
    slug = "open-wall-4" if tuner == "room" else f"open-wall-4-{tuner}"
    return Placement(slug, "open", tuner, partial(_open_wall_transformer, tuner), ratio=4)


TUNERS = (*_IN_ROOM, "foot", "feedpoint")
PLACEMENTS: tuple[Placement, ...] = (
    *(_on_coax(tuner, ratio) for tuner in TUNERS for ratio in _TOPS),
    *(_open(tuner) for tuner in _IN_ROOM if tuner != "none"),
    Placement("open-wall", "open", "wall", _open_wall_tuner),
    *(_from_wall(tuner) for tuner in _IN_ROOM),
)


@dataclass(frozen=True)
class Wishes:
    """What the builder rules out: placements, lines, or kinds of work; ``line``: the only line allowed.

    ``fed_against_ground``: the antenna is no balanced one, so no open line goes up to it, and it may do
    without a choke.
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
        climbs = any(token not in kit.owned for token in placement.hangs)
        return not (
            placement.slug in self.off
            or (placement.tuner == "wide" and "room-tuner" not in kit.owned)
            or (self.no_climbing and climbs)
            or (self.no_power_at_mast and placement.power_at_mast)
            or (self.no_open_line_indoors and placement.open_indoors)
            or (self.fed_against_ground and placement.family == "open")
            or (not self.fed_against_ground and placement.ratio == BARE)
        )


def candidates(site: Site, kit: Kit, wishes: Wishes) -> tuple[Candidate, ...]:
    """Every allowed placement with every allowed line that suits it."""
    out = []
    for placement in PLACEMENTS:
        if not wishes.allows(placement, kit):
            continue
        for line in kit.coax if placement.family == "coax" else kit.open_lines:
            if line in wishes.lines_off or (wishes.line and line != wishes.line):
                continue
            out.append(placement.candidate(line, site, kit))
    return tuple(out)
