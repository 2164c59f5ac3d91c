"""The work: jobs that changes, the survey and people bring, their order and gates, what they upset, the shop."""

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.copying import copied
from jorvak.core.findings import Finding
from jorvak.core.plan.jobs import GATES
from jorvak.core.plan.kinds import jobs_of
from jorvak.core.rig import Change, Figure, Fitted, Rig
from jorvak.core.survey.records import SurveyItem
from jorvak.core.work.falling_due import falling_due, uncounted
from jorvak.core.work.jobs import WorkJob, work_jobs
from jorvak.core.work.keys import change_of, of_change, renumbered, source_of
from jorvak.core.work.log import log_of
from jorvak.core.work.outlook import (
    begins_on,
    could_wait,
    helper_missing,
    misses_the_date,
    outlook,
    part_late,
    quick_plan,
)
from jorvak.core.work.planning import Asked, InShop, asked, broken_holds, history_of
from jorvak.core.work.proving import commissioning, compare
from jorvak.core.work.records import (
    BehindIt,
    IntervalRecord,
    JobFastener,
    JobRecord,
    JobWait,
    LogLine,
    Overruled,
    SignOff,
    Spell,
    TakenOff,
    Tick,
)
from jorvak.core.work.shop import Closed, Helper, Shop
from tests.conftest import TODAY, demo

EVENINGS = Shop(name="bench", bench_hours=(2, 2, 2, 2, 0, 6, 0))
GEARS = {"kind": "gears", "fields": {"axle": "rear", "ratio": 4.1}}
SPRINGS = {"kind": "springs", "fields": {"axle": "front", "free_length_mm": 448.0, "rate_n_per_mm": 38.0}}


def small(*changes: Change, **records: Any) -> Rig:
    """A vehicle of nothing but what is to be done; a job's record by its key with ``__`` for a space."""
    rig = Rig(name="small", changes=tuple(c.model_copy(update={"id": i}) for i, c in enumerate(changes, 1)))
    kept = tuple(JobRecord(key=key, **said) for key, said in records.items())
    return rig.having(JobRecord, kept) if kept else rig


def said(rig: Rig, *records: JobRecord) -> Rig:
    return rig.having(JobRecord, records)


def by_key(rig: Rig, on: date = TODAY) -> dict[str, WorkJob]:
    return {job.key: job for job in work_jobs(rig, on)}


def laid(*rigs: Rig, shop: Shop = EVENINGS, **more: Any) -> Asked:
    return asked([InShop(i, rig.name, rig) for i, rig in enumerate(rigs, 1)], shop, TODAY, **more)


def found(rig: Rig, code: str, stage: Any = "planned") -> list[Finding]:
    return [each for each in assess(rig, stage, on=TODAY).findings if each.code == code]


