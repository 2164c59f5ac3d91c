"""Stowing: proven against every plan that there is, on small questions; and a rig's own."""

from itertools import product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import laden, moment
from jorvak.core.load.packing import packing
from jorvak.core.load.records import Cargo, LoadPlace
from jorvak.core.load.stow import StowIn, StowItem, StowPlace, outcome, stow
from jorvak.core.rig import Rig
from tests.conftest import demo

PLACES = [
    StowPlace(name="left", x_mm=2600, y_mm=-380, z_mm=820, limit_kg=45),
    StowPlace(name="right", x_mm=2600, y_mm=380, z_mm=820, limit_kg=45),
    StowPlace(name="roof", x_mm=1500, y_mm=0, z_mm=1950, limit_kg=60),
]


def question(masses: list[float], front_limit: float = 1300.0, **more: object) -> StowIn:
    items = [StowItem(name=f"thing {n}", mass_kg=mass) for n, mass in enumerate(masses)]
    return StowIn.model_validate(
        {"wheelbase_mm": 2700, "front_kg": 1250, "rear_kg": 1250, "cg_height_mm": 740, "gvm_kg": 2560, "front_limit_kg": front_limit,
         "rear_limit_kg": 1300, "items": items, "places": PLACES, **more}
    )  # fmt: skip


@settings(max_examples=15, deadline=None)
@given(st.lists(st.floats(3, 25).map(lambda kg: round(kg, 1)), min_size=1, max_size=5), st.floats(1250, 1320))
def test_no_other_plan_is_better(masses: list[float], front_limit: float) -> None:
    given = question(masses, round(front_limit))
    plans = [
        outcome(given, plan, True)
        for plan in product(range(len(PLACES)), repeat=len(masses))
        if all(
            sum(m for m, at in zip(masses, plan, strict=True) if at == i) <= PLACES[i].limit_kg
            for i in range(3)
        )
    ]
    found = stow(given)
    least = min(each.over_kg for each in plans)
    assert found.proven and found.over_kg <= least + 0.06
    beyond = [max(abs(each.cg_y_mm) - 10, 0) for each in plans if each.over_kg <= found.over_kg + 1e-6]
    assert max(abs(found.cg_y_mm) - 10, 0) <= min(beyond) + 0.06


def test_kept_apart_pinned_and_at_hand_are_held() -> None:
    rig = Rig(name="Small", figures=demo(0).figures)
    rig = rig.having(LoadPlace, demo(0).all(LoadPlace))
    cargo = (
        Cargo(name="tools", place="rack", pinned=True),
        Cargo(name="stove and pans", at_hand=True),
        Cargo(name="spare parts", apart=("food, two weeks",)),
        Cargo(name="food, two weeks"),
    )
    found = packing(Ask(laden(moment(rig.having(Cargo, cargo), "planned", with_doubt=False))))
    goes = {move.thing: move.to for move in found.moves}
    assert goes["tools"] == "rack" and goes["spare parts"] != goes["food, two weeks"] and found.proven
    assert next(p for p in rig.all(LoadPlace) if p.name == goes["stove and pans"]).at_hand


@pytest.mark.parametrize(
    ("cargo", "says"),
    [
        ((), "nothing to stow"),
        ((Cargo(name="tools", place="gone", pinned=True),), "no place that was measured"),
        ((Cargo(name="tools", may=("gone",)),), "no place where it may go"),
        ((Cargo(name="second spare wheel", may=("footwell",)),), "fits nowhere"),
    ],
)
def test_what_cannot_be_stowed_is_said(cargo: tuple[Cargo, ...], says: str) -> None:
    with pytest.raises(Refused, match=says):
        packing(Ask(laden(moment(demo(0).having(Cargo, cargo), "planned", with_doubt=False))))


def test_a_search_can_be_stopped_and_answers_with_its_best() -> None:
    told: list[tuple[int, ...]] = []

    def watch(plan: tuple[int, ...]) -> bool:
        told.append(plan)
        return False

    masses = [float(kg) for kg in range(4, 16)]
    found = stow(
        question(masses, gvm_kg=2660, places=[p.model_copy(update={"limit_kg": 90}) for p in PLACES]), watch
    )
    assert told and sum(len(place.items) for place in found.places) == 12


def test_for_doubt_the_plan_is_held() -> None:
    from jorvak.core.calculations import calculations
    from jorvak.core.doubt import answer_with_doubt

    raw = question([20.0, 10.0]).model_dump()
    raw["items"][0]["mass_kg"] = {"value": 20.0, "doubt": 2.0}
    raw["items"][1].pop("at")
    raw["items"][0].pop("at")
    got = answer_with_doubt(raw, calculations()["stow"])
    # 2 kg at 2600 of 2700 are 1.926 on the rear axle, wherever else they might go.
    at = next(i for i, place in enumerate(got["result"]["places"]) if "thing 0" in place["items"])
    x = PLACES[at].x_mm
    assert got["doubt"]["rear_kg"] == pytest.approx(2 * x / 2700, rel=1e-6)


def test_the_demo_is_over_in_front_until_it_is_packed_otherwise() -> None:
    found = packing(Ask(laden(moment(demo(0), "planned", with_doubt=False))))
    assert found.now.over_kg > 20 and found.then.over_kg < 3 and found.proven
