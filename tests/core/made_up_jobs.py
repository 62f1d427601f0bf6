"""Jobs drawn at random, with everything a job can have: what every property of a plan is tried on."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal

from hypothesis import strategies as st

from neat_sheaf.job import Class, Colourway, Cutting, Job, Style
from neat_sheaf.measure.apportionment import share_out
from neat_sheaf.measure.length import Length
from neat_sheaf.pace import Pace
from neat_sheaf.project import (
    CountOverride,
    CutMethod,
    MatOf,
    Override,
    Panel,
    PassOf,
    Piece,
    Portion,
    Project,
    Variant,
)  # fmt: skip
from neat_sheaf.project.mixing import mixed
from neat_sheaf.project.variants import variant_of
from neat_sheaf.stock import Edges, Offcut, Pack, Paper, Print

from .building import inch

__all__ = ["SIZES", "jobs"]

SIZES = st.sampled_from(
    ["3/4", "1", "1 1/2", "2", "2 1/4", "3", "3 3/8", "4", "4 1/4", "5 1/2", "6", "7", "8 1/2", "9 1/2", "11"]
)
# Letter, A4, the square sheets, two that are longer than most trimmers, a board no trimmer cuts across.
SHEETS = [("8 1/2", "11"), ("210 mm", "297 mm"), ("12", "12"), ("6", "6"), ("11", "17"), ("12", "18"),
          ("18", "12"), ("22", "28")]  # fmt: skip
EDGES = st.sampled_from(["0", "0", "0", "1/4", "1/2"]).map(inch)
MONEY = st.sampled_from([None, "0", "0.35", "1.20", "9.99"]).map(lambda text: text and Decimal(text))


@st.composite
def _papers(draw: st.DrawFn, role: str, packs: list[Pack]) -> Paper:
    width, height = (inch(side) for side in draw(st.sampled_from(SHEETS)))
    offcuts = st.lists(st.builds(Offcut, SIZES.map(inch), SIZES.map(inch), st.integers(0, 3)), max_size=2)
    return Paper(
        role,
        f"Paper {role}",
        width,
        height,
        print=draw(st.sampled_from(list(Print))),
        pack_sheets=draw(st.integers(1, 12)),
        pack_price=draw(MONEY),
        on_hand=draw(st.integers(0, 3)),
        offcuts=tuple(draw(offcuts)),
        edges=Edges(*(draw(EDGES) for _ in range(4))) if draw(st.booleans()) else Edges(),
        pack=draw(st.sampled_from(["", *(pack.id for pack in packs)])),
        at_once=draw(st.sampled_from([None, None, 1, 3])),
    )


@st.composite
def _pieces(draw: st.DrawFn, number: int) -> Piece:
    kind = draw(st.sampled_from(["plain", "plain", "plain", "scrap", "die", "portion"]))
    plain = Piece(
        f"P{number}", draw(st.sampled_from(["body", "print"])), draw(st.integers(1, 4)),
        inch(draw(SIZES)), inch(draw(SIZES)), follows_print=draw(st.booleans()),
    )  # fmt: skip
    if kind == "scrap":
        return replace(plain, scrap=True)
    if kind == "die":
        pitch = draw(st.sampled_from([Length(0), Length(plain.width + inch("1/16"))]))
        how = draw(st.sampled_from([CutMethod.DIE, CutMethod.PUNCH]))
        return replace(plain, cut=how, margin=inch("1/8"), pitch=pitch, spares=draw(st.integers(0, 2)))
    if kind == "portion":
        portion = draw(st.sampled_from([p for p in Portion if p is not Portion.WHOLE]))
        return replace(
            plain, width=inch("2"), height=inch("2"), cut=CutMethod.PUNCH, portion=portion,
            spares=draw(st.integers(0, 2)),
        )  # fmt: skip
    return replace(plain, spares=draw(st.sampled_from([0, 0, 0, 1, 3])))


@st.composite
def _dies(draw: st.DrawFn) -> list[Piece]:
    """A die of several tags, perhaps an alphabet, and what comes out of them."""
    trio = Piece(
        "Trio", "body", draw(st.integers(0, 2)), inch("3"), inch("2"), cut=CutMethod.DIE, margin=inch("1/8"),
        spares=draw(st.integers(0, 1)),
    )  # fmt: skip
    tags = [
        Piece(
            f"Tag {n}",
            "body",
            draw(st.integers(0, 3)),
            inch("1"),
            inch("2"),
            spares=draw(st.integers(0, 2)),
            pass_of=PassOf("Trio", draw(st.integers(1, 3))),
        )
        for n in range(draw(st.integers(1, 3)))
    ]
    words = draw(st.lists(st.text("OTea ", min_size=1, max_size=6).map(str.strip).filter(bool), max_size=2))
    letters = [
        Piece(f"Word {n}", "print", 1, inch("4"), inch("1"), pass_of=PassOf("Alphabet"), word=word)
        for n, word in enumerate(words)
    ]
    alphabet = Piece("Alphabet", "print", 1, inch("5"), inch("6"), cut=CutMethod.DIE)
    return [trio, *tags, *letters, *([alphabet] if letters else [])]


@st.composite
def _mixed(
    draw: st.DrawFn, project: Project, colourways: tuple[Colourway, ...]
) -> tuple[Project, tuple[Colourway, ...]]:
    """The list and a version of it that is smaller, leaves something out and has other counts, mixed."""
    names = [piece.name for piece in project.pieces]
    some = st.lists(st.sampled_from(names), max_size=2, unique=True)
    changed = draw(some)
    smaller = [
        Override(piece.name, "width", Length(piece.width * 3 // 4))
        for piece in project.pieces
        if piece.name in changed and not piece.pitch
    ]
    counts = [CountOverride(name, draw(st.integers(0, 3))) for name in draw(some)]
    added = [Piece("Own", "print", 1, inch("1"), inch("2"))] if draw(st.booleans()) else []
    left_out = draw(some) if len(names) > 2 else []
    other = Variant("Short", tuple(smaller), tuple(counts), added=tuple(added), left_out=tuple(left_out))
    versions = {"": project, "Short": variant_of(replace(project, variants=(other,)), "Short")}
    first, *rest = colourways
    asked = {first.name: "", **{one.name: "Short" for one in rest}}
    whole, without = mixed(versions, asked)
    return whole, tuple(replace(one, without=without[one.name]) for one in colourways)


@st.composite
def jobs(draw: st.DrawFn, wide: bool = True) -> Job:
    """A job; ``wide`` ones may hold what no trimmer cuts and pieces that fit no sheet."""
    packs = [Pack("year", "Garden year", 12, draw(MONEY))] if draw(st.booleans()) else []
    papers = [draw(_papers(role, packs)) for role in ("body", "print")]
    if draw(st.booleans()):
        # Another size of the first paper, which may be chosen for itself as well.
        other = replace(draw(_papers("other", packs)), same_as="body", name="Other size")
        papers.append(other)
    if not wide:
        usual = [(inch(w), inch(h)) for w, h in SHEETS[:3]]
        papers = [
            replace(p, width=w, height=h, edges=Edges())
            for p, (w, h) in zip(papers, (draw(st.sampled_from(usual)) for _ in papers), strict=True)
        ]
    pieces = [draw(_pieces(n)) for n in range(draw(st.integers(1, 6)))]
    if not wide:
        small = inch("7")
        pieces = [
            replace(p, width=min(p.width, small), height=min(p.height, small), pitch=min(p.pitch, small))
            for p in pieces
        ]
    if draw(st.integers(0, 3)) == 0:
        pieces += draw(_dies())
    if draw(st.integers(0, 3)) == 0:
        follows = draw(st.booleans())
        pieces += [
            Piece(f"M{n}", "print", 1, inch("2"), inch(side), follows_print=follows, matched="front",
                  mat_of=MatOf("P0", Panel(n, 1)))
            for n, side in ((2, "3"), (1, draw(st.sampled_from(["3", "2 1/2"]))))
        ]  # fmt: skip
    if draw(st.integers(0, 7)) == 0:
        # A cross: what lies above and below the middle is cut from the print as one block with the sides.
        follows = draw(st.booleans())
        across, up = draw(st.sampled_from(["1", "2"])), draw(st.sampled_from(["1", "1 1/2"]))
        pieces += [
            Piece(f"X{column}{row}", "print", 1, inch(across if column == 2 else "3/4"),
                  inch(up if row == 2 else "1/2"), follows_print=follows, matched="cross",
                  mat_of=MatOf("P0", Panel(column, row)))
            for column, row in ((2, 2), (1, 2), (3, 2), (2, 1), (2, 3))
        ]  # fmt: skip
    kits = draw(st.integers(1, 24))
    spares = draw(st.integers(0, min(3, kits)))
    shares = draw(st.lists(st.integers(1, 3), min_size=1, max_size=3))
    choice = st.sampled_from([paper.id for paper in papers])
    colourways = tuple(
        Colourway(
            f"C{n}",
            share,
            {"body": draw(choice), "print": draw(choice)},
            draw(st.sampled_from([0, 0, 0, 2])),
        )
        for n, share in enumerate(share_out(kits, shares))
    )
    project = Project("Made up", tuple(pieces))
    if len(colourways) > 1 and draw(st.integers(0, 2)) == 0:
        project, colourways = draw(_mixed(project, colourways))
    roles = {c.name: {p.paper for p in project.pieces if c.takes(p.name)} for c in colourways}
    colourways = tuple(
        replace(c, papers={role: paper for role, paper in c.papers.items() if role in roles[c.name]})
        for c in colourways
    )
    keep = draw(st.sampled_from([("1", "3"), ("2", "2"), ("1/2", "8")]))
    cutting = Cutting(
        # Every style but two looks at all the options, which takes a while.
        style=draw(st.sampled_from([Style.FEWEST_SHEETS, Style.FEWEST_SHEETS, Style.KIT_PER_SHEET, *Style])),
        sheets_at_once=draw(st.integers(1, 4)),
        keep_offcut=(inch(keep[0]), inch(keep[1])),
        trimmer=inch(draw(st.sampled_from(["12", "12", "9", "8", "15"] if wide else ["12"]))),
        mix_sizes=draw(st.booleans()),
        papers_together=draw(st.booleans()),
        empty_last=draw(st.integers(0, 7)) == 7,
        pace=Pace(hour=draw(st.sampled_from([None, None, Decimal("12.50")]))),
    )
    return Job(
        project,
        tuple(papers),
        (),
        Class(kits - spares + sum(c.ready for c in colourways), 0, spares, None, colourways),
        cutting,
        packs=tuple(packs),
    )
