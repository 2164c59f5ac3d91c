"""The trip: each finding raised and settled, the answer, and a small vehicle worked out by hand."""

from dataclasses import replace
from datetime import date, timedelta
from itertools import pairwise
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import Assessment, assess
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import laden, moment
from jorvak.core.findings import Finding, acceptance, system_of
from jorvak.core.heat.records import HeatRun
from jorvak.core.load.records import Cargo, FoundTank, Seat
from jorvak.core.plan.records import Accepted
from jorvak.core.quantities import METRIC
from jorvak.core.rig import Brief, Change, Figure, Fitted, Rig
from jorvak.core.survey.records import SurveyItem
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.climbs import steepest
from jorvak.core.trip.countries import season_met
from jorvak.core.trip.dates import TripDays, trip_days
from jorvak.core.trip.due import due_on_trip, when_due
from jorvak.core.trip.evening import evening
from jorvak.core.trip.fuel_fit import believed, fitted, from_full_to_full
from jorvak.core.trip.home import home, trip_name
from jorvak.core.trip.ledger import ledger
from jorvak.core.trip.leg_loads import shared_out
from jorvak.core.trip.legs import FACTORS, LegIn, LegsIn, legs
from jorvak.core.trip.readiness import readiness
from jorvak.core.trip.records import Country, Fill, LedgerEntry, Leg, Paper
from jorvak.core.trip.take import to_take
from jorvak.core.trip.tank import along
from jorvak.core.work.bench import bench
from jorvak.core.work.falling_due import uncounted
from jorvak.core.work.records import IntervalRecord, JobRecord, LogLine, SignOff
from jorvak.core.work.shop import Shop
from tests.conftest import TODAY, demo, planned, with_records
from tests.core.test_findings_table import found, noted

LEAVES = TODAY + timedelta(days=30)
MAIN = FoundTank(name="main", holds="diesel")
SOUND = SurveyItem(zone="frame", item="frame rails", condition="sound")
SEATS = (Seat(name="driver"), Seat(name="beside"))


def bare(plover: Rig, *way: Leg, **figures: Any) -> Rig:
    """A vehicle with a tank of 100 l at 2740 (the rear axle), one in it, and these legs."""
    rig = with_records(plover, legs=way, tanks=(MAIN,), seats=SEATS[:1], survey=(SOUND,))
    known = {
        "tanks__main__volume_l": 100.0,
        "tanks__main__x_mm": 2740.0,
        "tanks__main__weighed_l": 100.0,
        "seats__driver__crew_kg": 80.0,
        "seats__driver__x_mm": 1370.0,
        "trip__consumption_l_per_100km": 10.0,
        "aims__water_l": 20.0,
        "wheels__front_left__reference_pressure_kpa": 350.0,
        "wheels__rear_left__reference_pressure_kpa": 350.0,
        "aims__water_x_mm": 1370.0,
        **figures,
    }
    rig = noted(rig, "plate", **known)
    exact = {
        path: replace(figure, doubt=0.0)
        if path.startswith(("tanks.", "seats.", "trip.", "aims.water"))
        else figure
        for path, figure in rig.figures.items()
    }
    return replace(rig, figures=exact, brief=Brief(leaves_on=LEAVES, away_days=10))


def raised(rig: Rig, code: str, stage: Any = "planned") -> list[Finding]:
    return [each for each in assess(rig, stage, on=TODAY).findings if each.code == code]


def road(name: str, km: float, **more: Any) -> Leg:
    return Leg(name=name, km=km, **{"days": 1, **more})


