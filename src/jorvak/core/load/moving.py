"""A mass put elsewhere, or made heavier, on paper: a change, what sits in a seat or a tank, a thing in another place."""

from dataclasses import replace

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record
from jorvak.core.load.records import Cargo
from jorvak.core.rig import Figure, Rig

OWN_PLACE = ("seats", "tanks", "places")
AXES = ("x_mm", "y_mm", "z_mm")


@record(frozen=True, slots=True)
class Put:
    """Where a mass goes: a change by its id, or what the figure at ``path`` is of. None: as it is."""

    change: int | None = None
    path: str | None = None
    x_mm: float | None = None
    y_mm: float | None = None
    z_mm: float | None = None
    place: str | None = None


def with_mass_at(rig: Rig, put: Put) -> Rig:
    """The rig with a mass put elsewhere. Raises Refused on ``change`` or ``path``."""
    if put.change is not None:
        return _with_change(rig, put)
    family, name, *_ = (*(put.path or "").split("."), "", "")
    if family == "cargo":
        return _with_cargo(rig, name, put.place)
    if family in OWN_PLACE:
        moved = {
            f"{family}.{name}.{axis}": Figure(value, "assumed")
            for axis in AXES
            if (value := getattr(put, axis)) is not None
        }
        return replace(rig, figures={**rig.figures, **moved})
    if put.path in ("aims.crew_kg", "aims.goods_kg", "aims.water_l") and put.x_mm is not None:
        where = f"{put.path.rsplit('_', 1)[0]}_x_mm"
        return replace(rig, figures={**rig.figures, where: Figure(put.x_mm, "assumed")})
    raise Refused("path", "That mass has no place of its own that could be moved.")


def _with_change(rig: Rig, put: Put) -> Rig:
    if all(change.id != put.change for change in rig.changes):
        raise Refused("change", "That change is not in this order any more.")
    moved = {f"mass_{axis}": value for axis in AXES if (value := getattr(put, axis)) is not None}
    changes = (
        change.model_copy(update=moved) if change.id == put.change else change for change in rig.changes
    )
    return replace(rig, changes=tuple(changes))


def _with_cargo(rig: Rig, name: str, place: str | None) -> Rig:
    if all(cargo.name != name for cargo in rig.all(Cargo)):
        raise Refused("path", f"There is nothing called “{name[:60]}” to carry on this rig.")
    return rig.having(
        Cargo,
        (
            cargo.model_copy(update={"place": place}) if cargo.name == name else cargo
            for cargo in rig.all(Cargo)
        ),
    )
