"""The order of the plan, a correction that is overtaken, hubs, and what of the survey stands before the trip."""

from dataclasses import replace
from datetime import date

import pytest

from jorvak.core.assess import assess
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import choosing, moment
from jorvak.core.money.totals import totals
from jorvak.core.plan.compare import compare, options_of
from jorvak.core.plan.records import Question, question_of
from jorvak.core.rig import Fitted, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.survey.records import SurveyItem, Weighing
from jorvak.core.trip.readiness import Readiness, readiness
from tests.conftest import TODAY, demo, planned, with_records
from tests.core.test_findings_table import found, noted, severities


def ready(rig: Rig) -> Readiness:
    return readiness(rig, TODAY, assess(rig, with_doubt=False, on=TODAY))


class TestOrder:
    @pytest.mark.parametrize(
        ("lines", "says"),
        [
            (("storage drawers 62 kg at 2600", "tank 60 water at 2700"), "the tank goes under it"),
            (("bumper 40 kg at -780", "winch 38 kg at -700"), "hides the winch's bolts"),
            (("speedometer converter", "tyre 285/75R17"), "corrected for the tyres"),
            (("speedometer converter", "gears 4.10"), "corrected for the tyres"),
        ],
    )
    def test_what_comes_too_late_is_said_and_the_other_way_round_is_not(
        self, plover: Rig, lines: tuple[str, str], says: str
    ) -> None:
        (upset,) = found(planned(plover, *lines), "order-broken")
        assert upset.severity == "watch" and says in upset.text and upset.change == 2
        assert found(planned(plover, *reversed(lines)), "order-broken") == []

    def test_what_lies_apart_or_is_done_upsets_nothing(self, plover: Rig) -> None:
        apart = planned(plover, "storage drawers 62 kg at 2600", "tank 60 water at 900")
        assert found(apart, "order-broken") == []
        late = planned(plover, "bumper 40 kg at -780", "winch 38 kg at -700")
        done = tuple(
            change.model_copy(update={"state": "fitted", "fitted": Fitted(on=date(2026, 2, 1))})
            for change in late.changes
        )
        assert found(replace(late, changes=done), "order-broken") == []


class TestCorrection:
    def test_it_is_right_for_its_tyres_and_wrong_on_others(self, plover: Rig) -> None:
        right = planned(plover, "tyre 285/75R17", "speedometer converter")
        state = Results(moment(right, "planned")).of(RollingResults).speedometer.value
        assert state and state.calculated.error_pct == pytest.approx(0)
        assert severities(right, "speedometer-outside-band") == []
        again = planned(right, "tyre 315/75R17")
        (upset,) = found(again, "speedometer-outside-band")
        assert "It was corrected for 285/75R17" in upset.text
        diameters = [17 * 25.4 + 2 * width * 0.75 for width in (285, 315)]
        state = Results(moment(again, "planned")).of(RollingResults).speedometer.value
        assert state and state.calculated.error_pct == pytest.approx((diameters[0] / diameters[1] - 1) * 100)

    def test_a_roll_out_measured_after_it_changes_nothing_of_it(self, plover: Rig) -> None:
        right = planned(plover, "tyre 285/75R17", "speedometer converter")
        rolled = noted(right, "measured", wheels__rear_left__circumference_mm=2500.0)
        fitted = tuple(
            change.model_copy(update={"state": "fitted", "fitted": Fitted(on=date(2026, 1, 1))})
            for change in right.changes
        )
        figures = {
            path: replace(figure, noted_on=TODAY, taken="as it stood") if figure.value == 2500.0 else figure
            for path, figure in rolled.figures.items()
        }
        state = (
            Results(moment(replace(rolled, changes=fitted, figures=figures), "today"))
            .of(RollingResults)
            .speedometer.value
        )
        assert state and state.calculated.error_pct == pytest.approx(0)

    def test_other_gears_count_where_the_sensor_sees_them(self, plover: Rig) -> None:
        geared = planned(plover, "speedometer converter", "gears 4.10")
        state = Results(moment(geared, "planned")).of(RollingResults).speedometer.value
        assert state and state.calculated.error_pct == pytest.approx((41 / 10 / (41 / 11) - 1) * 100)


