"""Records of the vehicle: parts, wherever they are."""

from collections.abc import Mapping
from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from jorvak.core.calculation import NotNegative, Number
from jorvak.core.records import RecordType
from jorvak.core.rig import Day, Frozen, Line, Name, Record, Text


class Face(Frozen):
    """One face of a part: its kind, as parts are compared by it, and what is known of it."""

    kind: Line
    fields: dict[str, Number | str | None] = Field(default_factory=dict)
    meets: Line | None = Field(None, description="PART/FACE that it goes onto")


PartKind = Literal[
    "tyre", "wheel", "spring", "shock", "axle", "transfer-case", "gearbox", "shaft", "adapter", "winch",
    "bumper", "brake", "equipment", "other",
]  # fmt: skip


PartPlace = Literal["fitted", "shelf", "wanted", "donor", "gone"]
PartState = Literal[
    "wanted", "priced", "ordered", "on-its-way", "here", "checked", "fitted", "returned", "sold"
]
PLACE_OF: dict[PartState, PartPlace] = {
    "wanted": "wanted",
    "priced": "wanted",
    "ordered": "wanted",
    "on-its-way": "wanted",
    "here": "shelf",
    "checked": "shelf",
    "fitted": "fitted",
    "returned": "gone",
    "sold": "gone",
}
"""Where a part is by how far it is on its way from wanted to fitted."""


class KitItem(Frozen):
    """One thing of a kit's list, and whether it was there when it was checked off."""

    name: Line
    count: Annotated[int, Field(ge=1, le=1000)] = 1
    here: bool = False


class Part(Record):
    """A part is one record wherever it is: fitted, on the shelf, wanted, in a donor, or gone again.

    Its mass and place are figures of the rig, ``parts.NAME.mass_kg`` and so on. ``state`` is how far it is on its way
    from wanted to fitted, and says where it is then; ``for_change`` the id of the change that it is bought for,
    ``minutes`` what it takes to get it off a donor.
    """

    name: Name
    kind: PartKind = "other"
    place: PartPlace
    state: PartState | None = None
    supplier: Line | None = None
    order_number: Line | None = None
    ordered_on: Day | None = None
    due_on: Day | None = None
    here_on: Day | None = None
    paid: NotNegative | None = None
    sold_for: NotNegative | None = None
    minutes: NotNegative | None = None
    kit: Annotated[tuple[KitItem, ...], Field(max_length=200)] = ()
    for_change: int | None = None
    heap: Literal["good", "usable", "scrap"] | None = None
    donor: Line | None = None
    faces: dict[Line, Face] = Field(default_factory=dict)
    price: NotNegative | None = None
    note: Text | None = None

    @model_validator(mode="before")
    @classmethod
    def _is_where_its_state_says(cls, given: Any) -> Any:
        """The state says where a part is; one that is put elsewhere has no such state any more."""
        if not isinstance(given, dict) or given.get("state") not in PLACE_OF:
            return given
        return {**given, "place": PLACE_OF[given["state"]]}

    @model_validator(mode="after")
    def _comes_after_it_was_ordered(self) -> "Part":
        if self.ordered_on is not None and self.due_on is not None and self.due_on < self.ordered_on:
            raise ValueError("It is due before it was ordered: which of the two days is it?")
        return self


def _renumbered(record: Record, ids: Mapping[int, int]) -> Record:
    change = getattr(record, "for_change", None)
    return record if change is None else record.model_copy(update={"for_change": ids.get(change)})


RECORDS = (
    RecordType("part", Part, "parts", "name", "part", most=500, figures="parts", renumbered=_renumbered),
)
