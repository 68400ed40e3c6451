"""What is asked of sweeps that are not kept: what a file holds, and what an analyzer would have saved."""

from __future__ import annotations

from typing import Any

from tithe import text
from tithe.answers.question import Request, Work, at_once, question
from tithe.answers.requests import TextFile
from tithe.answers.sweep.requests import Columns, Recognised, SimulatedFile, SimulateRequest
from tithe.core.errors import InputError
from tithe.core.sweep import Analyzer, measure
from tithe.document import antenna_file
from tithe.document.antenna import AntennaModel
from tithe.files import sweep_csv, sweep_file

_PREVIEW = 4


class ReadAntenna(Request):
    """What a file of antenna data holds, as the station file writes it."""

    antenna: AntennaModel


@question("antenna/read")
def read_antenna(file: TextFile) -> Work[ReadAntenna]:
    """Read a Touchstone or CSV file of antenna data."""
    return at_once(as_antenna(antenna_file.read(file.text)))


def as_antenna(antenna: dict[str, Any]) -> Any:
    """An antenna as the answer tells it: without what it does not say."""
    return ReadAntenna.model_validate({"antenna": antenna}).model_dump(exclude_none=True)


@question("sweeps/recognise")
def recognise(file: TextFile) -> Work[Recognised]:
    """What a file seems to hold, to be confirmed."""
    if sweep_file.is_touchstone(file.text):
        sweep_file.read_kept(file.text)
        return at_once(Recognised(kind="touchstone", heads=[], rows=[], columns=None, question=""))
    columns = sweep_csv.recognise(file.text)
    names = ("frequency", "unit", "holds", "first", "second")
    return at_once(
        Recognised(
            kind="csv",
            heads=list(columns.heads),
            rows=sweep_csv.first_rows(file.text, columns, _PREVIEW),
            columns=Columns(**{name: getattr(columns, name) for name in names}),
            question=text.rule(InputError("", columns.question)) if columns.question else "",
        )
    )


@question("sweeps/simulate")
def simulate(body: SimulateRequest) -> Work[SimulatedFile]:
    """What a simulated analyzer saves when it measures the station at a joint."""
    analyzer = Analyzer(
        body.start_mhz * 1e6, body.stop_mhz * 1e6, body.points, body.noise, body.directivity_db,
        body.drift_db, body.drift_deg, body.seed,
    )  # fmt: skip
    sweep = measure(body.document.to_core(), body.joint, analyzer)
    saved = sweep_file.write(sweep, f"simulated analyzer at joint {body.joint}")
    return at_once(SimulatedFile(text=saved))
