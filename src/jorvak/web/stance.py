"""Stance: ground driven over, the largest obstacle that passes, ground in and out of files, the suspension cycled, a level."""

from typing import Annotated, Any, Literal

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Number, Refused
from jorvak.core.driveline.shafts import shaft_at
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import Result, work_out
from jorvak.core.quantities import COUNT, LENGTH, MASS, Preset, Unreadable, quantity_of_key
from jorvak.core.quantities import read as read_quantity
from jorvak.core.stance.across import Driven, check_ground, drive_over, stances, stands, thinned
from jorvak.core.stance.arms import ArmsPose, FrontArms, front_arms, poses
from jorvak.core.stance.balance import Tip, most_lean_deg, tip, weighed
from jorvak.core.stance.crossed import HUMP, RAMP, Ramp, Twist, ramp, twist
from jorvak.core.stance.crossing import VehicleOnGround
from jorvak.core.stance.cycling import Cycle, cycle
from jorvak.core.stance.obstacles import OBSTACLES, Largest, corners_of, largest
from jorvak.core.stance.ranking import PointAngle, Which, ranked, with_raised
from jorvak.core.stance.records import Corner
from jorvak.core.stance.results import Outline, motion_ratio, outline
from jorvak.core.stance.spring_collar import SpringCollarIn, spring_collar
from jorvak.core.stance.ways import Way, level_when_loaded_mm, ways_up
from jorvak.formats.profile import read_profile, write_csv, write_dxf
from jorvak.instruments.inclinometer import Inclinometer, Leaning
from jorvak.web.long_work import long_work
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import View, as_json, rigs
from jorvak.web.typed import amount

stance_pages = Pages("stance", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="stance")])

STEP_MM = 10.0
MOST_STEPS = 6000
Corners = Annotated[list[Corner], Field(min_length=1, max_length=4000)]


class ObstacleSize(Message):
    key: str
    label: str
    usual: float
    low: float
    high: float


class ObstacleKind(Message):
    """An obstacle that can be made by its sizes; the first is the one that is searched for."""

    name: str
    says: str
    sizes: list[ObstacleSize]


class ObstacleKinds(Message):
    obstacles: list[ObstacleKind]


class Sized(Message):
    """An obstacle by its kind and sizes: numbers in mm and degrees, or as typed in the units that are shown."""

    kind: str
    sizes: dict[str, Number | Annotated[str, Field(max_length=60)]] = Field({})

    def read(self, preset: Preset) -> dict[str, float]:
        """The sizes in mm and degrees. Raises Refused on the one that cannot be read."""
        return {key: _size(key, size, preset) for key, size in self.sizes.items()}


def _size(key: str, size: float | str, preset: Preset) -> float:
    if not isinstance(size, str):
        return size
    quantity = quantity_of_key(key) or LENGTH
    try:
        return read_quantity(size, quantity, preset.unit(quantity).symbol).value
    except Unreadable as error:
        raise Refused(key, str(error)) from None


class GroundTried(Message):
    """Ground to drive over: an obstacle by its sizes, or corners."""

    obstacle: Sized | None = None
    corners: Corners | None = None


class StanceDriven(Message):
    name: Literal["found", "today", "here", "loaded"]
    driven: Result[Driven]
    outline: Outline


class Crossed(Message):
    """The ground, and the stances driven over it. ``step_mm``: from position to position."""

    corners: list[Corner]
    step_mm: float
    stances: list[StanceDriven]


class StanceLargest(Message):
    name: Literal["found", "today", "here", "loaded"]
    largest: Largest | None


class Largests(Message):
    key: str
    stances: list[StanceLargest]


class CrossedAxles(Message):
    """Ground that takes each axle the other way, as typed in the units that are shown: a ramp, humps, or both."""

    ramp_deg: str | None = Field(None, max_length=60)
    hump_mm: str | None = Field(None, max_length=60)


class StanceCrossed(Message):
    name: Literal["found", "today", "here", "loaded"]
    ramp: Result[Ramp] | None
    twist: Result[Twist] | None


class AxlesCrossed(Message):
    ramp_deg: float | None
    hump_mm: float | None
    stances: list[StanceCrossed]


class GroundRead(Message):
    """Ground out of a file; ``thinned``: of so many points the highest of each stretch were kept."""

    corners: list[Corner]
    points: int
    thinned: bool


