"""Several people at several benches: nothing is lost, nothing is overwritten in silence, nobody waits for long."""

import threading
import time
from pathlib import Path
from typing import Any

from jorvak.core.rig import Change, Figure, Rig
from jorvak.store import CannotUndo, Database, Rigs, Stale

HEIGHT = "body.height_mm"


def together(*tasks: Any) -> list[BaseException]:
    """Run the tasks at the same time, each in its own thread; what they raised."""
    raised: list[BaseException] = []

    def guarded(task: Any) -> None:
        try:
            task()
        except BaseException as error:
            raised.append(error)

    threads = [threading.Thread(target=guarded, args=(task,)) for task in tasks]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(timeout=60)
        assert not thread.is_alive()
    return raised


def test_writers_that_look_again_lose_nothing(rigs: Rigs, plover: Rig) -> None:
    """Four people each raise one figure by 1, fifty times; whoever is refused looks and tries again."""
    rig_id = rigs.begin(plover, "Ines", "taken in")
    refused: list[int] = []

    def raise_it(person: str) -> None:
        for _ in range(50):
            while True:
                record = rigs.read(rig_id, person)
                value = record.rig.figures[HEIGHT].value
                try:
                    version = record.figure_versions[HEIGHT]
                    rigs.note_figure(rig_id, HEIGHT, Figure(value + 1), version, person, f"{value + 1:g}")
                    break
                except Stale:
                    refused.append(1)

    assert together(*(lambda who=who: raise_it(who) for who in ("Ines", "Ruben", "Mo", "Ana"))) == []
    record = rigs.read(rig_id, "Ines")
    assert record.rig.figures[HEIGHT].value == 1870 + 200
    lines = rigs.journal.history(rig_id, most=500)
    assert len(lines) == 201
    assert {line.person for line in lines} == {"Ines", "Ruben", "Mo", "Ana"}


def test_one_change_that_two_people_tick_at_once_is_ticked_once(rigs: Rigs, plover: Rig) -> None:
    rig_id = rigs.begin(plover, "Ines", "taken in")
    change_id = rigs.add_change(rig_id, Change(kind="gears", fields={"ratio": 4.1}), None, "Ines", "added")
    record = rigs.read(rig_id, "Ines")
    change, version = record.rig.changes[0], record.change_versions[change_id]

    def tick(cost: float) -> None:
        rigs.set_change(rig_id, change.model_copy(update={"cost": cost}), version, "Ines", f"cost {cost}")

    raised = together(lambda: tick(100.0), lambda: tick(200.0))
    assert [type(error) for error in raised] == [Stale]
    assert rigs.read(rig_id, "Ines").rig.changes[0].cost in (100, 200)


def test_changes_added_at_once_all_find_their_place(rigs: Rigs, plover: Rig) -> None:
    rig_id = rigs.begin(plover, "Ines", "taken in")

    def add() -> None:
        for _ in range(10):
            rigs.add_change(rig_id, Change(kind="gears", fields={"ratio": 4.1}), None, "Ines", "added")

    assert together(add, add, add) == []
    rows = rigs.database.connection.execute("SELECT position FROM change ORDER BY position").fetchall()
    assert [row["position"] for row in rows] == list(range(1, 31))


def test_undo_while_another_writes_is_done_or_refused_and_never_half(rigs: Rigs, plover: Rig) -> None:
    rig_id = rigs.begin(plover, "Ines", "taken in")

    def note(person: str, value: float) -> None:
        version = rigs.read(rig_id, person).figure_versions[HEIGHT]
        rigs.note_figure(rig_id, HEIGHT, Figure(value), version, person, f"height {value:g}")

    for round_ in range(15):
        start = rigs.read(rig_id, "Ines").rig.figures[HEIGHT].value
        note("Ines", 2000.0 + round_)
        raised = together(
            lambda: rigs.journal.undo(rig_id, "Ines"), lambda r=round_: note("Ruben", 3000.0 + r)
        )
        now = rigs.read(rig_id, "Ines").rig.figures[HEIGHT].value
        if any(isinstance(error, CannotUndo) for error in raised):
            assert now == 3000 + round_
        else:
            assert now in (start, 3000 + round_)
        assert all(isinstance(error, (CannotUndo, Stale)) for error in raised)


def test_readers_see_one_moment_while_others_write(rigs: Rigs, plover: Rig) -> None:
    """A point and its two figures come in one write: no reader ever sees one without the others."""
    rig_id = rigs.begin(plover, "Ines", "taken in")
    stop = threading.Event()
    halves: list[str] = []

    def write() -> None:
        for number in range(40):
            rigs.add_point(rig_id, f"p{number}", "frame", Figure(1.0 + number), Figure(300.0), "Ines")
        stop.set()

    def look() -> None:
        while not stop.is_set():
            rig = rigs.read(rig_id, "Ruben").rig
            halves.extend(n for n in rig.points if f"points.{n}.z_mm" not in rig.figures)

    assert together(write, look, look) == []
    assert halves == []


def test_a_second_process_waits_for_the_first_and_not_for_long(rigs: Rigs, plover: Rig, folder: Path) -> None:
    rig_id = rigs.begin(plover, "Ines", "taken in")
    other = Rigs(Database(folder))
    start = time.perf_counter()
    with rigs.journal.write(rig_id, "Ines", "slow") as write:
        write.update("rig", rig_id, {"vehicle": "held"})
        assert other.read(rig_id, "Ruben").rig.vehicle == "Brunnock Fell 2.8"
        thread = threading.Thread(target=lambda: Rigs(Database(folder)).add_change(
            rig_id, Change(kind="gears", fields={"ratio": 4.1}), None, "Ruben", "added"))  # fmt: skip
        thread.start()
        time.sleep(0.2)
    thread.join(timeout=20)
    assert len(other.read(rig_id, "Ruben").rig.changes) == 1
    assert time.perf_counter() - start < 10
