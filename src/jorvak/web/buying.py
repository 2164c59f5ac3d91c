"""Is it ordered? Parts from wanted to fitted, the counter that answers orders, lists that come in; and the purse."""

from typing import Any

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.money.spent import Spent, spent
from jorvak.core.vehicle.records import Part
from jorvak.core.work.buying import UNDERWAY, Bought, FromDonor, bought, from_donors
from jorvak.formats.price_list import PriceRow, read_price_list
from jorvak.instruments import counter
from jorvak.store import NotThere, RigRecord
from jorvak.store.rigs import Put
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, rigs, today

buying_pages = Pages("buying", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="buying")])


class Orders(Message):
    """Every part on its way from wanted to fitted, and what is to be had from donors."""

    parts: tuple[Bought, ...]
    donors: tuple[FromDonor, ...]


@buying_pages.get("/orders", responses={200: Orders})
def get_orders(path: RigPath, query: View) -> Response:
    """Is it ordered? One list over the whole build."""
    rig = rigs().read(path.rig_id, query.person).rig
    return as_json(Orders(parts=bought(rig, today(), query.preset), donors=from_donors(rig)))


class Asking(View):
    words: str = Field(min_length=1, max_length=80, description="what is asked for")


class CounterOffer(Message):
    name: str
    price: float
    days: int
    stock: int


class Offers(Message):
    offers: list[CounterOffer]


@buying_pages.get("/counter", responses={200: Offers})
def ask_counter(path: RigPath, query: Asking) -> Response:
    """What the counter has by these words."""
    return as_json(
        Offers(
            offers=[
                CounterOffer(name=each.name, price=each.price, days=each.days, stock=each.stock)
                for each in counter.asked_for(query.words)
            ]
        )
    )


class OrderFor(Message):
    part: str = Field(min_length=1, max_length=60)
    offer: str = Field(min_length=1, max_length=80)


@buying_pages.post("/counter/order", responses={200: Sheet})
def order_at_counter(path: RigPath, query: View, body: OrderFor) -> Response:
    """Order a part at the counter: it confirms number, price and day."""
    record = rigs().read(path.rig_id, query.person)
    part = _part(record, body.part)
    if part.state in UNDERWAY:
        raise Refused("part", f"{part.name} is ordered already, due {part.due_on or 'nobody knows when'}.")
    said = counter.order(body.offer, today())
    ordered = part.model_copy(
        update={
            "state": "ordered",
            "place": "wanted",
            "supplier": counter.NAME,
            "order_number": said.number,
            "ordered_on": today(),
            "due_on": said.due_on,
            "price": said.price,
        }
    )
    _put(record, [ordered], query, f"{part.name} ordered, {said.number}")
    return answer(path.rig_id, query)


def _part(record: RigRecord, name: str) -> Part:
    part = next((each for each in record.rig.all(Part) if each.name == name), None)
    if part is None:
        raise NotThere(f"There is no part “{name[:60]}” on this rig any more.")
    return part


def _put(record: RigRecord, parts: list[Part], view: View, what: str) -> None:
    versions = record.record_versions["part"]
    puts = [Put("part", part, versions[part.id] if part.id else None) for part in parts]
    rigs().put_all(record.id, puts, {}, {}, view.person, what[:200], view.key)


@buying_pages.post("/counter/where", responses={200: Sheet})
def where_is_it(path: RigPath, query: View) -> Response:
    """Ask the counter where its orders are: it says when they come now, some of them late."""
    record = rigs().read(path.rig_id, query.person)
    later = []
    for part in record.rig.all(Part):
        if (
            part.state in UNDERWAY
            and part.order_number
            and part.due_on is not None
            and part.supplier == counter.NAME
        ):
            due = counter.now_due(part.order_number, part.due_on, today())
            if due != part.due_on:
                # A number that has been late once says so once.
                later.append(
                    part.model_copy(update={"due_on": due, "order_number": f"{part.order_number}-late"})
                )
    if later:
        _put(record, later, query, f"the counter: {', '.join(part.name for part in later)} come later")
    return answer(path.rig_id, query)


@buying_pages.post("/orders/csv", responses={200: Sheet})
def take_in_list(path: RigPath, query: View) -> Response:
    """Take in a price list or confirmations as CSV, sent as the body: parts by their name, others become wanted."""
    record = rigs().read(path.rig_id, query.person)
    rows = read_price_list(request.get_data(cache=False))
    known = {part.name.lower(): part for part in record.rig.all(Part)}
    changed: dict[str, Part] = {}
    for row in rows:
        before = changed.get(row.name.lower()) or known.get(row.name.lower())
        changed[row.name.lower()] = _with_row(before, row)
    if not changed:
        raise Refused("file", "No row of that list has a name.")
    _put(record, list(changed.values()), query, f"a list of {len(changed)} parts taken in")
    return answer(path.rig_id, query)


def _with_row(before: Part | None, row: PriceRow) -> Part:
    said: dict[str, Any] = {
        key: getattr(row, key)
        for key in ("price", "supplier", "due_on", "ordered_on", "order_number")
        if getattr(row, key) is not None
    }
    ordered = row.ordered_on is not None or row.due_on is not None or row.order_number is not None
    state = before.state if before is not None else None
    if ordered and state in (None, "wanted", "priced"):
        state = "ordered"
    elif row.price is not None and state in (None, "wanted") and (before is None or before.place == "wanted"):
        state = "priced"
    values = {
        **(before.model_dump() if before else {"name": row.name, "place": "wanted"}),
        **said,
        "state": state,
    }
    try:
        return Part.model_validate({**values, "id": before.id if before else 0})
    except ValueError as error:
        raise Refused("file", f"Line {row.line}, {row.name}: {str(error).splitlines()[-2].strip()}") from None


class Purse(Message):
    spent: Spent
    currency: str


@buying_pages.get("/money", responses={200: Purse})
def get_money(path: RigPath, query: View) -> Response:
    """What the whole build costs, by row and in all."""
    rig = rigs().read(path.rig_id, query.person).rig
    return as_json(Purse(spent=spent(rig, query.preset), currency=rig.brief.currency))
