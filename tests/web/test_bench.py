"""The bench over HTTP: riggings and strength with the fit, what is crooked, the template."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import pdfplumber
import pytest
from flask.testing import FlaskClient

from ilha.formats.paper import MM
from ilha.formats.template import BAR, PAPERS


def fit(client: FlaskClient, more: str = "") -> dict[str, Any]:
    answer = client.get(f"/api/fit?plastic_id=1&head_id=10{more}")
    assert answer.status_code == 200, answer.text
    body: dict[str, Any] = answer.get_json()
    return body


def test_a_stinger_weighs_on_the_bench_as_its_parts(client: FlaskClient) -> None:
    bare, hung = fit(client), fit(client, "&rigging=stinger&line_id=1")
    plan = next(r for r in hung["riggings"] if r["key"] == "stinger")
    adds = next(n for n in plan["numbers"] if n["key"] == "adds")
    assert hung["package_g"] - bare["package_g"] == pytest.approx(adds["value"] * 1e3, abs=0.02)
    assert [link["kind"] for link in hung["strength"]["side"]] == ["hardware", "hardware", "hook"]
    assert next(n for n in plan["numbers"] if n["key"] == "treble_size")["word"].startswith("#")


def test_a_hook_that_never_clears_hangs_no_stinger_and_is_no_error(client: FlaskClient) -> None:
    """The smallest hook in deep plastics, in every way to rig that adds a part: an answer."""
    for key in ("stinger", "wacky", "wacky-blade"):
        for plastic in (1, 3, 5, 15):
            body = client.get(f"/api/fit?plastic_id={plastic}&head_id=10&hook_size=%236&line_id=1"
                              f"&rigging={key}")
            assert body.status_code == 200, body.text
    stinger = fit(client, "&hook_size=%236&line_id=1&rigging=stinger")
    assert stinger["strength"]["side"] == []
    assert stinger["package_g"] == fit(client, "&hook_size=%236")["package_g"]


def test_the_bench_has_every_rigging_with_its_numbers(client: FlaskClient) -> None:
    body = fit(client)
    assert len(body["riggings"]) == 28
    straight = next(r for r in body["riggings"] if r["key"] == "straight")
    exit_mm = next(h for h in body["hooks"] if h["of_head"])["exit_mm"]
    number = next(n for n in straight["numbers"] if n["key"] == "exit")
    assert number["value"] * 1e3 == pytest.approx(exit_mm, abs=0.06)
    assert body["strength"] is None
    assert body["keeper"]["good"] is True
    assert 0.0 < body["balance_mm"] < 104.0


def test_the_chain_names_its_weakest_link_and_the_drag(client: FlaskClient) -> None:
    body = fit(client, "&line_id=3&leader_kg=9.1")["strength"]
    assert [link["name"] for link in body["links"]] == [
        "line", "joining knot", "leader", "loop knot", "hook"]
    weakest = [link for link in body["links"] if link["weakest"]]
    assert len(weakest) == 1
    assert weakest[0]["holds_n"] == min(link["holds_n"] for link in body["links"])
    assert body["drag_high_n"] == pytest.approx(weakest[0]["holds_n"] / 3.0, abs=0.01)
    heavy = fit(client, "&line_id=1&hook_size=9/0")["strength"]
    assert heavy["snag"] == "breaks-off"
    assert heavy["lost"] == ["head and plastic"]


def test_the_fishs_mouth_bounds_the_hook(client: FlaskClient) -> None:
    fish = client.get("/api/reference").get_json()["fish"]
    assert len(fish) >= 40
    small = fit(client, "&fish=gilthead-seabream")
    assert not next(h for h in small["hooks"] if h["of_head"])["taken"]
    assert all(h["gape_mm"] <= 12.0 for h in small["hooks"] if h["taken"])
    assert all(h["taken"] for h in fit(client, "&fish=Meagre")["hooks"])


def test_two_schools_of_leader(client: FlaskClient) -> None:
    """On a line of 6.8 kg: three quarters are 5.1, half as much again 10.2; to half a kilogram."""
    found = {s["key"]: s["holds_kg"] for s in fit(client, "&line_id=3")["leaders"]}
    assert found == {"bites": 5.0, "structure": 10.0}
    assert fit(client)["leaders"] == []


def test_hardware_is_a_link(client: FlaskClient) -> None:
    names = client.get("/api/reference").get_json()["hardware"]
    assert "swivel, size 10" in names
    links = fit(client, "&line_id=3&hardware=swivel, size 10")["strength"]["links"]
    assert [link["name"] for link in links] == ["line", "swivel, size 10", "loop knot", "hook"]


def test_schools_and_threads_move_the_pick(client: FlaskClient) -> None:
    assert fit(client, "&shank=short")["pick"] != fit(client, "&shank=long")["pick"]
    high = fit(client, "&thread=high&thread_depth_mm=6")
    assert high["thread_depth_mm"] == 6.0
    hook = next(h for h in high["hooks"] if h["of_head"])
    assert hook["clearance_mm"] == pytest.approx(hook["gape_mm"] - 6.0)


@pytest.mark.parametrize(("more", "field"), [
    ("&hook_size=12/0", "hook_size"), ("&thread=high&thread_depth_mm=20", "thread.depth_mm"),
    ("&end_knot=granny&line_id=1", "knot"), ("&line_id=99", "line_id"), ("&cover=moss", "cover"),
    ("&leader_kg=-1", "leader_kg"),
    ("&line_id=3&hardware=string", "hardware"), ("&fish=kraken", "fish"),
])
def test_bad_questions_name_the_field(client: FlaskClient, more: str, field: str) -> None:
    answer = client.get(f"/api/fit?plastic_id=1&head_id=10{more}")
    assert answer.status_code in (404, 422)
    assert answer.get_json()["field"] == field


def test_what_is_seen_gets_its_correction(client: FlaskClient) -> None:
    found = client.get("/api/straight?exit_mm=45&gap_mm=3&roll_deg=20").get_json()["findings"]
    assert [f["code"] for f in found] == ["exit-forward", "rolled"]
    assert found[0]["exit_mm"] == 48.0
    assert (found[1]["turn_deg"], found[1]["move_mm"]) == (-20.0, None)
    assert client.get("/api/straight?exit_mm=45").get_json() == {"findings": []}
    refused = client.get("/api/straight?exit_mm=45&gap_mm=-3")
    assert refused.get_json()["field"] == "gap_mm"


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_the_template_is_at_true_size(client: FlaskClient, paper: str) -> None:
    """Read back: the bar is 50.0 mm within 0.1, the plastic as long as it is, the exit at its mark,
    the circle as wide as the head."""
    answer = client.get(f"/api/template.pdf?plastic_ids=1&head_id=10&paper={paper}")
    assert answer.mimetype == "application/pdf"
    exit_mm = next(h for h in fit(client)["hooks"] if h["of_head"])["exit_mm"]
    head = fit(client)["head_diameter_mm"]
    with pdfplumber.open(BytesIO(answer.data)) as pdf:
        page = pdf.pages[0]
        assert (float(page.width) / MM, float(page.height) / MM) == pytest.approx(
            PAPERS[paper], abs=0.01)
        level = [line for line in page.lines if abs(line["top"] - line["bottom"]) < 0.01]
        bar = min(level, key=lambda line: line["top"])
        assert (bar["x1"] - bar["x0"]) / MM == pytest.approx(BAR, abs=0.1)
        body = max(page.curves, key=lambda c: c["x1"] - c["x0"])
        assert (body["x1"] - body["x0"]) / MM == pytest.approx(127.0, abs=0.1)
        ball = min(page.curves, key=lambda c: c["x1"] - c["x0"])
        assert (ball["x1"] - ball["x0"]) / MM == pytest.approx(head, abs=0.1)
        upright = [line for line in page.lines if abs(line["x0"] - line["x1"]) < 0.01
                   and line["top"] > bar["bottom"] + 10.0]
        assert (upright[0]["x0"] - body["x0"]) / MM == pytest.approx(exit_mm, abs=0.1)
        assert "out here, 45.5 mm" in page.extract_text()


def test_a_sheet_for_several_plastics_runs_over_pages(client: FlaskClient) -> None:
    answer = client.get("/api/template.pdf?plastic_ids=1,2,3,4,5,6,7,8,9&head_id=10")
    with pdfplumber.open(BytesIO(answer.data)) as pdf:
        text = [page.extract_text() for page in pdf.pages]
    assert len(text) > 1
    assert all("This bar is 50 mm" in page for page in text)
    assert sum(page.count("working length") for page in text) == 9
    assert client.get("/api/template.pdf?plastic_ids=1,99&head_id=10").status_code == 404


def test_the_heads_own_hook_and_its_rigging_come_out_at_one_place(client: FlaskClient) -> None:
    found = client.get("/api/fit?plastic_id=1&head_id=3&line_id=1").get_json()
    own = next(hook for hook in found["hooks"] if hook["of_head"])
    straight = next(plan for plan in found["riggings"] if plan["key"] == "straight")
    out = next(n["value"] for n in straight["numbers"] if n["key"] == "exit")
    assert own["exit_mm"] == pytest.approx(1e3 * out, abs=0.01)


def test_the_hook_table_judges_the_rigging_that_is_shown(client: FlaskClient) -> None:
    box = client.get("/api/box").get_json()
    head = next(h for h in box["heads"] if h["shape"] == "belly-weighted")
    ask = f"/api/fit?plastic_id=1&head_id={head['id']}"
    found = client.get(f"{ask}&rigging=weedless").get_json()
    plan = next(p for p in found["riggings"] if p["key"] == "weedless")
    told = {n["key"]: 1e3 * n["value"] for n in plan["numbers"]}
    own = next(hook for hook in found["hooks"] if hook["of_head"])
    assert own["exit_mm"] == pytest.approx(told["up"], abs=0.01)
    assert own["clearance_mm"] == pytest.approx(told["clears"], abs=0.01)
    straight = client.get(f"{ask}&rigging=straight").get_json()["hooks"]
    assert all(a["clearance_mm"] < b["clearance_mm"]
               for a, b in zip(found["hooks"], straight, strict=True))
    assert {hook["size"]: hook["verdict"] for hook in found["hooks"]}["#4"] == "gape-under-body"
    refused = client.get(f"{ask}&rigging=sideways")
    assert (refused.status_code, refused.get_json()["field"]) == (422, "rigging")


def test_a_head_that_is_not_threaded_opens_as_it_is_rigged(client: FlaskClient) -> None:
    box = client.get("/api/box").get_json()
    for head in box["heads"]:
        found = client.get(f"/api/fit?plastic_id=1&head_id={head['id']}").get_json()
        plans = {plan["key"]: plan["suits"] for plan in found["riggings"]}
        if head["shape"] == "mushroom":
            # This plastic sinks: no way on a hook is this head's, and straight says why.
            assert found["rigging"] == "straight"
            continue
        assert plans[found["rigging"]] != "no", head["shape"]
        assert (found["rigging"] == "straight") == (plans["straight"] != "no")
        if head["shape"] == "belly-weighted":
            assert found["rigging"] == "weedless"
