"""How fast work is laid on days: a first plan, the best of it, two thousand chances, a long log."""

import random
from collections.abc import Iterator
from datetime import date, timedelta
from typing import Any

from jorvak.core.rig import Rig
from jorvak.core.work.chance import ChanceIn, chance
from jorvak.core.work.laid import Laid
from jorvak.core.work.log import log_of
from jorvak.core.work.outlook import quick_plan
from jorvak.core.work.records import LogLine
from jorvak.core.work.schedule import ScheduleIn, schedule
from tools.bench import Row, against, nothing, timed

START = date(2026, 3, 2)
JOBS, LINES = 60, 5000


def many_jobs() -> dict[str, Any]:
    """Sixty jobs over fifteen weeks of evenings and Saturdays, for two people and a helper; the same each time."""
    chance_of = random.Random(1)
    jobs: list[dict[str, Any]] = []
    for i in range(JOBS):
        before = [
            f"j{k}" for k in chance_of.sample(range(max(0, i - 8), i), min(i, chance_of.choice([0, 1, 1, 2])))
        ]
        hours = chance_of.choice([0.5, 1, 1.5, 2, 2.5, 3, 4, 6])
        job = {"id": f"j{i}", "hours": hours, "after": before}
        if chance_of.random() < 0.15:
            job |= {"hands": 2, "hours": min(hours, 3)}
        if chance_of.random() < 0.1:
            job["wait_hours"] = chance_of.choice([24, 48, 216])
        if chance_of.random() < 0.3:
            job["needs"] = [chance_of.choice(["bay", "welder"])]
        jobs.append(job)
    return {
        "start": str(START),
        "bench_hours": [2, 2, 2, 2, 0, 6, 0],
        "people": 2,
        "jobs": jobs,
        "rigs": [{"name": "one", "deadline": str(START + timedelta(105))}],
        "helper": [{"date": str(START + timedelta(5 + 14 * k)), "hours": 5} for k in range(10)],
    }


def bench_work() -> Iterator[Row]:
    """Sixty jobs laid, searched for and tried; five thousand lines of a log."""
    asked = ScheduleIn.model_validate({**many_jobs(), "hours_ratio": 1.4})
    floor = "1,000 empty calls"

    def empty() -> None:
        for _ in range(1000):
            nothing()

    yield against(
        f"first plan of {JOBS} jobs, two people", 1000.0, floor, empty, lambda: quick_plan(asked), 9
    )
    plan = quick_plan(asked)
    tried = ChanceIn.model_validate({**many_jobs(), "history": [], "order": plan.order})
    yield against("2,000 chances of them", 3000.0, floor, empty, lambda: chance(tried), 3)
    seen: list[Laid] = []

    def watch(found: Laid) -> bool:
        seen.append(found)
        return True

    yield Row(
        "the best of them, or what ten seconds find", timed(lambda: schedule(asked, watch)), "ms", 11_000.0
    )
    log = tuple(
        LogLine(kind="note", text=f"line {number}", noted_on=START + timedelta(number // 50))
        for number in range(LINES)
    )
    rig = Rig(name="long").having(LogLine, log)
    yield against(f"a log of {LINES} lines", 300.0, floor, empty, lambda: log_of(rig), 9)
