"""A stranger comes to the server: the demo, an own account and studio, a first plan; helpers, passwords."""

from __future__ import annotations

import time

import pytest
from allauth.mfa.totp.internal.auth import format_hotp_value, hotp_value
from django.contrib.auth.models import User
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.accounts.models import Member
from studio.classes.models import KitClass
from studio.mailbox.models import Mail

from .conftest import NAME, PASSWORD

OWN = "er potting-shed 7"


@pytest.fixture(autouse=True)
def _as_the_demo_is_served(settings):
    settings.EMAIL_BACKEND = "studio.mailbox.backend.Mailbox"
    settings.SIMULATED_MAIL = True
    settings.SIGN_UP = "open"
    settings.OPEN_DEMO = f"{NAME}:{PASSWORD}"


def make_account(page, email="ida@example.org"):
    page.write("Mail address", email)
    page.write("Password", OWN)
    page.click("Make the account")


def follow_the_mail(page):
    """Open the newest mail's link from the simulated mailbox."""
    page.until(lambda d: Mail.objects.exists())
    page.open("/mailbox")
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "article a"))[0].click()


def test_where_mail_goes_out_the_address_is_confirmed_first(page, paper_room, settings):
    settings.SENDS_MAIL, settings.ACCOUNT_EMAIL_VERIFICATION = True, "mandatory"
    User.objects.filter(username=NAME).update(email="tansy@example.org")
    for email in ("tansy@example.org", "ida@example.org"):
        page.open("/sign-up")
        make_account(page, email)
        page.says("Look into your mail")
        page.says(f"A mail to {email} says how to go on")
    follow_the_mail(page)
    page.says("The address is confirmed.")
    page.click("Sign in")
    page.field("Name or mail address").send_keys("ida@example.org")
    page.field("Password").send_keys(OWN, Keys.ENTER)
    page.says("Your paper room")


def test_a_stranger_comes_to_their_own_studio_and_a_first_planned_class(page, paper_room):
    page.open("/")
    page.click("Start your own paper room")
    make_account(page)
    page.says("Your paper room")
    page.write("What it is called", "The kitchen table")
    page.click("Open it")
    page.says("A clear bench")
    page.click("Write the first list")
    page.click("Start from an example")
    page.says("Pocket mat")
    page.open("/")
    page.click("Plan a class of Pocketed card")
    page.says("Which paper for what")
    page.open(f"{page.driver.current_url.removeprefix(page.address).rpartition('/')[0]}/sheets")
    page.says("No plan of straight cuts uses fewer")
    studio = Member.objects.get(user__email="ida@example.org").studio
    assert (studio.name, studio.units, studio.papers.count()) == ("The kitchen table", "in", 1)
    # Nothing of the demo's is to be seen.
    page.open("/classes")
    assert "Seed-swap" not in page.text("main")


def test_the_demo_is_one_key_away(page, paper_room):
    page.open("/")
    page.click("Look at the demo")
    page.says("Next on the bench")
    page.says("Seed-swap evening")


def test_a_helper_is_asked_in_and_ticks_but_does_not_change_the_class(page, paper_room):
    page.sign_in()
    page.open("/members")
    page.write("Mail address", "kim@example.org")
    page.click("Send an invitation")
    page.says("The link is good until")
    page.driver.delete_all_cookies()
    follow_the_mail(page)
    page.says("You are asked in as a helper")
    page.click("Make an account")
    page.says("To join The Tansy Row paper room")
    page.write("Password", OWN)
    page.click("Make the account")
    page.click("Join as kim")
    page.says("You help here")
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.open(f"/classes/{kit_class.pk}/scoring")
    page.says("step 1 of 10")
    page.press(Keys.SPACE)
    page.says("saved on the server")
    page.open(f"/classes/{kit_class.pk}/kit")
    page.says("Every kit holds")
    page.press("+")
    assert not page.field("One seat more").is_enabled()
    page.open(f"/classes/{kit_class.pk}/papers")
    page.says("Which paper for what")
    assert KitClass.objects.get(pk=kit_class.pk).seats == 14


def test_a_forgotten_password_is_chosen_again_by_the_mails_link(page, paper_room):
    User.objects.filter(username=NAME).update(email="keeper@example.org")
    page.open("/")
    page.click("I forgot my password")
    page.write("Mail address", "keeper@example.org")
    page.click("Send the link")
    page.says("Look into your mail")
    follow_the_mail(page)
    page.says("Choose a password")
    page.write("New password", OWN)
    page.click("Keep it")
    page.says("Neat Sheaf")
    page.driver.delete_all_cookies()
    page.come_in("keeper@example.org", OWN)
    page.says("Next on the bench")


def test_the_second_factor_is_set_up_asked_for_and_turned_off(page, paper_room):
    page.sign_in()
    page.open("/account")
    page.says("Where you are signed in")
    page.click("Set it up")
    page.write("Your password once more", PASSWORD)
    page.click("Go on")
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "img[alt='QR code of the secret']"))
    page.says("The code it shows now")
    secret = page.driver.find_element(By.CSS_SELECTOR, "[class*=secret]").text.replace(" ", "")
    page.write("The code it shows now", format_hotp_value(hotp_value(secret, int(time.time()) // 30)))
    page.click("Turn it on")
    page.says("It is on")
    page.says("recovery codes")
    spare = page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "[class*=codes] li"))[0].text
    page.driver.delete_all_cookies()
    page.open("/")
    page.write("Name or mail address", NAME)
    page.write("Password", PASSWORD)
    page.click("Sign in")
    page.says("One thing more")
    page.write("Code", spare)
    page.click("Go on")
    page.says("Next on the bench")
