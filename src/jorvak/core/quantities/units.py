"""Quantities, their units, and what one of each is in the core's unit.

The core works in one unit per quantity and every key says which (``wheelbase_mm``); people choose what
they see. Factors are those of the handbook's conventions and exact where the unit is defined exactly.
"""

from functools import lru_cache

from jorvak.core.immutable import record

MM_PER_IN = 25.4
KM_PER_MILE = 1.609344
KG_PER_LB = 0.45359237
NM_PER_LBF_FT = 1.3558179483
KPA_PER_PSI = 6.894757
L_PER_US_QT = 0.946352946
STANDARD_GRAVITY = 9.80665


@record(frozen=True)
class Unit:
    """One way to write a quantity: ``factor`` core units make one of it, ``places`` decimals on a screen.

    ``inverse``: it counts the other way round, and ``factor`` divided by it is in the core's unit. ``zero`` is what it
    reads where the core's unit is 0, as degrees Fahrenheit do.
    """

    symbol: str
    factor: float
    places: int
    spellings: tuple[str, ...] = ()
    inverse: bool = False
    zero: float = 0.0

    def in_core(self, size: float) -> float:
        """So many of it in the core's unit. Raises ZeroDivisionError for none of one that counts the other way."""
        return self.factor / size if self.inverse else (size - self.zero) * self.factor

    def of_core(self, value: float) -> float:
        """So much in the core's unit in this one. Raises ZeroDivisionError as :meth:`in_core`."""
        return self.factor / value if self.inverse else value / self.factor + self.zero


@record(frozen=True)
class Quantity:
    """A kind of thing that is measured. ``suffix`` ends every key that holds it; the first unit is the core's."""

    name: str
    suffix: str
    units: tuple[Unit, ...]
    examples: str
    thousands: bool = False
    """Counted in thousands, so that a point before three digits may set them off and is asked back."""

    @property
    def example(self) -> str:
        """The first of the examples."""
        return self.examples.split(" or ")[0]

    @property
    def core_unit(self) -> Unit:
        return self.units[0]

    def unit(self, symbol: str) -> Unit:
        """The unit of that symbol. Raises KeyError with what exists."""
        for unit in self.units:
            if unit.symbol == symbol:
                return unit
        raise KeyError(f"{self.name} is not measured in {symbol!r}; one of {[u.symbol for u in self.units]}")


