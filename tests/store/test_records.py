"""Records of a rig in the database: out as they went in, one write at a time, undone and done again."""

from datetime import date
from pathlib import Path

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from jorvak.core.frame.beam import Section
from jorvak.core.frame.records import (
    ComesOut,
    CutPiece,
    Ladder,
    PointAt,
    PointTable,
    RoomBox,
    StationAt,
    StrengthLook,
    StringRun,
    StringsAt,
)
from jorvak.core.heat.records import HeatRun
from jorvak.core.load.records import Cargo, FoundTank, LoadPlace, OnScales, Seat, Trailer
from jorvak.core.money.records import Invoice
from jorvak.core.plan.records import Accepted, Question
from jorvak.core.power.records import Circuit, Connector, FoundBattery, Pin
from jorvak.core.records import record_types
from jorvak.core.recovery.records import KitPart, Pull, WinchTable, WinchTableRow
from jorvak.core.rig import Figure, Record, Rig
from jorvak.core.stance.records import Gap, Profile
from jorvak.core.survey.records import Photo, SurveyItem, TapePhoto, Weighing
from jorvak.core.trip.records import Contact, Country, Fill, LedgerEntry, Leg, Paper, WayPoint
from jorvak.core.vehicle.records import Face, Part
from jorvak.core.work.records import BehindIt as Behind
from jorvak.core.work.records import (
    IntervalRecord,
    JobFastener,
    JobReading,
    JobRecord,
    JobWait,
    LogLine,
    Overruled,
    ProvingCard,
    ProvingRun,
    SignOff,
    Spell,
    TakenOff,
    Tick,
)
from jorvak.store import Database, NotThere, PhotoFiles, Rigs, Stale
from jorvak.store.records import TABLES
from tests.conftest import demo, without_ids

