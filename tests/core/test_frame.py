"""The frame of a rig: each finding raised and settled, what is missing, assumed, absurd and at its limit."""

import math
from dataclasses import replace
from datetime import date
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import moment
from jorvak.core.findings import Finding
from jorvak.core.frame.area import FrameResults
from jorvak.core.frame.beam import Section
from jorvak.core.frame.bolt import BoltIn, bolt
from jorvak.core.frame.kinds.wheelbase import Wheelbase
from jorvak.core.frame.laddered import MeasuredFrame, stations_of_this_frame
from jorvak.core.frame.records import (
    ComesOut,
    Ladder,
    PointAt,
    PointTable,
    RoomBox,
    StationAt,
    StrengthLook,
    StringRun,
    StringsAt,
)
from jorvak.core.frame.station_lines import read_stations
from jorvak.core.frame.touching import touched
from jorvak.core.plan.kinds import draft
from jorvak.core.quantities import METRIC, PRESETS
from jorvak.core.rig import Change, Fitted, Rig
from tests.conftest import TODAY, planned, with_records
from tests.core.test_findings_table import noted


def results(rig: Rig) -> FrameResults:
    return Results(moment(rig, "today", on=TODAY)).of(FrameResults)


def raised(rig: Rig, code: str) -> list[Finding]:
    return [each for each in assess(rig, "today", on=TODAY).findings if each.code == code]


def station(name: str, x: float, y: float = 0.0, **more: Any) -> StationAt:
    return StationAt(name=name, left=(x, y - 400, 600), right=(x, y + 400, 600), **more)


SOUND = (station("eye", 0), station("belly", 1200), station("rear", 2800))


def ladder(*stations: StationAt, off: float = 0.5, **more: Any) -> Ladder:
    return Ladder(name="as found", stations=stations, off_mm=off, **more)


def one(rig: Rig) -> MeasuredFrame:
    value = results(rig).measured.value
    assert value
    return value[-1]


