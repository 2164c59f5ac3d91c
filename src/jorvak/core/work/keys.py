"""By what a job is known: ``change 12.1`` is the first job that change 12 brings, ``survey sill`` what the survey decided.

Changes have other ids in another database and in a build file, so keys are written anew where a rig moves.
"""

import re
from collections.abc import Mapping
from typing import Literal

Source = Literal["change", "survey", "finding", "interval", "hand"]

_OF_CHANGE = re.compile(r"^change (\d+)\.(\d+)$")


def of_change(change: int, number: int) -> str:
    """The key of a job that a change brings, ``number`` from 1."""
    return f"change {change}.{number}"


def of_source(source: Source, name: str) -> str:
    """The key of any other job.

    >>> of_source("survey", "sill, left")
    'survey sill, left'
    """
    return f"{source} {name}"[:200]


def source_of(key: str) -> tuple[Source, str]:
    """Where a job comes from, and which of those it is."""
    source, _, name = key.partition(" ")
    found: Source = source if source in ("change", "survey", "finding", "interval") else "hand"  # type: ignore[assignment]
    return found, name


def change_of(key: str) -> int | None:
    """The id of the change that brings a job; None for one that comes from elsewhere."""
    found = _OF_CHANGE.match(key)
    return int(found[1]) if found else None


def renumbered(key: str, ids: Mapping[int, int]) -> str:
    """The key where changes have other ids; as it was where its change has none there."""
    found = _OF_CHANGE.match(key)
    if found is None or int(found[1]) not in ids:
        return key
    return of_change(ids[int(found[1])], int(found[2]))
