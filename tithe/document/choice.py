"""From a station's document to what can be chosen: the site, the kit, and each token as the file writes it.

The run is the longest line of the chain; what stands before it in the room is kept, tuners apart, which the
placements put where they belong. Other parts come from the shelf's generic ones. Starting prices are rough
and in no currency: they only set proportions, until the user sets his own.
"""

from __future__ import annotations

import csv
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cache
from importlib import resources

import numpy as np

from tithe.core import InputError
from tithe.core.budget import MAX_RUN_DB
from tithe.core.choose import PLACEMENTS, Candidate, Kit, Question, Site, Uncertain, Wishes, candidates
from tithe.core.choose.kit import USUAL_INDOOR_M, token_of_tuner
from tithe.core.choose.worlds import WET_SHARE
from tithe.core.errors import require
from tithe.core.parts.line import LineType, attenuation_db_per_m
from tithe.core.parts.part import Part
from tithe.core.wires.shapes.shape import Shape
from tithe.document import shelf
from tithe.document.known import marks_of
from tithe.document.parts import PartModel
from tithe.document.parts.line import LineModel
from tithe.document.parts.measured_loss import measured_loss
from tithe.document.station import StationFile
from tithe.document.work import ChoiceModel

_SHELF_PARTS = ("choke-1", "line-choke", "ratio-4", "ratio-9", "ratio-49", "arrestor-passing")
PRESENT_LINE = "present"
USUAL_LEAD_M = 3.0


@cache
def starting_prices() -> dict[str, float]:
    """By token: lines per metre, parts each."""
    text = resources.files("tithe.document").joinpath("prices.csv").read_text("utf-8")
    return {row["token"]: float(row["price"]) for row in csv.DictReader(text.splitlines())}


@dataclass(frozen=True)
class OwnLine:
    """A line of the user's own shelf; ``price`` per metre."""

    token: str
    name: str
    model: LineModel
    price: float | None


@dataclass(frozen=True)
class Choice:
    """Everything that a choice is made from; ``lossy``: names of lines left out, since nothing would arrive
    through so much of them; ``known``: marks of what is known of each thing that can be measured."""

    site: Site
    kit: Kit
    wishes: Wishes
    settings: ChoiceModel
    models: dict[str, PartModel]
    names: dict[str, str]
    prices: dict[str, float]
    present: Candidate | None
    lossy: tuple[str, ...] = ()
    known: dict[str, str] = field(default_factory=dict)

    def all_candidates(self) -> tuple[Candidate, ...]:
        """What stands now, if there is a run, and everything allowed. Raises `InputError` where that is
        nothing."""
        every = (
            *([self.present] if self.present else []),
            *candidates(self.site, self.kit, self.wishes),
        )
        require(bool(every), "choice", "nothing-left")
        return every

    def uncertain(self, question: Question) -> Uncertain:
        """What of it is not quite known: the weather as it is said, lines and tuners as they were
        measured."""
        mhz = float(np.median(question.freq_hz)) / 1e6
        losses = ((token, measured_loss(model, mhz)) for token, model in self.models.items())
        measured = {token: loss for token, loss in losses if loss is not None}
        wet = self.settings.wet_percent
        return Uncertain(WET_SHARE if wet is None else wet / 100, measured)

    def chain_of(self, candidate: Candidate) -> list[PartModel]:
        """A candidate's run as the file writes it."""
        return [self._model(item.token, item.length_m) for item in candidate.items]

    def _model(self, token: str, length_m: float | None) -> PartModel:
        model = self.models[token]
        if length_m is None:
            return model
        return model.model_copy(update={"length_m": round(length_m, 3), "label": self.names[token]})


