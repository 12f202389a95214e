# PYTHON_ARGCOMPLETE_OK
"""Command line: ``ilha serve``, ``board``, ``tide``, ``fit``, ``choose``, ``export``, ``import``,
``backup``, ``copies``, ``restore``, ``host``, ``tide-service``, ``sounder``, ``openapi``.

Bad input: one line, exit 2.
"""

from __future__ import annotations

import argparse
import gc
import io
import json
import os
import sqlite3
import sys
import time
from collections.abc import Callable, Iterable
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, NoReturn

from ilha import __version__
from ilha.cli import host, serve


def _answered(
    file: str, answer: Callable[[str], str | Iterable[str]], json_file: bool = True
) -> int:
    """Read a file (- is standard input), print what is made of it; bad input is one line and 2."""
    from ilha.formats.fields import FieldError
    from ilha.formats.text_in import decoded, shallow

    try:
        data = sys.stdin.buffer.read() if file == "-" else Path(file).read_bytes()
    except OSError as error:
        print(f"`file` {file} cannot be read: {error.strerror}", file=sys.stderr)
        return 2
    try:
        text = decoded(data)
        if json_file:
            # Refused before anything that computes is loaded; what it says is for its own reader.
            shallow(text)
            json.loads(text)
    except FieldError as error:
        print(" ".join(str(error).split()), file=sys.stderr)
        return 2
    except ValueError as error:
        print(f"`file` must be JSON: {error}", file=sys.stderr)
        return 2
    from ilha.core.errors import DomainError

    try:
        result = answer(text)
    except (DomainError, FieldError) as error:
        print(" ".join(str(error).split()), file=sys.stderr)
        return 2
    for part in (result,) if isinstance(result, str) else result:
        sys.stdout.write(part)
    sys.stdout.flush()
    return 0


def _board(args: argparse.Namespace) -> int:
    def answer(text: str) -> Iterable[str]:
        from ilha.formats import scenario

        # Of some million strings nothing is in a circle: looking for circles took a sixth of it.
        gc.set_threshold(100_000, 50, 100)
        return scenario.answered(scenario.read(text), _steps_told, os.cpu_count() or 1)

    return _answered(args.file, answer)


def _steps_told(done: int, of: int) -> None:
    """How far a long board has come, where someone looks."""
    if sys.stderr.isatty():
        words = f"{done} of {of} steps" if done < of else " " * 24
        print(words, end="\r", file=sys.stderr, flush=True)


def _tide(args: argparse.Namespace) -> int:
    def answer(text: str) -> str:
        from ilha.formats import tide_csv

        return tide_csv.predicted(text, args.latitude, args.start, args.hours, args.step_min)

    return _answered(args.file, answer, json_file=False)


def _fit(args: argparse.Namespace) -> int:
    def answer(text: str) -> str:
        from ilha.formats import fit_file

        return json.dumps(fit_file.answer(fit_file.read(text)), allow_nan=False) + "\n"

    return _answered(args.file, answer)


def _choose(args: argparse.Namespace) -> int:
    def answer(text: str) -> str:
        from ilha.formats import choice_file

        return json.dumps(choice_file.answer(choice_file.read(text)), allow_nan=False) + "\n"

    return _answered(args.file, answer)


def _export(args: argparse.Namespace) -> int:
    from ilha.desk import data_file
    from ilha.store import photographs

    def written(conn: sqlite3.Connection, path: Path) -> str:
        if photographs.listed(conn):
            print(f"photographs are not in it: they lie in {photographs.folder(path)}",
                  file=sys.stderr)
        return data_file.write(conn)

    return _on_database(args, written)


def _import(args: argparse.Namespace) -> int:
    from ilha.formats.text_in import MOST_BYTES

    def put(conn: sqlite3.Connection, path: Path) -> str:
        from ilha.desk import data

        try:
            body = sys.stdin.buffer.read() if args.file == "-" else Path(args.file).read_bytes()
        except OSError as error:
            raise _Bad(f"`file` {args.file} cannot be read: {error.strerror}") from error
        if len(body) > MOST_BYTES:
            raise _Bad(f"`file` must be at most {MOST_BYTES >> 20} MB, got {len(body) >> 20} MB")
        rows, kept = data.put_in(conn, path, body, time.time())
        return f"{rows} rows are in {path}; what was there before is the copy {kept}\n"

    return _on_database(args, put, new=True)


