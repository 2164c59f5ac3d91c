"""The table of figures that a rig can have, in the order in which they are shown."""

from collections.abc import Iterator
from typing import Any

from jorvak.core.catalogue.spec import FigureSpec

POSITIONS = ("front_left", "front_right", "rear_left", "rear_right", "spare")
TWINS = ("rear_left_inner", "rear_right_inner")
"""The inner wheels of twin rear tyres."""
ENDS = ("front", "rear")

ON_ITS_WHEELS = "On level ground, on its own weight, tyres at road pressure, rolled back and forth once."
_TAPE = f"{ON_ITS_WHEELS} Tape, plumb line to the ground where the ends are not on one line."
_UP = f"{ON_ITS_WHEELS} Tape straight up from the ground."
_SCALE = "Weighbridge, one axle at a time, level, brakes off; note what was in it."
_LEVEL = f"{ON_ITS_WHEELS} Digital level, zeroed on the ground beside the wheel."
_BENCH = "Off the vehicle, on the bench, with a tape; calliper for what is below 150 mm."
_STAND = "On stands under the frame, axle hanging, wheels chocked; shock off one end for full droop."
_ROLL = "Mark tyre and ground, roll straight on for ten turns, tape, divide by ten. Loaded as for the road."
_TURNS = "Wheels free, mark the shaft's flange: turns of the shaft in ten of the wheel; or count ring and pinion teeth."
_SHEET = "Data plate, the vehicle's manual or the part's sheet."
_CALLIPER = "Calliper, three times, the part clean and off."


def one(
    path: str, label: str, example: str, low: float, high: float, how: str = _SHEET, **more: Any
) -> FigureSpec:
    """One row of the table; the keyword arguments are those of FigureSpec."""
    return FigureSpec(path, label, example, low=low, high=high, how=how, **more)


def choice(path: str, label: str, choices: tuple[str, ...], word: str | None = None) -> FigureSpec:
    """A row whose figure is one of a few words."""
    return FigureSpec(path, label, choices[0], word, shape="choice", choices=choices, how=_SHEET)


def text(path: str, label: str, example: str, how: str = _SHEET) -> FigureSpec:
    """A row whose figure is text as it is stamped or written."""
    return FigureSpec(path, label, example, shape="text", how=how)


def rows() -> Iterator[FigureSpec]:
    """Every row."""
    yield from _body()
    yield from _engine_and_boxes()
    for end in ENDS:
        yield from _axle(end)
    for end in ENDS:
        yield from _suspension(end)
        yield from _lines(end)
    yield from _steering()
    for end in ENDS:
        yield from _shaft(end)
    yield from _half_shafts()
    yield from _aboard()
    yield from _rear_links()
    for position in (*POSITIONS, *TWINS):
        yield from _wheel(position)
    yield from _use()


def _body() -> Iterator[FigureSpec]:
    yield one("body.wheelbase_mm", "wheelbase", "2740", 1000, 8000, _TAPE, word="wheelbase")
    yield one("body.front_track_mm", "track, front", "1540", 600, 3000, _TAPE)
    yield one("body.rear_track_mm", "track, rear", "1540", 600, 3000, _TAPE)
    yield one("body.front_overhang_mm", "overhang, front", "790", 100, 3000, _TAPE)
    yield one("body.rear_overhang_mm", "overhang, rear", "950", 100, 5000, _TAPE)
    yield one("body.height_mm", "overall height", "1870", 800, 4500, _UP, word="height")
    yield one("body.width_mm", "width", "1810", 800, 3000, _TAPE)
    for position in POSITIONS[:4]:
        place = position.replace("_", " ")
        yield one(f"body.{position}_ride_mm", f"axle centre to arch, {place}", "492", 50, 1500, _UP)
    yield one("body.front_axle_kg", "weight on the front axle", "1090", 50, 10000, _SCALE)
    yield one("body.rear_axle_kg", "weight on the rear axle", "975", 50, 10000, _SCALE)
    yield one("body.permitted_kg", "permitted mass", "2850", 200, 20000, kind="limit")
    yield one("body.permitted_front_kg", "permitted on the front axle", "1300", 50, 10000, kind="limit")
    yield one("body.permitted_rear_kg", "permitted on the rear axle", "1650", 50, 10000, kind="limit")
    for end in ENDS:
        yield one(f"body.{end}_cover_mm", f"cover beyond the {end} tyre", "22", -300, 300,
                  f"{ON_ITS_WHEELS} Plumb line from the fender's lip: how far it hangs outside the tyre.")  # fmt: skip
    yield one(
        "body.body_share_pct",
        "body's share of what the springs carry",
        "50",
        5,
        95,
        typical=50.0,
        typical_off=15.0,
    )
    yield one("body.drag_area_m2", "drag coefficient times frontal area", "1.2", 0.2, 8, typical=1.2)
    yield one("body.cg_height_mm", "centre of gravity, height", "742", 100, 2500,
              "Two scales under the front wheels, rear axle raised on stands, suspension locked: two readings.")  # fmt: skip
    yield one("body.rake_from_mm", "rake: frame above ground, front", "520", 50, 2000, _UP)
    yield one("body.rake_to_mm", "rake: frame above ground, rear", "548", 50, 2000, _UP)


