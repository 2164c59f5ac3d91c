"""Round the trip: a route read from a file, what to take, the evening before, papers, and back home."""

from typing import Any, Literal

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.engine.moment import moment
from jorvak.core.load.records import Cargo
from jorvak.core.rig import Change, Rig
from jorvak.core.survey.records import SurveyItem
from jorvak.core.trip.countries import countries_of_trip, season_met
from jorvak.core.trip.dates import of_trip, trip_days
from jorvak.core.trip.evening import EveningLine, evening
from jorvak.core.trip.home import Home, home, trip_name
from jorvak.core.trip.ledger import LedgerRow, ledger
from jorvak.core.trip.records import Contact, Country, LedgerEntry, Moment4, Paper
from jorvak.core.trip.take import ToTake, to_take
from jorvak.core.work.keys import of_source
from jorvak.core.work.records import JobRecord, LogLine
from jorvak.formats.route import FoundWay, read_ways
from jorvak.store import NotThere, RigRecord
from jorvak.store.rigs import Put
from jorvak.web.long_work import long_work
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, planned_laden, rigs, today

going_pages = Pages("going", __name__, url_prefix="/api/rigs/<int:rig_id>/trip", abp_tags=[Tag(name="trip")])


class RouteWays(Message):
    """The ways of a file, to be taken over as legs; nothing is written yet."""

    ways: tuple[FoundWay, ...]


@going_pages.post("/route", responses={200: RouteWays})
def read_route(path: RigPath, query: View) -> Response:
    """Read a GPX, sent as the body of the request: its tracks, routes or waypoints as ways."""
    rigs().revision(path.rig_id)
    data = request.get_data(cache=False)
    with long_work(query.key) as work:
        return as_json(RouteWays(ways=read_ways(data, work.tell)))


class Take(Message):
    """What to take, and what of it is aboard."""

    asked: ToTake


@going_pages.get("/take", responses={200: Take})
def get_take(path: RigPath, query: View) -> Response:
    """What to take along, what of it is in, and what it weighs."""
    record = rigs().read(path.rig_id, query.person)
    return as_json(Take(asked=to_take(planned_laden(record), today(), query.preset)))


class CargoTick(Message):
    """That a thing is in (or not any more), or was used on the trip (or not)."""

    cargo: int
    packed: bool | None = None
    used: bool | None = None


@going_pages.post("/take/tick", responses={200: Sheet})
def tick_cargo(path: RigPath, query: View, body: CargoTick) -> Response:
    """Tick a thing off. Twice the same is once; two people at one list do not undo one another."""
    record = rigs().read(path.rig_id, query.person)
    cargo = next((each for each in record.rig.all(Cargo) if each.id == body.cargo), None)
    if cargo is None:
        raise NotThere("That is not among the things to carry any more.")
    update: dict[str, Any] = {}
    if body.packed is not None:
        update["packed_on"] = today() if body.packed else None
    if body.used is not None:
        update["used"] = body.used
    after = cargo.model_copy(update=update)
    if after != cargo:
        word = (
            "packed"
            if body.packed
            else "out again"
            if body.packed is not None
            else "used"
            if body.used
            else "not used"
        )
        rigs().put(
            record.id, "cargo", after, record.record_versions["cargo"][cargo.id], query.person,
            f"{cargo.name}: {word}", query.key,
        )  # fmt: skip
    return answer(record.id, query)


class Evening(Message):
    lines: tuple[EveningLine, ...]


@going_pages.get("/evening", responses={200: Evening})
def get_evening(path: RigPath, query: View) -> Response:
    """What to check the evening before, with the figure that is right for this vehicle laden."""
    record = rigs().read(path.rig_id, query.person)
    return as_json(Evening(lines=evening(planned_laden(record), today(), query.preset)))


@going_pages.post("/evening/job", responses={200: Sheet})
def evening_job(path: RigPath, query: View) -> Response:
    """Make a job of the evening before, its lines as steps to tick."""
    record = rigs().read(path.rig_id, query.person)
    key = of_source("hand", "the evening before")
    before = next((each for each in record.rig.all(JobRecord) if each.key == key), None)
    steps = tuple(_step(line) for line in evening(planned_laden(record), today(), query.preset))[:60]
    job = (before or JobRecord(key=key)).model_copy(
        update={
            "title": "The evening before",
            "stage": "prove",
            "area": "whole",
            "hours": 1.5,
            "steps": steps,
            "signed": None,
        }
    )
    version = None if before is None else record.record_versions["job"][before.id]
    rigs().put(record.id, "job", job, version, query.person, "job: the evening before", query.key)
    return answer(record.id, query)


def _step(line: EveningLine) -> str:
    figure = f": {line.figure}" if line.figure else ""
    why = f" ({line.why})" if line.why else ""
    return f"{line.what}{figure}{why}"[:400]


class PaperLine(Message):
    """``days_beyond``: how many days it holds beyond the last of the trip; below 0: it ends before."""

    id: int
    version: int
    paper: Paper
    days_beyond: int | None


class CountryLine(Message):
    """``season``: when its tyre rule holds while the trip is there, in words; None where it does not."""

    id: int
    version: int
    country: Country
    season: str | None


class ContactLine(Message):
    id: int
    version: int
    contact: Contact


class Papers(Message):
    papers: list[PaperLine]
    countries: list[CountryLine]
    contacts: list[ContactLine]


