"""Records of the vehicle: parts, wherever they are."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import NotNegative, Number
from jorvak.core.records import RecordType
from jorvak.core.rig import Frozen, Line, Name, Record, Text


class Face(Frozen):
    """One face of a part: its kind, as parts are compared by it, and what is known of it."""

    kind: Line
    fields: dict[str, Number | str | None] = Field(default_factory=dict)
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
    faces: dict[Line, Face] = Field(default_factory=dict)
    price: NotNegative | None = None
    note: Text | None = None


RECORDS = (RecordType("part", Part, "parts", "name", "part", most=500, figures="parts"),)
