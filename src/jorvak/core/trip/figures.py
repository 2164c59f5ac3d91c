"""Figures of the trip: what the vehicle takes on each surface, reserves, and how many go."""

from collections.abc import Iterator
from dataclasses import replace

from jorvak.core.catalogue.rows import one
from jorvak.core.catalogue.spec import FigureSpec, FigureTable, Heading, Spot
from jorvak.core.rolling.drives import STORED_KWH
from jorvak.core.trip.fuel_fit import FACTOR_SHARE
from jorvak.core.trip.legs import FACTORS, RESERVE_PCT, WATER_L_PER_PERSON_DAY, WATER_RESERVE_PCT

FROM_FULL_TO_FULL = "Fill to the full, drive, fill to the full again: litres by true distance. Fills noted on the Trip sheet beat it."
SURFACES_IN_WORDS = {
    "gravel": "on gravel", "track": "on tracks", "sand": "on sand", "low": "in low range", "snow": "on snow",
    "mud": "in mud",
}  # fmt: skip
CONSUMPTION = "trip.consumption_l_per_100km"
FROM_CHARGE_TO_CHARGE = (
    "Charge to the full, drive one surface, charge again: the meter of the post over true distance."
)


def factor_path(surface: str) -> str:
    """The figure that says what a surface takes against the road."""
    return f"trip.{surface}_factor"


def takes_path(surface: str) -> str:
    """The figure that says what a motor takes on a surface."""
    return f"traction.{surface}_wh_per_km"


def _traction() -> Iterator[FigureSpec]:
    yield one(STORED_KWH, "drive battery, usable", "62", 1, 1000, FROM_CHARGE_TO_CHARGE)
    for surface, words in {"road": "on the road, laden", **SURFACES_IN_WORDS}.items():
        yield one(takes_path(surface), f"the motor takes {words}", "260", 50, 5000, FROM_CHARGE_TO_CHARGE)


def _fuel() -> Iterator[FigureSpec]:
    yield one(
        CONSUMPTION, "consumption on the road, laden", "13.5", 2, 80, FROM_FULL_TO_FULL, word="consumption"
    )
    for surface, words in SURFACES_IN_WORDS.items():
        usual = FACTORS.get(surface)
        yield one(
            factor_path(surface), f"takes {words}, against the road", f"{usual or 1.5:g}", 0.8, 6, FROM_FULL_TO_FULL,
            typical=usual, typical_off=None if usual is None else 2 * FACTOR_SHARE * usual,
        )  # fmt: skip
    yield one("trip.reserve_pct", "reserve of fuel, of what was used since the last fill", "15", 0, 200, kind="wish",
              typical=RESERVE_PCT)  # fmt: skip


def _water() -> Iterator[FigureSpec]:
    yield one("trip.people", "people on the trip", "2", 1, 60, kind="wish")
    yield one("trip.water_per_person_day_l", "water a person a day, in heat 8", "5", 0, 40, kind="wish",
              typical=WATER_L_PER_PERSON_DAY)  # fmt: skip
    yield one("trip.water_reserve_pct", "reserve of water, of what was used since the last fill", "20", 0, 200,
              kind="wish", typical=WATER_RESERVE_PCT)  # fmt: skip


TABLES = (
    FigureTable(
        Heading("The drive battery", 25), tuple(replace(spec, spot=Spot(0.5)) for spec in _traction())
    ),
    FigureTable(Heading("The trip", 110), (*_fuel(), *_water())),
)