def read(document: StationFile, own: Sequence[OwnLine] = ()) -> Choice:
    """The choice that a document asks for. Raises `InputError` with its place."""
    settings = document.choice or ChoiceModel()
    at, run = _main_line(document)
    run_m = settings.run_m if settings.run_m is not None else (run.length_m if run else None)
    if not run_m:
        raise InputError("choice.run_m", "no-run-length")
    plan = document.antenna if document.antenna.kind == "wires" else document.plan
    shape = plan.to_core().plan.shape if plan else None
    site = _site(settings, run_m, shape)
    models, names = _shelf_models(), _placed_names()
    chain = [(model, model.to_core()) for model in document.chain]
    kept = _kept(chain, at, models, names)
    coax, open_lines, owned_line = _lines(run, own, models, names)
    lossy = _too_lossy(
        {**coax, **open_lines}, run_m, max(b.high_mhz for b in document.bands) if document.bands else 30
    )
    every_coax = coax
    coax, open_lines = (
        {t: line for t, line in group.items() if t not in lossy} for group in (coax, open_lines)
    )
    indoor = next((token for token in (owned_line, "rg-213", *coax) if token in coax), "rg-213")
    tuners = _tuners(chain, models, names)
    owned = frozenset({*kept.tokens, *tuners, *(("choke",) if kept.choke else ()), *_hung(chain, at, models)})
    made = {token: model.to_core() for token, model in models.items()}
    parts = {t: part for t, part in made.items() if part.feedline is None or t.startswith("kept-")}
    kit = Kit(
        coax, open_lines, parts, kept.before, kept.behind, kept.at_feedpoint,
        indoor_coax=indoor, indoors={indoor: every_coax[indoor]},
        owned=owned, owned_line=owned_line, owned_line_m=run.length_m if run else 0.0,
    )  # fmt: skip
    _check_names(settings, kit)
    wishes = Wishes(
        frozenset(settings.off), frozenset(settings.lines_off), settings.line or "", settings.no_climbing,
        settings.no_power_at_mast, settings.no_open_line_indoors, _against_ground(settings, shape),
    )  # fmt: skip
    prices = prices_of(settings, own)
    stands = Candidate("present", owned_line, (), present=True)
    present = stands if run else None
    left_out = tuple(names[token] for token in lossy)
    known = marks_of(document)
    return Choice(site, kit, wishes, settings, models, names, prices, present, left_out, known)


def prices_of(settings: ChoiceModel, own: Sequence[OwnLine] = ()) -> dict[str, float]:
    """By token: the station's prices before those of the user's shelf, those before the starting ones."""
    start = starting_prices()
    placed = {
        "room-tuner": "t-wide",
        "wide-tuner": "t-wide",
        "mast-tuner": "relay-mast",
        "radio-tuner": "own-3",
        "choke": "choke-1",
    }
    given = {line.token: line.price for line in own if line.price is not None}
    return {**start, **{token: start[slug] for token, slug in placed.items()}, **given, **settings.prices}


def _too_lossy(lines: dict[str, LineType], run_m: float, mhz: float) -> list[str]:
    """Tokens of lines through which nothing would arrive over the run: they rule themselves out."""
    at = np.array([mhz * 1e6])
    with np.errstate(over="ignore"):
        return [
            t for t, line in lines.items() if not attenuation_db_per_m(line, at)[0] * run_m < MAX_RUN_DB / 2
        ]


def _against_ground(settings: ChoiceModel, shape: Shape | None) -> bool:
    """As it is said, else as the shape has it."""
    stated = settings.fed_against_ground
    return (shape is not None and not shape.balanced) if stated is None else stated


def _site(settings: ChoiceModel, run_m: float, shape: Shape | None) -> Site:
    usual_lead_m = min(USUAL_LEAD_M, run_m / 2)
    if shape is not None:
        usual_lead_m = min(shape.layout().feed.z, run_m)
    try:
        indoor_m = min(USUAL_INDOOR_M, run_m / 2) if settings.indoor_m is None else settings.indoor_m
        lead_m = usual_lead_m if settings.lead_m is None else settings.lead_m
        return Site(run_m, indoor_m, lead_m)
    except InputError as error:
        raise error.under("choice") from None


def _check_names(settings: ChoiceModel, kit: Kit) -> None:
    slugs = [placement.slug for placement in PLACEMENTS]
    for n, slug in enumerate(settings.off):
        require(slug in slugs, f"choice.off[{n}]", "no-placement", slug, allowed=slugs)
    for place, token in [
        *((f"choice.lines_off[{n}]", token) for n, token in enumerate(settings.lines_off)),
        *([("choice.line", settings.line)] if settings.line else []),
    ]:
        require(token in kit.lines, place, "no-line-here", token, allowed=list(kit.lines))


def _main_line(document: StationFile) -> tuple[int | None, LineModel | None]:
    """The longest line in line, and its place."""
    lines = [
        (n, part.feedline) for n, part in enumerate(document.chain) if part.feedline and not part.bypassed
    ]
    return max(lines, key=lambda line: line[1].length_m, default=(None, None))


