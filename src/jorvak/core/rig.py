"""The rig: one vehicle, its figures with how each is known, and the changes planned on it.

Everything here is an immutable record. A rig is mostly figures; they are addressed by path
(``rear_axle.ratio``, ``wheels.front_left.size``, ``points.case guard.z_mm``). A figure that nobody has
noted is missing, never 0. Which figures there can be stands in ``core/catalogue.py``.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints, WithJsonSchema, model_validator

from jorvak.core.calculation import NotNegative, Number

Known = Literal["measured", "plate", "worked out", "assumed"]
Form = Literal["wagon", "pickup", "cab-chassis", "van", "open"]
Carrier = Literal["frame", "body", "front-axle", "rear-axle"]
State = Literal["idea", "chosen", "bought", "fitted", "dropped"]
APPLIED: tuple[State, ...] = ("chosen", "bought", "fitted")

Line = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]
Text = Annotated[str, StringConstraints(strip_whitespace=True, max_length=4000)]

_VALUES: list[Any] = [{"type": "number"}, {"type": "string"}, {"type": "array", "items": {"type": "number"}}]
Value = Annotated[Any, WithJsonSchema({"anyOf": _VALUES})]
"""A number in the core's unit, a list of ratios, or words; ``catalogue.checked`` says which a figure holds."""


class Frozen(BaseModel):
    """Base of the records that people write: checked when made, never changed."""

    model_config = ConfigDict(frozen=True, extra="forbid")


@dataclass(frozen=True, slots=True)
class Figure:
    """A value, how it is known, and how far it may be off.

    ``doubt`` is two standard deviations in the core's unit; None: what the conventions give for ``known``.
    """

    value: Value
    known: Known = "assumed"
    doubt: float | None = None
    noted_on: date | None = None
    noted_by: str | None = None
    note: str | None = None


Figures = Mapping[str, Figure]
"""Figures by path."""


class Brief(Frozen):
    """What the vehicle is for, what it may cost, and when it has to leave."""

    purpose: Text = ""
    must_still: Text = ""
    drivers: Text = ""
    ceiling: NotNegative | None = None
    currency: Annotated[str, StringConstraints(strip_whitespace=True, max_length=12)] = ""
    leaves_on: date | None = None
    away_days: Annotated[int, Field(ge=1, le=3650)] | None = None


class Fitted(Frozen):
    """That a change is on the vehicle: when, at which reading, and what it took."""

    on: date
    odometer_km: NotNegative | None = None
    hours: NotNegative | None = None
    by: Text | None = None


class Change(Frozen):
    """One thing fitted, removed or altered. ``fields`` are those of its kind; the order is that of the list."""

    id: int = Field(0, exclude=True, description="given by the store; not part of a build file")
    kind: Line
    fields: dict[str, Any]
    state: State = "chosen"
    mass_kg: Number | None = None
    mass_x_mm: Number | None = None
    cost: NotNegative | None = None
    hours: NotNegative | None = None
    note: Text | None = None
    fitted: Fitted | None = None

    @model_validator(mode="after")
    def _fitted_has_a_date(self) -> "Change":
        if (self.state == "fitted") != (self.fitted is not None):
            raise ValueError("a change is fitted exactly when it says on which day (fitted.on)")
        return self


@dataclass(frozen=True, slots=True)
class Rig:
    """One vehicle with its plan.

    ``figures`` are as found, ``points`` says what carries each underside point (heights are as measured on
    the tyres as found), ``changes`` stand in the order in which they will be fitted.
    """

    name: str
    vehicle: str = ""
    form: Form = "wagon"
    brief: Brief = field(default_factory=Brief)
    figures: Figures = field(default_factory=dict)
    points: Mapping[str, Carrier] = field(default_factory=dict)
    changes: tuple[Change, ...] = ()
