"""How a headline figure came about."""

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import moment
from jorvak.core.headlines import Working, shown_figures, working
from jorvak.core.plan.line import read_line
from jorvak.core.plan.preview import carried_out
from jorvak.web import sheet as sheets
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import as_json, rigs, today

working_pages = Pages(
    "workings", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="workings")]
)


class Worked(Message):
    working: Working


class WorkingPath(RigPath):
    key: str = Field(max_length=60)


class WorkingView(sheets.View):
    """``line`` is one that is typed and not put in: the working is then that of its preview."""

    line: str = Field("", max_length=300)


@working_pages.get("/workings/<key>", responses={200: Worked})
def get_working(path: WorkingPath, query: WorkingView) -> Response:
    """How a headline figure came about at this stage, or would with what is typed."""
    if path.key not in shown_figures():
        raise Refused("key", f"There is no figure “{path.key}”.")
    rig = rigs().read(path.rig_id, query.person).rig
    stage = query.at_stage
    if query.line.strip():
        rig, stage = carried_out(rig, read_line(query.line, rig, query.preset), stage, today())
    here = moment(rig, stage, on=today())
    return as_json(Worked(working=working(rig, here, Results(here), path.key, query.preset)))
