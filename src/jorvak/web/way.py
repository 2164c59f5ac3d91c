"""On the way: what a small page needs once, and what it kept while no server was there."""

from collections.abc import Mapping
from datetime import date
from typing import Annotated, Any, Literal

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import laden, measured_now, moment
from jorvak.core.quantities import DISTANCE, PRESSURE, SPEED, VOLUME
from jorvak.core.rig import Day, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.counting import odometer_factor
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.charge import goes_by
from jorvak.core.trip.consumption import fills_in_order
from jorvak.core.trip.dates import legs_of_trip
from jorvak.core.trip.home import home, trip_name
from jorvak.core.trip.pressures import LegPressure, by_leg
from jorvak.core.trip.records import Contact, Fill, GoesBy, Leg, Surface
from jorvak.core.work.records import LogLine
from jorvak.store import NotThere, RigRecord, Stale
from jorvak.store.journal import AlreadyDone
from jorvak.web.going import papers_of
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import View, as_json, rigs, today
from jorvak.web.trip import answers
from jorvak.web.typed import amount

way_pages = Pages("way", __name__, url_prefix="/api/rigs/<int:rig_id>/way", abp_tags=[Tag(name="trip")])

READING = "odometer.reading_km"


class WayUnit(Message):
    """A unit: ``factor`` of the core's make one of it."""

    symbol: str
    factor: float


class WayLeg(Message):
    """A leg as it is driven; what is in the tank or the battery by the plan; None: nobody can say, or it has none."""

    id: int
    name: str
    km: float
    surface: Surface
    days: float
    fills_fuel: bool
    fills_water: bool
    fuel_start_l: float | None
    fuel_left_l: float | None
    charge_left_kwh: float | None
    note: str | None
    driven_on: date | None


class WayFill(Message):
    on: date
    litres: float
    full: bool
    odometer_km: float | None


class WayPage(Message):
    """Everything that the page of the way shows, in one piece, to be kept on the device.

    ``true_per_indicated``: true kilometres for each that the odometer counts. ``fuel_holds_l`` None: no tank is noted,
    or nobody can say what it takes. ``shown`` are the units in which all of it is shown and a bare number is read, by
    quantity.
    """

    name: str
    trip: str
    today: date
    shown: dict[str, WayUnit]
    verdict: str
    limits: list[str]
    legs: list[WayLeg]
    pressures: tuple[LegPressure, ...]
    goes_by: GoesBy
    fuel_holds_l: float | None
    reserve_pct: float
    l_per_100km: dict[Surface, float]
    odometer_km: float | None
    true_km: float | None = Field(description="truly gone since the first reading of the trip")
    true_per_indicated: float
    fills: list[WayFill]
    noted: list[str] = Field(description="what was noted on the way, the latest first")
    contacts: list[Contact]
    papers: list[str]


@way_pages.get("", responses={200: WayPage})
def get_way(path: RigPath, query: View) -> Response:
    """What the page of the way shows."""
    return as_json(_page(rigs().read(path.rig_id, query.person), query))


def _page(record: RigRecord, view: View) -> WayPage:
    rig = record.rig
    going = answers(record, view)
    # On the way is as it stands; before it leaves, as it is planned.
    here = laden(moment(rig, "planned" if going.answer.as_planned else "today", on=today()))
    results = Results(here)
    trip, legs = results.of(TripResults), legs_of_trip(rig)
    way, takes = trip.way.value, trip.consumption.value
    pressures = results.of(RollingResults).pressures.value
    reading = rig.figures.get(READING)
    log, called = home(rig), trip_name(rig)
    papers = papers_of(record)
    return WayPage(
        name=rig.name,
        trip=called,
        today=today(),
        shown={
            quantity.name: WayUnit(symbol=unit.symbol, factor=unit.factor)
            for quantity in (DISTANCE, VOLUME, PRESSURE, SPEED)
            for unit in (view.preset.unit(quantity),)
        },
        verdict=going.answer.verdict,
        limits=[limit.sentence for limit in going.answer.limits if limit.kind == "on-the-way"],
        legs=[
            WayLeg(
                id=leg.id,
                name=leg.name,
                km=leg.km,
                surface=leg.surface,
                days=leg.days,
                fills_fuel=leg.fill_fuel,
                fills_water=leg.fill_water,
                fuel_start_l=None if way is None else way.legs[at].fuel_start_l,
                fuel_left_l=None if way is None else way.legs[at].fuel_left_l,
                charge_left_kwh=None if way is None or way.charge is None else way.charge.legs[at].left_kwh,
                note=leg.note,
                driven_on=leg.driven_on,
            )
            for at, leg in enumerate(legs)
        ],
        pressures=() if pressures is None else by_leg(legs, pressures),
        goes_by=goes_by(here),
        fuel_holds_l=None if way is None else way.fuel_holds_l,
        reserve_pct=Ask(here).typical("trip.reserve_pct"),
        l_per_100km={} if takes is None else takes.l_per_100km,
        odometer_km=None if reading is None else float(reading.value),
        true_km=log.true_km,
        true_per_indicated=odometer_factor(rig, sum(change.state == "fitted" for change in rig.changes)),
        fills=[
            WayFill(on=fill.filled_on, litres=fill.litres, full=fill.full, odometer_km=fill.odometer_km)
            for fill in fills_in_order(rig.all(Fill))
            if fill.trip == called
        ],
        noted=[f"{line.noted_on:%-d %b}: {line.text}" for line in reversed(log.lines)][:30],
        contacts=[each.contact for each in papers.contacts],
        papers=[
            each.paper.name + (f", until {each.paper.ends_on:%-d %B %Y}" if each.paper.ends_on else "")
            for each in papers.papers
        ],
    )


