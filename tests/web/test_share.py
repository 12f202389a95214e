"""The home network: its authority and certificate, its codes and keys, its gate, over real TLS."""

from __future__ import annotations

import json
import socket
import ssl
import stat
import struct
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from contextlib import suppress
from datetime import UTC, datetime, timedelta
from http.client import HTTPConnection, HTTPResponse, HTTPSConnection
from ipaddress import ip_address
from pathlib import Path
from typing import Any

import pytest
from cryptography import x509
from cryptography.hazmat.primitives import hashes
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.hazmat.primitives.serialization import Encoding
from cryptography.x509.verification import PolicyBuilder, Store, VerificationError
from flask import Flask

from ilha.web.share import certificates
from ilha.web.share.certificates import Names
from ilha.web.share.devices import CODE_S, DEVICES_MOST, GUESSES, Devices
from ilha.web.share.gate import COOKIE
from ilha.web.share.listener import Share, Taken

NAMES = Names(("harbour", "harbour.local"), (ip_address("127.0.0.1"), ip_address("192.168.1.20")))


def holds(ca: certificates.Signed, certificate: x509.Certificate, name: str) -> bool:
    """Whether who trusts the authority takes the certificate for that name (RFC 5280, by the
    library's own verifier)."""
    subject = x509.IPAddress(ip_address(name)) if name[0].isdigit() else x509.DNSName(name)
    check = PolicyBuilder().store(Store([ca.certificate])).build_server_verifier(subject)
    try:
        check.verify(certificate, [])
    except VerificationError:
        return False
    return True


def test_the_certificate_holds_for_its_own_names_alone(tmp_path: Path) -> None:
    ca = certificates.authority(tmp_path, NAMES)
    mine = certificates.server(ca, NAMES).certificate
    for name in ("harbour", "harbour.local", "127.0.0.1", "192.168.1.20"):
        assert holds(ca, mine, name), name
    for name in ("other.local", "example.com", "192.168.1.21"):
        assert not holds(ca, mine, name), name
    assert mine.not_valid_after_utc - mine.not_valid_before_utc <= timedelta(days=398)


@pytest.mark.parametrize("foreign", ["example.com", "harbour.example.com", "203.0.113.9"])
def test_the_authority_can_vouch_for_nothing_but_home(tmp_path: Path, foreign: str) -> None:
    ca = certificates.authority(tmp_path, NAMES)
    address = foreign[0].isdigit()
    forged = certificates.server(ca, Names(() if address else (foreign,),
                                           (ip_address(foreign),) if address else ()))
    assert not holds(ca, forged.certificate, foreign)


def test_another_authoritys_certificate_is_nobodys(tmp_path: Path) -> None:
    ca, other = (certificates.authority(tmp_path / name, NAMES) for name in ("a", "b"))
    assert not holds(ca, certificates.server(other, NAMES).certificate, "harbour")


def test_the_authority_stays_until_its_names_change_or_it_is_nearly_over(tmp_path: Path) -> None:
    first = certificates.authority(tmp_path, NAMES).certificate
    assert certificates.authority(tmp_path, NAMES).certificate == first
    moved = Names(NAMES.hosts, (ip_address("10.0.0.5"),))
    # An address of another home network is within what it may vouch for.
    assert certificates.authority(tmp_path, moved).certificate == first
    later = datetime.now(UTC) + timedelta(days=certificates.AUTHORITY_DAYS - 100)
    assert certificates.authority(tmp_path, NAMES, later).certificate != first
    assert certificates.authority(tmp_path, Names(("other",), ())).certificate != first


def test_keys_are_for_this_user_alone(tmp_path: Path) -> None:
    folder = tmp_path / "share"
    certificates.keep(folder, certificates.server(certificates.authority(folder, NAMES), NAMES))
    devices = Devices(folder / "devices.json", time.time)
    devices.pair(devices.new_code()[0], "mine")
    assert stat.S_IMODE(folder.stat().st_mode) == 0o700
    for path in folder.iterdir():
        assert stat.S_IMODE(path.stat().st_mode) == 0o600, path


class Clock:
    now = 1_000_000.0

    def __call__(self) -> float:
        return self.now


@pytest.fixture
def clock() -> Clock:
    return Clock()


@pytest.fixture
def devices(tmp_path: Path, clock: Clock) -> Devices:
    return Devices(tmp_path / "devices.json", clock)


