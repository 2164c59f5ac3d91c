"""Power: small vehicles worked out by hand, each finding raised and settled, what is missing and what cannot be."""

from dataclasses import replace
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import moment
from jorvak.core.findings import Finding
from jorvak.core.plan.kinds import jobs_of
from jorvak.core.plan.line import read_line
from jorvak.core.power.area import PowerResults
from jorvak.core.power.battery_days import BatteryDaysIn, ConsumerIn, battery_days
from jorvak.core.power.cable import FUSES_A, SIZES_MM2, CableIn, cable, carries_a
from jorvak.core.power.charge import ChargeIn, charge
from jorvak.core.power.circuits import CircuitStands
from jorvak.core.power.counting import compared, draws_by_hour
from jorvak.core.power.records import Circuit, Connector, FoundBattery, Pin
from jorvak.core.rig import Change, Rig
from jorvak.formats.connector_book import read_book, write_book
from jorvak.instruments.battery_monitor import BatteryMonitor
from tests.conftest import TODAY, planned, with_records
from tests.core.test_findings_table import noted

STARTER = FoundBattery(name="starter")


def wired(rig: Rig, *circuits: Circuit, **figures: Any) -> Rig:
    """A starter battery of 90 Ah lead, and these circuits."""
    rig = with_records(rig, batteries=(STARTER,), circuits=circuits)
    return noted(
        rig,
        "plate",
        **{"batteries__starter__capacity_ah": 90.0, "batteries__starter__chemistry": "lead", **figures},
    )


def results(rig: Rig, stage: Any = "planned") -> PowerResults:
    return Results(moment(rig, stage, on=TODAY)).of(PowerResults)


def circuit(rig: Rig, name: str, stage: Any = "planned") -> CircuitStands:
    value = results(rig, stage).circuits.value
    assert value
    return next(each for each in value.circuits if each.name == name)


def raised(rig: Rig, code: str, stage: Any = "planned") -> list[Finding]:
    return [each for each in assess(rig, stage, on=TODAY).findings if each.code == code]


LAMPS = Circuit(name="lamps", runs="night")
LAMP_FIGURES = {
    "circuits__lamps__current_a": 10.0,
    "circuits__lamps__length_m": 3.0,
    "circuits__lamps__area_mm2": 4.0,
    "circuits__lamps__fuse_a": 15.0,
}


class TestByHand:
    def test_a_circuit(self, plover: Rig) -> None:
        rig = wired(plover, LAMPS, **LAMP_FIGURES, power__volts_v=12.0)
        lamps = circuit(rig, "lamps")
        # ρ at 60 °C: 0.01724·1.1572 = 0.019950; 2·3·10·0.01995/(12·3 %) = 3.325 mm²; 4 mm² lose 0.29925 V, 2.494 %.
        assert lamps.wants and lamps.wants.exact_mm2 == pytest.approx(3.32502, rel=1e-5)
        assert (lamps.wants.size_mm2, lamps.wants.fuse_a, lamps.wants.limited_by) == (4.0, 15.0, "drop")
        assert lamps.drop_pct == pytest.approx(2.49377, rel=1e-5)
        assert (lamps.thick_enough, lamps.fuse_fits, lamps.carries_a) == (True, True, 35.0)

    def test_days_without_driving(self, plover: Rig) -> None:
        rig = planned(wired(plover), "battery 100 Ah lead", "fridge 48 W 10 h", "lamps 2 A 5 h")
        rig = noted(rig, "plate", power__volts_v=12.0, aims__still_days=2.0)
        still = results(rig).standing_still.value
        assert still
        # 480 + 2·12·5 = 600 Wh a day out of 100·12·0.5 = 600: one day of the two wanted.
        assert (still.usable_wh, still.wh_per_day, still.days, still.left_days) == pytest.approx(
            (600, 600, 1, -1)
        )
        assert [row.share_pct for row in still.rows] == pytest.approx([80, 20]) and still.role == "second"
        # Down to half, and full again: 30 points at full current, then 20 that fall to a tenth of it at 100.
        charged = noted(rig, "plate", batteries__second_battery__charger_a=20.0)
        assert results(charged).charging.value is None
        paths = {**rig.figures, "batteries.second battery.charger_a": rig.figures["power.volts_v"]}
        filling = results(replace(rig, figures=paths)).charging.value
        assert filling and filling.from_pct == pytest.approx(50)
        # 12 A · 0.85 into 100 Ah: 10.2 % an hour; 30/10.2, and 20/0.9·ln(1/0.1)/10.2 for the rest.
        assert filling.hours_to_taper == pytest.approx(30 / 10.2)
        assert filling.hours == pytest.approx(30 / 10.2 + 20 / 0.9 * 2.302585 / 10.2, rel=1e-6)

    def test_the_sun_gives_some_of_it(self, plover: Rig) -> None:
        rig = planned(wired(plover), "battery 100 Ah lithium", "fridge 50 W 12 h", "solar 100 W")
        rig = noted(rig, "plate", power__volts_v=12.0, solar__sun_hours=3.0, solar__reaches_pct=80.0)
        still = results(rig).standing_still.value
        # 600 Wh a day less 240 of sun, out of 960: 2.667 days.
        assert still and still.sun_wh_per_day == pytest.approx(240) and still.days == pytest.approx(960 / 360)
        bright = results(noted(rig, "plate", solar__sun_hours=8.0)).standing_still.value
        assert bright and bright.days is None and bright.left_days is None

    def test_the_alternator_at_night(self, plover: Rig) -> None:
        fan = Circuit(name="fan", sort="motor", runs="driving")
        camp = Circuit(name="shower", runs="camp")
        rig = wired(plover, LAMPS, fan, camp, **LAMP_FIGURES, circuits__fan__current_a=20.0, circuits__fan__duty_pct=50.0,
                    circuits__shower__current_a=9.0, power__idle_a=40.0, power__rated_a=100.0, power__hot_pct=80.0)  # fmt: skip
        left = results(rig).alternating.value
        # 10 and half of 20, no shower; 40·0.8 − 20 and 100·0.8 − 20.
        assert left and (left.needed_a, left.idle_left_a, left.rated_left_a) == pytest.approx((20, 12, 60))

    def test_what_feeds_others_carries_their_current_and_takes_none(self, plover: Rig) -> None:
        board = Circuit(name="board", runs="always", battery="starter")
        one, two = (Circuit(name=name, behind="board", runs="always") for name in ("one", "two"))
        rig = wired(plover, board, one, two, circuits__one__current_a=3.0, circuits__two__current_a=4.0,
                    circuits__one__hours_per_day=1.0, circuits__two__hours_per_day=1.0, circuits__board__fuse_a=20.0)  # fmt: skip
        assert circuit(rig, "board").current_a == 7.0
        assert (circuit(rig, "one").fused_by, circuit(rig, "one").fuse_a) == ("board", 20.0)
        states = results(rig).circuits.value
        assert states and states.states[0].amps == 7.0 and states.states[0].names == ("one", "two")


