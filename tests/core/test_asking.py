"""What a result writes down: what it rests on, what stands in, whose doubt it is; parts that need no second run."""

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import Moment, moment
from jorvak.core.engine.moved import MovedAsk
from jorvak.core.engine.result import work_out
from jorvak.core.engine.sources import SourceKey
from jorvak.core.load.results import load
from jorvak.core.rig import Figure, Rig
from jorvak.core.rolling.results import tyre
from jorvak.core.stance.results import angles, lift
from tests.conftest import demo, planned, with_records

WHEELBASE, HEIGHT = "body.wheelbase_mm", "body.height_mm"


def here(**figures: Figure) -> Moment:
    noted = {path.replace("__", "."): figure for path, figure in figures.items()}
    return moment(Rig(name="X", figures=noted), "as-found")


def asked(at: Moment, function: Any) -> Ask:
    ask = Ask(at)
    function(ask)
    return ask


def test_what_was_asked_for_is_what_it_rests_on() -> None:
    at = here(body__wheelbase_mm=Figure(2740.0, "measured"), body__height_mm=Figure(1870.0, "plate"))
    got = work_out(at, lambda ask: ask.need(WHEELBASE) + (ask.maybe("body.width_mm") or 0.0))
    assert (got.value, got.rests_on, got.stands_in) == (2740, (WHEELBASE,), {})
    assert got.off("") == 3 and got.doubt_from[""][0].path == WHEELBASE


def test_a_missing_figure_is_named_and_a_refusal_said() -> None:
    got = work_out(here(), lambda ask: ask.need(HEIGHT))
    assert (
        got.value is None
        and got.waits_for
        and (got.waits_for.path, got.waits_for.label) == (HEIGHT, "overall height")
    )

    def refuses(ask: Ask) -> float:
        raise Refused("x", "It cannot be.")

    said = work_out(here(), refuses)
    assert said.waits_for and (said.waits_for.path, said.waits_for.label) == (None, "It cannot be.")


def test_what_is_typical_stands_in_and_is_as_uncertain_as_what_is_assumed() -> None:
    got = work_out(here(), lambda ask: 100 * ask.typical("transfer.high_ratio"))
    assert got.stands_in == {"transfer.high_ratio": 1.0} and got.off("") == pytest.approx(3)
    noted = work_out(
        here(transfer__high_ratio=Figure(1.0, "plate")), lambda ask: ask.typical("transfer.high_ratio")
    )
    assert noted.stands_in == {} and noted.off("") == 0


def test_without_doubt_it_is_run_once() -> None:
    runs = []
    at = here(body__wheelbase_mm=Figure(2740.0)).without_doubt()
    got = work_out(at, lambda ask: runs.append(1) or ask.need(WHEELBASE))
    assert len(runs) == 1 and got.doubt == {}


def test_two_weights_of_one_scale_move_together_and_each_on_its_own() -> None:
    at = here(body__front_axle_kg=Figure(1000.0, "measured"), body__rear_axle_kg=Figure(1000.0, "measured"))
    apart = work_out(at, lambda ask: ask.need("body.front_axle_kg") - ask.need("body.rear_axle_kg"))
    assert apart.off("") == pytest.approx(2**0.5)
    keys = asked(at, lambda ask: ask.need("body.front_axle_kg")).sources()
    assert {source.source for source in keys.values()} == {None, SourceKey("one scale", "no figure")}


def test_a_figure_that_a_change_has_set_is_another_source_as_found(plover: Rig) -> None:
    at = moment(planned(plover, "gears rear 4.10"), "planned")
    got = work_out(at, lambda ask: ask.need("rear_axle.ratio") - ask.need("rear_axle.ratio", as_found=True))
    assert got.rests_on == ("rear_axle.ratio",) and got.rests_on_found == ("rear_axle.ratio",)
    untouched = work_out(at, lambda ask: ask.need(WHEELBASE) - ask.need(WHEELBASE, as_found=True))
    assert untouched.rests_on_found == () and untouched.off("") == 0


def test_a_size_is_three_sources_for_all_tyres_that_bear_it(plover: Rig) -> None:
    at = moment(plover, "as-found")
    both = asked(at, lambda ask: (tyre(ask, "front"), tyre(ask, "rear"))).sources()
    assert sorted(both) == [
        SourceKey(f"catalogue size 265/70R17, {source}", "no figure")
        for source in ("diameter", "rolling factor", "section")
    ]
    larger = MovedAsk(
        asked(at, lambda ask: tyre(ask, "rear")),
        {SourceKey("catalogue size 265/70R17, diameter", "no figure"): 0.015},
    )
    plain, moved = tyre(Ask(at), "rear"), tyre(larger, "rear")
    assert moved.circumference_mm == pytest.approx(plain.circumference_mm * 1.015)
    assert moved.static_radius_mm == pytest.approx(plain.static_radius_mm * 1.015)
    assert moved.size.section_width_mm == plain.size.section_width_mm


