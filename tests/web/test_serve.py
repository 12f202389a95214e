"""The server as a process: it starts, says where it is, and ends cleanly."""

from __future__ import annotations

import os
import re
import socket
import subprocess
import sys
import urllib.request
from pathlib import Path

import pytest

from ilha.web import serve as serve_module
from ilha.web.serve import serve
from tests.ui.conftest import Server


def test_it_starts_answers_and_ends_with_0(tmp_path: Path) -> None:
    server = Server(tmp_path / "deep" / "ilha.sqlite3")
    server.start()
    try:
        with urllib.request.urlopen(f"{server.url}api/health", timeout=5) as answer:
            assert answer.status == 200
            assert answer.headers.get("Server") is None
        # Bound to 127.0.0.1 only: the kernel's table gives addresses in hexadecimal.
        table = Path("/proc/net/tcp").read_text("ascii").splitlines()[1:]
        bound = {row.split()[1] for row in table if row.split()[3] == "0A"}
        assert [a for a in bound if a.endswith(f":{server.port:04X}")] == [
            f"0100007F:{server.port:04X}"]
    finally:
        assert server.stop() == 0


def test_a_port_in_use_is_said_plainly(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        assert serve(tmp_path / "x.sqlite3", port=port, demo=False) == 1
    assert f"Port {port} cannot be used" in capsys.readouterr().err


def test_an_interface_that_is_not_built_is_said_plainly(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(serve_module, "DIST", tmp_path)
    assert serve(tmp_path / "x.sqlite3", port=0, demo=False) == 1
    assert "make build" in capsys.readouterr().err


def test_the_command_line_prints_the_contract() -> None:
    done = subprocess.run([sys.executable, "-m", "ilha.cli", "openapi"], text=True, check=True,
                          capture_output=True)
    assert '"openapi": "3.1.0"' in done.stdout


@pytest.mark.parametrize(("told", "threads"), [(None, 1), ("2", 2)])
def test_the_linear_algebra_has_one_thread_unless_it_is_told_otherwise(
    told: str | None, threads: int
) -> None:
    """More of them wait by running, on the core of the worker beside."""
    code = ("import ilha, numpy as np; a = np.ones((600, 600)); a @ a;"
            " print(open('/proc/self/status').read())")
    env = {name: value for name, value in os.environ.items() if not name.endswith("NUM_THREADS")}
    if told is not None:
        env["OPENBLAS_NUM_THREADS"] = told
    done = subprocess.run([sys.executable, "-c", code], env=env, text=True, check=True,
                          capture_output=True)
    found = re.search(r"^Threads:\s+(\d+)", done.stdout, re.MULTILINE)
    assert found
    assert int(found[1]) == min(threads, os.cpu_count() or 1)
