"""Masses against what they may be: the whole and each axle; and masses that nobody has weighed."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Place, Settle, measure_first, room
from jorvak.core.plan.kinds import masses_of, opening

LIMITS: tuple[tuple[str, str, str, str, Place], ...] = (
    ("over-gvm", "payload_kg", "body.permitted_kg", "The vehicle", "middle"),
    ("over-front-axle", "front_left_kg", "body.permitted_front_kg", "The front axle", "front-axle"),
    ("over-rear-axle", "rear_left_kg", "body.permitted_rear_kg", "The rear axle", "rear-axle"),
)
WEIGHS = ("winch", "bumper", "rack", "tank", "storage")
"""Kinds of change that hang something on to a vehicle; equipment may stand in the place of what weighed as much."""


def over_what_is_permitted(here: Here) -> Iterator[Finding]:
    """The whole or an axle beyond its permitted mass; springs, tyres and brakes never raise that."""
    result = here.judged_results.result("load", "load")
    if result.value is None:
        return
    for code, place, limit, what, where in LIMITS:
        left, permitted = getattr(result.value, place), here.value(limit)
        if left is None or permitted is None:
            continue
        off = result.off(place)
        severity = room(left, off)
        if severity is None:
            continue
        over = f"{here.kg(-left)} more than permitted" if left < 0 else f"{here.kg(left)} left"
        near = f" (±{here.kg(off)})" if off else ""
        yield here.finding(
            code,
            severity,
            f"{what} weighs {here.kg(permitted - left)} {here.load_in_words} of {here.kg(permitted)}: {over}{near}.",
            where,
            result=result,
            settled_by=(
                *(measure_first("load", result, place) if severity == "measure" else ()),
                Settle(text="Less on it, or elsewhere; only the authority raises the permitted mass"),
            ),
        )


def weigh_it(here: Here) -> Iterator[Finding]:
    """What is hung on and has no mass noted counts as nothing: that is said."""
    for change in here.changes(*WEIGHS):
        if change.mass_kg is not None or any(mass.kg for mass in masses_of(change)):
            continue
        yield here.finding(
            "weigh-it",
            "measure",
            f"{opening(change)}: nobody has said what it weighs, and so far it counts as nothing.",
            "middle",
            change=change,
            settled_by=(
                Settle(text="Weigh it, or take the mass from its sheet, and note it with the change"),
            ),
            subject=str(change.id),
        )


RULES = (over_what_is_permitted, weigh_it)
