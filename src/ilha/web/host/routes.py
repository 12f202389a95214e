"""The pages of accounts: come in, take an invitation up, one's account, go out."""

from __future__ import annotations

from importlib.resources import files

from flask import Blueprint, current_app, redirect, request
from jinja2 import Environment, PackageLoader
from werkzeug.exceptions import NotFound
from werkzeug.wrappers import Response

from ilha.web.answers import answer
from ilha.web.environ import ANGLER
from ilha.web.host.accounts import PASSWORD_LEAST, SIGNED_IN_S, Accounts, Refused
from ilha.web.host.door import COOKIE
from ilha.web.host.payloads import Account

bp = Blueprint("host", __name__)
LAST = "__Host-ilha-last"
"""Who was signed in on this device before: what the browser keeps is that one's."""
FORM_BYTES = 4096


def _accounts() -> Accounts:
    """Raises NotFound where the server is one's own."""
    found: Accounts | None = current_app.extensions.get("accounts")
    if found is None:
        raise NotFound
    return found


def _form(name: str) -> str:
    request.max_content_length = FORM_BYTES
    return request.form.get(name, "")


def _page(page: str, said: str = "", status: int = 200, **told: object) -> Response:
    pages = Environment(loader=PackageLoader("ilha.web.host", "pages"), autoescape=True)
    text = pages.get_template(f"{page}.html").render(said=said.replace("`", ""),
                                                     least=PASSWORD_LEAST, **told)
    return Response(text, status, content_type="text/html; charset=utf-8",
                    # Without a referrer a form's origin would be null, as a stranger's is.
                    headers={"Cache-Control": "no-store", "Referrer-Policy": "same-origin"})


def _let_in(key: str) -> Response:
    signed_in = _accounts().known(key)
    assert signed_in is not None
    response = redirect("/", 303)
    response.headers["Cache-Control"] = "no-store"
    # What another angler left in this browser, told or waiting, must not come to this one's log.
    if request.cookies.get(LAST, signed_in.id) != signed_in.id:
        _cleared(response)
    for name, value in ((COOKIE, key), (LAST, signed_in.id)):
        response.set_cookie(name, value, max_age=int(SIGNED_IN_S), secure=True, httponly=True,
                            samesite="Lax", path="/")
    return response


def _cleared(response: Response) -> None:
    response.headers["Clear-Site-Data"] = '"cache", "storage"'


@bp.get("/in")
def get_in() -> Response:
    _accounts()
    return _page("in", name="")


@bp.post("/in")
def post_in() -> Response:
    name = _form("name")
    try:
        return _let_in(_accounts().sign_in(name, _form("password")))
    except Refused as error:
        return _page("in", str(error), 403, name=name[:80])


@bp.get("/join")
def get_join() -> Response:
    token = request.args.get("word", "")[:80]
    good, whose = _accounts().invited(token)
    return _page("join", "" if good else "This invitation was used, or is over: ask for another.",
                 200 if good else 403, token=token, whose=whose, name="", good=good)


@bp.post("/join")
def post_join() -> Response:
    token, name = _form("word"), _form("name")
    good, whose = _accounts().invited(token)
    try:
        return _let_in(_accounts().join(token, name, _form("password")))
    except Refused as error:
        return _page("join", str(error), 403, token=token[:80], whose=whose, name=name[:80],
                     good=good)


@bp.get("/account")
def get_account() -> Response:
    _accounts()
    return _page("account", name=request.environ[ANGLER][1])


@bp.post("/account")
def post_account() -> Response:
    """A new password, or everything taken out, by which button was pressed."""
    angler_id, name = request.environ[ANGLER]
    try:
        if _form("do") == "leave":
            _accounts().leave(angler_id, _form("before"))
            return _out()
        return _let_in(_accounts().change_password(angler_id, _form("before"), _form("password")))
    except Refused as error:
        return _page("account", str(error), 403, name=name)


@bp.post("/account/out")
def post_out() -> Response:
    _accounts().sign_out(request.cookies.get(COOKIE, ""))
    return _out()


def _out() -> Response:
    response = redirect("/in", 303)
    for name in (COOKIE, LAST):
        response.delete_cookie(name, path="/", secure=True, httponly=True, samesite="Lax")
    _cleared(response)
    return response


@bp.get("/account.css")
def get_style() -> Response:
    _accounts()
    text = files("ilha.web").joinpath("plain.css").read_bytes()
    return Response(text, content_type="text/css; charset=utf-8")


@bp.get("/api/account")
def get_own() -> Response:
    """Whose data this is, where the server has more than one angler's."""
    return answer(Account(name=request.environ.get(ANGLER, (None, None))[1]))
