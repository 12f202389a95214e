"""Command line: ``ilha serve``, ``board``, ``tide``, ``fit``, ``choose``, ``export``, ``import``,
``backup``, ``tide-service``, ``openapi``.

Bad input: one line, exit 2.
"""

from __future__ import annotations

import argparse
import json
import sqlite3
import sys
from collections.abc import Callable
from pathlib import Path


def _answered(file: str, answer: Callable[[str], str]) -> int:
    """Read a file (- is standard input), print what is made of it; bad input is one line and 2."""
    # Numerical libraries load where they are used: --help answers at once.
    from ilha.core.errors import DomainError
    from ilha.formats.fields import FieldError

    try:
        text = sys.stdin.read() if file == "-" else Path(file).read_text("utf-8")
    except (OSError, UnicodeDecodeError) as error:
        reason = getattr(error, "strerror", None) or "it is not UTF-8 text"
        print(f"`file` {file} cannot be read: {reason}", file=sys.stderr)
        return 2
    try:
        result = answer(text)
    except (DomainError, FieldError) as error:
        print(" ".join(str(error).split()), file=sys.stderr)
        return 2
    sys.stdout.write(result)
    return 0


def _board(args: argparse.Namespace) -> int:
    from ilha.formats import scenario

    def answer(text: str) -> str:
        return json.dumps(scenario.answer(scenario.read(text)), allow_nan=False) + "\n"

    return _answered(args.file, answer)


def _tide(args: argparse.Namespace) -> int:
    from ilha.formats import tide_csv

    return _answered(args.file, lambda text: tide_csv.predicted(
        text, args.latitude, args.start, args.hours, args.step_min))


def _fit(args: argparse.Namespace) -> int:
    from ilha.formats import fit_file

    return _answered(args.file, lambda text: json.dumps(
        fit_file.answer(fit_file.read(text)), allow_nan=False) + "\n")


def _choose(args: argparse.Namespace) -> int:
    from ilha.formats import choice_file

    return _answered(args.file, lambda text: json.dumps(
        choice_file.answer(choice_file.read(text)), allow_nan=False) + "\n")


def _export(args: argparse.Namespace) -> int:
    from ilha.desk import data_file

    return _on_database(args.database, lambda conn: sys.stdout.write(data_file.write(conn)))


def _import(args: argparse.Namespace) -> int:
    from ilha.desk import data_file

    def put(text: str) -> str:
        told = []
        code = _on_database(args.database, lambda conn: told.append(
            sum(data_file.read(conn, text).values())), new=True)
        return f"{told[0]} rows are in {args.database}\n" if code == 0 else ""

    return _answered(args.file, put)


def _backup(args: argparse.Namespace) -> int:
    from ilha.store import everything

    return _on_database(args.database, lambda conn: everything.backup(conn, Path(args.file)))


def _on_database(
    path: str, work: Callable[[sqlite3.Connection], object], new: bool = False
) -> int:
    """Open a database, bring it up to date and work on it; a missing one is told, unless new."""
    from ilha.store import db

    if not new and not Path(path).exists():
        print(f"`database` {path} is not there: name the file with --database", file=sys.stderr)
        return 2
    conn = db.connect(path)
    try:
        db.migrate(conn)
        work(conn)
    finally:
        conn.close()
    return 0


def _serve(args: argparse.Namespace) -> int:
    from ilha.formats.fields import FieldError
    from ilha.web.fetch import checked_address
    from ilha.web.serve import serve

    try:
        service = None if args.tide_service is None else checked_address(args.tide_service)
    except FieldError as error:
        print(error, file=sys.stderr)
        return 2
    return serve(Path(args.database), port=args.port, demo=args.demo, tide_service=service,
                 empty_log=args.empty_log)


def _tide_service(args: argparse.Namespace) -> int:
    from ilha.standins.tide_service import create_service
    from ilha.web.serve import run

    return run(create_service(), "The simulated tide service", args.port)


def _openapi(args: argparse.Namespace) -> int:
    from ilha.web.openapi import document

    text = json.dumps(document(), indent=1, sort_keys=True) + "\n"
    if args.output:
        Path(args.output).write_text(text, "utf-8")
    else:
        sys.stdout.write(text)
    return 0


def parser() -> argparse.ArgumentParser:
    """The command line's parser."""
    top = argparse.ArgumentParser(prog="ilha", description=__doc__)
    commands = top.add_subparsers(dest="command", required=True)
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
    for name, call, words, file in (
            ("export", _export, "everything that is kept, as JSON", False),
            ("import", _import, "put an exported file in place of everything", True),
            ("backup", _backup, "a consistent copy of the database while it runs", True)):
        one = commands.add_parser(name, help=words)
        if file:
            one.add_argument("file")
        one.add_argument("--database", default="ilha.sqlite3", help="SQLite file")
        one.set_defaults(run=call)
    serve = commands.add_parser("serve", help="start the application on this machine")
    serve.add_argument("--database", default="ilha.sqlite3", help="SQLite file (made if missing)")
    serve.add_argument("--port", type=int, default=8417, help="0 takes any free port")
    serve.add_argument("--demo", action="store_true", help="load the Marela demo data if empty")
    serve.add_argument("--empty-log", action="store_true", help="the demo data without its trips")
    serve.add_argument("--tide-service", help="address of a tide service on this machine (none)")
    serve.set_defaults(run=_serve)
    service = commands.add_parser("tide-service", help="start a simulated tide service")
    service.add_argument("--port", type=int, default=8418, help="0 takes any free port")
    service.set_defaults(run=_tide_service)
    openapi = commands.add_parser("openapi", help="print the web interface's OpenAPI document")
    openapi.add_argument("--output", help="write to this file instead")
    openapi.set_defaults(run=_openapi)
    return top


def main(argv: list[str] | None = None) -> int:
    """Entry point; returns the exit code."""
    args = parser().parse_args(argv)
    return int(args.run(args))


if __name__ == "__main__":
    sys.exit(main())
