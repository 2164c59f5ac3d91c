"""A build file with its photographs beside it, in a zip.

Inside are ``build.json`` and ``photos/NAME.jpg``, nothing else. What comes in is somebody else's: names, sizes
and the number of entries are looked at before anything is unpacked.
"""

import io
import re
import zipfile
import zlib
from collections.abc import Iterator, Mapping
from datetime import date

from jorvak.core.calculation import Refused
from jorvak.core.rig import Rig
from jorvak.core.survey.records import Photo
from jorvak.formats.build_file import LARGEST_BYTES, Build, read_build, write_build

BUILD = "build.json"
PHOTO = re.compile(r"photos/([0-9a-f]{16,64}\.jpg)")
MOST_ENTRIES = 2001
LARGEST_PHOTO = 4_000_000
LARGEST_WHOLE = 400_000_000
MAGIC = b"PK\x03\x04"


def write_zip(rig: Rig, written_on: date, photos: Mapping[str, bytes]) -> bytes:
    """A build with its photographs; those whose file is gone are left out of both."""
    kept = tuple(photo for photo in rig.all(Photo) if photo.file in photos)
    whole = io.BytesIO()
    with zipfile.ZipFile(whole, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(BUILD, write_build(rig.having(Photo, kept), written_on))
        for name in sorted({photo.file for photo in kept}):
            archive.writestr(zipfile.ZipInfo(f"photos/{name}"), photos[name], zipfile.ZIP_STORED)
    return whole.getvalue()


def read_zip(raw: bytes) -> tuple[Build, dict[str, bytes]]:
    """A build and its photographs by file name. Raises Refused with what is wrong, and where."""
    with _opened(raw) as archive:
        build = read_build(_unpacked(archive, BUILD, LARGEST_BYTES))
        photos = {name: _unpacked(archive, f"photos/{name}", LARGEST_PHOTO) for name in _photo_names(archive)}
    for photo in build.rig.all(Photo):
        if photo.file not in photos:
            raise Refused(
                f"photos/{photo.file}", "The build names this photograph and the zip does not have it."
            )
    return build, photos


def build_of(raw: bytes) -> bytes:
    """The build file in ``raw``, which is one itself or a zip that holds one. Raises Refused."""
    if not raw.startswith(MAGIC):
        return raw
    with _opened(raw) as archive:
        return _unpacked(archive, BUILD, LARGEST_BYTES)


def _opened(raw: bytes) -> zipfile.ZipFile:
    try:
        archive = zipfile.ZipFile(io.BytesIO(raw))
    except zipfile.BadZipFile:
        raise Refused("file", "This is neither a build file nor a zip that can be opened.") from None
    entries = archive.infolist()
    if len(entries) > MOST_ENTRIES:
        raise Refused("file", f"The zip has {len(entries)} entries; a build has at most {MOST_ENTRIES}.")
    if sum(entry.file_size for entry in entries) > LARGEST_WHOLE:
        raise Refused("file", f"Unpacked this would be more than {LARGEST_WHOLE // 1_000_000} MB.")
    for entry in entries:
        if entry.filename != BUILD and not PHOTO.fullmatch(entry.filename):
            raise Refused(
                entry.filename[:80], "A build's zip holds build.json and photos/NAME.jpg, nothing else."
            )
    if BUILD not in archive.namelist():
        raise Refused("file", "The zip has no build.json at its top.")
    return archive


def _photo_names(archive: zipfile.ZipFile) -> Iterator[str]:
    for name in archive.namelist():
        if found := PHOTO.fullmatch(name):
            yield found[1]


def _unpacked(archive: zipfile.ZipFile, name: str, most: int) -> bytes:
    """One entry, never more of it than it may have: what its header says proves nothing."""
    try:
        with archive.open(name) as entry:
            data = entry.read(most + 1)
    except (zipfile.BadZipFile, zlib.error, NotImplementedError, RuntimeError, EOFError, ValueError) as error:
        raise Refused(name[:80], f"This cannot be unpacked: {str(error)[:100]}.") from None
    if len(data) > most:
        raise Refused(name[:80], f"This unpacks to more than {most // 1_000_000} MB.")
    return data
