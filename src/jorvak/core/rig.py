"""The rig: one vehicle, its figures with how each is known, and the changes planned on it.

Everything here is an immutable record. A rig is mostly figures; they are addressed by path
(``rear_axle.ratio``, ``wheels.front_left.size``, ``points.case guard.z_mm``). A figure that nobody has
noted is missing, never 0. Which figures there can be stands in ``core/catalogue.py``.
"""

from collections.abc import Mapping
from dataclasses import field, replace
from datetime import date
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints, WithJsonSchema, model_validator

from jorvak.core.calculation import NotNegative, Number
from jorvak.core.immutable import record

Known = Literal["measured", "plate", "worked out", "assumed"]
MassKnown = Literal["measured", "plate", "assumed"]
Taken = Literal["as found", "as it stood"]
AS_IT_STOOD: Taken = "as it stood"
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
    leaves_on: date | None = None
    away_days: Annotated[int, Field(ge=1, le=3650)] | None = None
    deciding: Annotated[tuple[Line, ...], Field(max_length=40)] = ()
    """Keys of the headline figures that decide: options are compared by them, and they are measured first."""


Key = Annotated[str, StringConstraints(strip_whitespace=True, pattern=r"^[^/]{1,40}$")]
OptionName = Annotated[str, StringConstraints(strip_whitespace=True, pattern=r"^[^/]{1,40}/[^/]{1,40}$")]


class Record(Frozen):
    """Base of what a rig has several of. ``id`` is given by the store and is no part of a build file."""

    id: int = Field(0, exclude=True)


class Question(Record):
    """Something still to be decided: two or more options, each a set of changes. One is chosen, with a reason."""

    key: Key
    ask: Line
    options: Annotated[tuple[Key, ...], Field(min_length=2, max_length=8)]
    topic: str | None = Field(None, description="of the schools of the trade, where they have a word on it")
    chosen: Key | None = None
    reason: Text | None = None
    decided_on: date | None = None
    decided_by: Text | None = None

    @model_validator(mode="after")
    def _one_of_its_own(self) -> "Question":
        if len(set(self.options)) != len(self.options):
            raise ValueError("Two options have one name: give each its own.")
        if self.chosen is not None and self.chosen not in self.options:
            raise ValueError(f"“{self.chosen}” is none of its options ({', '.join(self.options)}).")
        return self


class Accepted(Record):
    """A finding that somebody lives with, and why. It returns when the figures under it move."""

    finding: Line
    reason: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=1000)]
    figures: dict[str, Number | str | tuple[Number, ...]]
    accepted_on: date | None = None
    accepted_by: Text | None = None


Name = Annotated[str, StringConstraints(strip_whitespace=True, pattern=r"^[^./]{1,60}$")]


class Gap(Record):
    """A place that a tyre may touch, measured from the centre of the present wheel of that axle."""

    name: Name
    axle: Literal["front", "rear"] = "front"
    carried_by: Literal["frame", "body"] | None = Field(
        None, description="a body lift raises what is on the body"
    )


Corner = Annotated[
    tuple[Number, Number],
    WithJsonSchema({"type": "array", "items": {"type": "number"}, "minItems": 2, "maxItems": 2}),
]
"""x along the direction of travel and z, in mm."""


class Profile(Record):
    """Ground to drive over, as a line of corners in the direction of travel; level before and after.

    ``asked``: the brief asks that it be crossed without touching.
    """

    name: Name
    corners: Annotated[tuple[Corner, ...], Field(min_length=1, max_length=4000)] = Field(
        description="x along the direction of travel and z, in mm"
    )
    asked: bool = False
    note: Text | None = None


class Face(Frozen):
    """One face of a part: its kind, as parts are compared by it, and what is known of it."""

    kind: Line
    fields: dict[str, Number | str | None] = {}
    meets: Line | None = Field(None, description="PART/FACE that it goes onto")


PartKind = Literal[
    "tyre", "wheel", "spring", "shock", "axle", "transfer-case", "gearbox", "shaft", "adapter", "winch",
    "bumper", "brake", "equipment", "other",
]  # fmt: skip


