"""The project's document, as the API takes and gives it; the core's reader checks what is in it."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from ninja import Field, Schema
from pydantic import ConfigDict

__all__ = [
    "ChangesDoc",
    "CheckOut",
    "ContentDoc",
    "CornerDoc",
    "CountDoc",
    "EndDoc",
    "FaceDoc",
    "FindingOut",
    "FitDoc",
    "FixOut",
    "GlueDoc",
    "HoleDoc",
    "LinesDoc",
    "MatDoc",
    "NotchDoc",
    "NumberOut",
    "OverrideDoc",
    "PanelDoc",
    "PaperRoleDoc",
    "PieceDoc",
    "ProjectIn",
    "ProjectOut",
    "ProjectRow",
    "StepDoc",
    "TabDoc",
    "UseDoc",
    "VariantDoc",
    "WindowDoc",
]


class _Doc(Schema):
    model_config = ConfigDict(populate_by_name=True)


class LinesDoc(_Doc):
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


class HoleDoc(_Doc):
    """A round hole by its centre; ``through`` the layers that are folded along a side."""

    x: str
    y: str
    diameter: str
    through: Literal["width", "height"] | None = None


class CornerDoc(_Doc):
    """What is taken off corners."""

    at: list[Literal["bottom-left", "bottom-right", "top-left", "top-right"]]
    shape: Literal["round", "mitre", "notch"]
    size: str
    rise: str | None = None


class TabDoc(_Doc):
    """A panel glued behind another."""

    column: int
    row: int
    runs: int = 1


class FaceDoc(_Doc):
    """A panel that is seen on the finished thing; ``up`` is the side of the piece that points up."""

    column: int
    row: int
    up: Literal["top", "bottom", "left", "right"] = "top"
    name: str | None = None


class PanelDoc(_Doc):
    """A panel by its column and row, from 1."""

    column: int
    row: int


class WindowDoc(_Doc):
    """A window; ``x`` and ``y`` are measured from the piece or its panel, null where it is centred."""

    shape: Literal["rectangle", "oval"] = "rectangle"
    width: str
    height: str
    x: str | None = None
    y: str | None = None
    column: int | None = None
    row: int | None = None


class NotchDoc(_Doc):
    """A notch in an edge; ``at`` is its middle, null for the middle of the edge."""

    edge: Literal["top", "bottom", "left", "right"]
    shape: Literal["triangular", "rounded"] = "triangular"
    width: str
    depth: str
    at: str | None = None


class EndDoc(_Doc):
    """A shaped end; only a cut-off one has an inset."""

    edge: Literal["top", "bottom", "left", "right"]
    shape: Literal["pointed", "forked", "cut-off"]
    depth: str
    inset: str | None = None


class MatDoc(_Doc):
    """The panel a mat is glued onto, or the first of several up to ``to_column`` and ``to_row``."""

    piece: str
    column: int = 1
    row: int = 1
    to_column: int | None = None
    to_row: int | None = None


class PieceDoc(_Doc):
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
    mat_of: MatDoc | None = None
    faces: list[FaceDoc] = []
    portion: Literal["whole", "three-quarters", "half", "quarter"] = "whole"
    scrap: bool = False
    matched: str | None = None
    outline: Literal["rectangle", "oval"] = "rectangle"
    removed: list[PanelDoc] = []
    windows: list[WindowDoc] = []
    notches: list[NotchDoc] = []
    ends: list[EndDoc] = []


class GlueDoc(_Doc):
    """How a panel lies on the one it is glued to: by two edges that meet, or middle on middle.

    The sides are those that touch, null for the usual: the outer's reverse on the inner's print.
    """

    outer_edge: Literal["top", "bottom", "left", "right"] | None = None
    inner_edge: Literal["top", "bottom", "left", "right"] | None = None
    outer_side: Literal["print", "reverse"] | None = None
    inner_side: Literal["print", "reverse"] | None = None
    outer_copy: int | None = None
    inner_copy: int | None = None


class FitDoc(_Doc):
    """What two pieces have to do with one another; panels where they are named.

    ``allowance`` is what a band overlaps or a cover is turned in; ``times`` how many outers go with
    each inner.
    """

    kind: Literal["lid", "sleeve", "shared", "band", "cover", "each", "glued"]
    outer: str
    inner: str
    outer_panel: PanelDoc | None = None
    inner_panel: PanelDoc | None = None
    allowance: str | None = None
    times: int = 1
    glue: GlueDoc | None = None


class UseDoc(_Doc):
    """What one kit takes of a supply (its id as text)."""

    supply: str
    per_kit: str
    cuts: int = 1
    girth: str | None = None
    bow: str | None = None


class StepDoc(_Doc):
    """One step of the assembly; supplies by id as text, pieces by name."""

    says: str
    pieces: list[str] = []
    tool: str | None = None
    minutes: str | None = None
    when: Literal["before", "table"] = "table"
    cautions: list[Literal["blades", "rollers", "heat", "spray", "small-parts", "magnets", "food"]] = []
    supplies: list[str] = []


class ContentDoc(_Doc):
    """Something that goes inside a piece."""

    name: str
    width: str
    depth: str
    height: str
    piece: str
    rigid: bool = True


class OverrideDoc(_Doc):
    """One named number as a sister version has it."""

    piece: str
    number: str
    value: str


class CountDoc(_Doc):
    """How many of a piece a kit takes in a version."""

    piece: str
    per_kit: int


class PaperRoleDoc(_Doc):
    """The paper's role that a piece is cut from in a version."""

    piece: str
    paper: str


