"""A backup a day while the application is used: made before the first write of it."""

import logging
from threading import Lock

from flask import Flask, request

from jorvak.store import Unwritable
from jorvak.store.backups import back_up_today
from jorvak.web.sheet import rigs, today

log = logging.getLogger("jorvak")


def back_up_daily(app: Flask) -> None:
    """Have ``app`` make the backup of the day before the first write that comes."""
    lock, done = Lock(), set()

    def before() -> None:
        if request.method in ("GET", "HEAD", "OPTIONS") or today() in done:
            return
        with lock:
            if today() not in done:
                done.add(today())
                try:
                    back_up_today(rigs().database, today())
                except Unwritable as error:
                    # The write itself may still go: it says for itself where it does not.
                    log.warning("%s", error)

    app.before_request(before)
