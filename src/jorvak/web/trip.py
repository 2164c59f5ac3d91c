"""The trip: the answer, and its legs with what is in the tanks and on the axles along them; the brief that sets it."""

import json
from datetime import date
from typing import Any

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.assess import Assessment, assess
from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import laden, moment
from jorvak.core.engine.result import Result
from jorvak.core.headlines import shown_figures
from jorvak.core.load.records import PERMITTED
from jorvak.core.quantities import COUNT, MONEY
from jorvak.core.rig import Brief, Day, Form, Line
from jorvak.core.rolling.area import RollingResults
from jorvak.core.trip.along import TripWay, WayLoads
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.charge import goes_by
from jorvak.core.trip.climbs import Climb, LegHeat
from jorvak.core.trip.consumption import Consumption, fills_in_order
from jorvak.core.trip.dates import legs_of_trip, trip_days
from jorvak.core.trip.home import trip_name
from jorvak.core.trip.pressures import LegPressure, by_leg
from jorvak.core.trip.readiness import Readiness, days_left, readiness
from jorvak.core.trip.records import Fill, GoesBy, Leg, WayPoint
from jorvak.core.work.bench import bench
from jorvak.store import NotThere, RigRecord
from jorvak.store.rigs import Put, Shelf
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, kept_results, rigs, shops, still_there, today
from jorvak.web.typed import Amount, amount, with_numbers

trip_pages = Pages("trip", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="trip")])


MOST_DAYS = 3650


class HeadEdit(Message):
    """What is to be different about a rig's name, form or brief. Absent keys stay as they are; None clears."""

    version: int
    name: Line | None = None
    vehicle: str | None = Field(None, max_length=200)
    form: Form | None = None
    shelf: Shelf | None = Field(None, description="archived or deleted; None: in use")
    purpose: str | None = Field(None, max_length=4000)
    must_still: str | None = Field(None, max_length=4000)
    drivers: str | None = Field(None, max_length=4000)
    ceiling: Amount = None
    currency: str | None = Field(None, max_length=12)
    leaves_on: Day | None = None
    away_days: Amount = None
    trip: Line | None = None
    shop: Line | None = Field(None, max_length=60, description="the shop at whose bench it is built")
    deciding: list[str] = Field([], max_length=40)


class Answers(Message):
    """Go or not. ``answer`` is of the vehicle as planned while there is time for what is open, else as it stands;
    ``other`` is the other of the two, None where nothing is open."""

    trip: str
    last_on: date | None
    km: float
    answer: Readiness
    other: Readiness | None


def answers(record: RigRecord, view: View) -> Answers:
    """The answer for a rig."""
    rig = record.rig
    left, bench_hours = days_left(rig, today()), _bench_hours(record)

    def of(stage: str) -> Readiness:
        assessed: Assessment = assess(
            rig, stage, view.preset, on=today(), kept=kept_results(record.id), with_load=True  # type: ignore[arg-type]
        )  # fmt: skip
        return readiness(rig, today(), assessed, view.preset, bench_hours)

    planned = of("planned")
    in_time = left is None or left > 0
    stands = of("today") if planned.open or not in_time else None
    days = trip_days(rig)
    first, other = (planned, stands) if in_time or stands is None else (stands, planned)
    return Answers(
        trip=trip_name(rig),
        last_on=None if days is None else days.last_on,
        km=sum(leg.km for leg in legs_of_trip(rig)),
        answer=first,
        other=other,
    )


def _bench_hours(record: RigRecord) -> float | None:
    """Hours at the bench of its shop until the day of leaving, for all that stand there."""
    kept, leaves_on = shops().named(record.rig.brief.shop), record.rig.brief.leaves_on
    if kept is None or leaves_on is None or leaves_on <= today():
        return None
    return bench(kept.shop.bench(today())).hours_before(leaves_on)


@trip_pages.get("/trip", responses={200: Answers})
def get_answer(path: RigPath, query: View) -> Response:
    """Go, go with these limits, or do not go, and what that rests on."""
    return as_json(answers(rigs().read(path.rig_id, query.person), query))


