"""Load on a small vehicle that was worked out by hand, and each finding of load raised and settled."""

from dataclasses import replace
from datetime import date
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import laden, moment
from jorvak.core.engine.result import work_out
from jorvak.core.findings import Finding
from jorvak.core.load.area import LoadResults
from jorvak.core.load.moving import Put, with_mass_at
from jorvak.core.load.on_scales import weighed
from jorvak.core.load.records import Cargo, FoundTank, LoadPlace, OnScales, Seat, Trailer
from jorvak.core.load.results import laden_load
from jorvak.core.load.room import room_anywhere
from jorvak.core.plan.line import read_line
from jorvak.core.plan.preview import carried_out
from jorvak.core.rig import Change, Figure, Fitted, Record, Rig
from tests.conftest import TODAY, demo, nothing_aboard

BODY = {
    "wheelbase_mm": 2500.0, "front_axle_kg": 1000.0, "rear_axle_kg": 800.0, "permitted_kg": 2600.0,
    "permitted_front_kg": 1250.0, "permitted_rear_kg": 1500.0, "front_track_mm": 1500.0, "rear_track_mm": 1500.0,
}  # fmt: skip


def small(
    *records: Record, changes: tuple[Change, ...] = (), known: str = "measured", **figures: float
) -> Rig:
    """1800 kg on 2500 mm; ``cargo__box__mass_kg=20`` notes cargo.box.mass_kg."""
    paths = {f"body.{key}": value for key, value in BODY.items()}
    paths |= {path.replace("__", "."): value for path, value in figures.items()}
    rig = Rig(name="Small", changes=changes)
    rig = replace(rig, figures={path: Figure(value, known) for path, value in paths.items()})  # type: ignore[arg-type]
    for record in records:
        rig = rig.having(type(record), (*rig.all(type(record)), record))
    return rig


def drawer(**more: float) -> dict[str, Any]:
    return {
        "places__drawer__x_mm": 2000.0,
        "places__drawer__y_mm": 300.0,
        "places__drawer__z_mm": 800.0,
        **more,
    }


def at(rig: Rig, stage: Any = "planned") -> LoadResults:
    return assess(rig, stage).results.of(LoadResults)


def codes(rig: Rig, stage: Any = "planned") -> dict[str, list[str]]:
    found: dict[str, list[str]] = {}
    for finding in assess(rig, stage, on=TODAY).findings:
        found.setdefault(finding.code, []).append(finding.severity)
    return found


def one(rig: Rig, code: str) -> Finding:
    (finding,) = (f for f in assess(rig).findings if f.code == code)
    return finding


