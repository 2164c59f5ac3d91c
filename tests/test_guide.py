"""The guide says what the demo says, and shows pictures that there are."""

import re

import pytest
from tools.guide import GUIDE, pages

PAGES = pages()


def test_every_page_is_as_it_is_made() -> None:
    assert {file.name for file in GUIDE.iterdir()} == set(PAGES)


@pytest.mark.parametrize("name", PAGES)
def test_a_page_is_true_today(name: str) -> None:
    text = (GUIDE / name).read_text(encoding="utf-8")
    assert text == PAGES[name], "run: python -m tools.guide"
    assert "{{" not in text
    for picture in re.findall(r"\]\(([^)]*\.(?:png|md))\)", text):
        assert (GUIDE / picture).resolve().is_file(), picture
