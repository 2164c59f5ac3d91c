"""A line as its words with each value taken out: ``front shock # closed # open``.

What stands between words is left: a stroke or an x between two values, a sign before one.
"""

import re
from itertools import pairwise

from jorvak.core.immutable import record

UNITS: dict[str, str] = {
    "mm": "mm", "cm": "cm", "m": "m", "in": "in", '"': "in", "inch": "in", "inches": "in", "ft": "ft",
    "kg": "kg", "kgs": "kg", "lb": "lb", "lbs": "lb", "t": "t", "kw": "kW", "hp": "hp", "nm": "Nm", "lb-ft": "ft-lb",
    "ft-lb": "ft-lb", "lb ft": "ft-lb", "kpa": "kPa", "psi": "psi", "bar": "bar", "l": "l", "litres": "l", "qt": "qt",
    "deg": "°", "°": "°", "km/h": "km/h", "kmh": "km/h", "mph": "mph", "km": "km", "mi": "mi", "miles": "mi",
    "rpm": "rpm", "n/mm": "N/mm", "lb/in": "lb/in", "%": "%", "k": "k", "h": "h",
}  # fmt: skip
"""Units as they are written, in lower case, and as the reader of quantities has them."""
_UNIT = "|".join(sorted((re.escape(unit) for unit in UNITS), key=len, reverse=True))
_NUMBER = (
    r"\d+'\s*\d+\s+\d+/\d+\"?|\d+'\s*\d+\"?"  # 6' 1 5/8", 6'11"
    r"|\d+\s+\d+/\d+|\d+-\d+/\d+"  # 107 7/8
    r"|\d+°\s*\d+'"  # 3° 24'
    r"|\d+,\d{3}(?!\d)|\d+[.,]\d+|\d+|[.,]\d+"
)
_VALUE = re.compile(
    rf"(?<![\w.#])(?P<sign>[+-]?)(?P<number>{_NUMBER})(?:\s?(?P<unit>{_UNIT})(?![\w/-])|(?![a-z\d]))",
    re.IGNORECASE,
)
GAUGE = "gps"


@record(frozen=True, slots=True)
class Value:
    """A number as it was typed, with its unit where one stood; ``bare_fraction``: inches, or nobody knows."""

    text: str
    unit: str

    @property
    def typed(self) -> str:
        return f"{self.text} {self.unit}".strip()

    @property
    def bare_fraction(self) -> bool:
        fraction = re.search(r"\d\s+\d+/\d+|\d-\d+/\d+", self.text)
        return not self.unit and fraction is not None and not re.search("['\"]", self.text)


@record(frozen=True, slots=True)
class Skeleton:
    """``words`` with ``#UNIT`` for each of ``values``."""

    words: str
    values: tuple[Value, ...]


def skeleton(line: str) -> Skeleton:
    """A line with its values taken out.

    >>> skeleton("Front shock 352 closed, 13 7/8 in open").words
    'front shock # closed , #in open'
    """
    text = (
        line.strip().replace("#", " ").replace("”", '"').replace("“", '"').replace("″", '"').replace("’", "'").replace("×", "x").replace("–", "-")
    )  # fmt: skip
    values: list[Value] = []

    def taken(match: re.Match[str]) -> str:
        unit = UNITS.get((match["unit"] or "").lower(), "")
        values.append(Value(match["sign"].replace("+", "") + match["number"], unit))
        return f" #{unit.lower().replace('/', '')} "

    text = re.sub(r"(?i)\block\s+(\S+)\s+out\s+(\S+)\s+in\b", r"lock out \1 inward \2", text)
    text = re.sub(r"(?<=\d):1\b", "", text)
    # A hyphen between two numbers is a range and no sign.
    text = re.sub(r"(?<=\d)-(?=\d)(?!\d+/\d)", " to ", text)
    words = _VALUE.sub(taken, text.lower().replace("ø", ""))
    words = re.sub(r"[:=]", " ", words)
    words = re.sub(r"([,;/])", r" \1 ", words)
    words = re.sub(r"\s+", " ", words).strip()
    return Skeleton(*_with_units(words, values))


def _with_units(words: str, values: list[Value]) -> tuple[str, tuple[Value, ...]]:
    """Of two values that are joined by a stroke or an x the unit of one is the other's too."""
    tokens = words.split()
    at = [i for i, token in enumerate(tokens) if token.startswith("#")]
    for one, other in pairwise(range(len(at))):
        if tokens[at[one] + 1 : at[other]] not in (["x"], ["/"]):
            continue
        for bare, full in ((one, other), (other, one)):
            if not values[bare].unit and values[full].unit:
                values[bare] = Value(values[bare].text, values[full].unit)
                tokens[at[bare]] = tokens[at[full]]
    return " ".join(tokens), tuple(values)
