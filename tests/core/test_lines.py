"""What goes from the frame to an axle: hose, cable, breather; at droop and lock, and on its way."""

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.driveline.shafts import shaft_at
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import work_out
from jorvak.core.rig import Figure, Rig
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.cycling import Cycle, Held, cycle
from jorvak.core.stance.lines import Ends, Line, least_left
from jorvak.core.stance.tyre_room import steering_axis
from tests.conftest import demo, planned

# Held 300 inboard and 250 above at the frame, 120 inboard and 30 below at the knuckle.
ENDS = {
    "frame_x_mm": 40.0, "frame_y_mm": -300.0, "frame_z_mm": 250.0,
    "axle_x_mm": -40.0, "axle_y_mm": -120.0, "axle_z_mm": -30.0,
}  # fmt: skip


def with_line(rig: Rig, end: str, key: str, length_mm: float, **ends: float) -> Rig:
    figures = {f"{end}_lines.{key}_{name}": value for name, value in {**ENDS, **ends}.items()}
    figures[f"{end}_lines.{key}_length_mm"] = length_mm
    return replace(
        rig, figures={**rig.figures, **{path: Figure(v, "measured") for path, v in figures.items()}}
    )


def line_of(rig: Rig, end: str, key: str) -> Line:
    lines = getattr(Results(moment(rig, "planned")).of(StanceResults), f"{end}_lines").value
    found: Line = next(line for line in lines if line.key == key)
    return found


def front_cycle(rig: Rig) -> Cycle:
    value = work_out(
        moment(rig, "planned"), lambda ask: cycle(ask, "front", shaft_at), with_doubt=False
    ).value
    assert value is not None
    return value


def found(rig: Rig) -> Rig:
    return replace(rig, changes=())


class TestByHand:
    def test_a_breather_straight_above_the_axle(self) -> None:
        """Held 300 above its axle end: at full droop of 100 it is 400 long, whatever the lock."""
        rig = with_line(
            found(demo(0)), "front", "breather", 450.0,
            frame_x_mm=0.0, frame_y_mm=-400.0, frame_z_mm=300.0, axle_x_mm=0.0, axle_y_mm=-400.0, axle_z_mm=0.0,
        )  # fmt: skip
        droop = rig.figures["front_suspension.droop_mm"].value
        line = line_of(rig, "front", "breather")
        assert isinstance(droop, float) and line.on_its_way
        assert line.left_mm == pytest.approx(450 - (300 + droop))
        assert line.spare_mm == pytest.approx(line.left_mm - 20)

    def test_a_hose_at_the_knuckle_swings_about_an_upright_axis(self) -> None:
        """200 outboard of an axis in the wheel's own plane: 30° of lock carry it 100 ahead and 26.8 in."""
        axis = steering_axis(0.0, 0.0, 0.0, 380.0)
        ends = Ends("hose", (0.0, 0.0, 0.0), (0.0, 200.0, 0.0), 1000.0)
        at = (200 * math.sin(math.radians(30)), 200 * math.cos(math.radians(30)))
        assert ends.left_mm(axis, 0.0, 30.0) == pytest.approx(1000 - math.hypot(*at))
        beside = Ends("hose", (0.0, 200.0, 0.0), (0.0, 200.0, 0.0), 1000.0)
        chord = 2 * 200 * math.sin(math.radians(15))
        assert beside.left_mm(axis, 0.0, 30.0) == pytest.approx(1000 - chord)
        assert beside.left_mm(axis, 0.0, -30.0) == pytest.approx(1000 - chord)

    def test_leading_edge_out_takes_what_is_ahead_outboard(self) -> None:
        axis = steering_axis(0.0, 0.0, 0.0, 380.0)
        ahead = Ends("hose", (-200.0, 100.0, 0.0), (-200.0, 0.0, 0.0), 500.0)
        assert (
            ahead.left_mm(axis, 0.0, 20.0) > ahead.left_mm(axis, 0.0, 0.0) > ahead.left_mm(axis, 0.0, -20.0)
        )

    def test_a_cable_ends_on_the_housing_and_is_not_steered(self) -> None:
        axis = steering_axis(8.0, 3.0, 14.0, 380.0)
        cable = Ends("cable", (40.0, -300.0, 250.0), (-40.0, -120.0, -30.0), 500.0)
        assert cable.left_mm(axis, -80.0, 35.0) == cable.left_mm(axis, -80.0, 0.0)


