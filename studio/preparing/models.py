"""What is ticked off while kits are prepared."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import Q

from studio.classes.models import KitClass

__all__ = ["Tick"]


class Tick(models.Model):
    """So many of something are done, in one guide of a class; ``key`` says of what.

    A key that the class has no more stays: what was done is not forgotten when the class changes.
    """

    class Guide(models.TextChoices):
        SCORING = "scoring"
        TASKS = "tasks"
        PACKING = "packing"
        TEACHING = "teaching"

    kit_class = models.ForeignKey(KitClass, models.CASCADE, related_name="ticks")
    guide = models.CharField(max_length=8, choices=Guide.choices)
    key = models.CharField(max_length=600)
    count = models.IntegerField()
    # Why something is as it is: a bag that is closed with less in it than it should have.
    note = models.CharField(max_length=400, blank=True, default="")
    # How long it took, where it was timed or somebody said so.
    seconds = models.IntegerField(null=True, blank=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, models.SET_NULL, null=True, blank=True)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.UniqueConstraint(fields=["kit_class", "guide", "key"], name="tick_once_a_key"),
            models.CheckConstraint(condition=Q(count__gte=0), name="tick_not_negative"),
            models.CheckConstraint(
                condition=Q(seconds__isnull=True) | Q(seconds__gte=0), name="tick_seconds_not_negative"
            ),
            models.CheckConstraint(
                condition=Q(guide__in=["scoring", "tasks", "packing", "teaching"]), name="tick_of_a_guide"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.count} of {self.key} for {self.kit_class}"
