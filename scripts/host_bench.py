"""Fifty anglers of a club at once, on this machine: how long a board takes, at several paces.

    .venv/bin/python scripts/host_bench.py [ANGLERS] [SECONDS]

Each has the sample island as own data. A turn is what a scrub needs of the server: the day of a
mark with another plastic, date or line (within a day the interface scrubs by itself). Printed for
each pace: boards a second, median and 95 % of the waits, refusals, bytes; then what the server
holds in memory and on the disk.
"""

from __future__ import annotations

import json
import os
import random
import shutil
import subprocess
import sys
import tempfile
import threading
import time
from http.client import HTTPConnection
from pathlib import Path

from ilha.demo import marela
from ilha.store import db
from ilha.web.host.accounts import Accounts
from ilha.web.host.door import COOKIE

ADDRESS = "https://ilha.club.example"
NOW_S = 1_796_203_200
PASSWORD = "seven wet herons"
PACES_S = (20.0, 10.0, 5.0, 0.0)
"""Between an answer and the next question of the same angler."""


def anglers(folder: Path, count: int) -> list[str]:
    """Their keys; each has the sample data, copied."""
    accounts, keys = Accounts(folder), []
    first: Path | None = None
    for n in range(count):
        key = accounts.join(accounts.invite(), f"angler {n}", PASSWORD)
        me = accounts.known(key)
        assert me is not None
        if first is None:
            conn = db.connect(me.database)
            marela.load(conn, NOW_S)
            conn.execute("PRAGMA wal_checkpoint(TRUNCATE)")
            conn.close()
            first = me.database
        else:
            shutil.copyfile(first, me.database)
        keys.append(key)
    return keys


def turns(port: int, key: str, pace_s: float, until: float, seed: int,
          out: list[tuple[float, int, int]]) -> None:
    dice, line = random.Random(seed), HTTPConnection("127.0.0.1", port, timeout=120)
    headers = {"Host": "ilha.club.example", "Cookie": f"{COOKIE}={key}", "Accept-Encoding": "gzip"}
    time.sleep(dice.uniform(0.0, pace_s))
    while time.monotonic() < until:
        day = f"2026-12-{dice.randrange(1, 15):02d}"
        begun = time.monotonic()
        line.request("GET", f"/api/day?mark_id={dice.randrange(1, 7)}&date={day}"
                     f"&plastic_id={dice.randrange(1, 7)}&line_id={dice.randrange(1, 4)}&rod_id=2",
                     headers=headers)
        answer = line.getresponse()
        body = answer.read()
        out.append((time.monotonic() - begun, answer.status, len(body)))
        time.sleep(pace_s * dice.uniform(0.7, 1.3))
    line.close()


def memory_mb(pid: int) -> float:
    """Of a process and its children, shared pages shared out (PSS)."""
    found = subprocess.run(["ps", "-e", "-o", "pid=,ppid="], capture_output=True, text=True).stdout
    pairs = [tuple(int(x) for x in row.split()) for row in found.splitlines()]
    mine = {pid}
    while True:
        more = {child for child, parent in pairs if parent in mine} - mine
        if not more:
            break
        mine |= more
    total = 0
    for one in mine:
        for row in Path(f"/proc/{one}/smaps_rollup").read_text().splitlines():
            if row.startswith("Pss:"):
                total += int(row.split()[1])
    return total / 1024


def main() -> None:
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 50
    seconds = float(sys.argv[2]) if len(sys.argv) > 2 else 60.0
    with tempfile.TemporaryDirectory() as folder:
        keys = anglers(Path(folder) / "club", count)
        server = subprocess.Popen(
            [sys.executable, "-m", "ilha.cli", "serve", "--host", f"{folder}/club", "--address",
             ADDRESS, "--port", "0"], stdout=subprocess.PIPE, text=True,
            env={**os.environ, "ILHA_NOW_S": str(NOW_S), "PYTHONUNBUFFERED": "1"})
        assert server.stdout is not None
        port = int(server.stdout.readline().split("127.0.0.1:")[1].split("/")[0])
        print(f"{count} anglers, {os.cpu_count()} cores, {memory_mb(server.pid):.0f} MB at first")
        try:
            for turn, pace in enumerate(PACES_S):
                out: list[tuple[float, int, int]] = []
                until = time.monotonic() + seconds
                threads = [threading.Thread(target=turns, args=(
                    port, key, pace, until, 1000 * turn + n, out)) for n, key in enumerate(keys)]
                for thread in threads:
                    thread.start()
                for thread in threads:
                    thread.join()
                waits = sorted(wait for wait, status, _ in out if status == 200)
                print(json.dumps({
                    "pace_s": pace, "boards_per_s": round(len(waits) / seconds, 1),
                    "median_s": round(waits[len(waits) // 2], 3),
                    "p95_s": round(waits[int(0.95 * (len(waits) - 1))], 3),
                    "refused": sum(status != 200 for _, status, _ in out),
                    "kb": round(sum(size for _, s, size in out if s == 200) / len(waits) / 1e3)}),
                    flush=True)
            kept = sum(f.stat().st_size for f in Path(folder).rglob("*") if f.is_file())
            print(f"{memory_mb(server.pid):.0f} MB afterwards; on the disk"
                  f" {kept / 1e6 / count:.2f} MB an angler")
        finally:
            server.terminate()
            server.wait()


if __name__ == "__main__":
    main()
