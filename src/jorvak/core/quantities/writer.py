"""Writing a quantity in the unit that a person chose."""

import math

from jorvak.core.quantities.units import Preset, Quantity

_ON_THE_TICK = 1e-6
MOST_DECIMALS = 18


def write(
    value: float,
    quantity: Quantity,
    unit: str | None = None,
    fraction: int | None = None,
    places: int | None = None,
) -> str:
    """``value`` (core unit) as a person reads it, rounded for a screen or for print.

    ``unit`` is a symbol of the quantity (None: the core's); ``fraction`` 16 or 32 writes inches as on a
    tape; ``places`` overrides the unit's usual decimals.

    >>> from jorvak.core.quantities import LENGTH
    >>> write(342.9, LENGTH), write(342.9, LENGTH, "in", fraction=16)
    ('343 mm', '13 1/2 in')
    """
    shown = quantity.unit(unit) if unit is not None else quantity.core_unit
    size = shown.of_core(value)
    if fraction and shown.symbol == "in":
        return _with_symbol(_fraction(size, fraction), shown.symbol)
    digits = f"{size:.{shown.places if places is None else places}f}"
    if float(digits) == 0:
        digits = digits.lstrip("-")
    return _with_symbol(digits, shown.symbol)


def write_as(preset: Preset, value: float, quantity: Quantity) -> str:
    """``value`` (core unit) in the unit, and by the fractions, of ``preset``."""
    return write(value, quantity, preset.unit(quantity).symbol, preset.fraction)


def write_exact(
    value: float, quantity: Quantity, unit: str | None = None, fraction: int | None = None
) -> str:
    """``value`` as it goes into an input: reading it back gives the same value to ten digits.

    Inches are written as a fraction only where the value lies on a tick of that tape.
    """
    shown = quantity.unit(unit) if unit is not None else quantity.core_unit
    size = shown.of_core(value)
    ticks = size * (fraction or 0)
    if fraction and shown.symbol == "in" and abs(ticks - round(ticks)) < _ON_THE_TICK:
        return _with_symbol(_fraction(size, fraction), shown.symbol)
    decimals = max(0, 11 - math.floor(math.log10(abs(size)))) if size else 0
    digits = f"{size:.{min(decimals, MOST_DECIMALS)}f}"
    shortest = digits.rstrip("0").rstrip(".") if "." in digits else digits
    # Three digits behind the point of what is counted in thousands would be asked back: a fourth says which they are.
    behind = shortest.rpartition(".")[2]
    if quantity.thousands and "." in shortest and len(behind) == 3:
        shortest += "0"
    return _with_symbol(shortest, shown.symbol)


def _fraction(size: float, denominator: int) -> str:
    ticks = round(abs(size) * denominator)
    whole, top = divmod(ticks, denominator)
    shared = math.gcd(top, denominator)
    parts = ([str(whole)] if whole or not top else []) + (
        [f"{top // shared}/{denominator // shared}"] if top else []
    )
    return ("-" if size < 0 and ticks else "") + " ".join(parts)


def _with_symbol(digits: str, symbol: str) -> str:
    return f"{digits} {symbol}" if symbol else digits
