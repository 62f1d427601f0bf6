"""What the accounts package asks of this product: who may sign up, and what its mails say."""

from __future__ import annotations

import json
from typing import Any

from allauth.account.adapter import DefaultAccountAdapter
from allauth.account.app_settings import EmailVerificationMethod
from allauth.account.models import EmailAddress
from allauth.account.stages import EmailVerificationStage
from django.conf import settings
from django.contrib.auth.hashers import make_password
from django.contrib.auth.models import User
from django.core.mail import send_mail
from django.db.models import Q
from django.http import HttpRequest

from studio.accounts.services.joining import invited_by
from studio.common.addresses import own_address
from studio.common.voices import plain_voice

__all__ = ["AccountAdapter", "ConfirmOnce"]

# What the package calls its mails, and how the words of each are called here.
_MAILS = {
    "email_confirmation": "confirm",
    "email_confirmation_signup": "confirm",
    "password_reset_key": "reset",
    "unknown_account": "unknown",
    "account_already_exists": "known",
}


class ConfirmOnce(EmailVerificationStage):  # type: ignore[misc] # its package has no types
    """Asks to confirm the address before somebody is let in for the first time.

    Not of the first account, which has to come in before mail was ever tried; of one that was not made by
    signing up; of one that has been in before.
    """

    def handle(self) -> Any:
        """The package's own, for those who have to confirm."""
        user = self.login.user
        if user is not None and not _has_to_confirm(user):
            self.login.email_verification = EmailVerificationMethod.OPTIONAL
        return super().handle()


def _has_to_confirm(user: User) -> bool:
    signed_up = EmailAddress.objects.filter(user=user).exists()
    return signed_up and user.last_login is None and User.objects.exclude(pk=user.pk).exists()


class AccountAdapter(DefaultAccountAdapter):  # type: ignore[misc] # its package has no types
    """Signing up is open, by invitation, or for the first account alone, as the settings say."""

    def is_open_for_signup(self, request: HttpRequest) -> bool:
        """Whether whoever asks may make an account: one who is invited, with that address."""
        if settings.SIGN_UP == "open" or not User.objects.exists():
            return True
        asked = invited_by(request.session.get("invitation", ""))
        return asked is not None and _sent_address(request) in ("", asked.email)

    def get_login_stages(self) -> list[str]:
        """What somebody who signs in goes through; confirming the address as this product asks for it."""
        ours = f"{ConfirmOnce.__module__}.{ConfirmOnce.__qualname__}"
        theirs = f"{EmailVerificationStage.__module__}.{EmailVerificationStage.__qualname__}"
        return [ours if stage == theirs else stage for stage in super().get_login_stages()]

    def send_account_already_exists_mail(self, email: str) -> None:
        """Tell who has an account that they have; a password is hashed, as for one that is made."""
        make_password(email)
        super().send_account_already_exists_mail(email)

    def _get_login_attempts_cache_key(self, request: HttpRequest, **credentials: Any) -> str:
        """What wrong passwords are counted under: one account, whichever of its names was typed."""
        login = str(credentials.get("email") or credentials.get("username") or "").lower()
        user = User.objects.filter(Q(username__iexact=login) | Q(email__iexact=login)).first()
        return f"name:{login}" if user is None else f"account:{user.pk}"

    def get_email_confirmation_url(self, request: HttpRequest, emailconfirmation: Any) -> str:
        """The link of a mail, under this server's own address."""
        return _ours(request, str(super().get_email_confirmation_url(request, emailconfirmation)))

    def get_reset_password_from_key_url(self, key: str) -> str:
        """The link of a mail, under this server's own address."""
        return _ours(self.request, str(super().get_reset_password_from_key_url(key)))

    def send_mail(self, template_prefix: str, email: str, context: dict[str, Any]) -> None:
        """Send a mail in the words of this product; none for what it has no words for."""
        name = _MAILS.get(template_prefix.rpartition("/")[2])
        if name is None:
            return
        voice = plain_voice(self.request)
        address = context.get("activate_url") or context.get("password_reset_url") or ""
        text = voice.say(f"mail-text.{name}", address=address or own_address(self.request))
        send_mail(voice.say(f"mail-subject.{name}"), text, None, [email])


def _sent_address(request: HttpRequest) -> str:
    """The address that an account is to be made with; empty where none is sent."""
    try:
        sent = json.loads(request.body or b"{}")
    except ValueError:
        return ""
    return str(sent.get("email", "")).strip().lower() if isinstance(sent, dict) else ""


def _ours(request: HttpRequest, address: str) -> str:
    """An address whose path is kept, and whose server is this one."""
    return own_address(request, "/" + address.split("://", 1)[-1].partition("/")[2])
