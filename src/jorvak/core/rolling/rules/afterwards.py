"""What fresh work asks for afterwards: running in, retightening."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle
from jorvak.core.plan.kinds import opening
from jorvak.core.quantities import DISTANCE
from jorvak.core.rolling.counting import fitted_at, true_km_since

SOON_KM = 50.0
RETIGHTEN_KM = 100.0
WHEELS = ("tyres", "wheels", "wheel-spacers")
BOLTS = ("springs", "blocks", "shackles", "coil-spacers")


def running_in(here: Here) -> Iterator[Finding]:
    """New gears are run in gently, then the oil is changed."""
    for change in here.changes("gears"):
        yield here.finding(
            "running-in",
            "note",
            f"{opening(change, here.preset)}: a gentle first distance, no towing, then new oil.",
            "rear-axle" if change.fields.get("axle") != "front" else "front-axle",
            change=change,
            settled_by=(Settle(text="By the gear maker's distance"),),
            subject=str(change.id),
        )


def retighten(here: Here) -> Iterator[Finding]:
    """Wheels, spring bolts and U-bolts after the first kilometres; overdue it is worse."""
    now = here.value("odometer.reading_km")
    events = fitted_at(here.moment.rig)
    for change in here.changes(*WHEELS, *BOLTS):
        gone = None if now is None else true_km_since(events, here.step_of(change), now)
        what = "the wheel nuts, the spare's too" if change.kind in WHEELS else "spring bolts and U-bolts"
        overdue = gone is not None and gone > RETIGHTEN_KM
        gone_since = "" if gone is None else f" {here.in_units(gone, DISTANCE)} have truly gone since."
        yield here.finding(
            "retighten",
            ("stop" if change.kind in WHEELS else "watch") if overdue else "note",
            f"{opening(change, here.preset)}: retighten {what} after {here.in_units(SOON_KM, DISTANCE)} to {here.in_units(RETIGHTEN_KM, DISTANCE)}, and once more after the first rough track.{gone_since}",
            "both-axles",
            figures=("odometer.reading_km",) if now is not None else (),
            change=change,
            settled_by=(Settle(text="Done: accept it with the reading at which it was done"),),
            subject=str(change.id),
            system="tyres" if change.kind in WHEELS else "suspension",
        )


RULES = (running_in, retighten)
