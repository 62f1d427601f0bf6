"""What is tried twice, or by two at once: it counts once, and nobody comes in by another's door."""

from __future__ import annotations

import time
from concurrent.futures import ThreadPoolExecutor

import pytest
from allauth.mfa.totp.internal.auth import format_hotp_value, hotp_value
from django.conf import settings as settings_of_django
from django.db import connection
from django.test import Client

from studio.cupboard.models import Movement, Order, OrderLine, Paper
from studio.shopping.orders import close

from .test_accounts import ask, sign_in
from .test_ledger import reconciled


def test_a_session_that_was_there_before_is_not_the_one_that_is_signed_in(join):
    # Session fixation: who planted the cookie would be signed in with whoever signs in.
    join("Tansy")
    client = Client()
    client.get("/api/join/none")
    planted = client.session
    planted["mark"] = "planted"
    planted.save()
    client.cookies[settings_of_django.SESSION_COOKIE_NAME] = planted.session_key
    assert sign_in(client, "tansy", "potting-shed-7").status_code == 200
    now = client.cookies[settings_of_django.SESSION_COOKIE_NAME].value
    assert now != planted.session_key
    thief = Client()
    thief.cookies[settings_of_django.SESSION_COOKIE_NAME] = planted.session_key
    assert thief.get("/api/papers").status_code == 401


def test_a_one_time_code_is_good_once(join):
    join("Tansy")
    client = Client()
    sign_in(client, "tansy", "potting-shed-7")
    assert ask(client, "/auth/reauthenticate", password="potting-shed-7").status_code == 200
    secret = ask(client, "/account/authenticators/totp", "GET").json()["meta"]["secret"]
    # Not the code that proved the device, which is spent with that.
    step = int(time.time()) // 30
    code = format_hotp_value(hotp_value(secret, step))
    assert ask(client, "/account/authenticators/totp", code=code).status_code == 200
    answers = []
    next_code = format_hotp_value(hotp_value(secret, step + 1))
    for one in (code, next_code, next_code):
        other = Client()
        sign_in(other, "tansy", "potting-shed-7")
        answers.append(ask(other, "/auth/2fa/authenticate", code=one).status_code == 200)
    assert answers.count(True) <= 1
    assert not answers[2]


@pytest.mark.django_db(transaction=True)
def test_an_order_that_two_put_away_at_once_comes_in_once(person, furnish):
    made = furnish(person)
    arrives = person.studio.today()
    order = Order.objects.create(studio=person.studio, shop="S", reference="r", number="1", arrives=arrives)
    line = OrderLine.objects.create(order=order, paper_id=made["paper"]["id"], packs=2, pack_size=10)

    def put_away(_):
        try:
            close(Order.objects.get(pk=order.pk), {line.pk: 2}, None)
        except Exception as error:  # the second is refused
            return type(error).__name__
        finally:
            connection.close()
        return "in"

    with ThreadPoolExecutor(4) as pool:
        assert sorted(pool.map(put_away, range(4))) == ["FileError", "FileError", "FileError", "in"]
    assert Paper.objects.get(pk=made["paper"]["id"]).on_hand == 22
    assert Movement.objects.filter(batch=f"order:{order.pk}").count() == 1
    reconciled()
