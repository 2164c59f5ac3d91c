"""Build files at their edges: the schema in docs, every fault with its place, zips that mean no good."""

import io
import json
import zipfile
import zlib
from hashlib import sha256
from pathlib import Path
from typing import Any

import pytest
from jsonschema import Draft202012Validator
from PIL import Image

from jorvak.cli import main
from jorvak.core.calculation import Refused
from jorvak.core.survey.records import Photo, SurveyItem, TapePhoto
from jorvak.demo import BUILDS
from jorvak.formats.build_file import faults_of, read_build, write_build
from jorvak.formats.build_schema import schema
from jorvak.formats.build_zip import read_zip, write_zip
from jorvak.formats.photograph import LONGEST_SIDE, is_bare, taken_in
from jorvak.store import PhotoFiles
from tests.conftest import TODAY, demo, with_records, without_ids

DOCS = Path(__file__).parents[2] / "docs"
TWELVE_LINES = {
    "jorvak_build": 1,
    "rig": {
        "name": "Sandpiper",
        "body": {"wheelbase_mm": 2490},
        "wheels": {"front_left": {"size": "7.50R16"}, "rear_left": {"size": "7.50R16"}},
        "changes": [{"kind": "tyres", "fields": {"size": "235/85R16"}}],
    },
}


def test_the_schema_in_docs_is_made_from_the_models() -> None:
    assert json.loads((DOCS / "build-file.schema.json").read_text()) == json.loads(json.dumps(schema()))


@pytest.mark.parametrize("file", BUILDS, ids=lambda file: file.stem)
def test_the_demo_fits_the_schema_and_comes_out_as_it_went_in(file: Path) -> None:
    raw = file.read_bytes()
    Draft202012Validator(schema()).validate(json.loads(raw))
    build = read_build(raw)
    assert build.written_on
    assert json.loads(write_build(build.rig, build.written_on)) == json.loads(raw)


