"""The plan of the demo rigs: lift, options, money, what to measure, what is lived with."""

from dataclasses import replace
from datetime import date
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import choosing, moment
from jorvak.core.findings import Finding, Here, acceptance, findings
from jorvak.core.headlines import shown_figures, working
from jorvak.core.load.area import LoadResults
from jorvak.core.measure import assumed, measure_next
from jorvak.core.money.totals import running, totals
from jorvak.core.plan.compare import View, compare, options_of
from jorvak.core.plan.kinds import aboard_of, kinds, masses_of
from jorvak.core.plan.line import read_line
from jorvak.core.plan.records import Question, question_of
from jorvak.core.plan.shorthand import read_fields
from jorvak.core.quantities import INCH, METRIC
from jorvak.core.rig import Change, Figure, Fitted, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.stance.area import StanceResults
from jorvak.core.vehicle.records import Part
from tests.conftest import TODAY, demo, on_springs, planned, with_records


@pytest.fixture(scope="module")
def whole() -> Rig:
    """Plover as it ships, with its plan."""
    return demo(0)


@pytest.fixture(scope="module")
def sprung(whole: Rig) -> Rig:
    """Plover with the springs chosen."""
    return choosing(whole, "40 mm", "A springs")


def finding(rig: Rig, code: str, stage: Any = "planned") -> Finding:
    return next(f for f in assess(rig, stage).findings if f.code == code)


