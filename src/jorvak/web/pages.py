"""The addresses of one part of the API."""

from collections.abc import Callable
from typing import Any

from flask_openapi3 import APIBlueprint
from flask_openapi3.types import ParametersTuple
from flask_openapi3.utils import parse_parameters


class Pages(APIBlueprint):
    """A blueprint that describes its addresses only when it is asked to.

    The schemas of all answers are half the time in which the application starts, and only the description
    needs them.
    """

    def __init__(self, *arguments: Any, **more: Any) -> None:
        super().__init__(*arguments, **more)
        self._undescribed: list[tuple[str, Callable[..., Any], dict[str, Any]]] = []

    def _collect_openapi_info(self, rule: str, func: Callable[..., Any], **more: Any) -> ParametersTuple:
        self._undescribed.append((rule, func, more))
        return parse_parameters(func, doc_ui=False)

    def describe(self) -> None:
        """Fill in ``paths``, ``tags`` and ``components_schemas``; what they have already stays."""
        for rule, func, more in self._undescribed:
            super()._collect_openapi_info(rule, func, **more)
        self._undescribed.clear()
