"""What recovery, power and heat lean on and bring to others: the line, kinds, units with a zero, the order of jobs."""

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations
from jorvak.core.doubt import answer_with_doubt
from jorvak.core.engine.moment import moment
from jorvak.core.plan.kinds import jobs_of, kind_of, title_of
from jorvak.core.plan.line import read_line
from jorvak.core.quantities import (
    CHARGE,
    CROSS_SECTION,
    CURRENT,
    INCH,
    METRIC,
    QUANTITIES,
    TEMPERATURE,
    WATTAGE,
    quantity_of_key,
    read,
    write_exact,
)
from jorvak.core.rig import Brief, Change, Rig
from jorvak.core.work.jobs import work_jobs
from jorvak.core.work.records import JobRecord
from tests.conftest import TODAY, planned, with_records
from tests.core.test_findings_table import noted


class TestTheLine:
    @pytest.mark.parametrize(
        ("line", "fields", "mass", "place"),
        [
            ("winch 4300 kg rated 38 kg at -700", {"rating_kg": 4300}, 38, -700),
            ("winch 38 kg rated 4300 kg at -700", {"rating_kg": 4300}, 38, -700),
            ("winch 9500 lb rated 84 lb", {"rating_kg": 4309.127515}, 38.10175908, None),
            ("winch rated 4300 kg synthetic", {"rating_kg": 4300, "rope": "synthetic"}, None, None),
            ("fridge 45 W 11 h", {"name": "fridge", "power_w": 45, "hours_per_day_h": 11}, None, None),
            ("fridge 8 A 30 min 24 kg at 2200", {"current_a": 8, "hours_per_day_h": 0.5}, 24, 2200),
            ("lamps 14 A 3 h night", {"name": "lamps", "current_a": 14, "runs": "night"}, None, None),
            ("consumer shower pump 6 A camp", {"name": "shower pump", "runs": "camp"}, None, None),
            ("battery 105 Ah lead", {"capacity_ah": 105, "chemistry": "lead", "role": "second"}, None, None),
            ("battery 90 Ah lithium starter 12 kg at -200", {"role": "starter"}, 12, -200),
            ("solar 120 W 9 kg at 1500", {"power_w": 120}, 9, 1500),
            ("bumper front covers 20 % 48 kg at -780", {"covers_pct": 20}, 48, -780),
            ("add lamp bar covers 12 % 6 kg at -700", {"name": "lamp bar", "covers_pct": 12}, 6, -700),
        ],
    )
    def test_what_is_said_is_all_taken(
        self, plover: Rig, line: str, fields: dict[str, Any], mass: float | None, place: float | None
    ) -> None:
        made = read_line(line, plover).draft
        assert made is not None
        assert {key: made.fields[key] for key in fields} == pytest.approx(fields)
        assert (made.mass_kg, made.mass_x_mm) == (pytest.approx(mass), place)

    @pytest.mark.parametrize(
        ("line", "said"),
        [
            ("fridge 45 W 30 h", "between 0 and 24"),
            ("battery", "capacity is missing"),
            ("battery 0 Ah lead", "capacity"),
            ("solar", "missing"),
            ("winch 38", "kilograms of its own"),
        ],
    )
    def test_what_is_not_is_asked_back(self, plover: Rig, line: str, said: str) -> None:
        with pytest.raises(Refused, match=said) as refused:
            read_line(line, plover)
        assert refused.value.field == "line"


