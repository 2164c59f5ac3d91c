"""A motor and its packs in place of an engine: charge along the way by hand, by what is missing, and what it upsets."""

from dataclasses import replace
from datetime import timedelta
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
from jorvak.core.rig import Figure, Fitted, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.drives import OF_EITHER, in_its_place
from jorvak.core.rolling.kinds.motor import BY_SURFACE
from jorvak.core.trip.along import TripWay
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.book import trip_book
from jorvak.core.trip.charge import goes_by
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
        rig = with_motor(bare(plover, *legs), "pack 40 kWh 260 kg at 700", "pack 20 kWh 130 kg at 2740")
        way = way_of(rig)
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
        assert goes_by(moment(rig, "planned")) == "charge" and way.longest_without_fuel_km == 160

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


def test_every_surface_of_a_leg_has_a_figure_that_goes_with_its_motor(plover: Rig) -> None:
    own = [takes_path(each) for each in ("road", *SURFACES_IN_WORDS)]
    assert [f"traction.{key}" for key in BY_SURFACE] == own
    before = {**plover.figures, **{path: Figure(300.0, "measured") for path in own}}
    for driven_by in ("fuel", "battery"):
        gone = {path for path, figure in in_its_place(before, driven_by, {}).items() if figure is None}
        assert set(own) <= gone and {path for path in OF_EITHER if path in before} <= gone


class TestWhatItGoesBy:
    """Said also where nobody can say how far it goes: a battery is not told to be filled with fuel."""

    @pytest.mark.parametrize("packs", [(), ("pack 40 kWh 260 kg at 700",)])
    def test_a_motor_is_charged_with_and_without_its_packs(self, plover: Rig, packs: tuple[str, ...]) -> None:
        rig = with_motor(bare(plover, road("out", 60, fill_fuel=True, fill_water=True)), *packs)
        assert goes_by(moment(rig, "planned")) == "charge"
        assert goes_by(moment(rig, "as-found")) == "fuel"
        book = trip_book(
            moment(rig, "planned", on=TODAY), readiness(rig, TODAY, assess(rig, "planned", on=TODAY)), TODAY
        )
        assert (book.goes_by, book.legs[0].fills) == ("charge", "charge and water")
        assert (book.legs[0].fuel == "?") == (not packs)

    def test_one_that_was_found_with_a_battery(self, plover: Rig) -> None:
        found = {
            "engine.driven_by": Figure("battery", "plate"),
            "traction.energy_kwh": Figure(50.0, "plate"),
            "traction.road_wh_per_km": Figure(200.0, "measured"),
        }
        rig = bare(plover, road("out", 100))
        charge = way_of(replace(rig, figures={**rig.figures, **found})).charge
        assert charge and charge.legs[0].left_kwh == pytest.approx(30)
        more = planned(replace(rig, figures={**rig.figures, **found}), "pack 10 kWh 70 kg at 900")
        charge = way_of(more).charge
        assert charge and charge.holds_kwh == pytest.approx(60)


class TestWhenTheNewOneIsIn:
    """Of an engine that is fitted the log counts from the day after; what was burnt before is the old one's."""

    def test_only_what_was_filled_since_counts(self, plover: Rig) -> None:
        def filled(days: int, litres: float, **driven: float) -> Fill:
            return Fill(filled_on=TODAY + timedelta(days=days), litres=litres, driven=driven)

        fills = (filled(-40, 50), filled(-30, 60, road=300.0), filled(-9, 50), filled(-2, 27, road=300.0))
        rig = with_records(bare(plover, road("out", 100)), fills=fills)
        engine = draft("engine", {"name": "from the donor"}).as_change(
            id=1, state="fitted", fitted=Fitted(on=TODAY - timedelta(days=20))
        )
        takes = results(replace(rig, changes=(engine,))).of(TripResults).consumption.value
        assert takes and takes.stretches == 1
        # Nothing was believed of it before: 27 l over 300 km are 9 to a hundred.
        assert takes.l_per_100km["road"] == pytest.approx(9.0, rel=0.02)


@given(watt_hours=st.floats(60, 900), factor=st.floats(1.05, 4))
def test_more_for_a_kilometre_is_never_further(plover: Rig, watt_hours: float, factor: float) -> None:
    def ranges(takes: float) -> dict[str, float]:
        rig = with_motor(bare(plover, road("out", 10)), "pack 50 kWh 300 kg at 700", road_wh_per_km=takes)
        return {str(surface): km for surface, km in way_of(rig).range_km.items()}

    near, far = ranges(watt_hours * factor), ranges(watt_hours)
    assert near.keys() == far.keys()
    assert all(far[surface] / near[surface] == pytest.approx(factor) for surface in far)
    assert far["road"] == max(far.values())