class TestLift:
    def test_the_springs_of_the_demo_figures(self) -> None:
        stance = assess(on_springs()).results.of(StanceResults)
        assert stance.lift.value and stance.angles.value
        assert stance.lift.value.front.suspension_lift_mm == pytest.approx(34.9, abs=0.06)
        assert stance.lift.value.rear.suspension_lift_mm == pytest.approx(22.0, abs=0.06)
        angles = stance.angles.value
        assert angles.approach and angles.departure and angles.breakover
        assert [angles.approach.deg, angles.departure.deg, angles.breakover.deg] == pytest.approx(
            [38.4, 30.2, 29.0], abs=0.06
        )

    def test_springs_stand_under_the_load_of_the_stage(self, sprung: Rig) -> None:
        # By hand: 452 kg and 405 kg on each corner as found; bumper and battery and all else come later.
        def length(free: float, rate: float, kg: float) -> float:
            return free - kg * 9.80665 / rate

        bare, planned_ = (
            assess(sprung, stage).results.of(StanceResults).lift.value for stage in (8, "planned")
        )
        assert bare and planned_
        assert bare.front.suspension_lift_mm == pytest.approx(length(448, 38, 452) - length(415, 34, 452))
        assert bare.rear.suspension_lift_mm == pytest.approx(length(428, 52, 405) - length(395, 42, 405))
        rear = sum(
            kg * x / 2740 for kg, x in ((48, -780), (24, 2210), (26, -180), (7, 1900), (28, 1620), (18, 3100))
        )
        front = 48 + 24 + 26 + 7 + 28 + 18 - rear
        assert planned_.front.suspension_lift_mm == pytest.approx(
            length(448, 38, 452 + front / 2) - length(415, 34, 452)
        )
        assert planned_.rear.suspension_lift_mm == pytest.approx(
            length(428, 52, 405 + rear / 2) - length(395, 42, 405)
        )

    def test_laden_they_carry_crew_water_fuel_and_goods_too(self, sprung: Rig) -> None:
        built, full = (assess(sprung, with_load=with_load).results for with_load in (False, True))
        # Crew in two seats, seventeen things, and what two tanks hold; the tank that was full on the scale still is.
        more = 83 + 75 + 255.7 + 60 + 90 * 0.84
        assert built.of(LoadResults).load.value and full.of(LoadResults).load.value
        assert full.of(LoadResults).load.value.total_kg - built.of(
            LoadResults
        ).load.value.total_kg == pytest.approx(more)
        assert full.of(LoadResults).load.value.laden and not built.of(LoadResults).load.value.laden
        corner = full.of(StanceResults).rear_corner.value
        assert corner and corner.laden and corner.found_kg == pytest.approx(405)

    def test_without_a_rate_what_comes_on_it_waits_for_the_rate(self, plover: Rig) -> None:
        figures = {k: v for k, v in plover.figures.items() if k != "rear_suspension.rate_n_per_mm"}
        bare = replace(plover, figures=figures)
        for name in ("lift", "angles", "height"):
            result = getattr(
                assess(planned(bare, "add boxes 100 kg at 2740")).results.of(StanceResults), name
            )
            assert result.value is None and result.waits_for.path == "rear_suspension.rate_n_per_mm"
            assert getattr(assess(bare).results.of(StanceResults), name).value is not None

    def test_what_changes_weigh_sags_the_springs(self, plover: Rig) -> None:
        loaded = planned(plover, "add spare parts 100 kg at 2740")
        lift = assess(loaded).results.of(StanceResults).lift.value
        assert lift and lift.rear.suspension_lift_mm == pytest.approx(-50 * 9.80665 / 42)
        assert lift.front.suspension_lift_mm == 0

    def test_a_strut_spacer_lifts_by_its_motion_ratio(self) -> None:
        tern = assess(demo(2), 3).results.of(StanceResults)
        assert tern.lift.value and tern.height.value
        assert tern.lift.value.front.suspension_lift_mm == pytest.approx(33.9, abs=0.05)
        assert tern.lift.value.rear.suspension_lift_mm == pytest.approx(38)
        assert tern.height.value.height_mm == pytest.approx(2375, abs=3)

    def test_no_lift_raises_an_axle(self, plover: Rig) -> None:
        lifted = assess(planned(plover, "lift 60")).results.of(StanceResults)
        assert lifted.under_differentials_mm.value == 0
        assert lifted.lift.value and lifted.lift.value.front.frame_rise_mm == 60
        assert finding(planned(plover, "lift 60"), "nothing-under-the-axle").severity == "note"

    @settings(deadline=None, max_examples=25)
    @given(first=st.integers(1, 60), second=st.integers(1, 60))
    def test_spacers_add_up_whatever_their_order(self, first: int, second: int) -> None:
        rig = demo(0)
        rig = with_records(replace(rig, changes=()), questions=())
        lifts = []
        for sizes in ((first, second), (second, first)):
            stacked = planned(rig, *(f"spacer {size} front" for size in sizes))
            value = assess(stacked, with_doubt=False).results.of(StanceResults).lift.value
            assert value
            lifts.append(value.front.suspension_lift_mm)
        assert lifts[0] == pytest.approx(lifts[1]) == pytest.approx(first + second)

    def test_springs_without_a_weight_wait_for_it(self, plover: Rig) -> None:
        figures = {p: f for p, f in plover.figures.items() if p != "body.front_axle_kg"}
        lift = (
            assess(planned(replace(plover, figures=figures), "springs front 448 38"))
            .results.of(StanceResults)
            .lift
        )
        assert lift.waits_for and lift.waits_for.path == "body.front_axle_kg"


