"""What lifts what: every spacer, spring, block, shackle, body lift and tyre as a stack at each axle."""

from typing import Annotated, Literal

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Number, Positive, Refused
from jorvak.core.quantities.units import STANDARD_GRAVITY

Axle = Literal["front", "rear", "both"]


class SpringIn(Given):
    free_length_mm: Positive = Field(description="free length", examples=[415])
    rate_n_per_mm: Positive = Field(description="rate", examples=[34])


class SpacerItem(Given):
    kind: Literal["coil-spacer", "collar"] = Field(description="at a coil or a strut")
    axle: Axle = Field(description="front, rear or both")
    mm: Number = Field(description="thickness")
    motion_ratio: Positive = Field(1.0, description="spring travel over wheel travel")


class SpringItem(Given):
    kind: Literal["spring"] = Field(description="another spring")
    axle: Axle = Field(description="front, rear or both")
    old: SpringIn = Field(description="the spring as it was")
    new: SpringIn = Field(description="the spring as it will be")
    sprung_kg: NotNegative = Field(description="on this corner")
    sprung_kg_new: NotNegative | None = Field(
        None, description="on this corner afterwards; default sprung_kg"
    )
    motion_ratio: Positive = Field(1.0, description="spring travel over wheel travel")


class DirectItem(Given):
    kind: Literal["leaf-block", "leaf-arch", "spring-over", "direct", "shackle", "body"] = Field(
        description="what lifts"
    )
    axle: Axle = Field(description="front, rear or both")
    mm: Number = Field(description="amount; of a shackle, longer by")


class TyreItem(Given):
    kind: Literal["tyre"] = Field(description="another tyre")
    axle: Axle = Field(description="front, rear or both")
    static_radius_change_mm: Number = Field(description="static radius, new less old")


Item = Annotated[SpacerItem | SpringItem | DirectItem | TyreItem, Field(discriminator="kind")]


class LiftStackIn(Given):
    items: list[Item] = Field(description="what is fitted, in any order")


class AxleLift(Answer):
    axle_rise_mm: float = Field(description="the axle, by its tyres")
    suspension_lift_mm: float = Field(description="frame against axle")
    body_lift_mm: float = Field(description="body against frame")
    frame_rise_mm: float = Field(description="axle and suspension")
    body_rise_mm: float = Field(description="all of it")


class LiftStackOut(Answer):
    front: AxleLift = Field(description="at the front axle")
    rear: AxleLift = Field(description="at the rear axle")


def lift_stack(given: LiftStackIn) -> LiftStackOut:
    """Rises at each axle. Source: geometry; a spacer lifts its thickness over the motion ratio, a shackle half."""
    return LiftStackOut(front=_stacked(given, "front"), rear=_stacked(given, "rear"))


def _stacked(given: LiftStackIn, end: Literal["front", "rear"]) -> AxleLift:
    axle = suspension = body = 0.0
    for item in given.items:
        if item.axle not in (end, "both"):
            continue
        match item:
            case TyreItem():
                axle += item.static_radius_change_mm
            case SpacerItem():
                suspension += item.mm / item.motion_ratio
            case SpringItem():
                kg_new = item.sprung_kg if item.sprung_kg_new is None else item.sprung_kg_new
                ratio = item.motion_ratio
                suspension += spring_lift_mm(
                    loaded_mm(item.old.free_length_mm, item.old.rate_n_per_mm, item.sprung_kg, ratio),
                    loaded_mm(item.new.free_length_mm, item.new.rate_n_per_mm, kg_new, ratio),
                    ratio,
                )
            case DirectItem(kind="body"):
                body += item.mm
            case DirectItem():
                suspension += item.mm / 2 if item.kind == "shackle" else item.mm
    return stacked(axle, suspension, body)


def stacked(axle_mm: float, suspension_mm: float, body_mm: float) -> AxleLift:
    """The rises of frame and body over those of axle, suspension and body."""
    return AxleLift(
        axle_rise_mm=axle_mm,
        suspension_lift_mm=suspension_mm,
        body_lift_mm=body_mm,
        frame_rise_mm=axle_mm + suspension_mm,
        body_rise_mm=axle_mm + suspension_mm + body_mm,
    )


def spring_lift_mm(old_mm: float, new_mm: float, motion_ratio: float) -> float:
    """Loaded length of the new spring less that of the old, at the wheel."""
    return (new_mm - old_mm) / motion_ratio


def loaded_mm(free_length_mm: float, rate_n_per_mm: float, sprung_kg: float, motion_ratio: float) -> float:
    """How long a coil is with ``sprung_kg`` on its corner. Raises Refused where that is nothing.

    Source: a linear spring through a constant motion ratio.

    >>> round(loaded_mm(free_length_mm=415, rate_n_per_mm=34, sprung_kg=400, motion_ratio=1.0), 1)
    299.6
    """
    if rate_n_per_mm <= 0 or motion_ratio <= 0:
        field = "rate_n_per_mm" if rate_n_per_mm <= 0 else "motion_ratio"
        raise Refused(field, "A spring without a rate, or at no ratio to its wheel, carries nothing.")
    return free_length_mm - sprung_kg * STANDARD_GRAVITY / motion_ratio / rate_n_per_mm


CALCULATION = Calculation(
    "lift-stack",
    LiftStackIn,
    lift_stack,
    LiftStackOut,
    "what springs, spacers, blocks, shackles, body lift and tyres raise at each axle",
    "geometry of the suspension; spring deflection by its rate",
)
