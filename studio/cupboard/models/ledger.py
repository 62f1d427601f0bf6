"""Movements of stock, and what is set aside for a class. Sizes in nm, amounts in the thing's own unit."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models
from django.db.models import Q

from neat_sheaf.stock.ledger import Cause
from studio.accounts.models import Studio
from studio.cupboard.models.stock import Paper, Supply

__all__ = ["Claim", "Movement"]

_CAUSES = [(cause.value, cause.value.capitalize()) for cause in Cause]


class Counted(models.Model):
    """What an amount is of: sheets of a paper, its offcuts of one size (0: sheets), or a supply."""

    paper = models.ForeignKey(Paper, models.CASCADE, related_name="%(class)ss", null=True, blank=True)
    supply = models.ForeignKey(Supply, models.CASCADE, related_name="%(class)ss", null=True, blank=True)
    width_nm = models.BigIntegerField(default=0)
    height_nm = models.BigIntegerField(default=0)
    amount = models.DecimalField(max_digits=21, decimal_places=6)

    class Meta:
        abstract = True

    @staticmethod
    def of_one_thing(name: str) -> Any:
        """The constraint that it is of a paper or of a supply, and an offcut of a paper."""
        sheets = Q(width_nm=0, height_nm=0)
        return models.CheckConstraint(
            condition=Q(supply__isnull=True, paper__isnull=False)
            & (sheets | Q(width_nm__gt=0, height_nm__gt=0))
            | Q(supply__isnull=False, paper__isnull=True) & sheets,
            name=name,
        )


class Movement(Counted):
    """One change of a count: who, when, why. ``after`` is what there was then.

    ``kit_class`` and ``run`` say for which class, and during which cutting of it. ``batch`` is the sender's
    name for several that were made together. One that ``undoes`` another takes all of it back.
    """

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="movements")
    after = models.DecimalField(max_digits=21, decimal_places=6)
    cause = models.CharField(max_length=8, choices=_CAUSES)
    note = models.CharField(max_length=400, blank=True, default="")
    batch = models.CharField(max_length=64, blank=True, default="")
    kit_class = models.ForeignKey(
        "classes.KitClass", models.SET_NULL, related_name="movements", null=True, blank=True
    )
    run = models.ForeignKey(
        "classes.CuttingRun", models.SET_NULL, related_name="movements", null=True, blank=True
    )
    undoes = models.OneToOneField("self", models.CASCADE, related_name="undone_by", null=True, blank=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, models.SET_NULL, null=True, blank=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-id"]
        constraints = [
            Counted.of_one_thing("movement_of_one_thing"),
            models.CheckConstraint(condition=~Q(amount=0) & Q(after__gte=0), name="movement_moves"),
        ]
        indexes = [models.Index(fields=["studio", "batch"], name="movement_batch")]

    def __str__(self) -> str:
        return f"{self.amount} {self.cause} of {self.paper or self.supply}"


class Claim(Counted):
    """What is set aside for a class; what the class has used of it already is a part of it."""

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="claims")
    kit_class = models.ForeignKey("classes.KitClass", models.CASCADE, related_name="claims")

    class Meta:
        ordering = ["id"]
        constraints = [
            Counted.of_one_thing("claim_of_one_thing"),
            models.CheckConstraint(condition=Q(amount__gt=0), name="claim_over_zero"),
            models.UniqueConstraint(
                fields=["kit_class", "paper", "supply", "width_nm", "height_nm"],
                name="claim_once_a_class",
                nulls_distinct=False,
            ),
        ]

    def __str__(self) -> str:
        return f"{self.amount} of {self.paper or self.supply} for {self.kit_class}"
