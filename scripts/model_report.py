"""Remake the plots and the tables of docs/model.md from the code: ``make model-report``.

Tables stand between ``<!-- made: NAME -->`` and ``<!-- end -->``; a test keeps them fresh.
"""

from __future__ import annotations

import ast
import re
import sys
from collections.abc import Callable, Iterable
from hashlib import sha256
from pathlib import Path
from typing import TYPE_CHECKING

import numpy as np

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from tests.facts import FACTS, Fact  # noqa: E402
from tests.reference import chain_cases as chains  # noqa: E402
from tests.reference import doubt_cases, moving_cases  # noqa: E402
from tests.reference.test_glide_reference import TABLE as FALLS  # noqa: E402
from tests.rigs import (  # noqa: E402
    BULKY_102,
    JERK_127,
    LADDER_OZ,
    NU,
    PADDLE_76,
    PADDLE_102,
    RHO,
    head,
    plastic,
)
from tests.situations import SITUATIONS, Worked  # noqa: E402

from ilha.core.errors import Array  # noqa: E402
from ilha.core.move.cast import Rod, SeenCast, cast_distance, is_guess  # noqa: E402
from ilha.core.move.glide import free_fall  # noqa: E402
from ilha.core.move.hold import hold  # noqa: E402
from ilha.core.move.reeled import Water  # noqa: E402
from ilha.core.move.swim import swim  # noqa: E402
from ilha.core.rig.assembly import assemble  # noqa: E402
from ilha.core.units import oz_from_kg  # noqa: E402

if TYPE_CHECKING:
    from matplotlib.axes import Axes

DOC = ROOT / "docs" / "model.md"
PLOTS = ROOT / "docs" / "plots"
A = np.array


def rows(head_row: str, body: Iterable[Iterable[str]]) -> str:
    """A table in Markdown; ``head_row`` as "a | b | c"."""
    count = head_row.count("|") + 1
    lines = [f"| {head_row} |", "|" + "---|" * count]
    return "\n".join(lines + [f"| {' | '.join(row)} |" for row in body])


def situations_table() -> str:
    """Every worked situation with what is proposed first, none hidden."""
    def one(w: Worked) -> list[str]:
        s, o = w.situation, w.choice().outfits[0]
        low, high = (ounces(oz) for oz in w.oz)
        mass_oz = o.head.printed_oz or oz_from_kg(o.head.head.mass)
        proposed = (f"{o.plastic.id}, {o.rigging}, {ounces(mass_oz)}"
                    f" {o.head.head.shape} {o.head.hook_size}, {o.retrieve}")
        told = f"{low} to {high}" if low != high else low
        where = "agrees" if not w.outside else f"**{', '.join(w.outside)}**: {w.why}"
        return [w.name, f"{s.fish.name}, {s.place}", f"{s.depth:g}", f"{s.surface_speed:.2f}", told,
                proposed, where]
    return rows("situation | fish, place | depth m | m/s | tied on, oz | proposed first | ",
                (one(w) for w in SITUATIONS))


def ounces(oz: float) -> str:
    """A weight as it is printed: 3/8, 1.5."""
    for name, value in LADDER_OZ.items():
        if abs(value / oz - 1.0) < 0.02:
            return name
    return "1/16" if abs(oz * 16 - 1) < 0.02 else "1/10" if abs(oz * 10 - 1) < 0.02 else f"{oz:.2f}"


def facts_table() -> str:
    """Every W fact with the pick of the school it is asked by, none hidden."""
    def one(f: Fact) -> list[str]:
        pick = f.pick()
        tied = f.tied_on[0] if len(f.tied_on) == 1 else f"{f.tied_on[0]} to {f.tied_on[-1]}"
        where = "inside" if pick in f.tied_on else "**outside**"
        return [f.name, f.place, f"{f.depth:g}", f"{f.current:.2f}", f"{f.line_mm:.2f}", tied,
                f.school, pick or "none", where, f.note]

    return rows("fact | place | depth m | m/s | line mm | tied on, oz | school | model | | note",
                map(one, FACTS))


def falls_table() -> str:
    """The eight rigs of the design page: what it prints, and what comes out."""
    def one(fall: tuple) -> list[str]:  # type: ignore[type-arg]
        rig_head, soft, weight, alpha, pitch, speed = fall
        at = "" if rig_head.weight_x is None else f" at {rig_head.weight_x / soft.length:.2f} L"
        name = (f"{rig_head.mass * 1e3:g} g {rig_head.shape}{at} + {soft.family}"
                f" {soft.length * 1e3:.0f} mm")
        g = free_fall(assemble(soft, [rig_head]), RHO)
        said = (weight, alpha, pitch, speed)
        ours = (float(g.wet_weight[0, 0]) * 1e3, np.degrees(float(g.angle[0, 0])),
                np.degrees(float(g.pitch[0, 0])), float(g.vertical[0, 0]))
        return [name] + [f"{s:g} / {o:.{n}f}"
                         for s, o, n in zip(said, ours, (1, 1, 0, 2), strict=True)]

    return rows("rig | W mN | a ° | pitch ° | v m/s", map(one, FALLS))


