"""A draft written in the notation, which makes the piece; and the questions that are left."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from dataclasses import dataclass, field

from neat_sheaf.limits import LONGEST_TEXT
from neat_sheaf.measure.length import Length, Unit, parse_length, write_length
from neat_sheaf.messages import Measured, Message, message
from neat_sheaf.reading.drafts import Asked, Draft, ScoreSaid
from neat_sheaf.reading.placing import Placed, place

__all__ = ["Built", "build"]

_CORNERS = {
    "all": ("top left", "top right", "bottom left", "bottom right"), "top": ("top left", "top right"),
    "bottom": ("bottom left", "bottom right"), "left": ("top left", "bottom left"),
    "right": ("top right", "bottom right"),
    "top-left": ("top left",), "top-right": ("top right",),
    "bottom-left": ("bottom left",), "bottom-right": ("bottom right",),
}  # fmt: skip
# What a hand corner rounder and a hand punch take; from memory.
_ROUNDED: dict[Unit, str] = {"in": "1/4 in", "cm": "0.6 cm", "mm": "6 mm"}
_PUNCHED: dict[Unit, str] = {"in": "1/8 in", "cm": "0.3 cm", "mm": "3 mm"}


@dataclass(slots=True)
class Built:
    """A draft as a line of the notation, or "" where it has no size; and what is asked about it."""

    line: str = ""
    asked: list[tuple[Asked | None, Message]] = field(default_factory=list)
    guessed: bool = False
    """Whether a side that was not said is taken to be the long one."""


def build(draft: Draft, name: str, units: Unit) -> Built:
    """The draft in the notation of a list; ``name`` is what it is called there."""
    built = Built()
    for asked in draft.asked:
        built.asked.append((asked, _message(asked)))
    if draft.width is None or draft.height is None:
        if not draft.asked:
            built.asked.append((None, message("no-size")))
        return built
    if draft.line_of_notation:
        built.line = draft.line_of_notation
        return built
    unit = draft.unit
    written = (write_length(draft.width, unit), write_length(draft.height, unit))
    clauses = [f"{json.dumps(name, ensure_ascii=False)}: {written[0]} x {written[1]} {unit}"]
    counts = set(draft.counts)
    if len(counts) > 1:
        first, second = list(dict.fromkeys(draft.counts))[:2]
        built.asked.append((None, message("two-counts", first=str(first), second=str(second))))
    count = draft.counts[-1] if draft.counts else _from_name(name)
    if count != 1:
        clauses.append(f"{count} a kit")
    if draft.paper:
        clauses.append(f"in {json.dumps(draft.paper, ensure_ascii=False)}")
    if draft.oval:
        clauses.append("circle" if draft.width == draft.height else "oval")
    if draft.cut:
        clauses.append(draft.cut)
    if draft.scrap:
        clauses.append("from scrap")
    _fold_to_result(draft)
    placed = place((draft.width, draft.height), draft.scores, draft.results)
    built.guessed = placed.guessed
    if placed.wrong:
        built.asked.append((None, _wrong(placed)))
    if draft.scored_somehow and not draft.scores:
        built.asked.append((None, message("no-distance.score")))
    clauses += _scores(placed, unit)
    clauses += _marks(draft, unit)
    clauses += draft.clauses
    note = _note(draft)
    if len(note) > LONGEST_TEXT:
        built.asked.append((None, message("too-long.note", found=len(note), most=LONGEST_TEXT)))
    elif note:
        clauses.append(f"note {json.dumps(note, ensure_ascii=False)}")
    built.line = "; ".join(clauses)
    return built


def _note(draft: Draft) -> str:
    """What is kept in words, each once; the piece is the same without it."""
    said = dict.fromkeys(re.sub(r"\s+", " ", note).strip(" ,;.-") for note in draft.notes)
    return "; ".join(
        note for note in said if note and not any(note in other and note != other for other in said)
    )


def _fold_to_result(draft: Draft) -> None:
    """ "folds to 4 x 6" of 6 x 8, with no score said: it is scored in half."""
    width, height = draft.sides
    for result in draft.results:
        if not draft.scores and len(result) == 2:
            for side, halved in (("width", (width // 2, height)), ("height", (width, height // 2))):
                if sorted(result) == sorted(halved):
                    draft.scores.append(ScoreSaid("half", (), side))
                    break


def _from_name(name: str) -> int:
    """ "Top and bottom", "Front and back panels": two, where no other number is said."""
    words = name.lower().replace("&", "and").split()
    pairs = (("top", "bottom"), ("front", "back"), ("left", "right"))
    return 2 if "and" in words and any(a in words and b in words for a, b in pairs) else 1


def _message(asked: Asked) -> Message:
    return message(asked.code, **asked.values)  # type: ignore[arg-type]


def _wrong(placed: Placed) -> Message:
    code = placed.wrong
    if code == "not-on-side":
        distance, side = placed.off
        return message(code, distance=Measured(distance), side=Measured(side))
    if code == "equal-sides":
        return message("equal-sides.length" if placed.alike else "equal-sides.word")
    if code in ("doubled-distance", "turned-from-what", "no-room-for-distance"):
        return message(code)
    return message(code, text="")


def _scores(placed: Placed, unit: Unit) -> Iterator[str]:
    """The scores of a side in one clause, in the order in which the sides were said."""
    for side in placed.order:
        for word, lines in (("score", placed.valley), ("score mountain", placed.mountain)):
            if lines[side]:
                at = ", ".join(write_length(length, unit) for length in sorted(lines[side]))
                yield f"{word} {side} at {at}"


def _marks(draft: Draft, unit: Unit) -> Iterator[str]:
    width, height = draft.sides

    def say(length: int) -> str:
        return f"{write_length(Length(length), unit)}"

    for mark in draft.marks:
        kind, *rest = mark.split()
        if kind == "diagonal":
            yield f"diagonal from (0, 0) to ({say(width)}, {say(height)})"
        elif kind == "corners":
            size = say(int(rest[2])) if len(rest) > 2 else _ROUNDED[unit]
            for corner in _CORNERS[rest[1]]:
                yield f"{rest[0]} {corner} corner {size}"
        elif kind == "window":
            yield f"window {say(int(rest[0]))} x {say(int(rest[1]))} centred"
        elif kind == "hole":
            across = say(int(rest[0])) if rest[0].isdigit() else _PUNCHED[unit]
            rest = rest[1:] if rest[0].isdigit() else rest
            if rest[0] == "topmiddle":
                yield f"hole {across} at {say(width // 2)}, {say(height - int(rest[1]))}"
            elif rest[0] == "middle":
                yield f"hole {across} at {say(width // 2)}, {say(height // 2)}"
            elif rest[0] == "at":
                yield f"hole {across} at {say(int(rest[1]))}, {say(int(rest[2]))}"


def default_of(text: str) -> Length:
    """A length of the defaults above."""
    return parse_length(text, "in")
