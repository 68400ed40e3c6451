"""The served application: light questions beside a heavy one, how soon it is left, its memory; redrawing in a
browser while a length is dragged."""

from __future__ import annotations

import http.client
import json
import os
import socket
import subprocess
import sys
import tempfile
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from statistics import median, quantiles
from time import perf_counter, sleep
from typing import Any

from playwright.sync_api import Locator, Page, sync_playwright

RELAYS = {"kind": "tuner", "network": "stepped-l"}
BANDS = [{"name": str(n), "low_mhz": 3 + n / 4, "high_mhz": 3.05 + n / 4} for n in range(40)]
SWR_ONLY = {"kind": "swr", "points": [[1.8, 5], [30, 5]]}


class Served:
    """A server of its own on a new data folder."""

    def __init__(self, data: str) -> None:
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = int(probe.getsockname()[1])
        command = [sys.executable, "-m", "tithe.site.cli", "demo", "--port", str(self.port)]
        env = os.environ | {"TITHE_DATA": data}
        self.process = subprocess.Popen(command, env=env, stdout=subprocess.PIPE, text=True)
        assert self.process.stdout is not None
        self.process.stdout.readline()

    def ask(self, method: str, path: str, body: object = None) -> Any:
        """The answer to a request."""
        data = None if body is None else json.dumps(body).encode()
        request = urllib.request.Request(f"http://127.0.0.1:{self.port}{path}", data, method=method)
        request.add_header("Content-Type", "application/json")
        with urllib.request.urlopen(request, timeout=300) as response:
            return json.loads(response.read().splitlines()[-1])

    def status(self, key: str) -> float:
        """A figure of the process: ``VmHWM`` or ``VmRSS`` in MB."""
        lines = Path(f"/proc/{self.process.pid}/status").read_text().splitlines()
        return float(next(line for line in lines if line.startswith(key)).split()[1]) / 1e3

    def cpu_s(self) -> float:
        """Processor time used."""
        fields = Path(f"/proc/{self.process.pid}/stat").read_text().rsplit(")", 1)[1].split()
        return (int(fields[11]) + int(fields[12])) / os.sysconf("SC_CLK_TCK")


@contextmanager
def served() -> Iterator[Served]:
    """A server on a new data folder with the demo data, for as long as it is needed."""
    with tempfile.TemporaryDirectory() as data:
        server = Served(data)
        try:
            yield server
        finally:
            server.process.kill()
            server.process.wait()


def lines() -> Iterator[str]:
    """One printable line per benchmark."""
    with served() as server:
        mill = server.ask("GET", "/api/stations/1")["document"]
        chain = [RELAYS if part["kind"] == "tuner" else part for part in mill["chain"]]
        heavy = mill | {"chain": chain, "antenna": SWR_ONLY, "bands": BANDS}
        server.ask("POST", "/api/solve", {"document": mill, "mhz": 7.1})
        alone, beside, left = _beside(server, mill, heavy)
        yield (
            f"a light answer and a list: {median(alone) * 1e3:.0f} ms alone, beside a heavy question "
            f"{median(beside) * 1e3:.0f} ms, longest {max(beside) * 1e3:.0f} ms (aim 300); "
            f"the heavy one ends {left * 1e3:.0f} ms after its client has left (aim 200)"
        )
        before = server.status("VmRSS")
        answer = server.ask("POST", "/api/choose", {"document": heavy})["answer"]
        server.ask(
            "POST", "/api/choose/lengths", {"document": heavy, "low_m": 5, "high_m": 60, "step_m": 0.5}
        )
        yield (
            f"memory for {len(answer['candidates'])} candidates on {len(BANDS)} bands, phase unknown, and "
            f"111 lengths: {server.status('VmHWM') - before:.0f} MB (aim 500)"
        )
        yield _first_question(server)
        yield from _in_the_page(server)


def _first_question(server: Served) -> str:
    """The question at the front door, as it is asked with each letter typed, against a plain solve."""
    item = {"lines": ["rg-58"], "length_m": 30, "mhz": 14.2, "swr": 3}
    three = item | {"lines": ["rg-58", "rg-213", "window-450"], "tuner": "t-wide"}
    mill = server.ask("GET", "/api/stations/1")["document"]

    def ms(path: str, body: Any) -> float:
        server.ask("POST", path, body)
        start = perf_counter()
        for _ in range(10):
            server.ask("POST", path, body)
        return 100 * (perf_counter() - start)

    solved = ms("/api/solve", {"document": mill, "mhz": 7.1})
    texts = [ms("/api/loss", body) for body in (item, three)]
    return (
        f"the first question: {texts[0]:.0f} ms, {texts[0] / solved:.1f} times a solve; three lines behind a "
        f"tuner {texts[1]:.0f} ms, {texts[1] / solved:.1f} times (aim 100 ms, with the page's part)"
    )


