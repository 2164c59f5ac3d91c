"""What every answer about strength carries with it, and how a sentence begins with a name."""

FIRST_LOOK = (
    "A first look that can say no and never proves a yes: the material, the welds, the edges, fatigue and what it is "
    "fastened to are not in it; an engineer decides."
)


def first_letter(name: str) -> str:
    """A name that a builder gave, as a sentence begins."""
    return name[:1].upper() + name[1:]
