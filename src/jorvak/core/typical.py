"""What a vehicle of such a form is usually like, so that every sheet speaks from the first minute.

General proportions of four-wheeled road vehicles by wheelbase and tyre, and no particular vehicle: each is assumed,
with its reason and a wide ±. Never permitted masses, ratings and working loads: those are stamped, or not known.
"""

from collections.abc import Iterator
from datetime import date

from jorvak.core.catalogue import BadFigure, checked
from jorvak.core.immutable import record
from jorvak.core.places import ENDS, End
from jorvak.core.quantities.units import STANDARD_GRAVITY
from jorvak.core.rig import Carrier, Figure, Form, Rig, Value
from jorvak.core.rolling.tyre_size import sidewall


@record(frozen=True, slots=True)
class Proportions:
    """Of a form: usual wheelbase, rear overhang in wheelbases, height, width, kilograms to a millimetre of wheelbase,
    share on the front axle."""

    wheelbase_mm: float
    rear_overhang: float
    height_mm: float
    width_mm: float
    kg_per_mm: float
    front_share: float


PROPORTIONS: dict[Form, Proportions] = {
    "wagon": Proportions(2750, 0.34, 1850, 1800, 0.74, 0.53),
    "pickup": Proportions(3100, 0.37, 1820, 1780, 0.63, 0.57),
    "double-cab": Proportions(3100, 0.39, 1830, 1800, 0.66, 0.56),
    "cab-chassis": Proportions(3300, 0.32, 1950, 1800, 0.60, 0.57),
    "van": Proportions(3200, 0.32, 2250, 1950, 0.70, 0.54),
    "open": Proportions(2450, 0.26, 1820, 1650, 0.61, 0.52),
}
GEARS: dict[int, tuple[float, ...]] = {
    3: (2.9, 1.6, 1.0),
    4: (4.0, 2.3, 1.45, 1.0),
    5: (4.1, 2.3, 1.45, 1.0, 0.82),
    6: (4.3, 2.4, 1.5, 1.15, 0.9, 0.74),
    7: (4.5, 2.7, 1.75, 1.3, 1.0, 0.83, 0.69),
    8: (4.7, 3.1, 2.1, 1.67, 1.28, 1.0, 0.84, 0.67),
}
"""A first gear of four to five, an overdrive from five on, steps that become narrower: the usual of light vehicles."""
USUAL_SPEEDS = 5
USUAL_RADIUS_MM = 365.0
LOADED_SPRING_MM = 300.0
SHOCK_AT_RIDE_MM = 450.0


LEAVES_BEHIND: tuple[Form, ...] = ("pickup", "double-cab", "cab-chassis", "van")
"""Forms that mostly stand on leaf springs behind."""


@record(frozen=True, slots=True)
class Usual:
    """A figure that stands in: its value, how far it may be off, and why it is taken."""

    path: str
    value: Value
    off: float | None
    why: str


def typical(rig: Rig, speeds: int | None = None, four_wheel_drive: bool = True) -> Iterator[Usual]:
    """What is usual of a vehicle of that form, wheelbase and tyre, as far as nobody has noted it."""
    for usual in _usual(rig, speeds, four_wheel_drive):
        if usual.path not in rig.figures:
            yield usual


def _usual(rig: Rig, speeds: int | None, four_wheel_drive: bool) -> Iterator[Usual]:
    of = PROPORTIONS[rig.form]
    wheelbase = _noted(rig, "body.wheelbase_mm", of.wheelbase_mm)
    radius = _radius_mm(rig)
    by_form, by_base, by_tyre = (
        f"usual of a {rig.form}",
        "by proportion to the wheelbase",
        "by proportion to the tyre",
    )
    yield Usual("body.wheelbase_mm", of.wheelbase_mm, 250.0, by_form)
    for end in ENDS:
        yield Usual(f"body.{end}_track_mm", 900 + 0.22 * wheelbase, 90.0, by_base)
    yield Usual("body.front_overhang_mm", 0.28 * wheelbase, 100.0, by_base)
    yield Usual("body.rear_overhang_mm", of.rear_overhang * wheelbase, 180.0, by_base)
    yield Usual("body.height_mm", of.height_mm, 110.0, by_form)
    yield Usual("body.width_mm", of.width_mm, 90.0, by_form)
    mass = of.kg_per_mm * wheelbase
    yield Usual("body.front_axle_kg", mass * of.front_share, 0.15 * mass * of.front_share, by_base)
    yield Usual("body.rear_axle_kg", mass * (1 - of.front_share), 0.15 * mass * (1 - of.front_share), by_base)
    yield Usual("body.rake_from_mm", 1.42 * radius, 60.0, by_tyre)
    yield Usual("body.rake_to_mm", 1.42 * radius + 20, 60.0, by_tyre)
    yield from _drive(speeds, four_wheel_drive)
    yield from _suspension(rig.form, mass, of.front_share)
    for end in ENDS if four_wheel_drive else ENDS[1:]:
        yield from _shaft(end, wheelbase, radius)