class TestByHand:
    def test_two_legs_and_a_fill_are_what_they_come_to_on_paper(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 400), road("back", 300, surface="sand", fill_fuel=True, days=2))
        trip = Results(laden(moment(rig, "today", on=TODAY))).of(TripResults)
        way = trip.way.value
        assert way
        # 400 km at 10: 40 l; 300 km of sand at 17: 51 l, out of a tank filled to 100.
        assert [(leg.fuel_start_l, leg.fuel_left_l) for leg in way.legs] == [(100, 60), (100, 49)]
        assert [leg.fuel_spare_l for leg in way.legs] == pytest.approx([60 - 6, 49 - 7.65])
        # One drinks 5 a day: 15 in three days, and a fifth of it in reserve.
        assert [leg.water_left_l for leg in way.legs] == [15, 5]
        assert way.carry_l == pytest.approx(51 * 1.15) and way.carry_water_l == pytest.approx(15 * 1.2)
        loads = trip.way_loads.value
        assert loads
        # The tank stands over the rear axle, the water in the middle: 40 l of diesel and 5 of water are gone after leg 1.
        first = loads.legs[0]
        assert first.start_rear_kg - first.end_rear_kg == pytest.approx(40 * 0.84 + 2.5)
        assert first.start_front_kg - first.end_front_kg == pytest.approx(2.5)
        # As weighed with the tank full, plus a driver and 20 l of water between the axles.
        assert first.start_front_kg == pytest.approx(1090 + 40 + 10)
        assert first.start_rear_kg == pytest.approx(975 + 40 + 10)

    def test_a_tank_behind_the_rear_axle_loads_the_front_as_it_empties(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 500), tanks__main__x_mm=3500.0)
        loads = Results(laden(moment(rig, "today", on=TODAY))).of(TripResults).way_loads.value
        assert loads
        gone = 50 * 0.84
        assert loads.legs[0].end_front_kg - loads.legs[0].start_front_kg == pytest.approx(
            gone * (3500 / 2740 - 1) - 2.5
        )

    def test_the_log_is_believed_as_a_least_squares_apart_has_it(self) -> None:
        driven = [{"road": 486.0}, {"road": 40.0, "sand": 150.0}, {"sand": 100.0}, {"gravel": 300.0}]
        fills = [(62.0, True), (38.0, False), (24.0, True), (48.0, True)]
        used = list(from_full_to_full(fills, driven))
        got = fitted(believed(13.0, FACTORS), used)
        names, c = list(FACTORS), 13.0
        f = np.array([FACTORS[name] for name in names])
        prior = c * c * np.outer(f, f) * 0.05**2
        prior += np.diag([0.0 if n == "road" else c * c * FACTORS[n] ** 2 * 0.125**2 for n in names])
        a = np.array([[s.km.get(n, 0.0) / 100 for n in names] for s in used])
        y = np.array([s.litres for s in used])
        w = np.diag(1 / (0.05 * y) ** 2)
        covariance = np.linalg.inv(np.linalg.inv(prior) + a.T @ w @ a)
        mean = covariance @ (np.linalg.inv(prior) @ (c * f) + a.T @ w @ y)
        assert len(used) == 3
        assert got.mean == pytest.approx(mean.tolist())
        assert np.array(got.covariance) == pytest.approx(covariance)

    def test_own_fills_count_from_then_on_with_their_doubt(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 400))
        fills = [
            Fill(filled_on=TODAY - timedelta(days=9 - i), litres=48, driven={"road": 400}) for i in range(4)
        ]
        logged = with_records(rig, fills=fills)
        as_noted, of_log = (
            Results(laden(moment(each, "today", on=TODAY))).of(TripResults).consumption
            for each in (rig, logged)
        )
        assert as_noted.value and of_log.value
        assert (as_noted.value.stretches, of_log.value.stretches) == (0, 4)
        # 10 was believed, 12 was filled each time: between, and nearer to what was filled.
        assert 11 < of_log.value.l_per_100km["road"] < 12
        assert 0 < of_log.off("l_per_100km.road") < 0.1 * 12
        # A fill that is not full says nothing yet, nor one before which nothing was driven.
        for odd in (
            Fill(filled_on=TODAY, litres=5, full=False, driven={"road": 40}),
            Fill(filled_on=TODAY, litres=5),
        ):
            same = with_records(rig, fills=(*fills, odd))
            again = Results(laden(moment(same, "today", on=TODAY))).of(TripResults).consumption
            assert again.value == of_log.value
        none_full = with_records(
            rig, fills=(Fill(filled_on=TODAY, litres=40, full=False, driven={"road": 400}),)
        )
        assert Results(moment(none_full, "today")).of(TripResults).consumption.value == as_noted.value


