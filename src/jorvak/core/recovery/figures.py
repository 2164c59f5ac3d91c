"""Figures of recovery: the winch, what a kit may carry, the pulls that are foreseen."""

from collections.abc import Iterator

from jorvak.core.catalogue.rows import CALLIPER, LEVEL, SHEET, TAPE, choice, one
from jorvak.core.catalogue.spec import FigureSpec, FigureTable, Heading, Spot

_NOSE = Spot(beyond="front", of="sill")
MARKED = "Marked on the part; what is worn, bent or cut has none any more."
RATED, DRUM, WIDTH = "winch.rated_kg", "winch.drum_diameter_mm", "winch.drum_width_mm"
ROPE, ROPE_MM, ROPE_M, ROPE_BREAKS = (
    "winch.rope", "winch.rope_diameter_mm", "winch.rope_length_m", "winch.rope_breaking_kg",
)  # fmt: skip
MOUNT = "winch.mount_kg"


def _winch() -> Iterator[FigureSpec]:
    yield one(RATED, "winch, rated pull on the first layer", "4300", 100, 30000, kind="limit", spot=_NOSE)
    yield one(DRUM, "winch, bare drum", "64", 15, 400, CALLIPER, kind="mating", spot=_NOSE)
    yield one(WIDTH, "winch, drum between its flanges", "229", 20, 800, CALLIPER, kind="mating", spot=_NOSE)
    yield choice(ROPE, "winch, rope", ("steel", "synthetic"))
    yield one(ROPE_MM, "winch, rope diameter", "9.5", 2, 40, CALLIPER, kind="mating", spot=_NOSE)
    yield one(ROPE_M, "winch, length of its rope", "28", 1, 200, SHEET, kind="limit", spot=_NOSE)
    yield one(ROPE_BREAKS, "winch, its rope breaks at", "8400", 100, 60000, MARKED, kind="limit", spot=_NOSE)
    yield one(MOUNT, "winch, what its mount and rails hold", "6000", 100, 60000,
              "The mount's sheet for this frame; rails sound, bolts as it says.", kind="limit", spot=_NOSE)  # fmt: skip


def _kit() -> Iterator[FigureSpec]:
    yield one("wll_kg", "working load", "3250", 1, 60000, MARKED, kind="limit", spot=_NOSE)
    yield one("breaking_kg", "breaking strength", "12000", 1, 300000, MARKED, kind="limit", spot=_NOSE)
    yield one("stretch_pct", "stretch at breaking", "30", 0.1, 100, SHEET, spot=_NOSE)
    yield one("length_m", "length", "9", 0.1, 200, TAPE, spot=_NOSE)


def _pull() -> Iterator[FigureSpec]:
    yield one("slope_deg", "slope along the pull, uphill", "12", -60, 60, LEVEL, kind="wish", spot=_NOSE)
    yield one("rope_out_m", "rope out", "12", 0, 200, TAPE, kind="wish", spot=_NOSE)
    yield one(
        "included_angle_deg", "between the legs of two lines", "0", 0, 119.9, LEVEL, kind="wish", spot=_NOSE
    )
    yield one("redirect_deg", "between the legs at the block that turns it", "90", 0, 180, LEVEL, kind="wish",
              spot=_NOSE)  # fmt: skip
    yield one("left_deg", "bridle, left leg off the pull", "25", 0.1, 119, LEVEL, kind="wish", spot=_NOSE)
    yield one("right_deg", "bridle, right leg off the pull", "25", 0.1, 119, LEVEL, kind="wish", spot=_NOSE)
    yield one("speed_kmh", "speed when the rope comes tight", "6", 0, 60, kind="wish", spot=_NOSE)
    yield one("pulling_kg", "mass of the vehicle that pulls", "2500", 100, 60000, spot=_NOSE)
    yield one("drive_kg", "pull that it keeps on", "1250", 0, 60000, kind="wish", spot=_NOSE)
    yield one("anchor_kg", "mass of the vehicle that is the anchor", "2400", 100, 60000, spot=_NOSE)


def _aims() -> Iterator[FigureSpec]:
    yield one("aims.longest_pull_m", "longest pull foreseen, rope", "22", 1, 300, kind="wish")


TABLES = (
    FigureTable(Heading("Winch", 94), tuple(_winch())),
    FigureTable(Heading("What you aim at, and limits", 100), tuple(_aims())),
    FigureTable(None, tuple(_kit()), named="kit"),
    FigureTable(None, tuple(_pull()), named="pulls"),
)
