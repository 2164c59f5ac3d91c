"""Repair or replace, laid side by side; and the order in which faults are put right."""

import math
from typing import Literal

from jorvak.core.immutable import record
from jorvak.core.survey.records import Concern, Condition, SurveyItem, Weighing

CONCERNS: tuple[Concern, ...] = ("safety", "engine", "structure", "comfort", "looks")
CONDITIONS: tuple[Condition, ...] = (
    "missing", "leaking", "holed", "worn", "wrong part", "cannot see yet", "surface rust", "replaced", "sound",
)  # fmt: skip
FINE: tuple[Condition, ...] = ("sound", "replaced")
# Trade practice: hours are guessed badly, mostly too low by half; what is hidden adds to work and material.
HOURS_OFF = 0.5
COST_OFF = 0.1
HIDDEN: dict[str, tuple[float, float]] = {"none": (0.0, 0.0), "some": (0.25, 0.25), "much": (0.75, 0.5)}

Way = Literal["repair", "replace"]


@record(frozen=True, slots=True)
class Side:
    """One way: hours and cost with what is likely hidden, and both as money, each with its ±."""

    hours: float
    hours_off: float
    cost: float
    cost_off: float
    total: float
    total_off: float


@record(frozen=True, slots=True)
class Weighed:
    """Both ways side by side. ``says`` is what the numbers say beyond their ±, None where they do not."""

    repair: Side | None
    replace: Side | None
    says: Way | None
    sentence: str
    for_repair: tuple[str, ...]
    for_replace: tuple[str, ...]
    waits_for: tuple[str, ...]


def weigh(item: SurveyItem, hour_rate: float) -> Weighed:
    """Repair against replace. ``hour_rate``: what an hour of work counts, in the builder's currency."""
    given = item.weighing or Weighing()
    more, more_off = HIDDEN[given.hidden]
    repair = _side(given.repair_hours, given.repair_cost, hour_rate, more, more_off)
    replace = _side(given.replace_hours, given.replace_cost, hour_rate, 0.0, 0.0)
    waits = [
        label
        for label, value in (
            ("hours to repair it", given.repair_hours),
            ("hours to replace it", given.replace_hours),
            ("price of the new part", given.replace_cost),
        )
        if value is None
    ]
    says, sentence = _verdict(repair, replace)
    return Weighed(repair, replace, says, sentence, *_reasons(item, given), tuple(waits))


def _side(hours: float | None, cost: float | None, rate: float, more: float, more_off: float) -> Side | None:
    if hours is None and cost is None:
        return None
    plain_hours, plain_cost = hours or 0.0, cost or 0.0
    hours_off = math.hypot(plain_hours * HOURS_OFF, plain_hours * more_off)
    cost_off = math.hypot(plain_cost * COST_OFF, plain_cost * more_off)
    full_hours, full_cost = plain_hours * (1 + more), plain_cost * (1 + more)
    return Side(
        hours=full_hours,
        hours_off=hours_off,
        cost=full_cost,
        cost_off=cost_off,
        total=full_cost + full_hours * rate,
        total_off=math.hypot(cost_off, hours_off * rate),
    )


def _verdict(repair: Side | None, replace: Side | None) -> tuple[Way | None, str]:
    if repair is None or replace is None:
        return None, "One side has no numbers yet."
    apart = replace.total - repair.total
    off = math.hypot(repair.total_off, replace.total_off)
    if abs(apart) <= off:
        return (
            None,
            f"The numbers are too close to call: {abs(apart):.0f} apart, ±{off:.0f}. The reasons decide.",
        )
    way: Way = "repair" if apart > 0 else "replace"
    return way, f"By the numbers {way} it: {abs(apart):.0f} less (±{off:.0f})."


def _reasons(item: SurveyItem, given: Weighing) -> tuple[tuple[str, ...], tuple[str, ...]]:
    repair, replace = [], []
    if item.concern == "safety":
        replace.append("It carries safety: a new part is known, a repair has to be proved.")
    if given.hidden == "much":
        replace.append("Much more is likely hidden: the repair grows once it is open.")
    if given.original:
        repair.append("Originality and resale count here.")
    if not given.will:
        replace.append("Honestly, nobody will find the will to repair it.")
    if item.condition in ("surface rust", "leaking") and given.hidden == "none":
        repair.append("It is on the surface only.")
    return tuple(repair), tuple(replace)


def in_order(items: tuple[SurveyItem, ...]) -> tuple[SurveyItem, ...]:
    """What is to be put right first: safety and engine before structure, comfort and looks, the worse before the better.

    What is sound, and what is to be left, stands last.
    """
    return tuple(
        sorted(
            items,
            key=lambda item: (
                item.condition in FINE or item.decision == "leave",
                CONCERNS.index(item.concern),
                CONDITIONS.index(item.condition),
            ),
        )
    )


def still_open(item: SurveyItem) -> bool:
    """Whether a decision is still wanted."""
    return item.condition not in FINE and item.decision in (None, "look again")


def before_lift(items: tuple[SurveyItem, ...]) -> tuple[SurveyItem, ...]:
    """Open safety and engine faults: a vehicle that is towed out is no expedition."""
    return tuple(item for item in items if item.concern in ("safety", "engine") and still_open(item))


def is_work(item: SurveyItem) -> bool:
    """Whether a decision of the survey is work that is still to be done: it is done once the thing is sound or replaced."""
    return item.decision in ("treat", "repair", "replace") and item.condition not in FINE


GUESSED_HOURS = {"treat": 1.0, "repair": 4.0, "replace": 2.0}
"""What such work takes where nobody has guessed it for the item."""


def hours_of(item: SurveyItem) -> tuple[float, bool]:
    """What a decision takes in hours, and whether that is only a guess of what is usual."""
    given = item.weighing or Weighing()
    hours = given.replace_hours if item.decision == "replace" else given.repair_hours
    usual = GUESSED_HOURS.get(item.decision or "", 0.0)
    return (usual, True) if hours is None else (hours, False)


def cost_of(item: SurveyItem) -> float | None:
    """What a decision costs in parts and material; None where nobody has said."""
    given = item.weighing or Weighing()
    return given.replace_cost if item.decision == "replace" else given.repair_cost
