"""A piece folded: its form and sizes, the room in it, what is seen of it, what was found. nm."""

from __future__ import annotations

from dataclasses import dataclass

from neat_sheaf.folding.compass import Compass
from neat_sheaf.folding.facets import Sheet
from neat_sheaf.folding.form import Form, Remark
from neat_sheaf.folding.motion import Pose, Vector
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Message
from neat_sheaf.project import Line, Panel, Piece

__all__ = ["Folded", "Glued", "Seen", "Sizes"]

Sizes = tuple[Length, Length, Length]


@dataclass(frozen=True, slots=True)
class Glued:
    """A tab on a panel: how long the glued line is, nm, and in how many runs."""

    tab: Panel
    onto: Panel
    length: Length
    runs: int = 1


@dataclass(frozen=True, slots=True)
class Seen:
    """A face of the finished thing: the panel seen there, which side of it, and where its up points.

    ``face`` is front, back, left, right, top or bottom; ``up`` is up, down, left or right as seen from
    outside, empty on what lies level.
    """

    face: str
    panel: Panel
    printed: bool
    up: str


@dataclass(frozen=True)
class Folded:
    """What a piece folds into; None is what is not known.

    ``finished`` is its outside when closed and ``opened`` when open, ``room`` the inside: width, depth
    and height as its form has them; ``around`` the side that folds round. ``angles`` are degrees for
    each hinge of ``sheet``, positive towards the print; ``lifts`` tell layers on one plane apart (nm).
    ``slits`` are those that the form needs and the list has not.
    """

    piece: Piece
    form: Form | None
    why: tuple[Message, ...] = ()
    finished: Sizes | None = None
    opened: Sizes | None = None
    room: Sizes | None = None
    around: Side | None = None
    sheet: Sheet | None = None
    base: int = 0
    angles: tuple[float, ...] = ()
    open_angles: tuple[float, ...] = ()
    poses: tuple[Pose | None, ...] = ()
    lifts: tuple[Vector, ...] = ()
    compass: Compass | None = None
    seen: tuple[Seen, ...] = ()
    glued: tuple[Glued, ...] = ()
    remarks: tuple[Remark, ...] = ()
    slits: tuple[Line, ...] = ()

    @property
    def girths(self) -> Sizes | None:
        """Round the width and depth, the width and height, the depth and height."""
        if self.finished is None:
            return None
        w, d, h = self.finished
        return Length(2 * (w + d)), Length(2 * (w + h)), Length(2 * (d + h))
