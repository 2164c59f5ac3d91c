"""Rolling: sizes side by side."""

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel, Field

from jorvak.core.rolling.sizes import Size, side_by_side
from jorvak.core.stages import read_stage
from jorvak.web.rig import RigPath
from jorvak.web.sheet import View, as_json, rigs

rolling_pages = APIBlueprint(
    "rolling", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="rolling")]
)


class Sizes(BaseModel):
    """Sizes as moulded."""

    sizes: list[str] = Field(max_length=6)


class SizesBeside(BaseModel):
    sizes: tuple[Size, ...]


@rolling_pages.post("/sizes", responses={200: SizesBeside})
def sizes_side_by_side(path: RigPath, query: View, body: Sizes) -> Response:
    """What each size would do to this rig at the stage. Nothing is written."""
    rig = rigs().read(path.rig_id, query.person).rig
    return as_json(SizesBeside(sizes=side_by_side(rig, read_stage(query.stage), body.sizes)))
