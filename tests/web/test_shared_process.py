"""`tithe serve --shared` as a process: over TLS, for people made by `tithe user`, against slow, large and
vanishing requests; stopped and killed."""

import http.client
import http.cookiejar
import json
import signal
import socket
import ssl
import subprocess
import time
import urllib.parse
import urllib.request

import pytest

from tests.forked import Forked, run
from tests.web.test_server_process import Server, free_port
from tithe.site.cli import main
from tithe.web.stations import demo

PASSWORD = "a long walk by the mill"
NOT_VERIFIED = ssl._create_unverified_context()  # its certificate is made by the test


def tithe(data, *given, said=""):
    return run(given, data, typed=said)


def reach(port):
    """Wait until somebody listens there."""
    for _ in range(400):
        try:
            socket.create_connection(("127.0.0.1", port), 1).close()
            return
        except OSError:
            time.sleep(0.05)


class Shared:
    """A shared server on a data folder."""

    def __init__(self, data, certificate, key):
        self.port = free_port()
        words = ["serve", "--shared", "--name", "localhost", "--address", "127.0.0.1", "--port", self.port]
        self.process = Forked([*words, "--certificate", certificate, "--key", key], data)
        self.greeting = self.process.stdout.readline()
        reach(self.port)

    def browser(self, name=""):
        return Browser(self.port, name)

    def end(self, how):
        self.process.send_signal(how)
        code = self.process.wait(20)
        self.process.stdout.close()
        return code


class Browser:
    """Keeps cookies, and sends the token of changes."""

    def __init__(self, port, name):
        self.place = f"https://localhost:{port}"
        self.jar = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(
            urllib.request.HTTPSHandler(context=NOT_VERIFIED), urllib.request.HTTPCookieProcessor(self.jar)
        )
        if name:
            self.opener.open(f"{self.place}/log-in").read()
            sent = {"username": name, "password": PASSWORD, "csrfmiddlewaretoken": self.token()}
            form = urllib.parse.urlencode(sent).encode()
            request = urllib.request.Request(
                f"{self.place}/log-in", form, {"Referer": f"{self.place}/log-in"}
            )
            self.opener.open(request).read()

    def token(self):
        return next(item.value for item in self.jar if item.name == "tithe-csrf")

    def call(self, method, path, body=None):
        data = None if body is None else json.dumps(body).encode()
        head = {"Content-Type": "application/json", "X-CSRFToken": self.token(), "Referer": self.place}
        request = urllib.request.Request(self.place + path, data, head, method=method)
        return json.loads(self.opener.open(request, timeout=30).read())


@pytest.fixture(scope="module")
def pem(tmp_path_factory):
    folder = tmp_path_factory.mktemp("pem")
    files = [str(folder / name) for name in ("certificate.pem", "key.pem")]
    made = [
        "openssl",
        "req",
        "-x509",
        "-newkey",
        "rsa:2048",
        "-nodes",
        "-days",
        "2",
        "-subj",
        "/CN=localhost",
    ]
    subprocess.run([*made, "-out", files[0], "-keyout", files[1]], check=True, capture_output=True)
    return files


@pytest.mark.parametrize(
    ("given", "said"),
    [
        (("--name", "x", "--address", "0.0.0.0"), "--behind-proxy"),
        (("--name", "x", "--certificate", "pyproject.toml"), "belong together"),
        (("--name", "x", "--certificate", "none.pem", "--key", "pyproject.toml"), "none.pem is no file"),
        (("--name", "https://x"), "is no name of a host"),
        ((), "--name HOST"),
    ],
)
def test_what_would_be_read_on_its_way_or_is_half_said_is_not_served(given, said, capsys):
    assert main(["serve", "--shared", *given]) == 1
    assert said in capsys.readouterr().err


