"""The reader of typed quantities: what stands on a tape is read, and what is not is refused with an example."""

import contextlib
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.quantities import (
    ANGLE,
    INCH,
    LENGTH,
    MASS,
    METRIC,
    MONEY,
    POWER,
    PRESSURE,
    QUANTITIES,
    RATIO,
    SPEED,
    TIME,
    TORQUE,
    VOLUME,
    Quantity,
    Unreadable,
    quantity_of_key,
    read,
    write,
    write_exact,
)

READS = [
    ("38 5/16 in", LENGTH, None, 973.1375),
    ('38-5/16"', LENGTH, None, 973.1375),
    ("38 5/16", LENGTH, "in", 973.1375),
    ("3' 2 5/16\"", LENGTH, None, 973.1375),
    ("3ft 2 5/16in", LENGTH, None, 973.1375),
    ("3’ 2 5/16”", LENGTH, None, 973.1375),
    ("3' 2", LENGTH, None, 965.2),
    ("3'", LENGTH, None, 914.4),
    ("5/16", LENGTH, "in", 7.9375),
    ("38½", LENGTH, "in", 977.9),
    ("-3' 2 1/2\"", LENGTH, None, -977.9),
    ("1208", LENGTH, None, 1208),
    ("1208mm", LENGTH, None, 1208),
    ("120.8 cm", LENGTH, None, 1208),
    ("1.208 m", LENGTH, None, 1208),
    ("120,8 cm", LENGTH, None, 1208),
    ("1 208 mm", LENGTH, None, 1208),
    ("1\u202f208", LENGTH, None, 1208),
    ("−12.5", LENGTH, None, -12.5),
    ("0,208 m", LENGTH, None, 208),
    ("1,208.5", LENGTH, None, 1208.5),
    ("1.208,5 mm", LENGTH, None, 1208.5),
    ("12,345,678", LENGTH, None, 12345678),
    ("70 ft-lb", TORQUE, None, 94.907256381),
    ("70 lbf·ft", TORQUE, None, 94.907256381),
    ("70 lb ft", TORQUE, None, 94.907256381),
    ("110 Nm", TORQUE, None, 110),
    ("110 N·m", TORQUE, None, 110),
    ("10 kgm", TORQUE, None, 98.0665),
    ("35 psi", PRESSURE, None, 241.316495),
    ("2.4 bar", PRESSURE, None, 240),
    ("240 kPa", PRESSURE, None, 240),
    ("1.6 qt", VOLUME, None, 1.5141647136),
    ("2 l", VOLUME, None, 2),
    ("0.3 gal", VOLUME, None, 1.1356235352),
    ("0.3 imp gal", VOLUME, None, 1.363827),
    ("8200 lb", MASS, None, 3719.457434),
    ("3700 kg", MASS, None, 3700),
    ("3.7 t", MASS, None, 3700),
    ("4.10", RATIO, None, 4.10),
    ("4,10", RATIO, None, 4.10),
    ("41/10", RATIO, None, 4.1),
    ("41:10", RATIO, None, 4.1),
    ("2.72:1", RATIO, None, 2.72),
    ("60 mph", SPEED, None, 96.56064),
    ("90", SPEED, "mph", 144.84096),
    ("3.4°", ANGLE, None, 3.4),
    ("90 min", TIME, None, 1.5),
    ("100 hp", POWER, None, 74.569987158227),
]


@pytest.mark.parametrize(("text", "quantity", "unit", "value"), READS)
def test_reads(text: str, quantity: Quantity, unit: str | None, value: float) -> None:
    assert read(text, quantity, unit).value == pytest.approx(value, rel=1e-12)


@pytest.mark.parametrize(
    ("text", "quantity", "says"),
    [
        ("", LENGTH, "Nothing was typed"),
        ("banana", LENGTH, "No number"),
        ("5 bananas", LENGTH, "“bananas” is no unit"),
        ("12 kg", LENGTH, "“kg” is no unit"),
        ("1,208", LENGTH, "could be 1.208 or 1208"),
        ("-1,208 in", LENGTH, "could be 1.208 or 1208"),
        ("3/0", LENGTH, "divides by nothing"),
        ("38 21/16 in", LENGTH, "more than one"),
        ("1.2.3", LENGTH, "not one number"),
        ("3' banana", LENGTH, "no unit"),
        ("3' 2 foo", LENGTH, "no inches"),
        ("9" * 70, LENGTH, "characters long"),
        ("٣", LENGTH, "No number"),
    ],
)
def test_refuses_with_an_example(text: str, quantity: Quantity, says: str) -> None:
    with pytest.raises(Unreadable, match=says) as refused:
        read(text, quantity)
    assert math.isfinite(read(refused.value.example, LENGTH).value)


