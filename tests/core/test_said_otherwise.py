"""One piece said in many ways: what comes back is the piece, or a question; never another one in silence.

The ways are written here and share nothing with the reader's files.
"""

import random
from fractions import Fraction

import pytest

from neat_sheaf.measure.side import Side
from neat_sheaf.reading import read_sheet

INCH = 25_400_000
WHOLE = ["one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"]
PARTS = {
    Fraction(1, 2): "a half", Fraction(1, 4): "a quarter", Fraction(3, 4): "three quarters",
    Fraction(1, 8): "an eighth", Fraction(3, 8): "three eighths", Fraction(5, 8): "five eighths",
    Fraction(7, 8): "seven eighths",
}  # fmt: skip
SIGNS = {Fraction(1, 2): "½", Fraction(1, 4): "¼", Fraction(3, 4): "¾", Fraction(1, 8): "⅛"}
PAPERS = ("kraft", "navy", "floral", "vellum", "white card", "the striped paper")
NAMES = ("base", "lid", "front panel", "pocket", "drawer", "belly band", "tag")


def number(rng, value, spoken):
    """A number of inches: in words, as a mixed fraction, with a typographic one, or as a decimal."""
    whole, part = int(value), value - int(value)
    if spoken:
        if not part:
            return WHOLE[whole - 1]
        return PARTS[part] if not whole else f"{WHOLE[whole - 1]} and {PARTS[part]}"
    if part and rng.random() < 0.15 and part in SIGNS:
        return f"{whole or ''}{SIGNS[part]}"
    if part and rng.random() < 0.15:
        return str(float(value))
    if not part:
        return str(whole)
    join = rng.choice([" ", "-"]) if whole else ""
    return f"{whole or ''}{join}{part}"


def length(rng, least, most):
    return Fraction(rng.randrange(least * 8, most * 8), 8)


def scores(rng, sizes, spoken):
    """Words for scores along one side, and where they are: side first, side behind, edges, every, halves."""
    width, height = sizes
    side = rng.choice(list(Side)) if width != height else Side.WIDTH
    along = width if side is Side.WIDTH else height

    def say(value):
        return number(rng, value, spoken)

    long = "long" if along == max(sizes) else "short"
    kind = rng.randrange(6 if width != height else 2)
    at = sorted({length(rng, 1, int(along)) for _ in range(rng.choice([1, 2, 3]))})
    at = [value for value in at if 0 < value < along] or [along / 2]
    listed = rng.choice([", ", " and "]).join(say(value) for value in at) if len(at) < 3 else (
        ", ".join(say(value) for value in at[:-1]) + f" and {say(at[-1])}"
    )  # fmt: skip
    edge = Fraction(rng.choice([2, 4, 6, 8]), 8)
    if kind == 0 and 2 * edge < min(sizes):
        words = rng.choice(["on all four sides", "all round", "on every edge", "all the way round"])
        where = {Side.WIDTH: {edge, width - edge}, Side.HEIGHT: {edge, height - edge}}
        return f"scored at {say(edge)} {words}", where
    if kind == 1:
        left = rng.choice(["left", "right", "top", "bottom"])
        of = Side.WIDTH if left in ("left", "right") else Side.HEIGHT
        full = width if of is Side.WIDTH else height
        if edge >= full:
            return "", {}
        return f"score {say(edge)} from the {left}", {of: {full - edge if left in ("right", "top") else edge}}
    if kind == 2:
        return f"score the {long} side at {listed}", {side: set(at)}
    if kind == 3:
        return f"on the {long} side score it at {listed}", {side: set(at)}
    if kind == 4 and 2 * edge < along:
        return f"score {say(edge)} from each {'short' if long == 'long' else 'long'} edge", {
            side: {edge, along - edge}
        }
    return f"score at {listed} on the {long} side", {side: set(at)}


def said(rng):
    """(text, what it means): one piece in one, two or three lines."""
    spoken = rng.random() < 0.4
    sizes = (length(rng, 2, 12), length(rng, 2, 12))
    name, paper = rng.choice(NAMES), rng.choice(PAPERS)
    count = rng.choice([1, 1, 2, 3, 4])
    by = "by" if spoken else rng.choice([" x ", "x", " by ", " × "]).strip()
    one, other = (number(rng, side, spoken) for side in sizes)
    size = f"{one} {by} {other}"
    if not spoken and rng.random() < 0.3:
        size = f'{one}" {by} {other}"'
    if spoken and rng.random() < 0.2:
        size = f"{number(rng, sizes[0] + 1, True)} by, no, {size}"
    paper_words = rng.choice([f"in {paper}", f"from {paper}", f", {paper},"]) if rng.random() < 0.7 else ""
    many = {1: "", 2: "two ", 3: "three ", 4: "four "}[count] if spoken else "" if count == 1 else f"{count} "
    plural = f"{name}s" if count > 1 else name
    head = rng.choice([f"{many}{plural}", f"cut {many}{plural}", f"then {many}{plural}"])
    join = rng.choice([" ", ": ", ", ", " - "]) if not spoken else rng.choice([" ", " is ", ", "])
    line = f"{head}{join}{size} {paper_words}".replace(" ,", ",").rstrip(" ,")
    words, where = scores(rng, sizes, spoken) if rng.random() < 0.8 else ("", {})
    if words:
        line += rng.choice([", ", "; ", "\n", " and "]) + words
    paper_name = paper.removeprefix("the ") if paper_words else ""
    return line, (sizes, count, paper_name, where)


def outcome(text, meant):
    """``same``, ``asked``, or ``misread``."""
    sizes, count, paper, where = meant
    read = read_sheet(text, "in")
    if any(line.questions for line in read):
        return "asked"
    pieces = [found.piece for line in read for found in line.pieces]
    if len(pieces) != 1:
        return "misread"
    (piece,) = pieces
    along = {side: {Fraction(line.at, INCH) for line in piece.scores if line.along is side} for side in Side}
    same = (
        (Fraction(piece.width, INCH), Fraction(piece.height, INCH)) == sizes
        and piece.per_kit == count
        and (piece.paper.lower() == paper if paper else piece.paper == "body")
        and along == {side: where.get(side, set()) for side in Side}
    )
    return "same" if same else "misread"


@pytest.mark.parametrize("seed", range(6))
def test_a_piece_said_in_another_way_is_the_same_piece_or_a_question(seed):
    rng = random.Random(f"otherwise {seed}")
    found = {"same": 0, "asked": 0, "misread": 0}
    for _ in range(60):
        text, meant = said(rng)
        came = outcome(text, meant)
        found[came] += 1
        assert came != "misread", (text, meant)
    assert found["same"] >= 40, found
