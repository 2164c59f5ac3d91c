"""Figures of power: batteries, what charges them, the alternator, and what hangs on them."""

from collections.abc import Iterator, Mapping

from jorvak.core.catalogue.rows import SHEET, TAPE, choice, one
from jorvak.core.catalogue.spec import FigureSpec, FigureTable, Heading, Spot
from jorvak.core.power.alternator import HOT_PCT
from jorvak.core.power.cable import SYSTEM_VOLTS
from jorvak.core.power.records import Chemistry

USABLE_PCT: Mapping[Chemistry, float] = {"lead": 50.0, "lithium": 80.0}
TAPER_FROM_PCT: Mapping[Chemistry, float] = {"lead": 80.0, "lithium": 95.0}
EFFICIENCY_PCT: Mapping[Chemistry, float] = {"lead": 85.0, "lithium": 97.0}
"""Source: makers of batteries and chargers."""
VOLTS = "power.volts_v"
_UNDER_THE_BONNET = Spot(0.1, 0.6, "height")
CLAMP = "Clamp meter on the lead, everything else off."


def _power() -> Iterator[FigureSpec]:
    yield one(VOLTS, "volts of the system", "12.8", 5, 60, "Meter at the battery, engine off, rested.",
              typical=SYSTEM_VOLTS, typical_off=0.3, spot=_UNDER_THE_BONNET)  # fmt: skip
    yield one("power.idle_a", "alternator gives at idle", "48", 1, 500, SHEET, spot=_UNDER_THE_BONNET)
    yield one("power.rated_a", "alternator gives, rated", "120", 1, 1000, SHEET, spot=_UNDER_THE_BONNET)
    yield one("power.hot_pct", "of that, when it is hot", "85", 30, 100, CLAMP, typical=HOT_PCT, typical_off=5.0,
              spot=_UNDER_THE_BONNET)  # fmt: skip


def _solar() -> Iterator[FigureSpec]:
    yield one("solar.power_w", "solar panels", "120", 1, 5000, SHEET, spot=Spot(0.5, 1.0, "height"))
    yield one("solar.sun_hours", "hours of full sun a day", "3", 0, 12, "The worst month of the trip, by a table of the sun.",
              typical=3.0, typical_off=1.5, spot=Spot(0.5, 1.0, "height"))  # fmt: skip
    yield one("solar.reaches_pct", "of a panel's watts, what reaches the battery", "70", 5, 100, CLAMP,
              typical=70.0, typical_off=15.0, spot=Spot(0.5, 1.0, "height"))  # fmt: skip


def _battery() -> Iterator[FigureSpec]:
    yield one("capacity_ah", "capacity", "105", 1, 2000, SHEET, spot=_UNDER_THE_BONNET)
    yield choice("chemistry", "chemistry", ("lead", "lithium"), labels=("lead", "lithium iron phosphate"))
    yield one("usable_pct", "of it, what may be used", "50", 5, 100, SHEET, spot=_UNDER_THE_BONNET)
    yield one("charger_a", "charger gives", "25", 0.5, 500, SHEET, spot=_UNDER_THE_BONNET)


def _circuit() -> Iterator[FigureSpec]:
    yield one("current_a", "takes, in amps", "8", 0, 1000, CLAMP, spot=_UNDER_THE_BONNET)
    yield one("power_w", "takes, in watts", "45", 0, 20000, SHEET, spot=_UNDER_THE_BONNET)
    yield one("hours_per_day", "hours a day that it runs", "9", 0, 24, "Count over a day like those of the trip.",
              spot=_UNDER_THE_BONNET)  # fmt: skip
    yield one("duty_pct", "of the time, while driving", "60", 0, 100, "Clamp meter over an hour.",
              spot=_UNDER_THE_BONNET)  # fmt: skip
    yield one("length_m", "length of its cable, one way", "4.5", 0.05, 100, f"{TAPE} Along the way that it takes.",
              spot=_UNDER_THE_BONNET)  # fmt: skip
    yield one("area_mm2", "its cable", "6", 0.1, 500, "Printed on it; else calliper over the copper.", kind="limit",
              spot=_UNDER_THE_BONNET)  # fmt: skip
    yield one("fuse_a", "its fuse", "15", 0.5, 1000, "Printed on it.", kind="limit", spot=_UNDER_THE_BONNET)
    yield one("drop_pct", "drop that it may have", "3", 0.1, 20, SHEET, kind="wish", spot=_UNDER_THE_BONNET)


def _aims() -> Iterator[FigureSpec]:
    yield one("aims.still_days", "days without driving, on the battery", "3", 0, 60, kind="wish")


TABLES = (
    FigureTable(Heading("Batteries and alternator", 92), (*_power(), *_solar())),
    FigureTable(Heading("What you aim at, and limits", 100), tuple(_aims())),
    FigureTable(None, tuple(_battery()), named="batteries"),
    FigureTable(None, tuple(_circuit()), named="circuits"),
)
