"""Kinds of change. Each is one module in an area's ``kinds`` package and is found there; nothing else names it."""

from collections.abc import Callable, Mapping
from functools import cache, cached_property
from typing import Any, Generic, Literal, TypeVar

from pydantic import ValidationError

from jorvak.core.calculation import Refused, refusal_of
from jorvak.core.discovery import modules_in
from jorvak.core.immutable import record
from jorvak.core.plan.in_units import InUnits
from jorvak.core.plan.jobs import Job
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Carrier, Change, Figure, Figures, Frozen, Rig

F = TypeVar("F", bound=Frozen)


def _no_effect(fields: Any, before: Figures) -> Mapping[str, Figure | None]:
    return {}


def _no_points(fields: Any) -> Mapping[str, Carrier]:
    return {}


def _nothing_aboard(fields: Any, change: Change) -> tuple["Mass", ...]:
    return ()


def _fits(fields: Any, figures: Figures) -> None:
    return None


def _own_mass(fields: Any, change: Change) -> tuple["Mass", ...]:
    return () if change.mass_kg is None else (placed(change.mass_kg, change),)


@record(frozen=True, slots=True)
class Mass:
    """Mass that a change brings, and where; ``x_mm`` may also name an axle, or be unknown, as may its
    height and how far right of the middle it is."""

    kg: float
    x_mm: float | Literal["front", "rear"] | None
    z_mm: float | None = None
    y_mm: float | None = None


def placed(kg: float, change: Change) -> Mass:
    """A mass at the place of a change."""
    return Mass(kg, change.mass_x_mm, change.mass_z_mm, change.mass_y_mm)


@record(frozen=True)
class Kind(Generic[F]):
    """What there is to know about one kind of change.

    ``effect`` gives the figures it sets on a rig by path (None removes one: a measured roll-out does not
    outlive its tyre), ``points`` the underside points it adds, ``masses`` what it weighs and where, ``aboard`` what
    is in it when the vehicle is laden.
    ``by_mass``: it is named by what it weighs, so that a bare number may be that or what it bears, and is asked back.
    ``names`` begin a line too, and are what it is called: ``fridge 45 W``.
    ``along``: where it sits unless it is said, in wheelbases behind the front axle.
    ``fits`` raises Refused, with what would do, where a rig of those figures has no place for it. ``read`` makes
    its fields from the words after the kind's
    own in the line and raises Refused; without one they are read by the fields' keys. ``recognises`` tells words in the line that are meant for it though nobody said so. Findings that only
    this kind raises stand beside it in the ``rules`` of its area.
    """

    name: str
    words: tuple[str, ...]
    example: str
    fields: type[F]
    title: Callable[[F], str]
    jobs: Callable[[F], tuple[Job, ...]]
    effect: Callable[[F, Figures], Mapping[str, Figure | None]] = _no_effect
    points: Callable[[F], Mapping[str, Carrier]] = _no_points
    masses: Callable[[F, Change], tuple[Mass, ...]] = _own_mass
    aboard: Callable[[F, Change], tuple[Mass, ...]] = _nothing_aboard
    by_mass: bool = False
    names: tuple[str, ...] = ()
    along: float | None = None
    fits: Callable[[F, Figures], None] = _fits
    read: Callable[[str, Rig], F] | None = None
    recognises: Callable[[str], bool] | None = None


class Draft(Frozen):
    """A change that is not in the order yet."""

    kind: str
    fields: dict[str, Any]
    title: str
    mass_kg: float | None = None
    mass_x_mm: float | None = None
    mass_y_mm: float | None = None
    mass_z_mm: float | None = None

    def as_change(self, **more: Any) -> Change:
        """The change that this becomes, with what else is known of it. Raises pydantic.ValidationError."""
        return Change(**{**self.model_dump(exclude={"title"}), **more})


@cache
def kinds() -> dict[str, Kind[Any]]:
    """Every kind of change by name."""
    found: dict[str, Kind[Any]] = {module.KIND.name: module.KIND for module in modules_in("kinds")}
    return dict(sorted(found.items()))


def kind_of(name: str) -> Kind[Any]:
    """The kind of that name. Raises Refused on ``kind``."""
    if name not in kinds():
        raise Refused(
            "kind",
            f"“{name[:40]}” is no kind of change that is known here. There are {', '.join(sorted(kinds()))}.",
        )
    return kinds()[name]


