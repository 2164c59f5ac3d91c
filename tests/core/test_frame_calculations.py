"""Frame and fabrication, worked out by hand beside the handbook's examples; what must hold whatever is given."""

import math
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations


def calc(name: str, **given: Any) -> dict[str, Any]:
    answer = calculations()[name].as_json(given)
    assert isinstance(answer, dict)
    return answer


def refused(name: str, **given: Any) -> Refused:
    with pytest.raises(Refused) as caught:
        calc(name, **given)
    return caught.value


def station(name: str, x: float, y: float = 0.0, z: float = 600.0, half: float = 400.0) -> dict[str, Any]:
    return {"name": name, "left": [x, y - half, z], "right": [x, y + half, z]}


LADDER = [station("horn", -400), station("front", 0), station("belly", 1200), station("rear", 2800)]
mm = st.floats(-300, 300)


class TestFrameDatum:
    def test_a_bent_horn_is_found_by_the_base_and_smeared_without_it(self) -> None:
        bent = [station("horn", -400, y=12), *LADDER[1:]]
        found = calc("frame-datum", pairs=bent, base=["front", "belly", "rear"])
        assert found["out"] == ["horn"]
        assert found["stations"][0]["side_mm"] == pytest.approx(12)
        smeared = calc("frame-datum", pairs=bent)
        # By hand: x −400, 0, 1200, 2800, mean 900; y 12, 0, 0, 0; rise 12·(−1300)/6 160 000 = −0.00253.
        rise = 12 * -1300 / (1300**2 + 900**2 + 300**2 + 1900**2)
        assert smeared["yaw_deg"] == pytest.approx(math.degrees(math.atan(rise)))
        assert smeared["stations"][0]["side_mm"] == pytest.approx(12 - (3 + rise * -1300))
        assert abs(smeared["stations"][0]["side_mm"]) < 12

    def test_a_kick_up_of_the_sheet_is_not_off(self) -> None:
        kicked = [*LADDER[:3], {**station("rear", 2800, z=690), "datum_mm": 90}]
        assert calc("frame-datum", pairs=kicked)["out"] == []
        assert calc("frame-datum", pairs=[*kicked[:3], station("rear", 2800, z=690)])["out"] != []

    def test_a_lozenge_shows_in_the_diagonals_and_the_lead(self) -> None:
        pushed = [{**each, "right": [each["right"][0] + 8, *each["right"][1:]]} for each in LADDER]
        found = calc("frame-datum", pairs=pushed)
        assert [row["lead_mm"] for row in found["stations"]] == pytest.approx([8] * 4)
        assert all(row["difference_mm"] > 0 for row in found["diagonals"])

    @given(st.lists(st.tuples(mm, mm, mm), min_size=4, max_size=4), mm, mm, mm)
    def test_where_the_string_grid_stands_does_not_matter(
        self, off: list[tuple[float, float, float]], dx: float, dy: float, dz: float
    ) -> None:
        def grid(sx: float, sy: float, sz: float) -> dict[str, Any]:
            pairs = [
                {
                    "name": each["name"],
                    "left": [each["left"][0] + sx, each["left"][1] + a + sy, each["left"][2] + b + sz],
                    "right": [each["right"][0] + c + sx, each["right"][1] + a + sy, each["right"][2] + sz],
                }
                for each, (a, b, c) in zip(LADDER, off, strict=True)
            ]
            assume(len({pair["left"][0] + pair["right"][0] for pair in pairs}) >= 3)
            return calc("frame-datum", pairs=pairs)

        here, there = grid(0, 0, 0), grid(dx, dy, dz)
        for one, other in zip(here["stations"], there["stations"], strict=True):
            for key in ("side_mm", "height_mm", "lead_mm", "twist_deg", "width_mm"):
                assert other[key] == pytest.approx(one[key], abs=1e-6)

    @pytest.mark.parametrize(
        ("change", "field"),
        [
            ({"pairs": LADDER[:2]}, "pairs"),
            (
                {"pairs": [*LADDER[:2], {**LADDER[2], "left": [1200, 400, 600], "right": [1200, -400, 600]}]},
                "pairs.2",
            ),
            ({"pairs": [LADDER[0], LADDER[0], *LADDER[1:]]}, "pairs.1.name"),
            ({"base": ["front", "hindmost"]}, "base.1"),
            ({"base": ["front", "front"]}, "base.1"),
            ({"base": ["front"]}, "base"),
        ],
    )
    def test_what_cannot_be_fitted_is_refused(self, change: dict[str, Any], field: str) -> None:
        assert refused("frame-datum", **{"pairs": LADDER, **change}).field == field


