"""Those who take part in a class. What is deleted here is gone."""

from __future__ import annotations

from django.db import models
from django.db.models import Q

from studio.classes.models import KitClass

__all__ = ["Attendee"]


class Attendee(models.Model):
    """One person of a class.

    ``colourway`` is the name of the one they chose, empty for whichever there is; ``fee`` names one of the
    other fees of the class, empty for the usual one. ``posted``: they do not come, the kit is sent.
    ``waiting``: there is no seat for them yet. ``version`` counts its saves; ``batch`` names the request that
    it was added with, so that one that is sent twice adds nobody twice.
    """

    kit_class = models.ForeignKey(KitClass, models.CASCADE, related_name="people")
    name = models.CharField(max_length=120)
    colourway = models.CharField(max_length=120, blank=True, default="")
    fee = models.CharField(max_length=120, blank=True, default="")
    paid = models.BooleanField(default=False)
    posted = models.BooleanField(default=False)
    waiting = models.BooleanField(default=False)
    note = models.CharField(max_length=400, blank=True, default="")
    version = models.IntegerField(default=1)
    batch = models.CharField(max_length=36, blank=True, default="")

    class Meta:
        ordering = ["id"]
        constraints = [models.CheckConstraint(condition=~Q(name=""), name="attendee_named")]

    def __str__(self) -> str:
        # A name is for the studio's own screens; a log has no use for it.
        return f"attendee {self.pk}"
