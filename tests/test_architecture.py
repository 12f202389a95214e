"""Who may import whom, proven in fresh interpreters."""

from __future__ import annotations

import re
import subprocess
import sys
from pathlib import Path

import pytest

from tests.imports import Edges, circles, python_edges, typescript_edges, upward

SOURCE = Path(__file__).parent.parent / "src" / "ilha"
INTERFACE = Path(__file__).parent.parent / "frontend" / "src"
PROBE = """
import importlib, pkgutil, sys
package = importlib.import_module(sys.argv[1])
for item in pkgutil.walk_packages(package.__path__, package.__name__ + "."):
    importlib.import_module(item.name)
print(" ".join(sorted(sys.modules)))
"""


def loaded_by(package: str) -> set[str]:
    done = subprocess.run([sys.executable, "-c", PROBE, package], capture_output=True, text=True,
                          check=True)
    return set(done.stdout.split())


def test_core_knows_no_interface_and_no_store() -> None:
    loaded = loaded_by("ilha.core")
    foreign = {"flask", "werkzeug", "sqlite3", "pydantic", "waitress"}
    assert not loaded & foreign
    assert not {m for m in loaded if m.startswith(("ilha.store", "ilha.web", "ilha.formats"))}


def test_store_knows_neither_flask_nor_the_core() -> None:
    loaded = loaded_by("ilha.store")
    assert not loaded & {"flask", "werkzeug", "numpy", "pydantic"}
    assert not {m for m in loaded if m.startswith(("ilha.core", "ilha.web", "ilha.formats"))}


def test_formats_know_neither_web_nor_store() -> None:
    loaded = loaded_by("ilha.formats")
    assert not {m for m in loaded if m.startswith(("ilha.store", "ilha.web"))}
    assert "flask" not in loaded

LAYERS: dict[str, tuple[str, ...]] = {
    "core": (), "store": (), "formats": ("core",), "desk": ("core", "store", "formats"),
    "standins": ("core", "formats"), "demo": ("core", "store", "formats", "desk"),
    "web": ("core", "store", "formats", "desk", "demo"),
    "cli": ("core", "store", "formats", "desk", "demo", "web", "standins"),
}
"""What each layer may import beside itself."""
ROOMS: dict[str, tuple[str, ...]] = {
    "water": (), "rig": (), "tide": (), "log": (), "move": ("water", "rig"),
    "judge": ("move", "rig", "tide", "water"), "bench": ("move", "rig", "water", "judge"),
    "choose": ("bench", "judge", "move", "rig", "water"),
    "advice": ("bench", "choose", "judge", "move", "rig", "water"),
    "trip": ("advice", "choose", "judge", "log", "tide"),
}
"""The same of the rooms of the core; what lies in its hall (errors, units, tables, distance) all
may."""
FLOORS: dict[str, tuple[str, ...]] = {
    "api": (), "base": ("api",), "drawing": ("api", "base"), "ui": ("api", "base", "drawing"),
    "features": ("api", "base", "drawing", "ui"),
    "views": ("api", "base", "drawing", "ui", "features"),
    "app": ("api", "base", "drawing", "ui", "features", "views"),
}
"""And of the interface."""


def layers_of(edges: Edges) -> dict[str, str]:
    return {name: name.split(".")[1] for name in edges if name.count(".")
            and name.split(".")[1] in LAYERS}


def rooms_of(edges: Edges) -> dict[str, str]:
    return {name: name.split(".")[2] for name in edges if name.startswith("ilha.core.")
            and name.count(".") > 2}


def floors_of(edges: Edges) -> dict[str, str]:
    return {name: name.split("/")[0] if "/" in name else "app" for name in edges
            if "/" not in name or name.split("/")[0] in FLOORS}


def between_views(edges: Edges) -> list[str]:
    return sorted(f"{name} -> {to}" for name, seen in edges.items() for to in seen
                  if name.startswith("views/") and to.startswith("views/")
                  and name.split("/")[1] != to.split("/")[1])


def test_no_import_runs_upward_or_round_about_in_python() -> None:
    edges = python_edges(SOURCE, "ilha")
    assert set(layers_of(edges).values()) == set(LAYERS)
    assert upward(edges, layers_of(edges), LAYERS) == []
    assert set(rooms_of(edges).values()) == set(ROOMS)
    assert upward({n: edges[n] for n in rooms_of(edges)}, rooms_of(edges), ROOMS) == []
    assert circles(edges) == []


