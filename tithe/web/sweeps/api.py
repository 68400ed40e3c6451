"""The API of sweeps: bringing them in, keeping them, and reading them at any joint."""

from __future__ import annotations

from functools import partial
from typing import Annotated, Any

from django.db.models import QuerySet
from django.http import HttpRequest
from ninja import Query, Router, Status

from tithe.answers.sweep import drift, look, radials, requests, shapes, trim
from tithe.answers.sweep.questions import ReadAntenna, as_antenna
from tithe.answers.sweep.taken import TakenSweep, cost_s
from tithe.answers.working_shapes import WorkingOut
from tithe.core.cost import Pause
from tithe.core.errors import require
from tithe.core.sweep import require_plane
from tithe.document import antenna_file
from tithe.document.station_file import to_chain
from tithe.document.work import SweepModel
from tithe.files import sweep_csv, sweep_file
from tithe.web.actor import actor_of
from tithe.web.http import NotKeptError, computed, download, plain_json
from tithe.web.stations.models import Station
from tithe.web.stations.rights import Right, kept, of, require_right
from tithe.web.sweeps import requests as s
from tithe.web.sweeps import services
from tithe.web.sweeps.models import KeptSweep

router = Router()
FORMS = ("s1p", "csv")
_NARROWER = "smaller-station"


def _kept(request: HttpRequest, pk: int, right: Right = Right.READ) -> KeptSweep:
    """A kept sweep. Raises `NotKeptError`, or `NotAllowedError` where its station may only be read."""
    actor = actor_of(request)
    sweep = KeptSweep.objects.filter(pk=pk, station__in=of(actor), station__removed=None).first()
    if sweep is None:
        raise NotKeptError("", "no-sweep", pk)
    require_right(actor, sweep.station, right)
    return sweep


def _log(station: Station) -> QuerySet[KeptSweep]:
    return station.sweeps.filter(removed=False).select_related("text")


@router.get("/stations/{pk}/sweeps", response=list[s.SweepRow], exclude_none=True)
def list_sweeps(
    request: HttpRequest, pk: int, last: Annotated[int | None, Query(ge=1, le=500)] = None
) -> Any:
    """The station's sweeps, oldest first, those removed among them; ``last``: so many of them, the newest."""
    sweeps = kept(actor_of(request), pk).sweeps
    return sweeps.all() if last is None else reversed(sweeps.order_by("-id")[:last])


@router.post("/stations/{pk}/sweeps", response={201: s.SweepRow}, exclude_none=True)
def keep_sweep(request: HttpRequest, pk: int, body: s.NewSweep) -> Any:
    """Read a file's text and keep the sweep."""
    station = kept(actor_of(request), pk, Right.EDIT)
    columns = None
    if body.columns is not None and not sweep_file.is_touchstone(body.text):
        columns = sweep_csv.confirmed(body.text, **body.columns.model_dump())
    model = SweepModel(
        title=body.title, content=body.text, joint=body.joint, chain=body.chain, trim=body.trim,
        change_m=body.change_m, taken=body.taken,
    )  # fmt: skip
    return Status(201, services.keep(station, model, columns, body.key))


@router.patch("/sweeps/{pk}", response=s.SweepRow, exclude_none=True)
def change_sweep(request: HttpRequest, pk: int, body: s.SweepChange) -> Any:
    """Change what a sweep is called, where and when it was taken or what it is for."""
    mine = _kept(request, pk, Right.EDIT)
    for name, value in body.model_dump(exclude_unset=True, exclude_none=False).items():
        if value is not None or name in ("change_m", "radials", "radial_m"):
            setattr(mine, name, services.moment_of(value, "taken") if name == "taken" else value)
    parts = to_chain(body.chain) if body.chain is not None else mine.chain
    require_plane("joint", mine.joint, len(parts))
    if body.chain is not None:
        mine.chain = [part.model_dump(exclude_none=True) for part in body.chain]
    if body.baseline:
        services.make_baseline(mine)
    mine.save()
    return mine


