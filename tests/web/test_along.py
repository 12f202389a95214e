"""Days taken along: what a device looks up is what the core would say."""

from __future__ import annotations

import gzip
import json
import os
import subprocess
import zlib
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from flask.testing import FlaskClient

from ilha.core.trip.along import COARSE, FACTORS, LEVELS, edges, settled
from ilha.web.along.payloads import AlongDay
from ilha.web.app import create_app
from tests.conftest import NOW_S

DATE = datetime.fromtimestamp(NOW_S + 86400, UTC).date().isoformat()
FRONTEND = Path(__file__).parents[2] / "frontend"
FROM, TO = 36, 72
DAYS = (
    {"mark_id": 1, "plastic_id": 5, "line_id": 3, "rod_id": 2},
    {"mark_id": 1, "plastic_id": 3, "line_id": 3, "rod_id": 2, "retrieve": "count-swim"},
    {"mark_id": 2, "plastic_id": 4, "line_id": 3, "rod_id": 2},
    {"mark_id": 3, "plastic_id": 5, "line_id": 3, "rod_id": 2, "retrieve": "let-down"},
    {"mark_id": 3, "plastic_id": 1, "line_id": 2, "rod_id": 2, "fall": "held"},
    {"mark_id": 4, "plastic_id": 4, "line_id": 4, "rod_id": 2, "stance": "drifting",
     "wind_from_deg": 200, "wind_m_s": 5},
    {"mark_id": 5, "plastic_id": 5, "line_id": 4, "rod_id": 2},
    {"mark_id": 6, "plastic_id": 2, "line_id": 4, "rod_id": 2},
)
SCHOOLS = ("lightest-practical", "lightest-practical", "lightest-practical", "depth-table",
           "bottom-contact")


def query(asked: dict[str, Any]) -> dict[str, str]:
    return {name: str(value) for name, value in asked.items()}


def along(client: FlaskClient, asked: dict[str, Any], **more: Any) -> Any:
    return client.get("/api/along", query_string=query(
        {"date": DATE, "fish": "european-seabass", "from_step": FROM, "to_step": TO} | asked
        | more))


def day(client: FlaskClient, asked: dict[str, Any]) -> Any:
    return client.get("/api/day", query_string=query(
        {"date": DATE, "fish": "european-seabass"} | asked))


def looked_up(folder: Path, days: list[str], questions: list[dict[str, Any]]) -> list[Any]:
    """What the interface makes of them, by its own code."""
    file = folder / "along.json"
    file.write_text(json.dumps({"days": days, "questions": [query(
        {"date": DATE, "fish": "european-seabass"} | q) for q in questions]}))
    ran = subprocess.run(
        ["node_modules/.bin/vitest", "run", "src/features/along/held-out.test.ts"],
        cwd=FRONTEND, env=os.environ | {"ILHA_ALONG": str(file)}, capture_output=True, text=True)
    assert ran.returncode == 0, ran.stdout + ran.stderr
    answers: list[Any] = json.loads(Path(f"{file}.answers").read_text())
    return answers


SOLVED = {"bears_m_s": 0.003, "window_low_m_s": 0.003, "window_high_m_s": 0.003,
          "right_share": 0.005, "minimum_mass_g": 0.05}
RANDOM = 56
"""Questions, each of 37 steps: 2,072 lookups."""


@dataclass
class Asked:
    """A question with both answers."""

    question: dict[str, Any]
    here: Any
    core: Any

    def pairs(self, name: str) -> tuple[list[Any], list[Any]]:
        """Of every head and step, as looked up and by the core."""
        return tuple([value for head in board["heads"] for value in head[name][FROM:TO + 1]]
                     for board in (self.here, self.core))  # type: ignore[return-value]

    def apart(self, name: str) -> list[float]:
        """How far figures are apart; one that is there on one side alone is endlessly far."""
        return [0.0 if a is None and b is None else np.inf if a is None or b is None
                else abs(a - b) for a, b in zip(*self.pairs(name), strict=True)]


@dataclass
class Answers:
    days: list[Any]
    random: list[Asked]
    plain: list[Asked]
    """At the predicted stream."""
    tried: list[Asked]
    """With heads that held or were swept."""
    refused: dict[str, Any]


