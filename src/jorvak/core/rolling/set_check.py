"""Are the wheels or tyres of a set alike? The odd ones are named."""

from collections import Counter
from collections.abc import Callable, Hashable, Sequence
from typing import Any

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Refused

Alike = Callable[[str, str, str], bool]
"""Whether the values of a field at two positions count as alike although they are not equal."""


class SetCheckIn(Given):
    items: list[dict[str, Any]] = Field(description="each with its position and any fields")
    fields: list[str] = Field(description="what to compare", examples=['["size", "offset_mm"]'])


class Difference(Answer):
    field: str = Field(description="what is compared")
    majority: Any = Field(description="the most frequent value; null where none is")
    tie: bool = Field(description="no single value is most frequent")
    odd: list[str] = Field(description="positions that differ from it")
    unknown: list[str] = Field(description="positions whose value nobody has noted")


class SetCheckOut(Answer):
    matched: bool = Field(description="nothing odd, nothing unknown")
    differences: list[Difference] = Field(description="in the order of fields, those with neither left out")


def set_check(given: SetCheckIn) -> SetCheckOut:
    """The most frequent value of each field is the set's. Source: counting. Raises Refused."""
    if not given.items:
        raise Refused("items", "There is nothing in this set: give at least one item.")
    if not given.fields:
        raise Refused("fields", "Say what to compare: give at least one field.")
    positions = [_position(item, index) for index, item in enumerate(given.items)]
    differences = [
        difference
        for field in given.fields
        if (
            difference := compared(
                field, positions, [_value(item, field, i) for i, item in enumerate(given.items)]
            )
        )
        is not None
    ]
    return SetCheckOut(matched=not differences, differences=differences)


def compared(
    field: str, positions: Sequence[str], values: Sequence[Any], alike: Alike | None = None
) -> Difference | None:
    """One field of a set; None where all are known and alike. ``alike`` lets measured values differ a little."""
    if values and None not in values and len({_key(value) for value in values}) == 1:
        return None
    known = [(where, value) for where, value in zip(positions, values, strict=True) if value is not None]
    counts = Counter(_key(value) for _, value in known)
    most = counts.most_common(2)
    tie = len(most) > 1 and most[0][1] == most[1][1]
    majority = next((value for _, value in known if most and _key(value) == most[0][0]), None)
    typical = next((where for where, value in known if _key(value) == _key(majority)), "")
    odd = [
        where
        for where, value in known
        if tie or (_key(value) != _key(majority) and not (alike and alike(field, typical, where)))
    ]
    unknown = [where for where, value in zip(positions, values, strict=True) if value is None]
    if not odd and not unknown:
        return None
    return Difference(field=field, majority=None if tie else majority, tie=tie, odd=odd, unknown=unknown)


def _key(value: Any) -> Hashable:
    # 30 and 30.0 are one value, true and 1 are not.
    return (isinstance(value, bool), value) if isinstance(value, Hashable) else str(value)


def _position(item: dict[str, Any], index: int) -> str:
    position = item.get("position")
    if not isinstance(position, str) or not position:
        raise Refused(f"items.{index}.position", "Say where it is, for example rear left.")
    return position


def _value(item: dict[str, Any], field: str, index: int) -> Any:
    value = item.get(field)
    if isinstance(value, (dict, list)):
        raise Refused(f"items.{index}.{field}", f"{field} has to be one number, word, yes or no.")
    return value


CALCULATION = Calculation(
    "set-check",
    SetCheckIn,
    set_check,
    SetCheckOut,
    "are the wheels or tyres of a set alike, and which is the odd one",
    "counting; the trade's fields",
)
