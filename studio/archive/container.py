"""The archive as a ZIP: its files in a fixed order and a manifest with the checksum of each.

Nothing in it says when it was made, so that the same data gives the same bytes.
"""

from __future__ import annotations

import hashlib
import io
import json
import lzma
import struct
import zipfile
import zlib
from collections.abc import Mapping
from typing import Any

from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.reading import FileError, load_json
from neat_sheaf.limits import MOST_FAULTS

__all__ = ["FORMAT", "MOST_BYTES", "json_bytes", "pack", "unpack"]

FORMAT = "neat-sheaf-studio"
VERSION = 1
MOST_BYTES = 64_000_000
"""An archive is no larger, packed or unpacked, in bytes."""

_MOST_FILES = 20_000
_MANIFEST = "manifest.json"
_EARLIEST = (1980, 1, 1, 0, 0, 0)  # what a ZIP can say of a time that does not count


def json_bytes(value: Any) -> bytes:
    """A value as the archive has it: a line a field, keys in order, UTF-8."""
    return (json.dumps(value, ensure_ascii=False, indent=1, sort_keys=True) + "\n").encode()


def pack(files: Mapping[str, bytes]) -> bytes:
    """One ZIP of these files, the manifest first."""
    in_order = sorted(files.items())
    listed = [{"path": path, "bytes": len(held), "sha256": _sum(held)} for path, held in in_order]
    manifest = json_bytes({"format": FORMAT, "version": VERSION, "files": listed})
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as packed:
        for path, held in [(_MANIFEST, manifest), *in_order]:
            packed.writestr(zipfile.ZipInfo(path, _EARLIEST), held, zipfile.ZIP_DEFLATED)
    return out.getvalue()


def unpack(content: bytes) -> dict[str, bytes]:
    """The files of an archive, each as its manifest says. FileError with every one that is not."""
    if len(content) > MOST_BYTES:
        raise FileError([fault("", "archive-too-large", megabytes=MOST_BYTES // 1_000_000)])
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as packed:
            entries = packed.infolist()
            if len(entries) > _MOST_FILES or sum(one.file_size for one in entries) > MOST_BYTES:
                raise FileError([fault("", "archive-too-large", megabytes=MOST_BYTES // 1_000_000)])
            # What unpacks to more than it says is cut off there, and its checksum is then wrong.
            held = {one.filename: packed.open(one).read(one.file_size) for one in entries}
    except (zipfile.BadZipFile, zlib.error, lzma.LZMAError, struct.error, EOFError, OSError, RuntimeError,
            NotImplementedError, ValueError, KeyError, OverflowError) as error:  # fmt: skip
        raise FileError([fault("", "archive-not-a-zip")]) from error
    listed = _listed(held.pop(_MANIFEST, b""))
    faults = [fault(path, "archive-missing") for path in listed if path not in held]
    faults += [fault(path, "archive-unlisted") for path in held if path not in listed]
    faults += [
        fault(path, "archive-checksum") for path, expected in listed.items()
        if path in held and (len(held[path]), _sum(held[path])) != expected
    ]  # fmt: skip
    if faults:
        raise FileError(faults[:MOST_FAULTS])
    return held


def _listed(manifest: bytes) -> dict[str, tuple[int, str]]:
    """What the manifest says of each file: its bytes and its checksum."""
    try:
        found = load_json(manifest.decode())
    except (UnicodeDecodeError, FileError) as error:
        raise FileError([fault(_MANIFEST, "archive-no-manifest")]) from error
    if not isinstance(found, dict) or found.get("format") != FORMAT:
        raise FileError([fault(_MANIFEST, "archive-no-manifest")])
    if found.get("version") != VERSION:
        raise FileError([fault(f"{_MANIFEST}.version", "archive-version", version=VERSION)])
    listed: dict[str, tuple[int, str]] = {}
    faults: list[Fault] = []
    rows = found.get("files")
    for number, row in enumerate(rows if isinstance(rows, list) else []):
        match row:
            case {"path": str(path), "bytes": int(size), "sha256": str(checksum)} if path not in listed:
                listed[path] = (size, checksum)
            case _:
                faults.append(fault(f"{_MANIFEST}.files[{number}]", "archive-no-manifest"))
    if faults:
        raise FileError(faults[:MOST_FAULTS])
    return listed


def _sum(held: bytes) -> str:
    return hashlib.sha256(held).hexdigest()
