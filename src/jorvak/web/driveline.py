"""Driveline: a line of shafts tried out, two parts side by side, what shakes."""

from typing import Literal

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.driveline.face_pairs import FacePair, face_pairs
from jorvak.core.driveline.shakes import TESTS, Road, Suspect, suspects
from jorvak.core.driveline.shelf_chains import ShelfChains, shelf_chains
from jorvak.core.driveline.side_by_side import SideBySide, side_by_side
from jorvak.core.driveline.what_if import Trial, Tried, try_out
from jorvak.core.driveline.wobbling import Wobbling
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask, Waits
from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import Result, work_out
from jorvak.core.quantities import LENGTH, SPEED, Unreadable, read
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import View, as_json, kept_results, rigs, today
from jorvak.web.typed import amount

driveline_pages = Pages(
    "driveline", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="driveline")]
)


class ShaftPath(RigPath):
    end: Literal["front", "rear"]


class Attempt(Message):
    """What is tried on a shaft."""

    pinion_up_deg: float = Field(0.0, ge=-30, le=30)
    case_down_mm: float = Field(0.0, ge=-300, le=300)
    longer_mm: float = Field(0.0, ge=-500, le=500)
    build: Literal["single", "double"] | None = None


class ShaftTried(Message):
    tried: Tried


class Parts(View):
    """The names of two parts."""

    old: str = Field(max_length=80)
    new: str = Field(max_length=80)


class PartsBeside(Message):
    beside: SideBySide


class Shake(Message):
    """At which speed it shakes, as typed, in which gear and range, and what the tests said."""

    speed: str = Field(max_length=60)
    gear: int = 1
    range: Literal["high", "low"] = "high"
    tests: dict[str, Literal["stays", "goes", "not tried"]] = Field({})


class Shaking(Message):
    suspects: tuple[Suspect, ...]
    waits_for: Waits | None
    tests: dict[str, str]


@driveline_pages.post("/shafts/<end>", responses={200: ShaftTried})
def try_shaft(path: ShaftPath, query: View, body: Attempt) -> Response:
    """A shaft with the pinion turned, the case lowered, longer, or of another build. Nothing is written."""
    rig = rigs().read(path.rig_id, query.person).rig
    trial = Trial.model_validate(body.model_dump())
    return as_json(ShaftTried(tried=try_out(moment(rig, query.at_stage), path.end, trial)))


@driveline_pages.get("/side-by-side", responses={200: PartsBeside})
def parts_side_by_side(path: RigPath, query: Parts) -> Response:
    """Two parts, face by face, and what is still to be measured."""
    return as_json(
        PartsBeside(beside=side_by_side(rigs().read(path.rig_id, query.person).rig, query.old, query.new))
    )


class FacesBeside(Message):
    """Every two faces that go onto one another."""

    pairs: tuple[FacePair, ...]


@driveline_pages.get("/faces", responses={200: FacesBeside})
def faces_beside(path: RigPath, query: View) -> Response:
    """Faces of parts beside those that they go onto, with what agrees, differs, and is not known."""
    return as_json(FacesBeside(pairs=face_pairs(rigs().read(path.rig_id, query.person).rig)))


class AfterABump(Message):
    """The front end that shakes after a bump: its suspects, worst first."""

    wobble: Result[Wobbling]


@driveline_pages.get("/wobble", responses={200: AfterABump})
def what_wobbles(path: RigPath, query: View) -> Response:
    """Each suspect against its limit, with the test that tells it."""
    record = rigs().read(path.rig_id, query.person)
    here = moment(record.rig, query.at_stage, on=today(), kept=kept_results(record.id))
    return as_json(AfterABump(wobble=Results(here).of(DrivelineResults).wobble))


@driveline_pages.post("/shakes", responses={200: Shaking})
def what_shakes(path: RigPath, query: View, body: Shake) -> Response:
    """Everything that turns at that speed, likeliest first."""
    rig = rigs().read(path.rig_id, query.person).rig
    try:
        speed = read(body.speed, SPEED, query.preset.unit(SPEED).symbol).value
    except Unreadable as error:
        raise Refused("speed", str(error)) from None
    if not 0 < speed <= 300:
        raise Refused("speed", "Give the speed at which it shakes, for example 90 km/h.")
    known = {test: answer for test, answer in body.tests.items() if test in TESTS}
    road = Road.model_validate({"speed_kmh": speed, "gear": body.gear, "range": body.range, **known})
    result = work_out(moment(rig, query.at_stage, with_doubt=False), lambda ask: suspects(ask, road))
    if result.value is None and result.waits_for is not None and result.waits_for.path is None:
        raise Refused("gear", result.waits_for.label)
    return as_json(
        Shaking(
            suspects=result.value or (),
            waits_for=result.waits_for,
            tests=dict(TESTS),
        )
    )


class ChainAsked(Message):
    """Between which faces, as PART/FACE, how far apart they are and how near that has to be, as typed."""

    from_face: str = Field(max_length=140)
    to_face: str = Field(max_length=140)
    length: str = Field(max_length=60)
    tolerance: str = Field("5 mm", max_length=60)
    at_most: int = Field(4, ge=1, le=6)


class ChainsFound(Message):
    found: ShelfChains


@driveline_pages.post("/chains", responses={200: ChainsFound})
def find_chains(path: RigPath, query: View, body: ChainAsked) -> Response:
    """Parts of the shelf and of donors that close a line. Nothing is written."""
    record = rigs().read(path.rig_id, query.person)
    ask = Ask(moment(record.rig, query.at_stage, on=today()))
    length = amount("length", body.length, LENGTH, query)
    tolerance = amount("tolerance", body.tolerance, LENGTH, query)
    if not length:
        raise Refused("length", "How far are the two faces apart? For example 1410.")
    found = shelf_chains(ask, body.from_face, body.to_face, length, tolerance or 0.0, body.at_most)
    return as_json(ChainsFound(found=found))
