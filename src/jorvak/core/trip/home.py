"""Back home: what happened, what each line of it may become, what was driven on what, and what was carried for nothing."""

from jorvak.core.immutable import record
from jorvak.core.load.records import Cargo
from jorvak.core.rig import Rig
from jorvak.core.rolling.counting import fitted_at, true_km_between
from jorvak.core.trip.dates import cargo_of_trip, legs_of_trip
from jorvak.core.trip.records import Fill, Surface
from jorvak.core.work.records import LogLine


@record(frozen=True, slots=True)
class NeverUsed:
    """Something that was carried and not used, and what it weighed; None: nobody weighed it."""

    name: str
    kg: float | None


@record(frozen=True, slots=True)
class Home:
    """``lines`` are of this trip, oldest first. ``km`` and ``litres`` are those of its fills, ``true_km`` what has truly
    gone from the first reading of it to the last, or to what the odometer reads now; None where there are not two."""

    lines: tuple[LogLine, ...]
    km: dict[Surface, float]
    litres: float
    true_km: float | None
    legs_driven: int
    legs: int
    never_used: tuple[NeverUsed, ...]
    never_used_kg: float
    not_said: int


def trip_name(rig: Rig) -> str:
    """What the trip is called: as the brief names it, else by its day of leaving."""
    if rig.brief.trip is not None:
        return rig.brief.trip
    return "the trip" if rig.brief.leaves_on is None else f"the trip of {rig.brief.leaves_on:%-d %B %Y}"


def home(rig: Rig) -> Home:
    """What the trip's log says."""
    lines = tuple(
        sorted(
            (line for line in rig.all(LogLine) if line.trip == trip_name(rig)),
            key=lambda each: (each.noted_on, each.id),
        )
    )
    fills = [fill for fill in rig.all(Fill) if fill.trip == trip_name(rig)]
    km: dict[Surface, float] = {}
    for fill in fills:
        for surface, far in fill.driven.items():
            km[surface] = km.get(surface, 0.0) + far
    along = cargo_of_trip(rig)
    unused = tuple(NeverUsed(cargo.name, _kg(rig, cargo)) for cargo in along if cargo.used is False)
    legs = legs_of_trip(rig)
    return Home(
        lines=lines,
        km=km,
        litres=sum(fill.litres for fill in fills),
        true_km=_true_km(rig, lines, fills),
        legs_driven=sum(leg.driven_on is not None for leg in legs),
        legs=len(legs),
        never_used=unused,
        never_used_kg=sum(each.kg or 0.0 for each in unused),
        not_said=sum(cargo.used is None for cargo in along),
    )


def _kg(rig: Rig, cargo: Cargo) -> float | None:
    mass = rig.figures.get(f"cargo.{cargo.name}.mass_kg")
    return None if mass is None else float(mass.value)


def _true_km(rig: Rig, lines: tuple[LogLine, ...], fills: list[Fill]) -> float | None:
    now = rig.figures.get("odometer.reading_km")
    read = sorted(
        reading
        for reading in (*(line.odometer_km for line in lines), *(fill.odometer_km for fill in fills))
        if reading is not None
    )
    if read and now is not None and now.value > read[-1]:
        read.append(float(now.value))
    if len(read) < 2:
        return None
    return true_km_between(fitted_at(rig), read[0], read[-1])
