"""What is printed at 1:1 or sent to a cutter: a piece as lines, circles and words on a flat sheet, in mm."""

import math
from collections.abc import Callable, Iterable, Iterator
from typing import Any, Literal

from jorvak.core.calculation import Point
from jorvak.core.counted import counted
from jorvak.core.frame.bend import BendIn, BendOut
from jorvak.core.frame.cope import CopeIn, CopeOut
from jorvak.core.frame.patch import PatchIn, PatchOut
from jorvak.core.frame.pie_cut import PieCutIn, PieCutOut
from jorvak.core.frame.pieces import PIECES, PieceSort
from jorvak.core.frame.plate import PlateIn, PlateOut, outline
from jorvak.core.frame.tube_bend import TubeBendIn, TubeBendOut
from jorvak.core.immutable import record

Layer = Literal["cut", "fold", "mark"]
"""What is cut, where it is folded, and what only helps to lay it on."""
TAIL_MM, STRIP_MM, BESIDE_MM, CROSS_MM = 40.0, 40.0, 40.0, 6.0


@record(frozen=True, slots=True)
class TemplateLine:
    """A line through ``points``; ``closed`` back to the first."""

    layer: Layer
    points: tuple[Point, ...]
    closed: bool = False


@record(frozen=True, slots=True)
class TemplateHole:
    x_mm: float
    y_mm: float
    diameter_mm: float


@record(frozen=True, slots=True)
class TemplateWord:
    """Something written, from its lower left corner on."""

    x_mm: float
    y_mm: float
    text: str


@record(frozen=True, slots=True)
class Template:
    """A flat sheet from 0, 0 to its width and height. ``says`` is how it is laid on and what is set by it."""

    width_mm: float
    height_mm: float
    lines: tuple[TemplateLine, ...]
    holes: tuple[TemplateHole, ...]
    words: tuple[TemplateWord, ...]
    says: tuple[str, ...]


def template(sort: PieceSort, given: dict[str, Any]) -> Template:
    """The template of a piece, moved so that nothing lies below 0. Raises Refused."""
    calculation = PIECES[sort]
    answer = calculation(given)
    read = calculation.model_in.model_validate({k: v for k, v in given.items() if v is not None})
    return _from_zero(_SHEETS[sort](read, answer))


def _from_zero(sheet: Template) -> Template:
    low_x, low_y, high_x, high_y = _bounds(sheet)

    def move(point: Point) -> Point:
        return point[0] - low_x, point[1] - low_y

    return Template(
        high_x - low_x,
        high_y - low_y,
        tuple(TemplateLine(each.layer, tuple(map(move, each.points)), each.closed) for each in sheet.lines),
        tuple(TemplateHole(each.x_mm - low_x, each.y_mm - low_y, each.diameter_mm) for each in sheet.holes),
        tuple(TemplateWord(each.x_mm - low_x, each.y_mm - low_y, each.text) for each in sheet.words),
        sheet.says,
    )


def _bounds(sheet: Template) -> tuple[float, float, float, float]:
    points = [point for line in sheet.lines for point in line.points]
    xs, ys = [point[0] for point in points], [point[1] for point in points]
    return min(xs), min(ys), max(xs), max(ys)


def _sheet(
    lines: Iterable[TemplateLine],
    words: Iterable[TemplateWord],
    says: Iterable[str],
    holes: Iterable[TemplateHole] = (),
) -> Template:
    return Template(0, 0, tuple(lines), tuple(holes), tuple(words), tuple(says))


def _box(layer: Layer, x: float, y: float, width: float, height: float) -> TemplateLine:
    corners = ((x, y), (x + width, y), (x + width, y + height), (x, y + height))
    return TemplateLine(layer, corners, closed=True)


