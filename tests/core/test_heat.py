"""Heat: a climb worked out by hand, each finding raised and settled, what a climb that was driven cannot say."""

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.catalogue import spec_of
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import laden, moment
from jorvak.core.findings import Finding
from jorvak.core.heat.area import HeatResults
from jorvak.core.heat.climbing import ClimbHeat
from jorvak.core.heat.cooling import AskedIn, CoolingIn, SeenIn, cooling
from jorvak.core.heat.field import HeatTrial, try_heat
from jorvak.core.heat.records import HeatRun
from jorvak.core.heat.steady import BusReading, steady_stretch
from jorvak.core.plan.line import read_doubt, read_figure
from jorvak.core.quantities import INCH, METRIC, TEMPERATURE, read, write_as
from jorvak.core.rig import Rig
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.records import Leg
from jorvak.formats.heat_log import read_climb
from jorvak.instruments.climb import SimulatedClimb
from tests.conftest import TODAY, planned, with_records
from tests.core.test_findings_table import noted

RUN = HeatRun(name="pass")


def driven(rig: Rig, *runs: HeatRun, **figures: Any) -> Rig:
    """One climb on which the engine gave 60 kW at 50 km/h: 98 °C at 23; an electric fan, and a brief of 6 % at 50."""
    rig = with_records(rig, heat_runs=runs or (RUN,))
    return noted(
        rig,
        "plate",
        **{
            "heat_runs__pass__power_kw": 60.0,
            "heat_runs__pass__coolant_c": 98.0,
            "heat_runs__pass__ambient_c": 23.0,
            "heat_runs__pass__speed_kmh": 50.0,
            "heat_runs__pass__altitude_m": 0.0,
            "heat_runs__pass__covered_pct": 0.0,
            "cooling__fan": "electric",
            "cooling__covered_pct": 0.0,
            "aims__climb_slope_pct": 6.0,
            "aims__climb_kmh": 50.0,
            "aims__climb_altitude_m": 0.0,
            "aims__hottest_c": 33.0,
            **figures,
        },
    )


def climb(rig: Rig, stage: Any = "today") -> ClimbHeat:
    result = Results(laden(moment(rig, stage, on=TODAY))).of(HeatResults).longest_climb
    assert result.value, result.waits_for
    return result.value


def raised(rig: Rig, code: str, stage: Any = "today") -> list[Finding]:
    return [each for each in assess(rig, stage, on=TODAY).findings if each.code == code]


class TestByHand:
    def test_a_climb_at_the_same_speed_goes_with_the_power(self, plover: Rig) -> None:
        got = climb(driven(plover))
        # 2065 kg on 6 % (3.4336°): rolling 303.3 N, grade 1212.8 N, air ½·1.225·1.2·13.889² = 141.8 N;
        # 1657.9 N · 13.889 m/s / 0.85 = 27.09 kW. 75 K for 60 kW: 33.86 K for that, from 33 °C up: 66.9, which the
        # thermostat holds at 88.
        assert got.power_kw == pytest.approx(27.09, abs=0.01)
        assert (got.coolant_c, got.margin_k) == (88.0, pytest.approx(20.0))
        hot = climb(driven(plover, aims__hottest_c=58.0))
        assert hot.coolant_c == pytest.approx(58 + 75 * hot.power_kw / 60)
        assert hot.ambient_to_limit_c == pytest.approx(108 - 75 * hot.power_kw / 60)

    def test_what_stands_before_the_grille_takes_its_share(self, plover: Rig) -> None:
        rig = driven(plover, aims__hottest_c=58.0)
        bare = climb(rig)
        behind = climb(planned(rig, "winch covers 40 % 38 kg at -700"), "planned")
        # Mass ahead, and 0.6 of the air: the radiator gives 0.6^0.45 of the heat for each kelvin.
        rise, was = behind.coolant_c - 58, bare.coolant_c - 58
        assert rise / was == pytest.approx(0.6**-0.45 * behind.power_kw / bare.power_kw)

    def test_the_power_of_a_climb_that_was_driven(self, plover: Rig) -> None:
        rig = driven(
            plover,
            heat_runs__pass__power_kw=None,
            heat_runs__pass__slope_pct=6.0,
            heat_runs__pass__mass_kg=2065.0,
        )
        seen = Results(laden(moment(rig, "today", on=TODAY))).of(HeatResults).seen.value
        # The same road as above, at the same speed, with the same mass.
        assert seen and seen[0].power_kw == pytest.approx(27.09, abs=0.01)
        assert seen[0].ua_kw_per_k == pytest.approx(0.65 * 27.09 / 75, rel=1e-3)