def test_a_hand_written_file_is_assessed_as_far_as_it_goes(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    file = tmp_path / "sandpiper.json"
    file.write_text(json.dumps(TWELVE_LINES, indent=1))
    assert main(["check", str(file)]) == 0
    capsys.readouterr()
    assert main(["assess", str(file), "--stage", "1"]) == 0
    said = json.loads(capsys.readouterr().out)
    assert set(said) == {"stage", "laden", "results", "findings", "only_assumed"}
    taller = said["results"]["rolling"]["taller"]
    assert (
        taller["value"]["taller_pct"] == pytest.approx(-0.068, abs=0.001)
        and taller["doubt"]["taller_pct"] > 1
    )
    assert said["results"]["rolling"]["gears"]["waits_for"]["path"] == "gearbox.gears"
    order = ["stop", "measure", "watch", "note"]
    severities = [order.index(f["severity"]) for f in said["findings"]]
    assert severities == sorted(severities) and said["findings"][0]["settled_by"]
    assert main(["assess", str(file), "--stage", "7"]) == 2
    assert json.loads(capsys.readouterr().out)["error"]["field"] == "stage"


def test_check_names_every_fault_with_its_place(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    bad: Any = json.loads(json.dumps(TWELVE_LINES))
    bad["rig"]["body"] = {"wheelbase_mm": 24.9, "colour": "red"}
    bad["rig"]["changes"] += [
        {"kind": "wings", "fields": {}},
        {"kind": "tyres", "fields": {}, "option": "a/b"},
    ]
    bad["rig"]["survey"] = [{"zone": "attic", "item": "x"}]
    file = tmp_path / "bad.json"
    file.write_text(json.dumps(bad))
    assert main(["check", str(file)]) == 2
    places = {line.split(": ")[0] for line in capsys.readouterr().out.splitlines()}
    assert places == {
        "rig.survey.0.zone", "rig.body.wheelbase_mm", "rig.body.colour", "rig.changes.1.kind",
        "rig.changes.2.fields.size", "rig.changes.2.option",
    }  # fmt: skip


@pytest.mark.parametrize(
    ("raw", "place"),
    [
        (b'{"jorvak_build": 1, "rig": {"name": "x", "name": "y"}}', "file"),
        (b'{"jorvak_build": 1, "rig": ' + b'{"a":' * 100_000, "file"),
        (json.dumps({"jorvak_build": 1, "rig": {"name": "x" * 1_000_000}}).encode(), "rig.name"),
        (json.dumps({"jorvak_build": 1, "rig": {"name": "x", "body": {"wheelbase_mm": 10**400}}}).encode(),
         "rig.body.wheelbase_mm"),
        (json.dumps({"jorvak_build": 1, "rig": {"name": "x", "parts": {"a/b": {"place": "shelf"}}}}).encode(),
         "rig.parts.a/b"),
        (json.dumps({"jorvak_build": 1, "rig": {"name": "x", "gaps": {"g": {"axle": "front", "x_mm": "far"}}}}).encode(),
         "rig.gaps.g.x_mm"),
        (json.dumps({"jorvak_build": 1, "rig": {"name": "x", "photos": [{"item": "i", "file": "../../x.jpg"}]}}).encode(),
         "rig.photos.0.file"),
        (json.dumps({"jorvak_build": 1, "rig": {"name": "x", "changes": [{"kind": "winch", "fields": {}}] * 10_000}}).encode(),
         "rig.changes"),
        (b'{"jorvak_build": 1, "rig": {"name": "x", "changes": [{"kind": "winch", "fields": {"rating_kg": NaN}}]}}',
         "rig.changes.0.fields.rating_kg"),
    ],
)  # fmt: skip
def test_hostile_files_are_refused_with_their_place(raw: bytes, place: str) -> None:
    assert faults_of(raw)[0].place == place
    with pytest.raises(Refused) as refused:
        read_build(raw)
    assert refused.value.field == place and refused.value.message


def picture(width: int = 40, height: int = 30, kind: str = "JPEG", **more: Any) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (width, height), (90, 80, 70)).save(out, kind, **more)
    return out.getvalue()


def zipped(packed: int = zipfile.ZIP_DEFLATED, /, **entries: bytes) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", packed) as archive:
        for name, data in entries.items():
            archive.writestr(name, data)
    return out.getvalue()


def test_photographs_travel_beside_the_build(tmp_path: Path) -> None:
    name, gone = f"{sha256(picture()).hexdigest()[:32]}.jpg", "f" * 16 + ".jpg"
    item = SurveyItem(zone="frame", item="sill")
    rig = with_records(
        demo(2),
        survey=(item,),
        photos=(Photo(item="sill", file=name), Photo(item="sill", file=gone)),
        tape_photos=(TapePhoto(figure="body.wheelbase_mm", file=name),),
    )
    files = PhotoFiles(tmp_path)
    out = io.BytesIO()
    write_zip(rig, TODAY, {name: picture()}.get, out)
    build = read_zip(out, files.add)
    assert files.read(name) == picture() and len(list(files.folder.iterdir())) == 1
    # The one whose file was gone is left out of both.
    assert without_ids(build.rig) == without_ids(with_records(rig, photos=rig.all(Photo)[:1]))


BARE = write_build(demo(2), TODAY).encode()
NAME = "0123456789abcdef.jpg"
WITH_PHOTO = write_build(
    with_records(
        demo(2), survey=(SurveyItem(zone="frame", item="sill"),), photos=(Photo(item="sill", file=NAME),)
    ),
    TODAY,
).encode()


@pytest.mark.parametrize(
    ("raw", "place"),
    [
        (b"PK\x03\x04 and nothing more", "file"),
        (zipped(other=b"x"), "other"),
        (zipped(**{"build.json": BARE, "../photos/0123456789abcdef.jpg": b"x"}), "../photos/0123456789abcdef.jpg"),
        (zipped(**{"build.json": BARE, "photos/evil.exe": b"x"}), "photos/evil.exe"),
        (zipped(**{"photos/0123456789abcdef.jpg": b"x"}), "file"),
        (zipped(**{"build.json": b" " * 9_000_000}), "build.json"),
        (zipped(**{"build.json": WITH_PHOTO, f"photos/{NAME}": b"\0" * 31_000_000}), f"photos/{NAME}"),
        (zipped(**{"build.json": WITH_PHOTO, f"photos/{NAME}": b"<html>"}), f"photos/{NAME}"),
        (zipped(**{"build.json": WITH_PHOTO}), f"photos/{NAME}"),
        (zipped(**{"build.json": BARE})[:-60], "file"),
        (zipped(zipfile.ZIP_LZMA, **{"build.json": BARE}), "build.json"),
        (zipped(zipfile.ZIP_BZIP2, **{"build.json": BARE}), "build.json"),
    ],
    ids=["torn", "foreign", "climbing out", "not a picture", "no build", "a bomb", "a bomb of a picture", "a page",
         "none", "cut short", "packed otherwise", "and otherwise"],
)  # fmt: skip
def test_zips_that_mean_no_good_are_refused(raw: bytes, place: str) -> None:
    with pytest.raises(Refused) as refused:
        read_zip(io.BytesIO(raw), lambda _: pytest.fail("nothing of it is kept"))
    assert refused.value.field == place


def test_a_photograph_comes_in_small_and_bare() -> None:
    exif = Image.Exif()
    exif[0x0112], exif[0x010E] = 6, "taken at home"
    small = Image.open(io.BytesIO(taken_in(picture(2400, 1200, exif=exif))))
    # Turned upright by what its metadata said, which then stays behind.
    assert small.size == (LONGEST_SIDE // 2, LONGEST_SIDE)
    assert not small.getexif() and "exif" not in small.info


@pytest.mark.parametrize("raw", [b"", b"GIF89a", b"\xff\xd8\xff but no picture", picture()[:200], b"<svg/>"])
def test_what_is_no_picture_is_refused(raw: bytes) -> None:
    with pytest.raises(Refused) as refused:
        taken_in(raw)
    assert refused.value.field == "photo"


def test_a_zip_that_is_refused_leaves_no_photograph(tmp_path: Path) -> None:
    files = PhotoFiles(tmp_path)
    with pytest.raises(Refused), files.all_or_none() as keep:
        keep(picture())
        raise Refused("photos/x.jpg", "The second cannot be read.")
    assert list(files.folder.iterdir()) == []


def test_a_name_says_what_is_in_it_whatever_it_was_called(tmp_path: Path) -> None:
    exif = Image.Exif()
    exif[0x010E] = "taken at home"
    raw = zipped(**{"build.json": WITH_PHOTO, f"photos/{NAME}": picture(exif=exif)})
    files = PhotoFiles(tmp_path)
    (photo,) = read_zip(io.BytesIO(raw), files.add).rig.all(Photo)
    kept = files.read(photo.file)
    assert kept is not None and photo.file == f"{sha256(kept).hexdigest()[:32]}.jpg" != NAME
    assert b"at home" not in kept and is_bare(kept)


def test_one_that_was_taken_in_before_stays_as_it_is() -> None:
    once = taken_in(picture(2400, 1200))
    assert is_bare(once) and taken_in(once) is once


@pytest.mark.parametrize(
    "raw",
    [
        picture() + b"<script>",
        picture()[:-2] + b"<script>\xff\xd9"[:-2],
        picture(comment=b"at home"),
        picture(LONGEST_SIDE + 1, 20),
        picture(progressive=True),
        picture(kind="PNG"),
        picture()[:300],
    ],
    ids=["a tail", "no end", "a comment", "too long", "in several scans", "a PNG", "cut short"],
)
def test_what_else_there_is_in_a_picture_is_seen(raw: bytes) -> None:
    assert not is_bare(raw)


def test_a_picture_that_unpacks_to_more_than_it_says_is_refused_by_its_header() -> None:
    def chunk(name: bytes, data: bytes) -> bytes:
        return len(data).to_bytes(4, "big") + name + data + zlib.crc32(name + data).to_bytes(4, "big")

    sides = (12_000).to_bytes(4, "big") + (10_000).to_bytes(4, "big")
    head = b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", sides + b"\x08\x02\x00\x00\x00")
    with pytest.raises(Refused, match="12000 × 10000 points"):
        taken_in(head + chunk(b"IDAT", zlib.compress(b"")) + chunk(b"IEND", b""))
