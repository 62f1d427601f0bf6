"""What is before the size: the name, how many, how it is cut, whose mat it is, its paper."""

from __future__ import annotations

import json

from neat_sheaf.messages import message
from neat_sheaf.project import CutMethod
from neat_sheaf.reading.notation.clauses import count
from neat_sheaf.reading.notation.cursor import COUNT_WORDS, Cursor
from neat_sheaf.reading.notation.distances import SCORE_WORDS
from neat_sheaf.reading.notation.draft import Reading, unquoted
from neat_sheaf.reading.notation.mat_clauses import mat
from neat_sheaf.reading.notation.tokens import Kind, Token

__all__ = ["ABOUT_WORDS", "read_head"]

ABOUT_WORDS = ("about", "approximately", "approx", "roughly", "ca", "around")
_MAKING = ("cut", "make", "need", "score")
_JOINERS = ("at", "is", "are", "measuring", "measures")
_CUTS = {
    "die-cut": CutMethod.DIE, "diecut": CutMethod.DIE, "punched": CutMethod.PUNCH, "trimmed": CutMethod.TRIM,
}  # fmt: skip


def read_head(reading: Reading, tokens: list[Token], circle: bool = False) -> None:
    """Read the tokens before the size; what is left is the name. ``circle``: the size names its form."""
    if len(tokens) == 2 and tokens[0].kind is Kind.QUOTED and tokens[1].text == ":":
        reading.fields["name"] = unquoted(tokens[0]).strip()
        return
    tokens, closed, joined = _without_joiners(reading, tokens)
    tokens = _count_before(reading, tokens, bool(joined) or circle)
    tokens = _cut(reading, tokens)
    tokens = _count_behind(reading, tokens, closed, joined)
    tokens = _paper(reading, tokens)
    if _scores(reading, tokens) or not tokens:
        return
    name = _name(reading, tokens)
    _odd(reading, tokens, name, closed)
    _mat(reading, tokens)
    reading.fields["name"] = name


def _without_joiners(reading: Reading, tokens: list[Token]) -> tuple[list[Token], bool, str]:
    """Without ``:``, ``at``, ``about`` and the like at the end; whether a colon was there, and what was."""
    closed, joined, at = False, False, False
    while tokens:
        last = tokens[-1]
        if last.kind is Kind.SIGN and last.text in (":", ",", "-", "–", "—", "=", "~", "≈", ".", "@"):
            closed = closed or last.text == ":"
            if last.text in ("~", "≈"):
                _about(reading, last)
        elif last.word in ABOUT_WORDS and len(tokens) > 1:
            _about(reading, last)
        elif not (last.word in _JOINERS and len(tokens) > 1):
            break
        at = at or last.text == "@"
        tokens, joined = tokens[:-1], True
    return tokens, closed, "at" if at and not closed else "sign" if joined else ""


def _about(reading: Reading, token: Token) -> None:
    reading.ask(token.start, token.end, message("about", text=token.text), "")


def _count_before(reading: Reading, tokens: list[Token], separated: bool) -> list[Token]:
    """``2 walls``, ``cut two flaps``, ``3x tags``, ``a pair of gussets``, ``(2) walls``."""
    cursor = Cursor(tokens)
    made = bool(cursor.take(*_MAKING[:3]))
    if made and cursor.take("a", "an", "the", "out") and cursor.word() != "pair":
        return tokens[cursor.at :]
    if len(tokens) == cursor.at + 1 and (found := cursor.whole()) is not None:
        # "cut 2 at 2 x 6", "2 1 3/4 inch circles"; but "7 10 x 4" may be anything.
        if not separated:
            reading.ask(tokens[0].start, tokens[-1].end, message("lone-number", number=tokens[-1].text))
        reading.set_count(found)
        return []
    since = cursor.at
    if (cursor.sign() == "(" or cursor.word() in ("qty", "quantity")) and count(reading, cursor):
        return _behind_count(cursor)
    if cursor.phrase("a", "pair") or cursor.phrase("pair"):
        if cursor.word() == "of":
            reading.set_count(2)
            return _behind_count(cursor)
        cursor.at = since
    token = cursor.peek()
    following = cursor.peek(1)
    if token is None or following is None or following.kind in (Kind.SIGN, Kind.NUMBER):
        if token is not None and token.whole is not None and following and following.kind is Kind.NUMBER:
            reading.ask(token.start, following.end, message("two-numbers-before-name"))
        return tokens
    found = cursor.whole()
    if found is None:
        return tokens
    reading.set_count(found)
    return _behind_count(cursor)


