"""The description of the API, with every answer that is given: those that any address may give stand here."""

from collections.abc import Iterator
from copy import deepcopy
from typing import Any

from flask_openapi3 import OpenAPI

from jorvak.web.pages import Pages

PROBLEM = {"application/problem+json": {"schema": {"$ref": "#/components/schemas/Problem"}}}
ANYWHERE = {
    "401": "beyond loopback: nobody has signed in",
    "403": "a write that does not come from this server's own pages",
    "421": "the address by which the server was called is none of its own",
    "422": "what was sent cannot be taken; field says which part of it",
    "503": "the database or the disk does not take it, or too much is asked for at once",
}
WITH_A_PLACE = {"404": "there is no such thing, or not any more"}
WRITES = {
    "409": "somebody else was quicker, or it cannot be taken back; theirs is what stands there now",
    "413": "what was sent is too large",
    "429": "beyond loopback: too many tries to sign in",
}
TEXT = {"type": "string"}
TAG = {"ETag": {"description": "names this sheet, to ask what has changed of it since", "schema": TEXT}}
HEADERS = {"Cache-Control": {"description": "no-store", "schema": TEXT}}
SAME_SHEET = "#/components/schemas/Sheet"
_SHEET = "#/components/schemas/Sheet"


def described(app: OpenAPI) -> dict[str, Any]:
    """The description in OpenAPI 3.1."""
    for pages in app.blueprints.values():
        if isinstance(pages, Pages):
            pages.describe()
            app.paths.update(pages.paths)
            app.components_schemas.update(pages.components_schemas)
            app.tags += [tag for tag in pages.tags if tag.name not in {had.name for had in app.tags}]
    document = deepcopy(app.api_doc)
    for address, method, operation in _operations(document):
        answers = operation["responses"]
        for status, answer in list(answers.items()):
            if _is_sheet(answer):
                # A write that was sent before is not one again: 200, with the sheet as it is.
                whole = {**answer, "headers": TAG}
                answers |= {status: whole, "200": whole, "226": {"$ref": "#/components/responses/226"}}
        problems = {
            **ANYWHERE,
            **(WITH_A_PLACE if "{" in address else {}),
            **(WRITES if method != "get" else {}),
        }
        answers |= {status: {"$ref": f"#/components/responses/{status}"} for status in problems}
    document["components"]["responses"] = {
        "226": SAME_SHEET,
        **{
            status: {"description": says, "content": PROBLEM, "headers": HEADERS}
            for status, says in {**ANYWHERE, **WITH_A_PLACE, **WRITES}.items()
        },
    }
    return document


def _operations(document: dict[str, Any]) -> Iterator[tuple[str, str, dict[str, Any]]]:
    for address, methods in document["paths"].items():
        for method, operation in methods.items():
            yield address, method, operation


def _is_sheet(answer: dict[str, Any]) -> bool:
    schema = answer.get("content", {}).get("application/json", {}).get("schema", {})
    return bool(schema.get("$ref") == _SHEET)