def off(pair: tuple[float, float]) -> str:
    """The core's error against the chain."""
    return f"{(pair[1] / pair[0] - 1.0) * 100.0:+.0f} %"


def chain_table() -> str:
    """The closed forms against the lumped-mass chain."""
    body = []
    for case in (*chains.FED, chains.FED_HARD, *chains.SWINGS, *chains.LATER):
        time, way = case.pairs()
        body.append([str(case), f"{time[0]:.1f} s", off(time), f"{way[0]:.2f} m", off(way), ""])
    return rows("case | chain | core | chain | core |", body)


def _errors(core: Array, chain: Array) -> str:
    off = core - chain
    return f"{np.sqrt(np.mean(off**2)):.2f} rms, {np.abs(off).max():.2f} worst"


def retrieve_table() -> str:
    """The retrieve against the chain over a Latin hypercube, by where the current goes."""
    cases = moving_cases.hypercube()
    chain = moving_cases.figures_of(*moving_cases.by_chain(cases))
    core = np.concatenate([moving_cases.figures_of(p.go, p.height) for p in map(
        moving_cases.by_core, cases)], axis=1)
    kinds = {
        "no current": [c.current == 0.0 for c in cases],
        "across": [c.current > 0.0 and c.angle == 90.0 for c in cases],
        "with it": [c.current > 0.0 and c.angle < 90.0 for c in cases],
        "against it": [c.current > 0.0 and c.angle > 90.0 for c in cases],
        "all": [True for _ in cases],
    }
    body = []
    for name, of in kinds.items():
        at = np.flatnonzero(of)
        body.append([name, str(at.size), _errors(core[0, at], chain[0, at]),
                     _errors(core[1:3, at], chain[1:3, at]), _errors(core[3, at], chain[3, at])])
    return rows("cast | settings | share of the cast in the lowest metre | height, m, with 1/2"
                " and 1/4 to go | share of the middle half on the bottom", body)


def held_table() -> str:
    """Held falls against the chain over a Latin hypercube, by depth and by angle."""
    cases = tuple(c for c in moving_cases.held_hypercube() if moving_cases.gets_there(c))
    chain = np.array(moving_cases.falls(cases, longest=200.0))
    core = np.array([moving_cases.by_table(c) for c in cases]).T
    down = np.isfinite(chain[0])
    kinds = {
        "no current": [c.current == 0.0 for c in cases],
        "across": [c.current > 0.0 and c.angle == 90.0 for c in cases],
        "with it": [c.current > 0.0 and c.angle < 90.0 for c in cases],
        "against it": [c.current > 0.0 and c.angle > 90.0 for c in cases],
        "all": [True for _ in cases],
    }
    body = []
    for name, of in kinds.items():
        at = np.flatnonzero(np.array(of) & down)
        off = core[:, at] / np.maximum(chain[:, at], 1e-6) - 1.0
        moved = chain[2, at] > 0.5
        body.append([name, str(at.size), *(
            f"{np.sqrt(np.mean(x**2)):.0%} rms, {np.abs(x).max():.0%} worst" if x.size else "-"
            for x in (off[0], off[1], off[2][moved])),
            f"{np.mean(np.abs(off[0]) < 0.12):.0%}"])
    return rows("cast | settings | count | come-in | drift, where over 0.5 m | counts within 12 %",
                body)


def surf_table() -> str:
    """Shares on the bottom in the surf: an independent chain's, ours and the core's."""
    body = []
    for speed, swell, told in moving_cases.SURF_TABLE:
        cases = tuple(moving_cases.Swum(3.4, 0.28, oz, "p102", 45, speed, swell=swell, tip=3.0)
                      for oz in moving_cases.SURF_OZ)
        chain = moving_cases.figures_of(*moving_cases.by_chain(cases))[3]
        core = [float(moving_cases.figures_of(p.go, p.height)[3, 0])
                for p in map(moving_cases.by_core, cases)]
        body.append([f"{speed:g}", f"{swell:g}"] + [
            f"{a:.2f} / {b:.2f} / {c:.2f}" for a, b, c in zip(told, chain, core, strict=True)])
    return rows("m/s | swell m | 1/2 oz | 3/4 | 1 | 1 1/2 | 2", body)


