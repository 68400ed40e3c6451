"""Tuners of coils and capacitors in the station file: turned by hand or found, and in relay steps."""

from __future__ import annotations

from typing import Annotated, Any, ClassVar, Literal, Self

from pydantic import Field, model_validator

from tithe.core import SteppedTuner, Tuner
from tithe.core.errors import require
from tithe.core.parts.tuner.dial import Dial
from tithe.core.parts.tuner.elements import Quality, Strays
from tithe.core.tuner_use.preset import KnobTuner, Preset, knobs_of, require_dials
from tithe.document.fields import FileObject, NotNegative, Positive, Ratio, form_field
from tithe.document.parts.dials import DialModel, PresetModel, core_dials
from tithe.document.parts.part import RATINGS, RatedPart, scaled

STRAYS = "Strays"


class Knobs(FileObject):
    """Knob values; which ones there are depends on the network."""

    c_pf: Positive | None = None
    l_uh: NotNegative | None = None
    c1_pf: Positive | None = None
    c2_pf: Positive | None = None
    l1_uh: NotNegative | None = None
    l2_uh: NotNegative | None = None


class SteppedKnobs(FileObject):
    """The steps switched in, and the form the relays make."""

    form: Literal["l-coil-then-shunt-c", "l-shunt-c-then-coil"]
    c_pf: NotNegative
    l_uh: NotNegative


QualityModel = Positive | Annotated[list[tuple[Positive, Positive]], Field(min_length=1, max_length=100)]
"""A coil's Q, or points [MHz, Q]: straight between, level beyond their ends."""
_SCALE = {"pf": 1e-12, "uh": 1e-6}


class TunerFile(RatedPart):
    """What all tuners have in common: ``setting``, ``network``, and whether the supply comes by the coax."""

    shelf_title: ClassVar[str] = "Tuners"
    kind: Literal["tuner"]
    dc_on_coax: Annotated[
        bool, form_field("Its supply comes through the coax", widget="switch", section=RATINGS)
    ] = False


class BankModel(TunerFile):
    """What tuners of coils and capacitors have in common.

    Strays: ``lead_nh``, the leads of each element; ``stray_pf``, across either port. ``set_mhz``: the
    frequency that knobs set by hand were set for.
    """

    capacitor_volts: Annotated[
        Positive | None, form_field("Capacitors bear, peak", "volts", section=RATINGS)
    ] = None
    coil_amps: Annotated[Positive | None, form_field("Coil bears", "amps", section=RATINGS)] = None
    lead_nh: Annotated[NotNegative, form_field("Leads of each element", "nh", section=STRAYS)] = 0.0
    stray_pf: Annotated[NotNegative, form_field("Capacitance across each port", "pf", section=STRAYS)] = 0.0
    set_mhz: Positive | None = None
    presets: Annotated[list[PresetModel], Field(max_length=500)] = Field(default_factory=list)

    @property
    def core_presets(self) -> list[Preset]:
        """As the core has them."""
        return [preset.to_core() for preset in self.presets]

    @property
    def core_dials(self) -> dict[str, Dial]:
        """By knob, as the core has them; a relay tuner's steps are its own."""
        return {}

    def _with_presets(self, tuner: KnobTuner) -> None:
        """Look at the presets. Raises `InputError` where they are of other knobs."""
        for n, preset in enumerate(self.core_presets):
            require_dials(tuner, preset, f"presets[{n}]")

    @property
    def strays(self) -> Strays:
        """As the core has them."""
        return Strays(self.lead_nh * 1e-9, self.stray_pf * 1e-12)

    def _core_setting(self, setting: str | FileObject) -> Any:
        if self.bypassed or isinstance(setting, str):
            return "bypass" if self.bypassed else setting
        return _in_si(setting.model_dump(exclude_none=True))


def _in_si(knobs: dict[str, Any]) -> dict[str, Any]:
    """``c1_pf`` and the like in F and H; what has no unit as it is."""
    return {
        key[:-3] if key[-2:] in _SCALE else key: value * _SCALE[key[-2:]] if key[-2:] in _SCALE else value
        for key, value in knobs.items()
    }


def _quality(q: QualityModel) -> Quality:
    return tuple((mhz * 1e6, value) for mhz, value in q) if isinstance(q, list) else q


Networks = Literal[
    "t-highpass",
    "t-lowpass",
    "pi",
    "l",
    "l-coil-then-shunt-c",
    "l-shunt-c-then-coil",
    "l-capacitor-then-shunt-l",
    "l-shunt-l-then-capacitor",
]
_NETWORKS = {
    "t-highpass": "T: capacitor, coil, capacitor",
    "t-lowpass": "T: coil, capacitor, coil",
    "pi": "Pi: capacitor, coil, capacitor",
    "l": "L: the best of its four forms",
    "l-coil-then-shunt-c": "L: coil, then capacitor across",
    "l-shunt-c-then-coil": "L: capacitor across, then coil",
    "l-capacitor-then-shunt-l": "L: capacitor, then coil across",
    "l-shunt-l-then-capacitor": "L: coil across, then capacitor",
}


