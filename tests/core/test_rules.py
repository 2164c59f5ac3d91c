"""Each finding is raised and settled, and its limits are where the handbook puts them."""

import math
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculations import calculations
from jorvak.core.findings import SEVERITIES
from jorvak.core.rig import Change, Figure, Rig
from jorvak.core.rolling.area import RollingResults
from tests.conftest import planned


def with_figures(rig: Rig, **figures: Any) -> Rig:
    """``rear_axle__ratio=4.1`` notes the figure rear_axle.ratio; None takes it out."""
    paths = {key.replace("__", "."): value for key, value in figures.items()}
    kept = {path: figure for path, figure in rig.figures.items() if path not in paths}
    noted = {path: Figure(value, "measured") for path, value in paths.items() if value is not None}
    return replace(rig, figures=kept | noted)


def found(rig: Rig, stage: Any = "planned") -> dict[str, str]:
    return {f.code: f.severity for f in assess(rig, stage).findings}


class TestSpeedometer:
    def test_raised_by_tyres_and_settled_by_gears(self, plover: Rig) -> None:
        assert found(planned(plover, "tyre 285/75R17"))["speedometer-outside-band"] == "watch"
        assert "speedometer-outside-band" not in found(planned(plover, "tyre 285/75R17", "gears 4.10"))

    def test_gears_settle_nothing_where_the_sensor_is_at_the_wheel(self, plover: Rig) -> None:
        wheel = with_figures(plover, speedometer__sensor="wheel")
        finding = next(f for f in assess(planned(wheel, "tyre 285/75R17", "gears 4.10")).findings
                       if f.code == "speedometer-outside-band")  # fmt: skip
        assert {settle.draft.kind for settle in finding.settled_by if settle.draft} == {"speedometer"}

    def test_an_instrument_that_over_reads_hides_a_larger_tyre(self, plover: Rig) -> None:
        generous = with_figures(plover, speedometer__stock_error_pct=8.0)
        assert "speedometer-outside-band" not in found(planned(generous, "tyre 285/75R17"))

    @pytest.mark.parametrize(
        "size", ["285/75R17", "255/65R17", "305/75R17", "37x12.50R17", "205/70R15 on 7 in"]
    )
    def test_the_gears_that_are_offered_do_settle_it(self, plover: Rig, size: str) -> None:
        rig = planned(plover, f"tyre {size}")
        offers = [
            s.draft
            for f in assess(rig).findings
            if f.code == "speedometer-outside-band"
            for s in f.settled_by
        ]
        for draft in (each for each in offers if each and each.kind == "gears"):
            settled = replace(rig, changes=(*rig.changes, Change(id=9, kind=draft.kind, fields=draft.fields)))
            assert "speedometer-outside-band" not in found(settled)

    def test_no_ratio_is_offered_where_none_would_do(self, plover: Rig) -> None:
        (finding,) = [
            f for f in assess(planned(plover, "tyre 205/70R15 on 7 in")).findings if f.place == "dash"
        ]
        assert {settle.draft.kind for settle in finding.settled_by if settle.draft} == {"speedometer"}

    def test_it_may_read_high_only_so_far(self, plover: Rig) -> None:
        assert "speedometer-outside-band" not in found(planned(plover, "gears 4.10"))
        assert found(planned(plover, "gears 4.56"))["speedometer-outside-band"] == "watch"

    def test_it_names_the_change_that_raised_it(self, plover: Rig) -> None:
        rig = planned(plover, "gears 3.91", "tyre 305/75R17")
        (finding,) = [f for f in assess(rig).findings if f.code == "speedometer-outside-band"]
        assert finding.change == 2
        assert finding.place == "dash"


class TestGearing:
    @pytest.mark.parametrize(("circumference", "raised"), [(2448.54 / 0.951, False), (2448.54 / 0.949, True)])
    def test_five_per_cent_is_the_limit(self, plover: Rig, circumference: float, raised: bool) -> None:
        rolled = {f"wheels__{end}_left__circumference_mm": 2448.54 for end in ("front", "rear")}
        rig = planned(with_figures(plover, **rolled), "tyre 285/75R17")
        assert "gearing-taller" in found(rig)
        ratio = 41 / 11 * 2620.865 / circumference
        geared = planned(rig, f"gears {ratio:.6f}")
        assert ("gearing-taller" in found(geared)) == raised

    def test_without_a_ratio_the_tyres_alone_decide(self, plover: Rig) -> None:
        bare = with_figures(plover, rear_axle__ratio=None, front_axle__ratio=None, rear_axle__available=None)
        (finding,) = [
            f for f in assess(planned(bare, "tyre 285/75R17")).findings if f.code == "gearing-taller"
        ]
        assert finding.settled_by[0].figure == "rear_axle.available"

    def test_a_front_wheel_drive_counts_by_its_front_axle(self, plover: Rig) -> None:
        driven = with_figures(plover, rear_axle__ratio=None, transfer__drive="two-wheel")
        rolling = assess(planned(driven, "tyre 285/75R17")).results.of(RollingResults)
        assert rolling.regearing.value and rolling.regearing.value.axle == "front"
        assert "front_axle.ratio" in rolling.gears.rests_on


