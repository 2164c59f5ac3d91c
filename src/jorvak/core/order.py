"""The areas of the trade in their order. Naming an area here is what registers it; nothing else does."""

AREAS = (
    "vehicle",
    "load",
    "rolling",
    "stance",
    "driveline",
    "power",
    "heat",
    "recovery",
    "frame",
    "survey",
    "work",
    "money",
    "trip",
)
"""A later one may ask an earlier one, never back: what joins two stands in the later."""
