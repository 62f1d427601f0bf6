"""Where adhesive goes: each tab, glued panel and mat of a kit, its length and how often. Lengths in nm."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from enum import StrEnum

from neat_sheaf.folding.folded import Folded
from neat_sheaf.measure.length import Length
from neat_sheaf.project import FitKind, Panel, Piece, Project
from neat_sheaf.project.panels import panel_size

__all__ = ["GlueLine", "GluedAt", "glue_lines", "length_of"]


class GluedAt(StrEnum):
    """What an adhesive line holds: a tab, a panel glued onto another piece's, or the edges of a mat."""

    TAB = "tab"
    JOINT = "joint"
    MAT = "mat"


@dataclass(frozen=True, slots=True)
class GlueLine:
    """A line of adhesive on one piece: ``length`` nm of ``runs`` beside one another, ``count`` a kit."""

    piece: str
    at: GluedAt
    length: Length
    runs: int
    count: int

    @property
    def total(self) -> Length:
        """The length of all of it in a kit."""
        return Length(self.length * self.runs * self.count)


def glue_lines(project: Project, folded: Callable[[Piece], Folded]) -> Iterator[GlueLine]:
    """Every line of adhesive that a kit takes.

    Along the long side of each tab, whether the list says it or the form of the piece has it; along the long
    side of each panel that is glued onto another piece; around the four edges of each mat. A mat on foam pads
    takes none, which nobody says: mats are told apart from the rest.
    """
    for piece in project.pieces:
        if not piece.per_kit:
            continue
        runs = {tab.panel: tab.runs for tab in piece.tabs}
        for panel in _tabs_of(folded(piece)):
            runs.setdefault(panel, 1)
        for panel, times in runs.items():
            size = panel_size(piece, panel)
            if size is not None:
                yield GlueLine(piece.name, GluedAt.TAB, Length(max(size)), times, piece.per_kit)
        if piece.mat_of is not None:
            around = Length(2 * (piece.width + piece.height))
            yield GlueLine(piece.name, GluedAt.MAT, around, 1, piece.per_kit)
    for fit in project.fits:
        outer = project.piece(fit.outer)
        if fit.kind is FitKind.GLUED and outer is not None and fit.outer_panel is not None:
            size = panel_size(outer, fit.outer_panel)
            if size is not None:
                yield GlueLine(outer.name, GluedAt.JOINT, Length(max(size)), 1, outer.per_kit)


def _tabs_of(folded: Folded) -> list[Panel]:
    made = folded.made
    if made is None:
        return []
    return list(dict.fromkeys(made.view.panel(joint.tab) for joint in made.joints))


def length_of(lines: list[GlueLine], *kinds: GluedAt) -> Length:
    """The length of adhesive of these kinds in a kit, nm."""
    return Length(sum(line.total for line in lines if line.at in kinds))