class TestJobs:
    def test_a_change_brings_its_jobs_in_their_order(self) -> None:
        jobs = by_key(small(Change(**GEARS)))
        assert list(jobs) == ["change 1.1", "change 1.2"]
        gears, run_in = jobs.values()
        assert (gears.stage, gears.area, gears.system, gears.needs) == (
            "assemble",
            "rear-axle",
            "driveline",
            ("bay",),
        )
        assert run_in.after == ("change 1.1",) and run_in.stage == "prove"
        assert any(each.once_only for each in gears.fasteners)

    def test_the_changes_own_guess_is_shared_among_its_jobs(self) -> None:
        jobs = by_key(small(Change(**GEARS, hours=16)))
        # 7 h and 1 h are usual: of 16 h the first has 14.
        assert [job.hours for job in jobs.values()] == pytest.approx([14, 2])
        assert all(job.own_hours for job in jobs.values())

    def test_what_is_said_of_a_job_goes_over_what_its_kind_says(self) -> None:
        rig = said(small(Change(**GEARS)), JobRecord(key="change 1.1", hours=9, hands=2, steps=("Oil out.",)))
        job = by_key(rig)["change 1.1"]
        assert (job.hours, job.hands, [step.text for step in job.steps]) == (9, 2, ["Oil out."])
        assert job.stage == "assemble"

    def test_a_fitted_change_leaves_only_what_proves_it_where_somebody_said_so(self) -> None:
        rig = small(Change(**GEARS, state="fitted", fitted=Fitted(on=TODAY)))
        assert all(job.done for job in by_key(rig).values())
        proving = said(rig, JobRecord(key="change 1.2", hours=1))
        assert [job.done for job in by_key(proving).values()] == [True, False]

    def test_a_gate_keeps_what_follows_closed(self) -> None:
        rig = small(Change(**SPRINGS))
        gate = GATES["springs"]
        steps = by_key(rig)["change 1.1"].steps
        assert steps[0].text == gate and steps[0].gate
        assert [step.closed for step in steps] == [False, *[True] * (len(steps) - 1)]
        ticked = said(rig, JobRecord(key="change 1.1", ticks=(Tick(step=gate, on=TODAY),)))
        assert not any(step.closed for step in by_key(ticked)["change 1.1"].steps)

    def test_an_open_gate_shows_once_something_is_begun(self) -> None:
        rig = small(Change(**SPRINGS))
        assert by_key(rig)["change 1.1"].open_gate is None
        begun = said(rig, JobRecord(key="change 1.1", spells=(Spell(on=TODAY, hours=1),)))
        assert by_key(begun)["change 1.1"].open_gate == GATES["springs"]

    def test_bush_bolts_get_their_last_torque_on_the_wheels(self) -> None:
        rig = small(
            Change(**SPRINGS),
            Change(kind="tyres", fields={"size": "265/70R17"}),
        )
        given = laid(rig)
        before = {(edge.before, edge.after): edge.why for edge in given.edges}
        assert before["1 change 2.1", "1 change 1.2"] == "weight-on"

    @pytest.mark.parametrize(
        ("item", "condition", "decision", "area", "system"),
        [
            ("brake pipe, rear", "worn", "replace", "brakes", "brakes"),
            ("sill, left", "holed", "repair", "body", "frame"),
            ("tailgate", "worn", "repair", "body", "body"),
        ],
    )
    def test_the_survey_decides_work(
        self, item: str, condition: Any, decision: Any, area: str, system: str
    ) -> None:
        rig = small().having(
            SurveyItem, (SurveyItem(zone="rear", item=item, condition=condition, decision=decision),)
        )
        job = by_key(rig)[f"survey {item}"]
        assert (job.area, job.system) == (area, system)
        assert job.hours > 0 and not job.own_hours
        undecided = small().having(SurveyItem, (SurveyItem(zone="rear", item=item, condition=condition),))
        assert by_key(undecided) == {}

    def test_what_the_survey_found_later_is_told_apart(self) -> None:
        items = tuple(
            SurveyItem(zone="rear", item=name, condition="worn", decision="repair", found_on=day)
            for name, day in (("hinge", TODAY - timedelta(40)), ("lock", TODAY))
        )
        assert [job.found_later for job in work_jobs(small().having(SurveyItem, items))] == [False, True]

    def test_two_jobs_of_one_title_are_called_by_their_changes(self) -> None:
        rig = small(
            Change(kind="tank", fields={"volume_l": 60, "holds": "water"}),
            Change(kind="tank", fields={"volume_l": 90, "holds": "diesel"}),
        )
        titles = [job.title for job in work_jobs(rig)]
        assert len(set(titles)) == len(titles) == 2

    @given(st.integers(1, 400), st.integers(1, 9), st.integers(1, 400))
    def test_a_key_goes_from_one_numbering_to_another_and_back(
        self, change: int, number: int, other: int
    ) -> None:
        key = of_change(change, number)
        there = renumbered(key, {change: other})
        assert change_of(there) == other
        assert renumbered(there, {other: change}) == key
        assert renumbered("survey change 3.1", {3: 4}) == "survey change 3.1"
        assert source_of("survey sill, left") == ("survey", "sill, left")

    def test_every_kind_says_what_its_jobs_want(self) -> None:
        for number in range(3):
            for change in demo(number).changes:
                for job in jobs_of(change):
                    assert job.steps and job.cautions, job.title
                    assert set(job.gates) <= set(job.steps)


