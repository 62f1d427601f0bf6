"""One studio that computes a lot holds nobody else up: what is long has few places for each."""

import threading

import psycopg
import pytest
from django.core.cache import cache
from django.db import connection

from studio.classes.remembered import _LOCKS, MOST_AT_ONCE

pytestmark = pytest.mark.django_db(transaction=True)


def another_connection():
    known = connection.get_connection_params()
    names = ("host", "port", "user", "password", "dbname")
    return psycopg.connect(**{name: known[name] for name in names if name in known}, autocommit=True)


def taken(studio, places):
    """Another process of the server that computes for a studio."""
    other = another_connection()
    for place in range(places):
        lock = [_LOCKS, studio.pk * MOST_AT_ONCE + place]
        assert other.execute("SELECT pg_try_advisory_lock(%s, %s)", lock).fetchone()[0]
    return other


def test_a_studio_has_few_places_for_long_answers_and_others_have_their_own(join, furnish):
    ours, theirs = join("Ours"), join("Theirs")
    mine, made = furnish(ours), furnish(theirs)
    path = f"/classes/{mine['class']['id']}/seats"
    other = taken(ours.studio, MOST_AT_ONCE)
    answer = ours.ask("GET", path)
    assert (answer.status_code, answer.json()["code"]) == (429, "busy")
    assert "2 long answers" in answer.json()["message"]
    assert theirs.get(f"/classes/{made['class']['id']}/seats")
    other.execute("SELECT pg_advisory_unlock_all()")
    assert ours.get(path)
    other.close()
    # What is remembered needs no place.
    busy = taken(ours.studio, MOST_AT_ONCE)
    assert ours.get(path)
    busy.close()


def test_a_place_comes_back_where_the_computing_fails_or_its_process_ends(join, furnish, monkeypatch):
    person = join()
    path = f"/classes/{furnish(person)['class']['id']}/stock"

    def fails(job):
        raise ZeroDivisionError

    monkeypatch.setattr("studio.classes.advice_api.from_stock", fails)
    person.client.raise_request_exception = False
    for _ in range(MOST_AT_ONCE + 1):
        assert person.ask("GET", path).status_code == 500
    monkeypatch.undo()
    assert person.get(path)
    cache.clear()
    taken(person.studio, MOST_AT_ONCE).close()
    assert person.get(path)


def test_at_most_so_many_are_computed_at_a_time(join, furnish, monkeypatch):
    person = join()
    path = f"/classes/{furnish(person)['class']['id']}/options"
    from studio.classes import advice_api

    real, inside, most, lock = advice_api.compare_options, [], [], threading.Lock()
    gate = threading.Event()

    def watched(job):
        with lock:
            inside.append(1)
            most.append(len(inside))
        gate.wait(5)
        with lock:
            inside.pop()
        return real(job)

    monkeypatch.setattr(advice_api, "compare_options", watched)
    codes = []

    def one():
        codes.append(person.ask("GET", path).status_code)
        connection.close()

    threads = [threading.Thread(target=one) for _ in range(5)]
    for thread in threads:
        thread.start()
    while len(codes) < 5 - MOST_AT_ONCE and any(thread.is_alive() for thread in threads):
        threads[0].join(0.01)
    gate.set()
    for thread in threads:
        thread.join()
    assert max(most) == MOST_AT_ONCE
    assert sorted(codes) == [200] * MOST_AT_ONCE + [429] * (5 - MOST_AT_ONCE)
