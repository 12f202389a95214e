"""Speeds, one line a figure: ``name value unit``; medians of at least 20 runs.

A benchmark, not a test: figures depend on the machine. The ratio ``hold_speedup`` is taken in one
run, so that it can be compared between machines.
"""

from __future__ import annotations

import itertools
import json
import statistics
import subprocess
import sys
import tempfile
import time
import zlib
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, datetime
from functools import partial
from pathlib import Path
from typing import Any
from zoneinfo import ZoneInfo

import numpy as np
from playwright.sync_api import Browser, Page, sync_playwright
from scipy.integrate import solve_ivp

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from tests.conftest import NOW_S  # noqa: E402
from tests.many import grow  # noqa: E402
from tests.reference import moving_cases  # noqa: E402
from tests.rigs import JERK_127, NU, RHO, ladder  # noqa: E402
from tests.ui.conftest import CHROMIUM, DESK, FLAGS, Server  # noqa: E402

from ilha.core.choose.box import Box, catalogue  # noqa: E402
from ilha.core.choose.fish import fish_named  # noqa: E402
from ilha.core.choose.ranking import choose  # noqa: E402
from ilha.core.choose.situation import Situation  # noqa: E402
from ilha.core.judge.board import board  # noqa: E402
from ilha.core.judge.chart import lid  # noqa: E402
from ilha.core.move.hold import hold  # noqa: E402
from ilha.core.move.reeled import Water  # noqa: E402
from ilha.core.move.swim import swim  # noqa: E402
from ilha.core.tide.harmonic import Constants  # noqa: E402
from ilha.core.water.conditions import Conditions  # noqa: E402
from ilha.demo import marela  # noqa: E402
from ilha.desk.along import AlongQuestion, along  # noqa: E402
from ilha.desk.board import day_of  # noqa: E402
from ilha.desk.books import box_of, rule_book  # noqa: E402
from ilha.desk.outfit import ChoiceQuestion  # noqa: E402
from ilha.desk.taught import taught_here  # noqa: E402
from ilha.desk.trip import plan_trip  # noqa: E402
from ilha.desk.trip_asked import Home, TripMark, TripQuestion  # noqa: E402
from ilha.desk.water import moment, situation_of  # noqa: E402
from ilha.formats.tide_printed import read  # noqa: E402
from ilha.store import db  # noqa: E402
from ilha.web.along.dump import along as along_json  # noqa: E402
from ilha.web.app import create_app  # noqa: E402

RUNS = 20


def median_ms(call: Callable[[], object], runs: int = RUNS) -> float:
    """Median wall time of ``call`` in milliseconds, after two runs that do not count."""
    call()
    call()
    taken = []
    for _ in range(runs):
        start = time.perf_counter()
        call()
        taken.append((time.perf_counter() - start) * 1e3)
    return statistics.median(taken)


def board_of(
    heads: int, steps: int, everything: bool = False, **how: Any
) -> Callable[[], object]:
    """A day's board of five schools at three estimates: verdicts, picks, windows, least masses.

    how : the fall, or the retrieve. With everything, also what one kind of question asks for: rest,
    swing, mixed fall, the count at which to stop, the retrieve.
    """
    phase = np.linspace(0.0, 4.0 * np.pi, steps)
    names = {f"{oz:.4f}": float(oz) for oz in np.geomspace(1 / 16, 2.0, heads)}
    cond = Conditions(4.0 + 1.5 * np.sin(phase), np.abs(0.7 * np.cos(phase)), 0.19e-3, **how)
    box = ladder(names)

    def whole() -> object:
        b = board(cond, JERK_127, box)
        if everything:
            return b.rest, b.swing, b.fed_then_held, b.stop, b.retrieve, b.least_mass
        # Of a rig that is swum back no held line is asked for, but what the reel does.
        return b.retrieve if cond.steady else b.least_mass

    return whole


def growth_of(larger: Callable[[], object], smaller: Callable[[], object]) -> float:
    """How many times longer the larger takes, in one run."""
    return median_ms(larger) / median_ms(smaller)


