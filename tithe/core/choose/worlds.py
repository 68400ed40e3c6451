"""Worlds that a choice may meet: draws over what is not known of it, the same for every candidate.

What differs between worlds: the antenna (each part of Γ by what its source leaves open, the phase where only
its SWR is known, the cases of an estimate), how many times as much each line loses as written, the tuners'
coils, the cores, and whether it is wet. A world's antenna stands in a row, its coils, cores and weather in a
group; each antenna meets each group, so that what any of them decides can be told apart. All draws are
stratified and seeded: the same question meets the same worlds.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import cast
from zlib import crc32

import numpy as np
from scipy.special import ndtri

from tithe.core.antenna import PlannedAntenna
from tithe.core.antenna.sampled import INTERPOLATION_OHM
from tithe.core.arrays import Complex, Real
from tithe.core.choose.grid import Question
from tithe.core.choose.kit import Kit, SeenAntenna, token_of_tuner
from tithe.core.errors import require_share
from tithe.core.parts.line import Line, LineType
from tithe.core.parts.more_lossy import core_more_lossy, more_lossy
from tithe.core.parts.part import Part
from tithe.core.parts.worse_line import WorseLine
from tithe.core.priors import CORE, LINE, TUNER, Prior, antenna_sd
from tithe.core.reflection import displaced
from tithe.core.twoport import Port
from tithe.core.wires.ground import Ground

ANTENNAS, LEVELS = 13, 4
WET_SLOWER = 0.95
"""Velocity factor of a wet ribbon over that of a dry one."""
WET_SHARE = 0.25
"""Of days, where nobody says."""
_CORES = (2, 0, 3, 1)
"""The core's level beside each of the coil's, so that the two go their own ways."""
_SEATS = (0.25, 1.0, 0.0, 0.75)
"""Of a loss of which nobody says where it sits, the share that is in series."""
_STEEL_LEVEL = 1
"""At which the lines that are often of copper-clad steel are so."""
_CLOSER, _MIDDLE_LEVELS = 128, (1, 2)
_MOST_RHO = 0.9999
_TYPED_SHARE = 0.45
"""Of an estimate's cases, that as typed."""


@dataclass(frozen=True)
class Uncertain:
    """The share of wet days, and of lines and tuners by their tokens what the bench has measured."""

    wet_share: float = WET_SHARE
    measured: Mapping[str, Prior] = field(default_factory=dict)

    def __post_init__(self) -> None:
        require_share("wet_share", self.wet_share)


@dataclass(frozen=True)
class Group:
    """Worlds that have their weather, their coils and their cores in common; ``level`` of `LEVELS`."""

    wet: bool
    level: int


@dataclass(frozen=True)
class Worlds:
    """G groups of A antennas each: ``gamma`` and ``weight`` (A,) of the antennas as they are seen,
    ``soils`` where they stand over different ones; ``line``: ln of how many times as much each line loses, by
    token, (G, A); ``score_db`` (G·A,): what leaves in them, of the candidates that were tried, by id."""

    question: Question
    kit: Kit
    uncertain: Uncertain
    groups: tuple[Group, ...]
    antenna: SeenAntenna
    antenna_weight: Real
    soils: tuple[Ground, ...]
    line: Mapping[str, Real]
    score_db: dict[str, Real] = field(default_factory=dict, compare=False, repr=False)

    @cached_property
    def closer(self) -> Worlds:
        """Many more antennas, as they are drawn, with the coils in the middle: what decides between antennas
        hangs on few of those that all candidates are tried with."""
        return worlds(self.question, self.kit, self.uncertain, 2, _CLOSER, _MIDDLE_LEVELS)

    @property
    def weight(self) -> Real:
        """How much each world counts, (G, A), 1 in all."""
        wet = self.uncertain.wet_share
        share = 2 / len(self.groups)
        of_group = np.array([(wet if group.wet else 1 - wet) * share for group in self.groups])
        return np.asarray(of_group[:, None] * self.antenna_weight)

    def in_group(self, g: int) -> tuple[Question, Kit]:
        """The question and the kit of a group, its antennas in rows."""

        def line(token: str, kind: LineType) -> LineType:
            return _worse(kind, self.line[token][g][:, None], self.groups[g])

        def part(token: str, as_described: Part) -> Part:
            return _changed(as_described, self.uncertain.measured.get(token, TUNER), self.groups[g].level)

        kit = self.kit
        coax, open_lines, indoors = (
            {token: line(token, item) for token, item in group.items()}
            for group in (kit.coax, kit.open_lines, kit.indoors)
        )
        parts = {token: part(token, item) for token, item in kit.parts.items()}
        kit = replace(kit, coax=coax, open_lines=open_lines, indoors=indoors, parts=parts)
        chain = tuple(self._standing(item, g) for item in self.question.station.chain)
        station = replace(self.question.station, chain=chain)
        return replace(self.question, station=station, antenna=self.antenna), kit

    def _standing(self, part: Part, g: int) -> Part:
        """A part of the present run."""
        token = self.kit.owned_line
        if isinstance(part, Line) and token in self.line:
            return replace(part, line=_worse(part.line, self.line[token][g][:, None], self.groups[g]))
        tuner = part.tuner
        if tuner is None:
            return _changed(part, TUNER, self.groups[g].level)
        measured = self.uncertain.measured.get(token_of_tuner(tuner), TUNER)
        return _changed(part, measured, self.groups[g].level)


def _worse(line: LineType, log_loss: Real, group: Group) -> LineType:
    wet = group.wet and line.wet_factor > 1
    factor = np.exp(log_loss) * (line.wet_factor if wet else 1.0)
    steel = line.low_band_factor if group.level == _STEEL_LEVEL else 1.0
    return cast(LineType, WorseLine(line, factor, steel, WET_SLOWER if wet else 1.0))