def _engine_and_boxes() -> Iterator[FigureSpec]:
    yield one("engine.power_kw", "power", "120", 5, 1500)
    yield one("engine.torque_nm", "torque", "360", 20, 5000)
    yield one("engine.idle_rpm", "idle", "720", 300, 2000, "Tachometer, warm, everything off.", word="idle")
    yield one("engine.pull_from_rpm", "pulls from", "1600", 500, 10000)
    yield one("engine.pull_to_rpm", "pulls to", "2600", 500, 12000)
    yield one("engine.power_at_rpm", "most power at", "3400", 1000, 15000)
    yield one("engine.cylinders", "cylinders", "4", 1, 16, kind="limit")
    yield choice("engine.aspiration", "aspiration", ("natural", "turbo"))
    yield one("gearbox.gears", "gearbox, first to top", "4.08 2.29 1.47 1.00 0.82", 0.3, 20, word="gearbox",
              shape="ratios")  # fmt: skip
    yield one("gearbox.length_mm", "gearbox, face to face", "610", 100, 2000, _BENCH)
    yield one("gearbox.reverse_ratio", "reverse", "3.97", 0.5, 20)
    yield choice("transfer.drive", "four-wheel drive", ("part-time", "full-time", "two-wheel"), "drive")
    yield one("transfer.high_ratio", "transfer case, high", "1.00", 0.3, 5, typical=1.0)
    yield one("transfer.low_ratio", "transfer case, low", "2.55", 0.5, 12, word="low")
    yield one("transfer.rear_output_mm", "case, input to rear output", "365", 30, 1500, _BENCH)
    yield one("transfer.front_output_mm", "case, input to front output", "236", 30, 1500, _BENCH)
    yield choice("transfer.front_output_side", "case, front output side", ("left", "centre", "right"))
    yield one("transfer.rating_nm", "case, torque rating", "4200", 100, 40000, kind="limit")
    yield one("transfer.oil_l", "case, oil", "1.9", 0.1, 30)


def _axle(end: str) -> Iterator[FigureSpec]:
    axle = f"{end}_axle"
    yield one(f"{axle}.ratio", f"{end} axle ratio", "41/11 or 3.73", 1.5, 12, _TURNS)
    yield one(
        f"{axle}.available", f"ratios that exist, {end}", "3.73 3.91 4.10 4.56", 1.5, 12, shape="ratios"
    )
    yield one(
        f"{axle}.carrier_change_ratio", f"other carrier needed from, {end}", "4.30", 1.5, 12, kind="limit"
    )
    yield choice(f"{axle}.build", f"{end} axle", ("solid", "independent"))
    yield one(f"{axle}.unsprung_kg", f"unsprung mass, {end}", "186", 20, 1500, typical=180.0 if end == "front" else 165.0,
              how="Axle with wheels and half of what links it, weighed apart; mostly assumed.")  # fmt: skip
    yield one(f"{axle}.rating_kg", f"{end} axle, own rating", "1500", 100, 12000, kind="limit")
    yield one(
        f"{axle}.half_shaft_rating_nm", f"{end} half shaft, torque rating", "5200", 50, 60000, kind="limit"
    )
    yield one(f"{end}_hub.stud_engaged_mm", f"{end} studs, thread engaged", "18", 0, 60,
              "Count the turns of a nut from first bite to tight, times the pitch.")  # fmt: skip
    yield one(
        f"{axle}.pinion_up_deg", f"{end} pinion turned up by wedges, links or perches", "2", -45, 45, _LEVEL
    )
    if end == "front":
        yield choice(
            f"{axle}.hubs", "front hubs or axle, let go for the road", ("no", "free-wheeling", "disconnect")
        )
    yield choice(f"{axle}.differential_side", f"{end} differential side", ("left", "centre", "right"))
    yield choice(
        f"{axle}.differential", f"{end} differential", ("open", "limited-slip", "selectable", "locked")
    )
    yield one(f"{axle}.oil_l", f"{end} axle, oil", "2.4", 0.1, 30)


