"""The front end shakes after a bump, or at a speed: suspects, the worst first."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused

State = Literal["beyond", "unknown", "within"]
LIMITS: dict[str, float | None] = {
    "track_bar": 0.5,
    "track_bar_hole": 0.2,
    "drag_link": 0.5,
    "tie_rod": 0.5,
    "ball_joints": 0.8,
    "bearings": 0.1,
    "caster": None,
    "toe": 3.0,
    "balance": 15.0,
    "tyre": None,
    "damper": None,
}
"""By suspect in their order: play in mm, toe in mm, balance in g. Caster has its own lower limit; out of round is
vibration's, and the damper comes last, for it only hides. Source: practice of the trade."""


class PlayIn(Given):
    track_bar: NotNegative | None = Field(None, description="mm at its joints")
    drag_link: NotNegative | None = Field(None, description="mm at its joints")
    tie_rod: NotNegative | None = Field(None, description="mm at its joints")
    ball_joints: NotNegative | None = Field(None, description="mm, or the kingpins")
    bearings: NotNegative | None = Field(None, description="mm end play at the hub")


class WobbleIn(Given):
    play_mm: PlayIn = Field(PlayIn(), description="what moves by hand or lever")
    hole_mm: Positive | None = Field(None, description="of the track bar's bracket, with bolt")
    bolt_mm: Positive | None = Field(None, description="in it")
    caster_deg: Number | None = Field(None, description="as it stands, with its lower limit")
    caster_low_deg: Number | None = Field(None, description="its lower limit")
    toe_total_mm: Number | None = Field(None, description="in positive")
    balance_g: NotNegative | None = Field(None, description="the worse front wheel")


class WobbleSuspect(Answer):
    name: str = Field(description="what may shake")
    value: float | None = Field(description="what was read")
    limit: float | None = Field(description="what it may be")
    times: float | None = Field(description="of its limit; null beyond all measure, or not known")
    state: State = Field(description="beyond, unknown or within")


class WobbleOut(Answer):
    suspects: list[WobbleSuspect] = Field(description="the worst first")


def wobble(given: WobbleIn) -> WobbleOut:
    """Each against its limit, in the order in which they are put right. Source: practice of the trade.

    Raises Refused on one of ``hole_mm`` and ``bolt_mm``, or of caster and its limit, without the other.
    """
    for one, other in (("hole_mm", "bolt_mm"), ("caster_deg", "caster_low_deg")):
        for key, has in ((one, other), (other, one)):
            if getattr(given, key) is None and getattr(given, has) is not None:
                raise Refused(key, f"{has} is given without {key}: both or neither.")
    suspects = [_suspect(name, given) for name in LIMITS]
    # The sort keeps the order of the table where two are alike.
    return WobbleOut(suspects=sorted(suspects, key=_rank))


def _suspect(name: str, given: WobbleIn) -> WobbleSuspect:
    limit = given.caster_low_deg if name == "caster" else LIMITS[name]
    value = _value(name, given)
    if value is None or limit is None:
        return WobbleSuspect(name=name, value=None, limit=limit, times=None, state="unknown")
    if name == "caster":
        times = limit / value if value > SLACK else None
        beyond = times is None or times > 1 + SLACK
    elif name == "toe":
        times = abs(value) / limit
        beyond = value > limit + SLACK or value < -SLACK
    else:
        times = value / limit
        beyond = times > 1 + SLACK
    return WobbleSuspect(
        name=name, value=value, limit=limit, times=times, state="beyond" if beyond else "within"
    )


def _value(name: str, given: WobbleIn) -> float | None:
    match name:
        case "track_bar_hole":
            # A bolt that is larger than its hole was read wrongly; it has no play at least.
            return None if given.hole_mm is None or given.bolt_mm is None else given.hole_mm - given.bolt_mm
        case "caster":
            return given.caster_deg
        case "toe":
            return given.toe_total_mm
        case "balance":
            return given.balance_g
        case "tyre" | "damper":
            return None
        case _:
            play: float | None = getattr(given.play_mm, name)
            return play


def _rank(suspect: WobbleSuspect) -> tuple[int, float]:
    if suspect.state == "unknown":
        return 1, 0.0
    worst_first = float("-inf") if suspect.times is None else -suspect.times
    return (0 if suspect.state == "beyond" else 2), worst_first


CALCULATION = Calculation(
    "wobble",
    WobbleIn,
    wobble,
    WobbleOut,
    "the front end shakes: suspects against their limits, the worst first",
    "limits of play by practice of the trade",
)
