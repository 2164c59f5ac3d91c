"""Work laid on days: by its rules, against every order there is, and what it says of what can never be."""

from datetime import date, timedelta
from itertools import permutations
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.work.bench import QUARTERS
from jorvak.core.work.chance import CALCULATION as CHANCE
from jorvak.core.work.laid import Work, as_work, placed_in
from jorvak.core.work.schedule import CALCULATION as SCHEDULE
from jorvak.core.work.schedule import ScheduleIn
from jorvak.core.work.search import search

START = date(2026, 3, 2)
EVENINGS = [2, 2, 2, 2, 0, 6, 0]


def asked(jobs: list[dict[str, Any]], **more: Any) -> dict[str, Any]:
    return {"start": "2026-03-02", "bench_hours": EVENINGS, "jobs": jobs, **more}


def visits(weeks: int, hours: float = 4) -> list[dict[str, Any]]:
    return [{"date": str(START + timedelta(days=5 + 7 * week)), "hours": hours} for week in range(weeks)]


@st.composite
def small_work(draw: st.DrawFn) -> dict[str, Any]:
    count = draw(st.integers(1, 4))
    rigs = draw(st.sampled_from([None, 1, 2]))
    jobs = []
    for i in range(count):
        job: dict[str, Any] = {"id": f"j{i}", "hours": draw(st.sampled_from([0, 0.5, 1, 1.75, 2, 3.5]))}
        job["after"] = [f"j{k}" for k in range(i) if draw(st.integers(0, 3)) == 0]
        job["wait_hours"] = draw(st.sampled_from([0, 0, 0, 20, 60.1]))
        job["hands"] = draw(st.sampled_from([1, 1, 2]))
        job["needs"] = draw(st.sampled_from([[], [], ["bay"]]))
        job["splits"] = draw(st.booleans())
        if draw(st.integers(0, 4)) == 0:
            job["not_before"] = str(START + timedelta(days=draw(st.integers(0, 9))))
        if rigs == 2:
            job["rig"] = draw(st.sampled_from(["r0", "r1"]))
        jobs.append(job)
    more: dict[str, Any] = {"people": draw(st.integers(1, 2)), "helper": visits(10)}
    if rigs is not None:
        more["rigs"] = [
            {"name": f"r{k}", "deadline": str(START + timedelta(days=draw(st.integers(1, 12))))}
            for k in range(rigs)
        ]
    return asked(jobs, **more)


def work_of(raw: dict[str, Any]) -> Work:
    question = ScheduleIn.model_validate(raw)
    return as_work(question, question.hours_ratio)


@settings(max_examples=25, deadline=None)
@given(small_work())
def test_nothing_is_better_than_the_plan_that_is_proven(raw: dict[str, Any]) -> None:
    work = work_of(raw)
    plan, proven = search(work, 60.0, None)
    assert proven
    orders = (
        order
        for order in permutations(range(len(work.jobs)))
        if all(order.index(a) < order.index(b) for b in order for a in work.befores[b])
    )
    plans = [placed_in(work, order) for order in orders]
    assert plan.merit == min(each.merit for each in plans if each is not None)


@settings(max_examples=30, deadline=None)
@given(small_work(), st.sampled_from([1.0, 1.3, 2.2]))
def test_a_plan_keeps_every_rule(raw: dict[str, Any], ratio: float) -> None:
    raw |= {"hours_ratio": ratio, "limit_s": 1}
    answer = SCHEDULE.as_json(raw)
    jobs = {job["id"]: job for job in raw["jobs"]}
    at: dict[str, list[tuple[float, float, bool]]] = {}
    for day in answer["by_day"]:
        midnight = (date.fromisoformat(day["date"]) - START).days * 24 + 8
        for piece in day["jobs"]:
            at.setdefault(piece["id"], []).append(
                (midnight + piece["from_h"], midnight + piece["to_h"], piece["with_helper"])
            )
            assert piece["to_h"] <= EVENINGS[date.fromisoformat(day["date"]).weekday()]
    assert set(at) == set(jobs)
    for name, pieces in at.items():
        job = jobs[name]
        took = sum(end - begin for begin, end, _ in pieces)
        assert took >= job["hours"] * ratio - 1e-9
        assert took < job["hours"] * ratio + 1 / QUARTERS + 1e-9
        for before in job["after"]:
            assert pieces[0][0] >= at[before][-1][1] + jobs[before]["wait_hours"] - 1e-9
        if "not_before" in job:
            assert pieces[0][0] >= (date.fromisoformat(job["not_before"]) - START).days * 24
    quarters = {
        round(begin * 4) + k
        for pieces in at.values()
        for begin, end, _ in pieces
        for k in range(round((end - begin) * 4))
    }
    for quarter in quarters:
        here = [
            (name, helped)
            for name, pieces in at.items()
            for begin, end, helped in pieces
            if begin * 4 <= quarter < end * 4
        ]
        hands = sum(1 if helped or jobs[name]["hands"] == 1 else 2 for name, helped in here)
        assert hands <= raw["people"]
        assert sum(helped for _, helped in here) <= 1
        assert sum("bay" in jobs[name]["needs"] for name, _ in here) <= 1