Word = Annotated[str, Field(max_length=60)]


class WayEntry(Message):
    """One thing that was noted on the way. ``key`` names it, so that one that is sent twice is kept once.

    Numbers are as typed. ``leg`` is the id of one that is behind; ``driven`` the km by surface since the fill before.
    """

    key: str = Field(min_length=8, max_length=80)
    units: Literal["metric", "inch"] = Field("metric", description="in which a bare number was typed")
    kind: Literal["fill", "log", "odometer", "leg"]
    on: Day
    text: str = Field("", max_length=4000)
    log_kind: Literal["note", "found", "went-wrong", "temporary-fix"] = "note"
    litres: Word = ""
    full: bool = True
    driven: dict[Surface, Word] = Field({})
    odometer: Word = ""
    leg: int | None = None
    undo: bool = Field(False, description="of a leg: it is not behind after all")


class WayEntries(Message):
    entries: list[WayEntry] = Field(max_length=500)


class WayKept(Message):
    """Of one entry: None where it is kept, else what is wrong with it."""

    key: str
    problem: str | None


class WayAnswer(Message):
    kept: list[WayKept]
    page: WayPage


@way_pages.post("", responses={200: WayAnswer})
def take_in(path: RigPath, query: View, body: WayEntries) -> Response:
    """Keep what was noted on the way, each by itself: what is wrong with one keeps no other out."""
    kept = [WayKept(key=entry.key, problem=_take(path.rig_id, entry, query)) for entry in body.entries]
    return as_json(WayAnswer(kept=kept, page=_page(rigs().read(path.rig_id, query.person), query)))


def _take(rig_id: int, entry: WayEntry, view: View) -> str | None:
    typed_in = view.model_copy(update={"units": entry.units})
    for _ in range(3):
        try:
            _TAKES[entry.kind](rigs().read(rig_id, view.person), entry, typed_in)
        except AlreadyDone:
            return None
        except Stale:
            # Somebody at home wrote to the same thing just now: what was noted on the way goes onto what stands there.
            continue
        except (Refused, NotThere) as refused:
            return str(refused)
        return None
    return "Somebody else is writing at the same: it is tried again."


def _fill(record: RigRecord, entry: WayEntry, view: View) -> None:
    litres = amount("litres", entry.litres, VOLUME, view)
    if not litres:
        raise Refused("litres", "Say how much went in, for example 62 l.")
    km = {
        surface: far
        for surface, typed in entry.driven.items()
        if (far := amount(f"driven.{surface}", typed, DISTANCE, view)) is not None
    }
    fill = Fill(
        station=entry.text.strip()[:200] or "on the way",
        filled_on=entry.on,
        litres=litres,
        full=entry.full,
        driven=km,
        odometer_km=amount("odometer", entry.odometer, DISTANCE, view),
        trip=trip_name(record.rig),
    )
    rigs().put(record.id, "fill", fill, None, view.person, f"fill: {litres:.0f} l", entry.key)


def _log(record: RigRecord, entry: WayEntry, view: View) -> None:
    if not entry.text.strip():
        raise Refused("text", "Say what happened.")
    line = LogLine(
        kind=entry.log_kind,
        text=entry.text,
        noted_on=entry.on,
        noted_by=view.person,
        trip=trip_name(record.rig),
        odometer_km=amount("odometer", entry.odometer, DISTANCE, view),
    )
    rigs().put(record.id, "log_line", line, None, view.person, f"log: {line.text}"[:200], entry.key)


def _odometer(record: RigRecord, entry: WayEntry, view: View) -> None:
    reading = amount("odometer", entry.odometer, DISTANCE, view)
    if reading is None:
        raise Refused("odometer", "Type the reading, for example 128400 km.")
    _not_backwards(record.rig, reading)
    figure = measured_now(record.rig, READING, reading, entry.on, view.person)
    version = record.figure_versions.get(READING)
    rigs().note_figure(
        record.id, READING, figure, version, view.person, f"odometer {reading:.0f} km", entry.key
    )


def _not_backwards(rig: Rig, reading: float) -> None:
    noted = rig.figures.get(READING)
    if noted is not None and reading < noted.value:
        raise Refused(
            "odometer",
            f"{reading:.0f} km is below the last reading, {noted.value:.0f} km: which of the two is it?",
        )


def _leg(record: RigRecord, entry: WayEntry, view: View) -> None:
    leg = next((each for each in record.rig.all(Leg) if each.id == entry.leg), None)
    if leg is None:
        raise NotThere("That leg is not among them any more.")
    after = leg.model_copy(update={"driven_on": None if entry.undo else entry.on})
    version = record.record_versions["leg"][leg.id]
    word = "not behind" if entry.undo else "behind"
    rigs().put(record.id, "leg", after, version, view.person, f"leg {word}: {leg.name}"[:200], entry.key)


_TAKES: Mapping[str, Any] = {"fill": _fill, "log": _log, "odometer": _odometer, "leg": _leg}
