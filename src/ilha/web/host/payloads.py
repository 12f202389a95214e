"""Payloads of a server for many."""

from __future__ import annotations

from ilha.web.payloads import Payload


class Account(Payload):
    """Whose data is looked at; null: this machine's own."""

    name: str | None


__all__ = ["Account"]