class TestProperties:
    @given(st.floats(0.5, 80), st.floats(0.2, 12), st.floats(0.5, 10))
    def test_a_cable_keeps_what_it_promises(self, amps: float, length: float, drop: float) -> None:
        given_ = CableIn(current_a=amps, length_m=length, max_drop_pct=drop)
        try:
            got = cable(given_)
        except Refused as refused:
            assert refused.field == "current_a"
            return
        assert got.area_mm2 in SIZES_MM2 and got.fuse_a in FUSES_A
        assert got.drop_pct <= drop + 1e-9 and amps <= got.fuse_a <= got.carries_a == carries_a(
            got.area_mm2, "cabin"
        )
        longer = cable(CableIn(current_a=amps, length_m=length / 2, max_drop_pct=drop))
        assert longer.area_mm2 <= got.area_mm2

    @given(st.floats(0, 99), st.floats(1, 100), st.floats(0, 99))
    def test_filling_takes_longer_the_further_it_goes(self, begin: float, more: float, taper: float) -> None:
        def hours(to: float) -> float:
            return charge(
                ChargeIn(
                    capacity_ah=100,
                    from_pct=begin,
                    to_pct=to,
                    current_a=20,
                    taper_from_pct=taper,
                    efficiency_pct=85,
                )
            ).hours

        end = min(begin + more, 100)
        assert 0 <= hours((begin + end) / 2) <= hours(end)

    @given(st.lists(st.floats(0, 300), min_size=1, max_size=5), st.floats(0, 24))
    def test_shares_are_the_whole(self, watts: list[float], hours: float) -> None:
        got = battery_days(
            BatteryDaysIn(
                consumers=[
                    ConsumerIn(name=str(i), watts=w, hours_per_day=hours) for i, w in enumerate(watts)
                ],
                capacity_ah=100,
                usable_pct=50,
            )
        )
        shares = [row.share_pct for row in got.rows]
        if got.wh_per_day == 0:
            assert got.days is None and set(shares) == {None}
        else:
            assert sum(share for share in shares if share is not None) == pytest.approx(100)


