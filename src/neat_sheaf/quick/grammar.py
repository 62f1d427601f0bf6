"""The grammar of a quick line: a piece of the list as an instructor says it.

The grammar is total: whatever is in a line is a token, and what belongs to no clause is kept
as ``unknown`` with its place, so that nothing is dropped silently.
"""

from __future__ import annotations

import functools

from lark import Lark, Token, Tree

__all__ = ["KEYWORDS", "Branch", "parse", "words_only"]

Branch = Tree[Token]

_VULGAR = "¼½¾⅐⅑⅒⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞"
# A word after "in" that shows it was the unit and not "in this paper".
_AFTER_UNIT = (
    "in|x|by|scored?|scores|slits?|die|punch|punched|trim|trimmed|follows?|may|from|mat|matched|holes?|"
    "round|mitre|miter|notch|tabs?|seen|half|halves|quarters?|three|mountain|valley|diagonal|wide|high|tall|"
    "long|w|h|on|along|and|a|with|margin|relief|at|to|deep|side|sides|cut"
)
_UNIT = (
    r"(?:[\"″”]|inch(?:es)?\b|cm\b|mm\b|in\.(?!\w)|"
    rf"in\b(?!\s+(?!(?:{_AFTER_UNIT})\b)(?:[^\W\d_]|\")))"
)
_NUMBER = (
    rf"(?:\d+\s*[{_VULGAR}]|[{_VULGAR}]|\d+(?:\s*-\s*|\s+)\d+\s*[\/⁄]\s*\d+|\d+\s*[\/⁄]\s*\d+|\d+\.\d+|"
    rf"\.\d+|\d+)(?:\s*{_UNIT})?"
)
_COUNT = (
    r"\(\s*(?:x\s*)?\d+\s*(?:x|off|of|each|times)?\s*\)|(?:(?:cut|make)\s+)?\d+\s*(?:per|a|each|\/)\s*kit\b|"
    r"qty\.?\s*\d+|\d+\s+off\b|x\s*\d+\b(?!\s*[\/.\d])"
)
_FOUR = (
    r"(?:(?:on|along|from)\s+)?(?:the\s+|all\s+)*four\s+(?:sides|edges)\b|"
    r"(?:(?:on|along|from)\s+)?all\s+(?:sides|edges)\b"
)
_SIDE = (
    r"(?:(?:on|along|across|down|for)\s+)?(?:the\s+|its\s+)?"
    rf"(?:(?:short|long|shorter|longer|{_NUMBER}[-\s]*(?:inch|in|cm)?)\s+(?:sides?|edges?|way)\b|"
    r"(?:short|long)(?=\s*(?:at|:|,|;|and|$|\d))|width\b|height\b)"
)
_CORNERS = (
    r"(?:the\s+)?(?:all(?:\s+four)?|top|bottom|left|right|(?:top|bottom)[-\s](?:left|right))\s+corners?\b"
)
_WAY = r"(?:\s*(?:wide|high|tall|long|deep|w|h)\b)?"
_SIZE = rf"{_NUMBER}{_WAY}\s*(?:x|×|\*|by\b)\s*{_NUMBER}{_WAY}"

