"""What leaves the work: calendars, lists, cards and reports as files of open formats."""

from collections.abc import Iterator
from typing import Any, Literal, get_args

from flask import Response, render_template
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import moment
from jorvak.core.money.spent import spent
from jorvak.core.report import report
from jorvak.core.rig import Rig
from jorvak.core.trip.along import LegAlong
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.book import TripBook, trip_book
from jorvak.core.trip.charge import goes_by
from jorvak.core.trip.consumption import fills_in_order
from jorvak.core.trip.dates import dated_legs, legs_of_trip, of_trip
from jorvak.core.trip.home import trip_name
from jorvak.core.trip.records import Contact, Fill, Paper, Surface
from jorvak.core.trip.take import to_take
from jorvak.core.vehicle.records import Part
from jorvak.core.work.buying import bought
from jorvak.core.work.falling_due import falling_due
from jorvak.core.work.jobs import job_of, work_jobs
from jorvak.core.work.log import log_of
from jorvak.formats.calendar import Event, of_plan, write_calendar
from jorvak.formats.paper import card_pdf, report_pdf
from jorvak.formats.route import write_ways
from jorvak.formats.tables import Table, write_csv, write_xlsx
from jorvak.formats.trip_book import book_pdf, card_for_the_dash
from jorvak.store import NotThere, RigRecord
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import View, photo_files, planned_laden, rigs, today
from jorvak.web.trip import answers
from jorvak.web.work import plan_of_shop

paper_pages = Pages("papers", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="papers")])

Lists = Literal["jobs", "parts", "log", "money", "legs", "fills", "take"]
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


def file_of(what: str, kind: str) -> Any:
    return {"description": what, "content": {kind: {"schema": {"type": "string", "format": "binary"}}}}


def sent(data: bytes, kind: str, record: RigRecord, name: str) -> Response:
    response = Response(data, mimetype=kind)
    plain = (
        "".join(letter if letter.isalnum() else "-" for letter in record.rig.name.lower()).strip("-") or "rig"
    )
    # A name in a header is plain letters; any others of the rig's own are left out of it.
    plain = plain.encode("ascii", "ignore").decode() or "rig"
    response.headers["Content-Disposition"] = f'attachment; filename="{plain}-{name}"'
    response.headers["Cache-Control"] = "no-store"
    return response


@paper_pages.get("/calendar.ics", responses={200: file_of("Everything that has a date.", "text/calendar")})
def calendar(path: RigPath, query: View) -> Response:
    """Jobs as they are laid, parts that are due, what falls due, and the day of leaving."""
    record = rigs().read(path.rig_id, query.person)
    rig = record.rig
    titles = {f"{path.rig_id} {job.key}": job.title for job in work_jobs(rig, today(), query.preset)}
    plan, begins = plan_of_shop(path.rig_id, query)
    events = [] if plan is None else of_plan(plan, titles, begins)
    for part in rig.all(Part):
        if part.due_on is not None and part.state in ("ordered", "on-its-way"):
            events.append(
                Event(f"part-{part.name}", f"{part.name} is due", part.due_on, note=part.supplier or "")
            )
    for leg, first in dated_legs(rig):
        events.append(Event(f"leg-{leg.id}", leg.name, first, note=f"{leg.km:g} km, {leg.surface}"))
    events += _of_papers(rig)
    for row in falling_due(rig, today()):
        if row.due_on is not None:
            events.append(Event(f"due-{row.name}", f"{row.name} is due", row.due_on))
    if rig.brief.leaves_on is not None:
        events.append(Event(f"leaves-{path.rig_id}", f"{rig.name} leaves", rig.brief.leaves_on))
    return sent(write_calendar(rig.name, events, today()), "text/calendar", record, "work.ics")


def _of_papers(rig: Rig) -> Iterator[Event]:
    """The last days of papers, and when somebody at home is to worry."""
    for paper in rig.all(Paper):
        if paper.ends_on is not None and of_trip(rig, paper.trips):
            yield Event(f"paper-{paper.id}", f"{paper.name} ends", paper.ends_on, note=paper.note or "")
    for contact in rig.all(Contact):
        if contact.worry_on is not None and of_trip(rig, contact.trips):
            yield Event(
                f"worry-{contact.id}",
                f"{contact.name} worries from today",
                contact.worry_on,
                note=contact.if_late or "",
            )