POINTS = [(0.0, -380.0, 600.0), (0.0, 380.0, 600.0), (2300.0, -450.0, 640.0), (2300.0, 450.0, 630.0)]


class TestFrameAgainst:
    @given(st.floats(-3, 3), st.floats(-1, 1), st.floats(-3, 3), mm, mm, st.lists(mm, min_size=4, max_size=4))
    def test_however_it_stands_on_the_floor_it_is_as_far_off(
        self, yaw: float, pitch: float, roll: float, dx: float, dz: float, off: list[float]
    ) -> None:
        def turned(point: tuple[float, float, float]) -> list[float]:
            x, y, z = point
            x, y = x * math.cos(yaw) - y * math.sin(yaw), x * math.sin(yaw) + y * math.cos(yaw)
            x, z = x * math.cos(pitch) - z * math.sin(pitch), x * math.sin(pitch) + z * math.cos(pitch)
            y, z = y * math.cos(roll) - z * math.sin(roll), y * math.sin(roll) + z * math.cos(roll)
            return [x + dx, y, z + dz]

        bent = [(x, y, z + d / 20) for (x, y, z), d in zip(POINTS, off, strict=True)]

        def against(at: list[Any]) -> dict[str, Any]:
            rows = [
                {"name": f"{k}", "at": list(a), "want": list(w)}
                for k, (a, w) in enumerate(zip(at, POINTS, strict=True))
            ]
            return calc("frame-against", points=rows)

        straight, askew = against(bent), against([turned(each) for each in bent])
        for one, other in zip(straight["points"], askew["points"], strict=True):
            assert other["distance_mm"] == pytest.approx(one["distance_mm"], abs=1e-5)

    def test_it_is_never_mirrored(self) -> None:
        # Four corners of a box and its mirror: a mirror would lay them over one another, a turn cannot.
        box = [(0, 0, 0), (1000, 0, 0), (0, 500, 0), (0, 0, 300)]
        rows = [{"name": f"{k}", "at": [x, -y, z], "want": [x, y, z]} for k, (x, y, z) in enumerate(box)]
        assert calc("frame-against", points=rows)["rms_mm"] > 50

    def test_a_sound_base_shows_the_whole_bend(self) -> None:
        rows: list[dict[str, Any]] = [
            {"name": f"{k}", "at": list(p), "want": list(p)} for k, p in enumerate(POINTS)
        ]
        rows.append({"name": "horn", "at": [-400, 12, 600], "want": [-400, 0, 600], "base": False})
        found = calc("frame-against", points=rows)
        assert found["points"][-1]["off_mm"] == pytest.approx([0, 12, 0], abs=1e-6)
        assert (found["worst"], found["out"]) == ("horn", ["horn"])