@router.post("/sweeps/{pk}/look", response=shapes.Look)
def look_at_sweep(request: HttpRequest, pk: int, body: requests.LookRequest) -> Any:
    """A sweep at a joint, read and drawn."""
    mine = _kept(request, pk)
    taken = services.taken(mine)
    under = [
        services.taken(pk_over) for pk_over in _log(mine.station).filter(pk__in=body.over).exclude(pk=pk)
    ]
    job = partial(look.look, taken, body.shown, body.bands, body.comfort_swr, body.window, under)
    return computed(request, cost_s(taken, *under), _NARROWER, job)


@router.post("/sweeps/{pk}/working", response=WorkingOut)
def show_working(request: HttpRequest, pk: int, body: requests.SweepWorkingRequest) -> Any:
    """How one figure read off a sweep comes about."""
    one = services.taken(_kept(request, pk))

    def job(pause: Pause) -> WorkingOut:
        return look.working(one, body.shown, body.bands, body.comfort_swr, body.figure)

    return computed(request, cost_s(one), _NARROWER, job)


@router.post("/sweeps/{pk}/antenna", response=ReadAntenna)
def sweep_as_antenna(request: HttpRequest, pk: int) -> Any:
    """The sweep, moved to the feedpoint, as an antenna of the station file."""
    mine = _kept(request, pk)
    kept_sweep = services.taken(mine)
    at_antenna = kept_sweep.at(len(kept_sweep.chain))
    require(not at_antenna.contradiction, "", "contradiction", told=at_antenna.contradiction)
    taken = {"taken": mine.taken.date().isoformat()}
    return plain_json(as_antenna(antenna_file.of_sweep(at_antenna.sweep) | taken))


@router.get("/sweeps/{pk}/file", response=str, openapi_extra={"x-form": "text"})
def export_sweep(request: HttpRequest, pk: int, shown: int, form: str = "s1p") -> Any:
    """The sweep at a joint as a download: ``form`` is ``s1p`` or ``csv``."""
    mine = _kept(request, pk)
    require(form in FORMS, "form", "one-of", form, allowed=list(FORMS))
    sweep = services.taken(mine).at(shown).sweep
    if form == "s1p":
        require(sweep.gamma is not None, "form", "no-touchstone-without-phase")
    body = sweep_csv.write(sweep) if form == "csv" else sweep_file.write(sweep, mine.title)
    return download(body, f"{mine.title or 'sweep'}.{form}", "text/plain")


@router.post("/stations/{pk}/trim", response=shapes.TrimAnswer)
def trim_by_sweeps(request: HttpRequest, pk: int, body: requests.TrimRequest) -> Any:
    """The trim log of a station, and what to do next."""
    log, seen = _steps(kept(actor_of(request), pk), body.sweep, trim=True)
    return computed(request, cost_s(*log), _NARROWER, partial(trim.trim, log, body.trim, body.shown, seen))


@router.get("/stations/{pk}/radials", response=shapes.RadialsAnswer)
def radials_by_sweeps(
    request: HttpRequest, pk: int, shown: int | None = None, sweep: int | None = None
) -> Any:
    """Counted radials: what they took off R, and what the next ones are likely to buy."""
    log, seen = _steps(kept(actor_of(request), pk), sweep, radials__isnull=False)
    return computed(request, cost_s(*log), _NARROWER, partial(radials.radials, log, shown, seen))


def _steps(station: Station, sweep: int | None, **which: bool) -> tuple[list[TakenSweep], TakenSweep | None]:
    """The sweeps of a station that are such steps, and the one whose run is looked at."""
    seen = _log(station).filter(pk=sweep or 0).first()
    steps = [services.taken(step) for step in _log(station).filter(**which)]
    return steps, None if seen is None else services.taken(seen)


@router.post("/sweeps/{pk}/drift", response=shapes.DriftAnswer)
def drift_since_baseline(request: HttpRequest, pk: int, body: requests.DriftRequest) -> Any:
    """What changed since the station's baseline."""
    mine = _kept(request, pk)
    baseline = _log(mine.station).filter(baseline=True).first()
    if baseline is None:
        raise NotKeptError("", "no-baseline")
    before, after = services.taken(baseline), services.taken(mine)
    return plain_json(drift.drift(before, after, body.shown, body.uncertainty))
