"""What to take along: for what falls due on the way, by what this vehicle's fasteners need, for the ground ahead."""

import re
from collections.abc import Iterator
from dataclasses import replace
from datetime import date

from jorvak.core.engine.moment import Moment
from jorvak.core.immutable import record
from jorvak.core.load.records import Cargo, CargoSort
from jorvak.core.plan.kinds import title_of
from jorvak.core.quantities import METRIC, TORQUE, VOLUME, Preset, write_as
from jorvak.core.rig import Rig
from jorvak.core.trip.dates import cargo_of_trip, legs_of_trip, trip_days
from jorvak.core.trip.due import due_on_trip, when_due
from jorvak.core.trip.records import Surface
from jorvak.core.work.jobs import work_jobs

ACROSS_FLATS_MM = {
    5: "8", 6: "10", 8: "13", 10: "16 or 17", 12: "18 or 19", 14: "21 or 22", 16: "24", 18: "27", 20: "30", 22: "34",
    24: "36",
}  # fmt: skip
"""Spanner by thread. Source: ISO 4014 and 4032, and the older DIN 931 and 934 where that is another."""
FOR_GROUND: dict[Surface, tuple[tuple[str, CargoSort], ...]] = {
    "track": (("tyre repair kit and a second gauge", "tool"),),
    "sand": (("shovel", "recovery"), ("boards", "recovery"), ("plate to stand a jack on", "tool")),
    "mud": (("shovel", "recovery"), ("boards", "recovery")),
    "snow": (("shovel", "recovery"), ("chains", "recovery")),
    "low": (("strap, shackles and damper, each with its rating", "recovery"),),
}
AIRED_DOWN: tuple[Surface, ...] = ("gravel", "track", "sand", "low", "snow", "mud")


@record(frozen=True, slots=True)
class WantedThing:
    """Something that the trip asks for: of what sort, why, and the thing aboard that answers it (its name), or None.

    ``for_what`` is the interval that it is for.
    """

    name: str
    sort: CargoSort
    because: str
    answered_by: str | None
    for_what: str | None = None


@record(frozen=True, slots=True)
class Carried:
    """A thing to carry that comes along: what it weighs (None: nobody weighed it), where it is, and whether it is in.

    ``weighed``: its mass is from a scale.
    """

    cargo: int
    name: str
    sort: CargoSort | None
    kg: float | None
    weighed: bool
    place: str | None
    packed_on: date | None
    used: bool | None
    for_what: str | None


@record(frozen=True, slots=True)
class ToTake:
    """What is wanted, what comes along, and what of that is in. ``sizes_unknown`` are places whose fasteners have no
    size noted."""

    wanted: tuple[WantedThing, ...]
    taken: tuple[Carried, ...]
    packed_kg: float
    whole_kg: float
    sizes_unknown: tuple[str, ...]


def to_take(here: Moment, on: date, preset: Preset = METRIC) -> ToTake:
    """What to take on the trip of ``here``, and what of it is aboard."""
    rig = here.rig
    along = cargo_of_trip(rig)
    taken = tuple(_taken(rig, cargo) for cargo in along)
    sizes, unknown = _fasteners(rig, here, preset)
    wanted = [
        *_for_what_falls_due(here, on, preset),
        *_after_running_in(here, preset),
        *sizes,
        *_for_the_ground(rig),
    ]
    return ToTake(
        wanted=tuple(_answered(each, along) for each in wanted),
        taken=taken,
        packed_kg=sum(each.kg or 0.0 for each in taken if each.packed_on is not None),
        whole_kg=sum(each.kg or 0.0 for each in taken),
        sizes_unknown=unknown,
    )


def _taken(rig: Rig, cargo: Cargo) -> Carried:
    mass = rig.figures.get(f"cargo.{cargo.name}.mass_kg")
    return Carried(
        cargo=cargo.id,
        name=cargo.name,
        sort=cargo.sort,
        kg=None if mass is None else mass.value,
        weighed=mass is not None and mass.known == "measured",
        place=cargo.place,
        packed_on=cargo.packed_on,
        used=cargo.used,
        for_what=cargo.for_what,
    )