class TestFindings:
    def test_cut_before_measured(self) -> None:
        trim = Change(kind="trim", fields={"what": "liner", "by_mm": 20})
        rig = small(trim)
        assert [each.severity for each in found(rig, "cut-before-measured")] == ["stop"]
        assumed = replace(rig, figures={"gaps.liner.x_mm": Figure(470.0)})
        assert "guessed" in found(assumed, "cut-before-measured")[0].text
        assert found(assumed, "cut-before-measured")[0].settled_by[0].figure == "gaps.liner.x_mm"
        measured = replace(rig, figures={"gaps.liner.x_mm": Figure(470.0, "measured")})
        assert found(measured, "cut-before-measured") == []
        assert found(rig, "cut-before-measured", "as-found") == []
        done = said(rig, JobRecord(key="change 1.1", signed=SignOff(on=TODAY)))
        assert found(done, "cut-before-measured") == []

    def test_closed_too_soon(self) -> None:
        bumper = small(Change(kind="bumper", fields={"axle": "front"}))
        # 40 % of 9 + 1.5 h is 4.2 h, less 1.5 h now: 2.7 h won.
        behind = BehindIt(name="brake line", hours_to_reopen=9, chance_pct=40, hours_now=1.5)
        rig = said(bumper, JobRecord(key="change 1.1", behind=(behind,)))
        (raised,) = found(rig, "closed-too-soon")
        assert raised.severity == "watch" and "2.7 h" in raised.text
        seen_to = said(
            bumper, JobRecord(key="change 1.1", behind=(behind.model_copy(update={"done": True}),))
        )
        assert found(seen_to, "closed-too-soon") == []
        rarely = behind.model_copy(update={"chance_pct": 10})
        assert found(said(bumper, JobRecord(key="change 1.1", behind=(rarely,))), "closed-too-soon") == []

    def test_one_time_fastener(self) -> None:
        def with_state(state: Any) -> Rig:
            bolts = JobFastener(where="ring gear bolts", once_only=True, state=state)
            return said(small(Change(**GEARS)), JobRecord(key="change 1.1", fasteners=(bolts,)))

        assert [each.severity for each in found(with_state("reuse"), "one-time-fastener")] == ["note"]
        assert found(with_state("new"), "one-time-fastener") == []
        assert found(with_state(None), "one-time-fastener") == []

    @pytest.mark.parametrize(("kind", "severity"), [("brakes", "watch"), ("rack", "note")])
    def test_put_off(self, kind: str, severity: str) -> None:
        rig = small(Change(kind=kind, fields={}))
        late = said(rig, JobRecord(key="change 1.1", put_off="parts are late"))
        assert [each.severity for each in found(late, "put-off")] == [severity]
        assert found(rig, "put-off") == []

    @pytest.mark.parametrize(
        ("system", "severity"),
        [("brakes", "stop"), ("fuel", "stop"), ("steering", "stop"), ("body", "watch"), (None, "watch")],
    )
    def test_temporary_fix(self, system: Any, severity: str) -> None:
        line = LogLine(kind="temporary-fix", text="clamped", noted_on=TODAY, system=system)
        assert [each.severity for each in found(small().having(LogLine, (line,)), "temporary-fix")] == [
            severity
        ]
        resolved = line.model_copy(update={"resolved_on": TODAY})
        assert found(small().having(LogLine, (resolved,)), "temporary-fix") == []

    def test_overdue_by_true_distance_and_by_date(self) -> None:
        oil = IntervalRecord(name="engine oil", every_km=8000, last_km=100_000)
        rig = small().having(IntervalRecord, (oil,))
        at = {"odometer.reading_km": Figure(107_999.0, "measured")}
        assert found(replace(rig, figures=at), "overdue") == []
        over = {"odometer.reading_km": Figure(108_001.0, "measured")}
        assert "1 km" in found(replace(rig, figures=over), "overdue")[0].text
        belt = IntervalRecord(name="belt", every_months=9, last_on=TODAY - timedelta(400))
        assert len(found(small().having(IntervalRecord, (belt,)), "overdue")) == 1

    def test_what_nobody_can_count_is_said(self) -> None:
        oil = IntervalRecord(name="engine oil", every_km=8000, last_km=100_000)
        rig = small().having(IntervalRecord, (oil,))
        assert [each.name for each in uncounted(rig)] == ["engine oil"]
        assert falling_due(rig, TODAY) == ()
        assert "Nobody can say" in found(rig, "overdue")[0].text
        backwards = replace(rig, figures={"odometer.reading_km": Figure(90_000.0, "measured")})
        assert [each.name for each in uncounted(backwards)] == ["engine oil"]

    def test_left_over(self) -> None:
        plate = TakenOff(name="skid plate", bag="7", job="change 1.1")
        rig = small(Change(**GEARS)).having(TakenOff, (plate,))
        assert found(rig, "left-over") == []
        done = said(rig, JobRecord(key="change 1.1", signed=SignOff(on=TODAY)))
        assert "bag 7" in found(done, "left-over")[0].text
        back = done.having(TakenOff, (plate.model_copy(update={"back_on": TODAY}),))
        assert found(back, "left-over") == []
        away = done.having(TakenOff, (plate.model_copy(update={"goes_back": False}),))
        assert found(away, "left-over") == []


