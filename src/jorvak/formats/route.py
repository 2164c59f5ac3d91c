"""Ways in and out as GPX: tracks, routes and waypoints become legs with their line and their climbs, and back.

A track may have hundreds of thousands of points, so it is read as it streams by and not made into objects.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Any, Literal

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record
from jorvak.core.trip.climbs import steepest
from jorvak.core.trip.records import MOST_POINTS, Leg, WayPoint

if TYPE_CHECKING:
    import numpy as np

MOST_BYTES = 60_000_000
PIECE = 500_000
EARTH_KM = 6371.0088
"""Mean radius of the Earth. Source: IUGG."""
LOOKED_AT = 6000
"""Heights that are looked at for the climb of a way: one every few dozen metres of the longest."""
NOISE_M = 10.0
"""A receiver's height wanders by so much: less is neither up nor down."""
MOST_BETWEEN_WAYPOINTS = 60
WayKind = Literal["track", "route", "waypoints"]


@record(frozen=True, slots=True)
class FoundWay:
    """A way in a file: how far, how much it climbs in all, its steepest climb that lasts and how high it gets; None
    without heights. ``says`` is what there is to know of it."""

    name: str
    kind: WayKind
    points: int
    km: float
    climbs_m: float | None
    slope_pct: float | None
    altitude_m: float | None
    line: tuple[WayPoint, ...]
    says: str


@dataclass(slots=True)
class _Raw:
    """Points of one way as they stand in the file; heights are NaN where there is none."""

    kind: WayKind
    name: str = ""
    lat: list[float] = field(default_factory=list)
    lon: list[float] = field(default_factory=list)
    ele: list[float] = field(default_factory=list)
    names: list[str] = field(default_factory=list)


def read_ways(data: bytes, tell: Callable[[int, int], None]) -> tuple[FoundWay, ...]:
    """The ways of a GPX: each segment of a track, each route, and, where there is nothing else, from waypoint to waypoint.

    ``tell`` is told how many bytes of how many are read. Raises Refused on ``file``.
    """
    if len(data) > MOST_BYTES:
        raise Refused("file", f"A GPX has at most {MOST_BYTES // 1_000_000} MB: give a part of it.")
    reader = _Reader()
    reader.read(data, tell)
    ways = [raw for raw in reader.ways if len(raw.lat) > 1]
    if ways:
        return tuple(_found(raw, _called(raw, ways)) for raw in ways)
    if len(reader.waypoints.lat) > 1:
        return _between(reader.waypoints)
    raise Refused("file", "There is no track, no route and no pair of waypoints in this GPX.")


