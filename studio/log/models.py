"""What is remembered of a class when it is over. Sizes in nm, amounts in the thing's own unit."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.db.models.signals import post_delete
from django.dispatch import receiver

from studio.classes.models import KitClass
from studio.cupboard.models import Photo
from studio.cupboard.models.ledger import Counted

__all__ = ["ClassLog", "LogNote", "Used"]


class ClassLog(models.Model):
    """What is kept of a class as a whole.

    ``planned`` is what it was planned to take, as it was when the class was over; null until then. ``left``
    are whole kits that nobody took, by colourway; one that nobody counted is not in it. ``shown`` is what it
    shows of each allowance, as fractions.
    """

    kit_class = models.OneToOneField(KitClass, models.CASCADE, related_name="log")
    planned = models.JSONField(null=True, blank=True)
    left = models.JSONField(default=dict, blank=True)
    shown = models.JSONField(default=dict, blank=True)

    def __str__(self) -> str:
        return f"log of {self.kit_class}"


class Used(Counted):
    """What a class really used of something, where somebody said so; of an offcut, how many it left.

    ``amount`` is null where only ``ran_out`` was said.
    """

    kit_class = models.ForeignKey(KitClass, models.CASCADE, related_name="used")
    amount = models.DecimalField(  # type: ignore[assignment]
        max_digits=21, decimal_places=6, null=True, blank=True
    )
    ran_out = models.BooleanField(default=False)

    class Meta:
        ordering = ["id"]
        constraints = [
            Counted.of_one_thing("used_of_one_thing"),
            models.CheckConstraint(
                condition=Q(amount__isnull=True) | Q(amount__gte=0), name="used_not_negative"
            ),
            models.UniqueConstraint(
                fields=["kit_class", "paper", "supply", "width_nm", "height_nm"],
                name="used_once_a_class",
                nulls_distinct=False,
            ),
        ]

    def __str__(self) -> str:
        return f"{self.amount} of {self.paper or self.supply} in {self.kit_class}"


class LogNote(models.Model):
    """Something to remember of a class, perhaps with a photograph."""

    class About(models.TextChoices):
        WRONG = "wrong"
        WELL = "well"
        NEXT = "next"

    kit_class = models.ForeignKey(KitClass, models.CASCADE, related_name="log_notes")
    about = models.CharField(max_length=5, choices=About.choices)
    text = models.CharField(max_length=2_000, blank=True, default="")
    photo = models.ForeignKey(Photo, models.SET_NULL, null=True, blank=True, related_name="log_notes")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, models.SET_NULL, null=True, blank=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(condition=Q(about__in=["wrong", "well", "next"]), name="log_note_about"),
        ]

    def __str__(self) -> str:
        return f"note {self.pk} of {self.kit_class}"


@receiver(post_delete, sender=LogNote)
def _take_the_photograph_along(instance: LogNote, **_: Any) -> None:
    """A photograph goes with its note, also where a whole class is deleted."""
    Photo.objects.filter(pk=instance.photo_id or 0).delete()
