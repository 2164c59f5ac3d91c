"""Every code of the findings tables that is built: raised once, settled once, and gone where it does not apply."""

from dataclasses import replace
from typing import Any

import pytest

from jorvak.core.assess import assess
from jorvak.core.findings import Finding, beyond, room
from jorvak.core.rig import Change, Figure, Fitted, Rig
from tests.conftest import TODAY, demo, on_leaves, planned


def noted(rig: Rig, known: str = "plate", **figures: Any) -> Rig:
    """``rear_axle__ratio=4.1`` notes the figure rear_axle.ratio; None takes it out."""
    paths = {key.replace("__", "."): value for key, value in figures.items()}
    kept = {path: figure for path, figure in rig.figures.items() if path not in paths}
    new = {p: Figure(v, known) for p, v in paths.items() if v is not None}  # type: ignore[arg-type]
    return replace(rig, figures=kept | new)


def found(rig: Rig, code: str, stage: Any = "planned") -> list[Finding]:
    return [f for f in assess(rig, stage).findings if f.code == code]


def severities(rig: Rig, code: str, stage: Any = "planned") -> list[str]:
    return [f.severity for f in found(rig, code, stage)]


class TestHowSureItIs:
    @pytest.mark.parametrize(
        ("margin", "off", "says"),
        [(5, 3, None), (3, 3, None), (2.9, 3, "measure"), (0, 0, None), (-2.9, 3, "measure"), (-3, 3, "measure"),
         (-3.1, 3, "stop"), (-0.1, 0, "stop")],
    )  # fmt: skip
    def test_room(self, margin: float, off: float, says: str | None) -> None:
        assert room(margin, off) == says

    @pytest.mark.parametrize(
        ("excess", "off", "severity", "says"),
        [(1, 0.5, "stop", "stop"), (0.4, 0.5, "stop", "measure"), (-0.4, 0.5, "stop", "measure"),
         (-0.6, 0.5, "stop", None), (0, 0, "stop", None), (0.4, 0.5, "watch", "watch"), (-0.4, 0.5, "watch", None)],
    )  # fmt: skip
    def test_beyond_a_limit(self, excess: float, off: float, severity: Any, says: str | None) -> None:
        assert beyond(excess, off, severity) == says


class TestTyres:
    def test_load_short_of_the_axles_plate(self, plover: Rig) -> None:
        short = planned(plover, "tyre 285/75R17 100/97S")
        assert severities(short, "tyre-load-short") == ["stop"]
        assert "1600 kg" in found(short, "tyre-load-short")[0].text
        assert severities(planned(plover, "tyre 285/75R17 121/118S"), "tyre-load-short") == []

    def test_the_load_at_this_stage_counts_where_it_is_more(self, plover: Rig) -> None:
        rig = noted(plover, body__permitted_rear_kg=None)
        light = planned(rig, "tyre 285/75R17 80S")
        assert "it weighs laden 975 kg" in found(light, "tyre-load-short")[1].text
        assert severities(noted(light, body__permitted_front_kg=None), "tyre-load-short") == ["stop", "stop"]

    def test_a_load_that_is_too_close_is_weighed_again(self, plover: Rig) -> None:
        # 2 × 487 kg under an axle of 975 kg, ±1 % and a kilogram.
        rig = noted(plover, body__permitted_rear_kg=None, body__permitted_front_kg=None)
        tyres = planned(rig, "tyre LT285/75R17 83S")
        assert sorted(severities(tyres, "tyre-load-short")) == ["measure", "stop"]

    def test_speed_below_what_the_vehicle_does(self, plover: Rig) -> None:
        slow = planned(plover, "tyre 285/75R17 121/118N")
        assert severities(slow, "tyre-speed-short") == ["watch", "watch"]
        assert severities(planned(plover, "tyre 285/75R17 121/118S"), "tyre-speed-short") == []

    def test_leverage_on_the_same_brakes(self, plover: Rig) -> None:
        assert severities(planned(plover, "tyre 285/75R17"), "brake-leverage") == ["watch"]
        assert severities(planned(plover, "tyre 275/70R17"), "brake-leverage") == []

    def test_a_rim_outside_the_first_guess_is_looked_up(self, plover: Rig) -> None:
        assert severities(planned(plover, "tyre 325/60R17"), "rim-width-outside") == ["measure"]
        wider = planned(plover, "tyre 325/60R17", "wheels 9 20")
        assert severities(wider, "rim-width-outside") == []

    def test_the_spares_room_in_height_width_and_mass(self, plover: Rig) -> None:
        rig = planned(noted(plover, spare__most_width_mm=280.0), "tyre 285/75R17")
        assert len(found(rig, "spare-does-not-fit")) == 2
        heavier = rig.changes[0].model_copy(
            update={"fields": {**rig.changes[0].fields, "heavier_each_kg": 8.0}}
        )
        assert len(found(replace(rig, changes=(heavier,)), "spare-does-not-fit")) == 3
        roomy = noted(rig, spare__most_diameter_mm=900.0, spare__most_width_mm=320.0)
        assert found(roomy, "spare-does-not-fit") == []


