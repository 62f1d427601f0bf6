"""The plan in words and columns, for a person at a terminal."""

from __future__ import annotations

from neat_sheaf.advice.leftovers import leftovers
from neat_sheaf.costing import PackTotal, SupplyTotal
from neat_sheaf.cutting.option import SizeMix
from neat_sheaf.cutting.order import Becomes, Stroke
from neat_sheaf.cutting.plan import PaperPlan, SheetLayout
from neat_sheaf.job import Job
from neat_sheaf.measure.length import Length, say_size, write_length
from neat_sheaf.measure.money import rounded
from neat_sheaf.messages import Amount, Measured, Message, Sized, message, several
from neat_sheaf.plan import Plan
from neat_sheaf.stock import SupplyUnit
from neat_sheaf.wording import Voice, english

__all__ = ["plan_report", "proof"]


def plan_report(plan: Plan, job: Job, voice: Voice | None = None) -> str:
    """Layouts with their cuts, shopping and cost of a plan of ``job``; lengths in the job's units."""
    return _Report(plan, job, voice or english(job.units)).text()


def proof(paper: PaperPlan) -> Message:
    """How many sheets, and what is proved of that number."""
    sheets = message("sheets-used", sheets=paper.sheets, offcuts=paper.offcuts_used)
    if paper.mixed:
        return message("proof.mixed", sheets=sheets)
    if paper.proved:
        free = paper.sheets == paper.lower_bound
        return message("proof.fewest" if free else "proof.trimmer", sheets=sheets)
    return message("proof.bound", sheets=sheets, bound=paper.lower_bound)