class TestCuts:
    def test_a_wedge_by_hand(self) -> None:
        # 2·120·tan 5° = 20.997.
        cut = calc("pie-cut", height_mm=120, angle_deg=10)
        assert cut["wedge_mm"] == pytest.approx(20.997, abs=1e-3)
        assert cut["mark_mm"] == pytest.approx(19.497, abs=1e-3)
        assert cut["shortens_mm"] == pytest.approx(10.499, abs=1e-3)

    @given(st.floats(20, 200), st.floats(2, 80), st.integers(1, 6))
    def test_more_cuts_bend_alike_and_shorten_less(self, height: float, angle: float, cuts: int) -> None:
        few = calc("pie-cut", height_mm=height, angle_deg=angle, cuts=cuts, kerf_mm=0)
        more = calc("pie-cut", height_mm=height, angle_deg=angle, cuts=cuts + 1, kerf_mm=0)
        assert more["shortens_mm"] < few["shortens_mm"]
        assert more["wedge_mm"] < few["wedge_mm"]

    @pytest.mark.parametrize(
        ("given", "field"),
        [
            ({"height_mm": 120}, "angle_deg"),
            ({"height_mm": 120, "angle_deg": 10, "rise_mm": 5}, "rise_mm"),
            ({"height_mm": 120, "angle_deg": 10, "reach_mm": 5}, "reach_mm"),
            ({"height_mm": 120, "rise_mm": 5}, "reach_mm"),
            ({"height_mm": 120, "reach_mm": 5}, "rise_mm"),
            ({"height_mm": 120, "rise_mm": 500, "reach_mm": 500}, "rise_mm"),
            ({"height_mm": 5, "angle_deg": 2}, "kerf_mm"),
        ],
    )
    def test_a_cut_that_cannot_be_is_refused(self, given: dict[str, Any], field: str) -> None:
        assert refused("pie-cut", **given).field == field

    def test_a_saddle_by_hand(self) -> None:
        # od 40, wall 2 onto 50: at the crown z = 25; at the side the inner edge meets at √(625 − 324) = 17.349.
        saddle = calc("cope", od_mm=40, wall_mm=2, onto_od_mm=50)
        assert saddle["deepest_mm"] == pytest.approx(25 - math.sqrt(301))
        along = [row[0] for row in saddle["template"]]
        assert along[0] == 0 and along[-1] == pytest.approx(math.pi * 40 * 71 / 72)

    @given(st.floats(10, 60), st.floats(0.05, 0.45), st.floats(1, 3), st.floats(20, 90))
    def test_no_wall_stands_in_the_way(self, od: float, wall: float, ratio: float, angle: float) -> None:
        cut = calc("cope", od_mm=od, wall_mm=wall * od, onto_od_mm=od * ratio, angle_deg=angle)
        alpha, onto = math.radians(angle), od * ratio / 2

        def meets(q: float, phi: float) -> float:
            root = math.sqrt(max(onto**2 - (q * math.sin(phi)) ** 2, 0))
            return root / math.sin(alpha) + q * math.cos(phi) / math.tan(alpha)

        # Through the wall in many steps, apart from the formula: what stands furthest out is what is cut to.
        through = [od / 2 - wall * od * share / 100 for share in range(101)]
        furthest = [max(meets(q, 2 * math.pi * k / 72) for q in through) for k in range(72)]
        wanted = [each - min(furthest) for each in furthest]
        assert [row[1] for row in cut["template"]] == pytest.approx(wanted, abs=0.002 * od)
        assert cut["deepest_mm"] == pytest.approx(max(wanted), abs=0.002 * od)

    def test_a_fold_by_hand(self) -> None:
        # 2 mm, radius 3, 90°: allowance π/2·(3 + 0.88) = 6.0947, setback 5.
        fold = calc("bend", thickness_mm=2, inside_radius_mm=3, legs_mm=[50, 50], bends_deg=[90])
        assert fold["flat_mm"] == pytest.approx(96.0947, abs=1e-4)
        assert fold["lines_mm"] == pytest.approx([48.0473], abs=1e-4)

    @given(st.lists(st.floats(100, 500), min_size=2, max_size=5), st.data())
    def test_turned_round_it_is_cut_as_long(self, legs: list[float], data: st.DataObject) -> None:
        bends = [data.draw(st.floats(1, 120)) for _ in legs[1:]]
        fold = {"thickness_mm": 2, "inside_radius_mm": 4}
        one, other = (calc("bend", **fold, legs_mm=legs[::way], bends_deg=bends[::way]) for way in (1, -1))
        assert one["flat_mm"] == pytest.approx(other["flat_mm"])
        assert one["lines_mm"] == pytest.approx([one["flat_mm"] - line for line in other["lines_mm"][::-1]])
        assert all(0 < line < one["flat_mm"] for line in one["lines_mm"])

    def test_a_hoop_by_hand(self) -> None:
        # Radius 100, 90°: arc 157.08, tangents 100 each: 300 + 600 + 300 − 2·(200 − 157.08).
        hoop = calc("tube-bend", radius_mm=100, legs_mm=[300, 600, 300], bends_deg=[90, 90], springback_pct=4,
                    od_mm=40, turns_deg=[0, 180])  # fmt: skip
        assert hoop["cut_mm"] == pytest.approx(1200 - 2 * (200 - math.pi * 50))
        assert hoop["marks_mm"] == pytest.approx([200, 200 + math.pi * 50 + 400])
        assert hoop["die_deg"] == pytest.approx([93.6, 93.6])
        assert hoop["roll_mm"] == pytest.approx([0, math.pi * 20])

    @pytest.mark.parametrize(
        ("change", "field"),
        [
            ({"legs_mm": [300, 150, 300]}, "legs_mm"),
            ({"bends_deg": [90, 180]}, "bends_deg.1"),
            ({"turns_deg": [0, 10]}, "od_mm"),
            ({"od_mm": 40}, "turns_deg"),
            ({"od_mm": 40, "turns_deg": [5, 10]}, "turns_deg.0"),
            ({"od_mm": 40, "turns_deg": [0]}, "turns_deg"),
        ],
    )
    def test_a_bend_that_cannot_be_is_refused(self, change: dict[str, Any], field: str) -> None:
        whole = {"radius_mm": 100, "legs_mm": [300, 600, 300], "bends_deg": [90, 90], **change}
        assert refused("tube-bend", **whole).field == field

    def test_the_rear_axle_moved_and_moved_back(self) -> None:
        there = calc(
            "wheelbase-change",
            move_mm=150,
            wheelbase_mm=2400,
            front_kg=950,
            rear_kg=800,
            unsprung_rear_kg=160,
        )
        # Sprung 640 at the rear: 640·2400/2550 = 602.35, and the axle's own 160.
        assert there["rear_kg"] == pytest.approx(762.353, abs=1e-3)
        assert there["front_kg"] + there["rear_kg"] == pytest.approx(1750)
        back = calc("wheelbase-change", move_mm=-150, unsprung_rear_kg=160,
                    **{key: there[key] for key in ("wheelbase_mm", "front_kg", "rear_kg")})  # fmt: skip
        assert (back["front_kg"], back["rear_kg"]) == pytest.approx((950, 800))
        assert "shaft_length_mm" not in there


