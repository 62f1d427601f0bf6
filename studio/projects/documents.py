"""Documents that a list is in: sent as they are, and given back as text. Nothing of them is kept."""

from __future__ import annotations

import subprocess
import sys

from django.conf import settings

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.common.places import one_at_a_time
from studio.projects.document_text import Ended

__all__ = ["LARGEST_DOCUMENT", "document_text"]

LARGEST_DOCUMENT = 3_000_000  # bytes; a body of a request is 4 MB, and base64 takes a third more
_SECONDS = 30
_PLACE = 7_201_956  # of the advisory locks of the database, a number of our own
_FAULTS = {
    Ended.NOT_A_DOCUMENT: "document.unknown",
    Ended.LOCKED: "document.locked",
    Ended.NO_TEXT: "document.empty",
    Ended.TOO_LARGE: "document.long",
}


def document_text(content: bytes) -> str:
    """The text of a PDF, DOCX, ODT, XLSX, ODS, CSV or plain file.

    FileError where there is none to be had. It is read in a process of its own, with an end of time and
    memory, and one at a time on the whole server.
    """
    if len(content) > LARGEST_DOCUMENT:
        raise FileError([fault("content", "document.large", megabytes=LARGEST_DOCUMENT // 1_000_000)])
    with one_at_a_time(_PLACE):
        try:
            done = subprocess.run(
                [sys.executable, "-m", "studio.projects.document_text"],
                input=content, capture_output=True, check=False, timeout=_SECONDS, cwd=settings.ROOT,
            )  # fmt: skip
        except subprocess.TimeoutExpired as error:
            raise FileError([fault("content", _FAULTS[Ended.TOO_LARGE])]) from error
    if done.returncode:
        # A process that was ended for its time or its memory is of a document with too much in it.
        ended = done.returncode if done.returncode in _FAULTS else Ended.TOO_LARGE
        raise FileError([fault("content", _FAULTS[Ended(ended)])])
    return done.stdout.decode()
