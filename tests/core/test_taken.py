"""Figures that were taken as the vehicle stood, with changes on it: they are taken back, and nothing counts twice."""

import math
import re
from collections.abc import Iterator
from dataclasses import replace
from datetime import date
from functools import cache
from typing import Any

import pytest

from jorvak.core.catalogue import spec_of
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.engine.areas import Results, areas
from jorvak.core.engine.asking import Ask, Missing, value_or_none
from jorvak.core.engine.keeping import KeptResults
from jorvak.core.engine.moment import measured_now, moment, taken_now
from jorvak.core.engine.result import Result
from jorvak.core.engine.shifts import shift_of
from jorvak.core.engine.sources import Share
from jorvak.core.findings import Here, measure_first
from jorvak.core.load.area import LoadResults
from jorvak.core.quantities import METRIC
from jorvak.core.rig import AS_IT_STOOD, Change, Figure, Fitted, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.linkage import arm_lift_mm
from jorvak.demo import BUILDS
from jorvak.formats.build_file import read_build

FITTED_ON = date(2026, 2, 1)
WEIGHED_ON = date(2026, 2, 20)


def fitted_to(rig: Rig, steps: int) -> Rig:
    """The rig with its first steps on the vehicle, whatever they were before, and no option open."""
    on_it = [
        change.model_copy(update={"state": "fitted", "fitted": Fitted(on=FITTED_ON), "option": None})
        for change in rig.changes[:steps]
    ]
    rest = [
        change.model_copy(update={"state": "chosen", "fitted": None, "option": None})
        for change in rig.changes[steps:]
    ]
    return replace(rig, changes=(*on_it, *rest))


