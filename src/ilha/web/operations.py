"""The operations of the web interface: what each takes and gives."""

from __future__ import annotations

from dataclasses import dataclass

from pydantic import BaseModel

from ilha.desk import facts_typed as ft
from ilha.desk import records as r
from ilha.desk.kinds import KINDS
from ilha.formats import picture
from ilha.web import payloads as p
from ilha.web.along import payloads as al
from ilha.web.answers import GZIP
from ilha.web.bench import payloads as b
from ilha.web.box import payloads as g
from ilha.web.box.dump import SHOWN
from ilha.web.choice import payloads as o
from ilha.web.day import compared
from ilha.web.day import payloads as d
from ilha.web.host import payloads as hs
from ilha.web.instruments import payloads as i
from ilha.web.know import payloads as k
from ilha.web.lid import payloads as x
from ilha.web.log import payloads as l_
from ilha.web.pack import payloads as q
from ilha.web.places import payloads as t
from ilha.web.plan import payloads as c
from ilha.web.reference import payloads as f
from ilha.web.share import payloads as dv
from ilha.web.trainer import payloads as n
from ilha.web.trip import payloads as v


@dataclass(frozen=True)
class Route:
    """One operation: what it takes and gives."""

    method: str
    path: str
    summary: str
    answer: type[BaseModel] | str
    """A payload, or the media type of a file."""
    query: type[BaseModel] | None = None
    body: type[BaseModel] | None = None
    made: bool = False
    """Whether it adds something: it is then answered with 201."""
    plain: tuple[str, ...] = ()
    """The media types that a file may be sent as, beside JSON where that has a body."""
    also: str = ""
    """A media type of the same answer, for who accepts it before JSON."""


