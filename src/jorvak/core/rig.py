"""The rig: one vehicle, its figures with how each is known, and the changes planned on it.

Everything here is an immutable record. Figures are addressed by path (``rear_axle.ratio``,
``wheels.front_left.size``, ``points.case guard.z_mm``); a figure that nobody has noted is missing, never 0.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import date
from functools import cache, lru_cache
from typing import Annotated, Any, Generic, Literal, TypeVar, get_args, get_origin

from pydantic import (
    BaseModel,
    ConfigDict,
    Field,
    StringConstraints,
    TypeAdapter,
    ValidationError,
    model_validator,
)

from jorvak.core.calculation import NotNegative, Number, Positive, sentence_of
from jorvak.core.quantities import Quantity, quantity_of_key
from jorvak.core.rolling.tyre_size import SidewallSize

Known = Literal["measured", "plate", "worked out", "assumed"]
Form = Literal["wagon", "pickup", "cab-chassis", "van", "open"]
Carrier = Literal["frame", "body", "front-axle", "rear-axle"]
State = Literal["idea", "chosen", "bought", "fitted", "dropped"]
APPLIED: tuple[State, ...] = ("chosen", "bought", "fitted")

Line = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]
Text = Annotated[str, StringConstraints(strip_whitespace=True, max_length=4000)]
PointName = Annotated[
    str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60, pattern=r"^[^.]+$")
]


class Frozen(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


T = TypeVar("T")


class Figure(Frozen, Generic[T]):
    """A value, how it is known, and how far it may be off (two standard deviations; None: by the conventions)."""

    value: T
    known: Known = "assumed"
    doubt: NotNegative | None = None
    noted_on: date | None = None
    noted_by: Text | None = None
    note: Text | None = None

    @model_validator(mode="before")
    @classmethod
    def _bare_value(cls, given: Any) -> Any:
        """A bare value in a hand-written file is a figure that nobody vouches for."""
        return given if isinstance(given, (dict, Figure)) else {"value": given}


Figures = Mapping[str, Figure[Any]]
"""Figures by path."""

NumberFigure = Figure[Number] | None
PositiveFigure = Figure[Positive] | None
RatiosFigure = Figure[Annotated[tuple[Positive, ...], Field(min_length=1, max_length=24)]] | None
SizeFigure = Figure[SidewallSize] | None


def figure(
    label: str, example: str, word: str | None = None, low: float | None = None, high: float | None = None
) -> Any:
    """A figure of a part: its name in the trade, an example, its word in the line, and what is believable."""
    return Field(
        None, json_schema_extra={"label": label, "example": example, "word": word, "low": low, "high": high}
    )


class Body(Frozen):
    wheelbase_mm: PositiveFigure = figure("wheelbase", "2740", "wheelbase", 1000, 8000)
    front_track_mm: PositiveFigure = figure("track, front", "1540", low=600, high=3000)
    rear_track_mm: PositiveFigure = figure("track, rear", "1540", low=600, high=3000)
    front_overhang_mm: PositiveFigure = figure("overhang, front", "790", low=100, high=3000)
    rear_overhang_mm: PositiveFigure = figure("overhang, rear", "950", low=100, high=5000)
    height_mm: PositiveFigure = figure("overall height", "1870", "height", 800, 4500)
    width_mm: PositiveFigure = figure("width", "1810", low=800, high=3000)
    front_axle_kg: PositiveFigure = figure("weight on the front axle", "1090", low=50, high=10000)
    rear_axle_kg: PositiveFigure = figure("weight on the rear axle", "975", low=50, high=10000)
    permitted_kg: PositiveFigure = figure("permitted mass", "2850", low=200, high=20000)
    permitted_front_kg: PositiveFigure = figure("permitted on the front axle", "1300", low=50, high=10000)
    permitted_rear_kg: PositiveFigure = figure("permitted on the rear axle", "1650", low=50, high=10000)


class Engine(Frozen):
    power_kw: PositiveFigure = figure("power", "120", low=5, high=1500)
    torque_nm: PositiveFigure = figure("torque", "360", low=20, high=5000)
    idle_rpm: PositiveFigure = figure("idle", "720", "idle", 300, 2000)
    pull_from_rpm: PositiveFigure = figure("pulls from", "1600", low=500, high=10000)
    pull_to_rpm: PositiveFigure = figure("pulls to", "2600", low=500, high=12000)
    power_at_rpm: PositiveFigure = figure("most power at", "3400", low=1000, high=15000)
    cylinders: PositiveFigure = figure("cylinders", "4", low=1, high=16)


class Gearbox(Frozen):
    gears: RatiosFigure = figure("gearbox, first to top", "4.08 2.29 1.47 1.00 0.82", "gearbox", 0.3, 20)
    reverse: PositiveFigure = figure("reverse", "3.97", low=0.5, high=20)


class Transfer(Frozen):
    drive: Figure[Literal["part-time", "full-time", "two-wheel"]] | None = figure(
        "four-wheel drive", "part-time", "drive"
    )
    high_ratio: PositiveFigure = figure("transfer case, high", "1.00", low=0.3, high=5)
    low_ratio: PositiveFigure = figure("transfer case, low", "2.55", "low", 0.5, 12)


class Axle(Frozen):
    ratio: PositiveFigure = figure("axle ratio", "41/11 or 3.73", low=1.5, high=12)
    available: RatiosFigure = figure("ratios that exist for it", "3.73 3.91 4.10 4.56", low=1.5, high=12)
    carrier_change_ratio: PositiveFigure = figure("other carrier needed from", "4.30", low=1.5, high=12)


class Wheel(Frozen):
    size: SizeFigure = figure("tyre size", "265/70R17 121/118S")
    circumference_mm: PositiveFigure = figure("roll-out, measured", "2440", low=800, high=6000)
    static_radius_mm: PositiveFigure = figure("axle centre to ground", "369", low=100, high=1200)
    rim_width_in: PositiveFigure = figure("rim width", "7.5", low=3, high=20)
    offset_mm: NumberFigure = figure("offset", "35", low=-150, high=150)


class Wheels(Frozen):
    front_left: Wheel = Wheel()
    front_right: Wheel = Wheel()
    rear_left: Wheel = Wheel()
    rear_right: Wheel = Wheel()
    spare: Wheel = Wheel()


POSITIONS = tuple(Wheels.model_fields)


class Speedometer(Frozen):
    sensor: Figure[Literal["upstream", "wheel"]] | None = figure("speed sensor", "upstream", "sensor")
    stock_error_pct: NumberFigure = figure("over-reads when standard", "2.5", low=-30, high=30)
    top_speed_kmh: PositiveFigure = figure("top speed", "165", low=20, high=400)


class Aims(Frozen):
    cruise_kmh: PositiveFigure = figure("cruising speed", "95", "cruise", 20, 250)
    cruise_rpm: PositiveFigure = figure("engine speed wanted there", "2000", low=500, high=8000)
    crawl_ratio: PositiveFigure = figure("crawl ratio wanted", "45", "crawl", 2, 400)
    garage_height_mm: PositiveFigure = figure("garage door", "2100", "garage", 1000, 6000)


class Point(Frozen):
    """A point of the underside. Heights are as measured on the tyres as found."""

    on: Carrier
    x_mm: NumberFigure = figure("behind the front axle", "1340", low=-3000, high=12000)
    z_mm: PositiveFigure = figure("above the ground", "286", low=1, high=2500)


class Brief(Frozen):
    """What the vehicle is for, what it may cost, and when it has to leave."""

    purpose: Text = ""
    must_still: Text = ""
    drivers: Text = ""
    ceiling: NotNegative | None = None
    currency: Annotated[str, StringConstraints(strip_whitespace=True, max_length=12)] = ""
    leaves_on: date | None = None
    away_days: Annotated[int, Field(ge=1, le=3650)] | None = None


class Fitted(Frozen):
    """That a change is on the vehicle: when, at which reading, and what it took."""

    on: date
    odometer_km: NotNegative | None = None
    hours: NotNegative | None = None
    by: Text | None = None


class Change(Frozen):
    """One thing fitted, removed or altered. ``fields`` are those of its kind; the order is that of the list."""

    id: int = Field(0, exclude=True, description="given by the store; not part of a build file")
    kind: Line
    fields: dict[str, Any]
    state: State = "chosen"
    mass_kg: Number | None = None
    mass_x_mm: Number | None = None
    cost: NotNegative | None = None
    hours: NotNegative | None = None
    note: Text | None = None
    fitted: Fitted | None = None

    @model_validator(mode="after")
    def _fitted_has_a_date(self) -> "Change":
        if (self.state == "fitted") != (self.fitted is not None):
            raise ValueError("a change is fitted exactly when it says on which day (fitted.on)")
        return self


class Rig(Frozen):
    """One vehicle with its plan. Changes stand in the order in which they will be fitted."""

    name: Line
    vehicle: Text = ""
    form: Form = "wagon"
    brief: Brief = Brief()
    body: Body = Body()
    engine: Engine = Engine()
    gearbox: Gearbox = Gearbox()
    transfer: Transfer = Transfer()
    front_axle: Axle = Axle()
    rear_axle: Axle = Axle()
    wheels: Wheels = Wheels()
    speedometer: Speedometer = Speedometer()
    aims: Aims = Aims()
    points: dict[PointName, Point] = Field(default_factory=dict, max_length=500)
    changes: Annotated[tuple[Change, ...], Field(max_length=500)] = ()


PARTS = (
    "body",
    "engine",
    "gearbox",
    "transfer",
    "front_axle",
    "rear_axle",
    "wheels",
    "speedometer",
    "aims",
    "points",
)


@dataclass(frozen=True)
class FigureSpec:
    """What is known about a figure before anybody notes it. ``path`` of a point's figure has its name in it."""

    path: str
    label: str
    example: str
    shape: Literal["number", "ratios", "text", "choice"]
    quantity: Quantity | None = None
    choices: tuple[str, ...] = ()
    word: str | None = None
    low: float | None = None
    high: float | None = None
    adapter: TypeAdapter[Any] | None = None