def _suspension(end: str) -> Iterator[FigureSpec]:
    at = f"{end}_suspension"
    yield choice(f"{at}.spring", f"{end} springs", ("coil", "leaf", "strut", "torsion bar"))
    yield one(f"{at}.free_length_mm", f"{end} spring, free length", "415", 50, 2000, _BENCH)
    yield one(f"{at}.rate_n_per_mm", f"{end} spring rate", "34", 1, 1000)
    yield one(f"{at}.solid_length_mm", f"{end} spring, coils closed", "165", 20, 1500, _BENCH)
    yield one(f"{at}.leaf_length_mm", f"{end} leaf, eye to eye", "1200", 300, 3000, _BENCH)
    yield choice(
        f"{at}.shackle_at",
        f"{end} leaf springs, where the shackle is",
        ("behind the axle", "ahead of the axle"),
    )
    yield choice(f"{at}.droop_stop", f"{end} droop, what ends it", ("stop", "shock"))
    yield one(f"{at}.motion_ratio", f"{end} motion ratio, spring over wheel", "0.62", 0.1, 2, typical=1.0,
              how="Jack one wheel 50 mm, measure how far the spring moves, divide.")  # fmt: skip
    yield one(f"{at}.added_corner_kg", f"load on each {end} corner that its springs are chosen for, more than as found", "46",
              -2000, 5000)  # fmt: skip
    yield one(f"{at}.bump_mm", f"{end} travel, bump", "85", 0, 600, _STAND)
    yield one(f"{at}.droop_mm", f"{end} travel, droop", "95", 0, 800, _STAND)
    yield one(f"{at}.shock_closed_mm", f"{end} shock, closed", "352", 50, 2000, _BENCH)
    yield one(f"{at}.shock_open_mm", f"{end} shock, open", "570", 80, 2500, _BENCH)
    yield one(f"{at}.shock_ride_mm", f"{end} shock at ride height", "462", 50, 2500, _TAPE)
    yield one(f"{at}.shock_lean_deg", f"{end} shock, lean", "8", 0, 70, _LEVEL, typical=0.0)
    for line, label in LINES.items():
        yield one(f"{at}.{line}_spare_mm", f"{end} {label} spare at full droop", "30", -500, 1000, _STAND)
    for what, label in _LIFTS.items():
        yield one(f"{at}.{what}_mm", f"{end} {label}", "30", -500, 500, _BENCH)
    for what, label in _SIDED.items():
        yield one(
            f"{at}.{what}_left_more_mm", f"{end} {label}, left thicker than right by", "20", -500, 500, _BENCH
        )
    for side in ("left", "right"):
        yield one(
            f"{at}.{side}_free_length_mm",
            f"{end} {side} spring of its own, free length",
            "415",
            50,
            2000,
            _BENCH,
        )
        yield one(f"{at}.{side}_rate_n_per_mm", f"{end} {side} spring of its own, rate", "34", 1, 1000)
        yield one(
            f"{at}.{side}_solid_length_mm",
            f"{end} {side} spring of its own, coils closed",
            "165",
            20,
            1500,
            _BENCH,
        )
    yield one(f"{at}.strap_mm", f"{end} droop limited by a strap or stop by", "6", 0, 500, _STAND)
    yield choice(f"{at}.sides", f"{end} sides, how they are sprung", ("alike", "unlike"))
    yield choice(f"{at}.spring_retained", f"{end} springs held in their seats", ("no", "yes"))
    yield one(f"body.{end}_lift_mm", f"body lift, {end}", "30", -300, 300, _BENCH)