def _drive(speeds: int | None, four_wheel_drive: bool) -> Iterator[Usual]:
    why = "usual of engines of such vehicles"
    yield Usual("engine.idle_rpm", 750.0, 80.0, why)
    yield Usual("engine.torque_nm", 280.0, 80.0, why)
    yield Usual("engine.power_kw", 105.0, 30.0, why)
    yield Usual("engine.power_at_rpm", 3800.0, 500.0, why)
    yield Usual("engine.pull_from_rpm", 1700.0, 300.0, why)
    yield Usual("engine.pull_to_rpm", 2800.0, 400.0, why)
    known = speeds in GEARS
    count = speeds if known and speeds is not None else USUAL_SPEEDS
    yield Usual(
        "gearbox.gears", GEARS[count], None, f"usual of {count} speeds" + ("" if known else ", as most have")
    )
    yield Usual("speedometer.sensor", "upstream", None, "usual of speedometers driven by the gearbox or case")
    yield Usual("speedometer.top_speed_kmh", 140.0, 20.0, why)
    yield Usual(
        "transfer.drive",
        "part-time" if four_wheel_drive else "two-wheel",
        None,
        "as it was said to be driven",
    )
    yield Usual("transfer.high_ratio", 1.0, 0.05, "usual of transfer cases")
    if four_wheel_drive:
        yield Usual("transfer.low_ratio", 2.4, 0.4, "usual of transfer cases")
    for end in ENDS if four_wheel_drive else ("rear",):
        yield Usual(f"{end}_axle.ratio", 4.0, 0.4, "usual of such axles")


def _suspension(form: Form, mass_kg: float, front_share: float) -> Iterator[Usual]:
    """Springs for an own frequency of a little over one a second, travel as usual."""
    why = "springs for a frequency of about 1.4 Hz under what they carry"
    for end, share in zip(ENDS, (front_share, 1 - front_share), strict=True):
        # k = (2πf)²·m of one corner, less a tenth that is unsprung.
        rate = (2 * 3.14159 * 1.4) ** 2 * mass_kg * share / 2 * 0.9 / 1000
        yield Usual(f"{end}_suspension.rate_n_per_mm", rate, 0.35 * rate, why)
        yield Usual(f"{end}_suspension.bump_mm", 80.0, 30.0, "usual travel")
        yield Usual(f"{end}_suspension.droop_mm", 95.0, 35.0, "usual travel")
        if form in LEAVES_BEHIND and end == "rear":
            yield Usual("rear_suspension.spring", "leaf", None, f"usual of a {form}")
        else:
            carried = mass_kg * share / 2 * 0.9 * STANDARD_GRAVITY / rate
            yield Usual(f"{end}_suspension.spring", "coil", None, f"usual of a {form}")
            yield Usual(f"{end}_suspension.free_length_mm", LOADED_SPRING_MM + carried, 50.0,
                        "as long, loaded, as such springs are, and what the load presses them")  # fmt: skip
        yield Usual(f"{end}_suspension.shock_ride_mm", SHOCK_AT_RIDE_MM, 20.0, "usual length")
        yield Usual(f"{end}_suspension.shock_closed_mm", SHOCK_AT_RIDE_MM - 145, 20.0, "usual length")
        yield Usual(f"{end}_suspension.shock_open_mm", SHOCK_AT_RIDE_MM + 165, 20.0, "usual length")
        yield Usual(f"{end}_suspension.hose_spare_mm", 60.0, 40.0, "usual spare of a hose")
    yield Usual("steering.caster_deg", 3.0, 1.5, "usual of steered axles")
    yield Usual("steering.lock_out_deg", 30.0, 5.0, "usual lock")
    yield Usual("steering.lock_in_deg", 34.0, 5.0, "usual lock")


