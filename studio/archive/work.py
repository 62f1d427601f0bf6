"""Archives as tasks of the workers."""

from __future__ import annotations

from studio.archive.reading import restore
from studio.archive.writing import archive_of
from studio.tasks.for_studio import Made, Told
from studio.tasks.models import StudioTask

__all__ = ["put_in", "write"]


def write(task: StudioTask, told: Told) -> Made:
    """Everything of the studio in one file."""
    name = f"{task.studio.name} {task.studio.today().isoformat()}.zip"
    return Made(name, "application/zip", archive_of(task.studio, told))


def put_in(task: StudioTask, told: Told) -> Made:
    """The archive that was given, put into the studio. FileError where it cannot be."""
    found = restore(task.studio, bytes(task.given or b""), told)
    return Made(outcome={"things": found.things, "unknown": found.unknown})
