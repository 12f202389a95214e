"""A club's server in Chromium: invited, one's own water, signed out elsewhere, told what waits."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from pathlib import Path

import pytest
from cheroot.ssl.builtin import BuiltinSSLAdapter
from cheroot.wsgi import Server as TlsServer
from flask import Flask
from playwright.sync_api import Playwright, expect

from ilha.web.app import create_host
from ilha.web.host.accounts import Accounts
from ilha.web.share import certificates
from tests.ui.conftest import PHONE, SPRINGS_S, axe_clean, free_port
from tests.ui.test_along import through_the_worker
from tests.ui.test_share import trusting

pytestmark = pytest.mark.browser
GOOD = "seven wet herons"


@pytest.fixture
def club(tmp_path: Path) -> Iterator[tuple[str, Flask, Path]]:
    """A WSGI server that speaks TLS, as a proxy before Ilha does, and its certificate."""
    port = free_port()
    address = f"https://127.0.0.1:{port}"
    app = create_host(tmp_path / "club", address, now_s=SPRINGS_S)
    names = certificates.own_names()
    ca = certificates.authority(tmp_path, names)
    crt, key = certificates.keep(tmp_path, certificates.server(ca, names, folder=tmp_path))
    server = TlsServer(("127.0.0.1", port), app, numthreads=8)
    server.ssl_adapter = BuiltinSSLAdapter(str(crt), str(key))
    server.prepare()
    thread = threading.Thread(target=server.serve)
    thread.start()
    yield address, app, crt
    server.stop()
    thread.join()


def test_invited_signed_out_elsewhere_and_in_again(
    club: tuple[str, Flask, Path], playwright: Playwright
) -> None:
    address, app, crt = club
    accounts: Accounts = app.extensions["accounts"]
    browser = trusting(playwright, crt)
    context = browser.new_context(viewport=PHONE, service_workers="allow")  # type: ignore[arg-type]
    page = context.new_page()
    page.clock.install(time=SPRINGS_S)
    page.goto(address)
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()
    axe_clean(page)
    page.goto(f"{address}/join?word={accounts.invite()}")
    axe_clean(page)
    page.get_by_label("Name").fill("Rui")
    page.get_by_label("Password").fill(GOOD)
    page.get_by_role("button", name="Come in").click()
    # Nothing of one's own yet: the short path to it.
    expect(page.get_by_role("link", name="Begin with your own water")).to_be_visible()
    page.goto(f"{address}/log")
    page.get_by_role("button", name="Your data").click()
    expect(page.get_by_text("You are Rui on this server.")).to_be_visible()
    axe_clean(page)
    through_the_worker(page)

    # From another device the password is changed: this one is signed out, and says so.
    me = accounts.known(next(c["value"] for c in context.cookies()
                             if c["name"] == "__Host-ilha-angler"))
    assert me is not None
    accounts.change_password(me.id, GOOD, "nine wet herons")
    page.goto(f"{address}/places")
    expect(page.get_by_text("You are signed out here.")).to_be_visible()
    # What lets in is the server's own page, whatever the worker keeps of ours.
    page.get_by_role("link", name="Sign in").click()
    page.get_by_label("Name").fill("Rui")
    page.get_by_label("Password").fill(GOOD)
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("alert")).to_contain_text("Name or password is wrong")
    page.get_by_label("Password").fill("nine wet herons")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_text("You are signed out here.")).to_be_hidden()
    page.goto(f"{address}/account")
    expect(page.get_by_role("heading", name="Rui")).to_be_visible()
    axe_clean(page)
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()
    assert page.evaluate("() => localStorage.length") == 0
    assert page.evaluate("async () => (await caches.keys()).length") == 0
    context.close()
    browser.close()