def _cope(given: CopeIn, answer: CopeOut) -> Template:
    """The strip that is wrapped round the tube; what stands below the curve stays."""
    round_mm = math.pi * given.od_mm
    top = TAIL_MM + answer.deepest_mm
    curve = [(along, top - depth) for along, depth in answer.template]
    curve.append((round_mm, curve[0][1]))
    quarters = [(k * round_mm / 4, f"{90 * k}°") for k in range(5)]
    return _sheet(
        (
            TemplateLine("cut", tuple(curve)),
            TemplateLine("mark", ((0.0, curve[0][1]), (0.0, 0.0), (round_mm, 0.0), (round_mm, curve[-1][1]))),
            *(TemplateLine("mark", ((x, 0.0), (x, 8.0))) for x, _ in quarters[1:-1]),
        ),
        [TemplateWord(x + 1.5, 10.0, text) for x, text in quarters[:-1]]
        + [TemplateWord(1.5, 18.0, "acute side")],
        (
            f"Wrap round a tube of {given.od_mm:g} mm: the ends meet at 0°, on the side of the acute angle.",
            f"Cut along the curve; the deepest place is {answer.deepest_mm:.1f} mm from the tip.",
            f"Sits on {given.onto_od_mm:g} mm at {given.angle_deg:g}°"
            + (f", {given.offset_mm:g} mm off the middle." if given.offset_mm else "."),
        ),
    )


def _bend(given: BendIn, answer: BendOut) -> Template:
    folds = [TemplateLine("fold", ((x, 0.0), (x, STRIP_MM))) for x in answer.lines_mm]
    words = [
        TemplateWord(x + 1.5, 4.0, f"{each:g}°")
        for x, each in zip(answer.lines_mm, given.bends_deg, strict=True)
    ]
    lines = ", ".join(f"{x:.1f}" for x in answer.lines_mm)
    return _sheet(
        (_box("cut", 0, 0, answer.flat_mm, STRIP_MM), *folds),
        words,
        (
            f"Flat {answer.flat_mm:.1f} mm of {given.thickness_mm:g} mm sheet; as wide as the piece is.",
            f"Middle of each fold, from the first end: {lines} mm. Inside radius {given.inside_radius_mm:g} mm.",
        ),
    )


def _tube_bend(given: TubeBendIn, answer: TubeBendOut) -> Template:
    starts = list(zip(answer.marks_mm, answer.die_deg, strict=True))
    ends = [
        mark + given.radius_mm * math.radians(each)
        for mark, each in zip(answer.marks_mm, given.bends_deg, strict=True)
    ]
    rolls = answer.roll_mm or []
    return _sheet(
        (
            _box("cut", 0, 0, answer.cut_mm, STRIP_MM / 2),
            *(TemplateLine("fold", ((x, 0.0), (x, STRIP_MM / 2))) for x, _ in starts),
            *(TemplateLine("mark", ((x, 0.0), (x, STRIP_MM / 2))) for x in ends),
        ),
        [
            TemplateWord(x + 1.5, 4.0, f"{number}: die to {die:.1f}°")
            for number, (x, die) in enumerate(starts, 1)
        ],
        (
            f"Cut {answer.cut_mm:.1f} mm. Each bend starts at its mark: "
            + ", ".join(f"{x:.1f}" for x, _ in starts)
            + " mm from the first end.",
            f"Die of {given.radius_mm:g} mm to the centre line, set to "
            + ", ".join(f"{die:.1f}°" for _, die in starts)
            + ".",
            *(
                (
                    "Rolled before each bend, along the outside: "
                    + ", ".join(f"{roll:.1f}" for roll in rolls)
                    + " mm.",
                )
                if rolls
                else ()
            ),
        ),
    )


def _pie_cut(given: PieCutIn, answer: PieCutOut) -> Template:
    """A length of the rail, seen from the side: the wedge hinged below, and the blade's two lines in it."""
    half, blade, height = answer.wedge_mm / 2, answer.mark_mm / 2, given.height_mm
    long = half + BESIDE_MM
    return _sheet(
        (
            _box("mark", -long, 0, 2 * long, height),
            TemplateLine("mark", ((-half, height), (0.0, 0.0), (half, height))),
            TemplateLine("cut", ((-blade, height), (0.0, 0.0))),
            TemplateLine("cut", ((blade, height), (0.0, 0.0))),
            TemplateLine("fold", ((-long, 0.0), (long, 0.0))),
        ),
        [
            TemplateWord(-long + 2, 3, "stays: the wall it hinges on"),
            TemplateWord(-long + 2, height - 6, "open wall"),
        ],
        (
            f"{counted(given.cuts, 'cut')} like this: bent by {answer.angle_deg:.2f}°; each wedge is "
            f"{answer.wedge_mm:.1f} mm at the open wall.",
            f"The blade's middle follows the two lines, {answer.mark_mm:.1f} mm apart at the open wall.",
            f"Closed it is {answer.shortens_mm:.1f} mm shorter in the middle of the section.",
        ),
    )


