"""The sorts of pieces that are cut, and the calculation of each."""

from collections.abc import Mapping
from typing import Any, Literal

from jorvak.core.calculation import Calculation
from jorvak.core.frame import bend, cope, patch, pie_cut, plate, tube_bend

PieceSort = Literal["pie-cut", "cope", "bend", "tube-bend", "plate", "patch"]
PIECES: Mapping[PieceSort, Calculation[Any, Any]] = {
    "pie-cut": pie_cut.CALCULATION,
    "cope": cope.CALCULATION,
    "bend": bend.CALCULATION,
    "tube-bend": tube_bend.CALCULATION,
    "plate": plate.CALCULATION,
    "patch": patch.CALCULATION,
}
