"""What the trial area says of a rig at a stage."""

from jorvak.core.trial.records import Consumer

from jorvak.core.engine.areas import Area, Shown
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record


@record(frozen=True, slots=True)
class Rest:
    """How long the battery holds, from full to half."""

    hours: float


@record(frozen=True, slots=True)
class TrialResults:
    rest: Result[Rest]


def rest(ask: Ask) -> Rest:
    draws = ask.typical("battery.draw_a") + sum(
        ask.need(f"consumers.{each.name}.draw_a") for each in ask.all(Consumer)
    )
    return Rest(ask.need("battery.capacity_ah") / 2 / draws)


AREA = Area(
    name="trial",
    results=TrialResults,
    functions={"rest": rest},
    says={"rest": "how long the battery holds"},
    headlines=(
        Shown(
            "rest_hours",
            "battery holds",
            0,
            "rest",
            "hours",
            "{battery.capacity_ah|capacity} ÷ 2 ÷ draw",
            "half of it",
            rank=300,
        ),
    ),
)