@pytest.fixture(scope="module")
def answers(marela_with_trips: Path, tmp_path_factory: pytest.TempPathFactory) -> Answers:
    client = create_app(marela_with_trips, now_s=NOW_S).test_client()
    days = [along(client, d) for d in DAYS]
    assert [d.status_code for d in days] == [200] * len(days), [d.get_json() for d in days]
    rng = np.random.default_rng(20261130)
    asked: list[dict[str, Any]] = []

    def stream_of(i: int) -> tuple[int, float]:
        stream = np.abs(days[i].get_json()["board"]["stream_m_s"])
        step = int(rng.choice(np.flatnonzero(stream >= 0.4 * stream.max())))
        return step, float(stream[step])

    for _ in range(RANDOM):
        i = int(rng.integers(len(DAYS)))
        step, stream = stream_of(i)
        asked.append(DAYS[i] | {
            "school": str(rng.choice(SCHOOLS)), "typed_speed_step": step,
            "typed_speed_m_s": round(float(rng.uniform(0.5, 1.5) * stream), 4)})
    asked += DAYS
    for i, share in ((0, {"swept_m_s": 1.1}), (2, {"held_m_s": 0.8}),
                     (3, {"swept_m_s": 1.1, "held_m_s": 1.3}), (6, {"held_m_s": 1.2})):
        step, stream = stream_of(i)
        asked.append(DAYS[i] | {"typed_speed_step": step} | {
            name: round(value * stream, 4) for name, value in share.items()})
    step, stream = stream_of(0)
    slack = int(np.argmin(np.abs(days[0].get_json()["board"]["stream_m_s"])))
    refused = {
        "wind": DAYS[0] | {"wind_m_s": 11}, "plastic": DAYS[0] | {"plastic_id": 7},
        "strong": DAYS[0] | {"typed_speed_step": step, "typed_speed_m_s": round(2 * stream, 3)},
        "slack": DAYS[0] | {"typed_speed_step": slack, "typed_speed_m_s": 0.3},
        "mark": DAYS[0] | {"mark_id": 7}, "date": DAYS[0] | {"date": "2026-08-01"},
    }
    here = looked_up(tmp_path_factory.mktemp("along"), [d.get_data(as_text=True) for d in days],
                     [*asked, *refused.values()])
    told = [Asked(q, a, day(client, q).get_json())
            for q, a in zip(asked, here[:len(asked)], strict=True)]
    assert all("refused" not in one.here for one in told), [
        (one.question, one.here) for one in told if "refused" in one.here]
    return Answers([d.get_json() for d in days], told[:RANDOM],
                   told[RANDOM:RANDOM + len(DAYS)], told[RANDOM + len(DAYS):],
                   dict(zip(refused, here[len(asked):], strict=True)))


def _same(one: Asked) -> list[bool]:
    key = one.question.get("school", "lightest-practical")
    return [a == b for a, b in zip(one.here["picks"][key][FROM:TO + 1],
                                   one.core["picks"][key][FROM:TO + 1], strict=True)]


def test_two_thousand_random_lookups_pick_what_the_core_picks(answers: Answers) -> None:
    same = [each for one in answers.random for each in _same(one)]
    assert len(same) >= 2000
    assert np.mean(same) >= 0.98
    verdicts = [a == b for one in answers.random
                for a, b in zip(*one.pairs("verdict"), strict=True)]
    assert np.mean(verdicts) >= 0.98


def test_their_counts_are_within_half_a_second_and_their_leads_within_a_stride(
    answers: Answers,
) -> None:
    for one in answers.random:
        assert max(one.apart("count_s")) <= 0.5, one.question
        assert max(one.apart("bottom_s")) <= 0.5, one.question
        assert max(one.apart("lead_m")) <= 0.3, one.question


def test_at_the_predicted_stream_all_is_as_the_core_has_it(answers: Answers) -> None:
    for one in answers.plain:
        assert all(_same(one))
        for name in ("verdict", "decided", "eased", "low_tip", "try_head", "try_shape", "doubted"):
            here, core = one.pairs(name)
            assert here == core, (name, one.question)
        names = ["count_s", "zone_s", "lead_m", "beyond_m", "bound", "line_out_m", "span_m",
                 "bears_m_s", "minimum_mass_g", "zone_share", "rest_deg"]
        if not one.core["steady"]:
            names += ["figure", "window_low_m_s", "window_high_m_s", "right_share"]
        for name in names:
            here, core = one.pairs(name)
            most = max((abs(v) for v in core if v is not None), default=0.0)
            # What is solved backwards the core reads between steps of the day that it chooses:
            # of a part of it others than of the whole.
            bound = SOLVED.get(name, 2e-4 * most + 1e-9)
            assert max(one.apart(name)) <= bound, (name, one.question)
        for name in ("line_cm", "fall_height_pm", "fall_shift_cm", "path_cm"):
            here, core = one.pairs(name)
            assert here == core, (name, one.question)
        same = ("depth_m", "height_m", "clock", "wet", "turns", "light", "cautions", "spells",
                "limits", "cast_m", "drift", "zone_from_m", "swing_fitted", "left_out")
        assert {n: one.here[n] for n in same if n != "drift"} == {
            n: one.core[n] for n in same if n != "drift"}


def test_the_good_speeds_of_a_retrieve_are_as_near_as_the_core_reads_them(
    answers: Answers,
) -> None:
    """The core computes them at some steps of the day and reads them between (BAND_LOOSE): of a
    part of the day at others than of the whole."""
    swum = [one for one in answers.plain if one.core["steady"]]
    assert len(swum) >= 2
    for one in swum:
        apart = np.array(one.apart("speed_high_m_s"))
        there = np.isfinite(apart)
        assert there.mean() > 0.8
        assert np.median(apart[there]) < 0.03


