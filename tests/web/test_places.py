"""Marks written and tides brought in, whole or not at all."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from flask.testing import FlaskClient

from ilha.core.tide.harmonic import Constants
from ilha.formats.tide_csv import write_heights
from tests.conftest import NOW_S

WAVES = {"M2": (0.9, 62.0), "S2": (0.3, 95.0), "N2": (0.18, 41.0)}
TIDE = Constants(WAVES, 1.6, 36.4)
CONSTANTS = "constituent,amplitude_m,phase_deg\nZ0,1.6,0\n" + "".join(
    f"{name},{a},{p}\n" for name, (a, p) in WAVES.items())


def month_of_turns() -> str:
    found = TIDE.high_and_low_waters(NOW_S - 15 * 86400.0, NOW_S + 15 * 86400.0)
    return write_heights(found.time, np.round(found.height, 2))


def month_of_heights() -> str:
    times = np.round((NOW_S - 15 * 86400.0) / 600.0) * 600.0 + 600.0 * np.arange(30 * 144.0)
    return write_heights(times, TIDE.value_at(times))


def mark_like(client: FlaskClient, **change: Any) -> dict[str, Any]:
    first = client.get("/api/marks").get_json()["marks"][0]
    return {k: v for k, v in first.items() if k != "id"} | {"name": "Ponta Nova"} | change


@pytest.fixture
def brought(client: FlaskClient) -> dict[str, int]:
    """The same tide in its three forms."""
    out = {}
    for form, text in (("constants", CONSTANTS), ("turns", month_of_turns()),
                       ("heights", month_of_heights())):
        answer = client.post("/api/tides", json={
            "name": f"by {form}", "form": form, "text": text, "latitude_deg": 36.4})
        assert answer.status_code == 201, answer.text
        out[form] = answer.get_json()["id"]
    return out


def test_the_three_forms_give_one_day(client: FlaskClient, brought: dict[str, int]) -> None:
    days = {}
    for form, port in brought.items():
        mark = client.post("/api/marks", json=mark_like(
            client, name=form, tide_port_id=port)).get_json()
        day = client.get(f"/api/day?mark_id={mark['id']}&plastic_id=1&line_id=3")
        assert day.status_code == 200, day.text
        days[form] = day.get_json()
    exact = np.array(days["constants"]["height_m"])
    assert np.array(days["heights"]["height_m"]) == pytest.approx(exact, abs=0.002)
    # Half a cosine between the turns is a tide table's accuracy.
    assert np.array(days["turns"]["height_m"]) == pytest.approx(exact, abs=0.08)
    for form in ("turns", "heights"):
        assert np.array(days[form]["stream_m_s"]) == pytest.approx(
            np.array(days["constants"]["stream_m_s"]), abs=0.03)
        assert [t["kind"] for t in days[form]["turns"]] == [
            t["kind"] for t in days["constants"]["turns"]]


def test_ranges_are_found_where_the_text_is_long_enough(
    client: FlaskClient, brought: dict[str, int]
) -> None:
    ports = {p["id"]: p for p in client.get("/api/tides").get_json()["ports"]}
    for port in brought.values():
        # Twice the sum and the difference of M2 and S2 (handbook), and N2 beside them.
        assert ports[port]["spring_range_m"] == pytest.approx(2.4, abs=0.3)
        assert ports[port]["neap_range_m"] == pytest.approx(1.2, abs=0.3)


def test_a_secondary_port_is_later_and_higher(
    client: FlaskClient, brought: dict[str, int]
) -> None:
    plain, shifted = (
        client.post("/api/marks", json=mark_like(
            client, name=f"at {late}", tide_port_id=brought["constants"], tide_offset_min=late,
            tide_height_offset_m=high)).get_json()["id"]
        for late, high in ((0, 0.0), (20, 0.3)))
    a, b = (client.get(f"/api/day?mark_id={i}&plastic_id=1&line_id=3").get_json()
            for i in (plain, shifted))
    assert np.array(b["height_m"][2:]) == pytest.approx(np.array(a["height_m"][:-2]) + 0.3,
                                                        abs=2e-3)
    assert np.array(b["stream_m_s"][2:]) == pytest.approx(np.array(a["stream_m_s"][:-2]), abs=2e-3)


def test_three_faults_are_told_at_once_and_nothing_is_kept(client: FlaskClient) -> None:
    lines = month_of_turns().splitlines()
    lines[3] = "yesterday,1.2"
    lines[5] = lines[5].replace(",", ",deep")
    lines[7] = lines[6]
    before = client.get("/api/tides").get_json()
    sent = {"name": "faulty", "form": "turns", "text": "\n".join(lines)}
    answer = client.post("/api/tides", json=sent)
    assert answer.status_code == 422
    said = answer.get_json()["message"]
    assert said.startswith("3 faults: `time_utc` on line 4 must be a time, got yesterday")
    assert "`height_m` on line 6 must be a number, got deep" in said
    assert "`time_utc` on line 8 must come after the line before" in said
    assert client.get("/api/tides").get_json() == before


@pytest.mark.parametrize(("change", "field", "said"), [
    ({"text": "time_utc,height_m\n2026-07-01T00:00Z,1\n"}, "text", "must hold at least 4"),
    ({"text": "\n".join(month_of_turns().splitlines()[:12])}, "neap_range_m",
     "is needed: the list is too short to tell neaps from springs"),
    ({"text": month_of_turns(), "neap_range_m": 2.0, "spring_range_m": 1.0}, "spring_range_m",
     "must be above neap_range_m"),
    ({"text": month_of_turns(), "name": "Cais Velho, Marela"}, "name", "must be new"),
    ({"text": month_of_turns(), "form": "heights"}, "text", "must have a height an hour at least"),
    ({"text": month_of_heights().replace(",1.", ",91."), "form": "heights"}, "text", "faults: "),
    ({"text": CONSTANTS, "form": "constants"}, "latitude_deg", "is needed with constants"),
    ({"text": "height,time\n1,2\n"}, "header", "must be time_utc,height_m, line 1 has height,time"),
])
def test_a_tide_at_fault_names_field_and_remedy(
    client: FlaskClient, change: dict[str, Any], field: str, said: str
) -> None:
    answer = client.post("/api/tides", json={"name": "new", "form": "turns"} | change)
    assert answer.status_code == 422, answer.text
    assert answer.get_json()["field"] == field
    assert said in answer.get_json()["message"]
    assert len(client.get("/api/tides").get_json()["ports"]) == 1


def test_a_gap_in_a_series_is_told_by_its_line(client: FlaskClient) -> None:
    lines = month_of_heights().splitlines()
    del lines[100]
    answer = client.post("/api/tides", json={"name": "gap", "form": "heights",
                                             "text": "\n".join(lines)})
    assert answer.get_json()["message"].startswith(
        "`time_utc` on line 101 must come 10 min after the line before, got 20 min")


def test_a_mark_is_added_changed_removed_and_put_back(client: FlaskClient) -> None:
    new = client.post("/api/marks", json=mark_like(client)).get_json()
    changed = {k: v for k, v in new.items() if k != "id"} | {"charted_depth_m": 7.5}
    assert client.put(f"/api/marks/{new['id']}", json=changed).get_json()["charted_depth_m"] == 7.5
    chosen = client.get("/api/settings").get_json()
    client.put("/api/settings", json={**chosen, "mark_id": new["id"]})
    gone = client.delete(f"/api/marks/{new['id']}").get_json()
    assert gone["charted_depth_m"] == 7.5
    assert client.get("/api/settings").get_json()["mark_id"] is None
    assert client.delete(f"/api/marks/{new['id']}").status_code == 404
    back = client.post("/api/marks", json={k: v for k, v in gone.items() if k != "id"})
    assert back.get_json()["name"] == "Ponta Nova"


@pytest.mark.parametrize(("change", "field", "said"), [
    ({"name": "Cais Velho"}, "name", "must be new"),
    ({"name": ""}, "name", "at least 1 character"),
    ({"time_zone": "Atlantic/Atlantis"}, "time_zone", "must be a name of the IANA list"),
    ({"latitude_deg": 91}, "latitude_deg", "less than or equal to 90"),
    ({"kind": "cave"}, "kind", "must be 'flat'"),
    ({"tide_port_id": 99}, "tide_port_id", "there is no tide 99"),
    ({"tide_port_id": None}, "tide_port_id", "is needed where rates or a lag are given"),
    ({"spring_rate_m_s": None}, "spring_rate_m_s", "come together: give all three"),
    ({"spring_rate_m_s": 0.1}, "spring_rate_m_s", "must be at least neap_rate_m_s"),
    ({"cast_m": 0}, "cast_m", "greater than 0"),
])
def test_a_mark_at_fault_is_not_kept(
    client: FlaskClient, change: dict[str, Any], field: str, said: str
) -> None:
    count = len(client.get("/api/marks").get_json()["marks"])
    answer = client.post("/api/marks", json=mark_like(client, **change))
    assert answer.status_code in (404, 422), answer.text
    assert answer.get_json()["field"] == field
    assert said in answer.get_json()["message"]
    assert len(client.get("/api/marks").get_json()["marks"]) == count


def test_a_tide_that_a_mark_uses_stays(client: FlaskClient, brought: dict[str, int]) -> None:
    answer = client.delete("/api/tides/1")
    assert answer.status_code == 422
    assert "is the tide of Cais Velho" in answer.get_json()["message"]
    assert client.delete(f"/api/tides/{brought['turns']}").get_json()["name"] == "by turns"
    assert client.delete(f"/api/tides/{brought['turns']}").status_code == 404


def test_constants_are_fitted_to_a_series_and_what_they_leave_is_shown(client: FlaskClient) -> None:
    answer = client.post("/api/tides", json={
        "name": "fitted", "form": "fit", "text": month_of_heights(), "latitude_deg": 36.4})
    assert answer.status_code == 201, answer.text
    port = answer.get_json()
    assert port["form"] == "constants"
    assert 0.0 <= port["residual_m"] < 0.01
    short = "\n".join(month_of_heights().splitlines()[:600])
    refused = client.post("/api/tides", json={
        "name": "short", "form": "fit", "text": short, "latitude_deg": 36.4})
    assert "must cover at least 15 days to be fitted" in refused.get_json()["message"]
