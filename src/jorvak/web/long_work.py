"""Long pieces of work, a few at once: whoever asks for something short need not wait behind them."""

from collections.abc import Iterator
from contextlib import AbstractContextManager, contextmanager
from threading import BoundedSemaphore

from flask import current_app
from werkzeug.exceptions import ServiceUnavailable

AT_ONCE = 2
WAITING = 3
"""Of eight threads of the server five may be busy with long work; three are left for everybody else."""
WAIT_S = 60.0


class LongWork:
    """The places where long work is done, and those where it waits for one."""

    def __init__(self) -> None:
        self._waiting = BoundedSemaphore(AT_ONCE + WAITING)
        self._working = BoundedSemaphore(AT_ONCE)

    @contextmanager
    def place(self) -> Iterator[None]:
        """A place to work, once there is one. Raises ServiceUnavailable where too many wait already."""
        if not self._waiting.acquire(blocking=False):
            raise ServiceUnavailable(_BUSY, retry_after=5)
        try:
            if not self._working.acquire(timeout=WAIT_S):
                raise ServiceUnavailable(_BUSY, retry_after=5)
            try:
                yield
            finally:
                self._working.release()
        finally:
            self._waiting.release()


_BUSY = "Several files and long calculations are at work already. Try again in a moment; nothing was changed."


def long_work() -> AbstractContextManager[None]:
    """A place for long work in the running application."""
    found: LongWork = current_app.config["LONG_WORK"]
    return found.place()
