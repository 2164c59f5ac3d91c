"""The tanks of the vehicle as the trip sees them: what they hold, where they are, in which order they empty."""

from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.load.aboard import comes_along
from jorvak.core.load.kinds.tank import Tank
from jorvak.core.load.records import KG_PER_L, FoundTank, Holds
from jorvak.core.plan.kinds import own_fields, title_of
from jorvak.core.trip.tank import Fluid


@record(frozen=True, slots=True)
class TripTank:
    """A tank: ``holds_l`` when full, ``leaves_l`` in it when the trip begins. ``x_mm`` None: nobody said where it is."""

    name: str
    what: Fluid
    holds_l: float
    leaves_l: float
    x_mm: float | None
    kg_per_l: float


def tanks(ask: Ask) -> tuple[TripTank, ...]:
    """Those that were fitted first, then those that were found: they are emptied in this order.

    Of two kinds of fuel the one that the engine's own tank holds counts; the other is for a stove.
    """
    found = [tank for tank in ask.all(FoundTank) if comes_along(ask, tank.trips)]
    fitted = [change for change in ask.changes if isinstance(own_fields(change), Tank)]
    burns = next(
        (
            each
            for each in (*(tank.holds for tank in found), *(own_fields(c).holds for c in fitted))
            if each != "water"
        ),
        None,
    )
    row: list[TripTank] = []
    for change in fitted:
        fields = own_fields(change)
        if (what := _what(fields.holds, burns)) is not None:
            row.append(
                TripTank(title_of(change), what, fields.volume_l, fields.volume_l, change.mass_x_mm, KG_PER_L[fields.holds])
            )  # fmt: skip
    for tank in found:
        at = f"tanks.{tank.name}"
        volume, leaving = ask.maybe(f"{at}.volume_l"), ask.maybe(f"{at}.aboard_l")
        holds = leaving if volume is None else volume
        if (what := _what(tank.holds, burns)) is None:
            continue
        if holds is None:
            raise Missing(f"{at}.volume_l", f"what the tank {tank.name} holds")
        row.append(
            TripTank(tank.name, what, holds, holds if leaving is None else leaving, ask.maybe(f"{at}.x_mm"),
                     KG_PER_L[tank.holds])
        )  # fmt: skip
    cans = ask.maybe("aims.water_l")
    if cans:
        row.append(TripTank("water in cans", "water", cans, cans, ask.typical("aims.water_x_mm"), 1.0))
    return tuple(row)


def _what(holds: Holds, burns: Holds | None) -> Fluid | None:
    if holds == "water":
        return "water"
    return "fuel" if holds == burns else None


def of(row: tuple[TripTank, ...], what: Fluid) -> tuple[TripTank, ...]:
    """Those for fuel, or those for water."""
    return tuple(tank for tank in row if tank.what == what)
