"""Templates at 1:1: what is drawn is what is computed; on paper as large as it is, to a cutter and back by another library."""

import io
import math
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pypdf import PdfReader

from jorvak.core.calculation import Point, Refused
from jorvak.core.calculations import calculations
from jorvak.core.frame.pieces import PieceSort
from jorvak.core.frame.templates import Template, plate_in_vehicle, template
from jorvak.formats.template_dxf import MOST_BYTES, read_plate, template_dxf
from jorvak.formats.template_pdf import BAR_MM, Paper, SheetOf, Tiles, TooLarge, template_pdf

MM_PER_PT = 25.4 / 72
OF = SheetOf("Skarv", "brace", "for the adapter's mount", "S235", "28 November 2026", "A first look.")
COPE: dict[str, Any] = {"od_mm": 42.4, "wall_mm": 2.6, "onto_od_mm": 60.3, "angle_deg": 55}
PLATE: dict[str, Any] = {
    "outline_mm": [[0, 0], [170, 0], [170, 60], [130, 110], [40, 110], [0, 60]],
    "thickness_mm": 8,
    "holes": [{"x_mm": 22, "y_mm": 22, "diameter_mm": 12.5}, {"x_mm": 85, "y_mm": 84, "diameter_mm": 16.5}],
}
PIECES: list[tuple[PieceSort, dict[str, Any]]] = [
    ("cope", COPE),
    ("plate", PLATE),
    ("bend", {"thickness_mm": 2, "inside_radius_mm": 3, "legs_mm": [50, 80, 50], "bends_deg": [90, 90]}),
    ("tube-bend", {"radius_mm": 100, "legs_mm": [300, 600, 300], "bends_deg": [90, 90], "od_mm": 42.4, "turns_deg": [0, 90]}),
    ("pie-cut", {"height_mm": 120, "angle_deg": 10, "cuts": 2}),
    ("patch", {"width_mm": 120, "height_mm": 60, "lapped": True}),
]  # fmt: skip


def lines_on_paper(pdf: bytes, page: int) -> list[tuple[Point, Point]]:
    """Every straight line that a page draws, in mm from its lower left corner: read from the file, apart from what made it."""
    from pypdf.generic import ContentStream

    reader = PdfReader(io.BytesIO(pdf))
    matrix = [1.0, 0, 0, 1, 0, 0]
    stack: list[list[float]] = []
    found: list[tuple[Point, Point]] = []
    start = at = (0.0, 0.0)

    def on_page(x: float, y: float) -> Point:
        a, b, c, d, e, f = matrix
        return (a * x + c * y + e) * MM_PER_PT, (b * x + d * y + f) * MM_PER_PT

    for operands, operator in ContentStream(reader.pages[page].get_contents(), reader).operations:
        numbers = [float(each) for each in operands] if operator in (b"m", b"l", b"cm") else []
        match operator:
            case b"q":
                stack.append(matrix)
            case b"Q":
                matrix = stack.pop()
            case b"cm":
                a, b, c, d, e, f = numbers
                A, B, C, D, E, F = matrix
                matrix = [
                    a * A + b * C,
                    a * B + b * D,
                    c * A + d * C,
                    c * B + d * D,
                    e * A + f * C + E,
                    e * B + f * D + F,
                ]
            case b"m":
                start = at = on_page(*numbers)
            case b"l":
                to = on_page(*numbers)
                found.append((at, to))
                at = to
            case b"h":
                found.append((at, start))
                at = start
            case _:
                pass
    return found


def long(line: tuple[Point, Point]) -> float:
    return math.dist(*line)


