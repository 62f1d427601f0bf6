"""Sheets as they really are, and what can be made of what there is, in the real interface."""

from selenium.webdriver.common.by import By

from studio.classes.models import KitClass
from studio.cupboard.models import Paper


def clicked(page, path):
    found = page.until(lambda d: next((e for e in d.find_elements(By.XPATH, path) if e.is_displayed()), None))
    page.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", found)
    found.click()


def test_a_squaring_cut_is_typed_kept_and_said_where_it_is_made(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}/sheets")
    page.says("35 sheets")
    clicked(page, "//button[contains(., 'Settings')]")
    # The settings open slowly: what is clicked stands still.
    clicked(page, "//label[.='Squaring cut, in']")
    page.write("Squaring cut, in", "1/16")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).squaring_nm == 1_587_500)
    page.says("Saved")
    page.until(lambda d: "35 sheets" not in page.text("main"))
    clicked(page, "//label[normalize-space()='Cutting order']")
    page.says("to square up")
    page.says("turn a quarter")


def test_a_paper_is_used_until_it_is_gone_and_the_rest_takes_another(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    Paper.objects.filter(name="Fern sprigs").update(on_hand=1)
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}/papers")
    page.says("without buying anything")
    for label, choice in (
        ("Use until it is gone", "Fern sprigs, print in Fern"), ("then go on with", "Rain butt waves")
    ):  # fmt: skip
        clicked(page, f"//label[.='{label}']/..//input")
        clicked(page, f"//*[@role='option'][.='{choice}']")
    clicked(page, "//button[contains(., 'Split the kits')]")
    page.says("Undo brings it back.")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).colourways.count() == 3)
    page.says("Saved")
    shares = dict(kit_class.colourways.values_list("name", "share"))
    assert shares["Fern"] + shares["Fern 2"] == 8
    assert shares["Dusk"] == 8
