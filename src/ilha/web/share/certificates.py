"""A certificate authority of this machine's own, bound to its names, and the server's certificate.

RFC 5280. The authority can vouch for this machine's name and for addresses of home networks
(RFC 1918, RFC 4193, link-local) and for nothing else: a device that trusts it does not thereby
trust whoever holds its key with any other site.
"""

from __future__ import annotations

import os
import re
import socket
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from ipaddress import IPv4Address, IPv6Address, ip_address, ip_network
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

Address = IPv4Address | IPv6Address
HOME = tuple(ip_network(net) for net in (
    "127.0.0.0/8", "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "fc00::/7",
    "fe80::/10"))
AUTHORITY_DAYS, SERVER_DAYS = 3650, 397
"""Phones refuse a server's certificate that holds for longer than about 13 months."""


@dataclass(frozen=True)
class Names:
    """What this machine is called: host names, and addresses in home networks."""

    hosts: tuple[str, ...]
    addresses: tuple[Address, ...]

    @property
    def all(self) -> tuple[str, ...]:
        """As they stand in an address bar."""
        return (*self.hosts, *(f"[{a}]" if a.version == 6 else str(a) for a in self.addresses))


def own_names() -> Names:
    """This machine's."""
    name = socket.gethostname().split(".")[0].lower()
    hosts = (name, f"{name}.local") if re.fullmatch(r"[a-z0-9-]{1,63}", name) else ()
    found = {ip_address("127.0.0.1")}
    # No packet goes out: it is only asked which way one would. IPv4, as it is listened to.
    with suppress(OSError), socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asked:
        asked.connect(("192.0.2.1", 9))
        found.add(ip_address(asked.getsockname()[0]))
    return Names(hosts, tuple(sorted((a for a in found if _at_home(a)), key=str)))


def _at_home(address: Address) -> bool:
    return any(address in net for net in HOME if net.version == address.version)


@dataclass(frozen=True)
class Signed:
    """A certificate and its key."""

    certificate: x509.Certificate
    key: ec.EllipticCurvePrivateKey


def authority(folder: Path, names: Names, now: datetime | None = None) -> Signed:
    """The authority kept in a folder, made where there is none, or where it is of other names or
    nearly over: then devices must trust the new one."""
    now = now or datetime.now(UTC)
    paths = folder / "authority.crt", folder / "authority.key"
    if all(path.exists() for path in paths):
        kept = Signed(x509.load_pem_x509_certificate(paths[0].read_bytes()), _key(paths[1]))
        if _constraints(names) == kept.certificate.extensions.get_extension_for_class(
                x509.NameConstraints).value and (
                kept.certificate.not_valid_after_utc - now > timedelta(days=SERVER_DAYS)):
            return kept
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, f"Ilha on {(*names.hosts, '')[0]}")])
    made = (
        _begun(name, name, key, now, AUTHORITY_DAYS)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(_usage(signs=True), critical=True)
        .add_extension(_constraints(names), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .sign(key, hashes.SHA256()))
    _write(paths[0], made.public_bytes(serialization.Encoding.PEM))
    _write(paths[1], _pem(key))
    return Signed(made, key)


def server(
    ca: Signed, names: Names, now: datetime | None = None, folder: Path | None = None
) -> Signed:
    """The server's certificate by its present names, made anew at each start; its key is the one
    that is kept in ``folder``, where there is one."""
    kept = None if folder is None else folder / "server.key"
    key = _key(kept) if kept and kept.exists() else ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Ilha")])
    made = (
        _begun(name, ca.certificate.subject, key, now or datetime.now(UTC), SERVER_DAYS)
        .add_extension(x509.SubjectAlternativeName([
            *(x509.DNSName(host) for host in names.hosts),
            *(x509.IPAddress(address) for address in names.addresses)]), critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(_usage(signs=False), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(x509.AuthorityKeyIdentifier.from_issuer_public_key(ca.key.public_key()),
                       critical=False)
        .sign(ca.key, hashes.SHA256()))
    return Signed(made, key)


def keep(folder: Path, signed: Signed) -> tuple[Path, Path]:
    """Write the server's certificate and key, for this user alone; returns their paths."""
    paths = folder / "server.crt", folder / "server.key"
    _write(paths[0], signed.certificate.public_bytes(serialization.Encoding.PEM))
    _write(paths[1], _pem(signed.key))
    return paths


def fingerprint(certificate: x509.Certificate) -> str:
    """SHA-256, in pairs, as phones show it."""
    digest = certificate.fingerprint(hashes.SHA256()).hex().upper()
    return " ".join(digest[i:i + 2] for i in range(0, len(digest), 2))


def _begun(
    name: x509.Name, issuer: x509.Name, key: ec.EllipticCurvePrivateKey, now: datetime, days: int
) -> x509.CertificateBuilder:
    return (x509.CertificateBuilder().subject_name(name).issuer_name(issuer)
            .public_key(key.public_key()).serial_number(x509.random_serial_number())
            # A phone's clock may be behind.
            .not_valid_before(now - timedelta(days=1))
            .not_valid_after(now + timedelta(days=days)))


def _constraints(names: Names) -> x509.NameConstraints:
    return x509.NameConstraints(
        [*(x509.DNSName(host) for host in names.hosts or ("ilha.invalid",)),
         *(x509.IPAddress(net) for net in HOME)], None)


def _usage(signs: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs, content_commitment=False, key_encipherment=False,
        data_encipherment=False, key_agreement=False, key_cert_sign=signs, crl_sign=signs,
        encipher_only=False, decipher_only=False)


def _pem(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8,
                             serialization.NoEncryption())


def _key(path: Path) -> ec.EllipticCurvePrivateKey:
    key = serialization.load_pem_private_key(path.read_bytes(), None)
    assert isinstance(key, ec.EllipticCurvePrivateKey)
    return key


def _write(path: Path, data: bytes) -> None:
    """For this user alone, whole or not at all."""
    path.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
    half = path.with_suffix(path.suffix + ".new")
    half.unlink(missing_ok=True)
    with os.fdopen(os.open(half, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as file:
        file.write(data)
    half.replace(path)
