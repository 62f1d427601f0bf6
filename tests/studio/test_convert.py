"""What the studio keeps is what the core was given: nothing is lost between the two."""

from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import HealthCheck, given, settings

from neat_sheaf.measure.length import inches
from neat_sheaf.project import Fit, FitKind, Panel
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.stock import SupplyUnit
from studio.accounts.models import Studio
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.cupboard.convert import core_paper, core_supply, plain_price
from studio.cupboard.models import Paper, Supply
from studio.projects.convert import core_project, store_pieces
from studio.projects.models import Project
from tests.core.test_formats import GLUES, pieces

QUICK = settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])


@pytest.mark.django_db
@given(pieces("A"), pieces("B"), GLUES)
@QUICK
def test_any_list_is_kept_whole(first, second, glue):
    studio = Studio.objects.create(name="Kept")
    row = Project.objects.create(studio=studio, name="List")
    fits = (Fit(FitKind.GLUED, "A", "B", Panel(1, 2), Panel(2, 1), glue=glue), Fit(FitKind.EACH, "A", "B"))
    project = CoreProject("List", (first, second), fits)
    store_pieces(row, project)
    kept = core_project(row)
    # Scores and slits are kept in their own order; a mat of nothing stays a mat of nothing.
    assert kept == project


@pytest.mark.django_db
def test_storing_again_puts_the_new_list_in_place_of_the_old(person, furnish):
    row = Project.objects.get(pk=furnish(person)["project"]["id"])
    before = core_project(row)
    after = replace(
        before, pieces=tuple(reversed((*before.pieces, replace(before.pieces[0], name="Second"))))
    )
    store_pieces(row, after)
    assert core_project(row) == after
    assert [p.position for p in row.pieces.all()] == [0, 1]


@pytest.mark.parametrize(
    ("kept", "plain"),
    [("11.4000", "11.40"), ("11.4050", "11.405"), ("3.0000", "3.00"), ("120.0000", "120.00")],
)
def test_a_price_keeps_its_cents_and_loses_the_databases_zeros(kept, plain):
    assert str(plain_price(Decimal(kept))) == plain
    assert plain_price(None) is None


@pytest.mark.django_db
def test_papers_and_supplies_are_what_was_written(person):
    paper = person.add(
        "/papers", name="Fern", kind="patterned", width="12", height="6", print="one-way", pack_sheets=6,
        pack_price="7.5", on_hand=2, offcuts=[{"width": "3", "height": "11 7/8", "count": 4}], motif="sprigs",
    )  # fmt: skip
    core = core_paper(Paper.objects.get(pk=paper["id"]))
    assert (core.width, core.height, core.print, core.pack_price) == (
        inches(12),
        inches(6),
        "one-way",
        Decimal("7.50"),
    )
    assert [(o.width, o.height, o.count) for o in core.offcuts] == [(inches(3), inches("95/8"), 4)]
    assert person.get("/papers")[0] == paper
    supply = person.add(
        "/supplies", name="Ribbon", unit="length", pack_size="360", on_hand="22 1/2", joinable=False
    )
    kept = core_supply(Supply.objects.get(pk=supply["id"]))
    assert (kept.unit, kept.pack_size, kept.on_hand) == (SupplyUnit.LENGTH, inches(360), inches("45/2"))
    assert not kept.joinable
    assert (supply["pack_size"], supply["on_hand"]) == ("360", "22 1/2")


@pytest.mark.django_db
def test_only_what_a_class_uses_goes_into_its_job(person, furnish):
    made = furnish(person)
    person.add("/papers", name="Unused", kind="foil", width="6", height="6")
    person.add("/supplies", name="Unused", unit="each", pack_size="5")
    job = core_job(KitClass.objects.get(pk=made["class"]["id"]))
    assert [p.name for p in job.papers] == ["Kraft"]
    assert [s.name for s in job.supplies] == ["Pads"]
    assert (job.units, job.currency, job.klass.kits) == ("in", "EUR", 8)


@pytest.mark.django_db
@pytest.mark.parametrize("seats", [0, 1, 7, 60])
def test_the_colourways_kits_of_a_job_always_sum(person, furnish, seats):
    made = furnish(person)
    body = made["class"] | {
        "seats": seats,
        "colourways": [
            {"name": name, "share": share, "papers": {"body": made["paper"]["id"]}}
            for name, share in (("A", 1), ("B", 2), ("C", 0))
        ],
    }
    person.save(f"/classes/{made['class']['id']}", body)
    job = core_job(KitClass.objects.get(pk=made["class"]["id"]))
    assert sum(c.kits for c in job.klass.colourways) == job.klass.kits == seats + 1
    assert job.klass.colourways[2].kits == 0
