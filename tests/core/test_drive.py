"""A drive: what the instruments say, how a log is read, what the fit sets; shakes, parts and sizes side by side."""

import math
import random
from dataclasses import replace
from datetime import UTC, datetime

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.driveline.shakes import Imbalance, Road, suspects
from jorvak.core.driveline.side_by_side import side_by_side as parts_beside
from jorvak.core.driveline.what_if import Trial, region_of, try_out
from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import work_out
from jorvak.core.places import ENDS
from jorvak.core.rig import Figure, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.drive import STOCK_ERROR, Hold, accepted, factor_today, fit_of
from jorvak.core.rolling.speedometer_fit import quantile_975
from jorvak.core.stance.sizes import side_by_side as sizes_beside
from jorvak.core.vehicle.records import Part
from jorvak.demo import DRIVES
from jorvak.formats.drive_log import Moment, Reader, kind_of_file
from jorvak.instruments.drive import SimulatedDrive
from jorvak.instruments.receiver import Faults, Receiver, sentence
from jorvak.instruments.vehicle_bus import NO_DATA, VehicleBus, ambient_of, coolant_of, speed_of, volts_of
from tests.conftest import TODAY, demo, with_records

BEGINS = datetime(2026, 2, 21, 9, 30, tzinfo=UTC)
GPX = """<gpx version="1.1" creator="test"><trk><trkseg>{points}</trkseg></trk></gpx>"""


def driven(faults: Faults | None = None, reads: float = 1 / 1.031) -> Reader:
    drive, reader = SimulatedDrive(reads, faults), Reader("nmea")
    while not drive.over:
        for second, sent, shown in drive.step():
            before = len(reader.moments)
            reader.take(sent)
            if len(reader.moments) > before:
                reader.moments[-1] = Moment(second, reader.moments[-1].gps_kmh, shown)
    return reader


def fitted(reader: Reader) -> float:
    fit = fit_of([(m.at_s, m.gps_kmh, m.indicated_kmh) for m in reader.moments]).fit
    assert fit
    return fit.factor


class TestInstruments:
    def test_a_checksum_worked_by_hand(self) -> None:
        # A xor B is 03.
        assert sentence("AB") == "$AB*03\r\n"

    def test_the_bus_answers_what_it_is_asked(self) -> None:
        bus = VehicleBus(lambda: 87.6, lambda: 2031.0)
        assert (bus.answer("01 0D"), bus.answer("01 0C")) == ("41 0D 58", "41 0C 1F BC")
        assert speed_of(bus.answer("01 0D")) == 88 and speed_of(bus.answer("01 0C")) is None
        assert (bus.answer("01 11"), bus.answer("09 02"), bus.answer("hello")) == (NO_DATA, NO_DATA, "?")

    def test_the_bus_tells_temperatures_and_volts(self) -> None:
        bus = VehicleBus(
            lambda: 0.0, coolant_c=lambda: 98.4, ambient_c=lambda: -12.0, battery_v=lambda: 13.92
        )
        assert [bus.answer(f"01 {what}") for what in ("05", "46", "42")] == [
            "41 05 8A",
            "41 46 1C",
            "41 42 36 60",
        ]
        assert coolant_of(bus.answer("01 05")) == 98 and ambient_of(bus.answer("01 46")) == -12
        assert volts_of(bus.answer("01 42")) == 13.92 and coolant_of(bus.answer("01 46")) is None

    def test_a_drive_finds_what_the_instrument_over_reads(self) -> None:
        reader = driven()
        assert fitted(reader) == pytest.approx(1 / 1.031, abs=0.002) and reader.trouble.sentences() == []

    def test_a_receiver_with_faults_loses_moments_and_not_the_fit(self) -> None:
        for faults, said in (
            (Faults(jumps_per_mille=40), "jump"),
            (Faults(bad_checksums_per_mille=150), "checksum"),
        ):
            reader = driven(faults)
            assert fitted(reader) == pytest.approx(1 / 1.031, abs=0.002)
            assert any(said in line for line in reader.trouble.sentences())

    def test_a_port_at_another_speed_gives_nothing_and_says_so(self) -> None:
        reader = driven(Faults(wrong_baud=True))
        assert reader.moments == [] and "port set" in reader.trouble.sentences()[0]

    def test_one_that_goes_silent_keeps_what_it_said(self) -> None:
        assert len(driven(Faults(silent_after_s=50)).moments) == 50


