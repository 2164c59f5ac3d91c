"""A sheet as what is different from one that the browser has: a JSON Patch (RFC 6902) in place of the whole.

The browser names what it has by its tag (``If-None-Match``) and asks for a patch (``A-IM``), as RFC 3229 has it for
answers that change a little at a time. The tag is a hash of the content: whatever sheet it was, of whatever stage, the
difference from it is right. One that is not remembered any more is answered whole.
"""

import json
import threading
from collections import OrderedDict
from collections.abc import Iterator
from hashlib import blake2b
from typing import Any

from flask import Response, request

MOST_REMEMBERED = 24
PATCH = "json-patch"


class Sent:
    """The sheets that were sent lately, by their tags."""

    def __init__(self, most: int = MOST_REMEMBERED) -> None:
        self._most = most
        self._sheets: OrderedDict[str, str] = OrderedDict()
        self._lock = threading.Lock()

    def remember(self, sheet: str) -> str:
        """The tag of a sheet, which is known by it from here on."""
        tag = blake2b(sheet.encode(), digest_size=12).hexdigest()
        with self._lock:
            self._sheets[tag] = sheet
            self._sheets.move_to_end(tag)
            while len(self._sheets) > self._most:
                self._sheets.popitem(last=False)
        return tag

    def recall(self, tag: str) -> str | None:
        """The sheet of a tag, or None where it was sent too long ago."""
        with self._lock:
            return self._sheets.get(tag)


def whole_or_patch(sent: Sent, sheet: str, status: int) -> Response:
    """A sheet as an answer: whole, or as a patch of what the request says that it has."""
    tag = sent.remember(sheet)
    base = request.headers.get("If-None-Match", "").strip('"')
    old = sent.recall(base) if base and PATCH in request.headers.get("A-IM", "") else None
    if old is None:
        response = Response(sheet, status, mimetype="application/json")
    else:
        patch = list(difference(json.loads(old), json.loads(sheet)))
        response = Response(
            json.dumps(patch, ensure_ascii=False, separators=(",", ":")),
            226,
            mimetype="application/json-patch+json",
        )
        response.headers["IM"] = PATCH
        response.headers["Delta-Base"] = f'"{base}"'
    response.headers["ETag"] = f'"{tag}"'
    return response


def difference(old: Any, new: Any, at: str = "") -> Iterator[dict[str, Any]]:
    """What makes ``new`` of ``old``, as the operations of a JSON Patch. ``at`` is the place, a JSON Pointer.

    Lists are compared place by place: where one grew or shrank in its middle, what stands behind is said again.
    """
    if type(old) is dict and type(new) is dict:
        for key in old.keys() - new.keys():
            yield {"op": "remove", "path": f"{at}/{_escaped(key)}"}
        for key, value in new.items():
            if key not in old:
                yield {"op": "add", "path": f"{at}/{_escaped(key)}", "value": value}
            elif old[key] != value:
                yield from difference(old[key], value, f"{at}/{_escaped(key)}")
    elif type(old) is list and type(new) is list:
        for index, (was, value) in enumerate(zip(old, new, strict=False)):
            if was != value:
                yield from difference(was, value, f"{at}/{index}")
        for index in range(len(old) - 1, len(new) - 1, -1):
            yield {"op": "remove", "path": f"{at}/{index}"}
        for value in new[len(old) :]:
            yield {"op": "add", "path": f"{at}/-", "value": value}
    elif old != new:
        yield {"op": "replace", "path": at, "value": new}


def _escaped(key: str) -> str:
    return key.replace("~", "~0").replace("/", "~1")
