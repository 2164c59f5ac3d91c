"""What lifts what: amounts add, order does not matter, tyres raise axles and nothing else does."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations

STACK = calculations()["lift-stack"]
OLD, NEW = {"free_length_mm": 415, "rate_n_per_mm": 34}, {"free_length_mm": 448, "rate_n_per_mm": 38}

amounts = st.floats(-80, 80)
items = st.lists(
    st.one_of(
        st.fixed_dictionaries({
            "kind": st.sampled_from(["leaf-block", "leaf-arch", "spring-over", "direct", "shackle", "body"]),
            "axle": st.sampled_from(["front", "rear", "both"]), "mm": amounts}),
        st.fixed_dictionaries({"kind": st.sampled_from(["coil-spacer", "collar"]),
            "axle": st.sampled_from(["front", "rear", "both"]), "mm": amounts, "motion_ratio": st.floats(0.4, 1.2)}),
        st.fixed_dictionaries({"kind": st.just("tyre"), "axle": st.sampled_from(["front", "rear", "both"]),
            "static_radius_change_mm": amounts}),
    ),
    max_size=6,
)  # fmt: skip


def stack(*given: dict[str, Any]) -> Any:
    return STACK.as_json({"items": list(given)})


def test_nothing_lifts_nothing() -> None:
    assert set(stack()["front"].values()) == set(stack()["rear"].values()) == {0.0}


@given(items)
def test_the_order_does_not_matter(given: list[dict[str, Any]]) -> None:
    one, two = stack(*given), stack(*reversed(given))
    for end in ("front", "rear"):
        assert one[end] == pytest.approx(two[end])


@given(items)
def test_frame_and_body_stand_on_what_is_below(given: list[dict[str, Any]]) -> None:
    for lift in stack(*given).values():
        assert lift["frame_rise_mm"] == pytest.approx(lift["axle_rise_mm"] + lift["suspension_lift_mm"])
        assert lift["body_rise_mm"] == pytest.approx(lift["frame_rise_mm"] + lift["body_lift_mm"])


@given(items)
def test_only_tyres_raise_an_axle(given: list[dict[str, Any]]) -> None:
    without = [item for item in given if item["kind"] != "tyre"]
    assert all(lift["axle_rise_mm"] == 0 for lift in stack(*without).values())


@given(items, items)
def test_two_stacks_add_up(first: list[dict[str, Any]], second: list[dict[str, Any]]) -> None:
    both, one, two = stack(*first, *second), stack(*first), stack(*second)
    for end in ("front", "rear"):
        assert both[end]["body_rise_mm"] == pytest.approx(
            one[end]["body_rise_mm"] + two[end]["body_rise_mm"], abs=1e-9
        )


def spring(**more: Any) -> float:
    item = {"kind": "spring", "axle": "front", "old": OLD, "new": NEW, "sprung_kg": 452, **more}
    lift: float = stack(item)["front"]["suspension_lift_mm"]
    return lift


def test_the_same_spring_lifts_nothing() -> None:
    assert spring(new=OLD) == 0


@given(more=st.floats(0.1, 300))
def test_more_on_it_sags_it(more: float) -> None:
    assert spring(sprung_kg_new=452 + more) < spring()


@given(longer=st.floats(0.1, 100))
def test_a_longer_spring_lifts_by_what_it_is_longer(longer: float) -> None:
    assert spring(new={**OLD, "free_length_mm": 415 + longer}) == pytest.approx(longer)


@given(ratio=st.floats(0.4, 0.99))
def test_a_lever_lifts_more_than_its_spring(ratio: float) -> None:
    spacer = {"kind": "coil-spacer", "axle": "front", "mm": 21}
    plain, levered = stack(spacer), stack({**spacer, "motion_ratio": ratio})
    assert levered["front"]["suspension_lift_mm"] == pytest.approx(
        plain["front"]["suspension_lift_mm"] / ratio
    )


@pytest.mark.parametrize(
    "item",
    [
        {"kind": "magic", "axle": "front", "mm": 3},
        {"kind": "direct", "axle": "middle", "mm": 3},
        {"kind": "direct", "axle": "front"},
        {"kind": "direct", "axle": "front", "mm": 3, "motion_ratio": 0.6},
        {"kind": "coil-spacer", "axle": "front", "mm": 3, "motion_ratio": 0},
        {"kind": "spring", "axle": "front", "old": OLD, "new": {**NEW, "rate_n_per_mm": 0}, "sprung_kg": 400},
        {"kind": "spring", "axle": "front", "old": OLD, "new": NEW, "sprung_kg": -1},
        {"kind": "tyre", "axle": "front", "mm": 3},
    ],
)
def test_what_makes_no_sense_is_refused_with_its_place(item: dict[str, Any]) -> None:
    with pytest.raises(Refused) as refused:
        stack(item)
    assert refused.value.field.startswith("items.0")
