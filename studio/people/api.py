"""The people of a class: listed, added, changed, deleted, and as a table."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from django.db import transaction
from django.http import Http404, HttpRequest, HttpResponse
from ninja import Field, Router, Status

from neat_sheaf.formats.table_file import LARGEST, read_csv_rows
from neat_sheaf.preparing.letters import letters_of
from studio.accounts.tenancy import check_version, own, owner, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.models import KitClass
from studio.common.downloads import Csv, download
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Save, Sent
from studio.people.models import Attendee
from studio.people.services import (
    add_people,
    change_person,
    follow_people,
    forget_people,
    people_csv,
    read_people,
    remove_person,
)

router = Router(tags=["people"])


class PersonIn(Sent):
    """What is said of one person; ``colourway`` and ``fee`` by name, empty for any and the usual one."""

    name: str = Field(max_length=120)
    colourway: str = Field("", max_length=120)
    fee: str = Field("", max_length=120)
    paid: bool = False
    posted: bool = False
    waiting: bool = False
    note: str = Field("", max_length=400)


class AddedIn(PersonIn):
    """A person to add. ``batch`` is the sender's own name for it, so that it counts once; ``doubles``: there
    really are two of that name."""

    batch: str = Field("", max_length=36)
    doubles: bool = False


class PersonChangeIn(Save):
    """What changed of one person, as ``version`` of them was; what is not sent stays as it is."""

    name: str | None = Field(None, max_length=120)
    colourway: str | None = Field(None, max_length=120)
    fee: str | None = Field(None, max_length=120)
    paid: bool | None = None
    posted: bool | None = None
    waiting: bool | None = None
    note: str | None = Field(None, max_length=400)


class PersonOut(PersonIn):
    """A person of the list; ``version`` is the one that a change is based on."""

    id: int
    version: int


class LetterOut(Schema):
    """So many of one letter."""

    letter: str
    count: int


class LettersOut(Schema):
    """The letters that names take; an alphabet of dies goes through so many ``passes`` for all of them."""

    letters: list[LetterOut]
    passes: int


class PeopleOut(Schema):
    """The people of a class in the order they came; with ``follows`` its seats are theirs.

    The letters are those of all who have a seat: of what they are called by first, and of whole names.
    """

    people: list[PersonOut]
    follows: bool
    first_letters: LettersOut
    whole_letters: LettersOut


class FollowsIn(Sent):
    """Whether the seats, colourways and fees of a class follow its people."""

    follows: bool


class TableIn(Sent):
    """A table of people as CSV text, with a line of heads; ``batch`` and ``doubles`` as for one person."""

    text: str = Field(max_length=LARGEST)
    batch: str = Field("", max_length=36)
    doubles: bool = False


def _class(request: HttpRequest, class_id: int) -> KitClass:
    return own(KitClass.objects.select_related("studio"), request, class_id)


def _person(request: HttpRequest, person_id: int) -> Attendee:
    found = Attendee.objects.select_related("kit_class__studio").filter(pk=person_id).first()
    if found is None or found.kit_class.studio_id != studio_of(request).pk:
        raise Http404
    return found


def _out(kit_class: KitClass) -> PeopleOut:
    kit_class.refresh_from_db(fields=["follows_people"])
    rows = [_person_out(one) for one in kit_class.people.all()]
    names = [one.name for one in rows if not one.waiting]
    return PeopleOut(
        people=rows,
        follows=kit_class.follows_people,
        first_letters=_letters(name.split()[0] for name in names if name.split()),
        whole_letters=_letters(names),
    )


def _letters(names: Iterable[str]) -> LettersOut:
    found = letters_of(names)
    letters = [LetterOut(letter=letter, count=count) for letter, count in found.counts]
    return LettersOut(letters=letters, passes=found.passes)


def _person_out(one: Attendee) -> PersonOut:
    return PersonOut(
        id=one.pk, version=one.version, name=one.name, colourway=one.colourway, fee=one.fee, paid=one.paid,
        posted=one.posted, waiting=one.waiting, note=one.note,
    )  # fmt: skip


def _values(payload: AddedIn) -> dict[str, Any]:
    return payload.model_dump(exclude={"batch", "doubles"})


@router.get("/classes/{class_id}/people", auth=reader, response={200: PeopleOut, 404: Problem})
def people(request: HttpRequest, class_id: int) -> PeopleOut:
    """The people of a class. Those of classes that are long over are deleted first, if the studio says so."""
    kit_class = _class(request, class_id)
    forget_people(kit_class.studio)
    return _out(kit_class)


@router.post("/classes/{class_id}/people", auth=owner, response={201: PersonOut, 404: Problem, 422: Problem})
def add(request: HttpRequest, class_id: int, payload: AddedIn) -> Status[PersonOut]:
    """Add one person at the end of the list. A name that is there already is asked about first."""
    (added,) = add_people(
        _class(request, class_id), [_values(payload)], batch=payload.batch, doubles=payload.doubles
    )
    return Status(201, _person_out(added))


@router.put(
    "/people/{person_id}", auth=owner, response={200: PersonOut, 404: Problem, 409: Problem, 422: Problem}
)
def change(request: HttpRequest, person_id: int, payload: PersonChangeIn) -> PersonOut:
    """Change what is said of one person. A stale change is refused, with what is there now."""
    sent = payload.model_dump(exclude={"version"}, exclude_none=True)
    with transaction.atomic():
        _person(request, person_id)
        rows = Attendee.objects.select_for_update(of=("self",)).select_related("kit_class__studio")
        found = rows.get(pk=person_id)
        now = _person_out(found)
        check_version(found.name, payload.version, found.version, now.model_dump(mode="json"))
        return _person_out(change_person(found, sent))


@router.delete("/people/{person_id}", auth=owner, response={204: None, 404: Problem})
def remove(request: HttpRequest, person_id: int) -> Status[None]:
    """Delete one person: nothing of them is kept."""
    remove_person(_person(request, person_id))
    return Status(204, None)


@router.put("/classes/{class_id}/people/follow", auth=owner, response={200: PeopleOut, 404: Problem})
def follow(request: HttpRequest, class_id: int, payload: FollowsIn) -> PeopleOut:
    """Say whether the seats of a class follow its people; from now on, and at once."""
    kit_class = _class(request, class_id)
    KitClass.objects.filter(pk=kit_class.pk).update(follows_people=payload.follows)
    follow_people(kit_class)
    return _out(kit_class)


@router.get("/classes/{class_id}/people.csv", auth=reader, response={200: Csv, 404: Problem})
def table(request: HttpRequest, class_id: int) -> HttpResponse:
    """The list as CSV."""
    kit_class = _class(request, class_id)
    name = voice_for(request).say("file-people", name=kit_class.name)
    return download(name, "csv", people_csv(kit_class), "text/csv")


@router.post(
    "/classes/{class_id}/people/table", auth=owner, response={200: PeopleOut, 404: Problem, 422: Problem}
)
def add_table(request: HttpRequest, class_id: int, payload: TableIn) -> PeopleOut:
    """Add all people of a table; with a fault in it, or a name that is there already, nobody is added."""
    kit_class = _class(request, class_id)
    rows, places = read_people(read_csv_rows(payload.text))
    add_people(kit_class, rows, places, batch=payload.batch, doubles=payload.doubles)
    return _out(kit_class)