ROUTES = (
    Route("get", "/api/health", "Whether the server is there", f.Health),
    Route("get", "/api/marks", "All marks", t.Marks),
    Route("post", "/api/marks", "Add a mark", t.Mark, body=r.NewMark, made=True),
    Route("put", "/api/marks/{row_id}", "Change a mark", t.Mark, body=r.NewMark),
    Route("delete", "/api/marks/{row_id}", "Remove a mark; answers with what it was", t.Mark),
    Route("get", "/api/marks.gpx", "All marks as GPX", "application/gpx+xml"),
    Route("post", "/api/marks/import", "Marks from GPX, all or none", t.Marks, body=t.MarksFile),
    Route("get", "/api/tides", "Where tides come from", t.Ports),
    Route("post", "/api/tides", "Bring a tide in", t.Port, body=t.NewTide, made=True),
    Route("post", "/api/tides/ask", "Bring a tide in from the service", t.Port,
          body=t.AskTide, made=True),
    Route("post", "/api/tides/read", "What is understood of a printed table", t.TideRead,
          body=t.ReadTide),
    Route("post", "/api/tides/printed", "Keep a printed table", t.Port,
          body=t.PrintedTide, made=True),
    Route("post", "/api/tides/secondary", "A port by its differences from another", t.Port,
          body=t.NewSecondary, made=True),
    Route("get", "/api/tides/{row_id}/turns", "High and low waters of a table", t.TideTurns),
    Route("post", "/api/tides/{row_id}/turns", "Go on with a table, or replace it", t.Port,
          body=t.MoreTide),
    Route("put", "/api/tides/{row_id}/turns", "Put one high or low water right", t.Port,
          body=t.TurnChange),
    Route("delete", "/api/tides/{row_id}", "Remove a tide that no mark uses", t.Port),
    Route("get", "/api/sea-charts", "What was brought in to draw the water with", t.SeaCharts),
    Route("post", "/api/sea-charts", "Bring GeoJSON, KML or GPX in", t.SeaChart,
          body=t.NewSeaChart, made=True),
    Route("delete", "/api/sea-charts/{row_id}", "Remove a chart; answers with what it was",
          t.SeaChart),
    Route("get", "/api/sea-chart.geojson", "The chart as GeoJSON", "application/geo+json"),
    Route("get", "/api/sea-chart.kml", "The chart as KML", "application/xml"),
    Route("get", "/api/sea-chart.gpx", "Its tracks, routes and points as GPX",
          "application/gpx+xml"),
    Route("post", "/api/sea-charts/section", "The bottom along a cast", t.GroundSection,
          body=t.AskSection),
    Route("get", "/api/streams", "Where streams come from", t.Streams),
    Route("post", "/api/streams", "Bring a stream in", t.Stream, body=t.NewStream, made=True),
    Route("delete", "/api/streams/{row_id}", "Remove a stream that no mark uses", t.Stream),
    Route("put", "/api/heads/{row_id}/hook", "A head's hook as it was measured", g.Head,
          body=g.HookMeasures),
    Route("put", "/api/heads/{row_id}/mass", "What the scale says of a head", g.Head,
          body=g.Weighing),
    Route("put", "/api/plastics/{row_id}/mass", "What the scale says of a plastic", g.Plastic,
          body=g.Weighing),
    *(route for key, kind in KINDS.items() for route in (
        Route("post", f"/api/{key}", f"Add a {kind.what}", SHOWN[key], body=kind.new,
              made=True),
        Route("put", f"/api/{key}/{{row_id}}", f"Change a {kind.what}", SHOWN[key], body=kind.new),
        Route("delete", f"/api/{key}/{{row_id}}", f"Take a {kind.what} out; answers with what it"
              " was", SHOWN[key]))),
    Route("post", "/api/box/{kind}/{row_id}/back", "Put back what was taken out", g.PutBack),
    Route("put", "/api/box/{kind}/{row_id}/counted", "As many again as are carried",
          g.Counted, body=g.Counted),
    Route("get", "/api/box/{kind}.csv", "Tackle of a kind as CSV", "text/csv"),
    Route("post", "/api/box/{kind}.csv", "Tackle of a kind from CSV, all rows or none", p.Taken,
          body=p.FileIn, plain=("text/csv",)),
    Route("get", "/api/lid", "Where each head is the pick: depth across, current up", x.LidChart,
          query=x.LidQuestion),
    Route("post", "/api/pack", "The fewest heads and plastics for a plan", q.PackList,
          body=q.PackQuestion),
    Route("get", "/api/instruments", "What the instruments aboard say now", i.Instruments),
    Route("post", "/api/instruments/track", "Where the boat went as a chart, its depths reduced by"
          " the tide", t.SeaChart, made=True),
    Route("get", "/api/instruments/track.gpx", "Where the boat went, with the depth there",
          "application/gpx+xml"),
    Route("get", "/api/trips", "All trips, the last day first", v.Trips),
    Route("post", "/api/trips", "Keep a new trip", v.KeptTrip, body=v.TripQuestion, made=True),
    Route("put", "/api/trips/{row_id}", "Ask something else of a trip", v.KeptTrip,
          body=v.TripQuestion),
    Route("delete", "/api/trips/{row_id}", "Remove a trip; answers with what it was", v.KeptTrip),
    Route("get", "/api/trips/{row_id}/plan", "Where to be when", v.TripPlan),
    Route("get", "/api/trips/{row_id}/lived", "A trip as the log has it", v.TripLived),
    Route("get", "/api/trips/{row_id}/told.pdf", "A trip told on one page", "application/pdf",
          query=v.SheetAsked),
    Route("get", "/api/trips/{row_id}/told.gpx", "The catches of a trip", "application/gpx+xml"),
    Route("get", "/api/trips/{row_id}/plan.txt", "The round as plain text", "text/plain"),
    Route("get", "/api/trips/{row_id}/plan.ics", "The round as a calendar", "text/calendar"),
    Route("get", "/api/trips/{row_id}/route.gpx", "The round as a route", "application/gpx+xml"),
    Route("get", "/api/restock", "What the log took from the box, and what it cost", q.Restock),
    Route("get", "/api/lid/buy", "The purchases that close most of the chart's gaps", x.BuyList,
          query=x.BuyQuestion),
    Route("get", "/api/lid.pdf", "The lid chart on paper", "application/pdf", query=x.LidSheet),
    Route("get", "/api/box", "All that is carried", g.Box),
    Route("get", "/api/reference", "Schools and stances", f.Reference),
    Route("post", "/api/look-round", "Serve the sample island beside this", f.Elsewhere),
    Route("get", "/api/devices", "Devices that are let in from the home network",
          dv.PairedDevices),
    Route("post", "/api/devices/code", "A code that pairs one", dv.PairingCode),
    Route("put", "/api/devices/{device_id}", "Name a device", dv.PairedDevices,
          body=dv.DeviceName),
    Route("delete", "/api/devices/{device_id}", "Let a device in no more", dv.PairedDevices),
    Route("get", "/api/account", "Whose data this is, where a server has more than one's",
          hs.Account),
    Route("get", "/api/settings", "What was chosen last", ft.Settings),
    Route("put", "/api/settings", "Save what is chosen", ft.Settings, body=ft.Settings),
    Route("get", "/api/day", "Every head through one day at one mark", d.DayBoard,
          query=d.DayQuestion),
    Route("post", "/api/day", "The same, asked as one question; it changes nothing", d.DayBoard,
          body=d.DayQuestion),
    Route("get", "/api/along", "Part of a day to take along", al.AlongDay, query=al.AlongQuestion,
          also=GZIP),
    Route("get", "/api/compare", "Two rigs on the same water", compared.Compared,
          query=d.CompareQuestion),
    Route("get", "/api/plan.txt", "The day's change plan as plain text", "text/plain",
          query=d.DayQuestion),
    Route("get", "/api/plan.ics", "The day's change plan as a calendar", "text/calendar",
          query=d.DayQuestion),
    Route("get", "/api/plan/savings", "What would spare a change of heads", c.PlanSavings,
          query=d.DayQuestion),
    Route("get", "/api/card", "The day on one sheet", c.CardSheet, query=c.CardQuestion),
    Route("get", "/api/card.html", "The card as a page", "text/html", query=c.CardQuestion),
    Route("get", "/api/card.pdf", "The card to print", "application/pdf", query=c.CardQuestion),
    Route("get", "/api/choice", "Whole outfits for a fish and a water", o.Choice,
          query=o.ChoiceQuestion),
    Route("get", "/api/choice/moves", "What would change the first proposal", o.Moves,
          query=o.ChoiceQuestion),
    Route("get", "/api/choice/loose", "What loose hooks and weights would make", o.Loose,
          query=o.ChoiceQuestion),
    Route("get", "/api/choice/doctor", "What to change first", o.Doctor, query=o.DoctorQuestion),
    Route("get", "/api/choice/fan", "How to cover the water", o.Fans, query=o.FanQuestion),
    Route("get", "/api/rules", "All rules as they stand", k.Rules),
    Route("post", "/api/rules", "Add a rule of one's own", k.Rules, body=ft.NewRule, made=True),
    Route("put", "/api/rules/{key}", "Switch or weigh a rule", k.Rules, body=k.RuleChange),
    Route("put", "/api/rules/own/{row_id}", "Change a rule of one's own", k.Rules, body=ft.NewRule),
    Route("delete", "/api/rules/own/{row_id}", "Remove a rule of one's own", k.Rules),
    Route("get", "/api/fish", "All fish as plain facts", k.FishBook),
    Route("post", "/api/fish", "Add a fish", k.Fish, body=ft.NewFish, made=True),
    Route("put", "/api/fish/{key}", "Change a fish", k.Fish, body=ft.NewFish),
    Route("delete", "/api/fish/{key}", "A fish as it ships, or one's own removed", k.Fish),
    Route("get", "/api/data.json", "Everything that Ilha keeps", l_.DataFile),
    Route("post", "/api/data", "Put a file in place of everything", l_.Imported, body=l_.DataFile),
    Route("get", "/api/copies", "Safety copies, the last first", l_.Copies),
    Route("post", "/api/copies/restore", "Put a safety copy in place of everything", l_.Imported,
          body=l_.RestoreCopy),
    Route("get", "/api/log.csv", "The log as CSV", "text/csv"),
    Route("get", "/api/log/again", "When a trip that went well comes round alike", l_.Again,
          query=l_.AgainQuestion),
    Route("post", "/api/log.csv", "The log from CSV, all rows or none", p.Taken, body=p.FileIn,
          plain=("text/csv",)),
    Route("post", "/api/log.json", "The log of a trip's file, all of it or nothing", p.Taken,
          body=p.FileIn),
    Route("post", "/api/catches.gpx", "Catches from GPX, all or none", p.Taken, body=p.FileIn,
          plain=("application/gpx+xml",)),
    Route("get", "/api/catches.gpx", "Catches as GPX", "application/gpx+xml"),
    Route("post", "/api/log", "Tell what happened; told twice it is kept once", l_.Kept,
          body=l_.Batch),
    Route("get", "/api/log", "Trips, the last first", l_.Log, query=l_.LogQuestion),
    Route("post", "/api/photographs", "A photograph of something in the log", l_.Photograph,
          query=l_.PhotographAsked, made=True, plain=picture.TYPES),
    Route("get", "/api/photographs/{row_id}.jpg", "A photograph", "image/jpeg",
          query=l_.PictureAsked),
    Route("delete", "/api/photographs/{row_id}", "Take a photograph out; for a day it can be put"
          " back", l_.Photograph),
    Route("post", "/api/photographs/{row_id}/back", "Put a photograph back", l_.Photograph),
    Route("get", "/api/log/worked", "What worked, in fish an hour", l_.WorkedAll),
    Route("get", "/api/log/learned", "What the water taught", l_.LearnedAll),
    Route("put", "/api/log/learned", "Hold a factor, or begin it afresh", l_.LearnedAll,
          body=l_.LearnedChange),
    Route("put", "/api/log/learned/depth", "Take back what was said of a mark's depth",
          l_.LearnedAll, body=l_.ForgetDepth),
    Route("get", "/api/trainer", "Rigs to be judged by eye", n.TrainerSeries),
    Route("post", "/api/trainer", "What they were taken for", n.TrainerScore,
          body=n.TrainerAnswers),
    Route("get", "/api/trainer/waters", "Waters to be read", n.WaterSeries),
    Route("post", "/api/trainer/waters", "How they were read", n.WaterScore,
          body=n.WaterAnswers),
    Route("get", "/api/straight", "What is seen of a crooked rig, and its mending", b.Findings,
          query=b.SeenQuestion),
    Route("get", "/api/template.pdf", "Plastics at true size on paper", "application/pdf",
          query=b.TemplateQuestion),
    Route("get", "/api/fit", "Hooks in one plastic on one head", b.Fit, query=b.FitQuestion),
)
