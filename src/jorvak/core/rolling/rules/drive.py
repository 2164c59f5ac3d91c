"""What tyres and gears upset in the drive: axles that differ, the speedometer, gearing."""

from collections.abc import Iterator
from functools import partial

from jorvak.core.calculation import SLACK
from jorvak.core.engine.result import work_out
from jorvak.core.findings import Finding, Here, Settle, Severity, add, beyond, measure_first
from jorvak.core.places import ENDS, End
from jorvak.core.quantities import SPEED
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.axle_match import LOOSE_SURFACE_PCT, MATCHED_PCT
from jorvak.core.rolling.kinds.gears import Gears
from jorvak.core.rolling.kinds.speedometer import Speedometer
from jorvak.core.rolling.regear import SAME_RATIO
from jorvak.core.rolling.results import speedometer_state
from jorvak.core.rolling.tyre_size import designation

TALLER_LIMIT_PCT = 5.0
SHOWN_APART_PCT = 0.05
"""Below it the difference is written as none, and neither axle is the faster one."""
WINDS_UP_ANYWAY = "Even matched axles wind up on dry tarmac in a bend."


def axle_ratios_differ(here: Here) -> Iterator[Finding]:
    """A part-time drive whose axles do not turn alike; settled by the same ratio in the other axle."""
    result = here.results.of(RollingResults).axle_match
    match = result.value
    if match is None:
        return
    apart, off = abs(match.mismatch_pct), result.off("mismatch_pct")
    severity: Severity | None = beyond(apart - LOOSE_SURFACE_PCT, off) or beyond(
        apart - MATCHED_PCT, off, "watch"
    )
    if severity is None:
        return here.passes("axle-ratios-differ", result, "mismatch_pct")
    faster = "front" if match.mismatch_pct > 0 else "rear"
    which = f", the {faster} one faster" if apart >= SHOWN_APART_PCT else ""
    limit = {
        "stop": "Not in four-wheel drive on any surface.",
        "measure": f"Too close to call: beyond {LOOSE_SURFACE_PCT:g} % it may be driven on no surface.",
    }.get(severity, "Four-wheel drive on loose ground only.")
    yield here.finding(
        "axle-ratios-differ",
        severity,
        f"The axles turn {apart:.1f} % apart{here.near(off)}{which}{_ratios_in_words(here)}. {limit} {WINDS_UP_ANYWAY}",
        "both-axles",
        result=result,
        settled_by=(
            *(measure_first("rolling", result, "mismatch_pct") if severity == "measure" else ()),
            *_same_ratio_in_the_other(here),
        ),
    )


def _ratios_in_words(here: Here) -> str:
    front, rear = (here.value(f"{end}_axle.ratio") for end in ENDS)
    return f": front {front:.2f}, rear {rear:.2f}" if front and rear else ""


def _same_ratio_in_the_other(here: Here) -> tuple[Settle, ...]:
    """Gears for the axle that was not changed last, like those of the one that was."""
    front, rear = (here.value(f"{end}_axle.ratio") for end in ENDS)
    if front is None or rear is None or abs(front - rear) < SAME_RATIO:
        return (
            Settle(
                text="Measure the roll-out of front and rear tyres",
                figure="wheels.front_left.circumference_mm",
            ),
        )
    set_by = here.moment.set_by
    front_set, rear_set = (set_by.get(f"{end}_axle.ratio") for end in ENDS)
    front_is_newer = front_set is not None and (
        rear_set is None or here.step_of(front_set) > here.step_of(rear_set)
    )
    other: End = "rear" if front_is_newer else "front"
    return (add("gears", Gears(axle=other, ratio=front if front_is_newer else rear)),)


def speedometer_outside_band(here: Here) -> Iterator[Finding]:
    """The instrument leaves the permitted band and nothing corrects it yet."""
    result = here.results.of(RollingResults).speedometer
    state = result.value
    if state is None:
        return
    if state.calculated.within_band:
        return here.passes("speedometer-outside-band", result, "calculated.error_pct")
    answer = state.calculated
    side = "low" if answer.error_pct < 0 else "high"
    worst = max((row for row in answer.band if not row.ok), key=lambda row: row.true_kmh)
    off = result.off("calculated.error_pct")
    unsure = "calculated.within_band" in result.unsure
    settle = [] if (ratio := _ratio_within_band(here)) is None else [
        add("gears", Gears(axle="both", ratio=ratio), ": the sensor sees the axle ratio")
    ]  # fmt: skip
    yield here.finding(
        "speedometer-outside-band",
        "watch",
        f"{_corrected_for(here)}The speedometer reads {abs(answer.error_pct):.1f} % {side}{here.near(off)} and leaves the permitted band: "
        f"it shows {here.in_units(worst.indicated_kmh, SPEED)} at a true {here.in_units(worst.true_kmh, SPEED)}.",
        "dash",
        result=result,
        settled_by=(
            *settle,
            add("speedometer", Speedometer(), ", checked against satellite speed"),
            *(measure_first("rolling", result, "calculated.error_pct") if unsure else ()),
        ),
    )


def _corrected_for(here: Here) -> str:
    size = here.value("right_for.size")
    return (
        ""
        if size is None
        else f"It was corrected for {designation(size)}, and other tyres or gears came since. "
    )


def _ratio_within_band(here: Here) -> float | None:
    """The tallest ratio that exists and brings the reading into the band; None where the sensor is blind to it."""
    regearing = here.results.of(RollingResults).regearing.value
    if here.value("speedometer.sensor") != "upstream" or regearing is None:
        return None
    taken_at_its_word = here.moment.without_doubt()
    for candidate in regearing.candidates:
        ratio = candidate.calculated.ratio
        state = work_out(taken_at_its_word, partial(speedometer_state, ratio=ratio)).value
        if state is not None and state.calculated.within_band:
            return ratio
    return None


def gearing_taller(here: Here) -> Iterator[Finding]:
    """The effective ratio lies more than 5 % below that as found."""
    result = here.results.of(RollingResults).taller
    taller = result.value
    if taller is None:
        return
    if (taller.effective_ratio / taller.found_ratio - 1) * 100 >= -TALLER_LIMIT_PCT - SLACK:
        return here.passes("gearing-taller", result, "taller_pct")
    settle = []
    regearing = here.results.of(RollingResults).regearing.value
    picks = {school.aim: school.pick for school in regearing.schools} if regearing else {}
    for aim in ("restore", "pull"):
        pick = picks.get(aim)
        if pick is not None and regearing is not None:
            settle.append(add("gears", Gears(axle=regearing.axle, ratio=pick), f", to {aim}"))
    if not settle:
        settle.append(Settle(text="Say which ratios exist for this axle", figure="rear_axle.available"))
    off = result.off("taller_pct")
    if taller.taller_pct - off < TALLER_LIMIT_PCT:
        settle += measure_first("rolling", result, "taller_pct")
    feels = (
        f": it feels like {taller.effective_ratio:.2f} on the old tyres" if taller.found_ratio != 1.0 else ""
    )
    yield here.finding(
        "gearing-taller",
        "watch",
        f"Gearing is {taller.taller_pct:.1f} % taller{here.near(off)} than as found{feels}. Weaker on grades, crawls faster.",
        "rear-axle",
        result=result,
        settled_by=tuple(settle),
    )


RULES = (axle_ratios_differ, speedometer_outside_band, gearing_taller)
