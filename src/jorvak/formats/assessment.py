"""An assessment as JSON: results by area with value, ±, what they rest on or wait for; findings, worst first."""

from typing import Any

from pydantic_core import to_jsonable_python

from jorvak.core.assess import Assessment
from jorvak.core.doubt import shaped
from jorvak.core.engine.areas import areas
from jorvak.core.engine.result import Result


def assessment_as_json(assessed: Assessment) -> dict[str, Any]:
    """``assess`` on the command line."""
    results = {
        name: {each: _result(assessed.results.result(name, each)) for each in area.functions}
        for name, area in areas().items()
    }
    findings = [
        {
            "code": finding.code,
            "severity": finding.severity,
            "system": finding.system,
            "text": finding.text,
            "figures": list(finding.figures),
            "change": finding.change,
            "settled_by": [
                {k: v for k, v in to_jsonable_python(settle).items() if v is not None}
                for settle in finding.settled_by
            ],
            **({"accepted": finding.accepted.reason} if finding.accepted else {}),
        }
        for finding in assessed.findings
    ]
    return {
        "stage": assessed.stage,
        "laden": assessed.laden,
        "results": results,
        "findings": findings,
        "only_assumed": to_jsonable_python(assessed.only_assumed),
    }


def _result(result: Result[Any]) -> dict[str, Any]:
    rests_on = [*result.rests_on, *(f"{path} as found" for path in result.rests_on_found)]
    if result.value is None:
        waits = result.waits_for
        return {"value": None, "rests_on": rests_on, "waits_for": to_jsonable_python(waits)}
    by = {tuple(_key(part) for part in place.split(".") if part): off for place, off in result.doubt.items()}
    return {
        "value": to_jsonable_python(result.value),
        "doubt": shaped(result.value, by),
        "doubt_from": to_jsonable_python(dict(result.doubt_from)),
        "rests_on": rests_on,
        "stands_in": dict(result.stands_in),
    }


def _key(part: str) -> str | int:
    return int(part) if part.isdigit() else part