class BadFigure(ValueError):
    """A figure that cannot be. ``path`` says which, the message what would work."""

    def __init__(self, path: str, message: str) -> None:
        super().__init__(message)
        self.path = path


@cache
def catalogue() -> dict[str, FigureSpec]:
    """Every figure that a rig can have apart from its points, by path, in the order of the records."""
    return dict(_specs("", Rig))


@lru_cache(maxsize=4096)
def spec_of(path: str) -> FigureSpec:
    """The specification of the figure at ``path``. Raises BadFigure where no such figure exists."""
    if path in catalogue():
        return catalogue()[path]
    parts = path.split(".")
    if len(parts) == 3 and parts[0] == "points" and parts[2] in Point.model_fields and parts[2] != "on":
        for key, spec in _specs("", Point):
            if key == parts[2]:
                return FigureSpec(**{**spec.__dict__, "path": path, "label": f"{parts[1]}, {spec.label}"})
    raise BadFigure(path, f"A rig has no figure called {path}.")


def figures(rig: Rig) -> Iterator[tuple[str, Figure[Any]]]:
    """Every figure that is noted, with its path."""
    for part in PARTS:
        yield from _noted(part, getattr(rig, part))


def figure_at(rig: Rig, path: str) -> Figure[Any] | None:
    """The figure at ``path``, or None where nobody has noted it. Raises BadFigure for a path that does not exist."""
    place: Any = rig
    for part in path.split("."):
        place = place.get(part) if isinstance(place, dict) else getattr(place, part, None)
        if place is None:
            spec_of(path)
            return None
    if not isinstance(place, Figure):
        raise BadFigure(path, f"A rig has no figure called {path}.")
    return place