@going_pages.get("/papers", responses={200: Papers})
def get_papers(path: RigPath, query: View) -> Response:
    """Papers with their last day, countries with their rules, and who knows the route."""
    return as_json(papers_of(rigs().read(path.rig_id, query.person)))


def papers_of(record: RigRecord) -> Papers:
    """Papers, countries and contacts of the trip of a rig."""
    rig, versions = record.rig, record.record_versions
    days = trip_days(rig)
    return Papers(
        papers=[
            PaperLine(
                id=each.id,
                version=versions["paper"][each.id],
                paper=each,
                days_beyond=None
                if days is None or each.ends_on is None
                else (each.ends_on - days.last_on).days,
            )
            for each in rig.all(Paper)
            if of_trip(rig, each.trips)
        ],
        countries=[
            CountryLine(
                id=each.id,
                version=versions["country"][each.id],
                country=each,
                season=None if days is None else season_met(each, days),
            )
            for each in countries_of_trip(rig)
        ],
        contacts=[
            ContactLine(id=each.id, version=versions["contact"][each.id], contact=each)
            for each in rig.all(Contact)
            if of_trip(rig, each.trips)
        ],
    )


class LedgerLine(Message):
    """A row of the ledger, and the version of each entry of it by its id."""

    row: LedgerRow
    versions: dict[int, int]


class HomeSheet(Message):
    """Before and after, and what the trip's log says."""

    ledger: list[LedgerLine]
    home: Home
    ids: list[int] = Field(description="of the lines of the log, as they stand")


@going_pages.get("/home", responses={200: HomeSheet})
def get_home(path: RigPath, query: View) -> Response:
    """Figures at four moments with what moved, and what became of the trip's log."""
    record = rigs().read(path.rig_id, query.person)
    versions = record.record_versions
    rows = ledger(record.rig, moment(record.rig, "today", on=today()))
    found = home(record.rig)
    return as_json(
        HomeSheet(
            ledger=[
                LedgerLine(
                    row=row, versions={cell.entry: versions["ledger_entry"][cell.entry] for cell in row.cells}
                )
                for row in rows
            ],
            home=found,
            ids=[line.id for line in found.lines],
        )
    )


class TakeOver(Message):
    moment: Moment4


@going_pages.post("/home/now", responses={200: Sheet})
def note_now(path: RigPath, query: View, body: TakeOver) -> Response:
    """Note what the rig's own figures say today as those of a moment, where nothing is noted for it yet."""
    record = rigs().read(path.rig_id, query.person)
    rows = ledger(record.rig, moment(record.rig, "today", on=today()))
    puts = [
        Put(
            "ledger_entry",
            LedgerEntry(
                what=row.key,
                moment=body.moment,
                value=row.now,
                off=row.now_off,
                read_on=today(),
                read_by=query.person,
            ),
        )
        for row in rows
        if row.now is not None and body.moment not in [cell.moment for cell in row.cells]
    ]
    if not puts:
        raise Refused("moment", "The rig has no measured figure that is not noted there already.")
    what = f"{len(puts)} figures noted as {body.moment}"
    rigs().put_all(record.id, puts, {}, {}, query.person, what, query.key)
    return answer(record.id, query)


class Becomes(Message):
    """What is made of a line of the trip's log."""

    line: int
    what: Literal["survey item", "job", "change", "nothing"]


@going_pages.post("/home/becomes", responses={200: Sheet})
def becomes(path: RigPath, query: View, body: Becomes) -> Response:
    """Make a survey item, a job, or the idea of a change of a line of the trip's log."""
    record = rigs().read(path.rig_id, query.person)
    line = next((each for each in record.rig.all(LogLine) if each.id == body.line), None)
    if line is None:
        raise NotThere("That is not in the log any more.")
    if line.became is not None:
        raise Refused("line", f"It became a {line.became} already.")
    made = _made_of(record.rig, line, body.what, query.person)
    puts = [
        Put(
            "log_line",
            line.model_copy(update={"became": body.what}),
            record.record_versions["log_line"][line.id],
        )
    ]
    if made is not None:
        puts.append(made)
    what = f"{body.what}: {line.text}"[:200]
    added = [_idea(line)] if body.what == "change" else []
    rigs().put_all(record.id, puts, {}, {}, query.person, what, query.key, added=added)
    return answer(record.id, query)


def _idea(line: LogLine) -> Change:
    """What is no more than an idea yet: it weighs and costs nothing before somebody says so."""
    return Change(
        kind="equipment", fields={"name": line.text.splitlines()[0][:60]}, state="idea", note=line.text[:4000]
    )


def _made_of(rig: Rig, line: LogLine, what: str, person: str) -> Put | None:
    first = line.text.splitlines()[0]
    if what == "survey item":
        names = {item.item for item in rig.all(SurveyItem)}
        name = first[:120]
        if name in names:
            raise Refused("line", f"There is an item “{name[:60]}” in the survey already.")
        return Put(
            "survey_item",
            SurveyItem(
                zone="under", item=name, condition="worn", found_on=line.noted_on, found_by=line.noted_by or person,
                note=f"from the log of {trip_name(rig)}",
            ),
        )  # fmt: skip
    if what == "job":
        key = of_source("hand", first[:120])
        if any(job.key == key for job in rig.all(JobRecord)):
            raise Refused("line", "There is such a job already.")
        return Put("job", JobRecord(key=key, title=first[:200], system=line.system, note=line.text[:4000]))
    return None
