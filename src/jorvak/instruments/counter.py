"""A simulated parts counter: a small price list, what is in stock, and deliveries that are sometimes late."""

import random
from dataclasses import dataclass
from datetime import date, timedelta

from jorvak.core.calculation import Refused

NAME = "the parts counter"
LATE_SHARE = 0.3
LATE_MOST_DAYS = 12


@dataclass(frozen=True, slots=True)
class Offer:
    """A line of the price list: what it is called, by which words it is asked for, price, days to the door, stock."""

    name: str
    words: tuple[str, ...]
    price: float
    days: int
    stock: int


PRICE_LIST: tuple[Offer, ...] = (
    Offer("coil springs, pair", ("spring", "springs", "coil"), 290.0, 6, 4),
    Offer("ring and pinion", ("gears", "gear", "ring", "pinion"), 860.0, 12, 1),
    Offer("bearing kit, axle", ("bearing", "bearings", "hub"), 118.0, 3, 9),
    Offer("brake hose, set", ("hose", "hoses", "brake"), 94.0, 4, 6),
    Offer("brake pipe, 5 m with ends", ("pipe", "line"), 36.0, 2, 12),
    Offer("shock absorber", ("shock", "shocks", "damper"), 145.0, 5, 8),
    Offer("long-range tank, 90 l", ("tank",), 720.0, 28, 0),
    Offer("roof rack", ("rack", "roof"), 460.0, 14, 2),
    Offer("winch bumper", ("bumper",), 1480.0, 21, 0),
    Offer("second battery, 105 Ah", ("battery",), 240.0, 2, 5),
    Offer("universal joint", ("joint", "shaft"), 42.0, 3, 15),
    Offer("bush set, arms and links", ("bush", "bushes", "arm", "arms"), 88.0, 5, 7),
    Offer("radiator", ("radiator", "cooling"), 310.0, 9, 1),
    Offer("ring gear bolts, set of ten", ("bolt", "bolts"), 27.0, 3, 20),
    Offer("spline adapter", ("adapter", "spline"), 385.0, 35, 0),
    Offer("speed sensor", ("sensor", "speedometer"), 61.0, 4, 3),
)


@dataclass(frozen=True, slots=True)
class Confirmation:
    """What the counter says to an order: its number, what it costs, and the day that it promises."""

    number: str
    name: str
    price: float
    due_on: date


def asked_for(words: str) -> tuple[Offer, ...]:
    """The lines of the price list that answer to these words, those that answer to most of them first."""
    wanted = {word.strip(".,").lower() for word in words.replace("-", " ").split()}
    hits = [(len(wanted & {*offer.words, *offer.name.lower().split()}), offer) for offer in PRICE_LIST]
    return tuple(offer for count, offer in sorted(hits, key=lambda hit: -hit[0]) if count)


def order(name: str, on: date) -> Confirmation:
    """Order a line of the price list. Raises Refused on ``offer`` for what is not on it."""
    offer = next((each for each in PRICE_LIST if each.name == name), None)
    if offer is None:
        raise Refused(
            "offer", f"The counter has no “{name[:60]}”. Ask for it first, and take one of its lines."
        )
    wait = offer.days if offer.stock else offer.days + 7
    number = f"C{random.Random(f'{name} {on}').randrange(10_000, 99_999)}"
    return Confirmation(number, offer.name, offer.price, on + timedelta(days=wait))


def now_due(number: str, promised: date, today: date) -> date:
    """The day on which an order truly comes, as the counter knows it: some are late, which shows as the day nears."""
    chance = random.Random(f"late {number}")
    late = chance.randrange(2, LATE_MOST_DAYS + 1) if chance.random() < LATE_SHARE else 0
    # Nobody at the counter knows it two weeks ahead.
    return promised + timedelta(days=late) if (promised - today).days <= 14 else promised
