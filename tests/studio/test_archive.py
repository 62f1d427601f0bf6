"""A paper room goes out in one file, and comes back into an empty one just as it was."""

import io
import json
import zipfile
from pathlib import Path

import pytest
from django.apps import apps
from django.db import transaction
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from PIL import Image

from neat_sheaf.formats.reading import FileError
from studio.accounts.models import Member, Studio
from studio.archive.container import pack, unpack
from studio.archive.reading import is_empty, restore
from studio.archive.tables import NOT_KEPT, STUDIO, described, every_table
from studio.archive.writing import archive_of
from studio.demo.loading import load_paper_room
from studio.tasks.models import StudioTask
from tests.spoiling import ways_into
from tests.studio.made_up_rooms import FAR, Evening, far_keys, picture

ONE_STUDIO = settings(max_examples=16, suppress_health_check=[HealthCheck.function_scoped_fixture])


def another(of=None):
    """An empty paper room whose people are those of another."""
    studio = Studio.objects.create(name="Elsewhere", units="cm", currency="USD")
    for member in of.members.all() if of else ():
        Member.objects.create(user=member.user, studio=studio, role=member.role)
    return studio


def has_no_keys(content):
    """No key of the database stands anywhere in an archive."""
    held = b"".join(unpack(content).values())
    return str(FAR // 1_000_000).encode() not in held


def test_the_demo_restores_byte_for_byte(db):
    far_keys()
    studio = load_paper_room("keeper", "seed-swap-evening")
    out = archive_of(studio)
    assert has_no_keys(out)
    other = another(studio)
    found = restore(other, out)
    assert found.unknown == []
    assert found.things > 300
    assert archive_of(other) == out
    # What has no part of it in common with the other stays what it was.
    assert archive_of(studio) == out


@ONE_STUDIO
@given(data=st.data())
def test_a_random_paper_room_restores_byte_for_byte(join, data):
    with transaction.atomic():
        far_keys()
        person = join()
        Evening(person, data).go_on()
        out = archive_of(person.studio)
        assert has_no_keys(out)
        other = another(person.studio)
        restore(other, out)
        assert archive_of(other) == out
        # Every key that stands in a value leads to a thing of the new room: the next archive of it, restored
        # once more, is the same as well.
        third = another(person.studio)
        restore(third, archive_of(other))
        assert archive_of(third) == out
        transaction.set_rollback(True)


def test_every_table_of_a_studio_is_in_the_archive_or_said_not_to_be():
    of_archive = {table.label for table in every_table()} | {STUDIO.label}
    ours = {
        model._meta.label
        for model in apps.get_models()
        if model.__module__.startswith("studio.") and not model._meta.proxy
    }
    assert ours == of_archive | NOT_KEPT
    assert not of_archive & NOT_KEPT


def test_the_format_is_described_field_by_field():
    """A field that is new makes a new version of the format, and is said in its description."""
    said = (Path(__file__).parents[2] / "docs/formats/studio-archive.md").read_text()
    assert said.endswith(described())


@pytest.fixture
def room(join, furnish):
    """A paper room with a class that is cut, ticked, over and written about; its archive's files."""
    person = join()
    made = furnish(person)
    path = f"/classes/{made['class']['id']}"
    person.ask("POST", f"{path}/cutting")
    person.ask("PUT", f"{path}/cutting/done", {"done": 2})
    key = f"Plain|1|supply|{made['supply']['id']}"
    person.ask("PUT", f"{path}/ticks/packing", {"ticks": [{"key": key, "count": 4}]})
    person.add(f"{path}/people", name="Wren")
    person.add(f"{path}/log/notes", about="next", text="More time", content=picture())
    assert person.ask("POST", f"{path}/finish").status_code == 204
    return person, unpack(archive_of(person.studio))


def test_an_archive_of_before_pieces_had_notes_goes_in_and_they_have_none(room):
    person, files = room
    path = "projects/1.json"
    document = json.loads(files[path])
    assert "state" not in document
    for piece in document["piece"]:
        assert piece.pop("note") == ""
    studio = another(person.studio)
    restore(studio, pack({**files, path: json.dumps(document).encode()}))
    assert [piece.note for piece in studio.projects.get().pieces.all()] == ["" for _ in document["piece"]]


PAGES = (
    "/bench", "/papers", "/supplies", "/packs", "/projects", "/classes", "/shopping", "/orders", "/claims",
    "/year", "/learned", "/studio",
)  # fmt: skip
OF_A_CLASS = ("", "/prepare", "/packing", "/cutting", "/people", "/log", "/ticks/packing")


def can_be_read(person):
    """No page of a paper room fails."""
    for path in PAGES:
        assert person.ask("GET", path).status_code == 200, path
    for project in person.get("/projects"):
        assert person.ask("GET", f"/projects/{project['id']}").status_code == 200
    for row in person.get("/classes"):
        for part in OF_A_CLASS:
            assert person.ask("GET", f"/classes/{row['id']}{part}").status_code in (200, 404, 422), part


WRONG = st.one_of(
    st.none(), st.booleans(), st.integers(), st.floats(allow_nan=False), st.text(max_size=5),
    st.sampled_from([10**30, [], {}, [None], {"#": 1}, "@3", "@-9", "2027-13-99", "\ud800", "1e9", "NaN"]),
)  # fmt: skip


@settings(max_examples=120, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(data=st.data())
def test_an_archive_that_somebody_changed_is_refused_whole_or_can_be_read(room, join, data):
    person, files = room
    rich = sorted(path for path, held in files.items() if path.endswith(".json") and len(held) > 9)
    path = data.draw(st.sampled_from(rich))
    document = json.loads(files[path])
    *way, last = data.draw(st.sampled_from([way for way in ways_into(document) if way]))
    inner = document
    for step in way:
        inner = inner[step]
    if data.draw(st.booleans()):
        inner[last] = data.draw(WRONG)
    else:
        del inner[last]
    content = pack({**files, path: json.dumps(document).encode()})
    with transaction.atomic():
        studio = another(person.studio)
        Member.objects.filter(studio=person.studio).delete()
        if refused(studio, content):
            assert is_empty(studio)
            assert Studio.objects.get(pk=studio.pk).units == "cm"
        else:
            person.studio = studio
            can_be_read(person)
        transaction.set_rollback(True)


def refused(studio, content):
    """The faults for which an archive is not put in; none where it is."""
    try:
        restore(studio, content)
    except FileError as error:
        return error.faults
    return []


def faults_of(studio, content):
    with pytest.raises(FileError) as raised:
        restore(studio, content)
    assert is_empty(studio)
    return [(fault.path, fault.code) for fault in raised.value.faults]


def test_what_is_wrong_is_said_with_its_place(room):
    _, files = room
    studio = another()

    def changed(path, **values):
        document = json.loads(files[path])
        document = [document[0] | values] if isinstance(document, list) else document | values
        return pack({**files, path: json.dumps(document).encode()})

    assert faults_of(studio, b"no zip") == [("", "archive-not-a-zip")]
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as made:
        made.writestr("letter.txt", "Hello")
    assert faults_of(studio, out.getvalue()) == [("manifest.json", "archive-no-manifest")]
    assert faults_of(studio, pack({**files, "more.txt": b""})) == [("more.txt", "archive-unknown-file")]
    without = {path: held for path, held in files.items() if path != "papers-1.json"}
    assert ("papers-1.json", "archive-missing") in faults_of(studio, pack(without))
    assert faults_of(studio, changed("papers-1.json", name=7)) == [("papers-1.json[0].name", "archive-value")]
    assert faults_of(studio, changed("papers-1.json", colour="red")) == [
        ("papers-1.json[0].colour", "archive-key-unknown")
    ]
    assert faults_of(studio, changed("papers-1.json", pack=9)) == [
        ("papers-1.json[0].pack", "archive-reference")
    ]
    assert faults_of(studio, changed("papers-1.json", **{"#": 2})) == [
        ("papers-1.json[0].#", "archive-number")
    ]
    assert faults_of(studio, changed("papers-1.json", on_hand=-4)) == [
        ("cupboard_paper", "archive-against-the-tables")
    ]
    assert faults_of(studio, changed("studio.json", place="xx-XX")) == [("studio.json", "archive-unreadable")]
    assert faults_of(studio, changed("studio.json", units="ell")) == [("studio.json.units", "archive-value")]
    where = Image.Exif()
    where[0x010E] = "the kitchen"
    camera = io.BytesIO()
    Image.new("RGB", (40, 30)).save(camera, "JPEG", exif=where)
    for wrong in (camera.getvalue(), files["photos/1.jpg"] + b"<script>", b"GIF89a", b""):
        assert faults_of(studio, pack({**files, "photos/1.jpg": wrong})) == [
            ("photos/1.jpg", "archive-photo")
        ]
    doubled = b'{"name": "a", "name": "b"}'
    assert faults_of(studio, pack({**files, "studio.json": doubled}))[0] == ("studio.json", "doubled-key")


@pytest.mark.parametrize("key", [False, "x", None, [1]])
def test_what_a_class_was_planned_to_take_is_of_things_that_have_a_number(room, key):
    # An answer of 500: what is no number was made one before it was looked at.
    _, files = room
    document = json.loads(files["classes/1.json"])
    document["classlog"][0]["planned"]["things"][0][1] = key
    changed = pack({**files, "classes/1.json": json.dumps(document).encode()})
    assert [code for _, code in faults_of(another(), changed)] == ["archive-unreadable"]


def test_one_changed_byte_is_noticed(room):
    _, files = room
    whole = pack(files)
    with zipfile.ZipFile(io.BytesIO(whole)) as packed:
        manifest = packed.read("manifest.json")
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as packed:
        packed.writestr("manifest.json", manifest)
        for path, held in files.items():
            packed.writestr(path, held.replace(b"Kraft", b"Craft") if path == "papers-1.json" else held)
    assert faults_of(another(), out.getvalue()) == [("papers-1.json", "archive-checksum")]


def test_an_archive_goes_into_an_empty_room_only(room):
    person, files = room
    with pytest.raises(FileError) as raised:
        restore(person.studio, pack(files))
    assert [fault.code for fault in raised.value.faults] == ["archive-not-empty"]


def test_people_who_do_not_belong_are_said_and_what_they_did_stays(room):
    person, files = room
    studio = another()
    found = restore(studio, pack(files))
    assert found.unknown == ["ours"]
    assert studio.movements.count() == person.studio.movements.count()
    assert not studio.movements.exclude(by=None).exists()


def test_owners_fetch_the_archive_and_put_it_into_a_new_room(room, join):
    person, files = room
    task = person.ask("POST", "/archive")
    assert task.status_code == 202
    said = task.json()
    assert (said["finished"], said["faults"], said["file"].endswith(".zip")) == (True, [], True)
    answer = person.ask("GET", f"/tasks/{said['id']}/file")
    assert answer["Content-Type"] == "application/zip"
    assert unpack(answer.content) == files
    other = join("New room")
    sent = other.client.generic("PUT", "/api/archive", answer.content, content_type="application/zip")
    assert sent.json()["restored"] == {"things": sent.json()["restored"]["things"], "unknown": ["ours"]}
    assert [row["name"] for row in other.get("/classes")] == ["Evening"]
    can_be_read(other)
    refused = other.client.generic("PUT", "/api/archive", answer.content, content_type="application/zip")
    assert refused.json()["faults"][0]["code"] == "archive-not-empty"
    assert other.ask("GET", f"/tasks/{said['id']}").status_code == 404
    # What came of it is seen by owners alone.
    Member.objects.filter(studio=person.studio).update(role="helper")
    assert person.ask("GET", f"/tasks/{said['id']}").status_code == 403
    assert person.ask("GET", f"/tasks/{said['id']}/file").status_code == 403


def test_an_archive_that_cannot_be_read_is_answered_with_what_is_wrong(person):
    sent = person.client.generic("PUT", "/api/archive", b"PK", content_type="application/zip")
    assert (sent.status_code, sent.json()["restored"]) == (202, None)
    assert "not a whole ZIP" in sent.json()["faults"][0]["message"]


@settings(max_examples=150, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.data())
def test_a_file_with_other_bytes_is_refused_or_is_the_same(room, data):
    _, files = room
    content = bytearray(pack(files))
    for _ in range(data.draw(st.integers(1, 4))):
        place = data.draw(st.integers(0, len(content) - 1))
        content[place : place + data.draw(st.integers(1, 9))] = data.draw(st.binary(max_size=9))
    try:
        held = unpack(bytes(content))
    except FileError as error:
        assert error.faults  # noqa: PT017 - other bytes may as well be of no effect
    else:
        assert held == files


def test_a_value_nested_too_deep_is_a_fault_of_its_place(room):
    _, files = room
    path = "projects/1.json"
    text = json.dumps(json.loads(files[path]) | {"tools": 0})
    deep = text.replace('"tools": 0', f'"tools": {"[" * 900}{"]" * 900}')
    (found,) = faults_of(another(), pack({**files, path: deep.encode()}))
    assert found[0].startswith("projects/1.json")


def test_an_archive_that_is_put_in_says_so_in_the_same_moment(room, monkeypatch):
    """A worker that ends between the two would otherwise refuse its own work when it is tried again."""
    from studio.tasks import for_studio

    _, files = room
    studio = another()
    row = StudioTask.objects.create(studio=studio, kind="archive-in", role="owner", given=pack(files))

    def ended(*_):
        raise SystemExit

    with monkeypatch.context() as patched:
        patched.setattr(for_studio, "_finish", ended)
        with pytest.raises(SystemExit):
            for_studio.carry_out(row.pk, last=False)
    assert is_empty(studio)
    for_studio.carry_out(row.pk, last=False)
    row.refresh_from_db()
    assert (row.finished is not None, row.faults, row.given) == (True, [], None)
    assert not is_empty(studio)


def test_a_fault_in_every_row_is_said_a_hundred_times_and_not_kept_a_million(room):
    # Fifteen projects of a million empty steps each, 60 kB of archive, took all the memory there was.
    from studio.archive.rows import Rows

    _, files = room
    project = json.loads(files["projects/1.json"]) | {"step": [[]] * 5_000}
    with pytest.raises(FileError) as raised:
        Rows({**files, "projects/1.json": json.dumps(project).encode()})
    assert {fault.code for fault in raised.value.faults} == {"archive-object"}
    assert len(raised.value.faults) == 100
