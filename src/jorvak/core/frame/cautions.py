"""What every answer about strength carries with it."""

FIRST_LOOK = (
    "A first look that can say no and never proves a yes: the material, the welds, the edges, fatigue and what it is "
    "fastened to are not in it; an engineer decides."
)