def growth(larger: Callable[[], object]) -> float:
    """How many times longer a larger board takes than that of a day; in turns, as above."""
    base = board_of(24, 145)
    return statistics.median(median_ms(larger, 1) / median_ms(base, 1) for _ in range(RUNS))


def log_times() -> dict[str, float]:
    """A tap kept on the disk, two seasons read as trips and as what worked, three visits packed:
    on the server, compression and network apart."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "bench.sqlite3"
        client = create_app(path, now_s=float(NOW_S)).test_client()
        conn = db.connect(path)
        marela.load(conn, NOW_S)
        conn.close()
        taps = itertools.count()

        def tap() -> None:
            event = {"id": f"bench-{next(taps):08d}", "kind": "bite", "at_utc_s": float(NOW_S),
                     "mark_id": 1, "mark_name": "Cais Velho"}
            assert client.post("/api/log", json={"events": [event]}).status_code == 200

        def review() -> None:
            for view in ("log", "log/worked", "log/learned"):
                assert client.get(f"/api/{view}").status_code == 200

        date = datetime.fromtimestamp(NOW_S + 86400, UTC).date().isoformat()
        plan = {"visits": [
            {"mark_id": mark, "date": date, "from_hour": start, "to_hour": start + 5, "fish": fish}
            for mark, start, fish in ((1, 6, "european-seabass"), (4, 12, "bluefish"),
                                      (2, 17, "gilthead-seabream"))]}

        def packed() -> None:
            assert client.post("/api/pack", json=plan).status_code == 200

        return {"log_insert_ms": median_ms(tap), "review_ms": median_ms(review),
                "pack_ms": median_ms(packed)}


def log_growth() -> dict[str, float]:
    """What a log of five to fifty thousand events costs: every view that reads it, and a tap."""
    return {f"{name}_at_{count // 1000}k_ms": value for count in (5_000, 10_000, 20_000, 50_000)
            for name, value in _grown(count).items()}


def _grown(count: int) -> dict[str, float]:
    views = {"log": "/api/log", "worked": "/api/log/worked", "taught": "/api/log/learned",
             "restock": "/api/restock",
             "day": "/api/day?mark_id=1&plastic_id=1&line_id=3&rod_id=2"}
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "bench.sqlite3"
        conn = db.ready(path)
        marela.load(conn, NOW_S)
        grow(conn, count)
        conn.close()
        client = create_app(path, now_s=float(NOW_S)).test_client()
        taps = itertools.count()

        def asked(view: str) -> None:
            assert client.get(view).status_code == 200

        def tap() -> None:
            event = {"id": f"grown-{next(taps):08d}", "kind": "held", "mark_id": 1,
                     "at_utc_s": float(NOW_S), "mark_name": "Cais Velho",
                     "surface_speed_m_s": 0.4, "bears_m_s": 0.5}
            assert client.post("/api/log", json={"events": [event]}).status_code == 200

        found = {name: median_ms(partial(asked, view), 5) for name, view in views.items()}
        return {**found, "tap": median_ms(tap, 5)}


def hold_times() -> tuple[float, float]:
    """How many times faster a hold is than solve_ivp at 0.5 %, and its microseconds."""
    rng = np.random.default_rng(1)
    n = 4000
    weight, depth = rng.uniform(0.04, 0.3, n), rng.uniform(1.0, 10.0, n)
    speed = rng.uniform(0.05, 0.5, n)
    def one(i: int) -> None:
        w, d, u = weight[i], depth[i], speed[i]

        def slope(_: float, s: np.ndarray) -> list[float]:
            z, theta, tension = s
            flow = u * (z / d) ** (1.0 / 7.0)
            sin, cos = np.sin(theta), np.cos(theta)
            cd = 1.0 + 10.0 * max(flow * sin * 0.19e-3 / NU, 1e-12) ** (-2.0 / 3.0)
            return [sin, -0.5 * RHO * cd * 0.19e-3 * (flow * sin) ** 2 / tension,
                    0.5 * RHO * 0.01 * np.pi * 0.19e-3 * (flow * cos) ** 2]

        def surface(_: float, s: np.ndarray) -> float:
            return float(s[0] - d)

        surface.terminal = True  # type: ignore[attr-defined]
        drag = 0.5 * RHO * 2e-4 * u**2
        solve_ivp(slope, (0.0, 20.0 * d), [0.05, np.arctan2(w, drag), np.hypot(w, drag)],
                  events=surface, rtol=5e-3, atol=1e-5)

    # In turns: a loud minute of the machine must not fall on one of the two alone.
    pairs = [
        (median_ms(lambda: [one(i) for i in range(25)], 1) / 25.0 * 1e3,
         median_ms(lambda: hold(weight, 2e-4, 0.19e-3, depth, 1.5, speed, rho=RHO, nu=NU), 1) / n
         * 1e3)
        for _ in range(RUNS)
    ]
    return statistics.median(a / b for a, b in pairs), statistics.median(b for _, b in pairs)


WAVES = {"M2": (0.78, 62.0), "S2": (0.27, 95.0), "N2": (0.16, 41.0), "K2": (0.08, 90.0),
         "K1": (0.06, 55.0), "O1": (0.05, 300.0), "P1": (0.02, 50.0), "Q1": (0.01, 250.0),
         "M4": (0.03, 10.0), "MS4": (0.02, 60.0)}


def choices_of(heads: int, plastics: int, lines: int = 6, rods: int = 4) -> Callable[[], object]:
    """A whole choice: every combination of a box of so much, of common sizes over and over."""
    common = catalogue()
    box = Box(
        tuple(common.plastics[i % len(common.plastics)] for i in range(plastics)),
        tuple(common.heads[(i * 7) % len(common.heads)] for i in range(heads)),
        tuple(replace(common.lines[i % len(common.lines)], id=str(i)) for i in range(lines)),
        tuple(replace(common.rods[i % len(common.rods)], id=str(i)) for i in range(rods)))
    situation = Situation("jetty", 7.5, 0.5, fish_named("European seabass"), bottom="rock")
    return lambda: choose(situation, box)


def demo_choice_ms() -> float:
    """The whole-box search of the demo's box at its first mark."""
    with tempfile.TemporaryDirectory() as folder:
        conn = db.connect(Path(folder) / "bench.sqlite3")
        db.migrate(conn)
        marela.load(conn, NOW_S, log=False)
        asked = ChoiceQuestion(mark_id=1, step=60, fish="european-seabass")
        at = moment(conn, NOW_S, asked)
        situation, box, rules = situation_of(conn, at, asked, 60), box_of(conn), rule_book(conn)
        taken = median_ms(lambda: choose(situation, box, rules))
        conn.close()
    return taken


