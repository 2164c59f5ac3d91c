"""GPX that comes in: one door, and one answer to what is none."""

import math
from typing import TYPE_CHECKING, Any

from jorvak.core.calculation import Refused
from jorvak.formats.json_text import text_of

if TYPE_CHECKING:
    from gpxpy.gpx import GPX


def read_gpx(raw: bytes) -> "GPX":
    """The tracks and routes in ``raw``. Raises Refused on ``file``, also for a point that is nowhere."""
    import gpxpy

    try:
        gpx = gpxpy.parse(text_of(raw))
    except Refused:
        raise
    except Exception as error:  # gpxpy raises whatever its XML reader and its numbers do
        raise Refused("file", f"This GPX cannot be read: {str(error)[:120]}.") from None
    for number, point in enumerate(_points(gpx), 1):
        if not all(math.isfinite(each) for each in _numbers(point)):
            raise Refused("file", f"Point {number} of this GPX has a number that is none.")
    return gpx


def _points(gpx: "GPX") -> list[Any]:
    tracks = (point for track in gpx.tracks for segment in track.segments for point in segment.points)
    return [*tracks, *(point for route in gpx.routes for point in route.points), *gpx.waypoints]


def _numbers(point: Any) -> list[float]:
    found = (point.latitude, point.longitude, point.elevation, getattr(point, "speed", None))
    return [each for each in found if each is not None]
