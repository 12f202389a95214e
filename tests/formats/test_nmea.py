"""NMEA 0183: published example sentences, wrong ones, and bytes as they come."""

from __future__ import annotations

import math
import tracemalloc

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ilha.formats.nmea import LONGEST, Lines, NotRead, Reading, read, sentence

KN = 1852.0 / 3600.0


# Examples that texts on NMEA 0183 print, most of them with their checksums; from
# memory.
@pytest.mark.parametrize(("line", "kind", "value"), [
    ("$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A", "position",
     (48.0 + 7.038 / 60.0, 11.0 + 31.0 / 60.0)),
    ("$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47", "position",
     (48.0 + 7.038 / 60.0, 11.0 + 31.0 / 60.0)),
    ("$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K*48", "over-ground", (5.5 * KN, 54.7)),
    ("$SDDBT,7.8,f,2.4,M,1.3,F*0D", "depth", (2.4,)),
    ("$SDDPT,2.4,0.3*52", "depth", (2.7,)),
    ("$SDDPT,2.4,-0.5*79", "depth", (2.4,)),
    ("$INMTW,17.9,C*1B", "water", (17.9,)),
    ("$VWVHW,045.0,T,046.0,M,5.5,N,10.2,K*64", "through-water", (5.5 * KN, 45.0)),
    ("$WIMWV,214.8,R,0.1,K,A*28", "wind", (0.1 / 3.6, 214.8)),
])
def test_published_sentences_read(line: str, kind: str, value: tuple[float, ...]) -> None:
    found = next(one for one in read(line) if one.kind == kind)
    assert found.value == pytest.approx(value)
    assert sentence(line[1:].partition("*")[0]).strip() == line


def test_a_fix_tells_its_speed_too() -> None:
    kinds = [one.kind for one in read(
        "$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A")]
    assert kinds == ["position", "over-ground"]


@pytest.mark.parametrize("line", [
    "$SDDBT,7.8,f,2.4,M,1.3,F*0E", "$SDDBT,7.8,f,2.4,M,1.3,F", "$SDDBT,7.8,f,2.4", "", "hello",
    "$SDDBT,7.8,f,2.4,M,1.3,F*0D$SDDBT,7", "$" + "A" * 300 + "*00", "$SDDBT;7.8,f,2.4,M,1.3,F*12",
])
def test_what_is_no_sentence_is_refused(line: str) -> None:
    with pytest.raises(NotRead):
        read(line)


@pytest.mark.parametrize("body", [
    "GPXYZ,1,2,3", "XXABC,1", "GPRMC,123519,V,,,,,,,230394,,,N", "GPGGA,1,,,,,0,,,,M,,M,,",
    "WIMWV,214.8,R,0.1,K,V", "SDDBT,,f,,M,,F", "SDDPT,,", "INMTW,,C", "INMTW,17.9,F",
    "SDDPT,99999,0", "INMTW,500,C", "PXYZ,1", "PILH,F,,M", "GPRMC,,,,,,,,,,,",
])
def test_what_holds_nothing_for_us_is_silent(body: str) -> None:
    assert read(sentence(body)) == []


def test_the_wind_off_the_bow_is_marked_as_such() -> None:
    assert read(sentence("WIMWV,30.0,R,10.0,N,A"))[0].relative
    assert not read(sentence("WIMWV,30.0,T,10.0,N,A"))[0].relative


def test_a_fish_on_our_own_sounder() -> None:
    assert read(sentence("PILH,F,12.5,M")) == [Reading("fish", (12.5,))]


def test_a_course_that_is_not_said_is_none() -> None:
    found = read(sentence("GPVTG,,T,,M,0.0,N,0.0,K"))
    assert math.isnan(found[0].value[1])


@given(st.lists(st.integers(1, 40), min_size=1, max_size=30))
def test_lines_come_whole_however_the_bytes_are_cut(cuts: list[int]) -> None:
    told = [sentence(f"SDDPT,{n}.0,0.0") for n in range(12)]
    data = "".join(told).encode()
    lines, out, at = Lines(), [], 0
    for cut in (*cuts, len(data)):
        out += lines.fed(data[at:at + cut])
        at += cut
    assert out == [line.strip() for line in told]


def test_a_talker_without_ends_takes_no_room_and_the_next_line_reads() -> None:
    lines = Lines()
    assert list(lines.fed(b"x" * (LONGEST + 1))) == []
    assert list(lines.fed(b"x" * 5000)) == []
    assert list(lines.fed(b"tail\r\n" + sentence("SDDPT,3.0,0.0").encode())) == [
        sentence("SDDPT,3.0,0.0").strip()]


@given(st.binary(max_size=400))
def test_no_bytes_whatever_do_harm(data: bytes) -> None:
    for line in Lines().fed(data + b"\n"):
        try:
            read(line)
        except NotRead:
            continue


def test_many_lines_do_not_grow() -> None:
    lines, chunk = Lines(), ("".join(sentence(f"SDDPT,{n}.0,0.0") for n in range(1000))).encode()
    tracemalloc.start()
    list(lines.fed(chunk))
    before = tracemalloc.get_traced_memory()[0]
    for _ in range(1000):
        for line in lines.fed(chunk):
            assert line
    grown = tracemalloc.get_traced_memory()[0] - before
    tracemalloc.stop()
    assert grown < 100_000
