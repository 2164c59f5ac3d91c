"""A motor and its packs in place of an engine: charge along the way by hand, by what is missing, and what it upsets."""

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import laden, moment
from jorvak.core.plan.cautions import CAUTIONS
from jorvak.core.plan.kinds import draft, jobs_of
from jorvak.core.rig import Figure, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.drives import OF_EITHER
from jorvak.core.rolling.kinds.motor import BY_SURFACE
from jorvak.core.trip.along import TripWay
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.book import trip_book
from jorvak.core.trip.figures import SURFACES_IN_WORDS, takes_path
from jorvak.core.trip.readiness import readiness
from jorvak.core.trip.records import Fill
from tests.conftest import TODAY, planned, with_records
from tests.core.test_trip import bare, raised, road

MOTOR: dict[str, Any] = {
    "name": "from the donor", "one_ratio": 9.0, "power_kw": 110.0, "power_at_rpm": 5000.0, "torque_nm": 300.0,
    "pull_from_rpm": 200.0, "pull_to_rpm": 3500.0, "road_wh_per_km": 250.0, "mounts": "plates", "signals": "own",
    "cooling": "own",
}  # fmt: skip


def with_motor(rig: Rig, *packs: str, **fields: Any) -> Rig:
    change = draft("motor", {**MOTOR, **fields}).as_change(id=len(rig.changes) + 1, state="chosen")
    return planned(replace(rig, changes=(*rig.changes, change)), *packs)


def results(rig: Rig) -> Results:
    return Results(laden(moment(rig, "planned", on=TODAY)))


def way_of(rig: Rig) -> TripWay:
    way = results(rig).of(TripResults).way
    assert way.value, way.waits_for
    return way.value


class TestByHand:
    def test_charge_goes_leg_by_leg_and_fuel_stays_where_it_is(self, plover: Rig) -> None:
        legs = (road("out", 120), road("sand", 40, surface="sand"), road("back", 160, fill_fuel=True))
        way = way_of(
            with_motor(bare(plover, *legs), "pack 40 kWh 260 kg at 700", "pack 20 kWh 130 kg at 2740")
        )
        charge = way.charge
        assert charge
        # 120 km at 250 Wh are 30 kWh; 40 km of sand at 250 × 1.7 are 17; charged to 60 again, 160 km are 40.
        assert [leg.left_kwh for leg in charge.legs] == pytest.approx([30, 13, 20])
        assert [leg.spare_kwh for leg in charge.legs] == pytest.approx([30 - 4.5, 13 - 7.05, 20 - 6])
        assert (charge.holds_kwh, charge.carry_kwh) == pytest.approx((60, 47 * 1.15))
        # 60 kWh with 15 % in reserve, at 250 Wh/km and at 425.
        assert way.range_km["road"] == pytest.approx(60_000 / 1.15 / 250)
        assert way.range_km["sand"] == pytest.approx(60_000 / 1.15 / 425)
        assert {leg.fuel_used_l for leg in way.legs} == {0} and way.carry_l == 0
        assert way.goes_by == "charge" and way.longest_without_fuel_km == 160

    def test_packs_stand_where_they_are_bolted(self, plover: Rig) -> None:
        rig = with_motor(bare(plover, road("out", 50)))
        before, after = (
            results(each).of(TripResults).way_loads.value
            for each in (rig, planned(rig, "pack 40 kWh 260 kg at 685"))
        )
        assert before is None, "without a pack nobody can say how far it goes"
        small = planned(rig, "pack 1 kWh 0.001 kg at 685")
        before = results(small).of(TripResults).way_loads.value
        assert before and after
        # The wheelbase is 2740: a quarter of it behind the front axle, a quarter of the mass is on the rear.
        assert after.legs[0].start_rear_kg - before.legs[0].start_rear_kg == pytest.approx(65, abs=0.01)
        assert after.legs[0].start_front_kg - before.legs[0].start_front_kg == pytest.approx(195, abs=0.01)

    def test_a_surface_that_was_driven_counts_as_measured_and_the_others_are_guessed(
        self, plover: Rig
    ) -> None:
        rig = with_motor(
            bare(plover, road("out", 50)),
            "pack 40 kWh 260 kg at 700",
        )
        takes = (
            results(with_motor(rig, sand_wh_per_km=600.0, snow_wh_per_km=390.0)).of(TripResults).consumption
        )
        assert takes.value
        assert takes.value.wh_per_km == pytest.approx(
            {"road": 250, "gravel": 287.5, "track": 350, "sand": 600, "low": 550, "snow": 390}
        )
        guessed, noted = takes.off("wh_per_km.track") / 350, takes.off("wh_per_km.sand") / 600
        assert guessed > 3 * noted > 0

    @given(stored=st.floats(1, 300), takes=st.floats(50, 5000), km=st.floats(0, 2000))
    def test_what_is_left_is_what_there_was_less_what_was_used(
        self, plover: Rig, stored: float, takes: float, km: float
    ) -> None:
        rig = with_motor(
            bare(plover, road("out", km)), f"pack {stored:.6f} kWh 1 kg at 700", road_wh_per_km=takes
        )
        charge = way_of(rig).charge
        assert charge
        (leg,) = charge.legs
        assert leg.left_kwh + leg.used_kwh == pytest.approx(leg.start_kwh) == pytest.approx(stored, abs=1e-5)
        assert leg.spare_kwh <= leg.left_kwh
        assert (leg.spare_kwh >= -1e-9) == (charge.carry_kwh <= charge.holds_kwh + 1e-9)