class TestProperties:
    @given(st.floats(5, 120), st.floats(-10, 45), st.floats(5, 120), st.floats(5, 100))
    def test_more_power_is_hotter_and_more_air_cooler(
        self, kw: float, air: float, kmh: float, open_pct: float
    ) -> None:
        seen = SeenIn(power_kw=60, coolant_c=99, ambient_c=20, speed_kmh=60)

        def hot(**more: float) -> float:
            asked = {"power_kw": kw, "ambient_c": air, "speed_kmh": kmh, "open_pct": open_pct, **more}
            return cooling(CoolingIn(seen=seen, asked=AskedIn(**asked))).coolant_c

        assert hot(power_kw=kw * 1.1) >= hot() >= 88
        assert hot(speed_kmh=kmh + 5) <= hot() <= hot(open_pct=open_pct * 0.9)

    @given(st.floats(10, 120), st.floats(-20, 40), st.floats(10, 120))
    def test_a_climb_like_the_one_that_was_driven_comes_to_what_it_did(
        self, kw: float, air: float, kmh: float
    ) -> None:
        seen = SeenIn(power_kw=kw, coolant_c=99, ambient_c=air, speed_kmh=kmh)
        again = AskedIn(power_kw=kw, ambient_c=air, speed_kmh=kmh)
        got = cooling(CoolingIn(seen=seen, asked=again))
        assert got.coolant_c == pytest.approx(99) and got.margin_k == pytest.approx(9)
        at_limit = AskedIn(power_kw=got.power_to_limit_kw, ambient_c=air, speed_kmh=kmh)
        assert cooling(CoolingIn(seen=seen, asked=at_limit)).coolant_c == pytest.approx(108)


