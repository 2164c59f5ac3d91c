"""Recovery: a rigging added up by hand, each finding raised and settled, what cannot be, and what is tried."""

import math
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import laden, moment
from jorvak.core.findings import Finding
from jorvak.core.power.records import FoundBattery
from jorvak.core.recovery.area import RecoveryResults
from jorvak.core.recovery.pulls import PullStands
from jorvak.core.recovery.records import KitPart, Pull, WinchTable, WinchTableRow
from jorvak.core.recovery.recovery_pull import RESISTANCE, Ground, RecoveryPullIn, recovery_pull
from jorvak.core.recovery.rigging import PartAt, PartIn, RiggingIn, advantage, rigging
from jorvak.core.recovery.trying import PullTrial, TriedPull, try_pull
from jorvak.core.recovery.winch import Drum, WinchIn, winch
from jorvak.core.rig import Rig
from tests.conftest import TODAY, planned, with_records
from tests.core.test_findings_table import noted

TABLE = WinchTable(
    name="sheet",
    table_rows=(
        WinchTableRow(pull_kg=0, amps=80, m_per_min=9),
        WinchTableRow(pull_kg=2000, amps=240, m_per_min=4),
        WinchTableRow(pull_kg=4000, amps=400, m_per_min=2),
    ),
)
DYKE = Pull(name="dyke", surface="bog", mired="wheels", lines=2)


def rigged(rig: Rig, *kit: KitPart, pull: Pull = DYKE, **figures: Any) -> Rig:
    """A winch of 4000 kg on a drum of 60 by 200 with 20 m of rope of 10, steel; on the level, 2 m out."""
    rig = with_records(rig, kit=kit, pulls=(pull,))
    return noted(
        rig,
        "plate",
        **{
            "winch__rated_kg": 4000.0,
            "winch__drum_diameter_mm": 60.0,
            "winch__drum_width_mm": 200.0,
            "winch__rope": "steel",
            "winch__rope_diameter_mm": 10.0,
            "winch__rope_length_m": 20.0,
            "winch__rope_breaking_kg": 9000.0,
            f"pulls__{pull.name}__slope_deg": 0.0,
            f"pulls__{pull.name}__rope_out_m": 2.0,
            **figures,
        },
    )


def stands(rig: Rig, at: int = 0) -> PullStands:
    results = Results(laden(moment(rig, "today", on=TODAY))).of(RecoveryResults).pulls
    assert results.value, results.waits_for
    return results.value[at]


def raised(rig: Rig, code: str) -> list[Finding]:
    return [each for each in assess(rig, "today", on=TODAY).findings if each.code == code]


def weighing(plover: Rig, kg: float) -> Rig:
    """A vehicle that weighs just so much, known exactly."""
    rig = noted(plover, "measured", body__front_axle_kg=kg / 2, body__rear_axle_kg=kg / 2)
    exact = {p: replace(f, doubt=0.0) if p.endswith("_axle_kg") else f for p, f in rig.figures.items()}
    return replace(rig, figures=exact)