class TestHubs:
    def test_a_front_shaft_that_is_let_go_turns_only_while_engaged(self, plover: Rig) -> None:
        def line(rig: Rig) -> tuple[float, float]:
            got = Results(moment(rig, "planned")).of(DrivelineResults).front_shaft.value
            assert got
            return got.speed_kmh, got.ride.calculated.residual_rad_s2

        fixed, free = line(plover), line(planned(plover, "hubs"))
        assert (fixed[0], free[0]) == (130, 80)
        assert free[1] == pytest.approx(fixed[1] * (80 / 130) ** 2)
        assert line(noted(planned(plover, "hubs"), aims__fastest_engaged_kmh=60.0))[0] == 60
        assert line(noted(planned(plover, "hubs"), transfer__drive="full-time"))[0] == 130


BELT = SurveyItem(zone="cabin", item="seat belt", condition="worn", concern="safety")


class TestSurveyBeforeTheTrip:
    @pytest.mark.parametrize(
        ("update", "blocks"),
        [
            ({}, "not decided"),
            ({"decision": "look again"}, "not decided"),
            ({"decision": "replace"}, "replace, not done"),
            ({"decision": "replace", "condition": "replaced"}, None),
            ({"decision": "leave", "reason": "only the cover"}, None),
            ({"condition": "sound"}, None),
            ({"concern": "looks"}, None),
        ],
    )
    def test_a_safety_item_blocks_until_it_is_settled(
        self, plover: Rig, update: dict[str, object], blocks: str | None
    ) -> None:
        got = ready(with_records(plover, survey=(BELT.model_copy(update=update),)))
        against = [each.text.split(": ")[2] for each in got.against if each.sheet == "survey"]
        assert against == ([blocks] if blocks else [])
        assert (got.verdict == "do-not-go") == bool(blocks)

    def test_what_it_decides_counts_in_hours_and_money(self, plover: Rig) -> None:
        given = Weighing(repair_hours=3, repair_cost=20, replace_hours=1.5, replace_cost=140)
        bare = with_records(plover, survey=())
        for decision, hours, cost in (("repair", 3, 20), ("replace", 1.5, 140)):
            item = BELT.model_copy(update={"decision": decision, "weighing": given})
            rig = with_records(plover, survey=(item,))
            assert ready(rig).hours_open - ready(bare).hours_open == hours
            assert totals(rig, "planned").to_come - totals(bare, "planned").to_come == cost
            assert totals(rig, "planned").survey == cost and totals(rig, "as-found").survey == 0
            done = with_records(plover, survey=(item.model_copy(update={"condition": "replaced"}),))
            assert ready(done).hours_open == ready(bare).hours_open


class TestRivals:
    def test_options_that_nobody_chose_are_no_work(self) -> None:
        open_, chosen = demo(0), choosing(demo(0), "40 mm", "A springs")
        titles = [item.title for item in ready(open_).open]
        assert not any(title.startswith(("springs", "coil spacers", "trim")) for title in titles)
        assert sum(item.title.startswith("springs") for item in ready(chosen).open) == 2

    def test_the_hours_of_options_are_of_the_whole_plan_as_its_money_is(self) -> None:
        rig = demo(0)
        question = question_of(rig, "40 mm")
        assert question
        bare = question.model_copy(update={"options": (*question.options, "D nothing")})
        rig = with_records(rig, questions=tuple(bare if q.key == "40 mm" else q for q in rig.all(Question)))
        columns = {column.label: column for column in compare(options_of(rig, bare)).columns}
        nothing = columns["D nothing"]
        others = sum(
            change.hours or 0 for change in rig.changes if change.option is None and change.hours is not None
        )
        assert nothing.hours >= others > 0
        assert all(column.hours > nothing.hours for name, column in columns.items() if name != "D nothing")
        assert all(column.money.spent >= nothing.money.spent for column in columns.values())


def test_a_case_that_is_swapped_takes_the_torque_that_grip_allows() -> None:
    strength = Results(moment(demo(1), "planned")).of(DrivelineResults).rear_strength.value
    assert strength
    # Permitted rear axle and a tenth on the slope: 2200 kg × 1.1 by 0.8 over the tyre's radius and 4.30.
    by_hand = 2200 * 1.1 * 9.80665 * 0.8 * 0.371 / (43 / 10)
    assert strength.calculated.shaft_nm == pytest.approx(by_hand) == pytest.approx(1638, abs=1)
    assert strength.calculated.shaft_by_engine_nm == pytest.approx(3281, abs=1)
