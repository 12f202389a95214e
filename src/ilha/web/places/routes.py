"""Marks, tides and streams on the wire."""

from __future__ import annotations

from functools import partial

from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.desk import places, sea_charts, tide_tables, tides_in
from ilha.desk.errors import found
from ilha.desk.records import NewMark
from ilha.formats.text_in import MOST_BYTES
from ilha.store import marks, streams, tides
from ilha.store import sea_charts as charts_kept
from ilha.web.answers import answer, as_file, made
from ilha.web.database import connection, now_s
from ilha.web.fetch import fetched
from ilha.web.places import dump
from ilha.web.places.payloads import (
    AskSection,
    AskTide,
    GroundSection,
    Mark,
    Marks,
    MarksFile,
    MoreTide,
    NewSeaChart,
    NewSecondary,
    NewStream,
    NewTide,
    Ports,
    PrintedTide,
    ReadTide,
    SeaCharts,
    Stream,
    Streams,
    TideTurns,
    TurnChange,
)

bp = Blueprint("places", __name__, url_prefix="/api")


@bp.get("/marks")
def all_marks() -> Response:
    return answer(Marks.model_validate(
        {"marks": [places.shown(row) for row in marks.listed(connection())]}))


@bp.post("/marks")
def add_mark() -> Response:
    new = NewMark.model_validate_json(request.get_data())
    return made(answer(Mark.model_validate(places.shown(places.add(connection(), new)))))


@bp.put("/marks/<int:row_id>")
def put_mark(row_id: int) -> Response:
    new = NewMark.model_validate_json(request.get_data())
    return answer(Mark.model_validate(places.shown(places.change(connection(), row_id, new))))


@bp.delete("/marks/<int:row_id>")
def remove_mark(row_id: int) -> Response:
    return answer(Mark.model_validate(places.shown(places.remove(connection(), row_id))))


@bp.get("/marks.gpx")
def get_gpx() -> Response:
    return as_file(places.as_gpx(connection()).encode(), "application/gpx+xml", "ilha-marks.gpx")


@bp.post("/marks/import")
def import_marks() -> Response:
    places.from_gpx(connection(), MarksFile.model_validate_json(request.get_data()).text)
    return all_marks()


@bp.get("/tides")
def all_tides() -> Response:
    conn = connection()
    return answer(Ports(ports=[dump.port(conn, row) for row in tides.ports(conn)]))


@bp.post("/tides")
def add_tide() -> Response:
    new = NewTide.model_validate_json(request.get_data())
    return made(_port(tides_in.add_tide(connection(), new)))


@bp.post("/tides/read")
def read_tide() -> Response:
    asked = ReadTide.model_validate_json(request.get_data())
    return answer(dump.read(tide_tables.understood(asked, now_s()), asked.time_zone))


@bp.post("/tides/printed")
def add_printed() -> Response:
    new = PrintedTide.model_validate_json(request.get_data())
    return made(_port(tide_tables.add_printed(connection(), new, now_s())))


@bp.post("/tides/secondary")
def add_secondary() -> Response:
    return made(_port(tide_tables.add_secondary(
        connection(), NewSecondary.model_validate_json(request.get_data()))))


@bp.get("/tides/<int:row_id>/turns")
def get_turns(row_id: int) -> Response:
    return answer(TideTurns.model_validate(
        {"turns": tide_tables.turns_of(connection(), row_id)}))


@bp.post("/tides/<int:row_id>/turns")
def more_turns(row_id: int) -> Response:
    new = MoreTide.model_validate_json(request.get_data())
    return _port(tide_tables.change_table(connection(), row_id, new, now_s()))


@bp.put("/tides/<int:row_id>/turns")
def put_turn(row_id: int) -> Response:
    new = TurnChange.model_validate_json(request.get_data())
    return _port(tide_tables.change_turn(connection(), row_id, new))


def _port(row: tides.Port | None) -> Response:
    assert row is not None
    return answer(dump.port(connection(), row))


@bp.post("/tides/ask")
def ask_tide() -> Response:
    asked = AskTide.model_validate_json(request.get_data())
    address, question = tides_in.service_asked(
        current_app.config.get("TIDE_SERVICE"), asked, now_s())
    return made(_port(tides_in.told_tide(connection(), asked, question, fetched(address))))


@bp.delete("/tides/<int:row_id>")
def remove_tide(row_id: int) -> Response:
    conn = connection()
    was = dump.port(conn, found(conn, tides.port, row_id, "id", "tide"))
    tides_in.remove_tide(conn, row_id)
    return answer(was)


@bp.get("/sea-charts")
def all_charts() -> Response:
    return answer(SeaCharts(charts=[dump.sea_chart(row) for row in
                                    charts_kept.listed(connection())]))


@bp.post("/sea-charts")
def bring_chart() -> Response:
    request.max_content_length = MOST_BYTES
    new = NewSeaChart.model_validate_json(request.get_data())
    return made(answer(dump.sea_chart(sea_charts.bring(connection(), new))))


@bp.delete("/sea-charts/<int:row_id>")
def remove_chart(row_id: int) -> Response:
    return answer(dump.sea_chart(sea_charts.remove(connection(), row_id)))


def _taken(ending: str) -> Response:
    kind, data = sea_charts.as_file(connection(), ending)
    return as_file(data, kind, f"ilha-chart.{ending}")


for _ending in sea_charts.FILES:
    bp.add_url_rule(f"/sea-chart.{_ending}", f"chart_{_ending}", partial(_taken, _ending))


@bp.post("/sea-charts/section")
def chart_section() -> Response:
    asked = AskSection.model_validate_json(request.get_data())
    return answer(GroundSection.model_validate(vars(sea_charts.section(connection(), asked))))


@bp.get("/streams")
def all_streams() -> Response:
    return answer(Streams.model_validate({"streams": streams.listed(connection())}))


@bp.post("/streams")
def add_stream() -> Response:
    new = NewStream.model_validate_json(request.get_data())
    return made(answer(Stream.model_validate(tides_in.add_stream(connection(), new))))


@bp.delete("/streams/<int:row_id>")
def remove_stream(row_id: int) -> Response:
    return answer(Stream.model_validate(tides_in.remove_stream(connection(), row_id)))
