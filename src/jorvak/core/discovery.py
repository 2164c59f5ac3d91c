"""Finding what areas bring: modules that nothing names, each in its area's folder or in one of the folders in it."""

import importlib
import pkgutil
from collections.abc import Iterator
from importlib.util import find_spec
from types import ModuleType

from jorvak.core.order import AREAS


def modules_in(folder: str) -> Iterator[ModuleType]:
    """Every module of ``core/<area>/<folder>``, areas and modules by name."""
    for area in sorted(AREAS):
        if find_spec(f"jorvak.core.{area}.{folder}") is not None:
            yield from _modules(f"jorvak.core.{area}.{folder}")


def packages_called(folder: str) -> Iterator[ModuleType]:
    """The folder of that name of each area that has one, areas by name."""
    for area in sorted(AREAS):
        if find_spec(f"jorvak.core.{area}.{folder}") is not None:
            yield importlib.import_module(f"jorvak.core.{area}.{folder}")


def modules_of(area: str) -> Iterator[ModuleType]:
    """Every module that stands in the folder of an area itself, by name."""
    return _modules(f"jorvak.core.{area}")


def module_of(area: str, name: str) -> ModuleType | None:
    """One module of an area, or None where it has none of that name."""
    full = f"jorvak.core.{area}.{name}"
    return None if find_spec(full) is None else importlib.import_module(full)


def _modules(package: str) -> Iterator[ModuleType]:
    folder = importlib.import_module(package)
    for module in pkgutil.iter_modules(folder.__path__, f"{package}."):
        if not module.ispkg:
            yield importlib.import_module(module.name)
