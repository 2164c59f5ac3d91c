"""Figures of the trial area."""

from jorvak.core.catalogue.rows import SHEET, one
from jorvak.core.catalogue.spec import FigureTable, Heading, Spot

TABLES = (
    FigureTable(
        Heading("Battery", 95),
        (
            one(
                "battery.capacity_ah",
                "battery, capacity",
                "95",
                10,
                1000,
                SHEET,
                word="bank",
                spot=Spot(0.1, 1.0, "sill"),
            ),
            one("battery.draw_a", "battery, draw at rest", "2.4", 0, 100, typical=2.0, typical_off=1.0),
        ),
    ),
    FigureTable(None, (one("draw_a", "draws", "3.1", 0, 100),), named="consumers"),
)
