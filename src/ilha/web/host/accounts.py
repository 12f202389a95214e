"""Accounts: invited, signed in, waiting after wrong passwords, taken out."""

from __future__ import annotations

import secrets
import shutil
import sqlite3
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from hashlib import sha256
from pathlib import Path

from werkzeug.security import check_password_hash, generate_password_hash

from ilha.desk import taught
from ilha.store import accounts as kept
from ilha.store import db

PASSWORD_LEAST, PASSWORD_MOST = 12, 200
"""Characters; long and without rules of composition (NIST SP 800-63B, 5.1.1.2, asks for eight at
least, sixty-four to be let through, and no such rules)."""
NAME_MOST = 40
INVITED_DAYS = 7
SIGNED_IN_S = 90 * 86400.0
"""Since it was last seen."""
SIGNED_IN_MOST = 20
SEEN_EVERY_S = 3600.0
WRONG_FREE, WAIT_S, WAIT_MOST_S = 5, 30.0, 900.0
"""So many wrong passwords in a row cost nothing; after each further one that name waits, twice as
long each time (SP 800-63B, 5.2.2: guesses are to be limited)."""
AT_ONCE = 4
"""Passwords looked at together: each takes 32 MB while it is."""
TURN_S = 5.0


class Refused(ValueError):
    """What cannot be done, in words that name the field."""


@dataclass(frozen=True)
class SignedIn:
    """Who is signed in, and the angler's own database."""

    id: str
    name: str
    database: Path