class VariantDoc(_Doc):
    """A sister version: the list but for what is here."""

    name: str
    numbers: list[OverrideDoc] = []
    counts: list[CountDoc] = []
    papers: list[PaperRoleDoc] = []
    supplies: list[UseDoc] = []
    without: list[str] = []
    added: list[PieceDoc] = []
    left_out: list[str] = []


class ProjectIn(_Doc):
    """A project as it is written; ``version`` is the one it was based on.

    ``units`` is the one that its lengths are written in, null for the studio's.
    """

    version: int = 0
    units: Literal["in", "cm", "mm"] | None = None
    name: str
    pieces: list[PieceDoc] = []
    fits: list[FitDoc] = []
    supplies: list[UseDoc] = []
    tools: list[str] = []
    steps: list[StepDoc] = []
    contents: list[ContentDoc] = []
    variants: list[VariantDoc] = []


class PieceAt(_Doc):
    """A piece as it is to be, and its line, from 0; one line past the last adds it."""

    at: int
    piece: PieceDoc


class ChangesDoc(_Doc):
    """What a fix changes in a project's document: some pieces, and other parts each whole.

    A part that stays is null.
    """

    pieces: list[PieceAt] | None = None
    fits: list[FitDoc] | None = None
    supplies: list[UseDoc] | None = None
    tools: list[str] | None = None
    steps: list[StepDoc] | None = None
    contents: list[ContentDoc] | None = None


class FixOut(_Doc):
    """What would put it right, in words and as changes."""

    message: str
    changes: ChangesDoc


class CheckOut(Schema):
    """One finding; ``piece`` is the line it concerns, from 0.

    ``place`` is what kind of place it is (``named``, ``step``, ``lid``, ``content`` and so on), ``where``
    the place in words.
    """

    level: Literal["error", "warning", "note"]
    code: str
    place: str
    where: str
    message: str
    piece: int | None


class FindingOut(CheckOut):
    """A finding of a project, with its fix; ``version`` names the sister version it is of.

    ``others`` are fixes that would do as well: the other piece smaller in place of this one larger.
    """

    version: str = ""
    fix: FixOut | None = None
    others: list[FixOut] = []


class NumberOut(Schema):
    """A named number of a piece, as the list has it, and the centimetres taught for it."""

    piece: str
    number: str
    value: str
    nominal: str


class RemarkOut(Schema):
    """What was found while folding, in words."""

    level: Literal["error", "warning", "note"]
    code: str
    message: str


class FoldedOut(Schema):
    """What a piece folds into, in words; what is not known is empty, and ``kind`` null.

    ``flat``: the room in it has no depth. ``slits`` are how many of its slits the list does not name.
    """

    form: str
    kind: str | None
    why: str
    finished: str
    opened: str
    room: str
    flat: bool
    remarks: list[RemarkOut]
    slits: int


class TogetherOut(Schema):
    """Two pieces of which one goes on or into the other, as one thing."""

    pieces: list[str]
    says: str
    finished: str
    room: str
    wrong: list[str]


class ProjectOut(ProjectIn):
    """A project as it is kept, with what the checks say.

    ``words`` is each piece as one tidy line, ``also`` what a table has no column for,
    ``numbers`` every number that a version may change, ``papers`` the papers that the classes
    have chosen for each role, the soonest class first. ``folded`` is each piece folded.
    """

    id: int
    roles: list[str]
    words: list[str]
    also: list[str]
    numbers: list[NumberOut]
    checks: list[FindingOut]
    folded: list[FoldedOut]
    together: list[TogetherOut]
    papers: dict[str, list[int]]


class ProjectRow(Schema):
    """A project in the list of projects."""

    id: int
    name: str
    pieces: int
    classes: int
    changed: datetime