class TestOnPaper:
    @pytest.mark.parametrize("paper", ["A4", "A3"])
    def test_the_bar_is_a_hundred_millimetres_on_every_page(self, paper: Paper) -> None:
        pdf = template_pdf(template("tube-bend", PIECES[3][1]), OF, paper)
        pages = len(PdfReader(io.BytesIO(pdf)).pages)
        assert pages > 1
        for page in range(pages):
            assert any(long(line) == pytest.approx(BAR_MM, abs=1e-3) for line in lines_on_paper(pdf, page))

    def test_a_cope_is_as_large_as_its_tube_and_closes_round_it(self) -> None:
        """The template in the file: its curve measured at 1:1, and wrapped round the tube by arithmetic."""
        pdf = template_pdf(template("cope", COPE), OF, "A4")
        wanted = calculations()["cope"].as_json(COPE)
        steps = 2 * math.pi * 21.2 / 72
        curve = [line for line in lines_on_paper(pdf, 0) if abs(abs(line[1][0] - line[0][0]) - steps) < 1e-3]
        assert len(curve) == 72
        left = min(line[0][0] for line in curve)
        # As wide as the tube is round: the ends meet.
        assert max(line[1][0] for line in curve) - left == pytest.approx(math.pi * 42.4, abs=1e-3)
        tip = max(line[0][1] for line in curve)
        for line, (along, depth) in zip(sorted(curve), wanted["template"], strict=True):
            assert line[0][0] - left == pytest.approx(along, abs=1e-3)
            assert tip - line[0][1] == pytest.approx(depth, abs=1e-3)
        # Wrapped: each place of the curve on the outside of the tube lies on the other tube, but where its inner edge is cut to.
        alpha, onto, outer = math.radians(55), 60.3 / 2, 21.2
        middle = max(  # How far the tip is from the other tube's axis.
            math.sqrt(onto**2 - (outer * math.sin(p)) ** 2) / math.sin(alpha) + outer * math.cos(p) / math.tan(alpha)
            - depth for p, (_, depth) in zip([2 * math.pi * k / 72 for k in range(72)], wanted["template"], strict=True)
        )  # fmt: skip
        for line in curve:
            phi = (line[0][0] - left) / outer
            z = middle + (tip - line[0][1])
            u, v, w = outer * math.cos(phi), outer * math.sin(phi), z
            # The point in space: the tube's own axis leans by alpha to the other's, which runs along x.
            across, up = v, w * math.sin(alpha) - u * math.cos(alpha)
            assert math.hypot(across, up) >= onto - 1e-3

    def test_a_plate_is_as_large_as_it_is(self) -> None:
        pdf = template_pdf(template("plate", PLATE), OF, "A4")
        sides = sorted(long(line) for line in lines_on_paper(pdf, 0))
        for wanted in (170, 60, math.hypot(40, 50), 90):
            assert any(side == pytest.approx(wanted, abs=1e-3) for side in sides)

    @given(st.floats(1, 3000), st.floats(1, 3000), st.sampled_from(["A4", "A3"]))
    def test_pages_lie_over_one_another_and_leave_nothing_out(
        self, width: float, height: float, paper: Paper
    ) -> None:
        tiles = Tiles(width, height, paper)
        for size, room, count in zip(
            (width, height), tiles.room_mm, (tiles.columns, tiles.rows), strict=True
        ):
            assert (count - 1) * (room - 10) + room >= size - 1e-6
            assert count == 1 or (count - 2) * (room - 10) + room < size
        assert len(list(tiles)) == tiles.count == len({tile.name for tile in tiles})

    def test_what_nobody_would_join_is_refused(self) -> None:
        huge = {**PLATE, "outline_mm": [[x * 60, y * 60] for x, y in PLATE["outline_mm"]], "holes": []}
        with pytest.raises(TooLarge, match="DXF"):
            template_pdf(template("plate", huge), OF, "A4")

    @pytest.mark.parametrize(("sort", "given"), PIECES, ids=[sort for sort, _ in PIECES])
    def test_each_names_vehicle_part_scale_day_material_and_caution(
        self, sort: PieceSort, given: dict[str, Any]
    ) -> None:
        text = PdfReader(io.BytesIO(template_pdf(template(sort, given), OF, "A3"))).pages[0].extract_text()
        for word in ("Skarv", "brace", "1:1", "28 November 2026", "S235", "A first look", "100 mm"):
            assert word in text


