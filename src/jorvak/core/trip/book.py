"""The trip's book: the card for the dash, the legs, what to take, the evening before, and the sheet to leave behind."""

from datetime import date

from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import Moment, laden
from jorvak.core.immutable import record
from jorvak.core.load.results import Load
from jorvak.core.quantities import (
    DISTANCE,
    LENGTH,
    MASS,
    METRIC,
    PRESSURE,
    SPEED,
    STORED,
    VOLUME,
    Preset,
    Quantity,
    write,
    write_as,
)
from jorvak.core.rig import Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.stance.results import Height
from jorvak.core.trip.along import TripWay
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.charge import goes_by
from jorvak.core.trip.countries import countries_of_trip, season_met
from jorvak.core.trip.dates import dated_legs, legs_of_trip, of_trip, trip_days
from jorvak.core.trip.evening import EveningLine, evening
from jorvak.core.trip.home import trip_name
from jorvak.core.trip.limits import Limit
from jorvak.core.trip.pressures import by_leg, softest
from jorvak.core.trip.readiness import IN_WORDS, Readiness
from jorvak.core.trip.records import Contact, GoesBy, Paper
from jorvak.core.trip.take import ToTake, to_take

ALWAYS_PART_TIME = "Four-wheel drive on loose ground only: this case has no differential between the axles."


@record(frozen=True, slots=True)
class DashFigure:
    """A figure of the card for the dash, as written."""

    what: str
    figure: str


@record(frozen=True, slots=True)
class BookLeg:
    """A leg as it stands in the book: days, distance, surface, tanks at both ends, pressures, fills and note."""

    name: str
    first_on: date | None
    days: float
    distance: str
    surface: str
    fuel: str
    water: str
    pressures: str
    fills: str
    note: str


@record(frozen=True, slots=True)
class TripBook:
    """All of it, as written. ``keep`` are limits that are kept on the way, ``before`` what is seen to before leaving."""

    vehicle: str
    trip: str
    leaves_on: date | None
    last_on: date | None
    verdict: str
    sentence: str
    against: tuple[str, ...]
    keep: tuple[Limit, ...]
    before: tuple[Limit, ...]
    always: tuple[str, ...]
    dash: tuple[DashFigure, ...]
    goes_by: GoesBy
    legs: tuple[BookLeg, ...]
    take: ToTake
    evening: tuple[EveningLine, ...]
    papers: tuple[Paper, ...]
    countries: tuple[str, ...]
    contacts: tuple[Contact, ...]
    written_on: date


def trip_book(here: Moment, ready: Readiness, on: date, preset: Preset = METRIC) -> TripBook:
    """The book of the trip, for the vehicle as it is at a moment."""
    rig, days = here.rig, trip_days(here.rig)
    loaded = laden(here)
    return TripBook(
        vehicle=rig.name,
        trip=trip_name(rig),
        leaves_on=rig.brief.leaves_on,
        last_on=None if days is None else days.last_on,
        verdict=IN_WORDS[ready.verdict],
        sentence=f"{ready.when} {ready.sentence}",
        against=tuple(each.text for each in ready.against),
        keep=tuple(limit for limit in ready.limits if limit.kind == "on-the-way"),
        before=tuple(limit for limit in ready.limits if limit.kind == "before"),
        always=always(loaded),
        dash=dash_figures(loaded, preset),
        goes_by=goes_by(loaded),
        legs=_legs(loaded, preset),
        take=to_take(loaded, on, preset),
        evening=evening(loaded, on, preset),
        papers=tuple(paper for paper in rig.all(Paper) if of_trip(rig, paper.trips)),
        countries=tuple(_countries(rig)),
        contacts=tuple(contact for contact in rig.all(Contact) if of_trip(rig, contact.trips)),
        written_on=on,
    )


def always(here: Moment) -> tuple[str, ...]:
    """What is so of this vehicle on every trip, and no limit of this one."""
    drive = here.here.get("transfer.drive")
    return (ALWAYS_PART_TIME,) if drive is not None and drive.value == "part-time" else ()


