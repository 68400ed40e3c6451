"""Processes of Tithe's own command, forked from one that has the libraries and kernels loaded: reading them
is most of what a start costs. All else is a start's: arguments, environment, files, settings, signals."""

import array
import atexit
import gc
import json
import os
import resource
import select
import signal
import socket
import subprocess
import sys
import time
from functools import cache
from importlib import import_module

LOADED = ("django.db.models", "tithe.core.log", "scipy.special", "waitress", "uvicorn")
TITHE, DJANGO = "tithe.site.cli:main", "django.core.management:execute_from_command_line"
_MOST = 1_000_000


class Forked:
    """A process of ``tithe``, or of ``main``, with these words, as `subprocess.Popen` has it; ``room``: bytes
    of a file at most."""

    def __init__(self, words, data, *, main=TITHE, stdin=None, stderr=None, room=None):
        result, tell = os.pipe()
        output, into = os.pipe()
        request = {"main": main, "words": [str(word) for word in words], "data": str(data), "room": room}
        given = os.open(os.devnull, os.O_RDONLY) if stdin is None else stdin
        complaints = os.dup(2) if stderr is None else stderr
        fds = [tell, given, into, complaints]
        _nursery().sendmsg(
            [json.dumps(request).encode()], [(socket.SOL_SOCKET, socket.SCM_RIGHTS, array.array("i", fds))]
        )
        for fd in fds:
            os.close(fd)
        self.stdout, self._told, self.returncode = os.fdopen(output), os.fdopen(result), None
        self.pid = int(self._told.readline())

    def poll(self):
        """How it ended, if it has."""
        if self.returncode is None and select.select([self._told], [], [], 0)[0]:
            self.returncode = int(self._told.readline())
            self._told.close()
        return self.returncode

    def wait(self, timeout=None):
        """How it ended, once it has."""
        end = time.monotonic() + (timeout or 600)
        while self.poll() is None:
            if time.monotonic() > end:
                raise subprocess.TimeoutExpired("tithe", timeout)
            select.select([self._told], [], [], 0.1)
        return self.returncode

    def send_signal(self, number):
        """Unless it has ended."""
        if self.poll() is None:
            os.kill(self.pid, number)

    def terminate(self):
        """Ask it to stop."""
        self.send_signal(signal.SIGTERM)

    def kill(self):
        """End it."""
        self.send_signal(signal.SIGKILL)


def run(words, data, *, main=TITHE, typed="", room=None):
    """Its exit status, what it said and what it complained, after these were ``typed``."""
    (give, typing), (complaint, complain) = os.pipe(), os.pipe()
    os.write(typing, typed.encode())
    os.close(typing)
    process = Forked(words, data, main=main, stdin=give, stderr=complain, room=room)
    said = process.stdout.read()
    process.stdout.close()
    with os.fdopen(complaint) as complained:
        return subprocess.CompletedProcess(words, process.wait(60), said, complained.read())


@cache
def _nursery():
    ours, its = socket.socketpair(socket.AF_UNIX, socket.SOCK_SEQPACKET)
    command = [sys.executable, "-m", "tests.forked", str(its.fileno())]
    process = subprocess.Popen(command, pass_fds=[its.fileno()])
    its.close()
    atexit.register(process.wait)
    atexit.register(ours.close)
    return ours


def _nurse(request):
    """Whatever is asked for is begun, until nobody asks any more."""
    os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "__all__")
    for name in LOADED:
        import_module(name)
    import_module("tithe.answers.question").every()
    import_module("tithe.core.warm").warm()
    gc.freeze()
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    while True:
        wanted, fds, *_ = socket.recv_fds(request, _MOST, 4)
        if not wanted:
            return
        if os.fork() == 0:
            request.close()
            _mind(json.loads(wanted), fds)
        for fd in fds:
            os.close(fd)


def _mind(wanted, fds):
    """Begin it, and tell its number, and how it ended."""
    signal.signal(signal.SIGCHLD, signal.SIG_DFL)
    tell, *standard = fds
    pid = os.fork()
    if pid == 0:
        os.close(tell)
        for number, fd in enumerate(standard):
            os.dup2(fd, number)
            os.close(fd)
        _be(wanted)
    for fd in standard:
        os.close(fd)
    os.write(tell, f"{pid}\n".encode())
    _, status = os.waitpid(pid, 0)
    os.write(tell, f"{os.waitstatus_to_exitcode(status)}\n".encode())
    os._exit(0)


def _be(wanted):
    os.environ["TITHE_DATA"] = wanted["data"]
    if wanted["room"] is not None:
        resource.setrlimit(resource.RLIMIT_FSIZE, (wanted["room"], wanted["room"]))
    sys.argv = ["tithe", *wanted["words"]]
    try:
        module, _, name = wanted["main"].partition(":")
        status = getattr(import_module(module), name)()
    except SystemExit as end:
        status = end.code
    except BaseException:
        sys.excepthook(*sys.exc_info())
        status = 1
    sys.stdout.flush()
    sys.stderr.flush()
    os._exit(status if isinstance(status, int) else bool(status))


if __name__ == "__main__":
    _nurse(socket.socket(fileno=int(sys.argv[1])))