class TestFrameOut:
    def test_a_bent_horn_is_found_by_the_base(self, plover: Rig) -> None:
        horn = station("horn", -400, y=12, base=False)
        (found,) = raised(with_records(plover, ladders=(ladder(horn, *SOUND),)), "frame-out")
        assert found.severity == "watch"
        assert "12 mm" in found.text and "to the side" in found.text

    def test_straightened_and_measured_again_it_is_gone(self, plover: Rig) -> None:
        assert (
            raised(
                with_records(plover, ladders=(ladder(station("horn", -400, base=False), *SOUND),)),
                "frame-out",
            )
            == []
        )

    @pytest.mark.parametrize(
        ("off", "severity"), [(0.1, "stop"), (5.0, "measure")], ids=["read well", "read badly"]
    )
    def test_where_an_axle_hangs_it_stops_and_too_close_is_measured(
        self, plover: Rig, off: float, severity: str
    ) -> None:
        horn = station("horn", -400, y=5, base=False, mount="axle")
        found = raised(with_records(plover, ladders=(ladder(horn, *SOUND, off=off),)), "frame-out")
        assert found[0].severity == severity
        assert any("Take horn again" in each.text for each in found[0].settled_by) is (severity == "measure")

    def test_within_its_doubt_of_the_limit_a_straight_frame_is_not_called_straight(self, plover: Rig) -> None:
        horn = station("horn", -400, y=2.5, base=False)
        assert raised(with_records(plover, ladders=(ladder(horn, *SOUND, off=0.1),)), "frame-out") == []
        unsure = raised(with_records(plover, ladders=(ladder(horn, *SOUND, off=2.0),)), "frame-out")
        assert any("horn" in each.text and "Take horn again" in each.settled_by[0].text for each in unsure)

    def test_each_reading_is_off_by_itself(self, plover: Rig) -> None:
        # By hand: the mean of left and right, each ±1: 0.707; the base of four is all there is of the line beside it.
        many = tuple(station(f"s{k}", 200.0 * k) for k in range(40))
        result = results(
            with_records(plover, ladders=(ladder(station("horn", -400, base=False), *many, off=1.0),))
        ).measured
        off = result.off("0.line.stations.0.side_mm")
        assert off == pytest.approx(math.sqrt(0.5), rel=0.15) and off > math.sqrt(0.5)
        # Width is of two readings and no line: √2.
        assert result.off("0.line.stations.0.width_mm") == pytest.approx(math.sqrt(2))

    def test_nobody_said_how_well_it_was_read_then_as_lengths_are(self, plover: Rig) -> None:
        frame = one(with_records(plover, ladders=(Ladder(name="a", stations=SOUND),)))
        assert frame.off_mm == 3.0
        assert (
            one(
                with_records(plover, ladders=(Ladder(name="a", of_what="maker's sheet", stations=SOUND),))
            ).off_mm
            == 0.0
        )

    @pytest.mark.parametrize(
        ("stations", "says"),
        [
            (SOUND[:2], "three stations"),
            ((), "three stations"),
            (
                (*SOUND[:2], StationAt(name="turned", left=(2000, 400, 600), right=(2000, -400, 600))),
                "exchanged",
            ),
            (tuple(station(f"{k}", 0) for k in range(4)), "three stations"),
        ],
        ids=["two only", "none", "left and right exchanged", "all at one place"],
    )
    def test_what_makes_no_line_says_why(self, plover: Rig, stations: Any, says: str) -> None:
        rig = with_records(plover, ladders=(Ladder(name="a", stations=stations),))
        frame = one(rig)
        assert frame.line is None and frame.why_no_line is not None and says in frame.why_no_line
        assert raised(rig, "frame-out") == []

    def test_over_the_makers_sheet_each_point_is_named(self, plover: Rig) -> None:
        sheet = Ladder(name="sheet", of_what="maker's sheet", stations=(station("horn", -400), *SOUND))
        bent = StationAt(name="horn", left=(-400, -388, 600), right=(-400, 400, 600), base=False)
        mine = ladder(bent, *SOUND, against="sheet")
        rig = with_records(plover, ladders=(sheet, mine))
        over = one(rig).over
        assert over is not None and over.worst == "horn L"
        assert over.points[0].off_mm == pytest.approx([0, 12, 0], abs=1e-9)
        assert {each.text.split(" is ")[0] for each in raised(rig, "frame-out")} == {
            "As found: horn", "As found: horn L",
        }  # fmt: skip

    def test_old_mounts_and_new_ones_are_laid_over_one_another(self, plover: Rig) -> None:
        corners = {
            "a": (0.0, -400.0, 0.0),
            "b": (0.0, 400.0, 0.0),
            "c": (2000.0, -400.0, 0.0),
            "d": (2000.0, 400.0, 50.0),
        }
        old = PointTable(
            name="old body", points=tuple(PointAt(name=n, at=at) for n, at in corners.items()), off_mm=0
        )
        turned = PointTable(
            name="new body", against="old body", off_mm=0,
            points=(*(PointAt(name=n, at=(-y + 5, x, z + 9)) for n, (x, y, z) in corners.items()), PointAt(name="e", at=(0, 0, 0))),
        )  # fmt: skip
        over = one(with_records(plover, point_tables=(old, turned))).over
        assert over is not None and over.rms_mm == pytest.approx(0, abs=1e-9)
        assert over.unmatched == ("e",)

    def test_laid_over_one_that_is_gone_says_so(self, plover: Rig) -> None:
        frame = one(with_records(plover, ladders=(ladder(*SOUND, against="sheet"),)))
        assert frame.why_not_over is not None and "sheet" in frame.why_not_over


class TestStrings:
    def test_what_a_run_says_with_its_doubt(self, plover: Rig) -> None:
        straight = StringsAt(front_mm=100, back_mm=100)
        run = StringRun(
            name="first", rim_mm=400, off_mm=0.5, front_left=StringsAt(front_mm=102, back_mm=100),
            front_right=straight, rear_left=straight, rear_right=straight,
        )  # fmt: skip
        result = results(with_records(plover, string_runs=(run,))).strings
        assert result.value and result.value[0].lines is not None
        assert result.value[0].lines.front_total_mm == 2
        # Four readings of ±0.5 each.
        assert result.off("0.lines.front_total_mm") == pytest.approx(1.0)

    def test_beyond_the_rim_says_why(self, plover: Rig) -> None:
        wide = StringsAt(front_mm=900, back_mm=100)
        run = StringRun(
            name="a",
            rim_mm=400,
            off_mm=0.1,
            front_left=wide,
            front_right=wide,
            rear_left=wide,
            rear_right=wide,
        )
        (strung,) = results(with_records(plover, string_runs=(run,))).strings.value or ()
        assert strung.lines is None and strung.why_not is not None and "rim" in strung.why_not