def flat(sheet: Template) -> list[Point]:
    return [point for line in sheet.lines for point in line.points]


class TestTemplates:
    @pytest.mark.parametrize(("sort", "given"), PIECES, ids=[sort for sort, _ in PIECES])
    def test_nothing_lies_below_nothing_and_all_within_its_size(
        self, sort: PieceSort, given: dict[str, Any]
    ) -> None:
        sheet = template(sort, given)
        assert min(x for x, _ in flat(sheet)) == 0 and min(y for _, y in flat(sheet)) == 0
        assert max(x for x, _ in flat(sheet)) == pytest.approx(sheet.width_mm)
        assert max(y for _, y in flat(sheet)) == pytest.approx(sheet.height_mm)
        assert sheet.says

    def test_a_fold_stands_where_it_is_computed(self) -> None:
        sheet, answer = template("bend", PIECES[2][1]), calculations()["bend"].as_json(PIECES[2][1])
        folds = [line.points[0][0] for line in sheet.lines if line.layer == "fold"]
        assert folds == pytest.approx(answer["lines_mm"])
        assert sheet.width_mm == pytest.approx(answer["flat_mm"])

    def test_a_wedge_is_as_wide_as_it_is_marked(self) -> None:
        sheet, answer = template("pie-cut", PIECES[4][1]), calculations()["pie-cut"].as_json(PIECES[4][1])
        one, other = (line.points[0][0] for line in sheet.lines if line.layer == "cut")
        assert abs(one - other) == pytest.approx(answer["mark_mm"])

    def test_tacks_are_numbered_round_the_seam(self) -> None:
        sheet = template("patch", PIECES[5][1])
        answer = calculations()["patch"].as_json(PIECES[5][1])
        assert sorted(int(word.text) for word in sheet.words) == list(range(1, answer["tacks"] + 1))

    @pytest.mark.parametrize(
        ("lies", "at"),
        [("flat", (1030, 40, 500)), ("upright along", (1030, 0, 540)), ("upright across", (1000, 30, 540))],
    )
    def test_where_a_plate_lies_in_the_vehicle(self, lies: str, at: Any) -> None:
        assert plate_in_vehicle(lies, (1000, 0, 500), (30, 40)) == at


def drawing(entities: str, units: int = 4) -> bytes:
    return (
        f"0\nSECTION\n2\nHEADER\n9\n$ACADVER\n1\nAC1009\n9\n$INSUNITS\n70\n{units}\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n{entities}0\nENDSEC\n0\nEOF\n"
    ).encode()


def line(ax: float, ay: float, bx: float, by: float) -> str:
    return f"0\nLINE\n8\n0\n10\n{ax}\n20\n{ay}\n11\n{bx}\n21\n{by}\n"


SQUARE = line(0, 0, 4, 0) + line(4, 2, 4, 0) + line(4, 2, 0, 2) + line(0, 0, 0, 2)


