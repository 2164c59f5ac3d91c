"""Records of the plan: questions with their options, and findings that somebody lives with."""

from typing import Annotated

from pydantic import Field, StringConstraints, model_validator

from jorvak.core.calculation import Number, Refused
from jorvak.core.records import RecordType
from jorvak.core.rig import Day, Key, Line, Record, Rig, Text


class Question(Record):
    """Something still to be decided: two or more options, each a set of changes. One is chosen, with a reason."""

    key: Key
    ask: Line
    options: Annotated[tuple[Key, ...], Field(min_length=2, max_length=8)]
    topic: str | None = Field(None, description="of the schools of the trade, where they have a word on it")
    chosen: Key | None = None
    reason: Text | None = None
    decided_on: Day | None = None
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
    accepted_on: Day | None = None
    accepted_by: Text | None = None


def question_of(rig: Rig, key: str) -> Question | None:
    """The question of that key, or None."""
    return next((question for question in rig.all(Question) if question.key == key), None)


def _no_change_belongs_to_it(rig: Rig, question: Record) -> None:
    assert isinstance(question, Question)
    if any((change.option or "").startswith(f"{question.key}/") for change in rig.changes):
        raise Refused("question", "Changes still belong to its options: take them out of the question first.")


RECORDS = (
    RecordType(
        "question",
        Question,
        "questions",
        "key",
        "question",
        most=100,
        titled_by="ask",
        may_go=_no_change_belongs_to_it,
    ),
    RecordType("accepted", Accepted, "accepted", "finding", "acceptance", most=500, written_whole=False),
)