def test_a_list_moves_one_ratio_at_a_time() -> None:
    at = here(gearbox__gears=Figure((4.0, 2.0, 1.0), "assumed"))
    ask = asked(at, lambda ask: ask.need("gearbox.gears"))
    assert sorted(ask.sources()) == [SourceKey("gearbox.gears", part=i) for i in range(3)]
    moved = MovedAsk(ask, {SourceKey("gearbox.gears", part=1): 0.06})
    assert moved.need("gearbox.gears") == (4.0, 2.06, 1.0)


@pytest.fixture(scope="module")
def sprung() -> Moment:
    rig = demo(0)
    changes = tuple(change.model_copy(update={"option": None}) for change in rig.changes)
    return moment(with_records(replace(rig, changes=changes), questions=()), "planned")


@pytest.mark.parametrize("function", [lift, angles], ids=["lift", "angles"])
def test_a_part_that_is_kept_is_what_a_second_run_would_give(sprung: Moment, function: Any) -> None:
    """Every source moved on its own: with parts taken over, and with none to take over."""
    ask = asked(sprung, function)
    bare = asked(sprung, function)
    bare.shared_values.clear()
    assert ask.shared_values
    for key, source in ask.sources().items():
        assert function(MovedAsk(ask, {key: source.doubt})) == function(
            MovedAsk(bare, {key: source.doubt})
        ), key


@given(data=st.data())
def test_moves_of_several_sources_add_up(data: st.DataObject) -> None:
    at = here(body__wheelbase_mm=Figure(2740.0), body__height_mm=Figure(1870.0))
    ask = asked(at, lambda ask: (ask.need(WHEELBASE), ask.need(HEIGHT)))
    by = {key: data.draw(st.floats(-50, 50), label=key) for key in ask.sources()}
    moved = MovedAsk(ask, by)
    assert moved.need(WHEELBASE) + moved.need(HEIGHT) == pytest.approx(2740 + 1870 + sum(by.values()))


def test_a_mark_for_as_found_is_no_part_of_a_path(plover: Rig) -> None:
    at = moment(planned(plover, "springs front 448 38"), "planned")
    path = "front_suspension.free_length_mm"
    ask = asked(at, lambda ask: (ask.need(path), ask.need(path, as_found=True)))
    moved = MovedAsk(ask, {SourceKey(path, "as found"): 5.0})
    assert (moved.need(path), moved.need(path, as_found=True)) == (448, 420)
    with pytest.raises(Missing):
        moved.need("body.rear_lift_mm")


@pytest.mark.parametrize(("known", "share"), [("assumed", 0.10), ("plate", 0.03), ("measured", 0.01)])
def test_the_mass_of_a_change_is_as_sure_as_it_is_known(plover: Rig, known: Any, share: float) -> None:
    bare = planned(plover, "add spares box 100 kg at 0")
    (box,) = bare.changes
    weighed = replace(bare, changes=(box.model_copy(update={"mass_known": known}),))
    before = work_out(moment(plover, "planned"), load)
    after = work_out(moment(weighed, "planned"), load)
    assert before.value and after.value and after.value.front_kg == pytest.approx(before.value.front_kg + 100)
    assert after.off("rear_kg") == pytest.approx(before.off("rear_kg"))
    assert after.off("front_kg") ** 2 == pytest.approx(before.off("front_kg") ** 2 + (100 * share) ** 2)
    said = {share.label: share.path for share in after.doubt_from["front_kg"]}
    assert said["mass of spares box"] is None


def test_what_masses_may_be_off_by_goes_on_into_the_sag(plover: Rig) -> None:
    heavy = planned(plover, "add box 300 kg at 2740")
    guessed = work_out(moment(heavy, "planned"), lift)
    sure = replace(heavy, changes=(heavy.changes[0].model_copy(update={"mass_known": "measured"}),))
    weighed = work_out(moment(sure, "planned"), lift)
    place = "rear.suspension_lift_mm"
    assert guessed.value == weighed.value and guessed.value and guessed.value.rear.suspension_lift_mm < 0
    assert guessed.off(place) > weighed.off(place) > 0
    labels = [share.label for share in guessed.doubt_from[place]]
    assert "masses that come on the rear" in labels


def test_figures_that_do_not_go_together_are_said_and_break_nothing() -> None:
    at = here(body__wheelbase_mm=Figure(2740.0, "measured"), body__height_mm=Figure(1870.0, "plate"))
    got = work_out(at, lambda ask: 1 / (ask.need(WHEELBASE) - 2740.0))
    assert (
        got.value is None
        and got.waits_for
        and got.waits_for.label.startswith("These figures do not go together")
    )
    # Where only a move of a figure brings it about, that side does not count.
    near = work_out(at, lambda ask: 1 / max(ask.need(WHEELBASE) - 2737.0, 0.0))
    assert near.value == pytest.approx(1 / 3) and near.off("") == pytest.approx(1 / 3 - 1 / 6)
