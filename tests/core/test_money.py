"""The purse of a build: a row for each thing, counted once, and what it upsets."""

from dataclasses import replace
from typing import Any

import pytest

from jorvak.core.assess import assess
from jorvak.core.money.records import Invoice
from jorvak.core.money.spent import grown_by, spent
from jorvak.core.rig import Brief, Change, Figure, Fitted, Rig
from jorvak.core.vehicle.records import Part
from jorvak.core.work.records import JobRecord, Spell
from tests.conftest import TODAY

RACK = {"kind": "rack", "fields": {}}


def build(*changes: Change, ceiling: float | None = None) -> Rig:
    numbered = tuple(change.model_copy(update={"id": at}) for at, change in enumerate(changes, 1))
    return Rig(name="small", brief=Brief(ceiling=ceiling), changes=numbered)


def fitted(cost: float, paid: float) -> Change:
    return Change(**RACK, cost=cost, paid=paid, state="fitted", fitted=Fitted(on=TODAY))


def test_a_build_worked_out_by_hand() -> None:
    """Paid 400 of 1000 and 600 ordered; 300 to come ±30, of which guesses may be 20 % off: ±√(30² + 60²) = 67.1; a
    gift of 200; old parts for 150. In all 400 + 600 + 300 − 150 = 1150, worth 1150 + 150 + 200 = 1500."""
    rig = build(
        Change(**RACK, cost=1000, paid=400, state="bought"),
        Change(**RACK, cost=300),
        Change(**RACK, cost=200, gift=True),
        Change(**RACK, cost=50, credit=150, state="dropped"),
        Change(**RACK, cost=0, credit=150),
        ceiling=1200,
    )
    purse = spent(rig).purse
    assert (purse.paid, purse.committed, purse.to_come, purse.total, purse.worth) == (
        400,
        600,
        300,
        1150,
        1500,
    )
    assert purse.doubt == pytest.approx(67.08, abs=0.01)
    assert purse.left == 50


def test_an_invoice_takes_the_place_of_what_was_guessed_at_the_rate_of_its_day() -> None:
    rig = build(Change(**RACK, cost=1000, state="bought"))
    billed = rig.having(Invoice, (Invoice(what="rack", amount=500, currency="kr", rate=1.2, for_change=1),))
    purse = spent(billed).purse
    assert (purse.paid, purse.committed, purse.total) == (600, 400, 1000)
    dropped = replace(billed, changes=(rig.changes[0].model_copy(update={"state": "dropped"}),))
    assert spent(dropped).wasted == 600


def test_another_currency_wants_a_rate() -> None:
    with pytest.raises(ValueError, match="what one kr was worth"):
        Invoice(what="rack", amount=500, currency="kr")


def test_what_guesses_grew_by_is_learnt_from_three_on() -> None:
    two = build(fitted(100, 120), fitted(200, 220))
    assert grown_by(two) == (1.0, 0.2, 2)
    # 1.2, 1.1 and 1.3: in the middle 1.2, deviation 0.1, ±2·0.1/√3.
    ratio, spread, count = grown_by(build(fitted(100, 120), fitted(200, 220), fitted(100, 130)))
    assert (ratio, count) == (pytest.approx(1.2), 3)
    assert spread == pytest.approx(0.11547, abs=1e-5)


@pytest.mark.parametrize(
    ("part", "paid", "committed", "to_come", "back"),
    [
        ({"state": "wanted", "price": 80}, 0, 0, 80, 0),
        ({"state": "ordered", "price": 80, "paid": 30}, 30, 50, 0, 0),
        ({"state": "fitted", "price": 80, "paid": 80}, 80, 0, 0, 0),
        ({"state": "sold", "price": 80, "paid": 80, "sold_for": 60}, 80, 0, 0, 60),
        ({"state": "ordered", "price": 80, "for_change": 1}, 0, 0, 500, 0),
        ({"place": "donor", "price": 80}, 0, 0, 0, 0),
    ],
)
def test_a_part_counts_once(
    part: dict[str, Any], paid: float, committed: float, to_come: float, back: float
) -> None:
    rig = build(Change(**RACK, cost=500)) if "for_change" in part else build()
    purse = spent(rig.having(Part, (Part(**{"name": "thing", "place": "shelf", **part}),))).purse
    assert (purse.paid, purse.committed, purse.to_come, purse.leftover) == (paid, committed, to_come, back)


def test_hours_at_the_shops_rate() -> None:
    rig = build().having(JobRecord, (JobRecord(key="hand a", hours=4, spells=(Spell(on=TODAY, hours=1),)),))
    assert spent(rig).worked is None
    paid = replace(rig, figures={"aims.hour_rate": Figure(40.0)})
    assert (spent(paid).worked, spent(paid).to_work) == (40, 120)


@pytest.mark.parametrize(
    ("ceiling", "severity"), [(800, "stop"), (1150, "measure"), (1500, None), (None, None)]
)
def test_over_the_ceiling(ceiling: float | None, severity: str | None) -> None:
    rig = build(Change(**RACK, cost=1100), ceiling=ceiling)
    raised = [each for each in assess(rig, on=TODAY).findings if each.code == "over-ceiling"]
    assert [each.severity for each in raised] == ([severity] if severity else [])
    assert not any(each.code == "over-ceiling" for each in assess(rig, "as-found").findings)