def _copies(args: argparse.Namespace) -> int:
    from ilha.store import copies

    def told(_: sqlite3.Connection, path: Path) -> str:
        lines = [f"{copy.name}  {datetime.fromtimestamp(copy.at_utc_s, UTC):%Y-%m-%d %H:%M} UTC"
                 f"  {copy.size_bytes / 1e6:.1f} MB\n" for copy in copies.listed(path)]
        return "".join(lines) or "no copy has been kept yet\n"

    return _on_database(args, told)


def _restore(args: argparse.Namespace) -> int:
    from ilha.desk import data_file

    def put(conn: sqlite3.Connection, path: Path) -> str:
        rows, kept = data_file.restore(conn, path, args.name, time.time())
        return (f"{rows} rows of {args.name} are in {path};"
                f" what was there before is the copy {kept.name}\n")

    return _on_database(args, put)


def _backup(args: argparse.Namespace) -> int:
    from ilha.store import everything, photographs

    def copied(conn: sqlite3.Connection, path: Path) -> str:
        to = Path(args.file)
        if to.exists() and not args.force:
            raise _Bad(f"`file` {to} is there already: name another, or --force to replace it")
        everything.backup(conn, to)
        n = photographs.copied(path, to, {row["file"] for row in photographs.listed(conn)})
        seen = f", {n} of its pictures to {photographs.folder(to)}" if n else ""
        return f"{path} is copied to {to}{seen}\n"

    return _on_database(args, copied)


class _Bad(Exception):
    """What cannot be done, in one line."""


def database_of(args: argparse.Namespace) -> Path:
    """The file that is named, else the user's own; the demo has one to itself."""
    if args.database is not None:
        return Path(args.database)
    from platformdirs import user_data_path

    name = "demo.sqlite3" if args.demo else "ilha.sqlite3"
    path = user_data_path("ilha", appauthor=False) / name
    if not path.exists() and Path(name).exists():
        # Where it lay before there was a folder for it.
        print(f"There is an {name} here, which is not used: name it with --database {name}",
              file=sys.stderr)
    return path


def _on_database(
    args: argparse.Namespace, work: Callable[[sqlite3.Connection, Path], str], new: bool = False
) -> int:
    """Open a database, bring it up to date, work on it and print what comes of it; a missing one
    is told, unless new."""
    from ilha.core.errors import DomainError
    from ilha.formats.fields import FieldError
    from ilha.store import db

    path = database_of(args)
    try:
        conn = db.ready(path, new)
        try:
            text = work(conn, path)
        finally:
            conn.close()
        # What is not written is not there: a full disk behind the shell's > is told here.
        sys.stdout.write(text)
        sys.stdout.flush()
    except sqlite3.Error as error:
        print(db.unusable(path, error), file=sys.stderr)
        return 2
    except OSError as error:
        if isinstance(error, BrokenPipeError):
            raise
        print(f"It could not be written whole ({error.strerror}): do not keep it", file=sys.stderr)
        # Nothing more can be written there, not even by the interpreter as it ends.
        sys.stdout = open(os.devnull, "w")  # noqa: SIM115
        return 1
    except (_Bad, db.Unusable, FieldError, DomainError) as error:
        print(" ".join(str(error).split()), file=sys.stderr)
        return 2
    return 0


def _openapi(args: argparse.Namespace) -> int:
    from ilha.web.openapi import document

    text = json.dumps(document(), indent=1, sort_keys=True) + "\n"
    if args.output:
        Path(args.output).write_text(text, "utf-8")
    else:
        sys.stdout.write(text)
    return 0


_WHERE = "SQLite file (ilha.sqlite3 in the user's data folder)"


