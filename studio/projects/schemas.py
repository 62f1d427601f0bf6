"""The project's document, as the API takes and gives it; the core's reader checks what is in it."""

from __future__ import annotations

from datetime import datetime
from typing import Any, Literal

from ninja import Field

from studio.common.schema import Schema
from studio.common.sent import Save
from studio.projects.piece_schemas import Doc, PanelDoc, PieceDoc

__all__ = [
    "ChangesDoc",
    "CheckOut",
    "ContentDoc",
    "CountDoc",
    "FindingOut",
    "FitDoc",
    "FixOut",
    "GlueDoc",
    "NumberOut",
    "OverrideDoc",
    "PaperRoleDoc",
    "ProjectIn",
    "ProjectOut",
    "ProjectRow",
    "StepDoc",
    "UseDoc",
    "VariantDoc",
]


class GlueDoc(Doc):
    """How a panel lies on the one it is glued to: by two edges that meet, or middle on middle.

    The sides are those that touch, null for the usual: the outer's reverse on the inner's print.
    """

    outer_edge: Literal["top", "bottom", "left", "right"] | None = None
    inner_edge: Literal["top", "bottom", "left", "right"] | None = None
    outer_side: Literal["print", "reverse"] | None = None
    inner_side: Literal["print", "reverse"] | None = None
    outer_copy: int | None = None
    inner_copy: int | None = None


class FitDoc(Doc):
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


class UseDoc(Doc):
    """What is taken of a supply (its id as text), by each kit or by so many people; 0: by the class.

    With no ``per_kit`` it is worked out from what it ``sticks`` (tab, joint, mat) or ``lifts`` (pieces).
    """

    supply: str
    per_kit: str | None = None
    cuts: int = 1
    girth: str | None = None
    bow: str | None = None
    shared_by: int | None = None
    lent: bool | None = None
    sticks: list[str] | None = None
    lifts: list[str] | None = None


class StepDoc(Doc):
    """One step of the assembly; supplies by id as text, pieces by name.

    ``batch`` null is guessed from its words when it is saved.
    """

    says: str
    pieces: list[str] = []
    tool: str | None = None
    minutes: str | None = None
    when: Literal["before", "table"] = "table"
    cautions: list[Literal["blades", "rollers", "heat", "spray", "small-parts", "magnets", "food"]] = []
    supplies: list[str] = []
    ink: str | None = None
    shade: Literal["light", "medium", "dark"] | None = None
    dries: int | None = None
    batch: (
        Literal["own", "cut", "die", "punch", "score", "slit", "hole", "corner", "cutout", "bag"] | None
    ) = None


class ContentDoc(Doc):
    """Something that goes inside a piece; ``count`` of the supply that it is, where it is one."""

    name: str
    width: str
    depth: str
    height: str
    piece: str
    rigid: bool = True
    supply: str | None = None
    count: int | None = None
    allergens: str | None = None


class OverrideDoc(Doc):
    """One named number as a sister version has it."""

    piece: str
    number: str
    value: str


class CountDoc(Doc):
    """How many of a piece a kit takes in a version."""

    piece: str
    per_kit: int


class PaperRoleDoc(Doc):
    """The paper's role that a piece is cut from in a version."""

    piece: str
    paper: str


class VariantDoc(Doc):
    """A sister version: the list apart from what is here.

    ``id`` lasts: under another name it is still the version that classes teach. Where it is empty, a version
    of that name keeps its own, and another gets one.
    """

    id: str = Field("", max_length=36)
    name: str
    numbers: list[OverrideDoc] = []
    counts: list[CountDoc] = []
    papers: list[PaperRoleDoc] = []
    supplies: list[UseDoc] = []
    without: list[str] = []
    added: list[PieceDoc] = []
    left_out: list[str] = []


