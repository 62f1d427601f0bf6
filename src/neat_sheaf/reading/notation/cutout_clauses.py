"""What is cut away, as it is said: holes, diagonals, corners, notches, ends, windows, removed panels."""

from __future__ import annotations

from collections.abc import Callable

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import message
from neat_sheaf.project import (
    Corner,
    CornerCut,
    CornerShape,
    Diagonal,
    Edge,
    End,
    EndShape,
    Fold,
    Hole,
    Notch,
    NotchShape,
    Panel,
    Window,
    WindowShape,
)
from neat_sheaf.reading.notation.cursor import Cursor, Number
from neat_sheaf.reading.notation.cutout_parts import (
    CENTRED,
    centred_here,
    centred_instead,
    lengths_of,
    numbers_here,
    over_zero,
    size_here,
)
from neat_sheaf.reading.notation.distances import angle_here
from neat_sheaf.reading.notation.draft import Reading, panel
from neat_sheaf.reading.notation.sizes import Size
from neat_sheaf.reading.notation.tokens import Kind

__all__ = ["CUT_OUT_READERS", "number_hole", "window_behind"]

_EDGE_WORDS = ("top", "bottom", "left", "right")


def _hole(reading: Reading, cursor: Cursor) -> bool:
    """``hole 1/8 at 5/8, 3/8``, and ``through the folds`` behind it."""
    since = cursor.at
    cursor.take("with")
    cursor.take("a")
    if not cursor.take("hole", "holes"):
        cursor.at = since
        return False
    return _hole_behind(reading, cursor, since, [])


def number_hole(reading: Reading, cursor: Cursor) -> bool:
    """``1/8 hole at 5/8, 3/8``."""
    since = cursor.at
    number = cursor.number()
    if number is None or not cursor.take("hole"):
        cursor.at = since
        return False
    return _hole_behind(reading, cursor, since, [number])


def _hole_behind(reading: Reading, cursor: Cursor, since: int, said: list[Number]) -> bool:
    numbers = list(said)
    if not numbers and (first := cursor.number()) is not None:
        numbers.append(first)
    if cursor.take("at") or cursor.take_sign("@"):
        opened = cursor.take_sign("(")
        for _ in range(2):
            place = cursor.number()
            numbers += [] if place is None else [place]
            cursor.take_sign(",") if cursor.peek(1) is not None and len(numbers) < 3 else None
        if opened:
            cursor.take_sign(")")
    through = _through(reading, cursor)
    found = lengths_of(reading, cursor, since, numbers, 3, "hole 1/8 at 5/8, 3/8")
    if found and found[0] > 0:
        reading.lists["holes"].append(Hole(found[1], found[2], found[0], through))
    elif found:
        reading.ask_about(cursor, since, message("not-over-zero.hole"))
    return True


def _through(reading: Reading, cursor: Cursor) -> Side | None:
    """``through the folds along the height``, ``through all the layers``: the side that is folded."""
    since = cursor.at
    if not cursor.take("through"):
        return None
    cursor.take("the", "all", "both")
    cursor.take("the", "folded")
    if not cursor.take("folds", "fold", "layers", "folded"):
        _through_what(reading, cursor, since)
        return None
    before = cursor.at
    cursor.take("along", "on")
    cursor.take("the")
    side = cursor.take("width", "height")
    if not side:
        cursor.at = before
        _through_what(reading, cursor, since)
        return None
    return Side(side)


def _through_what(reading: Reading, cursor: Cursor, since: int) -> None:
    ways = (f"through the folds along the {side}" for side in Side)
    reading.ask_about(cursor, since, message("through-what"), *ways)


def _diagonal(reading: Reading, cursor: Cursor) -> bool:
    since = cursor.at
    folds = [cursor.take("mountain", "valley")]
    if not cursor.take("diagonal", "diagonally"):
        cursor.at = since
        return False
    folds.append(cursor.take("mountain", "valley"))
    cursor.take("score", "fold")
    cursor.take("from")
    numbers = numbers_here(cursor, words=("to",))
    found = lengths_of(reading, cursor, since, numbers, 4, "diagonal from (1/2, 0) to (1, 1 1/2)")
    if found:
        fold = Fold.MOUNTAIN if "mountain" in folds else Fold.VALLEY
        _, angle = angle_here(reading, cursor)
        diagonal = Diagonal((found[0], found[1]), (found[2], found[3]), fold, angle)
        reading.lists["diagonals"].append(diagonal)
    return True


_SHAPES = {
    "round": CornerShape.ROUND, "rounded": CornerShape.ROUND, "mitre": CornerShape.MITRE,
    "miter": CornerShape.MITRE, "mitred": CornerShape.MITRE, "mitered": CornerShape.MITRE,
    "notch": CornerShape.NOTCH, "notched": CornerShape.NOTCH,
}  # fmt: skip