class TestFindings:
    PACKS = ("pack 40 kWh 260 kg at 700",)

    def test_charge_runs_short_and_more_packs_or_a_post_settle_it(self, plover: Rig) -> None:
        way = (road("out", 120), road("on", 150))
        (short,) = raised(with_motor(bare(plover, *way), *self.PACKS), "fuel-short")
        assert short.severity == "stop" and "Charge is short from on on" in short.text
        assert "runs dry on on" in short.text and "kWh" in short.text
        assert any(settle.text.startswith("Packs for 77.6 kWh") for settle in short.settled_by)
        charged = (way[0], road("on", 100, fill_fuel=True))
        assert raised(with_motor(bare(plover, *charged), *self.PACKS), "fuel-short") == []
        more = with_motor(bare(plover, *way), *self.PACKS, "pack 60 kWh 390 kg at 1500")
        assert raised(more, "fuel-short") == []

    def test_on_the_limit_it_is_measured_first(self, plover: Rig) -> None:
        # 139 km at 250 Wh want 39.96 kWh with their reserve: the meter's ± is more than what is over.
        (short,) = raised(with_motor(bare(plover, road("out", 139)), *self.PACKS), "fuel-short")
        assert short.severity == "measure" and "too close to call" in short.text

    @pytest.mark.parametrize(
        ("packs", "fields", "missing"),
        [
            ((), {}, "drive battery, usable"),
            (PACKS, {"road_wh_per_km": None}, "the motor takes on the road"),
        ],
    )
    def test_what_is_missing_is_asked_for(
        self, plover: Rig, packs: tuple[str, ...], fields: dict[str, Any], missing: str
    ) -> None:
        (short,) = raised(with_motor(bare(plover, road("out", 10)), *packs, **fields), "fuel-short")
        assert short.severity == "measure" and missing in short.text

    def test_mud_wants_a_figure_of_ones_own(self, plover: Rig) -> None:
        rig = with_motor(bare(plover, road("out", 10, surface="mud")), *self.PACKS)
        (short,) = raised(rig, "fuel-short")
        assert "what the motor takes in mud" in short.text
        assert raised(with_motor(rig, mud_wh_per_km=700.0), "fuel-short") == []

    def test_nothing_of_such_a_rig_ends_in_an_error(self, plover: Rig) -> None:
        rig = with_motor(bare(plover, road("out", 100)), *self.PACKS)
        seen = assess(rig, "planned", on=TODAY)
        assert not [each for each in seen.findings if each.code == "mounts-unknown"]
        book = trip_book(moment(rig, "planned", on=TODAY), readiness(rig, TODAY, seen), TODAY)
        assert book.goes_by == "charge" and book.legs[0].fuel == "40 to 15 kWh"
        assert any(each.what == "battery holds" for each in book.dash)


