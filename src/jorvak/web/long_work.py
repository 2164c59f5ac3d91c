"""Long pieces of work, a few at once: whoever asks for something short need not wait behind them."""

from collections.abc import Iterator
from contextlib import AbstractContextManager, contextmanager
from threading import BoundedSemaphore
from typing import Literal

from flask import Response, current_app
from flask_openapi3 import Tag
from pydantic import Field
from werkzeug.exceptions import ServiceUnavailable

from jorvak.store import NotThere
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.sheet import as_json

long_work_pages = Pages("long_work", __name__, url_prefix="/api/long-work", abp_tags=[Tag(name="long work")])

AT_ONCE = 2
WAITING = 3
"""Of eight threads of the server five may be busy with long work; three are left for everybody else."""
WAIT_S = 60.0


class UnderWay(Message):
    """A piece of long work: whether it has a place, how far it is, or that nothing is under way any more. ``of`` is 0 as long as nobody knows."""

    state: Literal["waits", "works", "over"] = "waits"
    done: int = 0
    of: int = 0
    best: str | None = Field(None, description="the best that a search has found so far, in words")
    stopped: bool = Field(False, description="somebody said that what there is is enough")

    def tell(self, done: int, of: int) -> None:
        """So many of so many pieces are done."""
        self.done, self.of = done, of


class LongWork:
    """The places where long work is done, and those where it waits for one."""

    def __init__(self) -> None:
        self._waiting = BoundedSemaphore(AT_ONCE + WAITING)
        self._working = BoundedSemaphore(AT_ONCE)
        self._named: dict[str, UnderWay] = {}

    @contextmanager
    def place(self, key: str | None = None) -> Iterator[UnderWay]:
        """A place to work, once there is one; under its ``key`` it can be looked at meanwhile.

        Raises ServiceUnavailable where too many wait already.
        """
        if not self._waiting.acquire(blocking=False):
            raise ServiceUnavailable(_BUSY, retry_after=5)
        work = UnderWay()
        if key is not None:
            self._named[key] = work
        try:
            if not self._working.acquire(timeout=WAIT_S):
                raise ServiceUnavailable(_BUSY, retry_after=5)
            try:
                work.state = "works"
                yield work
            finally:
                self._working.release()
        finally:
            self._waiting.release()
            if key is not None:
                self._named.pop(key, None)

    def named(self, key: str) -> UnderWay | None:
        """The work that goes on under a key; None where there is none, or none any more."""
        return self._named.get(key)


_BUSY = "Several files and long calculations are at work already. Try again in a moment; nothing was changed."


def long_work(key: str | None = None) -> AbstractContextManager[UnderWay]:
    """A place for long work in the running application."""
    return _all().place(key)


class WorkPath(Message):
    key: str = Field(max_length=80, description="what the request that began it was sent with")


@long_work_pages.get("/<key>", responses={200: UnderWay})
def how_far(path: WorkPath) -> Response:
    """How far a piece of long work is that another request began."""
    # Who asks cannot know that it has just ended: that is an answer, and no fault.
    return as_json(_all().named(path.key) or UnderWay(state="over"))


@long_work_pages.delete("/<key>", responses={200: UnderWay})
def stop(path: WorkPath) -> Response:
    """Have a search stop: it answers with the best that it has."""
    work = _all().named(path.key)
    if work is None:
        raise NotThere("Nothing is at work under that key, or nothing any more.")
    work.stopped = True
    return as_json(work)


def _all() -> LongWork:
    found: LongWork = current_app.config["LONG_WORK"]
    return found
