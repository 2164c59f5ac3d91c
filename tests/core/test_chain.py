"""The whole chain on the demo rig: stages, results, findings, headlines, jobs, readiness."""

from dataclasses import replace

import pytest

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.catalogue import BadFigure, catalogue, checked, spec_of
from jorvak.core.engine.moment import read_stage
from jorvak.core.headlines import found_results, headlines
from jorvak.core.plan.cautions import CAUTIONS
from jorvak.core.plan.kinds import draft, fields_of, jobs_of, kinds, title_of
from jorvak.core.plan.line import read_line
from jorvak.core.quantities import INCH
from jorvak.core.rig import Change, Figure, Fitted, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.stance.area import StanceResults
from tests.conftest import TODAY, planned, that_takes

EMPTY = Rig(name="Empty")


@pytest.fixture(scope="module")
def plan(plover: Rig) -> Rig:
    return planned(plover, "tyre 285/75R17", "gears rear 4.10", "gears front 4.10")


def codes(rig: Rig, stage: object) -> list[tuple[str, str]]:
    """What stops, is to be measured or watched; what any tyre of this size brings is left out."""
    found = assess(rig, stage).findings  # type: ignore[arg-type]
    usual = ("note", "brake-leverage", "spare-does-not-fit")
    return [(f.code, f.severity) for f in found if f.severity not in usual and f.code not in usual]


def test_the_answers_of_the_demo_figures(plan: Rig) -> None:
    """Worked through by hand beside the demo: tyres only, then gears."""
    tyres = assess(plan, 1).results
    angles = tyres.of(StanceResults).angles.value
    assert angles and angles.approach and angles.departure and angles.breakover
    assert angles.approach.deg == pytest.approx(35.8, abs=0.05)
    assert angles.departure.deg == pytest.approx(29.1, abs=0.05)
    assert angles.breakover.deg == pytest.approx(26.5, abs=0.05)
    assert angles.ground_clearance_mm == pytest.approx(240, abs=0.5)
    assert tyres.of(StanceResults).under_differentials_mm.value == pytest.approx(26, abs=0.05)
    speedometer, taller = tyres.of(RollingResults).speedometer.value, tyres.of(RollingResults).taller.value
    assert speedometer and taller and tyres.of(RollingResults).regearing.value
    assert speedometer.calculated.error_pct == pytest.approx(-6.6, abs=0.05)
    assert not speedometer.calculated.within_band
    assert taller.taller_pct == pytest.approx(7.0, abs=0.05)
    picks = {s.aim: (s.ideal_ratio, s.pick) for s in tyres.of(RollingResults).regearing.value.schools}
    assert picks["restore"] == (pytest.approx(3.990, abs=5e-4), pytest.approx(3.909, abs=5e-4))
    assert picks["cruise"][1] == pytest.approx(3.909, abs=5e-4)
    assert picks["pull"][1] == pytest.approx(4.10)
    geared = assess(plan, 3).results.of(RollingResults)
    assert geared.gears.value and geared.speedometer.value
    assert geared.crawl.value.crawl_ratio == pytest.approx(42.7, abs=0.05)
    assert geared.crawl.value.crawl_speed_kmh == pytest.approx(2.65, abs=0.005)
    assert geared.speedometer.value.calculated.error_pct == pytest.approx(2.8, abs=0.05)
    assert geared.speedometer.value.calculated.within_band


def test_angles_as_found(plover: Rig) -> None:
    angles = assess(plover, "as-found").results.of(StanceResults).angles.value
    assert angles and angles.approach and angles.departure and angles.breakover
    assert (angles.approach.at, angles.lowest) == ("front bumper", "rear differential")
    assert [a.deg for a in (angles.approach, angles.departure, angles.breakover)] == pytest.approx(
        [33.7, 27.3, 24.3], abs=0.05
    )


def test_findings_come_and_are_settled_along_the_order(plan: Rig) -> None:
    assert codes(plan, "as-found") == []
    assert codes(plan, 1) == [("speedometer-outside-band", "watch"), ("gearing-taller", "watch")]
    assert codes(plan, 2) == [("axle-ratios-differ", "stop")]
    assert codes(plan, 3) == codes(plan, "planned") == []


