"""What a drive battery has left along the way, where a motor drives the vehicle."""

from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import Moment
from jorvak.core.immutable import record
from jorvak.core.rolling.drives import STORED_KWH
from jorvak.core.trip.figures import SURFACES_IN_WORDS, takes_path
from jorvak.core.trip.fuel_fit import FACTOR_SHARE
from jorvak.core.trip.legs import FACTORS
from jorvak.core.trip.records import GoesBy, Surface

WH_PER_KM_IN_KWH_PER_100KM = 0.1


@record(frozen=True, slots=True)
class LegCharge:
    """A leg with what is in the battery; ``spare_kwh`` is what is left beyond the reserve."""

    start_kwh: float
    used_kwh: float
    left_kwh: float
    spare_kwh: float


@record(frozen=True, slots=True)
class Charge:
    """The battery along the way. ``carry_kwh`` is the least to hold that makes no leg short."""

    legs: tuple[LegCharge, ...]
    holds_kwh: float
    carry_kwh: float


def battery_drives(ask: Ask) -> bool:
    """Whether a motor drives it, out of a battery."""
    driven_by: str | None = ask.maybe("engine.driven_by")
    return driven_by == "battery"


def goes_by(here: Moment) -> GoesBy:
    """What the vehicle is filled with to go on, also where nobody can say how far it goes."""
    return "charge" if battery_drives(Ask(here)) else "fuel"


def holds_kwh(ask: Ask) -> float:
    """What all packs hold that may be used. Raises Missing."""
    return ask.need(STORED_KWH)


def takes_wh_per_km(ask: Ask) -> dict[Surface, float]:
    """What the motor takes on each surface, as noted. Raises Missing where not even the road is.

    What nobody has driven is that on the road times what the surface takes of an engine, assumed. A surface without a
    usual factor (snow, mud) is left out.
    """
    on_road = ask.need(takes_path("road"))
    takes: dict[Surface, float] = {"road": on_road}
    for surface in SURFACES_IN_WORDS:
        path = takes_path(surface)
        if surface in FACTORS:
            usual = FACTORS[surface] * on_road
            takes[surface] = ask.typical(path, usual, off=2 * FACTOR_SHARE * usual)  # type: ignore[index]
        elif (noted := ask.maybe(path)) is not None:
            takes[surface] = noted  # type: ignore[index]
    return takes
