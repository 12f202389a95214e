"""``ilha tide``: CSV in, CSV out, and what is said of faults."""

from __future__ import annotations

import csv
import io
from datetime import datetime
from pathlib import Path

import numpy as np
import pytest

from ilha.cli import main
from ilha.core.tide.harmonic import Constants
from ilha.formats.fields import FieldError
from ilha.formats.tide_csv import read_constants, write_heights

GOOD = "constituent,amplitude_m,phase_deg\nZ0,1.55,0\nM2,0.78,62\nS2,0.27,95\nO1,0.06,310\n"


def run(capsys: pytest.CaptureFixture[str], path: Path, *more: str) -> tuple[int, str, str]:
    code = main(["tide", str(path), *more])
    said = capsys.readouterr()
    return code, said.out, said.err


def test_heights_of_two_days(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    path = tmp_path / "constants.csv"
    # As a spreadsheet saves it: with a mark of order, and the lines of another system.
    path.write_text("\ufeff" + GOOD.replace("\n", "\r\n"), "utf-8", newline="")
    code, out, err = run(capsys, path, "--latitude", "36.4", "--from", "2026-12-01T00:00Z",
                         "--hours", "48", "--step-min", "10")
    assert (code, err) == (0, "")
    rows = list(csv.DictReader(io.StringIO(out)))
    assert list(rows[0]) == ["time_utc", "height_m"]
    assert len(rows) == 48 * 6 + 1
    times = [datetime.fromisoformat(row["time_utc"]).timestamp() for row in rows]
    assert np.all(np.diff(times) == 600.0)
    waves = {"M2": (0.78, 62.0), "S2": (0.27, 95.0), "O1": (0.06, 310.0)}
    exact = Constants(waves, 1.55, 36.4).value_at(np.array(times))
    assert np.array([float(row["height_m"]) for row in rows]) == pytest.approx(exact, abs=5e-5)


def test_a_time_with_a_zone_is_that_instant(
    capsys: pytest.CaptureFixture[str], tmp_path: Path
) -> None:
    path = tmp_path / "constants.csv"
    path.write_text(GOOD)
    by = [run(capsys, path, "--latitude", "36.4", "--from", t, "--hours", "1")[1]
          for t in ("2026-12-01T00:00Z", "2026-11-30T23:00-01:00", "2026-12-01T00:00")]
    assert by[0] == by[1] == by[2]


@pytest.mark.parametrize(("text", "more", "said"), [
    ("", [], "`header` must be constituent,amplitude_m,phase_deg, the file is empty"),
    ("name,a,b\nM2,1,2\n", [], "`header` must be constituent,amplitude_m,phase_deg, line 1 has"),
    (GOOD + "N2,0,16,41\n", [], "`line 6` must have 3 values"),
    (GOOD + "XX,0.1,4\n", [], "`constituent` on line 6 must be a name that is known, got XX"),
    (GOOD + "M2,0.1,4\n", [], "`constituent` on line 6 must stand once, M2 is there twice"),
    (GOOD + "Z0,0.1,0\n", [], "`constituent` on line 6 must stand once, Z0 is there twice"),
    (GOOD + "N2,much,4\n", [], "`amplitude_m` on line 6 must be a number, got much"),
    (GOOD + "N2,16,4\n", [], "`amplitude_m` on line 6 must be 0 to 10 m, got 16 m"),
    (GOOD + "N2,0.16,nan\n", [], "`phase_deg` on line 6 must be a number, got nan"),
    (GOOD + "N2,0.16,900\n", [], "`phase_deg` on line 6 must be -360 to 360, got 900"),
    ("constituent,amplitude_m,phase_deg\nZ0,1,0\n", [], "`constituent` must be given at least"),
    (GOOD, ["--latitude", "99"], "`--latitude` must be -90 to 90, got 99"),
    (GOOD, ["--hours", "-1"], "`--hours` must be 0 to 88800, got -1"),
    (GOOD, ["--step-min", "0"], "`--step-min` must be 0.0166667 to 1440, got 0"),
    (GOOD, ["--hours", "80000", "--step-min", "1"], "`--step-min` must leave at most 600000"),
    (GOOD, ["--from", "tomorrow"], "`--from` must be a time, got tomorrow: write it as"),
])
def test_each_fault_is_one_line_and_exit_2(
    capsys: pytest.CaptureFixture[str], tmp_path: Path, text: str, more: list[str], said: str
) -> None:
    path = tmp_path / "constants.csv"
    path.write_text(text)
    plain = ["--latitude", "36.4", "--from", "2026-12-01T00:00Z"]
    code, out, err = run(capsys, path, *plain, *more)
    assert (code, out) == (2, "")
    assert err.startswith(said)
    assert err.count("\n") == 1


def test_what_is_written_is_read_as_numbers() -> None:
    text = write_heights(np.array([1_767_225_600.0]), np.array([1.23456]))
    assert text == "time_utc,height_m\n2026-01-01T00:00:00Z,1.2346\n"


def test_names_are_known_in_any_case() -> None:
    tide = read_constants("constituent,amplitude_m,phase_deg\nm2,1,0\n", 36.0)
    assert tide.value_at(np.zeros(1)).shape == (1,)
    with pytest.raises(FieldError, match="stand once"):
        read_constants("constituent,amplitude_m,phase_deg\nm2,1,0\nM2,1,0\n", 36.0)


def test_any_end_of_line_will_do_and_no_csv_at_all_is_told() -> None:
    for end in ("\n", "\r\n", "\r"):
        tide = read_constants(end.join(("constituent,amplitude_m,phase_deg", "M2,1,0", "")), 36.0)
        assert tide.waves == {"M2": (1.0, 0.0)}
    with pytest.raises(FieldError, match="plain CSV"):
        read_constants("constituent,amplitude_m,phase_deg\n" + "x" * 140_000, 36.0)
