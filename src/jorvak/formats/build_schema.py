"""The JSON Schema of a build file, made from the models that read it and from the catalogue of figures."""

from typing import Any, get_args

from pydantic import BaseModel
from pydantic.json_schema import models_json_schema

from jorvak.core.catalogue import FigureSpec, catalogue
from jorvak.core.plan.kinds import kinds
from jorvak.core.rig import Known, Taken
from jorvak.formats.build_file import NAMED, RigEntry

REF = "#/$defs/{model}"
_TYPES: dict[str, dict[str, Any]] = {
    "number": {"type": "number"},
    "ratios": {"type": "array", "items": {"type": "number"}, "minItems": 1, "maxItems": 24},
    "size": {"type": "string"},
    "text": {"type": "string"},
    "choice": {"type": "string"},
}


def schema() -> dict[str, Any]:
    """The schema of the whole file, as JSON Schema 2020-12."""
    models: list[type[BaseModel]] = [
        RigEntry,
        *(named.model for named in NAMED.values()),
        *(k.fields for k in kinds().values()),
    ]
    _, made = models_json_schema([(model, "validation") for model in models], ref_template=REF)
    definitions = made["$defs"]
    rig = definitions.pop("RigEntry")
    definitions["Noted"] = NOTED
    rig["properties"] |= _nested_figures()
    for family, named in NAMED.items():
        rig["properties"][family] = _named(definitions, family, named.figures)
    definitions["Change"]["properties"]["kind"] = {"enum": list(kinds())}
    definitions["Change"]["allOf"] = [
        {"if": {"properties": {"kind": {"const": kind.name}}},
         "then": {"properties": {"fields": {"$ref": f"#/$defs/{kind.fields.__name__}"}}}}
        for kind in kinds().values()
    ]  # fmt: skip
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Jorvak build file",
        "type": "object",
        "required": ["jorvak_build", "rig"],
        "additionalProperties": False,
        "properties": {
            "jorvak_build": {"const": 1},
            "written_on": {"type": "string", "format": "date"},
            "rig": {**rig, "title": "rig"},
        },
        "$defs": definitions,
    }


def _nested_figures() -> dict[str, Any]:
    nested: dict[str, Any] = {}
    for spec in catalogue().values():
        place = nested
        *parts, key = spec.path.split(".")
        for part in parts:
            place = place.setdefault(
                part, {"type": "object", "additionalProperties": False, "properties": {}}
            )["properties"]
        place[key] = _figure(spec)
    return nested


def _named(definitions: dict[str, Any], family: str, figures: dict[str, FigureSpec] | Any) -> dict[str, Any]:
    about = definitions.pop(NAMED[family].model.__name__)
    properties = {key: value for key, value in about["properties"].items() if key not in ("name", "id")}
    required = [key for key in about.get("required", []) if key != "name"]
    return {
        "type": "object",
        "maxProperties": NAMED[family].most,
        "additionalProperties": {
            "type": "object",
            "additionalProperties": False,
            "required": required,
            "properties": properties | {key: _figure(spec) for key, spec in figures.items()},
        },
    }


def _figure(spec: FigureSpec) -> dict[str, Any]:
    value: dict[str, Any] = dict(_TYPES[spec.shape])
    if spec.shape == "number":
        value |= {"minimum": spec.low, "maximum": spec.high}
    if spec.choices:
        value["enum"] = list(spec.choices)
    return {
        "description": spec.label,
        "anyOf": [value, {"$ref": "#/$defs/Noted", "properties": {"value": value}}],
    }


NOTED = {
    "type": "object",
    "description": "a figure with how it is known; ± is in the unit of its key",
    "required": ["value"],
    "additionalProperties": False,
    "properties": {
        "value": True,
        "known": {"enum": list(get_args(Known))},
        "doubt": {"anyOf": [{"type": "number", "minimum": 0}, {"type": "null"}]},
        "noted_on": {"anyOf": [{"type": "string", "format": "date"}, {"type": "null"}]},
        "noted_by": {"anyOf": [{"type": "string"}, {"type": "null"}]},
        "note": {"anyOf": [{"type": "string"}, {"type": "null"}]},
        "taken": {
            "description": "as the vehicle was found, or as it stood on noted_on with what was fitted by then",
            "anyOf": [{"enum": list(get_args(Taken))}, {"type": "null"}],
        },
        "fitted_after": {
            "description": "changes, by their step from 1, that were fitted by noted_on and only after it was taken",
            "type": "array",
            "items": {"type": "integer", "minimum": 1},
        },
    },
}