LENGTH = Quantity(
    "length",
    "_mm",
    (
        Unit("mm", 1.0, 0, ("millimetre", "millimetres", "millimeter", "millimeters")),
        Unit("in", MM_PER_IN, 2, ('"', "inch", "inches", "''")),
        Unit("ft", 12 * MM_PER_IN, 2, ("'", "foot", "feet")),
        Unit("cm", 10.0, 1, ("centimetre", "centimetres", "centimeter", "centimeters")),
        Unit("m", 1000.0, 3, ("metre", "metres", "meter", "meters")),
    ),
    "38 5/16 in or 973 mm",
)
MASS = Quantity(
    "mass",
    "_kg",
    (
        Unit("kg", 1.0, 0, ("kilo", "kilos", "kgs", "kilogram", "kilograms")),
        Unit("lb", KG_PER_LB, 0, ("lbs", "pound", "pounds", "#")),
        Unit("t", 1000.0, 3, ("tonne", "tonnes")),
    ),
    "48 kg or 106 lb",
)
TORQUE = Quantity(
    "torque",
    "_nm",
    (
        Unit("Nm", 1.0, 0, ("n·m", "n m", "n-m", "newton metre", "newton metres")),
        Unit("lbf·ft", NM_PER_LBF_FT, 0, ("ft-lb", "ft lb", "ft·lb", "ftlb", "ft-lbs", "ft lbs", "lb ft",
                                          "lb-ft", "lb·ft", "lbft", "lbf ft", "lbf-ft", "ft-lbf", "ft lbf")),
        Unit("kgm", STANDARD_GRAVITY, 1, ("kgf·m", "kgf m", "kgfm", "kg m", "mkg", "m·kg")),
    ),
    "110 Nm or 81 ft-lb",
)  # fmt: skip
PRESSURE = Quantity(
    "pressure",
    "_kpa",
    (Unit("kPa", 1.0, 0), Unit("psi", KPA_PER_PSI, 0, ("lb/in2", "lbs")), Unit("bar", 100.0, 2)),
    "2.4 bar or 35 psi",
)
VOLUME = Quantity(
    "volume",
    "_l",
    (
        Unit("l", 1.0, 1, ("litre", "litres", "liter", "liters", "ltr")),
        Unit("qt", L_PER_US_QT, 1, ("us qt", "quart", "quarts")),
        Unit("gal", 4 * L_PER_US_QT, 1, ("us gal", "gallon", "gallons")),
        Unit("imp gal", 4.54609, 1, ("uk gal", "imperial gallon", "imperial gallons")),
        Unit("ml", 0.001, 0, ("millilitre", "millilitres", "cc")),
    ),
    "2 l or 1.6 qt",
)
CONSUMPTION = Quantity(
    "consumption",
    "_l_per_100km",
    (
        Unit("l/100 km", 1.0, 1, ("l/100km", "l per 100 km", "litres per 100 km", "l")),
        Unit("mpg", 100 * 4 * L_PER_US_QT / KM_PER_MILE, 1, ("us mpg", "miles per gallon"), inverse=True),
        Unit("imp mpg", 100 * 4.54609 / KM_PER_MILE, 1, ("uk mpg",), inverse=True),
    ),
    "13.5 l/100 km or 17.4 mpg",
)
SPEED = Quantity(
    "speed",
    "_kmh",
    (Unit("km/h", 1.0, 0, ("kmh", "kph", "km h")), Unit("mph", KM_PER_MILE, 0, ("mi/h", "miles/h"))),
    "90 km/h or 56 mph",
)
DISTANCE = Quantity(
    "distance",
    "_km",
    (
        Unit("km", 1.0, 0, ("kilometre", "kilometres", "kilometer", "kilometers")),
        Unit("mi", KM_PER_MILE, 0, ("mile", "miles")),
    ),
    "128400 km or 79784 mi",
    thousands=True,
)
ANGLE = Quantity("angle", "_deg", (Unit("°", 1.0, 1, ("deg", "degree", "degrees")),), "3.4 deg")
FORCE = Quantity(
    "force", "_n", (Unit("N", 1.0, 0), Unit("lbf", 4.4482216152605, 0), Unit("kN", 1000.0, 2)), "900 N"
)
STIFFNESS = Quantity(
    "spring rate",
    "_n_per_mm",
    (
        Unit("N/mm", 1.0, 1, ("n per mm",)),
        Unit("lb/in", 4.4482216152605 / MM_PER_IN, 0, ("lbs/in", "lbf/in")),
    ),
    "34 N/mm or 194 lb/in",
)
POWER = Quantity(
    "power",
    "_kw",
    (Unit("kW", 1.0, 0), Unit("hp", 0.74569987158227, 0, ("bhp",)), Unit("PS", 0.73549875, 0, ("cv", "ch"))),
    "120 kW or 161 hp",
)
SPIN = Quantity("engine speed", "_rpm", (Unit("rpm", 1.0, 0, ("1/min", "rev/min", "r/min")),), "720 rpm")
PERCENT = Quantity("share", "_pct", (Unit("%", 1.0, 1, ("pct", "percent", "per cent")),), "2.5 %")
TIME = Quantity(
    "time",
    "_h",
    (Unit("h", 1.0, 1, ("hr", "hrs", "hour", "hours")), Unit("min", 1 / 60, 0, ("minute", "minutes"))),
    "6.5 h or 390 min",
)
AREA = Quantity(
    "area",
    "_m2",
    (Unit("m²", 1.0, 2, ("m2", "sq m")), Unit("ft²", 0.09290304, 1, ("ft2", "sq ft"))),
    "1.2 m2",
)
SPAN = Quantity(
    "height or distance",
    "_m",
    (Unit("m", 1.0, 0, ("metre", "metres", "meter", "meters")), Unit("ft", 0.3048, 0, ("'", "foot", "feet"))),
    "28 m or 92 ft",
)
CURRENT = Quantity("current", "_a", (Unit("A", 1.0, 1, ("amp", "amps", "ampere", "amperes")),), "8.5 A")
VOLTAGE = Quantity("voltage", "_v", (Unit("V", 1.0, 1, ("volt", "volts")),), "12.8 V")
WATTAGE = Quantity(
    "electric power", "_w", (Unit("W", 1.0, 0, ("watt", "watts")), Unit("kW", 1000.0, 2)), "45 W"
)
CHARGE = Quantity("charge", "_ah", (Unit("Ah", 1.0, 0, ("amp hours", "ampere hours", "a h")),), "105 Ah")
ENERGY = Quantity("energy", "_wh", (Unit("Wh", 1.0, 0, ("watt hours",)), Unit("kWh", 1000.0, 2)), "1344 Wh")
STORED = Quantity(
    "stored energy", "_kwh", (Unit("kWh", 1.0, 1), Unit("Wh", 0.001, 0, ("watt hours",))), "62 kWh"
)
ENERGY_USE = Quantity(
    "energy for a distance",
    "_wh_per_km",
    (
        Unit("Wh/km", 1.0, 0, ("wh per km",)),
        Unit("Wh/mi", 1 / KM_PER_MILE, 0, ("wh per mile", "wh/mile")),
        Unit("kWh/100 km", 10.0, 1, ("kwh/100km", "kwh per 100 km")),
    ),
    "240 Wh/km or 24 kWh/100 km",
)
CROSS_SECTION = Quantity(
    "cross-section", "_mm2", (Unit("mm²", 1.0, 1, ("mm2", "sq mm", "square mm")),), "6 mm2"
)
TEMPERATURE = Quantity(
    "temperature",
    "_c",
    (
        Unit("°C", 1.0, 0, ("c", "deg c", "celsius")),
        Unit("°F", 5 / 9, 0, ("f", "deg f", "fahrenheit"), zero=32.0),
    ),
    "96 °C or 205 °F",
)
WARMTH = Quantity(
    "difference of temperature", "_k", (Unit("K", 1.0, 0, ("kelvin",)), Unit("°F", 5 / 9, 0)), "12 K"
)
RATIO = Quantity("ratio", "_ratio", (Unit("", 1.0, 2, (": 1", ":1")),), "4.10 or 41/10")
# Rims are inches by name all over the world: never converted.
RIM = Quantity("rim", "_in", (Unit("in", 1.0, 1, ('"', "inch", "inches")),), "8 or 8 1/2")
# What is counted in thousands: "1.490" and "1,490" are asked back, whichever was meant.
MONEY = Quantity(
    "money", "_cost", (Unit("", 1.0, 0), Unit("k", 1000.0, 1, ("thousand",))), "1640 or 12k", thousands=True
)
COUNT = Quantity("number", "", (Unit("", 1.0, 0), Unit("k", 1000.0, 1, ("thousand",))), "4", thousands=True)

