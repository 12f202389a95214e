"""Instruments through the application: heard over a network and from a recording, told with age."""

from __future__ import annotations

import os
import random
import socket
import threading
import time
import tty
from collections.abc import Callable, Iterator
from pathlib import Path

import gpxpy
import pytest
from flask.testing import FlaskClient

from ilha.desk.instruments import STALE_S, TRACK_MOST, Instruments
from ilha.formats.nmea import sentence
from ilha.standins.sounder import Boat, ground, second, voyage
from ilha.web.instruments.feed import Feed, source_of


def until(true: Callable[[], bool]) -> None:
    for _ in range(400):
        if true():
            return
        time.sleep(0.05)
    raise AssertionError("it did not come true in twenty seconds")


def heard(*bodies: str, at: float = 0.0) -> Instruments:
    out = Instruments()
    for body in bodies:
        out.heard(sentence(body), at)
    return out


def test_each_figure_has_its_age_and_is_stale_in_time() -> None:
    said = heard("SDDPT,12.0,0.3", "YXMTW,17.0,C", at=100.0)
    now = said.aboard(104.0)
    assert now.depth is not None
    assert (now.depth.value, now.depth.age_s, now.depth.stale) == ((12.3,), 4.0, False)
    assert now.wind is None
    later = said.aboard(100.0 + STALE_S + 1.0)
    assert later.water is not None
    assert later.water.stale


def test_a_second_echo_is_no_depth() -> None:
    said = Instruments()
    for n, depth in enumerate((10.0, 10.1, 20.2, 10.0, 9.9)):
        said.heard(sentence(f"SDDPT,{depth},0.0"), float(n))
    depth = said.aboard(5.0).depth
    assert depth is not None
    assert depth.value[0] == pytest.approx(10.0)


# The triangle of velocities, as any text on navigation has it.
@pytest.mark.parametrize(("over", "through", "stream"), [
    ((0.0, 0.0), (1.0, 0.0), (1.0, 180.0)),     # At anchor, bow to a stream from the north.
    ((1.0, 90.0), (0.0, 0.0), (1.0, 90.0)),     # Adrift: carried as the water goes.
    ((2.0, 0.0), (1.5, 0.0), (0.5, 0.0)),       # Under way with the stream.
    ((1.5, 0.0), (1.5, 0.0), (0.0, 0.0)),
])
def test_the_stream_is_over_ground_less_through_water(
    over: tuple[float, float], through: tuple[float, float], stream: tuple[float, float]
) -> None:
    kn = 3600.0 / 1852.0
    found = heard(f"GPVTG,{over[1]},T,,M,{over[0] * kn:.4f},N,,K",
                  f"VWVHW,{through[1]},T,,M,{through[0] * kn:.4f},N,,K").aboard(1.0).stream
    assert found is not None
    assert found.value[0] == pytest.approx(stream[0], abs=1e-3)
    if stream[0] > 0.0:
        assert found.value[1] == pytest.approx(stream[1], abs=0.1)


def test_no_stream_of_an_old_log_or_without_a_compass() -> None:
    said = heard("VWVHW,,T,,M,1.0,N,,K", "GPVTG,0.0,T,,M,1.0,N,,K")
    assert said.aboard(1.0).stream is None
    said = heard("VWVHW,10.0,T,,M,1.0,N,,K", at=0.0)
    said.heard(sentence("GPVTG,0.0,T,,M,1.0,N,,K"), 30.0)
    assert said.aboard(31.0).stream is None


def test_wind_off_the_bow_is_no_wind_of_the_place() -> None:
    assert heard("WIMWV,30.0,R,10.0,N,A").aboard(0.0).wind is None
    assert heard("WIMWV,30.0,T,10.0,N,A").aboard(0.0).wind is not None


def test_what_does_not_read_is_counted_and_harms_nothing() -> None:
    said = heard("SDDPT,12.0,0.3", "GPXYZ,1")
    said.heard("$SDDPT,99.0,0.3*00", 0.0)
    now = said.aboard(0.0)
    assert (now.read, now.bad, now.other) == (2, 1, 1)
    assert now.depth is not None
    assert now.depth.value == (12.3,)


def test_a_long_day_does_not_grow() -> None:
    said, boat = Instruments(), Boat(36.39, -21.72, (0.0, 0.0), (0.0, 0.0))
    chance = random.Random(5)
    for n in range(3000):
        boat.lat += 1e-4
        for line in second(boat, 1.8e9 + n, chance):
            said.heard(line, float(n))
    assert len(said.track()) <= TRACK_MOST
    assert len(said.aboard(3000.0).fish) <= 20


def test_the_simulated_boat_drifts_garbles_falls_silent_and_shows_fish() -> None:
    said = Instruments()
    silent = 0
    for n, lines in zip(range(600), voyage(3, 1.8e9), strict=False):
        silent += not any("DPT" in line for line in lines)
        for line in lines:
            said.heard(line, float(n))
    now = said.aboard(600.0)
    assert now.bad > 5
    assert now.other > 100
    assert 5 < silent < 80
    assert now.fish
    assert now.depth is not None
    assert now.position is not None
    assert now.depth.value[0] == pytest.approx(ground(*now.position.value), rel=0.05)
    assert len(said.track()) > 20
    assert [a for a, _ in zip(voyage(3, 0.0), range(5), strict=False)] == [
        a for a, _ in zip(voyage(3, 0.0), range(5), strict=False)]


@pytest.mark.parametrize("words", ["", "tcp:", "tcp:host", "tcp:host:70000", "udp:0", "serial:",
                                   "file:", "wifi:1"])
