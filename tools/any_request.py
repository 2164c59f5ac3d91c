"""Requests made from the API's own description: half of them mean something, half have one thing that is bad."""

import json
import sqlite3
from collections.abc import Iterator
from datetime import date
from pathlib import Path
from typing import Any
from urllib.parse import quote

from flask.testing import FlaskClient
from hypothesis import strategies as st
from jsonschema import Draft202012Validator
from werkzeug.test import TestResponse

from jorvak.core.catalogue import catalogue
from jorvak.demo import BUILDS
from jorvak.store import Database, Rigs
from jorvak.store.records import TABLES
from jorvak.web import create_app
from jorvak.web.description import described

TODAY = date(2026, 3, 2)
OWN = {"Host": "127.0.0.1:5370"}
RIG = 1
BUILD_FILE = f"/api/rigs/{RIG}/build-file"
NOT_THE_RIGS = ("/api/builds", "/drives", "/photos")
"""Addresses that take files, which have tests of their own, or whose state is not the rig's."""

FIGURES = [path for path, spec in catalogue().items() if spec.shape == "number"]
GOOD: dict[str, tuple[Any, ...]] = {
    "path": (*FIGURES[::9], "points.tow hitch.z_mm", "gaps.liner behind.x_mm", "wheels.front_left.size"),
    "paths": (["body.height_mm"], ["aims.crew_kg", "front_axle.unsprung_kg"], []),
    "typed": ("2740", "85", "4.10", "0.9", "12 3/8", "285/75R17", None, {}),
    "key": (None, "40 mm", "crawl_ratio", "approach_deg"),
    "hours": ("", "4", 4.5, None),
    "on": ("frame", "body", "front-axle", "rear-axle", "2026-02-20"),
    "doubt": ("", "3", "0.5"),
    "line": ("tyre 265/75R16", "gears front and rear 4.56", "add box 12 kg at 1800", "wheelbase 2745", "trim bumper end by 30"),
    "kind": ("equipment", "gears", "coil-spacers", "tyres"),
    "fields": ({"what": "box"}, {"ratio": 4.56}, {"thickness_mm": 30}, {"size": "285/75R17"}),
    "option": (None, "40 mm/A springs"),
    "stage": ("planned", "as-found", "today", "0", "3", "9999"),
    "units": ("metric", "inch"),
    "person": ("Ines", "Ruben"),
    "known": ("measured", "plate", "assumed"),
    "state": ("idea", "chosen", "bought", "dropped"),
    "table": tuple(TABLES),
    "end": ("front", "rear"),
    "x": ("120", "-780"),
    "z": ("560",),
    "mass": ("48", ""),
    "name": ("new place", "tow hitch"),
    "format": ("dxf", "svg", "csv"),
    "question": ("40 mm",),
    "chosen": ("A springs", None),
    "reason": ("it clears the sill",),
    "version": (1, 1, 1, None),
    "to": (1, 5, 23),
    "cost": (0, 640.5, None),
    "rig_id": (RIG,),
    "change_id": (1, 4, 9, 23),
    "record_id": (1, 2, 3),
    "obstacle": ({"kind": "ledge", "sizes": {"height": "300"}}, {"kind": "ditch", "sizes": {}}),
    "corners": ([[0, 0], [1200, 340]],),
    "odometer": ("", "128500"),
}  # fmt: skip
"""By name: what means something there."""
BAD: tuple[Any, ...] = (
    "", " ", "0", "-3", "1e400", "NaN", "∞", "1 640", "3.7.1", "x" * 5000, "٣", "2740\x00", "<b>1</b>", "'; DROP TABLE rig; --",
    "no such thing", "2026-13-40", "tomorrow", 0, -1, 1e300, 999, None, True, [], {}, [[0, 0], [-5, 1]], {"kind": "moat", "sizes": {}},
)  # fmt: skip

NUMBERS = st.sampled_from((0, 1, -1, 2, 40, 0.5, 2740, 1e-9, 1e12, -1e12)) | st.floats(allow_nan=False)
WORDS = st.sampled_from([bad for bad in BAD if isinstance(bad, str)]) | st.text(max_size=12)
ANYTHING = st.recursive(
    st.none() | st.booleans() | NUMBERS | WORDS,
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(WORDS, inner, max_size=3),
    max_leaves=6,
)


