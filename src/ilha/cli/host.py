"""``ilha host FOLDER``: who may come in to a server for many (``ilha serve --host FOLDER``)."""

from __future__ import annotations

import argparse
import sqlite3
import sys
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path
from typing import TYPE_CHECKING

from ilha.cli.serve import whole

if TYPE_CHECKING:
    from ilha.web.host.accounts import Accounts


def add(commands: argparse._SubParsersAction[argparse.ArgumentParser]) -> None:
    """The command and what it can do."""
    host = commands.add_parser(
        "host", help="who may come in to a club's server (ilha serve --host)")
    host.add_argument("folder", help="of the accounts and each angler's data, made if missing")
    jobs = host.add_subparsers(dest="job", required=True)
    invite = jobs.add_parser("invite", help="print an address that makes one account, once")
    invite.add_argument("--address", required=True, help="as for ilha serve --host")
    invite.add_argument("--for", dest="name", help="this angler's new password instead")
    invite.add_argument("--days", type=whole(1, 60, "a week is usual"), default=7,
                        help="for which it is good (7)")
    invite.set_defaults(run=_invite)
    listed = jobs.add_parser("list", help="who has an account, last seen, and bytes kept")
    listed.set_defaults(run=_list)
    remove = jobs.add_parser("remove", help="an account with all its data, copies too")
    remove.add_argument("name")
    remove.add_argument("--yes", action="store_true", help="do not ask")
    remove.set_defaults(run=_remove)


def _on_accounts(args: argparse.Namespace, work: Callable[[Accounts], str]) -> int:
    """Work on the accounts and print what comes of it; what cannot be done is one line and 2."""
    from ilha.store.db import Unusable
    from ilha.web.host.accounts import Accounts, Refused

    try:
        sys.stdout.write(work(Accounts(Path(args.folder))))
        sys.stdout.flush()
    except (Refused, Unusable, ValueError, OSError, sqlite3.Error) as error:
        print(" ".join(str(error).split()), file=sys.stderr)
        return 2
    return 0


def _invite(args: argparse.Namespace) -> int:
    def made(accounts: Accounts) -> str:
        from ilha.web.host.door import checked_host

        checked_host(args.address)
        word = accounts.invite(args.days, args.name)
        return f"{args.address.rstrip('/')}/join?word={word}\n"

    return _on_accounts(args, made)


def _day(at_s: float | None) -> str:
    return "never" if at_s is None else f"{datetime.fromtimestamp(at_s, UTC):%Y-%m-%d}"


def _list(args: argparse.Namespace) -> int:
    def told(accounts: Accounts) -> str:
        return "".join(f"{name}  {_day(seen)}  {size / 1e6:.1f} MB\n" for name, seen, size
                       in accounts.listed()) or "nobody has an account yet\n"

    return _on_accounts(args, told)


def _remove(args: argparse.Namespace) -> int:
    def gone(accounts: Accounts) -> str:
        if not args.yes:
            print(f"All that {args.name} keeps goes, copies too. Type the name to do it: ", end="",
                  file=sys.stderr, flush=True)
            if sys.stdin.readline().strip() != args.name:
                raise ValueError("nothing was taken out")
        accounts.remove(args.name)
        return f"{args.name} is out\n"

    return _on_accounts(args, gone)
