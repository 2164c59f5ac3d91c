"""The evening before: one line each, with the figure that is right for this vehicle laden."""

from collections.abc import Iterator
from datetime import date

from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import Moment, laden
from jorvak.core.immutable import record
from jorvak.core.load.results import Load
from jorvak.core.load.room import Rooms
from jorvak.core.plan.kinds import title_of
from jorvak.core.quantities import (
    DISTANCE,
    LENGTH,
    MASS,
    METRIC,
    PRESSURE,
    SPEED,
    STORED,
    TIME,
    TORQUE,
    VOLUME,
    Preset,
    Quantity,
    write_as,
)
from jorvak.core.rig import Rig
from jorvak.core.rolling.counting import fitted_at, true_km_since
from jorvak.core.rolling.pressures import Pressures
from jorvak.core.rolling.rules.afterwards import BOLTS, RETIGHTEN_KM, SOON_KM, WHEELS
from jorvak.core.stance.results import Height
from jorvak.core.trip.along import TripWay
from jorvak.core.trip.dates import cargo_of_trip, legs_of_trip
from jorvak.core.trip.due import due_by_the_end
from jorvak.core.trip.pressures import by_leg, softest
from jorvak.core.work.falling_due import READ, uncounted
from jorvak.core.work.jobs import work_jobs


@record(frozen=True, slots=True)
class EveningLine:
    """One thing to look at: under which heading, what, the figure, and what it comes from or why."""

    about: str
    what: str
    figure: str
    why: str


@record(frozen=True)
class _Seen:
    """What the lines are written from."""

    here: Moment
    results: Results
    preset: Preset
    on: date

    @property
    def rig(self) -> Rig:
        return self.here.rig

    def written(self, value: float, quantity: Quantity) -> str:
        return write_as(self.preset, value, quantity)


BY_THE_MANUAL = "by the vehicle's manual"


def evening(here: Moment, on: date, preset: Preset = METRIC) -> tuple[EveningLine, ...]:
    """The list for the evening before, for the vehicle as it is at a moment, with its load aboard."""
    loaded = laden(here)
    seen = _Seen(loaded, Results(loaded), preset, on)
    return (
        *_tyres(seen),
        *_torques(seen),
        *_fluids(seen),
        *_lights(seen),
        *_load(seen),
    )


def _tyres(seen: _Seen) -> Iterator[EveningLine]:
    found: Pressures | None = seen.results.result("rolling", "pressures").value
    if found is None:
        waits = seen.results.result("rolling", "pressures").waits_for
        yield EveningLine(
            "tyres", "Pressures, cold", "?", f"waits for {waits.label if waits else 'the load'}"
        )
        return
    for end, road in (("front", found.front), ("rear", found.rear)):
        figure = "?" if road.road_kpa is None else seen.written(road.road_kpa, PRESSURE)
        stands = f"{seen.written(road.stands_on_it_kg, MASS)} on each tyre"
        short = "" if road.asks_kpa is not None else ": more than they carry at any pressure"
        yield EveningLine("tyres", f"{end.capitalize()} tyres, cold, for the road", figure, stands + short)
    yield EveningLine("tyres", "The spare", "as the axle that wants more", "it goes on either")
    for each in softest(by_leg(legs_of_trip(seen.rig), found)):
        if each.surface != "road" and each.front_kpa is not None and each.rear_kpa is not None:
            pair = f"{seen.written(each.front_kpa, PRESSURE)} front, {seen.written(each.rear_kpa, PRESSURE)} rear"
            limit = "" if each.max_kmh is None else f"not faster than {seen.written(each.max_kmh, SPEED)}"
            yield EveningLine("tyres", f"Let down for {each.surface}, first on {each.leg}", pair, limit)


def _torques(seen: _Seen) -> Iterator[EveningLine]:
    jobs = work_jobs(seen.rig, seen.on, seen.preset)
    torques = {
        each.where: each.torque_nm for job in jobs for each in job.fasteners if each.torque_nm is not None
    }
    nuts = torques.get("wheel nuts")
    yield EveningLine(
        "torques", "Wheel nuts, all and the spare's", BY_THE_MANUAL if nuts is None else seen.written(nuts, TORQUE),
        "in two rounds, crosswise",
    )  # fmt: skip
    now, events = seen.here.here.get("odometer.reading_km"), fitted_at(seen.rig)
    for step, change in enumerate(seen.rig.changes, 1):
        if change not in seen.here.changes or change.kind not in (*WHEELS, *BOLTS):
            continue
        what = "wheel nuts" if change.kind in WHEELS else "spring bolts and U-bolts"
        gone = None if now is None or change.fitted is None else true_km_since(events, step, now.value)
        if change.fitted is None:
            said = f"due {seen.written(SOON_KM, DISTANCE)} to {seen.written(RETIGHTEN_KM, DISTANCE)} after it is fitted"
        elif gone is None:
            said = "nobody can say how far it has gone since: read the odometer"
        elif gone > RETIGHTEN_KM * 5:
            continue
        else:
            said = f"{seen.written(gone, DISTANCE)} have truly gone since it was fitted"
        yield EveningLine("torques", f"Retighten {what}", title_of(change, seen.preset), said)