def test_a_code_pairs_one_device_once(devices: Devices, tmp_path: Path, clock: Clock) -> None:
    code, _ = devices.new_code()
    key = devices.pair(f" {code[:5].lower()}-{code[5:]} ", "  my   phone ")
    assert key is not None
    assert devices.pair(code, "another") is None
    found = devices.known(key)
    assert found is not None
    assert found.name == "my phone"
    # Another start lets it in; the key itself is nowhere.
    assert Devices(tmp_path / "devices.json", clock).known(key) is not None
    assert key not in (tmp_path / "devices.json").read_text()


def test_a_code_is_over_after_ten_minutes_and_after_five_guesses(
    devices: Devices, clock: Clock
) -> None:
    code, until = devices.new_code()
    clock.now = until + 1.0
    assert devices.pair(code, "late") is None
    code, _ = devices.new_code()
    for _ in range(GUESSES):
        assert devices.pair("AAAAAAAAAA", "guess") is None
    assert devices.pair(code, "right, too late") is None
    old, _ = devices.new_code()
    devices.new_code()
    assert devices.pair(old, "of before") is None
    assert CODE_S == 600.0


def test_a_revoked_key_is_nobodys(devices: Devices) -> None:
    key = devices.pair(devices.new_code()[0], "lost at sea")
    one = devices.known(key)
    assert one is not None
    assert devices.rename(one.id, "found")
    assert devices.listed()[0].name == "found"
    assert devices.revoke(one.id)
    assert not devices.revoke(one.id)
    assert devices.known(key) is None
    for nobody in (None, "", "x" * 43, "x" * 5000, "é"):
        assert devices.known(nobody) is None


def test_there_are_not_endlessly_many(devices: Devices) -> None:
    for n in range(DEVICES_MOST):
        assert devices.pair(devices.new_code()[0], f"phone {n}") is not None
    assert devices.pair(devices.new_code()[0], "one more") is None


class Phone:
    """A device on the network, that trusts the authority."""

    def __init__(self, share: Share) -> None:
        self.share, self.cookie = share, ""
        self.context = ssl.create_default_context(
            cadata=share.authority.public_bytes(Encoding.PEM).decode())

    def asks(self, path: str, method: str = "GET", body: str | None = None, **headers: str
             ) -> tuple[HTTPResponse, str]:
        line = HTTPSConnection("127.0.0.1", self.share.port, context=self.context, timeout=30)
        said = {"Host": f"127.0.0.1:{self.share.port}"} | {
            name.replace("_", "-"): value for name, value in headers.items()}
        if self.cookie:
            said["Cookie"] = self.cookie
        line.request(method, path, body, said)
        answer = line.getresponse()
        text = answer.read().decode(errors="replace")
        line.close()
        return answer, text

    def pair(self, code: str, origin: str | None = None) -> tuple[HTTPResponse, str]:
        answer, text = self.asks(
            "/pair", "POST", f"code={code}&name=test+phone",
            Content_Type="application/x-www-form-urlencoded",
            Origin=origin or f"https://127.0.0.1:{self.share.port}")
        given = answer.getheader("Set-Cookie") or ""
        self.cookie = given.split(";")[0]
        return answer, text


@pytest.fixture
def share(app: Flask, tmp_path: Path) -> Iterator[Share]:
    running = Share(app, tmp_path / "share", 0)
    app.extensions["share"] = running
    yield running
    app.extensions["share"] = None
    running.close()


@pytest.fixture
def phone(share: Share) -> Phone:
    return Phone(share)


@pytest.mark.parametrize("path", [
    "/api/health", "/api/marks", "/api/data.json", "/api/devices", "/index.html", "/sw.js",
    "/assets/x.js", "/carry/carry.js", "/api/day?mark_id=1&plastic_id=1&line_id=1"])
def test_without_a_key_there_is_nothing(phone: Phone, path: str) -> None:
    answer, text = phone.asks(path)
    assert answer.status == 401
    assert "not paired" in text


def test_without_a_key_the_page_leads_to_pairing(phone: Phone) -> None:
    for path in ("/", "/trip", "/log"):
        answer, _ = phone.asks(path)
        assert (answer.status, answer.getheader("Location")) == (302, "/pair")
    answer, text = phone.asks("/pair?code=ABC%22%3E%3Cscript%3E")
    assert answer.status == 200
    assert "<script>" not in text
    assert certificates.fingerprint(phone.share.authority) in text
    answer, _ = phone.asks("/pair/authority.crt")
    assert answer.getheader("Content-Type") == "application/x-x509-ca-cert"
    assert phone.asks("/pair/style.css")[0].status == 200
    assert phone.asks("/pair/devices.json")[0].status == 401