class GroundPath(RigPath):
    format: Literal["csv", "dxf"]


class CornersOut(Message):
    corners: Corners


class CyclePath(RigPath):
    end: Literal["front", "rear"]


class Cycled(Message):
    cycle: Result[Cycle]


class Wanted(View):
    """How far the frame is to go up at each end, as typed; ``level``: the rear so far that it stands level with its load."""

    front: str = Field("", max_length=60)
    rear: str = Field("", max_length=60)
    level: bool = False


class AngleWanted(View):
    which: Which = "approach"
    wanted_deg: float | None = None
    point: str | None = Field(None, max_length=80, description="one that is tried higher or lower")
    up_mm: float = Field(0.0, ge=-500, le=1500)


class StanceAngles(Message):
    name: Literal["found", "today", "here", "loaded"]
    points: tuple[PointAngle, ...]


class RankedAngles(Message):
    """An angle by its points, smallest first, in each stance; and of those here how far each must go up."""

    stances: list[StanceAngles]


class Ways(Message):
    """The ways, and how far up that is at each end; ``no_rake``: level was asked for and the rake is not known."""

    ways: list[Way]
    front_mm: float
    rear_mm: float
    no_rake: bool


class LevelAt(View):
    at_s: float = Field(0.0, ge=0, le=86400)


class Level(Message):
    """What the level on the dash says, and the rig's own limits; ``margin_deg`` is the most that should be leant."""

    sentence: str
    leaning: Leaning
    tip: Result[Tip]
    margin_deg: float


READINGS = {
    "front_level_kg": ("weight on the front axle, level", "1090"),
    "front_raised_kg": ("weight on the front axle with the rear raised", "1128"),
    "raise_mm": ("height by which the rear was raised", "420"),
}


class CentreReadings(Message):
    """Two readings of one scale and the height between them, as typed."""

    typed: dict[str, str]


class CentreWeighed(Message):
    height_mm: float
    off_mm: float


@stance_pages.get("/obstacles", responses={200: ObstacleKinds})
def obstacle_kinds(path: RigPath) -> Response:
    """Every kind of obstacle with its sizes."""
    return as_json(
        ObstacleKinds(
            obstacles=[
                ObstacleKind(
                    name=o.name,
                    says=o.says,
                    sizes=[
                        ObstacleSize(key=s.key, label=s.label, usual=s.usual, low=s.low, high=s.high)
                        for s in o.sizes
                    ],
                )
                for o in OBSTACLES.values()
            ]
        )
    )


@stance_pages.post("/crossing", responses={200: Crossed})
def drive_ground(path: RigPath, query: View, body: GroundTried) -> Response:
    """Drive the rig over ground as found, today, at the stage, and that with its load. Nothing is written."""
    if body.obstacle is not None:
        corners = corners_of(body.obstacle.kind, body.obstacle.read(query.preset))
    elif body.corners is not None:
        corners = tuple(body.corners)
    else:
        raise Refused("corners", "Give an obstacle or the corners of a ground.")
    ground = check_ground(corners)
    step = max(STEP_MM, float(ground.x[-1] - ground.x[0]) / MOST_STEPS)
    at = stances(rigs().read(path.rig_id, query.person).rig, query.at_stage)
    with long_work():
        driven = {name: drive_over(here, ground, step) for name, here in at.items()}
    return as_json(
        Crossed.model_validate(
            {
                "corners": corners,
                "step_mm": step,
                "stances": [
                    {"name": name, "driven": result, "outline": outline(at[name])}
                    for name, result in driven.items()
                ],
            }
        )
    )


@stance_pages.post("/axles-crossed", responses={200: AxlesCrossed})
def cross_axles(path: RigPath, query: View, body: CrossedAxles) -> Response:
    """One wheel up a ramp, and humps under opposite wheels, in every stance. Nothing is written."""
    ramp_deg, hump_mm = (
        None if typed is None else size.checked(_size(size.key, typed, query.preset), of)
        for size, typed, of in ((RAMP, body.ramp_deg, "ramp"), (HUMP, body.hump_mm, "hump"))
    )
    found = stances(rigs().read(path.rig_id, query.person).rig, query.at_stage)
    return as_json(
        AxlesCrossed(
            ramp_deg=ramp_deg,
            hump_mm=hump_mm,
            stances=[
                StanceCrossed.model_validate(
                    {
                        "name": name,
                        "ramp": ramp_deg and work_out(here, lambda ask: ramp(ask, ramp_deg)),
                        "twist": hump_mm and work_out(here, lambda ask: twist(ask, hump_mm)),
                    }
                )
                for name, here in found.items()
            ],
        )
    )


