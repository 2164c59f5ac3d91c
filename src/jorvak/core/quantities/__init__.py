"""Reading and writing what people type.

>>> round(read("38 5/16 in", LENGTH).value, 4)
973.1375
>>> write(973.1375, LENGTH, "in", fraction=16)
'38 5/16 in'
"""

from jorvak.core.quantities.reader import Reading, Unreadable, read
from jorvak.core.quantities.units import (
    ALTITUDE,
    ANGLE,
    CONSUMPTION,
    COUNT,
    DISTANCE,
    FORCE,
    INCH,
    LENGTH,
    MASS,
    METRIC,
    MONEY,
    PERCENT,
    POWER,
    PRESETS,
    PRESSURE,
    QUANTITIES,
    RATIO,
    RIM,
    SPEED,
    SPIN,
    STIFFNESS,
    TIME,
    TORQUE,
    VOLUME,
    Preset,
    Quantity,
    Unit,
    quantity_of_key,
)
from jorvak.core.quantities.writer import write, write_as, write_exact

__all__ = [
    "ALTITUDE",
    "ANGLE",
    "CONSUMPTION",
    "COUNT",
    "DISTANCE",
    "FORCE",
    "INCH",
    "LENGTH",
    "MASS",
    "METRIC",
    "MONEY",
    "PERCENT",
    "POWER",
    "PRESETS",
    "PRESSURE",
    "QUANTITIES",
    "RATIO",
    "RIM",
    "SPEED",
    "SPIN",
    "STIFFNESS",
    "TIME",
    "TORQUE",
    "VOLUME",
    "Preset",
    "Quantity",
    "Reading",
    "Unit",
    "Unreadable",
    "quantity_of_key",
    "read",
    "write",
    "write_as",
    "write_exact",
]
