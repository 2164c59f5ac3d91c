"""The survey: items in the order in which they are put right, weighed; their photographs."""

from collections.abc import Iterator
from contextlib import contextmanager

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import spec_of
from jorvak.core.records import check_owner, picture_files
from jorvak.core.rig import Rig
from jorvak.core.survey.records import Photo, SurveyItem, TapePhoto
from jorvak.core.survey.weigh import Weighed, before_lift, in_order, still_open, weigh
from jorvak.formats.photograph import taken_in
from jorvak.store import NotThere
from jorvak.store.photos import MOST_BYTES
from jorvak.web.long_work import long_work
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.problems import problem
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, photo_files, rigs, today

survey_pages = Pages("survey", __name__, url_prefix="/api", abp_tags=[Tag(name="survey")])


class SurveyLine(Message):
    """An item in its place of the order; ``weighed`` once repair or replace is a question."""

    item: int
    open: bool
    weighed: Weighed


class Survey(Message):
    """``first`` names what comes before any lift."""

    order: list[SurveyLine]
    first: list[str]
    hour_rate: float
    rate_noted: bool


@survey_pages.get("/rigs/<int:rig_id>/survey", responses={200: Survey})
def get_survey(path: RigPath, query: View) -> Response:
    """The survey in the order that it proposes."""
    rig = rigs().read(path.rig_id, query.person).rig
    noted = rig.figures.get("aims.hour_rate")
    rate = float(noted.value) if noted else 0.0
    return as_json(
        Survey(
            order=[
                SurveyLine(item=item.id, open=still_open(item), weighed=weigh(item, rate))
                for item in in_order(rig.all(SurveyItem))
            ],
            first=[item.item for item in before_lift(rig.all(SurveyItem))],
            hour_rate=rate,
            rate_noted=noted is not None,
        )
    )


class ItemPath(RigPath):
    item_id: int


class NewPhoto(View):
    caption: str = Field("", max_length=400)


@survey_pages.post("/rigs/<int:rig_id>/survey/<int:item_id>/photos", responses={201: Sheet})
def add_photo(path: ItemPath, query: NewPhoto) -> Response:
    """Take in a photograph of an item, sent as the body of the request."""
    rig = rigs().read(path.rig_id, query.person).rig
    item = next((item for item in rig.all(SurveyItem) if item.id == path.item_id), None)
    if item is None:
        raise NotThere("That is not in this survey any more.")
    with sent_picture(rig) as name:
        photo = Photo(item=item.item, file=name, caption=query.caption.strip() or None, taken_on=today())
        rigs().put(path.rig_id, "photo", photo, None, query.person, f"photograph of {item.item}", query.key)
    return answer(path.rig_id, query, status=201)


class OfTape(View):
    figure: str = Field(min_length=3, max_length=120, description="the path of the figure that was taken")


@survey_pages.post("/rigs/<int:rig_id>/tape-photos", responses={201: Sheet})
def add_tape_photo(path: RigPath, query: OfTape) -> Response:
    """Take in a photograph of the tape as it lay, sent as the body of the request."""
    rig = rigs().read(path.rig_id, query.person).rig
    check_owner(rig, query.figure)
    label = spec_of(query.figure).label
    with sent_picture(rig) as name:
        photo = TapePhoto(figure=query.figure, file=name, taken_on=today())
        what = f"photograph of the tape, {label}"
        rigs().put(path.rig_id, "tape_photo", photo, None, query.person, what, query.key)
    return answer(path.rig_id, query, status=201)


@contextmanager
def sent_picture(rig: Rig) -> Iterator[str]:
    """The picture in the body of the request, taken in and kept under the name given; gone again on an error."""
    raw = request.get_data(cache=False)
    if not raw:
        raise Refused("photo", "No picture came in. Take a JPEG, PNG or WebP.")
    if photo_files().bytes_of(picture_files(rig)) > MOST_BYTES:
        raise Refused(
            "photo", f"This rig's photographs have {MOST_BYTES // 1_000_000} MB already. Take some out."
        )
    with long_work():
        picture = taken_in(raw)
    with photo_files().all_or_none() as keep:
        yield keep(picture)


class PhotoPath(Message):
    name: str


PICTURE = {
    "description": "A photograph.",
    "content": {"image/jpeg": {"schema": {"type": "string", "format": "binary"}}},
}


@survey_pages.get("/photos/<name>", responses={200: PICTURE})
def get_photo(path: PhotoPath) -> Response:
    """A photograph."""
    data = photo_files().read(path.name)
    if data is None:
        return problem(404, "Not there", "There is no such photograph here.")
    response = Response(data, mimetype="image/jpeg")
    response.headers["Cache-Control"] = "private, max-age=31536000, immutable"
    return response