def test_a_paired_phone_is_let_in_until_it_is_let_out(phone: Phone, app: Flask) -> None:
    computer = app.test_client()
    code = computer.post("/api/devices/code").get_json()["code"]
    answer, _ = phone.pair(code)
    assert (answer.status, answer.getheader("Location")) == (303, "/")
    given = answer.getheader("Set-Cookie") or ""
    assert given.startswith(f"{COOKIE}=")
    for word in ("Secure", "HttpOnly", "SameSite=Strict", "Path=/"):
        assert word in given
    answer, text = phone.asks("/api/marks")
    assert answer.status == 200
    assert len(json.loads(text)["marks"]) > 3
    listed = computer.get("/api/devices").get_json()
    assert [d["name"] for d in listed["devices"]] == ["test phone"]
    computer.delete(f"/api/devices/{listed['devices'][0]['id']}")
    assert phone.asks("/api/marks")[0].status == 401


def test_a_used_or_guessed_code_lets_nobody_in(phone: Phone, app: Flask) -> None:
    code = app.test_client().post("/api/devices/code").get_json()["code"]
    assert phone.pair("WRONG-WRONG")[0].status == 403
    assert phone.cookie == ""
    assert phone.pair(code)[0].status == 303
    other = Phone(phone.share)
    answer, text = other.pair(code)
    assert answer.status == 403
    assert "was used" in text
    assert other.asks("/api/marks")[0].status == 401


def test_a_foreign_host_or_origin_is_refused(phone: Phone, app: Flask) -> None:
    code = app.test_client().post("/api/devices/code").get_json()["code"]
    assert phone.asks("/pair", Host="evil.example")[0].status == 421
    assert phone.pair(code, origin="https://evil.example")[0].status == 403
    assert phone.asks("/pair", "POST", f"code={code}",
                      Content_Type="application/x-www-form-urlencoded")[0].status == 415
    phone.pair(code)
    assert phone.asks("/api/marks", Origin="https://evil.example")[0].status == 403
    assert phone.asks("/api/marks", Sec_Fetch_Site="cross-site")[0].status == 403
    assert phone.asks("/api/log", "POST", "events=1", Origin=f"https://127.0.0.1:{phone.share.port}",
                      Content_Type="application/x-www-form-urlencoded")[0].status == 415


def test_a_phone_pairs_no_other_phone(phone: Phone, app: Flask) -> None:
    phone.pair(app.test_client().post("/api/devices/code").get_json()["code"])
    for path, method in (("/api/devices", "GET"), ("/api/devices/code", "POST"),
                         ("/api/look-round", "POST")):
        answer, text = phone.asks(path, method)
        assert answer.status == 403
        assert "on the computer" in text


def test_the_plain_server_answers_no_name_of_the_network(share: Share, app: Flask) -> None:
    plain = app.test_client()
    assert plain.get("/api/health", headers={"Host": "192.168.1.20"}).status_code == 421
    assert plain.get("/pair/authority.crt").status_code == 404
    assert plain.get("/api/health").status_code == 200


def test_what_is_no_tls_or_says_nothing_stops_nobody(
    phone: Phone, app: Flask, capfd: pytest.CaptureFixture[str]
) -> None:
    phone.pair(app.test_client().post("/api/devices/code").get_json()["code"])
    plain = HTTPConnection("127.0.0.1", phone.share.port, timeout=10)
    with suppress(OSError, Exception):
        plain.request("GET", "/api/marks")
        assert plain.getresponse().status >= 400
    # One that does not trust it yet hangs up in the handshake, another rudely.
    wary = HTTPSConnection("127.0.0.1", phone.share.port, context=ssl.create_default_context(),
                           timeout=10)
    with pytest.raises(ssl.SSLCertVerificationError):
        wary.request("GET", "/pair")
    rude = socket.create_connection(("127.0.0.1", phone.share.port))
    rude.setsockopt(socket.SOL_SOCKET, socket.SO_LINGER, struct.pack("ii", 1, 0))
    rude.sendall(b"\x16\x03\x01")
    rude.close()
    silent = [socket.create_connection(("127.0.0.1", phone.share.port)) for _ in range(40)]
    try:
        assert phone.asks("/api/health")[0].status == 200
    finally:
        for one in silent:
            one.close()
    assert "Traceback" not in capfd.readouterr().err