class TestFindings:
    def test_fuel_that_runs_short_and_a_tank_that_settles_it(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 500), road("further", 450))
        (short,) = raised(rig, "fuel-short")
        # 95 l of 100 are used, 14.25 should be left.
        assert (
            short.severity == "stop"
            and "9.2 l less than the reserve" in short.text
            and "further" in short.text
        )
        assert raised(planned(rig, "tank 40 diesel at 1900"), "fuel-short") == []
        filled = with_records(rig, legs=(road("out", 500), road("further", 450, fill_fuel=True)))
        assert raised(filled, "fuel-short") == []

    def test_what_lies_within_the_doubt_is_measured_first(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 850))
        figure = rig.figures["trip.consumption_l_per_100km"]
        unsure = replace(
            rig, figures={**rig.figures, "trip.consumption_l_per_100km": replace(figure, doubt=0.6)}
        )
        # 100 − 85 − 12.75: 2.25 l more than the reserve, ± 5.9.
        assert raised(rig, "fuel-short") == []
        (close,) = raised(unsure, "fuel-short")
        assert close.severity == "measure" and close.settled_by[0].figure == "trip.consumption_l_per_100km"

    def test_what_nobody_noted_is_no_reason_to_leave(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 100))
        (unknown,) = raised(noted(rig, trip__consumption_l_per_100km=None), "fuel-short")
        assert unknown.severity == "measure"
        assert unknown.settled_by[0].figure == "trip.consumption_l_per_100km"
        (no_tank,) = raised(with_records(rig, tanks=()), "fuel-short")
        assert "a tank for fuel" in no_tank.text
        (no_water,) = raised(noted(rig, aims__water_l=None), "water-short")
        assert no_water.severity == "measure" and "6.0 l" in no_water.text
        snow = with_records(rig, legs=(road("out", 100, surface="snow"),))
        (factor,) = raised(snow, "fuel-short")
        assert factor.settled_by[0].figure == "trip.snow_factor"

    def test_water_that_runs_short(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 100, days=4))
        # 20 l drunk in four days, and 4 in reserve.
        (short,) = raised(rig, "water-short")
        assert short.severity == "stop" and "4.0 l less" in short.text
        assert raised(noted(rig, aims__water_l=27.0), "water-short") == []

    def test_an_axle_that_is_over_only_on_the_way(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 900), tanks__main__x_mm=4000.0)
        light, over = (noted(rig, body__permitted_front_kg=kg) for kg in (1300.0, 1150.0))
        assert raised(light, "over-on-the-way") == []
        tight = [each for each in raised(over, "over-on-the-way") if "front axle" in each.text]
        # 1140 leaving, and 90 l less of diesel 1260 mm behind the rear axle; the water was drunk by 5.
        assert tight and tight[0].severity == "stop"
        by_hand = 1090 + 50 - 100 * 0.84 * 0 + 90 * 0.84 * (4000 / 2740 - 1) - 2.5 - 1150
        assert f"{by_hand:.0f} kg more than permitted" in tight[0].text

    def test_what_falls_due_on_the_way_and_what_is_carried_for_it(self, plover: Rig) -> None:
        oil = IntervalRecord(name="engine oil", every_km=5000, last_km=125000)
        rig = with_records(
            noted(bare(plover, road("out", 600)), "measured", odometer__reading_km=129600.0), intervals=(oil,)
        )
        (due,) = raised(rig, "due-on-the-way")
        assert due.severity == "watch" and "after 400 km of 600 km" in due.text
        can = Cargo(name="can of oil", sort="oil", for_what="engine oil")
        assert raised(with_records(rig, cargo=(can,)), "due-on-the-way") == []
        at_home = with_records(rig, cargo=(can.model_copy(update={"at_home": True}),))
        assert len(raised(at_home, "due-on-the-way")) == 1
        assert raised(with_records(rig, legs=(road("out", 300),)), "due-on-the-way") == []

    def test_a_paper_that_ends_before_the_trip_does(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 100))
        last = LEAVES + timedelta(days=9)
        for ends_on, says in ((last - timedelta(days=1), "stop"), (None, "measure"), (last, None)):
            got = raised(with_records(rig, papers=(Paper(name="passport", ends_on=ends_on),)), "paper-ends")
            assert [each.severity for each in got] == ([says] if says else [])
        other = Paper(name="permit", ends_on=TODAY, trips=("another",))
        assert raised(with_records(rig, papers=(other,)), "paper-ends") == []
        no_date = replace(rig, brief=Brief())
        assert (
            raised(with_records(no_date, papers=(Paper(name="passport", ends_on=TODAY),)), "paper-ends") == []
        )

    def test_brakes_that_nobody_has_driven(self, plover: Rig) -> None:
        change = Change(id=1, kind="equipment", fields={"name": "brake discs"}, state="fitted",
                        fitted=Fitted(on=TODAY - timedelta(days=3), odometer_km=128000))  # fmt: skip
        rig = noted(replace(bare(plover), changes=(change,)), "measured", odometer__reading_km=128010.0)
        (fresh,) = raised(rig, "not-proved", "today")
        assert fresh.severity == "watch" and "10 km have truly gone" in fresh.text
        driven = noted(rig, "measured", odometer__reading_km=128150.0)
        assert raised(driven, "not-proved", "today") == []
        signed = JobRecord(key="hand drive", title="first drive", stage="prove", signed=SignOff(on=TODAY))
        assert raised(with_records(rig, jobs=(signed,)), "not-proved", "today") == []
        seat = change.model_copy(update={"fields": {"name": "seat covers"}})
        assert raised(replace(rig, changes=(seat,)), "not-proved", "today") == []

    def test_a_spare_of_another_size_where_four_wheels_have_to_drive(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 100), road("dunes", 20, surface="sand"))
        odd = noted(rig, wheels__spare__size="235/70R16 106T")
        (upset,) = raised(odd, "spare-differs")
        assert upset.severity == "watch" and "dunes" in upset.text
        assert raised(rig, "spare-differs") == []
        assert raised(with_records(odd, legs=(road("out", 100),)), "spare-differs") == []

    def test_what_cannot_be_is_said_and_never_a_gap(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 100))
        crowd = noted(rig, trip__people=3.0)
        (too_many,) = raised(crowd, "out-of-reach")
        assert "3 people are on the trip, and 1 seat is noted" in too_many.text and too_many.system == "fuel"
        assert raised(noted(rig, trip__people=1.0), "out-of-reach") == []
        brimming = noted(rig, tanks__main__aboard_l=120.0)
        assert any(
            "120 l do not go into the tank main" in each.text for each in raised(brimming, "out-of-reach")
        )

    def test_every_finding_of_the_demos_names_its_system(self) -> None:
        for number in range(3):
            for each in assess(demo(number), "planned", on=TODAY).findings:
                assert each.system
        assert (system_of("hose-short"), system_of("paper-ends"), system_of("over-ceiling")) == (
            "brakes",
            "papers",
            "money",
        )


