"""A piece folded: its form and sizes, the room in it, what is seen of it, what was found. nm."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from neat_sheaf.folding.compass import Compass
from neat_sheaf.folding.form import Form, Made, Remark
from neat_sheaf.folding.measuring import direction, outside
from neat_sheaf.folding.motion import Pose, Vector, folded_poses, gaps_of
from neat_sheaf.folding.parts import Glued, Seen, Sizes
from neat_sheaf.folding.seeing import compass_of, lifts_of, seen_of
from neat_sheaf.folding.sheet import Sheet
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Message
from neat_sheaf.project import Line, Panel, Piece

__all__ = ["Folded"]


@dataclass(frozen=True)
class Folded:
    """What a piece folds into; None is what is not known.

    ``finished`` is its outside when closed, ``room`` the inside: width, depth and height as its form has
    them; ``around`` is the side that folds round. ``angles`` are degrees for each hinge of ``sheet``,
    positive towards the print. ``slits`` are those that the form needs and the list has not.
    """

    piece: Piece
    form: Form | None
    why: tuple[Message, ...] = ()
    finished: Sizes | None = None
    room: Sizes | None = None
    around: Side | None = None
    sheet: Sheet | None = None
    base: int = 0
    angles: tuple[float, ...] = ()
    open_angles: tuple[float, ...] = ()
    poses: tuple[Pose | None, ...] = ()
    made: Made | None = None
    thick: int = 0
    stands: Compass | None = None
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

    @cached_property
    def opened(self) -> Sizes | None:
        """Its outside when open; None where that is not known, or it has nothing to open."""
        if self.form is Form.FLAT:
            return self.finished
        if self.made is None or self.sheet is None or not self.made.opened:
            return None
        poses = folded_poses(self.sheet, self.open_angles, self.base)
        # Layers that pull on one another when it is opened say nothing of its size.
        if gaps_of(self.sheet, poses):
            return None
        ways = [direction(self.made.view, axis) for axis in self.made.axes]
        return outside(ways, self.sheet, poses, self.thick)

    @cached_property
    def compass(self) -> Compass | None:
        """How the finished thing stands."""
        return self.stands or (None if self.made is None else compass_of(self.made))

    @cached_property
    def lifts(self) -> tuple[Vector, ...]:
        """How far each facet is moved so that layers on one plane are told apart, nm."""
        if self.form is Form.BY_HAND and self.sheet is not None:
            tabs = {tab.panel for tab in self.piece.tabs}
            return tuple(lifts_of(self.sheet, tabs, self.angles, self.poses, self.base))
        if self.sheet is None or self.made is None:
            behind = (0.0, 0.0, -1000.0)
            count = 0 if self.sheet is None else len(self.sheet.facets)
            return tuple((0.0, 0.0, 0.0) if n == self.base else behind for n in range(count))
        tabs = {self.made.view.panel(joint.tab) for joint in self.made.joints}
        return tuple(lifts_of(self.sheet, tabs, self.angles, self.poses, self.base))

    @cached_property
    def seen(self) -> tuple[Seen, ...]:
        """The panels that are seen from outside, by face; a panel once for each side of it that is seen."""
        if self.sheet is None or self.compass is None or not self.poses:
            return ()
        if self.made is None and self.form is not Form.BY_HAND:
            return ()
        found: dict[tuple[str, Panel, bool], Seen] = {}
        for _, seen in seen_of(self.sheet, self.poses, self.lifts, self.compass):
            found.setdefault((seen.face, seen.panel, seen.printed), seen)
        return tuple(found.values())
