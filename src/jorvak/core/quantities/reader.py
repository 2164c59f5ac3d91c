"""One reader for everything that a person types as a quantity.

It reads what stands on a tape, a sidewall or in a notebook: fractions to the sixteenth, feet and inches,
decimal points and commas, units in any usual spelling. What it cannot read it refuses with what it
understood and an example that would work; it never turns anything into 0.
"""

import math
import re
from functools import cache

from jorvak.core.immutable import record
from jorvak.core.quantities.units import LENGTH, RATIO, Quantity, Unit

LONGEST_TEXT = 60


@record(frozen=True)
class Reading:
    """What was typed: ``value`` in the core's unit, the ``unit`` it was typed in, and the teeth of a ratio."""

    value: float
    unit: Unit
    teeth: tuple[int, int] | None = None


class Unreadable(ValueError):
    """What was typed is not a quantity. The message says what was understood and gives ``example``."""

    def __init__(self, message: str, example: str) -> None:
        super().__init__(message)
        self.example = example


_SIGN = r"(?P<sign>[+-]?)"
_FRACTION = r"(?:(?P<whole>[0-9]+)(?:\s+|\s*-\s*))?(?P<top>[0-9]+)\s*/\s*(?P<bottom>[0-9]+)"
_DECIMAL = r"(?P<decimal>[0-9][0-9.,\s]*|[.,][0-9]+)"
_NUMBER = re.compile(rf"{_SIGN}\s*(?:{_FRACTION}|{_DECIMAL})")
_FEET = re.compile(
    r"(?P<sign>[+-]?)\s*(?P<feet>[0-9]+)\s*(?:'(?!')|ft|foot|feet)\s*-?\s*"
    r"(?P<inches>[0-9].*?)\s*(?:\"|''|in|inch|inches)?"
)
_VULGAR = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_SAME = str.maketrans(
    {"′": "'", "’": "'", "`": "'", "″": '"', "”": '"', "“": '"', "−": "-", "–": "-", "⁄": "/", "∕": "/",
     "\u00a0": " ", "\u2009": " ", "\u202f": " ", "⋅": "·", "∙": "·"}
)  # fmt: skip


def read(text: str, quantity: Quantity, unit: str | None = None) -> Reading:
    """Read ``text`` as a ``quantity``.

    ``unit`` is the symbol of the field's display unit, which a bare number takes; the core's unit where
    it is None. Raises Unreadable.

    >>> from jorvak.core.quantities import LENGTH
    >>> read("13 1/2 in", LENGTH).value, read("343", LENGTH).value
    (342.9, 343.0)
    """
    shown = quantity.unit(unit) if unit is not None else quantity.core_unit
    plain = _plain(text)
    if not plain:
        raise Unreadable(
            f"Nothing was typed. Type a {quantity.name} such as {quantity.examples}.", quantity.example
        )
    if len(plain) > LONGEST_TEXT:
        raise Unreadable(
            f"That is {len(plain)} characters long. Type a {quantity.name} such as {quantity.examples}.",
            quantity.example,
        )
    if quantity is LENGTH and (feet := _FEET.fullmatch(plain)):
        return _read_feet_and_inches(text, feet, quantity)
    if quantity is RATIO:
        plain = re.sub(r"\s*:\s*1$", "", plain).replace(":", "/")

    number = _NUMBER.match(plain)
    if number is None:
        raise Unreadable(
            f"No number is readable in “{_short(text)}”. Type a {quantity.name} such as {quantity.examples}.",
            quantity.example,
        )
    named = plain[number.end() :].strip()
    typed_unit = _find_unit(named, quantity) if named else shown
    if typed_unit is None:
        raise Unreadable(
            f"“{number.group().strip()}” was read, “{_short(named)}” is no unit of {quantity.name} that is known here. "
            f"Type for example {quantity.examples}.",
            quantity.example,
        )
    teeth = None
    if quantity is RATIO and number["top"] is not None and number["whole"] is None:
        teeth = (int(number["top"]), int(number["bottom"]))
    size = _value(text, number, quantity)
    if typed_unit.inverse and size == 0:
        raise Unreadable(
            f"“{_short(text)}” is nowhere. Type for example {quantity.examples}.", quantity.example
        )
    return Reading(_finite(typed_unit.in_core(size), text, quantity), typed_unit, teeth)