class TestLogs:
    @given(st.lists(st.integers(1, 97), max_size=40))
    def test_it_does_not_matter_in_which_pieces_a_log_comes(self, cuts: list[int]) -> None:
        words = Receiver([30.0 + i for i in range(20)], BEGINS).read(20)
        whole, pieces = Reader("nmea"), Reader("nmea")
        whole.take(words)
        at = 0
        for cut in cuts:
            pieces.take(words[at : at + cut])
            at += cut
        pieces.take(words[at:])
        for reader in (whole, pieces):
            reader.finish()
        assert pieces.moments == whole.moments and len(whole.moments) == 20

    def test_other_sentences_and_rubbish_are_passed_over(self) -> None:
        reader = Reader("nmea")
        reader.take(b"$GPGGA,092750.000,5321.6802,N,00630.3372,W,1,8,1.03,61.7,M,55.2,M,,*76\r\n")
        reader.take(b"noise\r\n$GPRMC,broken\r\n" + b"x" * 1000)
        reader.take(sentence("GPRMC,093000.00,V,,,,,,,210226,,,N").encode())
        reader.finish()
        assert reader.moments == [] and reader.trouble.without_speed == 1 and reader.trouble.unreadable >= 2

    def test_a_gpx_without_speeds_goes_by_place_and_time(self) -> None:
        points = "".join(
            f'<trkpt lat="{61 + i * 0.0002:.5f}" lon="8"><time>2026-02-21T09:30:{i:02}Z</time></trkpt>'
            for i in range(30)
        )
        reader = Reader("gpx")
        reader.take(GPX.format(points=points).encode())
        reader.finish()
        assert len(reader.moments) == 29 and reader.moments[5].gps_kmh == pytest.approx(80.1, abs=0.5)

    @pytest.mark.parametrize(
        ("kind", "data", "says"),
        [
            ("gpx", b"<gpx", "cannot be read"),
            ("gpx", GPX.format(points='<trkpt lat="1" lon="2"/>').encode(), "drawn, not driven"),
            ("gpx", GPX.format(points="").encode(), "no track"),
            ("csv", b"speed,dial\n1,2\n", "gps_kmh and indicated_kmh"),
        ],
    )
    def test_what_is_no_drive_is_refused(self, kind: str, data: bytes, says: str) -> None:
        reader = Reader(kind)  # type: ignore[arg-type]
        reader.take(data)
        with pytest.raises(Refused, match=says):
            reader.finish()

    def test_a_file_is_known_by_its_name_or_its_beginning(self) -> None:
        assert kind_of_file("a.gpx", b"") == "gpx" and kind_of_file("x", b"$GPRMC,") == "nmea"
        assert kind_of_file("x", b"gps_kmh;indicated_kmh") == "csv"
        with pytest.raises(Refused):
            kind_of_file("holiday.jpg", b"\xff\xd8")

    def test_rows_that_are_no_numbers_are_left_out(self) -> None:
        reader = Reader("csv")
        reader.take(b"time_s;gps_kmh;indicated_kmh\n0;50;52\n1;x;52\n2;-4;52\n3;51;53\n")
        reader.finish()
        assert [m.at_s for m in reader.moments] == [0, 3] and reader.trouble.unreadable == 2


class TestTheFit:
    def test_four_points_are_too_few_and_it_says_so(self) -> None:
        got = fit_of([(float(i), 50.0, 52.0) for i in range(4)])
        assert got.fit is None and got.why_not and "too few" in got.why_not

    def test_without_a_dial_the_steady_stretches_are_offered_and_read_by_hand(self) -> None:
        moments = [(float(t), 50.0 if t < 30 else 80.0, None) for t in range(60)]
        blank = fit_of(moments)
        assert blank.pairs == 0 and [round(s.gps_kmh) for s in blank.steady] == [50, 80]
        holds = [Hold(from_s=s.from_s, to_s=s.to_s, indicated_kmh=s.gps_kmh * 1.04) for s in blank.steady]
        read = fit_of(moments, holds)
        assert read.fit and read.fit.factor == pytest.approx(1 / 1.04)

    def test_accepted_it_makes_todays_factor_the_driven_one(self, plover: Rig) -> None:
        reader = Reader("csv")
        reader.take(DRIVES.read_bytes())
        reader.finish()
        fit = fit_of([(m.at_s, m.gps_kmh, m.indicated_kmh) for m in reader.moments]).fit
        assert fit
        figure = accepted(plover, fit, TODAY, "Ines")
        assert figure.value == pytest.approx(2.8, abs=0.1) and figure.doubt and 0 < figure.doubt < 0.2
        rig = replace(plover, figures={**plover.figures, STOCK_ERROR: figure})
        assert factor_today(rig) == pytest.approx(fit.factor)
        assert "moments" in (figure.note or "")


