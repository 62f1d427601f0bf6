"""A paper room's whole data out, and into an empty one."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router, Status

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.models import Role
from studio.accounts.tenancy import owner, studio_of
from studio.accounts.voice import voice_for
from studio.archive.container import MOST_BYTES
from studio.archive.reading import is_empty
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.tasks.api import StudioTaskOut, task_out
from studio.tasks.for_studio import start

router = Router(tags=["archive"])

_ZIP = {"requestBody": {"required": True, "content": {"application/zip": {"schema": {
    "type": "string", "format": "binary",
}}}}}  # fmt: skip


class ArchiveOut(Schema):
    """Whether this paper room is empty, so that an archive can be put in, and how large one may be."""

    empty: bool
    megabytes: int


@router.get("/archive", auth=owner, response=ArchiveOut)
def archive(request: HttpRequest) -> ArchiveOut:
    """Whether an archive can be put in here."""
    return ArchiveOut(empty=is_empty(studio_of(request)), megabytes=MOST_BYTES // 1_000_000)


@router.post("/archive", auth=owner, response={202: StudioTaskOut, 429: Problem})
def write_archive(request: HttpRequest) -> Status[StudioTaskOut]:
    """Let everything of the paper room be written into one file of open formats; a worker does."""
    task = start(studio_of(request), "archive-out", {}, role=Role.OWNER)
    return Status(202, task_out(task, voice_for(request)))


@router.put(
    "/archive", auth=owner, response={202: StudioTaskOut, 422: Problem, 429: Problem}, openapi_extra=_ZIP
)
def put_archive_in(request: HttpRequest) -> Status[StudioTaskOut]:
    """Put an archive, sent as it is, into this paper room, in which there must be nothing yet."""
    studio = studio_of(request)
    if not is_empty(studio):
        raise FileError([fault("", "archive-not-empty")])
    # Read as it comes: it may be larger than anything else that is sent.
    content = request.read(MOST_BYTES + 1)
    if len(content) > MOST_BYTES:
        raise FileError([fault("", "archive-too-large", megabytes=MOST_BYTES // 1_000_000)])
    task = start(studio, "archive-in", {}, role=Role.OWNER, given=content)
    return Status(202, task_out(task, voice_for(request)))