EXAMPLES: dict[str, Record] = {
    "question": Question(key="bed", ask="Drawers or boxes?", options=("drawers", "boxes"), topic="lift",
                         chosen="boxes", reason="lighter", decided_on=date(2026, 3, 2), decided_by="Ines"),
    "accepted": Accepted(finding="too-tall:garage", reason="parks outside", figures={"body.height_mm": 2110.0,
                         "gearbox.gears": (4.0, 1.0), "transfer.drive": "part-time"}, accepted_by="Ines"),
    "gap": Gap(name="liner behind", axle="front"),
    "part": Part(name="donor case", kind="transfer-case", place="donor", donor="grey pickup", price=420,
                 faces={"input": Face(kind="spline", fields={"spline_count": 27.0, "gender": None}, meets="box/out")}),
    "survey_item": SurveyItem(zone="frame", item="sill", condition="holed", found_on=date(2026, 1, 2),
                              weighing=Weighing(repair_hours=4, hidden="much", will=False), decision="look again"),
    "photo": Photo(item="sill", file="0123456789abcdef.jpg", caption="from below", taken_on=date(2026, 1, 3)),
    "tape_photo": TapePhoto(figure="body.wheelbase_mm", file="0123456789abcdef.jpg", taken_on=date(2026, 1, 3)),
    "seat": Seat(name="driver", trips=("estuary",)),
    "tank": FoundTank(name="main", holds="diesel"),
    "place": LoadPlace(name="left drawer", kind="drawer", at_hand=True),
    "cargo": Cargo(name="stove", place="left drawer", pinned=True, may=("left drawer", "rack"), apart=("food",),
                   at_hand=True, at_home=True, trips=("estuary", "hut"), sort="tool", for_what="engine oil",
                   packed_on=date(2026, 6, 14), used=False),
    "trailer": Trailer(name="boat", braked=False),
    "weighing": OnScales(name="before the bar", taken_on=date(2026, 2, 1), scale="four pads", front_kg=1100,
                         rear_kg=980.5, left_front_kg=560, right_front_kg=540, left_rear_kg=490, right_rear_kg=490.5),
    "job": JobRecord(key="change 1.1", title="Gears", hands=2, needs=("bay",), splits=False, hours=7.5,
                     steps=("Oil out.", "Shim."), gates=("Oil out.",), parts=("ring gear",),
                     fasteners=(JobFastener(where="ring gear", count=10, torque_nm=130, once_only=True, state="new"),),
                     readings=(JobReading(name="backlash, mm", low=0.13, high=0.18, value=0.15, on=date(2026, 1, 9)),),
                     waits=(JobWait(for_what="drying", hours=24),), after=("survey sill",),
                     overruled=(Overruled(before="survey sill", reason="dry enough"),),
                     behind=(Behind(name="drain hose", hours_to_reopen=6, chance_pct=10, hours_now=0.75),),
                     ticks=(Tick(step="Oil out.", on=date(2026, 1, 8), by="Ines"),),
                     spells=(Spell(on=date(2026, 1, 8), hours=2.25),), running_since="2026-01-09T18:00:00+00:00",
                     held_on=date(2026, 1, 10), put_off="no room", signed=SignOff(on=date(2026, 1, 11), odometer_km=1)),
    "log_line": LogLine(kind="temporary-fix", text="clamped", noted_on=date(2026, 1, 9), noted_by="Ines", system="fuel",
                        file="0123456789abcdef.jpg", moment="before", resolved_on=date(2026, 1, 10), how="new hose",
                        trip="flats", odometer_km=129000, became="job"),
    "taken_off": TakenOff(name="skid plate", place="under the case", taken_on=date(2026, 1, 9), bag="7",
                          fasteners=(JobFastener(where="plate", count=6, thread="M10x1.25"),), heap="usable"),
    "interval": IntervalRecord(name="engine oil", every_km=10000, last_km=120000, every_months=12,
                               last_on=date(2025, 9, 1)),
    "test_card": ProvingCard(name="to 80 km/h", unit="s", one_change="gears", before=(ProvingRun(value=21.4),),
                          after=(ProvingRun(value=19.0, on=date(2026, 1, 9), note="wind from ahead"),)),
    "invoice": Invoice(what="gears", amount=700, currency="kr", rate=1.21, billed_on=date(2026, 1, 9), paid=False,
                       wasted=True, for_change=4),
    "leg": Leg(name="north bank", place=5, km=100, surface="sand", days=4.5, fill_fuel=True, slope_pct=6.5,
               altitude_m=410, line=(WayPoint(km=0, lat_deg=61.2, lon_deg=8.4, altitude_m=12.5),
                                     WayPoint(km=100, lat_deg=61.9, lon_deg=8.4)), driven_on=date(2026, 6, 20)),
    "fill": Fill(station="town", filled_on=date(2026, 6, 19), litres=62.4, full=False, driven={"road": 410, "sand": 40},
                 odometer_km=129000, cost=88, trip="flats"),
    "paper": Paper(name="passport", of_whom="Ines", ends_on=date(2029, 1, 1), trips=("flats",)),
    "country": Country(name="across", from_on=date(2026, 6, 16), until_on=date(2026, 8, 1), rules="vests",
                       tyres="winter", tyres_from="11-01", tyres_until="04-15", tyres_met=True),
    "contact": Contact(name="desk", reach="by radio", worry_on=date(2026, 8, 10), worry_at="18:00", if_late="ring"),
    "ledger_entry": LedgerEntry(what="front_left_ride_mm", moment="leaving", value=498.5, off=2, read_on=date(2026, 6, 14)),
    "battery": FoundBattery(name="starter", role="starter", isolator="hand switch", note="2023"),
    "circuit": Circuit(name="fridge", sort="load", battery="second", behind="board", runs="always", place="engine-bay",
                       continuous=False, inverter=True, relay="none", connector="screw", earth="board", route="sill",
                       for_change=3, note="new"),
    "connector": Connector(name="plug A", on_what="loom", note="cut",
                           pins=(Pin(pin="1", colour="red", signal="battery", to="fuse 3", tested="both", reading="12.6"),
                                 Pin(pin="2"))),
    "heat_run": HeatRun(name="quarry hill", driven_on=date(2026, 1, 9), read_by="Ines", note="wind from behind"),
    "kit_part": KitPart(name="bow shackle", sort="shackle", rigged_at="anchor", trips=("flats",), note="pin bent"),
    "winch_table": WinchTable(name="sheet", table_rows=(WinchTableRow(pull_kg=0, amps=78, m_per_min=9.2),
                                                        WinchTableRow(pull_kg=1000, amps=170, m_per_min=5.4))),
    "pull": Pull(name="dyke", pulled_by="rope", surface="bog", mired="sills", lines=3, redirected=False, anchor="rock",
                 left_out=("old shackle",), rope="stretching rope", bridle=True, left_point="left", right_point="right",
                 trips=("flats",), note="at low water"),
    "ladder": Ladder(name="as found", of_what="donor", taken_on=date(2026, 1, 9), taken_by="Ines", off_mm=1, limit_mm=4,
                     against="sheet", note="on stands", stations=(
                         StationAt(name="horn", left=(-420, -380, 610.5), right=(-420, 380, 610), datum_mm=90, base=False,
                                   mount="steering"),
                         StationAt(name="belly", left=(1180, -430, 610), right=(1181, 430, 610)))),
    "point_table": PointTable(name="new body", against="old body", limit_mm=0, points=(
        PointAt(name="front L", at=(-300.5, -402, 655), base=False, mount="body"), PointAt(name="front R", at=(0, 1, 2)))),
    "string_run": StringRun(name="first", rim_mm=430, off_mm=0.5, taken_on=date(2026, 1, 9), note="dry",
                            front_left=StringsAt(front_mm=101.5, back_mm=100),
                            front_right=StringsAt(front_mm=103, back_mm=101),
                            rear_left=StringsAt(front_mm=120, back_mm=120),
                            rear_right=StringsAt(front_mm=0, back_mm=118)),
    "cut_piece": CutPiece(name="mount plate", sort="plate", for_what="adapter", material="S355", count=2, lies="flat",
                          origin_mm=(1300, -60, 480), for_change=3, note="edges ground",
                          given={"outline_mm": [[0, 0], [160, 0], [160, 90]], "thickness_mm": 8,
                                 "holes": [{"x_mm": 120, "y_mm": 30, "diameter_mm": 12.5}]}),
    "strength_look": StrengthLook(name="winch mount", sort="bolts", pull="dyke", direction=(1, 0, 0.1), at_mm=(0, 0, 60),
                                  bolts=((0, 0), (100, 0), (100, 60)), thread="M12", grade="10.9", condition="oiled",
                                  carries=(2, 3), load_kg=4.5, welded=True, spread=True, bump=2.5, out_mm=0,
                                  section=Section(kind="box", width_mm=50, height_mm=50, wall_mm=3), material="steel",
                                  support="cantilever", length_mm=900, spacing_mm=310, rated_n=4000, note="new bolts"),
    "room_box": RoomBox(name="battery", bay="cab", x=(420, 600), y=(-10, 180.5), z=(700, 900), wants_mm=10, moves_mm=2,
                        off_mm=0.5, comes_out=ComesOut(axis="z", sign=-1, accepts=("tray", "cover")), note="upright"),
    "profile": Profile(name="dyke", corners=((0.0, 0.0), (0.0, 320.5), (4000.0, 300.0)), asked=True, note="wet"),
}  # fmt: skip


