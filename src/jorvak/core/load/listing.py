"""A list of masses from elsewhere as things to carry."""

from collections.abc import Sequence
from datetime import date
from typing import Protocol

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import BadFigure, checked
from jorvak.core.load.records import MOST_CARGO, Cargo, LoadPlace
from jorvak.core.rig import Figure, MassKnown, Record, Rig


class Listed(Protocol):
    """A row of a list: a name, a mass, and where it is as far as it says so."""

    @property
    def name(self) -> str: ...
    @property
    def kg(self) -> float: ...
    @property
    def x_mm(self) -> float | None: ...
    @property
    def y_mm(self) -> float | None: ...
    @property
    def z_mm(self) -> float | None: ...
    @property
    def known(self) -> MassKnown: ...


def carried(
    rig: Rig, listed: Sequence[Listed], on: date, by: str
) -> tuple[list[tuple[str, Record]], dict[str, Figure]]:
    """Records by table and figures that make each row a thing to carry; one that is there gets its mass and place.

    Raises Refused on ``file`` for more than a rig may have.
    """
    things = {cargo.name: cargo for cargo in rig.all(Cargo)}
    places = {place.name for place in rig.all(LoadPlace)}
    if len(things.keys() | {row.name for row in listed}) > MOST_CARGO:
        raise Refused("file", f"A rig carries at most {MOST_CARGO} things; with this list it would be more.")
    records: list[tuple[str, Record]] = []
    figures: dict[str, Figure] = {}
    for row in listed:
        known = things.get(row.name)
        place = None if known is None else known.place
        if row.x_mm is not None:
            place = row.name
            if place not in places:
                records.append(("place", LoadPlace(name=place)))
            for axis, value in (("x_mm", row.x_mm), ("y_mm", row.y_mm), ("z_mm", row.z_mm)):
                if value is not None:
                    path = f"places.{place}.{axis}"
                    figures[path] = Figure(_believable(path, value), row.known, noted_on=on, noted_by=by)
        cargo = Cargo(name=row.name) if known is None else known
        if known is None or known.place != place:
            records.append(("cargo", cargo.model_copy(update={"place": place})))
        figures[f"cargo.{row.name}.mass_kg"] = Figure(row.kg, row.known, noted_on=on, noted_by=by)
    return records, figures


def _believable(path: str, value: float) -> float:
    try:
        good: float = checked(path, value)
    except BadFigure as error:
        raise Refused("file", str(error)) from None
    return good