def _fluids(seen: _Seen) -> Iterator[EveningLine]:
    for row in due_by_the_end(seen.rig, seen.on):
        left = []
        if row.km_left is not None:
            left.append(
                f"{seen.written(row.km_left, DISTANCE)} left"
                if row.km_left >= 0
                else f"over by {seen.written(-row.km_left, DISTANCE)}"
            )
        if row.h_left is not None:
            left.append(
                f"{seen.written(row.h_left, TIME)} left"
                if row.h_left >= 0
                else f"over by {seen.written(-row.h_left, TIME)}"
            )
        if row.due_on is not None:
            left.append(f"until {row.due_on:%-d %B %Y}")
        when = {"over": "overdue", "now": "due now", "before-trip": "due before", "on-trip": "due on the way"}
        yield EveningLine(
            "fluids",
            row.name[:1].upper() + row.name[1:],
            ", ".join(left),
            when.get(row.state, "by true distance"),
        )
    for each in uncounted(seen.rig):
        yield EveningLine(
            "fluids",
            each.name[:1].upper() + each.name[1:],
            "?",
            f"read {READ[each.reading]}: nobody can count it",
        )
    for what, why in (
        ("Engine oil, on the level, engine cold", "between the marks"),
        (
            "Coolant, brake and clutch fluid, washer",
            "between the marks; a level that fell has gone somewhere",
        ),
        ("Under the vehicle after a night", "no drop: axle seals, hoses, pipes"),
    ):
        yield EveningLine("fluids", what, "", why)
    for end in ("front", "rear"):
        oil = seen.here.here.get(f"{end}_axle.oil_l")
        if oil is not None and any(change.kind == "gears" for change in seen.here.changes):
            yield EveningLine(
                "fluids", f"Oil of the {end} axle, new after running in", seen.written(oil.value, VOLUME),
                "before the long road",
            )  # fmt: skip


def _lights(seen: _Seen) -> Iterator[EveningLine]:
    yield EveningLine(
        "lights", "Every lamp, with somebody behind", "", "indicators, brake, reverse, number plate"
    )
    yield EveningLine(
        "lights", "Headlamps aimed as it stands laden", "", "at a wall, 10 m away, as the manual has it"
    )


def _load(seen: _Seen) -> Iterator[EveningLine]:
    load: Load | None = seen.results.result("load", "laden").value
    if load is not None:
        over = "" if load.payload_kg is None else f"{seen.written(load.payload_kg, MASS)} left of what it may"
        yield EveningLine(
            "load", "Weighs, leaving", seen.written(load.total_kg, MASS),
            f"front {seen.written(load.front_kg, MASS)}, rear {seen.written(load.rear_kg, MASS)}; {over}".rstrip("; "),
        )  # fmt: skip
    rooms: Rooms | None = seen.results.result("load", "rooms").value
    for place in rooms.places if rooms is not None else ():
        if place.kg > 0 and (
            place.kind in ("rack", "roof", "door", "carrier", "bar") or place.name == "roof"
        ):
            limit = "" if place.limit_kg is None else f"of {seen.written(place.limit_kg, MASS)}"
            off = "" if place.off_road_kg is None else f"; off road {seen.written(place.off_road_kg, MASS)}"
            yield EveningLine(
                "load",
                f"Tied down on {place.name}",
                seen.written(place.kg, MASS),
                f"{limit}{off}".strip("; "),
            )
    packed = cargo_of_trip(seen.rig)
    if packed:
        out = [cargo.name for cargo in packed if cargo.packed_on is None]
        yield EveningLine(
            "load", "Everything in its place, heavy low and tied", f"{len(packed) - len(out)} of {len(packed)} in",
            f"still out: {', '.join(out[:4])}{' and more' if len(out) > 4 else ''}" if out else "all of it ticked",
        )  # fmt: skip
    way: TripWay | None = seen.results.result("trip", "way").value
    if way is not None:
        if way.charge is not None:
            yield EveningLine("load", "Drive battery full", seen.written(way.charge.holds_kwh, STORED),
                              f"the trip wants {seen.written(way.charge.carry_kwh, STORED)} at its longest")  # fmt: skip
        else:
            yield EveningLine("load", "Fuel to the brim", seen.written(way.fuel_holds_l, VOLUME),
                              f"the trip wants {seen.written(way.carry_l, VOLUME)} at its longest")  # fmt: skip
        if way.water_holds_l:
            yield EveningLine("load", "Water", seen.written(way.water_holds_l, VOLUME),
                              f"the trip wants {seen.written(way.carry_water_l, VOLUME)} at its longest")  # fmt: skip
    height: Height | None = seen.results.result("stance", "height").value
    if height is not None:
        yield EveningLine("load", "Stands so high, written on the dash", seen.written(height.height_mm, LENGTH),
                          "ferries, gates, garages")  # fmt: skip
