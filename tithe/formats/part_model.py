"""Parts of the run as the station file writes them: lines, meters, tuners, transformers, in-line parts."""

from __future__ import annotations

from typing import Annotated, Any, Literal, Self

from pydantic import Discriminator, Field, Tag, model_validator

from tithe.formats.wire import Name, NotNegative, Positive, Ratio, Share, Wire, above, broken

Velocity = Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=1)]


class RatedPart(Wire):
    """What parts have in common."""

    label: Name = ""
    bypassed: bool = False
    f_min_mhz: Positive | None = None
    f_max_mhz: Positive | None = None
    max_power_w: Positive | None = None
    max_volts_rms: Positive | None = None
    passes_dc: bool | None = None

    @model_validator(mode="after")
    def _band(self) -> Self:
        above(self, "f_max_mhz", "f_min_mhz")
        return self


class LineLimits(Wire):
    """What a line bears and how it may be worse than its figures: W that a metre of jacket gives off, how
    many times the loss when wet, and below some 5 MHz (copper-clad steel)."""

    heat_w_per_m: Positive | None = None
    wet_factor: Ratio | None = None
    low_band_factor: Ratio | None = None


class LineFigures(LineLimits):
    """A line by its figures; k in dB per 100 m, per √MHz and per MHz."""

    r0_ohm: Positive
    velocity_factor: Velocity
    k1: NotNegative
    k2: NotNegative
    max_volts_rms: Positive | None = None


class TwoWireFigures(LineLimits):
    """A two-wire line by its geometry."""

    wire_mm: Positive
    spacing_mm: Positive
    velocity_factor: Velocity = 1.0
    resistivity_ohm_m: Positive = 1.72e-8
    max_volts_rms: Positive | None = None

    @model_validator(mode="after")
    def _apart(self) -> Self:
        above(self, "spacing_mm", "wire_mm")
        return self


class LineReadings(LineLimits):
    """A line from one's own loss readings [MHz, dB per 100 m], two or more."""

    r0_ohm: Positive
    velocity_factor: Velocity
    readings: Annotated[list[tuple[Positive, NotNegative]], Field(min_length=2, max_length=1000)]
    max_volts_rms: Positive | None = None


def _line_tag(value: Any) -> str | None:
    if isinstance(value, str):
        return "a slug"
    keys = value if isinstance(value, dict) else getattr(type(value), "model_fields", None)
    if keys is None:
        return None
    if "readings" in keys:
        return "some readings"
    return "a two-wire" if "wire_mm" in keys or "spacing_mm" in keys else "some figures"


LineChoice = Annotated[
    Annotated[Name, Tag("a slug")]
    | Annotated[LineFigures, Tag("some figures")]
    | Annotated[TwoWireFigures, Tag("a two-wire")]
    | Annotated[LineReadings, Tag("some readings")],
    Discriminator(
        _line_tag,
        custom_error_type="rule",
        custom_error_message="must be a line of the shelf, or an object of figures",
    ),
]


class LineModel(LineLimits):
    """``line`` is a slug of the shelf, or figures; limits given here go before the line's own."""

    kind: Literal["line"]
    label: Name = ""
    bypassed: bool = False
    line: LineChoice
    length_m: NotNegative


class MeterModel(RatedPart):
    """``full_scale_w``: the range in use, multiplier included."""

    kind: Literal["meter"]
    full_scale_w: Positive | None = None
    accuracy_pct: NotNegative | None = None
    directivity_db: Positive | None = None
    mode: Literal["average", "peak"] = "average"
    loss_db: NotNegative = 0.0
    series_share: Share = 0.5

    @model_validator(mode="after")
    def _scale(self) -> Self:
        if self.accuracy_pct is not None and self.full_scale_w is None:
            raise broken("accuracy_pct", "is a share of full_scale_w, which is missing")
        return self


class InlineModel(RatedPart):
    """Connector, arrestor, switch, choke, filter.

    ``series_share``: how much of the loss sits in series. ``choke``: it keeps current off the outside of
    the coax; left out, it does if its name says so.
    """

    kind: Literal["inline"]
    loss_db: NotNegative = 0.0
    z_ohm: Positive = 50.0
    series_share: Share = 0.5
    choke: bool | None = None

    @property
    def is_choke(self) -> bool:
        """Whether it is one, told or by its name."""
        return "choke" in self.label.lower() if self.choke is None else self.choke


class TransformerModel(RatedPart):
    """``ratio``: antenna side over radio side, in impedance. ``choke``: left out, a 1:1 is one."""

    kind: Literal["transformer"]
    ratio: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.001, le=1000)] = 1.0
    loss_db: NotNegative = 0.0
    z_ohm: Positive = 50.0
    magnetizing_uh: Positive | None = None
    core_loss_ohm: Positive | None = None
    leakage_uh: NotNegative | None = None
    series_share: Share = 0.5
    choke: bool | None = None

    @property
    def is_choke(self) -> bool:
        """Whether it keeps current off the outside of the coax."""
        return self.ratio == 1 if self.choke is None else self.choke


class Knobs(Wire):
    """Knob values; which ones there are depends on the network."""

    c_pf: Positive | None = None
    l_uh: NotNegative | None = None
    c1_pf: Positive | None = None
    c2_pf: Positive | None = None
    l1_uh: NotNegative | None = None
    l2_uh: NotNegative | None = None


