"""What a line says in plain words, told apart from the reader: whole phrases, each matched from end to end.

The reader under test takes a line token by token. This takes it as a row of phrases that an instructor
would recognise, written from docs/formats/quick-lines.md, with every letter of the line inside one of
them. A line may have several such meanings, or none. Where the reader gives a piece without a question,
that piece must be the only meaning that the phrasebook finds.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from fractions import Fraction

NUM = r"(?:\d+ \d+/\d+|\d+/\d+|\d+\.\d+|\d+)(?:-inch| inch(?:es)?| in|\")?"
SPOKEN = {
    "half an inch": "1/2", "an inch": "1", "an inch and a half": "1 1/2", "one and a quarter": "1 1/4",
    "a quarter of an inch": "1/4", "an eighth": "1/8", "3/4 of an inch": "3/4", "two inches": "2",
    "half inch": "1/2", "quarter inch": "1/4",
}  # fmt: skip
ANY = rf"(?:{'|'.join(sorted(map(re.escape, SPOKEN), key=len, reverse=True))}|{NUM})"
LIST = rf"{ANY}(?:(?:, and |, | and | & ){ANY})*|{ANY}(?: {ANY})+"
SIDE = rf"(?:the |its )?(?:(?:long|short|longer|shorter|{NUM}) (?:side|edge|way)|width|height)"
VERB = r"(?:mountain |valley )?(?:scored?|scores|fold(?:ed|s)?|crease[ds]?)"
COUNTS = {"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "a pair": 2, "a pair of": 2}
COUNT = rf"(?:{'|'.join(sorted(COUNTS, key=len, reverse=True))}|\d+)"
ROUND = (
    r"(?:on )?all (?:four|4) (?:sides|edges)|(?:on |from )?every (?:side|edge)|all round|all the way round"
)


def number(text: str) -> Fraction:
    """A number of inches."""
    plain = re.sub(r"(-inch| inch(es)?| in|\")$", "", SPOKEN.get(text, text))
    return sum((Fraction(part) for part in plain.split()), Fraction(0))


def numbers(text: str) -> tuple[Fraction, ...]:
    return tuple(number(found) for found in re.findall(ANY, text))


def count_of(text: str) -> int:
    return COUNTS.get(text) or int(text)


@dataclass
class Meaning:
    """What a line was found to say so far; lengths in inches."""

    name: str = ""
    width: Fraction = Fraction(0)
    height: Fraction = Fraction(0)
    said: dict[str, object] = field(default_factory=dict)
    scores: list[tuple[object, ...]] = field(default_factory=list)
    last: str = ""
    placed: bool = False
    """Whether the last scores said where they lie: only then do others go on without a verb."""
    marks: list[tuple[object, ...]] = field(default_factory=list)

    def with_(self, **changes: object) -> Meaning | None:
        """The meaning with something that a piece has one of; None where it was said otherwise before."""
        if any(self.said.get(key, value) != value for key, value in changes.items()):
            return None
        return self._copy(said={**self.said, **changes})

    def marked(self, *mark: object) -> Meaning:
        return self._copy(marks=[*self.marks, mark])

    def scored(self, side: str, at: list[Fraction], fold: str, *part: Fraction | None) -> Meaning:
        part = part or (None, None)
        return self._copy(scores=[*self.scores, *((side, place, fold, *part) for place in at)], last=side)

    def _copy(self, **changes: object) -> Meaning:
        return Meaning(**{**self.__dict__, **changes})  # type: ignore[arg-type]

    @property
    def long(self) -> str:
        return "height" if self.height > self.width else "width"

    def side(self, text: str) -> str:
        """The side that words name; "" where they name none or either."""
        if "width" in text or "height" in text:
            return "width" if "width" in text else "height"
        if self.width == self.height:
            return ""
        short = {"height": "width", "width": "height"}[self.long]
        if "long" in text or "short" in text:
            return self.long if "long" in text else short
        length = number(re.search(NUM, text)[0].removesuffix("-inch"))  # type: ignore[index]
        return "width" if length == self.width else "height" if length == self.height else ""

    def size(self, side: str) -> Fraction:
        return self.width if side == "width" else self.height


OTHER = {"width": "height", "height": "width"}
EDGES = {
    "left": ("width", False),
    "right": ("width", True),
    "bottom": ("height", False),
    "top": ("height", True),
}


def _scores(m: Meaning, found: re.Match[str]) -> Meaning | None:
    """The places of a score phrase; the named groups say which phrase it is."""
    got = found.groupdict()
    fold = "mountain" if "mountain" in (got.get("verb") or "") else "valley"
    side = m.long
    if got.get("side"):
        side = m.side(got["side"])
    elif got.get("turn"):
        side = OTHER.get(m.last, "")
    elif got.get("edges"):
        side = OTHER.get(m.side(f"{got['edges']} side"), "")
    if "goes_on" in got and not (m.placed or ";" in found.string[max(0, found.start() - 2) : found.start()]):
        return None
    m = m._copy(placed=any(got.get(key) for key in ("side", "edge", "edges", "ends", "round", "turn")))
    if not side:
        return None
    size = m.size(side)
    if got.get("half"):
        return m.scored(side, [size / 2], fold)
    if got.get("every"):
        step = number(got["every"])
        return (
            m.scored(side, [step * n for n in range(1, int(size / step) + 1) if step * n < size], fold)
            if step
            else None
        )
    at = list(numbers(got["list"]))
    if len(set(at)) < len(at):
        return None
    if got.get("round"):
        both = m
        for each in ("width", "height"):
            both = both.scored(each, sorted({*at, *(m.size(each) - place for place in at)}), fold)
        both.last = ""
        return both
    if got.get("edge"):
        side, far = EDGES[got["edge"]]
        at = [m.size(side) - place for place in reversed(at)] if far else at
    elif got.get("ends") or got.get("edges"):
        at = sorted({*at, *(size - place for place in at)})
    part = [number(got[key]) if got.get(key) else None for key in ("from", "to")]
    if None not in part and part[0] >= part[1]:
        return None
    return m.scored(side, at, fold, *part)


def _score_phrases() -> list[str]:
    v, lst = rf"(?P<verb>{VERB})", rf"(?:at )?(?P<list>{LIST})"
    return [
        rf"{v} {lst}",
        rf"{v} {lst} (?:on |along )?(?P<side>{SIDE})",
        rf"{v} (?:on |along )?(?P<side>{SIDE})(?: at|:)? (?P<list>{LIST})",
        rf"{v} (?:on |along )?(?P<side>{SIDE})(?: at|:)? (?P<list>{LIST})(?: from (?P<from>{ANY}))?(?: to (?P<to>{ANY}))?",
        rf"{v} {lst} from (?P<from>{ANY}) to (?P<to>{ANY})",
        rf"(?:on |along )(?P<side>{SIDE}) {v} {lst}",
        rf"{v} {lst} (?:in )?from (?P<ends>each end|both ends)",
        rf"{v} {lst} (?:in )?from (?P<ends>each end|both ends) of (?P<side>{SIDE})",
        rf"{v} {lst} (?:in )?from both (?P<edges>long|short) (?:edges|sides|ends)",
        rf"{v} {lst} (?:in )?from the (?P<edge>left|right|top|bottom)(?: edge| side)?",
        rf"{v} {lst} (?P<round>{ROUND})",
        rf"{v} every (?P<every>{ANY})",
        rf"{v} every (?P<every>{ANY}) (?:on |along )(?P<side>{SIDE})",
        rf"{v} (?P<round>{ROUND}) (?:at )?(?P<list>{LIST})",
        rf"{v} (?P<half>in half|halfway|in the middle)",
        rf"(?P<turn>turn it|turn)(?:, then| and|, and)? (?:(?P<verb>{VERB}) )?{lst}",
        rf"(?:on |along )?(?P<side>{SIDE}) at (?P<list>{LIST})",
        rf"(?P<turn>turn it|turn)(?:, then| and|, and|,)? (?:(?P<verb>{VERB}) )?(?P<half>in half|halfway)",
        rf"(?P<goes_on>)(?P<list>{LIST}) (?:in )?from the (?P<edge>left|right|top|bottom)(?: edge| side)?",
        rf"(?P<goes_on>)(?P<list>{LIST}) (?:in )?from both (?P<edges>long|short) (?:edges|sides|ends)",
        rf"(?P<goes_on>)(?P<list>{LIST}) (?:on |along )(?P<side>{SIDE})",
        rf"(?P<goes_on>)(?P<list>{LIST}) (?P<round>{ROUND})",
        rf"(?P<goes_on>)(?P<list>{LIST}) from (?P<ends>each end|both ends)(?: of (?P<side>{SIDE}))?",
    ]


def _corner(m: Meaning, found: re.Match[str]) -> Meaning:
    where = found["where"] or "all"
    for corner in ("top-left", "top-right", "bottom-left", "bottom-right"):
        if where.startswith("all") or all(word in corner.split("-") for word in re.split("[ -]", where)):
            m = m.marked("corner", corner, {"r": "round", "m": "mitre", "n": "notch"}[found["shape"][0]],
                         number(found["size"]), number(found["rise"]) if found["rise"] else None)  # fmt: skip
    return m


def _phrases(roles: tuple[str, ...], pieces: tuple[str, ...]):
    """Every phrase behind a size, with what it makes of a meaning."""
    known = "|".join(map(re.escape, sorted(roles, key=len, reverse=True)))
    named = "|".join(map(re.escape, pieces))
    place = r"column (?P<c>\d+)(?: row (?P<r>\d+))?"
    yield from ((phrase, _scores) for phrase in _score_phrases())
    yield rf"\((?:x )?(?P<n>{COUNT})(?: of them| off)?\)", lambda m, f: m.with_(count=count_of(f["n"]))
    yield (
        rf"(?P<n>{COUNT}) (?:a|per|each) kit|x (?P<n2>\d+)(?: (?:a|per|each) kit)?|cut (?P<n3>{COUNT})",
        lambda m, f: m.with_(count=count_of(f["n"] or f["n2"] or f["n3"])),
    )
    yield r"(?P<n>a pair)", lambda m, f: m.with_(count=2)
    yield rf"(?:in|from|out of|using) (?:the )?(?P<role>{known}|[^\W\d_]\w*(?: [^\W\d_]\w*)?)", _role
    yield rf"(?P<role>{known})", lambda m, f: m.with_(role=f["role"].lower())
    yield r"(?:is )?die[- ]cut", lambda m, f: m.with_(cut="die")
    yield r"(?:is )?punched", lambda m, f: m.with_(cut="punch")
    yield (
        "half|halves|quarters?",
        lambda m, f: m.with_(portion="half" if f[0].startswith("hal") else "quarter"),
    )
    yield rf"(?:with )?(?:a )?margin (?:of )?(?P<n>{ANY})", lambda m, f: m.with_(margin=number(f["n"]))
    yield rf"(?P<n>{ANY}) margin", lambda m, f: m.with_(margin=number(f["n"]))
    yield rf"(?:with )?(?:a )?pitch (?:of )?(?P<n>{ANY})", lambda m, f: m.with_(pitch=number(f["n"]))
    yield rf"(?P<n>{ANY}) pitch", lambda m, f: m.with_(pitch=number(f["n"]))
    yield (
        rf"(?:from|off) (?:a |an )?(?P<n>{ANY}) strips?",
        lambda m, f: m.with_(margin=(number(f["n"]) - m.height) / 2),
    )
    yield (
        rf"(?:with |plus )?(?P<n>{COUNT}) spares?(?: pieces?)?",
        lambda m, f: m.with_(spares=count_of(f["n"])),
    )
    yield (
        rf"(?:(?P<n>{COUNT}) (?:from )?|from )(?:a |one )?pass of (?:the )?(?P<p>{named})",
        lambda m, f: m.with_(die=(f["p"].lower(), count_of(f["n"]) if f["n"] else 1)),
    )
    yield r"word (?P<n>[A-Z]+(?: [A-Z]+)*)", lambda m, f: m.with_(word=f["n"].lower())
    yield r"(?:may turn|any way round)", lambda m, f: m.with_(follows=False)
    yield r"follows the print", lambda m, f: m.with_(follows=True)
    yield r"from (?:the |a )?(?:scraps?|offcuts?)|may come from scrap", lambda m, f: m.with_(scrap=True)
    yield (
        rf"mat of (?:the )?(?P<p>{named}),? (?:panel )?(?:{place}|(?P<c2>\d+)\.(?P<r2>\d+))",
        lambda m, f: m.with_(mat=(f["p"].lower(), int(f["c"] or f["c2"]), int(f["r"] or f["r2"] or 1))),
    )
    yield (
        rf"hole (?P<d>{ANY}) at (?P<x>{ANY}),? (?P<y>{ANY})",
        lambda m, f: m.marked("hole", *(number(f[k]) for k in "dxy")),
    )
    yield (
        (
            rf"(?P<shape>round|rounded|mitre|notch) (?:the )?(?:(?P<where>all|all four|top|bottom|left|right|"
            rf"(?:top|bottom)[ -](?:left|right)) )?corners? (?P<size>{ANY})(?: x (?P<rise>{ANY}))?"
        ),
        lambda m, f: None if f["rise"] and f["shape"][0] == "r" else _corner(m, f),
    )
    yield (
        rf"(?:circle|round) window (?P<d>{ANY}) centred",
        lambda m, f: m.marked("window", "oval", number(f["d"]), number(f["d"]), None, None),
    )
    yield (
        rf"window (?P<w>{ANY}) x (?P<h>{ANY}) (?:centred|at (?P<x>{ANY}),? (?P<y>{ANY}))",
        lambda m, f: m.marked(
            "window",
            "rectangle",
            number(f["w"]),
            number(f["h"]),
            *((number(f[k]) if f[k] else None) for k in "xy"),
        ),
    )
    yield r"(?:remove|take out) panels? (?P<list>\d+\.\d+(?:(?:, | and )\d+\.\d+)*)", _removed
    yield (
        rf"(?P<shape>pointed|forked) (?P<edge>top|bottom|left|right) end (?P<d>{ANY})",
        lambda m, f: m.marked("end", f["shape"], f["edge"], number(f["d"])),
    )
    yield (
        rf"tab {place}(?: (?P<runs>\d+) runs)?",
        lambda m, f: m.marked("tab", int(f["c"]), int(f["r"] or 1), int(f["runs"] or 1)),
    )


def _role(m: Meaning, found: re.Match[str]) -> Meaning | None:
    role = found["role"].lower()
    if role.split()[0] in ("half", "from", "each", "both", "all", "at", "the", "in", "scrap", "offcut", "a", "left",
                           "right", "top", "bottom", "print-up", "row", "column", "panel", "may", "score", "fold"):  # fmt: skip
        return None
    return m.with_(role=role)


def _removed(m: Meaning, found: re.Match[str]) -> Meaning | None:
    panels = re.findall(r"(\d+)\.(\d+)", found["list"])
    if len(set(panels)) < len(panels):
        return None
    for column, row in panels:
        m = m.marked("removed", int(column), int(row))
    return m


_COUNTED = rf"(?!(?:cut |make |need )?(?:{COUNT}|a pair|pair)\b)"
WORD = r"(?!at\b)[^\W\d_][\w'-]*"
NAME = rf"(?P<name>{_COUNTED}(?!of\b){WORD}(?: {WORD})*(?<! of))"
HEADS = [
    rf"(?:cut |make |need )?(?P<n>{COUNT}|a pair of|pair of) {NAME}(?: at)?:?", rf"{NAME} \((?P<n>\d+)\)(?: at)?:?",
    r"(?P<name>)", r"\((?P<n>\d+)\)(?P<name>)", r"(?P<n>a pair of)(?P<name>)", rf"cut (?P<n>{COUNT})(?P<name>) at",
    rf"{NAME}: (?:cut )?(?P<n>{COUNT}) at", rf"{NAME}(?: at)?:?(?: at)?", rf"(?P<n>{COUNT})(?P<name>) at",
]  # fmt: skip
SIZE = rf"(?P<w>{ANY})(?P<way> wide| high| long| tall)? (?:x|by) (?P<h>{ANY})(?P<way2> wide| high)?"
SEPARATOR = re.compile(r"[,;]? (?:and |then |with )?(?:a )?|[,;:] ?")


def meanings(line: str, roles: tuple[str, ...], pieces: tuple[str, ...]) -> list[Meaning]:
    """Everything that the line says in plain words."""
    text = " ".join(line.split())
    phrases = [(re.compile(phrase, re.IGNORECASE), take) for phrase, take in _phrases(roles, pieces)]
    found: list[Meaning] = []
    for head in HEADS:
        for start in re.finditer(SIZE, text):
            before = re.fullmatch(head, text[: start.start()].rstrip(), re.IGNORECASE)
            if before is None:
                continue
            got = before.groupdict()
            name, cut = got["name"], {}
            for words, method in (("die-cut", "die"), ("punched", "punch")):
                if words in name.split():
                    name = " ".join(word for word in name.split() if word != words)
                    cut = {"cut": method}
            sides = [number(start["w"]), number(start["h"])]
            if start["way"] in (" high", " long", " tall") or start["way2"] == " wide":
                sides.reverse()
            meaning = Meaning(name, *sides)
            if not meaning.width or not meaning.height:
                continue
            with_head = meaning.with_(**cut, **({"count": count_of(got["n"])} if got.get("n") else {}))
            if with_head is not None:
                _tail(text, start.end(), with_head, phrases, found)
    return found


def _tail(text, at, meaning, phrases, found):
    if at == len(text) or text[at:] in (".", ",", ";"):
        found.append(meaning)
        return
    separator = SEPARATOR.match(text, at)
    if separator is None:
        return
    for begin in {separator.end(), at + 1, at + 2} if separator.end() > at else ():
        if begin > separator.end():
            continue
        for pattern, take in phrases:
            # Every length that the phrase may have here, not only the longest.
            for end in range(len(text), begin, -1):
                if end < len(text) and text[end] not in " ,;:.":
                    continue
                if "goes_on" in pattern.groupindex and not text[at:begin].strip():
                    continue
                match = pattern.fullmatch(text, begin, end)
                if match is not None and (then := take(meaning, match)) is not None:
                    _tail(text, end, then, phrases, found)


def as_said(piece) -> tuple[object, ...]:
    """A piece of the reader's in the terms of a meaning, for comparison."""
    inch = 25_400_000

    def i(nm):
        return None if nm is None else Fraction(nm, inch)

    marks = [("hole", i(h.diameter), i(h.x), i(h.y)) for h in piece.holes]
    marks += [("corner", c.corner.value, c.shape.value, i(c.size), i(c.rise)) for c in piece.corners]
    marks += [("window", w.shape.value, i(w.width), i(w.height), i(w.x), i(w.y)) for w in piece.windows]
    marks += [("removed", p.column, p.row) for p in piece.removed]
    marks += [("end", e.shape.value, e.edge.value, i(e.depth)) for e in piece.ends]
    marks += [("tab", t.panel.column, t.panel.row, t.runs) for t in piece.tabs]
    mat = piece.mat_of and (piece.mat_of.piece.lower(), piece.mat_of.panel.column, piece.mat_of.panel.row)
    scores = sorted(
        ((s.along.value, i(s.at), s.fold.value, i(s.start), i(s.end)) for s in piece.scores), key=str
    )
    return (
        piece.name.lower(), i(piece.width), i(piece.height), piece.per_kit, piece.paper.lower(), piece.cut.value,
        i(piece.margin), i(piece.pitch), piece.spares, piece.follows_print, piece.scrap, mat, piece.portion.value, scores, sorted(marks, key=str),
        piece.pass_of and (piece.pass_of.piece.lower(), piece.pass_of.gives), piece.word.lower(),
    )  # fmt: skip


def in_same_terms(meaning: Meaning, role: str) -> tuple[object, ...]:
    """A meaning in the terms of ``as_said``; ``role`` is the paper where none is said."""
    said = meaning.said
    paper = said.get("role", role)
    return (
        meaning.name.lower().strip(" ,:") or (f"{said['mat'][0]} mat" if "mat" in said else "piece 3"), meaning.width, meaning.height, said.get("count", 1), paper,
        said.get("cut", "trim"), said.get("margin", Fraction(0)), said.get("pitch", Fraction(0)),
        said.get("spares", 0),
        said.get("follows", str(paper).startswith(("print", "pattern"))), said.get("scrap", False),
        said.get("mat"), said.get("portion", "whole"), sorted(meaning.scores, key=str), sorted(meaning.marks, key=str),
        said.get("die"), said.get("word", ""),
    )  # fmt: skip