class TestTheOldEngineIsGone:
    def test_its_consumption_and_its_log_say_nothing_of_the_new_one(self, plover: Rig) -> None:
        fills = (
            Fill(id=1, filled_on=TODAY, litres=50, driven={}),
            Fill(id=2, filled_on=TODAY, litres=30, driven={"road": 300.0}),
        )
        rig = with_records(bare(plover, road("out", 100)), fills=fills)
        assert results(rig).of(TripResults).consumption.value
        engine = draft("engine", {"name": "diesel from the donor"}).as_change(id=1, state="chosen")
        other = results(replace(rig, changes=(engine,))).of(TripResults)
        assert (
            other.consumption.waits_for and other.consumption.waits_for.path == "trip.consumption_l_per_100km"
        )
        noted = draft("engine", {"consumption_l_per_100km": 11.5}).as_change(id=1, state="chosen")
        takes = results(replace(rig, changes=(noted,))).of(TripResults).consumption.value
        assert takes and takes.stretches == 0 and takes.l_per_100km["road"] == 11.5

    def test_an_engine_after_a_motor_burns_fuel_again(self, plover: Rig) -> None:
        rig = with_motor(bare(plover, road("out", 100)), "pack 40 kWh 260 kg at 700")
        back = draft("engine", {"consumption_l_per_100km": 11.5}).as_change(id=9, state="chosen")
        here = moment(replace(rig, changes=(*rig.changes, back)), "planned").here
        assert here["engine.driven_by"].value == "fuel"
        assert not [path for path in here if path.startswith("traction.")]

    def test_a_motor_has_all_its_power_high_up(self, plover: Rig) -> None:
        def held(altitude: float) -> Any:
            rig = with_motor(bare(plover))
            figures = {**rig.figures, "aims.pass_altitude_m": Figure(altitude, "measured")}
            value = results(replace(rig, figures=figures)).of(RollingResults).grade.value
            assert value
            return value.gears[0].hold

        low, high = held(0.0), held(3000.0)
        assert high.available_kw == pytest.approx(low.available_kw)
        assert high.air_n < low.air_n


class TestBadInput:
    @pytest.mark.parametrize("fields", [{"road_wh_per_km": 0.0}, {"one_ratio": 0.0}, {"cylinders": 4.0}])
    def test_a_motor_that_cannot_be(self, fields: dict[str, Any]) -> None:
        with pytest.raises(Refused, match=next(iter(fields))):
            draft("motor", fields)

    @pytest.mark.parametrize("stored", [0, -3, 1000])
    def test_a_pack_that_cannot_be(self, stored: float) -> None:
        with pytest.raises(Refused, match="stored_kwh"):
            draft("pack", {"stored_kwh": stored})

    def test_the_cautions_stand_on_their_jobs(self, plover: Rig) -> None:
        rig = with_motor(plover, "pack 40 kWh 260 kg at 700")
        for change in rig.changes[-2:]:
            assert any(CAUTIONS["traction"] in job.cautions for job in jobs_of(change)), change.kind


def test_every_surface_of_a_leg_has_a_figure() -> None:
    own = [takes_path(each) for each in ("road", *SURFACES_IN_WORDS)]
    assert [f"traction.{key}" for key in BY_SURFACE] == own
    assert set(own) <= set(OF_EITHER)
