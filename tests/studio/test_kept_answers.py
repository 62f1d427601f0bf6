"""What was worked out for a class is kept with it, and found as long as what it was made from is the same."""

from __future__ import annotations

import datetime as dt
from decimal import Decimal

import pytest
from django.utils import timezone

from neat_sheaf.errors import CannotPlanError, fault
from neat_sheaf.nesting.control import CancelledError
from studio.classes import advice_api
from studio.classes.models import KitClass
from studio.tasks import answers, plans
from studio.tasks.models import Answer
from tests.studio.test_statements import as_sent
from tests.studio.working import forget_the_queue, work


@pytest.fixture
def person(join):
    return join()


@pytest.fixture
def made(person, furnish):
    return furnish(person)


@pytest.fixture
def counted(monkeypatch):
    """Each plan that is searched for."""
    searched = []
    usual = plans._planned
    monkeypatch.setattr(plans, "_planned", lambda job, control: searched.append(job) or usual(job, control))
    return searched


@pytest.fixture
def slow(monkeypatch, settings, transactional_db):
    """From now on every plan takes longer than a person waits, once it is said."""

    def begin():
        def longer(job, control):
            raise CancelledError

        settings.PLAN_WAIT_SECONDS = 0.05
        monkeypatch.setattr(plans, "_planned", longer)
        plans.forget()

    yield begin
    forget_the_queue()


def path_of(made) -> str:
    return f"/classes/{made['class']['id']}"


def change_class(person, path, **changed):
    return person.save(path, person.get(path) | changed)


def change_paper(person, path, **changed):
    paper = person.get("/papers")[0]
    return person.save(f"/papers/{paper['id']}", paper | changed)


def change_list(person, path, **changed):
    project = person.get(f"/projects/{person.get(path)['project']}")
    pieces = [piece | changed for piece in project["pieces"]]
    return person.save(f"/projects/{project['id']}", project | {"pieces": pieces})


LATER = (dt.date.today() + dt.timedelta(days=90)).isoformat()


@pytest.mark.parametrize(
    ("change", "changed"),
    [
        (change_class, {"name": "Another evening"}),
        (change_class, {"date": LATER, "place": "The hall"}),
        (change_class, {"fee": "25"}),
        (change_class, {"extras": [{"name": "Hall", "amount": "30", "per": "class"}]}),
        (change_paper, {"name": "Kraft, the heavy one"}),
        (change_paper, {"pack_price": "9.50"}),
        (change_list, {"note": "for the spine"}),
    ],
    ids=lambda one: getattr(one, "__name__", str(one)),
)
def test_what_changes_no_sheet_loses_no_plan(person, made, counted, change, changed):
    """A process that knows nothing of it finds the plan, an hour or a month later."""
    path = path_of(made)
    layouts = person.get(path)["planned"]["plan"]["papers"][0]["layouts"]
    change(person, path, **changed)
    plans.forget()
    assert person.get(path)["planned"]["plan"]["papers"][0]["layouts"] == layouts
    assert counted == []


def test_a_price_is_of_today_though_the_sheets_are_of_before(person, made, counted):
    path = path_of(made)
    change_paper(person, path, pack_price="10.00", pack_sheets=1)
    cost = person.get(path)["planned"]["plan"]["cost"]["total"]["sheets_opened"]
    change_paper(person, path, pack_price="20.00", pack_sheets=1)
    plans.forget()
    dearer = person.get(path)["planned"]["plan"]["cost"]["total"]["sheets_opened"]
    # Four sheets, each 10.00 more.
    assert Decimal(dearer) - Decimal(cost) == 40
    assert counted == []


@pytest.mark.parametrize(
    ("change", "changed"),
    [
        (change_class, {"seats": 11}),
        (change_class, {"spares": 2}),
        (change_class, {"style": "kit-per-sheet"}),
        (change_class, {"sheets_at_once": 2}),
        (change_list, {"per_kit": 3}),
        (change_list, {"width": "3"}),
        (change_paper, {"print": "one-way"}),
    ],
    ids=lambda one: getattr(one, "__name__", str(one)),
)
def test_what_sheets_depend_on_is_planned_again(person, made, counted, change, changed):
    path = path_of(made)
    change(person, path, **changed)
    assert person.get(path)["planned"]["plan"]
    assert len(counted) == 1


def test_seats_up_and_down_find_their_plans_again_and_a_class_keeps_only_the_newest(person, made, counted):
    path = path_of(made)
    for seats in (8, 9, 10, 9, 8, 10):
        change_class(person, path, seats=seats)
        plans.forget()
    assert len({job.klass.seats for job in counted}) == len(counted) <= 4
    for seats in range(11, 18):
        change_class(person, path, seats=seats)
    assert Answer.objects.filter(kind="class").count() == answers.KEPT
    newest = Answer.objects.filter(kind="class").order_by("-pk")[0]
    assert newest.key == answers.sheets_key(counted[-1])


@pytest.mark.parametrize("kind", ["options", "seats", "sizes", "stock"])
def test_an_answer_is_kept_with_its_class_and_goes_with_it(person, made, kind, monkeypatch):
    path = path_of(made)
    first = person.get(f"{path}/{kind}")
    names = ("seat_breakpoints", "compare_options", "from_stock", "size_advice")
    for name in names:
        monkeypatch.setattr(advice_api, name, lambda *_, **__: pytest.fail("worked out again"))
    change_class(person, path, name="Another", date=LATER)
    plans.forget()
    assert person.get(f"{path}/{kind}") == first
    assert Answer.objects.filter(kind=kind).exists()
    KitClass.objects.all().delete()
    assert not Answer.objects.exists()


