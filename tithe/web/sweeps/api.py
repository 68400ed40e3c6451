"""The API of sweeps: bringing them in, keeping them, and reading them at any joint."""

from __future__ import annotations

from typing import Any

from django.db.models import QuerySet
from django.http import HttpRequest
from ninja import Router, Status

from tithe import text
from tithe.core.errors import InputError, require
from tithe.core.sweep import Analyzer, measure, require_plane
from tithe.document import antenna_file
from tithe.document.station_file import to_chain
from tithe.document.work import SweepModel
from tithe.files import sweep_csv, sweep_file
from tithe.results import sweep_shapes as shapes
from tithe.results.working_shapes import WorkingOut
from tithe.web.http import NotKeptError, TextFile, download, plain_json
from tithe.web.slot import slot
from tithe.web.stations import services as stations
from tithe.web.stations.api import ReadAntenna
from tithe.web.sweeps import answers, services
from tithe.web.sweeps import requests as s
from tithe.web.sweeps.models import KeptSweep

router = Router()
_PREVIEW = 4
FORMS = ("s1p", "csv")


def _kept(pk: int) -> KeptSweep:
    """A kept sweep. Raises `NotKeptError`."""
    kept = KeptSweep.objects.filter(pk=pk, station__removed=None).first()
    if kept is None:
        raise NotKeptError("", "no-sweep", pk)
    return kept


def _log(station_pk: int) -> QuerySet[KeptSweep]:
    return stations.kept(station_pk).sweeps.filter(removed=False).select_related("text")


@router.post("/sweeps/recognise", response=s.Recognised)
def recognise(request: HttpRequest, file: TextFile) -> Any:
    """What a file seems to hold, to be confirmed. Keeps nothing."""
    if sweep_file.is_touchstone(file.text):
        sweep_file.read_kept(file.text)
        return {"kind": "touchstone", "heads": [], "rows": [], "columns": None, "question": ""}
    found = sweep_csv.recognise(file.text)
    names = ("frequency", "unit", "holds", "first", "second")
    return {
        "kind": "csv",
        "heads": list(found.heads),
        "rows": sweep_csv.first_rows(file.text, found, _PREVIEW),
        "columns": {name: getattr(found, name) for name in names},
        "question": text.rule(InputError("", found.question)) if found.question else "",
    }


@router.post("/sweeps/simulate", response=s.SimulatedFile)
def simulate(request: HttpRequest, body: s.SimulateRequest) -> Any:
    """What a simulated analyzer saves when it measures the station at a joint."""
    analyzer = Analyzer(
        body.start_mhz * 1e6, body.stop_mhz * 1e6, body.points, body.noise, body.directivity_db,
        body.drift_db, body.drift_deg, body.seed,
    )  # fmt: skip
    sweep = measure(body.document.to_core(), body.joint, analyzer)
    return {"text": sweep_file.write(sweep, f"simulated analyzer at joint {body.joint}")}


@router.get("/stations/{pk}/sweeps", response=list[s.SweepRow], exclude_none=True)
def list_sweeps(request: HttpRequest, pk: int) -> Any:
    """The station's sweeps, oldest first, those removed among them."""
    return stations.kept(pk).sweeps.all()


@router.post("/stations/{pk}/sweeps", response={201: s.SweepRow}, exclude_none=True)
def keep_sweep(request: HttpRequest, pk: int, body: s.NewSweep) -> Any:
    """Read a file's text and keep the sweep."""
    station = stations.kept(pk)
    columns = None
    if body.columns is not None and not sweep_file.is_touchstone(body.text):
        columns = sweep_csv.confirmed(body.text, **body.columns.dict())
    model = SweepModel(
        title=body.title, content=body.text, joint=body.joint, chain=body.chain, trim=body.trim,
        change_m=body.change_m,
    )  # fmt: skip
    return Status(201, services.keep(station, model, columns))


