"""How the rooms of the house join: no import goes in a circle, and an area asks only those before it."""

import ast
import re
from collections.abc import Iterator, Mapping
from dataclasses import fields
from graphlib import TopologicalSorter
from pathlib import Path

import pytest

from jorvak.core.catalogue import catalogue, headings
from jorvak.core.engine.areas import areas
from jorvak.core.headlines import shown_figures
from jorvak.core.order import AREAS

ROOT = Path(__file__).parents[1]
SOURCE, FRONT_END = ROOT / "src", ROOT / "frontend" / "src"
Imports = Mapping[str, set[str]]


def python_imports() -> Imports:
    modules = {
        ".".join(file.relative_to(SOURCE).with_suffix("").parts).removesuffix(".__init__"): file
        for file in (SOURCE / "jorvak").rglob("*.py")
    }
    return {name: set(_imported(file, modules)) for name, file in modules.items()}


def _imported(file: Path, modules: Mapping[str, Path]) -> Iterator[str]:
    for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            yield from (each.name for each in node.names if each.name in modules)
        elif isinstance(node, ast.ImportFrom) and node.module in modules:
            assert node.module is not None
            inner = {f"{node.module}.{each.name}" for each in node.names} & modules.keys()
            yield from inner or {node.module}


def front_end_imports() -> Imports:
    files = [file for file in FRONT_END.rglob("*.ts*") if not file.name.endswith(".d.ts")]
    return {str(file.with_suffix("")): set(_imported_there(file)) for file in files}


def _imported_there(file: Path) -> Iterator[str]:
    for name in re.findall(r"""(?:from|import)\s*\(?["'](\.[^"']+)["']""", file.read_text(encoding="utf-8")):
        yield str((file.parent / name).resolve())


@pytest.mark.parametrize("imports", [python_imports, front_end_imports])
def test_no_import_goes_in_a_circle(imports: object) -> None:
    assert callable(imports)
    graph: Imports = imports()
    assert len(graph) > 90 and sum(map(len, graph.values())) > 300
    # Raises CycleError, which names the circle.
    assert list(TopologicalSorter(graph).static_order())


def test_a_sheet_imports_from_no_other() -> None:
    sheets = FRONT_END / "sheets"
    across = [
        f"{file} imports {name}"
        for file, imported in front_end_imports().items()
        for name in imported
        if Path(file).parent.parent == sheets
        and Path(name).parent.parent == sheets
        and Path(file).parent != Path(name).parent
    ]
    assert across == []


def test_an_area_asks_only_those_before_it() -> None:
    order = {f"jorvak.core.{name}": place for place, name in enumerate(AREAS)}

    def place(module: str) -> int | None:
        return order.get(".".join(module.split(".")[:3]))

    back = [
        f"{module} imports {asked}"
        for module, imported in python_imports().items()
        for asked in imported
        if (mine := place(module)) is not None and (theirs := place(asked)) is not None and theirs > mine
    ]
    assert back == []


@pytest.mark.parametrize("room", ["engine", "catalogue", "quantities"])
def test_what_all_areas_stand_on_knows_none_of_them(room: str) -> None:
    by_name = [
        f"{module} imports {asked}"
        for module, imported in python_imports().items()
        if module.startswith(f"jorvak.core.{room}")
        for asked in imported
        if asked.split(".")[2:3] and asked.split(".")[2] in AREAS
    ]
    assert by_name == []


def test_what_is_in_an_areas_folder_is_registered() -> None:
    core = SOURCE / "jorvak" / "core"
    assert {file.parent.name for pattern in ("area", "figures") for file in core.glob(f"*/{pattern}.py")} <= {
        *AREAS
    }


@pytest.mark.parametrize("name", areas())
def test_an_area_works_out_all_that_it_says(name: str) -> None:
    area = areas()[name]
    results = {field.name for field in fields(area.results)}
    assert area.name == name and results == set(area.functions)
    assert set(area.says) <= results
    assert {shown.result for shown in area.headlines} <= results


def test_every_figure_stands_under_one_heading_once() -> None:
    under = [path for paths in headings().values() for path in paths]
    assert sorted(under) == sorted(catalogue())


def test_headlines_have_places_of_their_own() -> None:
    ranks = [shown.rank for _, shown in shown_figures().values()]
    assert ranks == sorted(set(ranks))