def answered(rig: Rig, stage: Any = "planned", **more: Any) -> Any:
    assessed: Assessment = assess(rig, stage, on=TODAY, with_load=True, with_doubt=False)
    return readiness(rig, TODAY, assessed, **more)


def accepting(rig: Rig, code: str, reason: str) -> Rig:
    """The rig with every finding of a code lived with."""
    here = laden(moment(rig, "planned", with_doubt=False, on=TODAY))
    findings = assess(rig, "planned", on=TODAY, with_load=True, with_doubt=False).findings
    accepted = [acceptance(here, each, reason) for each in findings if each.code == code]
    return with_records(rig, accepted=(*rig.all(Accepted), *accepted))


class TestTheAnswer:
    def test_go_where_nothing_stands_between(self, plover: Rig) -> None:
        got = answered(bare(plover, road("out", 100)))
        assert (got.verdict, got.limits, got.against) == ("go", (), ())
        assert (got.when, got.sentence) == ("30 days left.", "As it stands, nothing stands between.")

    def test_a_vehicle_of_which_nothing_is_known_is_not_ready(self, plover: Rig) -> None:
        empty = answered(Rig(name="bare"))
        assert empty.verdict == "do-not-go"
        assert empty.against[0].text.startswith("Nobody can say what it weighs laden: ")
        assert {each.sheet for each in empty.limits} == {"survey", "legs", "measure"}
        rig = bare(plover, road("out", 100))
        for taken_out, sheet in (
            (with_records(rig, survey=()), "survey"),
            (with_records(rig, legs=()), "legs"),
            (noted(rig, wheels__front_left__reference_pressure_kpa=None), "measure"),
        ):
            got = answered(taken_out)
            assert (got.verdict, [each.sheet for each in got.limits]) == ("go-with-limits", [sheet])

    def test_a_stop_holds_back_and_one_that_is_lived_with_is_a_limit(self, plover: Rig) -> None:
        heavy = noted(bare(plover, road("out", 100)), body__permitted_front_kg=1100.0)
        assert answered(heavy).verdict == "do-not-go"
        lived = accepting(
            accepting(heavy, "over-front-axle", "a new plate is on its way"), "over-on-the-way", "same"
        )
        got = answered(lived)
        assert got.verdict == "go-with-limits"
        assert "Slowly over rough ground: the front axle is over its limit." in [
            each.sentence for each in got.limits
        ]

    @pytest.mark.parametrize("code", ["fuel-short"])
    def test_brakes_steering_and_fuel_are_not_lived_with(self, plover: Rig, code: str) -> None:
        dry = bare(plover, road("out", 1200))
        got = answered(accepting(dry, code, "there will be some"))
        assert got.verdict == "do-not-go" and "It cannot be lived with." in got.against[0].text

    def test_water_that_is_short_can_be_lived_with_and_is_a_limit(self, plover: Rig) -> None:
        thirsty = bare(plover, road("out", 100, days=6))
        assert answered(thirsty).verdict == "do-not-go"
        got = answered(accepting(thirsty, "water-short", "streams all along"))
        assert [each.sentence for each in got.limits] == ["Fill water at every place that has it."]

    def test_a_measure_of_what_carries_is_seen_to_before_leaving(self, plover: Rig) -> None:
        rig = with_records(bare(plover, road("out", 100)), papers=(Paper(name="permit"),))
        got = answered(rig)
        assert got.verdict == "go-with-limits" and [each.kind for each in got.limits] == ["before"]
        assert "1 of them to be seen to before leaving" in got.sentence

    @pytest.mark.parametrize(("system", "verdict"), [("brakes", "do-not-go"), ("body", "go-with-limits")])
    def test_a_temporary_fix(self, plover: Rig, system: Any, verdict: str) -> None:
        fix = LogLine(kind="temporary-fix", text="wired up", noted_on=TODAY, system=system)
        got = answered(with_records(bare(plover, road("out", 100)), log=(fix,)))
        assert got.verdict == verdict

    def test_work_put_off_is_a_limit_and_a_gate_left_open_is_not(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 100))
        off = JobRecord(key="hand paint", title="Paint", put_off="after the rain")
        assert answered(with_records(rig, jobs=(off,))).verdict == "go-with-limits"
        begun = JobRecord(key="hand brakes", title="Bleed", steps=("fluid in", "pedal hard"), gates=("pedal hard",),
                          ticks=({"step": "fluid in", "on": TODAY},))  # fmt: skip
        got = answered(with_records(rig, jobs=(begun,)))
        assert got.verdict == "do-not-go" and got.against[0].sheet == "work"

    def test_money_never_limits_a_trip(self, plover: Rig) -> None:
        rig = planned(bare(plover, road("out", 100)), "roof rack 28 kg")
        dear = replace(rig, brief=rig.brief.model_copy(update={"ceiling": 1.0}), changes=tuple(
            change.model_copy(update={"cost": 900.0}) for change in rig.changes))  # fmt: skip
        assert found(dear, "over-ceiling")
        assert not [
            each for each in (*answered(dear).limits, *answered(dear).against) if "ceiling" in str(each)
        ]

    def test_a_tyre_rule_holds_in_its_season_until_somebody_says_that_it_is_met(self, plover: Rig) -> None:
        rig = bare(plover, road("out", 100))
        rule = Country(name="north", tyres="winter tyres", tyres_from="11-01", tyres_until="04-15")
        (limit,) = answered(with_records(rig, countries=(rule,))).limits
        assert "from 1 November to 15 April" in limit.sentence
        met = rule.model_copy(update={"tyres_met": True})
        assert answered(with_records(rig, countries=(met,))).limits == ()
        summer = TripDays(date(2026, 6, 1), date(2026, 6, 30), 0)
        assert season_met(rule, summer) is None and season_met(
            rule, TripDays(date(2026, 4, 15), date(2026, 5, 1), 0)
        )

    @pytest.mark.parametrize(
        ("days", "says"),
        [(None, "No day of leaving is set."), (-1, "was 1 day ago. Set a new one"), (0, "leaves today")],
    )
    def test_the_day_is_said(self, plover: Rig, days: int | None, says: str) -> None:
        leaves = None if days is None else TODAY + timedelta(days=days)
        got = answered(replace(bare(plover), brief=Brief(leaves_on=leaves)))
        assert says in got.when and got.days_left == days

    def test_open_work_counts_in_hours_and_learns_from_what_was_taken(self, plover: Rig) -> None:
        rig = planned(bare(plover), "tyre 275/70R17", "steering damper")
        first = rig.changes[0].model_copy(
            update={"state": "fitted", "hours": 3.0, "fitted": Fitted(on=TODAY, hours=6)}
        )
        got = answered(replace(rig, changes=(first, *rig.changes[1:])), bench_hours_left=40.0)
        assert got.as_planned and len(got.open) == 1 and got.took_against_guess == 2
        assert "2.0 times its guess" in got.sentence and got.bench_hours_left == 40
        assert got.hours_per_week == pytest.approx(got.hours_open / (30 / 7))

    def test_a_safety_item_of_the_survey_is_settled_first(self, plover: Rig) -> None:
        belt = SurveyItem(zone="cabin", item="belt", condition="worn", concern="safety")
        got = answered(with_records(bare(plover), survey=(belt,)))
        assert got.verdict == "do-not-go" and got.against[0].text == "belt: worn: not decided"


