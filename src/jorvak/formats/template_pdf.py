"""Templates at 1:1 on A4 or A3 pages: marks to join them by, a bar of 100 mm on each to check the printer."""

import io
import math
from collections.abc import Iterator, Sequence
from typing import Any, Literal

from jorvak.core.frame.templates import Template, TemplateLine
from jorvak.core.immutable import record

Paper = Literal["A4", "A3"]
PAPER_MM: dict[Paper, tuple[float, float]] = {"A4": (210.0, 297.0), "A3": (297.0, 420.0)}
MARGIN_MM, BLOCK_MM, LAP_MM, BAR_MM = 10.0, 38.0, 10.0, 100.0
"""Round the page, of the title block below, by how much pages lie over one another, and the bar."""
MOST_PAGES = 200
PT_PER_MM = 72 / 25.4


@record(frozen=True, slots=True)
class SheetOf:
    """What a sheet names: the vehicle, the part, the day, the material, and the caution that goes with it."""

    vehicle: str
    part: str
    for_what: str
    material: str
    on: str
    caution: str


class TooLarge(ValueError):
    """A template that takes more pages than anybody would join."""


def template_pdf(sheet: Template, of: SheetOf, paper: Paper) -> bytes:
    """The template at 1:1, page by page; the first names how it is laid on. Raises TooLarge."""
    from reportlab.pdfgen.canvas import Canvas

    tiles = Tiles(sheet.width_mm, sheet.height_mm, paper)
    if tiles.count > MOST_PAGES:
        raise TooLarge(
            f"At 1:1 this takes {tiles.count} pages of {paper}: send it to the cutter as DXF, or print it in parts."
        )
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=[side * PT_PER_MM for side in tiles.page_mm], invariant=1)
    canvas.setTitle(f"{of.vehicle}: {of.part}, 1:1")
    for tile in tiles:
        _draw(canvas, sheet, tile, tiles)
        _title_block(canvas, sheet, of, tile, tiles)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


@record(frozen=True, slots=True)
class Tile:
    """A page: its column and row from the lower left, and the place of the template that its lower left corner shows."""

    column: int
    row: int
    x_mm: float
    y_mm: float

    @property
    def name(self) -> str:
        return f"{chr(ord('A') + self.column) if self.column < 26 else self.column + 1}{self.row + 1}"


class Tiles:
    """How a template is laid over pages: upright or across, whichever takes fewer."""

    def __init__(self, width_mm: float, height_mm: float, paper: Paper) -> None:
        upright = PAPER_MM[paper]
        ways = (upright, (upright[1], upright[0]))
        self.paper = paper
        self.page_mm = min(ways, key=lambda page: self._pages(page, width_mm, height_mm))
        self.room_mm = self._room(self.page_mm)
        self.columns, self.rows = (
            self._along(size, room) for size, room in zip((width_mm, height_mm), self.room_mm, strict=True)
        )

    @property
    def count(self) -> int:
        return self.columns * self.rows

    def __iter__(self) -> Iterator[Tile]:
        for row in range(self.rows):
            for column in range(self.columns):
                x, y = (at * (room - LAP_MM) for at, room in zip((column, row), self.room_mm, strict=True))
                yield Tile(column, row, x, y)

    @staticmethod
    def _room(page: tuple[float, float]) -> tuple[float, float]:
        return page[0] - 2 * MARGIN_MM, page[1] - 2 * MARGIN_MM - BLOCK_MM

    @staticmethod
    def _along(size_mm: float, room_mm: float) -> int:
        return max(1, math.ceil((size_mm - LAP_MM) / (room_mm - LAP_MM) - 1e-9))

    def _pages(self, page: tuple[float, float], width_mm: float, height_mm: float) -> int:
        room = self._room(page)
        return self._along(width_mm, room[0]) * self._along(height_mm, room[1])


def _draw(canvas: Any, sheet: Template, tile: Tile, tiles: Tiles) -> None:
    width, height = tiles.room_mm
    canvas.saveState()
    # From here on everything is in mm of the template, at 1:1.
    canvas.scale(PT_PER_MM, PT_PER_MM)
    canvas.translate(MARGIN_MM, MARGIN_MM + BLOCK_MM)
    frame = canvas.beginPath()
    # A line on the edge is drawn whole.
    frame.rect(-1, -1, width + 2, height + 2)
    canvas.clipPath(frame, stroke=0, fill=0)
    canvas.translate(-tile.x_mm, -tile.y_mm)
    for line in sheet.lines:
        _stroke(canvas, line)
    canvas.setDash()
    canvas.setLineWidth(0.25)
    for hole in sheet.holes:
        canvas.circle(hole.x_mm, hole.y_mm, hole.diameter_mm / 2, stroke=1, fill=0)
    canvas.setFont("Helvetica", 3.2)
    for word in sheet.words:
        canvas.drawString(word.x_mm, word.y_mm, word.text)
    canvas.restoreState()
    _join_marks(canvas, tile, tiles)


