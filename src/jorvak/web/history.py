"""History: who did what and when; undo and redo."""

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel

from jorvak.store import Entry
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, rigs

history_pages = APIBlueprint(
    "history", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="history")]
)


class History(BaseModel):
    """Newest first."""

    entries: list[Entry]


@history_pages.get("/history", responses={200: History})
def history(path: RigPath) -> Response:
    return Response(
        History(entries=rigs().journal.history(path.rig_id)).model_dump_json(), mimetype="application/json"
    )


@history_pages.post("/undo", responses={200: Sheet})
def undo(path: RigPath, query: View) -> Response:
    """Take back the last thing that this person did."""
    rigs().journal.undo(path.rig_id, query.person, query.key)
    return answer(path.rig_id, query)


@history_pages.post("/redo", responses={200: Sheet})
def redo(path: RigPath, query: View) -> Response:
    """Do again what this person took back last."""
    rigs().journal.redo(path.rig_id, query.person, query.key)
    return answer(path.rig_id, query)
