"""What is aboard when the vehicle is laden: who sits where, what is filled, what is packed where.

Figures of single masses are read at their word here and their doubt goes with them as a share: hundreds of things
to carry are a handful of sources for what rests on all of them.
"""

from collections.abc import Iterator

from jorvak.core.catalogue import spec_of, usual_doubt
from jorvak.core.engine.asking import Ask
from jorvak.core.load.brought import Brought, What, bringing
from jorvak.core.load.records import KG_PER_L, Cargo, FoundTank, Seat
from jorvak.core.plan.kinds import Mass, aboard_of, own_fields, title_of
from jorvak.core.rig import Change, Figure

GOODS_X, GOODS_KG = "aims.goods_x_mm", "aims.goods_kg"


def aboard(ask: Ask) -> Iterator[Brought]:
    """Everything that is aboard and not bolted on."""
    for change in ask.changes:
        if masses := aboard_of(change):
            yield bringing(
                f"in {title_of(change)}", masses, 0.0, what=_filled_with(change), known="worked out",
                change=change.id,
            )  # fmt: skip
    yield from _crew(ask)
    yield from _lump(ask, "water", "aims.water_l", "aims.water_x_mm")
    yield from _tanks(ask)
    yield from _cargo(ask)
    yield from _lump(ask, "goods", GOODS_KG, GOODS_X)


def _filled_with(change: Change) -> What:
    holds = getattr(own_fields(change), "holds", None)
    return "goods" if holds is None else "water" if holds == "water" else "fuel"


def comes_along(ask: Ask, trips: tuple[str, ...]) -> bool:
    """Whether what is for these trips is aboard on the one that the brief names; for none named, on every one."""
    return not trips or ask.trip in trips


def _crew(ask: Ask) -> Iterator[Brought]:
    """Who sits in the seats; what the brief says of them beyond that sits where nobody said."""
    seated = 0.0
    for seat in ask.all(Seat):
        figure = ask.word(f"seats.{seat.name}.crew_kg")
        if figure is None or not figure.value or not comes_along(ask, seat.trips):
            continue
        seated += figure.value
        yield _at(ask, f"crew, {seat.name}", figure, f"seats.{seat.name}", "crew_kg", "crew")
    whole = ask.word("aims.crew_kg")
    left = 0.0 if whole is None else whole.value - seated
    if left > 0.5:
        x_mm = ask.typical("aims.crew_x_mm")
        label = "crew without a seat" if seated else "crew"
        assert whole is not None
        yield bringing(label, (Mass(left, x_mm),), _share("aims.crew_kg", whole), what="crew", known=whole.known,
                       path="aims.crew_kg")  # fmt: skip


def _lump(ask: Ask, what: What, mass: str, where: str) -> Iterator[Brought]:
    figure = ask.word(mass)
    if figure is not None and figure.value:
        yield bringing(what, (Mass(figure.value, ask.typical(where)),), _share(mass, figure), what=what,
                       known=figure.known, path=mass)  # fmt: skip


HALF_FULL = 0.5


def _tanks(ask: Ask) -> Iterator[Brought]:
    """What tanks hold beyond what was in them on the scale; where nobody noted that, half of it."""
    for tank in ask.all(FoundTank):
        at = f"tanks.{tank.name}"
        volume, leaving, on_scale = (ask.word(f"{at}.{key}") for key in ("volume_l", "aboard_l", "weighed_l"))
        full = leaving or volume
        if full is None or not comes_along(ask, tank.trips):
            continue
        if on_scale is not None:
            was, off, known = on_scale.value, _off(f"{at}.weighed_l", on_scale), on_scale.known
        elif volume is not None:
            was, off, known = HALF_FULL * volume.value, HALF_FULL * volume.value, "assumed"
        else:
            was, off, known = HALF_FULL * full.value, HALF_FULL * full.value, "assumed"
        kg, off_kg = (litres * KG_PER_L[tank.holds] for litres in (full.value - was, off))
        if abs(kg) + off_kg > 0:
            yield bringing(
                f"{tank.holds}, {tank.name}", (_mass(ask, kg, at),), off_kg / max(abs(kg), 1e-6),
                what="water" if tank.holds == "water" else "fuel", known=known, path=f"{at}.weighed_l",
            )  # fmt: skip


def _cargo(ask: Ask) -> Iterator[Brought]:
    for cargo in ask.all(Cargo):
        figure = ask.word(f"cargo.{cargo.name}.mass_kg")
        if figure is None or cargo.at_home or not comes_along(ask, cargo.trips):
            continue
        path = f"cargo.{cargo.name}.mass_kg"
        if cargo.place is None:
            masses = (Mass(figure.value, ask.typical(GOODS_X)),)
        else:
            masses = (_mass(ask, figure.value, f"places.{cargo.place}"),)
        yield bringing(cargo.name, masses, _share(path, figure), what="goods", known=figure.known, path=path,
                       place=cargo.place)  # fmt: skip


def _at(ask: Ask, label: str, figure: Figure, at: str, key: str, what: What) -> Brought:
    path = f"{at}.{key}"
    return bringing(label, (_mass(ask, figure.value, at),), _share(path, figure), what=what, known=figure.known,
                    path=path)  # fmt: skip


def _mass(ask: Ask, kg: float, at: str) -> Mass:
    """A mass where a seat, a tank or a place is; what of that nobody noted is not known."""
    x, y, z = (ask.word(f"{at}.{axis}_mm") for axis in "xyz")
    return Mass(kg, *(None if each is None else each.value for each in (x, z, y)))


def _off(path: str, figure: Figure) -> float:
    if figure.doubt is not None:
        return figure.doubt
    return usual_doubt(spec_of(path), figure.value, figure.known)


def _share(path: str, figure: Figure) -> float:
    return _off(path, figure) / abs(figure.value) if figure.value else 0.0
