"""What a stretching rope puts on both points, with the stuck vehicle held fast: an upper bound."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.quantities.units import STANDARD_GRAVITY

MOST_KMH = 15.0
MOST_SHARE_PCT = 50.0
LEAST_STRETCH_PCT = 15.0


class KineticPullIn(Given):
    pulling_kg: Positive = Field(description="mass of the vehicle that pulls", examples=[2500])
    speed_kmh: NotNegative = Field(description="when the rope comes tight", examples=[8])
    drive_kg: NotNegative | None = Field(
        None, description="pull kept on while it stretches; half of its mass"
    )
    rope_breaking_kg: Positive = Field(description="of the stretching rope", examples=[11000])
    stretch_pct: Positive = Field(description="at breaking", examples=[30])
    length_m: Positive = Field(description="of the rope", examples=[9])
    hold_kg: NotNegative = Field(description="what holds the stuck one", examples=[1900])
    points_wll_kg: NotNegative | None = Field(None, description="of the weaker point")


class KineticPullOut(Answer):
    rate_n_per_m: float = Field(description="pull for each metre of stretch")
    peak_kg: float = Field(description="on both points, at most")
    stretch_m: float = Field(description="at the peak")
    share_pct: float = Field(description="of the rope's breaking strength")
    moves: bool = Field(description="the peak overcomes what holds it")
    ok: bool = Field(description="at most half its strength, and a rope that stretches")
    points_ok: bool | None = Field(None, description="within the weaker point's working load")


def kinetic_pull(given: KineticPullIn) -> KineticPullOut:
    """Energy of motion and drive taken up by a linear spring. Source: mechanics.

    Raises Refused on ``speed_kmh`` above 15 km/h.
    """
    if given.speed_kmh > MOST_KMH + SLACK:
        raise Refused(
            "speed_kmh",
            f"{given.speed_kmh:g} km/h is no recovery: what the rope takes up goes with the square of the speed, and "
            f"above {MOST_KMH:g} km/h something tears off and flies. Dig, use boards, or winch.",
        )
    drive = given.pulling_kg / 2 if given.drive_kg is None else given.drive_kg
    rate = given.rope_breaking_kg * STANDARD_GRAVITY / (given.stretch_pct / 100 * given.length_m)
    speed = given.speed_kmh / 3.6
    peak = drive + math.sqrt(drive**2 + rate * given.pulling_kg * speed**2 / STANDARD_GRAVITY**2)
    share = peak / given.rope_breaking_kg * 100
    answer: dict[str, object] = {
        "rate_n_per_m": rate,
        "peak_kg": peak,
        "stretch_m": peak * STANDARD_GRAVITY / rate,
        "share_pct": share,
        "moves": peak >= given.hold_kg - SLACK,
        "ok": share <= MOST_SHARE_PCT + SLACK and given.stretch_pct >= LEAST_STRETCH_PCT - SLACK,
    }
    if given.points_wll_kg is not None:
        answer["points_ok"] = peak <= given.points_wll_kg + SLACK
    return KineticPullOut.model_validate(answer)


CALCULATION = Calculation(
    "kinetic-pull",
    KineticPullIn,
    kinetic_pull,
    KineticPullOut,
    "the peak of a stretching rope, at most, and whether rope and points bear it",
    "energy of a linear spring; recovery practice",
)
