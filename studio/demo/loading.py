"""Filling a studio from the made-up paper room, through the same readers as a person's saves."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from neat_sheaf.preparing.packing import bags_of
from studio.accounts.models import Member, Studio
from studio.audit.deeds import Deed
from studio.audit.noting import note
from studio.classes.convert import core_job
from studio.classes.models import Choice, Colourway, KitClass
from studio.classes.planning import whose
from studio.classes.services.cutting import begin, mark_done
from studio.cupboard.ledger_api import read_amount
from studio.cupboard.models import Pack, Paper, Supply
from studio.cupboard.schemas import PackIn, PaperIn, SupplyIn
from studio.cupboard.services import store_pack, store_paper, store_supply
from studio.demo import paper_room
from studio.log.closing import finish
from studio.log.services import add_note, say_left, say_took, say_used
from studio.people.services import add_people
from studio.preparing.packing import all_in, packing_for
from studio.preparing.services import Said, tick
from studio.projects.models import Project
from studio.projects.schemas import ProjectIn
from studio.projects.services import store_project
from studio.tasks.plans import plan_here

__all__ = ["load_paper_room"]


@transaction.atomic
def load_paper_room(username: str, password: str) -> Studio:
    """Make the demo's studio, account and everything in it; gives the studio."""
    studio = Studio.objects.create(**paper_room.STUDIO)
    user = User.objects.create_user(username, password=password)
    Member.objects.create(user=user, studio=studio)
    packs = {
        row["name"]: store_pack(Pack(studio=studio, version=0), PackIn(**row), studio).id
        for row in paper_room.PACKS
    }
    papers = {
        row["name"]: store_paper(
            Paper(studio=studio, version=0),
            PaperIn(**{**row, "pack": packs.get(row.get("pack", ""))}),
            studio,
        ).id
        for row in paper_room.PAPERS
    }
    supplies = {
        row["name"]: store_supply(Supply(studio=studio, version=0), SupplyIn(**row), studio).id
        for row in paper_room.SUPPLIES
    }
    projects = {row["name"]: _project(studio, row, supplies) for row in paper_room.PROJECTS}
    for row in paper_room.CLASSES:
        _class(studio, row, projects, papers)
    for kind, things in (
        ("pack", studio.packs), ("paper", studio.papers), ("supply", studio.supplies),
        ("project", studio.projects), ("class", studio.classes),
    ):  # fmt: skip
        for thing in things.order_by("pk"):
            note(studio, user, Deed("made", kind), thing, str(thing))
    return studio


def _project(studio: Studio, row: dict[str, Any], supplies: dict[str, int]) -> int:
    uses = [{**use, "supply": str(supplies[use["supply"]])} for use in row["supplies"]]
    steps = [
        {**step, "supplies": [str(supplies[name]) for name in step.get("supplies", [])]}
        for step in row.get("steps", [])
    ]
    contents = [
        {**thing, "supply": str(supplies[thing["supply"]])} if "supply" in thing else thing
        for thing in row.get("contents", [])
    ]
    more = {"supplies": uses, "steps": steps, "contents": contents}
    payload = ProjectIn.model_validate({**row, **more})
    return store_project(Project(studio=studio, version=0), payload, studio).pk


def _class(studio: Studio, row: dict[str, Any], projects: dict[str, int], papers: dict[str, int]) -> None:
    kit_class = KitClass.objects.create(
        studio=studio,
        project_id=projects[row["project"]],
        date=studio.today() + timedelta(days=row["in_days"]),
        **{key: row[key] for key in ("name", "place", "seats", "samples", "spares", "fee")},
    )
    for position, colourway in enumerate(row["colourways"]):
        kept = Colourway.objects.create(
            kit_class=kit_class, position=position, name=colourway["name"], share=colourway["share"]
        )
        Choice.objects.bulk_create(
            Choice(colourway=kept, role=role, paper_id=papers[name])
            for role, name in colourway["papers"].items()
        )
    if row.get("cut_steps"):
        kit_class.refresh_from_db()  # numbers as the database keeps them
        plan_here(core_job(kit_class), whose(kit_class))
        mark_done(begin(kit_class), row["cut_steps"])
    _in_hand(kit_class, row)
    if row.get("hours"):
        kit_class.refresh_from_db()
        plan_here(core_job(kit_class), whose(kit_class))
        _log(kit_class, row.get("log", {}))
        finish(kit_class, None)
        KitClass.objects.filter(pk=kit_class.pk).update(hours=row["hours"])


def _log(kit_class: KitClass, kept: dict[str, Any]) -> None:
    """What somebody wrote in the log of a class: what was used, how long it took, what is left, notes."""
    for key, minutes in kept.get("took", {}).items():
        say_took(kit_class, key, round(minutes * 60), None)
    for name, amount in kept.get("used", {}).items():
        supply = kit_class.studio.supplies.filter(name=name).first()
        of = supply or kit_class.studio.papers.get(name=name)
        read = read_amount(amount, supply, kit_class.studio.measure)
        say_used(kit_class, of, (0, 0), read, name in kept["ran_out"], None)
    for way, count in kept.get("left", {}).items():
        say_left(kit_class, way, count)
    for about, text in kept.get("notes", []):
        add_note(kit_class, about, text, None, None)


def _in_hand(kit_class: KitClass, row: dict[str, Any]) -> None:
    """What is done of a class beside its cutting: who comes, batches ticked, bags filled."""
    kit_class.refresh_from_db()
    people = [{"name": name, "colourway": way, **more} for name, way, more in row.get("people", [])]
    add_people(kit_class, people)
    if done := row.get("done"):
        tick(kit_class, "tasks", [Said(key, 1) for key in done], None)
    if bags := row.get("bags"):
        _, packing = packing_for(kit_class)
        ticks = [
            Said(*one) for number, bag in bags_of(packing) if number <= bags for one in all_in(number, bag)
        ]
        tick(kit_class, "packing", ticks, None)
