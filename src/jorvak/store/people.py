"""People who may work here beyond loopback, each with a password of their own, in a file of the data folder.

Passwords are kept as Argon2id hashes and nowhere else. Where there is nobody, nothing is served beyond loopback.
"""

import json
import os
import secrets
from collections.abc import Mapping
from contextlib import suppress
from hashlib import sha256
from pathlib import Path

from argon2 import PasswordHasher
from argon2.exceptions import Argon2Error, InvalidHashError

FILE_NAME = "people.json"
SECRET_NAME = "secret"
SHORTEST_PASSWORD, LONGEST_PASSWORD = 10, 200
MOST_PEOPLE = 40


class BadPassword(ValueError):
    """A password or a name that cannot be taken. The message says why."""


class People:
    """The people of a data folder. What another process writes is seen at the next look."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder
        self._hasher = PasswordHasher()
        # Whoever has no name here waits as long as whoever has: the answer says nothing of who works here.
        self._nobody = self._hasher.hash(secrets.token_hex())

    def names(self) -> list[str]:
        """Who may sign in, by name."""
        return sorted(self._hashes())

    def set_password(self, name: str, password: str) -> None:
        """Give a person a password, in the place of an older one. Raises BadPassword, OSError."""
        name = name.strip()
        hashes = dict(self._hashes())
        if not 0 < len(name) <= 80:
            raise BadPassword("A person has a name of 1 to 80 characters.")
        if not SHORTEST_PASSWORD <= len(password) <= LONGEST_PASSWORD:
            raise BadPassword(f"A password has {SHORTEST_PASSWORD} to {LONGEST_PASSWORD} characters.")
        if name not in hashes and len(hashes) >= MOST_PEOPLE:
            raise BadPassword(f"{MOST_PEOPLE} people may sign in here already.")
        self._write({**hashes, name: self._hasher.hash(password)})

    def remove(self, name: str) -> bool:
        """Take a person out, who is signed out by that everywhere. Whether there was one."""
        hashes = dict(self._hashes())
        if hashes.pop(name, None) is None:
            return False
        self._write(hashes)
        return True

    def is_right(self, name: str, password: str) -> bool:
        """Whether this is the password of that person."""
        known = self._hashes().get(name)
        try:
            self._hasher.verify(known or self._nobody, password[: LONGEST_PASSWORD + 1])
        except (Argon2Error, InvalidHashError):
            return False
        return known is not None

    def mark_of(self, name: str) -> str | None:
        """What a session of a person carries: another password makes another one. None for nobody."""
        known = self._hashes().get(name)
        return None if known is None else sha256(known.encode()).hexdigest()[:24]

    def secret(self) -> bytes:
        """What sessions are signed with, made once for a data folder. Raises OSError."""
        file = self._folder / SECRET_NAME
        with suppress(FileExistsError):
            _write_privately(file, secrets.token_bytes(32), os.O_EXCL)
        return file.read_bytes()

    def _hashes(self) -> Mapping[str, str]:
        file = self._folder / FILE_NAME
        try:
            found = json.loads(file.read_text(encoding="utf-8"))
        except FileNotFoundError:
            return {}
        return {str(name): str(known) for name, known in found.items()}

    def _write(self, hashes: Mapping[str, str]) -> None:
        self._folder.mkdir(parents=True, exist_ok=True)
        part = self._folder / f"{FILE_NAME}.part"
        _write_privately(part, json.dumps(dict(hashes), ensure_ascii=False, indent=1).encode(), os.O_TRUNC)
        part.replace(self._folder / FILE_NAME)


def _write_privately(file: Path, data: bytes, how: int) -> None:
    with os.fdopen(os.open(file, os.O_WRONLY | os.O_CREAT | how, 0o600), "wb") as out:
        out.write(data)
        out.flush()
        os.fsync(out.fileno())
