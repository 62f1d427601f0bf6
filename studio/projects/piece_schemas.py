"""A piece of a project's document, as the API takes and gives it; the core's reader checks what is in it."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Field
from pydantic import ConfigDict

from studio.common.sent import Sent

__all__ = [
    "CornerDoc",
    "Doc",
    "EndDoc",
    "FaceDoc",
    "HoleDoc",
    "LinesDoc",
    "MatDoc",
    "NotchDoc",
    "PanelDoc",
    "PieceDoc",
    "TabDoc",
    "WindowDoc",
]


class Doc(Sent):
    """A part of a document: its keys are those of the job file."""

    model_config = ConfigDict(populate_by_name=True, extra="forbid")


class LinesDoc(Doc):
    """Scores or slits along a side, or (with no side) a diagonal between two marks.

    ``angle`` is how far a score is folded by hand, in degrees; null as the form of the piece folds it.
    """

    along: Literal["width", "height"] | None = None
    at: list[str] | None = None
    start: str | list[str] | None = Field(None, alias="from")
    end: str | list[str] | None = Field(None, alias="to")
    fold: Literal["valley", "mountain"] | None = None
    relief: str | None = None
    angle: Annotated[int, Field(ge=0, le=180)] | None = None


class HoleDoc(Doc):
    """A round hole by its centre; ``through`` the layers that are folded along a side."""

    x: str
    y: str
    diameter: str
    through: Literal["width", "height"] | None = None


class CornerDoc(Doc):
    """What is taken off corners."""

    at: list[Literal["bottom-left", "bottom-right", "top-left", "top-right"]]
    shape: Literal["round", "mitre", "notch"]
    size: str
    rise: str | None = None


class TabDoc(Doc):
    """A panel glued behind another."""

    column: int
    row: int
    runs: int = 1


class FaceDoc(Doc):
    """A panel that is seen on the finished thing; ``up`` is the side of the piece that points up."""

    column: int
    row: int
    up: Literal["top", "bottom", "left", "right"] = "top"
    name: str | None = None


class PanelDoc(Doc):
    """A panel by its column and row, from 1."""

    column: int
    row: int


class WindowDoc(Doc):
    """A window; ``x`` and ``y`` are measured from the piece or its panel, null where it is centred."""

    shape: Literal["rectangle", "oval"] = "rectangle"
    width: str
    height: str
    x: str | None = None
    y: str | None = None
    column: int | None = None
    row: int | None = None


class NotchDoc(Doc):
    """A notch in an edge; ``at`` is its middle, null for the middle of the edge."""

    edge: Literal["top", "bottom", "left", "right"]
    shape: Literal["triangular", "rounded"] = "triangular"
    width: str
    depth: str
    at: str | None = None


class EndDoc(Doc):
    """A shaped end; only a cut-off one has an inset."""

    edge: Literal["top", "bottom", "left", "right"]
    shape: Literal["pointed", "forked", "cut-off"]
    depth: str
    inset: str | None = None


class MatDoc(Doc):
    """The panel a mat is glued onto, or the first of several up to ``to_column`` and ``to_row``."""

    piece: str
    column: int = 1
    row: int = 1
    to_column: int | None = None
    to_row: int | None = None


class PassDoc(Doc):
    """The die that a piece comes out of, by the name of its line, and how many a pass gives."""

    piece: str
    gives: int = 1


class PieceDoc(Doc):
    """One line of the list, as in a job file."""

    name: str
    paper: str
    per_kit: int = 1
    width: str
    height: str
    scores: list[LinesDoc] = []
    slits: list[LinesDoc] = []
    holes: list[HoleDoc] = []
    corners: list[CornerDoc] = []
    tabs: list[TabDoc] = []
    follows_print: bool = False
    cut: Literal["trim", "die", "punch"] = "trim"
    margin: str = "0"
    pitch: str = "0"
    spares: int = 0
    mat_of: MatDoc | None = None
    faces: list[FaceDoc] = []
    portion: Literal["whole", "three-quarters", "half", "quarter"] = "whole"
    scrap: bool = False
    matched: str | None = None
    pass_of: PassDoc | None = None
    word: str | None = None
    note: str | None = None
    outline: Literal["rectangle", "oval"] = "rectangle"
    removed: list[PanelDoc] = []
    windows: list[WindowDoc] = []
    notches: list[NotchDoc] = []
    ends: list[EndDoc] = []