class TestDemos:
    def test_the_found_tank_cannot_do_two_stretches_that_the_larger_one_can(self) -> None:
        plover = demo(0)
        today, then = (
            [each.text for each in raised(plover, "fuel-short", stage)] for stage in ("today", "planned")
        )
        assert len(today) == 2 and "outer flats" in today[0] and "sandbanks" in today[1]
        assert then == []
        assert (
            sum(leg.km for leg in plover.all(Leg)) == 4300 and sum(leg.days for leg in plover.all(Leg)) == 56
        )

    def test_the_lists_have_the_figure_that_is_right_for_this_vehicle(self) -> None:
        here = moment(demo(0), "planned", on=TODAY)
        lines = {line.what: line for line in evening(here, TODAY)}
        assert lines["Fuel to the brim"].figure == "177.0 l"
        assert lines["Front tyres, cold, for the road"].figure == "240 kPa"
        assert lines["Let down for sand, first on north bank"].figure == "132 kPa front, 132 kPa rear"
        wanted = {each.name: each for each in to_take(here, TODAY).wanted}
        assert wanted["for brake fluid"].for_what == "brake fluid"
        assert "wheel nuts" in wanted["spanner and socket 18 or 19 mm"].because
        assert {"shovel", "boards"} <= set(wanted)

    def test_what_is_added_for_it_answers_what_is_wanted(self) -> None:
        plover = demo(0)
        more = (
            *plover.all(Cargo),
            Cargo(name="brake fluid, half a litre", for_what="brake fluid"),
            Cargo(name="boards"),
        )
        wanted = {
            each.name: each
            for each in to_take(moment(with_records(plover, cargo=more), "planned", on=TODAY), TODAY).wanted
        }
        assert wanted["for brake fluid"].answered_by == "brake fluid, half a litre"
        assert wanted["boards"].answered_by == "boards" and wanted["shovel"].answered_by is None

    def test_before_and_after_says_what_moved_beyond_its_doubt(self, plover: Rig) -> None:
        def entry(moment_: Any, value: float, off: float = 2.0) -> LedgerEntry:
            return LedgerEntry(what="front_left_ride_mm", moment=moment_, value=value, off=off)

        rig = with_records(plover, ledger=(entry("leaving", 498), entry("home", 490), entry("found", 497)))
        row = next(each for each in ledger(rig, moment(rig, "today")) if each.key == "front_left_ride_mm")
        until_leaving, on_trip = row.moves
        assert (until_leaving.by, until_leaving.moved) == (1, False)
        assert on_trip.by == -8 and on_trip.off == pytest.approx(8**0.5) and on_trip.moved
        assert on_trip.means and "a spring has settled" in on_trip.means
        assert [cell.moment for cell in row.cells] == ["found", "leaving", "home"]

    def test_home_adds_up_what_was_driven_and_what_was_carried_for_nothing(self, plover: Rig) -> None:
        rig = noted(
            bare(plover, road("out", 100), Leg(name="back", km=100, driven_on=TODAY)),
            cargo__tent__mass_kg=14.0,
        )
        trip = trip_name(rig)
        rig = with_records(
            rig,
            cargo=(Cargo(name="tent", used=False), Cargo(name="stove", used=True), Cargo(name="book")),
            fills=(Fill(filled_on=TODAY, litres=40, driven={"road": 90, "sand": 10}, odometer_km=129000, trip=trip),
                   Fill(filled_on=TODAY, litres=30, driven={"road": 80}, odometer_km=129200, trip=trip),
                   Fill(filled_on=TODAY, litres=99, driven={"road": 80}, trip="last year")),
            log=(LogLine(kind="went-wrong", text="exhaust clamp", noted_on=TODAY, trip=trip),),
        )  # fmt: skip
        got = home(rig)
        assert (got.km, got.litres, got.true_km) == ({"road": 170, "sand": 10}, 70, 200)
        assert (got.legs_driven, got.legs, got.never_used_kg, got.not_said) == (1, 2, 14, 1)
        assert [each.text for each in got.lines] == ["exhaust clamp"]