def test_no_import_runs_upward_or_round_about_in_typescript() -> None:
    edges = typescript_edges(INTERFACE)
    assert set(floors_of(edges).values()) == set(FLOORS)
    assert upward(edges, floors_of(edges), FLOORS) == []
    assert between_views(edges) == []
    assert circles(edges) == []


@pytest.mark.parametrize(("name", "to"), [
    ("ilha.core.judge.board", "ilha.store.db"), ("ilha.store.db", "ilha.core.units"),
    ("ilha.desk.board", "ilha.web.payloads"), ("ilha.formats.scenario", "ilha.desk.board"),
    ("ilha.web.app", "ilha.cli"), ("ilha.core.water.flow", "ilha.core.judge.board")])
def test_an_upward_import_in_python_is_seen(name: str, to: str) -> None:
    edges = python_edges(SOURCE, "ilha")
    edges[name] |= {to}
    assert [f"{name} -> {to}"] == upward(edges, layers_of(edges), LAYERS) + upward(
        {n: edges[n] for n in rooms_of(edges)}, rooms_of(edges), ROOMS)


@pytest.mark.parametrize(("name", "to"), [
    ("base/units", "features/facts/facts"), ("drawing/geometry/frame", "ui/field"),
    ("features/log/queue", "views/day/day-view"), ("views/day/day-view", "app")])
def test_an_upward_import_in_typescript_is_seen(name: str, to: str) -> None:
    edges = {**typescript_edges(INTERFACE), to: frozenset()}
    edges[name] = frozenset({to})
    assert upward(edges, floors_of(edges), FLOORS) == [f"{name} -> {to}"]


def test_views_that_import_views_and_circles_are_seen() -> None:
    edges = {"views/day/a": frozenset({"views/bench/b"}), "views/bench/b": frozenset({"ui/c"}),
             "ui/c": frozenset({"views/day/a"})}
    assert between_views(edges) == ["views/day/a -> views/bench/b"]
    assert circles(edges) == [["ui/c", "views/bench/b", "views/day/a"]]


def test_imports_of_every_form_are_read(tmp_path: Path) -> None:
    (tmp_path / "views").mkdir()
    (tmp_path / "views" / "a.tsx").write_text(
        'import { b,\n  c } from "../ui/b";\nexport * from "./d";\n'
        'const e = lazy(() => import("../features/e"));\nimport x from "react";\n')
    assert typescript_edges(tmp_path) == {
        "views/a": frozenset({"ui/b", "views/d", "features/e"})}
    package = tmp_path / "p"
    package.mkdir()
    (package / "a.py").write_text("def f():\n    from p.b import g\n    import p.c\n")
    (package / "b.py").write_text("")
    assert python_edges(package, "p")["p.a"] == {"p.b", "p.c"}


def test_the_map_of_the_house_names_files_that_are_there() -> None:
    """Every path that docs/architecture.md names exists, every room and layer is on it."""
    page = (SOURCE.parent.parent / "docs" / "architecture.md").read_text("utf-8")
    named = re.findall(r"`((?:src|frontend|tests|scripts|docs)/[\w./*-]+)`", page)
    assert len(named) > 40
    root = SOURCE.parent.parent
    assert [one for one in named if not (list(root.glob(one)) if "*" in one
                                         else (root / one).exists())] == []
    for room in ROOMS:
        assert f"`src/ilha/core/{room}/`" in page, room
    for layer in LAYERS:
        assert re.search(rf"`src/ilha/{layer}(/|\.py)`", page), layer
    for floor in set(FLOORS) - {"app"}:
        assert f"`frontend/src/{floor}/`" in page, floor
    for folder in sorted((INTERFACE / "views").iterdir()):
        if folder.is_dir():
            assert f"`frontend/src/views/{folder.name}/`" in page, folder.name


@pytest.mark.parametrize("path", sorted(SOURCE.rglob("*.py")), ids=lambda p: p.stem)
def test_modules_stay_readable(path: Path) -> None:
    assert len(path.read_text("utf-8").splitlines()) <= 330


def test_sql_stands_in_the_store_only() -> None:
    verbs = re.compile(r"\b(SELECT|INSERT INTO|UPDATE \w+ SET|DELETE FROM)\b")
    outside = [p for p in SOURCE.rglob("*.py") if "store" not in p.parts
               and verbs.search(p.read_text("utf-8"))]
    assert outside == []


def test_core_reads_no_clock_and_no_files() -> None:
    clock = re.compile(r"\b(time\.time|datetime\.now|open\(|Path\()")
    modules = (SOURCE / "core").rglob("*.py")
    readers = [p.name for p in modules if clock.search(p.read_text("utf-8"))]
    assert readers == []