def doubt_table() -> str:
    """How often what is called right is right, by how sure it is said to be."""
    found = doubt_cases.judged()

    def row(words: str, which: Array) -> list[str]:
        if not np.any(which):
            return [words, "0", "-", "-", "-"]
        return [words, str(int(which.sum())), *(f"{100 * v[which].mean():.0f} %" for v in found)]

    bounds = ((0.0, 0.8), (0.8, 0.9), (0.9, 0.97), (0.97, 1.01))
    return rows(
        "said | settings | sure, on the mean | right, current and rig's drag in doubt |"
        " right, everything in doubt",
        [*(row(f"{100 * a:.0f} to {min(100, 100 * z):.0f} %", (found.said >= a) & (found.said < z))
           for a, z in bounds), row("all", found.said >= 0.0)])


TABLES: dict[str, Callable[[], str]] = {
    "doubt": doubt_table,
    "facts": facts_table, "situations": situations_table, "falls": falls_table,
    "chain": chain_table, "retrieve": retrieve_table, "surf": surf_table, "held": held_table}
_MADE = re.compile(r"(<!-- made: (\w+) -->\n)(?:(?!<!-- made).)*?(<!-- end -->)", re.S)


QUICK = ("falls", "facts", "surf")
"""Tables that a test makes anew each time; the others take minutes, and are made anew when what
they rest on has changed: its digest stands at the end of the document."""
_RESTS_ON = (*(f"src/ilha/core/{room}" for room in (
    "water", "rig", "move", "judge", "choose", "bench", "data", "tables.py", "units.py",
    "normal.py", "knots.py")), "tests/reference", "tests/situations.py", "tests/rigs.py",
    "tests/facts.py")
_DIGEST = re.compile(r"<!-- rests on: (\w*) -->")


def remade(text: str, only: Iterable[str] = tuple(TABLES)) -> str:
    """The document with its tables made anew."""
    return _MADE.sub(
        lambda m: m[0] if m[2] not in only else m[1] + TABLES[m[2]]() + "\n" + m[3], text)


def _bare(tree: ast.AST) -> str:
    """A program without its words: comments and docstrings change no figure."""
    for node in ast.walk(tree):
        body = getattr(node, "body", None)
        if isinstance(body, list) and body and isinstance(body[0], ast.Expr) and isinstance(
                body[0].value, ast.Constant) and isinstance(body[0].value.value, str):
            body[0].value.value = ""
    return ast.dump(tree)


def digest() -> str:
    """Of all that the slow tables rest on: programs without their words, and tables."""
    total = sha256()
    for part in _RESTS_ON:
        path = ROOT / part
        files = [path] if path.is_file() else sorted(
            p for p in path.rglob("*") if p.suffix in (".py", ".toml", ".npz"))
        for file in files:
            if file.name.startswith("test_"):
                continue
            total.update(file.relative_to(ROOT).as_posix().encode())
            total.update(_bare(ast.parse(file.read_text("utf-8"))).encode()
                         if file.suffix == ".py" else file.read_bytes())
    return total.hexdigest()[:16]


BALLS_OZ = np.geomspace(1 / 16, 2.0, 24)


def balls(hook: tuple[float, float, float] = (1.4, 1.2, 15.0)) -> list:  # type: ignore[type-arg]
    """Ball heads from 1/16 to 2 oz on one hook."""
    return [head(oz * 28.35, hook=hook, name=f"{oz:.3f}") for oz in BALLS_OZ]


def plot_sink(ax: Axes) -> None:
    """Vertical speed against wet weight, by plastic."""
    stick = plastic(70, 10, 10, 4.3, "stick", 960.0)
    for name, soft in (("70 mm stick, floats", stick), ("76 mm paddle", PADDLE_76),
                       ("102 mm paddle", PADDLE_102), ("127 mm straight", JERK_127),
                       ("102 mm bulky, 3 cm² hair", BULKY_102)):
        g = free_fall(assemble(soft, balls()), RHO)
        ax.plot(np.ravel(g.wet_weight) * 1e3, np.ravel(g.vertical), label=name)
    for rig_head, _, weight, _, _, speed in FALLS:
        mark = "s" if rig_head.shape == "belly-weighted" else "o"
        ax.plot(weight, speed, mark, color="black", markersize=4)
    ax.set(xlabel="wet weight, mN", ylabel="vertical speed, m/s",
           title="Ball heads 1/16 to 2 oz. Dots: the design page's rigs (squares: belly weights)")
    ax.legend()


