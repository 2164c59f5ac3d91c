"""Which axle ratio after larger tyres: the five schools over the ratios that exist."""

import math
from typing import Any, Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Positive, Refused
from jorvak.core.rolling.gearing import crawl_speed_kmh, engine_rpm

Aim = Literal["restore", "pull", "cruise", "rpm", "crawl"]
AIMS: tuple[Aim, ...] = ("restore", "pull", "cruise", "rpm", "crawl")
SAME_RATIO = 0.005
"""Ratios are said with two decimals: nearer than this they are the same one."""
CLEAR_OF_IDEAL = 0.02
"""How far beyond the ideal a ratio has to lie to count as deeper (pull) or taller (cruise)."""

NEEDED: dict[str, tuple[str, ...]] = {
    "rpm": ("target_rpm", "top_gear", "speed_kmh"),
    "crawl": ("target_crawl_ratio", "first_gear", "transfer_low"),
}


class RegearIn(Given):
    circumference_old_mm: Positive = Field(description="rolling circumference before", examples=[2448.5])
    circumference_new_mm: Positive = Field(description="rolling circumference after", examples=[2620.9])
    ratio_old: Positive = Field(description="axle ratio before", examples=[3.73])
    available: list[Positive] = Field(
        description="ratios that exist for this axle", examples=["[3.73, 4.10, 4.56]"]
    )
    aim: Aim = Field(description="restore, pull, cruise, rpm or crawl")
    top_gear: Positive | None = Field(None, description="gearbox ratio in top", examples=[0.82])
    speed_kmh: Positive | None = Field(None, description="cruising speed", examples=[95])
    first_gear: Positive | None = Field(None, description="gearbox ratio in first", examples=[4.08])
    transfer_low: Positive | None = Field(None, description="transfer case, low range", examples=[2.55])
    idle_rpm: Positive | None = Field(None, description="engine speed at idle", examples=[720])
    transfer_high: Positive = Field(1.0, description="transfer case, high range")
    target_rpm: Positive | None = Field(
        None, description="engine speed wanted in top at speed_kmh", examples=[2000]
    )
    target_crawl_ratio: Positive | None = Field(None, description="crawl ratio wanted", examples=[45])


class RegearCandidate(Answer):
    ratio: float = Field(description="a ratio that exists")
    effective_ratio: float = Field(description="what it feels like on the old tyres")
    change_from_stock_pct: float = Field(
        description="effective ratio against the old one; positive is deeper"
    )
    rpm: float | None = Field(None, description="engine speed in top at speed_kmh, new tyres")
    crawl_ratio: float | None = Field(None, description="overall ratio in first, low range")
    crawl_speed_kmh: float | None = Field(None, description="walking speed at idle, new tyres")


class RegearOut(Answer):
    ideal_ratio: float = Field(description="the ratio that would meet the aim exactly")
    candidates: list[RegearCandidate] = Field(description="the ratios that exist, ascending")
    pick: float | None = Field(description="the ratio this school takes; null where none fits")


def regear(given: RegearIn) -> RegearOut:
    """Ideal ratio and pick for one aim. Source: trade practice, chapter Rolling of the handbook.

    Raises Refused on the first key that the aim needs and does not have.
    """
    ideal, pick = aimed(given, given.aim)
    return RegearOut(ideal_ratio=ideal, candidates=candidates(given), pick=pick)


def aimed(given: RegearIn, aim: Aim) -> tuple[float, float | None]:
    """The ideal ratio for ``aim``, whatever ``given`` aims at, and the one that exists and is taken. Raises Refused."""
    for key in NEEDED.get(aim, ()):
        if getattr(given, key) is None:
            raise Refused(key, f"To aim at {aim} the key {key} is needed.")
    ideal = _ideal(given, aim)
    return ideal, _pick(ideal, sorted(given.available), aim)


def candidates(given: RegearIn) -> list[RegearCandidate]:
    """The ratios that exist, ascending, with what each comes to. The aim does not enter."""
    return [_candidate(ratio, given) for ratio in sorted(given.available)]


def _ideal(given: RegearIn, aim: Aim) -> float:
    if aim == "rpm" and given.target_rpm and given.speed_kmh and given.top_gear:
        return given.target_rpm / engine_rpm(
            given.speed_kmh, given.circumference_new_mm, given.top_gear * given.transfer_high
        )
    if aim == "crawl" and given.target_crawl_ratio and given.first_gear and given.transfer_low:
        return given.target_crawl_ratio / (given.first_gear * given.transfer_low)
    return given.ratio_old * given.circumference_new_mm / given.circumference_old_mm


def _pick(ideal: float, ratios: list[float], aim: Aim) -> float | None:
    """The school's choice from ascending ``ratios``. Of two equally near, the deeper."""
    if not ratios:
        return None
    match aim:
        case "restore":
            return _nearest(ratios, lambda ratio: abs(math.log(ratio / ideal)))
        case "rpm":
            return _nearest(ratios, lambda ratio: abs(ratio - ideal) / ideal)
        case "pull":
            return next((r for r in ratios if r >= ideal * (1 + CLEAR_OF_IDEAL) * (1 - SLACK)), None)
        case "cruise":
            return next(
                (r for r in reversed(ratios) if r <= ideal * (1 - CLEAR_OF_IDEAL) * (1 + SLACK)), None
            )
        case "crawl":
            return next((r for r in ratios if r >= ideal * (1 - SLACK)), None)


def _nearest(ratios: list[float], distance: Any) -> float:
    smallest = min(distance(ratio) for ratio in ratios)
    return max(ratio for ratio in ratios if distance(ratio) <= smallest + SLACK)


def _candidate(ratio: float, given: RegearIn) -> RegearCandidate:
    effective = ratio * given.circumference_old_mm / given.circumference_new_mm
    answer = {
        "ratio": ratio,
        "effective_ratio": effective,
        "change_from_stock_pct": (effective / given.ratio_old - 1) * 100,
    }
    if given.top_gear is not None and given.speed_kmh is not None:
        overall = given.top_gear * given.transfer_high * ratio
        answer["rpm"] = engine_rpm(given.speed_kmh, given.circumference_new_mm, overall)
    if given.first_gear is not None and given.transfer_low is not None:
        answer["crawl_ratio"] = given.first_gear * given.transfer_low * ratio
        if given.idle_rpm is not None:
            answer["crawl_speed_kmh"] = crawl_speed_kmh(
                given.idle_rpm, given.circumference_new_mm, answer["crawl_ratio"]
            )
    return RegearCandidate.model_validate(answer)


CALCULATION = Calculation(
    "regear",
    RegearIn,
    regear,
    RegearOut,
    "which axle ratio after larger tyres: restore, pull, cruise, engine speed or crawl",
    "trade practice; effective ratio = ratio × old/new circumference",
)
