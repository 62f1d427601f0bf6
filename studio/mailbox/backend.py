"""Django's way of sending, into the simulated mailbox."""

from __future__ import annotations

from collections.abc import Sequence

from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend

from studio.mailbox.models import Mail

__all__ = ["MOST_MAILS", "Mailbox"]

MOST_MAILS = 200
"""Letters that are kept; the oldest go first."""


class Mailbox(BaseEmailBackend):
    """Keeps every letter in the database and sends none."""

    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        """Keep the letters; gives how many."""
        for letter in email_messages:
            Mail.objects.create(to=", ".join(letter.to), subject=str(letter.subject), text=str(letter.body))
        old = Mail.objects.values_list("pk", flat=True)[MOST_MAILS:]
        Mail.objects.filter(pk__in=list(old)).delete()
        return len(email_messages)
