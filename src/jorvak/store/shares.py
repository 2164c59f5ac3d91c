"""Links that show one rig and nothing else to whoever has them, until they are taken back."""

import secrets
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from hashlib import sha256

from jorvak.core.calculation import Refused
from jorvak.store.database import Database
from jorvak.store.journal import NotThere, utc_now

MOST_SHARES = 40


@dataclass(frozen=True)
class SharedLink:
    """A link that was given away: for whom, when and by whom. What it is itself nobody can look up."""

    id: int
    label: str
    made_at: str
    made_by: str


class Shares:
    """The links of one database. ``now`` is its clock."""

    def __init__(self, database: Database, now: Callable[[], datetime] = utc_now) -> None:
        self._database = database
        self._now = now

    def of(self, rig_id: int) -> list[SharedLink]:
        """The links to a rig, oldest first."""
        rows = self._database.connection.execute(
            "SELECT id, label, made_at, made_by FROM share WHERE rig_id = ? ORDER BY id", (rig_id,)
        )
        return [SharedLink(*row) for row in rows.fetchall()]

    def make(self, rig_id: int, label: str, person: str) -> str:
        """A new link; answers its token, which is told this once. Raises Refused for one too many, NotThere."""
        token = secrets.token_urlsafe(32)
        with self._database.writing() as connection:
            if connection.execute("SELECT 1 FROM rig WHERE id = ?", (rig_id,)).fetchone() is None:
                raise NotThere(f"There is no rig {rig_id} here.")
            if len(self.of(rig_id)) >= MOST_SHARES:
                raise Refused("label", f"A rig has at most {MOST_SHARES} links. Take one back first.")
            connection.execute(
                "INSERT INTO share (rig_id, mark, label, made_at, made_by) VALUES (?, ?, ?, ?, ?)",
                (rig_id, _mark(token), label, self._now().isoformat(timespec="seconds"), person),
            )
        return token

    def take_back(self, rig_id: int, share_id: int) -> None:
        """Have a link show nothing any more. Raises NotThere."""
        with self._database.writing() as connection:
            gone = connection.execute("DELETE FROM share WHERE rig_id = ? AND id = ?", (rig_id, share_id))
            if gone.rowcount == 0:
                raise NotThere("That link was taken back before.")

    def rig_of(self, token: str) -> int | None:
        """Which rig a token shows; None for one that is none, or none any more."""
        row = self._database.connection.execute(
            "SELECT rig_id FROM share WHERE mark = ?", (_mark(token),)
        ).fetchone()
        return None if row is None else int(row["rig_id"])


def _mark(token: str) -> str:
    # A token is as long as a hash and as hard to guess: one round is enough.
    return sha256(token.encode("utf-8", "replace")).hexdigest()
