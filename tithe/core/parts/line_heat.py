"""The heat that a line can give off: through its jacket to still air, by convection and radiation.

P′ = h π D ΔT, with h ≈ 12 W/(m²K), D the diameter over the jacket, and ΔT what the insulation bears above
the air round it: some 40 K for solid polyethylene, 25 K for foam (the inner conductor wanders when it
softens), 100 K for PTFE. Fair to a quarter for a single line in still air; in the sun, in a bundle or a
duct it bears less.

Source: textbook heat transfer from a horizontal cylinder of some millimetres, 6 W/(m²K) by convection and 6
by radiation. It gives what typical ratings say of a matched load at 30 MHz: some 400 W for RG-58, 1,700 W
for RG-213, 110 W for RG-174.
"""

from __future__ import annotations

import numpy as np

from tithe.core.errors import require_positive

TRANSFER_W_PER_M2_K = 12.0
RISE_K = {"solid": 40.0, "foam": 25.0, "ptfe": 100.0}
"""What kinds of insulation bear above the air round them, K."""


def jacket_heat_w_per_m(outer_m: float, rise_k: float) -> float:
    """W that a metre of line gives off at a rise of its surface, diameter in m.

    >>> round(jacket_heat_w_per_m(4.95e-3, RISE_K["solid"]), 2)
    7.46
    """
    require_positive("outer_m", outer_m)
    require_positive("rise_k", rise_k)
    return TRANSFER_W_PER_M2_K * np.pi * outer_m * rise_k