def _behind_count(cursor: Cursor) -> list[Token]:
    token = cursor.peek()
    if token is not None and (token.kind is Kind.TIMES or token.word in ("of", "off")):
        cursor.at += 1
        cursor.take("the")
    return list(cursor.tokens[cursor.at :])


def _count_behind(reading: Reading, tokens: list[Token], closed: bool, joined: str) -> list[Token]:
    """``walls (4)``, ``walls x 4``, ``gussets: 3``, ``gussets: cut 3``, ``walls, 2 of``."""
    for back in (5, 4, 3, 2):
        if len(tokens) > back - 1 and len(tokens) - back >= 1:
            cursor = Cursor(tokens, len(tokens) - back)
            opens = cursor.sign() == "(" or (cursor.peek() or tokens[0]).kind is Kind.TIMES
            if opens and count(reading, cursor) and cursor.at == len(tokens):
                return tokens[:-back]
    for back in (3, 2):
        if len(tokens) > back and tokens[-back].text in (":", ",", "-", "–", "—", "="):
            cursor = Cursor(tokens, len(tokens) - back + 1)
            cursor.take(*_MAKING[:3])
            found = cursor.whole()
            cursor.take("of", "off")
            if found is not None and cursor.at == len(tokens):
                if not joined:
                    # "Mats: 4 4 3/8 x 7": four of them, or a number too many?
                    name = reading.text[tokens[0].start : tokens[-back - 1].end]
                    asked = message("name-or-count", name=name, number=str(found))
                    reading.ask(tokens[0].start, tokens[-1].end, asked, f"{name}: {found} at", f"{name}:")
                reading.set_count(found)
                return tokens[:-back]
    last = tokens[-1] if len(tokens) > 1 else None
    if last is not None and last.kind is Kind.NUMBER and not closed:
        name = reading.text[tokens[0].start : tokens[-2].end]
        if last.whole is None:
            reading.ask(last.start, last.end, message("number-before-size", text=last.text), "")
            return tokens[:-1]
        if joined == "at":
            reading.set_count(last.whole)  # "flaps 2 @ 2 x 3"
            return tokens[:-1]
        # "Panel 2 2 x 3": the second panel, or two of them?
        reading.ask(
            tokens[0].start, last.end, message("name-or-count", name=name, number=last.text),
            f"{name} {last.text}:", f"{name} ({last.text}):",
        )  # fmt: skip
    return tokens


def _cut(reading: Reading, tokens: list[Token]) -> list[Token]:
    """``2 die-cut leaves``, ``leaves punched``: how it is cut, and the name without it."""
    for n, token in reversed(list(enumerate(tokens))):
        words = 2 if token.word == "die" and n + 1 < len(tokens) and tokens[n + 1].word == "cut" else 1
        method = CutMethod.DIE if words == 2 else _CUTS.get(token.word)
        if method is not None:
            if reading.fields.setdefault("cut", method) != method:
                asked = message("said-twice.differently", text=token.text)
                reading.ask(token.start, token.end, asked, "")
            tokens = tokens[:n] + tokens[n + words :]
    return tokens[:-1] if tokens and tokens[-1].text in (",", ":") else tokens


def _paper(reading: Reading, tokens: list[Token]) -> list[Token]:
    """``Lid in card``: a known role at the end; an unknown one is asked about."""
    for n in range(len(tokens) - 1, 0, -1):
        if tokens[n].word not in ("in", "from") or n + 1 == len(tokens):
            continue
        first = n + 2 if tokens[n + 1].word == "the" and n + 2 < len(tokens) else n + 1
        said = reading.text[tokens[first].start : tokens[-1].end]
        known = next((role for role in reading.known.every_role if role.lower() == said.lower()), None)
        if known is not None:
            reading.fields["paper"] = known
            return tokens[:n]
        if tokens[n].word == "in":
            name = reading.text[tokens[0].start : tokens[n - 1].end]
            reading.ask(tokens[0].start, tokens[-1].end, message("name-or-paper", text=said), f"{name}:")
            return tokens
    return tokens


