"""Ways in and out as GPX: tracks, routes and waypoints become legs with their line and their climbs, and back."""

from collections.abc import Sequence
from typing import TYPE_CHECKING, Any

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record
from jorvak.core.trip.climbs import steepest
from jorvak.core.trip.records import MOST_POINTS, GoesBy, Leg, WayPoint
from jorvak.formats.gpx import EARTH_KM, GpxLine, LineKind, Told, read_gpx

if TYPE_CHECKING:
    import numpy as np

MOST_BYTES = 60_000_000
LOOKED_AT = 6000
"""Heights that are looked at for the climb of a way: one every few dozen metres of the longest."""
NOISE_M = 10.0
"""A receiver's height wanders by so much: less is neither up nor down."""
MOST_BETWEEN_WAYPOINTS = 60


@record(frozen=True, slots=True)
class FoundWay:
    """A way in a file: how far, how much it climbs in all, its steepest climb that lasts and how high it gets; None
    without heights. ``says`` is what there is to know of it."""

    name: str
    kind: LineKind
    points: int
    km: float
    climbs_m: float | None
    slope_pct: float | None
    altitude_m: float | None
    line: tuple[WayPoint, ...]
    says: str


def read_ways(data: bytes, tell: Told) -> tuple[FoundWay, ...]:
    """The ways of a GPX: each segment of a track, each route, and, where there is nothing else, from waypoint to waypoint.

    ``tell`` is told how many bytes of how many are read. Raises Refused on ``file``.
    """
    if len(data) > MOST_BYTES:
        raise Refused("file", f"A GPX has at most {MOST_BYTES // 1_000_000} MB: give a part of it.")
    lines = [line for line in read_gpx(data, tell) if len(line.lat) > 1]
    ways = [line for line in lines if line.kind != "waypoints"]
    if ways:
        return tuple(_found(way, _called(way, ways)) for way in ways)
    if lines:
        return _between(lines[0])
    raise Refused("file", "There is no track, no route and no pair of waypoints in this GPX.")


def _called(raw: GpxLine, ways: Sequence[GpxLine]) -> str:
    """The name of a way; those of one track are told apart by their part."""
    base = raw.name or ("track" if raw.kind == "track" else "route")
    alike = [way for way in ways if (way.name or way.kind) == (raw.name or raw.kind)]
    return base if len(alike) == 1 else f"{base[:48]}, part {alike.index(raw) + 1}"


def _found(raw: GpxLine, name: str, says: str = "") -> FoundWay:
    import numpy as np

    lat, lon, ele = (np.asarray(each) for each in (raw.lat, raw.lon, raw.ele))
    km = np.concatenate(([0.0], np.cumsum(_steps_km(lat, lon))))
    has_heights = bool(np.isfinite(ele).all())
    if not has_heights and np.isfinite(ele).any():
        # A few that are missing lie between those beside them.
        known = np.isfinite(ele)
        if known.mean() > 0.5:
            ele, has_heights = np.interp(km, km[known], ele[known]), True
    heights = ele if has_heights else None
    climb = climbs_m = highest = None
    if heights is not None:
        at = _thinned(km, LOOKED_AT)
        climb = steepest(km[at].tolist(), heights[at].tolist())
        climbs_m = _climbed(heights[at].tolist())
        highest = float(heights.max())
    kept = _thinned(km, MOST_POINTS)
    line = tuple(
        WayPoint(
            km=round(float(km[i]), 3),
            lat_deg=round(float(lat[i]), 6),
            lon_deg=round(float(lon[i]), 6),
            altitude_m=None if heights is None else round(float(heights[i]), 1),
        )
        for i in kept
    )
    without = "" if heights is not None else "No heights in it: no climbs."
    return FoundWay(
        name=name,
        kind=raw.kind,
        points=len(raw.lat),
        km=float(km[-1]),
        climbs_m=climbs_m,
        slope_pct=None if climb is None else climb.grade_pct,
        altitude_m=highest,
        line=line,
        says=" ".join(each for each in (says, without) if each),
    )


