"""The cautions that go with the work. They stand where it is planned and on the job's card."""

from typing import Literal

Caution = Literal[
    "stands",
    "battery",
    "springs",
    "fuel",
    "welding",
    "winch",
    "cutting",
    "brakes",
    "mass",
    "local-code",
    "traction",
]

CAUTIONS: dict[Caution, str] = {
    "stands": "Stands rated for the load, on hard ground, under a strong point; never under a jack alone. "
    "Wheels chocked: with a shaft out, “park” holds nothing.",
    "battery": "Battery off before wiring or welding. Airbags and belt tensioners: battery off and the maker's "
    "waiting time; trained people only.",
    "traction": "A drive battery kills: cut off, locked, and proved dead with a meter by somebody licensed for it before a "
    "cover is opened. A pack that was struck or swells stays outside, away from everything.",
    "springs": "Springs and torsion bars store enough to kill: proper compressors, tension let off first, nobody in line.",
    "fuel": "Petrol vapour, tanks, fuel lines: no sparks, ventilation; a petrol smell in the cabin stops the trip.",
    "welding": "Welding: fire watch, galvanised and coated steel gives poisonous fume, disconnect electronics. "
    "Structural, steering and brake welding is for certified welders and, in many places, needs an engineer's approval.",
    "winch": "Line clear of people by more than its length, damper, gloves, never step over it, never join with a hook "
    "on a recovery ball; rated points only. Stretching ropes kill.",
    "cutting": "Cutting and grinding: eyes, ears, lungs.",
    "brakes": "Brakes, steering, seat belts and their mountings: by the maker's data; have them inspected.",
    "mass": "Stiffer springs or bigger brakes never raise the permitted mass. Only the authority does.",
    "local-code": "Ride height, tyre cover, lighting, noise, mass and modification rules differ by country and state: "
    "Jorvak computes, the local code and a licensed engineer or inspector decide. A torque or a limit in the "
    "vehicle's own manual beats anything computed here.",
}