class TestByHand:
    def test_each_mass_stands_on_its_lever(self) -> None:
        # 80 kg at 1250: 40 and 40. 50 kg at 2000: 10 and 40. 60 l of diesel beyond what was in it: 25.2 kg at 2500.
        rig = small(
            Seat(name="driver"), LoadPlace(name="drawer"), Cargo(name="box", place="drawer"), FoundTank(name="main", holds="diesel"),
            seats__driver__crew_kg=80.0, seats__driver__x_mm=1250.0, seats__driver__y_mm=-400.0, cargo__box__mass_kg=50.0,
            tanks__main__volume_l=60.0, tanks__main__weighed_l=30.0, tanks__main__x_mm=2500.0, tanks__main__y_mm=0.0,
            **drawer(),
        )  # fmt: skip
        load = at(rig).laden.value
        assert load and load.front_kg == pytest.approx(1000 + 40 + 10)
        assert load.rear_kg == pytest.approx(800 + 40 + 40 + 25.2)
        assert load.payload_kg == pytest.approx(2600 - 1800 - 155.2)
        assert load.cg_y_mm == pytest.approx((-400 * 80 + 300 * 50) / 1955.2)
        assert load.worst == "front" and load.worst_left_kg == pytest.approx(200)
        rows = {row.label: row for row in at(rig).masses.value.rows}
        assert rows["box"].place == "drawer" and rows["box"].off_kg == pytest.approx(0.5)
        assert [*rows] == ["crew, driver", "box", "diesel, main"]
        # As built nobody is aboard, and laden is a stage of its own.
        built, full = at(rig).load.value, at(rig, "laden").load.value
        assert built and full and not built.laden and built.total_kg == 1800 and full.laden
        assert full.total_kg == load.total_kg

    def test_what_is_guessed_widens_what_is_left(self) -> None:
        sure, guess = (
            small(LoadPlace(name="drawer"), Cargo(name="box", place="drawer"), known=known, cargo__box__mass_kg=100.0, **drawer())
            for known in ("measured", "assumed")
        )  # fmt: skip
        guess = replace(guess, figures={**sure.figures, "cargo.box.mass_kg": Figure(100.0, "assumed")})
        # 10 kg more of it, beside the scale's own: by root of sum of squares.
        one_off, other_off = (at(rig).laden.off("total_kg") for rig in (sure, guess))
        assert other_off**2 - one_off**2 == pytest.approx(10.0**2 - 1.0**2, rel=1e-6)
        assert at(guess).masses.value.weigh_first == ("box",)

    def test_a_tank_of_which_nobody_noted_what_was_in_it_is_half_full_and_may_be_either(self) -> None:
        rig = small(
            FoundTank(name="main", holds="water"), tanks__main__volume_l=80.0, tanks__main__x_mm=2500.0
        )
        (row,) = at(rig).masses.value.rows
        assert row.kg == 40 and row.off_kg == 40 and row.known == "assumed"

    def test_only_what_is_for_the_trip_comes_along(self) -> None:
        rig = small(
            Cargo(name="skis", trips=("winter",)),
            Cargo(name="rope"),
            cargo__skis__mass_kg=12.0,
            cargo__rope__mass_kg=8.0,
        )
        winter = replace(rig, brief=rig.brief.model_copy(update={"trip": "winter"}))
        assert at(rig).laden.value.added_kg == 8 and at(winter).laden.value.added_kg == 20

    @given(st.lists(st.tuples(st.floats(1, 60), st.floats(0, 2500)), min_size=1, max_size=8))
    def test_the_axles_carry_what_the_masses_weigh(self, masses: list[tuple[float, float]]) -> None:
        changes = tuple(
            Change(id=i, kind="equipment", fields={"name": f"box {i}"}, mass_kg=kg, mass_x_mm=x)
            for i, (kg, x) in enumerate(masses, 1)
        )
        load = work_out(moment(small(changes=changes), "planned", with_doubt=False), laden_load).value
        assert load and load.total_kg == pytest.approx(1800 + sum(kg for kg, _ in masses))
        assert load.rear_kg == pytest.approx(800 + sum(kg * x / 2500 for kg, x in masses))

    def test_room_is_what_says_no_first(self) -> None:
        rig = small(LoadPlace(name="drawer"), Cargo(name="box", place="drawer"), cargo__box__mass_kg=50.0, **drawer(places__drawer__limit_kg=90.0))  # fmt: skip
        (place,) = at(rig).rooms.value.places
        assert place.room and (place.room.kg, place.room.governs) == (40.0, "place")
        ask = Ask(laden(moment(rig, "planned", with_doubt=False)))
        # Ahead of the axle 240 left in front are 200 at -500 mm.
        ahead = room_anywhere(ask, -500.0)
        assert ahead and ahead.governs == "front" and ahead.kg == pytest.approx(240 / 1.2)
        unlimited = {path: figure for path, figure in rig.figures.items() if ".permitted" not in path}
        assert room_anywhere(Ask(laden(moment(replace(rig, figures=unlimited), "planned"))), 0.0) is None

    def test_a_mass_put_elsewhere(self) -> None:
        rig = small(LoadPlace(name="drawer"), Cargo(name="box"), cargo__box__mass_kg=50.0, **drawer(),
                    changes=(Change(id=1, kind="winch", fields={}, mass_kg=40.0, mass_x_mm=-500.0),))  # fmt: skip
        assert at(with_mass_at(rig, Put(change=1, x_mm=2500.0))).load.value.rear_kg == 840
        moved = with_mass_at(rig, Put(path="cargo.box.mass_kg", place="drawer"))
        assert at(moved).laden.value.rear_kg == pytest.approx(800 - 8 + 40)
        for put in (Put(change=9), Put(path="cargo.sofa.mass_kg", place="drawer"), Put(path="engine.idle_rpm", x_mm=1.0)):  # fmt: skip
            with pytest.raises(Refused):
                with_mass_at(rig, put)


BAR = Change(id=1, kind="bumper", fields={"axle": "front"}, mass_kg=60.0, mass_x_mm=-600.0)