def _steps_km(lat: "np.ndarray[Any, Any]", lon: "np.ndarray[Any, Any]") -> "np.ndarray[Any, Any]":
    """Distances from each point to the next, over the sphere. Source: haversine."""
    import numpy as np

    one, other = np.radians(lat[:-1]), np.radians(lat[1:])
    half = (
        np.sin((other - one) / 2) ** 2
        + np.cos(one) * np.cos(other) * np.sin(np.radians(np.diff(lon)) / 2) ** 2
    )
    steps: np.ndarray[Any, Any] = 2 * EARTH_KM * np.arcsin(np.sqrt(np.minimum(half, 1.0)))
    return steps


def _thinned(km: "np.ndarray[Any, Any]", most: int) -> "np.ndarray[Any, Any]":
    """Indices of at most so many points, about as far from one another along the way, both ends among them."""
    import numpy as np

    if len(km) <= most:
        return np.arange(len(km))
    at = np.searchsorted(km, np.linspace(0.0, km[-1], most))
    return np.unique(np.concatenate(([0], np.minimum(at, len(km) - 1), [len(km) - 1])))[-most:]


def _climbed(heights: Sequence[float]) -> float:
    """How much it goes up in all; what a receiver's height wanders is not counted."""
    climbed, turned = 0.0, heights[0]
    for height in heights:
        if height > turned + NOISE_M:
            climbed += height - turned
            turned = height
        elif height < turned:
            # Down: what comes up again counts from there.
            turned = height
    return climbed


def _between(waypoints: GpxLine) -> tuple[FoundWay, ...]:
    """From waypoint to waypoint: straight lines, and longer on the ground."""
    names = [name or f"point {i}" for i, name in enumerate(waypoints.names, 1)]
    says = "Straight from waypoint to waypoint: longer on the ground."
    if len(names) > MOST_BETWEEN_WAYPOINTS:
        return (_found(waypoints, "from waypoint to waypoint", says),)
    return tuple(
        _found(
            GpxLine(
                "waypoints", "", waypoints.lat[i : i + 2], waypoints.lon[i : i + 2], waypoints.ele[i : i + 2]
            ),
            f"{names[i][:28]} to {names[i + 1][:28]}",
            says,
        )
        for i in range(len(names) - 1)
    )


def write_ways(name: str, legs: Sequence[Leg], goes_by: GoesBy = "fuel") -> bytes:
    """The legs that have a line as routes of a GPX, with fills of what it ``goes_by`` and notes as they were typed.

    A leg without one has no place on the earth: it is named in the description.
    """
    from gpxpy.gpx import GPX, GPXRoute, GPXRoutePoint, GPXWaypoint

    gpx = GPX()
    gpx.creator = "Jorvak"
    gpx.name = name
    nowhere = [leg.name for leg in legs if not leg.line]
    if nowhere:
        gpx.description = f"Legs without a line, and not in here: {', '.join(nowhere)}"
    for leg in legs:
        if not leg.line:
            continue
        fills = leg.fills_in_words(goes_by)
        says = "; ".join(
            each
            for each in (
                f"{leg.km:g} km, {leg.surface}",
                f"{leg.days:g} days" if leg.days else "",
                f"fill {fills} before it" if fills else "",
                leg.note or "",
            )
            if each
        )
        route = GPXRoute(name=leg.name, description=says)
        route.points = [GPXRoutePoint(point.lat_deg, point.lon_deg, point.altitude_m) for point in leg.line]
        gpx.routes.append(route)
        if fills:
            first = leg.line[0]
            gpx.waypoints.append(
                GPXWaypoint(first.lat_deg, first.lon_deg, name=f"fill {fills}", description=leg.name)
            )
    return str(gpx.to_xml()).encode("utf-8")