def kept(rigs: Rigs, rig_id: int, table: str) -> tuple[Record, ...]:
    records: tuple[Record, ...] = rigs.read(rig_id, "Ines").rig.all(record_types()[table].model)
    return records


def version_of(rigs: Rigs, rig_id: int, table: str, number: int) -> int:
    return rigs.read(rig_id, "Ines").record_versions[table][number]


def test_every_table_has_an_example_here() -> None:
    assert set(EXAMPLES) == set(TABLES)


@pytest.mark.parametrize("table", TABLES)
def test_a_record_comes_out_as_it_went_in(rigs: Rigs, rig_id: int, table: str) -> None:
    number = rigs.put(rig_id, table, EXAMPLES[table], None, "Ines", "kept")
    (out,) = kept(rigs, rig_id, table)
    assert out == EXAMPLES[table].model_copy(update={"id": number})
    assert list(rigs.read(rig_id, "Ines").record_versions[table]) == [number]


@pytest.mark.parametrize("table", TABLES)
def test_undo_and_redo_need_nothing_of_their_own(rigs: Rigs, rig_id: int, table: str) -> None:
    number = rigs.put(rig_id, table, EXAMPLES[table], None, "Ines", "kept")
    rigs.drop(rig_id, table, number, version_of(rigs, rig_id, table, number), "Ines", "taken out")
    assert kept(rigs, rig_id, table) == ()
    rigs.journal.undo(rig_id, "Ines")
    assert kept(rigs, rig_id, table) == (EXAMPLES[table].model_copy(update={"id": number}),)
    rigs.journal.undo(rig_id, "Ines")
    assert kept(rigs, rig_id, table) == ()
    for _ in range(2):
        rigs.journal.redo(rig_id, "Ines")
    assert kept(rigs, rig_id, table) == ()


