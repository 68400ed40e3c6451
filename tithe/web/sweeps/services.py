"""Keeping sweeps: what was read is kept as text, with the run through which it was taken."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import UTC, datetime
from typing import Any

from django.db import transaction
from django.db.models import Sum
from django.utils import timezone

from tithe.answers.sweep.taken import TakenSweep
from tithe.core import InputError
from tithe.core.errors import require
from tithe.core.sweep import Sweep, require_plane
from tithe.document.station_file import to_chain
from tithe.document.work import SweepModel
from tithe.files import sweep_file
from tithe.files.sweep_csv import Columns
from tithe.web.stations import texts
from tithe.web.stations.models import Station
from tithe.web.sweeps.models import KeptSweep

MOST_SWEEPS = 500
MOST_SIZE = 30_000_000
"""Bytes of all sweeps of a station in its file, so that any export can be brought in again."""
MOST_OF_ONE = 300_000_000
"""Bytes of one person's sweeps, where Tithe is shared."""


@transaction.atomic
def keep(station: Station, model: SweepModel, columns: Columns | None = None, key: str = "") -> KeptSweep:
    """Read and keep a sweep; once under each ``key``, that its sender gave it. Raises `InputError` for a line
    or a joint that cannot be.

    ``columns``: what a person confirmed of a CSV file, which is then kept in a form that needs no answers.
    """
    if key and (present := station.sweeps.filter(key=key).first()) is not None:
        return present
    sweep = (
        sweep_file.read_kept(model.content) if columns is None else sweep_file.read(model.content, columns)
    )
    require(station.sweeps.count() < MOST_SWEEPS, "", "too-many-sweeps", most=MOST_SWEEPS)
    chain = to_chain(model.chain)
    require_plane("joint", model.joint, len(chain))
    fields = model.model_dump(exclude_none=True, exclude={"taken", "content"})
    text = texts.keep(model.content if columns is None else sweep_file.write(sweep))
    if station.owner_id is not None:
        theirs = KeptSweep.objects.filter(station__owner=station.owner_id)
        whole = theirs.aggregate(size=Sum("text__size"))["size"] or 0
        require(whole + text.size <= MOST_OF_ONE, "", "too-much-kept", most_mb=MOST_OF_ONE // 1_000_000)
    held = station.sweeps.aggregate(size=Sum("text__size"))["size"] or 0
    require(held + text.size <= MOST_SIZE, "", "sweeps-too-large", most_mb=MOST_SIZE // 1_000_000)
    low_mhz, high_mhz = _ends(sweep)
    kept = KeptSweep(station=station, text=text, low_mhz=low_mhz, high_mhz=high_mhz, key=key, **fields)
    kept.taken = moment_of(model.taken, "taken")
    kept.save()
    if kept.baseline:
        make_baseline(kept)
    return kept


def moment_of(text: str, place: str) -> datetime:
    """A date as it was written, ISO 8601; now where nothing is. Raises `InputError`."""
    if not text:
        return timezone.now()
    try:
        moment = datetime.fromisoformat(text)
    except ValueError:
        raise InputError(place, "no-date", text[:40]) from None
    try:
        moment = moment.astimezone(UTC) if moment.tzinfo else moment.replace(tzinfo=UTC)
    except OverflowError:
        raise InputError(place, "outside-calendar", text[:40]) from None
    require(1900 <= moment.year <= 2999, place, "years", text[:40])
    return moment


@transaction.atomic
def make_baseline(kept: KeptSweep) -> None:
    """A station has one baseline."""
    kept.station.sweeps.exclude(pk=kept.pk).update(baseline=False)
    kept.baseline = True
    kept.save()


@transaction.atomic
def unpack(station: Station, models: list[SweepModel]) -> None:
    """Keep the sweeps that came with a station file."""
    for n, model in enumerate(models):
        try:
            keep(station, model)
        except InputError as error:
            raise error.under(f"sweeps[{n}]") from None


def copy(origin: Station, twin: Station) -> None:
    """The sweeps of one station for another, in the order of their arrival."""
    for kept in origin.sweeps.all():
        kept.pk, kept.station, kept.key = None, twin, ""
        kept._state.adding = True
        kept.save()


def listed(
    station: Station, removed: bool, ranged: bool
) -> Iterator[tuple[int, datetime, float | None, float | None]]:
    """Number, date and ends in MHz of the station's sweeps. ``ranged``: the ends are needed; those of sweeps
    that were kept before anybody asked for them are read now."""
    if ranged:
        for kept in station.sweeps.filter(removed=removed, low_mhz=None).select_related("text"):
            kept.low_mhz, kept.high_mhz = _ends(sweep_file.read_kept(kept.content))
            kept.save(update_fields=["low_mhz", "high_mhz"])
    yield from station.sweeps.filter(removed=removed).values_list("id", "taken", "low_mhz", "high_mhz")


def _ends(sweep: Sweep) -> tuple[float, float]:
    return float(sweep.freq_hz[0]) / 1e6, float(sweep.freq_hz[-1]) / 1e6


def circumstances(station: Station, keys: Sequence[int]) -> dict[int, dict[str, Any]]:
    """What sweeps are called, where they were taken and what they are for, by their numbers."""
    names = ("title", "joint", "baseline", "trim", "change_m", "radials")
    out = {}
    for row in station.sweeps.filter(pk__in=keys).values("id", "chain", *names):
        chain, joint = row.pop("chain"), row["joint"]
        behind = chain[joint - 1] if 0 < joint < len(chain) else {}
        after = behind.get("label") or behind.get("kind", "")
        out[row.pop("id")] = row | {"after": after, "at_feedpoint": joint > 0 and joint >= len(chain)}
    return out


def pack(station: Station) -> list[dict[str, Any]]:
    """The station's sweeps as the file holds them."""
    return [
        model_of(kept).model_dump(exclude_none=True)
        for kept in station.sweeps.filter(removed=False).select_related("text")
    ]


def model_of(kept: KeptSweep) -> SweepModel:
    """A kept sweep as the file holds it."""
    names = ("title", "content", "joint", "chain", "baseline", "trim", "change_m", "radials", "radial_m")
    return SweepModel.model_validate(
        {name: getattr(kept, name) for name in names} | {"taken": kept.taken.isoformat()}
    )


def taken(kept: KeptSweep) -> TakenSweep:
    """A kept sweep as it was taken."""
    return TakenSweep(
        kept.pk, kept.title, kept.content, kept.joint, kept.chain, kept.taken, kept.change_m, kept.radials,
        kept.radial_m,
    )  # fmt: skip