Pairs = Sequence[tuple[PartModel, Part]]
"""Parts as the file writes them, with the core's."""


@dataclass(frozen=True)
class _Kept:
    tokens: tuple[str, ...]
    before: tuple[str, ...]
    behind: tuple[str, ...]
    at_feedpoint: tuple[str, ...]
    choke: bool


def _kept(chain: Pairs, at: int | None, models: dict[str, PartModel], names: dict[str, str]) -> _Kept:
    """What of the present run stays: in the room before and behind the tuner, and at the feedpoint."""
    before: list[str] = []
    behind: list[str] = []
    feedpoint: list[str] = []
    tokens: list[str] = []
    choke, tuner_seen = False, False
    for n, (model, part) in enumerate(chain):
        if n == at or part.bypassed:
            continue
        if part.tuner:
            tuner_seen = True
            continue
        outside = at is not None and n > at
        if outside and not choke and model.is_choke:
            models["choke"], choke = model, True
            continue
        if part.transforms:
            continue
        token = f"kept-{n}"
        models[token], names[token] = model, model.name
        tokens.append(token)
        (feedpoint if outside else behind if tuner_seen else before).append(token)
    names["choke"] = models["choke"].label or "1:1 choke"
    return _Kept(tuple(tokens), tuple(before), tuple(behind), tuple(feedpoint), choke)


def _hung(chain: Pairs, at: int | None, models: dict[str, PartModel]) -> tuple[str, ...]:
    """Transformers that hang at the feedpoint already take the place of the shelf's of their ratio."""
    ratios = {4: "ratio-4", 9: "ratio-9", 49: "ratio-49"}
    tokens = []
    for model, part in chain[at + 1 :] if at is not None else ():
        if part.transforms and part.impedance_ratio in ratios and not part.bypassed:
            token = ratios[int(part.impedance_ratio)]
            models[token] = model
            tokens.append(token)
    return tuple(tokens)


def _tuners(chain: Pairs, models: dict[str, PartModel], names: dict[str, str]) -> tuple[str, ...]:
    """Tuners of the present chain take the place of the shelf's; which tokens are owned by that."""
    owned = []
    for model, part in chain:
        if part.tuner is None:
            continue
        token = token_of_tuner(part.tuner)
        if token not in owned:
            models[token] = model.model_copy(update={"setting": "auto", "bypassed": False})
            names[token] = model.label or names[token]
            owned.append(token)
    return tuple(owned)


def _shelf_models() -> dict[str, PartModel]:
    by_slug = {shelf_part.slug: shelf_part.part for shelf_part in shelf.parts()}
    models = {slug: by_slug[slug] for slug in _SHELF_PARTS}
    models |= {
        "room-tuner": by_slug["t-wide"],
        "wide-tuner": by_slug["t-wide"],
        "mast-tuner": by_slug["relay-mast"],
    }
    models |= {"radio-tuner": by_slug["own-3"], "choke": by_slug["choke-1"]}
    return models


def _placed_names() -> dict[str, str]:
    titles = {shelf_part.slug: shelf_part.title for shelf_part in shelf.parts()}
    names = {slug: titles[slug] for slug in _SHELF_PARTS}
    names |= {
        "room-tuner": titles["t-wide"],
        "wide-tuner": titles["t-wide"],
        "mast-tuner": titles["relay-mast"],
    }
    names |= {"radio-tuner": titles["own-3"]}
    return names


def _lines(
    run: LineModel | None, own: Sequence[OwnLine], models: dict[str, PartModel], names: dict[str, str]
) -> tuple[dict[str, LineType], dict[str, LineType], str]:
    """Coaxial and open lines by token, and the token of the present run's."""
    lines: list[tuple[str, str, LineModel]] = [
        (slug, row.name, LineModel(kind="line", line=slug, length_m=0.0))
        for slug, row in shelf.lines().items()
    ]
    lines += [(line.token, line.name, line.model) for line in own]
    present = ""
    if run is not None and isinstance(run.line, str):
        present = run.line
    elif run is not None:
        present = PRESENT_LINE
        lines.append((present, run.label or "the present line", run))
    coax: dict[str, LineType] = {}
    open_lines: dict[str, LineType] = {}
    for token, name, model in lines:
        line = model.to_core().line
        models[token], names[token] = model, name
        (open_lines if line.balanced else coax)[token] = line
    return coax, open_lines, present
