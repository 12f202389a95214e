"""Which devices are let in from the home network: codes that pair one, keys that tell one."""

from __future__ import annotations

import hmac
import json
import os
import secrets
import threading
from collections.abc import Callable
from dataclasses import asdict, dataclass, replace
from hashlib import sha256
from pathlib import Path

CODE_S = 600.0
CODE_LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789"
"""None that is read as another."""
CODE_LONG = 10
GUESSES = 5
"""Wrong codes after which the right one is void too: another is made on the computer."""
NAME_MOST = 40
DEVICES_MOST = 50
SEEN_EVERY_S = 3600.0


@dataclass(frozen=True)
class Device:
    """A paired device; of its key only the hash is kept."""

    id: str
    name: str
    key_hash: str
    made_utc_s: float
    seen_utc_s: float


@dataclass
class _Code:
    text: str
    until: float
    wrong: int = 0


class Devices:
    """The devices of one database, in a file beside its keys; one code at a time, in memory."""

    def __init__(self, path: Path, now_s: Callable[[], float]) -> None:
        self._path, self._now = path, now_s
        self._lock = threading.Lock()
        self._code: _Code | None = None
        self._devices = [Device(**one) for one in json.loads(path.read_text("utf-8"))
                         ] if path.exists() else []

    def new_code(self) -> tuple[str, float]:
        """A code and until when it holds (s UTC); the one before is void."""
        with self._lock:
            text = "".join(secrets.choice(CODE_LETTERS) for _ in range(CODE_LONG))
            self._code = _Code(text, self._now() + CODE_S)
            return text, self._code.until

    def pair(self, code: str, name: str) -> str | None:
        """The key of a new device; None for a code that is wrong, used, or over."""
        with self._lock:
            now, held = self._now(), self._code
            if held is None or now > held.until or len(self._devices) >= DEVICES_MOST:
                return None
            given = "".join(code.upper().split()).replace("-", "")
            if not hmac.compare_digest(given.encode(), held.text.encode()):
                held.wrong += 1
                if held.wrong >= GUESSES:
                    self._code = None
                return None
            self._code = None
            key = secrets.token_urlsafe(32)
            called = " ".join(name.split())[:NAME_MOST] or "a phone"
            self._devices.append(Device(secrets.token_hex(8), called, _hash(key), now, now))
            self._keep()
            return key

    def known(self, key: str | None) -> Device | None:
        """Whose key it is; None for nobody's."""
        if not key or len(key) > 200:
            return None
        looked = _hash(key)
        with self._lock:
            for i, one in enumerate(self._devices):
                if hmac.compare_digest(one.key_hash, looked):
                    if self._now() - one.seen_utc_s > SEEN_EVERY_S:
                        self._devices[i] = replace(one, seen_utc_s=self._now())
                        self._keep()
                    return self._devices[i]
        return None

    def listed(self) -> list[Device]:
        with self._lock:
            return list(self._devices)

    def rename(self, device_id: str, name: str) -> bool:
        """Whether there is one."""
        return self._changed(device_id, lambda one: replace(one, name=name))

    def revoke(self, device_id: str) -> bool:
        """Let it in no more. Whether there was one."""
        return self._changed(device_id, lambda one: None)

    def _changed(self, device_id: str, change: Callable[[Device], Device | None]) -> bool:
        with self._lock:
            had = self._devices
            made = [change(one) if one.id == device_id else one for one in had]
            self._devices = [one for one in made if one is not None]
            if self._devices == had:
                return any(one.id == device_id for one in had)
            self._keep()
            return True

    def _keep(self) -> None:
        half = self._path.with_suffix(".new")
        half.unlink(missing_ok=True)
        with os.fdopen(os.open(half, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "w") as file:
            json.dump([asdict(one) for one in self._devices], file)
            file.flush()
            os.fsync(file.fileno())
        half.replace(self._path)


def _hash(key: str) -> str:
    return sha256(key.encode()).hexdigest()
