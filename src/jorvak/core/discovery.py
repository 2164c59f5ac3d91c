"""Finding what areas bring: modules that nothing names, each in a folder of its area."""

import importlib
import pkgutil
from collections.abc import Iterator
from types import ModuleType

from jorvak.core.order import AREAS


def modules_in(folder: str) -> Iterator[ModuleType]:
    """Every module of ``core/<area>/<folder>``, areas and modules by name."""
    for area in sorted(AREAS):
        if folder in {name for name, is_package in _inside(area) if is_package}:
            package = importlib.import_module(f"jorvak.core.{area}.{folder}")
            for module in pkgutil.iter_modules(package.__path__, f"{package.__name__}."):
                yield importlib.import_module(module.name)


def modules_of(area: str) -> Iterator[ModuleType]:
    """Every module that stands in the folder of an area itself, by name."""
    for name, is_package in _inside(area):
        if not is_package:
            yield importlib.import_module(f"jorvak.core.{area}.{name}")


def module_of(area: str, name: str) -> ModuleType | None:
    """One module of an area, or None where it has none of that name."""
    if (name, False) not in _inside(area):
        return None
    return importlib.import_module(f"jorvak.core.{area}.{name}")


def _inside(area: str) -> list[tuple[str, bool]]:
    package = importlib.import_module(f"jorvak.core.{area}")
    return [(module.name, module.ispkg) for module in pkgutil.iter_modules(package.__path__)]
