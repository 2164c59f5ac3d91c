"""The headline figures of stance: what a builder looks at first, with its working."""

from jorvak.core.engine.areas import Shown

_ANGLE = (
    "atan((h − r) ÷ a) + asin(r ÷ √(a² + (h − r)²)), h and a of the deciding point from the tyre of radius r"
)
_J1100 = "tangents to the static loaded tyre arcs, as in SAE J1100"


HEADLINES = (
    Shown("under_differentials_mm", "more under the differentials", 0, "under_differentials_mm", "",
              "{=rolling.rear_tyre.static_radius_mm|loaded radius} − {found=rolling.rear_tyre.static_radius_mm|as found}, the lower of both axles",
              "static loaded radius ≈ 0.46 × diameter, or as measured", rank=60, change=True),
    Shown("front_lift_mm", "ride height change, front", 0, "lift", "front.frame_rise_mm",
              "{=stance.lift.front.axle_rise_mm|tyres} + {=stance.lift.front.suspension_lift_mm|springs, spacers and what they carry}",
              "loaded length = free length − load ÷ rate; a spacer lifts its thickness ÷ motion ratio", rank=70, change=True),
    Shown("rear_lift_mm", "ride height change, rear", 0, "lift", "rear.frame_rise_mm",
              "{=stance.lift.rear.axle_rise_mm|tyres} + {=stance.lift.rear.suspension_lift_mm|springs, spacers and what they carry}",
              "loaded length = free length − load ÷ rate; a spacer lifts its thickness ÷ motion ratio", rank=80, change=True),
    Shown("ground_clearance_mm", "lowest point", 0, "angles", "ground_clearance_mm",
              "height as found + what carries the point rises: an axle by its tyres, the frame by springs too, the body by all",
              "geometry", rank=90),
    Shown("approach_deg", "approach", 1, "angles", "approach.deg", _ANGLE, _J1100, rank=100),
    Shown("breakover_deg", "breakover", 1, "angles", "breakover.deg",
              f"that from the front tyre + that from the rear tyre, each {_ANGLE}", _J1100, rank=110),
    Shown("departure_deg", "departure", 1, "angles", "departure.deg", _ANGLE, _J1100, rank=120),
    Shown("height_mm", "overall height", 0, "height", "height_mm",
              "{body.height_mm|height} + the larger of {=stance.lift.front.body_rise_mm|body up, front} and {=stance.lift.rear.body_rise_mm|rear}",
              "geometry", rank=130),
)  # fmt: skip