def fields_of(kind: str, fields: Mapping[str, Any]) -> Any:
    """``fields`` as the kind's own model. Raises Refused with the field's path."""
    model = kind_of(kind).fields
    try:
        return model.model_validate(dict(fields))
    except ValidationError as error:
        refused = refusal_of(error, model)
        raise Refused(f"fields.{refused.field}", refused.message) from None


def draft(kind: str, fields: Mapping[str, Any] | Frozen) -> Draft:
    """A checked draft of a change. Raises Refused."""
    good = fields if isinstance(fields, Frozen) else fields_of(kind, fields)
    return Draft(
        kind=kind,
        fields=good.model_dump(mode="json", exclude_none=True),
        title=kind_of(kind).title(InUnits(good, METRIC)),
    )


def check_fits(kind: str, fields: Mapping[str, Any], figures: Figures) -> None:
    """Raises Refused on ``fields`` where a rig of those figures has no place for such a change."""
    kind_of(kind).fits(fields_of(kind, fields), figures)


TAKEN_OUT = ("equipment",)
"""Kinds whose mass may be below 0: a thing that is taken out."""


def check_mass(kind: str, mass_kg: float | None) -> None:
    """Raises Refused on ``mass_kg`` for what cannot weigh less than nothing."""
    if mass_kg is not None and mass_kg < 0 and kind not in TAKEN_OUT:
        raise Refused(
            "mass_kg",
            f"A {kind} does not weigh {mass_kg:g} kg: type from 0 to 5000 kg, for example 38 kg. "
            "What is taken out is typed as equipment: add rear seats -38 kg at 2150.",
        )


def own_fields(change: Change) -> Any:
    """A change's fields as its kind's own model."""
    return _read(change).fields


def title_of(change: Change, preset: Preset = METRIC) -> str:
    """A change in the trade's words, in the units of ``preset``."""
    return _read(change).title(preset)


def check_place(change: Change, figures: Figures) -> None:
    """Raises Refused where a rig of those figures has no place for a change of its order."""
    read = _read(change)
    read.kind.fits(read.fields, figures)


def opening(change: Change, preset: Preset = METRIC) -> str:
    """A change in the trade's words, as a sentence begins."""
    title = title_of(change, preset)
    return title[:1].upper() + title[1:]


def jobs_of(change: Change) -> tuple[Job, ...]:
    """The jobs that a change brings."""
    read = _read(change)
    return read.kind.jobs(read.fields)


def points_of(change: Change) -> Mapping[str, Carrier]:
    """The underside points that a change adds, and what carries each."""
    return _read(change).points


def masses_of(change: Change) -> tuple[Mass, ...]:
    """What a change weighs, and where: as built, with nothing in it."""
    return _read(change).masses


def aboard_of(change: Change) -> tuple[Mass, ...]:
    """What is in a change when the vehicle is laden, and where."""
    return _read(change).aboard


def effect_of(change: Change, before: Figures) -> Mapping[str, Figure | None]:
    """The figures that a change sets on a rig whose figures are ``before``, by path."""
    read = _read(change)
    return read.kind.effect(read.fields, before)


class _Read:
    """A change as its kind reads it; what does not hang on the rig before it is worked out once."""

    def __init__(self, change: Change) -> None:
        self.change = change
        self.kind = kind_of(change.kind)
        self.fields = fields_of(change.kind, change.fields)

    def title(self, preset: Preset) -> str:
        title: str = self.kind.title(InUnits(self.fields, preset))
        return f"{title}, taken out" if (self.change.mass_kg or 0.0) < 0 else title

    @cached_property
    def points(self) -> Mapping[str, Carrier]:
        return self.kind.points(self.fields)

    @cached_property
    def masses(self) -> tuple[Mass, ...]:
        return self.kind.masses(self.fields, self.change)

    @cached_property
    def aboard(self) -> tuple[Mass, ...]:
        return self.kind.aboard(self.fields, self.change)


MOST_READ = 4096
_LATELY: dict[int, _Read] = {}
"""Changes that were read lately, by address: each keeps its change, so that the address stays its own."""


def _read(change: Change) -> _Read:
    # Each change is read several times an assessment, and is never altered in place.
    kept = _LATELY.get(id(change))
    if kept is not None and kept.change is change:
        return kept
    read = _Read(change)
    if len(_LATELY) >= MOST_READ:
        _LATELY.clear()
    _LATELY[id(change)] = read
    return read


def guessed_hours(change: Change) -> float:
    """What a change is thought to take: its own guess, else that of its jobs."""
    return change.hours if change.hours is not None else sum(job.hours for job in jobs_of(change))