class TestByHand:
    def test_a_drum_of_four_layers(self) -> None:
        # 20 wraps of 10 in 200. Layers at 70, 90, 110, 130: π·d·20 = 4.398, 5.655, 6.912, 8.168 m.
        drum = Drum(60, 200, 10)
        assert drum.wraps == 20
        assert [drum.layer_m(n) for n in (1, 2, 3)] == pytest.approx([4.3982, 5.6549, 6.9115], abs=1e-4)
        got = winch(
            WinchIn(rated_kg=4000, drum_diameter_mm=60, drum_width_mm=200, rope_diameter_mm=10, rope_length_m=20, rope_out_m=2)
        )  # fmt: skip
        assert [layer.rope_m for layer in got.layers] == pytest.approx(
            [4.3982, 5.6549, 6.9115, 3.0354], abs=1e-4
        )
        # 18 m are on it: the fourth layer still holds 1.04 m, and pulls 4000·70/130.
        assert (got.layer_now, got.pull_now_kg) == (4, pytest.approx(4000 * 70 / 130))
        # Five wraps stay: 5·π·70 mm.
        assert got.usable_rope_m == pytest.approx(20 - 5 * math.pi * 0.070)

    def test_the_forces_of_a_rigging_add_up(self, plover: Rig) -> None:
        """As in docs/decisions/0027: 2000 kg mired to the wheels on the level, two lines, winch on its fourth layer."""
        kit = (
            KitPart(name="point", sort="point"),
            KitPart(name="block", sort="block"),
            KitPart(name="strap", sort="strap"),
        )
        rig = rigged(weighing(plover, 2000), *kit, kit__point__wll_kg=3000.0, kit__block__breaking_kg=15000.0,
                     kit__strap__wll_kg=2400.0)  # fmt: skip
        got = stands(rig)
        # The weight itself holds it; a quarter more is wanted: 2500.
        assert (got.surface_kg, got.slope_kg, got.with_margin_kg) == (2000, 0, 2500)
        rope = got.winched
        assert rope
        # A line and a line behind one block: 1 + 0.95. The rope carries 2500/1.95, the block both of its parts.
        assert rope.advantage == pytest.approx(1.95) and rope.rope_kg == pytest.approx(1282.05, abs=0.01)
        assert rope.block_kg == pytest.approx(rope.rope_kg + 0.95 * rope.rope_kg) == pytest.approx(2500)
        assert rope.winch_kg == pytest.approx(2153.85, abs=0.01) and rope.enough and rope.rope_ok
        carried = {part.name: (part.carries_kg, part.allowed_kg, part.ok) for part in rope.parts}
        assert carried == {
            "point": (pytest.approx(2500), 3000, True),
            "block": (pytest.approx(2500), 3000, True),
            "strap": (pytest.approx(2500), 2400, False),
        }
        assert rope.weakest == "strap" and rope.lines_needed == 2

    def test_what_it_draws_out_of_a_lead_battery_counts_double(self, plover: Rig) -> None:
        rig = with_records(rigged(weighing(plover, 2000)), winch_tables=(TABLE,),
                           batteries=(FoundBattery(name="starter"),))  # fmt: skip
        rig = noted(rig, "plate", batteries__starter__capacity_ah=100.0, batteries__starter__chemistry="lead")
        drawn = stands(rig).drawn
        assert drawn
        # 1282.05 on the fourth layer turns the drum like ·130/70 = 2380.95 on the first: 240 + 0.190475·160 = 270.5 A;
        # 4 − 0.190475·2 = 3.619 m/min there, ·130/70 here = 6.721: 2 m in 0.2976 min.
        assert (drawn.amps, drawn.m_per_min) == (
            pytest.approx(270.476, abs=1e-3),
            pytest.approx(6.7211, abs=1e-4),
        )
        assert drawn.drawn_ah == pytest.approx(270.476 * 2 / 6.7211 / 60, rel=1e-4)
        assert drawn.battery_pct == pytest.approx(2 * drawn.drawn_ah)
        lithium = noted(rig, "plate", batteries__starter__chemistry="lithium")
        half = stands(lithium).drawn
        assert half and half.battery_pct == pytest.approx(drawn.drawn_ah)

    def test_a_bridle_in_equilibrium(self, plover: Rig) -> None:
        points = tuple(KitPart(name=name, sort="point") for name in ("left", "right"))
        pull = DYKE.model_copy(update={"bridle": True, "left_point": "left", "right_point": "right"})
        rig = rigged(weighing(plover, 2000), *points, pull=pull, pulls__dyke__left_deg=20.0, pulls__dyke__right_deg=35.0,
                     kit__left__wll_kg=3000.0, kit__right__wll_kg=3000.0)  # fmt: skip
        got = stands(rig).bridle
        assert got
        left, right = math.radians(20), math.radians(35)
        assert got.left_kg * math.cos(left) + got.right_kg * math.cos(right) == pytest.approx(2500)
        assert (
            got.left_kg * math.sin(left)
            == pytest.approx(got.right_kg * math.sin(right))
            == pytest.approx(got.side_kg)
        )

    def test_a_stretching_rope_takes_up_the_energy(self, plover: Rig) -> None:
        rope = KitPart(name="rope", sort="stretching rope")
        point = KitPart(name="point", sort="point")
        pull = Pull(name="sand", pulled_by="rope", surface="soft-wet-sand", rope="rope")
        rig = rigged(weighing(plover, 2000), rope, point, pull=pull, kit__rope__breaking_kg=10000.0,
                     kit__rope__stretch_pct=25.0, kit__rope__length_m=8.0, kit__point__wll_kg=6000.0,
                     pulls__sand__speed_kmh=7.2, pulls__sand__pulling_kg=2000.0, pulls__sand__drive_kg=0.0)  # fmt: skip
        got = stands(rig).stretched
        assert got
        # k = 10000·g/2 m = 5000 g; v = 2 m/s: ½·m·v² = 4000 J = ½·k·x², x = √(8000/49033) = 0.4039 m.
        assert got.stretch_m == pytest.approx(math.sqrt(8000 / (5000 * 9.80665)), rel=1e-6)
        assert got.peak_kg == pytest.approx(5000 * got.stretch_m, rel=1e-6)
        assert got.moves and got.ok and got.points_ok and stands(rig).with_margin_kg == pytest.approx(500)