class TestFindings:
    def test_payload_negative_before_anyone_sits_down(self) -> None:
        heavy = small(changes=(Change(id=1, kind="equipment", fields={"name": "body"}, mass_kg=900.0, mass_x_mm=1250.0, mass_known="measured"),))  # fmt: skip
        assert codes(heavy)["payload-negative"] == ["stop"]
        assert "payload-negative" not in codes(small(changes=(BAR,)))

    def test_train_hitch_and_a_nose_that_is_light(self) -> None:
        trailer: dict[str, Any] = {"trailers__boat__mass_kg": 1500.0, "body__hitch_x_mm": 3500.0, "body__permitted_train_kg": 3000.0, "body__permitted_nose_kg": 80.0}  # fmt: skip
        over = small(Trailer(name="boat"), trailers__boat__nose_kg=120.0, **trailer)
        assert codes(over)["over-train"] == ["stop"] and codes(over)["over-hitch"] == ["stop"]
        assert "over-train" not in codes(over, "as-found")
        light = small(Trailer(name="boat"), trailers__boat__nose_kg=40.0, **trailer)
        assert codes(light)["over-hitch"] == ["watch"] and "sways" in one(light, "over-hitch").text
        assert "over-hitch" not in codes(
            small(Trailer(name="boat"), **{**trailer, "trailers__boat__nose_kg": 70.0})
        )

    def test_side_heavy_and_not_when_it_is_moved(self) -> None:
        box = Change(
            id=1, kind="equipment", fields={"name": "safe"}, mass_kg=120.0, mass_x_mm=1250.0, mass_y_mm=600.0
        )
        assert codes(small(changes=(box,), body__cg_y_mm=0.0))["side-heavy"] == ["watch"]
        middle = box.model_copy(update={"mass_y_mm": 0.0})
        assert "side-heavy" not in codes(small(changes=(middle,), body__cg_y_mm=0.0))

    def test_front_light_by_load_and_by_what_hangs_behind(self) -> None:
        tail = Change(id=1, kind="equipment", fields={"name": "workshop"}, mass_kg=500.0, mass_x_mm=3200.0)
        assert codes(small(changes=(tail,)))["front-light"] == ["watch"]
        assert "front-light" not in codes(small())
        long = small(Trailer(name="boat"), trailers__boat__mass_kg=3000.0, trailers__boat__nose_kg=250.0, body__hitch_x_mm=4000.0)  # fmt: skip
        assert "takes 15 %" in one(long, "front-light").text

    def test_roof_moving_and_off_road(self) -> None:
        def roofed(kg: float) -> Rig:
            rack = Change(
                id=1,
                kind="rack",
                fields={"rating_kg": 100.0},
                mass_kg=20.0,
                mass_x_mm=1500.0,
                mass_known="measured",
            )
            return small(LoadPlace(name="top", kind="rack"), Cargo(name="tent", place="top"), cargo__tent__mass_kg=kg,
                         places__top__x_mm=1500.0, changes=(rack,))  # fmt: skip

        assert "on the move" in one(roofed(90.0), "roof-too-heavy").text
        assert "off road it may carry 50 kg" in one(roofed(40.0), "roof-too-heavy").text
        assert "roof-too-heavy" not in codes(roofed(25.0))

    def test_place_too_heavy_and_too_close_to_call(self) -> None:
        def loaded(kg: float, known: str = "measured") -> Rig:
            rig = small(LoadPlace(name="drawer"), Cargo(name="tools", place="drawer"), **drawer(places__drawer__limit_kg=60.0))  # fmt: skip
            return replace(rig, figures={**rig.figures, "cargo.tools.mass_kg": Figure(kg, known)})  # type: ignore[arg-type]

        assert codes(loaded(70.0))["place-too-heavy"] == ["stop"]
        assert codes(loaded(58.0, "assumed"))["place-too-heavy"] == ["measure"]
        assert "place-too-heavy" not in codes(loaded(58.0))

    def test_weigh_it_where_the_margin_is_less_than_the_doubt(self) -> None:
        tight = small(known="plate", body__permitted_front_kg=1010.0)
        assert "weigh-it" in codes(tight)
        assert "weigh-it" not in codes(small(body__permitted_front_kg=1010.0))
        assert "weigh-it" not in codes(small(known="plate"))

    def test_what_has_no_mass_no_place_or_no_seat_is_said(self) -> None:
        rig = small(Cargo(name="tent"), Cargo(name="stove", place="gone"), FoundTank(name="main", holds="water"),
                    Seat(name="driver"), cargo__stove__mass_kg=9.0, seats__driver__crew_kg=80.0, aims__crew_kg=160.0)  # fmt: skip
        said = " ".join(f.text for f in assess(rig).findings if f.code == "weigh-it")
        for words in ("Tent: nobody has said what it weighs", "there is no such place", "Main: nobody has said what it holds", "80 kg of the crew have no seat"):  # fmt: skip
            assert words in said
        assert "counts as nothing" not in " ".join(f.text for f in assess(rig, "as-found").findings)

    def test_a_weighing_that_contradicts(self) -> None:
        fitted = Fitted(on=date(2026, 2, 1))
        rig = small(
            OnScales(
                name="before", taken_on=date(2026, 1, 1), front_kg=1000.0, rear_kg=800.0, scale="four pads"
            ),
            OnScales(
                name="after", taken_on=date(2026, 2, 20), front_kg=1150.0, rear_kg=806.0, scale="four pads"
            ),
            changes=(BAR.model_copy(update={"state": "fitted", "fitted": fitted}),),
        )
        again = at(rig).weighed_again.value
        assert again and not again.calculated.agrees and again.calculated.suspect == "bumper front"
        assert again.changes == (1,) and again.calculated.items[0].mass_kg > 100
        assert codes(rig)["weigh-contradicts"] == ["watch"]
        fine = rig.having(OnScales, (rig.all(OnScales)[0], rig.all(OnScales)[1].model_copy(update={"front_kg": 1074.0, "rear_kg": 786.0})))  # fmt: skip
        assert "weigh-contradicts" not in codes(fine)

    def test_tyres_at_the_pressure_in_use_and_one_that_is_not_set(self) -> None:
        rig = demo(1)
        assert codes(rig)["pressure-unset"] and "over-tyres" not in codes(rig)
        assert "kPa, cold" in next(f.text for f in assess(rig).findings if f.code == "pressure-unset")
        low = {f"aims.{end}_laden_kpa": Figure(180.0, "measured") for end in ("front", "rear")}
        soft = replace(rig, figures={**rig.figures, **low})
        assert codes(soft)["over-tyres"] == ["stop", "stop"] and "pressure-unset" not in codes(soft)