class Accounts:
    """The accounts of one folder: ``accounts.sqlite3``, and ``anglers/ID/ilha.sqlite3`` each."""

    def __init__(self, folder: Path, now_s: Callable[[], float] = time.time) -> None:
        self.folder, self._now = folder, now_s
        self._path = folder / "accounts.sqlite3"
        self._looked_at = threading.BoundedSemaphore(AT_ONCE)
        self._ready: set[str] = set()
        self._readying = threading.Lock()
        with kept.opened(self._path):
            pass
        # Compared for a name that nobody has: the time that takes tells nothing.
        self._nobody = generate_password_hash(secrets.token_urlsafe(16))

    def invite(self, days: float = INVITED_DAYS, name: str | None = None) -> str:
        """A word that lets one in, once; with a name: that sets this angler a new password.

        Raises
        ------
        Refused
            For a name that nobody has.
        """
        token, now = secrets.token_urlsafe(24), self._now()
        with kept.opened(self._path) as conn:
            angler = None if name is None else kept.by_name(conn, name)
            if name is not None and angler is None:
                raise Refused(f"`name` {name} is nobody's: ilha host FOLDER list has them all")
            kept.add_invitation(conn, kept.Invitation(
                _hash(token), None if angler is None else angler.id, now + 86400.0 * days), now)
        return token

    def invited(self, token: str) -> tuple[bool, str | None]:
        """Whether it still lets one in, and whose new password it is for."""
        with kept.opened(self._path, write=False) as conn:
            found = kept.invitation(conn, _hash(token))
            if found is None or found.until_utc_s < self._now():
                return False, None
            angler = None if found.angler_id is None else kept.by_id(conn, found.angler_id)
            return True, None if angler is None else angler.name

    def join(self, token: str, name: str, password: str) -> str:
        """Take an invitation up; the key of what is now signed in.

        Raises
        ------
        Refused
            For an invitation that is used or over, a name that is taken, a password too short.
        """
        name = " ".join(name.split())
        over = "This invitation was used, or is over: ask for another."
        if not self.invited(token)[0]:
            raise Refused(over)
        hashed = self._hashed(password)
        now = self._now()
        with kept.opened(self._path) as conn:
            found = kept.invitation(conn, _hash(token))
            if found is None or found.until_utc_s < now:
                raise Refused(over)
            if found.angler_id is not None:
                angler_id = found.angler_id
                kept.set_password(conn, angler_id, hashed)
                kept.sign_out_all(conn, angler_id)
            else:
                if not 1 <= len(name) <= NAME_MOST or not name.isprintable():
                    raise Refused(f"`name` must have 1 to {NAME_MOST} characters.")
                angler_id = secrets.token_hex(8)
                if not kept.add_angler(conn, angler_id, name, hashed, now):
                    raise Refused(f"`name` {name} is taken: choose another.")
            kept.use_invitation(conn, found.hash)
            return self._signed_in(conn, angler_id)

    def sign_in(self, name: str, password: str) -> str:
        """The key of what is now signed in.

        Raises
        ------
        Refused
            For a wrong name or password, and while that name waits.
        """
        name = " ".join(name.split())
        angler = self._proven(lambda conn: kept.by_name(conn, name), password)
        with kept.opened(self._path) as conn:
            return self._signed_in(conn, angler.id)

    def change_password(self, angler_id: str, before: str, password: str) -> str:
        """The key of what is now signed in; everything else is signed out.

        Raises
        ------
        Refused
            For a wrong password before, or a new one too short.
        """
        _good_password(password)
        self._proven(lambda conn: kept.by_id(conn, angler_id), before)
        hashed = self._hashed(password)
        with kept.opened(self._path) as conn:
            kept.set_password(conn, angler_id, hashed)
            kept.sign_out_all(conn, angler_id)
            return self._signed_in(conn, angler_id)

    def leave(self, angler_id: str, password: str) -> None:
        """Take an account out, with all its data.

        Raises
        ------
        Refused
            For a wrong password.
        """
        self._proven(lambda conn: kept.by_id(conn, angler_id), password)
        self._remove(angler_id)

    def remove(self, name: str) -> None:
        """Take a name's account out, with all its data.

        Raises
        ------
        Refused
            For a name that nobody has.
        """
        with kept.opened(self._path) as conn:
            angler = kept.by_name(conn, name)
        if angler is None:
            raise Refused(f"`name` {name} is nobody's: ilha host FOLDER list has them all")
        self._remove(angler.id)

    def known(self, key: str | None) -> SignedIn | None:
        """Whose key it is; None for nobody's."""
        if not key or len(key) > 200:
            return None
        now = self._now()
        with kept.opened(self._path, write=False) as conn:
            found = kept.signed_in(conn, _hash(key))
        if found is None:
            return None
        angler, seen = found
        if now - seen > SIGNED_IN_S:
            self.sign_out(key)
            return None
        if now - seen > SEEN_EVERY_S:
            with kept.opened(self._path) as conn:
                kept.saw(conn, _hash(key), now)
        return SignedIn(angler.id, angler.name, self._own(angler.id))

    def sign_out(self, key: str) -> None:
        """What was signed in with this key is not any more."""
        with kept.opened(self._path) as conn:
            kept.sign_out(conn, _hash(key))

    def listed(self) -> list[tuple[str, float | None, int]]:
        """Name, when last seen (s UTC, to the hour), and bytes of data, of each."""
        with kept.opened(self._path, write=False) as conn:
            found = kept.listed(conn)
        return [(angler.name, seen, sum(
            f.stat().st_size for f in self._folder(angler.id).rglob("*") if f.is_file()))
            for angler, seen in found]

    def _own(self, angler_id: str) -> Path:
        """The angler's database, made or brought up to date when it is first asked for."""
        path = self._folder(angler_id) / "ilha.sqlite3"
        with self._readying:
            if angler_id not in self._ready:
                conn = db.ready(path)
                try:
                    taught.keep_now(conn)
                finally:
                    conn.close()
                self._ready.add(angler_id)
        return path

    def _folder(self, angler_id: str) -> Path:
        return self.folder / "anglers" / angler_id

    def _remove(self, angler_id: str) -> None:
        with kept.opened(self._path) as conn:
            kept.remove(conn, angler_id)
        with self._readying:
            self._ready.discard(angler_id)
            shutil.rmtree(self._folder(angler_id), ignore_errors=True)

    def _signed_in(self, conn: sqlite3.Connection, angler_id: str) -> str:
        key = secrets.token_urlsafe(32)
        kept.sign_in(conn, _hash(key), angler_id, self._now(), SIGNED_IN_MOST)
        return key

    def _hashed(self, password: str) -> str:
        _good_password(password)
        with self._turn():
            return generate_password_hash(password)

    def _proven(
        self, find: Callable[[sqlite3.Connection], kept.Angler | None], password: str
    ) -> kept.Angler:
        """Whom the password belongs to. Each wrong one counts before the next is looked at.

        Raises
        ------
        Refused, Wrong
        """
        with self._turn():
            with kept.opened(self._path, write=False) as conn:
                angler = find(conn)
            now = self._now()
            if angler is not None and angler.wait_until_s > now:
                raise Refused("Too many wrong passwords for this name: wait"
                              f" {max(1.0, (angler.wait_until_s - now) / 60.0):.0f} min.")
            right = check_password_hash(
                self._nobody if angler is None else angler.password, password[:PASSWORD_MOST])
            if angler is None:
                raise Wrong
            with kept.opened(self._path) as conn:
                # As it is now: another may have been wrong meanwhile.
                again = kept.by_id(conn, angler.id)
                wrong = 0 if right or again is None else again.wrong + 1
                wait = 0.0 if wrong < WRONG_FREE else min(
                    WAIT_MOST_S, WAIT_S * 2.0 ** min(wrong - WRONG_FREE, 10))
                kept.set_wrong(conn, angler.id, wrong, now + wait if wait else 0.0)
        if not right:
            raise Wrong
        return angler

    @contextmanager
    def _turn(self) -> Iterator[None]:
        """One of the few that are looked at together.

        Raises
        ------
        Refused
            If none comes free soon.
        """
        if not self._looked_at.acquire(timeout=TURN_S):
            raise Refused("Too many are signing in at this moment: try again in a minute.")
        try:
            yield
        finally:
            self._looked_at.release()


class Wrong(Refused):
    """Name and password do not belong together."""

    def __init__(self) -> None:
        super().__init__("Name or password is wrong.")


def _good_password(password: str) -> None:
    if not PASSWORD_LEAST <= len(password) <= PASSWORD_MOST:
        raise Refused(f"`password` must have {PASSWORD_LEAST} to {PASSWORD_MOST} characters: a few"
                      " words in a row are good.")


def _hash(key: str) -> str:
    return sha256(key.encode()).hexdigest()
