"""Pairing, from both sides: the computer makes a code, the phone brings it."""

from __future__ import annotations

from importlib.resources import files
from io import BytesIO

import segno
from cryptography.hazmat.primitives import serialization
from flask import Blueprint, current_app, redirect, request
from jinja2 import Environment, PackageLoader
from werkzeug.exceptions import NotFound
from werkzeug.wrappers import Response

from ilha.web.answers import answer
from ilha.web.environ import HOSTS
from ilha.web.errors import problem
from ilha.web.share import certificates
from ilha.web.share.gate import COOKIE
from ilha.web.share.listener import Share
from ilha.web.share.payloads import DeviceName, PairedDevices, PairingCode

bp = Blueprint("share", __name__)
KEY_DAYS = 400
"""Browsers keep no cookie for longer."""
FORM_BYTES = 4096


def _share() -> Share | None:
    found: Share | None = current_app.extensions["share"]
    return found


def _listed() -> Response:
    share = _share()
    if share is None:
        return answer(PairedDevices(on=False, addresses=[], fingerprint="", devices=[]))
    return answer(PairedDevices.model_validate({
        "on": True, "addresses": share.urls,
        "fingerprint": certificates.fingerprint(share.authority),
        "devices": [{"id": d.id, "name": d.name, "made_utc_s": d.made_utc_s,
                     "seen_utc_s": d.seen_utc_s} for d in share.devices.listed()]}))


def _off() -> Response:
    return problem(409, "share-off", "The home network is not listened to: start Ilha with"
                                     " `ilha serve --share`.")


@bp.get("/api/devices")
def get_devices() -> Response:
    return _listed()


@bp.post("/api/devices/code")
def post_code() -> Response:
    share = _share()
    if share is None:
        return _off()
    code, until = share.devices.new_code()
    address = f"{share.urls[0]}pair?code={code}"
    picture = BytesIO()
    segno.make(address, error="m", micro=False).save(picture, kind="svg", scale=5, border=4,
                                                     xmldecl=False)
    return answer(PairingCode(code=f"{code[:5]}-{code[5:]}", until_utc_s=until, address=address,
                              qr_svg=picture.getvalue().decode()))


@bp.put("/api/devices/<device_id>")
def put_device(device_id: str) -> Response:
    name = DeviceName.model_validate_json(request.get_data()).name
    share = _share()
    if share is None:
        return _off()
    if not share.devices.rename(device_id, name):
        return problem(404, "not-found", "There is no such device.")
    return _listed()


@bp.delete("/api/devices/<device_id>")
def delete_device(device_id: str) -> Response:
    share = _share()
    if share is None:
        return _off()
    if not share.devices.revoke(device_id):
        return problem(404, "not-found", "There is no such device.")
    return _listed()


def _on_phone() -> Share:
    share = _share()
    if share is None or HOSTS not in request.environ:
        # On the computer itself there is nothing to pair.
        raise NotFound
    return share


def _page(share: Share, said: str, status: int = 200) -> Response:
    pages = Environment(loader=PackageLoader("ilha.web.share", "pages"), autoescape=True)
    text = pages.get_template("pair.html").render(
        code=request.args.get("code", "")[:20], said=said,
        fingerprint=certificates.fingerprint(share.authority))
    return Response(text, status, content_type="text/html; charset=utf-8",
                    # Without a referrer a form's origin would be null, as a stranger's is.
                    headers={"Cache-Control": "no-store", "Referrer-Policy": "same-origin"})


@bp.get("/pair")
def get_pair() -> Response:
    return _page(_on_phone(), "")


@bp.post("/pair")
def post_pair() -> Response:
    share = _on_phone()
    request.max_content_length = FORM_BYTES
    key = share.devices.pair(request.form.get("code", ""), request.form.get("name", ""))
    if key is None:
        return _page(share, "That code is wrong, was used, or is over. Make another on the"
                            " computer: Log, Your data, Phones.", 403)
    response = redirect("/", 303)
    response.set_cookie(COOKIE, key, max_age=KEY_DAYS * 86400, secure=True, httponly=True,
                        samesite="Strict", path="/")
    return response


@bp.get("/pair/authority.crt")
def get_authority() -> Response:
    data = _on_phone().authority.public_bytes(serialization.Encoding.DER)
    return Response(data, content_type="application/x-x509-ca-cert", headers={
        "Content-Disposition": 'attachment; filename="ilha-authority.crt"'})


@bp.get("/pair/style.css")
def get_style() -> Response:
    _on_phone()
    text = files("ilha.web").joinpath("plain.css").read_bytes()
    return Response(text, content_type="text/css; charset=utf-8")