class TestWeighing:
    def test_the_first_keeps_what_was_noted_before_and_notes_both_axles(self) -> None:
        kept = weighed(
            small(), OnScales(name="one", taken_on=TODAY, front_kg=1010.0, rear_kg=805.0), "Ines", 1815.0
        )
        assert [each.name for each in kept.records] == ["as noted before", "one"]
        assert (
            kept.figures["body.front_axle_kg"].value == 1010
            and kept.figures["body.rear_axle_kg"].known == "measured"
        )

    def test_a_total_that_does_not_go_with_its_axles(self) -> None:
        ticket = OnScales(name="one", taken_on=TODAY, front_kg=1010.0, rear_kg=805.0)
        with pytest.raises(Refused, match="read it once more") as refused:
            weighed(small(), ticket, "Ines", 2815.0)
        assert refused.value.field == "total"
        with pytest.raises(Refused, match="already"):
            weighed(small(ticket), ticket, "Ines")


class TestLine:
    @pytest.mark.parametrize(
        ("text", "total"),
        [("crew 3", 240.0), ("crew 215 kg", 215.0), ("water 60", 60.0), ("goods 110 at 2500", 110.0)],
    )
    def test_what_comes_aboard(self, text: str, total: float) -> None:
        rig = nothing_aboard(small())
        after, stage = carried_out(rig, read_line(text, rig), "planned", TODAY)
        load = at(after, stage).laden.value
        assert load and load.added_kg == pytest.approx(total)

    def test_water_with_a_place_is_a_tank_and_a_trailer_is_a_record(self) -> None:
        rig = small()
        assert read_line("water 60 at 1900", rig).draft.kind == "tank"
        after, _ = carried_out(rig, read_line("trailer 900 nose 70", rig), "planned", TODAY)
        assert (
            after.all(Trailer)[0].name == "trailer" and after.figures["trailers.trailer.nose_kg"].value == 70
        )

    @pytest.mark.parametrize("text", ["crew", "crew lots", "goods -5", "goods 99999", "water", "trailer", "trailer 900 nose x", "crew 3 at sea"])  # fmt: skip
    def test_what_cannot_be_read_says_what_would_work(self, text: str) -> None:
        with pytest.raises(Refused, match=r"Type for example|comes the place|could be|lies between"):
            read_line(text, small())
