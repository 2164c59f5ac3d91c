"""Height and angles against what the brief asks for, and the nose when it is loaded."""

from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.engine.result import work_out
from jorvak.core.findings import Finding, Here, Place, Settle, measure_first, room
from jorvak.core.stance.across import asked_crossings
from jorvak.core.stance.area import StanceResults

ANGLES: dict[str, Place] = {"approach": "nose", "departure": "tail", "breakover": "middle"}
LIMITS = {"garage": "the garage door", "ferry": "the ferry or gate", "container": "the container"}


def too_tall(here: Here) -> Iterator[Finding]:
    """Overall height against a door or a deck."""
    result = here.results.of(StanceResults).height
    for key, name in LIMITS.items():
        left = getattr(result.value, f"{key}_left_mm") if result.value else None
        if left is None:
            continue
        place = f"{key}_left_mm"
        severity = room(left, result.off(place))
        if severity is None:
            here.passes("too-tall", result, place)
            continue
        yield here.finding(
            "too-tall",
            severity,
            f"{here.mm(abs(left))}{here.near_mm(result.off(place))} {'too tall for' if left < 0 else 'left under'} {name}.",
            "roof",
            result=result,
            figures=(f"aims.{key}_height_mm",),
            settled_by=(
                *measure_first("stance", result, place),
                Settle(text="Less on the roof, less lift, or another way in"),
            ),
            subject=key,
        )


def angle_short(here: Here) -> Iterator[Finding]:
    """Approach, departure or breakover below what the brief asks for."""
    result = here.judged_results.result("stance", "angles")
    for name, place in ANGLES.items():
        asked, angle = here.value(f"aims.{name}_deg"), getattr(result.value, name, None)
        if asked is None or angle is None:
            continue
        if angle.deg >= asked - SLACK:
            here.passes("angle-short", result, f"{name}.deg")
            continue
        off = result.off(f"{name}.deg")
        yield here.finding(
            "angle-short",
            "watch",
            f"{name.capitalize()} is {angle.deg:.1f}°{here.near(off)} {here.load_in_words} at the {angle.at}; the brief asks for {asked:.1f}°.",
            place,
            result=result,
            figures=(f"aims.{name}_deg",),
            settled_by=(
                Settle(text=f"Raise or trim the {angle.at}, or larger tyres, or lift there"),
                *(measure_first("stance", result, f"{name}.deg") if asked - angle.deg < off else ()),
            ),
            subject=name,
        )


def nose_up_when_loaded(here: Here) -> Iterator[Finding]:
    """Rake as found, by two points of the frame, and what changes and the load make of it."""
    result = here.judged_results.result("stance", "rake")
    if result.value is None:
        return
    if result.value.rake_mm >= -SLACK:
        return here.passes("nose-up-when-loaded", result, "rake_mm")
    off = result.off("rake_mm")
    yield here.finding(
        "nose-up-when-loaded",
        "watch",
        f"The frame stands {here.mm(-result.value.rake_mm)}{here.near_mm(off)} higher at the front than at the rear, "
        f"{here.load_in_words}: lamps, steering and braking suffer.",
        "nose",
        result=result,
        settled_by=(
            Settle(text="Rear springs for the load, or less lift in front"),
            *(measure_first("stance", result, "rake_mm") if -result.value.rake_mm < off else ()),
        ),
    )


def touches_ground(here: Here) -> Iterator[Finding]:
    """A crossing that the brief asks for touches, or stops a wheel."""
    # It takes longer than all else together, and only findings are made of it: results go without.
    result = work_out(here.judged, asked_crossings, with_doubt=False, kept_as="stance.asked_crossings")
    for crossing in result.value or ():
        if not crossing.touches and not crossing.blocked:
            here.passes("touches-ground", result)
            continue
        touches = (
            f"the {crossing.tightest} goes {here.mm(-crossing.tightest_mm)} into it"
            if crossing.touches
            else "a wheel is stopped at its face"
        )
        if crossing.touches and crossing.blocked:
            touches += ", a wheel is stopped"
        more = f", and {len(crossing.touches) - 1} more touch" if len(crossing.touches) > 1 else ""
        yield here.finding(
            "touches-ground",
            "watch",
            f"Over {crossing.name} {touches}{more}.",
            "middle",
            result=result,
            settled_by=(
                Settle(text=f"Raise or trim the {crossing.tightest}, larger tyres, lift, or another line"),
            ),
            subject=crossing.name,
        )


RULES = (too_tall, angle_short, nose_up_when_loaded, touches_ground)
