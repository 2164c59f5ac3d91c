"""What to measure next, with the tape in hand."""

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel, Field

from jorvak.core.assess import assess
from jorvak.core.engine.moment import moment
from jorvak.core.measure import Measurement, Walk, assumed, first_walk, measure_next
from jorvak.web import sheet as sheets
from jorvak.web.rig import RigPath
from jorvak.web.sheet import as_json, kept_results, rigs, today

measure_pages = APIBlueprint(
    "measure", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="measure")]
)


class Measuring(BaseModel):
    """The walk round with the tape in hand, and what is only assumed."""

    next: list[Measurement]
    first: Walk = Field(description="those of them worth most now, in the order in which one walks round")
    assumed: list[str]


@measure_pages.get("/measure", responses={200: Measuring})
def get_measuring(path: RigPath, query: sheets.View) -> Response:
    """What to measure next for what stands on this stage."""
    rig = rigs().read(path.rig_id, query.person).rig
    stage = query.at_stage
    here = moment(rig, stage, on=today())
    found = measure_next(here, assess(rig, stage, query.preset, on=today(), kept=kept_results(path.rig_id)))
    return as_json(Measuring(next=list(found), first=first_walk(found), assumed=list(assumed(here))))