def test_a_stop_says_how_far_and_offers_the_change_that_settles_it(plan: Rig) -> None:
    stop = assess(plan, 2).findings[0]
    assert "9.1 %" in stop.text
    assert stop.change == 2
    (settle,) = stop.settled_by
    assert settle.draft and settle.draft.fields == {"axle": "front", "ratio": 4.1}
    settled = replace(plan, changes=(*plan.changes[:2], Change(kind="gears", fields=settle.draft.fields)))
    assert codes(settled, 3) == []


def test_the_other_axle_is_offered_whichever_came_first(plover: Rig) -> None:
    (stop,) = [
        f for f in assess(planned(plover, "gears front 4.30")).findings if f.code == "axle-ratios-differ"
    ]
    assert stop.settled_by[0].draft and stop.settled_by[0].draft.fields["axle"] == "rear"


def test_loose_ground_only_is_a_watch(plover: Rig) -> None:
    figures = {**plover.figures, "wheels.front_left.circumference_mm": Figure(2490.0, "measured")}
    figures["wheels.rear_left.circumference_mm"] = Figure(2452.0, "measured")
    (watch,) = assess(replace(plover, figures=figures)).findings
    assert (watch.code, watch.severity) == ("axle-ratios-differ", "watch")
    assert watch.settled_by[0].figure == "wheels.front_left.circumference_mm"


@pytest.mark.parametrize("drive", ["full-time", "two-wheel"])
def test_only_a_part_time_drive_winds_up(plan: Rig, drive: str) -> None:
    free = replace(plan, figures={**plan.figures, "transfer.drive": Figure(drive, "plate")})
    assert ("axle-ratios-differ", "stop") not in codes(free, 2)


def test_sentences_carry_the_units_that_are_shown(plan: Rig) -> None:
    metric, inch = assess(plan, 1), assess(plan, 1, INCH)
    assert "120 km/h" in metric.findings[0].text
    assert "75 mph" in inch.findings[0].text


def test_a_measured_roll_out_beats_the_size_and_does_not_outlive_the_tyre(plover: Rig) -> None:
    rolled = {f"wheels.{end}_left.circumference_mm": Figure(2430.0, "measured") for end in ("front", "rear")}
    rig = replace(plover, figures={**plover.figures, **rolled})
    found = assess(rig, "as-found").results.of(RollingResults).rear_tyre.value
    assert found and found.circumference_mm == 2430
    fitted = assess(planned(rig, "tyre 285/75R17"), 1).results.of(RollingResults)
    assert fitted.rear_tyre.value and fitted.rear_tyre.value.circumference_mm == pytest.approx(3.05 * 859.3)
    assert "wheels.rear_left.circumference_mm" in fitted.speedometer.rests_on_found


def test_ideas_and_dropped_changes_are_never_applied(plan: Rig) -> None:
    for state in ("idea", "dropped"):
        changes = (plan.changes[0].model_copy(update={"state": state}), *plan.changes[1:])
        assert assess(replace(plan, changes=changes), 1).outline == assess(plan, "as-found").outline


def test_today_is_what_is_fitted(plan: Rig) -> None:
    fitted = plan.changes[0].model_copy(update={"state": "fitted", "fitted": Fitted(on=TODAY)})
    rig = replace(plan, changes=(fitted, *plan.changes[1:]))
    assert assess(rig, "today").outline == assess(plan, 1).outline
    assert assess(rig, "as-found").outline == assess(plan, "as-found").outline


def test_a_change_is_fitted_exactly_when_it_has_a_date() -> None:
    for state, fitted in (("fitted", None), ("chosen", {"on": "2026-03-02"})):
        with pytest.raises(ValueError, match="says on which day"):
            Change.model_validate({"kind": "tyres", "fields": {}, "state": state, "fitted": fitted})