def checked(path: str, value: Any) -> Any:
    """``value`` as the figure at ``path`` may hold it. Raises BadFigure with what would work."""
    spec = spec_of(path)
    assert spec.adapter is not None
    try:
        good = spec.adapter.validate_python(value)
    except ValidationError as error:
        raise BadFigure(path, sentence_of(error.errors()[0], f"The {spec.label}", spec.example)) from None
    for number in good if isinstance(good, tuple) else (good,) if isinstance(good, float) else ():
        if (spec.low is not None and number < spec.low) or (spec.high is not None and number > spec.high):
            unit = f" {spec.quantity.core_unit.symbol}".rstrip() if spec.quantity else ""
            raise BadFigure(
                path,
                f"The {spec.label} would be {number:g}{unit}; it lies between {spec.low:g} and {spec.high:g}{unit}. "
                f"Type for example {spec.example}.",
            )
    return good


def check_believable(rig: Rig) -> None:
    """Check every figure of a rig against what is believable. Raises BadFigure for the first that is not."""
    for path, noted in figures(rig):
        checked(path, noted.value)


def _specs(prefix: str, model: type[BaseModel]) -> Iterator[tuple[str, FigureSpec]]:
    for key, info in model.model_fields.items():
        path = f"{prefix}{key}"
        extra = info.json_schema_extra
        if isinstance(extra, dict) and "label" in extra:
            yield path, _spec(path, key, info.annotation, extra)
        elif (
            isinstance(info.annotation, type)
            and issubclass(info.annotation, Frozen)
            and info.annotation is not Brief
        ):
            yield from _specs(f"{path}.", info.annotation)


def _spec(path: str, key: str, annotation: Any, extra: Mapping[str, Any]) -> FigureSpec:
    (figure_model,) = (part for part in get_args(annotation) if part is not type(None))
    value_type = figure_model.model_fields["value"].annotation
    metadata = figure_model.model_fields["value"].metadata
    whole: Any = value_type
    for item in metadata:
        whole = Annotated[whole, item]
    owner = path.rsplit(".", 1)[0].split(".")[-1].replace("_", " ")
    label = extra["label"]
    if owner in ("front axle", "rear axle"):
        label = f"{label}, {owner.removesuffix(' axle')}" if key != "ratio" else f"{owner} ratio"
    elif owner in {p.replace("_", " ") for p in POSITIONS}:
        label = f"{label}, {owner}"
    quantity = quantity_of_key(key)
    if key in ("gears", "reverse", "available"):
        quantity = quantity_of_key("ratio")
    shape: Literal["number", "ratios", "text", "choice"] = "number"
    if get_origin(value_type) is Literal:
        shape = "choice"
    elif value_type is str:
        shape = "text"
    elif get_origin(value_type) is tuple:
        shape = "ratios"
    return FigureSpec(
        path=path,
        label=label,
        example=extra["example"],
        shape=shape,
        quantity=quantity,
        choices=get_args(value_type) if shape == "choice" else (),
        word=extra["word"],
        low=extra["low"],
        high=extra["high"],
        adapter=TypeAdapter(whole),
    )


def _noted(prefix: str, place: Any) -> Iterator[tuple[str, Figure[Any]]]:
    # A model's own dict and not its iterator: this runs for every assessment.
    for key, value in (place if isinstance(place, dict) else place.__dict__).items():
        if isinstance(value, Figure):
            yield f"{prefix}.{key}", value
        elif isinstance(value, Frozen):
            yield from _noted(f"{prefix}.{key}", value)