def _corner(reading: Reading, cursor: Cursor) -> bool:
    """``round all corners 1/4``, ``notch the top left corner 1 x 1/2``, ``rounded corners 1/4``."""
    since = cursor.at
    shape = _SHAPES[cursor.take(*_SHAPES)]
    if cursor.word() in ("notch", "window") or (cursor.word(-1) == "notch" and cursor.word() in ("on", "in")):
        cursor.at = since
        return False
    where = _corner_words(cursor)
    numbers: list[Number] = []
    if where is None and cursor.word(1) in ("corner", "corners") and (count := cursor.number()) is not None:
        # "round 2 corners" counts corners: two inches is no radius that anybody means there.
        cursor.at += 1
        where = ("all",) if count.text == "4" else ()
    if where == ():
        reading.ask_about(
            cursor, since, message("which-corners"), "round the top corners", "round the bottom corners",
            "round all corners",
        )  # fmt: skip
        return True
    if (first := cursor.number()) is not None:
        numbers.append(first)
        token = cursor.peek()
        if token is not None and (token.kind is Kind.TIMES or token.word == "by"):
            cursor.at += 1
            second = cursor.number()
            numbers += [second] if second is not None else []
            if second is None:
                cursor.at -= 1
    if where is None:
        where = _corner_words(cursor) or ("all",)
    wanted = 2 if len(numbers) == 2 and shape is not CornerShape.ROUND else 1
    found = lengths_of(reading, cursor, since, numbers, wanted, "round all corners 1/4")
    if not found:
        return True
    if min(found) <= 0:
        reading.ask_about(cursor, since, message("not-over-zero.corner"))
        return True
    for corner in (Corner.TOP_LEFT, Corner.TOP_RIGHT, Corner.BOTTOM_LEFT, Corner.BOTTOM_RIGHT):
        if "all" in where or all(side in corner.value.split("-") for side in where):
            rise = found[1] if len(found) == 2 else None
            reading.lists["corners"].append(CornerCut(corner, shape, found[0], rise))
    return True


_CORNER_WORDS = (
    "all", "four", "two", "both", "top", "bottom", "left", "right", "top-left", "top-right", "bottom-left",
    "bottom-right", "the",
)  # fmt: skip


def _corner_words(cursor: Cursor) -> tuple[str, ...] | None:
    """Move past ``the top left corner``, ``all four corners``: its words; None where none is named.

    Nothing in it where it is two of them, and not said which.
    """
    since = cursor.at
    cursor.take("off")
    cursor.take("the", "its")
    words: list[str] = []
    counted = False
    while word := cursor.take(*_CORNER_WORDS):
        counted = counted or word in ("two", "both")
        words += [part for part in word.split("-") if part not in ("the", "two", "both")]
    if not cursor.take("corner", "corners"):
        cursor.at = since
        return None
    if not words and counted:
        return ()
    if not words or "four" in words:
        return ("all",)
    return tuple(words)


def _notch(reading: Reading, cursor: Cursor) -> bool:
    """``triangular notch 1 x 1/2 on the top edge at 2``, ``rounded notch 1 x 1/2 in the top centred``."""
    since = cursor.at
    cursor.take("a")
    shape = cursor.take("triangular", "triangle", "rounded", "round", "thumb", "v")
    if not shape or not cursor.take("notch"):
        cursor.at = since
        return False
    numbers = size_here(cursor)
    cursor.take("on", "in", "into")
    cursor.take("the")
    edge = cursor.take(*_EDGE_WORDS)
    cursor.take("edge", "side")
    if not numbers:
        numbers = size_here(cursor)
    at, placed = None, centred_here(cursor)
    if not placed and cursor.take("at"):
        number = cursor.number()
        at = None if number is None else reading.length(number)
        placed = number is not None
    example = "rounded notch 1 x 1/2 on the top edge centred"
    found = lengths_of(reading, cursor, since, numbers, 2, example)
    if found and not (edge and placed):
        centred = centred_instead(reading, cursor, since, cursor.at) if edge else ()
        reading.ask_about(cursor, since, message("notch-where", example=example), *centred)
    elif found and over_zero(reading, cursor, since, *found):
        form = NotchShape.ROUNDED if shape in ("rounded", "round", "thumb") else NotchShape.TRIANGULAR
        reading.lists["notches"].append(Notch(Edge(edge), form, found[0], found[1], at))
    return True


def _end(reading: Reading, cursor: Cursor) -> bool:
    """``pointed top end 3/4``, ``forked bottom end 1/2``, ``cut-off top end 1/2 x 3/4``."""
    since = cursor.at
    said = cursor.take("pointed", "forked", "cut-off") or ("cut-off" if cursor.phrase("cut", "off") else "")
    cursor.take("the")
    edge = cursor.take(*_EDGE_WORDS)
    if not said or not edge:
        cursor.at = since
        return False
    cursor.take("end", "edge")
    numbers = size_here(cursor)
    shape = EndShape(said)
    wanted = 2 if shape is EndShape.CUT_OFF else 1
    example = "cut-off top end 1/2 x 3/4" if wanted == 2 else f"{said} {edge} end 3/4"
    found = lengths_of(reading, cursor, since, numbers, wanted, example)
    if found and over_zero(reading, cursor, since, *found):
        end = End(Edge(edge), shape, found[-1], found[0]) if wanted == 2 else End(Edge(edge), shape, found[0])
        reading.lists["ends"].append(end)
    return True


