"""A tuner's reach, its dials fitted, and the order of hands: beside the search of its loads one by one."""

from collections.abc import Iterator
from typing import Any

import numpy as np

from benchmarks.timing import seconds
from tithe.core import SteppedTuner, Tuner
from tithe.core.parts.tuner.dial import straight
from tithe.core.parts.tuner.networks import NETWORKS
from tithe.core.parts.tuner.rated import RatedTuner
from tithe.core.tuner_use.fit import fit_dials
from tithe.core.tuner_use.hands import by_the_meter, halves
from tithe.core.tuner_use.predict import predict
from tithe.core.tuner_use.preset import Preset
from tithe.core.tuner_use.reach import meet, reach

FREQS = (3.65e6, 7.1e6, 28.5e6)


def lines() -> Iterator[str]:
    """One line of text per measurement."""
    made = [Tuner(name, c_max_f=250e-12 if name == "t-highpass" else 2e-9, capacitor_volts=1e3, coil_amps=5)
            for name in NETWORKS]  # fmt: skip
    tuners: list[Any] = [*made, SteppedTuner(), RatedTuner()]
    took = {(n, f): seconds(lambda: reach(t, f, 50.0)) for n, t in enumerate(tuners) for f in FREQS}  # noqa: B023 - at once
    slowest = max(took, key=lambda key: took[key])
    count = len(reach(made[0], 7e6, 50.0).gamma)
    yield (
        f"reach of {len(tuners)} networks at {len(FREQS)} frequencies, {count} loads each: most "
        f"{1000 * took[slowest]:.0f} ms ({tuners[slowest[0]].network}; aim 200)"
    )
    t = next(item for item in made if item.network == "t-highpass")
    disc = reach(t, 7.1e6, 50.0)
    loads = 50 * (1 + 0.98 * disc.gamma) / (1 - 0.98 * disc.gamma)
    some = loads[::20]
    one_by_one = seconds(lambda: [meet(t, np.array([7.1e6]), z[None], 50.0) for z in some], runs=1)
    ratio = one_by_one * len(loads) / len(some) / seconds(lambda: reach(t, 7.1e6, 50.0))
    yield f"the reach of a T, {ratio:.0f} × as fast as its loads one by one"
    dials = {"c1": straight((0, 100), 20e-12, 250e-12), "l": straight((0, 100), 0, 30e-6),
             "c2": straight((0, 100), 250e-12, 20e-12)}  # fmt: skip
    known = [(3.65e6, 20 - 60j), (5.4e6, 90 + 40j), (7.1e6, 60 + 10j),
             (10.1e6, 30 + 100j), (14.2e6, 200 - 80j), (21.2e6, 90 + 5j)]  # fmt: skip
    presets = [Preset(f, predict(t, dials, f, z, 50.0).dials) for f, z in known]
    fitted = seconds(lambda: fit_dials(t, {}, presets, np.array([z for _, z in known]), 50.0), runs=3)
    hands = seconds(lambda: by_the_meter(t, halves(t), 3.65e6, 3.3 - 13j, 50.0), runs=3)
    yield f"three dials fitted to six presets: {1000 * fitted:.0f} ms"
    yield f"the order of hands where two knobs must be turned together: {1000 * hands:.0f} ms"
