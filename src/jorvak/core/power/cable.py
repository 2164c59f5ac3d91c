"""Which cable and which fuse a circuit wants."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Number, Positive, Refused

CablePlace = Literal["cabin", "engine-bay"]
LimitedBy = Literal["drop", "heat", "fuse"]
SIZES_MM2 = (0.75, 1.0, 1.5, 2.5, 4.0, 6.0, 10.0, 16.0, 25.0, 35.0, 50.0, 70.0, 95.0, 120.0)
CARRIES_A = (10.0, 14.0, 18.0, 25.0, 35.0, 45.0, 65.0, 90.0, 120.0, 160.0, 210.0, 265.0, 310.0, 360.0)
"""Of each size, in a cabin. Assumed: the cable's own table beats it."""
IN_ENGINE_BAY = 0.75
FUSES_A = (
    3.0, 5.0, 7.5, 10.0, 15.0, 20.0, 25.0, 30.0, 35.0, 40.0, 50.0, 60.0, 70.0, 80.0, 100.0, 125.0, 150.0, 175.0, 200.0,
    225.0, 250.0, 300.0, 350.0,
)  # fmt: skip
COPPER_20C, COPPER_PER_K = 0.01724, 0.00393
"""Ω·mm²/m at 20 °C, and more of it for each kelvin. Source: IEC 60028."""
SYSTEM_VOLTS = 12.8
DROP_PCT = 3.0
CONDUCTOR_C = 60.0
CONTINUOUS = 1.25
"""A fuse that is loaded for long stands this much above its load."""


class CableIn(Given):
    current_a: Positive = Field(description="that it carries", examples=[8])
    length_m: Positive = Field(description="one way", examples=[4.5])
    volts: Positive = Field(SYSTEM_VOLTS, description="of the system")
    max_drop_pct: Positive = Field(DROP_PCT, description="a charger 0.5 to 1, a motor 5", le=100)
    conductor_c: Number = Field(CONDUCTOR_C, description="temperature of the conductor", gt=-230, le=300)
    continuous: bool = Field(True, description="loaded for long")
    place: CablePlace = Field("cabin", description="cabin or engine-bay")


class CableOut(Answer):
    area_exact_mm2: float = Field(description="that the drop alone asks for")
    area_mm2: float = Field(description="the size to take")
    carries_a: float = Field(description="what that size carries there")
    drop_v: float = Field(description="of the size taken")
    drop_pct: float = Field(description="of the size taken")
    fuse_a: float = Field(description="within 200 mm of the battery")
    limited_by: LimitedBy = Field(description="why the size below would not do")


def cable(given: CableIn) -> CableOut:
    """Both conductors' drop at their temperature, and what they carry. Source: Ohm's law, IEC 60028.

    Raises Refused on ``current_a`` where 120 mm² would not do.
    """
    exact = 2 * given.length_m * given.current_a * _resistivity(given) / _most_drop_v(given)
    for number in range(len(SIZES_MM2)):
        if _too_thin(given, number, exact) is None:
            break
    else:
        raise Refused(
            "current_a",
            f"{given.current_a:g} A over {given.length_m:g} m wants more than {SIZES_MM2[-1]:g} mm²: "
            "a shorter way, a larger permitted drop, or by the maker's sizes.",
        )
    area = SIZES_MM2[number]
    below = _too_thin(given, number - 1, exact) if number else None
    drop = drop_v(given, area)
    fuse = _fuse_a(given, _carries_a(given, number))
    assert fuse is not None
    return CableOut(
        area_exact_mm2=exact,
        area_mm2=area,
        carries_a=_carries_a(given, number),
        drop_v=drop,
        drop_pct=drop / given.volts * 100,
        fuse_a=fuse,
        limited_by=below or "drop",
    )


def drop_v(given: CableIn, area_mm2: float) -> float:
    """What is lost there and back in a cable of that size."""
    return 2 * given.length_m * given.current_a * _resistivity(given) / area_mm2


def carries_a(area_mm2: float, place: CablePlace) -> float:
    """What a cable of that size or more carries; below the smallest, in proportion."""
    number = max((i for i, size in enumerate(SIZES_MM2) if size <= area_mm2 + SLACK), default=None)
    carries = CARRIES_A[0] * area_mm2 / SIZES_MM2[0] if number is None else CARRIES_A[number]
    return carries * (IN_ENGINE_BAY if place == "engine-bay" else 1.0)


def _carries_a(given: CableIn, number: int) -> float:
    return carries_a(SIZES_MM2[number], given.place)


def _resistivity(given: CableIn) -> float:
    return COPPER_20C * (1 + COPPER_PER_K * (given.conductor_c - 20))


def _most_drop_v(given: CableIn) -> float:
    return given.volts * given.max_drop_pct / 100


def _too_thin(given: CableIn, number: int, exact_mm2: float) -> LimitedBy | None:
    """Why a size will not do; None where it does."""
    if exact_mm2 > SIZES_MM2[number] + SLACK:
        return "drop"
    carries = _carries_a(given, number)
    if given.current_a > carries + SLACK:
        return "heat"
    return "fuse" if _fuse_a(given, carries) is None else None


def _fuse_a(given: CableIn, carries: float) -> float | None:
    """The first fuse that the load does not blow and the cable outlives."""
    least = given.current_a * (CONTINUOUS if given.continuous else 1.0)
    return next((fuse for fuse in FUSES_A if least - SLACK <= fuse <= carries + SLACK), None)


CALCULATION = Calculation(
    "cable",
    CableIn,
    cable,
    CableOut,
    "which cable and fuse a circuit wants, by drop and by heat",
    "Ohm's law; IEC 60028 for copper; what sizes carry is assumed",
    picked=frozenset({"area_mm2"}),
)
