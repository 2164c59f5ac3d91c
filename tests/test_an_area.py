"""An area made up for the trial is added by its own files and its name in the order, and is whole at once."""

import json
import subprocess
import sys
from pathlib import Path

HERE = Path(__file__).parent / "an_area"

SCRIPT = """
import json, shutil, sys
from datetime import date
from pathlib import Path

import jorvak.core
from jorvak.core import order

here, folder = Path(sys.argv[1]), Path(sys.argv[2])
jorvak.core.__path__.append(str(here))
order.AREAS = (*order.AREAS, "trial")

from jorvak.demo import BUILDS
from jorvak.formats.build_file import read_build
from jorvak.store import Database, Rigs
from jorvak.store.database import MIGRATIONS
from jorvak.web import create_app

steps = folder / "migrations"
shutil.copytree(MIGRATIONS, steps)
shutil.copy(here / "0099_consumer.sql", steps)
client = create_app(Rigs(Database(folder / "data", steps)), today=date(2026, 3, 2)).test_client()


def ask(method, address, **more):
    answer = client.open(f"/api{address}", method=method, headers={"Host": "127.0.0.1"},
                         query_string={"person": "Ines", "looks": "trial"}, **more)
    assert answer.status_code < 300, answer.data[:500]
    return answer


def seen(sheet):
    return {
        "not_known": [each["label"] for each in sheet["not_known"]],
        "result": sheet["here"]["results"]["trial"]["rest"]["value"],
        "headline": sheet["headlines"][-1]["value"],
        "consumers": [each["record"]["name"] for each in sheet["records"]["consumer"]],
        "finding": [each["text"] for each in sheet["here"]["findings"] if each["code"] == "flat-by-morning"],
    }


ask("POST", "/builds", data=BUILDS[0].read_bytes())
catalogue = ask("GET", "/catalogue").json
steps = [seen(ask("GET", "/rigs/1").json)]
steps.append(seen(ask("POST", "/rigs/1/changes", json={"line": "bank 60"}).json))
fridge = {"record": {"name": "fridge"}, "typed": {"draw_a": "3"}}
steps.append(seen(ask("PUT", "/rigs/1/records/consumer", json=fridge).json))
steps.append(seen(ask("POST", "/rigs/1/changes", json={"line": "cell 240"}).json))
build = ask("GET", "/rigs/1/build-file").data
again = read_build(build).rig
for _ in range(2):
    undone = ask("POST", "/rigs/1/undo").json
print(json.dumps({
    "headings": [each["title"] for each in catalogue["headings"]],
    "titled": catalogue["records"]["consumer"],
    "steps": steps,
    "in_file": list(json.loads(build)["rig"]["consumers"]),
    "again": [record.name for kind, those in again.records.items() if kind.__name__ == "Consumer" for record in those],
    "undone": seen(undone),
}))
"""


def test_an_area_is_added_by_its_own_files_and_its_name(tmp_path: Path) -> None:
    run = subprocess.run(
        [sys.executable, "-c", SCRIPT, str(HERE), str(tmp_path)], capture_output=True, text=True, check=False
    )
    assert run.returncode == 0, run.stderr
    got = json.loads(run.stdout)
    assert "Battery" in got["headings"] and got["titled"] == "name"
    waiting, noted, drawn, larger = got["steps"]
    assert waiting["not_known"] == ["how long the battery holds"] and waiting["result"] is None
    # By hand: half of 60 Ah at 2 A, and at 2 + 3 A; half of 240 Ah at 5 A.
    assert (noted["result"], noted["headline"], noted["not_known"]) == ({"hours": 15.0}, 15.0, [])
    assert drawn["result"] == {"hours": 6.0} and drawn["consumers"] == ["fridge"]
    assert drawn["finding"] == ["The battery holds 6 h (±2)."]
    assert larger["result"] == {"hours": 24.0} and larger["finding"] == []
    assert got["in_file"] == got["again"] == ["fridge"]
    assert got["undone"]["consumers"] == [] and got["undone"]["result"] == {"hours": 15.0}
