"""Headers on every response; hosts and origins that are not ours are refused."""

from __future__ import annotations

from urllib.parse import urlsplit

from flask import Flask, Response, request

from ilha.web.environ import HOSTS as NAMED
from ilha.web.errors import problem
from ilha.web.files_in import plain_at

HOSTS = frozenset({"127.0.0.1", "localhost", "[::1]"})
CSP = "; ".join((
    "default-src 'self'", "script-src 'self'", "style-src 'self'", "img-src 'self' data:",
    "font-src 'self'", "connect-src 'self'", "worker-src 'self'", "manifest-src 'self'",
    "object-src 'none'", "base-uri 'none'", "form-action 'self'", "frame-ancestors 'none'",
))
HEADERS = {
    "Content-Security-Policy": CSP,
    "X-Content-Type-Options": "nosniff",
    "X-Frame-Options": "DENY",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Permissions-Policy": "camera=(), microphone=(), geolocation=(self)",
}
FORMS = frozenset({"/pair", "/in", "/join", "/account", "/account/out"})
_READS = frozenset({"GET", "HEAD", "OPTIONS"})


def _hostname(host: str) -> str:
    return host.rsplit(":", 1)[0] if not host.endswith("]") else host


def register(app: Flask) -> None:
    """Hook the checks and headers into ``app``."""

    @app.before_request
    def refuse_strangers() -> Response | None:
        # A page elsewhere could point a name of its own at this machine (DNS rebinding).
        shared = request.environ.get(NAMED)
        if _hostname(request.host).lower() not in (HOSTS if shared is None else shared):
            return problem(421, "unknown-host", "Ilha answers under its own names only.")
        site = request.headers.get("Sec-Fetch-Site", "same-origin")
        origin = request.headers.get("Origin")
        foreign = origin is not None and urlsplit(origin).netloc != request.host
        if request.path.startswith("/api/") and (site not in ("same-origin", "none") or foreign):
            return problem(403, "foreign-origin", "Another site asks: it is refused.")
        if request.method not in _READS:
            if foreign or site not in ("same-origin", "none"):
                return problem(403, "foreign-origin", "Writes from another site are refused.")
            # A form of another site can send text, never JSON, without being asked first; nor can
            # it send a file under the media type of CSV, GPX or a picture.
            # These pages are forms of our own, and bound to our own origin above.
            form = shared is not None and request.path in FORMS and origin is not None
            right = request.mimetype in ("application/json", *plain_at(request.path))
            if request.content_length and not right and not form:
                return problem(415, "unsupported-media-type", "What is sent must be JSON, said to"
                               " be so: Content-Type: application/json.")
        return None

    @app.after_request
    def add_headers(response: Response) -> Response:
        for name, value in HEADERS.items():
            response.headers.setdefault(name, value)
        if request.path.startswith("/api/"):
            # Where and when one fishes is nobody else's: no cache on the way keeps it.
            response.headers["Cache-Control"] = "no-store"
        return response