class Part(Record):
    """A part is one record wherever it is: fitted, on the shelf, wanted, or in a donor.

    Its mass and place are figures of the rig, ``parts.NAME.mass_kg`` and so on.
    """

    name: Name
    kind: PartKind = "other"
    place: Literal["fitted", "shelf", "wanted", "donor"]
    heap: Literal["good", "usable", "scrap"] | None = None
    donor: Line | None = None
    faces: dict[Line, Face] = {}
    price: NotNegative | None = None
    note: Text | None = None


Zone = Literal["front", "engine", "cabin", "frame", "under", "rear", "left", "right", "wheels", "electrics"]
Condition = Literal[
    "sound", "surface rust", "holed", "worn", "leaking", "wrong part", "missing", "replaced", "cannot see yet"
]
Concern = Literal["safety", "engine", "structure", "comfort", "looks"]
Decision = Literal["leave", "treat", "repair", "replace", "look again"]


class Weighing(Frozen):
    """The few numbers that repair and replace are weighed on. Hours are work, costs are parts and material."""

    repair_hours: NotNegative | None = None
    repair_cost: NotNegative | None = None
    replace_hours: NotNegative | None = None
    replace_cost: NotNegative | None = None
    hidden: Literal["none", "some", "much"] = "some"
    original: bool = Field(False, description="originality or resale counts here")
    will: bool = Field(True, description="one will honestly find the will to repair it")


class SurveyItem(Record):
    """One thing looked at on the walk round, and what is to become of it."""

    zone: Zone
    item: Line
    condition: Condition = "cannot see yet"
    concern: Concern = "structure"
    note: Text | None = None
    found_on: date | None = None
    found_by: Text | None = None
    weighing: Weighing | None = None
    decision: Decision | None = None
    reason: Text | None = None
    decided_on: date | None = None
    decided_by: Text | None = None


class Photo(Record):
    """A photograph of a survey item. ``file`` is its name beside the database, or in the build's zip."""

    item: Line = Field(description="what the survey calls it")
    file: Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{16,64}\.jpg$")]
    caption: Text | None = None
    taken_on: date | None = None


Hours = Annotated[NotNegative, Field(le=3000)]
"""More than a year and a half of working days is a slip of the finger."""


class Fitted(Frozen):
    """That a change is on the vehicle: when, at which reading, and what it took."""

    on: date
    odometer_km: NotNegative | None = None
    hours: Hours | None = None
    by: Text | None = None


class Change(Frozen):
    """One thing fitted, removed or altered. ``fields`` are those of its kind; the order is that of the list."""

    id: int = Field(0, exclude=True, description="given by the store; not part of a build file")
    kind: Line
    fields: dict[str, Any]
    state: State = "chosen"
    mass_kg: Annotated[Number, Field(ge=-3000, le=5000)] | None = Field(None, examples=["38"])
    mass_known: MassKnown = Field("assumed", description="weighed, from the maker's sheet, or guessed")
    mass_x_mm: Annotated[Number, Field(ge=-3000, le=12000)] | None = Field(None, examples=["-520"])
    mass_z_mm: Annotated[Number, Field(ge=0, le=4500)] | None = Field(None, examples=["560"])
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
    questions: tuple[Question, ...] = ()
    accepted: tuple[Accepted, ...] = ()
    gaps: tuple[Gap, ...] = ()
    parts: tuple[Part, ...] = ()
    survey: tuple[SurveyItem, ...] = ()
    photos: tuple[Photo, ...] = ()
    profiles: tuple[Profile, ...] = ()

    def question(self, key: str) -> Question | None:
        """The question of that key, or None."""
        return next((question for question in self.questions if question.key == key), None)


def numbered(rig: Rig) -> Rig:
    """The rig with its changes numbered by their place: one from a file has not been numbered by a store."""
    changes = (change.model_copy(update={"id": step}) for step, change in enumerate(rig.changes, 1))
    return replace(rig, changes=tuple(changes))