class TestWheels:
    def rig(self, plover: Rig, **fields: Any) -> Rig:
        wheels = {"rim_width_in": 8.0, "offset_mm": 20.0, "bolt_circle_mm": 139.7, "bolt_count": 6,
                  "thread": "M12 × 1.5", "seat": "Cone 60", **fields}  # fmt: skip
        change = Change(id=1, kind="wheels", fields={k: v for k, v in wheels.items() if v is not None})
        return replace(plover, changes=(change,))

    def test_wheels_that_fit_their_hub(self, plover: Rig) -> None:
        assert found(self.rig(plover), "wheel-does-not-mate") == []

    @pytest.mark.parametrize(
        ("key", "value"),
        [("bolt_circle_mm", 127.0), ("bolt_count", 5), ("thread", "M14x1.5"), ("seat", "ball")],
    )
    def test_what_differs_from_the_hub_stops(self, plover: Rig, key: str, value: Any) -> None:
        got = found(self.rig(plover, **{key: value}), "wheel-does-not-mate")
        assert [f.severity for f in got] == ["stop", "stop"]
        assert str(value).split(".")[0] in got[0].text

    def test_what_is_not_known_is_measured(self, plover: Rig) -> None:
        got = found(self.rig(plover, seat=None), "wheel-does-not-mate")
        assert [f.severity for f in got] == ["measure"]
        assert got[0].settled_by[0].figure == "wheels.front_left.seat"

    def test_the_bore_goes_over_the_hub_or_not(self, plover: Rig) -> None:
        assert severities(self.rig(plover, centre_bore_mm=100.0), "centre-bore-small") == ["stop"]
        assert severities(self.rig(plover, centre_bore_mm=106.1), "centre-bore-small") == []

    def test_a_rating_below_half_the_axle(self, plover: Rig) -> None:
        assert severities(self.rig(plover, rating_kg=800.0), "wheel-load-short") == ["stop"]
        assert severities(self.rig(plover, rating_kg=900.0), "wheel-load-short") == []

    def test_a_smaller_rim_over_the_caliper(self, plover: Rig) -> None:
        assert severities(planned(plover, "tyre 265/75R16 on 7.5 in"), "brake-room") == ["measure"]
        assert severities(planned(plover, "tyre 265/65R18 on 8 in"), "brake-room") == []


class TestAfterwards:
    def test_gears_are_run_in(self, plover: Rig) -> None:
        assert severities(planned(plover, "gears 4.10"), "running-in") == ["note"]

    def test_retightening_is_noted_and_stops_when_it_is_overdue(self, plover: Rig) -> None:
        rig = planned(on_leaves(plover), "tyre 285/75R17", "blocks 20 rear")
        assert severities(rig, "retighten") == ["note", "note"]
        fitted = tuple(
            change.model_copy(update={"state": "fitted", "fitted": Fitted(on=TODAY, odometer_km=128_400)})
            for change in rig.changes
        )
        late = noted(replace(rig, changes=fitted), odometer__reading_km=128_600.0)
        assert severities(late, "retighten") == ["stop", "watch"]
        soon = noted(replace(rig, changes=fitted), odometer__reading_km=128_480.0)
        assert severities(soon, "retighten") == ["note", "note"]