class TestFindings:
    def test_it_boils_and_a_cooler_day_settles_it(self, plover: Rig) -> None:
        hot = driven(plover, aims__climb_slope_pct=16.0, aims__climb_kmh=45.0, aims__hottest_c=58.0)
        (stop,) = raised(hot, "runs-hot")
        assert stop.severity == "stop" and stop.system == "cooling" and "over its limit" in stop.text
        assert not raised(noted(hot, aims__hottest_c=0.0, aims__climb_slope_pct=6.0), "runs-hot")

    def test_near_its_limit_it_is_measured(self, plover: Rig) -> None:
        rig = driven(plover, aims__hottest_c=58.0)
        limit = climb(rig).ambient_to_limit_c
        (close,) = raised(noted(rig, aims__hottest_c=round(limit, 1)), "runs-hot")
        assert close.severity == "measure" and "too close to call" in close.text

    def test_a_thermostat_that_was_not_open_never_stops(self, plover: Rig) -> None:
        hot = driven(plover, aims__climb_slope_pct=16.0, aims__climb_kmh=45.0, aims__hottest_c=58.0)
        closed = noted(hot, heat_runs__pass__coolant_c=93.0)
        assert not climb(closed).thermostat_open
        (measure,) = raised(closed, "runs-hot")
        assert measure.severity == "measure" and "errs to hot" in measure.text

    def test_nobody_drove_one(self, plover: Rig) -> None:
        asked = noted(plover, aims__climb_slope_pct=6.0, aims__hottest_c=30.0)
        (unknown,) = raised(asked, "runs-hot")
        assert unknown.severity == "measure" and "climb that was driven" in unknown.text
        assert not raised(plover, "runs-hot")

    def test_the_thermostat_held_it(self, plover: Rig) -> None:
        rig = driven(plover, heat_runs__pass__coolant_c=88.0)
        seen = Results(laden(moment(rig, "today"))).of(HeatResults).seen.value
        assert seen and seen[0].refused and "the thermostat held it" in seen[0].refused
        assert any("thermostat held it" in each.text for each in raised(rig, "out-of-reach"))

    def test_a_third_of_the_air(self, plover: Rig) -> None:
        rig = planned(plover, "bumper front covers 20 % 40 kg at -700", "winch covers 15 % 38 kg at -700")
        (watch,) = raised(rig, "airflow-blocked", "planned")
        assert watch.severity == "watch" and "35 %" in watch.text and "winch" in watch.text
        less = planned(plover, "bumper front covers 20 % 40 kg at -700", "winch covers 10 % 38 kg at -700")
        assert not raised(less, "airflow-blocked", "planned")

    def test_no_air_at_all_cannot_be(self, plover: Rig) -> None:
        rig = driven(plover, cooling__covered_pct=100.0)
        assert any("No air goes through" in each.text for each in raised(rig, "out-of-reach"))

    def test_the_climb_that_says_least_good_counts(self, plover: Rig) -> None:
        better = HeatRun(name="better")
        rig = driven(plover, RUN, better, aims__hottest_c=58.0, heat_runs__better__power_kw=90.0,
                     heat_runs__better__coolant_c=98.0, heat_runs__better__ambient_c=23.0,
                     heat_runs__better__speed_kmh=50.0, heat_runs__better__altitude_m=0.0)  # fmt: skip
        assert climb(rig).by == "pass"
        # One on which the thermostat was closed does not count while another was open.
        closed = noted(rig, heat_runs__pass__coolant_c=94.0)
        assert climb(closed).by == "better"

    def test_the_climbs_of_the_trip(self, plover: Rig) -> None:
        steep = Leg(name="over the pass", km=30, slope_pct=16.0, altitude_m=0.0, surface="gravel")
        rig = with_records(driven(plover, aims__climb_slope_pct=None, aims__hottest_c=50.0), legs=(steep,))
        legs = Results(laden(moment(rig, "today"))).of(TripResults).climb_heat.value
        assert legs and legs[0].leg == "over the pass" and legs[0].climb.wanted_kmh == 60
        found = raised(rig, "runs-hot")
        assert [each.key for each in found] == [
            "runs-hot:over the pass"
        ] and "On over the pass, laden" in found[0].text


class TestTrying:
    def test_a_height_that_nobody_noted_is_assumed_and_not_the_sea(self, plover: Rig) -> None:
        rig = driven(plover)
        unsaid = noted(rig, aims__climb_altitude_m=None)
        assert climb(unsaid).altitude_m == 300
        assert climb(unsaid).ambient_to_limit_c < climb(rig).ambient_to_limit_c

        def off(rig: Rig) -> float:
            return (
                Results(laden(moment(rig, "today"))).of(HeatResults).longest_climb.off("ambient_to_limit_c")
            )

        assert off(unsaid) > off(rig)

    def test_a_leg_without_a_height_is_as_high_as_the_brief_says(self, plover: Rig) -> None:
        legs = tuple(
            Leg(name=name, km=30, slope_pct=8.0, altitude_m=height, surface="gravel")
            for name, height in (("unsaid", None), ("sea", 0.0), ("high", 1900.0))
        )
        rig = with_records(driven(plover, aims__climb_altitude_m=1900.0), legs=legs)
        results = Results(laden(moment(rig, "today"))).of(TripResults)
        assert results.climb_heat.value and results.climbs.value
        unsaid, sea, high = (each.climb for each in results.climb_heat.value)
        assert unsaid == high and unsaid.ambient_to_limit_c < sea.ambient_to_limit_c
        assert [each.altitude_m for each in results.climbs.value] == [1900, 0, 1900]

    def test_the_field_around_a_climb(self, plover: Rig) -> None:
        here = laden(moment(driven(plover), "today"))
        tried = try_heat(here, HeatTrial(slope_pct=8.0, speed_kmh=60.0, ambient_c=40.0))
        assert tried.field and len(tried.field.cells) == len(tried.field.speeds_kmh)
        for row in tried.field.cells:
            assert [cell.coolant_c for cell in row] == sorted(cell.coolant_c for cell in row)
        (i, j) = tried.field.slopes_pct.index(8.0), tried.field.speeds_kmh.index(60.0)
        assert tried.field.cells[j][i].coolant_c == pytest.approx(tried.field.climb.coolant_c)

    def test_it_waits_for_a_climb_that_was_driven(self, plover: Rig) -> None:
        tried = try_heat(
            laden(moment(plover, "today")), HeatTrial(slope_pct=8.0, speed_kmh=60.0, ambient_c=40.0)
        )
        assert tried.field is None and tried.waits_for and "driven" in tried.waits_for.label


