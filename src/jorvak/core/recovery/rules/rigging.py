"""What is rigged: parts that nobody rated, parts that carry more than they may."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle, beyond, measure_first
from jorvak.core.recovery.area import RecoveryResults
from jorvak.core.recovery.kinetic_pull import LEAST_STRETCH_PCT, MOST_SHARE_PCT
from jorvak.core.recovery.pulls import PullStands

LESS = "More lines, a stronger part, or dig it out first"


def unrated(here: Here) -> Iterator[Finding]:
    """A part that a pull uses and that has no rating: left out of every sum, and never used so."""
    result = here.judged_results.of(RecoveryResults).pulls
    used: dict[str, list[str]] = {}
    for pull in result.value or ():
        for part in pull.unrated:
            used.setdefault(part, []).append(pull.name)
    for part, names in used.items():
        yield here.finding(
            "recovery-point-unrated",
            "stop",
            f"Nobody knows what {part} may carry, and it is rigged for {' and '.join(names)}: it is in no sum here. "
            "What has no rating is not used.",
            "nose",
            figures=(f"kit.{part}.wll_kg",),
            settled_by=(
                Settle(text="Note the working load that is marked on it", figure=f"kit.{part}.wll_kg"),
                Settle(text="Leave it out, and rig a rated one"),
            ),
            subject=part,
        )
    if result.value and not used:
        here.passes("recovery-point-unrated", None)


def too_weak(here: Here) -> Iterator[Finding]:
    """A part, the rope or a leg of a bridle carries more than it is allowed; a jerk beyond rope or points."""
    result = here.judged_results.of(RecoveryResults).pulls
    for at, pull in enumerate(result.value or ()):
        yield from _rigging(here, pull, at)
        yield from _bridle(here, pull, at)
        yield from _jerk(here, pull, at)


def _rigging(here: Here, pull: PullStands, at: int) -> Iterator[Finding]:
    if pull.winched is None:
        return
    rope = pull.winched
    yield from _over(
        here, pull, "the winch's rope", rope.rope_kg, rope.rope_allowed_kg, f"{at}.winched.rope_kg"
    )
    for number, part in enumerate(rope.parts):
        place = f"{at}.winched.parts.{number}.carries_kg"
        yield from _over(here, pull, part.name, part.carries_kg, part.allowed_kg, place)


def _bridle(here: Here, pull: PullStands, at: int) -> Iterator[Finding]:
    legs = pull.bridle
    if legs is None:
        return
    for side, kg, allowed in (
        ("left", legs.left_kg, legs.left_allowed_kg),
        ("right", legs.right_kg, legs.right_allowed_kg),
    ):
        if allowed is not None:
            yield from _over(here, pull, f"the bridle's {side} point", kg, allowed, f"{at}.bridle.{side}_kg")
            continue
        yield here.finding(
            "recovery-point-unrated",
            "stop",
            f"Nobody knows what the bridle's {side} point may carry; {pull.name} puts {here.kg(kg)} on it.",
            "nose",
            settled_by=(Settle(text="Choose a point of the kit that has a rating"),),
            subject=f"{pull.name}, {side} leg",
        )


def _over(
    here: Here, pull: PullStands, part: str, kg: float, allowed: float, place: str
) -> Iterator[Finding]:
    result = here.judged_results.of(RecoveryResults).pulls
    off = result.off(place)
    severity = beyond(kg - allowed, off)
    if severity is None:
        here.passes("part-too-weak", result, place)
        return
    yield here.finding(
        "part-too-weak",
        severity,
        f"{pull.name}: {part} carries {here.kg(kg)}{here.near_kg(off)} and may carry {here.kg(allowed)}.",
        "nose",
        result=result,
        settled_by=(
            *(measure_first("recovery", result, place) if severity == "measure" else ()),
            Settle(text=LESS),
        ),
        subject=f"{pull.name}, {part}",
    )


def _jerk(here: Here, pull: PullStands, at: int) -> Iterator[Finding]:
    jerk = pull.stretched
    if jerk is None:
        return
    result = here.judged_results.of(RecoveryResults).pulls
    place = f"{at}.stretched.peak_kg"
    if jerk.stretch_pct < LEAST_STRETCH_PCT:
        yield here.finding(
            "part-too-weak",
            "stop",
            f"{pull.name}: {jerk.rope} stretches {jerk.stretch_pct:g} %, which is none to speak of: what does not stretch is "
            "never jerked, whatever it breaks at.",
            "nose",
            result=result,
            settled_by=(Settle(text="Pull slowly by the winch, or take a rope made to stretch"),),
            subject=f"{pull.name}, {jerk.rope}, stretch",
        )
    half = jerk.breaking_kg * MOST_SHARE_PCT / 100
    for part, allowed in ((jerk.rope, half), ("the weaker point", jerk.points_kg)):
        if allowed is not None:
            yield from _over(here, pull, part, jerk.peak_kg, allowed, place)


RULES = (unrated, too_weak)
