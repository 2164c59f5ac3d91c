"""How many days a battery feeds what hangs on it."""

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.power.cable import SYSTEM_VOLTS

INVERTER_EFFICIENCY = 0.85


class ConsumerIn(Given):
    name: str = Field(min_length=1, description="what it is called", examples=["fridge"])
    watts: NotNegative | None = Field(None, description="it takes, or amps", examples=[45])
    amps: NotNegative | None = Field(None, description="it takes, or watts")
    hours_per_day: NotNegative = Field(description="that it runs", examples=[9], le=24)
    inverter: bool = Field(False, description="through an inverter")


class BatteryDaysIn(Given):
    consumers: list[ConsumerIn] = Field(description="each with watts or amps")
    capacity_ah: Positive = Field(description="of the battery", examples=[105])
    usable_pct: Positive = Field(
        description="of it; lead 50, lithium iron phosphate 80", examples=[50], le=100
    )
    volts: Positive = Field(SYSTEM_VOLTS, description="of the system")
    charge_wh_per_day: NotNegative = Field(0.0, description="that comes in, by the sun")


class ConsumerRow(Answer):
    name: str = Field(description="as given")
    wh_per_day: float = Field(description="out of the battery")
    share_pct: float | None = Field(description="of all that is used; null where nothing is")


class BatteryDaysOut(Answer):
    wh_per_day: float = Field(description="all of them, out of the battery")
    usable_wh: float = Field(description="when it is full")
    days: float | None = Field(description="until it is down; null where charge covers use")
    rows: list[ConsumerRow] = Field(description="in the order given")


def battery_days(given: BatteryDaysIn) -> BatteryDaysOut:
    """Energy in store over what is used and not charged. Source: energy balance.

    Raises Refused on ``consumers.N.watts`` where neither it nor amps is given, on ``consumers.N.amps`` where both are.
    """
    used = [_wh_per_day(each, number, given.volts) for number, each in enumerate(given.consumers)]
    whole = sum(used)
    usable = given.capacity_ah * given.volts * given.usable_pct / 100
    net = whole - given.charge_wh_per_day
    return BatteryDaysOut(
        wh_per_day=whole,
        usable_wh=usable,
        days=usable / net if net > 0 else None,
        rows=[
            ConsumerRow(name=each.name, wh_per_day=wh, share_pct=wh / whole * 100 if whole > 0 else None)
            for each, wh in zip(given.consumers, used, strict=True)
        ],
    )


def _wh_per_day(consumer: ConsumerIn, number: int, volts: float) -> float:
    at = f"consumers.{number}"
    if consumer.watts is None and consumer.amps is None:
        raise Refused(f"{at}.watts", f"Say what {consumer.name} takes: watts, or amps.")
    if consumer.watts is not None and consumer.amps is not None:
        raise Refused(f"{at}.amps", f"Give watts or amps of {consumer.name}, not both.")
    watts = consumer.watts if consumer.watts is not None else (consumer.amps or 0.0) * volts
    return watts * consumer.hours_per_day / (INVERTER_EFFICIENCY if consumer.inverter else 1.0)


CALCULATION = Calculation(
    "battery-days",
    BatteryDaysIn,
    battery_days,
    BatteryDaysOut,
    "how many days a battery feeds what hangs on it",
    "energy balance",
)
