"""What is taken from the last time is what would be worked out now."""

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jorvak.core.assess import Assessment, assess
from jorvak.core.calculation import Refused
from jorvak.core.engine import result as engine
from jorvak.core.engine.areas import Results, areas
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.keeping import KeptOfRigs, KeptResults
from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import work_out
from jorvak.core.plan.line import read_line
from jorvak.core.plan.preview import preview
from jorvak.core.rig import Figure, Rig
from jorvak.core.stance.records import Gap
from jorvak.core.trip.records import Paper
from jorvak.demo import BUILDS
from jorvak.formats.build_file import read_build
from tests.conftest import with_records

DEMO = [read_build(path.read_bytes()).rig for path in BUILDS]


def edited(rig: Rig, edit: tuple[str, int, float]) -> Rig:
    """One thing of a rig another: a figure, what its doubt is, a change, the order, a place, what is there."""
    what, which, by = edit
    paths = [path for path, figure in rig.figures.items() if isinstance(figure.value, float)]
    path = paths[which % len(paths)]
    figure = rig.figures[path]
    assert isinstance(figure.value, float)
    at = which % len(rig.changes)
    change = rig.changes[at]
    match what:
        case "value":
            moved = replace(figure, value=figure.value * by)
            return replace(rig, figures={**rig.figures, path: moved})
        case "doubt":
            moved = replace(figure, known="measured", doubt=2 * by)
            return replace(rig, figures={**rig.figures, path: moved})
        case "gone":
            return replace(rig, figures={p: f for p, f in rig.figures.items() if p != path})
        case "there":
            return replace(
                rig, figures={**rig.figures, "steering.arm_length_mm": Figure(900 * by, "measured")}
            )
        case "mass":
            heavier = change.model_copy(update={"mass_kg": 30 * by, "mass_x_mm": 400.0})
            return replace(rig, changes=(*rig.changes[:at], heavier, *rig.changes[at + 1 :]))
        case "order":
            return replace(rig, changes=(*rig.changes[:at], *rig.changes[at + 1 :], change))
        case "points":
            return replace(rig, points=dict(list(rig.points.items())[1:]))
        case _:
            return with_records(rig, gaps=rig.all(Gap)[1:])


def all_of(assessment: Assessment) -> tuple[object, ...]:
    return assessment.results.shown(), assessment.findings, assessment.outline


EDITS = st.tuples(
    st.sampled_from(["value", "doubt", "gone", "there", "mass", "order", "points", "gaps"]),
    st.integers(0, 400),
    st.one_of(st.floats(0.97, 1.03), st.sampled_from([0.15, 0.5, 2.0, 6.0])),
)
LINES = (
    "lift 900", "lift front 900", "lift rear -400", "rack 10 kg at 1500", "winch 38 kg at -700", "springs rear 200 60",
    "spacer 400 front", "shocks front 100 120", "body-lift 30", "tyre 285/75R17", "gears rear 4.30", "straps 300 front",
    "caster 10", "bump-stops 200", "shaft rear 300", "case-drop 300", "wheelbase 1200", "height 900",
)  # fmt: skip
"""Things that can be, and things that no arm, shock or slip lives through."""


@settings(max_examples=7)
@given(which=st.integers(0, len(DEMO) - 1), edits=st.lists(EDITS, min_size=1, max_size=4))
def test_what_is_known_never_changes_an_answer(which: int, edits: list[tuple[str, int, float]]) -> None:
    kept, rig = KeptResults(), DEMO[which]
    assess(rig, kept=kept)
    for edit in edits:
        rig = edited(rig, edit)
        assert all_of(assess(rig, kept=kept)) == all_of(assess(rig))


STAGES = st.sampled_from(["as-found", "today", "planned", 0, 2])


@settings(max_examples=7)
@given(
    which=st.integers(0, len(DEMO) - 1),
    steps=st.lists(st.tuples(st.sampled_from(LINES), EDITS, STAGES), min_size=1, max_size=3),
)
def test_what_was_only_tried_leaves_nothing_behind(
    which: int, steps: list[tuple[str, tuple[str, int, float], Any]]
) -> None:
    """Previews of anything, edits between them: each answer is that of a process that has seen nothing before."""
    kept, rig = KeptResults(), DEMO[which]
    for line, edit, stage in steps:
        try:
            tried = read_line(line, rig)
        except Refused:
            continue
        once = preview(rig, tried, stage, kept=kept)
        afresh = preview(rig, tried, stage)
        assert all_of(once.here) == all_of(afresh.here)
        assert (once.raised, once.settled) == (afresh.raised, afresh.settled)
        assert all_of(assess(rig, stage, kept=kept)) == all_of(assess(rig, stage))
        rig = edited(rig, edit)


def test_a_lift_that_no_arm_reaches_is_forgotten_with_its_preview() -> None:
    rig, kept = DEMO[0], KeptResults()
    for line in ("lift 1270", "rack 10 kg at 1500"):
        tried = read_line(line, rig)
        once, afresh = preview(rig, tried, "planned", kept=kept), preview(rig, tried, "planned")
        assert (once.raised, once.settled) == (afresh.raised, afresh.settled)