_GRAMMAR = rf"""
line: head SIZE tail -> sized
    | head           -> unsized

head: _BULLET? (WORD | NAMED | NUMBER | COUNT | COLON | COMMA | DASH | BY | SCORE | SLIT | SIDE | FOUR | AT
    | AND | FROM | TO | IN | DIE | PUNCH | TRIM | MARGIN | MAT | FOLLOWS | TURNS | SCRAP | PORTION | RELIEF
    | HOLE | DIAGONAL | SHAPE | CORNERS | TAB | COLUMN | ROW | RUNS | SEEN | UP | AS | MATCHED | FOLD
    | ABOUT | OPEN | CLOSE)*

tail: _clause*
_clause: count | scores | slits | diagonal | hole | corner | tab | seen | role | cut | margin | mat | matched
       | follows | turns | scrap | portion | unknown | COMMA | DASH | COLON | AND

count: COUNT
scores: FOLD? SCORE (NUMBER | SIDE | FOUR | AT | AND | COMMA | FROM | TO | RELIEF | FOLD | COLON | DASH)*
slits: SLIT (NUMBER | SIDE | FOUR | AT | AND | COMMA | FROM | TO | RELIEF | FOLD | COLON | DASH)*
diagonal: FOLD? DIAGONAL FOLD? SCORE? (NUMBER | FROM | TO | COMMA | OPEN | CLOSE)*
hole: HOLE (NUMBER | AT | COMMA | OPEN | CLOSE)*
corner: SHAPE (CORNERS | NUMBER)*
tab: TAB (COLUMN | ROW | RUNS)*
seen: SEEN (COLUMN | ROW | UP)* (AS _name?)?
role: IN _name?
cut: DIE | PUNCH | TRIM
margin: MARGIN NUMBER? | NUMBER MARGIN
mat: MAT _name? (COLUMN | ROW | COMMA)*
matched: MATCHED _name?
follows: FOLLOWS
turns: TURNS
scrap: SCRAP
portion: PORTION
unknown: WORD | NAMED | ABOUT | NUMBER | SIZE | SIDE | FOUR | AT | FROM | TO | BY | FOLD | RELIEF
       | CORNERS | COLUMN | ROW | RUNS | UP | AS | OPEN | CLOSE
_name: NAMED | (WORD | NUMBER)+

SIZE.9: /{_SIZE}/i
_BULLET.9: /^(?:[-*•–]|\d{{1,2}}[.)])(?=\s)/
COUNT.8: /{_COUNT}/i
NAMED.8: /"(?:[^"\\]|\\.)*"/
FOUR.7: /{_FOUR}/i
SIDE.7: /{_SIDE}/i
SCORE.6: /scored?\b|scores\b|scoring\b|scorelines?\b|fold(?:ed|s)?\b|crease[ds]?\b/i
SLIT.6: /(?:cut\s+)?slits?\b/i
FOLD.6: /mountain\b|valley\b/i
MAT.6: /(?:as\s+|is\s+)?(?:a\s+)?mats?\s+(?:of|for|on)\s+(?:the\s+)?/i
MATCHED.6: /matched\s+(?:with\s+|as\s+|set\s+)?/i
FOLLOWS.6: /follow(?:s|ing)?\s+(?:the\s+)?print\b|print\s+up\b/i
TURNS.6: /(?:may|can)\s+turn\b|any\s+way\s+(?:round|up)\b/i
SCRAP.6: /(?:may\s+come\s+)?from\s+scraps?\b|scraps?\s+will\s+do\b/i
PORTION.6: /three[-\s]?quarters?\b|half\b|halves\b|quarters?\b/i
DIE.6: /die[-\s]?cut(?:s|ting)?\b/i
PUNCH.6: /punch(?:ed|es)?(?:\s+out)?\b/i
TRIM.6: /trim(?:med)?\b/i
MARGIN.6: /(?:with\s+)?(?:a\s+)?margins?(?:\s+of)?\b/i
RELIEF.6: /(?:with\s+)?(?:a\s+)?reliefs?(?:\s+of)?\b/i
HOLE.6: /(?:a\s+)?holes?\b/i
DIAGONAL.7: /diagonal(?:ly)?\b/i
SHAPE.6: /(?:round|mitre|miter|notch)(?:ed)?\b/i
CORNERS.6: /{_CORNERS}/i
TAB.6: /tabs?\b/i
COLUMN.6: /col(?:umn)?\s*\d+\b/i
ROW.6: /row\s*\d+\b/i
RUNS.6: /\d+\s+runs?\b|runs\s*\d+\b/i
SEEN.6: /seen\b|face[sd]?\s+out\b/i
UP.6: /up\s+(?:is\s+)?(?:the\s+)?(?:top|bottom|left|right)\b/i
AS.5: /as\b/i
ABOUT.6: /about\b|approx(?:imately|\.)?|roughly\b|ca\.|~|≈/i
FROM.6: /from(?=\s*[\d.({_VULGAR}])/i
TO.5: /to\b/i
IN.5: /(?:in|from|out\s+of|of|using)\s+(?:the\s+)?(?="|[^\W\d_])/i
AT.5: /at\b|@/i
AND.5: /and\b|&|then\b/i
BY.5: /(?:x|×|by)(?=\s|\d)/i
NUMBER.4: /{_NUMBER}/i
COLON.5: ":"
COMMA.5: /[,;]|\.(?=\s|$)/
DASH.5: /[-–—=](?=\s|$)/
OPEN.5: "("
CLOSE.5: ")"
WORD.1: /[^\s,;:()"]+(?<!\.)|[^\s]/
// White space is looked for first: it is every other token.
_SPACE.20: /\s+/
%ignore _SPACE
"""

KEYWORDS = (
    "score", "slit", "mountain", "valley", "mat of", "matched", "follows the print", "may turn",
    "from scrap", "half", "quarter", "three-quarters", "die-cut", "punched", "trimmed", "margin", "relief",
    "hole", "diagonal", "round", "mitre", "notch", "corners", "tab", "column", "row", "runs", "seen",
    "long side", "short side", "width", "height", "all four sides", "in", "from", "a kit",
)  # fmt: skip


@functools.cache
def _lark() -> Lark:
    return Lark(_GRAMMAR, start="line", parser="lalr", lexer="basic", propagate_positions=False)


def parse(text: str) -> Branch:
    """The tree of one line; every text without a line break has one."""
    return _lark().parse(text)


@functools.lru_cache(maxsize=4096)
def words_only(before: str, text: str) -> bool:
    """Whether a text after a clause's first word is nothing but plain words: it needs no quotation marks."""
    tokens = list(_lark().lex(f"{before} {text}"))[1:]
    plain = text[:1].isalpha() and all(t.type in ("WORD", "NUMBER") for t in tokens)
    return plain and " ".join(tokens) == text and '"' not in text
