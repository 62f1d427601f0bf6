"""Whether what came out of an archive can be read as the pages read it."""

from __future__ import annotations

import logging
from collections.abc import Callable
from decimal import Decimal
from fractions import Fraction
from typing import Any

from django.db import models
from pydantic import TypeAdapter

from neat_sheaf.errors import CannotPlanError
from studio.accounts.models import Studio
from studio.accounts.places import PLACES
from studio.accounts.services.habits import habits_of
from studio.accounts.voice import voice_of
from studio.classes.convert import core_job
from studio.classes.models import CuttingRun, KitClass
from studio.classes.services.cutting import rounds_of, steps_in
from studio.cupboard.convert import pack_out, paper_out, supply_out
from studio.cupboard.ledger_api import movement_out
from studio.cupboard.models import Movement, Pack, Paper, Supply
from studio.log.models import ClassLog
from studio.log.planned import as_planned
from studio.projects.models import Project
from studio.projects.services import project_out

__all__ = ["check_readable"]

_log = logging.getLogger(__name__)
_COUNTS = TypeAdapter(dict[str, int])


def check_readable(thing: models.Model) -> bool:
    """Whether a row, and what is a part of it, can be read as the pages read it.

    What cannot be planned can be read: a list may have faults that a person is yet to correct.
    """
    check = _CHECKS.get(type(thing))
    if check is None:
        return True
    try:
        check(type(thing)._default_manager.get(pk=thing.pk))
    except CannotPlanError:
        return True
    except Exception as error:  # a boundary: the archive may hold whatever somebody wrote in it
        _log.warning("an archive holds what cannot be read: %s", type(error).__name__)
        return False
    return True


def _studio(studio: Studio) -> None:
    habits_of(studio)
    _ = studio.pace, studio.own_amounts
    if studio.place not in PLACES:
        raise LookupError(studio.place)
    TypeAdapter(list[str]).validate_python(studio.revoked, strict=True)


def _project(project: Project) -> None:
    project_out(project, voice_of(project.studio))


def _class(kit_class: KitClass) -> None:
    for log in ClassLog.objects.filter(kit_class=kit_class):
        _of_log(log)
    for run in CuttingRun.objects.filter(kit_class=kit_class):
        _run(run)
    if kit_class.figures is not None:
        _figures(kit_class.figures)
    core_job(kit_class)


def _figures(figures: dict[str, Any]) -> None:
    """What a class came to when it was over."""
    _ = Decimal(figures["material"]), Decimal(figures["other"]), Decimal(figures["takings"] or 0)
    TypeAdapter(tuple[str, int, int]).validate_python(
        (figures["currency"], figures["seats"], figures.get("unpriced", 0)), strict=True
    )


def _run(run: CuttingRun) -> None:
    """The pinned rounds; the papers in them are keys, and the steps that were timed are numbers."""
    for one in rounds_of(run):
        _ = [int(paper.paper) for paper in one.sheets.papers]
    if run.done > steps_in(run):
        raise ValueError(run.done)
    _COUNTS.validate_python(run.timed, strict=True)
    _ = [int(step) for step in run.timed]
    for row in run.spoilt:
        _ = [row[key] for key in ("paper", "piece", "colourway", "help")]
        _ = int(row["paper"]), int(row["count"])


def _of_log(log: ClassLog) -> None:
    if log.planned is not None:
        as_planned(log.kit_class)
    _COUNTS.validate_python(log.left, strict=True)
    _ = [Fraction(value) for value in log.shown.values()]


_CHECKS: dict[type[models.Model], Callable[[Any], object]] = {
    Studio: _studio,
    Pack: pack_out,
    Paper: lambda paper: paper_out(paper, paper.studio.measure),
    Supply: lambda supply: supply_out(supply, supply.studio.measure),
    Project: _project,
    KitClass: _class,
    Movement: lambda row: movement_out(row, row.studio.measure),
}