def test_a_fault_of_its_own_is_told(share: Share, capfd: pytest.CaptureFixture[str]) -> None:
    try:
        raise ValueError("ours")
    except ValueError:
        share._server.error_log("ours", traceback=True)
    assert "ValueError: ours" in capfd.readouterr().err


def test_old_protocols_are_refused(phone: Phone) -> None:
    context = ssl.SSLContext(ssl.PROTOCOL_TLS_CLIENT)
    context.check_hostname = False
    context.verify_mode = ssl.CERT_NONE
    with pytest.warns(DeprecationWarning, match="TLSv1_1"):
        context.maximum_version = ssl.TLSVersion.TLSv1_1
    line = HTTPSConnection("127.0.0.1", phone.share.port, context=context, timeout=10)
    with pytest.raises((ssl.SSLError, OSError)):
        line.request("GET", "/pair")


def test_a_port_in_use_is_said(app: Flask, share: Share, tmp_path: Path) -> None:
    with pytest.raises(Taken, match="choose another with --share"):
        Share(app, tmp_path / "other", share.port)


def test_keys_that_cannot_be_read_are_said_in_a_line(tmp_path: Path) -> None:
    folder = tmp_path / "i-share"
    folder.mkdir()
    (folder / "devices.json").write_text("{")
    ran = subprocess.run(
        [sys.executable, "-m", "ilha.cli", "serve", "--port", "0", "--share", "0", "--workers", "1",
         "--database", str(tmp_path / "i.sqlite3")], capture_output=True, text=True, timeout=120)
    assert ran.returncode == 2
    assert "pair phones anew" in ran.stderr
    assert "Traceback" not in ran.stderr


def test_without_share_nothing_of_it_is_there(app: Flask) -> None:
    client = app.test_client()
    assert client.get("/api/devices").get_json() == {
        "on": False, "addresses": [], "fingerprint": "", "devices": []}
    for answer in (client.post("/api/devices/code"), client.delete("/api/devices/x"),
                   client.put("/api/devices/x", json={"name": "x"})):
        assert answer.status_code == 409
        assert "--share" in answer.get_json()["message"]


def test_heavy_answers_come_through_the_workers(tmp_path: Path) -> None:
    """The command itself: a paired phone's Day is computed by a worker."""
    child = subprocess.Popen(
        [sys.executable, "-m", "ilha.cli", "serve", "--demo", "--empty-log", "--port", "0",
         "--share", "0", "--workers", "1", "--database", str(tmp_path / "i.sqlite3")],
        stdout=subprocess.PIPE, text=True)
    assert child.stdout is not None
    late = threading.Timer(120, child.kill)
    late.start()
    try:
        said: list[str] = [child.stdout.readline(), child.stdout.readline()]
        share_port, port = (int(line.split(":")[-1].split("/")[0]) for line in said)
        plain = HTTPConnection("127.0.0.1", port, timeout=60)
        plain.request("POST", "/api/devices/code")
        code = json.loads(plain.getresponse().read())["code"]
        folder = tmp_path / "i-share"
        fake: Any = type("Listening", (), {
            "port": share_port, "authority": x509.load_pem_x509_certificate(
                (folder / "authority.crt").read_bytes())})
        phone = Phone(fake)
        phone.pair(code)
        answer, text = phone.asks("/api/day?mark_id=1&plastic_id=1&line_id=1")
        assert answer.status == 200
        assert json.loads(text)["mark_id"] == 1
    finally:
        late.cancel()
        child.terminate()
        child.wait(30)


def test_a_certificate_signed_by_itself_is_not_taken(tmp_path: Path) -> None:
    """That the phone of these tests looks at all."""
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([])
    own = (x509.CertificateBuilder().subject_name(name).issuer_name(name)
           .public_key(key.public_key()).serial_number(1)
           .not_valid_before(datetime(2026, 1, 1)).not_valid_after(datetime(2027, 1, 1))
           .sign(key, hashes.SHA256()))
    assert not holds(certificates.authority(tmp_path, NAMES), own, "harbour")
