"""What other tyres ask of rims, brakes, load, speed and the spare's room."""

from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.findings import Finding, Here, Place, Settle, beyond
from jorvak.core.load.must_carry import axle_must_carry
from jorvak.core.places import ENDS, End
from jorvak.core.quantities import SPEED
from jorvak.core.quantities.units import MM_PER_IN
from jorvak.core.rolling.tyre_load import PASSENGER_ON_TRUCK
from jorvak.core.rolling.tyre_size import TyreSizeOut, sidewall
from jorvak.core.rolling.wheel_set import is_for_passenger_cars

LEVERAGE_LIMIT = 1.07
# Where the maker's range is not known: shares of the section width, a first guess.
RIM_SHARE = (0.65, 0.90)
PLACES: dict[str, Place] = {"front": "front-axle", "rear": "rear-axle"}


def _size(here: Here, position: str) -> TyreSizeOut | None:
    size = here.value(f"wheels.{position}.size")
    return None if size is None else sidewall(size)


def tyre_load_short(here: Here) -> Iterator[Finding]:
    """The tyres of an axle carry less than it may weigh, or weighs here."""
    for end in ENDS:
        marks, size, asked = (
            here.value(f"wheels.{end}_left.size"),
            _size(here, f"{end}_left"),
            axle_must_carry(here, end),
        )
        twins = end == "rear" and here.value("wheels.rear_left_inner.size") is not None
        rated = None if size is None else size.max_load_dual_kg if twins else size.max_load_kg
        if size is None or rated is None or asked is None:
            continue
        divided = is_for_passenger_cars(marks)
        carries = (4 if twins else 2) * (rated / PASSENGER_ON_TRUCK if divided else rated)
        severity = beyond(asked.kg - carries, asked.off_kg)
        if severity is None:
            here.passes("tyre-load-short", asked.weighed, f"{end}_kg")
            continue
        yield here.finding(
            "tyre-load-short",
            severity,
            f"The {end} tyres carry {here.kg(carries)} at load index {size.load_index_dual if twins else size.load_index}{' (a car tyre, divided by 1.10)' if divided else ''}, {asked.why} {here.kg(asked.kg)}.",
            PLACES[end],
            figures=(f"wheels.{end}_left.size", f"body.permitted_{end}_kg"),
            settled_by=(Settle(text="A size with a higher load index"),),
            subject=end,
            rated=True,
        )


def tyre_speed_short(here: Here) -> Iterator[Finding]:
    """A speed symbol below what the vehicle can do."""
    top = here.value("speedometer.top_speed_kmh")
    for end in ENDS:
        size = _size(here, f"{end}_left")
        if top is None or size is None or size.max_speed_kmh is None or size.max_speed_kmh >= top:
            continue
        yield here.finding(
            "tyre-speed-short",
            "watch",
            f"The {end} tyres are for {here.in_units(size.max_speed_kmh, SPEED)} (symbol {size.speed_symbol}), "
            f"the vehicle does {here.in_units(top, SPEED)}.",
            PLACES[end],
            figures=(f"wheels.{end}_left.size", "speedometer.top_speed_kmh"),
            settled_by=(Settle(text="A higher speed symbol, or a limit in the cabin where the local rules take one"),),
            subject=end,
        )  # fmt: skip


def brake_leverage(here: Here) -> Iterator[Finding]:
    """The tyre's radius grows on the same brakes."""
    for ends in _alike(here, "size"):
        path = f"wheels.{ends[0]}_left.size"
        found, now = here.value(path, as_found=True), here.value(path)
        if found is None or now is None or path not in here.moment.set_by:
            continue
        old, new = sidewall(found).diameter_mm, sidewall(now).diameter_mm
        if old is None or new is None or new / old <= LEVERAGE_LIMIT + SLACK:
            continue
        yield here.finding(
            "brake-leverage",
            "watch",
            f"The {' and '.join(ends)} tyres are {(new / old - 1) * 100:.1f} % larger on the same brakes: longer pedal force, more heat on descents.",
            _place(ends),
            figures=(path,),
            settled_by=(Settle(text="Prove the brakes loaded, on a descent, before the trip"),),
            subject=" ".join(ends),
        )


