"""Finding the modules that nothing names: kinds of change and rules, one file each, in any area."""

import importlib
import pkgutil
from collections.abc import Iterator
from types import ModuleType


def modules_in(package: str) -> Iterator[ModuleType]:
    """Every module of ``core/<area>/<package>``, areas and modules by name."""
    core = importlib.import_module("jorvak.core")
    for area in pkgutil.iter_modules(core.__path__, "jorvak.core."):
        if not area.ispkg:
            continue
        inside = importlib.import_module(area.name)
        if not any(module.name == package for module in pkgutil.iter_modules(inside.__path__)):
            continue
        folder = importlib.import_module(f"{area.name}.{package}")
        for module in pkgutil.iter_modules(folder.__path__, f"{folder.__name__}."):
            yield importlib.import_module(module.name)
