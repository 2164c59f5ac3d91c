"""JSON that comes in: what is let through, and where what is not is said to stand."""

import io
import json
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.formats.json_text import CHUNK, DEEPEST, elements, read_json

PLAIN = st.recursive(
    st.none()
    | st.booleans()
    | st.integers(-(2**63) + 1, 2**63 - 1)
    | st.floats(allow_nan=False, allow_infinity=False)
    | st.text(st.characters(exclude_categories=["Cs"])),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(st.characters(exclude_categories=["Cs"])), inner, max_size=4),
    max_leaves=20,
)  # fmt: skip


@given(value=PLAIN, mark=st.booleans())
def test_what_is_json_comes_through_as_it_is(value: Any, mark: bool) -> None:
    raw = json.dumps(value, ensure_ascii=False).encode()
    assert read_json((b"\xef\xbb\xbf" if mark else b"") + raw) == value


@pytest.mark.parametrize(
    ("raw", "place", "says"),
    [
        (b"", "file", "not JSON"),
        (b"{", "file", "not JSON"),
        (b"\xff", "file", "UTF-8"),
        (b"[" * 100_000, "file", "in one another"),
        (b'{"a": ' * 900 + b"1" + b"}" * 900, ".".join("a" * DEEPEST), "in one another"),
        (b'{"rig": {"away": 99999999999999999999}}', "rig.away", "larger"),
        (b'{"rig": [1, -9223372036854775808]}', "rig.1", "larger"),
        (b'{"note": "\\ud800"}', "note", "half a character"),
        (b'{"a": {"\\udfff": 1}}', "a", "half a character"),
        (b'{"a": NaN}', "a", "no number"),
        (b'{"a": [-Infinity]}', "a.0", "no number"),
        (b'{"a": [2, 1e999]}', "a.1", "no number"),
        (b'{"a": 1, "a": 2}', "file", "twice"),
    ],
)
def test_what_is_not_is_refused_with_its_place(raw: bytes, place: str, says: str) -> None:
    with pytest.raises(Refused, match=says) as refused:
        read_json(raw)
    assert refused.value.field == place


def test_many_keys_that_stand_twice_cost_no_square_of_their_number() -> None:
    raw = b"{" + b",".join(b'"k%d": 1' % (number % 60_000) for number in range(90_000)) + b"}"
    with pytest.raises(Refused, match="twice"):
        read_json(raw)


@given(values=st.lists(PLAIN, max_size=6), space=st.sampled_from(["", " ", "\n\t "]))
def test_an_array_comes_one_after_the_other(values: list[Any], space: str) -> None:
    raw = f"{space}[{space}" + f"{space},{space}".join(json.dumps(v) for v in values) + f"{space}]{space}"
    is_array, each = elements(io.BytesIO(raw.encode()))
    assert is_array and list(each) == values


def test_it_comes_while_it_is_read_and_what_is_long_is_read_whole() -> None:
    long = "x" * (3 * CHUNK)
    stream = io.BytesIO(json.dumps([1, long, {"a": long}, *range(100_000)]).encode())
    _, each = elements(stream)
    assert next(each) == 1 and stream.tell() < len(stream.getvalue()) / 2
    assert next(each) == long and next(each) == {"a": long}
    assert list(each) == list(range(100_000))


@pytest.mark.parametrize(
    "raw", [b"[1, 2", b"[1 2]", b"[1,]", b"[1] 2", b"[1, {]", b'["', b"[1, \xff]", b"[,]"]
)
def test_what_came_before_a_fault_is_given(raw: bytes) -> None:
    found: list[Any] = []
    with pytest.raises(Refused):
        found += elements(io.BytesIO(raw))[1]
    assert all(value in (1, 2) for value in found)


def test_what_is_no_array_is_its_own_value() -> None:
    is_array, each = elements(io.BytesIO(b' {"a": [1]} '))
    assert not is_array and list(each) == [{"a": [1]}]
