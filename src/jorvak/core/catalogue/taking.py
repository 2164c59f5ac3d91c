"""Where one stands or lies while a figure is taken, and about how long it takes."""

from jorvak.core.catalogue import rows
from jorvak.core.catalogue.spec import FigureSpec
from jorvak.core.immutable import record
from jorvak.core.places import ENDS, POSITIONS


@record(frozen=True, slots=True)
class Taking:
    """``station``: where one stands or lies. Minutes to get ready for all that is taken there, and for each."""

    station: str
    ready_min: float
    each_min: float


# By how a figure is taken: minutes to get ready, and for each. Source: a first guess at a home builder's pace.
_MINUTES = {
    rows.SCALE: (30.0, 5.0),
    rows.TWO_SCALES: (45.0, 15.0),
    rows.FOUR_SCALES: (45.0, 5.0),
    rows.KITCHEN_SCALE: (2.0, 1.0),
    rows.STAND: (20.0, 4.0),
    rows.BENCH: (10.0, 3.0),
    rows.CALLIPER: (5.0, 3.0),
    rows.ROLL: (5.0, 5.0),
    rows.TURNS: (10.0, 5.0),
    rows.LEVEL: (3.0, 2.0),
    rows.TAPE: (2.0, 2.0),
    rows.UP: (2.0, 2.0),
    rows.SHEET: (3.0, 1.0),
}
_OTHERWISE = (2.0, 3.0)
_STATIONS = {
    rows.SCALE: "on the scale",
    rows.TWO_SCALES: "on the scale",
    rows.FOUR_SCALES: "on the scale",
    rows.KITCHEN_SCALE: "with a kitchen scale",
    rows.SHEET: "at the plate and the papers",
    rows.BENCH: "at the bench",
    rows.CALLIPER: "at the bench",
    rows.ROLL: "rolling straight on",
}
_UNDER_THE_MIDDLE = ("engine", "gearbox", "transfer", "front_shaft", "rear_shaft")


def taking(spec: FigureSpec) -> Taking:
    """How the figure of ``spec`` is taken.

    >>> from jorvak.core.catalogue import spec_of
    >>> taking(spec_of("body.front_axle_kg"))
    Taking(station='on the scale', ready_min=30.0, each_min=5.0)
    >>> taking(spec_of("body.front_left_ride_mm")).station
    'at the front left wheel'
    """
    ready, each = _MINUTES.get(spec.how, _OTHERWISE)
    return Taking(_STATIONS.get(spec.how) or _by_place(spec), ready, each)


def _by_place(spec: FigureSpec) -> str:
    """Where on the vehicle, for what is taken on it."""
    for position in POSITIONS:
        if position in spec.path:
            return f"at the {position.replace('_', ' ')}{'' if position == 'spare' else ' wheel'}"
    for end in ENDS:
        if spec.how == rows.STAND and end in spec.path:
            return f"on stands, {end} axle hanging"
    spot = spec.spot
    if spec.path.split(".")[0] in _UNDER_THE_MIDDLE:
        return "under the middle"
    if spot is None or spot.own is not None:
        return "under and around it"
    if spot.beyond is not None:
        return "in front of it" if spot.beyond == "front" else "behind it"
    if 0 < spot.along < 1:
        return "beside it"
    return "at the rear axle" if spot.along else "at the front axle"
