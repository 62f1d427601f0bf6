"""Ways of cutting one paper's pieces, and the choice among them: sheets first, then the trimmer."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import replace
from decimal import Decimal
from fractions import Fraction

from neat_sheaf.cutting.demand import DemandItem, demand_of, out_of_reach
from neat_sheaf.cutting.edges import on_whole_sheet
from neat_sheaf.cutting.naming import merged, named, spots_of
from neat_sheaf.cutting.option import CutSheets, CuttingOption, SizeMix, Stocks, stock_of, stock_weights
from neat_sheaf.cutting.order import Pile, cut_order, strokes_of
from neat_sheaf.cutting.relaying import Effort, Relayer
from neat_sheaf.cutting.strips import Part, in_strips
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.job import Colourway, Job, Style
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.filling import filled
from neat_sheaf.nesting.items import Access, Item, Stock
from neat_sheaf.nesting.layouts import Layout
from neat_sheaf.nesting.planner import checked_bound, nest, prove_lower_bound
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.tree import Cut, Node, cuts, gathered, offcuts
from neat_sheaf.project import Piece
from neat_sheaf.stock import Paper

__all__ = ["best_option", "pattern_pool"]

# What a sheet that is not there weighs, so that it is taken only where nothing else will do.
_VIRTUAL = 10**9
_KITS_TOGETHER = 4  # so many kits' sheets, at most, are tried as what is cut over and over


def best_option(
    job: Job,
    paper: Paper,
    needs: list[DemandItem],
    kinds: dict[str, int],
    style: Style,
    control: SearchControl,
) -> CuttingOption:
    """The best option found of cutting a paper's needs in a style. Other papers are not thought of.

    Raises CannotPlanError for needs that the trimmer frees from no sheet, and from too few offcuts.
    """
    stocks = stock_of(job, paper)
    maker = OptionMaker(job, paper, stocks, kinds, control)
    if style is Style.KIT_PER_SHEET:
        option = maker.kit_per_sheet(needs)
    else:
        option = maker.best(needs, few=style is Style.FEWEST_SETTINGS)
    beyond = {
        tuple(sorted(s.stock.whole or (s.stock.width, s.stock.height)))
        for s in option.sheets
        if _is_virtual(s)
    }
    if beyond:
        stuck = [need for need in needs if tuple(sorted(need.size)) in beyond]
        raise CannotPlanError([out_of_reach(job, paper, need) for need in stuck])
    return option


def _is_virtual(sheets: CutSheets) -> bool:
    return sheets.stock.is_sheet and sheets.stock.cost == _VIRTUAL


def pattern_pool(
    job: Job,
    paper: Paper,
    needs: Sequence[DemandItem],
    stock: Sequence[Stock],
    control: SearchControl | None = None,
) -> PatternPool:
    """The patterns of these needs; CannotPlanError where the trimmer frees one from no whole sheet."""
    items = list(dict.fromkeys(need.item for need in needs))
    pool = PatternPool(items, stock, job.cutting.trimmer, control)
    stuck = [need for need in needs if items.index(need.item) in pool.uncovered]
    if stuck:
        raise CannotPlanError([out_of_reach(job, paper, need) for need in stuck])
    return pool


class OptionMaker:
    def __init__(
        self, job: Job, paper: Paper, stocks: Stocks, kinds: dict[str, int], control: SearchControl
    ) -> None:
        self.job, self.paper, self.kinds, self.control = job, paper, kinds, control
        self.stocks = stocks
        self.stock = [stock for _, stock in stocks]
        free = all(stock.access(job.cutting.trimmer) is Access.FREE for stock in self.stock)
        self.reach = None if free else job.cutting.trimmer
        self.relayer = Relayer(job, kinds, self.reach)
        # Options differ in a few layouts, so most of their parts are made once.
        self._parts: dict[tuple[Stock, Node, tuple[tuple[Piece, ...], ...]], Part] = {}

    def cost(self, option: CuttingOption) -> int:
        """What an option's whole sheets weigh, as the search weighs them."""
        return sum(s.times * s.stock.cost for s in option.sheets if s.stock.is_sheet)

    def best(self, needs: list[DemandItem], few: bool) -> CuttingOption:
        """The best of the options found: fewest sheets first, or with ``few`` layouts and settings first."""

        def merit(option: CuttingOption) -> tuple[object, ...]:
            cost, effort = self.cost(option), self.effort(option)
            return (sum(effort[:2]), cost, effort) if few else (cost, effort)

        options = self._options(needs, few)
        # A sheet that is not there is never taken for the sake of fewer layouts.
        possible = [option for option in options if not any(map(_is_virtual, option.sheets))]
        options = possible or options
        if self.control.time_is_up():
            # How each is cut takes a while to find out; the first of the cheapest will do.
            return min(options, key=self.cost)
        if not few:
            # The order of cutting takes a while to find, so it is found only for those it decides between.
            least = min((self.cost(option), _different(option)) for option in options)
            options = [option for option in options if (self.cost(option), _different(option)) == least]
        found = _least(options, merit)
        easier = self.relayer.relaid(found)
        return found if easier == found else _least([found, easier], merit)

    def _options(self, needs: list[DemandItem], few: bool) -> list[CuttingOption]:
        items = list(dict.fromkeys(need.item for need in needs))
        demand = _demand(items, needs)
        pool = self.pool(items, needs)
        scrap = [need for need in needs if need.scrap]
        nested: list[list[Layout]] = []
        lower_bound = 0
        if scrap:
            lower_bound = prove_lower_bound(items, demand, self.stock, pool, self.control)
            nested += self._with_scrap(items, needs, scrap, few)
        # Where scrap takes everything that may come of it, no sheet is planned for it.
        if not nested or min(self._opened(option) for option in nested) > lower_bound:
            kit = self._one_kit(items, needs)
            options = nest(
                items, demand, self.stock,
                few_layouts_first=few, whole_kit=kit, pool=pool, control=self.control,
            )  # fmt: skip
            lower_bound = max(lower_bound, min(option.lower_bound for option in options))
            nested += [list(option.layouts) for option in options]
            if few and kit and not self.control.time_is_up():
                nested += self._kits_repeated(items, demand, kit)
        lower_bound = checked_bound(lower_bound, min(map(self._opened, nested)))
        return [self._option(items, needs, layouts, lower_bound) for layouts in nested]

    def _kits_repeated(
        self, items: list[Item], demand: Sequence[int], kit: Sequence[int]
    ) -> Iterator[list[Layout]]:
        """The sheets of a few kits, cut over and over: few layouts, though rarely few sheets."""
        sheets = [stock for stock in self.stock if stock.is_sheet]
        kits = next(d // n for d, n in zip(demand, kit, strict=True) if n)
        if [n * kits for n in kit] != list(demand):
            return
        for together in range(1, _KITS_TOGETHER + 1):
            if kits % together == 0 and not self.control.time_is_up():
                some = [n * together for n in kit]
                for option in nest(
                    items, some, sheets, few_layouts_first=True, reach=self.reach, control=self.control
                ):
                    yield [replace(lay, times=lay.times * (kits // together)) for lay in option.layouts]

    def pool(self, items: list[Item], needs: Sequence[DemandItem]) -> PatternPool:
        """The patterns of these items.

        A kind that the trimmer frees from offcuts alone has a sheet that is not there, of its own size;
        CannotPlanError where it frees one from nothing.
        """
        pool = PatternPool(items, self.stock, self.reach, self.control)
        beyond = pool.uncovered
        if not beyond:
            return pool
        held = {k for c in pool.patterns.values() for k, n in enumerate(c.holds) if n}
        stuck = [u for u in needs if items.index(u.item) not in held]
        if stuck:
            raise CannotPlanError([out_of_reach(self.job, self.paper, need) for need in stuck])
        own = [(self.paper, Stock(items[kind].width, items[kind].height, cost=_VIRTUAL)) for kind in beyond]
        # Whole sheets come before offcuts, so that their numbers are the same without these.
        sheets = [pair for pair in self.stocks if pair[1].is_sheet]
        self.stocks = [*sheets, *own, *self.stocks[len(sheets) :]]
        self.stock = [stock for _, stock in self.stocks]
        return PatternPool(items, self.stock, self.reach, self.control)

    def _opened(self, layouts: Iterable[Layout]) -> int:
        return sum(
            lay.times * self.stock[lay.stock].cost for lay in layouts if self.stock[lay.stock].is_sheet
        )

    def _with_scrap(
        self, items: list[Item], needs: list[DemandItem], scrap: list[DemandItem], few: bool
    ) -> list[list[Layout]]:
        """Ways in which the pieces that scrap will do for are all cut from what the others leave."""
        main = [need for need in needs if not need.scrap]
        if not main:
            return []
        options = nest(
            items, _demand(items, main), self.stock,
            few_layouts_first=few, whole_kit=self._one_kit(items, main),
            reach=self.reach, control=self.control,
        )  # fmt: skip
        made = []
        for option in options:
            left = Counter(dict(enumerate(_demand(items, scrap))))
            layouts = filled(
                list(option.layouts), items, self.stock, +left, self.job.cutting.keeps, self.reach
            )
            if layouts is not None:
                made.append(layouts)
        return made

    def _one_kit(self, items: list[Item], needs: list[DemandItem]) -> list[int] | None:
        """One kit's counts on this paper, where every colourway that uses it uses it alike."""
        kits = []
        for c in self.job.klass.colourways:
            mine = _demand(items, [need for need in needs if need.colourway == c.name])
            if c.kits and any(mine):
                kits.append([n // c.kits for n in mine])
        alike = bool(kits) and all(kit == kits[0] for kit in kits) and any(kits[0])
        return kits[0] if alike else None

    def kit_per_sheet(self, needs: list[DemandItem]) -> CuttingOption:
        """No sheet holds pieces of two kits: one kit is laid out and cut as often as there are kits."""
        items = list(dict.fromkeys(need.item for need in needs))
        pool = self.pool(items, needs)
        lower_bound = prove_lower_bound(items, _demand(items, needs), self.stock, pool, self.control)
        whole = [pair for pair in self.stocks if pair[1].is_sheet]
        sheets: list[CutSheets] = []
        for c in self.job.klass.colourways:
            mine = [need for need in needs if need.colourway == c.name]
            if not mine:
                continue
            kits = self._whole_kits(c, mine)
            one = [replace(need, count=need.count // kits) for need in mine]
            maker = OptionMaker(self.job, self.paper, whole, self.kinds, self.control)
            option = maker.best(one, few=False)
            sheets += [replace(s, times=s.times * kits, colourway=c.name) for s in option.sheets]
        return self._proved(tuple(sheets), lower_bound)

    def _whole_kits(self, colourway: Colourway, needs: list[DemandItem]) -> int:
        """How many whole kits these pieces are; 1, to be laid together, where they make none."""
        asked = [u for u in demand_of(self.job)[self.paper.id] if u.colourway == colourway.name]
        a_kit = {u.pieces: u.count // colourway.kits for u in asked}
        kits = {u.count // a_kit[u.pieces] for u in needs if a_kit.get(u.pieces)}
        number = kits.pop() if len(kits) == 1 else 1
        return number if all(u.count == number * a_kit.get(u.pieces, 0) for u in needs) else 1

    def _option(
        self, items: list[Item], needs: list[DemandItem], layouts: list[Layout], lower_bound: int
    ) -> CuttingOption:
        left: list[Counter[tuple[Piece, ...]]] = [Counter() for _ in items]
        by_pieces = {need.pieces: need for need in needs}
        for need in needs:
            left[items.index(need.item)][need.pieces] += need.count
        sheets = []
        for layout in layouts:
            paper, stock = self.stocks[layout.stock]
            for alike, chosen in named(layout.times, [spot.kind for spot in spots_of(layout.tree)], left):
                key = (stock, layout.tree, tuple(chosen))
                if key not in self._parts:
                    self._parts[key] = self._part(layout.tree, stock, chosen, by_pieces)
                part = self._parts[key]
                sheets.append(on_whole_sheet(paper, stock, alike, part, self.reach))
        return self._proved(tuple(merged(sheets)), lower_bound)

    def _part(
        self,
        tree: Node,
        stock: Stock,
        chosen: Sequence[tuple[Piece, ...]],
        by_pieces: dict[tuple[Piece, ...], DemandItem],
    ) -> Part:
        """A tree as strips with its pieces named, its waste gathered where that is easier to cut.

        ``chosen`` names the pieces at the tree's places, in their order.
        """
        given: dict[int, list[tuple[Piece, ...]]] = {}
        for spot, pieces in zip(spots_of(tree), chosen, strict=True):
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
        return min((plain, made(better)), key=lambda part: self.relayer.effort(stock, part))

    def _proved(self, sheets: tuple[CutSheets, ...], lower_bound: int) -> CuttingOption:
        option = CuttingOption(self.paper, sheets, lower_bound)
        option = replace(option, lower_bound=checked_bound(lower_bound, self.cost(option)))
        sizes = self.job.sizes_of(self.paper)
        if len(sizes) == 1:
            return option
        priced = all(self.job.sheet_price(size) for size in sizes)
        unit = 10_000 if priced else stock_weights(self.job, sizes)[0]
        cost = self.cost(option)
        mix = SizeMix(
            papers=tuple(size.id for size in sizes),
            cost=_in_units(cost, unit),
            lower_bound=_in_units(option.lower_bound, unit),
            priced=priced,
            proved=cost == option.lower_bound,
        )
        return replace(option, mix=mix)

    def effort(self, option: CuttingOption) -> Effort:
        """Different layouts, trimmer settings, strokes, and the largest kept offcut (nm², less is more)."""
        sheets = option.sheets
        piles = [Pile(0, s.times, s.stock.width, s.stock.height, s.part) for s in sheets]
        at_once = self.paper.at_once or self.job.cutting.sheets_at_once
        batches, trees = cut_order(piles, [at_once], self.control)
        kept = [
            r.width * r.height
            for s, tree in zip(sheets, trees, strict=True)
            for r in offcuts(tree, s.stock.width, s.stock.height)
            if self.job.cutting.keeps(r.width, r.height)
        ]
        return _different(option), len(batches), strokes_of(batches), -max(kept, default=0)


def _in_units(weight: int, unit: int) -> Decimal:
    """A weight of sheets in units, to the ten-thousandth, which is how finely sheets are weighed."""
    return (Decimal(round(Fraction(weight, unit) * 10_000)) / 10_000).normalize() + 0


def _different(option: CuttingOption) -> int:
    """How many different layouts an option has."""
    return len({(s.stock, s.part) for s in option.sheets})


def _least(
    options: Sequence[CuttingOption], merit: Callable[[CuttingOption], tuple[object, ...]]
) -> CuttingOption:
    """The option of the least merit, which is not asked for where there is only one option."""
    return options[0] if len(options) == 1 else min(options, key=merit)


def _demand(items: Sequence[Item], needs: Iterable[DemandItem]) -> list[int]:
    wanted = Counter[Item]()
    for need in needs:
        wanted[need.item] += need.count
    return [wanted[item] for item in items]


def _longer(cut: Cut, reach: int) -> bool:
    return (cut.of.height if cut.along is Side.WIDTH else cut.of.width) > reach