class ProjectIn(Doc, Save):
    """A project as it is written; ``version`` is the one it was based on.

    ``units`` is the one that its lengths are written in, null for the studio's.
    """

    units: Literal["in", "cm", "mm"] | None = None
    name: str
    pieces: list[PieceDoc] = []
    fits: list[FitDoc] = []
    supplies: list[UseDoc] = []
    tools: list[str] = []
    steps: list[StepDoc] = []
    contents: list[ContentDoc] = []
    variants: list[VariantDoc] = []

    def document(self) -> dict[str, Any]:
        """What the core reads of it: the project of a job file."""
        own: dict[str, Any] = {"version": True, "units": True, "variants": {"__all__": {"id"}}}
        return self.model_dump(by_alias=True, exclude=own, exclude_none=True)


class PieceAt(Doc):
    """A piece as it is to be, and its line, from 0; one line past the last adds it."""

    at: int
    piece: PieceDoc


class ChangesDoc(Doc):
    """What a fix changes in a project's document: some pieces, and other parts each whole.

    A part that stays is null.
    """

    pieces: list[PieceAt] | None = None
    fits: list[FitDoc] | None = None
    supplies: list[UseDoc] | None = None
    tools: list[str] | None = None
    steps: list[StepDoc] | None = None
    contents: list[ContentDoc] | None = None


class FixOut(Doc):
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

    ``goes_into`` says which envelopes and bags of the cupboard take it, the closest first; empty of a piece
    that is a part of something else. ``flat``: the room in it has no depth; ``thin``: it closes flat.
    ``slits`` are how many of its slits the list does not name.
    """

    form: str
    kind: str | None
    why: str
    finished: str
    opened: str
    room: str
    goes_into: str
    flat: bool
    thin: bool
    remarks: list[RemarkOut]
    slits: int


class TogetherOut(Schema):
    """Two pieces of which one goes on or into the other, as one thing."""

    pieces: list[str]
    says: str
    finished: str
    room: str
    goes_into: str
    wrong: list[str]


class GirthOut(Schema):
    """A way round something finished: what it is round, and how long a ribbon must be to meet, as text.

    ``tied`` and ``generous`` are that with the usual bow, exact and with a tenth more.
    """

    what: str
    girth: str
    tied: str
    generous: str


class GlueOut(Schema):
    """The lines of adhesive of one kind (tab, joint, mat) in a kit.

    ``length`` and ``ml`` are what tape or runner, and wet glue, take for them; ``pieces`` says where they
    are. ``school`` is what the studio holds them with, ``supplies`` the ids of those it has, ``minutes`` how
    long wet glue dries.
    """

    at: str
    length: str
    ml: str
    pieces: str
    school: str
    supplies: list[int]
    minutes: int


class UseOut(UseDoc):
    """What is taken of a supply; ``only`` the versions that take it, where several are asked for together."""

    only: list[str] | None = None


class ContentOut(ContentDoc):
    """What goes inside; ``only`` the versions that have it, where several are asked for together."""

    only: list[str] | None = None


class ProjectOut(ProjectIn):
    """A project as it is kept, with what the checks say.

    ``words`` is each piece as one tidy line, ``also`` what a table has no column for,
    ``numbers`` every number that a version may change, ``papers`` the papers that the classes
    have chosen for each role, the soonest class first. ``folded`` is each piece folded, ``girths`` the ways
    round what is finished, ``glue`` the lines of adhesive, ``worked`` what is worked out of each supply that
    sticks or lifts something, by its id, typed over or not.
    """

    supplies: list[UseOut] = []  # type: ignore[assignment]
    contents: list[ContentOut] = []  # type: ignore[assignment]
    id: int
    roles: list[str]
    words: list[str]
    also: list[str]
    numbers: list[NumberOut]
    checks: list[FindingOut]
    folded: list[FoldedOut]
    together: list[TogetherOut]
    girths: list[GirthOut]
    glue: list[GlueOut]
    worked: dict[str, str]
    papers: dict[str, list[int]]


class ProjectRow(Schema):
    """A project in the list of projects."""

    id: int
    name: str
    pieces: int
    classes: int
    changed: datetime
