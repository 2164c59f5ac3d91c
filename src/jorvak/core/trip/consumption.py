"""What the vehicle takes on each surface: as noted, or out of its own log once there is one."""

from collections.abc import Iterable, Mapping

from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.load.masses import decomposed, off_together
from jorvak.core.trip.charge import battery_drives, takes_wh_per_km
from jorvak.core.trip.figures import CONSUMPTION, SURFACES_IN_WORDS, factor_path
from jorvak.core.trip.fuel_fit import Fit, Stretch, believed, fitted, from_full_to_full
from jorvak.core.trip.legs import FACTORS
from jorvak.core.trip.records import Fill, Surface

UNKNOWN_SHARE = 1.0
"""A deviation of a consumption of which nobody believed anything before the log."""
LOG = "own log of fuel"
ENGINES = ("engine", "motor")


@record(frozen=True, slots=True)
class Consumption:
    """Litres per 100 km by surface; ``stretches`` of one's own log that say so, none where it is as noted.

    Where a battery drives it, ``wh_per_km`` by surface and no litres.
    """

    l_per_100km: dict[Surface, float]
    factors: dict[Surface, float]
    stretches: int
    wh_per_km: dict[Surface, float]


def fills_in_order(fills: Iterable[Fill]) -> list[Fill]:
    """Fills, oldest first; of one day as the odometer has it."""
    return sorted(fills, key=lambda fill: (fill.filled_on, fill.odometer_km or 0.0, fill.id))


def log_of_fuel(fills: tuple[Fill, ...]) -> list[Stretch]:
    """The stretches of the fills, oldest first; those on which nothing was driven say nothing."""
    ordered = fills_in_order(fills)
    whole = from_full_to_full(
        [(fill.litres, fill.full) for fill in ordered],
        [{str(surface): km for surface, km in fill.driven.items()} for fill in ordered],
    )
    return [stretch for stretch in whole if sum(stretch.km.values()) > 0]


def consumption(ask: Ask) -> Consumption:
    """What is taken on each surface. Raises Missing where neither a figure nor a log says so."""
    return ask.shared("consumption by surface", _consumption)


def _consumption(ask: Ask) -> Consumption:
    if battery_drives(ask):
        return Consumption({}, {}, 0, takes_wh_per_km(ask))
    stretches = log_of_fuel(_of_this_engine(ask))
    return _out_of_the_log(ask, stretches) if stretches else _as_noted(ask)


def _of_this_engine(ask: Ask) -> tuple[Fill, ...]:
    """Fills that this engine burnt: of one that is only planned there are none."""
    engines = [change for change in ask.changes if change.kind in ENGINES]
    if not engines:
        return ask.all(Fill)
    fitted = engines[-1].fitted
    return () if fitted is None else tuple(fill for fill in ask.all(Fill) if fill.filled_on > fitted.on)


def _as_noted(ask: Ask) -> Consumption:
    on_road = ask.need(CONSUMPTION)
    factors: dict[Surface, float] = {"road": 1.0}
    for surface in SURFACES_IN_WORDS:
        path = factor_path(surface)
        # What nobody can say for another vehicle is left out: a leg on it asks for it.
        factor = ask.typical(path) if surface in FACTORS else ask.maybe(path)
        if factor is not None:
            factors[surface] = factor  # type: ignore[index]
    return Consumption({surface: on_road * factor for surface, factor in factors.items()}, factors, 0, {})


def _out_of_the_log(ask: Ask, stretches: list[Stretch]) -> Consumption:
    """By ``fuel-fit``; what is noted is what was believed before, at its word: its ± is in that of the fit."""
    factors = dict(FACTORS)
    for surface in SURFACES_IN_WORDS:
        noted = ask.word(factor_path(surface))
        if noted is not None:
            factors[surface] = noted.value
        elif surface not in factors and any(surface in stretch.km for stretch in stretches):
            raise Missing(factor_path(surface), f"what it takes {SURFACES_IN_WORDS[surface]}")
    fit = _fit(ask, stretches, factors)
    rows = decomposed(fit.covariance)
    off = off_together(
        ask, [[2 * each for each in row] for row in rows], [f"{LOG}, {surface}" for surface in fit.surfaces]
    )
    taken = {surface: mean + by for surface, mean, by in zip(fit.surfaces, fit.mean, off, strict=True)}
    return Consumption(
        taken,  # type: ignore[arg-type]
        {surface: taken[surface] / taken["road"] for surface in taken},  # type: ignore[misc]
        len(stretches),
        {},
    )


def _fit(ask: Ask, stretches: list[Stretch], factors: Mapping[str, float]) -> Fit:
    noted = ask.word(CONSUMPTION)
    if noted is not None:
        return fitted(believed(noted.value, factors), stretches)
    as_road_km = sum(factors[surface] * km for stretch in stretches for surface, km in stretch.km.items())
    first = sum(stretch.litres for stretch in stretches) / as_road_km * 100
    return fitted(believed(first, factors, UNKNOWN_SHARE), stretches)