LINES = {"hose": "brake hose", "cable": "brake cable", "breather": "breather"}
"""What goes from the frame to an axle and has to reach wherever that hangs."""


def _lines(end: str) -> Iterator[FigureSpec]:
    for line, label in LINES.items():
        at = f"{end}_lines.{line}"
        yield one(
            f"{at}_length_mm", f"{end} {label}, free length between where it is held", "420", 30, 4000, _BENCH
        )
        for where, held in (("frame", "at the frame"), ("axle", "at the axle")):
            yield one(
                f"{at}_{where}_x_mm",
                f"{end} {label} {held}, behind the wheel's centre",
                "60",
                -2500,
                2500,
                _TAPE,
            )
            yield one(
                f"{at}_{where}_y_mm", f"{end} {label} {held}, outboard of it", "-240", -2500, 1000, _TAPE
            )
            yield one(f"{at}_{where}_z_mm", f"{end} {label} {held}, above it", "250", -1000, 2000, _UP)


_LIFTS = {
    "spacer": "coil spacer",
    "strut_spacer": "strut spacer",
    "block": "block at the leaf",
    "arch": "re-arched leaf, higher by",
    "shackle": "shackle longer by",
    "direct": "lift by other means",
    "arm_drop_bracket": "arm bracket lowered by",
    "bump_stop": "bump stop longer by",
}

_SIDED = {"spacer": "coil spacer", "strut_spacer": "strut spacer", "block": "block at the leaf"}


def _steering() -> Iterator[FigureSpec]:
    yield one("steering.caster_deg", "caster", "3.4", -10, 20, _LEVEL, typical=3.0, typical_off=2.0)
    yield one("steering.caster_gained_deg", "caster gained by arms or brackets", "2", -20, 20, _LEVEL)
    yield one("steering.caster_low_deg", "caster, lower limit", "2.0", -10, 20, kind="limit")
    yield one(
        "steering.kpi_deg", "steering-axis inclination", "12", 0, 25, _LEVEL, typical=11.0, typical_off=4.0
    )
    yield one("steering.scrub_radius_mm", "scrub radius", "14", -200, 250, _TAPE)
    yield one(
        "steering.lock_out_deg", "lock, leading edge out", "30", 5, 60, _LEVEL, typical=32.0, typical_off=5.0
    )
    yield one(
        "steering.lock_in_deg", "lock, leading edge in", "34", 5, 60, _LEVEL, typical=35.0, typical_off=5.0
    )
    yield one("steering.arm_length_mm", "radius arm, length", "905", 100, 3000, _TAPE)
    yield one("steering.arm_drop_mm", "radius arm, drop of the axle end", "70", -500, 800, _TAPE)
    yield one("steering.track_bar_mm", "track bar, length", "860", 200, 2000, _TAPE)
    yield one("steering.track_bar_drop_mm", "track bar, drop", "62", -500, 800, _TAPE)
    yield choice("steering.track_bar", "track bar", ("fixed", "adjustable", "raised bracket"))
    yield one(
        "steering.track_bar_raised_mm", "track bar, its bracket at the axle raised by", "40", -200, 300, _TAPE
    )
    yield one("steering.drag_link_mm", "drag link, length", "860", 200, 2000, _TAPE)
    yield one("steering.drag_link_drop_mm", "drag link, drop", "62", -500, 800, _TAPE)