def _shaft(end: End, wheelbase_mm: float, radius_mm: float) -> Iterator[Usual]:
    """A shaft between a case in the middle and the axle, its ends parallel as they are built."""
    why = "usual of a case amidships and a solid axle"
    rear = end == "rear"
    yield Usual(f"{end}_shaft.build", "single", None, "usual of shafts")
    for joint, x_mm, z_mm in (
        ("drive", wheelbase_mm * (0.52 if rear else 0.40), radius_mm + (120 if rear else 75)),
        ("pinion", wheelbase_mm - 170 if rear else 170.0, radius_mm + 45),
    ):
        yield Usual(f"{end}_shaft.{joint}_x_mm", x_mm, 120.0, why)
        yield Usual(f"{end}_shaft.{joint}_y_mm", 0.0 if rear else 230.0, 60.0, why)
        yield Usual(f"{end}_shaft.{joint}_z_mm", z_mm, 50.0, why)
        yield Usual(f"{end}_shaft.{joint}_side_deg", 2.0, 2.0, "parallel at both ends, as they are built")
    yield Usual(f"{end}_shaft.engaged_mm", 90.0, 30.0, "usual of slips")
    yield Usual(f"{end}_shaft.collapse_mm", 60.0, 25.0, "usual of slips")
    yield Usual(f"{end}_shaft.od_mm", 63.5, 10.0, "usual tube")
    yield Usual(f"{end}_shaft.wall_mm", 2.5, 0.7, "usual tube")


def typical_points(rig: Rig) -> Iterator[tuple[str, Carrier, float, float, str]]:
    """Lowest points that such a vehicle usually has: name, what carries it, x, z, and why."""
    of, radius = PROPORTIONS[rig.form], _radius_mm(rig)
    wheelbase = _noted(rig, "body.wheelbase_mm", of.wheelbase_mm)
    front = _noted(rig, "body.front_overhang_mm", 0.28 * wheelbase)
    rear = _noted(rig, "body.rear_overhang_mm", of.rear_overhang * wheelbase)
    yield "front bumper", "frame", -front, 1.22 * radius, "usual height of a bumper's edge"
    yield "front differential", "front-axle", 0.0, 0.6 * radius, "usual of a solid axle"
    yield "case", "frame", 0.47 * wheelbase, 0.78 * radius, "usual of what hangs under the middle"
    yield "rear differential", "rear-axle", wheelbase, 0.58 * radius, "usual of a solid axle"
    yield "rear bumper", "frame", wheelbase + rear, 1.2 * radius, "usual height of a bumper's edge"


POINT_OFF_MM = 60.0


def standing_in(rig: Rig, on: date, speeds: int | None = None, four_wheel_drive: bool = True) -> Rig:
    """The rig with what is usual standing in, each as assumed with its reason, wherever nobody has noted anything."""
    figures = dict(rig.figures)
    for usual in typical(rig, speeds, four_wheel_drive):
        value = round(usual.value, 1) if isinstance(usual.value, float) else usual.value
        try:
            good = checked(usual.path, value)
        except BadFigure:
            # A wheelbase beyond what is usual: what follows from it is left out.
            continue
        figures[usual.path] = Figure(good, "assumed", usual.off, on, None, usual.why)
    points = dict(rig.points)
    for name, carrier, x_mm, z_mm, why in typical_points(rig):
        if name in points:
            continue
        points[name] = carrier
        for axis, mm in (("x_mm", x_mm), ("z_mm", z_mm)):
            figures[f"points.{name}.{axis}"] = Figure(round(mm), "assumed", POINT_OFF_MM, on, None, why)
    return Rig(rig.name, rig.vehicle, rig.form, rig.brief, figures, points, rig.changes, rig.records)


def _noted(rig: Rig, path: str, usual: float) -> float:
    noted = rig.figures.get(path)
    return usual if noted is None or not isinstance(noted.value, (int, float)) else float(noted.value)


def _radius_mm(rig: Rig) -> float:
    size = rig.figures.get("wheels.front_left.size")
    if size is None:
        return USUAL_RADIUS_MM
    return sidewall(str(size.value)).static_radius_mm or USUAL_RADIUS_MM
