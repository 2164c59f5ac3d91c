"""How old a tyre is, by the last group of its maker's code."""

from datetime import date, timedelta
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Refused

INSPECT_YEARS = 6.0
REPLACE_YEARS = 10.0
DAYS_PER_YEAR = 365.25
AHEAD_DAYS = 6
"""A tyre may be looked at in the week that is stamped on it, before that week's Monday of the calendar."""


class TyreAgeIn(Given):
    dot: str = Field(description="last group of the maker's code: week and year", examples=["2319"])
    on: str = Field(description="the day on which it is asked", examples=["2026-03-02"])


class TyreAgeOut(Answer):
    made: str | None = Field(description="Monday of that week; null for three digits, made before 2000")
    age_years: float | None = Field(description="years since; null where that is null")
    verdict: Literal["fresh", "inspect", "replace"] = Field(
        description="fresh under 6 years, inspect from 6, replace from 10; three digits always replace"
    )


def tyre_age(given: TyreAgeIn) -> TyreAgeOut:
    """Age from the week of making. Source: the code of 49 CFR 574.5; limits of trade practice. Raises Refused."""
    on = _day(given.on)
    dot = given.dot.strip()
    if not (dot.isascii() and dot.isdigit() and len(dot) in (3, 4)):
        raise Refused(
            "dot", f"“{given.dot[:20]}” is no week and year: four digits, for example 2319, or three."
        )
    if len(dot) == 3:
        return TyreAgeOut(made=None, age_years=None, verdict="replace")
    week = int(dot[:2])
    if not 1 <= week <= 53:
        raise Refused("dot", f"There is no week {dot[:2]}: the first two digits are a week from 01 to 53.")
    made = date.fromisocalendar(2000 + int(dot[2:]), 1, 1) + timedelta(weeks=week - 1)
    if on < made - timedelta(days=AHEAD_DAYS):
        raise Refused("on", f"{on.isoformat()} lies before that tyre was made ({made.isoformat()}).")
    years = max((on - made).days / DAYS_PER_YEAR, 0.0)
    return TyreAgeOut(made=made.isoformat(), age_years=years, verdict=_verdict(years))


def _day(text: str) -> date:
    try:
        return date.fromisoformat(text)
    except ValueError:
        raise Refused("on", f"“{text[:20]}” is no day: write it as 2026-03-02.") from None


def _verdict(years: float) -> Literal["fresh", "inspect", "replace"]:
    if years >= REPLACE_YEARS - SLACK:
        return "replace"
    return "inspect" if years >= INSPECT_YEARS - SLACK else "fresh"


CALCULATION = Calculation(
    "tyre-age",
    TyreAgeIn,
    tyre_age,
    TyreAgeOut,
    "how old a tyre is by its code, and whether it may stay",
    "49 CFR 574.5 (week and year); six and ten years from trade practice",
)
