"""Plans of work that were found, so that a search that its limit ended keeps what it found."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime

from jorvak.store.database import Database
from jorvak.store.journal import utc_now


@dataclass(frozen=True)
class LaidPlan:
    """A plan of work that was found for a question, as JSON."""

    answer: str
    proven: bool


MOST_PLANS = 200


class LaidPlans:
    """Plans of work that were found, by a mark of what was asked."""

    def __init__(self, database: Database, now: Callable[[], datetime] = utc_now) -> None:
        self._database = database
        self._now = now

    def read(self, asked: str) -> LaidPlan | None:
        """The plan that is kept for a question, or None."""
        row = self._database.connection.execute(
            "SELECT answer, proven FROM laid WHERE asked = ?", (asked,)
        ).fetchone()
        return None if row is None else LaidPlan(row["answer"], bool(row["proven"]))

    def keep(self, asked: str, answer: str, proven: bool) -> None:
        """Keep a plan; the oldest goes where there are too many."""
        at = self._now().isoformat(timespec="milliseconds")
        with self._database.writing() as connection:
            connection.execute(
                "INSERT INTO laid VALUES (?, ?, ?, ?) ON CONFLICT (asked) DO UPDATE "
                "SET answer = excluded.answer, proven = excluded.proven, kept_at = excluded.kept_at",
                (asked, answer, proven, at),
            )
            connection.execute(
                "DELETE FROM laid WHERE asked NOT IN (SELECT asked FROM laid ORDER BY kept_at DESC LIMIT ?)",
                (MOST_PLANS,),
            )
