"""A phone paired over the home network: TLS, the service worker, the server gone and back."""

from __future__ import annotations

import re
from base64 import b64encode
from hashlib import sha256
from pathlib import Path

import pytest
from cryptography import x509
from cryptography.hazmat.primitives.serialization import Encoding, PublicFormat
from playwright.sync_api import Browser, Page, Playwright, expect

from tests.ui.conftest import CHROMIUM, FLAGS, PHONE, SPRINGS_S, Server, axe_clean
from tests.ui.test_along import take_along, through_the_worker

pytestmark = pytest.mark.browser


def certificate(server: Server) -> Path:
    return server.database.with_name(f"{server.database.stem}-share") / "server.crt"


def trusting(playwright: Playwright, made: Path) -> Browser:
    """A browser that trusts a certificate's key, as a phone does once it trusts its authority."""
    key = x509.load_pem_x509_certificate(made.read_bytes()).public_key().public_bytes(
        Encoding.DER, PublicFormat.SubjectPublicKeyInfo)
    trusted = b64encode(sha256(key).digest()).decode()
    return playwright.chromium.launch(executable_path=CHROMIUM, args=[
        *FLAGS, f"--ignore-certificate-errors-spki-list={trusted}"])


def a_code(page: Page, server: Server) -> str:
    page.goto(server.url + "log")
    page.get_by_role("button", name="Your data").click()
    page.get_by_role("button", name="Pair a phone").click()
    expect(page.get_by_role("img", name="the address with the code in it")).to_be_visible()
    axe_clean(page)
    return page.locator(".pairing-code").inner_text()


def test_a_phone_is_paired_works_with_the_server_gone_and_brings_its_log_home(
    page: Page, playwright: Playwright, tmp_path: Path
) -> None:
    server = Server(tmp_path / "ilha.sqlite3", SPRINGS_S, share=True)
    server.start()
    code = a_code(page, server)
    browser = trusting(playwright, certificate(server))
    context = browser.new_context(viewport=PHONE, service_workers="allow")  # type: ignore[arg-type]
    phone = context.new_page()
    phone.clock.install(time=SPRINGS_S)
    at = f"https://127.0.0.1:{server.share_port}/"
    phone.goto(at)
    expect(phone.get_by_role("heading", name="Pair this phone")).to_be_visible()
    axe_clean(phone)
    phone.get_by_label("Code").fill("WRONG-WRONG")
    phone.get_by_role("button", name="Pair it").click()
    expect(phone.get_by_role("alert")).to_contain_text("wrong, was used, or is over")
    phone.get_by_label("Code").fill(code)
    phone.get_by_label("What this phone is called").fill("wet phone")
    phone.get_by_role("button", name="Pair it").click()
    expect(phone.locator(".rung").first).to_be_attached(timeout=60_000)
    expect(page.get_by_text("Paired.")).to_be_visible()
    expect(page.get_by_label("name of wet phone")).to_have_value("wet phone")

    phone.goto(at + "trip")
    phone.get_by_role("button", name="Plan a trip from Cais Velho").click()
    expect(phone.locator(".round-way")).to_be_visible(timeout=60_000)
    through_the_worker(phone)
    take_along(phone)
    assert server.stop() == 0
    phone.reload()
    phone.get_by_role("button", name="open the Day").first.click()
    expect(phone.locator(".strip-along")).to_contain_text("Taken along")
    phone.get_by_role("button", name="log", exact=True).click()
    phone.get_by_role("button", name="fish", exact=True).click()
    expect(phone.locator(".told").first).to_contain_text("fish")
    server.start()
    expect(phone.locator(".strip-along")).to_be_hidden(timeout=60_000)

    # At home it is there, once.
    page.goto(server.url + "log")
    expect(page.get_by_text("1 fish").first).to_be_visible(timeout=60_000)
    page.get_by_role("button", name="Your data").click()
    page.get_by_role("button", name=re.compile("^let it out")).click()
    expect(page.get_by_label("name of wet phone")).to_be_hidden()
    assert phone.evaluate("fetch('/api/marks').then((r) => r.status)") == 401
    context.close()
    browser.close()
    assert server.stop() == 0
