"""Forms to start from: each as its panels in terms of what goes inside; the rest follows by folding it. nm.

``w``, ``d`` and ``h`` are the room's width, depth and height, ``t`` a tab, ``c`` a lid's clearance, ``f`` a
flap that closes an end, ``o`` a turn-over. Sizes are common practice where they are not arithmetic.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.folding.fold import fold
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Form
from neat_sheaf.habits import Habits
from neat_sheaf.measure.length import MILLIMETRE, Length, Unit, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Boxed, message
from neat_sheaf.project import (
    Diagonal,
    Fit,
    FitKind,
    Line,
    Panel,
    Piece,
    Project,
    Tab,
)
from neat_sheaf.project.assembly import Caution, Content, Step, When
from neat_sheaf.project.matting import free_name, mats_for
from neat_sheaf.wording import Voice

__all__ = ["FORMS", "SLACK", "Pattern", "Start", "StartError", "started"]

SLACK = inches("1/8")  # From memory: what a rigid thing needs to slide in, in all.


class StartError(NeatSheafError):
    """A form that cannot be had in that size."""


@dataclass(frozen=True, slots=True)
class Pattern:
    """One piece: its panel sizes along both sides, the panels cut away, and those that show and are matted.

    Each size is a sum of letters, ``d/2`` a half. ``diagonal`` is the piece that is folded from a square.
    """

    name: str
    columns: tuple[str, ...]
    rows: tuple[str, ...]
    form: Form
    removed: tuple[tuple[int, int], ...] = ()
    mats: tuple[tuple[int, int], ...] = ()
    diagonal: bool = False


@dataclass(frozen=True, slots=True)
class Start:
    """A form to start from. ``flat``: what goes in has no depth. ``holds`` is the piece that holds it."""

    code: str
    patterns: tuple[Pattern, ...]
    fits: tuple[Fit, ...] = ()
    flat: bool = False
    holds: str = ""


def _one(code: str, pattern: Pattern, flat: bool = False) -> Start:
    return Start(code, (pattern,), flat=flat, holds=pattern.name)


_TRAY = Pattern("tray", ("h", "w", "h"), ("h", "d", "h"), Form.TRAY, mats=((2, 1), (2, 3), (1, 2), (3, 2)))
_BASE = replace(_TRAY, name="base", mats=())
_AROUND = ("w", "d", "w", "d", "t")
_SIDES = ((1, 2), (2, 2), (3, 2), (4, 2))

FORMS: Mapping[str, Start] = {
    start.code: start
    for start in (
        _one("tray", _TRAY),
        Start(
            "lidded-box",
            (
                _BASE,
                Pattern(
                    "lid", ("l", "w+c", "l"), ("l", "d+c", "l"), Form.TRAY, mats=((2, 2), (2, 1), (1, 2))
                ),
            ),
            (Fit(FitKind.LID, "lid", "base"),),
            holds="base",
        ),
        Start(
            "drawer",
            (
                replace(_TRAY, name="drawer", mats=((2, 1), (2, 3))),
                Pattern(
                    "sleeve", ("w+c", "h+s", "w+c", "h+s", "t"), ("d",), Form.SLEEVE, mats=((1, 1), (3, 1))
                ),
            ),
            (Fit(FitKind.SLEEVE, "sleeve", "drawer"),),
            holds="drawer",
        ),
        _one(
            "sleeve", Pattern("sleeve", _AROUND, ("h",), Form.SLEEVE, mats=((1, 1), (2, 1), (3, 1), (4, 1)))
        ),
        _one("open-box", Pattern("box", _AROUND, ("f", "h"), Form.CLOSED_TUBE, ((5, 1),), _SIDES)),
        _one("closed-box", Pattern("box", _AROUND, ("f", "h", "f"), Form.TUBE, ((5, 1), (5, 3)), _SIDES)),
        _one(
            "tuck-box",
            Pattern(
                "box",
                _AROUND,
                ("f", "h", "d", "t"),
                Form.TUCK_BOX,
                ((5, 1), (1, 3), (2, 3), (4, 3), (5, 3), (1, 4), (2, 4), (4, 4), (5, 4)),
                _SIDES,
            ),
        ),
        _one(
            "hinged-box",
            Pattern(
                "box",
                ("h", "w", "h", "w", "h"),
                ("h", "d", "h"),
                Form.HINGED_BOX,
                (),
                ((4, 2), (3, 2), (2, 1)),
            ),
        ),
        _one(
            "holder", Pattern("holder", ("d", "w", "d"), ("h", "d", "h"), Form.HOLDER, (), ((2, 1), (2, 3)))
        ),
        _one("bag", Pattern("bag", ("d", "w", "d"), ("h", "d", "h"), Form.BAG, (), ((2, 1), (2, 3)))),
        _one(
            "folded-bag",
            Pattern("bag", ("o", "w", "o"), ("o", "h", "d", "h", "o"), Form.FOLDED_BAG, (), ((2, 2), (2, 4))),
        ),
        _one(
            "gusset-bag",
            Pattern(
                "bag",
                ("w", "d/2", "d/2", "w", "d/2", "d/2", "t"),
                ("f", "h"),
                Form.GUSSET_BAG,
                ((7, 1),),
                ((1, 2), (2, 2), (3, 2), (4, 2), (5, 2), (6, 2)),
            ),
        ),
        _one(
            "pocket",
            Pattern("pocket", ("t", "w", "t"), ("h", "h"), Form.POCKET, ((1, 2), (3, 2)), ((2, 1), (2, 2))),
            True,
        ),
        _one(
            "envelope",
            Pattern(
                "envelope",
                ("t", "w", "t"),
                ("h-t", "h", "e"),
                Form.ENVELOPE,
                ((1, 2), (3, 2), (1, 3), (3, 3)),
                ((2, 1), (2, 2)),
            ),
            True,
        ),
        _one(
            "pouch",
            Pattern("pouch", ("w", "w", "t"), ("t", "h"), Form.POUCH, ((2, 1), (3, 1)), ((1, 2), (2, 2))),
            True,
        ),
        _one(
            "square-envelope", Pattern("envelope", ("w",), ("h",), Form.SQUARE_ENVELOPE, diagonal=True), True
        ),
        _one("card", Pattern("card", ("w", "w"), ("h",), Form.CARD, (), ((1, 1), (2, 1))), True),
        _one(
            "pocket-card",
            Pattern("card", ("w", "w"), ("p", "h"), Form.POCKET_CARD, (), ((1, 2), (2, 2))),
            True,
        ),
    )
}


def started(
    code: str,
    room: tuple[Length, Length, Length],
    voice: Voice,
    habits: Habits,
    *,
    matted: bool = True,
    taken: Collection[str] = (),
) -> Project:
    """A sound list for a form with that room inside (width, depth, height; nm), named and worded by a voice.

    No piece has a name that is ``taken``.
    KeyError for no such form; StartError where a size is too small or too large for it.
    """
    start = FORMS[code]
    sizes = _letters(start, room, voice.units, habits)
    names: dict[str, str] = {}
    for pattern in start.patterns:
        names[pattern.name] = free_name(voice.say(f"start-piece.{pattern.name}"), {*taken, *names.values()})
    pieces: list[Piece] = []
    bodies: list[Folded] = []
    for pattern in start.patterns:
        piece = replace(
            _square(pattern, sizes) if pattern.diagonal else _piece(pattern, sizes), name=names[pattern.name]
        )
        folded = fold(piece)
        if folded.form is not pattern.form:
            raise StartError(message("start-not-so", form=pattern.form, room=Boxed(*room)))
        # Small sizes make another thing of the same panels: it must have the room that was asked for.
        wanted = (room[0], room[2], Length(0)) if start.flat else room
        if pattern.name == start.holds and not pattern.diagonal and folded.room not in (None, wanted):
            raise StartError(message("start-not-so", form=pattern.form, room=Boxed(*room)))
        glued = dict.fromkeys(glued.tab for glued in folded.glued)
        piece = replace(piece, slits=folded.slits, tabs=tuple(Tab(panel) for panel in glued))
        whole = fold(piece)
        if whole.remarks:
            # A tall tray's tabs would reach past its walls: no sound list has this room.
            raise StartError(message("start-not-so", form=pattern.form, room=Boxed(*room)))
        bodies.append(whole)
        pieces.append(piece)
        if matted:
            panels = [Panel(column, row) for column, row in pattern.mats]
            pieces += mats_for(piece, panels, habits.border, "print", [*taken, *(p.name for p in pieces)])
    fits = tuple(replace(fit, outer=names[fit.outer], inner=names[fit.inner]) for fit in start.fits)
    return Project(
        voice.say(f"start.{code}"), tuple(pieces), fits,
        contents=_contents(start, room, names, voice), steps=_steps(bodies, pieces, fits, voice),
    )  # fmt: skip


def _contents(
    start: Start, room: tuple[Length, Length, Length], names: Mapping[str, str], voice: Voice
) -> tuple[Content, ...]:
    """What goes inside: as large as the room apart from what it needs to slide in."""
    item = [size - SLACK for size in room]
    if start.flat or min(item) <= 0:
        return ()
    width, depth, height = map(Length, item)
    return (Content(voice.say("start-contents"), width, depth, height, names[start.holds]),)


def _steps(
    bodies: list[Folded], pieces: list[Piece], fits: tuple[Fit, ...], voice: Voice
) -> tuple[Step, ...]:
    """How it is put together, in order. Common practice: mats go on flat, before folding."""
    steps: list[Step] = []
    for body in bodies:
        name = body.piece.name
        mats = tuple(p.name for p in pieces if p.mat_of is not None and p.mat_of.piece == name)
        steps.append(Step(voice.say("start-step.score", piece=name), (name,), when=When.BEFORE))
        if body.piece.slits:
            said = voice.say("start-step.slit", piece=name)
            steps.append(Step(said, (name,), when=When.BEFORE, cautions=(Caution.BLADES,)))
        if mats:
            steps.append(Step(voice.say("start-step.mats", piece=name), (name, *mats)))
        steps.append(Step(voice.say("start-step.fold", piece=name), (name,)))
        if body.piece.tabs:
            steps.append(Step(voice.say("start-step.glue", piece=name), (name,)))
    for fit in fits:
        said = voice.say(f"start-step.{fit.kind}", outer=fit.outer, inner=fit.inner)
        steps.append(Step(said, (fit.outer, fit.inner)))
    return tuple(steps)


def _letters(
    start: Start, room: tuple[Length, Length, Length], units: Unit, habits: Habits
) -> dict[str, int]:
    w, d, h = room
    step = inches("1/16") if units == "in" else MILLIMETRE
    usual = inches("1/2") if units == "in" else 12 * MILLIMETRE
    narrow = min(w, d) if d else w
    tab = min(usual, narrow // 2 // step * step) if not start.flat else usual
    tab = max(tab, -(-habits.tape // step) * step)
    # Flaps that reach the far side close an end without a gap; in a low box they meet in the middle.
    over = min(max(usual, h // 4 // step * step), w // 2 // step * step)
    if abs(over - d) <= inches("1/4"):
        # As deep as the base it would be the list of a box with a hinged lid.
        over = max(over // 2 // step * step, step)
    flap = narrow if narrow < h else -(-narrow // (2 * step)) * step
    return {
        "w": w, "d": d, "h": h, "t": tab, "f": flap,
        "c": habits.lid.clearance, "s": inches("1/16"),
        "l": min(h, max(usual, h // 2 // step * step)),
        "o": over,
        "e": max(usual, h // 3 // step * step), "p": max(usual, h // 3 // step * step),
    }  # fmt: skip


def _size(text: str, sizes: Mapping[str, int]) -> Length:
    total = 0
    for term in text.replace("-", "+-").split("+"):
        sign, letter = (-1, term[1:]) if term.startswith("-") else (1, term)
        total += sign * (sizes[letter[0]] // 2 if letter.endswith("/2") else sizes[letter])
    return Length(total)


def _piece(pattern: Pattern, sizes: Mapping[str, int]) -> Piece:
    scores: list[Line] = []
    whole: dict[Side, Length] = {}
    for side, texts in ((Side.WIDTH, pattern.columns), (Side.HEIGHT, pattern.rows)):
        at = 0
        for n, text in enumerate(texts):
            size = _size(text, sizes)
            if size <= 0:
                raise StartError(message("start-no-room"))
            at += size
            if n < len(texts) - 1:
                scores.append(Line(side, Length(at)))
        whole[side] = Length(at)
    return Piece(
        pattern.name, "body", 1, whole[Side.WIDTH], whole[Side.HEIGHT], scores=tuple(scores),
        removed=tuple(Panel(column, row) for column, row in pattern.removed),
    )  # fmt: skip


def _square(pattern: Pattern, sizes: Mapping[str, int]) -> Piece:
    """A square whose corners fold in over diagonals to a rectangle of w by h, or a little more.

    Arithmetic: the folds lie w and h apart, so the diagonal of the square is their sum. Marks are in whole
    tenths of a millimetre.
    """
    grid = MILLIMETRE // 10
    w, h = sizes["w"], sizes["h"]
    # Each fold runs from edge to edge: at a distance of w or h its marks are sqrt(2) of it along the edge.
    long, short = _up(w * 1.4142135624, grid), _up(h * 1.4142135624, grid)
    side = _up((long + short) / 2, grid)
    a, b = side - short // 2, side - long // 2
    points = (
        ((0, a), (a, 0)),
        ((side - a, side), (side, side - a)),
        ((side - b, 0), (side, b)),
        ((0, side - b), (b, side)),
    )
    diagonals = tuple(Diagonal((Length(p[0]), Length(p[1])), (Length(q[0]), Length(q[1]))) for p, q in points)
    return Piece(pattern.name, "body", 1, Length(side), Length(side), diagonals=diagonals)


def _up(value: float, grid: int) -> int:
    return -int(-value // grid) * grid
