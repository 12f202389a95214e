"""The sample island beside one's own water: a server of its own, so that neither mixes with the
other: not the database, not what a browser keeps for an address."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import sys
import tempfile
import threading
from pathlib import Path

HOME = "ILHA_HOME"
"""In the sample's environment: where one came from."""
PATIENCE_S = 60.0
_SAID = re.compile(r"http://127\.0\.0\.1:(\d+)/")


class NotThere(Exception):
    """The sample could not be started, and why."""


class LookRound:
    """At most one sample server, started when it is asked for, gone with its owner."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._child: subprocess.Popen[str] | None = None
        self._folder = ""
        self._url = ""

    def url(self, home: str) -> str:
        """Where the sample is served; home : the address to come back to.

        Raises
        ------
        NotThere
            Where it does not start.
        """
        with self._lock:
            if self._child is not None and self._child.poll() is None:
                return self._url
            self._folder = tempfile.mkdtemp(prefix="ilha-marela-")
            self._child = subprocess.Popen(
                [sys.executable, "-m", "ilha.cli", "serve", "--demo", "--port", "0", "--workers",
                 "1", "--database", str(Path(self._folder) / "marela.sqlite3")],
                stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, stdin=subprocess.DEVNULL,
                text=True, env={**os.environ, HOME: home, "PYTHONUNBUFFERED": "1"})
            self._url = self._said(self._child)
            return self._url

    def _said(self, child: subprocess.Popen[str]) -> str:
        """Its address, as it says it when it is ready."""
        assert child.stdout is not None
        late = threading.Timer(PATIENCE_S, child.kill)
        late.start()
        try:
            for line in child.stdout:
                found = _SAID.search(line)
                if found:
                    # What it says after that nobody reads: it must not wait for a reader.
                    threading.Thread(target=child.stdout.read, daemon=True).start()
                    return found[0]
        finally:
            late.cancel()
        child.wait()
        raise NotThere("the sample island did not start: start it by hand, ilha serve --demo")

    def close(self) -> None:
        """Stop it, and take its database away."""
        with self._lock:
            if self._child is not None:
                self._child.terminate()
                self._child.wait()
                self._child = None
            if self._folder:
                shutil.rmtree(self._folder, ignore_errors=True)
                self._folder = ""
