"""A shop as a file: one readable JSON file, apart from the builds that stand in it."""

import json
from datetime import date, timedelta
from typing import Any, Literal

from pydantic import ValidationError

from jorvak.core.calculation import Refused, refusal_of
from jorvak.core.rig import Day, Frozen
from jorvak.core.work.shop import Shop
from jorvak.formats.build_file import dates_moved
from jorvak.formats.json_text import read_json

LARGEST_BYTES = 1_000_000


class ShopEntry(Frozen):
    """The whole file. ``written_on`` is the day to which its dates belong."""

    jorvak_shop: Literal[1]
    written_on: Day | None = None
    shop: Shop


def is_shop(beginning: bytes) -> bool:
    """Whether what begins so is the file of a shop."""
    return b'"jorvak_shop"' in beginning


def write_shop(shop: Shop, written_on: date) -> str:
    """A shop as the text of its file."""
    entry = ShopEntry(jorvak_shop=1, written_on=written_on, shop=shop)
    return json.dumps(entry.model_dump(mode="json", exclude_none=True), indent=1, ensure_ascii=False) + "\n"


def read_shop(raw: bytes, moved_to: date | None = None) -> Shop:
    """The shop in a file, its dates moved as if it had been written on ``moved_to``. Raises Refused with the place of the first fault."""
    if len(raw) > LARGEST_BYTES:
        raise Refused("file", f"The file has {len(raw)} bytes; a shop has at most {LARGEST_BYTES}.")
    data: Any = read_json(raw)
    if not isinstance(data, dict) or "jorvak_shop" not in data:
        raise Refused("file", "This is not the file of a shop: it has no key jorvak_shop at its top.")
    try:
        entry = ShopEntry.model_validate(data)
    except ValidationError as error:
        raise refusal_of(error, ShopEntry) from None
    if moved_to is None or entry.written_on is None:
        return entry.shop
    # By whole weeks: a helper who comes on Saturdays comes on Saturdays.
    weeks = round((moved_to - entry.written_on).days / 7)
    return dates_moved(entry.shop, timedelta(weeks=weeks))
