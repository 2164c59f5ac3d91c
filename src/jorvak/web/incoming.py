"""What comes in with a request, looked at once before any page sees it."""

from typing import Any

from flask import Flask, Request
from werkzeug.routing import IntegerConverter

from jorvak.core.calculation import Refused
from jorvak.formats.json_text import LARGEST_INTEGER, read_json

LARGEST_JSON = 8_000_000


class JsonRequest(Request):
    """A request whose JSON comes through the one door for it."""

    _read: Any = None

    def get_json(self, *args: Any, **kwargs: Any) -> Any:
        """The body, or None where there is none. Raises Refused on the place of what is wrong with it."""
        if self._read is None:
            raw = self.get_data()
            if len(raw) > LARGEST_JSON:
                raise Refused("body", f"That is more than {LARGEST_JSON // 1_000_000} MB. Send less at once.")
            self._read = (read_json(raw, "body") if raw else None,)
        return self._read[0]


class IdConverter(IntegerConverter):
    """A number in an address: one that the database cannot hold is no address here."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **{"max": LARGEST_INTEGER, **kwargs})


def look_at_what_comes_in(app: Flask) -> None:
    """Have every request of ``app`` read so."""
    app.request_class = JsonRequest
    app.url_map.converters["int"] = IdConverter