def _answered(wanted: WantedThing, along: tuple[Cargo, ...]) -> WantedThing:
    """The thing aboard that was added for it: by the interval that it is for, or by its name."""
    for cargo in along:
        for_it = wanted.for_what is not None and cargo.for_what == wanted.for_what
        if for_it or cargo.name == wanted.name[:60]:
            return replace(wanted, answered_by=cargo.name)
    return wanted


def _for_what_falls_due(here: Moment, on: date, preset: Preset) -> Iterator[WantedThing]:
    days = trip_days(here.rig)
    if days is None:
        return
    for row in due_on_trip(here.rig, on):
        oil = "oil" in row.name.lower() or "fluid" in row.name.lower()
        yield WantedThing(
            name=f"for {row.name}",
            sort="oil" if oil else "spare",
            because=f"{row.name} falls due on the way, {when_due(row, days, preset)}",
            answered_by=None,
            for_what=row.name,
        )


def _after_running_in(here: Moment, preset: Preset) -> Iterator[WantedThing]:
    for change in here.changes:
        if change.kind != "gears":
            continue
        ends = ("front", "rear") if change.fields.get("axle") == "both" else (str(change.fields.get("axle")),)
        for end in ends:
            oil = here.here.get(f"{end}_axle.oil_l")
            much = f"{write_as(preset, oil.value, VOLUME)} of " if oil is not None else ""
            yield WantedThing(
                name=f"{much}axle oil, {end}",
                sort="oil",
                because=f"{title_of(change, preset)}: new oil after running in",
                answered_by=None,
            )


_THREAD = re.compile(r"^\s*M\s*(\d{1,2})(?=\D|$)", re.IGNORECASE)


def _fasteners(rig: Rig, here: Moment, preset: Preset) -> tuple[list[WantedThing], tuple[str, ...]]:
    """Spanners by the threads that are noted, and a torque wrench by the least and the most that is asked for."""
    places: dict[int, list[str]] = {}
    torques: list[float] = []
    unknown: list[str] = []
    for job in work_jobs(rig, None, preset):
        for each in job.fasteners:
            found = _THREAD.match(each.thread or "")
            if found is not None:
                places.setdefault(int(found[1]), []).append(each.where)
            elif each.where != "wheel nuts":
                unknown.append(each.where)
            if each.torque_nm is not None:
                torques.append(each.torque_nm)
    wheel = here.here.get("wheels.front_left.thread")
    found = _THREAD.match(str(wheel.value)) if wheel is not None else None
    if found is not None:
        places.setdefault(int(found[1]), []).insert(0, "wheel nuts")
    else:
        unknown.insert(0, "wheel nuts")
    tools = [
        WantedThing(
            name=f"spanner and socket {_spanner(size)}",
            sort="tool",
            because=f"M{size}: {', '.join(dict.fromkeys(where))}",
            answered_by=None,
        )
        for size, where in sorted(places.items())
    ]
    if torques:
        low, high = (write_as(preset, each, TORQUE) for each in (min(torques), max(torques)))
        reach = low if low == high else f"{low} to {high}"
        tools.append(WantedThing(f"torque wrench, {reach}", "tool", "the torques noted on the cards", None))
    else:
        tools.append(WantedThing("torque wrench", "tool", "wheel nuts, after the first rough track", None))
    return tools, tuple(dict.fromkeys(unknown))


def _spanner(thread: int) -> str:
    return f"{ACROSS_FLATS_MM[thread]} mm" if thread in ACROSS_FLATS_MM else f"for M{thread}"


def _for_the_ground(rig: Rig) -> Iterator[WantedThing]:
    named: dict[tuple[str, CargoSort], str] = {}
    for leg in legs_of_trip(rig):
        for thing in FOR_GROUND.get(leg.surface, ()):
            named.setdefault(thing, f"{leg.name}: {leg.surface}")
        if leg.surface in AIRED_DOWN:
            named.setdefault(
                ("compressor and gauge", "tool"), f"{leg.name}: tyres let down and pumped up again"
            )
    for (name, sort), because in named.items():
        yield WantedThing(name, sort, because, None)