class TestKinds:
    def test_a_winch_brings_its_sheet_its_edge_and_what_it_takes_of_the_air(self, plover: Rig) -> None:
        fields = {
            "rating_kg": 4300.0, "rope": "steel", "rope_length_m": 28.0, "drum_diameter_mm": 64.0, "mount_kg": 6000.0,
            "covers_pct": 12.0, "overhang_mm": 820.0, "lowest_z_mm": 510.0, "before_lamps": True,
        }  # fmt: skip
        change = Change(id=1, kind="winch", fields=fields, mass_kg=38, mass_x_mm=-700)
        here = moment(replace(plover, changes=(change,)), "planned")
        assert here.here["winch.rated_kg"].value == 4300 and here.here["winch.rope"].value == "steel"
        assert here.here["winch.mount_kg"].known == "plate"
        assert (here.here["points.winch.x_mm"].value, here.here["points.winch.z_mm"].value) == (-820, 510)
        assert here.points["winch"] == "frame" and here.here["cooling.covered_pct"].value == 12
        steps = jobs_of(change)[0].steps
        assert any("local code" in step for step in steps) and any("isolator" in step for step in steps)
        assert not any("Lamps moved" in step for step in jobs_of(Change(kind="winch", fields={}))[0].steps)
        # What it does to the approach follows from its edge.
        before = assess(plover, "planned").results.result("stance", "angles").value
        after = assess(replace(plover, changes=(change,)), "planned").results.result("stance", "angles").value
        assert before and after and after.approach.deg <= before.approach.deg

    def test_what_stands_in_the_way_adds_up(self, plover: Rig) -> None:
        rig = planned(
            plover, "bumper front covers 15 % 40 kg at -700", "add lamps before it covers 10 % 4 kg at -720"
        )
        assert moment(rig, 1).here["cooling.covered_pct"].value == 15
        assert moment(rig, 2).here["cooling.covered_pct"].value == 25

    def test_panels_on_the_roof_make_it_taller(self, plover: Rig) -> None:
        change = Change(id=1, kind="solar", fields={"power_w": 120.0, "higher_mm": 60.0})
        here = moment(replace(plover, changes=(change,)), "planned").here
        assert here["body.height_mm"].value == plover.figures["body.height_mm"].value + 60
        assert here["solar.power_w"].value == 120
        two = change.model_copy(update={"id": 2})
        assert moment(replace(plover, changes=(change, two)), "planned").here["solar.power_w"].value == 240

    @pytest.mark.parametrize("kind", ["battery", "consumer", "solar", "winch"])
    def test_the_job_has_its_cautions_and_readings(self, kind: str) -> None:
        line = kind_of(kind).example
        made = read_line(line, Rig(name="x")).draft
        assert made is not None
        change = made.as_change(id=1)
        (job,) = jobs_of(change)
        assert any("Battery off before wiring" in caution for caution in job.cautions)
        assert any("local code" in caution for caution in job.cautions)
        assert any("polarity" in reading for reading in job.readings)
        assert title_of(change)


class TestUnits:
    @given(st.floats(-60, 200))
    def test_a_temperature_goes_there_and_back(self, celsius: float) -> None:
        for preset in (METRIC, INCH):
            unit = preset.unit(TEMPERATURE)
            assert unit.in_core(unit.of_core(celsius)) == pytest.approx(celsius, abs=1e-9)
            text = write_exact(celsius, TEMPERATURE, unit.symbol)
            assert read(text, TEMPERATURE).value == pytest.approx(celsius, abs=1e-6)

    @pytest.mark.parametrize(
        ("text", "quantity", "value"),
        [
            ("8.5 A", CURRENT, 8.5),
            ("12 amps", CURRENT, 12),
            ("0.4 kW", WATTAGE, 400),
            ("105Ah", CHARGE, 105),
            ("16 mm2", CROSS_SECTION, 16),
            ("212 F", TEMPERATURE, 100),
            ("-4 °F", TEMPERATURE, -20),
        ],
    )
    def test_what_is_written_on_a_part_is_read(self, text: str, quantity: Any, value: float) -> None:
        assert read(text, quantity).value == pytest.approx(value)

    def test_each_ending_names_one_quantity(self) -> None:
        endings = [quantity.suffix for quantity in QUANTITIES if quantity.suffix]
        assert len(endings) == len(set(endings))
        for quantity in QUANTITIES:
            if quantity.suffix and quantity.name not in ("rim",):
                assert quantity_of_key(f"x{quantity.suffix}") is quantity