def rim_width_outside(here: Here) -> Iterator[Finding]:
    """Rim width against the tyre, by its maker's range or, where that is not known, by the assumed one."""
    for ends in _alike(here, "size", "rim_width_in"):
        at = f"{ends[0]}_left"
        size, width = _size(here, at), here.value(f"wheels.{at}.rim_width_in")
        if size is None or width is None:
            continue
        maker = [here.value(f"wheels.{at}.{key}") for key in ("rim_from_in", "rim_to_in")]
        guess = [share * size.section_width_mm / MM_PER_IN for share in RIM_SHARE]
        low, high = guess if None in maker else maker
        if low - SLACK <= width <= high + SLACK:
            continue
        allowed = f"by the first guess it takes {low:.2f} to {high:.2f} in (assumed)"
        yield here.finding(
            "rim-width-outside",
            "measure" if None in maker else "stop",
            f"A rim of {width:g} in under a tyre of {here.mm(size.section_width_mm)}, {' and '.join(ends)}: "
            f"{allowed if None in maker else f'its maker allows {low:g} to {high:g} in'}.",
            _place(ends),
            figures=(f"wheels.{at}.size", f"wheels.{at}.rim_width_in"),
            settled_by=(
                Settle(
                    text="Look up the tyre maker's range of rims for this size",
                    figure=f"wheels.{at}.rim_from_in",
                )
                if None in maker
                else Settle(text="Wheels or tyres inside that range"),
            ),
            subject=" ".join(ends),
        )


def _alike(here: Here, *keys: str) -> Iterator[tuple[End, ...]]:
    """The axles: together where what counts is the same at both, else one by one."""
    front, rear = ([here.value(f"wheels.{end}_left.{key}") for key in keys] for end in ENDS)
    if front == rear:
        yield ENDS
    else:
        yield from ((end,) for end in ENDS)


def _place(ends: tuple[End, ...]) -> Place:
    return "both-axles" if len(ends) > 1 else PLACES[ends[0]]


def spare_does_not_fit(here: Here) -> Iterator[Finding]:
    """The spare beyond its carrier's room or rating."""
    size = _size(here, "spare")
    if size is None:
        return
    room = (
        ("most_diameter_mm", size.diameter_mm, "high"),
        ("most_width_mm", size.section_width_mm, "wide"),
    )
    for key, is_there, word in room:
        most = here.value(f"spare.{key}")
        if most is None or is_there is None or is_there <= most + SLACK:
            continue
        yield here.finding(
            "spare-does-not-fit",
            "watch",
            f"The spare is {here.mm(is_there)} {word}, its room {here.mm(most)}.",
            "spare",
            figures=("wheels.spare.size", f"spare.{key}"),
            settled_by=(Settle(text="Another carrier, or try it in before all five are bought"),),
            subject=word,
        )
    mass, most_kg = here.value("wheels.spare.mass_kg"), here.value("spare.most_kg")
    heavier = sum(change.fields.get("heavier_each_kg") or 0.0 for change in here.changes("tyres"))
    if mass is not None and most_kg is not None and mass + heavier > most_kg + SLACK:
        yield here.finding(
            "spare-does-not-fit",
            "watch",
            f"The spare weighs {here.kg(mass + heavier)}, its carrier is made for {here.kg(most_kg)}.",
            "spare",
            figures=("wheels.spare.size", "wheels.spare.mass_kg", "spare.most_kg"),
            settled_by=(Settle(text="Another carrier, or the spare on the roof counted there"),),
            subject="mass",
        )


RULES = (tyre_load_short, tyre_speed_short, brake_leverage, rim_width_outside, spare_does_not_fit)