class TestSideBySide:
    def test_old_and_donor_case_of_skarv(self) -> None:
        got = parts_beside(demo(1), "old case", "donor case")
        verdicts = {(row.face, row.field): row.verdict for row in got.rows}
        assert verdicts["input", "spline_count"] == "differs" and verdicts["input", "gender"] == "alike"
        assert (
            verdicts["rear flange", "pilot_mm"] == "unknown" and verdicts["rear flange", "thread"] == "alike"
        )
        assert "rear flange, pilot" in got.measure_new and got.measure_old == ("facts, torque rating",)
        with pytest.raises(Refused, match="no part"):
            parts_beside(demo(1), "old case", "nothing")

    def test_the_swap_takes_from_the_donor_what_is_known_and_brings_its_adapter(self) -> None:
        skarv = demo(1)
        planned = next(change for change in skarv.changes if change.kind == "transfer-case")
        swap = parts_beside(skarv, "old case", "donor case").swap
        assert swap is not None and swap.fields == planned.fields
        axle = parts_beside(skarv, "rear axle", "donor rear axle")
        assert axle.swap is not None and axle.swap.fields == {
            "axle": "rear",
            "part": "donor rear axle",
            "ratio": 4.1,
        }
        assert {"facts, track", "wheel face, thread", "pinion flange, pilot"} <= set(axle.measure_new)
        assert parts_beside(skarv, "front shaft", "rear shaft").swap is None

    def test_a_donor_of_which_nothing_is_known_is_a_list(self) -> None:
        skarv = demo(1)
        blank = tuple(
            p.model_copy(update={"faces": {}}) if p.name == "donor case" else p for p in skarv.all(Part)
        )
        got = parts_beside(with_records(skarv, parts=blank), "old case", "donor case")
        assert all(row.verdict == "unknown" for row in got.rows) and len(got.measure_new) == len(got.rows)

    def test_sizes_on_the_demo(self) -> None:
        plover = demo(0)
        got = sizes_beside(plover, "as-found", ["265/70R17 121/118S", "285/75R17 121/118S", "33x12.50R17"])
        assert [size.under_axles_mm for size in got][:2] == [0, pytest.approx(25.99, abs=0.01)]
        assert got[1].approach_deg == pytest.approx(35.8, abs=0.05) and got[1].spare_room_mm == pytest.approx(
            -29.3
        )
        assert got[2].load_spare_kg is None and got[0].rim == "first guess fits"
        for bad, field in (
            (["265/70R17", "half rubbed 7"], "sizes.1"),
            ([], "sizes"),
            (["265/70R17"] * 7, "sizes"),
        ):
            with pytest.raises(Refused) as refused:
                sizes_beside(plover, "as-found", bad)
            assert refused.value.field == field


class TestTryingOut:
    def test_what_is_tried_is_what_the_planned_change_gives(self, plover: Rig) -> None:
        tried = try_out(
            moment(plover, "planned"), "rear", Trial(pinion_up_deg=2, case_down_mm=15, longer_mm=10)
        ).line.value
        from tests.conftest import planned

        fitted_line = (
            assess(planned(plover, "pinion rear 2", "case-drop 15", "shaft rear 10"))
            .results.of(DrivelineResults)
            .rear_shaft.value
        )
        assert tried and fitted_line
        assert tried.ride.calculated == fitted_line.ride.calculated and tried.slip == fitted_line.slip

    def test_the_field_agrees_with_trying(self, plover: Rig) -> None:
        here, dice = moment(plover, "planned"), random.Random(4)
        tried = try_out(here, "rear", Trial())
        assert tried.field and tried.line.value
        for _ in range(12):
            i, j = dice.randrange(len(tried.field.turns_deg)), dice.randrange(len(tried.field.drops_mm))
            trial = Trial(pinion_up_deg=tried.field.turns_deg[i], case_down_mm=tried.field.drops_mm[j])
            line = try_out(here, "rear", trial).line.value
            assert line and tried.field.regions[j][i] == region_of(line.build, line.ride.calculated)

    def test_each_build_is_offered_with_what_it_needs_of_the_pinion(self, plover: Rig) -> None:
        here = moment(plover, "planned")
        for end in ENDS:
            single, double = try_out(here, end, Trial()).builds
            for option, wanted in ((single, "single"), (double, "double")):
                trial = Trial(pinion_up_deg=option.needs_up_deg, build=wanted)
                line = try_out(here, end, trial).line.value
                assert line and line.ride.calculated == pytest.approx(option.then)
            # Parallel and pointed as seen from the side: what veers in plan stays.
            if end == "rear":
                assert single.then.residual_rad_s2 < single.runs.residual_rad_s2
            assert double.then.pinion_joint_deg < min(1.6, double.runs.pinion_joint_deg + 0.01)

    def test_no_build_is_offered_where_there_is_no_line(self, plover: Rig) -> None:
        bare = replace(plover, figures={k: v for k, v in plover.figures.items() if "shaft" not in k})
        assert try_out(moment(bare, "planned"), "rear", Trial()).builds == ()


