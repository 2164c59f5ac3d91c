"""The house rules that can be checked: which room may enter which, and what may not stand anywhere."""

import ast
import doctest
import importlib
import json
import re
import subprocess
from collections.abc import Iterator
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]
SOURCE = ROOT / "src" / "jorvak"
FRONT_END = ROOT / "frontend" / "src"


def imports(file: Path) -> Iterator[str]:
    for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            yield from (name.name for name in node.names)
        elif isinstance(node, ast.ImportFrom) and node.module:
            yield node.module


def offences(room: str, forbidden: tuple[str, ...]) -> list[str]:
    return [
        f"{file.relative_to(SOURCE)} imports {name}"
        for file in sorted((SOURCE / room).rglob("*.py"))
        for name in imports(file)
        if name.startswith(forbidden)
    ]


@pytest.mark.parametrize(
    ("room", "forbidden"),
    [
        ("core", ("flask", "sqlite3", "pathlib", "os", "io", "random", "time", "logging", "jorvak.store", "jorvak.web",
                  "jorvak.formats", "jorvak.cli", "jorvak.demo")),
        ("store", ("flask", "jorvak.web", "jorvak.formats", "jorvak.cli")),
        ("formats", ("flask", "sqlite3", "jorvak.store", "jorvak.web", "jorvak.cli")),
        ("web", ("sqlite3.dbapi2", "jorvak.cli")),
    ],
)  # fmt: skip
def test_rooms_are_entered_by_their_doors_only(room: str, forbidden: tuple[str, ...]) -> None:
    assert offences(room, forbidden) == []


def test_core_asks_no_clock_and_prints_nothing() -> None:
    for file in (SOURCE / "core").rglob("*.py"):
        text = file.read_text(encoding="utf-8")
        assert not re.search(r"\b(print|open|input)\(|date\.today|datetime\.now", text), file


def test_sql_stands_in_the_store_only() -> None:
    for file in SOURCE.rglob("*.py"):
        if "store" not in file.parts:
            assert not re.search(
                r"\b(SELECT|INSERT INTO|UPDATE \w+ SET|DELETE FROM)\b", file.read_text(encoding="utf-8")
            ), file


def test_the_front_end_fetches_from_its_own_server_only() -> None:
    for file in FRONT_END.rglob("*.ts*"):
        text = file.read_text(encoding="utf-8")
        addresses = [a for a in re.findall(r"https?://[^\s\"'`]+", text) if "www.w3.org" not in a]
        assert addresses == [], file
    assert "http" not in (FRONT_END / "app.css").read_text(encoding="utf-8")


def test_locks_are_pinned_and_name_no_addresses() -> None:
    lock = (ROOT / "requirements.lock").read_text()
    assert not re.search(r"https?:|file:|--index-url|--find-links", lock)
    assert all("==" in line for line in lock.splitlines() if line and not line.startswith((" ", "#")))
    packages = json.loads((ROOT / "frontend" / "package-lock.json").read_text())["packages"]
    assert not [name for name, package in packages.items() if "resolved" in package]
    assert all(
        "integrity" in package or package.get("inBundle") for name, package in packages.items() if name
    )


def test_nothing_committed_carries_a_path_of_a_machine() -> None:
    files = subprocess.run(
        ["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True
    ).stdout.split("\n")
    for name in filter(None, files):
        file = ROOT / name
        if file.suffix in (".png", ".json") or not file.is_file() or file == Path(__file__):
            continue
        text = file.read_text(encoding="utf-8", errors="ignore")
        assert not re.search(r"/(?:work|root|home/\w+)/", text), name


def test_every_module_says_what_it_is() -> None:
    for file in [*SOURCE.rglob("*.py"), *(ROOT / "tools").rglob("*.py"), *(ROOT / "tests").rglob("*.py")]:
        tree = ast.parse(file.read_text(encoding="utf-8"))
        assert ast.get_docstring(tree) or not tree.body, file


def test_the_readme_links_every_picture_and_names_every_command() -> None:
    readme = (ROOT / "README.md").read_text(encoding="utf-8")
    pictures = sorted((ROOT / "docs" / "screenshots").glob("*.png"))
    assert 0 < len(pictures) < 20
    for picture in pictures:
        assert f"docs/screenshots/{picture.name}" in readme
    for command in (ROOT / "bin").iterdir():
        if command.suffix != ".sh":
            assert f"bin/{command.name}" in readme
            assert command.stat().st_mode & 0o111, f"{command.name} is not executable"


WITH_EXAMPLES = [
    ".".join(file.relative_to(ROOT / "src").with_suffix("").parts)
    for file in sorted(SOURCE.rglob("*.py"))
    if ">>> " in file.read_text(encoding="utf-8")
]


@pytest.mark.parametrize("module", WITH_EXAMPLES)
def test_examples_in_docstrings_come_to_what_they_say(module: str) -> None:
    tried = doctest.testmod(importlib.import_module(module))
    assert tried.attempted and not tried.failed
