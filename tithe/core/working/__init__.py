"""The working behind a figure: which rule, filled with which figures of the core.

A `Working` is a chain of steps, each a formula of `tithe.core.working.formulas` and the symbol it gives.
Nothing is computed here: the values are those that the core computed the figure from and the figure itself,
so that putting them into the formula is a check on both.
"""

from tithe.core.working.aims import workings_of_drift, workings_of_radials, workings_of_trim
from tithe.core.working.asked import working_of_line_loss
from tithe.core.working.chosen import working_of_candidate
from tithe.core.working.decided import working_of_map, workings_of_break_even, workings_of_lengths
from tithe.core.working.ledger import working_of
from tithe.core.working.swept import working_of_sweep
from tithe.core.working.working import Case, Step, Working

__all__ = [
    "Case",
    "Step",
    "Working",
    "working_of",
    "working_of_candidate",
    "working_of_line_loss",
    "working_of_map",
    "working_of_sweep",
    "workings_of_break_even",
    "workings_of_drift",
    "workings_of_lengths",
    "workings_of_radials",
    "workings_of_trim",
]