def trip_times() -> dict[str, float]:
    """A trip of three marks through a morning, of all the demo's through a day; and the first over
    one whole choice, a ratio that compares between machines."""
    home = Home(latitude_deg=36.4021, longitude_deg=-21.7043)
    date = datetime.fromtimestamp(NOW_S + 86400, UTC).date().isoformat()
    with tempfile.TemporaryDirectory() as folder:
        conn = db.connect(Path(folder) / "bench.sqlite3")
        db.migrate(conn)
        marela.load(conn, NOW_S, log=False)

        def taken(marks: range, to_hour: float) -> float:
            asked = TripQuestion(date=date, from_hour=6, to_hour=to_hour, home=home, craft="boat",
                                 marks=[TripMark(mark_id=m) for m in marks], fish="bluefish")
            return median_ms(lambda: plan_trip(conn, NOW_S, asked), 5)

        morning, day = taken(range(1, 4), 12.0), taken(range(1, 9), 20.0)
        conn.close()
    return {"trip_morning_ms": morning, "trip_day_ms": day,
            "trip_over_choice": morning / demo_choice_ms()}


def along_times() -> dict[str, float]:
    """What a morning of three marks takes along: one process, bytes as they are kept (gzip), and
    over one board of a day, a ratio that compares between machines. At each mark two plastics, and
    held, or fed and then held, instead of fed."""
    date = datetime.fromtimestamp(NOW_S + 86400, UTC).date().isoformat()
    with tempfile.TemporaryDirectory() as folder:
        conn = db.connect(Path(folder) / "bench.sqlite3")
        db.migrate(conn)
        marela.load(conn, NOW_S, log=False)
        rigs = [{"mark_id": m, "plastic_id": p, "fall": fall} for m in (1, 2, 3)
                for p, fall in ((5, "fed"), (5, "held"), (5, "fed-then-held"), (4, "fed"))]
        asked = [AlongQuestion(date=date, line_id=3, rod_id=2, fish="european-seabass",
                               from_step=36, to_step=72, **rig) for rig in rigs]

        def all_of_it() -> list[bytes]:
            return [along_json(along(conn, NOW_S, q), [], taught_here(
                conn, q.mark_id, q.plastic_id)) for q in asked]

        morning = median_ms(lambda: all_of_it(), 3)
        size = sum(len(zlib.compress(one)) for one in all_of_it())
        board = median_ms(lambda: day_of(conn, NOW_S, asked[0]).day, 5)
        conn.close()
    return {"along_morning_ms": morning, "along_morning_mb": size / 1e6,
            "along_over_board": morning / len(asked) / board}


