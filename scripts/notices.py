"""THIRD_PARTY.md: what Ilha rests on and under which licences: ``make notices``; a test keeps it
fresh. Names, versions and licences of the Python packages come from pip-licenses; what is bundled
into the interface, fonts included, comes from npm, with its texts, since it goes out with Ilha."""

from __future__ import annotations

import json
import re
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
FILE = ROOT / "THIRD_PARTY.md"
MODULES = ROOT / "frontend" / "node_modules"


def running() -> set[str]:
    """Packages that Ilha needs to run, as they are locked."""
    text = (ROOT / "requirements.lock").read_text("utf-8")
    return {name.lower() for name in re.findall(r"^([A-Za-z0-9_.-]+)==", text, re.MULTILINE)}


def python_rows() -> list[tuple[str, str, str]]:
    """Name, version and licence of each that is installed."""
    told = subprocess.run(
        [sys.executable, "-m", "piplicenses", "--format=json", "--from=mixed"],
        capture_output=True, text=True, check=True).stdout
    wanted = running()
    rows = [(row["Name"], row["Version"], " ".join(row["License"].split()))
            for row in json.loads(told) if re.sub(r"[_.]", "-", row["Name"].lower()) in wanted
            or row["Name"].lower() in wanted]
    return sorted(rows, key=lambda row: row[0].lower())


def bundled() -> list[Path]:
    """Folders of the npm packages that go into the interface."""
    told = subprocess.run(
        ["npm", "ls", "--omit=dev", "--all", "--parseable"], cwd=ROOT / "frontend",
        capture_output=True, text=True).stdout
    return sorted({Path(line) for line in told.splitlines() if "/node_modules/" in line})


def npm_parts() -> list[tuple[str, str]]:
    """Heading and licence text of each."""
    out = []
    for folder in bundled():
        about = json.loads((folder / "package.json").read_text("utf-8"))
        if about["name"].startswith("@types/"):
            continue
        texts = [path for path in sorted(folder.iterdir())
                 if re.match(r"(licen[cs]e|ofl)(\.|$)", path.name, re.IGNORECASE)]
        text = texts[0].read_text("utf-8").strip() if texts else "(no text in the package)"
        out.append((f"{about['name']} {about['version']}: {about.get('license', 'see below')}",
                    text))
    return out


def made() -> str:
    """The whole file."""
    rows = [f"| {name} | {version} | {told} |" for name, version, told in python_rows()]
    parts = [f"### {head}\n\n```\n{text}\n```\n" for head, text in npm_parts()]
    return "\n".join([
        "# What Ilha rests on", "",
        "Made by `make notices`. Ilha itself is under the MIT licence (LICENSE).", "",
        "## Python packages, installed beside it", "",
        "| package | version | licence |", "|---|---|---|", *rows, "",
        "## In the interface, fonts included", "", *parts])


if __name__ == "__main__":
    FILE.write_text(made(), "utf-8")
