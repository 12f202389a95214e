"""Command line: ``ilha serve | board | openapi``. Bad input: one line, exit 2."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path


def _board(args: argparse.Namespace) -> int:
    # Numerical libraries load where they are used: --help answers at once.
    from ilha.core.errors import DomainError
    from ilha.formats import scenario
    from ilha.formats.fields import FieldError

    try:
        text = sys.stdin.read() if args.file == "-" else Path(args.file).read_text("utf-8")
    except (OSError, UnicodeDecodeError) as error:
        reason = getattr(error, "strerror", None) or "it is not UTF-8 text"
        print(f"`file` {args.file} cannot be read: {reason}", file=sys.stderr)
        return 2
    try:
        result = scenario.answer(scenario.read(text))
    except (DomainError, FieldError) as error:
        print(" ".join(str(error).split()), file=sys.stderr)
        return 2
    json.dump(result, sys.stdout, allow_nan=False)
    print()
    return 0


def _serve(args: argparse.Namespace) -> int:
    from ilha.web.serve import serve

    return serve(Path(args.database), port=args.port, demo=args.demo)


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
    serve = commands.add_parser("serve", help="start the application on this machine")
    serve.add_argument("--database", default="ilha.sqlite3", help="SQLite file (made if missing)")
    serve.add_argument("--port", type=int, default=8417, help="0 takes any free port")
    serve.add_argument("--demo", action="store_true", help="load the Marela demo data if empty")
    serve.set_defaults(run=_serve)
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