class TestFindings:
    def test_a_thin_cable_and_a_thicker_one(self, plover: Rig) -> None:
        rig = wired(plover, LAMPS, **{**LAMP_FIGURES, "circuits__lamps__area_mm2": 1.5})
        (thin,) = raised(rig, "cable-too-thin")
        assert (
            thin.severity == "stop" and "has 1.5 mm² and wants 4 mm²" in thin.text and thin.system == "power"
        )
        assert not raised(
            noted(rig, "plate", circuits__lamps__area_mm2=4.0, circuits__lamps__fuse_a=15.0), "cable-too-thin"
        )

    def test_a_fuse_that_the_cable_does_not_outlive(self, plover: Rig) -> None:
        (burns,) = raised(
            wired(plover, LAMPS, **{**LAMP_FIGURES, "circuits__lamps__fuse_a": 60.0}), "cable-too-thin"
        )
        assert burns.severity == "stop" and "the cable burns first" in burns.text

    def test_at_the_limit_it_is_measured(self, plover: Rig) -> None:
        # 3.74 mm² are wanted where 4 are noted: within what tape and clamp are off together.
        rig = wired(plover, LAMPS, **{**LAMP_FIGURES, "circuits__lamps__length_m": 3.6})
        exact = circuit(rig, "lamps").wants
        assert exact and 3.6 < exact.exact_mm2 < 4.0
        (close,) = raised(rig, "cable-too-thin")
        assert close.severity == "measure" and "too close to call" in close.text

    def test_no_fuse_is_a_stop_but_for_winch_and_starter(self, plover: Rig) -> None:
        winch = Circuit(name="winch", sort="winch", runs="winching")
        rig = wired(plover, LAMPS, winch, **{**LAMP_FIGURES, "circuits__lamps__fuse_a": None})
        (stop,) = raised(rig, "no-fuse")
        assert stop.severity == "stop" and "lamps" in stop.text
        assert not raised(noted(rig, "plate", circuits__lamps__fuse_a=15.0), "no-fuse")
        assert not [f for f in assess(rig, on=TODAY).findings if "winch" in f.text and f.system == "power"]

    def test_what_of_a_circuit_is_not_noted_is_measured_and_never_safe(self, plover: Rig) -> None:
        rig = wired(plover, LAMPS, circuits__lamps__current_a=10.0, circuits__lamps__fuse_a=15.0)
        (unknown,) = raised(rig, "cable-too-thin")
        assert unknown.severity == "measure" and "length of its cable" in unknown.text
        assert [each.figure for each in unknown.settled_by] == ["circuits.lamps.length_m"]
        long = noted(rig, "plate", circuits__lamps__length_m=3.0)
        (wants,) = raised(long, "cable-too-thin")
        assert wants.severity == "measure" and "is not noted: it wants 4 mm²" in wants.text

    def test_a_battery_that_is_short(self, plover: Rig) -> None:
        rig = noted(planned(wired(plover), "battery 100 Ah lead", "fridge 48 W 10 h"), aims__still_days=3.0)
        (short,) = raised(rig, "battery-short")
        assert short.severity == "watch" and "the brief asks for 3" in short.text
        assert not raised(noted(rig, aims__still_days=1.0), "battery-short")

    def test_days_that_nobody_can_count(self, plover: Rig) -> None:
        rig = noted(planned(with_records(plover, circuits=()), "fridge 48 W 10 h"), aims__still_days=3.0)
        (unknown,) = raised(rig, "battery-short")
        assert unknown.severity == "measure" and "a battery" in unknown.text
        unsaid = noted(
            planned(wired(plover), "battery 100 Ah lead", "fridge 24 kg at 2200"), aims__still_days=3.0
        )
        (waits,) = raised(unsaid, "battery-short")
        assert waits.settled_by[0].figure == "circuits.fridge.power_w"

    @pytest.mark.parametrize(
        ("idle", "rated", "when"),
        [(10.0, 100.0, ["at idle"]), (60.0, 8.0, ["at rated speed"]), (60.0, 100.0, [])],
    )
    def test_the_alternator(self, plover: Rig, idle: float, rated: float, when: list[str]) -> None:
        rig = wired(plover, LAMPS, **{**LAMP_FIGURES, "circuits__lamps__current_a": 40.0}, power__idle_a=idle,
                    power__rated_a=rated)  # fmt: skip
        found = raised(rig, "alternator-short")
        expected = when if rated > 50 else ["at rated speed"]
        assert [each.key.split(":")[1] for each in found] == expected
        assert all(each.severity == "watch" for each in found)


