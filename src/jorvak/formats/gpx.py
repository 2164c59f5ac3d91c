"""GPX that comes in: one door, read as it streams by, and one answer to what is none.

A track may have hundreds of thousands of points, so they are not made into objects.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, Literal

from jorvak.core.calculation import Refused

PIECE = 500_000
LineKind = Literal["track", "route", "waypoints"]
Told = Callable[[int, int], None]
"""Is told how many bytes of how many are read."""
NOWHERE = float("nan")


EARTH_KM = 6371.0088
"""Mean radius of the Earth. Source: IUGG."""


def apart_km(from_lat: float, from_lon: float, lat: float, lon: float) -> float:
    """How far two places are apart over the sphere, in km; places in degrees. Source: haversine.

    >>> round(apart_km(60.0, 8.0, 61.0, 8.0), 2)
    111.2
    """
    one, other = math.radians(from_lat), math.radians(lat)
    half = (
        math.sin((other - one) / 2) ** 2
        + math.cos(one) * math.cos(other) * math.sin(math.radians(lon - from_lon) / 2) ** 2
    )
    return 2 * EARTH_KM * math.asin(math.sqrt(min(half, 1.0)))


@dataclass(slots=True)
class GpxLine:
    """Points in the order of the file: a segment of a track, a route, or all waypoints. Heights and speeds (m/s) are
    NaN where there is none, ``times`` "" where there is none; ``names`` are those of waypoints."""

    kind: LineKind
    name: str = ""
    lat: list[float] = field(default_factory=list)
    lon: list[float] = field(default_factory=list)
    ele: list[float] = field(default_factory=list)
    speed: list[float] = field(default_factory=list)
    times: list[str] = field(default_factory=list)
    names: list[str] = field(default_factory=list)


def _nobody(_done: int, _of: int) -> None:
    return None


def read_gpx(data: bytes, tell: Told = _nobody, timed: bool = False) -> list[GpxLine]:
    """The segments and routes of a GPX in their order, its waypoints last. ``timed``: with times and speeds, which take
    half as long again.

    Raises Refused on ``file``, also for a point that is nowhere.
    """
    reader = _Reader(timed)
    reader.read(data, tell)
    return [*reader.lines, *([reader.waypoints] if reader.waypoints.lat else [])]


class _Reader:
    """Points out of the events of an XML parser. What is no point, height or name is passed over."""

    def __init__(self, timed: bool) -> None:
        from xml.parsers import expat

        self.lines: list[GpxLine] = []
        self.waypoints = GpxLine("waypoints")
        self._said = (*_SAID, "time", "speed") if timed else _SAID
        self._timed = timed
        self._into: GpxLine | None = None
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

    def read(self, data: bytes, tell: Told) -> None:
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
            name = self._known[tag] = plain if plain in self._said else ""
        if name == "trkpt" or name == "rtept":
            self._point(self._into, attributes, "point")
        elif name == "ele" or name == "name" or name == "time" or name == "speed":
            self._text.clear()
            self._parser.CharacterDataHandler = self._text.append
        elif name == "wpt":
            self._point(self.waypoints, attributes, "wpt")
            self.waypoints.names.append("")
        elif name == "trk":
            self._track, self._of = "", "trk"
        elif name == "trkseg" or name == "rte":
            self._into = GpxLine("track", self._track) if name == "trkseg" else GpxLine("route")
            self._of = self._of if name == "trkseg" else "rte"
            self.lines.append(self._into)

    def _point(self, into: GpxLine | None, attributes: dict[str, str], of: str) -> None:
        try:
            lat, lon = float(attributes["lat"]), float(attributes["lon"])
        except (KeyError, ValueError):
            lat = lon = float("nan")
        if into is None or not (-90 <= lat <= 90 and -180 <= lon <= 180):
            number = sum(len(line.lat) for line in self.lines) + len(self.waypoints.lat) + 1
            raise Refused(
                "file", f"Point {number} of this GPX is nowhere: its lat and lon are no place on the earth."
            )
        into.lat.append(lat)
        into.lon.append(lon)
        into.ele.append(NOWHERE)
        if self._timed:
            into.times.append("")
            into.speed.append(NOWHERE)
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
        elif name == "time" or name == "speed":
            self._parser.CharacterDataHandler = None
            self._moment(name)
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

    def _moment(self, name: str) -> None:
        if self._into is None or self._of != "point":
            return
        said = "".join(self._text).strip()
        if name == "time":
            self._into.times[-1] = said
            return
        try:
            speed = float(said)
        except ValueError:
            return
        if 0 <= speed < 1000:
            self._into.speed[-1] = speed

    def _name(self, name: str) -> None:
        if self._of == "trk":
            self._track = name
        elif self._of == "rte" and self._into is not None:
            self._into.name = name
        elif self._of == "wpt":
            self.waypoints.names[-1] = name


_SAID = ("trkpt", "rtept", "wpt", "ele", "name", "trk", "trkseg", "rte")
