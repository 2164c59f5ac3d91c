"""What each kind of change does to a rig's figures, its points and its weight."""

from dataclasses import replace
from typing import Any

import pytest

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.catalogue import checked, spec_of, usual_doubt
from jorvak.core.engine.moment import moment
from jorvak.core.findings import Finding
from jorvak.core.plan.cautions import CAUTIONS
from jorvak.core.plan.kinds import aboard_of, draft, kinds, masses_of, title_of
from jorvak.core.plan.line import read_line
from jorvak.core.plan.shorthand import forms_of, read_fields
from jorvak.core.quantities import INCH
from jorvak.core.rig import Change, Figure, Rig
from jorvak.core.stance.area import StanceResults
from tests.conftest import TODAY, demo, planned, that_takes

EFFECTS: list[tuple[str, dict[str, Any]]] = [
    ("wheels 8 20", {"wheels.front_left.offset_mm": 20.0, "wheels.spare.rim_width_in": 8.0}),
    ("wheel-spacers 25 rear", {"wheels.rear_right.spacer_mm": 25.0, "wheels.front_left.spacer_mm": None}),
    ("speedometer converter", {"speedometer.correction": "yes"}),
    (
        "springs front 448 38",
        {"front_suspension.free_length_mm": 448.0, "front_suspension.rate_n_per_mm": 38.0},
    ),
    ("spacer 30 front", {"front_suspension.spacer_mm": 30.0, "rear_suspension.spacer_mm": None}),
    ("blocks 38", {"rear_suspension.block_mm": 38.0}),
    ("shackles 40 rear", {"rear_suspension.shackle_mm": 40.0}),
    ("lift 50 arch rear", {"rear_suspension.arch_mm": 50.0, "rear_suspension.direct_mm": None}),
    ("lift front 50", {"front_suspension.direct_mm": 50.0}),
    ("body-lift 30", {"body.front_lift_mm": 30.0, "body.rear_lift_mm": 30.0}),
    (
        "shocks rear 380 620",
        {"rear_suspension.shock_closed_mm": 380.0, "rear_suspension.shock_open_mm": 620.0},
    ),
    ("bump-stops 20 front", {"front_suspension.bump_stop_mm": 20.0, "front_suspension.bump_mm": 65.0}),
    ("track-bar adjustable", {"steering.track_bar": "adjustable"}),
    ("arms 2 deg", {"steering.caster_gained_deg": 2.0}),
    ("hoses 60 front", {"front_suspension.hose_spare_mm": 180.0}),
    ("trim 25 front bumper", {"points.front bumper.z_mm": 477.0}),
    ("trim 20 case guard", {"points.case guard.z_mm": 306.0}),
    ("case 2.74", {"transfer.low_ratio": 2.74, "transfer.high_ratio": 1.0}),
    ("box 4.30 2.40 1.50 1.00 0.80", {"gearbox.gears": (4.3, 2.4, 1.5, 1.0, 0.8)}),
    ("axle rear 4.10", {"rear_axle.ratio": 4.1, "front_axle.ratio": 41 / 11}),
    ("shaft rear 35", {"rear_shaft.engaged_mm": 113.0}),
    ("rack 150 28 kg at 1500", {"body.height_mm": 2020.0}),
]


@pytest.mark.parametrize(("line", "figures"), EFFECTS, ids=[line for line, _ in EFFECTS])
def test_what_a_kind_sets(plover: Rig, line: str, figures: dict[str, Any]) -> None:
    gaps = {path: figure for path, figure in demo(0).figures.items() if path.startswith("gaps.")}
    rig = that_takes(replace(plover, figures={**plover.figures, **gaps}), line)
    here = moment(planned(rig, line), "planned").here
    for path, value in figures.items():
        got = here[path].value if path in here else None
        assert got == (pytest.approx(value) if isinstance(value, float) else value), path


@pytest.mark.parametrize("line", [line for line, _ in EFFECTS])
def test_every_figure_that_a_kind_sets_is_one_that_a_rig_can_have(plover: Rig, line: str) -> None:
    here = moment(planned(that_takes(plover, line), line), "planned")
    for path in here.set_by:
        if path in here.here:
            checked(path, here.here[path].value)


@pytest.mark.parametrize(
    "line", ["spacer 30 front", "blocks 38 rear", "shackles 40 rear", "body-lift 30", "hoses 60"]
)
def test_what_stacks_adds_up(plover: Rig, line: str) -> None:
    once, twice = (moment(planned(that_takes(plover, line), *([line] * n)), "planned") for n in (1, 2))
    for path in once.set_by:
        found = plover.figures[path].value if path in plover.figures else 0.0
        assert twice.here[path].value - found == pytest.approx(2 * (once.here[path].value - found))


def test_a_bumper_takes_the_place_of_the_points_as_found(plover: Rig) -> None:
    fields = {"axle": "front", "overhang_mm": 720.0, "lowest_z_mm": 520.0}
    rig = replace(plover, changes=(Change(id=1, kind="bumper", fields=fields, mass_kg=48, mass_x_mm=-700),))
    before, after = (
        assess(rig, stage).results.of(StanceResults).angles.value for stage in ("as-found", "planned")
    )
    assert before and after and before.approach and after.approach
    assert after.approach.deg > before.approach.deg
    assert len(after.points) == len(before.points)


