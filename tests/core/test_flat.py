"""A result flat over another: what came out otherwise, against looking at every place of both."""

from dataclasses import fields, is_dataclass, replace
from typing import Any, ClassVar

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Answer
from jorvak.core.engine.flat import FlatResult, Path, parts
from jorvak.core.immutable import record


@record(frozen=True, slots=True)
class Pair:
    one: Any
    other: Any


@record(frozen=True, slots=True)
class Alone:
    only: Any


@record(frozen=True, slots=True)
class Drawn:
    WITHOUT_DOUBT: ClassVar[bool] = True

    x_mm: Any


class Said(Answer):
    deg: float | None
    at: str


PLAIN = st.one_of(st.none(), st.booleans(), st.integers(-3, 3), st.floats(-5, 5), st.sampled_from(["a", "b"]))
RESULTS = st.recursive(
    PLAIN,
    lambda inner: st.one_of(
        st.lists(inner, max_size=3),
        st.lists(inner, max_size=3).map(tuple),
        st.dictionaries(st.sampled_from(["k", "l"]), inner, max_size=2),
        st.builds(Pair, inner, inner),
        st.builds(Alone, inner),
        st.builds(Drawn, inner),
        st.builds(Said, deg=st.none() | st.floats(-5, 5), at=st.sampled_from(["front", "rear"])),
    ),
    max_leaves=8,
)


def places(value: Any, path: Path = ()) -> dict[Path, Any]:
    """Every plain value by its place, the slow way."""
    if value is None or isinstance(value, (bool, int, float, str)):
        return {path: value}
    if isinstance(value, Drawn):
        return {}
    if isinstance(value, (list, tuple)):
        items: Any = enumerate(value)
    elif is_dataclass(value):
        items = ((field.name, getattr(value, field.name)) for field in fields(value))
    else:
        items = parts(value).items()
    return {at: plain for name, item in items for at, plain in places(item, (*path, name)).items()}


@given(RESULTS)
def test_laid_flat_it_has_every_value_at_its_place(result: Any) -> None:
    flat = FlatResult(result)
    assert dict(zip(flat.places, flat.values, strict=True)) == places(result)


@given(RESULTS)
def test_over_itself_and_over_a_copy_nothing_moved(result: Any) -> None:
    flat = FlatResult(result)
    for same in (result, _copied(result)):
        over = flat.difference(same)
        assert dict(over.moved) == {} and over.resized == frozenset()


def _copied(value: Any) -> Any:
    """The same result of new objects."""
    if isinstance(value, (list, tuple)):
        return type(value)(map(_copied, value))
    if isinstance(value, dict):
        return {key: _copied(item) for key, item in value.items()}
    if isinstance(value, Answer):
        return value.model_copy()
    if is_dataclass(value) and not isinstance(value, type):
        return replace(value, **{field.name: _copied(getattr(value, field.name)) for field in fields(value)})
    return value


@given(RESULTS, RESULTS)
def test_over_another_what_moved_is_what_differs_at_its_place(one: Any, other: Any) -> None:
    flat = FlatResult(one)
    there = places(other)
    over = flat.difference(other)
    for at, (place, value) in enumerate(zip(flat.places, flat.values, strict=True)):
        now = there.get(place)
        if now != value:
            assert at in over.moved and over.moved[at] == now
        else:
            assert at not in over.moved or over.moved[at] == value


@pytest.mark.parametrize(
    ("one", "other", "moved", "resized"),
    [
        ([1.0, 2.0], [1.0, 2.5], {1: 2.5}, set()),
        ([1.0, 2.0], [1.0], {1: None}, {()}),
        (Pair(1.0, [1.0]), Pair(1.0, [1.0, 2.0]), {}, {("other",)}),
        (Pair(1.0, "yes"), Pair(2.0, "no"), {0: 2.0, 1: "no"}, set()),
        (Pair(1.0, Alone(3.0)), Pair(1.0, None), {1: None}, set()),
        (Pair(Drawn(1.0), 2.0), Pair(Drawn(9.0), 2.0), {}, set()),
        ({"a": 1.0, "b": 2.0}, {"b": 2.0, "a": 1.0}, {}, set()),
        (Said(deg=1.0, at="front"), Said(deg=None, at="front"), {0: None}, set()),
    ],
)
def test_by_hand(one: Any, other: Any, moved: dict[int, Any], resized: set[Path]) -> None:
    over = FlatResult(one).difference(other)
    assert dict(over.moved) == moved and over.resized == resized


def test_a_record_is_equal_and_hashed_by_its_fields() -> None:
    assert Pair(1.0, "a") == Pair(1.0, "a") != Pair(1.0, "b")
    assert len({Pair(1.0, "a"), Pair(1.0, "a"), Pair(2.0, "a")}) == 2
    assert replace(Pair(1.0, "a"), one=2.0) == Pair(2.0, "a")
