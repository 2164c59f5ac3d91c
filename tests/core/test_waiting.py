"""All that a result waits for, and forms of what is measured in one go."""

from dataclasses import replace

import pytest

from jorvak.core.assess import assess
from jorvak.core.catalogue import spec_of
from jorvak.core.catalogue.together import together
from jorvak.core.engine.areas import areas
from jorvak.core.places import POSITIONS
from jorvak.core.rig import Figure, Rig
from jorvak.core.waiting import all_waits, example_of, waits_for_all
from tests.conftest import demo

WAITING = [
    (name, each)
    for name, area in areas().items()
    for each in area.says
    if waits_for_all(Rig("X"), "as-found", name, each)
]


@pytest.mark.parametrize(("area", "name"), WAITING)
def test_once_all_of_it_is_noted_the_result_is_there(area: str, name: str) -> None:
    rig = Rig("X")
    paths = waits_for_all(rig, "as-found", area, name)
    assert len(paths) == len(set(paths))
    figures = {path: Figure(example_of(spec_of(path)), "measured") for path in paths}
    result = assess(replace(rig, figures=figures), "as-found").results.result(area, name)
    # What is no figure, underside points, is asked for in words.
    assert result.value is not None or (result.waits_for is not None and result.waits_for.path is None)


def test_axle_loads_want_both_weights_and_the_wheelbase() -> None:
    waits = all_waits(Rig("X"), "as-found")["axle loads and payload"]
    assert set(waits) == {"body.front_axle_kg", "body.rear_axle_kg", "body.wheelbase_mm"}
    weighed = Rig("X", figures={"body.front_axle_kg": Figure(1090.0)})
    assert "body.front_axle_kg" not in all_waits(weighed, "as-found")["axle loads and payload"]


def test_what_is_whole_waits_for_nothing() -> None:
    assert "axle loads and payload" not in all_waits(demo(0), "planned")


def test_every_form_names_figures_that_there_are() -> None:
    titles = [form.title for form in together()]
    assert len(titles) == len(set(titles)) == 6
    for form in together():
        paths = [*form.paths, *(f"wheels.{wheel}.{key}" for key in form.at_each_wheel for wheel in POSITIONS)]
        assert paths and all(spec_of(path).label for path in paths)