def _window(reading: Reading, cursor: Cursor) -> bool:
    """``window 2 x 1 at 1/2, 3/4``, ``circle window 1 1/2 centred on panel 2.1``."""
    since = cursor.at
    cursor.take("with")
    cursor.take("a")
    shape = cursor.take("circle", "round", "oval", "square", "rectangular", "rectangle")
    if not cursor.take("window"):
        cursor.at = since
        return False
    numbers = size_here(cursor)
    if not numbers:
        cursor.at = since
        return False
    one = shape in ("circle", "round", "square")
    found = lengths_of(reading, cursor, since, numbers, 1 if one else 2, "window 2 x 1 centred")
    return _windowed(reading, cursor, since, shape in ("circle", "round", "oval"), found)


def window_behind(reading: Reading, cursor: Cursor, since: int, size: Size) -> bool:
    """``2 x 3 window centred``: the window whose size was said before it."""
    cursor.take("window")
    lengths = [reading.length(number) for number in size.numbers]
    known = [length for length in lengths if length is not None]
    sides = known[::-1] if size.turned else known
    return _windowed(reading, cursor, since, size.round, sides if len(sides) == 2 else None)


def _windowed(reading: Reading, cursor: Cursor, since: int, oval: bool, found: list[Length] | None) -> bool:
    sized = cursor.at
    where = _window_place(reading, cursor)
    begun = cursor.at > sized
    on = panel(reading, cursor) if cursor.phrase("on|in") or cursor.word() in ("panel", "column") else None
    if not found:
        return True
    if where is None:
        centred = () if begun else centred_instead(reading, cursor, since, sized)
        reading.ask_about(cursor, since, message("window-where"), *centred)
        return True
    if over_zero(reading, cursor, since, *found):
        form = WindowShape.OVAL if oval else WindowShape.RECTANGLE
        reading.lists["windows"].append(Window(form, found[0], found[-1], *where, on))
    return True


def _window_place(reading: Reading, cursor: Cursor) -> tuple[Length | None, Length | None] | None:
    """``centred``, or ``at`` two places of which each may be ``centred``; None where none is said."""
    if centred_here(cursor):
        return None, None
    if not cursor.take("at"):
        return None
    places: list[Length | None] = []
    for n in range(2):
        cursor.take_sign(",", "(") or (n and cursor.take("and"))
        if cursor.take(*CENTRED):
            places.append(None)
            continue
        number = cursor.number()
        length = None if number is None else reading.length(number)
        if length is None:
            return None
        places.append(length)
    cursor.take_sign(")")
    return places[0], places[1]


def _removed(reading: Reading, cursor: Cursor) -> bool:
    """``remove panels 1.3 and 2.3``, ``take out panel 2.1``, ``cut away column 1 row 3``."""
    since = cursor.at
    if not (cursor.take("remove") or cursor.phrase("take|cut", "out|away|off")):
        return False
    cursor.take("the")
    if cursor.word() not in ("panel", "panels", "column", "col", "row"):
        cursor.at = since
        return False
    cursor.take("panels")
    found: list[Panel] = []
    while True:
        before = cursor.at
        if found:
            cursor.take_sign(",")
            cursor.take("and")
        chosen = panel(reading, cursor)
        if chosen is None:
            cursor.at = before
            break
        found.append(chosen)
    if not found:
        reading.ask_about(cursor, since, message("no-panel.removed"))
    for chosen in found:
        if chosen in reading.lists["removed"]:
            text = f"{chosen.column}.{chosen.row}"
            reading.ask_about(cursor, since, message("said-twice.panel", panel=text))
        else:
            reading.lists["removed"].append(chosen)
    return True


CUT_OUT_READERS: dict[str, tuple[Callable[[Reading, Cursor], bool], ...]] = {
    "hole": (_hole,), "holes": (_hole,), "with": (_hole, _window), "a": (_hole, _notch, _window),
    "diagonal": (_diagonal,), "diagonally": (_diagonal,), "mountain": (_diagonal,), "valley": (_diagonal,),
    "round": (_notch, _window, _corner), "rounded": (_notch, _corner),
    **dict.fromkeys(("mitre", "miter", "mitred", "mitered", "notch", "notched"), (_corner,)),
    "triangular": (_notch,), "triangle": (_notch,), "thumb": (_notch,), "v": (_notch,),
    "pointed": (_end,), "forked": (_end,), "cut-off": (_end,), "cut": (_removed, _end),
    "window": (_window,), "circle": (_window,), "oval": (_window,), "square": (_window,),
    "rectangular": (_window,), "rectangle": (_window,),
    "remove": (_removed,), "take": (_removed,),
}  # fmt: skip
