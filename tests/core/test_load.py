"""What stands on the axles: as built and laden, against what is permitted, with what is not known told and not left out."""

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import laden, moment
from jorvak.core.load.masses import triangle
from jorvak.core.rig import Change, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.stance.area import StanceResults
from tests.conftest import demo, nothing_aboard, on_springs, planned
from tests.core.test_findings_table import found, noted, severities


def hung_on(kg: float, x_mm: float | None, z_mm: float | None = None, weighed: bool = False) -> Change:
    return Change(
        id=int(50 + kg),
        kind="equipment",
        fields={"name": f"box of {kg:g}"},
        mass_kg=kg,
        mass_x_mm=x_mm,
        mass_z_mm=z_mm,
        mass_known="measured" if weighed else "assumed",
    )


def carrying(rig: Rig, *changes: Change) -> Rig:
    return replace(rig, changes=(*rig.changes, *changes))


AXLES = ("over-front-axle", "over-rear-axle")


class TestPermitted:
    @pytest.mark.parametrize(
        ("kg", "x_mm", "codes"),
        [
            (900.0, 1296.0, {"over-gvm": "stop", "over-front-axle": "stop"}),
            (300.0, 0.0, {"over-front-axle": "stop"}),
            (850.0, 2740.0, {"over-rear-axle": "stop", "over-gvm": "stop"}),
            (209.0, 0.0, {"over-front-axle": "measure"}),
            (150.0, 0.0, {}),
        ],
    )
    def test_over_what_is_permitted(self, plover: Rig, kg: float, x_mm: float, codes: dict[str, str]) -> None:
        rig = carrying(plover, hung_on(kg, x_mm, weighed=True))
        upset = {f.code: f.severity for f in assess(rig).findings if f.code in ("over-gvm", *AXLES)}
        assert upset == codes

    def test_as_found_too_and_without_a_limit_nothing_is_said(self, plover: Rig) -> None:
        heavy = noted(plover, "measured", body__front_axle_kg=1400.0)
        assert severities(heavy, "over-front-axle", "as-found") == ["stop"]
        unlimited = noted(heavy, body__permitted_front_kg=None, body__permitted_kg=None)
        assert severities(unlimited, "over-front-axle", "as-found") == []

    def test_it_is_judged_laden_and_says_so(self, plover: Rig) -> None:
        rig = carrying(plover, hung_on(150.0, 0.0, weighed=True))
        assert severities(rig, "over-front-axle") == []
        crewed = noted(rig, aims__crew_kg=240.0, aims__crew_x_mm=1000.0)
        (over,) = found(crewed, "over-front-axle")
        assert over.severity == "stop" and "laden" in over.text
        assert severities(crewed, "over-front-axle", "as-found") == []

    def test_what_nobody_weighed_is_said(self, plover: Rig) -> None:
        assert severities(planned(plover, "winch"), "weigh-it") == ["measure"]
        assert severities(planned(plover, "winch 38 kg at -700"), "weigh-it") == []


class TestDoubt:
    def test_masses_that_cancel_keep_their_doubt(self, plover: Rig) -> None:
        on, off = hung_on(200.0, 2000.0, 600.0), hung_on(-200.0, 2000.0, 1400.0)
        result = Results(moment(carrying(plover, on, off), "planned")).of(StanceResults).tip
        alone = Results(moment(carrying(plover, on), "planned")).of(StanceResults).tip
        assert result.value and alone.value
        assert result.value.centre.total_kg == pytest.approx(2065)
        # By hand: 20 kg more or less at 600 and at 1400 mm, each against the centre here, over 2065 kg.
        here = result.value.centre.height_mm
        by_hand = math.hypot(*(20 * (z - here) / 2065 for z in (600, 1400)))
        bare = Results(moment(plover, "planned")).of(StanceResults).tip.off("centre.height_mm")
        off_mm = result.off("centre.height_mm")
        assert math.sqrt(max(off_mm**2 - bare**2, 0)) == pytest.approx(by_hand, rel=0.15)
        assert off_mm < 2 * bare

    @pytest.mark.parametrize("net", [0.0, 1.0])
    def test_a_net_of_nothing_is_as_uncertain_as_what_came_and_went(self, plover: Rig, net: float) -> None:
        rig = carrying(plover, hung_on(100.0 + net, 2740.0), hung_on(-100.0, 2740.0))
        climb = Results(moment(rig, "planned")).of(StanceResults).climb
        assert climb.value
        tip = Results(moment(rig, "planned")).of(StanceResults).rear_corner
        # 10 and 10 kg on the axle, half on each corner, over the spring's 42 N/mm.
        assert tip.off("added_kg") == pytest.approx(math.hypot(10, 10 + net / 10) / 2, rel=0.01)

    def test_a_mass_without_a_height_may_be_on_floor_or_roof(self, plover: Rig) -> None:
        with_height, without = (
            Results(moment(carrying(plover, hung_on(100.0, 1300.0, z)), "planned")).of(StanceResults).tip
            for z in (742.0, None)
        )
        more = math.sqrt(without.off("centre.height_mm") ** 2 - with_height.off("centre.height_mm") ** 2)
        assert more == pytest.approx(100 * 500 / 2165, rel=0.1)

    @given(st.lists(st.tuples(*[st.floats(-50, 50)] * 3), max_size=6))
    def test_few_sources_stand_for_many(self, off: list[tuple[float, ...]]) -> None:
        rows = triangle(off, 3)
        for i in range(3):
            for j in range(3):
                # Of sources that are nearly one the square root leaves few digits: a ± is right to a ten-thousandth.
                assert sum(a * b for a, b in zip(rows[i], rows[j], strict=True)) == pytest.approx(
                    sum(each[i] * each[j] for each in off), rel=1e-4, abs=1e-3
                )
        assert all(rows[i][j] == 0 for i in range(3) for j in range(3) if j > i)


