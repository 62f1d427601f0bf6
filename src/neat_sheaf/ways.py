"""Ways of cutting one paper's pieces, and the choice among them: sheets first, then the trimmer."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import NamedTuple

from neat_sheaf.demand import CannotPlanError, Unit, out_of_reach, wanted
from neat_sheaf.job import Colourway, Job, Paper, Style, may_turn
from neat_sheaf.length import Length
from neat_sheaf.nesting.cut_order import Pile, cut_order, strokes_of
from neat_sheaf.nesting.filling import filled
from neat_sheaf.nesting.items import Access, Item, Stock
from neat_sheaf.nesting.layouts import Layout
from neat_sheaf.nesting.packing import on_one_sheet
from neat_sheaf.nesting.pattern import Cut, Node, Split, Spot, cuts, gathered, offcuts, placements
from neat_sheaf.nesting.patterns import PatternBook
from neat_sheaf.nesting.planner import kept_bound, lower_bound, nest
from neat_sheaf.nesting.strips import Part, Strips, facts_of, in_strips
from neat_sheaf.nesting.watch import Watch
from neat_sheaf.project import Piece, Side

__all__ = ["Mix", "Sheets", "Way", "pattern_book", "stock_of", "way_of"]


# What a sheet that is not there weighs, so that it is taken only where nothing else will do.
_NOT_THERE = 10**9
_KITS_TOGETHER = 4  # so many kits' sheets, at most, are tried as what is cut over and over
_RELAID_PIECES = 40  # sheets with more pieces keep the layout of their pattern


@dataclass(frozen=True, slots=True)
class Sheets:
    """``times`` sheets or offcuts of a paper, cut up as ``part`` says.

    ``colourway``: they hold kits of that one only; None: whose pieces they are is open.
    """

    paper: Paper
    stock: Stock
    times: int
    part: Part
    colourway: str | None = None


@dataclass(frozen=True, slots=True)
class Mix:
    """Sizes of one paper that share the work: what their sheets cost, and the least it can be.

    Whole currency units. ``priced``: by price; else by area, in sheets of the first size.
    """

    papers: tuple[str, ...]
    cost: Fraction
    at_least: Fraction
    priced: bool


@dataclass(frozen=True, slots=True)
class Way:
    """One way of cutting a paper: its sheets, and what is proved of their number."""

    paper: Paper
    sheets: tuple[Sheets, ...]
    at_least: int
    mix: Mix | None = None

    @property
    def opened(self) -> int:
        """Whole sheets opened."""
        return sum(s.times for s in self.sheets if s.stock.is_sheet)


_Stocks = list[tuple[Paper, Stock]]
Effort = tuple[int, int, int, int]


def stock_of(job: Job, paper: Paper) -> _Stocks:
    """What there is to cut: whole sheets of each size without their edges, and the offcuts."""
    sizes = job.sizes_of(paper)
    costs = _costs(job, sizes)
    found: _Stocks = [
        (size, Stock(*size.usable, cost=cost, whole=(size.width, size.height) if size.edges else None))
        for size, cost in zip(sizes, costs, strict=True)
    ]
    return found + [
        (size, Stock(o.width, o.height, o.count)) for size in sizes for o in size.offcuts if o.count
    ]


def _costs(job: Job, sizes: Sequence[Paper]) -> list[int]:
    """What a sheet of each size weighs: 1 for one size; prices, or areas where one has no price."""
    if len(sizes) == 1:
        return [1]
    prices = [job.sheet_price(size) for size in sizes]
    if all(prices):
        # Ten-thousandths of a currency unit: finer than any price a shop writes.
        return [max(1, round(10_000 * (price or 0))) for price in prices]
    return [size.width * size.height // 10**12 for size in sizes]


def way_of(
    job: Job, paper: Paper, units: list[Unit], kinds: dict[str, int], style: Style, watch: Watch
) -> Way:
    """The best way found of cutting a paper's units in a style. Other papers are not thought of.

    Raises CannotPlanError for units that the trimmer frees from no sheet, and from too few offcuts.
    """
    stocks = stock_of(job, paper)
    maker = _Maker(job, paper, stocks, kinds, watch)
    if style is Style.KIT_PER_SHEET:
        way = maker.kit_per_sheet(units)
    else:
        way = maker.best(units, few=style is Style.FEWEST_SETTINGS)
    beyond = {
        tuple(sorted(s.stock.whole or (s.stock.width, s.stock.height))) for s in way.sheets if _not_there(s)
    }
    if beyond:
        stuck = [unit for unit in units if tuple(sorted(unit.size)) in beyond]
        raise CannotPlanError([out_of_reach(job, paper, unit) for unit in stuck])
    return way


def _not_there(sheets: Sheets) -> bool:
    return sheets.stock.is_sheet and sheets.stock.cost == _NOT_THERE


def pattern_book(
    job: Job, paper: Paper, units: Sequence[Unit], stock: Sequence[Stock], watch: Watch | None = None
) -> PatternBook:
    """The patterns of these units; CannotPlanError where the trimmer frees one from no whole sheet."""
    items = list(dict.fromkeys(unit.item for unit in units))
    book = PatternBook(items, stock, job.cutting.trimmer, watch)
    stuck = [unit for unit in units if items.index(unit.item) in book.uncovered]
    if stuck:
        raise CannotPlanError([out_of_reach(job, paper, unit) for unit in stuck])
    return book


class _Maker:
    def __init__(self, job: Job, paper: Paper, stocks: _Stocks, kinds: dict[str, int], watch: Watch) -> None:
        self.job, self.paper, self.kinds, self.watch = job, paper, kinds, watch
        self.stocks = stocks
        self.stock = [stock for _, stock in stocks]
        free = all(stock.access(job.cutting.trimmer) is Access.FREE for stock in self.stock)
        self.reach = None if free else job.cutting.trimmer
        # Ways differ in a few layouts, so most of their parts are made once.
        self._parts: dict[tuple[Stock, Node, tuple[tuple[Piece, ...], ...]], Part] = {}

    def cost(self, way: Way) -> int:
        """What a way's whole sheets weigh, as the search weighs them."""
        return sum(s.times * s.stock.cost for s in way.sheets if s.stock.is_sheet)

    def best(self, units: list[Unit], few: bool) -> Way:
        """The best of the ways found: fewest sheets first, or with ``few`` layouts and settings first."""

        def merit(way: Way) -> tuple[object, ...]:
            cost, effort = self.cost(way), self.effort(way)
            return (sum(effort[:2]), cost, effort) if few else (cost, effort)

        ways = self._ways(units, few)
        # A sheet that is not there is never taken for the sake of fewer layouts.
        possible = [way for way in ways if not any(map(_not_there, way.sheets))]
        ways = possible or ways
        if self.watch.over():
            # How each is cut takes a while to find out; the first of the cheapest will do.
            return min(ways, key=self.cost)
        if not few:
            # The order of cutting takes a while to find, so it is found only for those it decides between.
            least = min((self.cost(way), _different(way)) for way in ways)
            ways = [way for way in ways if (self.cost(way), _different(way)) == least]
        found = _least(ways, merit)
        easier = self._relaid(found)
        return found if easier == found else _least([found, easier], merit)

    def _ways(self, units: list[Unit], few: bool) -> list[Way]:
        items = list(dict.fromkeys(unit.item for unit in units))
        demand = _demand(items, units)
        book = self.book(items, units)
        scrap = [unit for unit in units if unit.scrap]
        nested: list[list[Layout]] = []
        at_least = 0
        if scrap:
            at_least = lower_bound(items, demand, self.stock, book, self.watch)
            nested += self._with_scrap(items, units, scrap, few)
        # Where scrap takes everything that may come of it, no sheet is planned for it.
        if not nested or min(self._opened(way) for way in nested) > at_least:
            kit = self._one_kit(items, units)
            ways = nest(
                items, demand, self.stock,
                few_layouts_first=few, whole_kit=kit, book=book, watch=self.watch,
            )  # fmt: skip
            at_least = max(at_least, min(way.at_least for way in ways))
            nested += [list(way.layouts) for way in ways]
            if few and kit and not self.watch.over():
                nested += self._kits_repeated(items, demand, kit)
        at_least = kept_bound(at_least, min(map(self._opened, nested)))
        return [self._way(items, units, layouts, at_least) for layouts in nested]

    def _kits_repeated(
        self, items: list[Item], demand: Sequence[int], kit: Sequence[int]
    ) -> Iterator[list[Layout]]:
        """The sheets of a few kits, cut over and over: few layouts, though seldom few sheets."""
        sheets = [stock for stock in self.stock if stock.is_sheet]
        kits = next(d // n for d, n in zip(demand, kit, strict=True) if n)
        if [n * kits for n in kit] != list(demand):
            return
        for together in range(1, _KITS_TOGETHER + 1):
            if kits % together == 0 and not self.watch.over():
                some = [n * together for n in kit]
                for way in nest(
                    items, some, sheets, few_layouts_first=True, reach=self.reach, watch=self.watch
                ):
                    yield [replace(lay, times=lay.times * (kits // together)) for lay in way.layouts]

    def book(self, items: list[Item], units: Sequence[Unit]) -> PatternBook:
        """The patterns of these items.

        A kind that the trimmer frees from offcuts alone has a sheet that is not there, of its own size;
        CannotPlanError where it frees one from nothing.
        """
        book = PatternBook(items, self.stock, self.reach, self.watch)
        beyond = book.uncovered
        if not beyond:
            return book
        held = {k for c in book.pool.values() for k, n in enumerate(c.holds) if n}
        stuck = [u for u in units if items.index(u.item) not in held]
        if stuck:
            raise CannotPlanError([out_of_reach(self.job, self.paper, unit) for unit in stuck])
        own = [(self.paper, Stock(items[kind].width, items[kind].height, cost=_NOT_THERE)) for kind in beyond]
        # Whole sheets come before offcuts, so that their numbers are the same without these.
        sheets = [pair for pair in self.stocks if pair[1].is_sheet]
        self.stocks = [*sheets, *own, *self.stocks[len(sheets) :]]
        self.stock = [stock for _, stock in self.stocks]
        return PatternBook(items, self.stock, self.reach, self.watch)

    def _opened(self, layouts: Iterable[Layout]) -> int:
        return sum(
            lay.times * self.stock[lay.stock].cost for lay in layouts if self.stock[lay.stock].is_sheet
        )

    def _with_scrap(
        self, items: list[Item], units: list[Unit], scrap: list[Unit], few: bool
    ) -> list[list[Layout]]:
        """Ways in which the pieces that scrap will do for are all cut from what the others leave."""
        main = [unit for unit in units if not unit.scrap]
        if not main:
            return []
        ways = nest(
            items, _demand(items, main), self.stock,
            few_layouts_first=few, whole_kit=self._one_kit(items, main),
            reach=self.reach, watch=self.watch,
        )  # fmt: skip
        made = []
        for way in ways:
            left = Counter(dict(enumerate(_demand(items, scrap))))
            layouts = filled(list(way.layouts), items, self.stock, +left, self.job.cutting.keeps, self.reach)
            if layouts is not None:
                made.append(layouts)
        return made

    def _one_kit(self, items: list[Item], units: list[Unit]) -> list[int] | None:
        """One kit's counts on this paper, where every colourway that uses it uses it alike."""
        kits = []
        for c in self.job.klass.colourways:
            mine = _demand(items, [unit for unit in units if unit.colourway == c.name])
            if c.kits and any(mine):
                kits.append([n // c.kits for n in mine])
        alike = bool(kits) and all(kit == kits[0] for kit in kits) and any(kits[0])
        return kits[0] if alike else None

    def _relaid(self, way: Way) -> Way:
        """The same pieces on each sheet, laid by simple rules where that is easier to cut."""
        return replace(way, sheets=tuple(_merged(self._easiest(s) for s in way.sheets)))

    def _easiest(self, sheets: Sheets) -> Sheets:
        """One layout laid anew. Sheets with edges or fixed blocks stay as they are."""
        tree = _plain_tree(sheets.part)
        if tree is None or (sheets.stock.is_sheet and sheets.paper.edges):
            return sheets
        width, height = sheets.stock.width, sheets.stock.height
        places = placements(tree, width, height)
        if len(places) > _RELAID_PIECES:
            return sheets
        pieces = {piece.name: piece for piece in self.job.project.pieces}
        names = {number: name for name, number in self.kinds.items()}
        items, who = [], []
        for kind in dict.fromkeys(place.kind for place in places):
            piece = pieces[names[kind]]
            items.append(Item(piece.rough_width, piece.rough_height, may_turn(piece, self.paper)))
            who.append(kind)
        demand = [sum(place.kind == kind for place in places) for kind in who]
        ways = on_one_sheet(items, demand, Stock(width, height))

        def leaf(spot: Spot, _w: int, _h: int) -> Part:
            return Spot(who[spot.kind], False)

        parts = [in_strips(tree, width, height, leaf) for tree in ways]
        best = min((sheets.part, *parts), key=lambda part: self._one_effort(sheets.stock, part))
        return replace(sheets, part=best)

    def _one_effort(self, stock: Stock, part: Part) -> Effort:
        """Whether a cut is out of reach, settings, cuts, and the largest kept offcut of one layout."""
        facts = facts_of(part, stock.width, stock.height, self.job.cutting.keeps)
        if self.reach is not None and facts.longest > self.reach:
            return (1, 0, 0, 0)
        return (0, len(_settings(part)), facts.cuts, -facts.kept)

    def kit_per_sheet(self, units: list[Unit]) -> Way:
        """No sheet holds pieces of two kits: one kit is laid out and cut as often as there are kits."""
        items = list(dict.fromkeys(unit.item for unit in units))
        book = self.book(items, units)
        at_least = lower_bound(items, _demand(items, units), self.stock, book, self.watch)
        whole = [pair for pair in self.stocks if pair[1].is_sheet]
        sheets: list[Sheets] = []
        for c in self.job.klass.colourways:
            mine = [unit for unit in units if unit.colourway == c.name]
            if not mine:
                continue
            kits = self._whole_kits(c, mine)
            one = [replace(unit, count=unit.count // kits) for unit in mine]
            maker = _Maker(self.job, self.paper, whole, self.kinds, self.watch)
            way = maker.best(one, few=False)
            sheets += [replace(s, times=s.times * kits, colourway=c.name) for s in way.sheets]
        return self._proved(tuple(sheets), at_least)

    def _whole_kits(self, colourway: Colourway, units: list[Unit]) -> int:
        """How many whole kits these pieces are; 1, to be laid together, where they make none."""
        asked = [u for u in wanted(self.job)[self.paper.id] if u.colourway == colourway.name]
        a_kit = {u.pieces: u.count // colourway.kits for u in asked}
        kits = {u.count // a_kit[u.pieces] for u in units if a_kit.get(u.pieces)}
        number = kits.pop() if len(kits) == 1 else 1
        return number if all(u.count == number * a_kit.get(u.pieces, 0) for u in units) else 1

    def _way(self, items: list[Item], units: list[Unit], layouts: list[Layout], at_least: int) -> Way:
        left: list[Counter[tuple[Piece, ...]]] = [Counter() for _ in items]
        by_pieces = {unit.pieces: unit for unit in units}
        for unit in units:
            left[items.index(unit.item)][unit.pieces] += unit.count
        sheets = []
        for layout in layouts:
            paper, stock = self.stocks[layout.stock]
            for alike, chosen in _named(layout.times, [spot.kind for spot in _spots(layout.tree)], left):
                key = (stock, layout.tree, tuple(chosen))
                if key not in self._parts:
                    self._parts[key] = self._part(layout.tree, stock, chosen, by_pieces)
                part = self._parts[key]
                sheets.append(_on_whole_sheet(paper, stock, alike, part, self.reach))
        return self._proved(tuple(_merged(sheets)), at_least)

    def _part(
        self,
        tree: Node,
        stock: Stock,
        chosen: Sequence[tuple[Piece, ...]],
        by_pieces: dict[tuple[Piece, ...], Unit],
    ) -> Part:
        """A tree as strips with its pieces named, its waste gathered where that is easier to cut.

        ``chosen`` names the pieces at the tree's places, in their order.
        """
        given: dict[int, list[tuple[Piece, ...]]] = {}
        for spot, pieces in zip(_spots(tree), chosen, strict=True):
            given.setdefault(spot.kind, []).append(pieces)

        def made(of: Node) -> Part:
            left = {kind: iter(pieces) for kind, pieces in given.items()}
            return in_strips(
                of, stock.width, stock.height,
                lambda spot, w, h: by_pieces[next(left[spot.kind])].part(w, h, self.kinds),
            )  # fmt: skip

        plain = made(tree)
        better = gathered(tree, stock.width, stock.height)
        too_long = self.reach is not None and any(
            _longer(cut, self.reach) for cut in cuts(better, stock.width, stock.height)
        )
        if better == tree or too_long:
            return plain
        return min((plain, made(better)), key=lambda part: self._one_effort(stock, part))

    def _proved(self, sheets: tuple[Sheets, ...], at_least: int) -> Way:
        way = Way(self.paper, sheets, at_least)
        way = replace(way, at_least=kept_bound(at_least, self.cost(way)))
        sizes = self.job.sizes_of(self.paper)
        if len(sizes) == 1:
            return way
        priced = all(self.job.sheet_price(size) for size in sizes)
        unit = 10_000 if priced else _costs(self.job, sizes)[0]
        ids = tuple(size.id for size in sizes)
        return replace(
            way, mix=Mix(ids, Fraction(self.cost(way), unit), Fraction(way.at_least, unit), priced)
        )

    def effort(self, way: Way) -> Effort:
        """Different layouts, trimmer settings, strokes, and the largest kept offcut (nm², less is more)."""
        sheets = way.sheets
        piles = [Pile(0, s.times, s.stock.width, s.stock.height, s.part) for s in sheets]
        at_once = self.paper.at_once or self.job.cutting.sheets_at_once
        batches, trees = cut_order(piles, [at_once], self.watch)
        kept = [
            r.width * r.height
            for s, tree in zip(sheets, trees, strict=True)
            for r in offcuts(tree, s.stock.width, s.stock.height)
            if self.job.cutting.keeps(r.width, r.height)
        ]
        return _different(way), len(batches), strokes_of(batches), -max(kept, default=0)


def _different(way: Way) -> int:
    """How many different layouts a way has."""
    return len({(s.stock, s.part) for s in way.sheets})


def _least(ways: Sequence[Way], merit: Callable[[Way], tuple[object, ...]]) -> Way:
    """The way of the least merit, which is not asked for where there is only one way."""
    return ways[0] if len(ways) == 1 else min(ways, key=merit)


def _demand(items: Sequence[Item], units: Iterable[Unit]) -> list[int]:
    wanted = Counter[Item]()
    for unit in units:
        wanted[unit.item] += unit.count
    return [wanted[item] for item in items]


def _spots(node: Node) -> list[Spot]:
    """The places of a tree in the order in which ``in_strips`` comes to them."""
    if isinstance(node, Split):
        return [*_spots(node.first), *_spots(node.second)]
    return [node] if node is not None else []


def _longer(cut: Cut, reach: int) -> bool:
    return (cut.of.height if cut.along is Side.WIDTH else cut.of.width) > reach


def _plain_tree(part: Part) -> Node:
    """Any tree of a part's cuts; None where strips must keep their order."""
    if not isinstance(part, Strips):
        return part
    if part.fixed or part.lead:
        return None
    inner = [(size, _plain_tree(p)) for size, p in part.strips]
    if any(tree is None for _, tree in inner):
        return None
    tree: Node = None
    if not part.rest:
        tree = inner.pop()[1]
    for size, first in reversed(inner):
        tree = Split(part.along, Length(size), first, tree)
    return tree


def _settings(part: Part) -> set[int]:
    if not isinstance(part, Strips):
        return set()
    return set(part.settings).union(*(_settings(inner) for _, inner in part.strips))


def _named(
    times: int, kinds: Sequence[int], left: list[Counter[tuple[Piece, ...]]]
) -> Iterator[tuple[int, list[tuple[Piece, ...]]]]:
    """Which of the units of one size each place is, none more often than wanted."""
    while times:
        taken: Counter[tuple[int, tuple[Piece, ...]]] = Counter()
        chosen = []
        for kind in kinds:
            # The unit with most still to cut, so that a layout seldom has to be split in two.
            of = left[kind]
            unit = max(of, key=lambda u: (of[u] - taken[kind, u], u[0].name))
            taken[kind, unit] += 1
            chosen.append(unit)
        alike = min(times, *(left[kind][unit] // n for (kind, unit), n in taken.items()))
        for (kind, unit), n in taken.items():
            left[kind][unit] -= n * alike
        yield alike, chosen
        times -= alike


def _merged(sheets: Iterable[Sheets]) -> list[Sheets]:
    """Sheets that are cut up alike are one layout; the one cut most often comes first."""
    times: Counter[Sheets] = Counter()
    for s in sheets:
        times[replace(s, times=0)] += s.times
    return sorted((replace(s, times=n) for s, n in times.items()), key=lambda s: -s.times)


def _on_whole_sheet(paper: Paper, stock: Stock, times: int, part: Part, reach: int | None) -> Sheets:
    """The usable part with the edges around it that come off first, as far as the trimmer reaches."""
    edges = paper.edges
    if not stock.is_sheet or stock.whole is None:
        return Sheets(paper, stock, times, part)
    width, height = stock.width, stock.height
    beside = _Edges(Side.WIDTH, width, edges.left, edges.right)
    above = _Edges(Side.HEIGHT, height, edges.bottom, edges.top)
    access = stock.access(reach)
    if access is Access.ROWS:
        part = above.around(beside.around_each(part))
    elif access is Access.COLUMNS:
        part = beside.around(above.around_each(part))
    elif reach is not None and stock.whole[1] > reach:
        part = above.around(beside.around(part))
    else:
        part = beside.around(above.around(part))
    return Sheets(paper, replace(stock, width=stock.whole[0], height=stock.whole[1]), times, part)


class _Edges(NamedTuple):
    """What is taken off along a side (nm): ``near`` and ``far`` of the ``size`` that can be used."""

    along: Side
    size: Length
    near: Length
    far: Length

    def around(self, part: Part) -> Part:
        """The part with these edges around it."""
        if not self.near and not self.far:
            return part
        return Strips(self.along, ((self.size, part),), self.far, self.near)

    def around_each(self, part: Part) -> Part:
        """The part cut into rows the other way, each with these edges around it."""
        if not isinstance(part, Strips) or part.along is self.along:
            return self.around(part)
        return replace(part, strips=tuple((size, self.around(row)) for size, row in part.strips))