def test_teeth_are_kept_with_a_ratio() -> None:
    assert read("41/11", RATIO).teeth == (41, 11)
    assert read("3.73", RATIO).teeth is None


@given(st.text(max_size=40), st.sampled_from(QUANTITIES))
def test_whatever_is_typed_gives_a_quantity_or_an_example(text: str, quantity: Quantity) -> None:
    try:
        assert math.isfinite(read(text, quantity).value)
    except Unreadable as refused:
        assert refused.example
        assert str(refused).endswith(".")


@given(st.text(alphabet="0123456789/.,'\"- ftinm½", max_size=14))
def test_scribbles_of_a_tape_never_trip_the_reader(text: str) -> None:
    with contextlib.suppress(Unreadable):
        assert math.isfinite(read(text, LENGTH, "in").value)


numbers = (st.floats(1e-4, 1e9) | st.floats(-1e9, -1e-4) | st.just(0.0)).map(lambda x: float(f"{x:.8g}"))


@given(numbers, st.sampled_from(QUANTITIES), st.data())
def test_what_is_written_exactly_is_read_back(value: float, quantity: Quantity, data: st.DataObject) -> None:
    units = [unit for unit in quantity.units if value or not unit.inverse]
    unit = data.draw(st.sampled_from(units)).symbol
    written = write_exact(value, quantity, unit, fraction=16)
    assert read(written, quantity, unit).value == pytest.approx(value, rel=1e-9, abs=1e-12)


def test_what_is_offered_where_it_could_be_two_numbers_is_read() -> None:
    for typed, offered in (("1.375", 1.375), ("1.490", 1.49), ("1,208", 1.208)):
        with pytest.raises(Unreadable) as asked:
            read(typed, MONEY, "")
        assert read(asked.value.example, MONEY, "").value == offered
    assert write_exact(1.375, MONEY) == "1.3750"


@given(st.integers(min_value=-40000, max_value=40000), st.sampled_from([16, 32]))
def test_fractions_of_a_tape_come_back_to_the_tick(ticks: int, denominator: int) -> None:
    value = ticks / denominator * 25.4
    written = write_exact(value, LENGTH, "in", fraction=denominator)
    assert read(written, LENGTH, "in").value == pytest.approx(value, abs=1e-9)
    assert write(value, LENGTH, "in", fraction=denominator) == written


def test_switching_units_and_back_shows_what_was_typed() -> None:
    for typed, unit in (("38 5/16", "in"), ("1208", "mm"), ("4.7", "in"), ("120.85", "cm")):
        value = read(typed, LENGTH, unit).value
        write_exact(value, LENGTH, "mm")
        assert write_exact(value, LENGTH, unit, fraction=16) == f"{typed} {unit}"


@pytest.mark.parametrize(
    ("value", "fraction", "text"),
    [
        (973.1375, 16, "38 5/16 in"),
        (25.4, 16, "1 in"),
        (7.9375, 32, "5/16 in"),
        (0, 16, "0 in"),
        (-12.7, 16, "-1/2 in"),
    ],
)
def test_writes_fractions(value: float, fraction: int, text: str) -> None:
    assert write(value, LENGTH, "in", fraction=fraction) == text


def test_presets_and_keys_name_their_units() -> None:
    assert METRIC.unit(LENGTH).symbol == "mm"
    assert INCH.unit(TORQUE).symbol == "lbf·ft"
    assert INCH.unit(RATIO).symbol == ""
    assert quantity_of_key("wheelbase_mm") is LENGTH
    assert quantity_of_key("low_ratio") is RATIO
    assert quantity_of_key("name") is None
    with pytest.raises(KeyError, match="not measured in"):
        LENGTH.unit("kg")