def test_a_small_bench_worked_out_by_hand() -> None:
    """Mon and Tue 2 h each: 3 h of stripping end on Tuesday at 9:00; paint of 1 h ends at 10:00 and dries 24 h, so the
    brackets wait for Wednesday 10:00, when the bench's day is over, and begin on Thursday at 8:00."""
    answer = SCHEDULE.as_json(
        asked(
            [
                {"id": "strip", "hours": 3},
                {"id": "paint", "hours": 1, "after": ["strip"], "wait_hours": 24},
                {"id": "brackets", "hours": 1.5, "after": ["paint"]},
            ]
        )
    )
    assert [(day["date"], [job["id"] for job in day["jobs"]]) for day in answer["by_day"]] == [
        ("2026-03-02", ["strip"]),
        ("2026-03-03", ["strip", "paint"]),
        ("2026-03-05", ["brackets"]),
    ]
    assert answer["ready_h"] == 3 * 24 + 8 + 1.5
    assert answer["critical"] == ["strip", "paint", "brackets"]
    assert answer["proven"]


@pytest.mark.parametrize(
    ("jobs", "more", "field"),
    [
        ([{"id": "a", "hours": 1, "after": ["b"]}, {"id": "b", "hours": 1, "after": ["a"]}], {}, "jobs"),
        ([{"id": "a", "hours": 7, "splits": False}], {}, "jobs"),
        ([{"id": "a", "hours": 1}, {"id": "a", "hours": 2}], {}, "jobs.1.id"),
        ([{"id": "a", "hours": 1, "after": ["z"]}], {}, "jobs.0.after.0"),
        ([{"id": "a", "hours": 1, "rig": "z"}], {"rigs": [{"name": "x"}, {"name": "y"}]}, "jobs.0.rig"),
        ([], {"rigs": [{"name": "x"}, {"name": "x"}]}, "rigs.1.name"),
        ([], {"rigs": []}, "rigs"),
        ([{"id": "a", "hours": 5, "hands": 2}], {"helper": visits(3)}, "helper"),
        ([{"id": "a", "hours": 1, "hands": 2, "not_before": "2026-09-01"}], {"helper": visits(3)}, "helper"),
        ([{"id": "a", "hours": 9999}], {}, "bench_hours"),
        ([{"id": "a", "hours": 1}], {"bench_hours": [0] * 7}, "bench_hours"),
        (
            [{"id": "a", "hours": 1}],
            {"closed": [str(START + timedelta(days=k)) for k in range(365)]},
            "bench_hours",
        ),
        ([], {"bench_hours": [2.1, 0, 0, 0, 0, 0, 0]}, "bench_hours.0"),
        ([], {"bench_from": [23] * 7}, "bench_from.0"),
        ([], {"start": 20260302}, "start"),
        ([{"id": "a", "hours": 1, "not_before": "tomorrow"}], {}, "jobs.0.not_before"),
    ],
)
def test_what_can_never_be_is_said(jobs: list[dict[str, Any]], more: dict[str, Any], field: str) -> None:
    with pytest.raises(Refused) as refused:
        SCHEDULE(asked(jobs, **more))
    assert refused.value.field == field
    assert refused.value.message.endswith(".")


def test_a_job_that_only_the_ratio_makes_too_long_splits_and_one_for_two_comes_in_parts() -> None:
    raw = asked(
        [{"id": "weld", "hours": 6, "splits": False}, {"id": "lift", "hours": 4, "hands": 2}],
        helper=visits(6),
        hours_ratio=1.5,
    )
    answer = SCHEDULE.as_json(raw)
    days = {day["date"] for day in answer["by_day"] for job in day["jobs"] if job["id"] == "lift"}
    lift = [job for day in answer["by_day"] for job in day["jobs"] if job["id"] == "lift"]
    assert len(days) == 2
    assert [job["to_h"] - job["from_h"] for job in lift] == [3, 3]
    assert all(job["with_helper"] for job in lift)


def test_watching_sees_plans_that_get_better_and_can_stop() -> None:
    jobs = [
        {
            "id": f"j{i}",
            "hours": 1 + i % 3,
            "wait_hours": 30 * (i % 2),
            "after": [f"j{i - 2}"] if i > 2 else [],
        }
        for i in range(12)
    ]
    seen: list[Any] = []

    def watch(plan: Any) -> bool:
        seen.append(plan.merit)
        return False

    _, proven = search(work_of(asked(jobs)), 10.0, watch)
    assert len(seen) >= 1
    assert not proven


LATE = asked(
    [{"id": "gears", "hours": 8}, {"id": "bleed", "hours": 1, "after": ["gears"], "wait_hours": 12}],
    rigs=[{"name": "Plover", "deadline": "2026-03-09"}],
    history=[],
)


def test_a_later_date_is_never_less_likely() -> None:
    def p(deadline: str) -> float:
        raw = {**LATE, "rigs": [{"name": "Plover", "deadline": deadline}], "runs": 400}
        return float(CHANCE.as_json(raw)["p_deadline"])

    chances = [p(str(START + timedelta(days=days))) for days in range(4, 20, 3)]
    assert chances == sorted(chances)
    assert chances[0] < 0.3
    assert chances[-1] > 0.9


def test_a_run_beyond_the_year_is_late_and_has_no_date() -> None:
    raw = {**LATE, "jobs": [{"id": "frame", "hours": 700}], "runs": 200}
    answer = CHANCE.as_json(raw)
    assert answer["finish_p90"] is None
    assert answer["p_deadline"] == 0


@pytest.mark.parametrize(
    ("order", "field"),
    [
        (["gears", "z"], "order.1"),
        (["gears", "gears"], "order.1"),
        (["gears"], "order"),
        (["bleed", "gears"], "order"),
    ],
)
def test_an_order_that_is_none(order: list[str], field: str) -> None:
    with pytest.raises(Refused) as refused:
        CHANCE({**LATE, "order": order})
    assert refused.value.field == field
