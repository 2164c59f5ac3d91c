"""Instant centre and anti-squat of a linked rear axle, from the side."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Number, Positive, Refused

PARALLEL = 1e-9


class LinkEnd(Given):
    x_mm: Number = Field(description="behind the front axle")
    z_mm: Number = Field(description="above level ground")


class Link(Given):
    frame: LinkEnd = Field(description="its end at the frame")
    axle: LinkEnd = Field(description="its end at the axle")


class FourLinkIn(Given):
    upper: Link = Field(description="the upper links, seen as one from the side")
    lower: Link = Field(description="the lower links, seen as one from the side")
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    cg_height_mm: Positive = Field(description="centre of gravity above ground", examples=[742])
    rear_drive_share: Number = Field(1.0, description="of the drive force; in four-wheel drive", ge=0, le=1)


class FourLinkOut(Answer):
    ic_x_mm: float | None = Field(description="instant centre; null where the links are parallel")
    ic_z_mm: float | None = Field(description="instant centre; null where the links are parallel")
    anti_squat_pct: float | None = Field(
        description="null where the force line is upright or the centre lies over the axle"
    )


def four_link(given: FourLinkIn) -> FourLinkOut:
    """Where the links' lines meet, and anti-squat. Source: side-view swing arm through the contact point.

    Raises Refused on ``upper`` or ``lower`` for a link whose ends stand in one place.
    """
    upper, lower = (_along(link, name) for name, link in (("upper", given.upper), ("lower", given.lower)))
    turn = upper[0] * lower[1] - upper[1] * lower[0]
    if abs(turn) < PARALLEL:
        rise = None if abs(upper[0]) < PARALLEL else -upper[1] / upper[0] * given.wheelbase_mm
        return FourLinkOut(ic_x_mm=None, ic_z_mm=None, anti_squat_pct=_squat(given, rise))
    apart_x = given.lower.frame.x_mm - given.upper.frame.x_mm
    apart_z = given.lower.frame.z_mm - given.upper.frame.z_mm
    along = (apart_x * lower[1] - apart_z * lower[0]) / turn
    x, z = given.upper.frame.x_mm + along * upper[0], given.upper.frame.z_mm + along * upper[1]
    ahead = given.wheelbase_mm - x
    rise = None if abs(ahead) < PARALLEL else z / ahead * given.wheelbase_mm
    return FourLinkOut(ic_x_mm=x, ic_z_mm=z, anti_squat_pct=_squat(given, rise))


def _along(link: Link, name: str) -> tuple[float, float]:
    x, z = link.axle.x_mm - link.frame.x_mm, link.axle.z_mm - link.frame.z_mm
    length = math.hypot(x, z)
    if length == 0:
        raise Refused(name, f"Both ends of the {name} link stand in one place: measure them again.")
    return x / length, z / length


def _squat(given: FourLinkIn, height_at_front_mm: float | None) -> float | None:
    if height_at_front_mm is None:
        return None
    return 100 * given.rear_drive_share * height_at_front_mm / given.cg_height_mm


CALCULATION = Calculation(
    "four-link",
    FourLinkIn,
    four_link,
    FourLinkOut,
    "instant centre and anti-squat of a linked rear axle",
    "side-view swing arm through the contact point",
)
