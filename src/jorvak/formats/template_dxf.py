"""Templates as DXF for a shop's cutter, in mm; and plates read from DXF."""

import io
import math
from collections.abc import Iterator, Sequence
from typing import Any

from jorvak.core.calculation import Point, Refused
from jorvak.core.frame.templates import Template
from jorvak.core.immutable import record

COLOURS = {"cut": 7, "fold": 5, "mark": 8}
IN_MM = {0: 1.0, 1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0}
"""$INSUNITS by number: none said, inch, foot, mm, cm, m."""
MOST_BYTES, MOST_ENTITIES = 6_000_000, 5000
FLAT_MM, JOINED_MM = 0.02, 0.05
"""How far a curve's straight pieces may lie beside it, and ends apart that count as joined."""
MOST_CORNERS = 2000


def template_dxf(sheet: Template) -> bytes:
    """A template as DXF R2010 in mm, at 1:1, cut lines, folds and marks on layers of their own."""
    from ezdxf import units
    from ezdxf.filemanagement import new

    drawing = new("R2010")
    drawing.units = units.MM
    for name, colour in COLOURS.items():
        drawing.layers.add(name, color=colour)
    space = drawing.modelspace()
    for line in sheet.lines:
        space.add_lwpolyline(line.points, close=line.closed, dxfattribs={"layer": line.layer})
    for hole in sheet.holes:
        space.add_circle((hole.x_mm, hole.y_mm), hole.diameter_mm / 2, dxfattribs={"layer": "cut"})
    for word in sheet.words:
        text = space.add_text(word.text, height=3.0, dxfattribs={"layer": "mark"})
        text.set_placement((word.x_mm, word.y_mm))
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue().encode()


@record(frozen=True, slots=True)
class PlateRead:
    """A plate as a drawing has it, in mm from its lower left corner; ``left_out`` is what it had besides."""

    outline_mm: tuple[Point, ...]
    holes: tuple[tuple[float, float, float], ...]
    unit: str
    left_out: tuple[str, ...]


def read_plate(data: bytes) -> PlateRead:
    """The outline and the round holes of a DXF drawing. Raises Refused on ``file``.

    The largest closed line is the outline; circles in it are holes. Curves become straight pieces within 0.02 mm, blocks
    are taken apart, inches become mm. A closed line within the outline that is no circle is refused: a plate here has
    round holes.
    """
    drawing = _drawing(data)
    number = int(drawing.header.get("$INSUNITS", 0))
    scale = IN_MM.get(number)
    if scale is None:
        raise Refused(
            "file", f"Its unit ($INSUNITS {number}) is none that a plate is drawn in: mm or inches."
        )
    loops, circles, left_out = _shapes(drawing, scale)
    if not loops and len(circles) == 1:
        raise Refused(
            "file", "There is one circle and no outline: a round plate is drawn as a closed line here."
        )
    if not loops:
        raise Refused("file", "No closed line was found: an outline that closes, and circles for its holes.")
    loops.sort(key=_area, reverse=True)
    outline, *inside = loops
    if inside:
        raise Refused(
            "file",
            f"There are {len(loops)} closed lines. A plate has one outline and round holes as circles: leave the others out.",
        )
    if len(outline) > MOST_CORNERS:
        raise Refused(
            "file", f"Its outline has {len(outline)} corners, more than {MOST_CORNERS}: simplify its curves."
        )
    low_x, low_y = min(x for x, _ in outline), min(y for _, y in outline)
    return PlateRead(
        tuple((x - low_x, y - low_y) for x, y in outline),
        tuple((x - low_x, y - low_y, diameter) for x, y, diameter in circles),
        "inches"
        if scale == 25.4
        else "no unit, taken as mm"
        if number == 0
        else "mm"
        if scale == 1
        else "mm by its unit",
        tuple(left_out),
    )


