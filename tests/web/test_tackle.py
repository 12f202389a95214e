"""Plastics traced, changed, removed and put back."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from flask.testing import FlaskClient

NEW = {"name": "90 mm own", "look": "paddle", "material": "plastisol", "colour": "olive",
       "length_mm": 90.0, "body_length_mm": 70.0, "width_mm": 12.0, "height_mm": 16.0,
       "mass_g": None, "profile": [[0.0, 0.3], [0.4, 1.0], [1.0, 0.2]]}


def test_a_traced_plastic_lies_on_the_bench(client: FlaskClient) -> None:
    """Its mass from its shape: 0.503 pi/4 * 12 * 16 * 90 mm³ * 1.08 = 7.37 g (section 2)."""
    made = client.post("/api/plastics", json=NEW)
    assert made.status_code == 201, made.text
    body = made.get_json()
    assert body["mass_g"] == pytest.approx(0.503 * np.pi / 4 * 12 * 16 * 90 * 1.08e-3, abs=0.001)
    assert body["family"] == "paddle"
    assert body["traced"] is True
    assert body["profile"] == NEW["profile"]
    assert body in client.get("/api/box").get_json()["plastics"]
    fit = client.get(f"/api/fit?plastic_id={body['id']}&head_id=10").get_json()
    trimmed = next(r for r in fit["riggings"] if r["key"] == "trimmed-nose")
    trim = next(n["value"] for n in trimmed["numbers"] if n["key"] == "trim") * 1e3
    # A ball of 7.4 g is 10.76 mm, 0.672 of 16: at (0.672 - 0.3) / 0.7 * 0.4 * 70 = 14.9 mm.
    assert trim == pytest.approx(14.9, abs=0.1)
    day = client.get(f"/api/day?mark_id=1&plastic_id={body['id']}&line_id=3")
    assert day.status_code == 200


def test_a_plastic_is_changed_removed_and_put_back(client: FlaskClient) -> None:
    made = client.post("/api/plastics", json=NEW).get_json()
    changed = client.put(f"/api/plastics/{made['id']}", json=NEW | {"mass_g": 8.2, "profile": None})
    assert changed.get_json()["mass_g"] == 8.2
    assert changed.get_json()["traced"] is False
    gone = client.delete(f"/api/plastics/{made['id']}").get_json()
    assert gone["name"] == NEW["name"]
    assert client.delete(f"/api/plastics/{made['id']}").status_code == 404
    again = {k: gone[k] for k in NEW}
    assert client.post("/api/plastics", json=again).status_code == 201


@pytest.mark.parametrize(("change", "field"), [
    ({"body_length_mm": 95.0}, "body_length_mm"), ({"height_mm": 0.0}, "height_mm"),
    ({"profile": [[0.0, 0.3], [0.6, 1.0], [0.5, 0.9], [1.0, 0.2]]}, "profile"),
    ({"profile": [[0.0, 0.3], [0.5, -0.2], [1.0, 0.2]]}, "profile"),
    ({"profile": [[0.0, 0.3], [0.5], [1.0, 0.2]]}, "profile[1]"),
    ({"look": "whale"}, "look"), ({"name": "127 mm straight tail"}, "name"),
    ({"mass_g": 0}, "mass_g"),
])
def test_what_cannot_be_is_refused_and_nothing_kept(
    client: FlaskClient, change: dict[str, Any], field: str
) -> None:
    before = client.get("/api/box").get_json()
    refused = client.post("/api/plastics", json=NEW | change)
    assert refused.status_code == 422
    assert refused.get_json()["field"] == field
    assert client.get("/api/box").get_json() == before


def test_a_measured_hook_replaces_the_typical_one(client: FlaskClient) -> None:
    changed = client.put("/api/heads/10/hook", json={
        "straight_mm": 40.0, "gape_mm": 15.0, "wire_mm": 1.3})
    assert changed.get_json()["hook_measured"] is True
    fit = client.get("/api/fit?plastic_id=1&head_id=10").get_json()
    own = next(h for h in fit["hooks"] if h["of_head"])
    # Two millimetres longer: out two farther back than 38 + sqrt(7.5² - 0.5²) = 45.48.
    assert (own["measured"], own["exit_mm"]) == (True, 47.48)
    for bad, field in (({"wire_mm": 0}, "wire_mm"), ({"gape_mm": -1}, "gape_mm")):
        refused = client.put("/api/heads/10/hook", json={
            "straight_mm": 40.0, "gape_mm": 15.0, "wire_mm": 1.3} | bad)
        assert refused.get_json()["field"] == field
    assert client.put("/api/heads/999/hook", json={
        "straight_mm": 40.0, "gape_mm": 15.0, "wire_mm": 1.3}).status_code == 404
