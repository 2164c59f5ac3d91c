"""What a calculation is: a model in, a function, a model out, one line, a source.

A calculation knows nothing of rigs, screens or doubt. It is called the same way from the command line,
from the web and from ``assess``, and refuses bad input the same way everywhere.
"""

import json
import math
from collections.abc import Callable, Iterable, Iterator
from datetime import date
from typing import Annotated, Any, Generic, TypeVar, get_args

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, ValidationError, WithJsonSchema

from jorvak.core.immutable import record
from jorvak.core.quantities import quantity_of_key

SLACK = 1e-9
"""Limits belong to the good side; this much beyond them is floating point, not a fault."""

Number = Annotated[float, Field(strict=True, allow_inf_nan=False)]
Positive = Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0)]
NotNegative = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0)]


def _written_as_a_day(value: Any) -> Any:
    # A bare number would be taken for seconds since 1970.
    if type(value) is date:
        return value
    try:
        if not isinstance(value, str) or len(value) != 10:
            raise ValueError
        return date.fromisoformat(value)
    except ValueError:
        raise ValueError(f"a day is written such as 2026-03-02, not {_in_words(value)}") from None


Percent = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100)]

Point = tuple[Number, Number]
Point3 = tuple[Number, Number, Number]
"""Coordinates in mm, in the axes of the conventions."""

CalendarDay = Annotated[
    date, BeforeValidator(_written_as_a_day), WithJsonSchema({"type": "string", "format": "date"})
]
"""A day, as ISO writes it."""


class Given(BaseModel):
    """Base of everything that goes into a calculation. Unknown keys are refused."""

    model_config = ConfigDict(extra="forbid", frozen=True, defer_build=True)


class Answer(BaseModel):
    """Base of everything that comes out. A key that was never set is absent; None means "cannot be said"."""

    model_config = ConfigDict(extra="forbid", frozen=True, defer_build=True)