@pytest.mark.parametrize("table", TABLES)
def test_an_old_version_is_refused_with_what_stands_there(rigs: Rigs, rig_id: int, table: str) -> None:
    number = rigs.put(rig_id, table, EXAMPLES[table], None, "Ines", "kept")
    record = EXAMPLES[table].model_copy(update={"id": number})
    with pytest.raises(Stale) as stale:
        rigs.put(rig_id, table, record, 7000, "Ruben", "again")
    assert stale.value.theirs and stale.value.theirs["version"] == version_of(rigs, rig_id, table, number)
    with pytest.raises(Stale):
        rigs.drop(rig_id, table, number, 7000, "Ruben", "out")
    assert len(kept(rigs, rig_id, table)) == 1


@pytest.mark.parametrize("table", [name for name in TABLES if not record_types()[name].several])
def test_a_name_that_is_there_already_is_refused(rigs: Rigs, rig_id: int, table: str) -> None:
    rigs.put(rig_id, table, EXAMPLES[table], None, "Ines", "kept")
    with pytest.raises(Stale):
        rigs.put(rig_id, table, EXAMPLES[table], None, "Ruben", "kept again")
    assert len(kept(rigs, rig_id, table)) == 1


def test_a_record_of_another_rig_is_not_there(rigs: Rigs, rig_id: int) -> None:
    number = rigs.put(rig_id, "part", EXAMPLES["part"], None, "Ines", "kept")
    other = rigs.begin(Rig(name="Other"), "Ines", "begun")
    with pytest.raises(NotThere):
        rigs.drop(other, "part", number, 1, "Ines", "out")
    with pytest.raises(NotThere):
        rigs.put(other, "part", EXAMPLES["part"].model_copy(update={"id": number}), 1, "Ines", "mine")


def test_a_part_takes_its_figures_with_it(rigs: Rigs, rig_id: int) -> None:
    figures = {"parts.donor case.mass_kg": Figure(54.0, "measured")}
    number = rigs.put(rig_id, "part", EXAMPLES["part"], None, "Ines", "kept", figures=figures)
    assert rigs.read(rig_id, "Ines").rig.figures == figures
    version = version_of(rigs, rig_id, "part", number)
    rigs.drop(rig_id, "part", number, version, "Ines", "out", figures="parts.donor case")
    assert rigs.read(rig_id, "Ines").rig.figures == {}
    rigs.journal.undo(rig_id, "Ines")
    assert rigs.read(rig_id, "Ines").rig.figures == figures


def test_a_point_goes_with_its_figures_and_comes_back(rigs: Rigs, rig_id: int) -> None:
    rigs.add_point(rig_id, "sump", "frame", Figure(120.0), Figure(200.0), "Ines")
    rigs.drop_point(rig_id, "sump", "Ines")
    bare = rigs.read(rig_id, "Ines").rig
    assert bare.points == {} and bare.figures == {}
    rigs.journal.undo(rig_id, "Ines")
    assert rigs.read(rig_id, "Ines").rig.points == {"sump": "frame"}
    with pytest.raises(NotThere):
        rigs.drop_point(rig_id, "no such", "Ines")


