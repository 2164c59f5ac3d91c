"""Recovery: pulls rigged and tried out, circuits and batteries, climbs on which it may boil."""

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Number, Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import Moment, laden, moment
from jorvak.core.engine.result import Result
from jorvak.core.heat.airflow import Airflow
from jorvak.core.heat.area import HeatResults
from jorvak.core.heat.climbing import ClimbHeat, Seen
from jorvak.core.heat.cooling import held_by_thermostat
from jorvak.core.heat.field import HeatTrial, TriedHeat, try_heat
from jorvak.core.heat.records import HeatRun
from jorvak.core.heat.steady import BusReading, SteadyStretch, steady_stretch
from jorvak.core.plan.cautions import CAUTIONS
from jorvak.core.power.alternating import Alternating
from jorvak.core.power.area import PowerResults
from jorvak.core.power.circuits import Circuits
from jorvak.core.power.counting import CountBeside, compared, draws_by_hour
from jorvak.core.power.feeding import Feeds, batteries
from jorvak.core.power.records import Circuit, Connector, FoundBattery
from jorvak.core.power.standing_still import Charging, StandingStill
from jorvak.core.recovery.area import RecoveryResults
from jorvak.core.recovery.pulls import PullStands, allowed_of
from jorvak.core.recovery.records import KitPart, Pull, WinchTable
from jorvak.core.recovery.trying import PullTrial, TriedPull, try_pull
from jorvak.core.recovery.winching import AgainstMass, Winch
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.climbs import LegHeat
from jorvak.formats.connector_book import read_book, write_book
from jorvak.formats.heat_log import read_climb
from jorvak.instruments.battery_monitor import BatteryMonitor, Counted
from jorvak.instruments.climb import SimulatedClimb
from jorvak.store import NotThere, RigRecord
from jorvak.store.rigs import Put
from jorvak.web.lines import Line, lines_of
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.papers import file_of, sent
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, kept_results, rigs, still_there, today

recovery_pages = Pages(
    "recovery", __name__, url_prefix="/api/rigs/<int:rig_id>/recovery", abp_tags=[Tag(name="recovery")]
)


def _judged(record: RigRecord, view: View) -> Moment:
    """The stage that is looked at, laden: what is pulled, and what climbs, is."""
    stage = still_there(record.rig, view.at_stage)
    return laden(moment(record.rig, stage, on=today(), kept=kept_results(record.id)))


class KitAllowed(Message):
    """What a part of the kit may carry; None: nobody knows."""

    name: str
    at: str
    allowed_kg: float | None


class PullSheet(Message):
    """The winch, the kit, and every pull that is foreseen, laden at the stage."""

    winch: Result[Winch]
    against_mass: Result[AgainstMass]
    pulls: Result[tuple[PullStands, ...]]
    foreseen: list[Line[Pull]]
    kit: list[Line[KitPart]]
    allowed: list[KitAllowed]
    tables: list[Line[WinchTable]]
    cautions: list[str]


ALONE = (
    "Nobody pulls alone: one at the winch, one who watches the line and stops it. Read the winch's manual and the "
    "marks on every part; local rules and trained people decide."
)
HOLDS = (
    "A vehicle as an anchor is chocked and braked; a trunk is protected by a strap; nothing is joined over a ball. "
    "What is worn, cut, bent or has no mark is not rigged. The pull is an estimate: what is stuck may hold harder."
)


@recovery_pages.get("/pull", responses={200: PullSheet})
def get_pulls(path: RigPath, query: View) -> Response:
    """What each pull takes, and what every part of its rigging carries."""
    record = rigs().read(path.rig_id, query.person)
    here = _judged(record, query)
    results = Results(here).of(RecoveryResults)
    ask = Ask(here)
    return as_json(
        PullSheet(
            winch=results.winch,
            against_mass=results.against_mass,
            pulls=results.pulls,
            foreseen=lines_of(record, Pull),
            kit=lines_of(record, KitPart),
            allowed=[
                KitAllowed(name=part.name, at=part.at, allowed_kg=allowed_of(ask, part))
                for part in record.rig.all(KitPart)
            ],
            tables=lines_of(record, WinchTable),
            cautions=[CAUTIONS["winch"], ALONE, HOLDS],
        )
    )


class PullPath(RigPath):
    pull_id: int


