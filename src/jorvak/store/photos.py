"""Photographs as files beside the database, named by what is in them.

A file is written once and never changed: what the journal takes back and does again finds it there.
"""

import re
from hashlib import sha256
from pathlib import Path

NAME = re.compile(r"[0-9a-f]{16,64}\.jpg")


class PhotoFiles:
    """The folder ``photos`` of a data folder."""

    def __init__(self, data: Path) -> None:
        self.folder = data / "photos"

    def add(self, picture: bytes) -> str:
        """Keep a picture; answers the name of its file."""
        name = f"{sha256(picture).hexdigest()[:32]}.jpg"
        self.keep(name, picture)
        return name

    def keep(self, name: str, picture: bytes) -> None:
        """Keep a picture under a name that it brings. Raises ValueError for a name that is none of ours."""
        if not NAME.fullmatch(name):
            raise ValueError(f"{name[:40]} is no name of a photograph")
        self.folder.mkdir(parents=True, exist_ok=True)
        target = self.folder / name
        if not target.exists():
            part = target.with_suffix(".part")
            part.write_bytes(picture)
            part.replace(target)

    def read(self, name: str) -> bytes | None:
        """The picture of that name, or None where there is none."""
        target = self.folder / name
        return target.read_bytes() if NAME.fullmatch(name) and target.is_file() else None
