"""Everything of a class in one PDF, written by a worker part by part."""

from __future__ import annotations

import io
from collections.abc import Callable

from django.utils import timezone
from pypdf import PdfWriter

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.limits import MOST_PRINTED_PIECES
from neat_sheaf.wording import Voice
from studio.accounts.voice import voice_of
from studio.classes.files_api import cut_guide_of
from studio.classes.models import KitClass
from studio.common.pages import PageSize
from studio.handouts.host import cards_pdf, host_pdf
from studio.handouts.scoring import scoring_pdf
from studio.preparing.packing_api import labels_of, packing_list_of
from studio.preparing.services import preparing_of
from studio.projects.printing import printed_sheet
from studio.projects.versions import version_of
from studio.tasks.for_studio import Made, NotWantedError, Told
from studio.tasks.models import StudioTask

__all__ = ["write_folder"]


def write_folder(task: StudioTask, told: Told) -> Made:
    """Guides, packing, labels, sheets and cards in one file with bookmarks. CannotPlanError, FileError."""
    about = task.about
    rows = KitClass.objects.select_related("studio", "project").filter(studio=task.studio)
    kit_class = rows.filter(pk=about["class"]).first()
    if kit_class is None:
        raise NotWantedError
    voice = voice_of(task.studio, about["language"])
    parts = _parts(kit_class, about["tables"], about["paper"], about["server"], voice)
    title = voice.say("file-folder", name=kit_class.name)
    whole = PdfWriter()
    for done, (name, write) in enumerate(parts):
        told(done, len(parts))
        whole.append(io.BytesIO(write()), outline_item=name)
    whole.add_metadata({"/Title": title})
    out = io.BytesIO()
    whole.write(out)
    return Made(f"{title}.pdf", "application/pdf", out.getvalue())


def _parts(
    kit_class: KitClass, tables: int, paper: PageSize, server: str, voice: Voice
) -> list[tuple[str, Callable[[], bytes]]]:
    """The parts by their names, in order; each is written when it is its turn."""
    found = preparing_of(kit_class, timezone.localdate())
    project = found.job.project
    if len(project.pieces) > MOST_PRINTED_PIECES:
        many = {"found": len(project.pieces), "most": MOST_PRINTED_PIECES}
        raise FileError([fault("", "too-many-printed.pieces", **many)])
    sheet = "letter-3x10" if paper == "letter" else "a4-3x8"
    name, scoring = kit_class.name, found.prepared.scoring

    def attendees_sheet(version: str) -> Callable[[], bytes]:
        own = version_of(kit_class.project, version)
        return lambda: printed_sheet(own, kit_class.studio, paper, voice, version)

    return [
        (voice.say("file-guide", name=name), lambda: cut_guide_of(kit_class, paper, voice)),
        (
            voice.say("file-scoring", name=name),
            lambda: scoring_pdf(kit_class, scoring, project.pieces, paper, voice),
        ),
        (voice.say("file-packing", name=name), lambda: packing_list_of(kit_class, paper, voice)),
        (voice.say("file-labels", name=name), lambda: labels_of(kit_class, sheet, voice, server)),
        (voice.say("file-host", name=name), lambda: host_pdf(kit_class, found, tables, paper, voice)),
        (voice.say("file-cards", name=name), lambda: cards_pdf(kit_class, found, tables, paper, voice)),
        *((version or project.name, attendees_sheet(version)) for version in kit_class.listed.split("\n")),
    ]
