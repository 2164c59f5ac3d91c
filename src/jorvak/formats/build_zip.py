"""A build file with its photographs beside it, in a zip.

Inside are ``build.json`` and ``photos/NAME.jpg``, nothing else. What comes in is somebody else's: names, sizes
and the number of entries are looked at before anything is unpacked.
"""

import io
import re
import struct
import zipfile
import zlib
from collections.abc import Callable
from dataclasses import replace
from datetime import date
from typing import BinaryIO

from jorvak.core.calculation import Refused
from jorvak.core.records import picture_files, pictured, type_of, with_pictures
from jorvak.core.rig import Rig
from jorvak.formats.build_file import LARGEST_BYTES, Build, read_build, write_build
from jorvak.formats.photograph import taken_in

BUILD = "build.json"
PHOTO = re.compile(r"photos/([0-9a-f]{16,64}\.jpg)")
MOST_ENTRIES = 1 + sum(type_of(kind).most for kind in pictured())
LARGEST_PHOTO = 30_000_000
LARGEST_WHOLE = 1_000_000_000
"""Of a zip and of what is in it: as much as a rig may hold (``store.photos.MOST_BYTES``) and a little."""
MAGIC = b"PK\x03\x04"
_NO_ZIP = (zipfile.BadZipFile, zlib.error, NotImplementedError, RuntimeError, EOFError, ValueError, OverflowError,
           struct.error, OSError)  # fmt: skip
"""What reading a zip comes to that is damaged."""


def write_zip(
    rig: Rig, written_on: date, picture_of: Callable[[str], bytes | None], target: BinaryIO
) -> None:
    """A build with its photographs, written into ``target``; those whose file is gone are left out of both."""
    kept: dict[str, str] = {}
    with zipfile.ZipFile(target, "w", zipfile.ZIP_DEFLATED) as archive:
        for name in sorted(picture_files(rig)):
            picture = picture_of(name)
            if picture is not None:
                kept[name] = name
                archive.writestr(zipfile.ZipInfo(f"photos/{name}"), picture, zipfile.ZIP_STORED)
        archive.writestr(BUILD, write_build(with_pictures(rig, kept), written_on))


Tell = Callable[[int, int], None]
"""Is told, while a zip is read, how many of its photographs are in, and of how many."""


def _tell_nobody(_done: int, _of: int) -> None:
    pass


def read_zip(source: BinaryIO, keep: Callable[[bytes], str], tell: Tell = _tell_nobody) -> Build:
    """A build out of a zip; ``keep`` is given each of its photographs as it is taken in, and answers its name.

    Raises Refused with what is wrong, and where.
    """
    with _opened(source) as archive:
        build = read_build(_unpacked(archive, BUILD, LARGEST_BYTES))
        within = set(archive.namelist())
        names: dict[str, str] = {}
        files = sorted(picture_files(build.rig))
        for number, file in enumerate(files):
            tell(number, len(files))
            place = f"photos/{file}"
            if place not in within:
                raise Refused(place, "The build names this photograph and the zip does not have it.")
            try:
                picture = taken_in(_unpacked(archive, place, LARGEST_PHOTO))
            except Refused as refused:
                raise Refused(place, refused.message) from None
            names[file] = keep(picture)
    # A name says what is in the picture, whatever it was called.
    return replace(build, rig=with_pictures(build.rig, names))


def read_any(source: BinaryIO, keep: Callable[[bytes], str], tell: Tell = _tell_nobody) -> Build:
    """A build out of a build file, or out of a zip with photographs. Raises Refused."""
    start = source.read(len(MAGIC))
    source.seek(0)
    return read_zip(source, keep, tell) if start == MAGIC else read_build(source.read(LARGEST_BYTES + 1))


def build_of(raw: bytes) -> bytes:
    """The build file in ``raw``, which is one itself or a zip that holds one. Raises Refused."""
    if not raw.startswith(MAGIC):
        return raw
    with _opened(io.BytesIO(raw)) as archive:
        return _unpacked(archive, BUILD, LARGEST_BYTES)


def _opened(source: BinaryIO) -> zipfile.ZipFile:
    try:
        archive = zipfile.ZipFile(source)
    except _NO_ZIP:
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
        if entry.compress_type not in (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED):
            raise Refused(
                entry.filename[:80], "This is packed in a way that is not read here: pack it as usual."
            )
    if BUILD not in archive.namelist():
        raise Refused("file", "The zip has no build.json at its top.")
    return archive


def _unpacked(archive: zipfile.ZipFile, name: str, most: int) -> bytes:
    """One entry, never more of it than it may have: what its header says proves nothing."""
    try:
        with archive.open(name) as entry:
            data = entry.read(most + 1)
    except _NO_ZIP as error:
        raise Refused(name[:80], f"This cannot be unpacked: {str(error)[:100]}.") from None
    if len(data) > most:
        raise Refused(name[:80], f"This unpacks to more than {most // 1_000_000} MB.")
    return data
