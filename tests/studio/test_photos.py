"""A paper's faces, weight and photograph: made again from what was sent, and never anything else."""

from __future__ import annotations

import base64
import io
import subprocess
import sys
import warnings

import pytest
from django.db import connection
from PIL import Image

from studio.cupboard.models import Photo
from studio.cupboard.shrinking import TOO_MANY_PIXELS

from .test_ledger import paper_of

ABOUT = "wrong"  # what a note is about


def picture(kind="PNG", size=(900, 600), colour=(200, 40, 80), mode="RGB", **more):
    out = io.BytesIO()
    Image.new(mode, size, colour or 0).save(out, kind, **more)
    return out.getvalue()


def put(person, made, content):
    body = {"content": base64.b64encode(content).decode()}
    return person.ask("PUT", f"/papers/{made['paper']['id']}/photo", body)


@pytest.mark.parametrize("kind", ["PNG", "JPEG", "WEBP"])
def test_a_photograph_is_made_again_as_a_small_jpeg_and_says_its_colour(person, furnish, kind):
    made = furnish(person)
    answer = put(person, made, picture(kind)).json()
    red, green, blue = (int(answer["colour"][n : n + 2], 16) for n in (1, 3, 5))
    assert max(abs(red - 200), abs(green - 40), abs(blue - 80)) <= 4
    shown = person.ask("GET", f"/photos/{answer['photo']}")
    assert shown["Content-Type"] == "image/jpeg"
    assert shown["X-Content-Type-Options"] == "nosniff"
    with Image.open(io.BytesIO(shown.content)) as kept:
        assert (kept.format, kept.size) == ("JPEG", (480, 320))
    assert paper_of(person, made)["photo"] == answer["photo"]


def test_nothing_that_came_with_the_file_is_kept(person, furnish):
    made = furnish(person)
    exif = Image.Exif()
    exif[0x010E] = "<script>alert(1)</script>"
    exif[0x0112] = 6  # lies on its side
    answer = put(person, made, picture("JPEG", exif=exif) + b"<svg onload=alert(1)>").json()
    content = person.ask("GET", f"/photos/{answer['photo']}").content
    assert b"script" not in content
    assert b"svg" not in content
    with Image.open(io.BytesIO(content)) as kept:
        assert (dict(kept.getexif()), kept.size) == ({}, (320, 480))


@pytest.mark.parametrize(
    "content",
    [
        b"", b"<svg xmlns='http://www.w3.org/2000/svg' onload='alert(1)'/>", b"GIF89a" + bytes(40),
        picture()[:60], b"%PDF-1.7",
    ],
)  # fmt: skip
def test_what_is_no_picture_is_refused(person, furnish, content):
    made = furnish(person)
    answer = put(person, made, content)
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["code"] == "not-a-picture"
    assert Photo.objects.count() == 0


def test_a_small_file_of_huge_size_is_not_opened(person, furnish):
    made = furnish(person)
    out = io.BytesIO()
    Image.new("1", (20_000, 20_000)).save(out, "PNG")
    assert put(person, made, out.getvalue()).json()["faults"][0]["code"] in (
        "not-a-picture",
        "too-many-pixels",
    )


def megabytes_for(content):
    """What the process that makes a picture takes at its peak, and what it ends with."""
    script = (
        "import resource, subprocess, sys\n"
        "made = subprocess.run([sys.executable, '-m', 'studio.cupboard.shrinking', '1400'],"
        " input=sys.stdin.buffer.read(), capture_output=True)\n"
        "print(made.returncode, resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss >> 10)"
    )
    done = subprocess.run([sys.executable, "-c", script], input=content, capture_output=True, check=True)
    return tuple(map(int, done.stdout.split()))


