"""Where adhesive goes: each tab, glued panel and mat of a kit, its length and how often. Lengths in nm."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from neat_sheaf.folding.folded import Folded
from neat_sheaf.measure.length import Length
from neat_sheaf.project import FitKind, GluedAt, Panel, Piece, Project
from neat_sheaf.project.panels import panel_size

__all__ = ["GlueLine", "GluedAt", "glue_lines", "length_of"]


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

    def kept_back(self, by: Length) -> Length:
        """All of it in a kit where it stops ``by`` nm short of every edge that it runs towards.

        A line loses that at both ends, the four sides round a mat at all eight. One too short for it
        keeps a drop as long as ``by``.
        """
        ends = 8 if self.at is GluedAt.MAT else 2
        one = max(self.length - ends * by, min(self.length, by))
        return Length(one * self.runs * self.count)


def glue_lines(project: Project, folded: Callable[[Piece], Folded]) -> Iterator[GlueLine]:
    """Every line of adhesive that a kit takes.

    Along the long side of each tab, whether the list says it or the form of the piece has it; along the long
    side of each panel that is glued onto another piece; around the four edges of each mat. A piece that lies
    on pads or dots takes none.
    """
    lifted = project.lifted
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
        if piece.mat_of is not None and piece.name not in lifted:
            around = Length(2 * (piece.width + piece.height))
            yield GlueLine(piece.name, GluedAt.MAT, around, 1, piece.per_kit)
    for fit in project.fits:
        outer = project.piece(fit.outer)
        if outer is None or outer.name in lifted:
            continue
        if fit.kind is FitKind.GLUED and fit.outer_panel is not None:
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