def _shaft(end: str) -> Iterator[FigureSpec]:
    at = f"{end}_shaft"
    yield choice(f"{at}.build", f"{end} shaft", ("single", "double"))
    for joint, label in (("drive", "joint at the case"), ("pinion", "joint at the axle")):
        yield one(
            f"{at}.{joint}_x_mm", f"{end} shaft, {label}, behind the front axle", "1335", -2000, 9000, _TAPE
        )
        yield one(f"{at}.{joint}_y_mm", f"{end} shaft, {label}, right of the middle", "0", -1500, 1500, _TAPE)
        yield one(f"{at}.{joint}_z_mm", f"{end} shaft, {label}, above the ground", "545", 20, 2000, _UP)
        yield one(f"{at}.{joint}_side_deg", f"{end} shaft, {label}: axis falls", "2.2", -45, 45, _LEVEL)
        yield one(
            f"{at}.{joint}_plan_deg",
            f"{end} shaft, {label}: axis veers right",
            "0",
            -45,
            45,
            _LEVEL,
            typical=0.0,
        )
    yield one(f"{at}.od_mm", f"{end} shaft, tube outside", "63.5", 10, 300, _CALLIPER, kind="mating")
    yield one(f"{at}.wall_mm", f"{end} shaft, tube wall", "2.0", 0.5, 50, _CALLIPER, kind="mating")
    yield one(
        f"{at}.rating_nm", f"{end} shaft and its joints, torque rating", "2600", 50, 60000, kind="limit"
    )
    yield one(
        f"{at}.joint_limit_deg", f"{end} shaft, what its joints bend at most", "18", 3, 60, kind="limit"
    )
    yield one(
        f"{at}.spline_diameter_mm", f"{end} slip, spline diameter", "35", 10, 150, _CALLIPER, kind="mating"
    )
    yield one(f"{at}.engaged_mm", f"{end} slip, engaged at ride", "78", 0, 600, _TAPE)
    yield one(f"{at}.collapse_mm", f"{end} slip, left to collapse at ride", "45", 0, 600, _TAPE)
    yield one(f"{at}.gap_mm", f"{end} shaft, gap above the tube where it is least", "34", 0, 500,
              f"{ON_ITS_WHEELS} Feeler or tape between tube and tank, exhaust, crossmember or floor.")  # fmt: skip
    yield one(
        f"{at}.gap_x_mm", f"{end} shaft, where that gap is, behind the front axle", "1900", -2000, 9000, _TAPE
    )
    yield one(f"{at}.shortens_mm", f"{end} shaft, shortens at full bump", "14", -50, 300, _STAND)
    yield one(f"{at}.lengthens_mm", f"{end} shaft, lengthens at full droop", "27", -50, 400, _STAND)


def _aboard() -> Iterator[FigureSpec]:
    yield one("aims.crew_kg", "crew, all of them", "155", 0, 2000, "As dressed for the trip.", kind="wish")
    yield one(
        "aims.crew_x_mm",
        "crew, behind the front axle",
        "1450",
        -1000,
        8000,
        _TAPE,
        kind="wish",
        typical=1450.0,
        typical_off=150.0,
    )
    yield one(
        "aims.goods_kg", "goods for the trip, beside what is planned", "90", 0, 5000, _SCALE, kind="wish"
    )
    yield one(
        "aims.goods_x_mm",
        "goods, behind the front axle",
        "2600",
        -1000,
        9000,
        _TAPE,
        kind="wish",
        typical=2600.0,
        typical_off=400.0,
    )


def _half_shafts() -> Iterator[FigureSpec]:
    yield one("half_shafts.reach_mm", "half shaft, reach", "372", 50, 1500, _TAPE)
    yield one("half_shafts.drop_mm", "half shaft, outer joint lower by", "28", -300, 500, _TAPE)
    yield one("half_shafts.sweep_mm", "half shaft, sweep", "14", 0, 400, _TAPE, typical=0.0)
    yield one("half_shafts.inner_limit_deg", "half shaft, inner joint's limit", "20", 5, 60, kind="limit")
    yield one("half_shafts.outer_limit_deg", "half shaft, outer joint's limit", "42", 5, 60, kind="limit")


def _rear_links() -> Iterator[FigureSpec]:
    for link in ("upper", "lower"):
        for end, label in (("frame", "at the frame"), ("axle", "at the axle")):
            at = f"rear_links.{link}_{end}"
            yield one(
                f"{at}_x_mm", f"rear {link} link, {label}, behind the front axle", "2010", 0, 9000, _TAPE
            )
            yield one(f"{at}_z_mm", f"rear {link} link, {label}, above the ground", "480", 20, 2000, _UP)