def test_results_say_what_they_rest_on(plan: Rig) -> None:
    result = assess(plan, 2).results.of(RollingResults).axle_match
    assert set(result.rests_on) == {
        "transfer.drive", "front_axle.ratio", "rear_axle.ratio", "wheels.front_left.size", "wheels.rear_left.size"
    }  # fmt: skip
    assert assess(plan, 2).changed["rear_axle.ratio"].change == 2


@pytest.mark.parametrize(
    ("missing", "area", "result", "waits"),
    [
        ("gearbox.gears", "rolling", "gears", "gearbox.gears"),
        ("body.wheelbase_mm", "stance", "angles", "body.wheelbase_mm"),
        ("speedometer.sensor", "rolling", "speedometer", "speedometer.sensor"),
        ("transfer.drive", "rolling", "axle_match", "transfer.drive"),
        ("rear_axle.available", "rolling", "regearing", "rear_axle.available"),
        ("body.height_mm", "stance", "height", "body.height_mm"),
        ("wheels.front_left.size", "rolling", "front_tyre", "wheels.front_left.size"),
        ("points.case guard.z_mm", "stance", "angles", "points.case guard.z_mm"),
    ],
)
def test_a_result_without_its_figure_says_which(
    plan: Rig, missing: str, area: str, result: str, waits: str
) -> None:
    rig = replace(plan, figures={path: f for path, f in plan.figures.items() if path != missing})
    got = assess(rig, "as-found").results.result(area, result)
    assert got.value is None
    assert got.waits_for.path == waits
    assert got.waits_for.label


def test_a_school_without_its_aim_waits_and_the_others_do_not(plover: Rig) -> None:
    rig = replace(plover, figures={p: f for p, f in plover.figures.items() if not p.startswith("aims.")})
    regearing = assess(rig).results.of(RollingResults).regearing.value
    assert regearing
    waits = {s.aim: s.waits_for for s in regearing.schools}
    assert waits == {
        "restore": None,
        "pull": None,
        "cruise": None,
        "rpm": "aims.cruise_rpm",
        "crawl": "aims.crawl_ratio",
    }


def test_an_empty_rig_is_assessed_as_far_as_it_goes() -> None:
    got = assess(EMPTY)
    assert got.findings == ()
    assert got.outline.front is None
    for row in headlines(got.results, found_results(EMPTY)):
        # Nothing was changed, so nothing was lifted: that is known without a figure.
        assert (row.value, row.waits_label) == (0.0, None) if "lift" in row.key else row.waits_label


def test_a_smaller_tyre_counts_downwards(plover: Rig) -> None:
    small = assess(planned(plover, "tyre 205/70R15 on 8.5 in"), 1)
    under, taller = (
        small.results.of(StanceResults).under_differentials_mm.value,
        small.results.of(RollingResults).taller.value,
    )
    assert under is not None and under < 0
    assert taller is not None and taller.taller_pct < 0
    (speedometer,) = [f for f in small.findings if f.code == "speedometer-outside-band"]
    assert "high" in speedometer.text
    assert {f.code for f in small.findings} >= {"brake-room", "rim-width-outside"}


def test_a_step_that_is_not_there_is_refused(plan: Rig) -> None:
    with pytest.raises(Refused, match="There is no step 9"):
        assess(plan, 9)
    for text in ("-1", "soon", "1.5", "99999"):
        with pytest.raises(Refused):
            read_stage(text)


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("", "Type a change"),
        ("tyre", "Which size"),
        ("tyre banana", "no tyre size"),
        ("tyre 285/57R17", "285/75R17"),
        ("tyre 11R22.5", "does not say how high"),
        ("gears", "Which ratio"),
        ("gears 0", "between 1.5 and 12"),
        ("gears banana", "No number"),
        ("gears 4,100", "could be 4.100 or 4100"),
        ("285/75R17", "type: tyre 285/75R17"),
        ("fly 3", "no change or figure"),
        ("wheelbase 27", "between 1000 and 8000"),
        ("wheelbase long", "No number"),
        ("drive sideways", "part-time, full-time or two-wheel"),
        ("gearbox", "nothing was typed"),
        ("x" * 400, "characters long"),
    ],
)
def test_the_line_refuses_with_what_would_work(plover: Rig, line: str, says: str) -> None:
    with pytest.raises(Refused, match=says):
        read_line(line, plover)


