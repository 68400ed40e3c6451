"""How often a diagnosis is right that is told with so much: hidden stations by the hundred, in a table.

``python -m benchmarks.reliability`` writes `docs/reliability.md`. The stations are those of
`tithe.core.practice.hidden`,
whose families and sizes are not the priors': a demo station, read at the meters it has.
"""

import json
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import NamedTuple

import numpy as np

from tithe.core import Station
from tithe.core.log.reconcile import NAMED, reconcile
from tithe.core.parts.meter import Meter
from tithe.core.practice.hidden import hidden
from tithe.document.station import StationFile

DEMOS = Path(__file__).parents[1] / "tithe" / "web" / "stations" / "demo_data"
PAGE = Path(__file__).parents[1] / "docs" / "reliability.md"
BINS = ((0.0, 0.4), (0.4, 0.6), (0.6, NAMED), (NAMED, 0.95), (0.95, 1.01))
FREQS = ((7.1e6,), (7.1e6, 14.1e6), (3.65e6, 7.1e6), (7.1e6, 21.2e6))


class Trial(NamedTuple):
    """What was there, what was likeliest with which share, and the squared error of all shares."""

    cause: str
    likeliest: str
    share: float
    brier: float


def stations() -> list[Station]:
    """The mill as it is, and with a meter of its own at the feedpoint."""
    document = json.loads((DEMOS / "brackenfell-mill.json").read_text("utf-8"))
    mill = StationFile.model_validate(document).to_core()
    far = Meter("at the mast", 200, 5, 25)
    return [mill, Station(mill.transmitter, (*mill.chain, far), mill.antenna)]


def trials(count: int, seed: int = 1) -> Iterator[Trial]:
    """So many hidden stations, read and diagnosed."""
    rng, kept = np.random.default_rng(seed), stations()
    for n in range(count):
        freqs = np.array(FREQS[int(rng.integers(len(FREQS)))])
        trial = hidden(kept[n % len(kept)], freqs, rng, power_known=bool(rng.random() < 0.5))
        causes = reconcile(kept[n % len(kept)], trial.readings).causes
        shares = {cause.id: cause.weight for cause in causes}
        right = shares.get(trial.cause, 0.0)
        brier = sum(share**2 for share in shares.values()) - 2 * right + 1
        yield Trial(trial.cause, causes[0].id, causes[0].weight, brier)


def lines(trials_made: list[Trial]) -> Iterator[str]:
    """The page."""
    named = [trial for trial in trials_made if trial.share >= NAMED]
    blamed = [trial for trial in named if trial.likeliest != "as-described"]
    honest = [trial for trial in trials_made if trial.cause == "as-described"]
    accused = sum(trial.likeliest != "as-described" and trial.share >= NAMED for trial in honest)
    right = [trial for trial in named if trial.likeliest == trial.cause]
    yield "# How often a diagnosis is right"
    yield ""
    yield (
        f"{len(trials_made)} stations with something hidden in them (or nothing), drawn by "
        "`tithe/core/practice/hidden.py`: "
        "causes of continuous size, whose families and sizes are not the priors that the diagnosis has, "
        "solved part by part and read by meters that leak and err. Made by `make reliability`."
    )
    yield ""
    yield "| the likeliest cause had | how many | on average | was so |"
    yield "|---|---|---|---|"
    for low, high in BINS:
        some = [trial for trial in trials_made if low <= trial.share < high]
        if some:
            mean = np.mean([trial.share for trial in some])
            so = np.mean([trial.likeliest == trial.cause for trial in some])
            yield f"| {low:.0%} to {min(high, 1):.0%} | {len(some)} | {mean:.0%} | {so:.0%} |"
    yield ""
    yield f"- Told with {NAMED:.0%} and more: {len(named)}, of which {len(right) / len(named):.0%} were so."
    rightly = sum(trial.likeliest == trial.cause for trial in blamed) / max(len(blamed), 1)
    yield f"- Of these a fault or a slip: {len(blamed)}, of which {rightly:.0%} were so."
    yield f"- Honest stations: {len(honest)}, of which {accused} were accused of something."
    yield f"- Brier score over all causes: {np.mean([trial.brier for trial in trials_made]):.2f}."
    yield ""
    yield "| what was hidden | how often | Brier score | named rightly |"
    yield "|---|---|---|---|"
    for cause in sorted({trial.cause for trial in trials_made}):
        mine = [trial for trial in trials_made if trial.cause == cause]
        outcome = np.mean([trial.likeliest == cause and trial.share >= NAMED for trial in mine])
        yield f"| `{cause}` | {len(mine)} | {np.mean([trial.brier for trial in mine]):.2f} | {outcome:.0%} |"
    yield ""
    yield (
        "What the meters there are cannot part stays open, and is said to be: a resistance in series at the "
        "feedpoint and one that has grown are one, and the water of a line hardly shows without a meter "
        "behind it."
    )


def main() -> None:
    """Write the page."""
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 500
    PAGE.write_text("\n".join(lines(list(trials(count)))) + "\n", "utf-8")
    print(PAGE.read_text("utf-8"))


if __name__ == "__main__":
    main()