class OneLine(argparse.ArgumentParser):
    """What cannot be understood is told in one line, with where there is help."""

    def error(self, message: str) -> NoReturn:
        self.exit(2, f"{self.prog}: {' '.join(message.split())} ({self.prog} --help)\n")


def parser() -> argparse.ArgumentParser:
    """The command line's parser."""
    top = OneLine(
        prog="ilha", description="Jig heads, soft plastics and the tide: what to tie on, when to"
        " change it, how to rig it.")
    top.add_argument("--version", action="version", version=f"ilha {__version__}")
    commands: argparse._SubParsersAction[Any] = top.add_subparsers(
        dest="command", required=True)
    board = commands.add_parser("board", help="judge every head of a scenario file")
    board.add_argument("file", help="an ilha-scenario-1 JSON file, or - for standard input")
    board.set_defaults(run=_board)
    tide = commands.add_parser("tide", help="heights of tide from harmonic constants, as CSV")
    tide.add_argument("file", help="CSV constituent,amplitude_m,phase_deg, or - for standard input")
    tide.add_argument("--latitude", required=True, help="degrees, north positive")
    tide.add_argument("--from", required=True, dest="start", help="such as 2026-12-01T00:00Z")
    tide.add_argument("--hours", default="24", help="how long (24)")
    tide.add_argument("--step-min", default="10", help="minutes between heights (10)")
    tide.set_defaults(run=_tide)
    fit = commands.add_parser("fit", help="which hook for a plastic, and where it comes out")
    fit.add_argument("file", help="an ilha-fit-1 JSON file, or - for standard input")
    fit.set_defaults(run=_fit)
    choose = commands.add_parser("choose", help="the whole outfit for a situation, with reasons")
    choose.add_argument("file", help="an ilha-question-1 JSON file, or - for standard input")
    choose.set_defaults(run=_choose)
    for name, call, words, needs in (
            ("export", _export, "everything that is kept, as JSON", None),
            ("import", _import, "put an exported file in place of everything", "file"),
            ("backup", _backup, "a consistent copy of the database while it runs", "file"),
            ("copies", _copies, "the safety copies kept before each import", None),
            ("restore", _restore, "put a safety copy in place of everything", "name")):
        one = commands.add_parser(name, help=words)
        if needs:
            one.add_argument(needs)
        if name == "backup":
            one.add_argument("--force", action="store_true", help="replace what is there")
        which = one.add_mutually_exclusive_group()
        which.add_argument("--database", help=_WHERE)
        which.add_argument("--demo", action="store_true", help="the demo's own, of ilha serve"
                                                               " --demo")
        one.set_defaults(run=call)
    serve.add(commands, database_of, _WHERE)
    host.add(commands)
    openapi = commands.add_parser("openapi", help="print the web interface's OpenAPI document")
    openapi.add_argument("--output", help="write to this file instead")
    openapi.set_defaults(run=_openapi)
    return top


def main(argv: list[str] | None = None) -> int:
    """Entry point; returns the exit code."""
    top = parser()
    if "_ARGCOMPLETE" in os.environ:
        import argcomplete

        argcomplete.autocomplete(top)
    # Whatever the shell's locale says: what goes out is UTF-8, like every file.
    for stream in (sys.stdout, sys.stderr):
        if isinstance(stream, io.TextIOWrapper):
            stream.reconfigure(encoding="utf-8", errors="backslashreplace")
    args = top.parse_args(argv)
    try:
        return int(args.run(args))
    except BrokenPipeError:
        # Who reads has had enough; not even the interpreter's last flush may say more.
        sys.stdout = open(os.devnull, "w")  # noqa: SIM115
        return 0
    except KeyboardInterrupt:
        return 130
    except OSError as error:
        what = "" if error.filename is None else f"{error.filename}: "
        print(f"{what}{error.strerror or error}", file=sys.stderr)
        return 2
    except (MemoryError, RecursionError):
        print("It is too much for this machine's memory: ask for less at a time", file=sys.stderr)
        return 2
