"""The list of people of a class: kept row by row, followed by its seats and colourways, and forgotten."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from typing import Any

from django.db import transaction
from django.db.models import Q

from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.formats.table_file import Row, fault_at, table_csv
from neat_sheaf.messages import message
from neat_sheaf.schedule.days import months_before
from studio.accounts.models import Studio
from studio.classes.models import KitClass
from studio.people.models import Attendee
from studio.tasks.for_studio import forget_files

__all__ = [
    "COLUMNS",
    "MOST_PEOPLE",
    "add_people",
    "change_person",
    "follow_people",
    "forget_everywhere",
    "forget_people",
    "in_bags",
    "people_csv",
    "read_people",
    "remove_person",
]

MOST_PEOPLE = 2_000  # of one class
COLUMNS = ("name", "colourway", "fee", "paid", "posted", "waiting", "note")
_FLAGS = ("paid", "posted", "waiting")
_YES, _NO = frozenset({"yes", "y", "true", "1", "x"}), frozenset({"", "no", "n", "false", "0"})


def _checked(
    kit_class: KitClass, values: dict[str, Any], path: str = ""
) -> tuple[dict[str, Any], list[Fault]]:
    """What is said of a person, with a fault for a name that is no name, and a choice that is not there."""
    faults: list[Fault] = []
    root = JsonValue(values, path, "mm", faults)
    values = values | {"name": root.take("name", JsonValue.name, "")}
    known = {
        "colourway": set(kit_class.colourways.values_list("name", flat=True)),
        "fee": {str(other["name"]) for other in kit_class.other_fees},
    }
    for key, names in known.items():
        if values.get(key) and values[key] not in names:
            root.key(key).fault(f"unknown-choice.{key}", name=str(values[key])[:60])
    if values.get("note"):
        values["note"] = root.take("note", JsonValue.text, "")
    return values, faults


@transaction.atomic
def add_people(
    kit_class: KitClass, rows: Sequence[dict[str, Any]], paths: Sequence[str] = (),
    *, batch: str = "", doubles: bool = False,
) -> list[Attendee]:  # fmt: skip
    """Add people at the end of the list. FileError with every fault, and then nobody is added.

    What came with the same ``batch`` before is not added again. A name that is there already is a fault, but
    for ``doubles``: then there really are two of that name.
    """
    KitClass.objects.select_for_update().get(pk=kit_class.pk)
    before = list(kit_class.people.filter(batch=batch)) if batch else []
    if before:
        return before
    faults = [] if doubles else list(_doubles(kit_class, rows, paths))
    found = []
    for number, row in enumerate(rows):
        values, wrong = _checked(kit_class, row, paths[number] if paths else "")
        faults += wrong
        found.append(Attendee(kit_class=kit_class, batch=batch, **values))
    if kit_class.people.count() + len(rows) > MOST_PEOPLE:
        faults.append(fault("", "too-many-people", most=MOST_PEOPLE))
    if faults:
        raise FileError(faults)
    added = Attendee.objects.bulk_create(found)
    follow_people(kit_class)
    return added


def _doubles(kit_class: KitClass, rows: Sequence[dict[str, Any]], paths: Sequence[str]) -> Iterator[Fault]:
    """A fault for each name that is on the list already, or twice in what is added."""

    def plain(name: str) -> str:
        return " ".join(name.split()).casefold()

    there = {plain(name) for name in kit_class.people.values_list("name", flat=True)}
    for number, row in enumerate(rows):
        name = plain(str(row["name"]))
        if name in there and name:
            yield fault(f"{paths[number]}.name" if paths else "name", "same-name", name=str(row["name"])[:60])
        there.add(name)


@transaction.atomic
def change_person(person: Attendee, values: dict[str, Any]) -> Attendee:
    """Change what is said of one person, and nothing else of them. FileError with every fault."""
    there = {key: getattr(person, key) for key in ("name", "note", "colourway", "fee")}
    checked, faults = _checked(person.kit_class, there | values)
    if faults:
        raise FileError(faults)
    for key in values:
        setattr(person, key, checked[key])
    person.version += 1
    person.save(update_fields=[*values, "version"])
    follow_people(person.kit_class)
    return person


@transaction.atomic
def remove_person(person: Attendee) -> None:
    """Delete a person: nothing of them is kept."""
    kit_class = person.kit_class
    person.delete()
    forget_files(kit_class.studio)
    follow_people(kit_class)


@transaction.atomic
def follow_people(kit_class: KitClass) -> None:
    """Where a class follows its people: as many seats, colourways and fees as they are and chose.

    Kits that nobody chose a colourway for are shared out evenly. A class that is over stays as it was.
    """
    row = KitClass.objects.select_for_update().get(pk=kit_class.pk)
    if not row.follows_people or row.finished:
        return
    there = list(row.people.filter(waiting=False))
    row.seats = len(there)
    fees = Counter(person.fee for person in there)
    row.other_fees = [{**other, "seats": fees[other["name"]]} for other in row.other_fees]
    row.version += 1
    row.save(update_fields=["seats", "other_fees", "version"])
    chosen = Counter(person.colourway for person in there)
    colourways = list(row.colourways.all())
    if not any(chosen[one.name] for one in colourways):
        return
    free = chosen[""] + row.samples + row.spares
    each, more = divmod(free, len(colourways))
    for number, one in enumerate(colourways):
        one.share = chosen[one.name] + each + (number < more)
        one.save(update_fields=["share"])


def forget_people(studio: Studio) -> int:
    """Delete the people of classes that were so many months ago as the studio says; how many went.

    A class without a date is of the day on which it was closed.
    """
    if studio.people_months is None:
        return 0
    last = months_before(studio.today(), studio.people_months)
    old = Q(kit_class__date__lt=last) | Q(
        kit_class__date__isnull=True, kit_class__finished__lt=studio.day_begins(last)
    )
    gone, _ = Attendee.objects.filter(old, kit_class__studio=studio).delete()
    if gone:
        forget_files(studio)
    return gone


def forget_everywhere() -> None:
    """Forget the people of every studio that says so, whoever looks at them."""
    for studio in Studio.objects.filter(people_months__isnull=False):
        forget_people(studio)


def people_csv(kit_class: KitClass) -> str:
    """The list as CSV (RFC 4180), with a line of heads."""
    rows = [
        [one.name, one.colourway, one.fee, *("yes" if getattr(one, key) else "" for key in _FLAGS), one.note]
        for one in kit_class.people.all()
    ]
    return table_csv([COLUMNS, *rows])


def read_people(table: Sequence[Row]) -> tuple[list[dict[str, Any]], list[str]]:
    """The people of a table with heads as ``COLUMNS``, and the place of each for faults.

    FileError with every fault of it: no name column, a head that is not known, a tick that is not yes or no.
    """
    faults: list[Fault] = []
    first, cells = table[0] if table else (1, [])
    heads = [head.strip().lower() for head in cells]
    if "name" not in heads:
        raise FileError([fault_at(first, None, message("no-name-column"))])
    for column, head in enumerate(heads):
        if head and head not in COLUMNS:
            faults.append(fault_at(first, column, message("unknown-head", head=head[:40])))
    rows, places = [], []
    for line, values in table[1:]:
        said = {head: cell.strip() for head, cell in zip(heads, values, strict=False) if head in COLUMNS}
        if not any(said.values()):
            continue
        row: dict[str, Any] = {key: said.get(key, "") for key in COLUMNS if key not in _FLAGS}
        for key in _FLAGS:
            text = said.get(key, "").lower()
            if text not in _YES | _NO:
                faults.append(fault_at(line, heads.index(key), message("not-yes-or-no", text=text[:40])))
            row[key] = text in _YES
        rows.append(row)
        places.append(f"line {line}")
    if faults:
        raise FileError(faults)
    return rows, places


def in_bags(kit_class: KitClass, bags: Sequence[tuple[str, str]]) -> dict[str, str]:
    """Whose each bag is, by its key; ``bags`` are keys with their colourways. Some are nobody's.

    Those who chose a colourway have its first bags, in the order of the list; then the others.
    """
    left = dict(bags)
    found: dict[str, str] = {}
    there = list(kit_class.people.filter(waiting=False))
    for chose in (True, False):
        for person in there:
            if bool(person.colourway) is not chose:
                continue
            mine = next((key for key, way in left.items() if not chose or way == person.colourway), None)
            if mine is not None:
                found[mine] = person.name
                del left[mine]
    return found