SQUARE = [[0, 0], [100, 0], [100, 100], [0, 100]]


class TestPlate:
    def test_an_angle_with_a_hole_by_hand(self) -> None:
        # L of 100 × 100 with 60 × 60 gone: 10000 − 3600 = 6400; first moment 500000 − 3600·70 = 248000.
        corners = [[0, 0], [100, 0], [100, 40], [40, 40], [40, 100], [0, 100]]
        angle = calc("plate", outline_mm=corners, thickness_mm=5)
        assert angle["area_mm2"] == pytest.approx(6400)
        assert angle["cg_mm"] == pytest.approx([248000 / 6400] * 2)
        assert angle["cut_length_mm"] == pytest.approx(400)
        assert angle["mass_kg"] == pytest.approx(6400 * 5 * 7.85e-6)
        holed = calc(
            "plate", outline_mm=corners, thickness_mm=5, holes=[{"x_mm": 20, "y_mm": 20, "diameter_mm": 20}]
        )
        assert holed["area_mm2"] == pytest.approx(6400 - math.pi * 100)
        assert holed["cg_mm"][0] == pytest.approx((248000 - 20 * math.pi * 100) / (6400 - math.pi * 100))

    @given(st.integers(0, 5), st.booleans(), st.floats(-math.pi, math.pi), mm, mm)
    def test_wherever_it_lies_it_weighs_as_much(
        self, first: int, back: bool, turn: float, dx: float, dy: float
    ) -> None:
        corners: list[list[float]] = [[0, 0], [100, 0], [100, 40], [40, 40], [40, 100], [0, 100]]
        c, s = math.cos(turn), math.sin(turn)
        laid = [[x * c - y * s + dx, x * s + y * c + dy] for x, y in corners[first:] + corners[:first]]
        plate = calc("plate", outline_mm=laid[::-1] if back else laid, thickness_mm=5)
        assert plate["area_mm2"] == pytest.approx(6400)
        x = y = 248000 / 6400
        assert plate["cg_mm"] == pytest.approx([x * c - y * s + dx, x * s + y * c + dy], abs=1e-6)

    @pytest.mark.parametrize(
        "corners",
        [
            [[0, 0], [100, 100], [100, 0], [0, 100]],
            [[0, 0], [100, 0], [50, 0], [50, 50]],
            [[0, 0], [100, 0], [100, 100], [50, 0], [0, 100]],
            [[0, 0], [100, 0], [100, 100], [100, 0], [0, 50]],
            [[0, 0], [100, 0], [200, 0]],
            [[0, 0], [100, 0]],
            [[0, 0], [0, 0], [100, 0], [100, 100]],
        ],
        ids=["a bow", "back on itself", "touches an edge", "touches a corner", "flat", "two", "one twice"],
    )
    def test_an_outline_that_is_none_is_refused(self, corners: list[Any]) -> None:
        assert refused("plate", outline_mm=corners, thickness_mm=5).field == "outline_mm"

    @pytest.mark.parametrize(
        ("holes", "field"),
        [
            ([(5, 50, 12)], "holes.0"),
            ([(50, 50, 20), (65, 50, 11)], "holes.1"),
            ([(50, 50, 20), (50, 50, 5)], "holes.1"),
            ([(500, 50, 20)], "holes.0"),
        ],
    )
    def test_a_hole_that_cannot_be_drilled_is_refused(self, holes: list[Any], field: str) -> None:
        named = [{"x_mm": x, "y_mm": y, "diameter_mm": d} for x, y, d in holes]
        assert refused("plate", outline_mm=SQUARE, thickness_mm=5, holes=named).field == field

    def test_touching_the_edge_is_inside_and_a_closed_outline_is_the_same(self) -> None:
        touching = [{"x_mm": 10, "y_mm": 50, "diameter_mm": 20}, {"x_mm": 30, "y_mm": 50, "diameter_mm": 20}]
        assert calc("plate", outline_mm=[*SQUARE, [0, 0]], thickness_mm=5, holes=touching)["area_mm2"] < 10000

    @given(st.integers(1, 400), st.integers(1, 400), st.floats(5, 200))
    def test_each_tack_is_set_once_and_none_far_from_a_gap(
        self, width: int, height: int, spacing: float
    ) -> None:
        patch = calc("patch", width_mm=width, height_mm=height, tack_spacing_mm=spacing)
        assert sorted(patch["skip"]) == list(range(patch["tacks"]))
        assert patch["weld_mm"] / patch["tacks"] <= spacing + 1e-9
        # The second is opposite the first, as near as can be.
        assert abs(patch["skip"][1] - patch["tacks"] / 2) <= 0.5


