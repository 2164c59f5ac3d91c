"""When memory is tidied: while nobody waits for an answer, and not in the middle of one.

What was worked out for an edit hangs together in circles, which only the collector takes apart. Left to itself
it does so within every third edit, which then takes a quarter longer.
"""

import gc
from threading import Event, Thread

from flask import Flask

QUIET_S = 0.3
WORTH_IT = 5_000
"""So many new objects are worth looking at."""
AT_LATEST = 200_000
"""So many new objects are looked at even where there is no pause: the memory of some thirty edits."""


def settle() -> None:
    """What was made while starting stays, and need not be looked at again."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(AT_LATEST, 20, 50)


def tidy_when_quiet(app: Flask) -> None:
    """Tidy each time that ``app`` has had nothing to do for a moment."""
    asked = Event()

    def tidy() -> None:
        while asked.wait():
            asked.clear()
            while asked.wait(QUIET_S):
                asked.clear()
            if gc.get_count()[0] > WORTH_IT:
                gc.collect()

    app.before_request(asked.set)
    app.teardown_request(lambda _: asked.set())
    Thread(target=tidy, name="tidy", daemon=True).start()
