"""The API's description knows a model by its name alone: two of one name would silently become one."""

import dataclasses
import importlib
import pkgutil
import typing
from collections import defaultdict
from collections.abc import Iterator
from typing import Any

from pydantic import BaseModel

from jorvak import web


def reached(model: Any, seen: set[type]) -> Iterator[type]:
    """Every model and record that is somewhere in ``model``."""
    for part in typing.get_args(model):
        yield from reached(part, seen)
    if not isinstance(model, type) or model in seen:
        return
    if issubclass(model, BaseModel):
        inner: list[Any] = [info.annotation for info in model.model_fields.values()]
    elif dataclasses.is_dataclass(model):
        inner = list(typing.get_type_hints(model).values())
    else:
        return
    seen.add(model)
    yield model
    for each in inner:
        yield from reached(each, seen)


def test_no_two_models_of_the_api_share_a_name() -> None:
    seen: set[type] = set()
    by_name: dict[str, set[type]] = defaultdict(set)
    for name in (module.name for module in pkgutil.iter_modules(web.__path__)):
        for each in vars(importlib.import_module(f"jorvak.web.{name}")).values():
            if (
                isinstance(each, type)
                and issubclass(each, BaseModel)
                and each.__module__.startswith("jorvak")
            ):
                for model in reached(each, seen):
                    if "[" not in model.__name__:
                        by_name[model.__name__].add(model)
    assert len(by_name) > 60, "the walk reaches the sheet"
    assert {name: models for name, models in by_name.items() if len(models) > 1} == {}
