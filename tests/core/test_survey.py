"""The survey: repair against replace, and the order in which faults are put right."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.survey.records import SurveyItem, Weighing
from jorvak.core.survey.weigh import before_lift, in_order, still_open, weigh
from tests.conftest import demo


def item(**more: object) -> SurveyItem:
    return SurveyItem.model_validate({"zone": "frame", "item": "sill", "condition": "holed", **more})


def test_both_ways_with_what_is_likely_hidden() -> None:
    weighing = Weighing(repair_hours=4, repair_cost=100, replace_hours=2, replace_cost=900, hidden="none")
    got = weigh(item(weighing=weighing), hour_rate=40)
    assert got.repair and got.replace
    assert (got.repair.total, got.replace.total) == (100 + 160, 900 + 80)
    assert got.says == "repair" and got.waits_for == ()
    much = weigh(item(weighing=weighing.model_copy(update={"hidden": "much"})), hour_rate=40)
    assert much.repair and much.repair.total == pytest.approx(260 * 1.75)
    assert much.repair.total_off > got.repair.total_off


def test_numbers_within_their_doubt_leave_it_to_the_reasons() -> None:
    weighing = Weighing(repair_hours=10, repair_cost=50, replace_hours=4, replace_cost=300, will=False)
    got = weigh(item(weighing=weighing, concern="safety"), hour_rate=35)
    assert got.says is None and "too close to call" in got.sentence
    assert len(got.for_replace) == 2


def test_without_numbers_it_says_which() -> None:
    assert weigh(item(), 0).waits_for == (
        "hours to repair it",
        "hours to replace it",
        "price of the new part",
    )


@given(rate=st.floats(0, 200), more=st.floats(0, 100))
def test_a_dearer_hour_never_makes_work_cheaper(rate: float, more: float) -> None:
    weighing = Weighing(repair_hours=5, repair_cost=10, replace_hours=1, replace_cost=200)
    cheap, dear = (weigh(item(weighing=weighing), r).repair for r in (rate, rate + more))
    assert cheap and dear and dear.total >= cheap.total


def test_safety_and_engine_come_before_looks_and_lift() -> None:
    survey = demo(0).all(SurveyItem)
    ordered = in_order(survey)
    concerns = [each.concern for each in ordered if still_open(each)]
    assert concerns == sorted(concerns, key=["safety", "engine", "structure", "comfort", "looks"].index)
    assert ordered[-1].condition == "sound" or ordered[-1].decision == "leave"
    assert {each.item for each in before_lift(survey)} >= {"brake pipe, rear axle", "radiator"}