def test_heads_that_held_or_were_swept_tell_the_current_as_they_tell_the_server(
    answers: Answers,
) -> None:
    for one in answers.tried:
        assert one.here["stream_m_s"] == pytest.approx(one.core["stream_m_s"], abs=2e-3)
        assert np.mean(_same(one)) >= 0.9


def test_a_drifting_boats_way_is_that_of_the_stream_it_drifts_in(answers: Answers) -> None:
    drifting = [one for one in [*answers.random, *answers.plain] if one.core["drift"]]
    assert len(drifting) > 3
    for one in drifting:
        for name in ("over_ground_m_s", "past_bottom_m_s"):
            here, core = (b["drift"][name][FROM:TO + 1] for b in (one.here, one.core))
            assert here == pytest.approx(core, abs=0.01), name


def test_of_another_school_only_verdicts_and_picks_are_there(answers: Answers) -> None:
    other = [one for one in answers.random if one.question["school"] == "bottom-contact"]
    assert other
    for one in other:
        assert one.here["school"] == "bottom-contact"
        assert one.here["limits"] == one.core["limits"]
        for name in ("bears_m_s", "window_low_m_s", "try_head"):
            assert set(one.pairs(name)[0]) == {None}


def test_what_was_not_taken_along_is_said(answers: Answers) -> None:
    said = {name: answer["refused"] for name, answer in answers.refused.items()}
    assert "the wind" in said["wind"]
    assert "the plastic" in said["plastic"]
    assert "0.5 to 1.5 times" in said["strong"]
    assert "slack" in said["slack"]
    assert "not taken along" in said["mark"]
    assert "not taken along" in said["date"]


def test_a_day_along_is_small_and_as_it_is_documented(answers: Answers) -> None:
    for one in answers.days:
        AlongDay.model_validate(one)
        # A morning of three marks is eleven of them at most.
        assert len(zlib.compress(json.dumps(one).encode())) < 270_000
    plans = answers.days[0]["schools"][0]["plans"]
    assert len(plans) == FACTORS.size
    assert plans[2][0]["from_step"] == FROM
    assert plans[2][-1]["to_step"] == TO


def test_hours_that_make_no_sense_are_refused(client: FlaskClient) -> None:
    answer = along(client, DAYS[0], from_step=72, to_step=36)
    assert answer.status_code == 422
    assert answer.get_json()["field"] == "to_step"


def test_a_mark_that_dries_says_so(client: FlaskClient) -> None:
    mark = client.get("/api/marks").get_json()["marks"][0]
    body = {k: v for k, v in mark.items() if k != "id"} | {"charted_depth_m": -9.0, "ground": []}
    assert client.put("/api/marks/1", json=body).status_code == 200
    dry = along(client, DAYS[0]).get_json()
    assert not any(dry["board"]["wet"])
    assert dry["board"]["heads"] == []
    assert dry["schools"] == []


def test_who_keeps_it_is_given_it_pressed(client: FlaskClient) -> None:
    """As one file that nobody unpacks on the way; whoever names no kind, or prefers JSON, has
    JSON."""
    question = query({"date": DATE, "from_step": FROM, "to_step": FROM + 2} | DAYS[0])

    def asked(accept: str) -> Any:
        answer = client.get("/api/along", query_string=question, headers={"Accept": accept})
        assert answer.status_code == 200
        return answer

    plain, pressed = asked("*/*"), asked("application/gzip, application/json;q=0.9")
    assert plain.mimetype == "application/json"
    assert pressed.mimetype == "application/gzip"
    assert "Content-Encoding" not in pressed.headers
    assert gzip.decompress(pressed.data) == plain.data
    assert asked("application/json, application/gzip;q=0.5").data == plain.data
    refused = client.get("/api/along", query_string=question | {"to_step": "3"},
                         headers={"Accept": "application/gzip"})
    assert refused.status_code == 422
    assert refused.get_json()["field"] == "to_step"


def test_a_change_is_told_at_the_level_it_is_at_with_few_questions() -> None:
    edge = np.array([3, 9, 20, 32, 35])
    asked = 0

    def ask(levels: Any, at: Any) -> Any:
        nonlocal asked
        asked += levels.size
        return np.stack([(levels >= edge[at]).astype(int), at])

    known = (np.arange(0, LEVELS, COARSE)[:, None] >= edge).astype(int)
    told = settled(ask, np.arange(5), 1, np.stack([known, np.tile(np.arange(5), (5, 1))]))
    assert (told[0] == (np.arange(LEVELS)[:, None] >= edge)).all()
    assert asked < 0.25 * told[0].size
    counts, changes = edges(told)
    assert counts[0].tolist() == [2, 2, 2, 2, 1]
    assert changes[:4].tolist() == [[0, 0], [3, 1], [0, 0], [9, 1]]
