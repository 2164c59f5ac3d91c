"""What a typed line would settle, and of what nothing could be said any more."""

from dataclasses import replace
from datetime import date

import pytest

from jorvak.core.notebook.typed import read_typed
from jorvak.core.plan.preview import Preview, carried_out, preview
from jorvak.core.rig import Rig
from tests.conftest import demo

DAY = date(2026, 3, 2)


def typed(rig: Rig, line: str) -> Preview:
    return preview(rig, read_typed(line, rig), "planned", on=DAY)


def keys(found: Preview, which: str) -> set[str]:
    return {finding.key for finding in getattr(found, which)}


def test_what_waits_for_a_figure_is_not_settled() -> None:
    # A size without its marks says nothing of pressure; one with them does.
    bare, marked = (typed(demo(0), f"tyre 305/70R17{marks}") for marks in ("", " 121/118S"))
    pressures = {"tyre-pressure:front", "tyre-pressure:rear"}
    assert pressures <= keys(bare, "lost") and not pressures & keys(bare, "settled")
    assert pressures <= keys(marked, "settled") and not keys(marked, "lost")


def test_a_rating_that_is_not_known_settles_nothing() -> None:
    rig = demo(0)
    weak, _ = carried_out(rig, read_typed("tyre 265/70R17 90S", rig), "planned", None)
    weak = replace(
        weak, changes=tuple(each.model_copy(update={"id": i}) for i, each in enumerate(weak.changes, 900))
    )
    short = {"tyre-load-short:front", "tyre-load-short:rear"}
    assert short <= keys(typed(rig, "tyre 265/70R17 90S"), "raised")
    assert short <= keys(typed(weak, "tyre 305/70R17"), "lost")
    assert short <= keys(typed(weak, "tyre 305/70R17 121/118S"), "settled")


def test_engine_speeds_only_where_they_move_and_the_engine_can_turn() -> None:
    # Most power at 3400 rpm, idle at 720: no gear outside of that, and a little beyond, is shown.
    moved = typed(demo(0), "gears 4.56").engine_speeds
    assert [each.gear for each in moved] and all(720 <= each.rpm <= 3400 * 1.2 for each in moved)
    assert all(each.was_rpm is not None and each.was_rpm < each.rpm for each in moved)
    assert typed(demo(0), "winch 38 kg at -520").engine_speeds == ()


@pytest.mark.parametrize("line", ["tyre 285/75R17", "lift 40", "gears 4.56", "winch 38 kg at -520"])
def test_what_was_there_is_still_there_settled_or_lost(line: str) -> None:
    rig = demo(0)
    found = typed(rig, line)
    now = {finding.key for finding in typed(rig, "idle 720").here.findings}
    then = {finding.key for finding in found.here.findings}
    assert now - then == keys(found, "settled") | keys(found, "lost")
    assert not keys(found, "settled") & keys(found, "lost")