class TestProperties:
    @given(st.integers(1, 6), st.integers(1, 6), st.floats(0.5, 1.0))
    def test_another_line_never_pulls_less(self, one: int, other: int, eta: float) -> None:
        few, many = sorted((one, other))
        assert advantage(few, eta) <= advantage(many, eta) <= many + 1e-9

    @given(st.floats(100, 9000), st.integers(1, 6), st.sampled_from(["rope", "block", "vehicle", "anchor"]))
    def test_the_weakest_is_the_first_to_go(self, pull: float, lines: int, at: PartAt) -> None:
        parts = [PartIn(name="a", at=at, wll_kg=2000.0), PartIn(name="b", at="vehicle", breaking_kg=12000.0)]
        got = rigging(
            RiggingIn(pull_kg=pull, lines=lines, winch_pull_kg=2500, rope_breaking_kg=8000, parts=parts)
        )
        margins = {"rope": 4000 / got.rope_kg, **{p.name: p.allowed_kg / p.carries_kg for p in got.parts}}
        assert margins[got.weakest] == min(margins.values())
        assert all(part.ok == (part.carries_kg <= part.allowed_kg + 1e-9) for part in got.parts)

    @given(st.sampled_from(list(RESISTANCE)), st.floats(-60, 60), st.floats(200, 9000))
    def test_it_never_pulls_back(self, ground: Ground, slope: float, mass: float) -> None:
        got = recovery_pull(RecoveryPullIn(mass_kg=mass, slope_deg=slope, surface=ground))
        assert 0 <= got.total_kg <= mass * 1.2 and got.with_margin_kg == pytest.approx(1.25 * got.total_kg)


class TestFindings:
    def test_a_part_without_a_rating_is_in_no_sum_and_a_stop(self, plover: Rig) -> None:
        old = KitPart(name="old shackle", sort="shackle", rigged_at="anchor")
        rig = rigged(plover, old)
        (stop,) = raised(rig, "recovery-point-unrated")
        assert stop.severity == "stop" and "old shackle" in stop.text
        winched = stands(rig).winched
        assert winched and winched.parts == () and stands(rig).unrated == ("old shackle",)
        assert not raised(left_out(rig, "old shackle"), "recovery-point-unrated")
        rated = replace(rig, figures={**rig.figures, "kit.old shackle.wll_kg": rig.figures["winch.rated_kg"]})
        assert not raised(rated, "recovery-point-unrated")

    def test_a_part_that_carries_too_much_and_more_lines_settle_nothing_at_the_anchor(
        self, plover: Rig
    ) -> None:
        strap = KitPart(name="strap", sort="strap")
        rig = rigged(weighing(plover, 2000), strap, kit__strap__wll_kg=2400.0)
        (stop,) = raised(rig, "part-too-weak")
        assert stop.severity == "stop" and "strap carries 2500 kg and may carry 2400 kg" in stop.text
        assert not raised(noted(rig, "plate", kit__strap__wll_kg=2600.0), "part-too-weak")

    def test_at_the_limit_within_the_doubt_it_is_measured(self, plover: Rig) -> None:
        strap = KitPart(name="strap", sort="strap")
        # As weighed on two axles its mass is known to some 15 kg, a quarter more of it to nearly 20.
        heavy = rigged(plover, strap)
        wanted = stands(heavy).with_margin_kg
        (close,) = raised(noted(heavy, "plate", kit__strap__wll_kg=wanted + 3), "part-too-weak")
        assert close.severity == "measure" and "±" in close.text
        assert any(each.figure for each in close.settled_by)

    @pytest.mark.parametrize(("rated", "severity"), [(2900.0, "watch"), (3100.0, None)])
    def test_a_winch_against_the_mass(self, plover: Rig, rated: float, severity: str | None) -> None:
        rig = rigged(weighing(plover, 2000), winch__rated_kg=rated)
        found = raised(rig, "winch-too-small")
        assert [each.severity for each in found] == ([severity] if severity else [])

    def test_the_mount_is_asked_for_until_somebody_notes_it(self, plover: Rig) -> None:
        rig = planned(plover, "winch 4300 kg rated 38 kg at -700")
        (asked,) = [f for f in assess(rig, "planned", on=TODAY).findings if f.code == "winch-frame"]
        assert asked.severity == "measure" and asked.change == 1
        strong = noted(rig, "plate", winch__mount_kg=6000.0)
        assert not [f for f in assess(strong, "planned", on=TODAY).findings if f.code == "winch-frame"]
        assert not raised(plover, "winch-frame")

    def test_a_mount_that_is_weaker_than_the_rope_pulls(self, plover: Rig) -> None:
        rig = rigged(weighing(plover, 2000), winch__mount_kg=1200.0)
        (weak,) = raised(rig, "part-too-weak")
        assert "winch mount and rails carries 1282 kg" in weak.text

    def test_rope_for_the_longest_pull(self, plover: Rig) -> None:
        rig = rigged(plover, aims__longest_pull_m=25.0)
        (short,) = raised(rig, "rope-too-short")
        assert short.severity == "note" and "18.9 m" in short.text
        assert not raised(noted(rig, "plate", winch__rope_length_m=27.0), "rope-too-short")

    def test_a_strap_that_does_not_stretch_is_never_jerked(self, plover: Rig) -> None:
        strap = KitPart(name="strap", sort="stretching rope")
        pull = Pull(name="sand", pulled_by="rope", surface="soft-wet-sand", rope="strap")
        rig = rigged(plover, strap, pull=pull, kit__strap__breaking_kg=60000.0, kit__strap__stretch_pct=2.0,
                     kit__strap__length_m=5.0, pulls__sand__speed_kmh=12.0, pulls__sand__pulling_kg=2500.0)  # fmt: skip
        stops = raised(rig, "part-too-weak")
        assert stops and all(each.severity == "stop" for each in stops)
        assert any("never jerked" in each.text for each in stops)