RIGS = {
    f"{rig.name}, {steps} on it": fitted_to(rig, steps)
    for rig in (read_build(path.read_bytes()).rig for path in BUILDS)
    for steps in (len(rig.changes) // 2, len(rig.changes))
}
HANG_ON_THEMSELVES = {
    "body.cg_height_mm", "front_shaft.pinion_x_mm", "front_shaft.pinion_z_mm", "steering.arm_drop_mm",
}  # fmt: skip
"""How much more they come to is not the same whatever they are: what they come to is taken from results below."""


def retaken() -> Iterator[tuple[str, str]]:
    """Of each rig one figure of each family that changes move: two points and two places tell no more than one."""
    for name, rig in RIGS.items():
        here, seen = moment(rig, "today"), set(HANG_ON_THEMSELVES)
        for path in rig.figures:
            family = re.sub(r"^(points|gaps)\.[^.]+", r"\1", path)
            if shift_of(path) is not None and path not in here.set_by and family not in seen:
                seen.add(family)
                yield name, path


RETAKEN = list(retaken())


def as_it_stands(rig: Rig, path: str, value: float) -> Rig:
    """The rig with one figure measured again, with what is fitted on it."""
    figure = replace(rig.figures[path], value=value, noted_on=WEIGHED_ON, taken=AS_IT_STOOD)
    return replace(rig, figures={**rig.figures, path: figure})


def numbers(value: Any, place: str = "") -> dict[str, float]:
    """Every number of a result's value by its place."""
    if isinstance(value, float):
        return {place: value}
    if isinstance(value, (list, tuple)):
        parts: Any = enumerate(value)
    elif hasattr(type(value), "model_fields"):
        parts = ((key, getattr(value, key)) for key in type(value).model_fields)
    elif hasattr(value, "__dataclass_fields__"):
        parts = ((key, getattr(value, key)) for key in value.__dataclass_fields__)
    else:
        return {}
    return {k: v for key, part in parts for k, v in numbers(part, f"{place}.{key}").items()}


def every_number(results: Results) -> dict[str, float]:
    return {
        f"{area}.{name}{place}": number
        for area, brings in areas().items()
        for name in brings.functions
        for place, number in numbers(results.result(area, name).value).items()
    }


@cache
def as_worked_out(name: str, stage: Any) -> dict[str, float]:
    return every_number(Results(moment(RIGS[name], stage, False)))


def apart(these: dict[str, float], those: dict[str, float]) -> dict[str, tuple[float | None, float | None]]:
    """The numbers that are not alike, or stand on one side alone."""
    # Beside pytest.approx, which would take longer over 400,000 numbers than working them out does.
    return {
        place: (one, other)
        for place in these.keys() | those.keys()
        for one, other in ((these.get(place), those.get(place)),)
        if one is None or other is None or not math.isclose(one, other, rel_tol=1e-6, abs_tol=1e-6)
    }


@pytest.mark.parametrize(("name", "path"), RETAKEN, ids=lambda each: str(each))
def test_what_is_measured_again_as_it_came_out_changes_nothing(name: str, path: str) -> None:
    rig = RIGS[name]
    shift = shift_of(path)
    assert shift is not None
    try:
        by = shift(Ask(moment(rig, "today", with_doubt=False)))
    except Missing:
        pytest.skip("nothing says by how much")
    again = as_it_stands(rig, path, rig.figures[path].value + by)
    for stage in ("as-found", "today", "planned"):
        assert apart(every_number(Results(moment(again, stage, False))), as_worked_out(name, stage)) == {}, (
            stage
        )


PLOVER = RIGS["Plover, 12 on it"]
LATER = date(2026, 3, 2)


def at(rig: Rig, stage: Any = "today", with_doubt: bool = False) -> Results:
    return Results(moment(rig, stage, with_doubt, on=LATER))


def point(results: Results, name: str) -> Any:
    return next(each for each in results.of(StanceResults).angles.value.points if each.name == name)


SHOWN: dict[str, Any] = {
    "points.front bumper.z_mm": lambda results: point(results, "front bumper").z_mm,
    "points.rear differential.z_mm": lambda results: point(results, "rear differential").z_mm,
    "body.height_mm": lambda results: results.of(StanceResults).height.value.height_mm,
    "body.cg_height_mm": lambda results: results.of(StanceResults).tip.value.centre.height_mm,
    "body.front_axle_kg": lambda results: results.of(LoadResults).load.value.front_kg,
    "body.rear_axle_kg": lambda results: results.of(LoadResults).load.value.rear_kg,
    "steering.caster_deg": lambda results: results.of(StanceResults).caster.value.caster_deg,
    "front_suspension.shock_ride_mm": lambda results: results.of(StanceResults).front_shock.value.ride_mm,
    "front_suspension.bump_mm": lambda results: results.of(StanceResults).front_shock.value.travel.bump_mm,
    "front_suspension.droop_mm": lambda results: results.of(StanceResults).front_shock.value.travel.droop_mm,
    "rear_shaft.engaged_mm": lambda results: (
        results.of(DrivelineResults).rear_shaft.value.slip.engaged_at_ride_mm
    ),
    "rear_shaft.collapse_mm": lambda results: (
        results.of(DrivelineResults).rear_shaft.value.slip.collapse_left_at_ride_mm
    ),
    "front_hub.stud_engaged_mm": lambda results: (
        results.of(RollingResults).front_stand.value.studs_engaged_mm
    ),
    "body.front_cover_mm": lambda results: results.of(RollingResults).front_stand.value.cover_left_mm,
}
"""What is shown of today, where a builder could measure the same."""


@pytest.mark.parametrize("path", SHOWN)
def test_what_is_shown_of_today_can_be_measured_today(path: str) -> None:
    before = at(PLOVER)
    again = as_it_stands(PLOVER, path, SHOWN[path](before))
    assert SHOWN[path](at(again)) == pytest.approx(SHOWN[path](before))
    for stage in ("as-found", "planned"):
        assert apart(every_number(at(again, stage)), every_number(at(PLOVER, stage))) == {}


@pytest.mark.parametrize("path", SHOWN)
def test_what_was_measured_is_what_is_shown_whatever_was_worked_out(path: str) -> None:
    measured = SHOWN[path](at(PLOVER)) + 2.5
    assert SHOWN[path](at(as_it_stands(PLOVER, path, measured))) == pytest.approx(measured)


def test_both_figures_of_a_pinion_that_has_turned() -> None:
    before = at(PLOVER)
    pinion, lift = (
        before.of(DrivelineResults).front_shaft.value.ride.pinion,
        before.of(StanceResults).lift.value.front,
    )
    again = as_it_stands(PLOVER, "front_shaft.pinion_x_mm", pinion.x_mm)
    again = as_it_stands(again, "front_shaft.pinion_z_mm", pinion.z_mm + lift.frame_rise_mm)
    for stage in ("as-found", "today", "planned"):
        assert apart(every_number(at(again, stage)), every_number(at(PLOVER, stage))) == {}


def test_the_drop_of_arms_that_have_steepened() -> None:
    rig = RIGS["Plover, 24 on it"]
    found = rig.figures["steering.arm_drop_mm"].value
    here = found + arm_lift_mm(Ask(moment(rig, "today", with_doubt=False)), found)
    assert here != pytest.approx(found)
    again = as_it_stands(rig, "steering.arm_drop_mm", here)
    assert value_or_none(Ask(moment(again, "as-found")), "steering.arm_drop_mm") == pytest.approx(
        found, abs=1e-6
    )
    caster = at(again).of(StanceResults).caster.value.caster_deg
    assert caster == pytest.approx(at(rig).of(StanceResults).caster.value.caster_deg, abs=1e-6)


def test_tyres_that_were_on_it_then_are_named_though_they_are_no_figure_now() -> None:
    rig = as_it_stands(PLOVER, "points.front bumper.z_mm", 545.0)
    angles = at(rig, "as-found", with_doubt=True).of(StanceResults).angles
    place = f"points.{[each.name for each in angles.value.points].index('front bumper')}.z_mm"
    shares = {share.label: share.path for share in angles.doubt_from[place]}
    assert shares["catalogue size 285/75R17, diameter"] is None
    assert any(", as it stood on 20 February 2026" in label for label in shares)


def test_measuring_leaves_the_doubt_of_the_measure_alone() -> None:
    name = "front bumper"
    before, after = (
        at(rig, with_doubt=True).of(StanceResults).angles
        for rig in (PLOVER, as_it_stands(PLOVER, f"points.{name}.z_mm", point(at(PLOVER), name).z_mm))
    )
    place = f"points.{[each.name for each in after.value.points].index(name)}.z_mm"
    assert before.off(place) > 10
    assert after.off(place) == pytest.approx(3.0, abs=0.01)
    assert after.doubt_from[place][0].path == f"points.{name}.z_mm"


def test_what_is_fitted_after_it_was_measured_counts_with_its_own_doubt() -> None:
    name = "front bumper"
    rig = RIGS["Plover, 24 on it"]
    first, last = rig.changes[:4], rig.changes[4:]
    after = tuple(change.model_copy(update={"fitted": Fitted(on=LATER)}) for change in last)
    rig = replace(rig, changes=(*first, *after))
    measured = as_it_stands(rig, f"points.{name}.z_mm", 500.0)
    shown = point(at(measured), name).z_mm
    assert shown == pytest.approx(500.0 + point(at(rig), name).z_mm - point(at(rig, 4), name).z_mm)
    assert point(at(measured, 4), name).z_mm == pytest.approx(500.0)


def test_a_weighed_rig_does_not_wait_for_what_its_changes_weigh() -> None:
    front, rear = (
        at(PLOVER).of(LoadResults).load.value.front_kg,
        at(PLOVER).of(LoadResults).load.value.rear_kg,
    )
    rig = as_it_stands(as_it_stands(PLOVER, "body.front_axle_kg", front), "body.rear_axle_kg", rear)
    load = at(rig, with_doubt=True).of(LoadResults).load
    assert load.value.total_kg == pytest.approx(front + rear)
    # One scale, 1 % of it all, and a kilogram for each reading.
    assert load.off("total_kg") == pytest.approx((((front + rear) * 0.01) ** 2 + 2) ** 0.5)
    assert not any("mass of" in share.label for share in load.doubt_from["total_kg"])


def test_a_mass_without_a_place_was_on_the_scale_too() -> None:
    change = Change(
        kind="equipment", fields={"name": "boxes"}, state="fitted", fitted=Fitted(on=FITTED_ON), mass_kg=40
    )
    rig = replace(PLOVER, changes=(*PLOVER.changes[:11], change, *PLOVER.changes[11:]))
    rig = as_it_stands(as_it_stands(rig, "body.front_axle_kg", 1130.0), "body.rear_axle_kg", 1020.0)
    assert at(rig).of(LoadResults).load.value.total_kg == pytest.approx(2150.0)


@pytest.mark.parametrize("given_back", [2.0, 2.3, 0.1])
def test_caster_measured_with_arms_that_give_some_back(given_back: float) -> None:
    rig = RIGS["Plover, 24 on it"]
    arms = next(change for change in rig.changes if change.kind == "arms")
    other = arms.model_copy(update={"fields": {"caster_deg": given_back}})
    rig = replace(rig, changes=tuple(other if change is arms else change for change in rig.changes))
    before = at(rig).of(StanceResults).caster.value
    assert before.gained_deg > 0
    after = at(as_it_stands(rig, "steering.caster_deg", before.caster_deg)).of(StanceResults).caster.value
    assert (after.found_deg, after.gained_deg, after.caster_deg) == pytest.approx(
        (before.found_deg, before.gained_deg, before.caster_deg)
    )


def test_who_says_as_found_is_believed_though_the_change_was_on_it() -> None:
    path = "wheels.front_left.circumference_mm"
    noted = Figure(2400.0, "measured", noted_on=WEIGHED_ON)
    by_date, as_found = (
        moment(replace(PLOVER, figures={**PLOVER.figures, path: figure}), "as-found").found.get(path)
        for figure in (noted, replace(noted, taken="as found"))
    )
    assert by_date is None
    assert as_found is not None
    assert as_found.value == 2400.0


@pytest.mark.parametrize(
    ("path", "taken"),
    [
        ("points.front bumper.z_mm", AS_IT_STOOD),
        ("wheels.front_left.circumference_mm", AS_IT_STOOD),
        ("body.wheelbase_mm", "as found"),
        ("points.front bumper.x_mm", "as found"),
    ],
)
def test_what_is_measured_now_is_as_it_stands_where_that_matters(path: str, taken: str) -> None:
    assert taken_now(PLOVER.changes, path, Figure(1.0, "measured"), PLOVER.figures) == taken
    assert measured_now(PLOVER, path, 1.0, LATER).taken == taken
    assert taken_now(PLOVER.changes, path, Figure(1.0), PLOVER.figures) == "as found"
    untouched = fitted_to(PLOVER, 0)
    assert measured_now(untouched, path, 1.0, LATER).taken == "as found"
    assert measured_now(PLOVER, path, 1.0, None).taken is None


def test_rules_and_workings_take_it_back_too() -> None:
    rig = as_it_stands(PLOVER, "body.rake_from_mm", PLOVER.figures["body.rake_from_mm"].value + 100)
    here = moment(rig, "today")
    expected = value_or_none(Ask(here), "body.rake_from_mm")
    assert expected != rig.figures["body.rake_from_mm"].value
    assert Here(here, at(rig), METRIC).value("body.rake_from_mm") == expected


def test_what_is_moulded_on_the_new_tyres_stays_with_them() -> None:
    path = "wheels.front_left.pattern"
    rig = replace(
        PLOVER, figures={**PLOVER.figures, path: Figure("mud", "measured", None, LATER, taken=AS_IT_STOOD)}
    )
    assert value_or_none(Ask(moment(rig, "today")), path) == "mud"
    assert value_or_none(Ask(moment(rig, "as-found")), path) is None


def test_what_still_holds_is_what_is_worked_out_anew() -> None:
    """An edit of a change that a measured height rests on reaches what rests on the height."""
    kept = KeptResults()
    rig = as_it_stands(PLOVER, "points.front bumper.z_mm", 560.0)
    changes = list(rig.changes)
    springs = next(i for i, change in enumerate(changes) if change.kind in ("springs", "coil-spacers"))
    other = changes[springs].model_copy(update={"fitted": Fitted(on=LATER)})
    moved = replace(rig, changes=(*changes[:springs], other, *changes[springs + 1 :]))
    for each in (rig, moved, rig):
        remembered = Results(moment(each, "planned", on=LATER, kept=kept))
        assert apart(every_number(remembered), every_number(at(each, "planned"))) == {}
    assert point(at(rig, "planned"), "front bumper").z_mm != point(at(moved, "planned"), "front bumper").z_mm


@pytest.mark.parametrize("path", ["body.height_mm", "front_shaft.engaged_mm", "steering.caster_deg"])
def test_every_path_that_moves_is_one_of_the_table(path: str) -> None:
    assert spec_of(path).shape == "number"


@pytest.mark.parametrize(("still_counts", "settled"), [(0.3, ["body.height_mm"]), (0.05, [])])
def test_what_is_history_is_not_to_be_measured(still_counts: float, settled: list[str]) -> None:
    history = Share("front spring rate, as it stood on 20 February 2026", None, 1 - still_counts)
    height = Share("overall height", "body.height_mm", still_counts)
    result = Result(1900.0, doubt={"": 9.0}, doubt_from={"": (history, height)})
    assert [settle.figure for settle in measure_first("stance", result, "")] == settled
