"""Two seasons of trips on Marela, made by a seeded generator whose truth the tests know.

Nothing of it happened: how much slower each rig sinks than computed, how much harder the current
runs than predicted, how often fish take. The log shows what such truths leave in it.
"""

from __future__ import annotations

import sqlite3

import numpy as np

from ilha.core.judge.board import board
from ilha.core.log.learning import HOLD_SCATTER, REACTION, SCATTER
from ilha.core.tables import STANCES
from ilha.core.tide.light import Light, light
from ilha.core.tide.tideway import DRY_BELOW
from ilha.core.tide.turns import HighLow, StreamRates, stream_at
from ilha.core.units import m_from_mm
from ilha.core.water.conditions import Conditions
from ilha.desk import convert
from ilha.store import events, heads, lines, marks, plastics

SEED = 20260726
TRIPS = 44
SPACING_S = 8.2 * 86400.0
"""From one trip to the next: two seasons of them."""
SINK_TRUTH = {("ball", "76 mm paddle tail"): 1.18, ("keeled-arrow", "127 mm straight tail"): 0.91,
              ("keeled-arrow", "102 mm paddle tail"): 1.10, ("ball", "127 mm straight tail"): 1.0}
"""How many times the computed count each kind of head takes on each plastic."""
CURRENT_TRUTH = {"Cais Velho": 1.20, "Barra de Dentro": 0.88, "Boca do Porto": 1.05}
"""How many times the predicted current runs at each mark."""
FISH_AN_HOUR = {"flood": 1.1, "ebb": 0.6, "slack": 0.4}
LOST_AN_HOUR = {"sand": 0.06, "rock": 0.35}
COLOURS = {"white": 1.3, "sand eel": 1.0, "mullet": 0.9, "dark back": 0.7, "smelt": 1.0}
FISH = {"Cais Velho": "european-seabass", "Barra de Dentro": "spotted-seabass",
        "Boca do Porto": "bluefish"}
STEP_S = 900.0


def load_trips(conn: sqlite3.Connection, tide: HighLow, rates: dict[int, StreamRates],
               now_s: float) -> int:
    """Write the trips that end before ``now_s``; returns how many things happened in them.

    tide : of the port that all marks share. rates : of the stream by mark's id.
    """
    rng = np.random.default_rng(SEED)
    places = [m for m in marks.listed(conn) if m["name"] in CURRENT_TRUTH]
    line = lines.listed(conn)[2]
    count = 0
    for n in range(TRIPS):
        start = now_s - SPACING_S * (TRIPS - n) + float(rng.uniform(-6.0, 6.0)) * 3600.0
        mark = places[int(rng.integers(len(places)))]
        for event in _trip(conn, rng, n, mark, line["diameter_mm"], start, tide, rates[mark["id"]]):
            events.put(conn, event)
            count += 1
    return count


def _trip(
    conn: sqlite3.Connection, rng: np.random.Generator, n: int, mark: marks.Mark, line_mm: float,
    start: float, tide: HighLow, rates: StreamRates,
) -> list[events.Event]:
    hours = float(rng.uniform(1.5, 4.0))
    times = start + np.arange(0.0, hours * 3600.0, STEP_S)
    depth = mark["charted_depth_m"] + tide.height_at(times)
    stream = np.nan_to_num(stream_at(tide, rates, times), nan=0.0)
    wet = depth >= max(0.5, DRY_BELOW)
    if not wet.all():
        return []
    shape, soft = list(SINK_TRUTH)[int(rng.integers(len(SINK_TRUTH)))]
    plastic = next(p for p in plastics.listed(conn) if p["name"] == soft)
    box = [h for h in heads.listed(conn) if h["shape"] == shape and h["printed_oz"] is not None
           and 0.1 < h["printed_oz"] <= 1.0]
    made = board(
        Conditions(depth, np.abs(stream), m_from_mm(line_mm), canopy=mark["cover_height_m"],
                   tip_height=STANCES[mark["stance"]].tip_height_m),
        convert.core_plastic(plastic), [convert.core_head(h) for h in box])
    picks = np.where(made.picks["lightest-practical"] < 0, len(box) - 1,
                     made.picks["lightest-practical"])
    sky = light(mark["latitude_deg"], mark["longitude_deg"], float(times[0]) - 1.0,
                float(times[-1] + STEP_S) + 1.0)
    told = _Told(f"demo-{n:03d}", mark, plastic, shape, rng, sky)
    out = [told.one("began", float(times[0]), box[picks[0]], depth[0], stream[0])]
    for i, at in enumerate(times):
        head, own = box[picks[i]], int(picks[i])
        if i and picks[i] != picks[i - 1]:
            out.append(told.one("changed", at, head, depth[i], stream[i]))
        expected = float(made.fall.count[own, i])
        if expected >= 2.0 and rng.random() < 0.4:
            out.append(told.drop(at + 60.0, head, depth[i], stream[i], expected))
        bears = float(made.bears[own, i])
        if abs(stream[i]) > 0.1 and np.isfinite(bears) and rng.random() < 0.4:
            out.append(told.tried(at + 120.0, head, depth[i], stream[i], bears))
        out += told.taken(at, head, depth[i], stream[i])
    out.append(told.one("ended", float(times[-1] + STEP_S), box[picks[-1]], depth[-1], stream[-1]))
    return out