class PullTried(Message):
    tried: TriedPull


@recovery_pages.post("/pull/<int:pull_id>/try", responses={200: PullTried})
def try_a_pull(path: PullPath, query: View, body: PullTrial) -> Response:
    """A pull with its slope turned, rope paid out, lines added. Nothing is written."""
    record = rigs().read(path.rig_id, query.person)
    pull = next((each for each in record.rig.all(Pull) if each.id == path.pull_id), None)
    if pull is None:
        raise NotThere("That pull is not among them any more.")
    return as_json(PullTried(tried=try_pull(_judged(record, query), pull, body)))


class PowerSheet(Message):
    """Batteries, circuits, what they take and want; and the connector book."""

    batteries: list[Feeds]
    circuits: Result[Circuits]
    standing_still: Result[StandingStill]
    charging: Result[Charging]
    alternating: Result[Alternating]
    found: list[Line[FoundBattery]]
    wired: list[Line[Circuit]]
    connectors: list[Line[Connector]]
    cautions: list[str]


WIRING = (
    "A fuse within 200 mm of the battery; a grommet wherever metal is passed; nothing tied to a fuel line or a moving "
    "part. The cable's own table, the maker's leads for winch and starter, and local rules beat what is computed here."
)


@recovery_pages.get("/power", responses={200: PowerSheet})
def get_power(path: RigPath, query: View) -> Response:
    """Circuits, batteries, alternator at the stage."""
    record = rigs().read(path.rig_id, query.person)
    here = moment(
        record.rig, still_there(record.rig, query.at_stage), on=today(), kept=kept_results(record.id)
    )
    results = Results(here).of(PowerResults)
    return as_json(
        PowerSheet(
            batteries=list(batteries(Ask(here))),
            circuits=results.circuits,
            standing_still=results.standing_still,
            charging=results.charging,
            alternating=results.alternating,
            found=lines_of(record, FoundBattery),
            wired=lines_of(record, Circuit),
            connectors=lines_of(record, Connector),
            cautions=[CAUTIONS["battery"], WIRING],
        )
    )


class MonitorRead(Message):
    """What the simulated monitor counted over a day and a night, beside what this sheet says."""

    readings: list[Counted]
    compared: CountBeside


@recovery_pages.get("/power/monitor", responses={200: MonitorRead})
def read_monitor(path: RigPath, query: View) -> Response:
    """Listen to the simulated battery monitor over a day without driving."""
    record = rigs().read(path.rig_id, query.person)
    here = moment(record.rig, still_there(record.rig, query.at_stage), with_doubt=False)
    try:
        draws = draws_by_hour(Ask(here))
    except Missing as missing:
        raise Refused(missing.waits.path or "battery", f"It waits for {missing.waits.label}.") from None
    monitor = BatteryMonitor(draws_a=draws.at, capacity_ah=draws.capacity_ah)
    readings = list(monitor.over(24))
    return as_json(MonitorRead(readings=readings, compared=compared(draws, readings[-1].counted_ah)))


@recovery_pages.get("/connectors.csv", responses={200: file_of("The connector book.", "text/csv")})
def connector_book(path: RigPath, query: View) -> Response:
    """Every plug, pin by pin."""
    record = rigs().read(path.rig_id, query.person)
    return sent(write_book(record.rig.all(Connector)), "text/csv", record, "connectors.csv")


@recovery_pages.post("/connectors", responses={200: Sheet})
def take_connectors(path: RigPath, query: View) -> Response:
    """Take a connector book in, as one write: plugs of a name that is there are replaced, all others stay."""
    record = rigs().read(path.rig_id, query.person)
    read = read_book(request.get_data())
    if not read:
        raise Refused("file", "There is no connector in that book.")
    known = {each.name: each for each in record.rig.all(Connector)}
    versions = record.record_versions.get("connector", {})
    puts = [
        Put("connector", each)
        if each.name not in known
        else Put(
            "connector",
            each.model_copy(update={"id": known[each.name].id, "note": known[each.name].note}),
            versions[known[each.name].id],
        )
        for each in read
    ]
    what = f"connector book: {len(puts)} taken in"
    rigs().put_all(record.id, puts, {}, {}, query.person, what, query.key)
    return answer(record.id, query)


