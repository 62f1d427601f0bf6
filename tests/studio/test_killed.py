"""A process that is killed in the middle of a step or a print: all of it is done, or nothing of it."""

from __future__ import annotations

import os
import signal

import pytest
from django.db import connection

from studio.classes.models import CuttingRun
from studio.cupboard.models import Movement, Offcut, Paper
from studio.tasks.for_studio import carry_out
from studio.tasks.models import StudioTask

from .test_ledger import paper_of, reconciled
from .test_prints import said_in, way  # noqa: F401 - a fixture

pytestmark = pytest.mark.django_db(transaction=True)


def killed_at(statement, work):
    """Do something in a process of its own, killed before its so-many-th statement; whether it was."""
    connection.close()  # nothing of it is shared with the child
    child = os.fork()
    if child == 0:
        asked = 0

        def counted(execute, sql, params, many, context):
            nonlocal asked
            if asked == statement:
                os.kill(os.getpid(), signal.SIGKILL)
            asked += 1
            return execute(sql, params, many, context)

        try:
            with connection.execute_wrapper(counted):
                work()
        finally:
            os._exit(0)
    _, status = os.waitpid(child, 0)
    return os.WIFSIGNALED(status)


def standing(made):
    """What the trimmer and the cupboard know."""
    run = CuttingRun.objects.get(kit_class_id=made["class"]["id"])
    return (
        run.done,
        run.timed,
        list(Paper.objects.order_by("pk").values_list("on_hand", flat=True)),
        list(Offcut.objects.order_by("pk").values_list("paper", "width_nm", "height_nm", "count")),
        list(Movement.objects.order_by("pk").values_list("paper", "supply", "amount", "cause")),
    )


def test_a_step_at_the_trimmer_that_is_cut_off_is_made_or_not(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 9})
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    steps = person.get(path)["steps"]
    before, cut_off = standing(made), 0
    # The last step: with it the sheets are cut, and the cupboard follows.
    said = {"done": steps, "follows": 0, "seconds": 20}
    while killed_at(cut_off, lambda: person.ask("PUT", f"{path}/done", said)):
        reconciled()
        if standing(made) != before:
            break
        cut_off += 1
    # Some were cut off before it was made, the last while it was answered: then the whole of it is there.
    assert cut_off > 5
    after = standing(made)
    assert (after[0], after[1], after[2]) == (steps, {str(steps - 1): 20}, [5])
    assert len(after[4]) == len(before[4]) + 1
    # Said again, since no answer came, it counts once.
    assert person.ask("PUT", f"{path}/done", said).status_code == 200
    assert standing(made) == after


def test_a_print_that_is_cut_off_is_written_by_whoever_takes_it_up_again(settings, way):  # noqa: F811
    person, path = way("labels")
    now = said_in(person.ask("GET", path))
    settings.PRINT_MILLISECONDS, settings.PLAN_WAIT_SECONDS = 0, 5
    task = person.ask("GET", path).json()["id"]
    cut_off = 0
    while killed_at(cut_off, lambda: carry_out(task, last=False)):
        row = StudioTask.objects.get(pk=task)
        assert (row.finished, row.content) == (None, None)
        cut_off += 7
    assert cut_off > 7
    assert said_in(person.ask("GET", f"/tasks/{task}/file")) == now