class TestOptions:
    def test_an_open_question_counts_none_of_its_options(self, whole: Rig) -> None:
        assert not [c for c in moment(whole, "planned").changes if c.option]

    def test_options_stand_side_by_side_where_they_differ(self, whole: Rig) -> None:
        question = question_of(whole, "40 mm")
        assert question
        got = compare(options_of(whole, question))
        assert [column.label for column in got.columns] == ["A springs", "B spacers", "C trim"]
        assert all(len({cell.value for cell in row.cells}) > 1 for row in got.rows)
        assert next(row.key for row in got.rows if row.matters) == "approach_deg"
        assert "crawl ratio" in got.alike
        rows = {row.key: [cell.value for cell in row.cells] for row in got.rows}
        springs, spacers, trim = rows["approach_deg"]
        assert springs and spacers and trim and springs > spacers > trim
        spent = [column.money.spent for column in got.columns]
        assert [spent[0] - spent[2], spent[1] - spent[2]] == [550, 110]
        assert any(f.code == "retighten" for f in got.columns[0].own_findings)

    def test_any_moment_beside_any_other(self, whole: Rig) -> None:
        views = [View(label=str(stage), rig=whole, stage=stage) for stage in ("as-found", 4)]
        got = compare(views)
        ground = next(row for row in got.rows if row.key == "ground_clearance_mm")
        assert [cell.value for cell in ground.cells] == pytest.approx([214, 240], abs=0.5)
        assert ground.cells[1].off > ground.cells[0].off

    def test_an_option_that_is_not_there_is_refused(self, whole: Rig) -> None:
        with pytest.raises(Refused, match="no option “D”"):
            choosing(whole, "40 mm", "D")

    @pytest.mark.parametrize(
        "options", [("a", "a"), ("a",), ("a", "b/c")], ids=["twice", "only one", "with a slash"]
    )
    def test_a_question_that_makes_no_sense(self, options: tuple[str, ...]) -> None:
        with pytest.raises(ValueError):
            Question(key="k", ask="?", options=options)

    def test_the_chosen_one_is_one_of_its_own(self) -> None:
        with pytest.raises(ValueError, match="none of its options"):
            Question(key="k", ask="?", options=("a", "b"), chosen="c")


class TestMoney:
    def test_the_demo_adds_up(self, whole: Rig) -> None:
        sums = totals(whole, "planned")
        assert (sums.paid, sums.committed, sums.gifts, sums.credit) == (
            640 + 210 + 145 + 1750,
            1000,
            230,
            260,
        )
        assert sums.spent == sums.paid + sums.committed + sums.to_come - sums.credit
        assert sums.left == 11500 - sums.spent
        assert totals(whole, "as-found").spent == 0
        assert totals(whole, "today").spent == 640 + 210 + 145

    def test_the_running_total_ends_at_the_total(self, whole: Rig) -> None:
        all_of_it = totals(whole, "planned")
        assert all_of_it.survey > 0
        assert list(running(whole).values())[-1] == pytest.approx(all_of_it.spent - all_of_it.survey)

    def test_a_gift_counts_at_retail_and_not_against_the_ceiling(self) -> None:
        gift = Change(id=1, kind="winch", fields={}, cost=900, gift=True)
        bare = Change(id=2, kind="rack", fields={})
        sums = totals(Rig(name="X", changes=(gift, bare)), "planned")
        assert (sums.gifts, sums.spent, sums.total, sums.left, sums.unpriced) == (900, 0, 900, None, 1)


class TestLoad:
    def test_mass_goes_to_the_axles_by_the_lever(self, plover: Rig) -> None:
        load = assess(planned(plover, "winch 40 kg at -685")).results.of(LoadResults).load.value
        assert load
        assert (load.front_kg, load.rear_kg) == (pytest.approx(1090 + 50), pytest.approx(975 - 10))
        assert load.payload_kg == pytest.approx(2850 - 2065 - 40)

    def test_mass_without_a_place_may_be_at_either_axle(self, plover: Rig) -> None:
        result = assess(planned(plover, "winch 40 kg")).results.of(LoadResults).load
        load = result.value
        assert load and (load.unplaced_kg, load.total_kg) == (40, 2105)
        assert (load.front_kg, load.rear_kg) == (1110, 995)
        # 20 kg one way or the other, beside the scale and the winch's own tenth of which half is here.
        assert result.off("front_kg") == pytest.approx((20**2 + 10.9**2 + 1 + 2**2) ** 0.5)
        assert "place of winch" in [share.label for share in result.doubt_from["front_kg"]]

    def test_a_tank_is_full_when_the_vehicle_is_laden(self) -> None:
        tank = Change(kind="tank", fields={"volume_l": 60.0}, mass_kg=7, mass_x_mm=1900)
        assert [mass.kg for mass in masses_of(tank)] == [7]
        assert [mass.kg for mass in aboard_of(tank)] == [60]

    def test_readings_of_one_scale_share_its_error(self, plover: Rig) -> None:
        load = assess(plover).results.of(LoadResults).load
        # 1 % of both together, and 1 kg of each on its own.
        assert load.off("total_kg") == pytest.approx((20.65**2 + 1 + 1) ** 0.5)