def _drawing(data: bytes) -> Any:
    from ezdxf import recover
    from ezdxf.lldxf.const import DXFError

    if not data:
        raise Refused("file", "The file is empty.")
    if len(data) > MOST_BYTES:
        raise Refused(
            "file",
            f"This drawing has {len(data) / 1e6:.0f} MB, and a plate takes a few kB: save only the plate, up to "
            f"{MOST_BYTES / 1e6:.0f} MB.",
        )
    try:
        drawing, _ = recover.read(io.BytesIO(data))
    except (DXFError, OSError, ValueError, KeyError, IndexError, TypeError, AttributeError):
        raise Refused(
            "file", "This is no DXF drawing that can be read: save it as DXF R2010, or R12."
        ) from None
    return drawing


Loops = list[list[Point]]


def _shapes(drawing: Any, scale: float) -> tuple[Loops, list[tuple[float, float, float]], list[str]]:
    """Closed lines, circles as x, y and diameter, and the names of what is neither."""
    closed: Loops = []
    open_lines: Loops = []
    circles: list[tuple[float, float, float]] = []
    left_out: dict[str, int] = {}
    count = 0
    for entity in _entities(drawing.modelspace()):
        count += 1
        if count > MOST_ENTITIES:
            raise Refused(
                "file", f"There are more than {MOST_ENTITIES} things in this drawing: save only the plate."
            )
        kind = entity.dxftype()
        if kind == "CIRCLE":
            centre = entity.ocs().to_wcs(entity.dxf.center)
            circles.append((centre.x * scale, centre.y * scale, 2 * entity.dxf.radius * scale))
            continue
        points = _flattened(entity, scale)
        if points is None:
            left_out[kind] = left_out.get(kind, 0) + 1
        elif math.dist(points[0], points[-1]) <= JOINED_MM and len(points) > 3:
            closed.append(points[:-1])
        else:
            open_lines.append(points)
    joined, loose = _joined(open_lines)
    if loose:
        left_out["open line"] = loose
    said = [f"{number} × {kind.lower()}" for kind, number in left_out.items()]
    return closed + joined, circles, said


def _entities(space: Any) -> Iterator[Any]:
    """Everything in a space, blocks taken apart."""
    for entity in space:
        if entity.dxftype() == "INSERT":
            yield from _in_block(entity, 0)
        else:
            yield entity


MOST_DEEP = 8


def _in_block(insert: Any, depth: int) -> Iterator[Any]:
    if depth > MOST_DEEP:
        raise Refused(
            "file", "Its blocks hold blocks within blocks without end: take them apart before saving."
        )
    for entity in insert.virtual_entities():
        if entity.dxftype() == "INSERT":
            yield from _in_block(entity, depth + 1)
        else:
            yield entity


def _flattened(entity: Any, scale: float) -> list[Point] | None:
    """A line or curve as straight pieces in mm; None for what is neither, such as text."""
    from ezdxf import path

    try:
        way = path.make_path(entity)
    except TypeError:
        return None
    points = [(vertex.x * scale, vertex.y * scale) for vertex in way.flattening(FLAT_MM / scale)]
    kept = [points[0]] if points else []
    for point in points[1:]:
        if math.dist(point, kept[-1]) > 1e-6:
            kept.append(point)
    return kept if len(kept) > 1 else None


def _joined(lines: Loops) -> tuple[Loops, int]:
    """Open lines whose ends meet, as closed ones; and how many stay open."""
    closed: Loops = []
    loose = 0
    left = list(lines)
    while left:
        chain = left.pop()
        while math.dist(chain[0], chain[-1]) > JOINED_MM:
            at, following = _next(chain[-1], left)
            if following is None:
                break
            left.pop(at)
            chain = [*chain, *following[1:]]
        if math.dist(chain[0], chain[-1]) <= JOINED_MM and len(chain) > 3:
            closed.append(chain[:-1])
        else:
            loose += 1
    return closed, loose


def _next(end: Point, lines: Sequence[list[Point]]) -> tuple[int, list[Point] | None]:
    for at, line in enumerate(lines):
        if math.dist(end, line[0]) <= JOINED_MM:
            return at, line
        if math.dist(end, line[-1]) <= JOINED_MM:
            return at, line[::-1]
    return -1, None


def _area(corners: Sequence[Point]) -> float:
    twice = sum(
        ax * by - bx * ay for (ax, ay), (bx, by) in zip(corners, [*corners[1:], corners[0]], strict=True)
    )
    return abs(twice) / 2
