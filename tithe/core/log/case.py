"""What is to be explained: readings of a station, row by row, and the columns of what is unknown of it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.log.instruments import Instrument, instrument, share_of, shown_share
from tithe.core.log.kept import Benched, Beside
from tithe.core.log.slips import Indices, Places, Slip
from tithe.core.log.taken import RADIO, Load, State, Taken
from tithe.core.log.unknowns import Unknowns
from tithe.core.log.worlds import Walked, Worlds, walked
from tithe.core.parts.part import Part
from tithe.core.station import Station

WET_SD = 0.005
"""Of the antenna's frequency, what rain moves it by."""
FLOOR = 4.0
"""So many times a meter's reading error, W, are added to a power before its logarithm is taken."""
STATES: tuple[tuple[State, Load], ...] = (
    ("auto", "antenna"), ("bypass", "antenna"), ("auto", "dummy"), ("bypass", "dummy"),
)  # fmt: skip
"""In which a station is read; of each load the tuner in line, and out of it."""
Column = tuple[str, object]


@dataclass(frozen=True)
class Seen:
    """Rows of what is observed, (M,): by which ``reading``, and its ``value``. Of a forward power
    (``is_power``), and of a reflected one in the row behind it, that is ln(W + ``floor_w``); of an SWR |Γ|
    (``is_swr``). Each power errs by itself, so that their ratio is known as well as they are."""

    reading: Indices
    is_power: Mask
    is_swr: Mask
    value: Real
    floor_w: Real


def seen(readings: Sequence[Taken], instruments: Mapping[int, Instrument]) -> Seen:
    """What the readings say, a row each."""
    rows: list[tuple[int, bool, bool, float, float]] = []
    for n, reading in enumerate(readings):
        floor = FLOOR * instruments[reading.at].reading_sd_w
        if reading.forward_w is not None:
            rows.append((n, True, False, float(np.log(reading.forward_w + floor)), floor))
            if reading.reflected_w is not None:
                rows.append((n, False, False, float(np.log(reading.reflected_w + floor)), floor))
        if reading.swr is not None:
            rows.append((n, False, True, reading.rho or 0.0, floor))
    which, power, ratio_, value, floors = (np.array(column) for column in zip(*rows, strict=True))
    return Seen(which, power, ratio_, value, floors)