class TestOnTheRig:
    RIG = with_line(found(demo(0)), "front", "hose", 520.0)

    def test_what_is_worked_out_beats_what_was_measured_at_droop(self) -> None:
        measured, worked_out = line_of(found(demo(0)), "front", "hose"), line_of(self.RIG, "front", "hose")
        assert not measured.on_its_way and measured.left_mm == pytest.approx(30.0)
        assert worked_out.on_its_way and worked_out.left_mm != pytest.approx(30.0)

    def test_a_lift_takes_nothing_while_the_stops_stay(self) -> None:
        """The axle hangs as low as before: it is the droop stop that a hose is made for."""
        lifted = with_line(planned(found(demo(0)), "lift 40 front"), "front", "hose", 520.0)
        assert line_of(lifted, "front", "hose").left_mm == pytest.approx(
            line_of(self.RIG, "front", "hose").left_mm
        )

    def test_a_longer_one_has_so_much_more_and_settles_it(self) -> None:
        short = with_line(planned(found(demo(0)), "lift 40 front"), "front", "hose", 400.0)
        finding = next(f for f in assess(short).findings if f.key == "hose-short:front")
        assert finding.severity == "stop" and "furthest apart" in finding.text and "too short" in finding.text
        draft = next(settle.draft for settle in finding.settled_by if settle.draft)
        longer = draft.fields["longer_mm"]
        mended = with_line(planned(short, f"hoses {longer + 5:g} front"), "front", "hose", 400.0)
        assert line_of(mended, "front", "hose").left_mm == pytest.approx(
            line_of(short, "front", "hose").left_mm + longer + 5
        )
        assert not [f for f in assess(mended).findings if f.key == "hose-short:front"]

    def test_cable_and_breather_have_findings_of_their_own(self) -> None:
        rig = planned(found(demo(0)), "lift 40 rear")
        figures = {
            f"rear_suspension.{key}_spare_mm": Figure(4.0, "measured") for key in ("cable", "breather")
        }
        keys = {f.key for f in assess(replace(rig, figures={**rig.figures, **figures})).findings}
        assert {"hose-short:rear cable", "hose-short:rear breather"} <= keys

    def test_an_end_that_is_missing_leaves_what_was_measured(self) -> None:
        rig = self.RIG
        gone = {p: f for p, f in rig.figures.items() if p != "front_lines.hose_axle_y_mm"}
        assert not line_of(replace(rig, figures=gone), "front", "hose").on_its_way

    def test_doubt_of_an_end_counts_as_far_as_it_lies_along_the_line(self) -> None:
        result = Results(moment(self.RIG, "planned")).of(StanceResults).front_lines
        along = result.off("0.left_mm")
        rough = with_line(found(demo(0)), "front", "hose", 520.0)
        rough = replace(
            rough, figures=rough.figures | {"front_lines.hose_length_mm": Figure(520.0, "measured", 25.0)}
        )
        assert 3 < along < Results(moment(rough, "planned")).of(StanceResults).front_lines.off("0.left_mm")


