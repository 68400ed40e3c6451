"""From a station's document to what can be chosen: the site, the kit, and each token as the file writes it.

The run is the longest line of the chain; what stands before it in the room is kept, tuners apart, which the
placements put where they belong. Other parts come from the shelf's generic ones. Starting prices are rough
and in no currency: they only set proportions, until the user sets his own.
"""

from __future__ import annotations

import csv
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from importlib import resources

import numpy as np

from tithe.core import InputError
from tithe.core.budget import MAX_RUN_DB
from tithe.core.choose import PLACEMENTS, Candidate, Kit, Site, Wishes, candidates
from tithe.core.errors import require
from tithe.core.line import LineType, attenuation_db_per_m
from tithe.formats import part_model as p
from tithe.formats import shelf
from tithe.formats import station_model as m
from tithe.formats.station_file import line_type_of, to_part
from tithe.formats.work_model import ChoiceModel

_SHELF_PARTS = ("choke-1", "line-choke", "ratio-4", "ratio-9", "ratio-49", "arrestor-passing")
PRESENT_LINE = "present"
USUAL_INDOOR_M = 6.0
USUAL_LEAD_M = 3.0


@cache
def starting_prices() -> dict[str, float]:
    """By token: lines per metre, parts each."""
    text = resources.files("tithe.formats").joinpath("prices.csv").read_text("utf-8")
    return {row["token"]: float(row["price"]) for row in csv.DictReader(text.splitlines())}


@dataclass(frozen=True)
class OwnLine:
    """A line of the user's own shelf; ``price`` per metre."""

    token: str
    name: str
    model: p.LineModel
    price: float | None


@dataclass(frozen=True)
class Choice:
    """Everything that a choice is made from; ``lossy``: names of lines left out, since nothing would arrive
    through so much of them."""

    site: Site
    kit: Kit
    wishes: Wishes
    settings: ChoiceModel
    models: dict[str, p.PartModel]
    names: dict[str, str]
    prices: dict[str, float]
    present: Candidate | None
    lossy: tuple[str, ...] = ()

    def all_candidates(self) -> tuple[Candidate, ...]:
        """What stands now, if there is a run, and everything allowed. Raises `InputError` where that is
        nothing."""
        found = (
            *([self.present] if self.present else []),
            *candidates(self.site, self.kit, self.wishes),
        )
        require(bool(found), "choice", "rules out every candidate: allow a place or a line")
        return found

    def chain_of(self, candidate: Candidate) -> list[p.PartModel]:
        """A candidate's run as the file writes it."""
        return [self._model(item.token, item.length_m) for item in candidate.items]

    def _model(self, token: str, length_m: float | None) -> p.PartModel:
        model = self.models[token]
        if length_m is None:
            return model
        return model.model_copy(update={"length_m": round(length_m, 3), "label": self.names[token]})


def read(document: m.StationFile, own: Sequence[OwnLine] = ()) -> Choice:
    """The choice that a document asks for. Raises `InputError` with its place."""
    settings = document.choice or ChoiceModel()
    at = _main_line(document)
    run = document.chain[at] if at is not None else None
    assert run is None or isinstance(run, p.LineModel)
    run_m = settings.run_m if settings.run_m is not None else (run.length_m if run else None)
    if not run_m:
        raise InputError("choice.run_m", "is not known: the run has no line yet; say how long it will be")
    site = _site(settings, run_m)
    models, names = _shelf_models(), _placed_names()
    kept = _kept(document.chain, at, models, names)
    coax, open_lines, owned_line = _lines(run, own, models, names)
    lossy = _too_lossy(
        {**coax, **open_lines}, run_m, max(b.high_mhz for b in document.bands) if document.bands else 30
    )
    coax, open_lines = (
        {t: one for t, one in group.items() if t not in lossy} for group in (coax, open_lines)
    )
    tuners = _tuners(document.chain, models, names)
    owned = frozenset(
        {*kept.tokens, *tuners, *(("choke",) if kept.choke else ()), *_hung(document.chain, at, models)}
    )
    is_part = {t: not isinstance(one, p.LineModel) or t.startswith("kept-") for t, one in models.items()}
    parts = {token: to_part(model) for token, model in models.items() if is_part[token]}
    kit = Kit(
        coax, open_lines, parts, kept.before, kept.behind, kept.at_feedpoint,
        indoor_coax=owned_line if owned_line in coax else "rg-213",
        owned=owned, owned_line=owned_line, owned_line_m=run.length_m if run else 0.0,
    )  # fmt: skip
    _check_names(settings, kit)
    wishes = Wishes(
        frozenset(settings.off), frozenset(settings.lines_off), settings.line or "", settings.no_climbing,
        settings.no_power_at_mast, settings.no_open_line_indoors, settings.fed_against_ground,
    )  # fmt: skip
    given = {line.token: line.price for line in own if line.price is not None}
    start = starting_prices()
    prices = {**start, "room-tuner": start["t-wide"], "mast-tuner": start["relay-mast"]}
    prices |= {"radio-tuner": start["own-3"], "choke": start["choke-1"], **given, **settings.prices}
    stands = Candidate("present", "what stands now", owned_line, (), present=True)
    present = stands if run else None
    left_out = tuple(names[token] for token in lossy)
    return Choice(site, kit, wishes, settings, models, names, prices, present, left_out)


def _too_lossy(lines: dict[str, LineType], run_m: float, mhz: float) -> list[str]:
    """Tokens of lines through which nothing would arrive over the run: they rule themselves out."""
    at = np.array([mhz * 1e6])
    with np.errstate(over="ignore"):
        return [
            t for t, one in lines.items() if not attenuation_db_per_m(one, at)[0] * run_m < MAX_RUN_DB / 2
        ]


