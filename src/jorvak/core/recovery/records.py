"""Records of recovery: the kit, the winch's own table, and the pulls that are foreseen."""

from itertools import pairwise
from typing import Annotated, Literal

from pydantic import Field, model_validator

from jorvak.core.calculation import NotNegative, Positive
from jorvak.core.load.records import Trips
from jorvak.core.records import RecordType
from jorvak.core.recovery.recovery_pull import Ground, Mired
from jorvak.core.recovery.rigging import MOST_LINES, PartAt
from jorvak.core.rig import Frozen, Name, Record, Text

KitSort = Literal["shackle", "block", "strap", "extension", "point", "ring", "stretching rope", "other"]
USUALLY_AT: dict[KitSort, PartAt] = {
    "shackle": "block",
    "block": "block",
    "strap": "anchor",
    "extension": "rope",
    "point": "vehicle",
    "ring": "block",
    "other": "anchor",
}
"""Where each is rigged, unless it is said."""
Anchor = Literal["tree", "rock", "ground anchor", "vehicle"]


class KitPart(Record):
    """A part of the kit. What it may carry is a figure, ``kit.NAME.wll_kg`` or ``kit.NAME.breaking_kg``."""

    name: Name
    sort: KitSort = "other"
    rigged_at: PartAt | None = Field(None, description="where it is rigged; None: where its sort mostly is")
    trips: Trips = Field((), description="on which trips it comes along; empty: on every one")
    note: Text | None = None

    @property
    def at(self) -> PartAt:
        """Where it is rigged."""
        return self.rigged_at or USUALLY_AT.get(self.sort, "anchor")


class WinchTableRow(Frozen):
    """A line of the maker's table, first layer."""

    pull_kg: NotNegative
    amps: NotNegative
    m_per_min: Positive


class WinchTable(Record):
    """The winch's own table: what it draws and how fast its rope comes in, by the pull on the first layer."""

    name: Name
    table_rows: Annotated[tuple[WinchTableRow, ...], Field(min_length=2, max_length=40)]

    @model_validator(mode="after")
    def _pull_rises(self) -> "WinchTable":
        for before, row in pairwise(self.table_rows):
            if row.pull_kg <= before.pull_kg:
                raise ValueError(
                    f"The pull rises from line to line: {row.pull_kg:g} kg follows {before.pull_kg:g} kg."
                )
        return self


class Pull(Record):
    """A pull that is foreseen: how the vehicle stands, and how it is rigged.

    Slope, rope out and angles are figures, ``pulls.NAME.slope_deg``. ``pulled_by`` the winch, or a stretching ``rope`` of the
    kit and another vehicle. All of the kit is rigged but what is in ``left_out``. ``bridle``: from the ring to the two
    points of the kit that ``left_point`` and ``right_point`` name.
    """

    name: Name
    pulled_by: Literal["winch", "rope"] = "winch"
    surface: Ground = "grass"
    mired: Mired = "no"
    lines: Annotated[int, Field(ge=1, le=MOST_LINES)] = 1
    redirected: bool = Field(False, description="one line that a block turns")
    anchor: Anchor = "tree"
    left_out: Annotated[tuple[Name, ...], Field(max_length=60)] = ()
    rope: Name | None = None
    bridle: bool = False
    left_point: Name | None = None
    right_point: Name | None = None
    trips: Trips = ()
    note: Text | None = None


RECORDS = (
    RecordType("kit_part", KitPart, "kit", "name", "part of the kit", most=100, figures="kit", apart=True),
    RecordType("winch_table", WinchTable, "winch_tables", "name", "winch's table", most=3, apart=True),
    RecordType("pull", Pull, "pulls", "name", "pull", most=60, figures="pulls", apart=True),
)
