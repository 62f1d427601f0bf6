"""A paper's faces, weight and photograph: made again from what was sent, and never anything else."""

from __future__ import annotations

import base64
import io

import pytest
from PIL import Image

from studio.cupboard.models import Photo

from .test_ledger import paper_of


def picture(kind="PNG", size=(900, 600), colour=(200, 40, 80), **more):
    out = io.BytesIO()
    Image.new("RGB", size, colour).save(out, kind, **more)
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
