"""Where rigs are kept: one SQLite file under a data folder, plain SQL, a journal of every write."""

from jorvak.store.database import Database, FileGone, NewerDatabase, Unwritable, last_backup, why_not
from jorvak.store.journal import CannotUndo, Entry, NotThere, Stale
from jorvak.store.photos import PhotoFiles
from jorvak.store.rigs import FigureWas, RigLine, RigRecord, Rigs

__all__ = [
    "CannotUndo",
    "Database",
    "Entry",
    "FigureWas",
    "FileGone",
    "NewerDatabase",
    "NotThere",
    "PhotoFiles",
    "RigLine",
    "RigRecord",
    "Rigs",
    "Stale",
    "Unwritable",
    "last_backup",
    "why_not",
]