class TestSprings:
    def test_chosen_for_one_load_and_standing_under_another(self) -> None:
        rig = nothing_aboard(on_springs())
        assert found(rig, "spring-for-another-load") == []
        (rear,) = found(replace(rig, changes=rig.changes[:8]), "spring-for-another-load")
        assert rear.key.endswith("rear") and "560 kg on each and carry 405 kg" in rear.text
        crewed = noted(rig, aims__goods_kg=150.0, aims__goods_x_mm=2700.0)
        assert "more: they ride low" in found(crewed, "spring-for-another-load")[0].text
        assert severities(crewed, "spring-for-another-load", "as-found") == []

    @pytest.mark.parametrize(
        ("noted_as", "ratio", "off"),
        [
            ({"front_suspension__spring": "strut"}, 0.6, 0.2),
            ({"front_axle__build": "independent"}, 0.6, 0.2),
            ({"front_axle__build": "solid"}, 1.0, 0.03),
            ({}, 1.0, 0.4),
        ],
    )
    def test_a_motion_ratio_stands_in_for_what_it_is(
        self, plover: Rig, noted_as: dict[str, str], ratio: float, off: float
    ) -> None:
        bare = noted(
            plover, front_suspension__motion_ratio=None, front_suspension__spring=None, front_axle__build=None
        )
        lift = (
            Results(moment(planned(noted(bare, **noted_as), "spacer 30 front"), "planned"))
            .of(StanceResults)
            .lift
        )
        assert lift.value and lift.value.front.suspension_lift_mm == pytest.approx(30 / ratio)
        assert lift.stands_in["front_suspension.motion_ratio"] == ratio
        by_hand = 30 / (ratio - off) - 30 / ratio
        assert lift.off("front.suspension_lift_mm") == pytest.approx(
            math.hypot(by_hand, 0.5 / ratio), rel=0.02
        )


class TestMissing:
    def test_no_low_range_is_not_high(self, plover: Rig) -> None:
        bare = noted(plover, transfer__low_ratio=None)
        for result in (
            assess(bare).results.of(RollingResults).crawl,
            assess(bare).results.of(StanceResults).climb,
        ):
            assert result.value is None and result.waits_for.path == "transfer.low_ratio"
        assert assess(bare).results.of(RollingResults).gears.value is not None
        two = noted(bare, transfer__drive="two-wheel")
        crawl = assess(two).results.of(RollingResults).crawl.value
        assert crawl and crawl.crawl_ratio == pytest.approx(4.08 * 41 / 11, rel=1e-3)

    def test_what_a_calculation_takes_for_nothing_is_assumed_here(self, plover: Rig) -> None:
        bare = noted(plover, rear_shaft__drive_plan_deg=None)
        line = Results(moment(bare, "planned")).of(DrivelineResults).rear_shaft
        assert line.stands_in == {"rear_shaft.drive_plan_deg": 0.0}
        sure = Results(moment(plover, "planned")).of(DrivelineResults).rear_shaft
        residual = "places.1.calculated.residual_rad_s2"
        assert line.off(residual) > 1.5 * sure.off(residual)

    def test_a_place_by_the_tyre_waits_for_the_droop(self) -> None:
        bare = noted(demo(0), front_suspension__droop_mm=None)
        rooms = assess(bare, "as-found").results.of(StanceResults).room.value
        assert rooms and {room.waits_for for room in rooms} == {"front_suspension.droop_mm"}

    def test_laden_is_a_load_of_its_own(self) -> None:
        here = moment(demo(0), "planned")
        assert laden(laden(here)) == laden(here)