class TunerModel(BankModel):
    """A tuner of coils and capacitors.

    ``c_max_pf`` left out is what such tuners have: 250 pF in a high-pass T, 2000 pF in the others, whose
    capacitors stand across the line.
    """

    network: Annotated[Networks, form_field("Network", widget="network", choices=_NETWORKS)]
    setting: Annotated[Literal["auto", "bypass"] | Knobs, form_field("Setting", widget="setting")] = "auto"
    goal: Annotated[
        Literal["loss", "stress"],
        form_field("Found for", widget="choice", choices={"loss": "least loss", "stress": "least stress"}),
    ] = "loss"
    c_min_pf: Annotated[Positive, form_field("Capacitors from", "pf")] = 20.0
    c_max_pf: Annotated[Positive | None, form_field("Capacitors to", "pf")] = None
    l_min_uh: Annotated[NotNegative, form_field("Coil from", "uh")] = 0.0
    l_max_uh: Annotated[Positive, form_field("Coil to", "uh")] = 30.0
    capacitor_q: Annotated[Positive, form_field("Capacitor Q")] = 1500.0
    coil_q: Annotated[QualityModel, form_field("Coil Q", widget="by-frequency", heads=["MHz", "Q"])] = 200.0
    dials: dict[str, DialModel] = Field(default_factory=dict)

    @property
    def core_dials(self) -> dict[str, Dial]:
        """As the core has them. Raises `InputError` at their places."""
        return core_dials(self.dials)

    @property
    def capacitors_to_pf(self) -> float:
        """The largest capacitance, given or usual."""
        return self.c_max_pf or (250.0 if self.network == "t-highpass" else 2000.0)

    @model_validator(mode="after")
    def _usual_range(self) -> Self:
        self.c_max_pf = self.capacitors_to_pf
        return self

    def to_core(self) -> Tuner:
        """The core's tuner. Raises `InputError` also where dials and presets are of other knobs."""
        tuner = Tuner(
            self.network, self._core_setting(self.setting), self.goal, _quality(self.coil_q),
            self.capacitor_q, self.c_min_pf * 1e-12, self.capacitors_to_pf * 1e-12, self.l_min_uh * 1e-6,
            self.l_max_uh * 1e-6, self.capacitor_volts, self.coil_amps, self.dc_on_coax, self.name,
            self.ratings, self.strays, scaled(self.set_mhz, 1e6), self.core_dials,
        )  # fmt: skip
        if self.dials or self.presets:
            knobs = knobs_of(tuner)
            for name in self.dials:
                require(name in knobs, f"dials.{name}", "no-knob", allowed=list(knobs))
            self._with_presets(tuner)
        return tuner


Relays = Annotated[int, Field(strict=True, ge=1, le=10)]


class SteppedTunerModel(BankModel):
    """A relay tuner: banks of ``2**bits`` steps. ``done_swr``: where it calls itself done."""

    network: Annotated[
        Literal["stepped-l"],
        form_field("Network", widget="network", choices={"stepped-l": "L in relay steps"}),
    ]
    setting: Annotated[Literal["auto", "bypass"] | SteppedKnobs, form_field("Setting", widget="setting")] = (
        "auto"
    )
    c_step_pf: Annotated[Positive, form_field("Smallest capacitor step", "pf")] = 10.0
    c_bits: Annotated[Relays, form_field("Capacitor relays")] = 8
    l_step_uh: Annotated[Positive, form_field("Smallest coil step", "uh")] = 0.05
    l_bits: Annotated[Relays, form_field("Coil relays")] = 8
    done_swr: Annotated[Ratio, form_field("Done at SWR")] = 1.5
    capacitor_q: Annotated[Positive, form_field("Capacitor Q")] = 1000.0
    coil_q: Annotated[QualityModel, form_field("Coil Q", widget="by-frequency", heads=["MHz", "Q"])] = 100.0

    def to_core(self) -> SteppedTuner:
        """The core's tuner. Raises `InputError` also where presets are of other knobs."""
        tuner = SteppedTuner(
            self.c_step_pf * 1e-12, self.c_bits, self.l_step_uh * 1e-6, self.l_bits, _quality(self.coil_q),
            self.capacitor_q, self.capacitor_volts, self.coil_amps, self.done_swr,
            self._core_setting(self.setting), self.dc_on_coax, self.name, self.ratings, self.strays,
            scaled(self.set_mhz, 1e6),
        )  # fmt: skip
        self._with_presets(tuner)
        return tuner
