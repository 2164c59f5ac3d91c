"""Load: a mass put elsewhere on paper, things stowed by a solver, the vehicle on scales, lists of masses in and out."""

from collections.abc import Callable
from typing import Literal, TypeVar

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Number, Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import laden, moment
from jorvak.core.engine.result import Result, work_out
from jorvak.core.load.listing import carried
from jorvak.core.load.moving import Put as PutMass
from jorvak.core.load.moving import with_mass_at
from jorvak.core.load.packing import Packing, answered, best_so_far, question
from jorvak.core.load.payload import RoomLeft
from jorvak.core.load.records import Cargo
from jorvak.core.load.results import Load, laden_load, load, masses
from jorvak.core.load.room import room_anywhere
from jorvak.core.load.stow import Plan, stow
from jorvak.core.rolling.pressures import Pressures, pressures
from jorvak.core.stance.balance import Tip, tip
from jorvak.core.stance.results import Rake, angles, rake
from jorvak.core.stance.stance import StanceOut
from jorvak.formats.mass_list import read_csv, write_csv, write_xlsx
from jorvak.store.rigs import Put
from jorvak.web.long_work import long_work
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, rigs, today

load_pages = Pages("load", __name__, url_prefix="/api/rigs/<int:rig_id>/load", abp_tags=[Tag(name="load")])

T = TypeVar("T")

TRIES_X = Field(None, ge=-3000, le=14000)


class MassPut(Message):
    """A mass, by the change that brings it or by the figure that says it, and where it is put."""

    change: int | None = None
    path: str | None = Field(None, max_length=120)
    x_mm: Number | None = TRIES_X
    y_mm: Number | None = Field(None, ge=-1500, le=1500)
    z_mm: Number | None = Field(None, ge=0, le=4500)
    place: str | None = Field(None, max_length=60)

    def as_put(self) -> PutMass:
        return PutMass(**self.model_dump())


class MassTried(Message):
    """What a mass put elsewhere does, laden, every figure at its word."""

    load: Result[Load]
    tip: Result[Tip]
    angles: Result[StanceOut]
    rake: Result[Rake]
    pressures: Result[Pressures]


@load_pages.post("/tried", responses={200: MassTried})
def try_mass(path: RigPath, query: View, body: MassPut) -> Response:
    """What a mass put elsewhere would do. Nothing is written."""
    rig = with_mass_at(rigs().read(path.rig_id, query.person).rig, body.as_put())
    here = laden(moment(rig, query.at_stage, with_doubt=False))
    return as_json(
        MassTried(
            load=work_out(here, laden_load), tip=work_out(here, tip), angles=work_out(here, angles),
            rake=work_out(here, rake), pressures=work_out(here, pressures),
        )
    )  # fmt: skip


class LoadThen(Message):
    name: Literal["found", "today", "built", "laden"]
    load: Result[Load]


class LoadThroughout(Message):
    """The load in the four states that are mixed up: as found, today, as built, laden; the last two at the stage."""

    moments: list[LoadThen]


@load_pages.get("/throughout", responses={200: LoadThroughout})
def load_throughout(path: RigPath, query: View) -> Response:
    """Axle loads and what is left in the four states, each with its doubt."""
    rig = rigs().read(path.rig_id, query.person).rig
    stage = "planned" if query.at_stage == "laden" else query.at_stage
    here = moment(rig, stage)
    at = {
        "found": moment(rig, "as-found"),
        "today": moment(rig, "today"),
        "built": here,
        "laden": laden(here),
    }
    return as_json(
        LoadThroughout.model_validate(
            {"moments": [{"name": name, "load": work_out(then, load)} for name, then in at.items()]}
        )
    )


class RoomAt(View):
    x_mm: float = Field(ge=-3000, le=14000)


class RoomHere(Message):
    """How much more may go there, laden; None where no limit is noted."""

    room: RoomLeft | None


@load_pages.get("/room", responses={200: RoomHere})
def room_here(path: RigPath, query: RoomAt) -> Response:
    """How much more may go so far behind the front axle, and what says no first."""
    here = laden(moment(rigs().read(path.rig_id, query.person).rig, query.at_stage, with_doubt=False))
    return as_json(RoomHere(room=_asked(lambda ask: room_anywhere(ask, query.x_mm), Ask(here))))