class _Told:
    """One trip's telling: fills in what all its events share."""

    def __init__(
        self, key: str, mark: marks.Mark, plastic: plastics.Plastic, shape: str,
        rng: np.random.Generator, sky: Light,
    ) -> None:
        self.key, self.mark, self.plastic, self.rng, self.sky = key, mark, plastic, rng, sky
        self.slow = SINK_TRUTH[(shape, plastic["name"])]
        self.runs = CURRENT_TRUTH[mark["name"]]
        self.count = 0

    def one(
        self, kind: str, at: float, head: heads.Head, depth: float, stream: float
    ) -> events.Event:
        self.count += 1
        stage = "slack" if abs(stream) < 0.05 else "flood" if stream > 0.0 else "ebb"
        return events.Event(
            id=f"{self.key}-{self.count:04d}", kind=kind, at_utc_s=round(float(at), 1),
            mark_id=self.mark["id"], mark_name=self.mark["name"], head_id=head["id"],
            head_name=convert.head_name(head), plastic_id=self.plastic["id"],
            plastic_name=self.plastic["name"], colour=self.plastic["colour"],
            retrieve="lift and drop", fish=None, length_cm=None, depth_m=round(float(depth), 2),
            surface_speed_m_s=round(abs(float(stream)), 4), bears_m_s=None, stage=stage,
            light=self.sky.fished_at(at)[0], count_s=None, expected_s=None, note="",
            answer=None)

    def drop(
        self, at: float, head: heads.Head, depth: float, stream: float, expected: float
    ) -> events.Event:
        """A count as the true factor, the water and the watch make it."""
        seen = self.slow * expected * np.exp(self.rng.normal(0.0, SCATTER))
        seen = max(1.0, round(float(seen + self.rng.normal(0.0, REACTION)), 1))
        return {**self.one("drop", at, head, depth, stream), "count_s": seen,
                "expected_s": round(expected, 2)}

    def tried(
        self, at: float, head: heads.Head, depth: float, stream: float, bears: float
    ) -> events.Event:
        margin = np.log(bears / (self.runs * abs(stream))) + self.rng.normal(0.0, HOLD_SCATTER)
        return {**self.one("held" if margin >= 0.0 else "swept", at, head, depth, stream),
                "bears_m_s": round(min(bears, 6.0), 3)}

    def taken(
        self, at: float, head: heads.Head, depth: float, stream: float
    ) -> list[events.Event]:
        """Fish, bites and losses of a quarter of an hour."""
        out = []
        first = self.one("bite", at, head, depth, stream)
        rate = FISH_AN_HOUR[str(first["stage"])] * COLOURS.get(self.plastic["colour"], 1.0)
        share = STEP_S / 3600.0
        taken = LOST_AN_HOUR[self.mark["bottom"]]
        for kind, per_hour in (("fish", rate), ("bite", 1.5 * rate), ("lost", taken)):
            for k in range(int(self.rng.poisson(per_hour * share))):
                event = self.one(kind, at + 200.0 + 90.0 * k, head, depth, stream)
                if kind == "fish":
                    event["fish"] = FISH[self.mark["name"]]
                    length = np.clip(self.rng.normal(46.0, 9.0), 22.0, 95.0)
                    event["length_cm"] = round(float(length))
                out.append(event)
        return out