class TestOnItsWay:
    RIG = with_line(found(demo(0)), "front", "hose", 520.0)

    def test_the_least_of_the_way_is_what_the_result_says(self) -> None:
        [hose] = [line for line in front_cycle(self.RIG).lines if line.name == "brake hose"]
        assert hose.frame == Held(40.0, -300.0, 250.0) and hose.axle == Held(-40.0, -120.0, -30.0)
        assert len(hose.left_mm) == len(front_cycle(self.RIG).ups_mm)
        assert min(hose.left_mm) == pytest.approx(line_of(self.RIG, "front", "hose").left_mm, abs=0.06)

    def test_it_is_shortest_of_spare_at_full_droop(self) -> None:
        [hose] = [line for line in front_cycle(self.RIG).lines if line.name == "brake hose"]
        assert hose.left_mm.index(min(hose.left_mm)) == 0

    def test_one_that_is_too_short_is_an_event(self) -> None:
        events = front_cycle(with_line(found(demo(0)), "front", "hose", 400.0)).events
        [hose] = [event for event in events if event.what.startswith("brake hose")]
        assert hose.bad and hose.up_mm == pytest.approx(front_cycle(self.RIG).ups_mm[0])

    def test_one_measured_at_droop_alone_has_that_value(self) -> None:
        [hose] = [line for line in front_cycle(found(demo(0))).lines if line.name == "brake hose"]
        assert hose.left_mm == (pytest.approx(30.0),) and hose.frame is None


PLACE = st.tuples(st.floats(-500, 500), st.floats(-600, 0), st.floats(-300, 600))


@given(PLACE, PLACE, st.floats(-150, 150), st.floats(-40, 40), st.floats(1, 500))
def test_a_longer_line_has_just_so_much_more(
    frame: tuple[float, float, float], axle: tuple[float, float, float], bump: float, lock: float, more: float
) -> None:
    axis = steering_axis(9.0, 3.0, 14.0, 369.0)
    short, longer = (Ends("hose", frame, axle, 300.0 + by) for by in (0.0, more))
    assert longer.left_mm(axis, bump, lock) == pytest.approx(short.left_mm(axis, bump, lock) + more)


@given(PLACE, PLACE, st.floats(0, 150), st.floats(0, 150), st.floats(0, 40), st.floats(-1, 1))
def test_between_the_ends_of_the_way_it_never_needs_more(
    frame: tuple[float, float, float],
    axle: tuple[float, float, float],
    bump: float,
    droop: float,
    lock: float,
    share: float,
) -> None:
    axis, locks = steering_axis(9.0, 3.0, 14.0, 369.0), (-lock, lock)
    ends = Ends("hose", frame, axle, 600.0)
    between = share * (bump if share > 0 else droop)
    at_ends = min(least_left(ends, axis, at, locks) for at in (-droop, bump))
    assert least_left(ends, axis, between, locks) >= at_ends - 1e-6


class TestBadInput:
    def test_ends_in_one_place_leave_all_of_its_length_at_ride(self) -> None:
        at = {f"{where}_{axis}_mm": 0.0 for where in ("frame", "axle") for axis in "xyz"}
        rig = with_line(found(demo(0)), "rear", "breather", 400.0, **at)
        travel = max(float(rig.figures[f"rear_suspension.{way}_mm"].value) for way in ("bump", "droop"))
        assert line_of(rig, "rear", "breather").left_mm == pytest.approx(400 - travel)

    def test_without_travel_the_way_waits_for_it(self) -> None:
        rig = with_line(found(demo(0)), "front", "hose", 520.0)
        bare = {path: f for path, f in rig.figures.items() if path != "front_suspension.droop_mm"}
        waits = Results(moment(replace(rig, figures=bare), "planned")).of(StanceResults).front_lines.waits_for
        assert waits is not None and waits.path == "front_suspension.droop_mm"

    def test_an_axis_that_leans_waits_for_the_tyre(self) -> None:
        rig = with_line(found(demo(0)), "front", "hose", 520.0)
        bare = {path: f for path, f in rig.figures.items() if not path.startswith("wheels.front_left")}
        waits = Results(moment(replace(rig, figures=bare), "planned")).of(StanceResults).front_lines.waits_for
        assert waits is not None and waits.path == "wheels.front_left.size"

    def test_nothing_known_names_the_hose(self) -> None:
        bare = {path: f for path, f in demo(0).figures.items() if "hose" not in path}
        result = (
            Results(moment(replace(found(demo(0)), figures=bare), "planned")).of(StanceResults).front_lines
        )
        assert result.value is None and result.waits_for is not None
        assert result.waits_for.path == "front_suspension.hose_spare_mm"
        assert result.waits_for.label == "front brake hose spare at full droop"
