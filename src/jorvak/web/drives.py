"""Drives against satellite speed: read piece by piece or driven on the spot, fitted as they go, and accepted."""

import threading
import uuid
from collections import OrderedDict
from dataclasses import dataclass, field
from typing import Literal

from flask import Response, current_app, request
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.quantities import SPEED
from jorvak.core.rolling.drive import STOCK_ERROR, DriveFit, Hold, accepted, factor_today, fit_of
from jorvak.demo import DRIVES
from jorvak.formats.drive_log import Moment, Reader, kind_of_file
from jorvak.instruments.drive import SimulatedDrive
from jorvak.instruments.receiver import Faults
from jorvak.store import NotThere
from jorvak.web.long_work import long_work
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, rigs, today
from jorvak.web.typed import amount

drive_pages = Pages(
    "drives", __name__, url_prefix="/api/rigs/<int:rig_id>/drives", abp_tags=[Tag(name="drives")]
)

MOST_OPEN = 8
OVER_READS = 1.031
"""What the simulated instrument over-reads, beside what tyres and gears do."""
FAULTS = {
    "none": Faults(),
    "goes silent": Faults(silent_after_s=90),
    "jumps": Faults(jumps_per_mille=40),
    "bad checksums": Faults(bad_checksums_per_mille=150),
    "wrong speed of the port": Faults(wrong_baud=True),
}


@dataclass(slots=True)
class OpenDrive:
    """A drive that is being read or driven."""

    rig_id: int
    reader: Reader
    simulated: SimulatedDrive | None = None
    holds: list[Hold] = field(default_factory=list)
    lock: threading.Lock = field(default_factory=threading.Lock)


class Desk:
    """The drives that are open; the oldest makes room."""

    def __init__(self) -> None:
        self._open: OrderedDict[str, OpenDrive] = OrderedDict()
        self._lock = threading.Lock()

    def lay(self, drive: OpenDrive) -> str:
        token = uuid.uuid4().hex
        with self._lock:
            self._open[token] = drive
            while len(self._open) > MOST_OPEN:
                self._open.popitem(last=False)
        return token

    def take(self, token: str, rig_id: int) -> OpenDrive:
        with self._lock:
            drive = self._open.get(token)
        if drive is None or drive.rig_id != rig_id:
            raise NotThere("That drive is not open any more: give it again.")
        return drive


def desk() -> Desk:
    """The drives that are open in the running application."""
    found: Desk = current_app.config["DESK"]
    return found


class DrivePath(RigPath):
    token: str


class NewDrive(Message):
    """A file by its name and its first words, the recorded drive that ships, or a simulated one with a fault."""

    source: Literal["file", "recorded", "simulated"]
    name: str = Field("", max_length=200)
    first: str = Field("", max_length=1000)
    fault: str = "none"


class Seconds(Message):
    seconds: int = Field(10, ge=1, le=600)


class HeldAt(Message):
    """What the dial showed over a stretch, as typed."""

    from_s: float
    to_s: float
    indicated: str = Field(max_length=60)


class Holds(Message):
    holds: list[HeldAt] = Field(max_length=40)


class DriveState(Message):
    """How far a drive is: its fit so far, what was left out, whether it goes on."""

    token: str
    kind: str
    drive: DriveFit
    trouble: list[str]
    silent: bool
    over: bool


@drive_pages.post("", responses={201: DriveState})
def begin_drive(path: RigPath, query: View, body: NewDrive) -> Response:
    """Open a drive. Pieces of a file follow, or seconds of a simulated one."""
    rig = rigs().read(path.rig_id, query.person).rig
    if body.source == "simulated":
        if body.fault not in FAULTS:
            raise Refused("fault", f"There are {', '.join(FAULTS)}.")
        driven = SimulatedDrive(factor_today(rig) / OVER_READS, FAULTS[body.fault])
        drive = OpenDrive(path.rig_id, Reader("nmea"), driven)
    elif body.source == "recorded":
        drive = OpenDrive(path.rig_id, Reader("csv"))
        drive.reader.take(DRIVES.read_bytes())
        drive.reader.finish()
    else:
        drive = OpenDrive(path.rig_id, Reader(kind_of_file(body.name, body.first.encode())))
    return _state(desk().lay(drive), drive, 201)