class TestDriveline:
    def test_a_lift_moves_a_shafts_end_until_a_shaft_is_planned(self, plover: Rig) -> None:
        plain = noted(plover, front_shaft__engaged_mm=None, rear_shaft__engaged_mm=None)
        assert len(found(planned(plain, "lift 50"), "shaft-to-change")) == 2
        both = planned(plain, "lift 50", "shaft rear 20", "shaft front 15")
        assert found(both, "shaft-to-change") == []
        assert found(planned(plover, "lift 50"), "shaft-to-change") == [], "the slip is worked out"
        before = planned(plain, "shaft rear 20", "lift 50 rear")
        assert len(found(before, "shaft-to-change")) == 1

    def test_a_case_says_by_how_much(self) -> None:
        skarv = demo(1)
        bare = noted(replace(skarv, changes=skarv.changes[1:2]),
                     front_shaft__engaged_mm=None, rear_shaft__engaged_mm=None)  # fmt: skip
        texts = [f.text for f in found(bare, "shaft-to-change")]
        assert any("Front shaft" in text and "36 mm longer" in text for text in texts)
        assert any("Rear shaft" in text and "35 mm shorter" in text for text in texts)

    def test_output_and_differential_on_one_side(self, plover: Rig) -> None:
        case = Change(id=1, kind="transfer-case", fields={"low_ratio": 2.7, "front_output_side": "left"})
        assert severities(replace(plover, changes=(case,)), "output-side-clash") == ["stop"]
        unknown = noted(replace(plover, changes=(case,)), front_axle__differential_side=None)
        assert severities(unknown, "output-side-clash") == ["measure"]
        right = case.model_copy(update={"fields": {**case.fields, "front_output_side": "right"}})
        assert severities(replace(plover, changes=(right,)), "output-side-clash") == []

    def test_an_axle_rated_below_its_plate(self, plover: Rig) -> None:
        weak = Change(id=1, kind="axle", fields={"axle": "rear", "rating_kg": 1500.0})
        assert severities(replace(plover, changes=(weak,)), "axle-rated-short") == ["stop"]
        strong = weak.model_copy(update={"fields": {"axle": "rear", "rating_kg": 1700.0}})
        assert severities(replace(plover, changes=(strong,)), "axle-rated-short") == []

    def test_an_axle_whose_load_is_too_close_is_weighed_again(self, plover: Rig) -> None:
        bare = noted(plover, body__permitted_rear_kg=None)
        assert severities(noted(bare, rear_axle__rating_kg=970.0), "axle-rated-short") == ["measure"]
        assert severities(noted(bare, rear_axle__rating_kg=900.0), "axle-rated-short") == ["stop"]
        assert severities(noted(bare, rear_axle__rating_kg=1100.0), "axle-rated-short") == []

    def test_a_swap_brings_its_signal_and_its_oil(self, plover: Rig) -> None:
        swapped = planned(plover, "case 2.74")
        assert severities(swapped, "range-signal") == ["measure"]
        assert severities(swapped, "oil-to-fill") == ["note"]
        assert found(plover, "oil-to-fill") == found(plover, "range-signal") == []