@pytest.mark.parametrize(
    ("kind", "mode", "side", "more"),
    [
        ("WEBP", "RGB", 7000, {}), ("WEBP", "RGBA", 3080, {}), ("WEBP", "RGBA", 3080, {"lossless": True}),
        ("WEBP", "RGB", 7000, {"lossless": True}), ("PNG", "RGBA", 3740, {}), ("PNG", "P", 2890, {}),
        ("PNG", "LA", 2890, {}), ("PNG", "RGBA", 9000, {}), ("JPEG", "RGB", 7740, {}),
        ("JPEG", "CMYK", 5990, {}), ("JPEG", "RGB", 3990, {"progressive": True, "subsampling": 0}),
        ("JPEG", "RGB", 7000, {"progressive": True}),
    ],
)  # fmt: skip
def test_no_picture_takes_more_than_200_megabytes(kind, mode, side, more):
    # One of 87 KB and 7000 x 7000 took 0.95 GB, and six at once 6 GB.
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        ending, most = megabytes_for(picture(kind, (side, side), None, mode=mode, **more))
    assert ending in (0, TOO_MANY_PIXELS)
    assert most < 200
    assert (ending == TOO_MANY_PIXELS) == (side in (7000, 9000))


def test_pictures_are_made_one_after_another_and_a_broken_one_keeps_nobody_waiting(person, furnish):
    made = furnish(person)
    assert put(person, made, picture()[:60]).status_code == 422
    with connection.cursor() as cursor:
        cursor.execute("SELECT count(*) FROM pg_locks WHERE locktype = 'advisory' AND granted")
        assert cursor.fetchone() == (0,)
    assert put(person, made, picture()).status_code == 200


@pytest.mark.parametrize("sent", ["é", "AAA", "a b"])
def test_a_file_in_letters_that_are_no_base64_is_refused_with_its_place(person, furnish, sent):
    # "é" was a fault of the server in three places.
    made = furnish(person)
    for method, path, body in (
        ("PUT", f"/papers/{made['paper']['id']}/photo", {"content": sent}),
        ("POST", f"/classes/{made['class']['id']}/log/notes", {"about": ABOUT, "text": "x", "content": sent}),
        ("POST", "/prices/compare", {"name": "list.csv", "content": sent}),
    ):
        answer = person.ask(method, path, body)
        assert answer.status_code == 422, (path, answer.content)
        assert answer.json()["faults"][0]["path"].endswith("content")


def test_another_photograph_takes_the_place_of_the_first_and_goes_with_the_paper(person, furnish):
    made = furnish(person)
    first = put(person, made, picture()).json()["photo"]
    second = put(person, made, picture(colour=(0, 0, 0))).json()["photo"]
    assert [row.pk for row in Photo.objects.all()] == [second]
    assert person.ask("GET", f"/photos/{first}").status_code == 404
    assert person.ask("DELETE", f"/papers/{made['paper']['id']}/photo").status_code == 204
    assert paper_of(person, made)["photo"] is None
    other = person.add("/papers", name="Spare", kind="cardstock", width="8 1/2", height="11")
    put(person, {"paper": other}, picture())
    person.ask("DELETE", f"/papers/{other['id']}")
    assert Photo.objects.count() == 0


def test_the_other_face_and_the_weight_are_kept_and_count_for_what_to_use_instead(person, furnish):
    made = furnish(person)
    path = f"/papers/{made['paper']['id']}"
    back = {"motif": "dots", "ground": "#102030", "ink": "#ffffff"}
    saved = person.save(path, paper_of(person, made) | {"back": back, "weight": 216, "ground": "#ffffff"})
    assert (saved["back"], saved["weight"]) == (back, 216)
    other = person.add(
        "/papers", name="Night", kind="cardstock", width="8 1/2", height="11", ground="#102030", weight=300
    )
    (row,) = person.get(f"/papers/{other['id']}/instead")
    assert (row["paper"], row["colour"]) == (made["paper"]["id"], 0.0)
    assert (row["by_back"], row["heavier"]) == (True, -84)
    assert person.save(path, saved | {"back": None, "weight": None})["back"] is None
    assert person.ask("PUT", path, saved | {"weight": 0}).status_code == 422
