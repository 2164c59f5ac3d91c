"""The line on screen: a figure by its own words, as a notebook has it, or a change."""

from datetime import date

from jorvak.core.calculation import Refused
from jorvak.core.notebook.reader import read_note
from jorvak.core.plan.line import read_line
from jorvak.core.plan.typed import Noted, Typed
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Rig


def read_typed(text: str, rig: Rig, preset: Preset = METRIC, on: date | None = None) -> Typed:
    """Read what is typed in the line. Raises Refused on ``line`` with what was understood and what would work.

    >>> read_typed("front track 1520", Rig(name="Plover")).path
    'body.front_track_mm'
    """
    try:
        return read_line(text, rig, preset)
    except Refused as refused:
        read = read_note(text, preset, on, rig)
        if read.change is not None and read.ask is None:
            return Typed(means="change", draft=read.change, title=read.change.title)
        if not read.figures:
            raise Refused("line", read.ask or refused.message) from None
    for path in read.figures:
        family, name, *_ = (*path.split("."), "")
        if family == "brief" or (family == "points" and name not in rig.points) or family == "gaps":
            raise Refused(
                "line", f"{text}: the notebook on the Rig sheet takes that, with all that goes with it."
            )
    first, *more = read.figures.items()
    return Typed(
        means="figure",
        path=first[0],
        value=first[1],
        more=tuple(Noted(path, value) for path, value in more),
        known="assumed" if read.guessed else None,
        title=text.strip()[:120],
    )
