"""Moments of the order: what is on the rig at each, what an option counts, what was measured later."""

from dataclasses import replace
from datetime import date
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.engine.moment import changes_at, choosing, is_chosen, moment, read_stage, steps_before
from jorvak.core.plan.records import Question
from jorvak.core.rig import Change, Figure, Fitted, Rig
from tests.conftest import demo, planned, with_records

ROLL_OUT = "wheels.rear_left.circumference_mm"


def change(number: int, state: str = "chosen", **more: Any) -> Change:
    fitted = Fitted(on=date(2026, 3, 2)) if state == "fitted" else None
    return Change(id=number, kind="winch", fields={}, state=state, fitted=fitted, **more)


ORDER = (change(1, "fitted"), change(2), change(3, "idea"), change(4, "dropped"), change(5, "bought"))


@pytest.mark.parametrize(
    ("stage", "ids"),
    [
        ("as-found", []),
        ("today", [1]),
        (0, []),
        (1, [1]),
        (3, [1, 2]),
        (5, [1, 2, 5]),
        ("planned", [1, 2, 5]),
    ],
)
def test_what_is_on_the_rig(stage: Any, ids: list[int]) -> None:
    assert [each.id for each in changes_at(Rig(name="X", changes=ORDER), stage)] == ids


@pytest.mark.parametrize("stage", [-1, 6, 99])
def test_a_step_that_the_order_does_not_have(stage: int) -> None:
    with pytest.raises(Refused) as refused:
        moment(Rig(name="X", changes=ORDER), stage)
    assert refused.value.field == "stage"


@pytest.mark.parametrize("text", ["", "tomorrow", "-1", "1.5", "99999", "²"])
def test_what_is_no_stage(text: str) -> None:
    with pytest.raises(Refused, match="no stage"):
        read_stage(text)


def test_a_change_is_added_behind_what_is_fitted() -> None:
    rig = Rig(name="X", changes=ORDER)
    assert [steps_before(rig, stage) for stage in ("as-found", "today", 0, 3, "planned")] == [1, 1, 1, 3, 5]


class TestOptions:
    QUESTION = Question(key="q", ask="Which?", options=("a", "b"))
    RIG = with_records(
        Rig(name="X", changes=(change(1), change(2, option="q/a"), change(3, option="q/b"))),
        questions=(QUESTION,),
    )

    @pytest.mark.parametrize(("chosen", "ids"), [(None, [1]), ("a", [1, 2]), ("b", [1, 3])])
    def test_only_the_chosen_one_counts(self, chosen: str | None, ids: list[int]) -> None:
        rig = choosing(self.RIG, "q", chosen)
        assert [each.id for each in changes_at(rig, "planned")] == ids

    def test_the_rig_itself_stays_as_it_is(self) -> None:
        choosing(self.RIG, "q", "a")
        assert self.RIG.all(Question)[0].chosen is None

    def test_an_option_of_a_question_that_is_gone_never_counts(self) -> None:
        rig = with_records(self.RIG, questions=())
        assert [is_chosen(rig, each) for each in rig.changes] == [True, False, False]

    @pytest.mark.parametrize(("key", "option"), [("q", "c"), ("p", "a")])
    def test_what_is_not_there_is_refused(self, key: str, option: str) -> None:
        with pytest.raises(Refused):
            choosing(self.RIG, key, option)


class TestMeasuredLater:
    def rig(self, plover: Rig, noted: Figure, fitted_on: date = date(2026, 3, 1)) -> Rig:
        rig = planned(plover, "tyre 285/75R17")
        fitted = rig.changes[0].model_copy(update={"state": "fitted", "fitted": Fitted(on=fitted_on)})
        return replace(rig, changes=(fitted,), figures={**rig.figures, ROLL_OUT: noted})

    @pytest.mark.parametrize(
        ("noted", "as_found", "today"),
        [
            (Figure(2598.0, "measured", None, date(2026, 3, 5)), None, 2598.0),
            (Figure(2598.0, "measured", None, date(2026, 3, 1)), None, 2598.0),
            (Figure(2430.0, "measured", None, date(2026, 2, 1)), 2430.0, None),
            (Figure(2430.0, "assumed", None, date(2026, 3, 5)), 2430.0, None),
            (Figure(2430.0, "measured"), 2430.0, None),
        ],
        ids=["after", "the same day", "before", "only assumed", "no date"],
    )
    def test_it_holds_from_its_change_on(
        self, plover: Rig, noted: Figure, as_found: float | None, today: float | None
    ) -> None:
        rig = self.rig(plover, noted)
        for stage, value in (("as-found", as_found), ("today", today)):
            here = moment(rig, stage).here.get(ROLL_OUT)  # type: ignore[arg-type]
            assert (here.value if here else None) == value

    def test_a_change_that_is_not_fitted_takes_it_away(self, plover: Rig) -> None:
        rig = self.rig(plover, Figure(2598.0, "measured", None, date(2026, 3, 5)))
        chosen = rig.changes[0].model_copy(update={"state": "chosen", "fitted": None})
        rig = replace(rig, changes=(chosen,))
        assert moment(rig, "as-found").here[ROLL_OUT].value == 2598
        assert ROLL_OUT not in moment(rig, "planned").here


@given(st.permutations(range(8)))
def test_moments_grow_along_any_order(order: list[int]) -> None:
    rig = demo(2)
    changes = tuple(rig.changes[i] for i in order if i < len(rig.changes))
    rig = replace(rig, changes=changes)
    for step in range(len(changes) + 1):
        assert len(moment(rig, step).changes) == step
    assert moment(rig, len(changes)).here == moment(rig, "planned").here
