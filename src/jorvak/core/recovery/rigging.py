"""What each part of a rigging carries, and whether the winch and all of it are enough."""

import math
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused

PartAt = Literal["rope", "block", "vehicle", "anchor"]
MOST_LINES = 6
ROPE_SHARE, PART_SHARE, SHACKLE_SHARE = 2.0, 5.0, 6.0
"""A breaking strength is divided by these for the working load. Source: recovery practice."""
SHEAVE_EFFICIENCY = 0.95


class PartIn(Given):
    name: str = Field(min_length=1, description="what it is called", examples=["bow shackle"])
    at: PartAt = Field(description="rope, block, vehicle or anchor", examples=["block"])
    wll_kg: NotNegative | None = Field(None, description="working load as marked")
    breaking_kg: NotNegative | None = Field(None, description="breaking strength, where no working load is")
    shackle: bool = Field(False, description="a sixth of its breaking strength, not a fifth")


class RiggingIn(Given):
    pull_kg: Positive = Field(description="needed at the vehicle", examples=[3600])
    lines: int = Field(
        description="parts of rope that shorten", ge=1, le=MOST_LINES, strict=True, examples=[2]
    )
    sheave_efficiency: Positive = Field(SHEAVE_EFFICIENCY, description="of each block", le=1)
    winch_pull_kg: Positive = Field(description="on the layer in use", examples=[2950])
    rope_breaking_kg: Positive = Field(description="of the winch's rope", examples=[8400])
    included_angle_deg: Number = Field(0.0, description="between the legs of two lines", ge=0, lt=120)
    redirect_deg: Number | None = Field(
        None, description="of one line that a block turns: between its legs", ge=0, le=180
    )
    parts: list[PartIn] = Field([], description="with a working load or a breaking strength")


class PartOut(Answer):
    name: str = Field(description="as given")
    carries_kg: float = Field(description="at this pull")
    allowed_kg: float = Field(description="working load, or its share of the breaking strength")
    ok: bool = Field(description="carries no more than it is allowed")


class RiggingOut(Answer):
    advantage: float = Field(description="pull at the vehicle over pull on the rope")
    rope_kg: float = Field(description="on the rope")
    block_kg: float | None = Field(description="on a block; null for one straight line")
    enough: bool = Field(description="the winch pulls as much")
    rope_ok: bool = Field(description="within half its breaking strength")
    lines_needed: int | None = Field(description="fewest that do, legs together; null where six do not")
    parts: list[PartOut] = Field(description="in the order given")
    weakest: str = Field(description="least allowed over carried, “rope” first")


def rigging(given: RiggingIn) -> RiggingOut:
    """Forces on rope, blocks and points. Source: statics of a tackle with lossy sheaves.

    Raises Refused on ``included_angle_deg`` or ``redirect_deg`` where there is no such angle, on
    ``parts.N.wll_kg`` for a part of which nobody knows what it may carry.
    """
    _check_angles(given)
    gain = advantage(given.lines, given.sheave_efficiency, given.included_angle_deg, given.redirect_deg)
    rope = given.pull_kg / gain
    block = _block_kg(given, rope)
    carried = {
        "rope": rope,
        "block": rope if block is None else block,
        "vehicle": given.pull_kg,
        "anchor": given.pull_kg if given.redirect_deg is None else max(given.pull_kg, block or 0.0),
    }
    rope_allowed = given.rope_breaking_kg / ROPE_SHARE
    parts = []
    for number, part in enumerate(given.parts):
        carries, allowed = carried[part.at], _allowed_kg(part, number)
        parts.append(
            PartOut(name=part.name, carries_kg=carries, allowed_kg=allowed, ok=carries <= allowed + SLACK)
        )
    margins = [
        ("rope", rope_allowed / rope),
        *((part.name, part.allowed_kg / part.carries_kg) for part in parts),
    ]
    return RiggingOut(
        advantage=gain,
        rope_kg=rope,
        block_kg=block,
        enough=rope <= given.winch_pull_kg + SLACK,
        rope_ok=rope <= rope_allowed + SLACK,
        lines_needed=_lines_needed(given, rope_allowed),
        parts=parts,
        weakest=min(margins, key=lambda each: each[1])[0],
    )


def advantage(
    lines: int, sheave_efficiency: float, included_angle_deg: float = 0.0, redirect_deg: float | None = None
) -> float:
    """Pull at the vehicle over pull on the rope; each line lies behind one more block than the one before."""
    if lines == 1:
        return 1.0 if redirect_deg is None else sheave_efficiency
    if lines == 2:
        return legs_together(sheave_efficiency, included_angle_deg)
    return float(sum(sheave_efficiency**n for n in range(lines)))


def legs_together(sheave_efficiency: float, angle_deg: float) -> float:
    """What both legs of a rope pull on the block between them, over the pull on the first of them."""
    eta, angle = sheave_efficiency, math.radians(angle_deg)
    return math.sqrt(max(1 + eta**2 + 2 * eta * math.cos(angle), 0.0))


def _check_angles(given: RiggingIn) -> None:
    if given.included_angle_deg > SLACK and given.lines != 2:
        raise Refused(
            "included_angle_deg",
            "Only two lines have an angle between their legs: leave it 0 with any other number.",
        )
    if given.redirect_deg is not None and given.lines != 1:
        raise Refused(
            "redirect_deg", "Only one line alone is turned by a block: leave the angle out, or rig one line."
        )


def _block_kg(given: RiggingIn, rope_kg: float) -> float | None:
    if given.lines == 1 and given.redirect_deg is None:
        return None
    angle = given.redirect_deg if given.redirect_deg is not None else given.included_angle_deg
    return rope_kg * legs_together(given.sheave_efficiency, angle)


def _allowed_kg(part: PartIn, number: int) -> float:
    allowed = allowed_kg(part.wll_kg, part.breaking_kg, part.shackle)
    if allowed is None:
        raise Refused(
            f"parts.{number}.wll_kg",
            f"Nobody knows what {part.name} may carry: give its working load, or its breaking strength.",
        )
    return allowed


def allowed_kg(wll_kg: float | None, breaking_kg: float | None, shackle: bool) -> float | None:
    """What a part may carry: its working load, else its share of the breaking strength; None: nobody knows."""
    if wll_kg is not None:
        return wll_kg
    if breaking_kg is None:
        return None
    return breaking_kg / (SHACKLE_SHARE if shackle else PART_SHARE)


def _lines_needed(given: RiggingIn, rope_allowed_kg: float) -> int | None:
    """The fewest lines, legs together, with which the winch is enough and the rope holds."""
    most = min(given.winch_pull_kg, rope_allowed_kg)
    for lines in range(1, MOST_LINES + 1):
        if given.pull_kg / advantage(lines, given.sheave_efficiency) <= most + SLACK:
            return lines
    return None


CALCULATION = Calculation(
    "rigging",
    RiggingIn,
    rigging,
    RiggingOut,
    "what each part of a rigging carries, and how many lines are enough",
    "statics of a tackle with lossy sheaves; recovery practice for working loads",
)