def retrieve_speedup() -> tuple[float, float]:
    """How many times faster than the chain of the tests, a retrieve for a retrieve, and its error
    there: rms of the share of the cast in the lowest metre."""
    cases = moving_cases.hypercube()[:24]
    begin = time.perf_counter()
    chain = moving_cases.figures_of(*moving_cases.by_chain(cases))[0]
    slow = (time.perf_counter() - begin) / len(cases)
    off = [float(moving_cases.figures_of(p.go, p.height)[0, 0]) for p in map(
        moving_cases.by_core, cases)] - chain
    many = 2048
    water = Water(np.full(many, 0.1), np.full(many, 4e-4), np.asarray(0.19e-3), np.asarray(4.0),
                  np.asarray(1.5), np.asarray(RHO), np.asarray(NU), np.full(many, 0.3), 0.8)
    fast = median_ms(lambda: swim(water, 0.7, 25.0)) / 1e3 / many
    return slow / fast, float(np.sqrt(np.mean(off**2)))


def lid_of(heads: int, cells: int, **how: Any) -> Callable[[], object]:
    """A lid chart of cells by cells."""
    names = {f"{oz:.4f}": float(oz) for oz in np.geomspace(1 / 16, 2.0, heads)}
    cond, box = Conditions(np.array(4.0), np.array(0.3), 0.19e-3, **how), ladder(names)
    depths, currents = np.linspace(0.3, 12.0, cells), np.linspace(0.0, 1.2, cells)
    return lambda: lid(cond, depths, currents, JERK_127, box)


def tide_times() -> dict[str, float]:
    """A year of heights at ten minutes, a day of them with its turns, and another day of the demo
    opened on the server, compression and network apart."""
    tide = Constants(WAVES, 1.6, 36.4)
    year, day = 600.0 * np.arange(365 * 144.0), 600.0 * np.arange(145.0)

    def one_day() -> None:
        tide.value_at(day)
        tide.high_and_low_waters(0.0, 86400.0)

    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "bench.sqlite3"
        client = create_app(path, now_s=float(NOW_S)).test_client()
        conn = db.connect(path)
        marela.load(conn, NOW_S, log=False)
        conn.close()
        dates = itertools.cycle([f"2026-07-{n}" for n in range(12, 28)])

        def open_day() -> None:
            query = f"mark_id=1&plastic_id=1&line_id=3&rod_id=2&date={next(dates)}"
            assert client.get(f"/api/day?{query}").status_code == 200

        return {"printed_year_ms": median_ms(printed_year(tide), 5),
                "tide_year_ms": median_ms(lambda: tide.value_at(year), 3),
                "tide_day_ms": median_ms(one_day), "open_day_ms": median_ms(open_day)}


