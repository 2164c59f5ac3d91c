"""Figures of suspension, hoses, steering, links and places by the tyres."""

from collections.abc import Iterator

from jorvak.core.catalogue.rows import BENCH, LEVEL, STAND, TAPE, UP, choice, one
from jorvak.core.catalogue.spec import FigureSpec, FigureTable, Heading, Spot
from jorvak.core.places import ENDS

LINES = {"hose": "brake hose", "cable": "brake cable", "breather": "breather"}
"""What goes from the frame to an axle and has to reach wherever that hangs."""

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


def _suspension(end: str) -> Iterator[FigureSpec]:
    at = f"{end}_suspension"
    yield choice(f"{at}.spring", f"{end} springs", ("coil", "leaf", "strut", "torsion bar"))
    yield one(f"{at}.free_length_mm", f"{end} spring, free length", "415", 50, 2000, BENCH)
    yield one(f"{at}.rate_n_per_mm", f"{end} spring rate", "34", 1, 1000)
    yield one(f"{at}.second_rate_n_per_mm", f"{end} spring, second rate, helper working", "60", 1, 1500)
    yield one(f"{at}.second_from_kg", f"{end} spring, sprung load on a corner from which the second rate works", "420",
              0, 5000)  # fmt: skip
    yield one(f"{at}.air_area_mm2", f"{end} air spring, effective area at ride", "9500", 500, 100000)
    for side in ("left", "right"):
        yield one(f"{at}.{side}_sinks_mm", f"{end} {side} air spring, sinks in 8 hours", "6", 0, 400,
                  "At ride in the evening, axle centre to arch; the same in the morning, nothing moved.")  # fmt: skip
    yield one(f"{at}.solid_length_mm", f"{end} spring, coils closed", "165", 20, 1500, BENCH)
    yield one(f"{at}.leaf_length_mm", f"{end} leaf, eye to eye", "1200", 300, 3000, BENCH)
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
    yield one(f"{at}.bump_mm", f"{end} travel, bump", "85", 0, 600, STAND)
    yield one(f"{at}.droop_mm", f"{end} travel, droop", "95", 0, 800, STAND)
    yield one(f"{at}.shock_closed_mm", f"{end} shock, closed", "352", 50, 2000, BENCH)
    yield one(f"{at}.shock_open_mm", f"{end} shock, open", "570", 80, 2500, BENCH)
    yield one(f"{at}.shock_ride_mm", f"{end} shock at ride height", "462", 50, 2500, TAPE)
    yield one(f"{at}.shock_lean_deg", f"{end} shock, lean", "8", 0, 70, LEVEL, typical=0.0)
    for line, label in LINES.items():
        yield one(f"{at}.{line}_spare_mm", f"{end} {label} spare at full droop", "30", -500, 1000, STAND)
    for what, label in _LIFTS.items():
        yield one(f"{at}.{what}_mm", f"{end} {label}", "30", -500, 500, BENCH)
    for what, label in _SIDED.items():
        yield one(
            f"{at}.{what}_left_more_mm", f"{end} {label}, left thicker than right by", "20", -500, 500, BENCH
        )
    for side in ("left", "right"):
        yield one(
            f"{at}.{side}_free_length_mm",
            f"{end} {side} spring of its own, free length",
            "415",
            50,
            2000,
            BENCH,
        )
        yield one(f"{at}.{side}_rate_n_per_mm", f"{end} {side} spring of its own, rate", "34", 1, 1000)
        yield one(
            f"{at}.{side}_solid_length_mm",
            f"{end} {side} spring of its own, coils closed",
            "165",
            20,
            1500,
            BENCH,
        )
    yield one(f"{at}.strap_mm", f"{end} droop limited by a strap or stop by", "6", 0, 500, STAND)
    yield choice(f"{at}.sides", f"{end} sides, how they are sprung", ("alike", "unlike"))
    yield choice(f"{at}.spring_retained", f"{end} springs held in their seats", ("no", "yes"))


def _lines(end: str) -> Iterator[FigureSpec]:
    for line, label in LINES.items():
        at = f"{end}_lines.{line}"
        yield one(
            f"{at}_length_mm", f"{end} {label}, free length between where it is held", "420", 30, 4000, BENCH
        )
        for where, held in (("frame", "at the frame"), ("axle", "at the axle")):
            yield one(
                f"{at}_{where}_x_mm",
                f"{end} {label} {held}, behind the wheel's centre",
                "60",
                -2500,
                2500,
                TAPE,
            )
            yield one(
                f"{at}_{where}_y_mm", f"{end} {label} {held}, outboard of it", "-240", -2500, 1000, TAPE
            )
            yield one(f"{at}_{where}_z_mm", f"{end} {label} {held}, above it", "250", -1000, 2000, UP)