@stance_pages.post("/crossing/largest", responses={200: Largests})
def search_largest(path: RigPath, query: View, body: Sized) -> Response:
    """The largest obstacle of a kind that each stance passes untouched."""
    sizes = body.read(query.preset)
    corners_of(body.kind, sizes)
    rig = rigs().read(path.rig_id, query.person).rig
    known: dict[VehicleOnGround, Largest] = {}
    found: list[dict[str, Any]] = []
    for name, at in stances(rig, query.at_stage).items():
        try:
            here = stands(Ask(at))
        except Missing:
            found.append({"name": name, "largest": None})
            continue
        if here not in known:
            with long_work():
                known[here] = largest(body.kind, sizes, here)
        found.append({"name": name, "largest": known[here]})
    return as_json(Largests.model_validate({"key": OBSTACLES[body.kind].searched.key, "stances": found}))


@stance_pages.post("/grounds/read", responses={200: GroundRead})
def read_ground(path: RigPath) -> Response:
    """Ground out of a CSV, GPX or DXF file, sent as it is; its name stands in ``X-Name``."""
    data = request.get_data(cache=False)
    with long_work():
        corners = read_profile(request.headers.get("X-Name", ""), data)
        kept, fewer = thinned(corners)
        check_ground(kept)
    return as_json(GroundRead(corners=list(kept), points=len(corners), thinned=fewer))


GROUND_FILE = {
    "description": "Ground as a file.",
    "content": {
        kind: {"schema": {"type": "string", "format": "binary"}} for kind in ("text/csv", "image/vnd.dxf")
    },
}


@stance_pages.post("/grounds/<format>", responses={200: GROUND_FILE})
def write_ground(path: GroundPath, body: CornersOut) -> Response:
    """Ground as a CSV or DXF file."""
    corners = [(x, z) for x, z in body.corners]
    data, kind = (
        (write_csv(corners), "text/csv") if path.format == "csv" else (write_dxf(corners), "image/vnd.dxf")
    )
    headers = {"Content-Disposition": f'attachment; filename="ground.{path.format}"'}
    return Response(data, mimetype=kind, headers=headers)


@stance_pages.get("/cycle/<end>", responses={200: Cycled})
def cycle_axle(path: CyclePath, query: View) -> Response:
    """One axle from full droop to full bump and lock to lock."""
    rig = rigs().read(path.rig_id, query.person).rig
    at = moment(rig, query.at_stage)
    return as_json(
        Cycled(cycle=work_out(at, lambda ask: cycle(ask, path.end, shaft_at, query.preset), with_doubt=False))
    )


@stance_pages.get("/angles", responses={200: RankedAngles})
def rank_angles(path: RigPath, query: AngleWanted) -> Response:
    """An angle by its points, and what must go for the one that is wanted."""
    found = []
    for name, at in stances(rigs().read(path.rig_id, query.person).rig, query.at_stage).items():
        try:
            here = stands(Ask(at))
            if query.point is not None:
                here = with_raised(here, query.point, query.up_mm)
            points = ranked(here, query.which, query.wanted_deg)
        except Missing:
            points = ()
        found.append({"name": name, "points": points})
    return as_json(RankedAngles.model_validate({"stances": found}))


@stance_pages.get("/ways-up", responses={200: Ways})
def ways(path: RigPath, query: Wanted) -> Response:
    """The ways in which the frame comes up by so much, with what each upsets and costs."""
    rig = rigs().read(path.rig_id, query.person).rig
    stage = query.at_stage
    front, rear = (_up_mm(end, getattr(query, end), query) for end in ("front", "rear"))
    level = level_when_loaded_mm(rig, stage, front) if query.level else None
    if level is not None:
        rear = max(level, 0.0)
    found = ways_up(rig, stage, front, rear, query.preset)
    return as_json(
        Ways(ways=list(found), front_mm=front, rear_mm=rear, no_rake=query.level and level is None)
    )


MOST_UP_MM = 500.0