def test_the_history_of_a_figure_has_its_end_too(rigs: Rigs, rig_id: int) -> None:
    path = "body.wheelbase_mm"
    rigs.note_figure(rig_id, path, Figure(2740.0), None, "Ines", "noted")
    version = rigs.read(rig_id, "Ines").figure_versions[path]
    rigs.note_figure(rig_id, path, Figure(2750.0), version, "Ruben", "noted")
    rigs.drop_figures(rig_id, [path, "body.height_mm"], "Ines", "cleared")
    history = rigs.figure_history(rig_id, path)
    assert [(was.person, was.figure.value if was.figure else None) for was in history] == [
        ("Ines", 2740.0), ("Ruben", 2750.0), ("Ines", None)
    ]  # fmt: skip
    assert rigs.figure_history(rig_id, "body.height_mm") == []
    # Page by page, from the end.
    assert rigs.figure_history(rig_id, path, before=history[2].entry, most=1) == history[1:2]
    assert rigs.figure_history(rig_id, path, before=history[0].entry) == []


@pytest.mark.parametrize("number", range(3), ids=["plover", "skarv", "tern"])
def test_a_demo_build_is_kept_whole(rigs: Rigs, number: int) -> None:
    rig = demo(number)
    out = rigs.read(rigs.begin(rig, "Ines", "taken in"), "Ines").rig
    assert without_ids(out) == without_ids(rig)


@settings(max_examples=15, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(steps=st.lists(st.tuples(st.sampled_from(["put", "move", "drop"]), st.integers(0, 3)), max_size=12))
def test_whatever_was_done_can_be_taken_back(
    tmp_path_factory: pytest.TempPathFactory, steps: list[tuple[str, int]]
) -> None:
    rigs = Rigs(Database(tmp_path_factory.mktemp("data")))
    rig_id = rigs.begin(Rig(name="Bare"), "Ines", "begun")
    start = rigs.read(rig_id, "Ines").rig
    for act, which in steps:
        record = rigs.read(rig_id, "Ines")
        here = {part.name: part for part in record.rig.all(Part)}
        part = here.get(f"part {which}")
        version = record.record_versions["part"].get(part.id) if part else None
        if act == "put" and part is None:
            rigs.put(rig_id, "part", Part(name=f"part {which}", place="shelf"), None, "Ines", "put")
        elif act == "move" and part is not None:
            place = "donor" if part.place == "shelf" else "shelf"
            rigs.put(rig_id, "part", part.model_copy(update={"place": place}), version, "Ines", "moved")
        elif act == "drop" and part is not None and version is not None:
            rigs.drop(rig_id, "part", part.id, version, "Ines", "dropped")
    end = rigs.read(rig_id, "Ines").rig
    undone = 0
    while rigs.read(rig_id, "Ines").undo:
        rigs.journal.undo(rig_id, "Ines")
        undone += 1
    assert rigs.read(rig_id, "Ines").rig == start
    for _ in range(undone):
        rigs.journal.redo(rig_id, "Ines")
    assert rigs.read(rig_id, "Ines").rig == end


class TestPhotoFiles:
    def test_a_picture_is_named_by_what_is_in_it(self, tmp_path: Path) -> None:
        files = PhotoFiles(tmp_path)
        name = files.add(b"a picture")
        assert files.add(b"a picture") == name != files.add(b"another")
        assert files.read(name) == b"a picture"

    @pytest.mark.parametrize(
        "name", ["../jorvak.sqlite3", "x.jpg", "0123456789abcdef.png", "", "0123456789abcdef.jpg/x"]
    )
    def test_no_other_file_is_read(self, tmp_path: Path, name: str) -> None:
        files = PhotoFiles(tmp_path)
        assert files.read(name) is None