BOLTED = StrengthLook(
    name="bracket", sort="bolts", bolts=((0, 0), (100, 0), (100, 60), (0, 60)), thread="M12x1.25", grade="10.9",
    force_n=(0, 0, 40000), at_mm=(50, 30, 0),
)  # fmt: skip


def look(rig: Rig, each: StrengthLook) -> Any:
    value = results(with_records(rig, strength_looks=(each,))).looks.value
    assert value
    return value[0]


class TestStrength:
    def test_a_bracket_pulled_straight_off_by_hand(self, plover: Rig) -> None:
        stands = look(plover, BOLTED)
        area = bolt(BoltIn(thread="M12x1.25", grade="10.9", nut_factor=0.2)).stress_area_mm2
        assert stands.factor == pytest.approx(0.75 * 1040 * area / 10000)
        # A force that somebody typed is assumed: ±15 %, so the factor is off by as much at least.
        off = results(with_records(plover, strength_looks=(BOLTED,))).looks.off("0.factor")
        assert off >= 0.15 * stands.factor

    @pytest.mark.parametrize(("force", "severity"), [(100000, None), (140000, "measure"), (200000, "stop")])
    def test_too_weak_by_its_margin(self, plover: Rig, force: float, severity: str | None) -> None:
        each = BOLTED.model_copy(update={"force_n": (0.0, 0.0, float(force))})
        found = raised(with_records(plover, strength_looks=(each,)), "too-weak")
        assert [one.severity for one in found] == ([severity] if severity else [])

    @pytest.mark.parametrize("gone", ["thread", "grade", "at_mm", "force_n", "bolts"])
    def test_what_nobody_noted_is_to_be_measured_and_never_good(self, plover: Rig, gone: str) -> None:
        bare = BOLTED.model_copy(update={gone: () if gone == "bolts" else None})
        assert look(plover, bare).factor is None
        (found,) = raised(with_records(plover, strength_looks=(bare,)), "strength-unknown")
        assert found.severity == "measure"
        assert raised(with_records(plover, strength_looks=(BOLTED,)), "strength-unknown") == []

    def test_bolts_on_one_line_under_a_moment_cannot_be(self, plover: Rig) -> None:
        line = BOLTED.model_copy(
            update={"bolts": ((0.0, 0.0), (60.0, 0.0), (120.0, 0.0)), "at_mm": (60.0, 30.0, 0.0)}
        )
        assert "one line" in look(plover, line).cannot
        (found,) = raised(with_records(plover, strength_looks=(line,)), "strength-unknown")
        assert found.severity == "stop"
        in_line = line.model_copy(update={"at_mm": (60.0, 0.0, 0.0)})
        assert look(plover, in_line).factor is not None

    def test_a_pull_of_recovery_comes_in_with_its_peak(self, plover: Rig) -> None:
        from jorvak.core.frame.looked import peak_kg
        from tests.core.test_recovery import rigged

        rig = rigged(plover)
        each = BOLTED.model_copy(update={"force_n": None, "pull": "dyke", "direction": (-2.0, 0.0, 0.0)})
        stands = look(rig, each)
        kg = peak_kg(Ask(moment(rig, "today", on=TODAY)), "dyke")
        # The winch stalls at what it pulls on that layer: 4000 kg on the first, less further out, and no less than the rope has.
        assert 2000 < kg <= 4000
        assert stands.force_n == pytest.approx((-kg * 9.80665, 0, 0))
        gone = each.model_copy(update={"pull": "ditch"})
        assert any("ditch" in gap for gap in look(rig, gone).gaps)

    def test_a_bar_takes_its_load_from_the_changes_that_it_carries(self, plover: Rig) -> None:
        rack = Change(id=1, kind="rack", fields={}, state="fitted", mass_kg=30, mass_known="measured", mass_x_mm=1800,
                      mass_z_mm=1900, fitted=Fitted(on=TODAY))  # fmt: skip
        rig = replace(plover, changes=(rack,))
        bar = StrengthLook(name="bar", sort="bar", carries=(1,), load_kg=10, section=Section(kind="flat", width_mm=40, height_mm=10),
                           material="steel", support="cantilever", length_mm=500)  # fmt: skip
        stands = look(rig, bar)
        assert stands.load_kg == pytest.approx(40)
        # 40·9.80665·3·500 = 588 399 Nmm on 666.7 mm³.
        assert stands.factor == pytest.approx(235 * 40 * 100 / 6 / 588399, rel=1e-5)
        assert raised(with_records(rig, strength_looks=(bar,)), "too-weak")[0].severity == "stop"
        stiff = bar.model_copy(update={"section": Section(kind="box", width_mm=60, height_mm=60, wall_mm=4)})
        assert raised(with_records(rig, strength_looks=(stiff,)), "too-weak") == []
        (gap,) = look(plover, bar).gaps
        assert "not in this stage" in gap

    def test_a_wall_that_fills_its_section_cannot_be(self, plover: Rig) -> None:
        bar = StrengthLook(name="bar", sort="bar", load_kg=10, section=Section(kind="tube", od_mm=30, wall_mm=15),
                           material="steel", support="cantilever", length_mm=500)  # fmt: skip
        assert "wall" in look(plover, bar).cannot

    def test_hinges_without_a_rating_are_not_known(self, plover: Rig) -> None:
        door = StrengthLook(name="door", sort="hinge", load_kg=40, out_mm=300, spacing_mm=400)
        stands = look(plover, door)
        assert stands.factor is None and stands.resultant_n == pytest.approx(40 * 9.80665 * 3 * 1.25)
        assert look(plover, door.model_copy(update={"rated_n": 5000.0})).factor == pytest.approx(
            5000 / stands.resultant_n
        )


