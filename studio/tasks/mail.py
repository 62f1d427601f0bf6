"""Mail that is sent by a worker: whoever asked for it does not wait for the mail server."""

from __future__ import annotations

from collections.abc import Sequence

from django.core.mail import EmailMessage, get_connection
from django.core.mail.backends.base import BaseEmailBackend
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

__all__ = ["QueuedMail", "send"]

_SMTP = "django.core.mail.backends.smtp.EmailBackend"
_TRIES = 6


class QueuedMail(BaseEmailBackend):
    """Puts every mail into the queue; the workers send it by SMTP."""

    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        """Queue the mails; gives how many."""
        for mail in email_messages:
            send.defer(
                to=list(mail.to), subject=str(mail.subject), text=str(mail.body), sender=mail.from_email
            )
        return len(email_messages)


@app.task(queue="mail", retry=RetryStrategy(max_attempts=_TRIES, exponential_wait=10))
def send(to: list[str], subject: str, text: str, sender: str) -> None:
    """Send one mail; tried again, later each time, while the mail server cannot be reached."""
    EmailMessage(subject, text, sender, to, connection=get_connection(_SMTP)).send()
