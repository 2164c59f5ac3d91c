"""The headline figures of load: what a builder looks at first, with its working."""

from jorvak.core.engine.areas import Shown
from jorvak.core.engine.result import Result
from jorvak.core.load.results import Load
from jorvak.core.quantities import Preset


def _worst(laden: Result[Load], _preset: Preset) -> str | None:
    return (
        None
        if laden.value is None or laden.value.worst is None
        else f"left on the {laden.value.worst} axle, laden"
    )


HEADLINES = (
    Shown("total_kg", "mass, nobody in it", 0, "load", "total_kg",
              "{body.front_axle_kg|front axle} + {body.rear_axle_kg|rear axle} + {=load.load.added_kg|what changes add}",
              "weighbridge, and what the changes say", rank=140),
    Shown("payload_kg", "payload left, nobody in it", 0, "load", "payload_kg",
              "{body.permitted_kg|permitted} − {=load.load.total_kg|mass}", "data plate", rank=145, wants=("body.permitted_kg",)),
    Shown("payload_laden_kg", "payload left, laden", 0, "laden", "payload_kg",
              "{body.permitted_kg|permitted} − {=load.laden.total_kg|mass with all aboard}", "data plate", rank=150, wants=("body.permitted_kg",)),
    Shown("worst_axle_left_kg", "left on the fuller axle, laden", 0, "laden", "worst_left_kg",
              "the lesser of {body.permitted_front_kg|permitted in front} − {=load.laden.front_kg|on it} and "
              "{body.permitted_rear_kg|permitted behind} − {=load.laden.rear_kg|on it}",
              "moments about the front axle", rank=160, label_with=_worst,
          wants=("body.permitted_front_kg", "body.permitted_rear_kg")),
)  # fmt: skip
