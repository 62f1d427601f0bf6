"""The data of a paper room: out in one file and in again, who changed it, and fields of those who look on."""

from __future__ import annotations

import pytest
from django.contrib.auth.models import User
from selenium.webdriver.common.by import By

from studio.accounts.models import Member, Studio
from studio.archive.container import unpack
from studio.archive.writing import archive_of
from studio.classes.models import KitClass
from studio.tasks.models import StudioTask

from .conftest import NAME


def choose(page, path):
    """Choose a file, as the system's own window would."""
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "input[type=file]"))[0].send_keys(str(path))


def test_a_paper_room_goes_out_in_one_file_and_comes_back_into_a_new_one(page, paper_room, tmp_path):
    page.sign_in()
    page.open("/archive")
    page.says("There is something in this one")
    page.click("Download everything")
    page.says("It is ready:")
    written = bytes(StudioTask.objects.get(kind="archive-out").content)
    assert "studio.json" in unpack(written)
    (tmp_path / "room.zip").write_bytes(written)
    (tmp_path / "letter.zip").write_text("a letter")
    page.open("/studios/new")
    page.click("Bring one from an archive")
    page.says("There is nothing in this paper room yet")
    choose(page, tmp_path / "letter.zip")
    page.says("not a whole ZIP file")
    choose(page, tmp_path / "room.zip")
    page.says("It is all here, as it was.")
    new = Studio.objects.exclude(pk=paper_room.pk).get()
    assert archive_of(new) == written
    page.click("To the bench")
    page.says("Seed-swap evening")
    # The two rooms have one name now, and are still two.
    page.click(paper_room.name)
    page.says(f"To {paper_room.name}", "[role=menu]")


def test_who_changed_a_class_is_beside_it_and_in_the_list_of_all(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}")
    page.says("Every kit holds")
    page.click("One seat more")
    page.says("Saved")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).seats == kit_class.seats + 1)
    page.click("Who changed it, and when")
    page.says(f"{NAME} changed", "[role=dialog]")
    page.says(f"{kit_class.seats} → {kit_class.seats + 1}", "[role=dialog]")
    page.open("/changes")
    page.says("changed Seed-swap evening", "main")
    page.says("added", "main")


@pytest.mark.parametrize("role", ["reader", "helper"])
def test_a_field_takes_nothing_of_somebody_who_may_not_save_it(page, paper_room, role):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    Member.objects.filter(user=User.objects.get(username=NAME)).update(role=role)
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}/papers")
    page.says("Which paper for what")
    assert not page.field("One seat more").is_enabled()
    page.write("Name of the class", "Mine")
    page.press("+")
    page.open(f"/projects/{kit_class.project_id}")
    page.says("A kit")
    fields = page.driver.find_elements(By.CSS_SELECTOR, "main input[type=text]")
    assert fields
    assert all(field.get_property("readOnly") for field in fields)
    page.open(f"/classes/{kit_class.pk}/log")
    page.says("What it took")
    fields = page.driver.find_elements(By.CSS_SELECTOR, "[data-fields] [data-fields] .mantine-Input-input")
    assert fields
    assert all(field.get_property("readOnly") is (role == "reader") for field in fields)
    version = kit_class.version
    kit_class.refresh_from_db()
    assert (kit_class.name, kit_class.version) == ("Seed-swap evening", version)
