"""All that a result waits for, and not only what it comes to first."""

from dataclasses import replace

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import BadFigure, FigureSpec, spec_of
from jorvak.core.engine.areas import Results, areas
from jorvak.core.engine.moment import Stage, moment
from jorvak.core.plan.line import read_figure
from jorvak.core.rig import Figure, Rig, Value

MOST = 30


def waits_for_all(rig: Rig, stage: Stage, area: str, name: str) -> tuple[str, ...]:
    """The figures without which a result cannot be had, in the order in which it asks for them.

    Each that is missing is given the value of its example, and the result asked again: what it waits for then is next.
    Where what follows depends on the value, it is what it would be for that one. Raises Refused on ``stage``.
    """
    found: list[str] = []
    while len(found) < MOST:
        waits = Results(moment(rig, stage, with_doubt=False)).result(area, name).waits_for
        if waits is None or waits.path is None or waits.path in found:
            break
        found.append(waits.path)
        try:
            value = example_of(spec_of(waits.path))
        except (BadFigure, Refused):
            break
        rig = replace(rig, figures={**rig.figures, waits.path: Figure(value, "assumed")})
    return tuple(found)


def example_of(spec: FigureSpec) -> Value:
    """A value that a figure may have: what is typical, else the first of its examples."""
    value: Value = (
        spec.typical if spec.typical is not None else read_figure(spec, spec.example.split(" or ")[0])
    )
    return value


def all_waits(rig: Rig, stage: Stage) -> dict[str, tuple[str, ...]]:
    """By what a builder calls it: each result that waits for a figure, and all that it waits for."""
    results = Results(moment(rig, stage, with_doubt=False))
    return {
        label: waits_for_all(rig, stage, name, each)
        for name, area in areas().items()
        for each, label in area.says.items()
        if (waits := results.result(name, each).waits_for) is not None and waits.path is not None
    }