@paper_pages.get(
    "/trip/route.gpx", responses={200: file_of("The legs that have a line.", "application/gpx+xml")}
)
def route(path: RigPath, query: View) -> Response:
    """The legs of the trip as routes, with fills and notes."""
    record = rigs().read(path.rig_id, query.person)
    legs = legs_of_trip(record.rig)
    if not any(leg.line for leg in legs):
        raise NotThere(
            "No leg has a line: read them from a GPX first. Typed legs have no place on the earth."
        )
    return sent(
        write_ways(trip_name(record.rig), legs, goes_by(planned_laden(record))),
        "application/gpx+xml",
        record,
        "route.gpx",
    )


@paper_pages.get("/trip/book.pdf", responses={200: file_of("The book of the trip.", "application/pdf")})
def book(path: RigPath, query: View) -> Response:
    """Card for the dash, legs, what to take, the evening before, and the sheet to leave behind."""
    record = rigs().read(path.rig_id, query.person)
    return sent(book_pdf(_book(record, query)), "application/pdf", record, "book.pdf")


@paper_pages.get("/trip/dash.pdf", responses={200: file_of("The card for the dash.", "application/pdf")})
def dash(path: RigPath, query: View) -> Response:
    """The card for the dash alone."""
    record = rigs().read(path.rig_id, query.person)
    return sent(card_for_the_dash(_book(record, query)), "application/pdf", record, "dash.pdf")


def _book(record: RigRecord, view: View) -> TripBook:
    ready = answers(record, view).answer
    here = moment(record.rig, "planned" if ready.as_planned else "today", on=today())
    return trip_book(here, ready, today(), view.preset)


class NamedList(RigPath):
    name: Lists


@paper_pages.get("/lists/<name>.csv", responses={200: file_of("A list.", "text/csv")})
def list_as_csv(path: NamedList, query: View) -> Response:
    """A list of the work as CSV."""
    if path.name not in _TABLES:
        raise NotThere("There is no such list.")
    record = rigs().read(path.rig_id, query.person)
    return sent(write_csv(_TABLES[path.name](record, query)), "text/csv", record, f"{path.name}.csv")


@paper_pages.get("/lists.xlsx", responses={200: file_of("Every list, each on a sheet.", XLSX)})
def lists_as_xlsx(path: RigPath, query: View) -> Response:
    """Every list of the work as the sheets of a workbook."""
    record = rigs().read(path.rig_id, query.person)
    tables = {name: of(record, query) for name, of in _TABLES.items()}
    return sent(write_xlsx(tables), XLSX, record, "work.xlsx")


def _jobs(record: RigRecord, view: View) -> Table:
    return Table(
        ("title", "stage", "area", "hours_guessed", "hours_taken", "hands", "state", "put_off", "signed_on", "signed_by"),
        tuple(
            (
                job.title, job.stage, job.area, job.hours, job.taken_h, job.hands,
                "done" if job.done else "put off" if job.put_off is not None else "open",
                job.put_off, job.signed.on if job.signed else None, job.signed.by if job.signed else None,
            )
            for job in work_jobs(record.rig, today(), view.preset)
        ),
    )  # fmt: skip


def _parts(record: RigRecord, view: View) -> Table:
    return Table(
        ("name", "state", "supplier", "due_on", "days_overdue", "waits", "price", "paid"),
        tuple(
            (
                row.name, row.state, row.supplier, row.due_on, row.overdue_days, "; ".join(row.waits), row.price,
                row.paid,
            )
            for row in bought(record.rig, today(), view.preset)
        ),
    )  # fmt: skip


def _log(record: RigRecord, view: View) -> Table:
    return Table(
        ("on", "kind", "text", "job", "hours", "by"),
        tuple(
            (each.on, each.kind, each.text, each.job_title, each.hours, each.by)
            for each in reversed(log_of(record.rig, view.preset))
        ),
    )


def _money(record: RigRecord, view: View) -> Table:
    return Table(
        ("name", "state", "amount", "doubt", "source", "option", "area", "wasted"),
        tuple(
            (row.name, row.state, row.amount, row.doubt, row.source, row.option, row.area, row.wasted)
            for row in spent(record.rig, view.preset).rows
        ),
    )