class TestDxf:
    def test_another_library_reads_it_back(self, tmp_path: Path) -> None:
        """GDAL reads the file that ezdxf wrote: every corner within 0.01 mm."""
        import fiona

        file = tmp_path / "plate.dxf"
        file.write_bytes(template_dxf(template("plate", PLATE)))
        with fiona.open(file) as layer:
            shapes = [(each["properties"]["Layer"], each["geometry"]) for each in layer]
        cut = [list(shape["coordinates"]) for name, shape in shapes if name == "cut" and shape is not None]
        outline = max(cut, key=lambda points: max(x for x, *_ in points) - min(x for x, *_ in points))
        if isinstance(outline[0][0], (tuple, list)):
            outline = outline[0]
        got = {(round(x, 2), round(y, 2)) for x, y, *_ in outline}
        assert got == {(float(x), float(y)) for x, y in PLATE["outline_mm"]}
        # Circles come back as many corners: each as far from its middle as it should be.
        for hole in PLATE["holes"]:
            near = [
                points for points in cut
                if all(math.hypot(x - hole["x_mm"], y - hole["y_mm"]) < 20 for x, y, *_ in points)
            ]  # fmt: skip
            (ring,) = near
            for x, y, *_ in ring:
                assert math.hypot(x - hole["x_mm"], y - hole["y_mm"]) == pytest.approx(
                    hole["diameter_mm"] / 2, abs=0.01
                )

    def test_out_and_in_again_is_the_same_plate(self) -> None:
        read = read_plate(template_dxf(template("plate", PLATE)))
        assert [at for each in read.outline_mm for at in each] == pytest.approx(
            [at for each in PLATE["outline_mm"] for at in each]
        )
        assert read.holes == ((22, 22, 12.5), (85, 84, 16.5))

    @settings(max_examples=20)
    @given(st.lists(st.tuples(st.floats(1, 500), st.floats(1, 500)), min_size=3, max_size=3, unique=True))
    def test_any_triangle_comes_back(self, corners: list[Point]) -> None:
        given = {"outline_mm": corners, "thickness_mm": 3}
        try:
            sheet = template("plate", given)
        except Refused:
            return
        read = read_plate(template_dxf(sheet))
        sides = [
            math.dist(a, b)
            for a, b in zip(read.outline_mm, (*read.outline_mm[1:], read.outline_mm[0]), strict=True)
        ]
        wanted = [math.dist(a, b) for a, b in zip(corners, (*corners[1:], corners[0]), strict=True)]
        if len(sides) == 3:
            assert sorted(sides) == pytest.approx(sorted(wanted), abs=0.01)

    def test_loose_lines_are_joined_and_inches_become_millimetres(self) -> None:
        read = read_plate(drawing(SQUARE, units=1))
        assert [at for each in sorted(read.outline_mm) for at in each] == pytest.approx(
            [0, 0, 0, 50.8, 101.6, 0, 101.6, 50.8]
        )
        assert read.unit == "inches"

    def test_splines_and_blocks_are_taken_apart(self) -> None:
        from ezdxf import units
        from ezdxf.filemanagement import new

        made = new("R2010")
        made.units = units.IN
        block = made.blocks.new("plate")
        block.add_spline([(0, 0), (2, 0.4), (4, 0)])
        block.add_line((4, 0), (4, 2))
        block.add_line((4, 2), (0, 2))
        block.add_line((0, 2), (0, 0))
        block.add_circle((1, 1.2), 0.25)
        made.modelspace().add_blockref("plate", (10, 10))
        made.modelspace().add_text("cut two")
        out = io.StringIO()
        made.write(out)
        read = read_plate(out.getvalue().encode())
        assert max(x for x, _ in read.outline_mm) == pytest.approx(4 * 25.4)
        assert len(read.outline_mm) > 10
        assert read.holes[0][2] == pytest.approx(0.5 * 25.4)
        assert read.left_out == ("1 × text",)
        calculations()["plate"].as_json(
            {"outline_mm": [list(each) for each in read.outline_mm], "thickness_mm": 3}
        )

    @pytest.mark.parametrize(
        ("data", "says"),
        [
            (b"", "empty"),
            (b"no drawing at all", "no DXF"),
            (b"x" * (MOST_BYTES + 1), "MB"),
            (drawing(line(0, 0, 4, 0)), "No closed line"),
            (drawing("0\nCIRCLE\n8\n0\n10\n5\n20\n5\n40\n3\n"), "circle"),
            (drawing(SQUARE, units=13), "unit"),
            (drawing(SQUARE + line(1, 1, 2, 1) + line(2, 1, 2, 1.5) + line(2, 1.5, 1, 1)), "closed lines"),
        ],
        ids=["empty", "not one", "20 MB", "open", "a circle alone", "microns", "a window in it"],
    )
    def test_what_is_no_plate_is_said(self, data: bytes, says: str) -> None:
        with pytest.raises(Refused, match=says) as refused:
            read_plate(data)
        assert refused.value.field == "file"