def _scores(reading: Reading, tokens: list[Token]) -> bool:
    """Scores said before the size are asked about: the size comes first."""
    for n, token in enumerate(tokens):
        if token.word not in (*SCORE_WORDS, "slit", "slits"):
            continue
        if any(t.kind is Kind.NUMBER or t.word in ("at", "side", "width", "height") for t in tokens[n:]):
            reading.ask(token.start, tokens[-1].end, message("size-first"))
            if n:
                reading.fields["name"] = reading.text[tokens[0].start : tokens[n - 1].end].strip()
            return True
    return False


def _name(reading: Reading, tokens: list[Token]) -> str:
    """The name as written; its parts joined where something between them was taken."""
    runs: list[list[Token]] = []
    for token in tokens:
        between = reading.text[runs[-1][-1].end : token.start] if runs else None
        if between is not None and not between.strip():
            runs[-1].append(token)
        else:
            runs.append([token])
    name = " ".join(reading.text[run[0].start : run[-1].end] for run in runs).strip()
    return unquoted(tokens[0]).strip() if len(tokens) == 1 and tokens[0].kind is Kind.QUOTED else name


_NO_END = (
    "at",
    "of",
    "from",
    "in",
    "to",
    "by",
    "with",
    "and",
    "the",
    "a",
    "for",
    "on",
    "both",
    "about",
    "up",
)
_NO_BEGIN = ("of", "from", "at", "and", "by", "to", "with", "x", "in", "both")


def _odd(reading: Reading, tokens: list[Token], name: str, closed: bool) -> None:
    """A name with a number or a bracket in it, or one that stops in the middle, is asked about."""
    if len(tokens) == 1 and tokens[0].kind is Kind.QUOTED:
        return
    last = tokens[-1] if closed else None
    odd = tokens[0].word in _NO_BEGIN or (tokens[-1].word in _NO_END and len(tokens) > 1)
    odd = odd or (tokens[0].word in ("a", "an", "the") and len(tokens) > 1 and tokens[1].word in _NO_BEGIN)
    for n, token in enumerate(tokens):
        following = tokens[n + 1] if n + 1 < len(tokens) else None
        said = reading.text[token.start : token.end]
        # "12-inch strip" and 2" tags are names; "2 in die-cut tags" may be two of them.
        strip = (
            bool(token.unit)
            and not said.endswith(" in")
            and following is not None
            and following.kind is Kind.WORD
        )
        odd = odd or token.text in ("(", ")", ":") or token.kind in (Kind.TIMES, Kind.QUOTED)
        odd = odd or token.word in COUNT_WORDS or token.word in ("pair", "at", "from")
        odd = odd or (token.kind is Kind.NUMBER and not strip and token is not last)
    if odd and not reading.questions:
        quoted = json.dumps(name, ensure_ascii=False)
        reading.ask(tokens[0].start, tokens[-1].end, message("odd-name", name=name), f"{quoted}:")


def _mat(reading: Reading, tokens: list[Token]) -> None:
    """``mat of the Lid``, ``front mat for the Lid column 2``: named so, and a mat of it."""
    for n, token in enumerate(tokens[:-2]):
        if token.word in ("mat", "mats") and tokens[n + 1].word in ("of", "for", "on"):
            cursor = Cursor(tokens, n)
            mat(reading, cursor)
            said = reading.mat_for
            unknown = said is not None and reading.known.named(said.piece) is None
            if said is not None and unknown and not reading.known.pieces:
                # Of a list that is not known it may be a name and no more.
                asked = message("unknown-piece.name", piece=said.piece)
                reading.ask(tokens[n + 2].start, tokens[-1].end, asked)
            return
