"""The front end of this rig that shakes: its suspects, what each is told by, and what the test rules out."""

from collections.abc import Mapping

from jorvak.core.calculation import Refused
from jorvak.core.driveline.wobble import LIMITS, PlayIn, WobbleIn, WobbleSuspect, wobble
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.stance.linkage import caster_here

PLAYED = ("track_bar", "drag_link", "tie_rod", "ball_joints", "bearings")


@record(frozen=True, slots=True)
class Told:
    """What a suspect is called, the cheapest test that tells it apart, and what that test rules out with it.

    ``figure``: what is read in it, where it is a figure of the rig.
    """

    label: str
    test: str
    rules_out: str
    figure: str | None


TOLD: Mapping[str, Told] = {
    "track_bar": Told("track bar joints", "Helper turns the wheel on the ground, you watch both ends of the bar: they "
                      "move with what they are bolted to.", "axle going sideways", "play.track_bar_mm"),
    "track_bar_hole": Told("track bar hole", "Bolt out, calliper in the hole and on the bolt: an oval hole is not "
                           "tightened away.", "a bolt that only looks tight", "play.track_bar_hole_mm"),
    "drag_link": Told("drag link", "The same helper: hand on each joint, play is felt before it is seen.",
                      "the wheel turning and nothing following", "play.drag_link_mm"),
    "tie_rod": Told("tie rod", "Rock one wheel against the other by hand, on the ground.", "wheels that steer by themselves",
                    "play.tie_rod_mm"),
    "ball_joints": Told("ball joints or kingpins", "Wheel just off the ground, bar under it, up and down.",
                        "knuckles that rock", "play.ball_joints_mm"),
    "bearings": Told("wheel bearings", "Wheel off the ground, top and bottom, brake held by a helper: what stays is not the "
                     "bearing.", "hub against knuckle", "play.bearings_mm"),
    "caster": Told("caster", "Level on the knuckle at ride height, swung 20° each way.", "a front end that does not run straight",
                   "steering.caster_deg"),
    "toe": Told("toe", "Strings or a gauge at the rims.", "wheels that fight one another", "play.toe_mm"),
    "balance": Told("balance", "Front wheels to the rear: does it go, or move to another speed?", "both front wheels at once",
                    "play.balance_g"),
    "tyre": Told("tyre", "Run-out at a fixed point, and front to rear with the wheels; see what shakes at a speed.",
                 "a tread that steps or a bent rim", None),
    "damper": Told("steering damper", "Last, and only when all before it is put right: it hides.", "nothing: it cures nothing", None),
}  # fmt: skip


@record(frozen=True, slots=True)
class Shaky:
    """A suspect as it stands, with what it is told by."""

    suspect: WobbleSuspect
    told: Told


@record(frozen=True, slots=True)
class Wobbling:
    """All suspects as the trade lists them, and by name the ``order`` in which they are put right."""

    suspects: tuple[Shaky, ...]
    order: tuple[str, ...]


def wobbling(ask: Ask) -> Wobbling:
    """Every suspect of the front end. Source: wobble."""
    play = {key: value for key in PLAYED if (value := ask.maybe(f"play.{key}_mm")) is not None}
    hole, bolt = ask.maybe("play.track_bar_hole_mm"), ask.maybe("play.track_bar_bolt_mm")
    caster, lowest = _caster(ask)
    came_to = wobble(
        WobbleIn(
            play_mm=PlayIn(**play),
            hole_mm=hole if bolt is not None else None,
            bolt_mm=bolt if hole is not None else None,
            caster_deg=caster,
            caster_low_deg=lowest,
            toe_total_mm=ask.maybe("play.toe_mm"),
            balance_g=ask.maybe("play.balance_g"),
        )
    )
    # Listed as they stand, so that the ± of one is never how far it is to another that changes places with it.
    by_name = {each.name: each for each in came_to.suspects}
    return Wobbling(tuple(Shaky(by_name[name], TOLD[name]) for name in LIMITS), tuple(by_name))


def _caster(ask: Ask) -> tuple[float | None, float | None]:
    """At the stage, and its lower limit; neither where nobody measured it."""
    if ask.maybe("steering.caster_deg") is None:
        return None, None
    try:
        here = caster_here(ask)
    except (Missing, Refused):
        return None, None
    return here.caster_deg, here.lowest_deg
