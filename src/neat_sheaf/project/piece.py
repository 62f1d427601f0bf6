"""One piece of the list: its sizes, scores, slits, holes, corners, tabs and faces. All lengths in nm."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.project.cutouts import Edge, End, Notch, Outline, Panel, Window

__all__ = [
    "NO_LENGTH",
    "Corner",
    "CornerCut",
    "CornerShape",
    "CutMethod",
    "Diagonal",
    "Edge",
    "End",
    "Face",
    "Fold",
    "Hole",
    "Line",
    "MatOf",
    "Notch",
    "Outline",
    "Panel",
    "PassOf",
    "Piece",
    "Portion",
    "Tab",
    "Window",
]

NO_LENGTH = Length(0)


class CutMethod(StrEnum):
    """How a piece is cut out; die and punch pieces are nested as their rough cut."""

    TRIM = "trim"
    DIE = "die"
    PUNCH = "punch"


class Corner(StrEnum):
    """A corner of a piece as it lies with its print up."""

    BOTTOM_LEFT = "bottom-left"
    BOTTOM_RIGHT = "bottom-right"
    TOP_LEFT = "top-left"
    TOP_RIGHT = "top-right"


class CornerShape(StrEnum):
    """What is taken off a corner."""

    ROUND = "round"
    MITRE = "mitre"
    NOTCH = "notch"


class Fold(StrEnum):
    """Which way a score folds, seen from the printed side: towards the eye, or away from it."""

    VALLEY = "valley"
    MOUNTAIN = "mountain"


class Portion(StrEnum):
    """How much of a punched or die-cut whole one piece is."""

    WHOLE = "whole"
    THREE_QUARTERS = "three-quarters"
    HALF = "half"
    QUARTER = "quarter"

    @property
    def quarters(self) -> int:
        """The portion in quarters, 1 to 4."""
        return {"whole": 4, "three-quarters": 3, "half": 2, "quarter": 1}[self.value]


@dataclass(frozen=True, slots=True)
class Line:
    """A score or slit across the piece at ``at`` along ``along``.

    ``start`` and ``end`` shorten it, measured along the other side; None is the edge.
    ``relief`` is the width of the wedge taken off on both sides of a slit, 0 for a straight one.
    ``angle`` is how far a score is folded, in whole degrees from 0 (flat) to 180, ``fold`` the way;
    None is as the form of the piece folds it.
    """

    along: Side
    at: Length
    start: Length | None = None
    end: Length | None = None
    fold: Fold = Fold.VALLEY
    relief: Length = NO_LENGTH
    angle: int | None = None

    @property
    def full(self) -> bool:
        """Whether the line runs from edge to edge."""
        return self.start is None and self.end is None


@dataclass(frozen=True, slots=True)
class Diagonal:
    """A score between two marks, each x from the left and y from the bottom edge; ``angle`` as a line's."""

    start: tuple[Length, Length]
    end: tuple[Length, Length]
    fold: Fold = Fold.VALLEY
    angle: int | None = None


@dataclass(frozen=True, slots=True)
class Hole:
    """A round hole; ``x`` and ``y`` are its centre.

    ``through`` is set where the hole is made through the folded layers: the side along which the
    piece is folded. It then pierces every panel along that side that lies on the place.
    """

    x: Length
    y: Length
    diameter: Length
    through: Side | None = None


@dataclass(frozen=True, slots=True)
class CornerCut:
    """A corner rounded, mitred or notched by ``size`` along both edges.

    ``rise`` is what it takes of the upright edge where that is another length; None for a round one.
    """

    corner: Corner
    shape: CornerShape
    size: Length
    rise: Length | None = None

    @property
    def sizes(self) -> tuple[Length, Length]:
        """What it takes of the level and of the upright edge, nm."""
        return self.size, self.size if self.rise is None else self.rise


@dataclass(frozen=True, slots=True)
class Tab:
    """A panel that is glued behind another, with this many runs of adhesive."""

    panel: Panel
    runs: int = 1


