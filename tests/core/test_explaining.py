"""Every figure of the cost opened: the formula's own numbers come to the figure, the parts to the whole."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace
from decimal import Decimal
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given, reject, settings
from hypothesis import strategies as st

from neat_sheaf.advice.explaining import explain
from neat_sheaf.costing.spools import spool_plan
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.job import Extra, Per
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.money import rounded
from neat_sheaf.plan import plan_job
from neat_sheaf.project import SupplyUse
from neat_sheaf.stock import Supply, SupplyUnit
from neat_sheaf.wording import english

from .made_up_jobs import jobs

EXAMPLES = sorted(Path("examples").glob("*.json"))
MEASURES = ("material_used", "sheets_opened", "cash_out")


def worked_out(said, currency):
    """What a formula comes to by its own numbers; None where it has nothing to work out."""
    given = dict(said.params)
    if "rate" in given:
        given |= given["rate"].params
    price = given.get("price")
    if said.key == "explained-opened":
        return rounded(Fraction(price.value) / given["holds"] * given["sheets"], currency)
    if said.key in ("explained-bought.packs", "explained-pack"):
        return rounded(price.value * given["packs"], currency)
    if said.key == "explained-bought.none":
        return Decimal(0)
    if said.code == "explained-extra":
        exact = Fraction(given["amount"].value) * Fraction(given["times"]) / given["over"]
        return rounded(exact * given["count"], currency)
    return None


def check(job, plan):
    lines = {(line.kind, line.id): line for line in plan.cost.lines}
    found = {(one.kind, one.id): one for one in explain(job, plan)}
    total = found.pop(("total", ""))
    assert set(found) == set(lines)
    for key, one in found.items():
        line = lines[key]
        for name, said in one.figures.items():
            figure = getattr(line.amounts, name, None)
            assert english().words(said)
            if said.code == "explained-unpriced":
                assert not line.priced
            elif name in MEASURES and said.code != "explained-in-pack":
                cost = said.params.get("cost")
                assert cost is None or cost.value == figure
                assert worked_out(said, job.currency) in (None, figure)
        for part in (*one.parts, *one.sources):
            assert english().words(part)
    for name in MEASURES:
        of, given = getattr(plan.cost, name), total.figures[name].params
        assert given["total"].value == of.total
        left = abs(given["share"].value * plan.kits - given["total"].value)
        assert left == given["residue"].value or not plan.kits
    for paper in plan.papers:
        cut = Counter()
        for layout in paper.layouts:
            for placed in layout.placements:
                cut[placed.piece] += layout.times
        said = Counter()
        for part in found["paper", paper.paper].parts:
            if part.key == "explained-pieces":
                said[part.params["piece"]] += part.params["count"]
        assert said == cut


@pytest.mark.parametrize("path", EXAMPLES, ids=lambda path: path.stem)
def test_every_figure_of_the_examples_is_what_its_formula_comes_to(path):
    job = read_job(path.read_text())
    check(job, plan_job(job))


@given(jobs(), st.lists(st.sampled_from(Per), max_size=2), st.decimals("0.01", 99, places=2))
@settings(max_examples=20, deadline=None)
def test_every_figure_of_any_job_is_what_its_formula_comes_to(job, pers, price):
    extras = tuple(Extra(f"E{n}", price, per, Decimal("1.5"), 7) for n, per in enumerate(pers))
    papers = tuple(replace(paper, pack_price=price, pack_sheets=7) for paper in job.papers)
    job = replace(job, papers=papers, klass=replace(job.klass, extras=extras))
    try:
        plan = plan_job(job)
    except CannotPlanError:
        reject()
    check(job, plan)


def test_a_supply_that_is_shared_and_lent_is_said_so():
    job = read_job(Path("examples/seed-drawer.json").read_text())
    scissors = Supply("scissors", "Scissors", SupplyUnit.EACH, Decimal(1), Decimal("4.00"), Decimal(1))
    use = SupplyUse("scissors", Decimal(1), shared_by=4, lent=True)
    project = replace(job.project, supplies=(use,))
    job = replace(job, project=project, supplies=(scissors,))
    one = next(one for one in explain(job, plan_job(job)) if one.kind == "supply")
    words = english().words
    assert [words(part) for part in one.parts] == ["1 for 4 people × 4"]
    assert words(one.figures["needed"]) == "in all 4, of which 4 comes back"
    assert words(one.figures["cash_out"]) == "4 needed, 1 here: 3 packs of 1 × €4.00 = €12.00"
    assert words(one.figures["material_used"]) == "0 used × €4.00 / 1 = €0.00"


RIBBON = Supply("r", "Ribbon", SupplyUnit.LENGTH, Decimal(360), joinable=False)


@given(
    st.lists(st.tuples(st.integers(20, 360).map(Length), st.integers(0, 12)), min_size=1, max_size=4,
             unique_by=lambda one: one[0]),
    st.integers(0, 900),
)  # fmt: skip
@settings(max_examples=80, deadline=None)
def test_spools_hold_every_length_and_the_ends_are_what_is_left(lengths, here):
    found = spool_plan(RIBBON, lengths, Decimal(here))
    held, used = Counter(), Counter()
    for cut in found.cuts:
        assert 0 <= cut.left < cut.length
        used[cut.bought, cut.length] += cut.times
        for length, count in cut.lengths:
            held[length] += count * cut.times
    assert held == Counter({length: count for length, count in lengths if count})
    assert found.bought == used[True, Length(360)]
    assert used[False, Length(360)] <= here // 360
    assert sum(times for (new, size), times in used.items() if not new and size != 360) <= 1
    assert found.lower_bound <= found.bought