class HeightAt(Message):
    """How high a leg is, so far from its beginning."""

    km: float
    altitude_m: float


class LegLine(Message):
    """A leg with the version that a write to it has to name; ``profile`` are heights along it."""

    id: int
    version: int
    leg: Leg = Field(description="without its line")
    profile: list[HeightAt]


class FillLine(Message):
    id: int
    version: int
    fill: Fill


class Legs(Message):
    """The legs at a stage: tanks, axles against their limits, climbs, pressures, ranges; and the log of fuel."""

    legs: list[LegLine]
    goes_by: GoesBy
    way: Result[TripWay]
    loads: Result[WayLoads]
    climbs: Result[tuple[Climb, ...]]
    climb_heat: Result[tuple[LegHeat, ...]]
    consumption: Result[Consumption]
    pressures: tuple[LegPressure, ...]
    limits_kg: dict[str, float] = Field(description="permitted in all, front and rear, those that are noted")
    fills: list[FillLine]


@trip_pages.get("/trip/legs", responses={200: Legs})
def get_legs(path: RigPath, query: View) -> Response:
    """The legs of the trip, at the stage that is looked at."""
    record = rigs().read(path.rig_id, query.person)
    rig = record.rig
    here = laden(moment(rig, still_there(rig, query.at_stage), on=today(), kept=kept_results(record.id)))
    results = Results(here)
    trip, legs = results.of(TripResults), legs_of_trip(rig)
    pressures = results.of(RollingResults).pressures.value
    return as_json(
        Legs(
            legs=[
                LegLine(
                    id=leg.id,
                    version=record.record_versions["leg"][leg.id],
                    leg=leg.model_copy(update={"line": ()}),
                    profile=[
                        HeightAt(km=point.km, altitude_m=point.altitude_m)
                        for point in leg.line
                        if point.altitude_m is not None
                    ],
                )
                for leg in legs
            ],
            goes_by=goes_by(here),
            way=trip.way,
            loads=trip.way_loads,
            climbs=trip.climbs,
            climb_heat=trip.climb_heat,
            consumption=trip.consumption,
            pressures=() if pressures is None else by_leg(legs, pressures),
            limits_kg={axle: here.here[at].value for axle, at in PERMITTED.items() if at in here.here},
            fills=[
                FillLine(id=fill.id, version=record.record_versions["fill"][fill.id], fill=fill)
                for fill in fills_in_order(rig.all(Fill))
            ],
        )
    )


class NewLeg(Message):
    """A leg that is typed, numbers as typed; ``line`` is that of a track."""

    set: dict[str, Any]
    line: list[WayPoint] = Field([], max_length=200)


class NewLegs(Message):
    legs: list[NewLeg] = Field(min_length=1, max_length=200)


@trip_pages.post("/trip/legs", responses={200: Sheet})
def add_legs(path: RigPath, query: View, body: NewLegs) -> Response:
    """Put legs behind those that are there, as one write."""
    record = rigs().read(path.rig_id, query.person)
    place = max((leg.place for leg in record.rig.all(Leg)), default=0)
    names = {leg.name for leg in record.rig.all(Leg)}
    legs = []
    for number, new in enumerate(body.legs):
        given = with_numbers(new.set, query, record.rig.brief.currency)
        given.setdefault("name", f"leg {place + number + 1}")
        leg = Leg.model_validate({**given, "place": place + number + 1, "line": tuple(new.line)})
        leg = leg.model_copy(update={"name": _told_apart(leg.name, names)})
        names.add(leg.name)
        legs.append(leg)
    what = f"leg: {legs[0].name}" if len(legs) == 1 else f"{len(legs)} legs, from {legs[0].name} on"
    rigs().put_all(record.id, [Put("leg", leg) for leg in legs], {}, {}, query.person, what, query.key)
    return answer(record.id, query)


def _told_apart(name: str, names: set[str]) -> str:
    """A name that no other leg has: home, home 2."""
    number, told = 1, name
    while told in names:
        number += 1
        told = f"{name[:54]} {number}"
    return told


class LegPath(RigPath):
    leg_id: int


