"""Who works where. A studio is the tenant: everything else belongs to exactly one."""

from __future__ import annotations

from typing import cast

from django.conf import settings
from django.db import models

from neat_sheaf.length import Unit

__all__ = ["Member", "Studio"]


class Studio(models.Model):
    """One instructor's or club's paper room, with its units and currency."""

    class Units(models.TextChoices):
        INCHES = "in"
        CENTIMETRES = "cm"
        MILLIMETRES = "mm"

    name = models.CharField(max_length=120)
    units = models.CharField(max_length=2, choices=Units.choices, default=Units.INCHES)
    currency = models.CharField(max_length=3, default="EUR")
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.CheckConstraint(condition=models.Q(units__in=["in", "cm", "mm"]), name="studio_units"),
            models.CheckConstraint(condition=models.Q(currency__regex=r"^[A-Z]{3}$"), name="studio_currency"),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def measure(self) -> Unit:
        """The unit that lengths are written in; a constraint keeps it one of the core's."""
        return cast(Unit, self.units)


class Member(models.Model):
    """An account's place in a studio."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, models.CASCADE, related_name="member")
    studio = models.ForeignKey(Studio, models.CASCADE, related_name="members")

    def __str__(self) -> str:
        return f"{self.user} of {self.studio}"
