"""Folded pieces where they are in a whole. nm."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from neat_sheaf.folding.compass import STANDS
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Remark
from neat_sheaf.folding.motion import FLAT, Pose, Vector
from neat_sheaf.folding.parts import Seen, Sizes
from neat_sheaf.folding.seeing import seen_of
from neat_sheaf.folding.sheet import Facet, Sheet
from neat_sheaf.messages import Message
from neat_sheaf.project import Fit, FitKind, Panel

__all__ = ["Assembled", "Laid"]


@dataclass(frozen=True)
class Laid:
    """A copy of a folded piece in a whole: the motion of its base, and what tells its layers apart.

    ``slides`` is the way, in the whole's frame, that it slides out of another; None where it does not.
    """

    folded: Folded
    copy: int = 1
    at: Pose = FLAT
    lift: Vector = (0.0, 0.0, 0.0)
    slides: Vector | None = None

    def moved(self, by: Pose) -> Laid:
        """The same, the whole moved."""
        slides = None if self.slides is None else by.turned(self.slides)
        return Laid(self.folded, self.copy, by.after(self.at), by.turned(self.lift), slides)

    @property
    def facets(self) -> tuple[Facet, ...]:
        """Its facets."""
        return () if self.folded.sheet is None else self.folded.sheet.facets

    @property
    def poses(self) -> list[Pose]:
        """Where each of its facets is in the whole."""
        return [self.at.after(pose) for pose in self.folded.poses if pose is not None]

    @property
    def extent(self) -> tuple[Vector, Vector]:
        """The lower and the upper ends of the box that holds it."""
        here = zip(self.facets, self.folded.poses, strict=True)
        moved = [(facet, self.at.after(pose)) for facet, pose in here if pose is not None]
        spots = [pose.put(at) for facet, pose in moved for at in facet.ring]
        low, high = (tuple(end(spot[k] for spot in spots) for k in range(3)) for end in (min, max))
        return low, high  # type: ignore[return-value]


@dataclass(frozen=True)
class Assembled:
    """Pieces as one thing; ``finished`` and ``room`` are None where they are not known.

    ``laid`` are its pieces where they are, each copy for itself; empty where that is not known.
    ``of_fits`` is what is said of the fits that make it, each beside its fit.
    """

    kind: FitKind
    parts: tuple[Folded, ...]
    why: Message
    finished: Sizes | None = None
    room: Sizes | None = None
    of_fits: tuple[tuple[Fit, Remark], ...] = ()
    laid: tuple[Laid, ...] = ()

    @property
    def remarks(self) -> tuple[Remark, ...]:
        """What was found of the whole."""
        return tuple(remark for _, remark in self.of_fits)

    @cached_property
    def faces(self) -> tuple[tuple[Laid, Seen], ...]:
        """What is seen of it from outside as the first piece stands, with the piece and its copy; a panel
        once for each side of it that is seen.
        """
        if not self.laid or self.finished is None:
            return ()
        compass = self.laid[0].folded.compass or STANDS
        owners = [one for one in self.laid for _ in one.facets]
        sheet = Sheet(tuple(facet for one in self.laid for facet in one.facets), ())
        poses = [pose for one in self.laid for pose in one.poses]
        lifts = [lift for one in self.laid for lift in _lifts(one)]
        found: dict[tuple[str, int, str, Panel, bool], tuple[Laid, Seen]] = {}
        for n, seen in seen_of(sheet, poses, lifts, compass):
            one = owners[n]
            key = (one.folded.piece.name, one.copy, seen.face, seen.panel, seen.printed)
            found.setdefault(key, (one, seen))
        return tuple(found.values())


def _lifts(one: Laid) -> list[Vector]:
    """How far each of its facets is moved in the whole, so that layers are told apart."""
    own = one.folded.lifts or ((0.0, 0.0, 0.0),) * len(one.facets)
    found = []
    for lift in own:
        x, y, z = (a + b for a, b in zip(one.at.turned(lift), one.lift, strict=True))
        found.append((x, y, z))
    return found