class _Reader:
    """Points out of the events of an XML parser. What is no point, height or name is passed over."""

    def __init__(self) -> None:
        from xml.parsers import expat

        self.ways: list[_Raw] = []
        self.waypoints = _Raw("waypoints")
        self._into: _Raw | None = None
        self._track = ""
        self._text: list[str] = []
        self._of = ""
        """What a height or a name that comes is of: ``trk``, ``rte``, ``point`` or ``wpt``; "" of nothing."""
        self._before_point = ""
        self._parser: Any = expat.ParserCreate()
        self._parser.buffer_text = True
        self._parser.StartElementHandler = self._root
        self._parser.EndElementHandler = self._end
        self._parser.StartDoctypeDeclHandler = self._doctype
        self._known: dict[str, str] = {}
        """By tag with its prefix: what it is called without, "" where it says nothing here."""

    def read(self, data: bytes, tell: Callable[[int, int], None]) -> None:
        from xml.parsers import expat

        try:
            for begin in range(0, len(data), PIECE):
                self._parser.Parse(data[begin : begin + PIECE], False)
                tell(min(begin + PIECE, len(data)), len(data))
            self._parser.Parse(b"", True)
        except expat.ExpatError as error:
            raise Refused("file", f"This GPX cannot be read: {error}.") from None

    def _doctype(self, *_: Any) -> None:
        raise Refused("file", "A GPX has no document type: this is another kind of XML.")

    def _root(self, tag: str, _: dict[str, str]) -> None:
        if tag.rpartition(":")[2] != "gpx":
            raise Refused("file", f"This begins with “{tag[:40]}”: a GPX begins with gpx.")
        self._parser.StartElementHandler = self._start

    def _start(self, tag: str, attributes: dict[str, str]) -> None:
        name = self._known.get(tag)
        if name is None:
            plain = tag.rpartition(":")[2]
            name = self._known[tag] = plain if plain in _SAY else ""
        if name == "trkpt" or name == "rtept":
            self._point(self._into, attributes, "point")
        elif name == "ele" or name == "name":
            self._text.clear()
            self._parser.CharacterDataHandler = self._text.append
        elif name == "wpt":
            self._point(self.waypoints, attributes, "wpt")
            self.waypoints.names.append("")
        elif name == "trk":
            self._track, self._of = "", "trk"
        elif name == "trkseg" or name == "rte":
            self._into = _Raw("track", self._track) if name == "trkseg" else _Raw("route")
            self._of = self._of if name == "trkseg" else "rte"
            self.ways.append(self._into)

    def _point(self, into: _Raw | None, attributes: dict[str, str], of: str) -> None:
        try:
            lat, lon = float(attributes["lat"]), float(attributes["lon"])
        except (KeyError, ValueError):
            lat = lon = float("nan")
        if into is None or not (-90 <= lat <= 90 and -180 <= lon <= 180):
            number = sum(len(way.lat) for way in self.ways) + len(self.waypoints.lat) + 1
            raise Refused(
                "file", f"Point {number} of this GPX is nowhere: its lat and lon are no place on the earth."
            )
        into.lat.append(lat)
        into.lon.append(lon)
        into.ele.append(NOWHERE)
        self._before_point, self._of = self._of, of

    def _end(self, tag: str) -> None:
        name = self._known.get(tag)
        if not name:
            return
        if name == "ele":
            self._parser.CharacterDataHandler = None
            self._height()
        elif name == "trkpt" or name == "rtept" or name == "wpt":
            self._of = self._before_point
        elif name == "name":
            self._parser.CharacterDataHandler = None
            self._name("".join(self._text).strip()[:60].replace(".", "").replace("/", "-"))
        elif name == "trk" or name == "rte":
            self._of, self._into = "", None

    def _height(self) -> None:
        into = self.waypoints if self._of == "wpt" else self._into
        if into is None or self._of not in ("point", "wpt"):
            return
        try:
            height = float("".join(self._text))
        except ValueError:
            return
        # What is no height of the earth is a receiver that has lost its satellites.
        if -500 <= height <= 9000:
            into.ele[-1] = height

    def _name(self, name: str) -> None:
        if self._of == "trk":
            self._track = name
        elif self._of == "rte" and self._into is not None:
            self._into.name = name
        elif self._of == "wpt":
            self.waypoints.names[-1] = name


NOWHERE = float("nan")
_SAY = ("trkpt", "rtept", "wpt", "ele", "name", "trk", "trkseg", "rte")


def _called(raw: _Raw, ways: Sequence[_Raw]) -> str:
    """The name of a way; those of one track are told apart by their part."""
    base = raw.name or ("track" if raw.kind == "track" else "route")
    alike = [way for way in ways if (way.name or way.kind) == (raw.name or raw.kind)]
    return base if len(alike) == 1 else f"{base[:48]}, part {alike.index(raw) + 1}"


def _found(raw: _Raw, name: str, says: str = "") -> FoundWay:
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


def _between(waypoints: _Raw) -> tuple[FoundWay, ...]:
    """From waypoint to waypoint: straight lines, and longer on the ground."""
    names = [name or f"point {i}" for i, name in enumerate(waypoints.names, 1)]
    says = "Straight from waypoint to waypoint: longer on the ground."
    if len(names) > MOST_BETWEEN_WAYPOINTS:
        return (_found(waypoints, "from waypoint to waypoint", says),)
    return tuple(
        _found(
            _Raw(
                "waypoints", "", waypoints.lat[i : i + 2], waypoints.lon[i : i + 2], waypoints.ele[i : i + 2]
            ),
            f"{names[i][:28]} to {names[i + 1][:28]}",
            says,
        )
        for i in range(len(names) - 1)
    )


def write_ways(name: str, legs: Sequence[Leg]) -> bytes:
    """The legs that have a line as routes of a GPX, with fills and notes as they were typed.

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
        fills = [what for what, fill in (("fuel", leg.fill_fuel), ("water", leg.fill_water)) if fill]
        says = "; ".join(
            each
            for each in (
                f"{leg.km:g} km, {leg.surface}",
                f"{leg.days:g} days" if leg.days else "",
                f"fill {' and '.join(fills)} before it" if fills else "",
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
                GPXWaypoint(
                    first.lat_deg, first.lon_deg, name=f"fill {' and '.join(fills)}", description=leg.name
                )
            )
    return str(gpx.to_xml()).encode("utf-8")