class TestWhatCannotBe:
    def test_a_cable_of_sixty_metres(self, plover: Rig) -> None:
        rig = wired(
            plover,
            LAMPS,
            **{**LAMP_FIGURES, "circuits__lamps__length_m": 60.0, "circuits__lamps__current_a": 40.0},
        )
        lamps = circuit(rig, "lamps")
        assert lamps.wants is None and lamps.refused and "more than 120 mm²" in lamps.refused
        (stop,) = raised(rig, "cable-too-thin")
        assert stop.severity == "stop" and "40 A over 60 m" in stop.text

    def test_consumers_that_never_run(self, plover: Rig) -> None:
        rig = noted(planned(wired(plover), "battery 100 Ah lead", "fridge 48 W 0 h"), aims__still_days=3.0)
        still = results(rig).standing_still.value
        assert still and still.wh_per_day == 0 and still.days is None and not raised(rig, "battery-short")

    def test_a_circuit_that_hangs_behind_itself(self, plover: Rig) -> None:
        one, two = Circuit(name="one", behind="two"), Circuit(name="two", behind="one")
        rig = wired(plover, one, two)
        assert circuit(rig, "one").current_a is None
        assert any("behind itself" in gap.label for gap in circuit(rig, "one").gaps)

    def test_watts_and_amps_together_are_refused(self) -> None:
        with pytest.raises(Refused, match="watts or in amps, not both"):
            read_line("fridge 45 W 4 A", Rig(name="x"))

    def test_a_battery_without_its_chemistry_is_asked_back(self) -> None:
        with pytest.raises(Refused, match="chemistry"):
            read_line("battery 105 Ah", Rig(name="x"))


class TestPlanning:
    def test_the_line_takes_what_is_wired(self, plover: Rig) -> None:
        rig = planned(plover, "fridge 45 W 11 h", "battery 105 Ah lead", "solar 120 W")
        assert [change.kind for change in rig.changes] == ["consumer", "battery", "solar"]
        here = moment(rig, "planned").here
        assert (
            here["circuits.fridge.power_w"].value,
            here["batteries.second battery.capacity_ah"].value,
        ) == (45, 105)
        assert here["solar.power_w"].value == 120
        assert "circuits.fridge.power_w" not in moment(rig, "as-found").here

    def test_a_circuit_goes_with_what_it_is_wired_for(self, plover: Rig) -> None:
        charger = Circuit(name="charger", sort="charger", for_change=1)
        rig = planned(
            wired(plover, charger, Circuit(name="fridge", runs="always")),
            "battery 105 Ah lead",
            "fridge 45 W 11 h",
        )
        names = [
            [each.name for each in (results(rig, stage).circuits.value or _none()).circuits]
            for stage in (0, 1, 2)
        ]
        assert names == [[], ["charger"], ["charger", "fridge"]]
        assert circuit(rig, "fridge", 2).change == 2

    def test_a_job_asks_for_polarity_and_continuity(self) -> None:
        (job,) = jobs_of(Change(kind="consumer", fields={"name": "fridge", "power_w": 45.0}))
        assert {"polarity", "continuity, plus", "continuity, earth"} <= set(job.readings)
        assert any("200 mm of the battery" in step for step in job.steps)


def _none() -> Any:
    raise AssertionError("no circuits")


class TestCounting:
    def test_a_monitor_drifts_by_its_zero(self, plover: Rig) -> None:
        rig = planned(wired(plover), "battery 100 Ah lead", "fridge 48 W 10 h")
        draws = draws_by_hour(Ask(moment(noted(rig, "plate", power__volts_v=12.0), "planned")))
        assert draws.ah_per_day == pytest.approx(40)
        read = list(BatteryMonitor(draws_a=draws.at, capacity_ah=100, zero_a=0.1).over(24))
        # 40 Ah that were drawn, and 0.1 A for 24 hours that were not.
        assert read[-1].counted_ah == pytest.approx(42.4) and read[0].counted_ah == 0
        assert all(one.counted_ah <= other.counted_ah for one, other in pairwise(read))
        assert compared(draws, read[-1].counted_ah).differs_pct == pytest.approx(6)


class TestConnectorBook:
    BOOK = (
        Connector(
            name="plug A",
            on_what="loom",
            pins=(Pin(pin="1", colour="red", signal="=12 V", tested="both"), Pin(pin="2")),
        ),
        Connector(name="plug B"),
    )

    def test_it_goes_out_and_comes_in(self) -> None:
        assert read_book(write_book(self.BOOK)) == self.BOOK

    @pytest.mark.parametrize(
        ("raw", "said"),
        [
            (b"", "first line names the columns"),
            (b"connector,pin,tested\nA,1,perhaps\n", "Line 2: tested is"),
            (b"connector,pin\na.b,1\n", "Line 2: a connector's name"),
            (b"connector,pin\n" + b"A,1\n" * 201, "more than 200 pins"),
            (b"\xff\xfe", "UTF-8"),
        ],
    )
    def test_what_is_no_book_is_refused_with_its_line(self, raw: bytes, said: str) -> None:
        with pytest.raises(Refused, match=said) as refused:
            read_book(raw)
        assert refused.value.field == "file"