def test_a_bumper_on_a_rig_without_points_brings_its_own() -> None:
    bare = Rig(name="Bare", figures={"body.wheelbase_mm": Figure(2500.0)})
    fields = {"axle": "rear", "overhang_mm": 900.0, "lowest_z_mm": 480.0}
    here = moment(replace(bare, changes=(Change(id=1, kind="bumper", fields=fields),)), "planned")
    assert here.points == {"rear bumper": "frame"}
    assert here.here["points.rear bumper.x_mm"].value == 3400


@pytest.mark.parametrize(
    ("kind", "fields", "mass", "kilograms"),
    [
        ("tyres", {"size": "285/75R17", "heavier_each_kg": 6.2}, None, [12.4, 18.6]),
        ("tank", {"volume_l": 90.0, "holds": "diesel"}, 18, [18, 75.6]),
        ("tank", {"volume_l": 10.0, "holds": "petrol"}, None, [7.45]),
        ("storage", {"name": "drawers", "carries_kg": 35.0}, 62, [62, 35]),
        ("storage", {"name": "drawers"}, 62, [62]),
        ("winch", {}, 38, [38]),
        ("winch", {}, None, []),
        ("gears", {"ratio": 4.1}, None, []),
    ],
)
def test_what_a_kind_weighs(
    kind: str, fields: dict[str, Any], mass: float | None, kilograms: list[float]
) -> None:
    change = Change(kind=kind, fields=fields, mass_kg=mass, mass_x_mm=100)
    assert [each.kg for each in (*masses_of(change), *aboard_of(change))] == pytest.approx(kilograms)


@pytest.mark.parametrize("kind", kinds().values(), ids=list(kinds()))
def test_every_kind_has_a_form_that_says_what_it_wants(kind: Any) -> None:
    for form in forms_of(kind.fields):
        assert form.label and not form.label.endswith("_mm")
        assert form.example or form.yes_no, form.key
        assert (
            (form.quantity is not None)
            == form.key.rsplit("_", 1)[-1].startswith(
                (
                    "mm",
                    "kg",
                    "kpa",
                    "deg",
                    "l",
                    "in",
                    "ah",
                    "a",
                    "w",
                    "m",
                    "h",
                    "pct",
                    "kw",
                    "nm",
                    "rpm",
                    "km",
                    "100km",
                )
            )
            or form.key.endswith(("ratio", "count", "teeth"))
            or not form.number
        )


@pytest.mark.parametrize("kind", kinds().values(), ids=list(kinds()))
def test_a_form_that_is_left_empty_names_what_is_missing(kind: Any) -> None:
    required = [form for form in forms_of(kind.fields) if form.required]
    if not required:
        assert read_fields(kind, {}) == {}
        return
    with pytest.raises(Refused) as refused:
        read_fields(kind, {})
    assert refused.value.field == f"fields.{required[0].key}"


@pytest.mark.parametrize(
    ("kind", "fields", "field"),
    [
        ("springs", {"axle": "middle", "free_length_mm": 448.0, "rate_n_per_mm": 38.0}, "fields.axle"),
        (
            "springs",
            {"axle": "front", "free_length_mm": -4.0, "rate_n_per_mm": 38.0},
            "fields.free_length_mm",
        ),
        ("springs", {"axle": "front", "free_length_mm": 448.0, "rate_n_per_mm": 0.0}, "fields.rate_n_per_mm"),
        ("blocks", {"thickness_mm": 0.0}, "fields.thickness_mm"),
        ("tank", {"volume_l": 90.0, "holds": "beer"}, "fields.holds"),
        ("gearbox", {"gears": "four of them"}, "fields.gears"),
        ("trim", {"what": "", "by_mm": 3.0}, "fields.what"),
        ("lift", {"height_mm": 50.0, "colour": "red"}, "fields.colour"),
    ],
)
def test_fields_that_cannot_be_are_refused_by_their_path(
    kind: str, fields: dict[str, Any], field: str
) -> None:
    with pytest.raises(Refused) as refused:
        draft(kind, fields)
    assert refused.value.field == field and refused.value.message


@pytest.mark.parametrize("kind", kinds().values(), ids=list(kinds()))
def test_a_title_is_short_and_in_the_trades_words(kind: Any) -> None:
    example = {form.key: form.example.split(" or ")[0] for form in forms_of(kind.fields) if form.required}
    made = draft(kind.name, read_fields(kind, example))
    change = Change(kind=kind.name, fields=made.fields)
    assert 2 < len(title_of(change)) < 60 and "_" not in title_of(change)
    for job in kind.jobs(kind.fields.model_validate(made.fields)):
        assert set(job.cautions) <= set(CAUTIONS.values())
        assert all(step[0].isupper() and step.endswith((".", "?")) for step in job.steps)