class TestMeasuring:
    def test_what_decides_names_what_to_measure(self, whole: Rig) -> None:
        got = measure_next(moment(whole, "planned"), assess(whole))
        # A finding that is too close to call comes first, then what decides.
        first = ["winch.mount_kg", "gaps.liner behind.x_mm", "front_suspension.shock_open_mm"]
        assert [each.path for each in got[:3]] == first
        assert all(each.must for each in got[:3])
        decides = next(each for each in got if not each.must)
        assert decides.path == "wheels.rear_left.static_radius_mm"
        assert decides.label.endswith("as found") and "approach" in decides.decides
        later = [m for m in got if m.fitted_first]
        assert later and all(m.fitted_first for m in got[len(got) - len(later) :])

    def test_a_measured_figure_takes_its_doubt_away(self, whole: Rig) -> None:
        off = assess(whole, "as-found").results.of(StanceResults).angles.off("approach.deg")
        figures = dict(whole.figures)
        for end in ("front", "rear"):
            figures[f"wheels.{end}_left.static_radius_mm"] = Figure(369.3, "measured", 1.0)
        tyre_off = assess(replace(whole, figures=figures), "as-found").results.of(StanceResults).angles
        assert tyre_off.off("approach.deg") < off
        tighter = {p: replace(f, doubt=0.5) if p.startswith("points.") else f for p, f in figures.items()}
        assert assess(replace(whole, figures=tighter), "as-found").results.of(StanceResults).angles.off(
            "approach.deg"
        ) < tyre_off.off("approach.deg")

    def test_only_what_nobody_looked_at_is_assumed(self, whole: Rig) -> None:
        assert "body.cg_height_mm" in assumed(moment(whole, "planned"))
        assert not [path for path in assumed(moment(whole, "planned")) if path.startswith("aims.")]

    def test_a_finding_that_is_too_close_comes_first(self, plover: Rig) -> None:
        figures = {**plover.figures, "wheels.front_left.circumference_mm": Figure(2385.0, "measured")}
        rig = replace(plover, figures=figures)
        first = measure_next(moment(rig, "planned"), assess(rig))[0]
        assert first.must and first.path == "wheels.rear_left.circumference_mm"

    def test_measured_on_the_new_tyre_it_holds_from_there_on(self, plover: Rig) -> None:
        rig = planned(plover, "tyre 285/75R17")
        fitted = rig.changes[0].model_copy(update={"state": "fitted", "fitted": Fitted(on=TODAY)})
        roll_out = Figure(2598.0, "measured", None, TODAY)
        rig = replace(
            rig, changes=(fitted,), figures={**rig.figures, "wheels.rear_left.circumference_mm": roll_out}
        )
        for stage, circumference in (("as-found", 2448.54), ("today", 2598.0)):
            tyre = assess(rig, stage).results.of(RollingResults).rear_tyre.value  # type: ignore[arg-type]
            assert tyre and tyre.circumference_mm == pytest.approx(circumference, abs=0.01)


class TestLivingWithIt:
    def test_it_comes_back_when_a_figure_under_it_moves(self, plover: Rig) -> None:
        rig = planned(plover, "tyre 285/75R17")
        here = moment(rig, "planned")
        taller = finding(rig, "gearing-taller")
        lived = with_records(rig, accepted=(acceptance(here, taller, "flat country"),))
        assert finding(lived, "gearing-taller").accepted
        regeared = {**lived.figures, "rear_axle.ratio": Figure(3.9, "plate")}
        assert finding(replace(lived, figures=regeared), "gearing-taller").accepted is None

    def test_accepted_ones_stand_last_of_their_severity(self, plover: Rig) -> None:
        rig = planned(plover, "tyre 285/75R17")
        here = moment(rig, "planned")
        first = findings(Here(here, Results(here), METRIC))[0]
        lived = with_records(rig, accepted=(acceptance(here, first, "so be it"),))
        watches = [f for f in assess(lived).findings if f.severity == first.severity]
        assert watches[-1].key == first.key