class _Report:
    def __init__(self, plan: Plan, job: Job, voice: Voice) -> None:
        self.plan, self.job, self.voice = plan, job, voice
        self.say = voice.say

    def _paper(self, paper: str) -> str:
        return self.job.paper(paper).name

    def text(self) -> str:
        plan, klass = self.plan, self.job.klass
        lines = [
            self.say(
                "report-head.kits",
                name=self.job.project.name,
                kits=plan.kits,
                seats=klass.seats,
                samples=klass.samples,
                spares=klass.spares,
            )
        ]
        for finding in plan.findings:
            where, said = self.voice.words(finding.where), self.voice.words(finding.message)
            lines.append(f"  {self.say(f'level.{finding.level}')}: {where}: {said}")
        for paper, total in zip(plan.papers, plan.paper_totals, strict=True):
            lines += ["", f"{self._paper(paper.paper)}: {self.voice.words(proof(paper))}"]
            pack = self.job.paper(paper.paper).pack
            if pack:
                lines.append(f"  {self.say('report-pack', pack=self.job.packs_by_id[pack].name)}")
            else:
                lines.append(f"  {self.say('report-buy', packs=total.packs)}")
            for layout in paper.layouts:
                lines += self._layout(layout)
        if plan.cutting.batches:
            lines += ["", *self._cutting()]
        lines += self._leftovers()
        lines += [line for mix in plan.mixes for line in ("", self._mix(mix))]
        lines += [line for pack_total in plan.packs for line in ("", self._pack(pack_total))]
        if plan.supplies:
            lines += ["", self.say("report-head.supplies")]
            lines += [f"  {self._supply(supply)}" for supply in plan.supplies]
        lines += ["", *self._cost()]
        return "\n".join(lines) + "\n"

    def _leftovers(self) -> list[str]:
        found = leftovers(self.job, self.plan.sheet_plan)
        lines = ["", self.say("report-head.leftovers")] if found else []
        for left in found:
            makes = [message("count-of-what", count=m.count, what=m.piece) for m in left.makes]
            said = (
                message("leftover-makes.some", makes=several(makes, "or"))
                if makes
                else message("leftover-makes.none")
            )
            size = self._size(left.width, left.height)
            row = self.say(
                "report-leftover", count=left.count, paper=self._paper(left.paper), size=size, makes=said
            )
            lines.append(f"  {row}")
        return lines

    def _mix(self, mix: SizeMix) -> str:
        names = several(self._paper(paper) for paper in mix.papers)
        proved = message("mix.cheapest" if mix.proved else "mix.open")
        if not mix.priced:
            return self.say("mix.by-area", papers=names, proved=proved)
        cost = Amount(rounded(mix.cost, self.job.currency), self.job.currency)
        return self.say("mix.by-price", papers=names, cost=cost, proved=proved)

    def _pack(self, total: PackTotal) -> str:
        left = several(
            message("count-of-what", count=sheets, what=self._paper(paper)) for paper, sheets in total.left
        )
        name = self.job.packs_by_id[total.pack].name
        return self.say("report-pack-left", pack=name, packs=total.packs, left=left, others=total.others)

    def _cost(self) -> list[str]:
        cost = self.plan.cost
        lines = [self.say("report-head.cost", currency=self.job.currency)]
        for name in ("material_used", "sheets_opened", "cash_out"):
            amount = getattr(cost, name)
            title = self.say(f"cost-name.{name.replace('_', '-')}")
            missing = len(self.plan.missing(name))
            if missing and not amount.total:
                lines.append(f"  {title:<14} {self.say('report-cost.unknown')}")
                continue
            more = f"  {self.say('report-cost.at-least', count=missing)}" if missing else ""
            lines.append(f"  {title:<14} {amount.share:>9} {amount.total:>10}{more}")
        if cost.unpriced:
            lines.append(f"  {self.say('report-unpriced', names=several(cost.unpriced))}")
        return lines

    def _cutting(self) -> list[str]:
        cutting = self.plan.cutting
        head = {"settings": cutting.settings, "strokes": cutting.strokes, "minutes": cutting.minutes}
        lines = [self.say("report-head.cutting", **head)]
        for batch, at in zip(cutting.batches, self.plan.sheet_plan.hands, strict=True):
            how = "square" if batch.squaring else "rule"
            lines.append(f"  {self.say(f'report-set.{how}', setting=self._bare(batch.setting))}")
            for stroke, turned in zip(batch.strokes, at.turned, strict=True):
                lines.append(f"     {self._stroke(stroke, turned)}")
            piles = several(
                message("report-pile", count=pile.count, size=Sized(pile.width, pile.height))
                for pile in at.waiting
            )
            if at.waiting:
                lines.append(f"     {self.say('report-waiting', piles=piles)}")
        return lines

    def _stroke(self, stroke: Stroke[str], turns: int) -> str:
        size = self._size(stroke.width, stroke.height)
        names = several(stroke.gives, "or")
        gives: Message = message("stroke-gives.pieces", pieces=names)
        if stroke.strip is Becomes.STRIP:
            gives = message("stroke-gives.strip", pieces=names)
        if not stroke.gives:
            gives = message("stroke-gives.part" if stroke.strip is Becomes.PART else "stroke-gives.waste")
        if stroke.rest_gives is not None:
            how = "and-strip" if stroke.rest is Becomes.STRIP else "and-rest"
            gives = message(f"stroke-gives.{how}", gives=gives, piece=stroke.rest_gives)
        turned = "turned" if turns else "straight"
        return self.say(
            f"report-stroke.{turned}",
            paper=self._paper(stroke.paper),
            count=stroke.count,
            size=size,
            side=stroke.along,
            times=stroke.times,
            gives=gives,
        )

    def _bare(self, length: int) -> str:
        """A length without its unit, which the head of the report has said."""
        return write_length(Length(length), self.job.units)

    def _size(self, width: int, height: int) -> str:
        """Two lengths in one unit; without it where it is the one that the head of the report has said."""
        said = say_size(width, height, self.job.units)
        return said.removesuffix(f" {self.job.units}")

    def _layout(self, layout: SheetLayout) -> list[str]:
        size = self._size(layout.stock.width, layout.stock.height)
        key = f"report-layout.{layout.stock.kind}"
        lines = [f"  {self.say(key, letter=layout.letter, times=layout.times, size=size)}"]
        for place in layout.placements:
            region = place.region
            turned = "turned" if place.turned else "upright"
            said = self.say(
                f"report-place.{turned}",
                piece=place.piece,
                colourway=place.colourway,
                size=self._size(region.width, region.height),
                at=f"{self._bare(region.x)}, {self._bare(region.y)}",
            )
            lines.append(f"     {said}")
        cuts = several(
            message("report-cut", setting=self._bare(c.setting), side=c.along) for c in layout.cuts
        )
        said = self.say("report-cuts.some", cuts=cuts) if layout.cuts else self.say("report-cuts.none")
        return [*lines, f"     {said}"]

    def _supply(self, total: SupplyTotal) -> str:
        name = next(s.name for s in self.job.supplies if s.id == total.supply)
        if total.unknown:
            return self.say("report-supply.unknown", supply=name)
        if total.unit is SupplyUnit.LENGTH:
            lengths = several(
                message("count-of-what", count=n, what=self._bare(cut)) for cut, n in total.lengths
            )
            return self.say(
                "report-supply.length",
                supply=name,
                needed=Measured(int(total.needed)),
                lengths=lengths,
                packs=total.packs,
            )
        needed = format(total.needed.normalize(), "f")
        return self.say(f"report-supply.{total.unit}", supply=name, needed=needed, packs=total.packs)
