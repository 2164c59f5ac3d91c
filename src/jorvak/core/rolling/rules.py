"""Findings of the rolling gear."""

from collections.abc import Iterator
from functools import partial
from typing import Any

from jorvak.core.findings import Finding, Settle, raised_by
from jorvak.core.kinds import draft
from jorvak.core.quantities import SPEED, Preset, write
from jorvak.core.results import Result, work_out
from jorvak.core.rolling.kinds.gears import Gears
from jorvak.core.rolling.regear import SAME_RATIO
from jorvak.core.rolling.results import End, RollingResults, speedometer_state
from jorvak.core.stages import Moment

TALLER_LIMIT_PCT = 5.0
WINDS_UP_ANYWAY = "Even matched axles wind up on dry tarmac in a bend."


def findings(moment: Moment, results: RollingResults, preset: Preset) -> Iterator[Finding]:
    """What the rolling gear upsets at a stage."""
    yield from axle_ratios_differ(moment, results)
    yield from speedometer_outside_band(moment, results, preset)
    yield from gearing_taller(moment, results)


def axle_ratios_differ(moment: Moment, results: RollingResults) -> Iterator[Finding]:
    """A part-time drive whose axles do not turn alike; settled by the same ratio in the other axle."""
    match = results.axle_match.value
    if match is None or match.verdict == "matched":
        return
    apart = abs(match.mismatch_pct)
    faster = "front" if match.mismatch_pct > 0 else "rear"
    stop = match.verdict == "stop"
    limit = "Not in four-wheel drive on any surface." if stop else "Four-wheel drive on loose ground only."
    yield _finding(
        moment,
        results.axle_match,
        code="axle-ratios-differ",
        severity="stop" if stop else "watch",
        text=f"The axles turn {apart:.1f} % apart, the {faster} one faster{_ratios_said(moment)}. {limit} {WINDS_UP_ANYWAY}",
        settled_by=_same_ratio_in_the_other(moment),
        place="both-axles",
    )


def _ratios_said(moment: Moment) -> str:
    front, rear = (moment.here.get(f"{end}_axle.ratio") for end in ("front", "rear"))
    return f": front {front.value:.2f}, rear {rear.value:.2f}" if front and rear else ""


def _same_ratio_in_the_other(moment: Moment) -> tuple[Settle, ...]:
    """Gears for the axle that was not changed last, like those of the one that was."""
    front, rear = (moment.here.get(f"{end}_axle.ratio") for end in ("front", "rear"))
    if front is None or rear is None or abs(front.value - rear.value) < SAME_RATIO:
        return (
            Settle(
                text="Measure the roll-out of front and rear tyres",
                figure="wheels.front_left.circumference_mm",
            ),
        )
    changes = moment.rig.changes
    front_set, rear_set = (moment.set_by.get(f"{end}_axle.ratio") for end in ("front", "rear"))
    front_is_newer = front_set is not None and (
        rear_set is None or changes.index(front_set) > changes.index(rear_set)
    )
    other: End = "rear" if front_is_newer else "front"
    wanted = draft("gears", Gears(axle=other, ratio=front.value if front_is_newer else rear.value))
    return (Settle(text=wanted.title, draft=wanted),)


def speedometer_outside_band(moment: Moment, results: RollingResults, preset: Preset) -> Iterator[Finding]:
    """The instrument leaves the permitted band and nothing corrects it yet."""
    state = results.speedometer.value
    if state is None or state.calculated.within_band:
        return
    answer = state.calculated
    side = "low" if answer.error_pct < 0 else "high"
    worst = max((row for row in answer.band if not row.ok), key=lambda row: row.true_kmh)
    unit = preset.unit(SPEED).symbol
    shown, true = write(worst.indicated_kmh, SPEED, unit), write(worst.true_kmh, SPEED, unit)
    settle = [
        Settle(
            text="Correct it by revolutions per kilometre, a converter box or another driven gear, and check against satellite speed"
        )
    ]
    if (ratio := _ratio_within_band(moment, results)) is not None:
        wanted = draft("gears", Gears(axle="both", ratio=ratio))
        settle.insert(0, Settle(text=f"{wanted.title}: the sensor sees the axle ratio", draft=wanted))
    yield _finding(
        moment,
        results.speedometer,
        code="speedometer-outside-band",
        severity="watch",
        text=f"The speedometer reads {abs(answer.error_pct):.1f} % {side} and leaves the permitted band: it shows {shown} at a true {true}.",
        settled_by=tuple(settle),
        place="dash",
    )


def _ratio_within_band(moment: Moment, results: RollingResults) -> float | None:
    """The tallest ratio that exists and brings the reading into the band; None where the sensor is blind to it."""
    sensor, regearing = moment.here.get("speedometer.sensor"), results.regearing.value
    if sensor is None or sensor.value != "upstream" or regearing is None:
        return None
    for candidate in regearing.candidates:
        ratio = candidate.calculated.ratio
        state = work_out(moment, partial(speedometer_state, ratio=ratio)).value
        if state is not None and state.calculated.within_band:
            return ratio
    return None


def gearing_taller(moment: Moment, results: RollingResults) -> Iterator[Finding]:
    """The effective ratio lies more than 5 % below that as found."""
    taller = results.taller.value
    if taller is None or (taller.effective_ratio / taller.found_ratio - 1) * 100 >= -TALLER_LIMIT_PCT - 1e-9:
        return
    settle = []
    regearing = results.regearing.value
    picks = {school.aim: school.pick for school in regearing.schools} if regearing else {}
    for aim in ("restore", "pull"):
        pick = picks.get(aim)
        if pick is not None and regearing is not None:
            wanted = draft("gears", Gears(axle=regearing.axle, ratio=pick))
            settle.append(Settle(text=f"{wanted.title}, to {aim}", draft=wanted))
    if not settle:
        settle.append(Settle(text="Say which ratios exist for this axle", figure="rear_axle.available"))
    feels = (
        f": it feels like {taller.effective_ratio:.2f} on the old tyres" if taller.found_ratio != 1.0 else ""
    )
    yield _finding(
        moment,
        results.taller,
        code="gearing-taller",
        severity="watch",
        text=f"Gearing is {taller.taller_pct:.1f} % taller than as found{feels}. Weaker on grades, crawls faster.",
        settled_by=tuple(settle),
        place="rear-axle",
    )


def _finding(moment: Moment, result: Result[Any], **said: Any) -> Finding:
    return Finding(figures=result.rests_on, change=raised_by(moment, result), **said)