class TestMating:
    def test_with_the_adapter_the_signal_and_the_unknown_are_left(self) -> None:
        got = {(f.code, f.severity) for f in assess(demo(1)).findings}
        assert {("speed-signal-lost", "stop"), ("mate-unknown", "measure")} <= got
        assert ("does-not-mate", "stop") not in got

    def test_without_it_three_faces_do_not_mate(self) -> None:
        skarv = demo(1)
        bare = tuple(
            change.model_copy(update={"fields": {k: v for k, v in change.fields.items() if k != "adapter"}})
            for change in skarv.changes
        )
        codes = [f.code for f in assess(replace(skarv, changes=bare)).findings]
        assert codes.count("does-not-mate") == 2 and codes.count("speed-signal-lost") == 1

    def test_the_lengths_and_the_crawl(self) -> None:
        here = moment(demo(1), "planned").here
        assert here["transfer.rear_output_mm"].value == 62 + 338
        assert here["transfer.front_output_mm"].value == 62 + 210
        crawl = assess(demo(1)).results.of(RollingResults).crawl.value
        assert crawl and crawl.crawl_ratio == pytest.approx(59.1, abs=0.06)

    def test_a_part_is_one_record_wherever_it_is(self) -> None:
        with pytest.raises(ValueError):
            Part(name="x/y", place="shelf")


class TestWorkings:
    @pytest.mark.parametrize("key", shown_figures())
    def test_every_figure_unfolds(self, whole: Rig, key: str) -> None:
        here = moment(whole, 5)
        got = working(whole, here, Results(here), key, METRIC)
        assert got.headline.value is not None
        assert got.symbols and "{" not in got.symbols + got.numbers
        assert "?" not in got.numbers and got.source and got.rests_on

    def test_numbers_stand_where_the_symbols_do(self, whole: Rig) -> None:
        here = moment(whole, 5)
        crawl = working(whole, here, Results(here), "crawl_ratio", INCH)
        assert (crawl.symbols, crawl.numbers) == ("first × low × axle", "4.08 × 2.55 × 4.1")


def test_an_assumed_default_counts_with_its_doubt(plover: Rig) -> None:
    figures = {path: f for path, f in plover.figures.items() if path != "transfer.high_ratio"}
    gears = assess(replace(plover, figures=figures)).results.of(RollingResults).gears
    assert gears.stands_in == {"transfer.high_ratio": 1.0}
    assert gears.off("gears.0.rpm.0") > assess(plover).results.of(RollingResults).gears.off("gears.0.rpm.0")


@pytest.mark.parametrize("kind", kinds().values(), ids=list(kinds()))
def test_a_kinds_form_reads_what_its_line_does(kind: Any) -> None:
    # One that names a place of the rig needs a rig that has it.
    rig = Rig(name="X", points={"front bumper": "frame"})
    typed = read_line(kind.example.split(" or ")[0], rig)
    assert typed.draft
    said = {key: str(value) for key, value in typed.draft.fields.items() if not isinstance(value, bool)}
    read = read_fields(kind, said)
    assert {key: read[key] for key in said} == {key: typed.draft.fields[key] for key in said}


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("springs 448", "axle is missing"),
        ("winch 38 kg at nowhere", "comes the place"),
        ("blocks rear", "thickness is missing"),
        ("arms two deg", "was not understood"),
        ("box 4.1 nothing", "No number is readable"),
    ],
)
def test_a_line_that_is_half_understood_says_what_is_wanted(line: str, says: str) -> None:
    with pytest.raises(Refused, match=says):
        read_line(line, Rig(name="X"))


def test_a_question_is_decided_on_a_day(whole: Rig) -> None:
    question = Question(key="q", ask="Which?", options=("a", "b"), chosen="a", decided_on=date(2026, 3, 2))
    assert question_of(with_records(whole, questions=(question,)), "q") == question
