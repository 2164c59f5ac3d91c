"""Moments and options side by side, one chosen, findings lived with."""

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import moment, read_stage
from jorvak.core.findings import Here, acceptance, findings
from jorvak.core.plan.compare import Comparison, View, compare, options_of
from jorvak.core.plan.records import Accepted, Question, question_of
from jorvak.web import sheet as sheets
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, answer, as_json, rigs, today

decision_pages = Pages(
    "decisions", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="decisions")]
)


class Compared(Message):
    comparison: Comparison


class WhatToCompare(sheets.View):
    question: str | None = Field(None, max_length=40, description="compare the options of this question")
    stages: str | None = Field(None, max_length=200, description="or these stages, with commas between")


@decision_pages.get("/comparison", responses={200: Compared})
def get_comparison(path: RigPath, query: WhatToCompare) -> Response:
    """Options or moments side by side."""
    rig = rigs().read(path.rig_id, query.person).rig
    if query.question is not None:
        question = _question(question_of(rig, query.question), query.question)
        views = options_of(rig, question)
    else:
        stages = [read_stage(stage) for stage in (query.stages or "as-found,planned").split(",")[:6]]
        views = [View(label=str(stage), rig=rig, stage=stage) for stage in stages]
    return as_json(Compared(comparison=compare(views, query.preset, today())))


class Decision(Message):
    """Which option, and why; None opens the question again."""

    version: int
    chosen: str | None = Field(max_length=40)
    reason: str = Field("", max_length=4000)


class QuestionPath(RigPath):
    key: str = Field(max_length=40)


@decision_pages.put("/questions/<key>/decision", responses={200: Sheet})
def decide(path: QuestionPath, query: sheets.View, body: Decision) -> Response:
    """Choose an option with a reason. The others stay readable."""
    question = _question(question_of(rigs().read(path.rig_id, query.person).rig, path.key), path.key)
    if body.chosen is not None and body.chosen not in question.options:
        raise Refused("chosen", f"“{body.chosen}” is no option: there are {', '.join(question.options)}.")
    if body.chosen is not None and not body.reason.strip():
        raise Refused("reason", "Why this one? A few words: you will want them later.")
    decided = Question.model_validate(
        {
            **question.model_dump(),
            "id": question.id,
            "chosen": body.chosen,
            "reason": body.reason.strip() or None,
            "decided_on": today() if body.chosen else None,
            "decided_by": query.person if body.chosen else None,
        }
    )
    what = f"{question.ask} {body.chosen}" if body.chosen else f"{question.ask} open again"
    rigs().put(path.rig_id, "question", decided, body.version, query.person, what, query.key)
    return answer(path.rig_id, query)


def _question(found: Question | None, key: str) -> Question:
    if found is None:
        raise Refused("question", f"There is no question “{key}” on this rig.")
    return found


class Accept(Message):
    finding: str = Field(max_length=200)
    reason: str = Field(min_length=1, max_length=1000)


@decision_pages.post("/accepted", responses={201: Sheet})
def accept(path: RigPath, query: sheets.View, body: Accept) -> Response:
    """Live with a finding, for a reason. It comes back when the figures under it move."""
    record = rigs().read(path.rig_id, query.person)
    here = moment(record.rig, query.at_stage, on=today())
    for finding in findings(Here(here, Results(here), query.preset)):
        if finding.key == body.finding:
            accepted = acceptance(here, finding, body.reason, accepted_on=today(), accepted_by=query.person)
            break
    else:
        raise Refused("finding", "This finding does not stand any more at this stage.")
    old = next((a for a in record.rig.all(Accepted) if a.finding == body.finding), None)
    version = None
    if old is not None:
        accepted = accepted.model_copy(update={"id": old.id})
        version = record.record_versions["accepted"][old.id]
    rigs().put(
        path.rig_id, "accepted", accepted, version, query.person, f"accepted: {finding.text[:120]}", query.key
    )
    return answer(path.rig_id, query, status=201)
