"""Wheels against the hub that they go on."""

from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.catalogue import spec_of
from jorvak.core.findings import Finding, Here, Place, Settle, Severity, beyond
from jorvak.core.load.must_carry import axle_must_carry
from jorvak.core.places import ENDS
from jorvak.core.rolling.tyre_size import sidewall

MATES_WITHIN_MM = 0.1
PLACES: dict[str, Place] = {"front": "front-axle", "rear": "rear-axle"}


def _alike(a: object, b: object) -> bool:
    if isinstance(a, (int, float)) and isinstance(b, (int, float)):
        return abs(a - b) <= MATES_WITHIN_MM + SLACK
    return (
        str(a).replace(" ", "").replace("×", "x").lower() == str(b).replace(" ", "").replace("×", "x").lower()
    )


def wheel_does_not_mate(here: Here) -> Iterator[Finding]:
    """Bolt circle, count, thread or seat other than those of the wheel that was found on this hub."""
    for end in ENDS:
        for key in ("bolt_circle_mm", "bolt_count", "thread", "seat"):
            path = f"wheels.{end}_left.{key}"
            found, now = here.value(path, as_found=True), here.value(path)
            if path not in here.moment.set_by or found is None or _alike(found, now):
                continue
            yield here.finding(
                "wheel-does-not-mate",
                "stop",
                f"The {end} hub has {_in_words(path, found)}, the wheel {_in_words(path, now)}.",
                PLACES[end],
                figures=(path,),
                settled_by=(Settle(text="Wheels for this hub; never bolts at an angle or a seat that is not theirs"),),
                subject=f"{end} {key}",
            )  # fmt: skip


def wheel_mating_unknown(here: Here) -> Iterator[Finding]:
    """Other wheels, and what they bolt on with is not known on both sides."""
    for change in here.changes("wheels"):
        for key in ("bolt_circle_mm", "bolt_count", "thread", "seat"):
            path = f"wheels.front_left.{key}"
            sides = [
                side
                for side, value in (
                    ("the hub", here.value(path, as_found=True)),
                    ("the new wheel", change.fields.get(key)),
                )
                if value is None
            ]
            if not sides:
                continue
            label = spec_of(path).label.removesuffix(", front left")
            yield here.finding(
                "wheel-does-not-mate",
                "measure",
                f"{label.capitalize()} of {' and of '.join(sides)} is not known.",
                "both-axles",
                figures=(path,),
                change=change,
                settled_by=(Settle(text=f"Measure {label}", figure=path),),
                subject=f"{key} unknown",
            )


def centre_bore_small(here: Here) -> Iterator[Finding]:
    """The new wheel's bore against that which went over this hub."""
    path = "wheels.front_left.centre_bore_mm"
    hub, bore = here.value(path, as_found=True), here.value(path)
    if path not in here.moment.set_by or hub is None or bore >= hub - SLACK:
        return
    yield here.finding(
        "centre-bore-small",
        "stop",
        f"The new wheel's bore is {bore:g} mm, the wheel as found has {hub:g} mm: it does not go over the hub.",
        "both-axles",
        figures=(path,),
        settled_by=(Settle(text="Measure the hub itself; wheels with a larger bore, with rings to centre them"),),
    )  # fmt: skip


def wheel_load_short(here: Here) -> Iterator[Finding]:
    """A wheel rated for less than its share of what the axle may weigh, or weighs here."""
    for end in ENDS:
        rating, asked = here.value(f"wheels.{end}_left.rating_kg"), axle_must_carry(here, end)
        if rating is None or asked is None:
            continue
        severity = beyond(asked.kg / 2 - rating, asked.off_kg / 2)
        if severity is None:
            here.passes("wheel-load-short", asked.weighed, f"{end}_kg")
        else:
            yield here.finding(
                "wheel-load-short",
                severity,
                f"A {end} wheel is rated {here.kg(rating)}, half the axle is {here.kg(asked.kg / 2)}.",
                PLACES[end],
                figures=(f"wheels.{end}_left.rating_kg", f"body.permitted_{end}_kg"),
                settled_by=(Settle(text="Wheels with the rating that the axle's plate asks for"),),
                subject=end,
                rated=True,
            )


def brake_room(here: Here) -> Iterator[Finding]:
    """A smaller rim over the same caliper; known once the smallest rim that goes over it is."""
    path = "wheels.front_left.size"
    found, now = here.value(path, as_found=True), here.value(path)
    if found is None or now is None or path not in here.moment.set_by:
        return
    rim, least = sidewall(now).rim_in, here.value("brakes.front_rim_in")
    if least is not None and rim < least - SLACK:
        severity: Severity = "stop"
        text = f"A {rim:g} in rim does not go over the front brakes: they want {least:g} in."
    elif least is None and rim < sidewall(found).rim_in - SLACK:
        severity = "measure"
        text = (
            f"The rim falls from {sidewall(found).rim_in:g} to {rim:g} in: does the caliper still fit in it?"
        )
    else:
        return
    yield here.finding(
        "brake-room",
        severity,
        text,
        "front-axle",
        figures=(path,),
        settled_by=(
            Settle(text="Try one wheel on the hub before five are bought", figure="brakes.front_rim_in")
            if severity == "measure"
            else Settle(text="Wheels of a larger rim"),
        ),
    )


def _in_words(path: str, value: object) -> str:
    label = spec_of(path).label.split(",")[0]
    return f"{label} {value:g}" if isinstance(value, float) else f"{label} {value}"


RULES = (wheel_does_not_mate, wheel_mating_unknown, centre_bore_small, wheel_load_short, brake_room)
