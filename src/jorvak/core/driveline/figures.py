"""Figures of the shafts."""

from collections.abc import Iterator

from jorvak.core.catalogue.rows import CALLIPER, LEVEL, ON_ITS_WHEELS, STAND, TAPE, UP, choice, one
from jorvak.core.catalogue.spec import FigureSpec, FigureTable, Heading
from jorvak.core.places import ENDS


def _shaft(end: str) -> Iterator[FigureSpec]:
    at = f"{end}_shaft"
    yield choice(f"{at}.build", f"{end} shaft", ("single", "double"))
    for joint, label in (("drive", "joint at the case"), ("pinion", "joint at the axle")):
        yield one(
            f"{at}.{joint}_x_mm", f"{end} shaft, {label}, behind the front axle", "1335", -2000, 9000, TAPE
        )
        yield one(f"{at}.{joint}_y_mm", f"{end} shaft, {label}, right of the middle", "0", -1500, 1500, TAPE)
        yield one(f"{at}.{joint}_z_mm", f"{end} shaft, {label}, above the ground", "545", 20, 2000, UP)
        yield one(
            f"{at}.{joint}_side_deg",
            f"{end} shaft, {label}: axis falls towards the rear (minus: rises)",
            "2.2",
            -45,
            45,
            LEVEL,
        )
        yield one(
            f"{at}.{joint}_plan_deg",
            f"{end} shaft, {label}: axis veers right",
            "0",
            -45,
            45,
            LEVEL,
            typical=0.0,
        )
    yield one(f"{at}.od_mm", f"{end} shaft, tube outside", "63.5", 10, 300, CALLIPER, kind="mating")
    yield one(f"{at}.wall_mm", f"{end} shaft, tube wall", "2.0", 0.5, 50, CALLIPER, kind="mating")
    yield one(
        f"{at}.rating_nm", f"{end} shaft and its joints, torque rating", "2600", 50, 60000, kind="limit"
    )
    yield one(
        f"{at}.joint_limit_deg", f"{end} shaft, what its joints bend at most", "18", 3, 60, kind="limit"
    )
    yield one(
        f"{at}.spline_diameter_mm", f"{end} slip, spline diameter", "35", 10, 150, CALLIPER, kind="mating"
    )
    yield one(f"{at}.engaged_mm", f"{end} slip, engaged at ride", "78", 0, 600, TAPE)
    yield one(f"{at}.collapse_mm", f"{end} slip, left to collapse at ride", "45", 0, 600, TAPE)
    yield one(f"{at}.gap_mm", f"{end} shaft, gap above the tube where it is least", "34", 0, 500,
              f"{ON_ITS_WHEELS} Feeler or tape between tube and tank, exhaust, crossmember or floor.")  # fmt: skip
    yield one(
        f"{at}.gap_x_mm", f"{end} shaft, where that gap is, behind the front axle", "1900", -2000, 9000, TAPE
    )
    yield one(f"{at}.shortens_mm", f"{end} shaft, shortens at full bump", "14", -50, 300, STAND)
    yield one(f"{at}.lengthens_mm", f"{end} shaft, lengthens at full droop", "27", -50, 400, STAND)


PRIED = (
    "Wheels on the ground for the rods, engine running, a helper turning; a bar or a dial gauge at the joint."
)
HUB = "Wheel off the ground, gripped at the top and bottom; dial gauge on the hub's face."


def _play() -> Iterator[FigureSpec]:
    for key, label, how in (
        ("track_bar", "track bar, play at its joints", PRIED),
        ("drag_link", "drag link, play", PRIED),
        ("tie_rod", "tie rod, play", PRIED),
        ("ball_joints", "ball joints or kingpins, play", PRIED),
        ("bearings", "front hubs, end play", HUB),
    ):
        # A dial or a bar shows a tenth: what is usual of a tape says nothing here.
        yield one(f"play.{key}_mm", label, "0.2", 0, 40, how, kind="mating")
    yield one(
        "play.track_bar_hole_mm", "track bar, hole of its bracket", "12.1", 4, 60, CALLIPER, kind="mating"
    )
    yield one("play.track_bar_bolt_mm", "track bar, bolt in it", "12.0", 4, 60, CALLIPER, kind="mating")
    yield one("play.toe_mm", "front wheels, toe in, both together", "1.5", -60, 60,
              "Strings or a gauge at the rims, wheels straight ahead; rolled forwards, not back.", kind="mating")  # fmt: skip
    yield one(
        "play.balance_g", "worse front wheel, what its balance lacks", "10", 0, 500, "On the balancer, clean."
    )


TABLES = (
    FigureTable(Heading("Shafts in space", 70), tuple(spec for end in ENDS for spec in _shaft(end))),
    FigureTable(Heading("Play in the front end", 74), tuple(_play())),
)