def _site(settings: ChoiceModel, run_m: float) -> Site:
    try:
        indoor_m = min(USUAL_INDOOR_M, run_m / 2) if settings.indoor_m is None else settings.indoor_m
        lead_m = min(USUAL_LEAD_M, run_m / 2) if settings.lead_m is None else settings.lead_m
        return Site(run_m, indoor_m, lead_m)
    except InputError as error:
        raise error.under("choice") from None


def _check_names(settings: ChoiceModel, kit: Kit) -> None:
    slugs = [placement.slug for placement in PLACEMENTS]
    for n, slug in enumerate(settings.off):
        require(slug in slugs, f"choice.off[{n}]", f"is no placement; there are {', '.join(slugs)}", slug)
    for place, token in [
        *((f"choice.lines_off[{n}]", token) for n, token in enumerate(settings.lines_off)),
        *([("choice.line", settings.line)] if settings.line else []),
    ]:
        require(token in kit.lines, place, f"is no line here; there are {', '.join(kit.lines)}", token)


def _main_line(document: m.StationFile) -> int | None:
    lines = [
        n for n, part in enumerate(document.chain) if isinstance(part, p.LineModel) and not part.bypassed
    ]
    return max(lines, key=lambda n: document.chain[n].length_m, default=None)  # type: ignore[union-attr]


@dataclass(frozen=True)
class _Kept:
    tokens: tuple[str, ...]
    before: tuple[str, ...]
    behind: tuple[str, ...]
    at_feedpoint: tuple[str, ...]
    choke: bool


def _kept(
    chain: Sequence[p.PartModel], at: int | None, models: dict[str, p.PartModel], names: dict[str, str]
) -> _Kept:
    """What of the present run stays: in the room before and behind the tuner, and at the feedpoint."""
    before: list[str] = []
    behind: list[str] = []
    feedpoint: list[str] = []
    tokens: list[str] = []
    choke, tuner_seen = False, False
    for n, part in enumerate(chain):
        if n == at or part.bypassed:
            continue
        if part.kind == "tuner":
            tuner_seen = True
            continue
        outside = at is not None and n > at
        if outside and not choke and getattr(part, "is_choke", False):
            models["choke"], choke = part, True
            continue
        if isinstance(part, p.TransformerModel):
            continue
        token = f"kept-{n}"
        models[token], names[token] = part, part.label or part.kind
        tokens.append(token)
        (feedpoint if outside else behind if tuner_seen else before).append(token)
    names["choke"] = models["choke"].label or "1:1 choke"
    return _Kept(tuple(tokens), tuple(before), tuple(behind), tuple(feedpoint), choke)


def _hung(chain: Sequence[p.PartModel], at: int | None, models: dict[str, p.PartModel]) -> tuple[str, ...]:
    """Transformers that hang at the feedpoint already take the place of the shelf's of their ratio."""
    ratios = {4: "ratio-4", 9: "ratio-9", 49: "ratio-49"}
    tokens = []
    for part in chain[at + 1 :] if at is not None else ():
        if isinstance(part, p.TransformerModel) and part.ratio in ratios and not part.bypassed:
            token = ratios[int(part.ratio)]
            models[token] = part
            tokens.append(token)
    return tuple(tokens)


def _tuners(
    chain: Sequence[p.PartModel], models: dict[str, p.PartModel], names: dict[str, str]
) -> tuple[str, ...]:
    """Tuners of the present chain take the place of the shelf's; which tokens are owned by that."""
    owned = []
    for part in chain:
        if isinstance(part, p.RatedTunerModel) and part.reach_swr <= 3.5:
            token = "radio-tuner"
        elif isinstance(part, p.TunerModel | p.SteppedTunerModel | p.RatedTunerModel):
            token = "mast-tuner" if part.dc_on_coax else "room-tuner"
        else:
            continue
        if token not in owned:
            models[token] = part.model_copy(update={"setting": "auto", "bypassed": False})
            names[token] = part.label or names[token]
            owned.append(token)
    return tuple(owned)


def _shelf_models() -> dict[str, p.PartModel]:
    by_slug = {one.slug: one.part for one in shelf.parts()}
    models = {slug: by_slug[slug] for slug in _SHELF_PARTS}
    models |= {"room-tuner": by_slug["t-wide"], "mast-tuner": by_slug["relay-mast"]}
    models |= {"radio-tuner": by_slug["own-3"], "choke": by_slug["choke-1"]}
    return models


def _placed_names() -> dict[str, str]:
    titles = {one.slug: one.title for one in shelf.parts()}
    names = {slug: titles[slug] for slug in _SHELF_PARTS}
    names |= {"room-tuner": titles["t-wide"], "mast-tuner": titles["relay-mast"]}
    names |= {"radio-tuner": titles["own-3"]}
    return names


def _lines(
    run: p.LineModel | None, own: Sequence[OwnLine], models: dict[str, p.PartModel], names: dict[str, str]
) -> tuple[dict[str, LineType], dict[str, LineType], str]:
    """Coaxial and open lines by token, and the token of the present run's."""
    found: list[tuple[str, str, p.LineModel]] = [
        (slug, row.name, p.LineModel(kind="line", line=slug, length_m=0.0))
        for slug, row in shelf.lines().items()
    ]
    found += [(line.token, line.name, line.model) for line in own]
    present = ""
    if run is not None and isinstance(run.line, str):
        present = run.line
    elif run is not None:
        present = PRESENT_LINE
        found.append((present, run.label or "the present line", run))
    coax: dict[str, LineType] = {}
    open_lines: dict[str, LineType] = {}
    for token, name, model in found:
        line = line_type_of(model.line)
        models[token], names[token] = model, name
        (open_lines if line.balanced else coax)[token] = line
    return coax, open_lines, present
