"""Payloads of the home network: devices that are let in."""

from __future__ import annotations

from pydantic import Field

from ilha.web.payloads import Payload


class PairedDevice(Payload):
    """A device that is let in. seen_utc_s: to the hour."""

    id: str
    name: str
    made_utc_s: float
    seen_utc_s: float


class PairedDevices(Payload):
    """on: whether the home network is listened to. fingerprint: of the authority that phones are
    asked to trust, SHA-256; addresses: where a phone finds it, the likeliest first."""

    on: bool
    addresses: list[str]
    fingerprint: str
    devices: list[PairedDevice]


class PairingCode(Payload):
    """Pairs one device, once."""

    code: str
    until_utc_s: float
    address: str = Field(description="with the code in it")
    qr_svg: str = Field(description="the same as a picture")


class DeviceName(Payload):
    name: str = Field(min_length=1, max_length=40, pattern=r"\S")


__all__ = ["DeviceName", "PairedDevices", "PairingCode"]