def _wheel(position: str) -> Iterator[FigureSpec]:
    wheel, place = f"wheels.{position}", position.replace("_", " ")
    yield FigureSpec(f"{wheel}.size", f"tyre size, {place}", "265/70R17 121/118S", shape="size",
                     how="As moulded on the sidewall, with its marks.")  # fmt: skip
    yield one(f"{wheel}.circumference_mm", f"roll-out, {place}", "2440", 800, 6000, _ROLL)
    yield one(f"{wheel}.revs_per_mile", f"maker's turns in a mile, {place}", "655", 250, 2200)
    yield one(f"{wheel}.static_radius_mm", f"axle centre to ground, {place}", "369", 100, 1200, _UP)
    yield text(
        f"{wheel}.date_code",
        f"date code, {place}",
        "2319",
        "Last four digits of the maker's code on one sidewall.",
    )
    yield text(f"{wheel}.pattern", f"tread pattern, {place}", "all-terrain")
    yield one(f"{wheel}.pressure_kpa", f"pressure in use, {place}", "240", 50, 1000, "Gauge, cold.")
    yield one(
        f"{wheel}.reference_pressure_kpa", f"reference pressure, {place}", "450", 100, 1000, kind="limit"
    )
    yield one(
        f"{wheel}.rim_width_in", f"rim width, {place}", "7.5", 3, 20, "Stamped behind a spoke.", kind="limit"
    )
    yield one(
        f"{wheel}.offset_mm",
        f"offset, {place}",
        "35",
        -150,
        150,
        "Stamped behind a spoke; or straight edge and depth.",
        kind="limit",
    )
    yield one(
        f"{wheel}.section_rim_in", f"rim on which the section counts, {place}", "7.5", 3, 20, kind="limit"
    )
    yield one(f"{wheel}.rim_from_in", f"tyre's narrowest rim, {place}", "7.5", 3, 20, kind="limit")
    yield one(f"{wheel}.rim_to_in", f"tyre's widest rim, {place}", "9.5", 3, 20, kind="limit")
    yield one(
        f"{wheel}.face_mm", f"wheel's thickness under the nut, {place}", "12", 2, 80, _CALLIPER, kind="mating"
    )
    yield one(f"{wheel}.spacer_mm", f"spacer, {place}", "0", 0, 150, _CALLIPER, kind="mating")
    yield one(f"{wheel}.bolt_circle_mm", f"bolt circle, {place}", "139.7", 50, 400, _CALLIPER, kind="mating")
    yield one(f"{wheel}.bolt_count", f"bolts, {place}", "6", 3, 12, kind="limit")
    yield one(f"{wheel}.centre_bore_mm", f"centre bore, {place}", "106.1", 20, 300, _CALLIPER, kind="mating")
    yield text(f"{wheel}.thread", f"stud thread, {place}", "M12x1.5")
    yield text(f"{wheel}.seat", f"seat of the nut, {place}", "cone 60")
    yield one(f"{wheel}.rating_kg", f"wheel rating, {place}", "1250", 100, 8000, kind="limit")
    yield one(
        f"{wheel}.mass_kg",
        f"wheel with tyre, {place}",
        "38.4",
        5,
        400,
        "Bathroom scale, you with it less you without.",
    )