def printed_year(tide: Constants) -> Callable[[], object]:
    """A year of high and low waters as a table prints them, a line each, read."""
    zone = ZoneInfo("Atlantic/Azores")
    turns = tide.high_and_low_waters(NOW_S, NOW_S + 364 * 86400.0)
    text = "\n".join(
        f"{datetime.fromtimestamp(at, zone):%a %d/%m/%Y %H:%M} {height:.2f}"
        for at, height in zip(turns.time, turns.height, strict=True))
    return lambda: read(text, zone, datetime.fromtimestamp(NOW_S, zone).date())


def first_view(browser: Browser, server: Server, sign: str = ".rung.picked") -> float:
    """Milliseconds from opening the page to the picture, each time in a fresh profile."""
    taken = []
    for _ in range(RUNS + 2):
        context = browser.new_context(viewport=DESK, service_workers="block")
        page = context.new_page()
        page.goto(server.url, wait_until="commit")
        page.wait_for_selector(sign)
        taken.append(float(page.evaluate(
            "() => new Promise(done => requestAnimationFrame(() => done(performance.now())))")))
        context.close()
    return statistics.median(taken[2:])


SCRUB = """
() => new Promise(done => {
  const rail = document.querySelector('.rail'), box = rail.getBoundingClientRect();
  const send = (type, share) => rail.dispatchEvent(new PointerEvent(type, {
    bubbles: true, pointerId: 1, clientX: box.left + share * box.width, clientY: box.top + 40 }));
  rail.setPointerCapture = () => {};
  send('pointerdown', 0.05);
  let frames = 0; const start = performance.now();
  const turn = now => {
    const t = (now - start) / 1000;
    if (t >= 1) { send('pointerup', 0.5); done(frames / t); return; }
    frames++;
    send('pointermove', 0.5 + 0.45 * Math.sin(t * 6.28));
    requestAnimationFrame(turn);
  };
  requestAnimationFrame(turn);
})
"""
IDLE = """
() => new Promise(done => {
  let frames = 0; const start = performance.now();
  const turn = now => {
    if (now - start >= 1000) { done(frames / (now - start) * 1000); return; }
    frames++; requestAnimationFrame(turn);
  };
  requestAnimationFrame(turn);
})
"""


def scrub(page: Page) -> tuple[float, float]:
    """Frames a second while the rail is dragged, and the page's own limit when nothing moves."""
    fps = [float(page.evaluate(SCRUB)) for _ in range(RUNS + 1)]
    idle = [float(page.evaluate(IDLE)) for _ in range(5)]
    return statistics.median(fps[1:]), statistics.median(idle)


PAN = """async () => {
  const chart = document.querySelector(".chart-under .ol-viewport");
  const box = chart.getBoundingClientRect();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const send = (type, dx) => (type === "pointerdown" ? chart : document).dispatchEvent(
    new PointerEvent(type, {bubbles: true, cancelable: true, pointerId: 1, isPrimary: true,
      pointerType: "mouse", button: 0, buttons: 1, clientX: x + dx, clientY: y + dx / 3}));
  send("pointerdown", 0);
  let frames = 0;
  const begin = performance.now();
  while (performance.now() - begin < 1000) {
    await new Promise(requestAnimationFrame);
    frames += 1;
    send("pointermove", 150 * Math.sin((performance.now() - begin) / 160));
  }
  const taken = performance.now() - begin;
  send("pointerup", 0);
  return 1000 * frames / taken;
}"""
SOUNDINGS = 5000


