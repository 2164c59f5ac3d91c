"""The wheels of a rig by position: are they alike, how old are they, do they carry what stands on them?"""

import re
from functools import partial
from typing import Any

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import spec_of, usual_doubt
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.load.masses import standing
from jorvak.core.places import POSITIONS, TWINS
from jorvak.core.rolling.set_check import Difference, compared
from jorvak.core.rolling.tyre_age import TyreAgeIn, TyreAgeOut, tyre_age
from jorvak.core.rolling.tyre_load import PASSENGER_ON_TRUCK, TyreLoadIn, TyreLoadOut, tyre_load
from jorvak.core.rolling.tyre_size import TyreSizeOut, sidewall

COMPARED = ("diameter_mm", "construction", "offset_mm", "rim_width_in", "load_index", "pattern")
FROM_THE_SIZE = ("diameter_mm", "construction", "load_index")


@record(frozen=True, slots=True)
class WheelAt:
    """One wheel: what its size says, how old it is; None where nobody noted enough."""

    position: str
    label: str
    size: TyreSizeOut | None
    age: TyreAgeOut | None


@record(frozen=True, slots=True)
class WheelSet:
    """All wheels that anything is noted of, and in what they differ."""

    wheels: tuple[WheelAt, ...]
    differences: tuple[Difference, ...]


@record(frozen=True, slots=True)
class TyreLoad:
    """One tyre of an axle: what it carries on this vehicle at its rating, what stands on it, what pressure that wants.

    ``divided``: its mark is a passenger car's, so its load counts divided by 1.10.
    """

    tyres: int
    carries_kg: float
    stands_on_it_kg: float
    divided: bool
    calculated: TyreLoadOut | None


def positions(ask: Ask) -> tuple[str, ...]:
    """Where anything is noted of a wheel."""
    return tuple(
        position
        for position in (*POSITIONS, *TWINS)
        if any(
            ask.is_noted(f"wheels.{position}.{key}")
            for key in ("size", "offset_mm", "rim_width_in", "date_code")
        )
    )


def wheel_set(ask: Ask) -> WheelSet:
    """The set, compared. Raises Missing where no wheel is noted."""
    there = positions(ask)
    if not there:
        raise Missing("wheels.front_left.size", "tyre size, front left")
    wheels = tuple(_wheel(ask, position) for position in there)
    columns = {field: [_value(ask, wheel, field) for wheel in wheels] for field in COMPARED}
    differences = (
        compared(field, there, values, partial(_alike, ask))
        for field, values in columns.items()
        if any(value is not None for value in values)
    )
    return WheelSet(wheels, tuple(difference for difference in differences if difference is not None))


def _wheel(ask: Ask, position: str) -> WheelAt:
    size, code = ask.maybe(f"wheels.{position}.size"), ask.maybe(f"wheels.{position}.date_code")
    return WheelAt(
        position=position,
        label=position.replace("_", " "),
        size=None if size is None else sidewall(size),
        age=None if code is None else _age(ask, code),
    )


def _age(ask: Ask, code: str) -> TyreAgeOut | None:
    if ask.on is None:
        return None
    try:
        return tyre_age(TyreAgeIn(dot=code, on=ask.on.isoformat()))
    except Refused:
        return None


def _value(ask: Ask, wheel: WheelAt, field: str) -> Any:
    if field in FROM_THE_SIZE:
        return None if wheel.size is None else getattr(wheel.size, field)
    return ask.maybe(f"wheels.{wheel.position}.{field}")


def _alike(ask: Ask, field: str, one: str, other: str) -> bool:
    """Two measured numbers are alike within the root of the sum of their squared doubts; stamped ones exactly."""
    if field in FROM_THE_SIZE:
        return False
    figures = [ask.figure(f"wheels.{position}.{field}") for position in (one, other)]
    if not all(isinstance(figure.value, float) for figure in figures):
        return False
    spec = spec_of(f"wheels.{one}.{field}")
    offs = [
        usual_doubt(spec, figure.value, figure.known) if figure.doubt is None else figure.doubt
        for figure in figures
    ]
    apart: float = abs(figures[0].value - figures[1].value)
    return apart**2 <= sum(off**2 for off in offs) + 1e-9


def is_for_passenger_cars(marks: str) -> bool:
    """Whether a size as moulded is marked for cars: no LT, no C, no load for twins.

    Source: the marks of 49 CFR 571.110 and of the tyre makers' books.
    """
    if re.search(r"LT|\dC\b|\d{2,3}\s*/\s*\d{2,3}\s*[A-Z]\b", marks.upper()):
        return False
    return bool(re.match(r"\s*P?\d{3}/\d{2}", marks.upper()))


def pressure_kpa(ask: Ask, end: str) -> float | None:
    """The pressure in use: laden the one that is set for it, where somebody noted that."""
    pressure: float | None = ask.maybe(f"aims.{end}_laden_kpa") if ask.laden else None
    return ask.maybe(f"wheels.{end}_left.pressure_kpa") if pressure is None else pressure


def tyres_at(ask: Ask, end: str) -> int:
    """How many tyres stand at an axle."""
    return 4 if end == "rear" and ask.maybe("wheels.rear_left_inner.size") is not None else 2


def carried_by_one(ask: Ask, end: str) -> float:
    """What one tyre of an axle carries on this vehicle at its rating. Raises Missing."""
    place = f"wheels.{end}_left"
    marks = ask.need(f"{place}.size", of=str)
    size = sidewall(marks)
    rated = size.max_load_dual_kg if tyres_at(ask, end) == 4 else size.max_load_kg
    if rated is None:
        raise Missing(
            f"{place}.size", f"load index of the {end} tyres, which the size as noted does not carry"
        )
    return rated / PASSENGER_ON_TRUCK if is_for_passenger_cars(marks) else rated


def tyre_load_of(ask: Ask, end: str) -> TyreLoad:
    """A tyre of one axle against what stands on it here. Raises Missing."""
    place = f"wheels.{end}_left"
    carries, tyres = carried_by_one(ask, end), tyres_at(ask, end)
    stands = getattr(standing(ask), f"{end}_kg") / tyres
    reference, pressure = ask.maybe(f"{place}.reference_pressure_kpa"), pressure_kpa(ask, end)
    calculated = None
    if reference is not None:
        calculated = tyre_load(
            TyreLoadIn(
                max_load_kg=carries, reference_pressure_kpa=reference, load_kg=stands, pressure_kpa=pressure
            )
        )
    return TyreLoad(
        tyres, carries, stands, is_for_passenger_cars(ask.need(f"{place}.size", of=str)), calculated
    )
