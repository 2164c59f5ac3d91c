"""Shops: who works when, with what. Records of their own, apart from the rigs that stand in them."""

import json
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime

from jorvak.core.calculation import Refused
from jorvak.core.work.shop import Shop
from jorvak.store.database import Database
from jorvak.store.journal import NotThere, Stale, utc_now

MOST_SHOPS = 50
MOST_KEPT = 30
"""Versions of a shop that can be taken back."""


@dataclass(frozen=True)
class ShopRecord:
    """A shop with its version; ``undo`` is who changed it last and when, None where nothing can be taken back."""

    id: int
    version: int
    shop: Shop
    undo: str | None


class Shops:
    """The shops of one database. ``now`` is its clock."""

    def __init__(self, database: Database, now: Callable[[], datetime] = utc_now) -> None:
        self._database = database
        self._now = now

    def list(self) -> list[ShopRecord]:
        """All shops by name."""
        with self._database.reading() as connection:
            rows = connection.execute("SELECT id FROM shop ORDER BY name").fetchall()
        return [self.read(row["id"]) for row in rows]

    def named(self, name: str | None) -> ShopRecord | None:
        """The shop of that name, or None."""
        if name is None:
            return None
        row = self._database.connection.execute("SELECT id FROM shop WHERE name = ?", (name,)).fetchone()
        return None if row is None else self.read(row["id"])

    def read(self, shop_id: int) -> ShopRecord:
        """A shop. Raises NotThere."""
        with self._database.reading() as connection:
            row = connection.execute("SELECT * FROM shop WHERE id = ?", (shop_id,)).fetchone()
            if row is None:
                raise NotThere("There is no such shop here.")
            last = connection.execute(
                "SELECT person, at FROM shop_was WHERE shop_id = ? ORDER BY version DESC LIMIT 1", (shop_id,)
            ).fetchone()
        return ShopRecord(
            id=row["id"],
            version=row["version"],
            shop=Shop.model_validate(json.loads(row["content"])),
            undo=None if last is None else f"{last['person']}, {last['at'][:16].replace('T', ' ')}",
        )

    def put(self, shop: Shop, version: int | None, person: str, shop_id: int | None = None) -> int:
        """Keep a shop, new where ``version`` is None. Answers its id. Raises Stale, NotThere, Refused."""
        content = shop.model_dump_json()
        with self._database.writing() as connection:
            row = connection.execute(
                "SELECT * FROM shop WHERE id = ?"
                if shop_id is not None
                else "SELECT * FROM shop WHERE name = ?",
                (shop_id if shop_id is not None else shop.name,),
            ).fetchone()
            if version is None:
                if row is not None:
                    raise Stale("shop", None, dict(row))
                if connection.execute("SELECT count(*) FROM shop").fetchone()[0] >= MOST_SHOPS:
                    raise Refused("name", f"There are {MOST_SHOPS} shops already: use one of them.")
                made = connection.execute(
                    "INSERT INTO shop (name, content, version) VALUES (?, ?, 1)", (shop.name, content)
                )
                return int(made.lastrowid or 0)
            if row is None:
                raise NotThere("There is no such shop here.")
            if row["version"] != version:
                raise Stale("shop", version, dict(row))
            if row["name"] != shop.name:
                raise Refused("name", f"“{row['name']}” keeps its name: vehicles stand in it by that.")
            connection.execute(
                "INSERT INTO shop_was VALUES (?, ?, ?, ?, ?)",
                (
                    row["id"],
                    row["version"],
                    row["content"],
                    self._now().isoformat(timespec="seconds"),
                    person,
                ),
            )
            connection.execute(
                "DELETE FROM shop_was WHERE shop_id = ? AND version <= ?", (row["id"], version - MOST_KEPT)
            )
            connection.execute(
                "UPDATE shop SET content = ?, version = version + 1 WHERE id = ?", (content, row["id"])
            )
            return int(row["id"])

    def take_back(self, shop_id: int) -> None:
        """Have the shop as it was before its last change. Raises NotThere where there is none."""
        with self._database.writing() as connection:
            last = connection.execute(
                "SELECT version, content FROM shop_was WHERE shop_id = ? ORDER BY version DESC LIMIT 1",
                (shop_id,),
            ).fetchone()
            if last is None:
                raise NotThere("There is nothing to take back of this shop.")
            connection.execute(
                "UPDATE shop SET content = ?, version = version + 1 WHERE id = ?", (last["content"], shop_id)
            )
            connection.execute(
                "DELETE FROM shop_was WHERE shop_id = ? AND version = ?", (shop_id, last["version"])
            )