class StowFor(Message):
    limit_s: float = Field(10.0, gt=0, le=60, description="how long the search may take")


class Stowing(Message):
    packing: Packing


@load_pages.post("/stow", responses={200: Stowing})
def stow_things(path: RigPath, query: View, body: StowFor) -> Response:
    """Where each thing should go, against the way it is packed now. Nothing is written."""
    here = laden(moment(rigs().read(path.rig_id, query.person).rig, query.at_stage, with_doubt=False))
    asked = _asked(lambda ask: question(ask, body.limit_s), Ask(here))
    with long_work(query.key) as work:

        def watch(plan: Plan) -> bool:
            so_far = best_so_far(asked, plan).then
            work.best = f"{so_far.over_kg:.0f} kg over, {abs(so_far.cg_y_mm):.0f} mm to the side, {so_far.cg_z_mm:.0f} mm high"
            return not work.stopped

        found = stow(asked.given, watch)
    return as_json(Stowing(packing=answered(asked, found)))


class PackedSo(Message):
    """Things by name, and the place into which each goes."""

    places: dict[str, str] = Field(max_length=300)


@load_pages.post("/pack", responses={200: Sheet})
def pack(path: RigPath, query: View, body: PackedSo) -> Response:
    """Have things packed so, as one write."""
    record = rigs().read(path.rig_id, query.person)
    versions = record.record_versions["cargo"]
    puts = [
        Put("cargo", cargo.model_copy(update={"place": body.places[cargo.name]}), versions[cargo.id])
        for cargo in record.rig.all(Cargo)
        if cargo.name in body.places and body.places[cargo.name] != cargo.place
    ]
    rigs().put_all(path.rig_id, puts, {}, {}, query.person, f"{len(puts)} things packed elsewhere", query.key)
    return answer(path.rig_id, query)


class ListPath(RigPath):
    format: Literal["csv", "xlsx"]


MASS_LIST = {
    "description": "The list of masses, laden, as a file.",
    "content": {
        kind: {"schema": {"type": "string", "format": "binary"}}
        for kind in ("text/csv", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    },
}


@load_pages.get("/masses.<format>", responses={200: MASS_LIST})
def masses_out(path: ListPath, query: View) -> Response:
    """The list of masses as CSV, or as a spreadsheet whose formulas are alive."""
    rig = rigs().read(path.rig_id, query.person).rig
    ask = Ask(laden(moment(rig, query.at_stage, with_doubt=False)))
    rows = _asked(masses, ask).rows
    if path.format == "csv":
        data, kind = write_csv(rows), "text/csv"
    else:
        found = tuple(ask.need(f"body.{end}_axle_kg") for end in ("front", "rear"))
        limits = tuple(ask.maybe(f"body.permitted{which}_kg") for which in ("", "_front", "_rear"))
        data = write_xlsx(
            rig.name,
            rows,
            ask.need("body.wheelbase_mm"),
            (found[0], found[1]),
            (limits[0], limits[1], limits[2]),
        )
        kind = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
    headers = {"Content-Disposition": f'attachment; filename="masses.{path.format}"'}
    return Response(data, mimetype=kind, headers=headers)


@load_pages.post("/masses", responses={200: Sheet})
def masses_in(path: RigPath, query: View) -> Response:
    """Take in a list of masses as CSV: each row is a thing to carry, in a place of its own where it says where."""
    record = rigs().read(path.rig_id, query.person)
    with long_work():
        listed = read_csv(request.get_data(cache=False))
        puts, figures = carried(record.rig, listed, today(), query.person)
    versions = {path: version for path, version in record.figure_versions.items() if path in figures}
    kept = [Put(table, thing, record.record_versions[table].get(thing.id)) for table, thing in puts]
    rigs().put_all(
        path.rig_id, kept, figures, versions, query.person, f"{len(listed)} masses from a list", query.key
    )
    return answer(path.rig_id, query)


def _asked(function: Callable[[Ask], T], ask: Ask) -> T:
    """What a function makes of a rig. Raises Refused naming the figure that is missing."""
    try:
        return function(ask)
    except Missing as missing:
        raise Refused(missing.waits.path or "rig", f"It waits for the {missing.waits.label}.") from None