class TestStrength:
    def test_a_bolt_by_hand(self) -> None:
        # M10 coarse: 10 − 0.9382·1.5 = 8.5927, area 57.99; 580 MPa proof, 75 %: 25.22 kN; 0.2 dry: 50.4 Nm.
        bolt = calc("bolt", thread="M10", grade="8.8", nut_factor=0.2)
        assert bolt["stress_area_mm2"] == pytest.approx(57.99, abs=0.01)
        assert bolt["torque_nm"] == pytest.approx(50.45, abs=0.05)
        oiled = calc("bolt", thread="M10", grade="8.8", nut_factor=0.15)
        assert bolt["torque_nm"] / oiled["torque_nm"] == pytest.approx(4 / 3)
        assert "proves" in bolt["caution"]

    @pytest.mark.parametrize(
        "thread", ["M11", "M10x9", "1 1/8", "0/4-20", "1/0-20", "half", "M", "1/2-0", "M1000x2"]
    )
    def test_a_thread_that_does_not_exist_is_refused(self, thread: str) -> None:
        assert refused("bolt", thread=thread, grade="8.8", nut_factor=0.2).field == "thread"

    @pytest.mark.parametrize(("thread", "grade"), [("M10", "5"), ("1/2-20", "8.8")])
    def test_a_class_of_the_other_family_is_refused(self, thread: str, grade: str) -> None:
        assert refused("bolt", thread=thread, grade=grade, nut_factor=0.2).field == "grade"

    def test_a_bracket_by_hand(self) -> None:
        # Four at ±50: 4000 N down at 100 out, in the plane: 1000 each, and 4000·100/(4·5000)·(−y, x) = ±1000.
        bolts = [{"x_mm": x, "y_mm": y} for x, y in ((-50, -50), (50, -50), (50, 50), (-50, 50))]
        group = calc("bolt-group", bolts=bolts, stress_area_mm2=100, tensile_mpa=800,
                     force_n=[0, -4000, 0], at_mm=[100, 0, 0])  # fmt: skip
        assert [row["shear_n"] for row in group["bolts"]] == pytest.approx(
            [1000, math.hypot(1000, 2000), math.hypot(1000, 2000), 1000]
        )
        assert [row["tension_n"] for row in group["bolts"]] == [0] * 4
        assert group["factor"] == pytest.approx(0.6 * 800 * 100 / math.hypot(1000, 2000))

    @given(st.lists(st.floats(-9000, 9000), min_size=3, max_size=3), st.lists(mm, min_size=3, max_size=3))
    def test_pulled_off_the_plane_every_bolt_together_holds_the_pull(
        self, force: list[float], at: list[float]
    ) -> None:
        bolts = [{"x_mm": x, "y_mm": y} for x, y in ((0, 0), (80, 0), (80, 60), (0, 60), (40, 90))]
        group = calc("bolt-group", bolts=bolts, stress_area_mm2=84, tensile_mpa=1040, force_n=force, at_mm=at)
        tension = [row["tension_n"] for row in group["bolts"]]
        # What is pressed counts as nothing: what is left holds at least the pull.
        assert sum(tension) >= force[2] - 1e-6
        if min(tension) > 0:
            assert sum(tension) == pytest.approx(force[2])
        twice = calc("bolt-group", bolts=bolts, stress_area_mm2=84, tensile_mpa=1040,
                     force_n=[2 * f for f in force], at_mm=at)  # fmt: skip
        assert twice["use"] == pytest.approx(2 * group["use"], rel=1e-6, abs=1e-9)

    def test_bolts_on_one_line(self) -> None:
        line = {
            "bolts": [{"x_mm": x, "y_mm": 0} for x in (0, 60, 120)],
            "stress_area_mm2": 84,
            "tensile_mpa": 800,
        }
        # Pulled straight off over one end: 3000/3 + 3000·60/(2·3600)·x.
        group = calc("bolt-group", **line, force_n=[0, 0, 3000], at_mm=[120, 0, 0])
        assert [row["tension_n"] for row in group["bolts"]] == pytest.approx([0, 1000, 2500])
        assert refused("bolt-group", **line, force_n=[0, 0, 3000], at_mm=[60, 10, 0]).field == "bolts"
        twice = {**line, "bolts": [line["bolts"][0]] * 2}
        assert refused("bolt-group", **twice, force_n=[0, 0, 1], at_mm=[0, 0, 0]).field == "bolts.1"

    def test_a_bar_by_hand(self) -> None:
        # Flat 40 × 10, 500 out, 20 kg, bump 3: 588.4 N, 294.2 Nm; W 666.7 mm³: 441 MPa, factor 0.53.
        bar = {"material": "steel", "support": "cantilever", "length_mm": 500, "load_kg": 20}
        flat = calc("beam", **bar, section={"kind": "flat", "width_mm": 40, "height_mm": 10})
        assert flat["moment_nm"] == pytest.approx(294.2, abs=0.01)
        assert flat["factor"] == pytest.approx(235 * 666.667 / 294199.5, rel=1e-4)
        upright = calc("beam", **bar, section={"kind": "flat", "width_mm": 10, "height_mm": 40})
        assert upright["factor"] == pytest.approx(4 * flat["factor"])
        assert calc("beam", **{**bar, "load_kg": 0}, section={"kind": "round", "od_mm": 20})["factor"] is None

    @pytest.mark.parametrize("wall", [20, 25, 40])
    def test_a_wall_that_fills_the_section_is_refused(self, wall: float) -> None:
        bar = {"material": "steel", "support": "both-ends", "length_mm": 500, "load_kg": 20}
        box = {"kind": "box", "width_mm": 60, "height_mm": 40, "wall_mm": wall}
        assert refused("beam", **bar, section=box).field == "section.wall_mm"

    @given(st.floats(11, 60), st.floats(0.1, 0.4))
    def test_a_box_lies_between_its_plate_and_a_solid_bar(self, side: float, wall: float) -> None:
        bar = {
            "material": "aluminium",
            "welded": True,
            "support": "both-ends",
            "length_mm": 900,
            "load_kg": 40,
        }

        def factor(**section: Any) -> float:
            return float(calc("beam", **bar, section=section)["factor"])

        hollow = factor(kind="box", width_mm=side, height_mm=side, wall_mm=wall * side)
        assert hollow < factor(kind="flat", width_mm=side, height_mm=side)

    def test_a_carrier_by_hand(self) -> None:
        # 30 kg at 400 out, hinges 300 apart, bump 3: weight 882.6 N, pull 1176.8 N, together 1471 N.
        load = calc("hinge-load", mass_kg=30, out_mm=400, spacing_mm=300, rated_n=2942)
        assert (load["pull_n"], load["resultant_n"]) == pytest.approx((1176.8, 1471), abs=0.1)
        assert load["factor"] == pytest.approx(2, abs=1e-3)
        assert "factor" not in calc("hinge-load", mass_kg=30, out_mm=400, spacing_mm=300)

    def test_strings_by_hand(self) -> None:
        straight = {"front_mm": 100, "back_mm": 100}
        wheels = dict.fromkeys(("front_left", "front_right", "rear_left", "rear_right"), straight)
        # The rear axle turned right: its left wheel in by 3, its right one out by 3.
        wheels |= {
            "rear_left": {"front_mm": 103, "back_mm": 100},
            "rear_right": {"front_mm": 100, "back_mm": 103},
        }
        lines = calc("string-line", wheels=wheels, rim_mm=400)
        assert lines["thrust_deg"] == pytest.approx(math.degrees(math.asin(3 / 400)))
        assert (lines["rear_total_mm"], lines["front_total_mm"]) == (0, 0)
        assert lines["steer_ahead_deg"] == pytest.approx(-lines["thrust_deg"])


