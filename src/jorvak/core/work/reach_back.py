"""Before a panel is closed: what behind it is worth doing now."""

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Percent


class ReachBackItem(Given):
    name: str = Field(min_length=1, description="what it is", examples=["drain hose"])
    hours_to_reopen: NotNegative = Field(description="to get back at it later", examples=[6])
    chance_pct: Percent = Field(description="of needing it within the span asked", examples=[10])
    hours_now: NotNegative = Field(description="to do it while it is open", examples=[0.75])


class ReachBackIn(Given):
    items: list[ReachBackItem] = Field(description="what lies behind the panel")


class ReachBackRow(Answer):
    name: str = Field(description="what it is")
    expected_h: float = Field(description="what leaving it costs on the average")
    worth_h: float = Field(description="that, less what it takes now")
    do_now: bool = Field(description="it is worth it")


class ReachBackOut(Answer):
    rows: list[ReachBackRow] = Field(description="best first")


def reach_back(given: ReachBackIn) -> ReachBackOut:
    """expected = chance·(reopen + now), worth = expected − now. Source: expected hours."""
    rows = []
    for item in given.items:
        expected = item.chance_pct / 100 * (item.hours_to_reopen + item.hours_now)
        worth = expected - item.hours_now
        rows.append(ReachBackRow(name=item.name, expected_h=expected, worth_h=worth, do_now=worth > SLACK))
    return ReachBackOut(rows=sorted(rows, key=lambda row: -row.worth_h))


CALCULATION = Calculation(
    "reach-back",
    ReachBackIn,
    reach_back,
    ReachBackOut,
    "what behind a panel is worth doing before it is closed",
    "expected hours: chance × (reopen + now) against now",
)