class TestLogs:
    def log(self, **more: Any) -> list[BusReading]:
        climb = SimulatedClimb(**{"slope_pct": 8.0, "speed_kmh": 60.0, "ambient_c": 22.0, "begins_c": 88.0, "comes_to_c": 101.0, **more})  # fmt: skip
        return [
            BusReading(each.at_s, each.speed_kmh, each.coolant_c, each.ambient_c, each.altitude_m)
            for each in climb.log()
        ]

    def test_the_steady_stretch_is_what_the_climb_comes_to(self) -> None:
        got = steady_stretch(self.log())
        assert got.to_s == 900 and got.to_s - got.from_s >= 120
        assert got.coolant_c == pytest.approx(101, abs=0.7) and got.speed_kmh == pytest.approx(60, abs=0.6)
        assert got.ambient_c == 22 and got.slope_pct == pytest.approx(8, abs=0.2)

    def test_behind_others_there_is_none(self) -> None:
        with pytest.raises(Refused, match="Nowhere do speed and coolant stand still") as refused:
            steady_stretch(self.log(restless=True))
        assert refused.value.field == "log"

    def test_a_log_is_read(self) -> None:
        rows = "\n".join(f"{i * 10},60,{99 + i % 2},21,{300 + i * 13}" for i in range(20))
        raw = f"time_s,speed_kmh,coolant_c,ambient_c,altitude_m\n{rows}\n".encode()
        got = steady_stretch(read_climb(raw))
        assert (got.from_s, got.to_s) == (0, 190) and got.slope_pct == pytest.approx(
            13 / (60 / 3.6 * 10) * 100
        )

    @pytest.mark.parametrize(
        ("raw", "said"),
        [
            (b"time_s,speed_kmh\n1,2\n", "coolant_c is missing"),
            (b"time_s,speed_kmh,coolant_c,ambient_c\n", "nothing in that log"),
            (b"time_s,speed_kmh,coolant_c,ambient_c\n0,60,hot,21\n", "Line 2: coolant_c"),
            (b"time_s,speed_kmh,coolant_c,ambient_c\n5,60,99,21\n5,60,99,21\n", "Line 3: time_s grows"),
            (b"time_s,speed_kmh,coolant_c,ambient_c\n0,inf,99,21\n", "Line 2: speed_kmh cannot be"),
        ],
    )
    def test_what_is_no_log_is_refused_with_its_line(self, raw: bytes, said: str) -> None:
        with pytest.raises(Refused, match=said) as refused:
            read_climb(raw)
        assert refused.value.field == "log"


class TestDegrees:
    """A scale with a zero of its own: what is read is a temperature, a ± is a difference."""

    def test_fahrenheit_is_read_and_written(self) -> None:
        assert read("205 °F", TEMPERATURE).value == pytest.approx(96.111, abs=1e-3)
        assert read("-40 f", TEMPERATURE).value == pytest.approx(-40)
        assert (
            write_as(INCH, 100.0, TEMPERATURE) == "212 °F"
            and write_as(METRIC, 100.0, TEMPERATURE) == "100 °C"
        )
        assert read_figure(spec_of("cooling.limit_c"), "226.4", INCH) == pytest.approx(108)

    def test_a_doubt_is_a_difference(self) -> None:
        limit = spec_of("cooling.limit_c")
        assert read_doubt(limit, "9", INCH) == pytest.approx(5) and read_doubt(
            limit, "5 °C", INCH
        ) == pytest.approx(5)
        assert read_doubt(limit, "3", METRIC) == 3


def test_what_was_noted_of_a_run_is_taken_out_with_it(plover: Rig) -> None:
    rig = replace(driven(plover), records={})
    assert Results(laden(moment(rig, "today"))).of(HeatResults).seen.value == ()
