"""Figures of the frame and the bay: the load bed, the hoist, the ramps."""

from collections.abc import Iterator

from jorvak.core.catalogue.rows import SHEET, TAPE, one
from jorvak.core.catalogue.spec import FigureSpec, FigureTable, Heading, Spot

_BED = Spot(along=1.0, of="sill")
BED, BED_WANTS = "bed.length_mm", "bed.wants_mm"
MARKED = "Stamped on the ramp, one of them, for a wheel."


def _room() -> Iterator[FigureSpec]:
    yield one(BED, "load bed, length inside", "1500", 200, 9000, TAPE, spot=_BED)
    yield one(BED_WANTS, "load bed, what has to be left", "1100", 1, 9000, kind="wish", spot=_BED)
    yield one("bay.ceiling_mm", "bay, ceiling", "3200", 1500, 12000, TAPE)
    yield one("bay.posts_mm", "hoist, highest lift", "1800", 200, 3000, SHEET)
    yield one("bay.dolly_mm", "dolly, height", "150", 0, 1200, TAPE)
    yield one("bay.unit_mm", "what comes out from below, height", "820", 50, 2000, TAPE)
    yield one("bay.edge_mm", "body edge that it passes, height", "480", 50, 2000, TAPE)
    yield one("ramp.rise_mm", "ramps, height of the bed", "700", 50, 2000, TAPE)
    yield one("ramp.length_mm", "ramps, length", "2400", 300, 9000, TAPE)
    yield one("ramp.rated_kg", "ramps, one is rated for", "900", 50, 10000, MARKED, kind="limit")


TABLES = (FigureTable(Heading("Room and bay", 96), tuple(_room())),)
