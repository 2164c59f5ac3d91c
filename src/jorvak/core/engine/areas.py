"""What an area of the trade brings, and the results of all of them for a rig at a stage.

An area says in its module ``area`` what it brings; ``core/order.py`` names it. Nothing else does.
"""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import field
from functools import cache
from typing import Any, Generic, TypeVar, cast, get_type_hints

from pydantic import GetCoreSchemaHandler
from pydantic_core import CoreSchema, core_schema

from jorvak.core.discovery import module_of
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import Moment
from jorvak.core.engine.result import Result, work_out
from jorvak.core.immutable import record
from jorvak.core.order import AREAS

R = TypeVar("R")


@record(frozen=True, slots=True)
class Shown:
    """A headline figure: the number at ``place`` of a result of its area, and its working.

    ``places`` is how many decimals it is written with, ``rank`` where it stands among those of all areas.
    ``working`` is a formula with figures in it: ``{path|name}`` one here, ``{found:path|name}`` as found,
    ``{=area.result.place|name}`` a number worked out here, ``{found=…}`` as found. ``END`` in it is the axle
    that drives; ``source`` says where the formula is from. A ``change`` counts from nothing as found.
    ``label_with`` writes a label that depends on what is known, from the results of the area; ``label_below`` is what
    it is called where it is below 0, which is then shown without its sign. ``wants``: limits without which there is
    no such number though its result is there.
    """

    key: str
    label: str
    places: int
    result: str
    place: str
    working: str
    source: str
    rank: int
    change: bool = False
    label_with: Callable[..., str | None] | None = None
    label_below: str | None = None
    wants: tuple[str, ...] = ()


@record(frozen=True, slots=True)
class Steps:
    """In what steps something is tried, by a slider or a pull, and between which ends; None: the rig decides them."""

    step: float
    low: float | None = None
    high: float | None = None

    def all(self) -> tuple[float, ...]:
        """Each place from end to end. Needs both ends.

        >>> Steps(5.0, -10.0, 5.0).all()
        (-10.0, -5.0, 0.0, 5.0)
        """
        assert self.low is not None and self.high is not None
        return tuple(self.low + i * self.step for i in range(round((self.high - self.low) / self.step) + 1))


@record(frozen=True)
class Area(Generic[R]):
    """What an area brings to a rig at a stage.

    ``results`` is a record with a ``Result`` for each name of ``functions``, which work them out; ``says`` has what
    a builder calls those that stand among what is not known yet while they wait, ``on_every_sheet`` which are shown
    whatever sheet is open, ``tried`` in what steps something is tried on its sheet, by key with its unit. Its figures
    are the ``TABLES`` of its module ``figures``; its kinds of change, rules and shifts are found in folders of these names, and each of its
    modules that has a ``CALCULATION`` is on the command line.
    """

    name: str
    results: type[R]
    functions: Mapping[str, Callable[[Ask], Any]]
    says: Mapping[str, str]
    headlines: tuple[Shown, ...] = ()
    on_every_sheet: tuple[str, ...] = ()
    tried: Mapping[str, Steps] = field(default_factory=dict)


@cache
def areas() -> Mapping[str, Area[Any]]:
    """The areas that work something out for a rig, by name, in their order."""
    modules = ((name, module_of(name, "area")) for name in AREAS)
    return {name: module.AREA for name, module in modules if module is not None}


@cache
def _by_results() -> Mapping[type[Any], Area[Any]]:
    return {area.results: area for area in areas().values()}


class Results:
    """The results of a moment, those of an area worked out when somebody first asks for one of them."""

    def __init__(self, moment: Moment) -> None:
        self._moment = moment
        self._areas: dict[str, Any] = {}
        self._single: dict[tuple[str, str], Result[Any]] = {}
        self._shown: frozenset[str] | None = None

    def of(self, results: type[R]) -> R:
        """All results of the area that has ``results``."""
        return cast(R, self.of_area(_by_results()[results].name))

    def of_area(self, name: str) -> Any:
        """All results of an area, as its record."""
        if name not in self._areas:
            area = areas()[name]
            self._areas[name] = area.results(**{each: self.result(name, each) for each in area.functions})
        return self._areas[name]

    def result(self, area: str, name: str) -> Result[Any]:
        """One result of an area, where no more of it is wanted."""
        if (area, name) not in self._single:
            function = areas()[area].functions[name]
            self._single[area, name] = work_out(self._moment, function, kept_as=f"{area}.{name}")
        return self._single[area, name]

    def name_of(self, result: Result[Any]) -> str | None:
        """What a result of these is called, ``stance.lift``; None for one that is worked out beside them."""
        return next((f"{area}.{name}" for (area, name), each in self._single.items() if each is result), None)

    def show(self, names: Iterable[str]) -> None:
        """Have only these written when the results are: areas, and results such as ``stance.lift``.

        What is not written is not worked out for it, nor its doubt.
        """
        self._shown = frozenset(names)

    def shown(self) -> dict[str, dict[str, Result[Any]]]:
        """Those to be written, by area and name: all of them where nobody said which."""
        return {
            name: {
                each: self.result(name, each)
                for each in area.functions
                if self._shown is None or self._shown & {name, f"{name}.{each}"}
            }
            for name, area in areas().items()
        }

    @classmethod
    def __get_pydantic_core_schema__(cls, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        """Described as what it is written as: by area and name, those that are shown."""
        written = core_schema.typed_dict_schema(
            {
                name: core_schema.typed_dict_field(
                    core_schema.typed_dict_schema(
                        {
                            each: core_schema.typed_dict_field(handler.generate_schema(of), required=False)
                            for each, of in get_type_hints(area.results).items()
                        }
                    )
                )
                for name, area in areas().items()
            }
        )
        return core_schema.is_instance_schema(
            cls,
            serialization=core_schema.plain_serializer_function_ser_schema(cls.shown, return_schema=written),
        )
