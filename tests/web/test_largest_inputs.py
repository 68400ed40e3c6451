"""Every operation asked the most that it allows (``make test-all``; less of it otherwise, where it takes
long): answered or refused in a sentence, in bounded memory. How long each took is told beside."""

import http.client
import json
import time
from pathlib import Path

import numpy as np
import pytest

from tests import full
from tests.web.test_server_process import Server
from tithe.core import AttenuatedLine, Line
from tithe.core.bench import simulated
from tithe.core.bench.residual import Residual
from tithe.core.parts.transformer import Transformer
from tithe.site.generate import OPENAPI

MOST_MB = 500
POINTS = full.of(20_000, 60_000)
LINE = Line(AttenuatedLine(50, 0.66, 0.598, 0.0073), 20.0)
WIRES: list[list[float]] = [[0, 0, 10, 20, 0, 10]]
WIRES += [[0, 0, 10, float(-20 * np.cos(a)), float(20 * np.sin(a)), 10] for a in np.linspace(-1, 1, 11)]
BANDS = [{"name": f"{n}", "low_mhz": 3 + n / 4, "high_mhz": 3.05 + n / 4} for n in range(60)]
SMALL = {
    "/api/stations", "/api/stations/file", "/api/stations/start/{slug}", "/api/stations/{pk}/copy",
    "/api/stations/{pk}/log", "/api/shelf/own", "/api/library/line", "/api/bench/watts", "/api/bench/meter",
    "/api/loss", "/api/loss/working", "/api/bench/tuner", "/api/bench/practice/{job}",
    "/api/tuner/presets/read", "/api/sweeps/{pk}/working", "/api/readings/expected",
    "/api/readings/causes", "/api/shelf/compare/working", "/api/schools/{slug}/working",
    "/api/stations/{pk}/trim", "/api/practice/{pk}/read", "/api/practice/{pk}/answer",
    "/api/stations/{pk}/links", "/api/stations/{pk}/phone",
}  # fmt: skip
"""Whose largest input is a document, which other tests send, or a few figures."""


def s1p(freq_hz, gamma):
    rows = zip(freq_hz, gamma, strict=True)
    return "# Hz S RI R 50\n" + "".join(f"{f:.0f} {g.real:.6f} {g.imag:.6f}\n" for f, g in rows)


def swept(day):
    return {end: s1p(day.freq_hz, gamma) for end, gamma in day.gamma.items()}