class TestAxles:
    def test_unlike_tyres_wind_up_too(self, plover: Rig) -> None:
        rig = with_figures(plover, wheels__front_left__circumference_mm=2350.0)
        assert found(rig) == {"axle-ratios-differ": "stop"}

    def test_too_close_to_call_is_to_be_measured_first(self, plover: Rig) -> None:
        rig = with_figures(plover, wheels__front_left__circumference_mm=2385.0)
        (finding,) = assess(rig).findings
        assert (finding.code, finding.severity) == ("axle-ratios-differ", "measure")
        assert finding.settled_by[0].figure == "wheels.rear_left.circumference_mm"
        rolled = with_figures(rig, wheels__rear_left__circumference_mm=2448.0)
        sure = {p: replace(f, doubt=3.0) for p, f in rolled.figures.items() if p.endswith("circumference_mm")}
        assert found(replace(rolled, figures={**rolled.figures, **sure})) == {"axle-ratios-differ": "stop"}

    def test_no_axle_is_the_faster_one_of_two_guessed_alike(self, plover: Rig) -> None:
        guess = {p: Figure(4.0, "assumed", doubt=0.4) for p in ("front_axle.ratio", "rear_axle.ratio")}
        (finding,) = (
            f
            for f in assess(replace(plover, figures={**plover.figures, **guess})).findings
            if f.code == "axle-ratios-differ"
        )
        assert finding.severity == "measure"
        assert "apart" in finding.text and "faster" not in finding.text

    def test_it_is_settled_along_the_order_only_where_the_second_stands(self, plover: Rig) -> None:
        rig = planned(plover, "gears front 4.10", "tyre 285/75R17", "gears rear 4.10")
        assert [("axle-ratios-differ" in found(rig, k)) for k in range(4)] == [False, True, True, False]


def test_findings_stand_worst_first(plover: Rig) -> None:
    severities = [f.severity for f in assess(planned(plover, "tyre 285/75R17", "gears front 4.10")).findings]
    assert severities == sorted(severities, key=SEVERITIES.index)
    assert severities[0] == "stop"


def test_every_finding_has_evidence_a_sentence_and_a_way_out(plover: Rig) -> None:
    for lines in (("tyre 285/75R17",), ("gears rear 4.88",), ("tyre 37x12.50R17", "gears front 4.10")):
        for finding in assess(planned(plover, *lines)).findings:
            assert (finding.figures or finding.change) and finding.settled_by
            assert finding.text.endswith(".")
            assert "!" not in finding.text


stances = st.fixed_dictionaries(
    {
        "wheelbase_mm": st.floats(2000, 4000),
        "front_radius_mm": st.floats(330, 480),
        "rear_radius_mm": st.floats(330, 480),
        "lift_front_mm": st.floats(0, 120),
        "lift_rear_mm": st.floats(0, 120),
    }
)
POINTS = [
    {"name": "bumper", "x_mm": -700.0, "z_mm": 450.0, "on": "frame"},
    {"name": "front diff", "x_mm": 0.0, "z_mm": 220.0, "on": "front-axle"},
    {"name": "guard", "x_mm": 1200.0, "z_mm": 300.0, "on": "frame"},
    {"name": "rear diff", "x_mm": 1990.0, "z_mm": 215.0, "on": "rear-axle"},
    {"name": "hitch", "x_mm": 4600.0, "z_mm": 430.0, "on": "body"},
]


def stance(**given: Any) -> dict[str, Any]:
    stock = {"stock_front_radius_mm": 330.0, "stock_rear_radius_mm": 330.0}
    return dict(calculations()["stance"]({**stock, "points": POINTS, **given}).model_dump())


@given(stances)
def test_no_lift_changes_the_ground_under_a_differential(given: dict[str, float]) -> None:
    lifted, flat = stance(**given), stance(**{**given, "lift_front_mm": 0.0, "lift_rear_mm": 0.0})
    for index in (1, 3):
        assert lifted["points"][index] == flat["points"][index]


@given(stances, st.floats(1, 60))
def test_more_lift_never_takes_from_approach_or_departure(given: dict[str, float], more: float) -> None:
    both = {**given, "lift_rear_mm": given["lift_front_mm"]}
    higher = {
        **both,
        "lift_front_mm": both["lift_front_mm"] + more,
        "lift_rear_mm": both["lift_rear_mm"] + more,
    }
    for angle in ("approach", "departure"):
        assert stance(**higher)[angle]["deg"] >= stance(**both)[angle]["deg"] - 1e-9


@given(stances)
def test_rake_is_nose_down_exactly_when_the_rear_rose_more(given: dict[str, float]) -> None:
    front = given["front_radius_mm"] + given["lift_front_mm"]
    rear = given["rear_radius_mm"] + given["lift_rear_mm"]
    rake = stance(**given)["rake_change_deg"]
    assert rake == pytest.approx(math.degrees(math.atan((rear - front) / given["wheelbase_mm"])))
    if abs(rear - front) > 0.01:
        assert (rake > 0) == (rear > front)
