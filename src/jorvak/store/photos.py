"""Photographs beside the database: files named by what is in them, so that one taken in twice is kept once."""

import re
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager, suppress
from hashlib import sha256
from pathlib import Path

NAME = re.compile(r"[0-9a-f]{16,64}\.jpg")
MOST_BYTES = 900_000_000
"""Of all photographs of one rig."""


class PhotoFiles:
    """The folder ``photos`` of a data folder."""

    def __init__(self, data: Path) -> None:
        self.folder = data / "photos"

    def add(self, picture: bytes) -> str:
        """Keep a picture; answers the name of its file. Raises OSError, and leaves nothing behind then."""
        target = self.folder / _name_of(picture)
        if not target.exists():
            self.folder.mkdir(parents=True, exist_ok=True)
            part = target.with_suffix(".part")
            try:
                part.write_bytes(picture)
                part.replace(target)
            except OSError:
                with suppress(OSError):
                    part.unlink()
                raise
        return target.name

    @contextmanager
    def all_or_none(self) -> Iterator[Callable[[bytes], str]]:
        """``add`` for several: where something goes wrong, none of those that were new stays."""
        new: list[str] = []

        def add(picture: bytes) -> str:
            known = (self.folder / _name_of(picture)).exists()
            name = self.add(picture)
            if not known:
                new.append(name)
            return name

        try:
            yield add
        except BaseException:
            for name in new:
                (self.folder / name).unlink(missing_ok=True)
            raise

    def bytes_of(self, names: Iterable[str]) -> int:
        """How large the pictures of these names are together; one that is gone has none."""
        sizes = ((self.folder / name) for name in set(names))
        return sum(file.stat().st_size for file in sizes if file.is_file())

    def read(self, name: str) -> bytes | None:
        """The picture of that name, or None where there is none."""
        target = self.folder / name
        return target.read_bytes() if NAME.fullmatch(name) and target.is_file() else None


def _name_of(picture: bytes) -> str:
    return f"{sha256(picture).hexdigest()[:32]}.jpg"