class TestPlanning:
    def test_hours_that_are_worked_come_off_what_is_laid(self) -> None:
        """4 h guessed, 1 h worked; nobody's record, so a sum grows by 1.4754: 4·1.4754 − 1 = 4.9 h, laid in 20 quarters."""
        rig = said(small(), JobRecord(key="hand paint", hours=4, spells=(Spell(on=TODAY, hours=1),)))
        plan = quick_plan(laid(rig).schedule)
        assert sum(job.to_h - job.from_h for day in plan.by_day for job in day.jobs) == 5.0

    def test_waits_come_before_and_after(self) -> None:
        rig = said(
            small(),
            JobRecord(key="hand coat", hours=1, waits=(JobWait(for_what="drying", hours=48),)),
            JobRecord(key="hand fit", hours=1, after=("hand coat",)),
            JobRecord(
                key="hand tank", hours=1, waits=(JobWait(for_what="date", until=TODAY + timedelta(20)),)
            ),
        )
        jobs = {job.id: job for job in laid(rig).schedule.jobs}
        assert jobs["1 hand coat"].wait_hours == 48
        assert jobs["1 hand fit"].after == ["1 hand coat"]
        assert jobs["1 hand tank"].not_before == TODAY + timedelta(20)

    def test_done_and_put_off_are_not_laid(self) -> None:
        rig = said(
            small(),
            JobRecord(key="hand a", signed=SignOff(on=TODAY)),
            JobRecord(key="hand b", put_off="no time"),
            JobRecord(key="hand c"),
        )
        assert list(laid(rig).jobs) == ["1 hand c"]

    def test_a_rule_that_is_overruled_holds_no_more(self) -> None:
        brackets = JobRecord(key="hand weld", stage="weld", area="frame", hours=1)
        wiring = JobRecord(key="hand wire", stage="wire", area="electrics", hours=1)
        assert [edge.why for edge in laid(said(small(), brackets, wiring)).edges] == ["weld-before-wire"]
        free = wiring.model_copy(
            update={"overruled": (Overruled(before="hand weld", reason="battery is out"),)}
        )
        assert laid(said(small(), brackets, free)).edges == ()

    def test_a_hold_is_kept_where_it_can_be_and_said_where_not(self) -> None:
        later = TODAY + timedelta(8)
        weld = JobRecord(key="hand weld", stage="weld", area="frame", hours=6)
        wire = JobRecord(key="hand wire", stage="wire", area="electrics", hours=1, held_on=later)
        given = laid(said(small(), weld, wire))
        plan = quick_plan(given.schedule)
        assert begins_on(plan, "1 hand wire") == later
        assert broken_holds(given, plan) == ()
        soon = laid(said(small(), weld, wire.model_copy(update={"held_on": TODAY})))
        (broken,) = broken_holds(soon, quick_plan(soon.schedule))
        assert (broken.before, broken.why, broken.severity) == ("1 hand weld", "weld-before-wire", "stop")

    def test_a_job_for_two_that_no_visit_fits_is_laid_for_one_and_said(self) -> None:
        rig = said(small(), JobRecord(key="hand lift", hours=5, hands=2))
        shop = EVENINGS.model_copy(
            update={"helpers": (Helper(first=TODAY + timedelta(5), hours=4, every_weeks=2),)}
        )
        given = laid(rig, shop=shop)
        assert given.unhelped == ("1 hand lift",)
        (raised,) = helper_missing(given, [InShop(1, "small", rig)])
        assert raised.code == "helper-missing"
        short = said(small(), JobRecord(key="hand lift", hours=3, hands=2))
        assert helper_missing(laid(short, shop=shop), [InShop(1, "small", short)]) == []

    def test_a_part_that_is_late(self) -> None:
        def waiting(days: int) -> Rig:
            wait = JobWait(for_what="part", part="tank", until=TODAY + timedelta(days))
            return said(small(), JobRecord(key="hand tank", hours=1, waits=(wait,)))

        (raised,) = part_late(laid(waiting(9)))
        assert raised.code == "part-late" and "tank" in raised.text
        assert part_late(laid(waiting(0))) == []

    def test_misses_the_date(self) -> None:
        jobs = tuple(JobRecord(key=f"hand {n}", hours=6) for n in range(5))
        rig = said(small(), *jobs)

        def severity(days: int) -> str | None:
            leaving = replace(rig, brief=rig.brief.model_copy(update={"leaves_on": TODAY + timedelta(days)}))
            given = laid(leaving)
            seen = outlook(given, [quick_plan(given.schedule).order])
            finding = misses_the_date(InShop(1, "small", leaving), seen.chance, TODAY)
            return None if finding is None else finding.severity

        assert [severity(3), severity(24), severity(120)] == ["stop", "measure", None]

    def test_what_could_wait_leaves_no_new_stop(self) -> None:
        rig = demo(0)
        near = replace(rig, brief=rig.brief.model_copy(update={"leaves_on": TODAY + timedelta(50)}))
        shop = EVENINGS.model_copy(update={"people": ("Ines",)})
        of = InShop(1, near.name, near)
        got = could_wait(
            lambda gone: asked([of], shop, TODAY, put_off=gone, alone=True), of, lambda _done, _of: True
        )
        assert got.could_wait
        chances = [each.p for each in got.could_wait]
        assert chances == sorted(chances)
        titles = {name: job.title for name, job in asked([of], shop, TODAY, alone=True).jobs.items()}
        assert not any("gears 4.10" in titles[each.job] for each in got.could_wait)

    def test_the_record_is_learnt_from_jobs_and_from_changes_as_a_whole(self) -> None:
        whole = Change(**GEARS, hours=8, state="fitted", fitted=Fitted(on=TODAY, hours=12))
        rig = said(
            small(whole),
            JobRecord(key="hand a", hours=2, spells=(Spell(on=TODAY, hours=3),), signed=SignOff(on=TODAY)),
            JobRecord(key="hand b", hours=2, spells=(Spell(on=TODAY, hours=3),)),
        )
        assert sorted((each.guessed_h, each.took_h) for each in history_of(rig)) == [(2, 3), (8, 12)]

    def test_two_vehicles_of_one_shop_share_its_people(self) -> None:
        one, other = (
            said(small(), JobRecord(key="hand a", hours=2)),
            said(small(), JobRecord(key="hand b", hours=2)),
        )
        given = laid(one, other)
        assert {job.rig for job in given.schedule.jobs} == {"1", "2"}
        plan = quick_plan(given.schedule)
        taken = [
            (day.date, quarter)
            for day in plan.by_day
            for job in day.jobs
            for quarter in range(round(job.from_h * 4), round(job.to_h * 4))
        ]
        assert len(taken) == len(set(taken))


