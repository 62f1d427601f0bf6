"""Rows of a table, found by their header, as lines that are read like any other."""

from __future__ import annotations

import csv
import re
from collections.abc import Callable, Sequence
from itertools import combinations

from neat_sheaf.reading.lexicon import lexicon, rules_of
from neat_sheaf.reading.supplies import is_supply_noun

__all__ = ["rows_as_lines"]

_COLUMNS = (
    "score_width",
    "score_height",
    "name",
    "size",
    "width",
    "height",
    "score",
    "count",
    "paper",
    "notes",
)
_NONE = {"", "-", "–", "—", "none", "no", "n/a", "0"}


def _tabs(line: str) -> list[str]:
    return [cell.strip() for cell in line.split("\t")]


def _pipes(line: str) -> list[str]:
    return [cell.strip() for cell in line.strip().strip("|").split("|")]


def _commas(line: str) -> list[str]:
    return [cell.strip() for cell in next(csv.reader([line]), [])]


def _semicolons(line: str) -> list[str]:
    return [cell.strip() for cell in next(csv.reader([line], delimiter=";"), [])]


def _columns(line: str) -> list[str]:
    return [cell.strip() for cell in re.split(r"\s{2,}|\t", line.strip())]


_MOST_COLUMNS = 12  # of which every choice can be tried
_CELL = re.compile(r"\S+(?: \S+)*")


def _under(header: str, line: str) -> list[str] | None:
    """The cells of a row that lacks some, each below the word of the header that it stands under.

    None where it stands under none, or as near to two.
    """
    heads = [match.span() for match in _CELL.finditer(header)]
    if len(heads) > _MOST_COLUMNS:
        return None
    cells = [(match.span(), match[0]) for match in _CELL.finditer(line)]

    def apart(cell: tuple[int, int], head: tuple[int, int]) -> int:
        return max(0, head[0] - cell[1], cell[0] - head[1])

    ways = sorted(
        (sum(apart(cell, heads[n]) for (cell, _), n in zip(cells, columns, strict=True)), columns)
        for columns in combinations(range(len(heads)), len(cells))
    )
    if not ways or (len(ways) > 1 and ways[0][0] == ways[1][0]):
        return None
    found = [""] * len(heads)
    for (_, text), n in zip(cells, ways[0][1], strict=True):
        found[n] = text
    return found


_WAYS: tuple[Callable[[str], list[str]], ...] = (_tabs, _pipes, _semicolons, _commas, _columns)


def rows_as_lines(lines: Sequence[tuple[int, str]]) -> dict[int, str]:
    """For each line that is a row of a table, the line that says the same; "" for a header or a rule.

    A table begins with a line of at least two cells that name columns, one of them a size.
    """
    found = _records(lines)
    at = 0
    while at < len(lines):
        number, text = lines[at]
        made = next((made for way in _WAYS if (made := _header(way(text)))), None)
        if made is None:
            at += 1
            continue
        way = next(way for way in _WAYS if _header(way(text)))
        rows: dict[int, str] = {}
        unit = _unit_of(way(text))
        behind = at + 1
        while behind < len(lines):
            cells = way(lines[behind][1])
            if re.fullmatch(r"[\s|:+=-]+", lines[behind][1]):
                rows[lines[behind][0]] = ""
            elif len(cells) < 2 or (way is not _columns and len(cells) > len(made) + 2):
                break
            elif way is _columns and "\t" not in text and len(cells) < len(made):
                placed = _under(text, lines[behind][1])
                if placed is not None:
                    rows[lines[behind][0]] = _row(placed, made, True, unit)
            else:
                rows[lines[behind][0]] = _row(cells, made, way is _columns, unit)
            behind += 1
        if any(rows.values()):
            found[number] = ""
            found |= rows
        at = behind
    return found


def _records(lines: Sequence[tuple[int, str]]) -> dict[int, str]:
    """Lines such as "Size: 4 x 5" and "Paper: teal", one record after the other, as rows."""
    lex = lexicon()
    found: dict[int, str] = {}
    record: dict[str, str] = {}
    numbers: dict[str, int] = {}

    title: tuple[int, str] | None = None

    def close() -> None:
        if len(record) > 1 and ("size" in record or ("width" in record and "height" in record)):
            place = numbers.get("size", numbers.get("width", 0))
            for number in numbers.values():
                found[number] = ""
            found[place] = _row(list(record.values()), list(record), False)
        record.clear()
        numbers.clear()

    for number, text in lines:
        match = re.fullmatch(r"\s*[-*•]?\s*([^:?\d]{1,20}?)\s*[:=?]\s*(\S.*)", text)
        plain = match[1].lower() if match else ""
        of = re.fullmatch(rules_of()["tables"]["of"], plain)
        plain = of["column"] if of is not None else plain
        kind = (
            next((key for key in (*_COLUMNS, "either") if plain in lex.among(f"tables.{key}")), "")
            if match
            else ""
        )
        if not match or not kind:
            close()
            short = len(text.split()) <= 4 and not re.search(r"[\d:.,;]", text)
            title = (number, text.strip(" -*•#")) if short else None
            continue
        if not record and title is not None and title[0] == number - 1:
            # "BASE" above "cut: 5 1/2 x 8 1/2" is its name.
            record["name"], numbers["name"] = title[1], title[0]
        title = None
        if of is not None and kind == "size":
            close()
            record["name"] = of["name"]  # "Size of tray? 7 x 7"
        if kind == "either":
            kind = "paper"
        if kind in record or (kind == "name" and record):
            close()
        record[kind], numbers[kind] = match[2].strip(), number
    close()
    return found


