"""Whatever figures a builder notes within what is believable, a rig is assessed: it waits, it warns, it never breaks."""

import math
from dataclasses import replace
from datetime import timedelta
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from jorvak.core.assess import Assessment, assess
from jorvak.core.calculation import Refused
from jorvak.core.catalogue import BadFigure, catalogue, checked
from jorvak.core.engine.result import Result
from jorvak.core.plan.line import read_line
from jorvak.core.rig import AS_IT_STOOD, Change, Figure, Fitted, Known, Rig, numbered
from tests.conftest import TODAY, demo

RIGS = [demo(number) for number in range(3)]
NUMBERS = [path for path, spec in catalogue().items() if spec.shape == "number"]
WORDS = [path for path, spec in catalogue().items() if spec.shape == "choice"]
LINES = (
    "lift 50", "springs front 440 34", "springs rear 420 50", "blocks 50 rear", "blocks 50 front", "shackles 60 rear",
    "spacer 40 front", "body-lift 50", "bump-stops 30", "straps 20 front", "hoses 60", "arms 3", "pinion 4 rear",
    "case-drop 30", "gears 4.88", "gears 3.08", "tyre 37x12.50R17", "tyre 205/80R16", "trim bumper end by 40",
    "add box 900 kg at 3600", "add box -300 kg at 0", "wheel-spacers 40", "shaft rear -60", "shaft front +80",
)  # fmt: skip


@st.composite
def noted(draw: st.DrawFn) -> tuple[str, Figure | None]:
    """A figure anywhere in what is believable, its ends included; or taken out."""
    path = draw(st.sampled_from(NUMBERS + WORDS))
    spec = catalogue()[path]
    if draw(st.integers(0, 5)) == 0:
        return path, None
    if spec.shape == "choice":
        return path, Figure(draw(st.sampled_from(spec.choices)), "plate")
    high = spec.high if math.isfinite(spec.high) else 1e6
    value = draw(
        st.one_of(st.just(spec.low), st.just(high), st.floats(spec.low, high, allow_subnormal=False))
    )
    try:
        checked(path, value)
    except BadFigure:
        return path, None
    known: Known = draw(st.sampled_from(("measured", "plate", "assumed")))
    doubt = draw(st.none() | st.floats(0, abs(value) + 1))
    day, taken = draw(st.sampled_from([None, TODAY])), draw(st.sampled_from([None, "as found", AS_IT_STOOD]))
    return path, Figure(float(value), known, doubt, day, taken=taken)


@st.composite
def rigs(draw: st.DrawFn) -> Rig:
    rig = draw(st.sampled_from(RIGS))
    figures = dict(rig.figures)
    for path, figure in draw(st.lists(noted(), max_size=8)):
        if figure is None:
            figures.pop(path, None)
        else:
            figures[path] = figure
    rig = replace(rig, figures=figures)
    for line in draw(st.lists(st.sampled_from(LINES), max_size=4)):
        try:
            read = read_line(line, rig).draft
        except Refused:
            continue
        if read is not None:
            change = Change(
                kind=read.kind, fields=read.fields, mass_kg=read.mass_kg, mass_x_mm=read.mass_x_mm
            )
            rig = numbered(replace(rig, changes=(*rig.changes, change)))
    on_it = draw(st.integers(0, len(rig.changes)))
    fitted = Fitted(on=TODAY - timedelta(days=draw(st.sampled_from([0, 20]))))
    changes = (
        change.model_copy(update={"state": "fitted", "fitted": fitted} if step < on_it else {})
        for step, change in enumerate(rig.changes)
    )
    return replace(rig, changes=tuple(changes))


@settings(max_examples=35)
@given(rigs(), st.sampled_from(["as-found", "today", "planned"]))
def test_a_rig_is_assessed_whatever_was_noted(rig: Rig, stage: str) -> None:
    quick = assess(rig, stage, with_doubt=False, on=TODAY)  # type: ignore[arg-type]
    whole = assess(rig, stage, on=TODAY)  # type: ignore[arg-type]
    # Doubt makes findings weigh less or more, and leaves every value as it is.
    assert [result.value for result in _results(quick)] == [result.value for result in _results(whole)]
    assert all(finding.text and not finding.text.isspace() for finding in whole.findings)
    # What cannot be is said, whichever result came upon it first.
    said = {finding.text for finding in whole.findings if finding.severity in ("stop", "measure")}
    impossible = [each.waits_for for each in _results(whole) if each.waits_for and each.waits_for.impossible]
    assert {waits.label for waits in impossible} <= said
    assert all(math.isfinite(off) and off >= 0 for result in _results(whole) for off in result.doubt.values())


def _results(assessment: Assessment) -> list[Result[Any]]:
    return [result for area in assessment.results.shown().values() for result in area.values()]
