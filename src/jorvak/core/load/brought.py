"""A mass that comes on a vehicle with what there is to know of it."""

from typing import Any, Literal

from jorvak.core.immutable import record
from jorvak.core.plan.kinds import Mass
from jorvak.core.rig import Known

What = Literal["change", "crew", "water", "fuel", "goods"]


@record(frozen=True, slots=True)
class Brought:
    """What one change or one line of the brief brings, and how far each of its masses may be off, as a share.

    ``weighed``: it was on the vehicle when both axles were weighed, so that the scale has it whatever it weighs.
    ``nowhere_kg`` is what of it nobody placed. ``known`` says how its mass is known, ``change`` is the id of the one
    that brings it, ``path`` the figure to look at where it causes a doubt, ``place`` the name of where it is packed.
    """

    label: str
    masses: tuple[Mass, ...]
    off: float
    weighed: bool = False
    what: What = "change"
    known: Known = "assumed"
    change: int | None = None
    path: str | None = None
    place: str | None = None
    kg: float = 0.0
    nowhere_kg: float = 0.0


def bringing(label: str, masses: tuple[Mass, ...], off: float, **more: Any) -> Brought:
    """What brings these masses; the keyword arguments are those of Brought."""
    return Brought(
        label, masses, off, **more,
        kg=sum(mass.kg for mass in masses), nowhere_kg=sum(mass.kg for mass in masses if mass.x_mm is None),
    )  # fmt: skip
