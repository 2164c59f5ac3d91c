"""Rolling: wheels tried on, sizes side by side."""

from dataclasses import replace
from typing import Literal

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import work_out
from jorvak.core.rig import Figure
from jorvak.core.rolling.stand import WheelPlace, stand
from jorvak.core.stance.sizes import Size, side_by_side
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import View, as_json, rigs

rolling_pages = Pages(
    "rolling", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="rolling")]
)


class Sizes(Message):
    """Sizes as moulded."""

    sizes: list[str] = Field(max_length=6)


class StandPath(RigPath):
    end: Literal["front", "rear"]


class WheelTried(Message):
    """Another offset and rim width."""

    offset_mm: float = Field(ge=-200, le=200)
    rim_width_in: float = Field(ge=3, le=20)


class StandTried(Message):
    """Where the wheels would stand; None where something is not known."""

    stand: WheelPlace | None


class SizesBeside(Message):
    sizes: tuple[Size, ...]


@rolling_pages.post("/stands/<end>", responses={200: StandTried})
def try_wheels(path: StandPath, query: View, body: WheelTried) -> Response:
    """Where wheels of another offset or width would stand at one end. Nothing is written."""
    rig = rigs().read(path.rig_id, query.person).rig
    here = moment(rig, query.at_stage, with_doubt=False)
    tried = {
        f"wheels.{path.end}_left.{key}": Figure(value, "assumed") for key, value in body.model_dump().items()
    }
    result = work_out(replace(here, here={**here.here, **tried}, shared={}), lambda ask: stand(ask, path.end))
    return as_json(StandTried(stand=result.value))


@rolling_pages.post("/sizes", responses={200: SizesBeside})
def sizes_side_by_side(path: RigPath, query: View, body: Sizes) -> Response:
    """What each size would do to this rig at the stage. Nothing is written."""
    rig = rigs().read(path.rig_id, query.person).rig
    return as_json(SizesBeside(sizes=side_by_side(rig, query.at_stage, body.sizes)))
