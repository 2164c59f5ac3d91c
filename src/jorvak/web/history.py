"""History: who did what and when; undo and redo."""

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.store import Entry
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, rigs

history_pages = Pages(
    "history", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="history")]
)


class History(Message):
    """Newest first. ``more``: there is more before the last of them."""

    entries: list[Entry]
    more: bool


PAGE = 200


class Before(Message):
    before: int | None = Field(None, ge=1, description="an entry: what came before it")


@history_pages.get("/history", responses={200: History})
def history(path: RigPath, query: Before) -> Response:
    """Who did what and when, page by page."""
    found = rigs().journal.history(path.rig_id, PAGE + 1, query.before)
    return as_json(History(entries=found[:PAGE], more=len(found) > PAGE))


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
