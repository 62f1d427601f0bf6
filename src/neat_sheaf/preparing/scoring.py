"""Scoring in batches: each stop of the board once for the long sides, then once for the short. nm."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from enum import StrEnum

from neat_sheaf.habits import Habits, Ridge, Scoring
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.preparing.stops import Stop, fewest_stops
from neat_sheaf.project import Diagonal, Edge, Fold, Line, Piece

__all__ = ["Facing", "Marked", "Phase", "ScoreBatch", "ScorePlan", "ScoreStroke", "facing", "scoring_of"]


class Phase(StrEnum):
    """All the long sides come first, then all the short ones. Common practice."""

    LONG = "long"
    SHORT = "short"


class Facing(StrEnum):
    """Which side of the paper is up when it is scored."""

    PRINT_UP = "print-up"
    PRINT_DOWN = "print-down"


@dataclass(frozen=True, slots=True)
class ScoreStroke:
    """One score on each of ``count`` like pieces, all lying alike.

    ``edge`` of the piece is against the fence. A part score runs from ``start`` to ``end``, measured from
    the edge ``measured_from``; with None it runs from edge to edge. ``fold`` is what the score becomes.
    """

    piece: str
    count: int
    edge: Edge
    facing: Facing
    fold: Fold
    measured_from: Edge
    start: Length | None = None
    end: Length | None = None


@dataclass(frozen=True, slots=True)
class ScoreBatch:
    """All scores at one distance from the fence; ``on_groove``: the board has a groove there."""

    phase: Phase
    distance: Length
    strokes: tuple[ScoreStroke, ...]
    on_groove: bool = True


@dataclass(frozen=True, slots=True)
class Marked:
    """Diagonal scores of a piece, each between two marks (x from the left, y from the bottom, nm)."""

    piece: str
    count: int
    facing: Facing
    diagonals: tuple[Diagonal, ...]


@dataclass(frozen=True, slots=True)
class ScorePlan:
    """The batches in their order, and the diagonals after them.

    ``proved`` phases have as few stops as there can be. ``beyond`` names pieces with a score that is
    further from both its edges than the board reaches: it is measured with a ruler.
    """

    batches: tuple[ScoreBatch, ...]
    marked: tuple[Marked, ...] = ()
    proved: bool = True
    beyond: tuple[str, ...] = ()

    @property
    def scores(self) -> int:
        """How many lines are scored in all."""
        straight = sum(stroke.count for batch in self.batches for stroke in batch.strokes)
        return straight + sum(one.count * len(one.diagonals) for one in self.marked)


@dataclass(frozen=True, slots=True)
class _Wanted:
    """A score, and the stops at which it may be made, each with the edge that is against the fence."""

    piece: Piece
    count: int
    line: Line
    stops: Mapping[Stop, Edge]


def facing(fold: Fold, ridge: Ridge) -> Facing:
    """Which side is up so that the ridge of the fold ends where the studio wants it.

    The tool presses a groove into the side that is up, and a ridge out of the other. A valley folds towards
    the print, which is then its inside.
    """
    grooved_inside = ridge is Ridge.OUTSIDE
    return Facing.PRINT_UP if (fold is Fold.VALLEY) == grooved_inside else Facing.PRINT_DOWN


def scoring_of(pieces: Iterable[Piece], wanted: Mapping[str, int], habits: Habits) -> ScorePlan:
    """All scores of so many pieces of each, in batches with as few stops as the two edges allow."""
    listed = [piece for piece in pieces if wanted.get(piece.name)]
    scores = [one for piece in listed for one in _scores(piece, wanted[piece.name], habits)]
    found = fewest_stops([tuple(sorted(one.stops)) for one in scores], lambda d: _on_groove(d, habits))
    batches = tuple(_batches(scores, found.stops, habits))
    marked = tuple(
        Marked(piece.name, wanted[piece.name], side, lines)
        for piece in listed
        for side, lines in _diagonals(piece, habits)
    )
    beyond = dict.fromkeys(one.piece.name for one in scores if min(one.stops)[0] > habits.board)
    return ScorePlan(batches, marked, found.proved, tuple(beyond))


def _scores(piece: Piece, count: int, habits: Habits) -> Iterator[_Wanted]:
    for line in piece.scores:
        across = line.along is Side.WIDTH
        size, other = (piece.width, piece.height) if across else (piece.height, piece.width)
        near, far = (Edge.LEFT, Edge.RIGHT) if across else (Edge.BOTTOM, Edge.TOP)
        distances = {int(line.at): near}
        distances.setdefault(size - line.at, far)
        within = {d: edge for d, edge in distances.items() if d <= habits.board}
        if not within:
            nearer = min(distances)
            within = {nearer: distances[nearer]}
        # Either side of a square is its long one: it is laid as the other pieces need it.
        phases = [n for n, there in enumerate((size >= other, size <= other)) if there]
        yield _Wanted(piece, count, line, {(d, n): edge for d, edge in within.items() for n in phases})


def _on_groove(distance: int, habits: Habits) -> bool:
    return habits.scoring is not Scoring.BOARD or distance % habits.groove == 0


def _batches(scores: list[_Wanted], stops: frozenset[Stop], habits: Habits) -> Iterator[ScoreBatch]:
    at: dict[Stop, list[ScoreStroke]] = {}
    for one in scores:
        # Where both edges serve, the nearer is quicker to lay.
        stop = min(there for there in one.stops if there in stops)
        at.setdefault(stop, []).append(_stroke(one, one.stops[stop], habits))
    phases = list(Phase)
    for distance, phase in sorted(at, key=lambda stop: (stop[1], stop[0])):
        strokes = tuple(at[distance, phase])
        yield ScoreBatch(phases[phase], Length(distance), strokes, _on_groove(distance, habits))


def _stroke(one: _Wanted, edge: Edge, habits: Habits) -> ScoreStroke:
    line = one.line
    measured_from = Edge.BOTTOM if line.along is Side.WIDTH else Edge.LEFT
    long = one.piece.height if line.along is Side.WIDTH else one.piece.width
    start, end = line.start, line.end
    if not line.full:
        start, end = start or Length(0), long if end is None else end
    return ScoreStroke(
        one.piece.name, one.count, edge, facing(line.fold, habits.ridge), line.fold, measured_from, start, end
    )


def _diagonals(piece: Piece, habits: Habits) -> Iterator[tuple[Facing, tuple[Diagonal, ...]]]:
    for side in Facing:
        own = tuple(d for d in piece.diagonals if facing(d.fold, habits.ridge) is side)
        if own:
            yield side, own
