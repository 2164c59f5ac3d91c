"""The trailer of the brief behind the vehicle, laden."""

from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.load.aboard import comes_along
from jorvak.core.load.records import Trailer
from jorvak.core.load.results import laden_load
from jorvak.core.load.tow import NOSE_LOW_PCT, on_hitch


@record(frozen=True, slots=True)
class Towing:
    """What the trailer does; each ``left`` is None where its limit is not noted. ``steering_lost_pct`` of the front axle."""

    trailer: str
    trailer_kg: float
    nose_kg: float
    nose_pct: float
    nose_low: bool
    front_kg: float
    rear_kg: float
    total_kg: float
    train_kg: float
    steering_lost_pct: float
    total_left_kg: float | None
    rear_left_kg: float | None
    train_left_kg: float | None
    hitch_left_kg: float | None
    tow_left_kg: float | None


def towing(ask: Ask) -> Towing:
    """The first trailer that comes along. Raises Missing, also where none does."""
    behind = next((each for each in ask.all(Trailer) if comes_along(ask, each.trips)), None)
    if behind is None:
        raise Missing(None, "trailer that comes along")
    stands = laden_load(ask)
    trailer_kg, nose_kg = (ask.need(f"trailers.{behind.name}.{key}") for key in ("mass_kg", "nose_kg"))
    held = on_hitch(
        stands.front_kg,
        stands.rear_kg,
        nose_kg,
        trailer_kg,
        ask.need("body.hitch_x_mm"),
        ask.need("body.wheelbase_mm"),
    )
    train = stands.total_kg + trailer_kg

    def left(path: str, kg: float) -> float | None:
        limit = ask.maybe(path)
        return None if limit is None else limit - kg

    return Towing(
        trailer=behind.name,
        trailer_kg=trailer_kg,
        nose_kg=nose_kg,
        nose_pct=nose_kg / trailer_kg * 100,
        nose_low=nose_kg / trailer_kg * 100 < NOSE_LOW_PCT,
        front_kg=held[0],
        rear_kg=held[1],
        total_kg=held[0] + held[1],
        train_kg=train,
        steering_lost_pct=(stands.front_kg - held[0]) / stands.front_kg * 100,
        total_left_kg=left("body.permitted_kg", held[0] + held[1]),
        rear_left_kg=left("body.permitted_rear_kg", held[1]),
        train_left_kg=left("body.permitted_train_kg", train),
        hitch_left_kg=left("body.permitted_nose_kg", nose_kg),
        tow_left_kg=left("body.permitted_trailer_kg", trailer_kg),
    )
