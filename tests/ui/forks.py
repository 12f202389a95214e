"""Servers from one process that has everything loaded: each is forked, and up at once.

Reads a line of JSON, the arguments of ``ilha`` and the environment; forks a child that runs them
with its output in a file; answers with its process id. A line with a pid waits for that child and
answers with its exit code. What is served is the real command, in a process of its own.
"""

from __future__ import annotations

import json
import os
import subprocess
import sys
import traceback
from pathlib import Path
from typing import Any

# Loaded before the first fork, as a start of the command loads it.
import ilha.web.serve
from ilha.cli import main
from ilha.web.app import create_app
from tests.made_once import compile_routes_once, marela_file


class Forks:
    """The session's side of it."""

    def __init__(self) -> None:
        self.process = subprocess.Popen(
            [sys.executable, "-m", "tests.ui.forks"], stdin=subprocess.PIPE,
            stdout=subprocess.PIPE, text=True, cwd=Path(__file__).parents[2])

    def _asked(self, what: dict[str, Any]) -> int:
        assert self.process.stdin is not None
        assert self.process.stdout is not None
        self.process.stdin.write(json.dumps(what) + "\n")
        self.process.stdin.flush()
        return int(self.process.stdout.readline())

    def start(self, arguments: list[str], env: dict[str, str], said: Path) -> int:
        """Run ``ilha`` with these arguments, its output in a file; the process id."""
        return self._asked({"arguments": arguments, "env": env, "said": str(said)})

    def wait(self, pid: int) -> int:
        """The exit code of a child that has been told to end."""
        return self._asked({"wait": pid})


def _child(what: dict[str, Any]) -> None:
    """Never returns: this process is the command now."""
    code = 1
    try:
        out = os.open(what["said"], os.O_WRONLY | os.O_CREAT | os.O_TRUNC)
        os.dup2(out, 1)
        os.dup2(out, 2)
        os.environ.update(what["env"])
        code = main(what["arguments"])
    except BaseException:
        traceback.print_exc()
    finally:
        sys.stdout.flush()
        os._exit(code)


def _warmed(now_s: int = 1_784_800_000) -> None:
    """What the first answers of a process load and work out for good, children come with."""
    assert ilha.web.serve
    compile_routes_once()
    client = create_app(marela_file(now_s, log=False), now_s=now_s).test_client()
    day = client.get("/api/day?mark_id=1&plastic_id=1&line_id=3&rod_id=2"
                     "&school=lightest-practical")
    assert day.status_code == 200, day.text


def run() -> None:
    """Answer lines until there are no more."""
    _warmed()
    for line in sys.stdin:
        what = json.loads(line)
        if "wait" in what:
            _, status = os.waitpid(what["wait"], 0)
            print(os.waitstatus_to_exitcode(status), flush=True)
            continue
        pid = os.fork()
        if pid == 0:
            _child(what)
        print(pid, flush=True)


if __name__ == "__main__":
    run()