def _beside(server: Served, mill: Any, heavy: Any) -> tuple[list[float], list[float], float]:
    """Seconds of a light question alone and beside a heavy one, and until that one is left."""

    def light() -> float:
        start = perf_counter()
        server.ask("POST", "/api/solve", {"document": mill, "mhz": 7.1})
        server.ask("GET", "/api/stations")
        return perf_counter() - start

    alone = [light() for _ in range(10)]
    connection = http.client.HTTPConnection("127.0.0.1", server.port)
    body = json.dumps({"document": heavy})
    connection.request("POST", "/api/choose/sure", body, {"Content-Type": "application/json"})
    sleep(0.5)
    beside = [light() for _ in range(20)]
    connection.close()
    start, last = perf_counter(), server.cpu_s()
    while True:  # until it uses next to nothing for a while
        sleep(0.04)
        now = server.cpu_s()
        if now - last < 0.015:
            return alone, beside, perf_counter() - start - 0.04
        last = now


def _in_the_page(server: Served) -> Iterator[str]:
    with sync_playwright() as playwright:
        arguments = ["--no-sandbox", "--disable-gpu"]
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium-headless-shell", args=arguments
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.add_init_script("localStorage.setItem('tithe.look-round', 'seen')")
        page.goto(f"http://127.0.0.1:{server.port}/stations/1")
        page.get_by_test_id("verdict").wait_for()
        thumb = page.get_by_label("Length").last
        thumb.focus()
        for _ in range(20):  # the first ones make the page's own code quick
            thumb.press("ArrowRight")
            page.wait_for_timeout(40)
        page.evaluate("performance.clearMeasures()")
        for _ in range(80):
            thumb.press("ArrowLeft")
            page.wait_for_timeout(40)
        page.wait_for_timeout(300)
        times = page.evaluate("performance.getEntriesByName('tithe:redrawn').map(m => m.duration)")
        dragged = _dragged(page, server.port)
        turned = _turned(page, server.port)
        page.goto(f"http://127.0.0.1:{server.port}/")
        result = page.get_by_test_id("loss-sentence")
        result.wait_for()
        typed = [_typed(page, result, str(ratio)) for ratio in range(2, 10)]
        browser.close()
    yield (
        f"an SWR typed to the loss told, {len(typed)} times, the driver's own part in it: median "
        f"{median(typed):.0f} ms, most {max(typed):.0f} ms (aim 100)"
    )
    yield (
        f"a length dragged to the strip redrawn, {len(times)} steps: median {median(times):.0f} ms, "
        f"p95 {quantiles(times, n=20)[-1]:.0f} ms (aim 33)"
    )
    yield (
        f"a dial turned to meters and strip redrawn, {len(turned)} steps: median "
        f"{median(turned):.0f} ms, p95 {quantiles(turned, n=20)[-1]:.0f} ms (aim 100)"
    )
    yield (
        f"the end of a planned wire dragged to the strip redrawn, {len(dragged)} steps: median "
        f"{median(dragged):.0f} ms, p95 {quantiles(dragged, n=20)[-1]:.0f} ms (aim 100)"
    )


def _dragged(page: Page, port: int) -> list[float]:
    """Milliseconds from each move of a wire's end until the strip is drawn anew."""
    page.goto(f"http://127.0.0.1:{port}/stations/4/antenna")
    end = page.get_by_role("button", name="Move its right end")
    end.wait_for()
    page.wait_for_timeout(1500)
    box = end.bounding_box()
    assert box is not None
    x, y = box["x"] + 9, box["y"] + 9
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(60):
        if step == 10:  # the first ones make the page's own code quick
            page.evaluate("performance.clearMeasures()")
        page.mouse.move(x + step, y - step / 2)
        page.wait_for_timeout(40)
    times = page.evaluate("performance.getEntriesByName('tithe:redrawn').map(m => m.duration)")
    page.mouse.up()
    return list(times)


def _turned(page: Page, port: int) -> list[float]:
    """Milliseconds from each turn of a simulated tuner's dial until meters and strip are drawn anew."""
    page.goto(f"http://127.0.0.1:{port}/stations/1/tuner/2/turn?mhz=7.1")
    dial = page.get_by_role("slider", name="C1")
    dial.wait_for()
    page.wait_for_timeout(1500)
    dial.focus()
    for turn in range(60):
        if turn == 10:  # the first ones make the page's own code quick
            page.evaluate("performance.clearMeasures()")
        dial.press("ArrowRight" if turn % 40 < 20 else "ArrowLeft")
        page.wait_for_timeout(40)
    return list(page.evaluate("performance.getEntriesByName('tithe:redrawn').map(m => m.duration)"))


def _typed(page: Page, result: Locator, ratio: str) -> float:
    """Milliseconds from an SWR typed to another sentence."""
    before = result.text_content()
    start = perf_counter()
    page.get_by_role("textbox", name="SWR", exact=True).fill(ratio)
    page.wait_for_function(
        "before => document.querySelector('[data-testid=loss-sentence]').textContent !== before", arg=before
    )
    return 1000 * (perf_counter() - start)