kms = st.floats(0, 900)
ways = st.lists(
    st.tuples(kms, st.sampled_from(sorted(FACTORS)), st.booleans(), st.floats(0, 9)), min_size=1, max_size=8
)


class TestProperties:
    @given(ways, st.floats(3, 40), st.floats(0, 60))
    def test_who_carries_what_is_said_runs_short_on_no_leg(
        self, way: list[tuple[float, str, bool, float]], per_100km: float, reserve: float
    ) -> None:
        asked = {
            "legs": [LegIn(name=f"{i}", km=km, surface=on, days=days, fill_fuel=fill, fill_water=True)
                     for i, (km, on, fill, days) in enumerate(way)],
            "consumption_l_per_100km": per_100km, "water_l": 1e6, "crew": 1, "reserve_pct": reserve,
        }  # fmt: skip
        carried = legs(LegsIn(**asked, tank_l=0)).carry_l
        assert [each for each in legs(LegsIn(**asked, tank_l=carried)).short if each.what == "fuel"] == []
        if carried > 1:
            assert legs(LegsIn(**asked, tank_l=carried * 0.99)).short

    @given(st.lists(st.floats(0, 300), min_size=1, max_size=6), st.floats(0, 2000))
    def test_nothing_of_what_is_left_is_lost_between_the_tanks(
        self, holds: list[float], litres: float
    ) -> None:
        in_them = shared_out(holds, litres)
        assert sum(in_them) == pytest.approx(min(litres, sum(holds)))
        # What is emptied first is empty before the next is begun.
        for earlier, later, size in zip(in_them, in_them[1:], holds[1:], strict=False):
            assert earlier == 0 or later == pytest.approx(size)

    @given(st.lists(st.floats(0, 100), min_size=1, max_size=9), st.floats(0, 500))
    def test_without_a_fill_a_tank_has_what_it_began_with_less_what_was_used(
        self, used: list[float], start: float
    ) -> None:
        rows = along(used, [False] * len(used), 1e6, start, 10)
        assert rows[-1].left == pytest.approx(start - sum(used), abs=1e-9)

    @given(st.lists(st.floats(0, 3000), min_size=2, max_size=40))
    def test_a_climb_is_no_steeper_than_the_steepest_step_and_none_where_it_never_climbs(
        self, heights: list[float]
    ) -> None:
        km = [float(i) for i in range(len(heights))]
        got = steepest(km, heights)
        rises = [b - a for a, b in pairwise(heights)]
        if max(rises) <= 0:
            assert got is None
        else:
            assert got and got.grade_pct == pytest.approx(max(rises) / 10)

    def test_figures_that_nobody_noted_have_a_usual_one_in_their_place(self, plover: Rig) -> None:
        rig = noted(bare(plover, road("out", 100, surface="gravel")), trip__reserve_pct=None)
        way = Results(laden(moment(rig, "today"))).of(TripResults).way
        assert way.stands_in["trip.gravel_factor"] == 1.15 and way.stands_in["trip.reserve_pct"] == 15
        assert way.off("legs.0.fuel_used_l") == pytest.approx(100 / 100 * 10 * 1.15 * 0.25)
        assert isinstance(rig.figures["trip.consumption_l_per_100km"], Figure)


