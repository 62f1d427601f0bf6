"""Everything of a class in one PDF, written by a worker part by part."""

from __future__ import annotations

import io

from pypdf import PdfWriter

from studio.accounts.voice import voice_of
from studio.classes.files_api import class_about
from studio.classes.models import KitClass
from studio.preparing.packing_api import OwnSheet, labels_about
from studio.tasks.for_studio import Made, Told
from studio.tasks.models import StudioTask
from studio.tasks.prints import About, writer_of

__all__ = ["write_folder"]


def write_folder(task: StudioTask, told: Told) -> Made:
    """Guides, packing, labels, sheets and cards in one file with bookmarks. CannotPlanError, FileError."""
    kit_class, voice = class_about(task.studio, task.about), voice_of(task.studio, task.about["language"])
    title = voice.say("file-folder", name=kit_class.name)
    parts = _parts(kit_class, task.about)
    whole = PdfWriter()
    for done, (what, about) in enumerate(parts):
        told(done, len(parts))
        written = writer_of(what)(task.studio, about, voice)
        whole.append(io.BytesIO(written.content), outline_item=written.name)
    whole.add_metadata({"/Title": title})
    out = io.BytesIO()
    whole.write(out)
    return Made(f"{title}.pdf", "application/pdf", out.getvalue())


def _parts(kit_class: KitClass, asked: About) -> list[tuple[str, About]]:
    """The prints that the folder holds, in order."""
    paper = asked["paper"]
    of_class = {"class": kit_class.pk, "paper": paper, "tables": asked["tables"]}
    labels = OwnSheet(sheet="letter-3x10" if paper == "letter" else "a4-3x8")
    of_project = {"project": kit_class.project_id, "paper": paper}
    return [
        ("cut-guide", of_class),
        ("scoring", of_class),
        ("packing", of_class),
        ("labels", labels_about(kit_class.pk, labels, asked["server"])),
        ("host", of_class),
        ("cards", of_class),
        *(("sheet", of_project | {"version": version}) for version in kit_class.listed.split("\n")),
    ]