class TestShakes:
    def ranked(self, **tests: str) -> list[str]:
        road = Road.model_validate({"speed_kmh": 90.0, "gear": 5, **tests})
        result = work_out(moment(demo(0), "as-found"), lambda ask: suspects(ask, road))
        assert result.value
        return [each.key for each in result.value]

    def test_four_tests_tell_wheel_shaft_and_engine_apart(self) -> None:
        assert self.ranked(other_tyres="goes", neutral="stays")[:2] == ["wheel", "wheel twice"]
        assert self.ranked(neutral="stays", lift_off="goes", other_tyres="stays")[0] == "shaft twice"
        assert set(self.ranked(neutral="goes", other_gear="goes")[:2]) == {"engine", "firing"}

    def test_a_mass_that_is_missing_pulls_by_the_square_of_the_speed(self) -> None:
        def pulls(rig: Rig, speed: float) -> Imbalance:
            found = work_out(
                moment(rig, "as-found"), lambda ask: suspects(ask, Road(speed_kmh=speed, gear=5))
            ).value
            assert found
            (wheel,) = [each.imbalance for each in found if each.key == "wheel"]
            assert wheel and all(each.imbalance is None for each in found if each.key != "wheel")
            return wheel

        rig = replace(demo(0), figures={k: v for k, v in demo(0).figures.items() if k != "play.balance_g"})
        once, twice = pulls(rig, 45.0), pulls(rig, 90.0)
        assert once.mass_g == 15 and not once.noted
        assert twice.force_n == pytest.approx(4 * once.force_n)
        noted = pulls(replace(rig, figures={**rig.figures, "play.balance_g": Figure(30.0, "measured")}), 90.0)
        assert noted.noted and noted.force_n == pytest.approx(2 * twice.force_n)
        # 30 g on a rim of 17 in, which is 215.9 mm in radius, on a tyre that rolls 2.44 m: 64.4 rad/s at 90 km/h.
        assert noted.force_n == pytest.approx(0.03 * 0.2159 * (25 / (2.44 / (2 * math.pi))) ** 2, rel=0.01)

    def test_it_asks_for_nothing_of_the_axle_that_is_not_driven(self) -> None:
        figures = {path: f for path, f in demo(0).figures.items() if not path.startswith("wheels.front")}
        rig = replace(demo(0), figures=figures)
        found = work_out(moment(rig, "as-found"), lambda ask: suspects(ask, Road(speed_kmh=90.0, gear=5)))
        assert found.value, found.waits_for
        (wheel,) = [each for each in found.value if each.key == "wheel"]
        assert wheel.imbalance and wheel.imbalance.force_n > 0

    def test_a_gear_that_is_not_there(self) -> None:
        road = Road(speed_kmh=90.0, gear=9)
        got = work_out(moment(demo(0), "as-found"), lambda ask: suspects(ask, road))
        assert got.value is None and got.waits_for and "gears 1 to 5" in got.waits_for.label


def test_an_aim_that_no_ratio_meets_says_what_would_have_to_change(plover: Rig) -> None:
    asked = noted_crawl(plover, 90.0)
    regearing = assess(asked).results.of(RollingResults).regearing.value
    assert regearing
    crawl = next(school for school in regearing.schools if school.aim == "crawl")
    # 4.08 × 4.875 × low = 90 wants a low range of 4.52.
    assert crawl.pick is None and crawl.instead and "a low range of 4.52 would" in crawl.instead


def noted_crawl(rig: Rig, ratio: float) -> Rig:
    return replace(rig, figures={**rig.figures, "aims.crawl_ratio": Figure(ratio, "assumed")})


@pytest.mark.parametrize(
    ("freedom", "table"),
    [(1, 12.7062), (2, 4.3027), (3, 3.1824), (4, 2.7764), (7, 2.3646), (10, 2.2281), (30, 2.0423), (60, 2.0003),
     (61, 1.9996), (120, 1.9799), (100_000, 1.96)],
)  # fmt: skip
def test_the_quantile_is_that_of_the_tables(freedom: int, table: float) -> None:
    assert quantile_975(freedom) == pytest.approx(table, abs=5e-5)


@given(st.integers(1, 400))
def test_more_pairs_make_surer(freedom: int) -> None:
    assert 1.95996 < quantile_975(freedom + 1) < quantile_975(freedom)