# "Width (in)", "Height, in", "Size cm"; but "Cut in" says what it is cut from.
_IN_UNIT = re.compile(r"(?:\s*[(\[,]\s*in|\s*[(\[,]?\s*\b(?P<said>inch(?:es)?|cm|mm))\b\.?[)\]]?\s*\Z")


def _unit_of(cells: Sequence[str]) -> str:
    """The unit that a header names, as in "Width (mm)"; "" where it names none."""
    said = [_IN_UNIT.search(cell.lower()) for cell in cells if len(cell) > 3]
    named = {match["said"] or "in" for match in said if match is not None}
    return named.pop() if len(named) == 1 else ""


def _header(cells: list[str]) -> list[str] | None:
    """The column that each cell names; None where it is no header."""
    lex = lexicon()
    cells = [_IN_UNIT.sub("", cell.lower()) if len(cell) > 3 else cell for cell in cells]
    if len(cells) < 2 or any(re.search(r"\d", cell) for cell in cells):
        return None
    kinds: list[str] = []
    for cell in cells:
        plain = cell.lower().strip(" :*_")
        kind = next((key for key in _COLUMNS if plain in lex.among(f"tables.{key}")), "")
        words = set(plain.split())
        if not kind and words & lex.among("tables.score"):
            kind = next(
                (
                    f"score_{side}"
                    for side in ("width", "height")
                    if words & lex.among(f"tables.along_{side}")
                ),
                "",
            )
        if not kind and words & lex.among("tables.of_size"):
            kind = "size"
        if not kind and plain in lex.among("tables.either"):
            kind = "either"
        kinds.append(kind)
    named = "name" in kinds
    kinds = [("paper" if named else "name") if kind == "either" else kind for kind in kinds]
    sized = "size" in kinds or ("width" in kinds and "height" in kinds)
    if not sized or sum(1 for kind in kinds if kind) < 2:
        return None
    if "name" not in kinds and "" in kinds:
        kinds[kinds.index("")] = "name"
    return kinds


def _row(cells: list[str], kinds: list[str], loose: bool, unit: str = "") -> str:
    """The row in words, in the order in which a line is said."""
    at = {kind: cells[n] if n < len(cells) else "" for n, kind in enumerate(kinds) if kind}
    more = [
        cell
        for n, cell in enumerate(cells)
        if (n >= len(kinds) or not kinds[n]) and cell.lower() not in _NONE
    ]
    if not any(at.values()):
        return ""
    size = at.get("size", "")
    if not size and at.get("width") and at.get("height"):
        size = f"{at['width']} x {at['height']}"
    if unit and re.search(r"\d\s*\Z", size):
        size = f"{size} {unit}"
    if not re.search(r"\d", size):
        return " ".join(cell for cell in cells if cell)
    if is_supply_noun(size.lower()) or (is_supply_noun(at.get("name", "").lower()) and " x " not in size):
        return size if is_supply_noun(size.lower()) else f"{at.get('name', '')} - {size}"
    said = [f"{at.get('name', '')}: {size}".lstrip(": ")]
    count = at.get("count", "").strip()
    if count.lower() not in _NONE:
        said.append(f"{count} a kit" if re.fullmatch(r"\d+", count) else count)
    said += more
    if at.get("paper", "").lower() not in _NONE:
        said.append(f"in {at['paper']}")
    for key, side in (("score_width", " on the width"), ("score_height", " on the height"), ("score", "")):
        score = at.get(key, "").strip().rstrip(".")
        if score.lower() not in _NONE:
            score = re.sub(
                r"\((?:along |on )?(?:the )?(width|height|long side|short side)\)", r"on the \1", score
            )
            word = "" if re.match(r"(?i)(?:score|fold|crease|mountain|valley)", score) else "score "
            said.append(f"{word}{score}{side}")
    if at.get("notes", "").lower() not in _NONE:
        said.append(at["notes"])
    return ", ".join(said)