# STIFFNESS first: its keys end like lengths; ENERGY_USE before DISTANCE.
QUANTITIES = (
    STIFFNESS, CONSUMPTION, ENERGY_USE, STORED, LENGTH, MASS, TORQUE, PRESSURE, VOLUME, SPEED, DISTANCE, ANGLE, FORCE, POWER, SPIN, PERCENT, TIME,
    RATIO, RIM, AREA, SPAN, MONEY, CURRENT, VOLTAGE, WATTAGE, CHARGE, ENERGY,
    CROSS_SECTION, TEMPERATURE, WARMTH, COUNT,
)  # fmt: skip


@record(frozen=True)
class Preset:
    """What a person wants to see: one unit per quantity, and lengths as tape fractions where ``fraction`` says."""

    name: str
    symbols: dict[str, str]
    fraction: int | None = None

    def unit(self, quantity: Quantity) -> Unit:
        symbol = self.symbols.get(quantity.name)
        return quantity.unit(symbol) if symbol is not None else quantity.core_unit


METRIC = Preset("metric", {})
INCH = Preset(
    "inch",
    {
        "length": "in",
        "mass": "lb",
        "torque": "lbf·ft",
        "pressure": "psi",
        "volume": "qt",
        "speed": "mph",
        "distance": "mi",
        "energy for a distance": "Wh/mi",
        "force": "lbf",
        "power": "hp",
        "area": "ft²",
        "height or distance": "ft",
        "temperature": "°F",
        "difference of temperature": "°F",
        "spring rate": "lb/in",
    },
    fraction=16,
)
PRESETS = {preset.name: preset for preset in (METRIC, INCH)}


@lru_cache(maxsize=1024)
def quantity_of_key(key: str) -> Quantity | None:
    """The quantity that a key's ending names (``wheelbase_mm`` is a length); None where it names none."""
    if key == "ratio":
        return RATIO
    for quantity in QUANTITIES:
        if quantity.suffix and key.endswith(quantity.suffix):
            return quantity
    return None