def _plain(text: str) -> str:
    for vulgar, fraction in _VULGAR.items():
        text = text.replace(vulgar, f" {fraction}")
    return re.sub(r"\s+", " ", text.translate(_SAME)).strip().lower()


def _short(text: str) -> str:
    return text.strip() if len(text) <= 24 else text.strip()[:24] + "…"


@cache
def _spellings(quantity: Quantity) -> dict[str, Unit]:
    return {
        spelling.lower().replace(" ", ""): unit
        for unit in quantity.units
        for spelling in (unit.symbol, *unit.spellings)
        if spelling
    }


def _find_unit(named: str, quantity: Quantity) -> Unit | None:
    return _spellings(quantity).get(named.replace(" ", "").rstrip("."))


def _read_feet_and_inches(text: str, feet: re.Match[str], quantity: Quantity) -> Reading:
    inches = _NUMBER.fullmatch(feet["inches"])
    if inches is None or inches["sign"]:
        raise Unreadable(
            f"“{feet['feet']} ft” was read, “{_short(feet['inches'])}” are no inches. Type for example 3' 2 5/16\".",
            "3' 2 5/16\"",
        )
    total = int(feet["feet"]) * 12 + _value(text, inches, quantity)
    if feet["sign"] == "-":
        total = -total
    unit = quantity.unit("in")
    return Reading(_finite(total * unit.factor, text, quantity), unit)


def _value(text: str, number: re.Match[str], quantity: Quantity) -> float:
    if number["decimal"] is not None:
        size = _decimal(number["decimal"].strip(), text, quantity)
    else:
        top, bottom = int(number["top"]), int(number["bottom"])
        if bottom == 0:
            raise Unreadable(
                f"“{_short(text)}” divides by nothing. Type for example {quantity.examples}.",
                quantity.example,
            )
        if number["whole"] is not None and top >= bottom:
            raise Unreadable(
                f"“{top}/{bottom}” after a whole number is more than one. Type for example 38 5/16.",
                "38 5/16",
            )
        size = int(number["whole"] or 0) + top / bottom if top.bit_length() < 900 else math.inf
    return -size if number["sign"] == "-" else size


def _decimal(digits: str, text: str, quantity: Quantity) -> float:
    """The number in ``digits``, where a comma or a point may be decimal, or may set off thousands."""
    if re.fullmatch(r"[0-9]{1,3}( [0-9]{3})+([.,][0-9]+)?", digits):
        return float(digits.replace(" ", "").replace(",", "."))
    either = r"[1-9][0-9]{0,2}[.,][0-9]{3}" if quantity.thousands else r"[1-9][0-9]{0,2},[0-9]{3}"
    if re.fullmatch(either, digits):
        as_thousands = digits.replace(",", "").replace(".", "")
        as_decimal = f"{int(as_thousands) / 1000:g}" if quantity.thousands else digits.replace(",", ".")
        if re.fullmatch(either, as_decimal):
            # What is offered has to be read: a fourth digit says that these are behind the point.
            as_decimal += "0"
        raise Unreadable(
            f"“{digits}” could be {as_decimal} or {as_thousands}. Type the one you mean: {as_decimal} or {as_thousands}.",
            as_decimal,
        )
    if re.fullmatch(r"[0-9]*\.?[0-9]+|[0-9]+\.", digits):
        return float(digits)
    if re.fullmatch(r"[0-9]*,[0-9]+", digits):
        return float(digits.replace(",", "."))
    if re.fullmatch(r"[0-9]{1,3}(,[0-9]{3})+(\.[0-9]+)?", digits):
        return float(digits.replace(",", ""))
    if re.fullmatch(r"[0-9]{1,3}(\.[0-9]{3})+,[0-9]+|[0-9]{1,3}(\.[0-9]{3}){2,}", digits):
        return float(digits.replace(".", "").replace(",", "."))
    raise Unreadable(
        f"“{_short(text)}” is not one number. Type a {quantity.name} such as {quantity.examples}.",
        quantity.example,
    )


def _finite(value: float, text: str, quantity: Quantity) -> float:
    if not math.isfinite(value):
        raise Unreadable(
            f"“{_short(text)}” is too large to be a {quantity.name}. Type for example {quantity.examples}.",
            quantity.example,
        )
    return value
