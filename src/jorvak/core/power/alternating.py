"""What is left of this vehicle's alternator, driving at night with all that runs then."""

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.power.alternator import AlternatorIn, LoadIn, alternator
from jorvak.core.power.circuits import STATES
from jorvak.core.power.feeding import Hangs, amps_of, loads

IDLE_LEAST_A = -20.0
"""With lamps and fan on. Source: recovery and camping practice."""


@record(frozen=True, slots=True)
class LoadOn:
    """What one load takes on average while driving at night."""

    name: str
    amps: float


@record(frozen=True, slots=True)
class Alternating:
    """What all loads need, and what is left, hot, at idle and at rated speed; below 0 the battery gives it.

    At idle it may give down to ``idle_least_a``, at rated speed nothing.
    """

    needed_a: float
    idle_a: float
    rated_a: float
    hot_pct: float
    idle_left_a: float
    rated_left_a: float
    idle_least_a: float
    rows: tuple[LoadOn, ...]


def alternating(ask: Ask) -> Alternating:
    """Driving at night, lamps and fan on. Raises Missing. Source: alternator."""
    idle, rated, hot = ask.need("power.idle_a"), ask.need("power.rated_a"), ask.typical("power.hot_pct")
    on = [
        LoadIn(name=each.name, amps=amps_of(ask, each), duty_pct=_duty_pct(ask, each))
        for each in loads(ask)
        if each.runs in STATES["driving at night"]
    ]
    left = alternator(AlternatorIn(loads=on, idle_a=idle, rated_a=rated, hot_pct=hot))
    return Alternating(
        needed_a=left.needed_a,
        idle_a=idle,
        rated_a=rated,
        hot_pct=hot,
        idle_left_a=left.idle_left_a,
        rated_left_a=left.rated_left_a,
        idle_least_a=IDLE_LEAST_A,
        rows=tuple(LoadOn(each.name, each.amps * each.duty_pct / 100) for each in on),
    )


def _duty_pct(ask: Ask, hangs: Hangs) -> float:
    """Of the time that it is on; all of it where nobody said, so that nothing is left out."""
    noted = ask.maybe(f"{hangs.at}.duty_pct")
    return 100.0 if noted is None else float(noted)
