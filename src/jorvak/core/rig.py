"""The rig: one vehicle, its figures with how each is known, and the changes planned on it.

Everything here is an immutable record. A rig is mostly figures; they are addressed by path
(``rear_axle.ratio``, ``wheels.front_left.size``, ``points.case guard.z_mm``). A figure that nobody has
noted is missing, never 0. Which figures there can be stands in the areas' ``figures``, read through ``core/catalogue``.
"""

from collections.abc import Iterable, Mapping
from dataclasses import field, replace
from datetime import date
from typing import Annotated, Any, Literal, TypeVar, cast

from pydantic import BaseModel, ConfigDict, Field, StringConstraints, WithJsonSchema, model_validator

from jorvak.core.calculation import NotNegative, Number
from jorvak.core.immutable import record

FIRST_DAY, LAST_DAY = date(1900, 1, 1), date(2200, 12, 31)
Day = Annotated[date, Field(ge=FIRST_DAY, le=LAST_DAY)]
"""A day that a vehicle can have seen or be planned for: one that is not is a slip of the finger."""

Known = Literal["measured", "plate", "worked out", "assumed"]
MassKnown = Literal["measured", "plate", "assumed"]
Taken = Literal["as found", "as it stood"]
AS_IT_STOOD: Taken = "as it stood"
Form = Literal["wagon", "pickup", "double-cab", "cab-chassis", "van", "open"]
Carrier = Literal["frame", "body", "front-axle", "rear-axle"]
State = Literal["idea", "chosen", "bought", "fitted", "dropped"]
MOST_CHANGES, MOST_POINTS = 500, 500
"""Of one rig: held where they are written, so that what goes out as a build file comes back."""
APPLIED: tuple[State, ...] = ("chosen", "bought", "fitted")

Line = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]
Text = Annotated[str, StringConstraints(strip_whitespace=True, max_length=4000)]

_VALUES: list[Any] = [{"type": "number"}, {"type": "string"}, {"type": "array", "items": {"type": "number"}}]
Value = Annotated[Any, WithJsonSchema({"anyOf": _VALUES})]
"""A number in the core's unit, a list of ratios, or words; ``catalogue.checked`` says which a figure holds."""


class Frozen(BaseModel):
    """Base of the records that people write: checked when made, never changed."""

    # Most processes use a few of some hundreds of records and kinds: each is laid out when it is first used.
    model_config = ConfigDict(frozen=True, extra="forbid", defer_build=True)


@record(frozen=True, slots=True)
class Figure:
    """A value, how it is known, and how far it may be off.

    ``doubt`` is two standard deviations in the core's unit; None: what the conventions give for ``known``.
    ``taken``: as the vehicle was found, or as it stood on ``noted_on`` with what was fitted by then. None: nobody
    said; then it is as found, but for what a change sets and somebody measured later than that was fitted.
    ``fitted_after``: ids of changes that were fitted by that day and only after it was taken.
    """

    value: Value
    known: Known = "assumed"
    doubt: float | None = None
    noted_on: date | None = None
    noted_by: str | None = None
    note: str | None = None
    taken: Taken | None = None
    fitted_after: tuple[int, ...] = ()


Figures = Mapping[str, Figure]
"""Figures by path."""


class Brief(Frozen):
    """What the vehicle is for, what it may cost, and when it has to leave."""

    purpose: Text = ""
    must_still: Text = ""
    drivers: Text = ""
    ceiling: NotNegative | None = None
    currency: Annotated[str, StringConstraints(strip_whitespace=True, max_length=12)] = ""
    leaves_on: Day | None = None
    away_days: Annotated[int, Field(ge=1, le=3650)] | None = None
    trip: Line | None = Field(
        None, description="the trip that it is laden for; what is for others stays at home"
    )
    shop: Annotated[Line, Field(max_length=60)] | None = Field(
        None, description="the shop at whose bench it is built, by its name"
    )
    deciding: Annotated[tuple[Line, ...], Field(max_length=40)] = ()
    """Keys of the headline figures that decide: options are compared by them, and they are measured first."""