def test_equal_functions_of_two_areas_are_two_results() -> None:
    here = moment(DEMO[0], "as-found", kept=KeptResults())
    one, other = (lambda ask: ask.need("body.wheelbase_mm") for _ in range(2))
    assert work_out(here, one, kept_as="rolling.a").value == DEMO[0].figures["body.wheelbase_mm"].value
    assert work_out(here, lambda ask: 1.0, kept_as="stance.a").value == 1.0
    assert work_out(here, other, with_doubt=False, kept_as="rolling.a").doubt == {}
    assert work_out(here, other, kept_as="rolling.a").doubt[""] > 0


def look_at_all(assessment: Assessment) -> None:
    for area, brings in areas().items():
        for name in brings.functions:
            assert assessment.results.result(area, name).off("no such place") == 0


def test_doubt_is_worked_out_when_it_is_looked_at(monkeypatch: pytest.MonkeyPatch) -> None:
    looked: list[Any] = []
    honest = engine._doubts
    monkeypatch.setattr(engine, "_doubts", lambda *given: (looked.append(given), honest(*given))[1])
    height = Results(moment(DEMO[0], "planned")).result("stance", "height")
    assert height.value is not None and not looked and not height.is_whole
    assert height.off("height_mm") > 0 and height.doubt_from["height_mm"] and len(looked) == 1
    assert height.is_whole


def test_only_what_asked_for_an_edited_figure_is_doubted_again(monkeypatch: pytest.MonkeyPatch) -> None:
    rig, kept = DEMO[0], KeptResults()
    looked: list[Any] = []
    honest = engine._doubts
    monkeypatch.setattr(engine, "_doubts", lambda *given: (looked.append(given), honest(*given))[1])
    look_at_all(assess(rig, kept=kept))
    everything = len(looked)
    looked.clear()
    look_at_all(assess(rig, kept=kept))
    assert looked == []
    taller = replace(rig.figures["body.height_mm"], value=1999.0)
    look_at_all(assess(replace(rig, figures={**rig.figures, "body.height_mm": taller}), kept=kept))
    assert 0 < len(looked) < everything / 3


def test_two_rigs_of_one_name_do_not_mix() -> None:
    kept = KeptResults()
    same_name = replace(DEMO[1], name=DEMO[0].name)
    for rig in (DEMO[0], same_name, DEMO[0]):
        assert all_of(assess(rig, kept=kept)) == all_of(assess(rig))


def test_what_is_kept_is_kept_by_rig() -> None:
    kept = KeptOfRigs(most=2)
    first = kept.of(1)
    assert kept.of(1) is first and kept.of(2) is not first
    kept.of(1)
    kept.of(3)
    assert kept.of(1) is first


def test_few_moments_are_kept() -> None:
    kept = KeptResults(most=2)
    for stage in range(5):
        assess(DEMO[0], stage, with_doubt=False, kept=kept)
    assert len(kept._last) == 2


def test_an_intermediate_carries_the_doubt_of_all_that_lies_behind_it() -> None:
    """A number through an intermediate has the ± and the shares that it has when everything behind moves by itself."""
    rig = DEMO[0]

    def behind(ask: Ask) -> float:
        return float(ask.need("body.front_axle_kg") / 10 + ask.need("body.height_mm") / 7)

    def through(ask: Ask) -> dict[str, float]:
        return {"sum": ask.intermediate("m", behind) + ask.need("body.wheelbase_mm") / 9}

    def shared(ask: Ask) -> dict[str, float]:
        return {"sum": ask.intermediate("m", behind) - ask.need("body.height_mm") / 7}

    def apart(ask: Ask) -> dict[str, float]:
        return {"sum": behind(ask) + ask.need("body.wheelbase_mm") / 9}

    for one, other in (
        (through, apart),
        (shared, lambda ask: {"sum": float(ask.need("body.front_axle_kg") / 10)}),
    ):
        mine, theirs = (work_out(moment(rig, "as-found"), function) for function in (one, other))
        assert mine.off("sum") == pytest.approx(theirs.off("sum"), rel=1e-9)
        shares, expected = (
            {share.label: share.share for share in each.doubt_from["sum"]} for each in (mine, theirs)
        )
        assert {k: v for k, v in shares.items() if v > 1e-12} == pytest.approx(expected)
    assert set(mine.rests_on) == {"body.height_mm", "body.front_axle_kg"}


@pytest.mark.parametrize("rig", DEMO, ids=lambda rig: rig.name)
def test_a_paper_leaves_all_that_is_no_paper_as_it_is(rig: Rig, monkeypatch: pytest.MonkeyPatch) -> None:
    """A write of one kind of record works out again what asked for that kind, and nothing else."""
    kept = KeptResults()
    assess(rig, "planned", kept=kept)
    again: list[str] = []
    worked_out = engine._worked_out

    def spy(ask: Ask, function: Any, with_doubt: bool) -> Any:
        result = worked_out(ask, function, with_doubt)
        # Those at whose doubt nobody looked are worked out again whatever was written.
        if Paper not in ask.looked_at and "rig" in ask.looked_at:
            again.append(str(sorted(str(each) for each in ask.looked_at)))
        return result

    monkeypatch.setattr(engine, "_worked_out", spy)
    results = assess(with_records(rig, papers=(*rig.all(Paper), Paper(name="another"))), "planned", kept=kept)
    # Distance asks for each fitted change with the figures that it found: that alone looks at the whole rig.
    assert len(again) <= 1, again
    assert (
        results.results.result("recovery", "pulls").value
        == assess(rig, "planned").results.result("recovery", "pulls").value
    )