@router.patch("/sweeps/{pk}", response=s.SweepRow, exclude_none=True)
def change_sweep(request: HttpRequest, pk: int, body: s.SweepChange) -> Any:
    """Change what a sweep is called, where it was taken or what it is for."""
    kept = _kept(pk)
    for name, value in body.model_dump(exclude_unset=True, exclude_none=False).items():
        if value is not None or name in ("change_m", "radials", "radial_m"):
            setattr(kept, name, value)
    parts = to_chain(body.chain) if body.chain is not None else kept.chain
    require_plane("joint", kept.joint, len(parts))
    if body.chain is not None:
        kept.chain = [part.model_dump(exclude_none=True) for part in body.chain]
    if body.baseline:
        services.make_baseline(kept)
    kept.save()
    return kept


@router.post("/sweeps/{pk}/look", response=shapes.Look)
def look(request: HttpRequest, pk: int, body: s.LookRequest) -> Any:
    """A sweep at a joint, read and drawn."""
    kept = _kept(pk)
    under = list(_log(kept.station_id).filter(pk__in=body.over).exclude(pk=pk))
    with slot(request, answers.cost_s(kept, *under)) as pause:
        found = answers.look(kept, body.shown, body.bands, body.comfort_swr, body.window, under, pause)
    return plain_json(found)


@router.post("/sweeps/{pk}/working", response=WorkingOut)
def show_working(request: HttpRequest, pk: int, body: s.SweepWorkingRequest) -> Any:
    """How one figure read off a sweep comes about."""
    kept = _kept(pk)
    with slot(request, answers.cost_s(kept)):
        return plain_json(answers.working(kept, body.shown, body.bands, body.comfort_swr, body.figure))


@router.post("/sweeps/{pk}/antenna", response=ReadAntenna, exclude_none=True)
def as_antenna(request: HttpRequest, pk: int) -> Any:
    """The sweep, moved to the feedpoint, as an antenna of the station file."""
    kept = _kept(pk)
    there = services.moved(kept, len(kept.chain))
    require(not there.contradiction, "", "contradiction", told=there.contradiction)
    return {"antenna": antenna_file.of_sweep(there.sweep)}


@router.get("/sweeps/{pk}/file", response=None)
def export_sweep(request: HttpRequest, pk: int, shown: int, form: str = "s1p") -> Any:
    """The sweep at a joint as a download: ``form`` is ``s1p`` or ``csv``."""
    kept = _kept(pk)
    require(form in FORMS, "form", "one-of", form, allowed=list(FORMS))
    sweep = services.moved(kept, shown).sweep
    if form == "s1p":
        require(sweep.gamma is not None, "form", "no-touchstone-without-phase")
    body = sweep_csv.write(sweep) if form == "csv" else sweep_file.write(sweep, kept.title)
    return download(body, f"{kept.title or 'sweep'}.{form}", "text/plain")


@router.post("/stations/{pk}/trim", response=shapes.TrimAnswer)
def trim(request: HttpRequest, pk: int, body: s.TrimRequest) -> Any:
    """The trim log of a station, and what to do next."""
    of = _log(pk).filter(pk=body.sweep or 0).first()
    log = list(_log(pk).filter(trim=True))
    with slot(request, answers.cost_s(*log)) as pause:
        return plain_json(answers.trim(log, body.trim, body.shown, of, pause))


@router.get("/stations/{pk}/radials", response=shapes.RadialsAnswer)
def radials(request: HttpRequest, pk: int, shown: int | None = None, sweep: int | None = None) -> Any:
    """Counted radials: what they took off R, and what the next ones are likely to buy."""
    of = _log(pk).filter(pk=sweep or 0).first()
    log = list(_log(pk).filter(radials__isnull=False))
    with slot(request, answers.cost_s(*log)) as pause:
        return plain_json(answers.radials(log, shown, of, pause))


@router.post("/sweeps/{pk}/drift", response=shapes.DriftAnswer)
def drift(request: HttpRequest, pk: int, body: s.DriftRequest) -> Any:
    """What changed since the station's baseline."""
    kept = _kept(pk)
    baseline = _log(kept.station_id).filter(baseline=True).first()
    if baseline is None:
        raise NotKeptError("", "no-baseline")
    return plain_json(answers.drift(baseline, kept, body.shown, body.uncertainty))
