"""The headline figures of load: what a builder looks at first, with its working."""

from jorvak.core.engine.areas import Shown

HEADLINES = (
    Shown("total_kg", "mass, nobody in it", 0, "load", "total_kg",
              "{body.front_axle_kg|front axle} + {body.rear_axle_kg|rear axle} + {=load.load.added_kg|what changes add}",
              "weighbridge, and what the changes say", rank=140),
    Shown("payload_kg", "payload left", 0, "load", "payload_kg",
              "{body.permitted_kg|permitted} − {=load.load.total_kg|mass}", "data plate", rank=150),
    Shown("front_axle_left_kg", "left on the front axle", 0, "load", "front_left_kg",
              "{body.permitted_front_kg|permitted} − {=load.load.front_kg|on it}", "moments about the front axle", rank=160),
    Shown("rear_axle_left_kg", "left on the rear axle", 0, "load", "rear_left_kg",
              "{body.permitted_rear_kg|permitted} − {=load.load.rear_kg|on it}", "moments about the front axle", rank=170),
)  # fmt: skip