def in_rain(kit: Kit) -> Kit:
    """The kit with its two-wire lines wet."""
    rain = Group(True, 0)
    coax, open_lines, indoors = (
        {token: _worse(line, np.zeros(1), rain) for token, line in group.items()}
        for group in (kit.coax, kit.open_lines, kit.indoors)
    )
    return replace(kit, coax=coax, open_lines=open_lines, indoors=indoors)


def _changed(part: Part, tuner: Prior, level: int) -> Part:
    """With its coil, or its core, at a level of what it may be."""
    if part.tuner is not None:
        return more_lossy(part, _at_level(tuner, level))
    return core_more_lossy(part, _at_level(CORE, _CORES[level])).with_series_split(_SEATS[level])


def _at_level(prior: Prior, level: int) -> float:
    middle, sd = prior
    return float(np.exp(middle + sd * ndtri((level + 0.5) / LEVELS)))


def worlds(
    question: Question,
    kit: Kit,
    uncertain: Uncertain,
    seed: int = 1,
    antennas: int = ANTENNAS,
    levels: Sequence[int] = range(LEVELS),
) -> Worlds:
    """Those of a question; another ``seed`` draws others; so many ``antennas`` where they are not cases of an
    estimate, with coils and cores at these ``levels``."""
    groups = tuple(Group(wet, level) for wet in (False, True) for level in levels)
    antenna, weight, soils = _antennas(question, antennas, np.random.default_rng(seed))
    shape = len(groups), len(weight)
    tokens = {*kit.lines, *([kit.owned_line] if kit.owned_line else [])}
    line = {}
    for token in tokens:
        middle, sd = uncertain.measured.get(token, LINE)
        drawn = _normal(shape[0] * shape[1], np.random.default_rng((seed, crc32(token.encode()))))
        line[token] = middle + sd * drawn.reshape(shape)
    return Worlds(question, kit, uncertain, groups, antenna, weight, soils, line)


def _normal(count: int, rng: np.random.Generator) -> Real:
    """So many of a normal distribution, one of each equal share of it, in any order."""
    return np.asarray(rng.permutation(ndtri((np.arange(count) + 0.5) / count)))


def _antennas(
    question: Question, count: int, rng: np.random.Generator
) -> tuple[SeenAntenna, Real, tuple[Ground, ...]]:
    """The antennas, how much each counts, and over which soil each stands."""
    antenna = question.station.antenna
    if isinstance(antenna, PlannedAntenna) and antenna.spread:
        return _cases(question, antenna)
    seen, bands = question.antenna, len(question.bands)
    even = np.full(count, 1 / count)
    v, i = (values.reshape(-1, len(question.freq_hz)) for values in (seen.port.v, seen.port.i))
    rows = np.linspace(0, len(v), count, endpoint=False).astype(int)
    which = np.repeat(np.stack([rng.permutation(rows) for _ in range(bands)], axis=1), 3, axis=1)
    k = np.arange(len(question.freq_hz))
    gamma = Port(v[which, k], i[which, k]).gamma(INTERPOLATION_OHM)
    drawn = np.stack([_normal(count, rng) for _ in range(2 * bands)], axis=1)
    off: Complex = np.repeat(drawn[:, :bands] + 1j * drawn[:, bands:], 3, axis=1).astype(np.complex128)
    off = off * antenna_sd(antenna)
    return _seen(seen, gamma, displaced(gamma, off)), even, ()


def _seen(seen: SeenAntenna, before: Complex, gamma: Complex) -> SeenAntenna:
    """An antenna that reflects otherwise; what of its resistance takes or leaves stays its share."""
    before = before * np.minimum(1.0, _MOST_RHO / np.maximum(np.abs(before), 1e-12))
    port = Port(1 + gamma, (1 - gamma) / INTERPOLATION_OHM)
    was = Port(1 + before, (1 - before) / INTERPOLATION_OHM).z_ohm.real
    factor = np.maximum(port.z_ohm.real, 0.0) / np.maximum(was, 1e-9)
    loss, sky = (
        None if values is None else Ohms(np.asarray(values.ohm(seen.freq_hz) * factor))
        for values in (seen.loss, seen.sky)
    )
    return replace(seen, port=port, loss=loss, sky=sky)


@dataclass(frozen=True)
class Ohms:
    """A part of a resistance, known at the frequencies that are asked: (A, F)."""

    values: Real

    def ohm(self, freq_hz: Real) -> Real:
        """Ω."""
        return self.values


def _cases(question: Question, antenna: PlannedAntenna) -> tuple[SeenAntenna, Real, tuple[Ground, ...]]:
    """The estimate as typed, and each of the others that it may be."""
    columns = antenna.cases(question.freq_hz)
    count = min(len(column) for column in columns)
    z, loss, sky = (
        np.array([[getattr(column[n][1], name) for column in columns] for n in range(count)])
        for name in ("z_ohm", "loss_ohm", "sky_ohm")
    )
    weight = np.full(count, (1 - _TYPED_SHARE) / max(count - 1, 1))
    weight[0] = 1 - weight[1:].sum()
    of_case = [columns[0][n][0].ground for n in range(count)]
    soils = tuple(antenna.plan.ground if soil is None else soil for soil in of_case)
    stated = antenna.stated_loss
    port = Port(z, np.ones(z.shape, dtype=np.complex128))
    seen = replace(
        question.antenna,
        port=port,
        loss=stated or Ohms(loss),
        sky=Ohms(sky) if question.antenna.sky else None,
    )
    return seen, weight, soils
