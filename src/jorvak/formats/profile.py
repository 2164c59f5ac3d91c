"""Ground as a line of corners, out of CSV, GPX with elevation or a DXF polyline, and into CSV and DXF."""

import csv
import io
import math
from collections.abc import Iterable, Sequence
from itertools import pairwise
from typing import Literal

from jorvak.core.calculation import Refused
from jorvak.formats.csv_text import csv_rows
from jorvak.formats.gpx import read_gpx

Corner = tuple[float, float]
Kind = Literal["csv", "gpx", "dxf"]
MOST_CORNERS = 1_000_000
MOST_BYTES: dict[Kind, int] = {"csv": 6_000_000, "gpx": 5_000_000, "dxf": 3_000_000}
"""What is read within two seconds."""
EARTH_MM = 6_371_008_800.0
"""Mean radius of the Earth. Source: IUGG."""
MM_PER_UNIT = {0: 1.0, 1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0}
"""By $INSUNITS of a DXF: none and millimetres, inches, feet, centimetres, metres."""


def read_profile(name: str, data: bytes) -> tuple[Corner, ...]:
    """Corners in mm, in the direction of travel. Raises Refused on ``file``."""
    kind = _kind_of(name, data)
    if len(data) > MOST_BYTES[kind]:
        raise Refused(
            "file",
            f"A {kind.upper()} of ground has at most {MOST_BYTES[kind] // 1_000_000} MB: take the piece that matters.",
        )
    corners = {"csv": _from_csv, "gpx": _from_gpx, "dxf": _from_dxf}[kind](data)
    if not corners:
        raise Refused(
            "file", "There is no ground in that file: no two numbers on a line, no track, no polyline."
        )
    if len(corners) > MOST_CORNERS:
        raise Refused(
            "file", f"That is more than {MOST_CORNERS:,} points: take the piece of it that matters."
        )
    start = corners[0][0]
    return tuple((x - start, z) for x, z in corners)


def write_csv(corners: Sequence[Corner]) -> bytes:
    """Corners as CSV with a head."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(["x_mm", "z_mm"])
    writer.writerows((_plain(x), _plain(z)) for x, z in corners)
    return out.getvalue().encode()


def write_dxf(corners: Sequence[Corner]) -> bytes:
    """Corners as one open polyline of a DXF in millimetres."""
    from ezdxf.filemanagement import new

    drawing = new("R2010", units=4)
    drawing.modelspace().add_lwpolyline([(x, z) for x, z in corners], dxfattribs={"layer": "0"})
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue().encode()


def _kind_of(name: str, data: bytes) -> Kind:
    ending = name.rpartition(".")[2].lower()
    if ending in ("csv", "gpx", "dxf"):
        return ending  # type: ignore[return-value]
    start = data[:400].lstrip()
    if start.startswith(b"<"):
        return "gpx"
    if b"SECTION" in start:
        return "dxf"
    raise Refused(
        "file", "That is no ground: give a CSV of x and z, a GPX with elevation, or a DXF with a polyline."
    )


def _from_csv(data: bytes) -> list[Corner]:
    """Two columns; named ones carry their unit (x_mm, z_m), others are millimetres. A semicolon takes decimal commas."""
    rows, between = csv_rows(data)
    semicolons = between == ";"
    scale, first, columns = (1.0, 1.0), 0, (0, 1)
    if rows and not _numbers(rows[0], (0, 1), semicolons):
        head = [cell.strip().lower() for cell in rows[0]]
        columns = (
            _column(head, ("x", "distance", "along")),
            _column(head, ("z", "height", "elevation", "ele")),
        )
        scale = (_unit(head[columns[0]]), _unit(head[columns[1]]))
        first = 1
    corners = []
    for number, row in enumerate(rows[first:], first + 1):
        if not any(cell.strip() for cell in row):
            continue
        pair = _numbers(row, columns, semicolons)
        if pair is None:
            raise Refused("file", f"Line {number}: give two numbers, x and z, for example 1200,340.")
        corners.append((pair[0] * scale[0], pair[1] * scale[1]))
    return corners


def _numbers(row: list[str], columns: tuple[int, int], commas: bool) -> Corner | None:
    try:
        x, z = (float(row[at].replace(",", ".") if commas else row[at]) for at in columns)
    except (ValueError, IndexError):
        return None
    return (x, z) if math.isfinite(x) and math.isfinite(z) else None


def _column(head: list[str], names: tuple[str, ...]) -> int:
    for at, cell in enumerate(head):
        if cell.split("_")[0].split(" ")[0] in names:
            return at
    raise Refused(
        "file", f"The head of that CSV names no {' or '.join(names)}: call the columns x_mm and z_mm."
    )


def _unit(name: str) -> float:
    return (
        1000.0
        if name.endswith(("_m", " m", "(m)"))
        else 25.4
        if name.endswith(("_in", " in", "(in)"))
        else 1.0
    )


def _from_gpx(data: bytes) -> list[Corner]:
    """Distance over ground and elevation along the first track or route that has any."""
    for line in read_gpx(data):
        points = [
            (lat, lon, height)
            for lat, lon, height in zip(line.lat, line.lon, line.ele, strict=True)
            if math.isfinite(height)
        ]
        if line.kind != "waypoints" and len(points) > 1:
            return _along(points)
    raise Refused("file", "That GPX has no elevation: without it there is no ground in it.")


def _along(points: Iterable[tuple[float, float, float]]) -> list[Corner]:
    corners: list[Corner] = []
    at = 0.0
    for one, other in pairwise(points):
        if not corners:
            corners.append((0.0, one[2] * 1000))
        north = math.radians(other[0] - one[0])
        east = math.radians(other[1] - one[1]) * math.cos(math.radians(one[0]))
        step = EARTH_MM * math.hypot(north, east)
        # A receiver that stands still wanders: that is no ground.
        if step > 0:
            at += step
            corners.append((at, other[2] * 1000))
    return corners


def _from_dxf(data: bytes) -> list[Corner]:
    """The longest polyline, x along and y up, in the drawing's own unit."""
    try:
        scale, lines = _polylines(data)
    except Exception:  # a damaged drawing makes its reader raise whatever it comes to
        raise Refused("file", "That DXF cannot be read: it is damaged, or no DXF.") from None
    longest = max(lines, key=len, default=[])
    if longest and longest[0][0] > longest[-1][0]:
        longest.reverse()
    corners = [(x * scale, z * scale) for x, z in longest]
    if not all(math.isfinite(x) and math.isfinite(z) for x, z in corners):
        raise Refused("file", "That DXF has a corner that is nowhere.")
    return corners


def _polylines(data: bytes) -> tuple[float, list[list[Corner]]]:
    """Millimetres of a drawing's unit, and its polylines."""
    from ezdxf import recover
    from ezdxf.entities.lwpolyline import LWPolyline
    from ezdxf.entities.polyline import Polyline

    drawing, _ = recover.read(io.BytesIO(data))
    scale = MM_PER_UNIT.get(int(drawing.header.get("$INSUNITS", 0)), 1.0)
    lines: list[list[Corner]] = []
    for entity in drawing.modelspace():
        if isinstance(entity, LWPolyline):
            lines.append([(float(x), float(y)) for x, y in entity.get_points("xy")])
        elif isinstance(entity, Polyline):
            lines.append([(float(v.x), float(v.y)) for v in entity.points()])
    return scale, lines


def _plain(value: float) -> str:
    return f"{value:.3f}".rstrip("0").rstrip(".")