def left_out(rig: Rig, *names: str) -> Rig:
    """The rig whose first pull leaves these out."""
    (pull,) = rig.all(Pull)
    return with_records(rig, pulls=(pull.model_copy(update={"left_out": names}),))


class TestWhatCannotBe:
    @pytest.mark.parametrize(
        ("figures", "said"),
        [
            ({"pulls__dyke__rope_out_m": 19.5}, "may come off this drum"),
            ({"winch__drum_width_mm": 9.0}, "narrower than its rope"),
            ({"winch__rope_length_m": 1.0}, "wraps stay on the drum"),
        ],
    )
    def test_it_is_a_stop_and_says_why(self, plover: Rig, figures: dict[str, Any], said: str) -> None:
        rig = rigged(plover, **figures)
        assert any(said in each.text for each in raised(rig, "out-of-reach"))
        assert stands(rig).winched is None

    def test_a_bridle_that_pulls_apart(self, plover: Rig) -> None:
        pull = DYKE.model_copy(update={"bridle": True})
        rig = rigged(plover, pull=pull, pulls__dyke__left_deg=60.0, pulls__dyke__right_deg=61.0)
        assert any("121° between the legs" in each.text for each in raised(rig, "out-of-reach"))

    def test_too_fast_says_why(self, plover: Rig) -> None:
        rope = KitPart(name="rope", sort="stretching rope")
        pull = Pull(name="sand", pulled_by="rope", surface="bog", rope="rope")
        rig = rigged(plover, rope, pull=pull, kit__rope__breaking_kg=10000.0, kit__rope__stretch_pct=30.0,
                     kit__rope__length_m=9.0, pulls__sand__speed_kmh=20.0, pulls__sand__pulling_kg=2000.0)  # fmt: skip
        (stop,) = raised(rig, "out-of-reach")
        assert stop.severity == "stop" and "no recovery" in stop.text

    def test_what_is_missing_is_named_and_nothing_is_safe(self, plover: Rig) -> None:
        rig = with_records(plover, pulls=(DYKE,), kit=(KitPart(name="strap", sort="strap"),))
        got = stands(rig)
        # A slope that nobody noted is none that is level.
        assert (got.winched, got.slope_deg, got.with_margin_kg) == (None, None, None)
        assert [waits.path for waits in got.gaps] == ["pulls.dyke.slope_deg"]
        assert got.unrated == ("strap",)
        sloped = noted(rig, "plate", pulls__dyke__slope_deg=5.0)
        assert stands(sloped).winched is None and stands(sloped).gaps[0].path == "pulls.dyke.rope_out_m"
        paid = noted(sloped, "plate", pulls__dyke__rope_out_m=5.0)
        assert stands(paid).winched is None and stands(paid).gaps[0].path == "winch.rated_kg"

    def test_a_pull_beyond_the_makers_table_says_so(self, plover: Rig) -> None:
        one = DYKE.model_copy(update={"lines": 1})
        rig = with_records(rigged(weighing(plover, 2000), pull=one), winch_tables=(TABLE,),
                           batteries=(FoundBattery(name="starter"),))  # fmt: skip
        rig = noted(rig, "plate", batteries__starter__capacity_ah=100.0, batteries__starter__chemistry="lead")
        got = stands(rig)
        assert got.drawn is None and got.no_draw and "the maker's table goes from 0 to 4000 kg" in got.no_draw

    def test_a_table_whose_pull_falls_is_refused(self) -> None:
        with pytest.raises(ValueError, match="rises from line to line"):
            WinchTable(
                name="x", table_rows=(*TABLE.table_rows, WinchTableRow(pull_kg=3000, amps=1, m_per_min=1))
            )


