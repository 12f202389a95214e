"""Who may import whom, proven in fresh interpreters."""

from __future__ import annotations

import re
import subprocess
import sys
from pathlib import Path

import pytest

SOURCE = Path(__file__).parent.parent / "src" / "ilha"
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
