"""The box as it is typed: hair and what comes moulded on its weight."""

from __future__ import annotations

from flask.testing import FlaskClient


def test_hair_and_what_is_moulded_in_are_kept_as_typed(client: FlaskClient) -> None:
    """A tied jig's hair and a swimbait with its weight inside: typed by look and length alone,
    corrected, judged on the Bench; a weight that is moulded in must name its plastic."""
    hair = client.post("/api/plastics", json={
        "name": "bucktail", "look": "hair", "material": "hair", "length_mm": 90}).get_json()
    assert (hair["family"], hair["look"]) == ("hair", "hair")
    assert 1.0 < hair["mass_g"] < 2.5
    again = client.put(f"/api/plastics/{hair['id']}", json={
        "name": "bucktail", "look": "hair", "material": "feather", "length_mm": 80}).get_json()
    assert (again["family"], again["material"]) == ("hair", "feather")
    bait = client.post("/api/plastics", json={
        "name": "rigged", "look": "paddle", "material": "plastisol", "length_mm": 90}).get_json()
    typed = {"printed_oz": 0.25, "shape": "moulded-in", "hook_size": "3/0", "colour": "red"}
    refused = client.post("/api/heads", json=typed)
    assert refused.status_code == 422
    assert refused.get_json()["field"] == "plastic_id"
    head = client.post("/api/heads", json={**typed, "plastic_id": bait["id"]}).get_json()
    assert (head["plastic_id"], head["colour"]) == (bait["id"], "red")
    wrong = client.post("/api/heads", json={**typed, "shape": "ball", "plastic_id": bait["id"]})
    assert wrong.get_json()["field"] == "plastic_id"
    fit = client.get(f"/api/fit?plastic_id={bait['id']}&head_id={head['id']}").get_json()
    assert fit["rigging"] == "as-moulded"
    ball = next(h["id"] for h in client.get("/api/box").get_json()["heads"]
                if h["shape"] == "ball")
    tied = client.get(f"/api/fit?plastic_id={hair['id']}&head_id={ball}").get_json()
    assert tied["rigging"] == "tied"
    assert {p["key"] for p in tied["riggings"] if p["suits"] != "no"} <= {
        "tied", "tied-trailer", "float", "wacky"}
