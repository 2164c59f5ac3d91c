"""Masses against what they may be: the whole, each axle, the train, the hitch; and payload before anyone sits down."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Place, Settle, measure_first, room

LIMITS: tuple[tuple[str, str, str, str, Place], ...] = (
    ("over-gvm", "payload_kg", "body.permitted_kg", "The vehicle", "middle"),
    ("over-front-axle", "front_left_kg", "body.permitted_front_kg", "The front axle", "front-axle"),
    ("over-rear-axle", "rear_left_kg", "body.permitted_rear_kg", "The rear axle", "rear-axle"),
)
ONLY_THE_AUTHORITY = "only the authority raises the permitted mass"


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
            here.passes(code, result, place)
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
                Settle(text=f"Less on it, or elsewhere; {ONLY_THE_AUTHORITY}"),
            ),
        )


def payload_negative(here: Here) -> Iterator[Finding]:
    """As built it is over already, before anyone sits down."""
    result = here.results.result("load", "load")
    if result.value is None or result.value.laden or result.value.payload_kg is None:
        return
    left, off = result.value.payload_kg, result.off("payload_kg")
    severity = room(left, off)
    if severity is None or left >= 0:
        return
    near = f" (±{here.kg(off)})" if off else ""
    yield here.finding(
        "payload-negative",
        severity,
        f"Nobody in it, and it is {here.kg(-left)}{near} over its permitted mass already: there is no payload.",
        "middle",
        result=result,
        settled_by=(
            *(measure_first("load", result, "payload_kg") if severity == "measure" else ()),
            Settle(text=f"Take off what is bolted on; {ONLY_THE_AUTHORITY}"),
        ),
    )


TOWED: tuple[tuple[str, str, str, str, str], ...] = (
    ("over-train", "train_left_kg", "body.permitted_train_kg", "Vehicle and trailer weigh", "train"),
    ("over-train", "tow_left_kg", "body.permitted_trailer_kg", "The trailer weighs", "trailer"),
    ("over-train", "total_left_kg", "body.permitted_kg", "With the nose on its hitch the vehicle weighs", "vehicle"),
    ("over-rear-axle", "rear_left_kg", "body.permitted_rear_kg", "With the nose on its hitch the rear axle weighs", "hitched"),
    ("over-hitch", "hitch_left_kg", "body.permitted_nose_kg", "On the hitch stand", "nose"),
)  # fmt: skip


def over_with_the_trailer(here: Here) -> Iterator[Finding]:
    """The train, the trailer, the rear axle or the hitch beyond what is permitted, with the trailer of the brief."""
    if here.moment.stage == "as-found":
        return
    result = here.judged_results.result("load", "towing")
    if result.value is None:
        return
    for code, place, limit, what, subject in TOWED:
        left, permitted = getattr(result.value, place), here.value(limit)
        if left is None or permitted is None:
            continue
        off = result.off(place)
        severity = room(left, off)
        if severity is None:
            here.passes(code, result, place)
            continue
        over = f"{here.kg(-left)} more than permitted" if left < 0 else f"{here.kg(left)} left"
        near = f" (±{here.kg(off)})" if off else ""
        yield here.finding(
            code,
            severity,
            f"{what} {here.kg(permitted - left)} laden of {here.kg(permitted)}: {over}{near}.",
            "tail",
            result=result,
            settled_by=(
                *(measure_first("load", result, place) if severity == "measure" else ()),
                Settle(text=f"Less in the trailer, or its load moved; {ONLY_THE_AUTHORITY}"),
            ),
            subject=subject,
        )


RULES = (over_what_is_permitted, payload_negative, over_with_the_trailer)