def plot_scope(ax: Axes) -> None:
    """Scope against current for four lines."""
    body = assemble(PADDLE_76, [head(7.09, hook=(1.0, 1.0, 12))])
    weight, area = float(body.wet_weight(RHO)[0, 0]), float(body.drag_area[0, 0])
    u = np.linspace(0.05, 1.0, 200)
    for mm in (0.11, 0.15, 0.19, 0.28):
        held = hold(weight, area, mm / 1e3, 4.2, 1.5, u, rho=RHO, nu=NU)
        ax.plot(u, held.scope, label=f"{mm:.2f} mm")
    for limit, name in ((1.2, "down fast"), (1.5, "bottom contact"), (3.0, "lightest practical")):
        ax.axhline(limit, color="grey", linewidth=0.7)
        ax.text(0.06, limit + 0.04, name, fontsize=8)
    ax.set(xlabel="surface current, m/s", ylabel="scope", ylim=(1, 5),
           title="1/4 oz ball, 76 mm paddle, 4.2 m deep, rod tip 1.5 m")
    ax.legend(title="line")


def plot_attitude(ax: Axes) -> None:
    """Pitch and speed against the place of a belly weight."""
    share = np.linspace(0.15, 0.60, 46)
    heads = [head(5.0, "belly-weighted", (2.2, 1.3, 17), 32.0, s * 127.0, f"{s:.3f}")
             for s in share]
    g = free_fall(assemble(JERK_127, heads), RHO)
    ax.plot(share, np.degrees(np.ravel(g.pitch)), label="pitch, nose below horizontal")
    ax.plot(share, np.degrees(np.ravel(g.path)), label="path, below horizontal")
    ax.set(xlabel="place of the weight, share of the length from the nose", ylabel="degrees",
           title="5 g belly weight under a 127 mm straight tail")
    other = ax.twinx()
    other.plot(share, np.ravel(g.vertical), color="black", linestyle=":")
    other.set_ylabel("vertical speed, m/s (dotted)")
    ax.legend(loc="center right")


def plot_retrieve(ax: Axes) -> None:
    """The way in at three speeds, with a swell and without."""
    for grams, style in ((21.0, "--"), (28.0, "-")):
        body = assemble(BULKY_102, [head(grams, hook=(2.5, 1.5, 19))])
        for i, speed in enumerate((0.6, 0.8, 1.0)):
            water = Water(body.wet_weight(RHO), body.drag_area, A(0.28e-3), A([3.4]), A([3.0]),
                          A(RHO), A(NU))
            path = swim(water, speed, 45.0)
            ax.plot(45.0 * path.go[:, 0, 0], path.height[:, 0, 0], style, color=f"C{i}",
                    label=f"{grams:g} g, {speed:g} m/s")
    ax.axhline(1.0, color="0.7", linewidth=0.8)
    ax.set(xlabel="to go, m", ylabel="above the bottom, m", xlim=(45.0, 0.0), ylim=(0.0, 3.4),
           title="Swum back: 3.4 m, 0.28 mm, tip 3 m, 102 mm bulky with 3 cm² hair")
    ax.legend(ncols=2)


def plot_cast(ax: Axes) -> None:
    """Cast against package mass for three lines; dotted where it is a guess."""
    rod = Rod(0.003, 0.021, 0.008, (SeenCast(0.010, 35.0, 0.19e-3, 2.5e-4),))
    mass = np.linspace(0.003, 0.021, 60)
    sure = ~is_guess(rod, mass)
    for i, mm in enumerate((0.11, 0.19, 0.28)):
        far = cast_distance(rod, mass, A(2.5e-4), A(mm / 1e3), A(0.0))
        ax.plot(mass * 1e3, far, ":", color=f"C{i}")
        ax.plot(mass[sure] * 1e3, far[sure], color=f"C{i}", label=f"{mm:.2f} mm")
    ax.plot(10.0, 35.0, "o", color="black", markersize=4)
    ax.set(xlabel="package, g", ylabel="cast, m",
           title="A rod that throws 10 g (2.5 cm²) 35 m on 0.19 mm; dotted: a guess")
    ax.legend(title="line")


def plots() -> None:
    """Every plot to docs/plots, the same to the byte each time."""
    import matplotlib

    matplotlib.use("Agg")
    from matplotlib import pyplot

    PLOTS.mkdir(parents=True, exist_ok=True)
    for draw in (plot_sink, plot_scope, plot_attitude, plot_retrieve, plot_cast):
        figure, ax = pyplot.subplots(figsize=(7.2, 4.4), layout="constrained")
        draw(ax)
        ax.title.set_fontsize(10)
        ax.grid(alpha=0.3)
        name = draw.__name__.removeprefix("plot_")
        figure.savefig(PLOTS / f"{name}.png", dpi=100, metadata={"Software": None})
        pyplot.close(figure)


def main() -> int:
    """Remake all of it; the exit code."""
    plots()
    DOC.write_text(_DIGEST.sub(f"<!-- rests on: {digest()} -->", remade(DOC.read_text())))
    return 0


if __name__ == "__main__":
    sys.exit(main())