class TestLift:
    def test_no_ground_under_the_axle_by_lift_alone(self, plover: Rig) -> None:
        assert severities(planned(plover, "lift 50"), "nothing-under-the-axle") == ["note"]
        assert severities(planned(plover, "lift 50", "tyre 285/75R17"), "nothing-under-the-axle") == []

    def test_a_block_at_the_front_or_on_another(self, plover: Rig) -> None:
        assert severities(planned(on_leaves(plover), "blocks 30 front"), "front-block") == ["stop"]
        assert severities(planned(on_leaves(plover), "blocks 30 rear"), "front-block") == []
        assert severities(planned(on_leaves(plover), "blocks 30 rear", "blocks 20 rear"), "front-block") == [
            "stop"
        ]

    def test_droop_used_up(self, plover: Rig) -> None:
        assert severities(planned(plover, "lift 110 front"), "no-droop-left") == ["stop"]
        assert severities(planned(plover, "lift 96 front"), "no-droop-left") == ["measure"]
        assert severities(planned(plover, "lift 70 front"), "no-droop-left") == []

    def test_a_strut_spacer_leaves_droop_whole(self) -> None:
        assert severities(demo(2), "ball-joint-past-limit") == ["measure"]
        unlifted = replace(demo(2), changes=demo(2).changes[:1])
        assert severities(unlifted, "ball-joint-past-limit") == []

    def test_a_hose_in_doubt_is_measured_and_a_longer_one_settles_it(self, plover: Rig) -> None:
        doubted = noted(plover, "assumed", front_suspension__hose_spare_mm=30.0)
        assert severities(doubted, "hose-short") == ["measure"]
        assert severities(planned(doubted, "lift 40 front"), "hose-short") == ["measure"]
        assert severities(planned(doubted, "lift 40 front", "hoses 60 front"), "hose-short") == []
        short = noted(plover, "measured", front_suspension__hose_spare_mm=5.0)
        assert severities(planned(short, "lift 40 front"), "hose-short") == ["stop"]

    def test_a_body_lift_stretches_what_crosses(self, plover: Rig) -> None:
        assert severities(planned(plover, "body-lift 30"), "column-joint") == ["measure"]
        assert severities(planned(plover, "lift 30"), "column-joint") == []

    def test_the_load_sensing_valve(self, plover: Rig) -> None:
        sensing = noted(plover, brakes__load_valve="load-sensing")
        assert severities(planned(sensing, "lift 40 rear"), "brake-valve-reads-light") == ["stop"]
        assert severities(planned(sensing, "lift 40 front"), "brake-valve-reads-light") == []
        # It is settled by what was done, and neither by less than that nor by what is only meant.
        for known, reset_mm, says in (
            ("measured", 40.0, []),
            ("measured", 10.0, ["stop"]),
            ("assumed", 40.0, ["stop"]),
        ):
            done = noted(planned(sensing, "lift 40 rear"), known, brakes__valve_set_mm=reset_mm)
            assert severities(done, "brake-valve-reads-light") == says
        assert severities(planned(plover, "lift 40 rear"), "brake-valve-reads-light") == []

    def test_lamps_nose_up_or_high(self, plover: Rig) -> None:
        assert severities(planned(plover, "lift 40 front"), "lamps-to-aim") == ["watch"]
        assert severities(planned(plover, "lift 60"), "lamps-to-aim") == ["note"]
        assert severities(planned(plover, "lift 20"), "lamps-to-aim") == []

    def test_bushes_wait_for_the_weight(self, plover: Rig) -> None:
        assert severities(planned(plover, "track-bar adjustable"), "wait-for-the-weight") == ["note"]
        assert severities(planned(plover, "body-lift 20"), "wait-for-the-weight") == []

    def test_blocks_under_leaves_let_the_pinion_climb(self, plover: Rig) -> None:
        leaves = on_leaves(plover)
        assert severities(planned(leaves, "blocks 38 rear"), "pinion-climbs") == ["watch"]
        assert severities(planned(leaves, "shackles 38 rear"), "pinion-climbs") == []


class TestLimits:
    def test_too_tall_for_the_garage_by_room(self, plover: Rig) -> None:
        assert severities(plover, "too-tall") == []
        assert severities(noted(plover, aims__garage_height_mm=1800.0), "too-tall") == ["stop"]
        close = noted(plover, "measured", aims__garage_height_mm=1872.0)
        assert severities(close, "too-tall") == ["measure"]
        assert found(close, "too-tall")[0].settled_by[0].figure in ("body.height_mm", "aims.garage_height_mm")

    def test_an_angle_that_the_brief_asks_for(self, plover: Rig) -> None:
        asked = noted(plover, aims__approach_deg=35.0)
        assert severities(asked, "angle-short") == ["watch"]
        assert severities(planned(asked, "tyre 285/75R17"), "angle-short") == []

    def test_nose_up_when_loaded(self, plover: Rig) -> None:
        loaded = planned(plover, "add stones 300 kg at 2740")
        assert severities(loaded, "nose-up-when-loaded") == ["watch"]
        assert severities(planned(loaded, "springs rear 428 52"), "nose-up-when-loaded") == []


def test_no_code_is_raised_on_a_vehicle_of_which_nothing_is_known() -> None:
    assert assess(Rig(name="Bare")).findings == ()


@pytest.mark.parametrize("number", range(3), ids=["plover", "skarv", "tern"])
def test_every_finding_of_the_demo_speaks_like_a_foreman(number: int) -> None:
    rig = demo(number)
    for stage in ("as-found", "today", "planned", *range(len(rig.changes) + 1)):
        for finding in assess(rig, stage, with_doubt=False).findings:
            assert finding.text[0].isupper() and finding.text.endswith((".", "?"))
            assert "-" not in finding.text.split(" mm")[0][-4:] and "nan" not in finding.text
            assert finding.settled_by and all(settle.text for settle in finding.settled_by)
            assert len({f.key for f in assess(rig, stage, with_doubt=False).findings}) == len(
                assess(rig, stage, with_doubt=False).findings
            )
            break
