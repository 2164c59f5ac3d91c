"""JSON that comes in, from wherever: one door, and one answer to each way in which it can be no JSON of ours.

What is let in can be kept and written again: text that is text, numbers that the database holds, nothing nested
deeper than anything here is. Whoever reads JSON in any other way lets in what this keeps out.
"""

import io
import json
import math
from collections.abc import Iterator
from typing import Any, BinaryIO, NoReturn

from jorvak.core.calculation import Refused

DEEPEST = 60
"""Lists and objects within one another. A build file has eight at most."""
LARGEST_INTEGER = 2**63 - 1
CHUNK = 65_536
_TOO_DEEP = f"More than {DEEPEST} lists and objects stand in one another."

_Place = tuple[Any, ...]


def read_json(raw: bytes, field: str = "file") -> Any:
    """The value in ``raw``, UTF-8 with or without a byte order mark.

    Raises Refused on the place of what is wrong (``rig.changes.3.note``), on ``field`` where it has none.
    """
    return checked_json(_parsed(text_of(raw, field), field), field)


def text_of(raw: bytes, field: str = "file") -> str:
    """Bytes that came in as the text that they are, UTF-8 with or without a byte order mark. Raises Refused."""
    try:
        return raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise Refused(
            field, f"This is not text in UTF-8: byte {error.start} is none. Save it as UTF-8."
        ) from None


def checked_json(value: Any, field: str = "file") -> Any:
    """A value that was parsed, if all of it can be kept. Raises Refused on its place."""
    # By hand and not by recursion: what is too deep is the very thing that is looked for.
    waiting: list[tuple[Any, _Place]] = [(value, ())]
    while waiting:
        each, place = waiting.pop()
        kind = type(each)
        if kind is str:
            _check_text(each, place, field)
        elif kind is int:
            if not -LARGEST_INTEGER <= each <= LARGEST_INTEGER:
                raise Refused(_named(place, field), "That number is larger than any that can be kept.")
        elif kind is float:
            if not math.isfinite(each):
                raise Refused(_named(place, field), "NaN and Infinity are no numbers that can be kept.")
        elif kind is list or kind is dict:
            if len(place) >= DEEPEST:
                raise Refused(_named(place, field), _TOO_DEEP)
            if kind is list:
                waiting += [(item, (*place, at)) for at, item in enumerate(each) if type(item) in _LOOKED_AT]
            else:
                for key, item in each.items():
                    if not key.isascii():
                        _check_text(key, place, field)
                    if type(item) in _LOOKED_AT:
                        waiting.append((item, (*place, key)))
    return value


_LOOKED_AT = frozenset({str, int, float, list, dict})


def _check_text(text: str, place: _Place, field: str) -> None:
    if not text.isascii():
        try:
            text.encode()
        except UnicodeEncodeError:
            raise Refused(
                _named(place, field), "There is half a character in that text. Type it anew."
            ) from None


def _named(place: _Place, field: str) -> str:
    named = ".".join(str(part) for part in place).encode(errors="replace").decode()
    return named[:300] or field


def _parsed(text: str, field: str) -> Any:
    try:
        return json.loads(text, object_pairs_hook=_each_once)
    except RecursionError:
        raise Refused(field, _TOO_DEEP) from None
    except ValueError as error:
        raise Refused(field, f"This is not JSON: {str(error)[:120]}.") from None


def _each_once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found = dict(pairs)
    if len(found) != len(pairs):
        seen: set[str] = set()
        for key, _ in pairs:
            if key in seen:
                raise ValueError(f"the key {key[:40]} stands twice in one place")
            seen.add(key)
    return found


def elements(stream: BinaryIO, field: str = "file") -> tuple[bool, Iterator[Any]]:
    """Whether ``stream`` holds an array, and each of its values one after the other: it never is in memory whole.

    What is no array is its own and only value. Raises Refused on ``field``, after what came before the fault.
    """
    incoming = _Incoming(stream, field)
    if incoming.next_sign() == "[":
        return True, _elements(incoming)
    return False, iter([read_json(incoming.rest().encode(), field)])


def _elements(incoming: "_Incoming") -> Iterator[Any]:
    incoming.take()
    if incoming.next_sign() != "]":
        yield incoming.value()
        while incoming.next_sign() == ",":
            incoming.take()
            yield incoming.value()
    if incoming.next_sign() != "]":
        incoming.refuse("a comma or the end of the array is missing")
    incoming.take()
    if incoming.next_sign():
        incoming.refuse("something stands behind its end")


class _Incoming:
    """Text as it comes in, and how far it has been read."""

    def __init__(self, stream: BinaryIO, field: str) -> None:
        self._stream = io.TextIOWrapper(stream, encoding="utf-8-sig")
        self._field = field
        self._decoder = json.JSONDecoder(object_pairs_hook=_each_once)
        self._text = ""
        self._at = 0
        self._ended = False

    def next_sign(self) -> str:
        """The next character that is no space, which stays; empty at the end."""
        while True:
            while self._at < len(self._text) and self._text[self._at] in " \t\r\n":
                self._at += 1
            if self._at < len(self._text) or not self._more(CHUNK):
                return self._text[self._at : self._at + 1]

    def take(self) -> None:
        """Go past the next character."""
        self._at += 1

    def value(self) -> Any:
        """The next value. Raises Refused."""
        self.next_sign()
        chunk = CHUNK
        while True:
            try:
                value, end = self._decoder.raw_decode(self._text, self._at)
            except RecursionError:
                raise Refused(self._field, _TOO_DEEP) from None
            except json.JSONDecodeError as error:
                cut_off = error.pos > len(self._text) - 16 or error.msg.startswith("Unterminated")
                if not (cut_off and self._more(chunk)):
                    self.refuse(str(error)[:120])
            except ValueError as error:
                self.refuse(str(error)[:120])
            else:
                # A number at the end of what has come may go on.
                if end < len(self._text) or not self._more(chunk):
                    self._at = end
                    return checked_json(value, self._field)
            # Tried again from its start: each time with twice as much, or a long one would cost its square.
            chunk *= 2

    def rest(self) -> str:
        """All that is left."""
        while self._more(CHUNK * 64):
            pass
        return self._text[self._at :]

    def refuse(self, why: str) -> NoReturn:
        raise Refused(self._field, f"This is not JSON: {why}.")

    def _more(self, characters: int) -> bool:
        if self._ended:
            return False
        try:
            piece = self._stream.read(characters)
        except UnicodeDecodeError:
            raise Refused(self._field, "This is not text in UTF-8. Save it as UTF-8.") from None
        self._ended = not piece
        self._text, self._at = self._text[self._at :] + piece, 0
        return not self._ended
