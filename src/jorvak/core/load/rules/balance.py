"""Where the masses are: to one side, off the front axle."""

from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.findings import Finding, Here, Settle, measure_first

OF_THE_TRACK = 0.02
FRONT_LEAST = 0.40
LOST_PCT = 10.0


def side_heavy(here: Here) -> Iterator[Finding]:
    """The centre of gravity beyond 2 % of the mean track to one side."""
    result = here.judged_results.result("load", "load")
    tracks = [here.value(f"body.{end}_track_mm") for end in ("front", "rear")]
    if result.value is None or None in tracks:
        return
    y, limit = result.value.cg_y_mm, OF_THE_TRACK * sum(tracks) / 2
    if abs(y) <= limit + SLACK:
        return here.passes("side-heavy", result, "cg_y_mm")
    off = result.off("cg_y_mm")
    yield here.finding(
        "side-heavy",
        "watch",
        f"{here.load_in_words.capitalize()}, its centre of gravity stands {here.mm(abs(y))}{here.near_mm(off)} to the "
        f"{'right' if y > 0 else 'left'}; {here.mm(limit)} is 2 % of its track.",
        "middle",
        result=result,
        settled_by=(
            *(measure_first("load", result, "cg_y_mm") if abs(y) - limit < off else ()),
            Settle(
                text=f"Move what is heavy to the {'left' if y > 0 else 'right'}, or weigh it on four scales"
            ),
        ),
    )


def front_light(here: Here) -> Iterator[Finding]:
    """Too little on the front axle to steer and brake by."""
    result = here.judged_results.result("load", "load")
    if result.value is not None:
        share = result.value.front_kg / result.value.total_kg
        off = result.off("front_kg") / result.value.total_kg
        if share >= FRONT_LEAST - SLACK:
            here.passes("front-light", result, "front_kg")
        else:
            near = here.near(off * 100)
            yield here.finding(
                "front-light",
                "watch",
                f"{share * 100:.1f} %{near} of it stand on the front axle {here.load_in_words}: under 40 it steers and "
                "brakes badly.",
                "front-axle",
                result=result,
                settled_by=(
                    *(measure_first("load", result, "front_kg") if FRONT_LEAST - share < off else ()),
                    Settle(text="Bring load forward of the rear axle"),
                ),
                subject="share",
            )
    towing = here.judged_results.result("load", "towing")
    if here.moment.stage != "as-found" and towing.value is not None:
        lost = towing.value.steering_lost_pct
        if lost > LOST_PCT + SLACK:
            yield here.finding(
                "front-light",
                "watch",
                f"What hangs behind takes {lost:.0f} %{here.near(towing.off('steering_lost_pct'), 0)} off the front axle.",
                "front-axle",
                result=towing,
                settled_by=(
                    Settle(text="Less nose load, or the trailer's load further back, above 4 % of its mass"),
                ),
                subject="trailer",
            )


def nose_low(here: Here) -> Iterator[Finding]:
    """A trailer whose nose is light sways."""
    result = here.judged_results.result("load", "towing")
    if here.moment.stage == "as-found" or result.value is None or not result.value.nose_low:
        return
    yield here.finding(
        "over-hitch",
        "watch",
        f"Of the trailer {result.value.nose_pct:.1f} %{here.near(result.off('nose_pct'))} stand on the hitch: under 4 "
        "it sways.",
        "tail",
        result=result,
        settled_by=(Settle(text="Bring the trailer's load forward and weigh its nose again"),),
        subject="light",
    )


RULES = (side_heavy, front_light, nose_low)
