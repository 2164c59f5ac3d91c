"""Figures of cooling: limits, the fan, what stands before the grille, climbs that were driven, and the brief's."""

from collections.abc import Iterator

from jorvak.core.catalogue.rows import SHEET, choice, one
from jorvak.core.catalogue.spec import FigureSpec, FigureTable, Heading, Spot
from jorvak.core.heat.cooling import LIMIT_C, OPENS_C

_GRILLE = Spot(-0.15, 0.55, "height")
GAUGE = "The vehicle bus, or a gauge in the hose from the engine: steady for two minutes, uphill."
COVERED, LIMIT, OPENS, FAN = "cooling.covered_pct", "cooling.limit_c", "cooling.opens_c", "cooling.fan"


def _cooling() -> Iterator[FigureSpec]:
    yield one(COVERED, "of the air to the radiator, what stands in its way", "0", 0, 100,
              "From the front, a frame of string over the grille: the share of it that is covered. What turns the air "
              "away beneath counts too.", typical=0.0, typical_off=5.0, spot=_GRILLE)  # fmt: skip
    yield one(LIMIT, "hottest that the coolant may be", "108", 80, 140, SHEET, typical=LIMIT_C, typical_off=3.0,
              spot=_GRILLE)  # fmt: skip
    yield one(OPENS, "thermostat opens at", "88", 50, 110, "Stamped on the thermostat.", typical=OPENS_C,
              typical_off=2.0, spot=_GRILLE)  # fmt: skip
    yield choice(FAN, "fan", ("electric", "viscous"))


def _run() -> Iterator[FigureSpec]:
    yield one("coolant_c", "coolant, steady", "98", 40, 150, GAUGE, spot=_GRILLE)
    yield one("ambient_c", "air", "24", -40, 60, "In the shade, or the bus.", spot=_GRILLE)
    yield one("speed_kmh", "true speed", "45", 0, 250, "Receiver, steady.", spot=_GRILLE)
    yield one("slope_pct", "grade", "7", -5, 60, "Heights by receiver over a kilometre, or a level on the floor.",
              spot=_GRILLE)  # fmt: skip
    yield one("altitude_m", "height above the sea", "900", -430, 6000, "Receiver or map.", typical=300.0,
              typical_off=400.0, spot=_GRILLE)  # fmt: skip
    yield one("mass_kg", "mass as it was driven", "2300", 200, 40000, "Weighbridge, or as this sheet has it that day.",
              spot=_GRILLE)  # fmt: skip
    yield one("power_kw", "power at the flywheel, where it is known better", "62", 1, 1500,
              "A chassis dynamometer, or the bus.", spot=_GRILLE)  # fmt: skip
    yield one("covered_pct", "of the air, what stood in its way", "0", 0, 99, GAUGE, typical=0.0, typical_off=5.0,
              spot=_GRILLE)  # fmt: skip


def _aims() -> Iterator[FigureSpec]:
    yield one("aims.hottest_c", "hottest day", "38", -20, 60, kind="wish")
    yield one("aims.climb_slope_pct", "longest climb, grade", "7", 0, 40, kind="wish")
    yield one("aims.climb_km", "longest climb, length", "14", 0, 200, kind="wish")
    yield one("aims.climb_altitude_m", "longest climb, height at its end", "1900", -400, 6000, kind="wish",
              typical=300.0, typical_off=400.0)  # fmt: skip
    yield one("aims.climb_kmh", "speed wanted on it", "60", 5, 200, kind="wish", typical=50.0)


TABLES = (
    FigureTable(Heading("Cooling", 25), tuple(_cooling())),
    FigureTable(Heading("What you aim at, and limits", 100), tuple(_aims())),
    FigureTable(None, tuple(_run()), named="heat_runs"),
)