class LegEdit(Message):
    """What is to be different about a leg, numbers as typed; its line stays."""

    version: int
    set: dict[str, Any]


@trip_pages.patch("/trip/legs/<int:leg_id>", responses={200: Sheet})
def edit_leg(path: LegPath, query: View, body: LegEdit) -> Response:
    """Change a leg."""
    record = rigs().read(path.rig_id, query.person)
    leg = next((each for each in record.rig.all(Leg) if each.id == path.leg_id), None)
    if leg is None:
        raise NotThere("That leg is not among them any more.")
    wrong = next(
        (key for key in body.set if key not in Leg.model_fields or key in ("id", "line", "place")), None
    )
    if wrong is not None:
        raise Refused(f"set.{wrong}", f"A leg has no {wrong[:40]} that is written so.")
    given = with_numbers(body.set, query, record.rig.brief.currency)
    after = Leg.model_validate({**leg.model_dump(), **given, "id": leg.id})
    rigs().put(record.id, "leg", after, body.version, query.person, f"leg: {after.name}", query.key)
    return answer(record.id, query)


class LegOrder(Message):
    ids: list[int] = Field(max_length=200, description="every leg of the trip, as they are driven")


@trip_pages.put("/trip/legs/order", responses={200: Sheet})
def order_legs(path: RigPath, query: View, body: LegOrder) -> Response:
    """Put the legs into another order, as one write."""
    record = rigs().read(path.rig_id, query.person)
    legs = {leg.id: leg for leg in legs_of_trip(record.rig)}
    if sorted(body.ids) != sorted(legs):
        raise Refused("ids", "Those are not all legs of the trip: somebody changed them meanwhile.")
    puts = [
        Put("leg", legs[each].model_copy(update={"place": place}), record.record_versions["leg"][each])
        for place, each in enumerate(body.ids, 1)
        if legs[each].place != place
    ]
    if puts:
        rigs().put_all(record.id, puts, {}, {}, query.person, "legs in another order", query.key)
    return answer(record.id, query)


@trip_pages.patch("/brief", responses={200: Sheet})
def edit_head(path: RigPath, query: View, body: HeadEdit) -> Response:
    """Change the name, the form or the brief."""
    sent = body.model_fields_set - {"version"}
    values = body.model_dump(mode="json", include=sent)
    brief = rigs().read(path.rig_id, query.person).rig.brief
    if "ceiling" in values:
        values["ceiling"] = amount("ceiling", body.ceiling, MONEY, query, brief.currency)
    if values.get("away_days") is not None:
        days = amount("away_days", body.away_days, COUNT, query)
        if days is None or not 1 <= days <= MOST_DAYS or days != int(days):
            raise Refused("away_days", f"Days away are a whole number from 1 to {MOST_DAYS}, for example 56.")
        values["away_days"] = int(days)
    for key in [key for key, value in values.items() if value is None]:
        if key in _NEEDED:
            raise Refused(key, f"A rig has {_NEEDED[key]}: another one can take its place, but not none.")
        if key != "shelf":
            values[key] = Brief.model_fields[key].default if key in Brief.model_fields else ""
    if "deciding" in values:
        unknown = [key for key in values["deciding"] if key not in shown_figures()]
        if unknown:
            raise Refused("deciding", f"There is no figure “{unknown[0][:40]}” to decide by.")
        entry = "what decides: " + (
            ", ".join(shown_figures()[key][1].label for key in values["deciding"]) or "nothing"
        )
        values["deciding"] = json.dumps(values["deciding"])
        rigs().set_head(path.rig_id, values, body.version, query.person, entry[:200], query.key)
        return answer(path.rig_id, query)
    entry = ", ".join(
        (value or "taken off the shelf")
        if key == "shelf"
        else f"{_NAMES.get(key, key)} {value if value is not None else 'cleared'}"
        for key, value in values.items()
    )
    rigs().set_head(path.rig_id, values, body.version, query.person, entry[:200], query.key)
    return answer(path.rig_id, query)


_NEEDED = {"name": "a name", "form": "a form"}
_NAMES = {"leaves_on": "day of leaving", "must_still": "must still", "away_days": "days away"}