def _legs(record: RigRecord, view: View) -> Table:
    results = Results(planned_laden(record)).of(TripResults)
    way, loads = results.way.value, results.way_loads.value
    along: list[LegAlong | None] = [None] * len(legs_of_trip(record.rig)) if way is None else list(way.legs)
    return Table(
        ("place", "name", "km", "surface", "days", "fill_fuel", "fill_water", "fuel_start_l", "fuel_left_l",
         "water_start_l", "water_left_l", "charge_left_kwh", "front_kg", "rear_kg", "slope_pct", "altitude_m", "note"),
        tuple(
            (
                at + 1, leg.name, leg.km, leg.surface, leg.days, leg.fill_fuel, leg.fill_water,
                *((on.fuel_start_l, on.fuel_left_l, on.water_start_l, on.water_left_l) if on is not None else (None,) * 4),
                None if way is None or way.charge is None else way.charge.legs[at].left_kwh,
                *((loads.legs[at].start_front_kg, loads.legs[at].start_rear_kg) if loads is not None else (None, None)),
                leg.slope_pct, leg.altitude_m, leg.note,
            )
            for at, (leg, on) in enumerate(zip(legs_of_trip(record.rig), along, strict=True))
        ),
    )  # fmt: skip


def _fills(record: RigRecord, view: View) -> Table:
    surfaces: tuple[Surface, ...] = get_args(Surface)
    return Table(
        ("filled_on", "station", "litres", "full", *(f"{surface}_km" for surface in surfaces), "odometer_km", "cost", "trip"),
        tuple(
            (
                fill.filled_on, fill.station, fill.litres, fill.full,
                *(fill.driven.get(surface) for surface in surfaces),
                fill.odometer_km, fill.cost, fill.trip,
            )
            for fill in fills_in_order(record.rig.all(Fill))
        ),
    )  # fmt: skip


def _take(record: RigRecord, view: View) -> Table:
    asked = to_take(planned_laden(record), today(), view.preset)
    return Table(
        ("name", "sort", "why", "mass_kg", "place", "packed_on"),
        (
            *(
                (each.name, each.sort, each.because, None, None, None)
                for each in asked.wanted
                if each.answered_by is None
            ),
            *(
                (each.name, each.sort, each.for_what, each.kg, each.place, each.packed_on)
                for each in asked.taken
            ),
        ),
    )


_TABLES = {
    "jobs": _jobs,
    "parts": _parts,
    "log": _log,
    "money": _money,
    "legs": _legs,
    "fills": _fills,
    "take": _take,
}


class OfCard(View):
    job: str = Field(min_length=1, max_length=200, description="which job")


@paper_pages.get("/card.pdf", responses={200: file_of("A job's card.", "application/pdf")})
def card(path: RigPath, query: OfCard) -> Response:
    """A job's card on one A4 sheet."""
    record = rigs().read(path.rig_id, query.person)
    job = job_of(record.rig, query.job, today(), query.preset)
    if job is None:
        raise NotThere("That job is not among the work any more.")
    return sent(card_pdf(record.rig.name, job), "application/pdf", record, "card.pdf")


class OfReport(View):
    money: bool = Field(False, description="with money")


@paper_pages.get("/report.pdf", responses={200: file_of("The report.", "application/pdf")})
def report_as_pdf(path: RigPath, query: OfReport) -> Response:
    """What was done, for a client or a buyer."""
    record = rigs().read(path.rig_id, query.person)
    made = report(record.rig, today(), query.money, query.preset)
    data = report_pdf(made, record.rig.brief.currency, photo_files().read)
    return sent(data, "application/pdf", record, "report.pdf")


@paper_pages.get("/report.html", responses={200: file_of("The report.", "text/html")})
def report_as_page(path: RigPath, query: OfReport) -> Response:
    """What was done, as a page that prints."""
    record = rigs().read(path.rig_id, query.person)
    made = report(record.rig, today(), query.money, query.preset)
    page = render_template("report.html", report=made, currency=record.rig.brief.currency, pictures=True)
    return Response(page, mimetype="text/html")