class TestPicked:
    def test_what_is_picked_from_a_list_has_no_doubt(self) -> None:
        raw = {"current_a": {"value": 8, "doubt": 1}, "length_m": {"value": 4.5, "doubt": 0.3}}
        got = answer_with_doubt(raw, calculations()["cable"])
        for key in ("area_mm2", "carries_a", "fuse_a"):
            assert got["doubt"][key] is None, key
        assert got["doubt"]["area_exact_mm2"] > 0 and got["doubt"]["drop_pct"] > 0

    def test_a_layer_is_picked_and_its_pull_is_not(self) -> None:
        raw = {
            "rated_kg": {"value": 4300, "doubt": 50}, "drum_diameter_mm": 64, "drum_width_mm": 229,
            "rope_diameter_mm": 9.5, "rope_length_m": 28, "rope_out_m": 5,
        }  # fmt: skip
        got = answer_with_doubt(raw, calculations()["winch"])
        assert got["doubt"]["layer_now"] is None and got["doubt"]["pull_now_kg"] == pytest.approx(
            50 * 73.5 / 130.5
        )
        assert [layer["layer"] for layer in got["doubt"]["layers"]] == [None] * 4


class TestOrderOfJobs:
    def jobs(self, rig: Rig) -> dict[str, tuple[str, ...]]:
        return {job.title: job.after for job in work_jobs(replace(rig, brief=Brief()), TODAY)}

    def test_the_winch_is_fitted_before_the_bumper_hides_its_bolts(self) -> None:
        rig = planned(Rig(name="small"), "winch 38 kg at -520", "bumper front 48 kg at -780")
        assert self.jobs(rig)["Fit the front bumper"] == ("change 1.1",)
        # Where the plan has it the other way round that is said by a finding, and the days follow the plan.
        turned = planned(Rig(name="small"), "bumper front 48 kg at -780", "winch 38 kg at -520")
        assert self.jobs(turned)["Fit the front bumper"] == ()
        rear = planned(Rig(name="small"), "winch 38 kg at -520", "bumper rear 48 kg at 3000")
        assert self.jobs(rear)["Fit the rear bumper"] == ()

    def test_what_was_said_by_hand_stands(self) -> None:
        rig = planned(Rig(name="small"), "winch 38 kg at -520", "bumper front 48 kg at -780")
        said = with_records(rig, jobs=(JobRecord(key="change 1.1", after=("change 2.1",)),))
        assert self.jobs(said)["Fit the front bumper"] == () and self.jobs(said)["Fit the winch"] == (
            "change 2.1",
        )

    def test_a_tank_goes_under_the_drawers_that_stand_over_it(self) -> None:
        near = planned(Rig(name="small"), "tank 60 water at 1900", "storage drawers 62 kg at 2300")
        far = planned(Rig(name="small"), "tank 60 water at 500", "storage drawers 62 kg at 2300")
        (over,) = [after for title, after in self.jobs(near).items() if "drawers" in title]
        (apart,) = [after for title, after in self.jobs(far).items() if "drawers" in title]
        assert over == ("change 1.1",) and apart == ()


class TestSentences:
    def test_they_carry_the_units_that_are_shown(self, plover: Rig) -> None:
        rig = planned(plover, "winch rated 2000 kg 30 kg at -700")
        (small,) = [f for f in assess(rig, "planned", INCH, on=TODAY).findings if f.code == "winch-too-small"]
        assert " lb." in small.text and "kg" not in small.text
        hot = noted(plover, "plate", aims__climb_slope_pct=6.0, aims__hottest_c=30.0)
        (unknown,) = [f for f in assess(hot, "planned", INCH, on=TODAY).findings if f.code == "runs-hot"]
        assert "driven" in unknown.text

    def test_a_figure_of_what_is_planned_stands_under_its_change(self, plover: Rig) -> None:
        rig = planned(plover, "winch rated 2000 kg 30 kg at -700")
        (small,) = [f for f in assess(rig, "planned", on=TODAY).findings if f.code == "winch-too-small"]
        assert small.change == 1 and "winch.rated_kg" in small.figures
