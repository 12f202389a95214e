"""What listens on the home network: the same application behind TLS and the gate."""

from __future__ import annotations

import socket
import ssl
import sys
import threading
import time
from collections.abc import Callable, Iterable
from pathlib import Path
from typing import Any

from cheroot.ssl.builtin import BuiltinSSLAdapter
from cheroot.wsgi import Server
from flask import Flask

from ilha.web.environ import HOSTS
from ilha.web.share import certificates
from ilha.web.share.devices import Devices

THREADS = 32
PATIENCE_S = 5


class _Later(BuiltinSSLAdapter):
    """Shakes hands in the worker that reads, not where connections are taken: who connects and says
    nothing keeps one thread for PATIENCE_S, and nobody else waits."""

    def wrap(self, sock: socket.socket) -> tuple[ssl.SSLSocket, dict[str, Any]]:
        wrapped = self.context.wrap_socket(sock, server_side=True, do_handshake_on_connect=False)
        return wrapped, {"wsgi.url_scheme": "https", "HTTPS": "on"}


class _Calm(Server):
    """Says nothing of what is the other end's: who hangs up, speaks no TLS or does not trust the
    certificate yet is no fault of this one, and happens with every phone that is paired."""

    def error_log(self, msg: str = "", level: int = 20, traceback: bool = False) -> None:
        if not isinstance(sys.exc_info()[1], OSError):
            super().error_log(msg, level, traceback)


class Taken(Exception):
    """The port cannot be used, and why."""


class Share:
    """The listener, its names and its devices.

    Raises
    ------
    Taken
        If the port is in use.
    """

    def __init__(self, app: Flask, folder: Path, port: int, now_s: float | None = None) -> None:
        folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        self.names = certificates.own_names()
        ca = certificates.authority(folder, self.names)
        self.authority = ca.certificate
        self.devices = Devices(folder / "devices.json", (lambda: now_s) if now_s else time.time)
        crt, key = certificates.keep(folder, certificates.server(ca, self.names, folder=folder))
        self._server = _Calm(("0.0.0.0", port), self._marked(app), numthreads=THREADS,
                             timeout=PATIENCE_S, server_name="ilha")
        adapter = _Later(str(crt), str(key))
        adapter.context.minimum_version = ssl.TLSVersion.TLSv1_2
        self._server.ssl_adapter = adapter
        self._server.max_request_body_size = 80 << 20
        try:
            self._server.prepare()
        except OSError as error:
            raise Taken(f"Port {port} cannot be used ({error}): choose another with --share PORT."
                        ) from error
        bound: socket.socket = self._server.socket
        self.port = int(bound.getsockname()[1])
        self._thread = threading.Thread(target=self._server.serve, daemon=True)
        self._thread.start()

    def _marked(self, app: Flask) -> Callable[[dict[str, Any], Any], Iterable[bytes]]:
        def marked(environ: dict[str, Any], start: Any) -> Iterable[bytes]:
            environ[HOSTS] = self.names.all
            return app(environ, start)

        return marked

    @property
    def urls(self) -> list[str]:
        """Where a phone finds it, the likeliest first."""
        at = [f"https://{name}:{self.port}/" for name in self.names.all if name != "127.0.0.1"]
        hosts = len(self.names.hosts)
        return [*at[hosts:], *at[:hosts]] or [f"https://127.0.0.1:{self.port}/"]

    def close(self) -> None:
        self._server.stop()
        self._thread.join(PATIENCE_S)
