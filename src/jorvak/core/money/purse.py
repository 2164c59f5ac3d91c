"""What a build costs: paid, committed, to come with its ±, and the chance of passing the ceiling."""

import math
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative

State = Literal["paid", "committed", "to-come", "gift", "leftover", "taken-off"]


class PurseRow(Given):
    name: str = Field(min_length=1, description="what it is", examples=["tyres"])
    amount: NotNegative = Field(description="what it costs, or brought in", examples=[2100])
    doubt: NotNegative = Field(0.0, description="± of it", examples=[250])
    state: State = Field(description="how far it is", examples=["to-come"])


class PurseIn(Given):
    rows: list[PurseRow] = Field(description="what money goes into, or comes from")
    ceiling: NotNegative | None = Field(None, description="what it may cost", examples=[11500])
    guess_ratio: NotNegative = Field(1.0, description="what guesses grew by so far", examples=[1.15])
    guess_spread: NotNegative = Field(
        0.0, description="± of that, two deviations, for all to come", examples=[0.2]
    )


class PurseOut(Answer):
    paid: float = Field(description="paid")
    committed: float = Field(description="ordered, not paid")
    to_come: float = Field(description="not ordered, times what guesses grew by")
    gifts: float = Field(description="given free, at their retail price")
    leftover: float = Field(description="bought and sold unused")
    taken_off: float = Field(description="old parts sold")
    total: float = Field(description="paid + committed + to come − leftover − taken off")
    doubt: float = Field(description="± of the total")
    worth: float = Field(description="total + taken off + gifts")
    left: float = Field(default=0.0, description="ceiling less total; below 0: over")
    p_over: float = Field(default=0.0, description="chance of passing the ceiling")


def purse(given: PurseIn) -> PurseOut:
    """Sums by state; ± as root of the sum of squares. Source: sums; normal for ``p_over``."""

    def of(state: State) -> float:
        return sum(row.amount for row in given.rows if row.state == state)

    to_come = of("to-come") * given.guess_ratio
    total = of("paid") + of("committed") + to_come - of("leftover") - of("taken-off")
    squares = sum(
        (row.doubt * (given.guess_ratio if row.state == "to-come" else 1.0)) ** 2
        for row in given.rows
        if row.state != "gift"
    )
    doubt = math.sqrt(squares + (of("to-come") * given.guess_spread) ** 2)
    sums = {
        "paid": of("paid"),
        "committed": of("committed"),
        "to_come": to_come,
        "gifts": of("gift"),
        "leftover": of("leftover"),
        "taken_off": of("taken-off"),
        "total": total,
        "doubt": doubt,
        "worth": total + of("taken-off") + of("gift"),
    }
    if given.ceiling is None:
        return PurseOut(**sums)
    left = given.ceiling - total
    return PurseOut(**sums, left=left, p_over=_p_below_zero(left, doubt))


def _p_below_zero(left: float, doubt: float) -> float:
    if doubt <= 0:
        return 1.0 if left < -SLACK else 0.0
    # 1 − Φ(left/(doubt/2)), by the complement so that a small chance does not vanish.
    return math.erfc(left / (doubt / 2) / math.sqrt(2)) / 2


CALCULATION = Calculation(
    "purse",
    PurseIn,
    purse,
    PurseOut,
    "paid, committed, to come with its ±, against the ceiling",
    "sums; root of the sum of squares; normal distribution",
)
