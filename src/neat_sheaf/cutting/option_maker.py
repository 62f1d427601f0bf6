"""Options of cutting one paper are made here: sheets first, then the trimmer."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import replace
from decimal import Decimal
from fractions import Fraction

from neat_sheaf.cutting.demand import DemandItem, demand_of, out_of_reach
from neat_sheaf.cutting.edges import on_whole_sheet
from neat_sheaf.cutting.front import sheets_worth_opening
from neat_sheaf.cutting.naming import merged, named, spots_of
from neat_sheaf.cutting.option import CutSheets, CuttingOption, SizeMix, Stocks, stock_weights
from neat_sheaf.cutting.relaying import Relayer
from neat_sheaf.cutting.strips import Part, facts_of, in_runs, in_strips
from neat_sheaf.cutting.working import handled, on_strips
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.job import Colourway, Job
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.blocks import blocks
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.filling import filled
from neat_sheaf.nesting.items import Access, Item, Stock
from neat_sheaf.nesting.last_sheet import with_empty_last
from neat_sheaf.nesting.layouts import Layout
from neat_sheaf.nesting.planner import checked_bound, nest, prove_lower_bound, with_more_sheets
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.tree import Cut, Node, cuts, gathered, widened
from neat_sheaf.project import Piece
from neat_sheaf.stock import Paper

__all__ = ["OptionMaker", "is_virtual", "pattern_pool"]

# What a sheet that is not there weighs, so that it is taken only where nothing else will do.
_VIRTUAL = 10**9
_MORE_SHEETS = (1, 2, 3)


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


def is_virtual(sheets: CutSheets) -> bool:
    """Whether sheets are not there: nothing else would do for their piece."""
    return sheets.stock.is_sheet and sheets.stock.cost == _VIRTUAL


class OptionMaker:
    """Makes options of cutting one paper; all it makes is cut ``repeats`` times over, once for each kit."""

    def __init__(self, job: Job, paper: Paper, stocks: Stocks, kinds: dict[str, int], control: SearchControl,
                 repeats: int = 1) -> None:  # fmt: skip
        self.repeats = repeats
        self.job, self.paper, self.kinds, self.control = job, paper, kinds, control
        self.stocks = stocks
        self.stock = [stock for _, stock in stocks]
        # What each is really, where a margin is left on it.
        self.whole: dict[Stock, Stock] = {}
        free = all(stock.access(job.cutting.trimmer) is Access.FREE for stock in self.stock)
        self.reach = None if free else job.cutting.trimmer
        self.on_strips = on_strips(job, kinds)
        self.relayer = Relayer(job, kinds, self.on_strips, self.reach, repeats)
        self._pools: dict[tuple[Item, ...], PatternPool] = {}
        # Options differ in a few layouts, so most of their parts are made once.
        self._parts: dict[tuple[Stock, Node, tuple[tuple[Piece, ...], ...]], list[Part]] = {}

    def with_safety(self, needs: Sequence[DemandItem]) -> OptionMaker | None:
        """One that leaves the safety margin at the far edges of sheets; None where that is not to be had."""
        margin = self.job.cutting.safety
        if not margin or self.reach is not None:
            return None
        narrower: Stocks = []
        whole: dict[Stock, Stock] = {}
        for paper, stock in self.stocks:
            less = stock
            if stock.is_sheet:
                width, height = Length(stock.width - margin), Length(stock.height - margin)
                less = replace(stock, width=width, height=height)
                whole[less] = stock
            narrower.append((paper, less))
        fits = all(any(need.item.fits(s.width, s.height) for s in whole) for need in needs)
        if not fits or any(min(s.width, s.height) <= 0 for s in whole):
            return None
        maker = OptionMaker(self.job, self.paper, narrower, self.kinds, self.control)
        maker.whole = whole
        return maker

    def cost(self, option: CuttingOption) -> int:
        """What an option's whole sheets weigh, as the search weighs them."""
        return sum(s.times * s.stock.cost for s in option.sheets if s.stock.is_sheet)

    def best(self, needs: list[DemandItem]) -> CuttingOption:
        """The best of the options found with the fewest sheets: few layouts first, then little work."""

        def merit(option: CuttingOption) -> tuple[object, ...]:
            seconds = option.handling.seconds(self.job.cutting.pace)
            return option.different, seconds, self._slivers(option), -self._kept(option)

        # A sheet that is not there is never taken for the sake of fewer layouts.
        options = self._options(needs)
        possible = [option for option in options if not any(map(is_virtual, option.sheets))]
        least = min(map(self.cost, possible or options))
        options = [option for option in possible or options if self.cost(option) == least]
        if self.control.is_over():
            # How each is cut takes a while to find out; the first of the cheapest will do.
            return self._worked(min(options, key=lambda option: option.different), needs)
        if self.job.cutting.empty_last:
            laid = [*options, *map(self.relayer.relaid, options)]
            return self._worked(max(laid, key=self._kept), needs)
        # The order of cutting takes a while to find, so it is found only for those it decides between.
        few = min(option.different for option in options)
        options = [self._worked(option, needs) for option in options if option.different == few]
        found = min(options, key=merit)
        easier = self.relayer.relaid(found)
        return found if easier == found else min(found, self._worked(easier, needs), key=merit)

    def every(self, needs: list[DemandItem]) -> list[CuttingOption]:
        """The best, and others that may be less work or fewer layouts for a few sheets more.

        One, two and three sheets more; blocks of whole kits on a sheet, two or three, over and over; and
        one kit alone, where pieces follow a print.
        """
        best = self.best(needs)
        if self.control.is_over() or any(map(is_virtual, best.sheets)):
            return [best]
        items = list(dict.fromkeys(need.item for need in needs))
        demand = _demand(items, needs)
        found = [best]
        kit = self._one_kit(items, needs)
        most = sheets_worth_opening(best.opened)
        pool = self.pool(items, needs)
        plans: list[list[Layout]] = []
        if best.different > 1 and len(self.stock) == 1:
            more = with_more_sheets(demand, pool, _MORE_SHEETS, best.different, kit, self.control)
            plans += [list(nested.layouts) for nested in more]
        if kit is not None and all(stock.is_sheet for stock in self.stock):
            plans += blocks(pool, demand, kit, most, self.control)
        for layouts in plans:
            if sum(lay.times for lay in layouts if self.stock[lay.stock].is_sheet) <= most:
                option = self._option(items, needs, layouts, best.lower_bound, best.within_reach)
                found.append(self._worked(self.relayer.relaid(option), needs))
        if any(piece.follows_print or piece.matched for need in needs for piece in need.pieces):
            alone = self.kit_per_sheet(needs)
            found += [alone] if alone.opened <= most else []
        return found

    def _options(self, needs: list[DemandItem]) -> list[CuttingOption]:
        items = list(dict.fromkeys(need.item for need in needs))
        demand = _demand(items, needs)
        pool = self.pool(items, needs)
        scrap = [need for need in needs if need.scrap]
        nested: list[list[Layout]] = []
        lower_bound = within = 0
        if scrap:
            lower_bound = prove_lower_bound(items, demand, self.stock, pool, self.control)
            nested += self._with_scrap(items, needs, scrap)
        # Where scrap takes everything that may come of it, no sheet is planned for it.
        if not nested or min(self._opened(option) for option in nested) > lower_bound:
            kit = self._one_kit(items, needs)
            options = nest(items, demand, self.stock, whole_kit=kit, pool=pool, control=self.control)
            lower_bound = max(lower_bound, min(option.lower_bound for option in options))
            within = min(option.within_reach for option in options)
            nested += [list(option.layouts) for option in options]
            sheets = min(option.sheets for option in options)
            fewest = sheets <= min(map(self._opened, nested))
            if self.job.cutting.empty_last and fewest and len(self.stock) == 1 and self.reach is None:
                gathered_up = with_empty_last(items, demand, self.stock[0], sheets, self.control)
                nested += [gathered_up] if gathered_up else []
            if kit is not None and min(map(len, nested)) > 1 and all(s.is_sheet for s in self.stock):
                nested += blocks(pool, demand, kit, sheets, self.control)
        lower_bound = checked_bound(lower_bound, min(map(self._opened, nested)))
        return [self._option(items, needs, layouts, lower_bound, within) for layouts in nested]

    def pool(self, items: list[Item], needs: Sequence[DemandItem]) -> PatternPool:
        """The patterns of these items.

        A kind that the trimmer frees from offcuts alone has a sheet that is not there, of its own size;
        CannotPlanError where it frees one from nothing.
        """
        known = self._pools.get(tuple(items))
        if known is not None:
            return known
        pool = PatternPool(items, self.stock, self.reach, self.control)
        beyond = pool.uncovered
        if not beyond:
            self._pools[tuple(items)] = pool
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
        self, items: list[Item], needs: list[DemandItem], scrap: list[DemandItem]
    ) -> list[list[Layout]]:
        """Ways in which the pieces that scrap will do for are all cut from what the others leave."""
        main = [need for need in needs if not need.scrap]
        if not main:
            return []
        options = nest(
            items, _demand(items, main), self.stock,
            whole_kit=self._one_kit(items, main), reach=self.reach, control=self.control,
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
            mine = _demand(items, [need for need in needs if need.colourway == c.name and not need.spare])
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
        # The last sheet of each kit is one of many, and is cut like the others.
        plain = replace(self.job, cutting=replace(self.job.cutting, empty_last=False))
        sheets: list[CutSheets] = []
        for c in self.job.klass.colourways:
            for spare in (False, True):
                mine = [need for need in needs if need.colourway == c.name and need.spare is spare]
                if not mine:
                    continue
                kits = 1 if spare else self._whole_kits(c, mine)
                maker = OptionMaker(plain, self.paper, whole, self.kinds, self.control, kits)
                maker.whole = self.whole
                option = maker.best([replace(need, count=need.count // kits) for need in mine])
                sheets += [replace(s, times=s.times * kits, colourway=c.name) for s in option.sheets]
        return self._worked(self._proved(tuple(sheets), lower_bound), needs)

    def _whole_kits(self, colourway: Colourway, needs: list[DemandItem]) -> int:
        """How many whole kits these pieces are; 1, to be laid together, where they make none."""
        asked = [
            u for u in demand_of(self.job)[self.paper.id] if u.colourway == colourway.name and not u.spare
        ]
        a_kit = {u.pieces: u.count // colourway.kits for u in asked}
        kits = {u.count // a_kit[u.pieces] for u in needs if a_kit.get(u.pieces)}
        number = kits.pop() if len(kits) == 1 else 1
        return number if all(u.count == number * a_kit.get(u.pieces, 0) for u in needs) else 1

    def _option(
        self,
        items: list[Item],
        needs: list[DemandItem],
        layouts: list[Layout],
        lower_bound: int,
        within: int,
    ) -> CuttingOption:
        left: list[Counter[tuple[Piece, ...]]] = [Counter() for _ in items]
        by_pieces = {need.pieces: need for need in needs}
        for need in needs:
            left[items.index(need.item)][need.pieces] += need.count
        sheets = []
        for layout in layouts:
            paper, stock = self.stocks[layout.stock]
            tree, stock = self._on_whole(layout.tree, stock)
            for alike, chosen in named(layout.times, [spot.kind for spot in spots_of(tree)], left):
                key = (stock, tree, tuple(chosen))
                if key not in self._parts:
                    self._parts[key] = self._ways(tree, stock, chosen, by_pieces)
                part = self._easiest(self._parts[key], paper, stock, alike)
                sheets.append(on_whole_sheet(paper, stock, alike, part, self.reach, self.job.cutting.keeps))
        return self._proved(tuple(merged(sheets)), lower_bound, within)

    def _on_whole(self, tree: Node, stock: Stock) -> tuple[Node, Stock]:
        """A layout as it lies on the stock with its safety margin."""
        whole = self.whole.get(stock)
        if whole is None:
            return tree, stock
        return widened(tree, stock.width, stock.height, whole.width, whole.height), whole

    def _easiest(self, ways: Sequence[Part], paper: Paper, stock: Stock, times: int) -> Part:
        return min(ways, key=lambda part: self.relayer.effort(paper, stock, part, times))

    def _ways(
        self,
        tree: Node,
        stock: Stock,
        chosen: Sequence[tuple[Piece, ...]],
        by_pieces: dict[tuple[Piece, ...], DemandItem],
    ) -> list[Part]:
        """A tree as strips with its pieces named, as it lies and with its waste gathered.

        ``chosen`` names the pieces at the tree's places, in their order.
        """
        given: dict[int, list[tuple[Piece, ...]]] = {}
        for spot, pieces in zip(spots_of(tree), chosen, strict=True):
            given.setdefault(spot.kind, []).append(pieces)

        def made(of: Node) -> Part:
            left = {kind: iter(pieces) for kind, pieces in given.items()}
            part = in_strips(
                of, stock.width, stock.height,
                lambda spot, w, h: by_pieces[next(left[spot.kind])].part(w, h, self.kinds),
            )  # fmt: skip
            return in_runs(part, self.on_strips, stock.width, stock.height, self.job.cutting.keeps)

        plain = made(tree)
        better = gathered(tree, stock.width, stock.height)
        too_long = self.reach is not None and any(
            _longer(cut, self.reach) for cut in cuts(better, stock.width, stock.height)
        )
        if better == tree or too_long:
            return [plain]
        return [plain, made(better)]

    def _proved(self, sheets: tuple[CutSheets, ...], lower_bound: int, within: int = 0) -> CuttingOption:
        option = CuttingOption(self.paper, sheets, lower_bound)
        bounds = [checked_bound(bound, self.cost(option)) for bound in (lower_bound, within)]
        option = replace(option, lower_bound=bounds[0], within_reach=max(bounds))
        sizes = self.job.sizes_of(self.paper)
        if len(sizes) == 1:
            return option
        priced = all(self.job.sheet_price(size) for size in sizes)
        weights = stock_weights(self.job, sizes)
        cost, unit = self.cost(option), weights.unit
        mix = SizeMix(
            papers=tuple(size.id for size in sizes),
            cost=_in_units(cost, unit),
            lower_bound=_in_units(option.lower_bound, unit),
            priced=priced,
            proved=weights.exact and cost == option.lower_bound,
        )
        return replace(option, mix=mix)

    def _worked(self, option: CuttingOption, needs: Sequence[DemandItem]) -> CuttingOption:
        often = tuple(replace(s, times=s.times * self.repeats) for s in option.sheets)
        worked = handled(self.job, self.kinds, replace(option, sheets=often), needs, self.control)
        return replace(worked, sheets=option.sheets)

    def _slivers(self, option: CuttingOption) -> int:
        """Strips of waste that the trimmer hardly holds, on all sheets."""
        keeps = self.job.cutting.keeps
        return sum(
            s.times * facts_of(s.part, s.stock.width, s.stock.height, keeps).slivers for s in option.sheets
        )

    def _kept(self, option: CuttingOption) -> int:
        """The area of the largest offcut that is worth keeping, nm²."""
        keeps = self.job.cutting.keeps
        kept = (facts_of(s.part, s.stock.width, s.stock.height, keeps).kept for s in option.sheets)
        return max(kept, default=0)


def _in_units(weight: int, unit: int) -> Decimal:
    """A weight of sheets in units, to the ten-thousandth, which is how finely sheets are weighed."""
    return (Decimal(round(Fraction(weight, unit) * 10_000)) / 10_000).normalize() + 0


def _demand(items: Sequence[Item], needs: Iterable[DemandItem]) -> list[int]:
    wanted = Counter[Item]()
    for need in needs:
        wanted[need.item] += need.count
    return [wanted[item] for item in items]


def _longer(cut: Cut, reach: int) -> bool:
    return (cut.of.height if cut.along is Side.WIDTH else cut.of.width) > reach
