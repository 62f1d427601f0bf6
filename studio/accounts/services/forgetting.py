"""What is over and is still in a table: sessions, where they were opened, what was counted for a while."""

from __future__ import annotations

from importlib import import_module

from allauth.usersessions.models import UserSession
from django.conf import settings
from django.contrib.sessions.models import Session
from django.db import connection
from django.utils import timezone

from studio.accounts.models import Invitation

__all__ = ["forget_expired"]


def forget_expired() -> None:
    """Delete sessions that ended with the address and browser of each, old invitations, and what was counted.

    The framework leaves all of it in its tables until somebody asks for it, or they are full.
    """
    import_module(settings.SESSION_ENGINE).SessionStore.clear_expired()
    UserSession.objects.exclude(session_key__in=Session.objects.values("session_key")).delete()
    Invitation.objects.filter(until__lt=timezone.now()).delete()
    for store in settings.CACHES.values():
        if str(store["BACKEND"]).endswith(".DatabaseCache"):
            with connection.cursor() as cursor:
                table = connection.ops.quote_name(str(store["LOCATION"]))
                cursor.execute(f"DELETE FROM {table} WHERE expires < %s", [timezone.now()])  # noqa: S608