QualityModel = Positive | Annotated[list[tuple[Positive, Positive]], Field(min_length=1, max_length=100)]
"""A coil's Q, or points [MHz, Q]: straight between, level beyond their ends."""


class BankModel(RatedPart):
    """What tuners of coils and capacitors have in common.

    Strays: ``lead_nh``, the leads of each element; ``stray_pf``, across either port. ``set_mhz``: the
    frequency that knobs set by hand were set for.
    """

    capacitor_volts: Positive | None = None
    coil_amps: Positive | None = None
    lead_nh: NotNegative = 0.0
    stray_pf: NotNegative = 0.0
    set_mhz: Positive | None = None
    dc_on_coax: bool = False


class TunerModel(BankModel):
    """A tuner of coils and capacitors.

    ``c_max_pf`` left out is what such tuners have: 250 pF in a high-pass T, 2000 pF in the others, whose
    capacitors stand across the line.
    """

    kind: Literal["tuner"]
    network: Literal[
        "l",
        "l-coil-then-shunt-c",
        "l-shunt-c-then-coil",
        "l-capacitor-then-shunt-l",
        "l-shunt-l-then-capacitor",
        "t-highpass",
        "t-lowpass",
        "pi",
    ]
    setting: Literal["auto", "bypass"] | Knobs = "auto"
    goal: Literal["loss", "stress"] = "loss"
    coil_q: QualityModel = 200.0
    capacitor_q: Positive = 1500.0
    c_min_pf: Positive = 20.0
    c_max_pf: Positive | None = None
    l_min_uh: NotNegative = 0.0
    l_max_uh: Positive = 30.0

    @property
    def capacitors_to_pf(self) -> float:
        """The largest capacitance, given or usual."""
        return self.c_max_pf or (250.0 if self.network == "t-highpass" else 2000.0)

    @model_validator(mode="after")
    def _ranges(self) -> Self:
        self.c_max_pf = self.capacitors_to_pf
        above(self, "c_max_pf", "c_min_pf")
        above(self, "l_max_uh", "l_min_uh")
        if self.goal == "stress" and (self.capacitor_volts is None or self.coil_amps is None):
            raise broken("goal", "least stress needs capacitor_volts and coil_amps")
        return self


class SteppedKnobs(Wire):
    """The steps switched in, and the form the relays make."""

    form: Literal["l-coil-then-shunt-c", "l-shunt-c-then-coil"]
    c_pf: NotNegative
    l_uh: NotNegative


class SteppedTunerModel(BankModel):
    """A relay tuner: banks of ``2**bits`` steps. ``done_swr``: where it calls itself done."""

    kind: Literal["tuner"]
    network: Literal["stepped-l"]
    setting: Literal["auto", "bypass"] | SteppedKnobs = "auto"
    c_step_pf: Positive = 10.0
    c_bits: Annotated[int, Field(strict=True, ge=1, le=10)] = 8
    l_step_uh: Positive = 0.05
    l_bits: Annotated[int, Field(strict=True, ge=1, le=10)] = 8
    coil_q: QualityModel = 100.0
    capacitor_q: Positive = 1000.0
    done_swr: Ratio = 1.5


class RatedTunerModel(RatedPart):
    """A tuner known by its sheet."""

    kind: Literal["tuner"]
    network: Literal["rated"]
    setting: Literal["auto", "bypass"] = "auto"
    reach_swr: Annotated[float, Field(strict=True, allow_inf_nan=False, gt=1, le=1e6)]
    loss_db_at_1: NotNegative = 0.2
    loss_db_at_reach: NotNegative = 0.5
    dc_on_coax: bool = False

    @model_validator(mode="after")
    def _rising(self) -> Self:
        if self.loss_db_at_reach < self.loss_db_at_1:
            raise broken("loss_db_at_reach", f"must not be below loss_db_at_1 ({self.loss_db_at_1:g})")
        return self


_OTHER_TUNERS = {"stepped-l": "a stepped tuner", "rated": "a rated tuner"}
_PARTS = ("line", "meter", "tuner", "inline", "transformer")


def _part_tag(value: Any) -> str | None:
    kind = value.get("kind") if isinstance(value, dict) else getattr(value, "kind", None)
    if kind == "tuner":
        network = value.get("network") if isinstance(value, dict) else getattr(value, "network", None)
        return _OTHER_TUNERS.get(str(network), "a tuner")
    return f"a {kind}" if kind in _PARTS else None


PartModel = Annotated[
    Annotated[LineModel, Tag("a line")]
    | Annotated[MeterModel, Tag("a meter")]
    | Annotated[TunerModel, Tag("a tuner")]
    | Annotated[SteppedTunerModel, Tag("a stepped tuner")]
    | Annotated[RatedTunerModel, Tag("a rated tuner")]
    | Annotated[InlineModel, Tag("a inline")]
    | Annotated[TransformerModel, Tag("a transformer")],
    Discriminator(
        _part_tag,
        custom_error_type="rule",
        custom_error_message=f"must be one of {', '.join(_PARTS)}",
        custom_error_context={"key": "kind"},
    ),
]