def box(name: str, x: float, y: float, z: float = 0, side: float = 100, **more: Any) -> dict[str, Any]:
    return {"name": name, "x": [x, x + side], "y": [y, y + side], "z": [z, z + side], **more}


class TestRoom:
    def test_gaps_by_hand(self) -> None:
        # Corner to corner 30 and 40 apart: 50. One wants 60, the other moves 5.
        fits = calc("fits-in", boxes=[box("battery", 0, 0, wants_mm=60), box("tray", 130, 140, moves_mm=5)])
        assert fits["tight"] == [{"a": "battery", "b": "tray", "gap_mm": 50, "needed_mm": 65}]
        ran_into = calc("fits-in", boxes=[box("a", 0, 0), box("b", 90, 40)])["tight"]
        assert [row["gap_mm"] for row in ran_into] == [-10]

    def test_what_comes_out_meets_what_is_above_it_only(self) -> None:
        boxes = [box("engine", 0, 0), box("hood", 0, 0, z=300), box("beside", 100, 0, z=300)]
        up = {"name": "engine", "axis": "z", "sign": 1}
        assert calc("fits-in", boxes=boxes, out=[up])["removal"] == [
            {"name": "engine", "blocked_by": ["hood"], "free": False}
        ]
        assert calc("fits-in", boxes=boxes, out=[{**up, "accepts": ["hood"]}])["removal"][0]["free"]
        assert calc("fits-in", boxes=boxes, out=[{**up, "sign": -1}])["removal"][0]["blocked_by"] == []

    @given(
        st.lists(st.tuples(st.floats(0, 900), st.floats(0, 900), st.floats(0, 900)), min_size=2, max_size=8)
    )
    def test_less_wanted_is_never_tighter(self, places: list[tuple[float, float, float]]) -> None:
        def tight(wants: float) -> set[tuple[str, str]]:
            boxes = [box(f"{k}", *place, wants_mm=wants) for k, place in enumerate(places)]
            return {(row["a"], row["b"]) for row in calc("fits-in", boxes=boxes)["tight"]}

        assert tight(0) <= tight(20) <= tight(200)

    def test_two_hundred_boxes(self) -> None:
        boxes = [box(f"b{k}", 110 * (k % 20), 110 * (k // 20), wants_mm=20) for k in range(200)]
        tight = calc("fits-in", boxes=boxes)["tight"]
        # Neighbours 10 apart along both axes, and across the corner 14.1.
        assert len(tight) == 19 * 10 + 20 * 9 + 2 * 19 * 9

    def test_hoist_ramps_and_bed_by_hand(self) -> None:
        hoist = calc(
            "hoist", dolly_mm=150, unit_mm=900, edge_mm=500, above_mm=1400, ceiling_mm=2400, posts_mm=1800
        )
        assert (hoist["lift_mm"], hoist["top_mm"], hoist["short_mm"], hoist["fits"]) == (
            600,
            2500,
            100,
            False,
        )
        up = {"rise_mm": 600, "length_mm": 2000, "wheelbase_mm": 2700, "approach_deg": 31, "breakover_deg": 17,
              "departure_deg": 25, "axle_kg": 1200, "total_kg": 2200, "ramp_rated_kg": 800}  # fmt: skip
        ramps = calc("ramps", **up)
        # asin 0.3 = 17.46°: it hangs on its belly. One carries 1200/2·1.25 = 750.
        assert (ramps["enters"], ramps["leaves"], ramps["crests"], ramps["holds"]) == (
            True,
            True,
            False,
            True,
        )
        assert ramps["per_ramp_kg"] == 750
        assert refused("ramps", **{**up, "total_kg": 1100}).field == "total_kg"
        assert refused("ramps", **{**up, "rise_mm": 2100}).field == "rise_mm"
        bed = calc("bed-room", bed_mm=1500, taken=[{"name": "tank", "length_mm": 450}], wants_mm=1100)
        assert (bed["left_mm"], bed["ok"], bed["taken"][0]["pct"]) == (1050, False, 30)