def _use() -> Iterator[FigureSpec]:
    yield choice("brakes.load_valve", "rear brake valve", ("fixed", "load-sensing"))
    yield one("brakes.front_rim_in", "smallest rim over the front brakes", "16", 8, 24, kind="limit")
    yield choice("speedometer.sensor", "speed sensor", ("upstream", "wheel"), "sensor")
    yield choice(
        "speedometer.signal", "speedometer drive", ("electronic", "two-wire", "single-wire", "cable")
    )
    yield one("speedometer.pulses_per_km", "speedometer, pulses that it takes for a km", "2547", 100, 100000,
              "In the control unit's or the converter's own menu, or counted on a measured kilometre.", kind="limit")  # fmt: skip
    yield choice("speedometer.correction", "speedometer corrected", ("no", "yes"))
    yield FigureSpec(
        "right_for.size", "speedometer corrected for tyres", "285/75R17", shape="size", how=_SHEET
    )
    yield one(
        "right_for.circumference_mm", "speedometer corrected for a roll-out of", "2530", 800, 6000, _ROLL
    )
    yield one("right_for.revs_per_mile", "speedometer corrected for turns in a mile", "655", 250, 2200)
    yield one("right_for.axle_ratio", "speedometer corrected for an axle ratio of", "4.10", 1.5, 12, _TURNS)
    yield one(
        "speedometer.stock_error_pct",
        "over-reads when standard",
        "2.5",
        -30,
        30,
        "Against satellite speed, steady, on the flat.",
    )
    yield one("speedometer.drive_teeth", "speedometer, teeth of the drive gear", "7", 1, 60, kind="limit")
    yield one("speedometer.driven_teeth", "speedometer, teeth of the driven gear", "19", 3, 80, kind="limit")
    yield one("speedometer.driven_available", "driven gears that exist", "17 18 19 20", 3, 80, shape="ratios")
    yield one(
        "speedometer.cable_revs_per_mile",
        "speedometer, cable turns in a mile",
        "1000",
        100,
        5000,
        typical=1000.0,
        kind="limit",
    )
    yield one("speedometer.top_speed_kmh", "top speed", "165", 20, 400)
    yield one("spare.most_diameter_mm", "spare's room, diameter", "820", 300, 2000, _TAPE)
    yield one("spare.most_width_mm", "spare's room, width", "280", 80, 800, _TAPE)
    yield one("spare.most_kg", "spare's carrier, rating", "40", 5, 400, kind="limit")
    yield one(
        "odometer.reading_km", "odometer now", "128400", 0, 3e6, "As it stands on the dash.", kind="wish"
    )
    yield one("aims.cruise_kmh", "cruising speed", "95", 20, 250, word="cruise", kind="wish")
    yield one("aims.fastest_kmh", "fastest you drive it", "130", 20, 300, kind="wish")
    yield one("aims.fastest_engaged_kmh", "fastest with the front drive engaged", "80", 10, 200, kind="wish",
              typical=80.0, typical_off=20.0)  # fmt: skip
    yield one("aims.pass_altitude_m", "highest pass on the way", "2100", -400, 6000, kind="wish")
    yield one("aims.pass_grade_pct", "grade to hold cruising speed on", "4", 0, 40, kind="wish", typical=4.0)
    yield one("aims.cruise_rpm", "engine speed wanted there", "2000", 500, 8000, kind="wish")
    yield one("aims.crawl_ratio", "crawl ratio wanted", "45", 2, 400, word="crawl", kind="wish")
    yield one("aims.garage_height_mm", "garage door", "2100", 1000, 6000, _UP, word="garage")
    yield one("aims.ferry_height_mm", "ferry or gate, height", "2550", 1000, 6000, word="ferry", kind="limit")
    yield one("aims.container_height_mm", "container, clear height", "2580", 1000, 6000, kind="limit")
    yield one("aims.approach_deg", "approach wanted", "35", 5, 90, kind="wish")
    yield one("aims.departure_deg", "departure wanted", "28", 5, 90, kind="wish")
    yield one("aims.breakover_deg", "breakover wanted", "26", 5, 90, kind="wish")
    yield one("aims.gear_set_cost", "price of a set of gears, set up, for one axle", "1000", 0, 100000,
              "Ask the shop that would set them up.", kind="wish")  # fmt: skip
    yield one("aims.carrier_cost", "price of another carrier, for one axle", "290", 0, 100000,
              "Ask the shop that would set it up.", kind="wish")  # fmt: skip
    yield one(
        "aims.hour_rate",
        "an hour of work is worth",
        "35",
        0,
        1000,
        "What a shop would charge you, or 0.",
        kind="wish",
    )


POINT_FIGURES = {
    "x_mm": one("x_mm", "behind the front axle", "1340", -3000, 12000, _TAPE),
    "z_mm": one("z_mm", "above the ground", "286", 1, 2500, _UP),
}
GAP_FIGURES = {
    "x_mm": one("x_mm", "behind the wheel's centre", "470", -1500, 1500, _TAPE),
    "y_mm": one("y_mm", "outboard of the wheel's centre", "95", -1000, 1000, _TAPE),
    "z_mm": one("z_mm", "above the wheel's centre", "88", -1500, 1500, _TAPE),
}
PART_FIGURES = {
    "mass_kg": one("mass_kg", "mass", "48", 0, 5000, "Scale, the part as it will be fitted."),
    "x_mm": one("x_mm", "behind the front axle", "-780", -3000, 12000, _TAPE),
    "z_mm": one("z_mm", "above the ground", "620", 0, 4500, _UP),
}
