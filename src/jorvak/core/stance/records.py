"""Records of stance: places that a tyre may touch, and ground to be driven over."""

from typing import Annotated, Literal

from pydantic import Field, WithJsonSchema

from jorvak.core.calculation import Number
from jorvak.core.records import RecordType
from jorvak.core.rig import Name, Record, Text


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


RECORDS = (
    RecordType("gap", Gap, "gaps", "name", "gap", most=500, figures="gaps"),
    RecordType("profile", Profile, "profiles", "name", "ground", most=100),
)