_DASHES: dict[str, tuple[float, ...]] = {"cut": (), "fold": (4.0, 1.5), "mark": (1.0, 1.0)}


def _stroke(canvas: Any, line: TemplateLine) -> None:
    canvas.setDash(list(_DASHES[line.layer]))
    canvas.setLineWidth(0.3 if line.layer == "cut" else 0.15)
    path = canvas.beginPath()
    path.moveTo(*line.points[0])
    for point in line.points[1:]:
        path.lineTo(*point)
    if line.closed:
        path.close()
    canvas.drawPath(path, stroke=1, fill=0)


def _join_marks(canvas: Any, tile: Tile, tiles: Tiles) -> None:
    """A cross in the middle of each lap, with the names of the pages that meet there."""
    width, height = tiles.room_mm
    canvas.saveState()
    canvas.scale(PT_PER_MM, PT_PER_MM)
    canvas.translate(MARGIN_MM, MARGIN_MM + BLOCK_MM)
    canvas.setLineWidth(0.1)
    canvas.setFont("Helvetica", 2.8)
    lap = LAP_MM / 2
    beside: list[tuple[float, float, int, int]] = []
    if tile.column > 0:
        beside += [(lap, height / 4, -1, 0), (lap, 3 * height / 4, -1, 0)]
    if tile.column < tiles.columns - 1:
        beside += [(width - lap, height / 4, 1, 0), (width - lap, 3 * height / 4, 1, 0)]
    if tile.row > 0:
        beside += [(width / 4, lap, 0, -1), (3 * width / 4, lap, 0, -1)]
    if tile.row < tiles.rows - 1:
        beside += [(width / 4, height - lap, 0, 1), (3 * width / 4, height - lap, 0, 1)]
    for x, y, columns, rows in beside:
        other = Tile(tile.column + columns, tile.row + rows, 0, 0)
        canvas.line(x - 4, y, x + 4, y)
        canvas.line(x, y - 4, x, y + 4)
        canvas.circle(x, y, 2, stroke=1, fill=0)
        canvas.drawString(x + 1, y + 4.5, f"{min(tile.name, other.name)} to {max(tile.name, other.name)}")
    canvas.restoreState()


def _title_block(canvas: Any, sheet: Template, of: SheetOf, tile: Tile, tiles: Tiles) -> None:
    canvas.saveState()
    canvas.scale(PT_PER_MM, PT_PER_MM)
    canvas.translate(MARGIN_MM, MARGIN_MM)
    width = tiles.room_mm[0]
    canvas.setLineWidth(0.2)
    canvas.line(0, BLOCK_MM - 2, width, BLOCK_MM - 2)
    canvas.setFont("Helvetica-Bold", 4)
    canvas.drawString(0, BLOCK_MM - 7, f"{of.vehicle} · {of.part}"[:90])
    canvas.setFont("Helvetica", 3)
    about = [
        f"scale 1:1, {tiles.paper}",
        of.material,
        of.for_what,
        of.on,
        f"page {tile.name} of {tiles.count}",
    ]
    canvas.drawString(0, BLOCK_MM - 11.5, " · ".join(each for each in about if each)[:130])
    y = BLOCK_MM - 15.5
    for text in _wrapped([*sheet.says, of.caution], width, 2.6):
        canvas.setFont("Helvetica", 2.6)
        canvas.drawString(0, y, text)
        y -= 3.1
        if y < 7:
            break
    _bar(canvas)
    canvas.restoreState()


def _bar(canvas: Any) -> None:
    """100 mm, ticked every 10: measured before anything is laid on."""
    canvas.setLineWidth(0.25)
    canvas.line(0, 1, BAR_MM, 1)
    for at in range(0, int(BAR_MM) + 1, 10):
        canvas.line(at, 1, at, 4 if at % 50 == 0 else 2.5)
    canvas.setFont("Helvetica", 2.8)
    canvas.drawString(
        BAR_MM + 3, 1.2, "100 mm: measure this bar first; print at 100 %, not fitted to the page."
    )


def _wrapped(texts: Sequence[str], width_mm: float, size: float) -> Iterator[str]:
    from reportlab.lib.utils import simpleSplit

    for text in texts:
        yield from simpleSplit(text, "Helvetica", size, width_mm)