class TestShop:
    def test_visits_repeat_and_end(self) -> None:
        helper = Helper(first=date(2026, 3, 7), hours=4, every_weeks=2, last=date(2026, 4, 10))
        days = [visit.date for visit in helper.visits(date(2026, 3, 10))]
        assert days == [date(2026, 3, 21), date(2026, 4, 4)]
        once = Helper(first=date(2026, 3, 7), hours=4)
        assert len(list(once.visits(date(2026, 3, 7)))) == 1
        assert list(once.visits(date(2026, 3, 8))) == []

    def test_closed_days_are_none_of_the_bench(self) -> None:
        shop = EVENINGS.model_copy(update={"closed": (Closed(first=TODAY, last=TODAY + timedelta(6)),)})
        assert len(shop.bench(TODAY).closed) == 7

    @pytest.mark.parametrize(
        "wrong",
        [
            {"bench_hours": (2.1, 0, 0, 0, 0, 0, 0)},
            {"bench_hours": (17, 0, 0, 0, 0, 0, 0)},
            {"bench_hours": (6, 0, 0, 0, 0, 0, 0), "bench_from": (20, 8, 8, 8, 8, 8, 8)},
            {"bench_hours": (2, 2)},
            {"people": ()},
            {"closed": ({"first": "2026-03-02", "last": "2026-03-01"},)},
        ],
    )
    def test_what_is_no_shop(self, wrong: dict[str, Any]) -> None:
        with pytest.raises(ValueError):
            Shop.model_validate({"name": "bench", "bench_hours": (2,) * 7, **wrong})


