"""Whether battery and alternator give what is asked of them."""

from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.findings import Finding, Here, Settle, measure_first
from jorvak.core.power.alternating import IDLE_LEAST_A
from jorvak.core.power.area import PowerResults


def battery_short(here: Here) -> Iterator[Finding]:
    """Fewer days without driving than the brief asks for; and where nobody can say how many."""
    wanted = here.value("aims.still_days")
    if not wanted:
        return
    result = here.results.of(PowerResults).standing_still
    stands = result.value
    if stands is None:
        waits = result.waits_for
        if waits is not None and not waits.impossible and here.moment.stage != "as-found":
            yield here.finding(
                "battery-short",
                "measure",
                f"The brief asks for {wanted:g} days without driving, and nobody can say how many the battery gives: "
                f"{waits.label} is not known.",
                "middle",
                figures=("aims.still_days",),
                settled_by=(Settle(text=f"Note {waits.label}", figure=waits.path),),
                subject="not known",
            )
        return
    off = result.off("left_days")
    if stands.left_days is None or stands.left_days >= off - SLACK:
        here.passes("battery-short", result, "left_days")
        return
    which = " and ".join(stands.named)
    starts = " It also starts the engine." if stands.role == "starter" else ""
    yield here.finding(
        "battery-short",
        "watch",
        f"{which[:1].upper()}{which[1:]} gives {stands.days:.1f}{here.near(off)} days without driving "
        f"({stands.wh_per_day:.0f} Wh a day of {stands.usable_wh:.0f}), the brief asks for {wanted:g}.{starts}",
        "middle",
        result=result,
        settled_by=(
            *(measure_first("power", result, "left_days") if abs(stands.left_days) < off else ()),
            Settle(text=_would_do(stands.wh_per_day - stands.sun_wh_per_day, stands.usable_wh, wanted)),
        ),
    )


def _would_do(net_wh: float, usable_wh: float, wanted: float) -> str:
    more = net_wh * wanted - usable_wh
    return f"{more:.0f} Wh more in store, {net_wh - usable_wh / wanted:.0f} Wh a day of sun, or less on it"


def alternator_short(here: Here) -> Iterator[Finding]:
    """Driving at night, hot: nothing left at rated speed, or more than 20 A out of the battery at idle."""
    result = here.results.of(PowerResults).alternating
    if result.value is None:
        return
    for place, least, when in (
        ("rated_left_a", 0.0, "at rated speed"),
        ("idle_left_a", IDLE_LEAST_A, "at idle"),
    ):
        left, off = getattr(result.value, place), result.off(place)
        if left >= least + off - SLACK:
            here.passes("alternator-short", result, place)
            continue
        yield here.finding(
            "alternator-short",
            "watch",
            f"Driving at night, hot, the alternator has {left:.0f} A{here.near(off, 0)} left {when}: "
            f"{result.value.needed_a:.0f} A are used.",
            "middle",
            result=result,
            settled_by=(
                *(measure_first("power", result, place) if abs(left - least) < off else ()),
                Settle(text="Less on at once, a larger alternator, or a higher idle"),
            ),
            subject=when,
        )


RULES = (battery_short, alternator_short)