class TestEngineHours:
    """Intervals that run by engine hours: due on the trip, not counted, and when they are due."""

    def rig(self, plover: Rig, *intervals: IntervalRecord, **figures: Any) -> Rig:
        # 95 km/h on the road: 950 km are ten hours at the wheel.
        rig = bare(plover, road("out", 950.0), **figures)
        return with_records(noted(rig, "plate", aims__cruise_kmh=95.0), intervals=intervals)

    def test_due_within_the_hours_at_the_wheel(self, plover: Rig) -> None:
        grease = IntervalRecord(name="grease", every_h=50.0, last_h=1000.0)
        rig = self.rig(plover, grease, odometer__engine_h=1044.0)
        days = trip_days(rig)
        assert days and days.wheel_h == pytest.approx(10)
        (row,) = due_on_trip(rig, TODAY)
        assert row.name == "grease" and row.h_left == pytest.approx(6)
        assert when_due(row, days, METRIC) == "after 6.0 h of about 10.0 h at the wheel"
        assert due_on_trip(self.rig(plover, grease, odometer__engine_h=1030.0), TODAY) == ()

    def test_without_a_reading_it_is_not_counted(self, plover: Rig) -> None:
        grease = IntervalRecord(name="grease", every_h=50.0, last_h=1000.0)
        assert [(each.name, each.reading) for each in uncounted(self.rig(plover, grease))] == [
            ("grease", "odometer.engine_h")
        ]
        backwards = self.rig(plover, grease, odometer__engine_h=900.0)
        assert [each.reading for each in uncounted(backwards)] == ["odometer.engine_h"]

    def test_by_its_day_where_the_distance_is_far(self, plover: Rig) -> None:
        belt = IntervalRecord(name="belt", every_months=12, last_on=LEAVES - timedelta(days=360))
        rig = self.rig(plover, belt)
        days = trip_days(rig)
        (row,) = due_on_trip(rig, TODAY)
        assert days and row.due_on is not None and LEAVES < row.due_on <= days.last_on
        assert when_due(row, days, METRIC) == f"on {row.due_on:%-d %B %Y}"