def test_the_log_is_one_line_of_time_the_latest_first() -> None:
    rig = said(
        small(Change(**GEARS, state="fitted", fitted=Fitted(on=TODAY, hours=9))),
        JobRecord(key="change 1.1", spells=(Spell(on=TODAY - timedelta(2), hours=3, by="Ines"),)),
    ).having(LogLine, (LogLine(kind="went-wrong", text="stud broke", noted_on=TODAY - timedelta(1)),))
    entries = log_of(rig)
    assert [entry.kind for entry in entries] == ["fitted", "went-wrong", "hours"]
    assert entries[-1].hours == 3


class TestProving:
    def test_worked_out_by_hand(self) -> None:
        """20, 22 and 24, 26: means 21 and 25; squares 1+1+1+1 of two free; ±2·√(2·(1/2+1/2)) = 2.83."""
        moved = compare([20, 22], [24, 26])
        assert (moved.before, moved.after, moved.difference) == (21, 25, 4)
        assert moved.off == pytest.approx(2.828, abs=1e-3)
        assert moved.verdict == "moved"
        assert compare([20, 22], [21, 24]).verdict == "too close to call"

    @pytest.mark.parametrize(
        ("before", "after", "verdict"),
        [([], [1.0], "not driven yet"), ([1.0], [], "not driven yet"), ([1.0], [9.0], "drive it again")],
    )
    def test_too_little_says_so(self, before: list[float], after: list[float], verdict: str) -> None:
        assert compare(before, after).verdict == verdict

    @given(st.lists(st.floats(0, 100), min_size=2, max_size=8), st.floats(-50, 50))
    def test_the_same_shift_of_every_run_is_the_difference(self, runs: list[float], shift: float) -> None:
        moved = compare(runs, [each + shift for each in runs])
        assert moved.difference == pytest.approx(shift, abs=1e-9)

    def test_what_to_look_at_follows_from_what_was_done(self) -> None:
        brakes = Change(kind="brakes", fields={}, state="fitted", fitted=Fitted(on=TODAY))
        checks = [check.what for check in commissioning(small(brakes))]
        assert any(check.startswith("Leaks") for check in checks)
        assert not any(check.startswith("Winch") for check in checks)
        assert commissioning(small()) == ()

    @pytest.mark.parametrize(
        ("name", "safety", "asked"),
        [
            ("front brake pads", True, "Brakes"),
            ("fuel hose", True, "Leaks"),
            ("fridge", False, "Ride heights"),
        ],
    )
    def test_equipment_is_of_the_system_that_its_name_says(self, name: str, safety: bool, asked: str) -> None:
        added = Change(kind="equipment", fields={"name": name}, state="fitted", fitted=Fitted(on=TODAY))
        (job,) = work_jobs(small(added))
        assert job.carries_safety is safety
        assert any(check.what.startswith(asked) for check in commissioning(small(added)))
        assert any("inspected" in caution for caution in job.cautions) is (job.system == "brakes")


def test_a_copy_stands_in_no_shop() -> None:
    rig = replace(small(Change(**GEARS)), brief=small().brief.model_copy(update={"shop": "bench"}))
    assert copied(rig, "another plan", "plan").brief.shop is None
    assert copied(rig, "its figures", "figures").brief.shop is None
