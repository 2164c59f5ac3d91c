"""What lines of a notebook are to a rig: figures with how each is known, points and gaps that come with them, its brief."""

from collections.abc import Sequence
from dataclasses import replace
from datetime import date
from typing import Any

from jorvak.core.catalogue import known_by, spec_of
from jorvak.core.engine.moment import written_down
from jorvak.core.immutable import record
from jorvak.core.notebook.reader import Read
from jorvak.core.rig import Carrier, Figure, Known, Rig
from jorvak.core.stance.records import Gap

ON_AXLE = (("front differential", "front-axle"), ("rear differential", "rear-axle"))


@record(frozen=True, slots=True)
class Noting:
    """What several lines come to, as one write: figures by path, points and gaps that are new, columns of the brief."""

    figures: dict[str, Figure]
    points: dict[str, Carrier]
    gaps: tuple[Gap, ...]
    brief: dict[str, Any]


def noting(rig: Rig, reads: Sequence[Read], on: date, by: str) -> Noting:
    """What lines that were read are to a rig; those that ask are left out."""
    figures: dict[str, Figure] = {}
    points: dict[str, Carrier] = {}
    gaps: dict[str, Gap] = {}
    brief: dict[str, Any] = {}
    here = {gap.name for gap in rig.all(Gap)}
    for read in reads:
        for path, value in read.figures.items():
            family, name, *_ = (*path.split("."), "")
            if family == "brief":
                brief[name] = value
                continue
            if family == "points" and name not in rig.points:
                points[name] = read.carriers.get(name, _carrier(name))
            if family == "gaps" and name not in here:
                gaps[name] = Gap(name=name)
            figures[path] = _figure(rig, path, value, read, on, by)
    return Noting(figures, points, tuple(gaps.values()), brief)


def _carrier(name: str) -> Carrier:
    """What carries a point of that name; the frame where nothing else is said by it."""
    known = next((carrier for of, carrier in ON_AXLE if of in name), "frame")
    return "body" if name.startswith("sill") else known  # type: ignore[return-value]


def _figure(rig: Rig, path: str, value: Any, read: Read, on: date, by: str) -> Figure:
    known: Known = "assumed" if read.guessed else known_by(spec_of(path))
    return replace(written_down(rig, path, value, known, on, by), note=read.note)
