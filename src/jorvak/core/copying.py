"""A vehicle copied: as another plan of it, or as its figures alone."""

from dataclasses import replace
from typing import Literal

from jorvak.core.engine.asking import as_found_values
from jorvak.core.engine.moment import moment
from jorvak.core.records import record_types
from jorvak.core.rig import Figure, Rig, some_of

CopyOf = Literal["plan", "figures"]


def copied(rig: Rig, name: str, what: CopyOf) -> Rig:
    """``rig`` under another name. ``figures``: as it was found, without its plan and all that was decided of it.

    What was measured with changes on the vehicle is taken back to how it was found, as results do.
    """
    # A copy is paper: the work of the shop is that of the vehicle that stands in it.
    brief = rig.brief.model_copy(update={"shop": None})
    if what == "plan":
        return replace(rig, name=name, brief=brief)
    values = as_found_values(moment(rig, "as-found", with_doubt=False))
    figures = {path: _as_found(figure, values.get(path)) for path, figure in rig.figures.items()}
    own = {kind.model: rig.all(kind.model) for kind in record_types().values() if kind.figures is not None}
    return Rig(name, rig.vehicle, rig.form, brief, figures, rig.points, (), some_of(own))


def _as_found(figure: Figure, value: float | None) -> Figure:
    bare = replace(figure, taken=None, fitted_after=())
    return bare if value is None else replace(bare, value=value)
