"""Sizes as they stand on sidewalls, in every case and spacing that people write."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.rolling.tyre_size import LOAD_KG, SPEED_KMH, TyreSizeIn, TyreSizeOut, designation, tyre_size


def read(size: str) -> TyreSizeOut:
    return tyre_size(TyreSizeIn(size=size))


@pytest.mark.parametrize(
    ("size", "kind", "diameter", "section", "construction", "assumed"),
    [
        ("265/70R17", "metric", 802.8, 265, "radial", []),
        ("lt 265 / 70 r 17", "metric", 802.8, 265, "radial", []),
        ("265/70ZR17", "metric", 802.8, 265, "radial", []),
        ("265/70D17", "metric", 802.8, 265, "bias", []),
        ("265/70-17", "metric", 802.8, 265, "radial", ["construction"]),
        ("205/75R17.5", "metric", 752.0, 205, "radial", []),
        ("185R15", "metric", 684.4, 185, "radial", ["aspect", "diameter_mm", "sidewall_mm"]),
        ("185-15", "metric", 684.4, 185, "radial", ["aspect", "construction", "diameter_mm", "sidewall_mm"]),
        ("35x12.50R17LT", "flotation", 889.0, 317.5, "radial", []),
        ("31X10.5-15", "flotation", 787.4, 266.7, "bias", []),
        ("33×12,50 R 15", "flotation", 838.2, 317.5, "radial", []),
        ("7.50-16", "numeric", 806.45, 213.36, "bias", ["diameter_mm", "section_width_mm", "sidewall_mm"]),
        ("7,50R16", "numeric", 806.45, 213.36, "radial", ["diameter_mm", "section_width_mm", "sidewall_mm"]),
        ("750R16", "numeric", 806.45, 213.36, "radial", ["diameter_mm", "section_width_mm", "sidewall_mm"]),
        ("10.00-20", "numeric", 1041.4, 266.7, "bias", ["diameter_mm", "section_width_mm", "sidewall_mm"]),
        ("11R22.5", "numeric", None, 293.37, "radial", ["section_width_mm"]),
        ("12.5R20", "numeric", None, 333.375, "radial", ["section_width_mm"]),
    ],
)
def test_reads(
    size: str, kind: str, diameter: float | None, section: float, construction: str, assumed: list[str]
) -> None:
    got = read(size)
    assert (got.kind, got.construction, got.assumed) == (kind, construction, assumed)
    assert got.section_width_mm == pytest.approx(section)
    assert got.diameter_mm == (None if diameter is None else pytest.approx(diameter))


@pytest.mark.parametrize(
    ("size", "single", "dual", "symbol"),
    [
        ("LT265/70R17 121/118S", 121, 118, "S"),
        ("P235/75R15 XL 109T", 109, None, "T"),
        ("265/70R17 109 T M+S", 109, None, "T"),
        ("35x12.50R17LT E 121Q", 121, None, "Q"),
        ("265/70R17 E", None, None, None),
        ("265/70R17 10PR", None, None, None),
        ("265/70R17 8 PR 121/118 S", 121, 118, "S"),
        ("265/70R17 M+S", None, None, None),
        ("225/75R16C 121/120R", 121, 120, "R"),
        ("265/70R17 (121/118S) 3PMSF", 121, 118, "S"),
        ("265/70R17 55A", 55, None, "A"),
    ],
)
def test_finds_the_service_mark(size: str, single: int | None, dual: int | None, symbol: str | None) -> None:
    got = read(size)
    assert (got.load_index, got.load_index_dual, got.speed_symbol) == (single, dual, symbol)
    assert got.max_load_kg == (LOAD_KG.get(single) if single else None)
    assert got.max_speed_kmh == (SPEED_KMH.get(symbol) if symbol else None)


@pytest.mark.parametrize(
    ("size", "alone"),
    [
        ("285 / 75 r 17 121S", "285/75R17"),
        ("lt 285/75 R17 E", "LT285/75R17"),
        ("750 R 16", "750R16"),
        ("35 x 12.50 R17LT", "35X12.50R17"),
    ],
)
def test_the_size_alone_has_no_spaces_and_no_marks(size: str, alone: str) -> None:
    assert designation(size) == alone


def test_unknown_text_beside_the_size_is_kept() -> None:
    assert read("LT285/75R16 126/123Q E half rubbed").marks == ["LT", "E", "HALF", "RUBBED"]


@pytest.mark.parametrize(
    "size", ["265/57R17", "265/70R17.25x", "265/70R9", "115/70R17", "460/70R17", "750R17", "3.50-16", "18.5R20",
             "265/70R30", "265/105R17", "17x7.50R17", "banana", "", "R17", "265/70R175", "/70R17"],
)  # fmt: skip
def test_refuses_what_is_not_made(size: str) -> None:
    if size == "265/70R17.25x":
        assert read(size).rim_in == 17.25
        return
    with pytest.raises(Refused) as refused:
        read(size)
    assert refused.value.field == "size"


def test_two_digits_swapped_are_guessed() -> None:
    with pytest.raises(Refused, match="285/75R17"):
        read("285/57R17")


metric = st.tuples(
    st.integers(125, 455), st.sampled_from([*range(25, 101, 5), 82]), st.sampled_from([15, 16, 17, 20])
)


@given(metric)
def test_a_size_means_one_tyre_however_it_is_spaced(size: tuple[int, int, int]) -> None:
    width, aspect, rim = size
    plain, spaced = read(f"{width}/{aspect}R{rim}"), read(f"  {width} / {aspect}  r {rim} ")
    assert plain == spaced
    assert plain.diameter_mm == pytest.approx(rim * 25.4 + 2 * width * aspect / 100)
    assert plain.rolling_circumference_mm == pytest.approx(3.05 * (plain.diameter_mm or 0))


@given(metric)
def test_a_wider_tyre_is_taller_and_turns_less(size: tuple[int, int, int]) -> None:
    width, aspect, rim = size
    if width == 455:
        return
    small, large = read(f"{width}/{aspect}R{rim}"), read(f"{width + 1}/{aspect}R{rim}")
    assert (large.diameter_mm or 0) > (small.diameter_mm or 0)
    assert (large.revs_per_km or 0) < (small.revs_per_km or 0)


@given(st.text(max_size=30))
def test_anything_is_a_tyre_or_refused_on_its_size(text: str) -> None:
    try:
        assert read(text).rim_in >= 10
    except Refused as refused:
        assert refused.field == "size"


def test_the_letters_are_not_in_order() -> None:
    assert SPEED_KMH["U"] < SPEED_KMH["H"] < SPEED_KMH["V"]
    assert (LOAD_KG[60], LOAD_KG[121], LOAD_KG[160]) == (250, 1450, 4500)
    assert len(LOAD_KG) == 101
