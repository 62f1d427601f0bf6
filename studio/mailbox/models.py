"""A mailbox that stands in for the post: what the server would send is kept here, and shown."""

from __future__ import annotations

from django.db import models

__all__ = ["Mail"]


class Mail(models.Model):
    """A mail that was sent into the simulated mailbox."""

    to = models.TextField()
    subject = models.TextField()
    text = models.TextField()
    sent = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-sent", "-pk"]

    def __str__(self) -> str:
        return self.subject