@drive_pages.post("/<token>/pieces", responses={200: DriveState})
def take_piece(path: DrivePath, query: View) -> Response:
    """The next piece of a file, as it is."""
    drive = desk().take(path.token, path.rig_id)
    with drive.lock:
        drive.reader.take(request.get_data())
        return _state(path.token, drive, thin=True)


@drive_pages.post("/<token>/end", responses={200: DriveState})
def end_of_file(path: DrivePath, query: View) -> Response:
    """The file is whole."""
    drive = desk().take(path.token, path.rig_id)
    with drive.lock, long_work():
        drive.reader.finish()
        return _state(path.token, drive)


@drive_pages.post("/<token>/on", responses={200: DriveState})
def drive_on(path: DrivePath, query: View, body: Seconds) -> Response:
    """So many seconds of a simulated drive: the receiver speaks, the bus is asked."""
    drive = desk().take(path.token, path.rig_id)
    if drive.simulated is None:
        raise Refused("seconds", "Only a simulated drive is driven on.")
    with drive.lock:
        for _ in range(body.seconds):
            for second, sent, shown in drive.simulated.step():
                before = len(drive.reader.moments)
                drive.reader.take(sent)
                if len(drive.reader.moments) > before and shown is not None:
                    last = drive.reader.moments[-1]
                    drive.reader.moments[-1] = Moment(second, last.gps_kmh, shown)
        return _state(path.token, drive)


@drive_pages.put("/<token>/holds", responses={200: DriveState})
def read_the_dial(path: DrivePath, query: View, body: Holds) -> Response:
    """What the dial showed over steady stretches."""
    drive = desk().take(path.token, path.rig_id)
    with drive.lock:
        drive.holds = [
            hold for i, held in enumerate(body.holds) if (hold := _hold(i, held, query)) is not None
        ]
        return _state(path.token, drive)


def _hold(index: int, held: HeldAt, view: View) -> Hold | None:
    shown = amount(f"holds.{index}.indicated", held.indicated, SPEED, view)
    return None if not shown else Hold(from_s=held.from_s, to_s=held.to_s, indicated_kmh=shown)


@drive_pages.post("/<token>/accept", responses={200: Sheet})
def accept_drive(path: DrivePath, query: View) -> Response:
    """Take the fit: what the instrument over-reads becomes a measured figure of the rig."""
    drive = desk().take(path.token, path.rig_id)
    record = rigs().read(path.rig_id, query.person)
    fit = _fit(drive)
    if fit.fit is None:
        raise Refused("drive", fit.why_not or "There is no fit yet.")
    figure = accepted(record.rig, fit.fit, today(), query.person)
    version = record.figure_versions.get(STOCK_ERROR)
    what = f"speedometer by a drive: over-reads {figure.value:.1f} %"
    rigs().note_figure(record.id, STOCK_ERROR, figure, version, query.person, what, query.key)
    return answer(record.id, query)


def _fit(drive: OpenDrive) -> DriveFit:
    return fit_of([(m.at_s, m.gps_kmh, m.indicated_kmh) for m in drive.reader.moments], drive.holds)


def _state(token: str, drive: OpenDrive, status: int = 200, thin: bool = False) -> Response:
    moments = drive.reader.moments
    # While a long file comes in only its length is told: the fit is for its end.
    fit = (
        DriveFit(len(moments), 0, moments[-1].at_s if moments else 0.0, None, None, None, (), ())
        if thin
        else _fit(drive)
    )
    simulated = drive.simulated
    state = DriveState(
        token=token,
        kind=drive.reader.kind,
        drive=fit,
        trouble=drive.reader.trouble.sentences(),
        silent=simulated is not None and simulated.silent,
        over=simulated is None or simulated.over,
    )
    return Response(state.model_dump_json(), status, mimetype="application/json")
