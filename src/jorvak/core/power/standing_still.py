"""How long the batteries feed what runs while the engine stands, and what it takes to fill them again."""

from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.power.battery_days import BatteryDaysIn, BatteryDaysOut, ConsumerIn, battery_days
from jorvak.core.power.charge import ChargeIn, charge
from jorvak.core.power.circuits import MAKERS_LEADS
from jorvak.core.power.feeding import (
    WHILE_IT_STANDS,
    Feeds,
    Hangs,
    capacity_ah,
    chemistry,
    fed_by,
    house,
    loads,
    usable_pct,
    volts,
)
from jorvak.core.power.figures import EFFICIENCY_PCT, TAPER_FROM_PCT
from jorvak.core.power.records import Role


@record(frozen=True, slots=True)
class DayUse:
    """What one consumer takes out of the battery a day; ``share_pct`` of all, None where nothing is taken."""

    name: str
    wh_per_day: float
    share_pct: float | None


@record(frozen=True, slots=True)
class StandingStill:
    """``days`` the batteries ``named`` last without driving, None where the sun covers what is used.

    ``role``: what they are; ``wanted_days`` the brief's, None: it does not say. ``left_days`` beyond those.
    """

    named: tuple[str, ...]
    role: Role
    capacity_ah: float
    usable_wh: float
    wh_per_day: float
    sun_wh_per_day: float
    days: float | None
    wanted_days: float | None
    left_days: float | None
    rows: tuple[DayUse, ...]


def standing_still(ask: Ask) -> StandingStill:
    """Days without driving. Raises Missing. Source: battery-days."""
    feeds = house(ask)
    sun = _sun_wh_per_day(ask)
    came_to = _days(ask, feeds, sun)
    wanted = ask.maybe("aims.still_days")
    return StandingStill(
        named=tuple(each.name for each in feeds),
        role=feeds[0].role,
        capacity_ah=sum(capacity_ah(ask, each) for each in feeds),
        usable_wh=came_to.usable_wh,
        wh_per_day=came_to.wh_per_day,
        sun_wh_per_day=sun,
        days=came_to.days,
        wanted_days=wanted,
        left_days=None if wanted is None or came_to.days is None else came_to.days - wanted,
        rows=tuple(DayUse(row.name, row.wh_per_day, row.share_pct) for row in came_to.rows),
    )


def _days(ask: Ask, feeds: tuple[Feeds, ...], sun_wh_per_day: float) -> BatteryDaysOut:
    capacity = sum(capacity_ah(ask, each) for each in feeds)
    usable = sum(capacity_ah(ask, each) * usable_pct(ask, each) for each in feeds)
    return battery_days(
        BatteryDaysIn(
            consumers=[_consumer(ask, each) for each in loads(ask) if _counts(ask, each, feeds[0].role)],
            capacity_ah=capacity,
            usable_pct=usable / capacity,
            volts=volts(ask),
            charge_wh_per_day=sun_wh_per_day,
        )
    )


def _counts(ask: Ask, hangs: Hangs, role: Role) -> bool:
    """Whether it runs while the engine stands, from these batteries."""
    return (
        hangs.runs in WHILE_IT_STANDS
        and fed_by(ask, hangs) == role
        and hangs.sort not in (*MAKERS_LEADS, "charger")
    )


def _consumer(ask: Ask, hangs: Hangs) -> ConsumerIn:
    amps = ask.maybe(f"{hangs.at}.current_a")
    return ConsumerIn(
        name=hangs.name,
        amps=amps,
        watts=ask.need(f"{hangs.at}.power_w") if amps is None else None,
        hours_per_day=ask.need(f"{hangs.at}.hours_per_day"),
        inverter=hangs.inverter,
    )


def _sun_wh_per_day(ask: Ask) -> float:
    panels = ask.maybe("solar.power_w")
    if not panels:
        return 0.0
    return float(panels * ask.typical("solar.sun_hours") * ask.typical("solar.reaches_pct") / 100)


@record(frozen=True, slots=True)
class Charging:
    """Hours of driving that fill the battery again from ``from_pct``, after the days that the brief wants it to stand."""

    name: str
    charger_a: float
    from_pct: float
    hours: float
    hours_to_taper: float


def charging(ask: Ask) -> Charging:
    """Filling the first house battery again. Raises Missing. Source: charge."""
    feeds = house(ask)[0]
    stands = standing_still(ask)
    usable = usable_pct(ask, feeds)
    used = 1.0 if stands.wanted_days is None else _share_used(stands)
    kind = chemistry(ask, feeds)
    current = ask.maybe(f"{feeds.at}.charger_a")
    if current is None:
        raise Missing(f"{feeds.at}.charger_a", f"what charges {feeds.name}, in amps")
    from_pct = 100 - used * usable
    filled = charge(
        ChargeIn(
            capacity_ah=capacity_ah(ask, feeds),
            from_pct=from_pct,
            to_pct=100.0,
            current_a=current,
            taper_from_pct=TAPER_FROM_PCT[kind],
            efficiency_pct=EFFICIENCY_PCT[kind],
        )
    )
    return Charging(feeds.name, current, from_pct, filled.hours, filled.hours_to_taper)


def _share_used(stands: StandingStill) -> float:
    """Of what may be used, what is used by then: never more than all of it."""
    if stands.days is None or not stands.wanted_days:
        return 0.0 if stands.days is None else 1.0
    return min(stands.wanted_days / stands.days, 1.0)
