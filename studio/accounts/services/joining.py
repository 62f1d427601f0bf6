"""Opening a studio, asking others into it, and what they may do there."""

from __future__ import annotations

import hashlib
import re
import secrets
from datetime import timedelta

from allauth.account.models import EmailAddress
from django.conf import settings
from django.contrib.auth.models import User
from django.core.cache import cache
from django.core.exceptions import ValidationError
from django.core.mail import send_mail
from django.core.validators import validate_email
from django.db import transaction
from django.utils import timezone

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.wording import Voice
from studio.accounts.models import Invitation, Member, Role, Studio

__all__ = [
    "MOST_INVITED",
    "MOST_STUDIOS",
    "accept",
    "change_role",
    "invite",
    "invited_by",
    "leave",
    "open_studio",
]

MOST_STUDIOS = 10
"""Studios that an account may open."""

MOST_INVITED = 50
"""Members and invitations that are not accepted yet, of one studio."""

_VALID = timedelta(days=14)


@transaction.atomic
def open_studio(user: User, studio: Studio) -> Member:
    """Keep a new studio, and make the account its owner. FileError where it owns too many."""
    User.objects.select_for_update().get(pk=user.pk)
    if Member.objects.filter(user=user, role=Role.OWNER).count() >= MOST_STUDIOS:
        raise FileError([fault("", "too-many-studios", most=MOST_STUDIOS)])
    studio.save()
    return Member.objects.create(user=user, studio=studio, role=Role.OWNER)


@transaction.atomic
def invite(studio: Studio, by: User, email: str, role: Role, address: str, voice: Voice) -> Invitation:
    """Ask an address into a studio by mail; asked again, the link before it is worth nothing.

    ``address`` is where the link goes, without the token. FileError for an address that is none, that belongs
    already, or one too many, also of one day; and where whoever asks has not confirmed their own.
    """
    email = email.strip().lower()
    try:
        validate_email(email)
    except ValidationError as error:
        raise FileError([fault("email", "not-an-address", text=email)]) from error
    if settings.SENDS_MAIL and not _confirmed(by, by.email):
        raise FileError([fault("", "confirm-first", email=by.email)])
    Studio.objects.select_for_update().get(pk=studio.pk)
    if studio.members.filter(user__email__iexact=email).exists():
        raise FileError([fault("email", "belongs-already", email=email)])
    studio.invitations.filter(email=email).delete()
    if studio.members.count() + studio.invitations.count() >= MOST_INVITED:
        raise FileError([fault("", "too-many-invited", most=MOST_INVITED)])
    for kind, whom in (("studio", studio.pk), ("account", by.pk), ("address", _hash(email))):
        if not _within_the_day(kind, whom):
            raise FileError([fault("", f"too-many-a-day.{kind}", most=settings.INVITATIONS_A_DAY[kind])])
    token = secrets.token_urlsafe(24)
    made = Invitation.objects.create(
        studio=studio, email=email, role=role, token_hash=_hash(token), until=timezone.now() + _VALID
    )
    text = voice.say(
        "mail-text.invited", studio=_no_link(studio.name), role=role.value, address=f"{address}{token}"
    )
    # Nothing of the sender's making stands in a subject.
    subject = voice.say("mail-subject.invited")
    transaction.on_commit(lambda: send_mail(subject, text, None, [email]) and None)
    return made


def _within_the_day(kind: str, whom: object) -> bool:
    """Count one more invitation of a day; whether there may be so many."""
    key = f"invited:{kind}:{whom}:{timezone.now():%Y-%m-%d}"
    cache.add(key, 0, 24 * 3600)
    return cache.incr(key) <= settings.INVITATIONS_A_DAY[kind]


def _no_link(name: str) -> str:
    """A name as a mail may show it: what a mail program would make a link of is taken apart."""
    return re.sub(r"([./:@])(?=\S)", r"\1 ", name)


def _confirmed(user: User, email: str) -> bool:
    return bool(EmailAddress.objects.filter(user=user, email__iexact=email, verified=True).exists())


def invited_by(token: str) -> Invitation | None:
    """The invitation that a link's token is of, while it is good."""
    found = Invitation.objects.select_related("studio").filter(
        token_hash=_hash(token), until__gt=timezone.now()
    )
    return found.first() if token else None


@transaction.atomic
def accept(invitation: Invitation, user: User) -> Member:
    """Join; the invitation is used up. Whoever belongs already keeps the greater role.

    FileError where it was sent to another address than the account's own.
    """
    own = user.email.lower() == invitation.email
    if not own and not _confirmed(user, invitation.email):
        raise FileError([fault("", "invited-another", email=invitation.email)])
    member, made = Member.objects.get_or_create(
        user=user, studio=invitation.studio, defaults={"role": invitation.role}
    )
    if not made and Role(invitation.role).may(Role(member.role)):
        member.role = invitation.role
        member.save(update_fields=["role"])
    invitation.delete()
    return member


@transaction.atomic
def change_role(member: Member, role: Role) -> Member:
    """Give a member another role. FileError where the studio would have no owner."""
    if role is not Role.OWNER:
        _another_owner(member)
    member.role = role
    member.save(update_fields=["role"])
    return member


@transaction.atomic
def leave(member: Member) -> None:
    """End a membership. FileError where the studio would have no owner."""
    _another_owner(member)
    member.delete()


def _another_owner(member: Member) -> None:
    Studio.objects.select_for_update().get(pk=member.studio_id)
    others = member.studio.members.exclude(pk=member.pk)
    if member.role == Role.OWNER and not others.filter(role=Role.OWNER).exists():
        raise FileError([fault("role", "last-owner")])


def _hash(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()
