"""What the documents say to type can be typed; what they point to is there."""

from __future__ import annotations

import json
import re
import shlex
from importlib.resources import files
from pathlib import Path

import jsonschema
import pytest

from ilha.cli import main, parser

ROOT = Path(__file__).parents[1]
PAGES = sorted([*ROOT.glob("*.md"), *(ROOT / "docs").glob("*.md")])
COMMAND = re.compile(r"^    (?:\.venv/bin/)?ilha (.+?)(?:   *#.*)?$", re.MULTILINE)


def commands() -> list[tuple[str, str]]:
    return [(page.name, line) for page in PAGES if page.name != "THIRD_PARTY.md"
            for line in COMMAND.findall(page.read_text("utf-8"))]


def test_there_are_commands_to_try() -> None:
    assert len(commands()) >= 20


@pytest.mark.parametrize(("where", "line"), commands())
def test_a_command_of_the_documents_is_understood_and_runs(
    where: str, line: str, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    """Understood by the command line; those that read an example are run."""
    args = shlex.split(line.split(">")[0])
    if args == ["--version"]:
        return
    asked = parser().parse_args(args)
    assert asked.command == args[0], where
    if any(arg.startswith("examples/") for arg in args):
        monkeypatch.chdir(ROOT)
        assert main(args) == 0
        said = capsys.readouterr()
        assert (len(said.out) > 100, said.err) == (True, "")


@pytest.mark.parametrize(("name", "form"), [
    ("scenario", "ilha-scenario-1"), ("fit", "ilha-fit-1"), ("question", "ilha-question-1")])
def test_an_example_is_what_its_schema_says(name: str, form: str) -> None:
    schema = json.loads(files("ilha.formats").joinpath(
        "schemas", f"{form}.schema.json").read_text("utf-8"))
    assert schema["$id"] == f"urn:ilha:{form}"
    example = json.loads((ROOT / "examples" / f"{name}.json").read_text("utf-8"))
    assert example["format"] == form
    jsonschema.Draft202012Validator.check_schema(schema)
    jsonschema.validate(example, schema)


@pytest.mark.parametrize("document", PAGES, ids=lambda one: one.name)
def test_what_a_document_points_to_is_there(document: Path) -> None:
    for target in re.findall(r"\]\(([^)#:]+)(?:#[^)]*)?\)", document.read_text("utf-8")):
        assert (document.parent / target).exists(), target


def test_make_commands_of_the_documents_are_targets() -> None:
    targets = set(re.findall(r"^([a-z-]+):", (ROOT / "Makefile").read_text("utf-8"), re.MULTILINE))
    for page in (ROOT / "README.md", ROOT / "CONTRIBUTING.md"):
        named = set(re.findall(r"make ([a-z-]+)", page.read_text("utf-8")))
        assert named <= targets | {"make"}, page.name
