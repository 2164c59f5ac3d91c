"""What to measure next, with the tape in hand."""

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel

from jorvak.core.assess import assess
from jorvak.core.engine.moment import moment
from jorvak.core.measure import Measurement, assumed, measure_next
from jorvak.web import sheet as sheets
from jorvak.web.rig import RigPath
from jorvak.web.sheet import as_json, rigs, today

measure_pages = APIBlueprint(
    "measure", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="measure")]
)


class Measuring(BaseModel):
    """The walk round with the tape in hand, and what is only assumed."""

    next: list[Measurement]
    assumed: list[str]


@measure_pages.get("/measure", responses={200: Measuring})
def get_measuring(path: RigPath, query: sheets.View) -> Response:
    """What to measure next for what stands on this stage."""
    rig = rigs().read(path.rig_id, query.person).rig
    stage = query.at_stage
    here = moment(rig, stage, on=today())
    found = measure_next(here, assess(rig, stage, query.preset, on=today()))
    return as_json(Measuring(next=list(found), assumed=list(assumed(here))))