@dataclass(frozen=True, slots=True)
class Face:
    """A panel that is seen on the finished thing.

    ``up`` is the side of the piece that points up there; panels of one ``name`` are seen as one.
    """

    panel: Panel
    up: Edge = Edge.TOP
    name: str = ""


@dataclass(frozen=True, slots=True)
class MatOf:
    """The panel a mat is glued onto; ``until`` is the last one where it lies over several."""

    piece: str
    panel: Panel
    until: Panel | None = None

    @property
    def columns(self) -> range:
        """The columns that it lies over, from 1."""
        return _between(self.panel.column, (self.until or self.panel).column)

    @property
    def rows(self) -> range:
        """The rows that it lies over, from 1."""
        return _between(self.panel.row, (self.until or self.panel).row)

    def covers(self, panel: Panel) -> bool:
        """Whether it lies on this panel of its piece, alone or among others."""
        return panel.column in self.columns and panel.row in self.rows

    def meets(self, other: MatOf) -> bool:
        """Whether both lie on some panel of one piece."""
        pairs = ((self.columns, other.columns), (self.rows, other.rows))
        return self.piece == other.piece and all(
            max(one.start, two.start) < min(one.stop, two.stop) for one, two in pairs
        )


@dataclass(frozen=True, slots=True)
class PassOf:
    """The die that a piece comes out of, by the name of its line, and how many one pass ``gives``.

    Of a word: how many of each letter.
    """

    piece: str
    gives: int = 1


def _between(one: int, other: int) -> range:
    return range(min(one, other), max(one, other) + 1)


@dataclass(frozen=True, slots=True)
class Piece:
    """One line of the list. ``paper`` is a role; ``width`` runs across the print.

    ``scrap``: it may come from what is left over. ``matched`` names the set of pieces that are
    cut as one block, in the order of their panels, so that the print runs on. ``removed`` are the
    panels that are cut away whole. ``pitch`` is how far apart a punch or a die takes it along a strip, 0
    for its width and both margins. ``spares`` are cut apart from the kits', so many for each colourway.
    With ``pass_of`` it is not cut by itself but comes out of a die on another line, whose passes are counted
    from what comes out of it. ``word``: it is the letters of a word. ``note`` is what else is said of it, and
    changes nothing that is cut.
    """

    name: str
    paper: str
    per_kit: int
    width: Length
    height: Length
    scores: tuple[Line, ...] = ()
    diagonals: tuple[Diagonal, ...] = ()
    slits: tuple[Line, ...] = ()
    holes: tuple[Hole, ...] = ()
    corners: tuple[CornerCut, ...] = ()
    tabs: tuple[Tab, ...] = ()
    follows_print: bool = False
    cut: CutMethod = CutMethod.TRIM
    margin: Length = NO_LENGTH
    pitch: Length = NO_LENGTH
    spares: int = 0
    mat_of: MatOf | None = None
    faces: tuple[Face, ...] = ()
    portion: Portion = Portion.WHOLE
    scrap: bool = False
    matched: str = ""
    outline: Outline = Outline.RECTANGLE
    removed: tuple[Panel, ...] = ()
    windows: tuple[Window, ...] = ()
    notches: tuple[Notch, ...] = ()
    ends: tuple[End, ...] = ()
    pass_of: PassOf | None = None
    word: str = ""
    note: str = ""

    @property
    def rough_width(self) -> Length:
        """Width of the rectangle that is nested: for a die or punch the pitch, or with the margin twice."""
        if self.pitch and self.cut is not CutMethod.TRIM:
            return self.pitch
        return self._rough(self.width)

    @property
    def rough_height(self) -> Length:
        """Height of the rectangle that is nested."""
        return self._rough(self.height)

    def _rough(self, side: Length) -> Length:
        return side if self.cut is CutMethod.TRIM else Length(side + 2 * self.margin)