@pytest.mark.parametrize(
    ("path", "value", "known", "off"),
    [
        ("body.wheelbase_mm", 2740.0, "measured", 3),
        ("body.wheelbase_mm", 2740.0, "plate", 5),
        ("body.wheelbase_mm", 2740.0, "assumed", 15),
        ("body.wheelbase_mm", 2740.0, "worked out", 15),
        ("steering.caster_deg", 3.4, "measured", 0.3),
        ("steering.caster_deg", 3.4, "assumed", 2),
        ("steering.caster_low_deg", 2.0, "plate", 0),
        ("body.front_axle_kg", 1000.0, "measured", 10),
        ("body.front_axle_kg", 1000.0, "plate", 30),
        ("body.front_axle_kg", 1000.0, "assumed", 100),
        ("body.permitted_kg", 2850.0, "plate", 0),
        ("engine.torque_nm", 400.0, "plate", 20),
        ("engine.torque_nm", 400.0, "assumed", 60),
        ("engine.idle_rpm", 700.0, "measured", 14),
        ("engine.power_kw", 100.0, "assumed", 15),
        ("rear_axle.ratio", 4.0, "plate", 0),
        ("rear_axle.ratio", 4.0, "measured", 0.08),
        ("rear_axle.ratio", 4.0, "assumed", 0.12),
        ("wheels.spare.offset_mm", 35.0, "plate", 0),
        ("wheels.spare.bolt_circle_mm", 139.7, "measured", 0.05),
        ("wheels.spare.pressure_kpa", 240.0, "measured", 5),
        ("wheels.spare.pressure_kpa", 240.0, "assumed", 20),
        ("front_suspension.rate_n_per_mm", 34.0, "plate", 1.7),
        ("speedometer.top_speed_kmh", 160.0, "measured", 0.5),
        ("aims.cruise_kmh", 95.0, "assumed", 0),
        ("transfer.drive", "part-time", "plate", 0),
        ("parts.winch.mass_kg", 40.0, "measured", 0.4),
        ("gaps.liner.x_mm", 470.0, "assumed", 15),
    ],
)
def test_how_far_a_figure_may_be_off_where_nobody_said(path: str, value: Any, known: Any, off: float) -> None:
    assert usual_doubt(spec_of(path), value, known) == pytest.approx(off)


@pytest.mark.parametrize(
    ("line", "metric", "inches"),
    [
        ("lift front 40", "lift 40 front", "lift 1 9/16 in front"),
        ("tank 90 diesel at 3100", "tank 90 l diesel", "tank 95.1 qt diesel"),
        ("winch rated 4300 kg 38 kg at -520", "winch rated 4300 kg", "winch rated 9480 lb"),
        ("shaft rear -35", "shaft rear -35", "shaft rear -1 3/8 in"),
        ("body lift 30", "body lift 30", "body lift 1 3/16 in"),
    ],
)
def test_a_title_is_in_the_units_of_whoever_reads_it(line: str, metric: str, inches: str) -> None:
    made = read_line(line, Rig("X")).draft
    assert made is not None
    change = made.as_change(id=1)
    assert (title_of(change), title_of(change, INCH)) == (metric, inches)


class TestAnotherEngine:
    def changed(self, rig: Rig, **fields: Any) -> Rig:
        change = draft("engine", {"name": "diesel from the donor", **fields}).as_change(id=1, state="chosen")
        return replace(rig, changes=(change,))

    def codes(self, rig: Rig) -> list[Finding]:
        return [each for each in assess(rig, "planned", on=TODAY).findings if each.code == "mounts-unknown"]

    def test_its_figures_take_the_place_of_the_old_ones_and_what_is_not_given_is_unknown(
        self, plover: Rig
    ) -> None:
        here = moment(self.changed(plover, power_kw=150.0, idle_rpm=800.0), "planned").here
        assert here["engine.power_kw"].value == 150 and here["engine.idle_rpm"].value == 800
        assert "engine.torque_nm" not in here and "engine.cylinders" not in here
        assert moment(plover, "planned").here["engine.torque_nm"].value == 360

    def test_mounts_signals_and_cooling_are_asked_for_until_they_are_noted(self, plover: Rig) -> None:
        (found,) = self.codes(self.changed(plover, mounts="new plates"))
        assert found.severity == "measure" and "its signals and its cooling" in found.text
        assert self.codes(self.changed(plover, mounts="plates", signals="own loom", cooling="its own")) == []
        (box,) = self.codes(planned(plover, "box 4.30 2.40 1.50 1.00 0.80"))
        assert "its mounts and its signals" in box.text

    @pytest.mark.parametrize(
        ("key", "words"),
        [
            ("exhaust", "straight pipe without catalyst"),
            ("name", "diesel, dpf delete"),
            ("signals", "EGR off"),
            ("exhaust", "no particle filter"),
        ],
    )
    def test_without_its_exhaust_treatment_it_is_not_planned(self, plover: Rig, key: str, words: str) -> None:
        with pytest.raises(Refused, match="does not plan it"):
            draft("engine", {key: words})
        assert draft("engine", {"exhaust": "left, catalyst as it came"})