def dash_figures(here: Moment, preset: Preset = METRIC) -> tuple[DashFigure, ...]:
    """The figures that whoever drives wants in sight: height, masses, fuel, pressures by surface."""
    results = Results(here)
    found: list[DashFigure] = []
    height: Height | None = results.result("stance", "height").value
    if height is not None:
        found.append(DashFigure("height", write_as(preset, height.height_mm, LENGTH)))
    load: Load | None = results.result("load", "laden").value
    if load is not None:
        found.append(DashFigure("weighs", write_as(preset, load.total_kg, MASS)))
    way = results.of(TripResults).way.value
    if way is not None:
        found.append(
            DashFigure("fuel holds", write_as(preset, way.fuel_holds_l, VOLUME))
            if way.charge is None
            else DashFigure("battery holds", write_as(preset, way.charge.holds_kwh, STORED))
        )
        found += [
            DashFigure(f"goes on {surface}", write_as(preset, km, DISTANCE))
            for surface, km in way.range_km.items()
            if any(leg.surface == surface for leg in way.legs)
        ]
    pressures = results.of(RollingResults).pressures.value
    for each in () if pressures is None else softest(by_leg(legs_of_trip(here.rig), pressures)):
        if each.front_kpa is None or each.rear_kpa is None:
            figure = "what is set does not carry the load"
        else:
            fast = "" if each.max_kmh is None else f", to {write_as(preset, each.max_kmh, SPEED)}"
            figure = _two(preset, each.front_kpa, "/", each.rear_kpa, PRESSURE) + fast
        found.append(DashFigure(f"tyres, {each.surface}", figure))
    return tuple(found)


def _legs(here: Moment, preset: Preset) -> tuple[BookLeg, ...]:
    results = Results(here)
    way = results.of(TripResults).way.value
    pressures = results.of(RollingResults).pressures.value
    legs = legs_of_trip(here.rig)
    by = {each.leg: each for each in by_leg(legs, pressures)} if pressures is not None else {}
    first_on = {leg.name: first for leg, first in dated_legs(here.rig)}
    rows = []
    for at, leg in enumerate(legs):
        along = None if way is None else way.legs[at]
        pressure = by.get(leg.name)
        rows.append(
            BookLeg(
                name=leg.name,
                first_on=first_on.get(leg.name),
                days=leg.days,
                distance=write_as(preset, leg.km, DISTANCE),
                surface=leg.surface,
                fuel="?" if way is None else _energy(preset, way, at),
                water="?" if along is None else _from_to(preset, along.water_start_l, along.water_left_l),
                pressures=""
                if pressure is None or pressure.front_kpa is None or pressure.rear_kpa is None
                else _two(preset, pressure.front_kpa, "/", pressure.rear_kpa, PRESSURE),
                fills=leg.fills_in_words(goes_by(here)),
                note=leg.note or "",
            )
        )
    return tuple(rows)


def _energy(preset: Preset, way: TripWay, at: int) -> str:
    """What drives it, at both ends of a leg: fuel, or what is in the battery."""
    if way.charge is None:
        return _from_to(preset, way.legs[at].fuel_start_l, way.legs[at].fuel_left_l)
    leg = way.charge.legs[at]
    return _two(preset, leg.start_kwh, "to", leg.left_kwh, STORED)


def _from_to(preset: Preset, start: float, left: float) -> str:
    return _two(preset, start, "to", left, VOLUME)


def _two(preset: Preset, first: float, between: str, second: float, quantity: Quantity) -> str:
    """Two whole figures of one quantity, with its unit once."""
    unit = preset.unit(quantity)
    return f"{unit.of_core(first):.0f} {between} {write(second, quantity, unit.symbol, places=0)}"


def _countries(rig: Rig) -> list[str]:
    days = trip_days(rig)
    lines = []
    for country in countries_of_trip(rig):
        season = None if days is None else season_met(country, days)
        parts = [country.rules or "", f"{country.tyres}, {season}" if season else ""]
        lines.append(f"{country.name}: {' '.join(part for part in parts if part)}".rstrip(": "))
    return lines
