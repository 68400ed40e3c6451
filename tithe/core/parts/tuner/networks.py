"""The named networks as ladders, and the names of their knobs."""

from __future__ import annotations

from dataclasses import dataclass

from tithe.core.parts.tuner.elements import NO_STRAYS, Element, Kind, Strays
from tithe.core.parts.tuner.ladder import Ladder, Plane


@dataclass(frozen=True)
class Network:
    """A network's shape: plane of the ladder, the kind and knob name of each element from the radio on."""

    slug: str
    plane: Plane
    elements: tuple[tuple[str, Kind], ...]

    def ladder(self, coil: Element, capacitor: Element, strays: Strays = NO_STRAYS) -> Ladder:
        """The ladder with real elements."""
        parts = [coil if kind == "coil" else capacitor for _, kind in self.elements]
        far = parts[2] if len(parts) == 3 else None
        return Ladder(self.plane, parts[0], parts[1], far, strays)

    @property
    def knobs(self) -> tuple[str, ...]:
        """Knob names from the radio on: ``c…`` in F, ``l…`` in H."""
        return tuple(name for name, _ in self.elements)


_C: tuple[str, Kind] = ("c", "capacitor")
_L: tuple[str, Kind] = ("l", "coil")
L_FORMS = (
    Network("l-coil-then-shunt-c", "T", (_L, _C)),
    Network("l-shunt-c-then-coil", "pi", (_C, _L)),
    Network("l-capacitor-then-shunt-l", "T", (_C, _L)),
    Network("l-shunt-l-then-capacitor", "pi", (_L, _C)),
)
T_HIGHPASS = Network("t-highpass", "T", (("c1", "capacitor"), ("l", "coil"), ("c2", "capacitor")))
T_LOWPASS = Network("t-lowpass", "T", (("l1", "coil"), ("c", "capacitor"), ("l2", "coil")))
PI = Network("pi", "pi", (("c1", "capacitor"), ("l", "coil"), ("c2", "capacitor")))
NETWORKS: dict[str, tuple[Network, ...]] = {
    "l": L_FORMS,
    **{form.slug: (form,) for form in L_FORMS},
    "t-highpass": (T_HIGHPASS,),
    "t-lowpass": (T_LOWPASS,),
    "pi": (PI,),
}
