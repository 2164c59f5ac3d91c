"""Springs, shocks, hoses and travel of an axle of a rig at a stage."""

import math

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.places import ENDS, End
from jorvak.core.stance.articulation import ArticulationIn, ArticulationOut, articulation
from jorvak.core.stance.rates import Rates, rates_of, spring_load_n
from jorvak.core.stance.results import (
    SPRING,
    Side,
    added_corner_kg,
    axle_lift,
    motion_ratio,
    spring_path,
    sprung_corner_kg,
    strut_lowered_mm,
)
from jorvak.core.stance.shock import ShockIn, ShockOut, shock
from jorvak.core.stance.spring import SpringCornerIn, SpringOut, spring


@record(frozen=True, slots=True)
class Travel:
    """Wheel travel from the ride height at a stage: up to the stop, and down.

    ``droop_left_mm`` is the droop where it may be below 0: the lift has used up more than there is.
    ``past_old_droop_mm``: how far full droop is below that as found, seen from the frame.
    """

    bump_mm: float
    droop_mm: float
    droop_left_mm: float
    past_old_droop_mm: float


@record(frozen=True, slots=True)
class Corner:
    """A spring at its corner, as built or ``laden``: what it carried as found and what came on it since, sprung.

    ``retained``: held in its seats, so that it may come loose.
    """

    laden: bool
    found_kg: float
    added_kg: float
    calculated: SpringOut
    travel: Travel | None
    retained: bool


@record(frozen=True, slots=True)
class Shock:
    """A shock's stroke. ``ride_mm`` is its length at ride, ``spare`` what is wanted at either end."""

    calculated: ShockOut
    ride_mm: float
    closed_mm: float
    open_mm: float
    travel: Travel
    bump_spare_mm: float
    droop_spare_mm: float


@record(frozen=True, slots=True)
class Flex:
    """How far each axle turns against the body, one wheel at its stop and the other hanging; and the ramp that it reaches."""

    front_deg: float
    rear_deg: float
    calculated: ArticulationOut


def travel(ask: Ask, end: End) -> Travel:
    """Travel from the new ride height. Raises Missing.

    Stops stay where they are: a lift adds to bump and takes from droop. A spacer on a strut takes both stops
    down with it. A strap takes from droop; a longer shock gives some where the old one ended it.
    """

    def worked_out(inner: Ask) -> Travel:
        at = f"{end}_suspension"
        raised = axle_lift(inner, end).suspension_lift_mm - strut_lowered_mm(inner, end)
        bump, droop = inner.need(f"{at}.bump_mm"), inner.need(f"{at}.droop_mm")
        left = droop - raised + droop_gained_mm(inner, end)
        past = strut_lowered_mm(inner, end) + droop_gained_mm(inner, end)
        return Travel(max(bump + raised, 0.0), max(left, 0.0), left, max(past, 0.0))

    return ask.shared(f"{end} travel", worked_out)


def droop_gained_mm(ask: Ask, end: End) -> float:
    """What changes have let the wheel go further down by, seen from the frame: straps take, longer shocks may give."""
    at = f"{end}_suspension"
    return shock_lets_down_mm(ask, end) - ask.more(f"{at}.strap_mm")


def shock_lets_down_mm(ask: Ask, end: End) -> float:
    """What a longer shock lets the wheel down further by, where the old one was what ended the droop. Raises Missing."""
    path = f"{end}_suspension.shock_open_mm"
    if not ask.is_set(path):
        return 0.0
    here, found = ask.maybe(path), ask.maybe(path, as_found=True)
    if None not in (here, found) and here <= found:
        return 0.0
    if ask.need(f"{end}_suspension.droop_stop", of=str) != "shock":
        return 0.0
    return float((ask.need(path) - ask.need(path, as_found=True)) / stroke_of(ask, end))


def corner(ask: Ask, end: End, side: Side | None = None) -> Corner:
    """The spring at one end; ``side`` where that has one of its own. Raises Missing."""
    at = f"{end}_suspension"
    free, rate = (ask.need(spring_path(ask, end, side, key)) for key in SPRING)
    goes = _known_travel(ask, end)
    added = added_corner_kg(ask, end)
    carries = sprung_corner_kg(ask, end)
    ratio = motion_ratio(ask, end)
    given = SpringCornerIn(
        free_length_mm=free,
        rate_n_per_mm=rate,
        motion_ratio=ratio,
        sprung_kg=carries if added >= 0 else max(carries + added, 0.0),
        added_kg=max(added, 0.0),
        bump_travel_mm=None if goes is None else goes.bump_mm,
        droop_travel_mm=None if goes is None else goes.droop_mm,
        solid_length_mm=ask.maybe(spring_path(ask, end, side, "solid_length_mm")),
    )
    answer = of_two_rates(given, rates_of(ask, end, rate, ratio))
    if answer.ride_length_mm <= 0:
        raise Refused(
            f"{at}.rate_n_per_mm",
            f"The {end} spring does not carry this: {free:g} mm free at {rate:g} N/mm are pressed to nothing.",
        )
    return Corner(
        ask.laden,
        carries,
        added,
        answer,
        goes,
        ask.maybe(f"{at}.spring_retained") == "yes",
    )


