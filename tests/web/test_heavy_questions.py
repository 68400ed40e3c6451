"""What takes long: told beforehand, in one slot, left when nobody wants it; light questions go on beside."""

import http.client
import json
import os
import threading
import time
import urllib.error
from pathlib import Path
from types import SimpleNamespace

import pytest

from tests.web.test_server_process import Server
from tests.web.test_stations_api import send
from tithe.web.actor import ALONE
from tithe.web.slot import MOST_WAITING, BusyError, GoneError, slot
from tithe.web.stations.models import OwnPart

RELAYS = {"kind": "tuner", "network": "stepped-l", "c_bits": 10, "l_bits": 10}
MANY_BANDS = [{"name": f"{n}", "low_mhz": 3 + n / 4, "high_mhz": 3.05 + n / 4} for n in range(60)]


@pytest.fixture
def server(tmp_path):
    server = Server(tmp_path / "data")
    yield server
    server.kill()


def unknown_phase(mill, tuners=1, bands=MANY_BANDS):
    """The mill with an antenna known by its SWR only, and so many large relay tuners in the room."""
    others = [part for part in mill["chain"] if part["kind"] != "tuner"]
    points = {"kind": "swr", "points": [[1.8, 5], [30, 5]]}
    return mill | {"chain": [RELAYS] * tuners + others, "antenna": points, "bands": bands}


@pytest.mark.django_db
@pytest.mark.parametrize(
    ("path", "tuners", "keys", "narrower"),
    [
        ("solve", 54, {"mhz": 7.1}, "fewer bands, or take a tuner out"),
        ("ledgers", 54, {}, "fewer bands, or take a tuner out"),
        ("choose/lengths", 1, {"low_m": 1.0, "high_m": 201.0, "step_m": 0.25}, "fewer lengths"),
    ],
)
def test_too_large_a_question_is_refused_before_it_is_begun(client, mill, path, tuners, keys, narrower):
    document = unknown_phase(mill, tuners)
    response = send(client, "post", f"/api/{path}", {"document": document, **keys})
    assert response.status_code == 422, response.content[:300]
    rule = response.json()["errors"][0]["rule"]
    assert rule.startswith("To compute this would take some ")
    assert narrower in rule


@pytest.mark.django_db
def test_a_thousand_lines_of_ones_own_are_refused_with_a_sentence(client, mill):
    part = {"kind": "line", "line": "rg-213", "length_m": 10.0}
    OwnPart.objects.bulk_create(OwnPart(title=f"line {n}", part=part) for n in range(1000))
    response = send(client, "post", "/api/choose", {"document": unknown_phase(mill)})
    assert response.status_code == 422
    assert "turn off lines or places, or ask for fewer bands" in response.json()["errors"][0]["rule"]
    own = {"title": "one more", "part": part}
    assert "at most" in send(client, "post", "/api/shelf/own", own).json()["errors"][0]["rule"]


def asking(gone=False):
    return SimpleNamespace(META={"waitress.client_disconnected": lambda: gone}, actor=ALONE)


def test_heavy_questions_wait_for_one_another_light_ones_do_not():
    order = []

    def heavy(name):
        with slot(asking(), 5.0):
            order.append(f"{name} begins")
            time.sleep(0.05)
            order.append(f"{name} ends")

    with slot(asking(), 5.0) as pause:
        threads = [threading.Thread(target=heavy, args=(name,)) for name in "ab"]
        for thread in threads:
            thread.start()
        with slot(asking(), 0.01):
            order.append("light")
        pause()
        order.append("first ends")
    for thread in threads:
        thread.join()
    assert order[:2] == ["light", "first ends"]
    assert order[2][0] == order[3][0]
    assert order[4][0] == order[5][0]


def test_who_leaves_waits_no_longer_and_more_than_can_wait_are_told_so():
    with slot(asking(), 5.0):
        with pytest.raises(GoneError), slot(asking(gone=True), 5.0):
            raise AssertionError("nobody wants it")
        stop = threading.Event()
        leaving = SimpleNamespace(META={"waitress.client_disconnected": stop.is_set})

        def wait():
            with pytest.raises(GoneError), slot(leaving, 5.0):
                raise AssertionError("nobody wants it")

        waiting = [threading.Thread(target=wait) for _ in range(MOST_WAITING)]
        for thread in waiting:
            thread.start()
        while sum(thread.is_alive() for thread in waiting) < MOST_WAITING:
            time.sleep(0.01)
        time.sleep(0.1)
        with pytest.raises(BusyError), slot(asking(), 5.0):
            raise AssertionError("too many")
        stop.set()
        for thread in waiting:
            thread.join()
    with pytest.raises(GoneError), slot(asking(gone=True), 5.0) as pause:
        pause()
    with slot(asking(), 5.0):  # it is free again
        pass


def cpu_s(process):
    fields = Path(f"/proc/{process.pid}/stat").read_text().rsplit(")", 1)[1].split()
    return (int(fields[11]) + int(fields[12])) / os.sysconf("SC_CLK_TCK")


def idle(process):
    """Whether it computes next to nothing for half a second."""
    before = cpu_s(process)
    time.sleep(0.5)
    return cpu_s(process) - before < 0.2


def test_light_questions_are_answered_beside_a_heavy_one_which_ends_when_its_client_leaves(
    server, record_property
):
    mill = server.call("GET", "/api/stations/1")["document"]
    server.call("POST", "/api/solve", {"document": mill, "mhz": 7.1})
    heavy = http.client.HTTPConnection("127.0.0.1", server.port, timeout=60)
    body = json.dumps({"document": unknown_phase(mill, bands=MANY_BANDS[:14])})
    heavy.request("POST", "/api/choose/sure", body, {"Content-Type": "application/json"})
    answer = heavy.getresponse()
    assert answer.status == 200, answer.read()
    waits = []
    for _ in range(3):
        assert "done" in json.loads(answer.readline())
        start = time.perf_counter()
        server.call("POST", "/api/solve", {"document": mill, "mhz": 7.1})
        server.call("GET", "/api/stations")
        waits.append(time.perf_counter() - start)
    answer.close()
    heavy.close()
    assert any(idle(server.process) for _ in range(6)), "it goes on with nobody there"
    answer = server.call("POST", "/api/choose/map", {"document": mill, "id": "present"})
    assert answer["points"]
    record_property("a solve and a list beside a heavy question, longest ms", round(1000 * max(waits)))


def test_many_heavy_questions_at_once_all_get_an_answer_or_a_sentence(server):
    document = server.call("GET", "/api/stations/1")["document"]
    body = {"document": document, "coax": "", "open_line": ""}
    results = []

    def ask():
        try:
            results.append(len(server.call("POST", "/api/choose/break-even", body)))
        except urllib.error.HTTPError as error:
            with error:
                results.append((error.code, json.loads(error.read())["errors"][0]["rule"][:13]))

    threads = [threading.Thread(target=ask) for _ in range(12)]
    for thread in threads:
        thread.start()
    server.call("GET", "/api/stations")
    for thread in threads:
        thread.join()
    assert len(results) == 12
    assert set(results) <= {1, (503, "Tithe is busy")}
    assert results.count(1) >= MOST_WAITING