Key = Annotated[str, StringConstraints(strip_whitespace=True, pattern=r"^[^/]{1,40}$")]
OptionName = Annotated[str, StringConstraints(strip_whitespace=True, pattern=r"^[^/]{1,40}/[^/]{1,40}$")]


class Record(Frozen):
    """Base of what a rig has several of. ``id`` is given by the store and is no part of a build file."""

    id: int = Field(0, exclude=True)


Name = Annotated[str, StringConstraints(strip_whitespace=True, pattern=r"^[^./]{1,60}$")]


Hours = Annotated[NotNegative, Field(le=3000)]
"""More than a year and a half of working days is a slip of the finger."""


class Fitted(Frozen):
    """That a change is on the vehicle: when, at which reading, and what it took."""

    on: Day
    odometer_km: NotNegative | None = None
    hours: Hours | None = None
    by: Text | None = None


class Change(Frozen):
    """One thing fitted, removed or altered. ``fields`` are those of its kind; the order is that of the list."""

    id: int = Field(0, exclude=True, description="given by the store; not part of a build file")
    kind: Line
    fields: dict[str, Any]
    state: State = "chosen"
    mass_kg: Annotated[Number, Field(ge=-3000, le=5000)] | None = Field(
        None, title="the mass, in kg,", examples=["38"]
    )
    mass_known: MassKnown = Field("assumed", description="weighed, from the maker's sheet, or guessed")
    mass_x_mm: Annotated[Number, Field(ge=-3000, le=12000)] | None = Field(
        None, title="the place behind the front axle, in mm,", examples=["-520"]
    )
    mass_y_mm: Annotated[Number, Field(ge=-1500, le=1500)] | None = Field(
        None, title="the place right of the middle, in mm,", examples=["-320"]
    )
    mass_z_mm: Annotated[Number, Field(ge=0, le=4500)] | None = Field(
        None, title="the height above the ground, in mm,", examples=["560"]
    )
    mass_off_kg: NotNegative | None = Field(
        None, description="how far the mass may be off; None: what is usual"
    )
    cost: NotNegative | None = Field(None, description="price; the retail price where it is a gift")
    gift: bool = False
    paid: NotNegative | None = Field(None, description="of the cost, already paid")
    credit: NotNegative | None = Field(None, description="what came in for the parts it replaced")
    hours: Hours | None = None
    note: Text | None = None
    option: OptionName | None = Field(None, description="QUESTION/OPTION that this change belongs to")
    fitted: Fitted | None = None

    @model_validator(mode="after")
    def _fitted_has_a_date(self) -> "Change":
        if (self.state == "fitted") != (self.fitted is not None):
            raise ValueError("A change is fitted exactly when it says on which day (fitted.on).")
        return self


R = TypeVar("R", bound=Record)
Records = Mapping[type[Record], tuple[Record, ...]]
"""What a rig has several of, by what they are (``records.record_types``)."""


def some_of(records: Records) -> Records:
    """The types of which there are any: a rig that has none of one does not name it."""
    return {kind: those for kind, those in records.items() if those}


@record(frozen=True, slots=True)
class Rig:
    """One vehicle with its plan.

    ``figures`` are as found where they do not say that they were taken later, ``points`` says what carries each underside point (heights are as measured on
    the tyres as found), ``changes`` stand in the order in which they will be fitted.
    """

    name: str
    vehicle: str = ""
    form: Form = "wagon"
    brief: Brief = field(default_factory=Brief)
    figures: Figures = field(default_factory=dict)
    points: Mapping[str, Carrier] = field(default_factory=dict)
    changes: tuple[Change, ...] = ()
    records: Records = field(default_factory=dict)

    def all(self, kind: type[R]) -> tuple[R, ...]:
        """The records of one type, in the order in which they were made."""
        return cast(tuple[R, ...], self.records.get(kind, ()))

    def having(self, kind: type[R], records: Iterable[R]) -> "Rig":
        """The rig with these records of a type instead of those that it has."""
        return replace(self, records=some_of({**self.records, kind: tuple(records)}))


def numbered(rig: Rig) -> Rig:
    """The rig with its changes numbered by their place: one from a file has not been numbered by a store."""
    changes = (change.model_copy(update={"id": step}) for step, change in enumerate(rig.changes, 1))
    return replace(rig, changes=tuple(changes))