def _up_mm(end: str, typed: str, view: View) -> float:
    up = amount(end, typed, LENGTH, view) or 0.0
    if up > MOST_UP_MM:
        raise Refused(end, f"The {end} comes up by at most {MOST_UP_MM:g} mm; {up:.0f} mm were read.")
    return up


@stance_pages.get("/level", responses={200: Level})
def read_level(path: RigPath, query: LevelAt) -> Response:
    """One sentence of the simulated inclinometer, read, beside the rig's own limits."""
    rig = rigs().read(path.rig_id, query.person).rig
    sentence = Inclinometer().sentence_at(query.at_s)
    at = moment(rig, query.at_stage)
    limit = work_out(at, tip)
    most = most_lean_deg(limit.value)
    return as_json(Level(sentence=sentence, leaning=Leaning.of(sentence), tip=limit, margin_deg=most))


@stance_pages.post("/centre-of-gravity", responses={200: CentreWeighed})
def weigh(path: RigPath, query: View, body: CentreReadings) -> Response:
    """Height of the centre of gravity from two weighings; one scale's common error cancels. Nothing is written."""
    rig = rigs().read(path.rig_id, query.person).rig
    read = {key: _reading(key, text, query) for key, text in body.typed.items() if text.strip()}
    for key in READINGS:
        if key not in read:
            raise Refused(key, f"The {READINGS[key][0]} is missing, for example {READINGS[key][1]}.")
    height, off = weighed(
        moment(rig, "today"), read["front_level_kg"], read["front_raised_kg"], read["raise_mm"]
    )
    return as_json(CentreWeighed(height_mm=height, off_mm=off))


def _reading(key: str, text: str, query: View) -> float:
    if key not in READINGS:
        raise Refused(key, f"There is no reading “{key[:40]}”.")
    quantity = LENGTH if key.endswith("_mm") else MASS
    try:
        return read_quantity(text, quantity, query.preset.unit(quantity).symbol).value
    except Unreadable as error:
        raise Refused(key, str(error)) from None


class ArmsSheet(Message):
    """The front on two arms, and where its joints are through travel; none where the arms are not known."""

    arms: Result[FrontArms]
    poses: list[ArmsPose]


@stance_pages.get("/front-arms", responses={200: ArmsSheet})
def get_front_arms(path: RigPath, query: View) -> Response:
    """Camber, toe and roll centre over travel at the stage, with the poses that the drawing goes through."""
    record = rigs().read(path.rig_id, query.person)
    here = moment(record.rig, query.at_stage)
    try:
        through = list(poses(Ask(here)))
    except (Missing, Refused):
        through = []
    return as_json(ArmsSheet(arms=work_out(here, front_arms), poses=through))


class Spanner(Message):
    """What is turned, as typed: a collar by a length, or a torsion bar's bolt by turns, its pitch and its lever."""

    end: Literal["front", "rear"]
    kind: Literal["collar", "rod"]
    step: str = Field("", max_length=60)
    turns: str = Field("", max_length=60)
    pitch: str = Field("", max_length=60)
    lever: str = Field("", max_length=60)


class Turned(Message):
    """How far the body rises; ``motion_ratio`` of the collar's spring; ``line`` plans it."""

    ride_mm: float
    motion_ratio: float | None
    line: str


@stance_pages.post("/spanner", responses={200: Turned})
def turn_spanner(path: RigPath, query: View, body: Spanner) -> Response:
    """What a turn of the spanner does to the height. Nothing is written."""
    record = rigs().read(path.rig_id, query.person)
    ask = Ask(moment(record.rig, query.at_stage))
    ratio = None
    if body.kind == "collar":
        ratio = motion_ratio(ask, body.end)
        step = amount("step", body.step, LENGTH, query, signed=True)
        given = SpringCollarIn(kind="collar", step_mm=step, motion_ratio=ratio)
    else:
        given = SpringCollarIn(
            kind="rod",
            turns=amount("turns", body.turns, COUNT, query, signed=True),
            pitch_mm=amount("pitch", body.pitch, LENGTH, query) or None,
            lever=amount("lever", body.lever, COUNT, query) or None,
        )
    ride = spring_collar(given).ride_mm
    way = " by torsion-bar" if body.kind == "rod" else ""
    return as_json(Turned(ride_mm=ride, motion_ratio=ratio, line=f"lift {body.end} {ride:.1f} mm{way}"))