def pan(page: Page, server: Server) -> tuple[float, float]:
    """Frames a second while a chart of 5,000 soundings is dragged, and the page's own limit."""
    rng = np.random.default_rng(4)
    places = np.column_stack([rng.uniform(-21.80, -21.64, SOUNDINGS),
                              rng.uniform(36.34, 36.46, SOUNDINGS),
                              -rng.uniform(0.5, 30.0, SOUNDINGS)])
    text = json.dumps({"type": "MultiPoint", "coordinates": places.round(5).tolist()})
    made = page.request.post(server.url + "api/sea-charts", data={"name": "many", "text": text},
                             headers={"Origin": server.url.rstrip("/")})
    assert made.ok, made.text()
    page.goto(server.url + "places")
    page.wait_for_selector(".chart-sign")
    for _ in range(2):
        page.get_by_role("button", name="closer").click()
        page.wait_for_timeout(600)
    fps = [float(page.evaluate(PAN)) for _ in range(6)]
    idle = [float(page.evaluate(IDLE)) for _ in range(5)]
    return statistics.median(fps[1:]), statistics.median(idle)


def main() -> int:
    """Print every figure."""
    print(f"board_day_ms {median_ms(board_of(24, 145)):.1f} ms")
    for name, how in (("held", {"fall": "held"}), ("swum", {"steady": True}),
                      ("surf", {"steady": True, "swell_m": 0.8})):
        print(f"board_{name}_ms {median_ms(board_of(24, 145, **how)):.1f} ms")
    print(f"board_everything_ms {median_ms(board_of(24, 145, True)):.1f} ms")
    for times in (2, 4):
        print(f"board_heads_x{times} {growth(board_of(24 * times, 145)):.2f} x")
        print(f"board_steps_x{times} {growth(board_of(24, 145 * times)):.2f} x")
    print(f"choice_ms {median_ms(choices_of(60, 25)):.1f} ms")
    print(f"choice_demo_ms {demo_choice_ms():.1f} ms")
    print(f"choice_large_ms {median_ms(choices_of(60, 30, 8, 6)):.1f} ms")
    print(f"choice_growth_heads_x2 {growth_of(choices_of(120, 25), choices_of(60, 25)):.2f} x")
    print(f"choice_growth_plastics_x2 {growth_of(choices_of(60, 50), choices_of(60, 25)):.2f} x")
    print(f"lid_chart_ms {median_ms(lid_of(20, 60)):.1f} ms")
    print(f"lid_swum_ms {median_ms(lid_of(20, 36, steady=True)):.1f} ms")
    gain, error = retrieve_speedup()
    print(f"retrieve_speedup {gain:.0f} x")
    print(f"retrieve_error {error:.3f} of the cast, rms")
    for name, value in {**tide_times(), **log_times(), **log_growth()}.items():
        print(f"{name} {value:.1f} ms")
    for name, value in {**trip_times(), **along_times()}.items():
        print(f"{name} {value:.1f} {'ms' if name.endswith('ms') else 'x'}")
    speedup, ours = hold_times()
    print(f"hold_us {ours:.2f} us")
    print(f"hold_speedup {speedup:.0f} x")
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = Server(Path(folder) / "bench.sqlite3")
        server.start()
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        try:
            print(f"first_view_ms {first_view(browser, server):.0f} ms")
            empty = Server(Path(folder) / "empty.sqlite3", demo=False)
            empty.start()
            print(f"first_view_empty_ms {first_view(browser, empty, '.first-way'):.0f} ms")
            empty.stop()
            page = browser.new_page(viewport=DESK)  # type: ignore[arg-type]
            page.goto(server.url)
            page.wait_for_selector(".rung.picked")
            page.wait_for_timeout(2500)
            fps, limit = scrub(page)
            print(f"scrub_fps {fps:.1f} fps")
            print(f"scrub_limit_fps {limit:.1f} fps")
            fps, limit = pan(page, server)
            print(f"chart_pan_fps {fps:.1f} fps")
            print(f"chart_pan_limit_fps {limit:.1f} fps")
        finally:
            browser.close()
            server.stop()
    return 0


if __name__ == "__main__":
    try:
        sys.exit(main())
    except subprocess.SubprocessError as error:
        sys.exit(str(error))