class HeatSheet(Message):
    """Climbs that were driven, what stands before the grille, the brief's longest climb, and those of the trip."""

    seen: Result[tuple[Seen, ...]]
    airflow: Result[Airflow]
    longest_climb: Result[ClimbHeat]
    legs: Result[tuple[LegHeat, ...]]
    runs: list[Line[HeatRun]]


@recovery_pages.get("/heat", responses={200: HeatSheet})
def get_heat(path: RigPath, query: View) -> Response:
    """How hot it gets, laden at the stage."""
    record = rigs().read(path.rig_id, query.person)
    results = Results(_judged(record, query))
    heat = results.of(HeatResults)
    return as_json(
        HeatSheet(
            seen=heat.seen,
            airflow=heat.airflow,
            longest_climb=heat.longest_climb,
            legs=results.of(TripResults).climb_heat,
            runs=lines_of(record, HeatRun),
        )
    )


class HeatTried(Message):
    tried: TriedHeat


@recovery_pages.post("/heat/try", responses={200: HeatTried})
def try_a_climb(path: RigPath, query: View, body: HeatTrial) -> Response:
    """The field of grade and speed around a climb, on a day, with so much in the way of the air. Nothing is written."""
    record = rigs().read(path.rig_id, query.person)
    return as_json(HeatTried(tried=try_heat(_judged(record, query), body)))


class ClimbLogged(Message):
    """A log of a climb and its steady stretch; ``why_not``: it has none, ``says_nothing``: what is wrong with it."""

    readings: list[BusReading]
    battery_v: float | None = Field(None, description="at its end, where the bus told it")
    steady: SteadyStretch | None
    why_not: str | None
    says_nothing: str | None


class ClimbDriven(Message):
    """A climb with the simulated bus on board."""

    slope_pct: Number = Field(ge=0, le=20)
    speed_kmh: Number = Field(gt=0, le=130)
    ambient_c: Number = Field(ge=-30, le=45)
    traffic: bool = Field(False, description="behind others, so that no speed is held")


@recovery_pages.post("/heat/drive", responses={200: ClimbLogged})
def drive_a_climb(path: RigPath, query: View, body: ClimbDriven) -> Response:
    """Drive a climb with the simulated bus: what it comes to follows from the climbs that are noted."""
    record = rigs().read(path.rig_id, query.person)
    here = _judged(record, query)
    tried = try_heat(
        here, HeatTrial(slope_pct=body.slope_pct, speed_kmh=body.speed_kmh, ambient_c=body.ambient_c)
    )
    comes_to = BUS_COMES_TO_C if tried.field is None else tried.field.climb.coolant_c
    opens = _opens_c(here)
    climb = SimulatedClimb(
        slope_pct=body.slope_pct,
        speed_kmh=body.speed_kmh,
        ambient_c=body.ambient_c,
        begins_c=opens,
        comes_to_c=min(comes_to, BUS_MOST_C),
        restless=body.traffic,
    )
    logged = list(climb.log())
    readings = [
        BusReading(each.at_s, each.speed_kmh, each.coolant_c, each.ambient_c, each.altitude_m)
        for each in logged
    ]
    return as_json(_logged(readings, logged[-1].battery_v, opens))


BUS_COMES_TO_C, BUS_MOST_C = 101.0, 125.0
"""What a climb of a vehicle that nobody knows comes to, and where a gauge ends."""


def _opens_c(here: Moment) -> float:
    """Where the thermostat opens, as assumed where nobody has noted it."""
    return Ask(here).typical("cooling.opens_c")


@recovery_pages.post("/heat/log", responses={200: ClimbLogged})
def read_a_log(path: RigPath, query: View) -> Response:
    """Read a climb that was logged, as CSV."""
    here = _judged(rigs().read(path.rig_id, query.person), query)
    return as_json(_logged(read_climb(request.get_data()), None, _opens_c(here)))


def _logged(readings: list[BusReading], battery_v: float | None, opens_c: float) -> ClimbLogged:
    steady, why_not = None, None
    try:
        steady = steady_stretch(readings)
    except Refused as refused:
        why_not = refused.message
    return ClimbLogged(
        readings=readings,
        battery_v=battery_v,
        steady=steady,
        why_not=why_not,
        says_nothing=None if steady is None else held_by_thermostat(steady.coolant_c, opens_c),
    )
