"""``neat-sheaf read``: a list as it was written down, as pieces, supplies, steps and questions."""

from __future__ import annotations

import json
import sys
from typing import Any

from neat_sheaf.errors import fault
from neat_sheaf.formats.piece_part import piece_document
from neat_sheaf.formats.reading import FileError
from neat_sheaf.limits import LARGEST_FILE
from neat_sheaf.measure.length import Unit, write_length
from neat_sheaf.plain_text import printable
from neat_sheaf.reading import SheetLine, SupplyLine, read_sheet, tidy_line
from neat_sheaf.wording import Voice, english

__all__ = ["read_command"]

ASKED = 1


def read_command(text: str, units: Unit, *, as_json: bool) -> int:
    """Print what the text says; exit status 0, 1 where there are questions. FileError where it is none.

    A piece that is asked about is not among the pieces: what it is, nobody knows yet.
    """
    if len(text) > LARGEST_FILE:
        raise FileError([fault("", "too-large.file", megabytes=LARGEST_FILE // 1_000_000)])
    lines = read_sheet(text, units)
    voice = english(units)
    if as_json:
        print(json.dumps(_document(lines, voice), ensure_ascii=False, indent=2))  # noqa: T201
    else:
        _say(lines, voice)
    return ASKED if any(line.questions for line in lines) else 0


def _document(lines: list[SheetLine], voice: Voice) -> dict[str, Any]:
    units = voice.units
    sure = [line for line in lines if not line.questions]
    return {
        "pieces": [piece_document(read.piece, units) for line in sure for read in line.pieces if read.piece],
        "supplies": [_supply_document(line.supply, units) for line in sure if line.supply],
        "steps": [{"says": line.step} for line in sure if line.step],
        "questions": [
            {
                "line": line.number,
                "column": question.start + 1,
                "says": voice.words(question.message),
                "suggestions": list(question.suggestions),
            }
            for line in lines
            for question in line.questions
        ],
    }


def _supply_document(supply: SupplyLine, units: Unit) -> dict[str, Any]:
    if supply.length is not None:
        amount = write_length(supply.length, units)
        return {"supply": supply.name, "per_kit": amount, "cuts": supply.cuts}
    return {"supply": supply.name, "per_kit": format(supply.count or 0, "f"), "cuts": supply.cuts}


def _say(lines: list[SheetLine], voice: Voice) -> None:
    for line in lines:
        for read in line.pieces:
            if read.piece is not None:
                print(printable(tidy_line(read.piece, voice.units)))  # noqa: T201
        if not line.pieces:
            print(voice.say(f"read-line.{line.what}", text=printable(line.text)))  # noqa: T201
        for question in line.questions:
            says = voice.words(question.message)
            place = voice.say("place.cell", line=str(line.number), column=str(question.start + 1))
            print(f"{place}: {says}", file=sys.stderr)  # noqa: T201
            for suggestion in question.suggestions:
                key = "read-suggestion.write" if suggestion else "read-suggestion.remove"
                print(f"  {voice.say(key, text=suggestion)}", file=sys.stderr)  # noqa: T201