@pytest.mark.parametrize(
    ("line", "fields"),
    [
        ("tyre 285/75r17", {"size": "285/75R17"}),
        ("tires lt285/75R17 121S", {"size": "LT285/75R17 121S"}),
        ("gears 4.10", {"axle": "both", "ratio": 4.1}),
        ("gears rear 41/10", {"axle": "rear", "ratio": 4.1}),
        ("gears 4,56 front", {"axle": "front", "ratio": pytest.approx(41 / 9, abs=1e-6)}),
        ("regear 5.13", {"axle": "both", "ratio": 5.13}),
    ],
)
def test_the_line_reads_the_trades_shorthand(plover: Rig, line: str, fields: dict[str, object]) -> None:
    typed = read_line(line, plover)
    assert typed.draft and typed.draft.fields == fields
    assert typed.title == typed.draft.title


@pytest.mark.parametrize(
    ("line", "path", "value"),
    [
        ("wheelbase 2.8 m", "body.wheelbase_mm", 2800),
        ("gearbox 4.08 2.29, 1.00", "gearbox.gears", (4.08, 2.29, 1.0)),
        ("drive Part-Time", "transfer.drive", "part-time"),
    ],
)
def test_the_line_notes_figures(plover: Rig, line: str, path: str, value: object) -> None:
    typed = read_line(line, plover)
    assert (typed.means, typed.path, typed.value) == ("figure", path, value)


def test_every_kind_brings_jobs_with_cautions_and_its_example_works(plover: Rig) -> None:
    assert len(kinds()) >= 28
    for kind in kinds().values():
        for example in kind.example.split(" or "):
            typed = read_line(example, that_takes(plover, example))
            assert typed.draft
            change = Change(kind=typed.draft.kind, fields=typed.draft.fields)
            assert title_of(change) == typed.title
            for job in jobs_of(change):
                assert job.steps and job.hours > 0
                assert set(job.cautions) <= set(CAUTIONS.values()) and job.cautions


def test_gears_in_both_axles_are_two_jobs_and_a_running_in() -> None:
    jobs = jobs_of(Change(kind="gears", fields={"ratio": 4.1}))
    assert [job.title for job in jobs] == [
        "Set up gears 4.10, front axle", "Set up gears 4.10, rear axle", "Run the gears in, then change the oil"
    ]  # fmt: skip
    assert jobs[2].after


def test_a_kind_refuses_fields_by_their_path() -> None:
    with pytest.raises(Refused) as refused:
        draft("gears", {"ratio": "4.1"})
    assert refused.value.field == "fields.ratio"
    with pytest.raises(Refused) as refused:
        fields_of("wings", {})
    assert refused.value.field == "kind"
    with pytest.raises(Refused, match=r"285/75R17"):
        draft("tyres", {"size": "285/57R17"})


def test_figures_are_checked_against_what_is_believable() -> None:
    assert checked("body.wheelbase_mm", 2740) == 2740.0
    assert checked("gearbox.gears", [4, 2, 1]) == (4.0, 2.0, 1.0)
    for path, value in [
        ("body.wheelbase_mm", 27.4), ("body.wheelbase_mm", "2740"), ("body.wheelbase_mm", True),
        ("body.wheelbase_mm", float("nan")), ("gearbox.gears", []), ("gearbox.gears", [0.0]), ("gearbox.gears", 4.1),
        ("transfer.drive", "sometimes"), ("wheels.spare.size", "x"), ("wheels.spare.size", 3), ("body.colour", 3),
        ("points..z_mm", 3),
    ]:  # fmt: skip
        with pytest.raises(BadFigure) as bad:
            checked(path, value)
        assert bad.value.path == path
    assert spec_of("points.case guard.z_mm").label == "case guard, above the ground"
    words = [spec.word for spec in catalogue().values() if spec.word]
    assert len(words) == len(set(words))
    assert not {w for w in words for k in kinds().values() if w in k.words}
