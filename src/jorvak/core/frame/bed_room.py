"""What is left of a load bed once all that is planned into it lies there."""

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Positive, names_differ


class TakesIn(Given):
    name: str = Field(min_length=1, description="what lies there", examples=["tank"])
    length_mm: Positive = Field(description="of the bed that it takes", examples=[450])


class BedRoomIn(Given):
    bed_mm: Positive = Field(description="length of the bed", examples=[6400])
    taken: list[TakesIn] = Field(description="what is planned into it")
    wants_mm: Positive = Field(description="what has to be left", examples=[1200])


class TakesOut(Answer):
    name: str = Field(description="what lies there")
    pct: float = Field(description="of the bed")


class BedRoomOut(Answer):
    left_mm: float = Field(description="what is left; below 0 it does not go in")
    ok: bool = Field(description="as much as is wanted")
    taken: list[TakesOut] = Field(description="each as given")


def bed_room(given: BedRoomIn) -> BedRoomOut:
    """left = bed − Σ taken. Source: a tape."""
    names_differ((each.name for each in given.taken), "taken")
    left = given.bed_mm - sum(each.length_mm for each in given.taken)
    return BedRoomOut(
        left_mm=left,
        ok=left >= given.wants_mm - SLACK,
        taken=[TakesOut(name=each.name, pct=100 * each.length_mm / given.bed_mm) for each in given.taken],
    )


CALCULATION = Calculation(
    "bed-room",
    BedRoomIn,
    bed_room,
    BedRoomOut,
    "what is left of a load bed, and is it enough",
    "lengths added up",
)
