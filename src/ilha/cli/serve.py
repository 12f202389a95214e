"""``ilha serve``, and the stand-ins for what it can listen to."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Callable
from pathlib import Path


def whole(low: int, high: int, what: str) -> Callable[[str], int]:
    """A reader of whole numbers within bounds."""
    def read(given: str) -> int:
        if not given.isascii() or not given.isdigit() or not low <= int(given) <= high:
            raise argparse.ArgumentTypeError(f"must be a whole number from {low} to {high}, got"
                                             f" {given}: {what}")
        return int(given)
    return read


def add(commands: argparse._SubParsersAction[argparse.ArgumentParser],
        database_of: Callable[[argparse.Namespace], Path], where: str) -> None:
    """The commands and what they can do; database_of : the file that is asked for."""
    port = whole(0, 65535, "8417, or 0 for any that is free")
    serve = commands.add_parser("serve", help="start the application on this machine")
    serve.add_argument("--database", help=f"{where}, made if it is missing")
    serve.add_argument("--port", type=port, default=8417, help="0 takes any free port (8417)")
    serve.add_argument("--workers", type=whole(0, 64, "0 for one a core"), default=0,
                       help="that compute (one a core)")
    serve.add_argument("--demo", action="store_true", help="Marela, in a database of its own")
    serve.add_argument("--empty-log", action="store_true", help="the demo data without its trips")
    serve.add_argument("--tide-service", help="address of a tide service on this machine (none)")
    serve.add_argument("--instruments", help="NMEA 0183 from tcp:HOST:PORT, udp:PORT,"
                                             " serial:DEVICE or file:PATH (none)")
    serve.add_argument("--share", nargs="?", const=8443, type=port, metavar="PORT",
                       help="let paired phones of the home network in, over TLS (off; at 8443)")
    many = serve.add_argument_group("for a club", "its anglers, each with a database in a folder;"
                                    " see ilha host for who may come in")
    many.add_argument("--host", metavar="FOLDER", help="of the accounts and the anglers' data")
    many.add_argument("--address", help="as browsers ask the proxy before it for it, such as"
                                        " https://ilha.club.example")
    many.add_argument("--listen", default="127.0.0.1", help="the address of this machine that the"
                                                            " proxy asks (127.0.0.1)")
    serve.set_defaults(run=lambda args: _serve(args, database_of))
    service = commands.add_parser("tide-service", help="start a simulated tide service")
    service.add_argument("--port", type=port, default=8418, help="0 takes any free port")
    service.set_defaults(run=_tide_service)
    sounder = commands.add_parser("sounder", help="start a simulated sounder, to be listened to")
    sounder.add_argument("--port", type=port, default=10110, help="0 takes any free port (10110)")
    sounder.set_defaults(run=_sounder)


def _serve(args: argparse.Namespace, database_of: Callable[[argparse.Namespace], Path]) -> int:
    from ilha.formats.fields import FieldError
    from ilha.web.fetch import checked_address
    from ilha.web.serve import serve, serve_many

    try:
        service = None if args.tide_service is None else checked_address(args.tide_service)
    except FieldError as error:
        print(error, file=sys.stderr)
        return 2
    if args.host is None:
        if args.address is not None or args.listen != "127.0.0.1":
            return _bad("`--address` and `--listen` go with --host alone: a server of one's own"
                        " stays on this machine, and --share lets phones in")
        return serve(database_of(args), port=args.port, workers=args.workers, demo=args.demo,
                     tide_service=service, empty_log=args.empty_log,
                     instruments=args.instruments, share_port=args.share)
    if args.address is None:
        return _bad("`--host` needs --address, as browsers ask for it: https://ilha.club.example")
    if args.demo or args.database or args.instruments or args.share is not None:
        return _bad("`--host` goes without --database, --demo, --instruments and --share: those"
                    " are for a server of one's own")
    return serve_many(Path(args.host), args.address, port=args.port, listen=args.listen,
                      workers=args.workers, tide_service=service)


def _bad(words: str) -> int:
    print(words, file=sys.stderr)
    return 2


def _tide_service(args: argparse.Namespace) -> int:
    from ilha.standins.tide_service import create_service
    from ilha.web.serve import run

    return run(create_service(), "The simulated tide service", args.port)


def _sounder(args: argparse.Namespace) -> int:
    from ilha.standins.sounder import run

    return run(args.port)
