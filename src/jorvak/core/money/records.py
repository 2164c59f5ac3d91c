"""Records of money: invoices, in the build's currency or at the rate of their day in another."""

from collections.abc import Mapping

from pydantic import Field, model_validator

from jorvak.core.calculation import NotNegative, Positive
from jorvak.core.records import RecordType
from jorvak.core.rig import Day, Line, Record, Text


class Invoice(Record):
    """Something that was billed. ``rate`` is what one of its currency was worth in the build's on ``billed_on``.

    ``for_change`` is the id of the change that it is for; ``wasted``: it went into what was not used in the end.
    """

    what: Line
    amount: NotNegative
    currency: Line | None = Field(None, max_length=12)
    rate: Positive | None = None
    billed_on: Day | None = None
    paid: bool = True
    wasted: bool = False
    for_change: int | None = None
    note: Text | None = None

    @model_validator(mode="after")
    def _another_currency_has_a_rate(self) -> "Invoice":
        if self.currency is not None and self.rate is None:
            raise ValueError(
                f"Say what one {self.currency} was worth in the build's currency on the day of the invoice."
            )
        return self

    @property
    def in_currency(self) -> float:
        """Its amount in the build's currency."""
        return self.amount * (self.rate or 1.0)


def _renumbered(record: Record, ids: Mapping[int, int]) -> Record:
    change = getattr(record, "for_change", None)
    return record if change is None else record.model_copy(update={"for_change": ids.get(change)})


RECORDS = (
    RecordType("invoice", Invoice, "invoices", "what", "invoice", most=1000, several=True, renumbered=_renumbered),
)  # fmt: skip
