"""A result laid flat, and what another of its kind differs in: which values, and where they stand.

Results are dicts, lists, records, models and plain values, nested. Carrying doubt compares hundreds of them with one:
what is the very same object on both sides is passed over whole, and what is of one shape is compared in order.
"""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field, fields
from functools import cache
from operator import attrgetter
from typing import Any

from pydantic import BaseModel

PLAIN = frozenset({float, int, str, bool, type(None)})
Path = tuple[str | int, ...]


# Not frozen, as what follows: a frozen record takes three times as long to make, and there are thousands.
@dataclass(slots=True)
class ResultDifference:
    """What came out otherwise: by the order of the first result's values, None where there is nothing any more.

    ``resized`` are the lists whose length is another.
    """

    moved: Mapping[int, Any]
    resized: frozenset[Path] = frozenset()


@dataclass(slots=True)
class _Record:
    """One dict, list, record or model of a result: what it holds, and for each where that stands.

    ``at`` has the place in the order of values of what is plain, the ``_Record`` of what holds more, and None
    for what says of itself that it is ``WITHOUT_DOUBT``: drawn, and asked for no ±.
    """

    value: Any
    of: Any
    in_order: Callable[[Any], Sequence[Any]]
    holds: Sequence[Any]
    keys: tuple[Any, ...] | None
    at: list["int | _Record | None"] = field(default_factory=list)


class FlatResult:
    """A result laid flat: its plain ``values`` in order, the ``places`` where they stand, ``sizes`` of its lists.

    >>> flat = FlatResult({"deg": 31.0, "points": [{"z_mm": 480.0}]})
    >>> flat.places
    [('deg',), ('points', 0, 'z_mm')]
    >>> flat.difference({"deg": 31.0, "points": [{"z_mm": 483.0}]}).moved
    {1: 483.0}
    """

    def __init__(self, result: Any) -> None:
        self.values: list[Any] = []
        self.places: list[Path] = []
        self.sizes: dict[Path, int] = {}
        self._root = self._flatten(result, ())

    def difference(self, other: Any) -> ResultDifference:
        """What of ``other`` came out otherwise."""
        moved: dict[int, Any] = {}
        if _compare(other, self._root, moved, self.values):
            return ResultDifference(moved)
        there = FlatResult(other)
        by_place = dict(zip(there.places, there.values, strict=True))
        values = [by_place.get(place) for place in self.places]
        return ResultDifference(
            {at: value for at, value in enumerate(values) if value != self.values[at]},
            frozenset(path for path, size in self.sizes.items() if there.sizes.get(path, size) != size),
        )

    def _flatten(self, value: Any, path: Path) -> "int | _Record | None":
        of: Any = type(value)
        if of in PLAIN:
            self.values.append(value)
            self.places.append(path)
            return len(self.values) - 1
        if is_left_out(of):
            return None
        keys = tuple(value) if of is dict else None
        in_order = _in_order(of)
        record = _Record(value, of, in_order, in_order(value), keys)
        if isinstance(value, (list, tuple)):
            self.sizes[path] = len(value)
            names: Iterable[str | int] = range(len(value))
        else:
            names = parts(value)
        record.at = [
            self._flatten(item, (*path, name)) for name, item in zip(names, record.holds, strict=True)
        ]
        return record


def _compare(value: Any, under: int | _Record | None, moved: dict[int, Any], values: list[Any]) -> bool:
    """Write down what of ``value`` came out otherwise; False where it is not of the same shape."""
    if isinstance(under, int):
        if type(value) not in PLAIN:
            return False
        if value != values[under]:
            moved[under] = value
        return True
    if under is None:
        of: Any = type(value)
        return is_left_out(of)
    if value is under.value:
        return True
    if type(value) is not under.of or (under.keys is not None and under.keys != tuple(value)):
        return False
    holds = under.in_order(value)
    if len(holds) != len(under.holds):
        return False
    # Most numbers and many records of a result stay as they are whatever is moved.
    for now, was, at in zip(holds, under.holds, under.at, strict=True):
        if now is was:
            continue
        if type(at) is int and type(now) in PLAIN:
            if now != was:
                moved[at] = now
        elif not _compare(now, at, moved, values):
            return False
    return True


def parts(value: Any) -> Mapping[str, Any]:
    """The parts of a dict, a model or a record, by name."""
    if type(value) is dict:
        return value
    if isinstance(value, BaseModel):
        return value.__dict__
    of: Any = type(value)
    return {name: getattr(value, name) for name in _field_names(of)}


@cache
def _in_order(of: Any) -> Callable[[Any], Sequence[Any]]:
    """What gives the parts of all values of one type, in their order."""
    if of is dict:
        return lambda value: tuple(value.values())
    if issubclass(of, (list, tuple)):
        return lambda value: value
    if issubclass(of, BaseModel):
        return lambda value: tuple(value.__dict__.values())
    names = _field_names(of)
    if len(names) > 1:
        return attrgetter(*names)
    return lambda value: tuple(getattr(value, name) for name in names)


@cache
def _field_names(of: Any) -> tuple[str, ...]:
    return tuple(field.name for field in fields(of))


@cache
def is_left_out(of: Any) -> bool:
    """Whether values of a type are drawn and asked for no ±."""
    return bool(getattr(of, "WITHOUT_DOUBT", False))