def largest(mill):
    """Path by path, what is asked: the largest station of unknown phase, a planned one of many wires, and the
    longest sweeps."""
    tuner = next(part for part in mill["chain"] if part["kind"] == "tuner")
    others = [part for part in mill["chain"] if part["kind"] != "tuner"]
    more = [{"kind": "line", "line": "rg-58", "length_m": 0.1}] * (59 - len(others))
    swr = {"kind": "swr", "points": [[1.8, 5], [30, 5]]}
    many = mill | {"chain": [tuner, *others, *more], "antenna": swr, "bands": BANDS}
    nine = mill | {"chain": [tuner, *others], "antenna": swr}
    wires = {"kind": "wires", "shape": "wires", "wires": WIRES, "feed": [0, 0, 10], "ground": "average"}
    dipole = {"kind": "wires", "shape": "dipole", "length_m": 120, "height_m": 10, "ground": "average"}
    planned, simple = mill | {"antenna": wires}, mill | {"antenna": dipole}
    at = {"mhz": 7.1}
    every = ("solve", "ledgers", "ledgers.csv", "meters/places")
    request = [(many, every), (planned, full.of(every[:1], every))]
    if full.ALL:
        request.append((nine, every))
    for document, paths in request:
        for path in paths:
            yield f"/api/{path}", {"document": document, **at}
    yield "/api/working", {"document": many, "figure": "stages[3].loss_db", **at}
    large = full.of(mill, many)  # these two solve it over and over
    kept = {key: large[key] for key in ("transmitter", "chain", "antenna")}
    yield "/api/compare", {"document": large | {"arrangements": [{"name": "x", **kept}]}, "other": 0, **at}
    for slug in ("counting", "room-tuner", "feeder-length", "trim-target"):
        yield "/api/schools/{slug}", {"document": large, "slug": slug, **at}
    yield "/api/shelf/compare", {"document": many, "place": 1, "length_m": 10.0, **at}
    for path in ("", "/sure", "/map", "/look", "/working", "/break-even"):
        more_keys = {"id": "present", "figure": "score_w", **at}
        chosen = full.of(mill if path == "/look" else many, many)
        yield f"/api/choose{path}", {"document": chosen, **more_keys}
    trees = [{"height_m": 15, "x_m": x, "y_m": y} for x, y in ((5, 5), (55, 5), (30, 55))]
    wide = {"length_m": 60, "breadth_m": 60, "supports": trees, "ground": "average"}
    yield "/api/choose/antennas", {"document": many | {"place": wide}}
    yield "/api/choose/lengths", {"document": many, "low_m": 5.0, "high_m": 60.0}
    for path in ("reach", "bands", "chart", "hands", "retuning", "presets.csv"):
        yield f"/api/tuner/{path}", {"document": planned, "at": planned["chain"].index(tuner), **at}
    dials = {"c1": 1.0, "l": 1.0, "c2": 1.0}
    yield (
        "/api/tuner/turned",
        {"document": planned, "at": planned["chain"].index(tuner), "dials": dials, **at},
    )
    for count in full.of([400], [20, 100, 400]):
        yield "/api/antenna/estimate", {"antenna": wires, "mhz": list(np.linspace(1.8, 30, count))}
    yield "/api/antenna/what-if", {"document": planned}
    yield "/api/antenna/widths", {"document": simple | full.of({"bands": BANDS[:2]}, {})}
    points = {"kind": "table", "points": [[f, 50, 0] for f in np.linspace(1.8, 29, 100)]}
    yield "/api/antenna/fit", {"plan": dipole, "measured": points}
    yield "/api/antenna/lengths", {"document": simple, "from_m": 10.0, "to_m": full.of(30.0, 80.0)}
    ends = {"wire_from_m": 10.0, "wire_to_m": 60.0, "line_from_m": 5.0, "line_to_m": 50.0}
    yield "/api/antenna/pairs", {"document": simple, "count": full.of(12, 60), **ends}
    freq = np.linspace(1.5e6, 35e6, POINTS).round()
    three = swept(simulated.part(Transformer(4.0), Residual(), 1, freq))
    yield "/api/bench/part", {**three, "transformer": True}
    yield "/api/bench/line", {**swept(simulated.line(LINE, Residual(), 1, freq)), "length_m": 20.0}
    yield "/api/bench/check", swept(simulated.check(Residual(), 1, freq))
    even = 1e6 + 2500 * np.arange(POINTS)
    (hanging,) = swept(simulated.fault(LINE, Residual(), 1, even)).values()
    yield "/api/bench/fault", {"text": hanging, "velocity_factor": 0.66}
    for path in ("bench/read", "antenna/read", "sweeps/recognise"):
        yield f"/api/{path}", {"text": hanging}
    analyzer = {"joint": 3, "start_mhz": 2.0, "stop_mhz": 29.0, "points": 10_001}
    yield "/api/sweeps/simulate", {"document": many | {"antenna": mill["antenna"]}, **analyzer}
    yield "/api/stations/{pk}/sweeps", {"text": hanging, "chain": mill["chain"]}
    yield "/api/sweeps/{pk}/look", {"bands": BANDS}
    yield "/api/sweeps/{pk}/drift", {}
    yield "/api/sweeps/{pk}/antenna", {}
    meters = [part["label"] for part in mill["chain"] if part["kind"] == "meter"]
    read = {"forward_w": 80.0, "reflected_w": 5.0, "date": "2026-11-24"}
    readings = [
        {"mhz": round(3.5 + n / 100, 2), "at": meters[n % 2], **read} for n in range(full.of(30, 200))
    ]
    yield "/api/stations/{pk}/log/readings", {"readings": readings}
    yield "/api/stations/{pk}/reconcile", {"document": full.of(mill, nine)}
    yield "/api/stations/{pk}/trend", {"document": nine}
    for document in full.of([mill], [mill, nine]):
        yield "/api/stations/{pk}/next", {"document": document}
        yield "/api/next", {"document": document}
        yield "/api/antenna/known", {"document": document}
        yield "/api/practice", {"document": document, "level": 3}


@pytest.fixture(scope="module")
def server(tmp_path_factory):
    server = Server(tmp_path_factory.mktemp("largest") / "data")
    yield server
    server.kill()


def peak_mb(server, begin=False):
    """The most memory since it was begun to be looked at, MB."""
    process = Path(f"/proc/{server.process.pid}")
    if begin:
        (process / "clear_refs").write_text("5")
    lines = (process / "status").read_text().splitlines()
    return next(float(line.split()[1]) / 1000 for line in lines if line.startswith("VmHWM"))


def test_the_largest_that_may_be_asked_takes_no_more_than_its_share_of_memory(server, mill, record_property):
    slowest, walked = (0.0, ""), set()
    for path, body in largest(mill):
        walked.add(path)
        address = path.replace("{pk}", "1").replace("{slug}", str(body.pop("slug", "")))
        before, begun = peak_mb(server, begin=True), time.perf_counter()
        connection = http.client.HTTPConnection("127.0.0.1", server.port, timeout=120)
        connection.request("POST", address, json.dumps(body), {"Content-Type": "application/json"})
        response = connection.getresponse()
        said = response.read()
        connection.close()
        slowest = max(slowest, (time.perf_counter() - begun, path))
        assert response.status in (200, 201, 404, 422), (path, response.status, said[:300])
        assert b"in Tithe itself" not in said, (path, said[-300:])  # a stream has begun with 200 by then
        assert peak_mb(server) - before < MOST_MB, path
    every = {path for path, item in json.loads(OPENAPI.read_text("utf-8"))["paths"].items() if "post" in item}
    assert every - walked - SMALL == set(), "what is the most that these may be asked?"
    record_property("the slowest of the largest questions, s", f"{slowest[0]:.0f} ({slowest[1]})")
