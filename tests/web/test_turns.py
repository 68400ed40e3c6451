"""Heavy questions by turns of people: nobody waits for another's second question, and places are kept."""

import threading
import time
from types import SimpleNamespace

import pytest

from tests.web.shared import ask, logged_in, people, shared  # noqa: F401 - fixtures
from tithe.site import gate
from tithe.web.actor import Actor
from tithe.web.slot import BusyError, GoneError, slot
from tithe.web.stations import demo
from tithe.web.stations import services as stations
from tithe.web.turns import HERE_S, KEPT_S, Pace, Turns


class Clock:
    now = 0.0

    def __call__(self):
        return self.now


def test_the_line_goes_by_turns_and_passes_over_whoever_has_gone():
    clock = Clock()
    turns = Turns(clock)
    assert turns.enter("ann")
    assert not turns.enter("ann") and not turns.enter("bea") and not turns.enter("carl")
    assert [turns.wait(who) for who in ("ann", "bea", "carl")] == [1, 2, 3]
    turns.leave()
    # Ann stands in the line again before the others came: her second question is the next.
    assert not turns.enter("carl") and turns.enter("ann")
    assert not turns.enter("ann")
    turns.leave()
    clock.now += HERE_S / 2
    assert not turns.enter("carl")  # bea may still be there
    clock.now += HERE_S
    assert turns.enter("carl")
    turns.leave()
    assert turns.wait("bea") == 0  # who asks again in time has kept her place, before ann
    assert not turns.enter("ann") and turns.enter("bea")
    turns.leave()
    turns.wait("dora")
    clock.now += KEPT_S + 1
    assert turns.wait("emil") == 0


def test_of_many_who_ask_without_end_each_has_as_many_turns():
    turns, had = Turns(), dict.fromkeys("abcde", 0)
    for _ in range(500):
        for who in "aaaabcde":  # a asks four times as often
            if turns.enter(who):
                had[who] += 1
                turns.wait(who)
                turns.leave()
    assert max(had.values()) - min(had.values()) <= 4  # who came first was alone for a moment


def of(person, gone=lambda: False):
    return SimpleNamespace(META={"asgi.scope": {"tithe.gone": gone}}, actor=Actor(person, f"p{person}"))


def test_who_waits_among_several_people_is_told_behind_how_many():
    with slot(of(1), 5.0):
        with pytest.raises(BusyError) as refused, slot(of(2), 5.0, patience_s=0.05):
            pass
        assert refused.value.before == 1
        with pytest.raises(BusyError) as refused, slot(of(3), 5.0, patience_s=0.05):
            pass
        assert refused.value.before == 2
        with slot(of(4), 0.01):
            pass  # what is light waits for nobody
    order = []

    def heavy(person):
        with slot(of(person), 5.0, patience_s=5.0):
            order.append(person)
            time.sleep(0.02)

    threads = [threading.Thread(target=heavy, args=(person,)) for person in (3, 2)]
    for thread in threads:
        thread.start()
        time.sleep(0.01)
    for thread in threads:
        thread.join()
    assert sorted(order) == [2, 3]
    # A question whose page has gone leaves the line.
    gone = threading.Event()
    with slot(of(1), 5.0):
        gone.set()
        with pytest.raises(GoneError), slot(of(9, gone.is_set), 5.0):
            pass
    with slot(of(5), 5.0, patience_s=0.2) as pause:
        gone.clear()
        pause()


def test_pace_is_of_each_and_of_a_minute():
    clock = Clock()
    pace = Pace(3, clock)
    assert [pace.allows("ann") for _ in range(4)] == [True, True, True, False] and pace.allows("bea")
    clock.now += 60
    assert pace.allows("ann")


def test_too_fast_too_many_and_too_much_are_refused_with_a_sentence(people, monkeypatch):  # noqa: F811
    ann, bea = logged_in(people["ann"]), logged_in(people["bea"])
    document = demo.start("empty").model_dump(exclude_none=True)
    monkeypatch.setattr(stations, "MOST_STATIONS", 2)
    made = [ask(ann, "POST", "/api/stations", document) for _ in range(3)]
    assert [item.status_code for item in made] == [201, 201, 422]
    assert "You have 2 stations" in made[2].json()["errors"][0]["sentence"]
    assert ask(bea, "POST", "/api/stations", document).status_code == 201
    monkeypatch.setattr("tithe.web.sweeps.services.MOST_OF_ONE", 300)
    sweep = {"text": "# MHZ S RI R 50\n" + "".join(f"{7 + n / 10} 0.1 0.1\n" for n in range(12))}
    pk = made[0].json()["id"]
    kept = [ask(ann, "POST", f"/api/stations/{pk}/sweeps", sweep) for _ in range(2)]
    assert [item.status_code for item in kept] == [201, 422]
    monkeypatch.setattr(gate, "_pace", Pace(2))
    answers = [ask(ann, "GET", "/api/stations") for _ in range(3)]
    assert [answer.status_code for answer in answers] == [200, 200, 429]
    assert ask(bea, "GET", "/api/stations").status_code == 200
