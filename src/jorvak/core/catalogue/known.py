"""How a figure is known that somebody writes down without saying so."""

from jorvak.core.catalogue.rows import SHEET
from jorvak.core.catalogue.spec import FigureSpec
from jorvak.core.rig import Known


def known_by(spec: FigureSpec) -> Known:
    """What is stamped, a word, or in a sheet is from a plate; all else was measured, and may be off by as much.

    >>> from jorvak.core.catalogue import spec_of
    >>> known_by(spec_of("body.permitted_kg")), known_by(spec_of("front_suspension.motion_ratio"))
    ('plate', 'measured')
    """
    stamped = spec.kind == "limit" or spec.shape != "number" or spec.how == SHEET
    return "plate" if stamped else "measured"