def test_a_fault_that_is_put_right_is_gone_though_the_sheets_are_the_same(person, made, monkeypatch):
    """Why there is no plan is of everything, not of the sheets alone."""
    path = path_of(made)
    usual = plans.plan_job

    def refused(job, *more, **other):
        if job.klass.fee is not None:
            raise CannotPlanError([fault("", "still-planning")])
        return usual(job, *more, **other)

    monkeypatch.setattr(plans, "plan_job", refused)
    plans.forget()
    assert change_class(person, path, fee="25")["planned"]["plan"] is None
    assert change_class(person, path, fee=None)["planned"]["plan"]
    assert change_class(person, path, fee="25")["planned"]["faults"]


def test_while_a_plan_is_made_the_last_is_shown_as_what_it_is(person, made, slow):
    path = path_of(made)
    last = person.get(path)["planned"]["plan"]
    slow()
    planned = change_class(person, path, seats=11)["planned"]
    assert (planned["plan"], planned["before"]) == (None, last)
    assert planned["before"]["kits"] != person.get(path)["kits"]
    # It is shown, and nothing is done with it.
    assert person.ask("POST", f"{path}/cutting").json()["faults"][0]["code"] == "still-planning"
    work()
    planned = person.get(path)["planned"]
    assert planned["plan"]["kits"] == person.get(path)["kits"]
    assert planned["before"] is None


@pytest.mark.parametrize("changed", [{"name": "Another piece"}, {"width": "3"}], ids=str)
def test_a_last_plan_of_pieces_that_are_no_more_is_not_shown(person, made, slow, changed):
    path = path_of(made)
    slow()
    change_list(person, path, **changed)
    planned = person.get(path)["planned"]
    assert planned["working"]
    assert (planned["plan"], planned["before"]) == (None, None)


def test_a_last_plan_that_cannot_be_read_is_not_shown(person, made, slow):
    path = path_of(made)
    slow()
    Answer.objects.update(content=b'{"format": "of another time"}')
    planned = change_class(person, path, seats=11)["planned"]
    assert planned["working"]
    assert planned["before"] is None


def test_a_plan_that_was_only_tried_is_never_the_last_and_is_found_when_it_is_meant(person, made, counted):
    path = path_of(made)
    project = person.get(f"/projects/{person.get(path)['project']}")
    tried = project | {"pieces": [piece | {"per_kit": 2} for piece in project["pieces"]]}
    keys = ("name", "pieces", "fits", "supplies", "tools", "steps", "contents", "variants")
    person.ask("POST", f"/projects/{project['id']}/effects", {key: tried[key] for key in keys})
    assert len(counted) == 1
    key = made["class"]["id"]
    assert answers.last_plan(key).kits == person.get(path)["planned"]["plan"]["kits"]
    assert {row.kind for row in Answer.objects.filter(kit_class=key)} == {"class", "effects"}
    person.save(f"/projects/{project['id']}", tried)
    plans.forget()
    assert person.get(path)["planned"]["plan"]
    assert len(counted) == 1
    assert Answer.objects.filter(kit_class=key, kind="class").count() == 2


def test_a_bench_reads_the_plans_of_all_classes_at_once(person, made, counted, django_assert_max_num_queries):
    whole = person.get(path_of(made))
    for seats in range(2, 8):
        person.add("/classes", **as_sent(whole), seats=seats, name=f"Of {seats}")
    person.get("/bench")
    plans.forget()
    before = len(counted)
    with django_assert_max_num_queries(20):
        bench = person.get("/bench")
    assert len(counted) == before
    assert all(card["sheets"] for card in bench["coming"])
    assert len(bench["coming"]) == 7


def test_a_copy_of_a_class_finds_the_plan_of_the_other_and_keeps_it(person, made, counted):
    whole = person.get(path_of(made))
    copy = person.add("/classes", **whole | {"name": "Again"})
    assert copy["planned"]["plan"]["papers"] == whole["planned"]["plan"]["papers"]
    KitClass.objects.filter(pk=made["class"]["id"]).delete()
    plans.forget()
    assert person.get(f"/classes/{copy['id']}")["planned"]["plan"]["papers"]
    assert counted == []


def test_a_long_plan_that_nobody_keeps_any_more_is_made_again(person, made, slow):
    """Its task was over, so it was not begun again: the class was being planned for ever."""
    path = path_of(made)
    slow()
    change_class(person, path, seats=11)
    work()
    assert person.get(path)["planned"]["plan"]
    Answer.objects.all().delete()
    plans.forget()
    assert person.get(path)["planned"]["working"]
    work()
    assert person.get(path)["planned"]["plan"]


def test_two_classes_that_wait_for_one_plan_both_have_it(person, made, slow):
    whole = person.get(path_of(made))
    slow()
    change_class(person, path_of(made), seats=11)
    copy = person.add("/classes", **as_sent(whole), seats=11, name="Again")
    assert copy["planned"]["working"]
    work()
    for path in (path_of(made), f"/classes/{copy['id']}"):
        assert person.get(path)["planned"]["plan"]


@pytest.mark.django_db(transaction=True)
def test_a_class_that_is_deleted_while_its_plan_is_made_is_no_fault():
    answers.keep(2**40, "seats", "of nobody", [1])
    assert not Answer.objects.exists()


@pytest.mark.parametrize(("days", "kept"), [(None, True), (30, True), (-30, True), (-80, False)])
def test_a_class_that_is_long_over_keeps_no_answers(person, made, days, kept):
    date = None if days is None else dt.date.today() + dt.timedelta(days=days)
    KitClass.objects.update(date=date)
    Answer.objects.update(made=timezone.now() - dt.timedelta(days=400))
    answers.forget_answers()
    assert Answer.objects.exists() is kept
    assert person.get(path_of(made))["planned"]["plan"]