class TestTrying:
    def tried(self, rig: Rig, **trial: Any) -> TriedPull:
        (pull,) = rig.all(Pull)
        return try_pull(laden(moment(rig, "today")), pull, PullTrial(**trial))

    def test_lines_are_added_until_it_is_enough_and_nothing_is_over(self, plover: Rig) -> None:
        strap = KitPart(name="strap", sort="strap")
        rig = rigged(weighing(plover, 2000), strap, kit__strap__wll_kg=2600.0)
        tried = self.tried(rig, lines=1)
        assert tried.stands and tried.stands.winched and not tried.stands.winched.enough
        assert [(row.lines, row.enough, row.too_weak) for row in tried.by_lines][:2] == [
            (1, False, ()),
            (2, True, ()),
        ]
        assert tried.by_lines[1].rope_kg == pytest.approx(2500 / 1.95)

    def test_a_slope_is_turned_and_nothing_is_kept(self, plover: Rig) -> None:
        rig = rigged(weighing(plover, 2000))
        steep = self.tried(rig, slope_deg=89.0).stands
        assert steep and steep.slope_kg == pytest.approx(2000 * math.sin(math.radians(89)))
        assert stands(rig).slope_kg == 0
        down = self.tried(rig, slope_deg=-60.0, mired="no", surface="road").stands
        assert down and down.total_kg == 0 and down.winched is None

    def test_more_rope_out_than_there_is_cannot_be(self, plover: Rig) -> None:
        tried = self.tried(rigged(plover), rope_out_m=40.0)
        assert tried.stands and tried.stands.winched is None and tried.stands.cannot[0].impossible

    def test_several_lines_are_turned_by_nothing(self, plover: Rig) -> None:
        rig = rigged(weighing(plover, 2000))
        turned = self.tried(rig, lines=1, redirected=True, redirect_deg=90.0).stands
        assert turned and turned.winched and turned.winched.advantage == 0.95
        both = self.tried(rig, lines=2, redirected=True, redirect_deg=90.0).stands
        assert both and both.winched and both.winched.advantage == pytest.approx(1.95)

    def test_on_a_vehicle_that_nobody_weighed_it_waits(self, plover: Rig) -> None:
        rig = rigged(plover)
        bare = replace(rig, figures={p: f for p, f in rig.figures.items() if p != "body.front_axle_kg"})
        tried = self.tried(bare)
        assert tried.stands is None and tried.waits_for and tried.waits_for.path == "body.front_axle_kg"


def test_one_line_turned_hangs_all_of_the_block_on_the_anchor() -> None:
    got = rigging(
        RiggingIn(pull_kg=1000, lines=1, winch_pull_kg=2000, rope_breaking_kg=8000, redirect_deg=0.0,
                  parts=[PartIn(name="strap", at="anchor", wll_kg=2500.0)])
    )  # fmt: skip
    # Legs that lie together give most: the rope before the block and behind it, 1000/0.95·(1 + 0.95).
    assert got.block_kg == pytest.approx(1000 / 0.95 * 1.95)
    assert got.parts[0].carries_kg == pytest.approx(got.block_kg)
    with pytest.raises(Refused, match="one line"):
        rigging(RiggingIn(pull_kg=1, lines=2, winch_pull_kg=1, rope_breaking_kg=1, redirect_deg=10.0))
