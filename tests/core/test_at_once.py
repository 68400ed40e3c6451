"""Work done side by side: in its order, left early, and what goes wrong in it."""

import threading
import time

import numpy as np
import pytest
from threadpoolctl import threadpool_info

from tithe.core.at_once import AT_ONCE, each, kept_once
from tithe.core.margins import margins


def test_answers_come_in_the_order_of_the_questions():
    def slower_first(n):
        time.sleep(0.01 * (3 - n))
        return n

    assert list(each(slower_first, range(4))) == [0, 1, 2, 3]
    assert list(each(lambda n: n, [])) == []


def test_one_alone_is_done_where_it_is_asked_and_more_in_threads_of_their_own():
    here = threading.get_ident()
    assert list(each(lambda _: threading.get_ident(), [0])) == [here]
    assert here not in set(each(lambda _: threading.get_ident(), range(4)))


def test_left_early_what_has_not_begun_is_not_done():
    begun, left = [], threading.Event()

    def slow(n):
        begun.append(n)
        if n:
            left.wait()
        return n

    request = each(slow, range(50))
    assert next(request) == 0
    threading.Timer(1.0, left.set).start()  # what has begun may end then
    request.close()
    assert len(begun) <= 1 + 2 * AT_ONCE


def test_what_goes_wrong_comes_to_who_asked():
    def wrong(n):
        if n == 2:
            raise ValueError("two")
        return n

    request = each(wrong, range(5))
    assert [next(request), next(request)] == [0, 1]
    with pytest.raises(ValueError, match="two"):
        next(request)


def test_the_solvers_have_no_threads_of_their_own():
    list(each(lambda n: np.linalg.solve(np.eye(3), np.ones(3)), range(2)))
    assert {item["num_threads"] for item in threadpool_info() if item["user_api"] == "blas"} == {1}


@pytest.mark.parametrize(
    ("safe", "metres"),
    [
        ([True, True, True], [0.5, 1.0, 0.5]),  # nothing is known beyond the bounds
        ([False, True, True, True, False], [0.0, 0.5, 1.0, 0.5, 0.0]),
        ([True, False, False], [0.5, 0.0, 0.0]),
        ([False, False], [0.0, 0.0]),
    ],
)
def test_a_margin_is_the_way_to_the_nearest_that_will_not_do(safe, metres):
    assert margins(np.array(safe), 0.5).tolist() == metres


def test_what_several_ask_at_once_one_computes_and_what_fails_is_asked_again():
    begun = []

    @kept_once(8)
    def slow(n):
        begun.append(n)
        time.sleep(0.05)
        if n < 0:
            raise ValueError(n)
        return n + 1

    asking = [threading.Thread(target=slow, args=(1,)) for _ in range(4)]
    for item in asking:
        item.start()
    for item in asking:
        item.join()
    assert [slow(1), slow(2)] == [2, 3]
    assert begun == [1, 2]
    for _ in range(2):
        with pytest.raises(ValueError, match="-1"):
            slow(-1)
    assert begun == [1, 2, -1, -1]
