"""What the accounts package asks of this product: who may sign up, and what its mails say."""

from __future__ import annotations

from typing import Any

from allauth.account.adapter import DefaultAccountAdapter
from django.conf import settings
from django.contrib.auth.models import User
from django.core.mail import send_mail
from django.http import HttpRequest

from studio.accounts.services.joining import invited_by
from studio.common.voices import plain_voice

__all__ = ["AccountAdapter"]

# What the package calls its mails, and how the words of each are called here.
_MAILS = {
    "email_confirmation": "confirm",
    "email_confirmation_signup": "confirm",
    "password_reset_key": "reset",
    "unknown_account": "unknown",
    "account_already_exists": "known",
}


class AccountAdapter(DefaultAccountAdapter):  # type: ignore[misc] # its package has no types
    """Signing up is open, by invitation, or for the first account alone, as the settings say."""

    def is_open_for_signup(self, request: HttpRequest) -> bool:
        """Whether whoever asks may make an account."""
        if settings.SIGN_UP == "open" or not User.objects.exists():
            return True
        return invited_by(request.session.get("invitation", "")) is not None

    def send_mail(self, template_prefix: str, email: str, context: dict[str, Any]) -> None:
        """Send a mail in the words of this product; none for what it has no words for."""
        name = _MAILS.get(template_prefix.rpartition("/")[2])
        if name is None:
            return
        voice = plain_voice(self.request)
        address = context.get("activate_url") or context.get("password_reset_url") or ""
        text = voice.say(f"mail-text.{name}", address=address or self.request.build_absolute_uri("/"))
        send_mail(voice.say(f"mail-subject.{name}"), text, None, [email])
