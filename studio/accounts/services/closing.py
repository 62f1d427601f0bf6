"""Deleting an account, and a studio with everything in it."""

from __future__ import annotations

from django.apps import apps
from django.contrib.auth.models import User
from django.db import transaction

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.models import Role, Studio

__all__ = ["delete_account", "delete_studio"]

# What is kept from being deleted while others use it goes after those.
_IN_ORDER = ("classes.KitClass", "projects.Project", "cupboard.Order")


@transaction.atomic
def delete_account(user: User) -> None:
    """Delete an account, and every studio that nobody else belongs to.

    FileError where others would be left in a studio without an owner.
    """
    places = list(user.places.select_related("studio"))
    for place in places:
        others = place.studio.members.exclude(user=user)
        if others.exists() and not others.filter(role=Role.OWNER).exists():
            raise FileError([fault("", "last-owner-of", studio=place.studio.name)])
    for place in places:
        if not place.studio.members.exclude(user=user).exists():
            delete_studio(place.studio)
    user.delete()


@transaction.atomic
def delete_studio(studio: Studio) -> None:
    """Delete a studio and everything that is its own."""
    for label in _IN_ORDER:
        apps.get_model(label)._default_manager.filter(studio=studio).delete()
    studio.delete()