class TestHeatOfLegs:
    def test_a_leg_without_a_climb_says_nothing_and_one_without_a_day_waits(self, plover: Rig) -> None:
        flat = bare(plover, road("out", 100), aims__hottest_c=30.0)
        assert Results(laden(moment(flat, "today", on=TODAY))).of(TripResults).climb_heat.value == ()
        steep = bare(plover, road("out", 100, slope_pct=8.0))
        waits = Results(laden(moment(steep, "today", on=TODAY))).of(TripResults).climb_heat.waits_for
        assert waits and waits.path == "aims.hottest_c"

    def test_the_same_speed_is_held_as_by_the_climbs_of_the_trip(self, plover: Rig) -> None:
        run = HeatRun(name="pass")
        rig = with_records(
            bare(plover, road("over", 40, slope_pct=9.0, altitude_m=300.0), aims__hottest_c=30.0),
            heat_runs=(run,),
        )
        rig = noted(rig, "plate", heat_runs__pass__power_kw=80.0, heat_runs__pass__coolant_c=99.0,
                    heat_runs__pass__ambient_c=20.0, heat_runs__pass__speed_kmh=80.0)  # fmt: skip
        trip = Results(laden(moment(rig, "today", on=TODAY))).of(TripResults)
        assert trip.climbs.value and trip.climb_heat.value
        assert trip.climbs.value[0].held_kmh == trip.climb_heat.value[0].climb.held_kmh


def test_hours_at_the_bench_before_a_day() -> None:
    # Two hours on each weekday, none at the weekend: TODAY is a Monday.
    shop = Shop(name="shed", bench_hours=(2.0,) * 5 + (0.0,) * 2)
    days = bench(shop.bench(TODAY))
    assert TODAY.weekday() == 0
    assert [days.hours_before(TODAY + timedelta(days=n)) for n in (0, 1, 5, 7, 8)] == [0, 2, 10, 10, 12]