def _steering() -> Iterator[FigureSpec]:
    yield one("steering.caster_deg", "caster", "3.4", -10, 20, LEVEL, typical=3.0, typical_off=2.0)
    yield one("steering.caster_gained_deg", "caster gained by arms or brackets", "2", -20, 20, LEVEL)
    yield one("steering.caster_low_deg", "caster, lower limit", "2.0", -10, 20, kind="limit")
    yield one(
        "steering.kpi_deg", "steering-axis inclination", "12", 0, 25, LEVEL, typical=11.0, typical_off=4.0
    )
    yield one("steering.scrub_radius_mm", "scrub radius", "14", -200, 250, TAPE)
    yield one(
        "steering.lock_out_deg", "lock, leading edge out", "30", 5, 60, LEVEL, typical=32.0, typical_off=5.0
    )
    yield one(
        "steering.lock_in_deg", "lock, leading edge in", "34", 5, 60, LEVEL, typical=35.0, typical_off=5.0
    )
    yield one("steering.arm_length_mm", "radius arm, length", "905", 100, 3000, TAPE)
    yield one("steering.arm_drop_mm", "radius arm, drop of the axle end", "70", -500, 800, TAPE)
    yield one("steering.track_bar_mm", "track bar, length", "860", 200, 2000, TAPE)
    yield one("steering.track_bar_drop_mm", "track bar, drop", "62", -500, 800, TAPE)
    yield choice("steering.track_bar", "track bar", ("fixed", "adjustable", "raised bracket"))
    yield one(
        "steering.track_bar_raised_mm", "track bar, its bracket at the axle raised by", "40", -200, 300, TAPE
    )
    yield one("steering.drag_link_mm", "drag link, length", "860", 200, 2000, TAPE)
    yield one("steering.drag_link_drop_mm", "drag link, drop", "62", -500, 800, TAPE)


FRONT_ON = "On its wheels; plumb lines to the floor from the middle of the vehicle, tape straight up."


def _front_arms() -> Iterator[FigureSpec]:
    for joint, label, y, z in (
        ("lower_inner", "lower arm, inner joint", "300", "300"),
        ("lower_outer", "lower arm, outer joint", "700", "260"),
        ("upper_inner", "upper arm, inner joint", "400", "560"),
        ("upper_outer", "upper arm, outer joint", "660", "540"),
        ("rod_inner", "tie rod, inner joint", "330", "330"),
        ("rod_outer", "tie rod, outer joint", "690", "300"),
    ):
        yield one(f"front_arms.{joint}_y_mm", f"{label}, from the middle", y, 0, 1500, FRONT_ON)
        yield one(f"front_arms.{joint}_z_mm", f"{label}, above the ground", z, 20, 1500, UP)
    yield one(
        "front_arms.steer_arm_mm",
        "tie rod's end behind the steering axis (ahead: minus)",
        "140",
        -400,
        400,
        TAPE,
    )


def _half_shafts() -> Iterator[FigureSpec]:
    yield one("half_shafts.reach_mm", "half shaft, reach", "372", 50, 1500, TAPE)
    yield one("half_shafts.drop_mm", "half shaft, outer joint lower by", "28", -300, 500, TAPE)
    yield one("half_shafts.sweep_mm", "half shaft, sweep", "14", 0, 400, TAPE, typical=0.0)
    yield one("half_shafts.inner_limit_deg", "half shaft, inner joint's limit", "20", 5, 60, kind="limit")
    yield one("half_shafts.outer_limit_deg", "half shaft, outer joint's limit", "42", 5, 60, kind="limit")


def _rear_links() -> Iterator[FigureSpec]:
    for link in ("upper", "lower"):
        for end, label in (("frame", "at the frame"), ("axle", "at the axle")):
            at = f"rear_links.{link}_{end}"
            yield one(
                f"{at}_x_mm", f"rear {link} link, {label}, behind the front axle", "2010", 0, 9000, TAPE
            )
            yield one(f"{at}_z_mm", f"rear {link} link, {label}, above the ground", "480", 20, 2000, UP)


_ITSELF = Spot(own="wheel")


def _gap() -> Iterator[FigureSpec]:
    yield one("x_mm", "behind the wheel's centre", "470", -1500, 1500, TAPE, spot=_ITSELF)
    yield one("y_mm", "outboard of the wheel's centre", "95", -1000, 1000, TAPE, spot=_ITSELF)
    yield one("z_mm", "above the wheel's centre", "88", -1500, 1500, TAPE, spot=_ITSELF)


TABLES = (
    FigureTable(
        Heading("Suspension", 40),
        (*(spec for end in ENDS for spec in _suspension(end)), *_rear_links()),
    ),
    FigureTable(Heading("Hoses, cables, breathers", 50), tuple(spec for end in ENDS for spec in _lines(end))),
    FigureTable(Heading("Steering and brakes", 60), (*_steering(), *_half_shafts(), *_front_arms())),
    FigureTable(None, tuple(_gap()), named="gaps"),
)
