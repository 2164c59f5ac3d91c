"""Who works in a data folder: one server at a time, and nobody takes its files away meanwhile."""

import fcntl
import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

HOLDER = "in-use"


class Held(Exception):
    """Another holds the data folder. The message says who."""


@contextmanager
def hold(folder: Path, who: str) -> Iterator[None]:
    """Hold a data folder until the end, or of the process, however that ends. Raises Held, OSError.

    ``who`` is what the next one is told: that it is a server, and where.
    """
    folder.mkdir(parents=True, exist_ok=True)
    with (folder / HOLDER).open("a+", encoding="utf-8") as file:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            file.seek(0)
            holder = file.read(200).strip() or "another program"
            raise Held(
                f"The data folder {folder} is in use by {holder}. Stop that first, or name another with --data DIR."
            ) from None
        file.seek(0)
        file.truncate()
        file.write(f"{who}, process {os.getpid()}")
        file.flush()
        try:
            yield
        finally:
            file.seek(0)
            file.truncate()
