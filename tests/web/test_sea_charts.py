"""The user's own chart over HTTP: in, out, gone and back, and the bottom along a cast from it."""

from __future__ import annotations

import json
from typing import Any

import pytest
from flask.testing import FlaskClient

KINDS = {"coast", "contour", "soundings", "structure", "track"}
CAST = {"latitude_deg": 36.3871, "longitude_deg": -21.7310, "cast_to_deg": 235.0, "cast_m": 40.0}


def _charts(client: FlaskClient) -> list[dict[str, Any]]:
    charts: list[dict[str, Any]] = client.get("/api/sea-charts").get_json()["charts"]
    return charts


def test_the_demo_has_a_coast_and_water_round_it(client: FlaskClient) -> None:
    (chart,) = _charts(client)
    assert {shape["kind"] for shape in chart["features"]} == KINDS
    assert "made up" in chart["name"]


@pytest.mark.parametrize("ending", ["geojson", "kml"])
def test_it_is_taken_along_and_brought_in_again(client: FlaskClient, ending: str) -> None:
    before = _charts(client)[0]["features"]
    answer = client.get(f"/api/sea-chart.{ending}")
    assert f"ilha-chart.{ending}" in answer.headers["Content-Disposition"]
    made = client.post("/api/sea-charts", json={"name": "again", "text": answer.get_data(True)})
    assert made.status_code == 201
    assert _charts(client)[1]["features"] == made.get_json()["features"]
    key = json.dumps
    assert sorted(map(key, made.get_json()["features"])) == sorted(map(key, before))


def test_a_track_alone_goes_into_gpx(client: FlaskClient) -> None:
    text = client.get("/api/sea-chart.gpx").get_data(True)
    back = client.post("/api/sea-charts", json={"name": "tracks", "text": text}).get_json()
    track = next(s for s in _charts(client)[0]["features"] if s["kind"] == "track")
    assert track in back["features"]
    assert {s["kind"] for s in back["features"]} == {"track", "structure"}


def test_one_is_removed_and_put_back(client: FlaskClient) -> None:
    chart = _charts(client)[0]
    assert client.delete(f"/api/sea-charts/{chart['id']}").get_json() == chart
    assert _charts(client) == []
    assert client.delete(f"/api/sea-charts/{chart['id']}").status_code == 404
    assert client.post(f"/api/box/sea_charts/{chart['id']}/back", json={}).status_code == 200
    assert _charts(client) == [chart]


def test_all_data_takes_it_along_and_a_poisoned_one_changes_nothing(client: FlaskClient) -> None:
    data = json.loads(client.get("/api/data.json").get_data(True))
    assert client.post("/api/data", json=data).status_code == 200
    before = _charts(client)
    for features in ('[{"kind":"coast"}]', "7",
                     '[{"kind":"coast","form":"line","parts":[[[91,0],[0,0]]]}]',
                     '[{"kind":"soundings","form":"points","parts":[[[1,2]]]}]'):
        data["tables"]["sea_charts"][0]["features"] = features
        refused = client.post("/api/data", json=data)
        assert (refused.status_code, refused.get_json()["field"]) == (422, "tables.sea_charts")
    assert _charts(client) == before


def test_what_cannot_be_read_is_named_and_not_kept(client: FlaskClient) -> None:
    refused = client.post("/api/sea-charts", json={"name": "x", "text": "hello"})
    assert refused.status_code == 422
    assert "GeoJSON, KML or GPX" in refused.get_json()["message"]
    assert len(_charts(client)) == 1


def test_the_bottom_along_a_cast_deepens_off_the_beach(client: FlaskClient) -> None:
    found = client.post("/api/sea-charts/section", json=CAST).get_json()
    away, deep = zip(*found["points"], strict=True)
    assert (away[0], away[-1]) == (0.0, 40.0)
    assert deep[-1] - deep[0] > 1.0
    assert found["used"] > 10
    mark = next(m for m in client.get("/api/marks").get_json()["marks"]
                if m["name"] == "Praia Comprida")
    kept = client.put(f"/api/marks/{mark['id']}", json={
        **{k: v for k, v in mark.items() if k != "id"}, "ground": found["points"]})
    assert kept.get_json()["ground"] == found["points"]


def test_where_nothing_is_charted_it_says_what_to_do(client: FlaskClient) -> None:
    far = client.post("/api/sea-charts/section", json={**CAST, "latitude_deg": 10.0})
    assert far.status_code == 422
    assert "type the depths" in far.get_json()["message"]
    client.delete(f"/api/sea-charts/{_charts(client)[0]['id']}")
    none = client.post("/api/sea-charts/section", json=CAST)
    assert "nowhere charted" in none.get_json()["message"]


def test_an_ebb_of_its_own_way_turns_a_boats_drift(client: FlaskClient) -> None:
    """Boca do Porto: the ebb does not run against its flood."""
    mark = next(m for m in client.get("/api/marks").get_json()["marks"]
                if m["name"] == "Boca do Porto")
    assert mark["ebb_to_deg"] not in (None, (mark["flood_to_deg"] + 180.0) % 360.0)
    asked = {"mark_id": mark["id"], "plastic_id": 1, "line_id": 1, "rod_id": 1,
             "stance": "drifting", "wind_m_s": 5.0, "wind_from_deg": 0.0}

    def ways() -> list[float]:
        drift = client.get("/api/day", query_string=asked).get_json()["drift"]
        return list(drift["to_deg"])

    own = ways()
    client.put(f"/api/marks/{mark['id']}", json={
        **{k: v for k, v in mark.items() if k != "id"}, "ebb_to_deg": None})
    turned = [abs(a - b) for a, b in zip(own, ways(), strict=True)]
    assert min(turned) == 0.0
    assert max(turned) > 3.0