class Application:
    """The application over the three demo builds, which can be put back to how they ship."""

    def __init__(self, folder: Path) -> None:
        database = Database(folder)
        self.app = create_app(Rigs(database), today=TODAY)
        self.client: FlaskClient = self.app.test_client()
        for build in BUILDS:
            taken = self.client.post("/api/builds", data=build.read_bytes(), headers=OWN)
            assert taken.status_code == 201
        self._live = database.connection
        self._shipped = sqlite3.connect(":memory:")
        self._live.backup(self._shipped)
        self.sheet: Any = self.client.get(f"/api/rigs/{RIG}?person=Ines", headers=OWN).json
        self.document = described(self.app)
        self.operations = sorted(operations(self.document))
        self._validators: dict[str, Draft202012Validator] = {}

    def kept(self, table: str) -> Any:
        """A record of a table as the sheet shows it: the first, or an empty new one."""
        of_table = self.sheet["records"].get(table, [])
        return of_table[0] if of_table else {"id": 0, "version": None, "record": {"name": "new"}}

    def fits(self, address: str, method: str, answer: TestResponse) -> None:
        """An answer is one of those that the description gives for it, and looks as it says."""
        answers = self.document["paths"][address][method]["responses"]
        assert str(answer.status_code) in answers, (method, address, answer.status_code, answer.text[:300])
        given = answers[str(answer.status_code)]
        if "$ref" in given:
            given = self.document["components"]["responses"][given["$ref"].split("/")[-1]]
        for header in given.get("headers", ()):
            assert header in answer.headers
        if content := given.get("content", {}):
            assert answer.mimetype in content, (address, answer.mimetype)
            key = json.dumps(content[answer.mimetype]["schema"], sort_keys=True)
            if not answer.is_json:
                return
            if key not in self._validators:
                schema = {**content[answer.mimetype]["schema"], "components": self.document["components"]}
                self._validators[key] = Draft202012Validator(schema)
            self._validators[key].validate(answer.json)

    def put_back(self) -> None:
        self._shipped.backup(self._live)

    def rig(self) -> Any:
        """The whole rig as its build file has it."""
        return json.loads(self.client.get(BUILD_FILE, headers=OWN).data)


def operations(document: Any) -> Iterator[tuple[str, str]]:
    """Method and address of everything that the application answers."""
    for address, methods in document["paths"].items():
        if not any(part in address for part in NOT_THE_RIGS):
            yield from ((method, address) for method in methods)


def types_of(schema: Any, document: Any) -> set[str]:
    """The names of the types that a schema allows."""
    if "$ref" in schema:
        return types_of(document["components"]["schemas"][schema["$ref"].split("/")[-1]], document)
    if options := schema.get("anyOf"):
        return set().union(*(types_of(option, document) for option in options))
    return {schema.get("type", "string")}


def is_of(value: Any, types: set[str]) -> bool:
    of = {str: "string", bool: "boolean", int: "integer", float: "number", list: "array", dict: "object", type(None): "null"}[type(value)]  # fmt: skip
    return of in types or (of == "integer" and "number" in types)


def fitting(schema: Any, document: Any, name: str = "") -> st.SearchStrategy[Any]:
    """Values that fit a schema; a name that means something here has values that mean something."""
    if fit := [value for value in GOOD.get(name, ()) if is_of(value, types_of(schema, document))]:
        return st.sampled_from(fit)
    if "$ref" in schema:
        return fitting(document["components"]["schemas"][schema["$ref"].split("/")[-1]], document, name)
    if "enum" in schema:
        return st.sampled_from(schema["enum"])
    if options := schema.get("anyOf"):
        return st.one_of(*(fitting(option, document, name) for option in options))
    match schema.get("type"):
        case "integer":
            return st.integers(0, 30)
        case "number":
            return NUMBERS
        case "boolean":
            return st.booleans()
        case "null":
            return st.none()
        case "array":
            return st.lists(fitting(schema.get("items", {}), document), max_size=3)
        case "object" if "properties" in schema:
            keys = {key: fitting(inner, document, key) for key, inner in schema["properties"].items()}
            needed = set(schema.get("required", ()))
            return st.fixed_dictionaries(
                {key: values for key, values in keys.items() if key in needed},
                optional={key: values for key, values in keys.items() if key not in needed},
            )
        case "object":
            return st.dictionaries(WORDS, ANYTHING, max_size=3)
        case _:
            return WORDS


@st.composite
def requests(draw: st.DrawFn, application: Application) -> tuple[str, str, str, dict[str, Any], Any]:
    """A request that means something: method, address as described and as sent, query and body; half of them with one thing that is bad."""
    document = application.document
    method, pattern = draw(st.sampled_from(application.operations))
    operation, address = document["paths"][pattern][method], pattern
    places: dict[str, dict[str, Any]] = {"path": {}, "query": {}, "body": {}}
    for parameter in operation.get("parameters", ()):
        value = draw(fitting(parameter["schema"], document, parameter["name"]))
        if value is not None:
            places[parameter["in"]][parameter["name"]] = value
    schema = operation.get("requestBody", {}).get("content", {}).get("application/json", {}).get("schema")
    if schema is not None:
        places["body"] = draw(fitting(schema, document))
    if "table" in places["path"] and "record" in places["body"]:
        kept = application.kept(places["path"]["table"])
        places["body"] |= {"id": kept["id"], "version": kept["version"], "record": altered(draw, kept)}
    bad = [(where, name) for where, named in places.items() for name in named]
    spoilt = draw(st.booleans())
    if bad and spoilt:
        where, name = draw(st.sampled_from(bad))
        places[where][name] = draw(st.sampled_from(BAD) | ANYTHING)
    for name, value in places["path"].items():
        address = address.replace(f"{{{name}}}", quote(str(value), safe="") or "-")
    return method, pattern, address, places["query"], None if schema is None else places["body"]


def altered(draw: st.DrawFn, kept: Any) -> Any:
    """A record with one of its values otherwise: mostly one that it cannot have."""
    record = next(value for value in kept.values() if isinstance(value, dict))
    key = draw(st.sampled_from(sorted(record)))
    return {**record, key: draw(st.sampled_from(("another word", 7, *BAD)))}