def test_a_source_that_is_none_says_what_is_one(words: str) -> None:
    with pytest.raises(ValueError, match=r"source|port"):
        source_of(words)


@pytest.fixture
def talker() -> Iterator[tuple[int, list[str]]]:
    """A talker over TCP: what is put into the list is sent, to one caller after the other."""
    server = socket.create_server(("127.0.0.1", 0))
    queue: list[str] = []
    over = threading.Event()

    def speak() -> None:
        server.settimeout(0.1)
        while not over.is_set():
            try:
                caller, _ = server.accept()
            except TimeoutError:
                continue
            with caller:
                while not over.is_set():
                    line = queue.pop(0) if queue else ""
                    if line == "hang up":
                        break
                    caller.sendall(line.encode())
                    time.sleep(0.01)

    thread = threading.Thread(target=speak)
    thread.start()
    yield server.getsockname()[1], queue
    over.set()
    thread.join()
    server.close()


def test_over_tcp_in_halves_and_again_after_it_broke_off(
    talker: tuple[int, list[str]], client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("ilha.web.instruments.feed.AGAIN_S", 0.1)
    port, queue = talker
    feed = Feed(f"tcp:127.0.0.1:{port}")
    try:
        client.application.extensions["instruments"] = feed
        line = sentence("SDDPT,9.0,0.0")
        queue += [line[:7], line[7:]]
        until(lambda: client.get("/api/instruments").get_json()["depth_m"] is not None)
        queue.append("hang up")
        queue.append(sentence("YXMTW,16.5,C"))
        until(lambda: client.get("/api/instruments").get_json()["water_c"] is not None)
        found = client.get("/api/instruments").get_json()
        assert found["source"] == f"tcp:127.0.0.1:{port}"
        assert found["depth_m"]["value"] == 9.0
        assert found["said"] == ""
    finally:
        feed.close()


def test_over_a_serial_line_in_halves_and_again_after_it_was_pulled_out(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Through a pseudo-terminal, which is a serial line to whoever reads it."""
    monkeypatch.setattr("ilha.web.instruments.feed.AGAIN_S", 0.1)
    plug = tmp_path / "sounder"

    def plugged() -> int:
        ours, theirs = os.openpty()
        tty.setraw(theirs)
        plug.unlink(missing_ok=True)
        plug.symlink_to(os.ttyname(theirs))
        os.close(theirs)
        return ours

    ours = plugged()
    feed = Feed(f"serial:{plug}:38400")

    def said(name: str, body: str) -> Callable[[], bool]:
        def told() -> bool:
            # A plug that nobody holds yet may swallow what it is given: it is said again.
            line = sentence(body).encode()
            os.write(ours, line[:9])
            os.write(ours, line[9:])
            return getattr(feed.instruments.aboard(time.monotonic()), name) is not None

        return told

    try:
        until(said("depth", "SDDPT,7.0,0.5"))
        assert feed.said == ""
        os.close(ours)
        until(lambda: feed.said != "")
        ours = plugged()
        until(said("water", "YXMTW,15.5,C"))
        now = feed.instruments.aboard(time.monotonic())
        assert now.depth is not None
        assert now.water is not None
        assert (now.depth.value, now.water.value) == ((7.5,), (15.5,))
    finally:
        feed.close()
        os.close(ours)


def test_over_udp() -> None:
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    feed = Feed(f"udp:{port}")
    try:
        with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as mouth:
            def told() -> bool:
                mouth.sendto(sentence("SDDPT,4.0,0.0").strip().encode(), ("127.0.0.1", port))
                return feed.instruments.aboard(time.monotonic()).depth is not None

            until(told)
    finally:
        feed.close()


def test_from_a_recording_and_its_track_as_gpx(tmp_path: Path, client: FlaskClient) -> None:
    recorded = tmp_path / "voyage.nmea"
    recorded.write_text("".join(
        line for lines, _ in zip(voyage(1, 1.8e9), range(120), strict=False) for line in lines))
    feed = Feed(f"file:{recorded}")
    try:
        client.application.extensions["instruments"] = feed
        until(lambda: client.get("/api/instruments").get_json()["track_points"] > 5)
        # What was heard stays: from here on the track is one, however slow the machine.
        feed.close()
        track = gpxpy.parse(client.get("/api/instruments/track.gpx").text).tracks[0]
        assert len(track.segments[0].points) > 5
        # The same onto the chart, less the tide of its minute.
        before = len(client.get("/api/sea-charts").get_json()["charts"])
        answer = client.post("/api/instruments/track")
        assert answer.status_code == 201
        (drawn,) = answer.get_json()["features"]
        assert (drawn["kind"], len(drawn["parts"][0])) == ("track", len(track.segments[0].points))
        assert len(client.get("/api/sea-charts").get_json()["charts"]) == before + 1
    finally:
        feed.close()


def test_a_source_that_is_not_there_says_so(tmp_path: Path, client: FlaskClient) -> None:
    feed = Feed(f"file:{tmp_path / 'none'}")
    try:
        client.application.extensions["instruments"] = feed
        until(lambda: "No such file" in client.get("/api/instruments").get_json()["said"])
    finally:
        feed.close()


def test_without_instruments_there_is_nothing(client: FlaskClient) -> None:
    found = client.get("/api/instruments").get_json()
    assert (found["source"], found["depth_m"], found["fish_m"]) == (None, None, [])
    assert "<trk>" not in client.get("/api/instruments/track.gpx").text
    answer = client.post("/api/instruments/track")
    assert (answer.status_code, answer.get_json()["field"]) == (422, "track")