def _plate(given: PlateIn, answer: PlateOut) -> Template:
    crosses = [
        TemplateLine("mark", ends)
        for hole in given.holes
        for ends in (
            ((hole.x_mm - CROSS_MM / 2, hole.y_mm), (hole.x_mm + CROSS_MM / 2, hole.y_mm)),
            ((hole.x_mm, hole.y_mm - CROSS_MM / 2), (hole.x_mm, hole.y_mm + CROSS_MM / 2)),
        )
    ]
    return _sheet(
        (TemplateLine("cut", tuple(outline(given.outline_mm)), closed=True), *crosses),
        [
            TemplateWord(hole.x_mm + hole.diameter_mm / 2 + 1.5, hole.y_mm + 1.5, f"ø {hole.diameter_mm:g}")
            for hole in given.holes
        ],
        (
            f"{given.material.capitalize()}, {given.thickness_mm:g} mm, {answer.mass_kg:.2f} kg.",
            f"Cut {answer.cut_length_mm:.0f} mm in all, {counted(len(given.holes), 'hole')}.",
        ),
        [TemplateHole(hole.x_mm, hole.y_mm, hole.diameter_mm) for hole in given.holes],
    )


def _patch(given: PatchIn, answer: PatchOut) -> Template:
    (cut_w, cut_h), (patch_w, patch_h) = answer.cut_mm, answer.patch_mm
    flange = (patch_w - cut_w) / 2
    order = {tack: number for number, tack in enumerate(answer.skip, 1)}
    tacks = [_round_a_box(cut_w, cut_h, tack * answer.weld_mm / answer.tacks) for tack in range(answer.tacks)]
    ticks = [TemplateLine("mark", ((x - 2.0, y), (x + 2.0, y))) for x, y in tacks]
    return _sheet(
        (
            _box("cut", -flange, -flange, patch_w, patch_h),
            *((_box("mark", 0, 0, cut_w, cut_h),) if flange else ()),
            *ticks,
            *(TemplateLine("mark", ((x, y - 2.0), (x, y + 2.0))) for x, y in tacks),
        ),
        [TemplateWord(x + 2.5, y + 1.0, f"{order[tack]}") for tack, (x, y) in enumerate(tacks)],
        (
            f"Cut out {cut_w:g} × {cut_h:g} mm, the patch is {patch_w:g} × {patch_h:g} mm"
            + (", lapped into a flange." if flange else ", butted."),
            f"{answer.tacks} tacks in the order of their numbers, each cooled before the next; then short runs. Weld "
            f"{answer.weld_mm:.0f} mm.",
        ),
    )


def _round_a_box(width: float, height: float, along: float) -> Point:
    """The place so far round a box, from its lower left corner to the right and up."""
    for (x, y), (ux, uy), side in (
        ((0.0, 0.0), (1.0, 0.0), width),
        ((width, 0.0), (0.0, 1.0), height),
        ((width, height), (-1.0, 0.0), width),
    ):
        if along <= side:
            return x + ux * along, y + uy * along
        along -= side
    return 0.0, height - along


Sheet = Callable[[Any, Any], Template]
_SHEETS: dict[PieceSort, Sheet] = {
    "cope": _cope,
    "bend": _bend,
    "tube-bend": _tube_bend,
    "pie-cut": _pie_cut,
    "plate": _plate,
    "patch": _patch,
}


def plate_in_vehicle(
    lies: str, origin_mm: tuple[float, float, float], cg_mm: Point
) -> tuple[float, float, float]:
    """Where a plate's centre of gravity lies in the vehicle: flat, or upright along or across it."""
    x, y, z = origin_mm
    along, up = cg_mm
    match lies:
        case "flat":
            return x + along, y + up, z
        case "upright along":
            return x + along, y, z + up
        case _:
            return x, y + along, z + up


def after_the_cut(given: PieCutIn, answer: PieCutOut) -> Iterator[tuple[Point, ...]]:
    """The rail from the side, before and after: its lower edge, hinged at each cut, ``cuts`` pieces of one length."""
    piece = BESIDE_MM * 3
    per_cut = math.radians(answer.angle_deg / given.cuts)
    straight = tuple((piece * k, 0.0) for k in range(given.cuts + 2))
    bent = [(0.0, 0.0)]
    for k in range(given.cuts + 1):
        x, y = bent[-1]
        bent.append((x + piece * math.cos(k * per_cut), y + piece * math.sin(k * per_cut)))
    yield straight
    yield tuple(bent)