def of_two_rates(given: SpringCornerIn, rates: Rates) -> SpringOut:
    """A corner whose spring may have a second rate: about its ride as a spring of the rate that works there.

    Bump and droop go on along both rates. Source: a spring of two straight lines.
    """
    if rates.second is None:
        return spring(given)
    ratio = given.motion_ratio
    load = spring_load_n(given.sprung_kg + given.added_kg, ratio)
    pressed = rates.deflection_mm(load)
    # A straight spring that is as long and as stiff at ride as this one.
    about = given.model_copy(
        update={
            "rate_n_per_mm": rates.at(load),
            "free_length_mm": given.free_length_mm - pressed + load / rates.at(load),
        }
    )
    answer = spring(about)
    sag = (pressed - rates.deflection_mm(spring_load_n(given.sprung_kg, ratio))) / ratio
    more: dict[str, float] = {"sag_mm": sag}
    if given.droop_travel_mm is not None:
        more["seated_by_mm"] = pressed - given.droop_travel_mm * ratio
    return answer.model_copy(update=more)


def _known_travel(ask: Ask, end: End) -> Travel | None:
    try:
        return travel(ask, end)
    except Missing:
        return None


def shock_of(ask: Ask, end: End) -> Shock:
    """The shock at one end; a lift lengthens it at ride, a spacer on top of a strut does not. Raises Missing."""
    at = f"{end}_suspension"
    closed, opened = ask.need(f"{at}.shock_closed_mm"), ask.need(f"{at}.shock_open_mm")
    ride = ask.need(f"{at}.shock_ride_mm", as_found=True) + stroke_of(ask, end) * (
        axle_lift(ask, end).suspension_lift_mm - strut_lowered_mm(ask, end)
    )
    _goes_in(at, ride, closed, opened)
    goes = travel(ask, end)
    given = ShockIn(
        ride_length_mm=ride,
        closed_length_mm=closed,
        open_length_mm=opened,
        bump_travel_mm=goes.bump_mm,
        droop_travel_mm=goes.droop_mm,
        motion_ratio=motion_ratio(ask, end),
        lean_deg=ask.typical(f"{at}.shock_lean_deg"),
    )
    answer = shock(given)
    return Shock(
        answer,
        ride,
        closed,
        opened,
        goes,
        answer.bump_left_mm - given.min_spare_mm,
        answer.droop_left_mm - given.min_spare_mm,
    )


def _goes_in(at: str, ride_mm: float, closed_mm: float, open_mm: float) -> None:
    """Raises Refused on the length of the shock that its place at ride height does not allow."""
    end = at.removesuffix("_suspension")
    for key, allowed, does_not in (
        ("closed", ride_mm >= closed_mm, "longer, closed"),
        ("open", ride_mm <= open_mm, "shorter, open"),
    ):
        if not allowed:
            length = closed_mm if key == "closed" else open_mm
            raise Refused(
                f"{at}.shock_{key}_mm",
                f"The {end} shock does not go in: at ride height its mounts are {ride_mm:.0f} mm apart, and it is "
                f"{does_not}: {length:.0f} mm.",
            )


def stroke_of(ask: Ask, end: End) -> float:
    """Stroke of the shock at one end for each millimetre at the wheel."""
    lean = ask.typical(f"{end}_suspension.shock_lean_deg")
    return motion_ratio(ask, end) * math.cos(math.radians(lean))


def flex(ask: Ask) -> Flex:
    """Both axles crossed, with three wheels down. Raises Missing."""
    tracks = [ask.need(f"body.{end}_track_mm") for end in ENDS]
    front, rear = (
        math.degrees(math.atan((goes.bump_mm + goes.droop_mm) / track))
        for goes, track in zip((travel(ask, end) for end in ENDS), tracks, strict=True)
    )
    asked = ArticulationIn(
        track_mm=min(tracks),
        front_flex_deg=front,
        rear_flex_deg=rear,
        wheelbase_mm=ask.need("body.wheelbase_mm"),
    )
    return Flex(front, rear, articulation(asked))
