"""What is wrong with something, in plain words: one table over every way in which a field can be wrong."""

from datetime import date
from typing import Annotated, Any, Literal, get_args

import pytest
from pydantic import BaseModel, Field, ValidationError

from jorvak.core import rig as records
from jorvak.core.calculation import Number, Positive, sentence_of
from jorvak.core.plan.records import Accepted, Question
from jorvak.core.rig import Change
from jorvak.core.survey.records import Photo, SurveyItem


class Given(BaseModel):
    """A model with a field of every kind."""

    model_config = {"extra": "forbid"}

    number: Number = 1.0
    positive: Positive = 1.0
    angle_deg: Annotated[float, Field(lt=90, gt=-90)] = 0.0
    count: int = 1
    end: Literal["front", "rear"] = "front"
    words: str = Field("x", min_length=1, max_length=5)
    key: records.Key = "a"
    name: records.Name = "a"
    option: records.OptionName = "a/b"
    file: str = Field("0" * 16 + ".jpg", pattern=r"^[0-9a-f]{16,64}\.jpg$")
    day: date = date(2026, 3, 2)
    some: list[int] = Field([1], min_length=1)
    two: list[int] = Field([1, 2], min_length=2, max_length=3)
    inner: Question | None = None


@pytest.mark.parametrize(
    ("given", "says"),
    [
        ({"number": "a"}, 'number has to be a number, not "a". Give for example 7.'),
        ({"number": None}, "number has to be a number, not null. Give for example 7."),
        ({"number": float("nan")}, "number has to be a finite number. Give for example 7."),
        ({"positive": 0}, "positive has to be above 0, not 0. Give for example 7."),
        ({"angle_deg": 90}, "angle_deg has to be below 90, it is 90. Give for example 7."),
        ({"count": 1.5}, "count has to be a number, not 1.5. Give for example 7."),
        ({"end": "middle"}, "end has to be 'front' or 'rear', not \"middle\"."),
        ({"words": ""}, 'words has to be text, not "". Give for example 7.'),
        ({"words": 3}, "words has to be text, not 3. Give for example 7."),
        ({"words": "too long"}, "words is longer than 5 characters."),
        ({"key": "a/b"}, 'key has to be 1 to 40 characters with no / among them, not "a/b".'),
        ({"name": "a.b"}, 'name has to be 1 to 60 characters with no . or / among them, not "a.b".'),
        (
            {"option": "springs"},
            'option has to be a question and one of its options with / between them, not "springs".',
        ),
        (
            {"file": "../../etc/passwd"},
            'file has to be the name under which a photograph is kept, not "../../etc/passwd".',
        ),
        ({"day": "soon"}, 'day has to be a day such as 2026-03-02, not "soon".'),
        ({"day": "2026-13-40"}, 'day has to be a day such as 2026-03-02, not "2026-13-40".'),
        ({"day": []}, "day has to be a day such as 2026-03-02, not []."),
        ({"some": []}, "some has to be a list with something in it. Give for example 7."),
        ({"some": 3}, "some has to be a list with something in it. Give for example 7."),
        ({"two": [1]}, "two has to have at least 2 entries, not 1."),
        ({"two": [1, 2, 3, 4]}, "two has to have at most 3 entries."),
        ({"inner": 3}, "inner has to be an object with keys and values, not 3."),
        (
            {"wrong": 1},
            "wrong is not a key that is known here. Leave it out, or see --describe for the keys.",
        ),
        ({"words": "x" * 90}, "words is longer than 5 characters."),
        ({"end": "x" * 90}, f"end has to be 'front' or 'rear', not \"{'x' * 39}…."),
    ],
)
def test_a_field_that_is_wrong(given: dict[str, Any], says: str) -> None:
    with pytest.raises(ValidationError) as raised:
        Given.model_validate(given)
    fault = raised.value.errors(include_url=False)[0]
    assert sentence_of(fault, ".".join(map(str, fault["loc"])), "7") == says


ASKED: dict[str, Any] = {"key": "a", "ask": "which?", "options": ["one", "other"]}


@pytest.mark.parametrize(
    ("model", "given", "says"),
    [
        (Question, {**ASKED, "options": ["one", "one"]}, "Two options have one name: give each its own."),
        (Question, {**ASKED, "options": ["one"]}, "options has to have at least 2 entries, not 1."),
        (
            Question,
            {**ASKED, "options": ["coil/leaf", "other"]},
            'options.0 has to be 1 to 40 characters with no / among them, not "coil/leaf".',
        ),
        (Question, {**ASKED, "chosen": "third"}, "“third” is none of its options (one, other)."),
        (
            Change,
            {"kind": "equipment", "fields": {"what": "box"}, "state": "fitted"},
            "A change is fitted exactly when it says on which day (fitted.on).",
        ),
    ],
)
def test_a_record_that_is_wrong_as_a_whole(model: type[BaseModel], given: dict[str, Any], says: str) -> None:
    with pytest.raises(ValidationError) as raised:
        model.model_validate(given)
    fault = raised.value.errors(include_url=False)[0]
    assert sentence_of(fault, ".".join(map(str, fault["loc"])) or "body") == says


def patterns_in(annotation: Any) -> list[str]:
    """Every pattern that a field, or something in it, has to have."""
    found = [
        part.pattern for part in getattr(annotation, "__metadata__", ()) if getattr(part, "pattern", None)
    ]
    return found + [pattern for part in get_args(annotation) for pattern in patterns_in(part)]


@pytest.mark.parametrize("model", [Question, Change, SurveyItem, Photo, Accepted])
def test_no_pattern_is_ever_shown_to_a_builder(model: type[BaseModel]) -> None:
    for info in model.model_fields.values():
        constrained = [part.pattern for part in info.metadata if getattr(part, "pattern", None)]
        for pattern in constrained + patterns_in(info.annotation):
            fault = {"type": "string_pattern_mismatch", "ctx": {"pattern": pattern}, "input": "?"}
            assert pattern not in sentence_of(fault, "field")
