"""Records of the survey: what was looked at, and its photographs."""

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from jorvak.core.calculation import NotNegative
from jorvak.core.records import RecordType
from jorvak.core.rig import Day, Frozen, Line, Record, Text

Zone = Literal["front", "engine", "cabin", "frame", "under", "rear", "left", "right", "wheels", "electrics"]
Condition = Literal[
    "sound", "surface rust", "holed", "worn", "leaking", "wrong part", "missing", "replaced", "cannot see yet"
]
Concern = Literal["safety", "engine", "structure", "comfort", "looks"]
Decision = Literal["leave", "treat", "repair", "replace", "look again"]


PictureFile = Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{16,64}\.jpg$")]
"""The name of a photograph beside the database, by what is in it."""


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
    found_on: Day | None = None
    found_by: Text | None = None
    weighing: Weighing | None = None
    decision: Decision | None = None
    reason: Text | None = None
    decided_on: Day | None = None
    decided_by: Text | None = None


class Photo(Record):
    """A photograph of a survey item. ``file`` is its name beside the database, or in the build's zip."""

    item: Line = Field(description="what the survey calls it")
    file: PictureFile
    caption: Text | None = None
    taken_on: Day | None = None


class TapePhoto(Record):
    """A photograph of the tape as it lay when a figure was taken. ``file`` as that of Photo."""

    figure: Line = Field(description="the path of the figure")
    file: PictureFile
    taken_on: Day | None = None


RECORDS = (
    RecordType("survey_item", SurveyItem, "survey", "item", "survey", most=2000, noted=("found_on", "found_by")),
    RecordType("photo", Photo, "photos", "file", "photograph", most=2000, written_whole=False, several=True,
               belongs_to=("item", SurveyItem)),
    RecordType("tape_photo", TapePhoto, "tape_photos", "file", "photograph of the tape", most=1000, written_whole=False,
               several=True),
)  # fmt: skip
