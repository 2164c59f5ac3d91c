"""What to measure next, with the tape in hand."""

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.assess import assess
from jorvak.core.catalogue import known_by, spec_of
from jorvak.core.engine.moment import moment, written_down
from jorvak.core.measure import Measurement, Walk, assumed, first_walk, measure_next
from jorvak.core.plan.line import read_figure
from jorvak.core.records import check_owner
from jorvak.core.waiting import all_waits
from jorvak.web import sheet as sheets
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import as_json, kept_results, rigs, today

measure_pages = Pages(
    "measure", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="measure")]
)


class Measuring(Message):
    """The walk round with the tape in hand, and what is only assumed."""

    next: list[Measurement]
    first: Walk = Field(description="those of them worth most now, in the order in which one walks round")
    assumed: list[str]


class AllWaits(Message):
    """By what a builder calls each result that waits: the paths of all figures that it waits for."""

    waits: dict[str, tuple[str, ...]]


@measure_pages.get("/waits", responses={200: AllWaits})
def get_waits(path: RigPath, query: sheets.View) -> Response:
    """All that each result waits for, and not only the first of it."""
    rig = rigs().read(path.rig_id, query.person).rig
    return as_json(AllWaits(waits=all_waits(rig, query.at_stage)))


class Reading(Message):
    """A figure and what was typed for it."""

    path: str = Field(max_length=120)
    typed: str = Field(max_length=300)


class Readings(Message):
    """Figures that were taken in one go, and the versions of those that they replace."""

    readings: list[Reading] = Field(min_length=1, max_length=100)
    versions: dict[str, int] = Field({})


@measure_pages.put("/readings", responses={200: sheets.Sheet})
def note_readings(path: RigPath, query: sheets.View, body: Readings) -> Response:
    """Note all of them as one write, or none."""
    rig = rigs().read(path.rig_id, query.person).rig
    figures = {}
    for each in body.readings:
        spec = spec_of(each.path)
        check_owner(rig, each.path)
        value = read_figure(spec, each.typed, query.preset)
        figures[each.path] = written_down(rig, each.path, value, known_by(spec), today(), query.person)
    count = len(figures)
    rigs().put_all(
        path.rig_id, [], figures, body.versions, query.person, f"{count} figure{'s' if count > 1 else ''} in one go",
        query.key,
    )  # fmt: skip
    return sheets.answer(path.rig_id, query)


@measure_pages.get("/measure", responses={200: Measuring})
def get_measuring(path: RigPath, query: sheets.View) -> Response:
    """What to measure next for what stands on this stage."""
    rig = rigs().read(path.rig_id, query.person).rig
    stage = query.at_stage
    here = moment(rig, stage, on=today())
    assessed = assess(rig, stage, query.preset, on=today(), kept=kept_results(path.rig_id))
    found = measure_next(here, assessed, query.preset)
    return as_json(Measuring(next=list(found), first=first_walk(found), assumed=list(assumed(here))))