def box(name: str, x: float, y: float = 0.0, z: float = 500.0, **more: Any) -> RoomBox:
    return RoomBox(name=name, x=(x, x + 100), y=(y, y + 100), z=(z, z + 100), **more)


class TestRoom:
    @pytest.mark.parametrize(
        ("apart", "severity"), [(60, None), (32, "measure"), (28, "measure"), (10, "stop"), (-5, "stop")]
    )
    def test_two_boxes_by_their_gap(self, plover: Rig, apart: float, severity: str | None) -> None:
        rig = with_records(plover, boxes=(box("battery", 0, wants_mm=30), box("tray", 100 + apart)))
        assert [each.severity for each in raised(rig, "not-enough-room")] == ([severity] if severity else [])

    def test_the_doubt_of_a_gap_is_that_of_its_two_faces(self, plover: Rig) -> None:
        rig = with_records(plover, boxes=(box("a", 0, wants_mm=30, off_mm=3), box("b", 110, off_mm=4)))
        bays = results(rig).bays.value
        assert bays and bays.close[0].off_mm == 5

    def test_boxes_of_two_bays_do_not_meet(self, plover: Rig) -> None:
        rig = with_records(plover, boxes=(box("a", 0), box("b", 0, bay="cab")))
        assert raised(rig, "not-enough-room") == []

    def test_what_has_no_way_out_and_then_has_one(self, plover: Rig) -> None:
        up = ComesOut(axis="z", sign=1)
        boxes = (box("engine", 0, comes_out=up), box("hood", 0, z=700))
        (found,) = raised(with_records(plover, boxes=boxes), "no-way-out")
        assert found.severity == "watch" and "hood" in found.text
        accepted = (box("engine", 0, comes_out=up.model_copy(update={"accepts": ("hood", "lamp")})), boxes[1])
        assert raised(with_records(plover, boxes=accepted), "no-way-out") == []

    @given(st.integers(2, 12))
    def test_every_pair_is_looked_at(self, many: int) -> None:
        rig = with_records(Rig("bare"), boxes=tuple(box(f"{k}", 0) for k in range(many)))
        bays = results(rig).bays.value
        assert bays and len(bays.close) == many * (many - 1) / 2

    def test_two_hundred_boxes_are_looked_at(self, plover: Rig) -> None:
        boxes = tuple(box(f"b{k}", 130 * (k % 20), 130.0 * (k // 20)) for k in range(200))
        bays = results(with_records(plover, boxes=boxes)).bays.value
        assert bays and bays.close == ()

    @pytest.mark.parametrize(("wants", "severity"), [(900, None), (1049, "measure"), (1200, "stop")])
    def test_the_bed(self, plover: Rig, wants: float, severity: str | None) -> None:
        rig = noted(plover, "measured", bed__length_mm=1500.0, bed__wants_mm=float(wants))
        rig = with_records(
            rig, boxes=(RoomBox(name="tank", bay="bed", x=(2000, 2450), y=(0, 500), z=(600, 900)),)
        )
        found = [each for each in raised(rig, "not-enough-room") if "bed" in each.text]
        assert [each.severity for each in found] == ([severity] if severity else [])
        assert results(plover).bed.waits_for is not None

    def test_the_hoist_and_its_ceiling(self, plover: Rig) -> None:
        low = {"bay__posts_mm": 1800.0, "bay__dolly_mm": 150.0, "bay__unit_mm": 820.0, "bay__edge_mm": 480.0}
        # 150 + 820 + 50 − 480 = 540 of lift; Plover's 1870 stands at 2410.
        assert raised(noted(plover, "measured", **low, bay__ceiling_mm=3000.0), "not-enough-room") == []
        (short,) = raised(noted(plover, "measured", **low, bay__ceiling_mm=2300.0), "not-enough-room")
        assert short.severity == "stop" and "110 mm" in short.text
        (close,) = raised(noted(plover, "measured", **low, bay__ceiling_mm=2411.0), "not-enough-room")
        assert close.severity == "measure"

    def test_the_ramps(self, plover: Rig) -> None:
        ramps = {"ramp__rise_mm": 700.0, "ramp__rated_kg": 2000.0}
        # asin(700/3000) = 13.5°, below all of Plover's angles.
        assert raised(noted(plover, "measured", **ramps, ramp__length_mm=3000.0), "not-enough-room") == []
        steep = raised(noted(plover, "measured", **ramps, ramp__length_mm=1500.0), "not-enough-room")
        assert {"belly", "tail"} <= {word for each in steep for word in each.text.split()}
        impossible = raised(noted(plover, "measured", **ramps, ramp__length_mm=500.0), "out-of-reach")
        assert impossible and "rise" in impossible[0].text


class TestWheelbase:
    def moved(self, rig: Rig, by: float) -> Rig:
        change = draft("wheelbase", Wheelbase(move_mm=by)).as_change(
            id=1, state="fitted", fitted=Fitted(on=TODAY)
        )
        return replace(rig, changes=(change,))

    def test_what_it_moves(self, plover: Rig) -> None:
        from jorvak.core.load.area import LoadResults

        here = moment(self.moved(plover, 200), "today", on=TODAY)
        assert here.here["body.wheelbase_mm"].value == 2940
        assert here.here["rear_shaft.pinion_x_mm"].value == 2700
        assert here.here["body.rear_overhang_mm"].value == 750
        load = Results(here).of(LoadResults).load.value
        # Sprung 975 − 165 = 810 at the rear: 810·2740/2940 = 754.9, and the axle's own 165.
        assert load and load.rear_kg == pytest.approx(919.9, abs=0.05)
        assert load.total_kg == pytest.approx(2065)

    def test_all_that_it_touches_is_written(self, plover: Rig) -> None:
        rows = {
            row.label: (row.before, row.after)
            for row in touched(moment(plover, "today", on=TODAY), Wheelbase(move_mm=200), METRIC)
        }
        assert rows["wheelbase"] == ("2740 mm", "2940 mm")
        assert rows["turning circle, about"][1] == "107 %"
        assert rows["breakover"][0] != rows["breakover"][1]
        assert rows["brake pipe and hose to the rear axle"][1] == "200 mm longer"
        assert touched(moment(Rig("bare"), "today"), Wheelbase(move_mm=200), METRIC)

    def test_moved_until_nothing_is_left_is_refused(self, plover: Rig) -> None:
        from jorvak.core.calculation import Refused

        short = noted(plover, "measured", body__wheelbase_mm=450.0)
        with pytest.raises(Refused) as refused:
            touched(moment(short, "today", on=TODAY), Wheelbase(move_mm=-500), METRIC)
        assert refused.value.field == "move"

    def test_planned_and_taken_back_nothing_stays(self, plover: Rig) -> None:
        there = self.moved(plover, 200)
        assert moment(replace(there, changes=()), "today").here == moment(plover, "today").here

    def test_the_job_cuts_and_rests_on_what_nobody_measured(self, plover: Rig) -> None:
        guessed = noted(planned(plover, "axle-move 150"), "assumed", body__wheelbase_mm=2740.0)
        (found,) = [
            each
            for each in assess(guessed, "planned", on=TODAY).findings
            if each.code == "cut-before-measured" and "axle" in each.text
        ]
        assert found.severity == "stop" and any("wheelbase" in each.text for each in found.settled_by)


class TestBehindTheBoxes:
    """Which frame is drawn behind what stands in a bay."""

    def measured(self, name: str, x: float, **more: Any) -> Ladder:
        return Ladder(name=name, stations=(station("horn", x),), **more)

    def test_none_where_only_a_sheet_or_a_donor_is_noted(self) -> None:
        assert stations_of_this_frame(()) == ()
        assert stations_of_this_frame((self.measured("sheet", -400, of_what="maker's sheet"),)) == ()

    def test_after_the_repair_it_is_the_one_that_was_measured_last(self) -> None:
        before = self.measured("before", -408, taken_on=date(2026, 2, 1))
        after = self.measured("after", -420, taken_on=date(2026, 2, 20))
        undated = self.measured("some day", -1)
        for ladders in ((before, after, undated), (after, undated, before)):
            assert stations_of_this_frame(ladders) == after.stations


class TestScratched:
    @pytest.mark.parametrize(
        ("line", "left", "right"),
        [
            ("front hanger 40 -381 610 40 381 610", (40, -381, 610), (40, 381, 610)),
            ("horn: −420,5 | −380 | 61 cm ; -420 380 610", (-420.5, -380, 610), (-420, 380, 610)),
            ("hanger 2: 40 -15 in 24 1/2 in 40 15 in 24 1/2 in", (40, -381, 622.3), (40, 381, 622.3)),
            ("body mount 3 1 -2 3 4 5 6", (1, -2, 3), (4, 5, 6)),
        ],
    )
    def test_a_station_is_read(self, line: str, left: Any, right: Any) -> None:
        (read,) = read_stations(line, METRIC)
        assert read.station is not None, read.why_not
        assert read.station.left == pytest.approx(left) and read.station.right == pytest.approx(right)

    def test_bare_numbers_are_of_the_unit_that_is_shown(self) -> None:
        (read,) = read_stations("belly 40 -15 24 40 15 24", PRESETS["inch"])
        assert read.station and read.station.left == pytest.approx((1016, -381, 609.6))

    @pytest.mark.parametrize(
        ("line", "says"),
        [
            ("front hanger 40 -381 610 40 381", "5 numbers"),
            ("40 -381 610 40 381 610", "name"),
            ("belly 40 381 610 40 -381 610", "exchanged"),
            ("belly 1,200 -381 610 1,200 381 610", "1200"),
            ("belly", "0 numbers"),
            # Behind a colon the name is whole: a number too many is none of it.
            ("front horn: -420 5 ; -368 ; 610 ; -420 ; 392 ; 610", "7 numbers"),
            ("mount: 40 381 610 3", "4 numbers"),
        ],
    )
    def test_what_is_not_one_is_asked_back(self, line: str, says: str) -> None:
        (read,) = read_stations(line, METRIC)
        assert read.station is None and read.point is None
        assert read.why_not is not None and says in read.why_not

    @given(st.text(max_size=200))
    def test_whatever_is_pasted_is_read_or_asked_back(self, text: str) -> None:
        for line in read_stations(text, METRIC):
            assert (line.why_not is None) == (line.station is not None or line.point is not None)