@dataclass(frozen=True)
class Case:
    """The readings of a station, and ``gamma`` re 50 Ω of its antenna as it is described, (T, F): one row
    where its phase is known, else one for each phase that is tried; what was told ``beside`` the readings,
    and by the bench; ``also_hz``: where it is looked at though nothing was read there."""

    unknowns: Unknowns
    readings: tuple[Taken, ...]
    gamma: Complex
    beside: tuple[Beside, ...] = ()
    benched: tuple[Benched, ...] = ()
    also_hz: tuple[float, ...] = ()

    @cached_property
    def station(self) -> Station:
        """As it is described."""
        return self.unknowns.station

    @cached_property
    def freq_hz(self) -> Real:
        """Each frequency once, rising."""
        freqs = (value.freq_hz for value in self.beside)
        return np.unique([*(reading.freq_hz for reading in self.readings), *freqs, *self.also_hz])

    @cached_property
    def that_day(self) -> tuple[Beside, ...]:
        """What was told beside the readings on their day."""
        return tuple(value for value in self.beside if value.age is None)

    @cached_property
    def before(self) -> tuple[Beside, ...]:
        """What was told before."""
        return tuple(value for value in self.beside if value.age is not None)

    def beyond_tuner(self, beside: Beside) -> bool:
        """Whether a tuner stands between it and the antenna, which was out of line then."""
        return any(part.tuner and not part.bypassed for part in self.station.chain[beside.joint :])

    @cached_property
    def beside_values(self) -> Real:
        """What was told beside the readings, a row each: on the bench, on their day, before."""
        values = [value for beside in (*self.that_day, *self.before) for value in beside.values]
        return np.array([*(benched.log_factor for benched in self.benched), *values])

    @cached_property
    def row_freq(self) -> Indices:
        """At which frequency each row is, with those beside the readings behind them."""
        beside = [value.freq_hz for value in (*self.that_day, *self.before) for _ in value.values]
        at_no_other = np.zeros(len(self.benched), dtype=int)  # a factor is of all frequencies
        return np.concatenate([self.places.freq, at_no_other, np.searchsorted(self.freq_hz, beside)])

    @cached_property
    def instruments(self) -> dict[int, Instrument]:
        """Of each place that was read."""
        return {at: instrument(self.station, at) for at in sorted({reading.at for reading in self.readings})}

    @cached_property
    def rows(self) -> Seen:
        """What was read."""
        return seen(self.readings, self.instruments)

    def read_as(self, slip: Slip) -> Real:
        """The values of all rows, what was swapped put right."""
        if not slip.swapped:
            return self.rows.value
        value = self.rows.value.copy()
        forward = np.flatnonzero(self.places.slipped(slip) & self.rows.is_power)
        value[forward], value[forward + 1] = value[forward + 1], value[forward]
        return value

    @cached_property
    def of_row(self) -> list[Taken]:
        """The reading of each row."""
        return [self.readings[int(n)] for n in self.rows.reading]

    @cached_property
    def meters(self) -> list[Instrument]:
        """The meter of each row."""
        return [self.instruments[reading.at] for reading in self.of_row]

    @cached_property
    def weather_sd(self) -> float:
        """How far the antenna's resonance is open by the weather, a share of its frequency."""
        return WET_SD if any(reading.weather == "wet" for reading in self.readings) else 0.0

    @cached_property
    def first_tuner(self) -> int:
        """Where the first tuner in line stands; before everything where there is none."""
        return next(
            (n for n, part in enumerate(self.station.chain) if part.tuner and not part.bypassed), RADIO
        )

    @cached_property
    def tuned(self) -> Mask:
        """Of each row, whether it was read before a tuner that was matching."""
        return np.array(
            [reading.tuner == "auto" and reading.at < self.first_tuner for reading in self.of_row]
        )

    @cached_property
    def tuned_at(self) -> list[tuple[float, Load]]:
        """Of each row, its frequency and its load: a tuner is matched to each anew."""
        return [(reading.freq_hz, reading.load) for reading in self.of_row]

    @cached_property
    def places(self) -> Places:
        """Where each row was read."""
        read = self.of_row
        return Places(
            plane=np.array([reading.at + 1 for reading in read]),
            freq=np.searchsorted(self.freq_hz, [reading.freq_hz for reading in read]),
            state=np.array([STATES.index((reading.tuner, reading.load)) for reading in read]),
            reading=self.rows.reading,
            at=np.array([reading.at for reading in read]),
            share=np.array([shown_share(self.station, reading) for reading in read]),
            reference_ohm=np.array([meter.reference_ohm for meter in self.meters]),
            radio=np.array([reading.at == RADIO for reading in read]),
            planes=len(self.station.chain) + 2,
        )

    @cached_property
    def log_power(self) -> Real:
        """ln of the power that was set over the rated power, of each row; 0 where it is not known."""
        rated = self.station.transmitter.power_w
        return np.array(
            [0.0 if reading.power_w is None else np.log(reading.power_w / rated) for reading in self.of_row]
        )

    @cached_property
    def power_open(self) -> Mask:
        """Of each row, whether nothing is known of the power that was set."""
        return np.array([reading.power_w is None for reading in self.of_row])

    @cached_property
    def speech_sd(self) -> Real:
        """By how much the logarithm of each row's power may be off, as it is of speech."""
        return np.array([share_of(self.station, reading)[1] for reading in self.of_row])

    @cached_property
    def speech_column(self) -> Indices:
        """Of each row of a reading with two powers of speech, the column of what is shown of it; else 0."""
        return np.array([self.where.get(("speech", int(n)), 0) for n in self.rows.reading])

    @cached_property
    def leak(self) -> Real:
        """Of each row's meter, of each part of what leaks."""
        return np.array([meter.leak_sd for meter in self.meters])

    @cached_property
    def error_w(self) -> Real:
        """Of each row's meter, of each power it shows."""
        return np.array([meter.reading_sd_w for meter in self.meters])

    @cached_property
    def gain_sd(self) -> Real:
        """Of each row's meter, of the logarithm of all its powers."""
        return np.array([meter.gain_sd for meter in self.meters])

    @cached_property
    def gain_column(self) -> Indices:
        """Of each row, the column of its meter's gain."""
        return np.array([self.where["gain", reading.at] for reading in self.of_row])

    @cached_property
    def leak_columns(self) -> tuple[Indices, Indices]:
        """Of each row, the columns of what leaks into its power and into its |Γ|."""
        groups = [(reading.at, reading.freq_hz, reading.tuner, reading.load) for reading in self.of_row]
        power, rho = (
            np.array([self.where[kind, group] for group in groups]) for kind in ("leak-power", "leak-rho")
        )
        return power, rho

    @cached_property
    def tuning_column(self) -> Indices:
        """Of each row read before a tuner that was matching, the column of what is left of that; else 0."""
        return np.array([self.where.get(("tuning", tuned), 0) for tuned in self.tuned_at])

    @cached_property
    def flat_density(self) -> Real:
        """Of each row, how likely any value is that its meter may show at all: |Γ| even over 0 to 1, a power
        even in its logarithm over the scale."""
        full = np.array([meter.full_scale_w for meter in self.meters])
        rows = self.rows
        width = np.log((full + rows.floor_w) / rows.floor_w)
        rho = np.where(rows.is_swr, rows.value, np.exp((rows.value - np.roll(rows.value, 1)) / 2))
        of_rho = 0.9 / np.maximum(rho, 1.0) ** 2 * np.where(rows.is_swr, 1.0, rho / 2)
        return np.where(rows.is_power, 1 / np.maximum(width, 1.0), of_rho)

    @cached_property
    def columns(self) -> tuple[Column, ...]:
        """What is unknown, each with unit variance: the power, as it was set or as it is open; what a slip
        leaves open; the antenna's resonance and resistance; what
        hinders; each part's loss; Γ at each frequency; and of the meters their gains, their leaks, what is
        shown of speech by two powers alike, and what is left of the tuning."""
        out: list[Column] = [
            ("power", 0),
            ("power-open", 0),
            ("scale", 0),
            ("moved", 0),
            ("ohm", 0),
            ("size", 0),
        ]
        out += [("part", n) for n in self.unknowns.parts]
        out += [(part, f) for part in ("re", "im") for f in self.freq_hz.tolist()]
        out += [("gain", at) for at in self.instruments]
        groups = sorted(
            {(reading.at, reading.freq_hz, reading.tuner, reading.load) for reading in self.readings}
        )
        out += [(kind, group) for group in groups for kind in ("leak-power", "leak-rho")]
        spoken = self.rows.reading[(self.speech_sd > 0) & ~self.rows.is_power & ~self.rows.is_swr]
        out += [("speech", int(n)) for n in spoken]
        tuned = {state for state, mine in zip(self.tuned_at, self.tuned, strict=True) if mine}
        out += [("tuning", state) for state in sorted(tuned)]
        return tuple(out)

    @cached_property
    def where(self) -> dict[Column, int]:
        """The place of each column."""
        return {column: n for n, column in enumerate(self.columns)}

    def slice_of(self, kind: str) -> slice:
        """The columns of a kind that stand together."""
        of_kind = [n for n, (name, _) in enumerate(self.columns) if name == kind]
        return slice(of_kind[0], of_kind[-1] + 1) if of_kind else slice(0, 0)

    @cached_property
    def on_dummy(self) -> Mask:
        """Of each row, whether a dummy load stood in place of the antenna."""
        return np.array([reading.load == "dummy" for reading in self.of_row])

    def walk(self, worlds: Worlds, states: Sequence[bool]) -> list[Walked | None]:
        """The station in each world, in each of the states that are wanted."""
        return [
            walked(
                in_state(self.station, tuner),
                self.freq_hz,
                self.unknowns.parts,
                worlds if load == "antenna" else replace(worlds, gamma=np.zeros_like(worlds.gamma)),
            )
            if wanted
            else None
            for (tuner, load), wanted in zip(STATES, states, strict=True)
        ]


def in_state(station: Station, state: State) -> Station:
    """The station with its tuners in line or out of it; those set by hand as they stand."""
    if state == "auto":
        return station
    return replace(station, chain=tuple(_out(part) for part in station.chain))


def _out(part: Part) -> Part:
    return replace(part, setting="bypass") if part.tuner else part  # type: ignore[type-var]  # a dataclass