class Refused(ValueError):
    """Input that a calculation cannot take. ``field`` is its path (``points.2.on``)."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field
        self.message = message


def names_differ(names: Iterable[str], path: str) -> None:
    """Raises Refused on ``PATH.N.name`` for the first of ``names`` that stood in the list before."""
    seen: set[str] = set()
    for at, name in enumerate(names):
        if name in seen:
            raise Refused(f"{path}.{at}.name", f"“{name}” stands twice: give each a name of its own.")
        seen.add(name)


In = TypeVar("In", bound=Given)
Out = TypeVar("Out", bound=Answer)


@record(frozen=True)
class Calculation(Generic[In, Out]):
    """One entry of the index in ``core/calculations.py``.

    ``holding`` makes, of an input and its answer, what is calculated where figures are moved a little: a plan that was
    searched for is held then. Without it the function itself is. ``picked`` are keys of numbers that are picked from a
    list here and have no ±, beside those that always are (``engine.spread.PICKED``).
    """

    name: str
    model_in: type[In]
    function: Callable[[In], Out]
    model_out: type[Out]
    line: str
    source: str
    holding: Callable[[In, Out], Callable[[In], Out]] | None = None
    picked: frozenset[str] = frozenset()

    def __call__(self, raw: Any) -> Out:
        """Validate ``raw`` (as read from JSON), calculate, and check that the answer is finite.

        Raises Refused with the field's path.
        """
        given = self._read(raw)
        return self._checked(given, self.function)

    def _read(self, raw: Any) -> In:
        try:
            return self.model_in.model_validate(_without_nulls(raw))
        except ValidationError as error:
            raise refusal_of(error, self.model_in) from None

    def _checked(self, given: In, function: Callable[[In], Out]) -> Out:
        try:
            answer = function(given)
        except (OverflowError, ZeroDivisionError):
            answer = None
        if answer is None or not all(math.isfinite(n) for n in _numbers(answer.model_dump())):
            field = next(iter(given.model_fields_set & set(type(given).model_fields)), "input")
            raise Refused(
                field, "These figures are so large or so small that nothing can be computed from them."
            )
        return answer

    def as_json(self, raw: Any) -> Any:
        """The answer to ``raw`` as JSON; a key that was never set is absent. Raises Refused."""
        return self(raw).model_dump(mode="json", exclude_unset=True)

    def moved_as_json(self, raw: Any) -> Callable[[Any], Any]:
        """What answers to ``raw`` with its figures moved a little, as JSON. Raises Refused."""
        if self.holding is None:
            return self.as_json
        given = self._read(raw)
        held = self.holding(given, self._checked(given, self.function))
        return lambda moved: self._checked(self._read(moved), held).model_dump(
            mode="json", exclude_unset=True
        )


def _without_nulls(raw: Any) -> Any:
    """In an input, null is the same as absent. Inside a list null keeps its place, and is refused there."""
    if isinstance(raw, dict):
        return {key: _without_nulls(value) for key, value in raw.items() if value is not None}
    if isinstance(raw, list):
        return [_without_nulls(value) for value in raw]
    return raw


def _numbers(value: Any) -> Iterator[float]:
    if isinstance(value, dict):
        for item in value.values():
            yield from _numbers(item)
    elif isinstance(value, (list, tuple)):
        for item in value:
            yield from _numbers(item)
    elif isinstance(value, float):
        yield value


def refusal_of(error: ValidationError, model: type[BaseModel]) -> Refused:
    """The first fault of a ValidationError as a sentence for a builder, with the path of its field."""
    fault = error.errors(include_url=False)[0]
    path = [str(part) for part in fault["loc"]]
    field = ".".join(path) or "input"
    return Refused(field, sentence_of(fault, field, field_example(model, path), field_bounds(model, path)))


def sentence_of(
    fault: Any,
    field: str,
    example: str | None = None,
    bounds: tuple[float | None, float | None] = (None, None),
) -> str:
    """What is wrong with ``field``, in plain words. ``fault`` is one entry of ``ValidationError.errors()``.

    ``bounds`` are the lowest and the highest that it may be, where both are known: a range says more than a limit.
    """
    kind, context = fault["type"], fault.get("ctx", {})
    hint = f" Give for example {example}." if example else ""
    if None not in bounds and kind in _BEYOND:
        return f"{field} lies between {_limit(bounds[0])} and {_limit(bounds[1])}, {_in_words(fault['input'])} was read.{hint}"
    match kind:
        case "missing":
            return f"{field} is missing.{hint}"
        case "extra_forbidden":
            return f"{field} is not a key that is known here. Leave it out, or see --describe for the keys."
        case "float_type" | "int_type" | "int_from_float" | "float_parsing" | "int_parsing":
            return f"{field} has to be a number, not {_in_words(fault['input'])}.{hint}"
        case "finite_number":
            return f"{field} has to be a finite number.{hint}"
        case "greater_than":
            return f"{field} has to be above {_limit(context['gt'])}, not {_in_words(fault['input'])}.{hint}"
        case "greater_than_equal":
            return (
                f"{field} must not be below {_limit(context['ge'])}, it is {_in_words(fault['input'])}.{hint}"
            )
        case "less_than" | "less_than_equal":
            limit = context.get("lt", context.get("le"))
            return f"{field} has to be below {_limit(limit)}, it is {_in_words(fault['input'])}.{hint}"
        case "literal_error" | "enum":
            return f"{field} has to be {context['expected']}, not {_in_words(fault['input'])}."
        case "string_type" | "string_too_short":
            return f"{field} has to be text, not {_in_words(fault['input'])}.{hint}"
        case "string_too_long":
            return f"{field} is longer than {context['max_length']} characters."
        case "string_pattern_mismatch":
            return f"{field} has to be {_PATTERNS.get(context['pattern'], 'written otherwise')}, not {_in_words(fault['input'])}."
        case "too_short" if context["min_length"] > 1:
            return f"{field} has to have at least {context['min_length']} entries, not {context['actual_length']}."
        case "too_long":
            return f"{field} has to have at most {context['max_length']} entries."
        case "list_type" | "tuple_type" | "too_short":
            return f"{field} has to be a list with something in it.{hint}"
        case "date_type" | "date_parsing" | "date_from_datetime_parsing" | "date_from_datetime_inexact":
            return f"{field} has to be a day such as 2026-03-02, not {_in_words(fault['input'])}."
        case "model_type" | "dict_type" | "model_attributes_type":
            return f"{field} has to be an object with keys and values, not {_in_words(fault['input'])}."
        case _:
            message = str(fault["msg"]).removeprefix("Value error, ")
            return f"{field}: {message}.{hint}" if not message.endswith(".") else message


_BEYOND = ("greater_than", "greater_than_equal", "less_than", "less_than_equal")


def field_bounds(model: type[BaseModel], path: list[str]) -> tuple[float | None, float | None]:
    """The lowest and the highest that the field may be that ``path`` names; None where it has no such limit."""
    info = model.model_fields.get(path[0]) if path else None
    limits = [*(info.metadata if info else ()), *_metadata_in(info.annotation if info else None)]
    low = [limit for each in limits for limit in (getattr(each, "ge", None), getattr(each, "gt", None))]
    high = [limit for each in limits for limit in (getattr(each, "le", None), getattr(each, "lt", None))]
    return (
        max((each for each in low if each is not None), default=None),
        min((each for each in high if each is not None), default=None),
    )


def _metadata_in(annotation: Any) -> Iterator[Any]:
    for part in get_args(annotation):
        for each in getattr(part, "__metadata__", ()):
            # A Field within Annotated keeps its limits in a list of its own.
            yield from getattr(each, "metadata", (each,))
        yield from _metadata_in(part)


_PATTERNS = {
    r"\S": "a few words",
    r"^[^/]{1,40}$": "1 to 40 characters with no / among them",
    r"^[^/]{1,40}/[^/]{1,40}$": "a question and one of its options with / between them",
    r"^[^./]{1,60}$": "1 to 60 characters with no . or / among them",
    r"^[^.]*[^.\s][^.]*$": "a name with no . in it",
    r"^[0-9a-f]{16,64}\.jpg$": "the name under which a photograph is kept",
}
"""What a text that has to look like something has to be, in words."""


def _limit(value: Any) -> str:
    return f"{value:g}" if isinstance(value, (int, float)) else str(value)


def _in_words(value: Any) -> str:
    text = json.dumps(value, ensure_ascii=False, default=repr)
    return text if len(text) <= 40 else text[:40] + "…"


def field_example(model: type[BaseModel], path: list[str]) -> str | None:
    """The example of the field that ``path`` begins with, as its model gives it."""
    info = model.model_fields.get(path[0]) if path else None
    return str(info.examples[0]) if info is not None and info.examples else None


def describe(calculation: Calculation[Any, Any]) -> str:
    """Inputs and outputs of a calculation as a table: key, unit, meaning, default; then its source."""
    lines = [f"{calculation.name}: {calculation.line}", "", "in"]
    lines += _rows(calculation.model_in, indent="  ")
    lines += ["", "out"]
    lines += _rows(calculation.model_out, indent="  ", answer=True)
    lines += ["", f"source: {calculation.source}"]
    return "\n".join(lines)


def _rows(model: type[BaseModel], indent: str, answer: bool = False) -> Iterator[str]:
    for key, info in model.model_fields.items():
        key = info.alias or key
        unit = _unit_of(key)
        if answer:
            default = "" if info.is_required() else "absent without its inputs"
        elif info.is_required():
            default = "required"
        else:
            default = "optional" if info.default is None else f"default {info.default}"
        yield f"{indent}{key:<24} {unit:<7} {default:<26} {info.description or ''}".rstrip()
        for nested in _models_in(info.annotation):
            yield from _rows(nested, indent + "    ", answer)


def _unit_of(key: str) -> str:
    if "_per_" in key:
        return f"1/{key.rsplit('_', 1)[-1]}"
    quantity = quantity_of_key(key)
    return quantity.core_unit.symbol or ": 1" if quantity is not None else "-"


def _models_in(annotation: Any) -> Iterator[type[BaseModel]]:
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        yield annotation
    else:
        for part in getattr(annotation, "__args__", ()):
            yield from _models_in(part)