def test_from_alone_to_several_people_and_back(tmp_path, pem):
    data = tmp_path / "data"
    alone = Server(data)
    before = alone.call("GET", "/api/stations")
    alone.process.send_signal(signal.SIGTERM)
    assert alone.process.wait(20) == 0
    alone.process.stdout.close()

    refused = tithe(data, "serve", "--shared", "--port", str(free_port()), "--name", "x")
    assert refused.returncode == 1 and "tithe user add NAME" in refused.stderr
    for name in ("ann", "bea"):
        assert tithe(data, "user", "add", name, said=f"{PASSWORD}\n").returncode == 0
    assert "too common" in tithe(data, "user", "add", "carl", said="password\n").stderr
    assert tithe(data, "user", "list").stdout == "ann, looks after the server\nbea\n"

    server = Shared(data, *pem)
    try:
        assert server.greeting.startswith("Tithe is served for https://localhost ")
        ann, bea = server.browser("ann"), server.browser("bea")
        assert [item["name"] for item in ann.call("GET", "/api/stations")] == [
            item["name"] for item in before
        ]
        assert bea.call("GET", "/api/stations") == []
        assert all(item.secure for item in ann.jar)
        plain = http.client.HTTPConnection("127.0.0.1", server.port, timeout=5)
        with pytest.raises((http.client.HTTPException, OSError)):
            plain.request("GET", "/")
            plain.getresponse()
        saved = bea.call("POST", "/api/stations", demo.start("empty").model_dump(exclude_none=True))
    finally:
        server.end(signal.SIGKILL)
    # What was acknowledged is there; who is removed leaves it to whom they name.
    assert tithe(data, "user", "remove", "ann", "--to", "bea").returncode == 2
    assert tithe(data, "user", "promote", "bea").returncode == 0
    assert tithe(data, "user", "remove", "ann", "--to", "bea").returncode == 0
    alone = Server(data)
    try:
        names = [item["name"] for item in alone.call("GET", "/api/stations")]
        assert names == [*(item["name"] for item in before), saved["name"]]
    finally:
        alone.kill()


def test_slow_large_and_vanishing_requests_keep_nobody_waiting(tmp_path, pem):
    data = tmp_path / "data"
    tithe(data, "user", "add", "ann", said=f"{PASSWORD}\n")
    server = Shared(data, *pem)
    slow = []
    try:
        ann = server.browser("ann")
        mill = ann.call("POST", "/api/stations/start/brackenfell-mill")
        for n in range(60):  # more than there are threads: half a head, or half a body, and then silence
            one = NOT_VERIFIED.wrap_socket(socket.create_connection(("127.0.0.1", server.port), 5))
            one.sendall(b"POST /log-in HTTP/1.1\r\nHost: localhost\r\n")
            if n % 2:
                one.sendall(b"Content-Length: 100000\r\n\r\nname=")
            slow.append(one)
        assert ann.call("GET", f"/api/stations/{mill['id']}")["name"] == "Brackenfell Mill"
        big = http.client.HTTPSConnection("127.0.0.1", server.port, context=NOT_VERIFIED, timeout=30)
        big.putrequest("POST", "/api/solve")
        for name, value in (("Content-Type", "application/json"), ("Content-Length", str(13_000_000))):
            big.putheader(name, value)
        big.endheaders()
        big.send(b"x" * 13_000_000)
        assert big.getresponse().status in (401, 413)
        big.close()
        # A heavy question whose asker goes leaves the turn to the next.
        question = json.dumps({"document": mill["document"]}).encode()
        for _ in range(3):
            gone = http.client.HTTPSConnection("localhost", server.port, context=NOT_VERIFIED, timeout=30)
            cookies = "; ".join(f"{item.name}={item.value}" for item in ann.jar)
            head = {
                "Content-Type": "application/json", "Cookie": cookies, "X-CSRFToken": ann.token(),
                "Referer": ann.place,
            }  # fmt: skip
            gone.request("POST", "/api/choose", question, head)
            time.sleep(0.3)
            gone.close()
        begun = time.monotonic()
        assert ann.call("POST", "/api/next", {"document": mill["document"]})["steps"]
        assert time.monotonic() - begun < 30
        assert server.end(signal.SIGTERM) == 0
    finally:
        for one in slow:
            one.close()
        if server.process.poll() is None:
            server.end(signal.SIGKILL)
