"""Load: a mass dragged, and things stowed in the places that a vehicle has."""

import random
from collections.abc import Iterator
from functools import partial

from jorvak.core.load.stow import StowIn, StowItem, StowPlace, stow
from tools.bench import Client, Row, against, pace_now, timed

PLACES = (
    ("left drawer", 2600, -380, 820, 60), ("right drawer", 2600, 380, 820, 60), ("left box", 2550, -420, 1150, 40),
    ("right box", 2550, 420, 1150, 40), ("footwell", 1750, 0, 650, 45), ("floor", 2200, 60, 700, 80),
    ("roof", 1500, 0, 1950, 75), ("carrier", 3700, -300, 1000, 60), ("left seat", 1900, -300, 800, 30),
    ("right seat", 1900, 300, 800, 30), ("roof box", 1900, 0, 2050, 40), ("door", 3500, 200, 1100, 15),
)  # fmt: skip


def question(things: int, places: int, seed: int) -> StowIn:
    """So many things of a trip, some of which go only where they fit, in so many places."""
    chance = random.Random(seed)
    names = [name for name, *_ in PLACES[:places]]
    lighter = (20 / things) ** 0.5
    items = [
        StowItem(
            name=f"thing {n}",
            mass_kg=round(chance.choice([chance.uniform(0.5, 6), chance.uniform(4, 14), chance.uniform(10, 28)]) * lighter, 1),
            at=None if chance.random() < 0.4 else chance.sample(names, chance.randint(2, 5)),
        )
        for n in range(things)
    ]  # fmt: skip
    at = [StowPlace(name=name, x_mm=x, y_mm=y, z_mm=z, limit_kg=kg) for name, x, y, z, kg in PLACES[:places]]
    return StowIn(
        wheelbase_mm=2740, front_kg=1250, rear_kg=1280, cg_height_mm=740, gvm_kg=2850, front_limit_kg=1300,
        rear_limit_kg=1650, items=items, places=at, limit_s=10,
    )  # fmt: skip


def bench_load(port: int) -> Iterator[Row]:
    client = Client(port)
    places = [2000, 2400]

    def drag() -> None:
        places.reverse()
        client.ask("POST", "/api/rigs/1/load/tried", {"change": 20, "x_mm": places[0], "z_mm": 800})

    yield against(
        "a mass dragged, from press to figures", 50.0, "the empty endpoint",
        lambda: client.ask("GET", "/api/nothing"), drag, 20,
    )  # fmt: skip
    for things, there, limit in ((20, 8, 2000.0), (40, 12, 10_000.0)):
        asked = [question(things, there, seed) for seed in range(4)]
        took = [timed(partial(stow, each)) for each in (asked[0], *asked)]
        yield Row(
            f"{things} things stowed in {there} places, slowest of four",
            max(took[1:]),
            "ms",
            limit,
            pace=pace_now(),
        )
