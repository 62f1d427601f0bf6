"""What was ordered from a shop and has not come yet."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import Q

from studio.accounts.models import Studio
from studio.cupboard.models.stock import Pack, Paper, Supply

__all__ = ["Order", "OrderLine"]


class Order(models.Model):
    """An order as the shop confirmed it: its number there, and the day on which it comes.

    ``reference`` is our own name for it, so that one that is sent twice is one order. ``closed`` says when
    what came was put in the cupboard, or that nothing came.
    """

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="orders")
    shop = models.CharField(max_length=120)
    reference = models.CharField(max_length=36)
    number = models.CharField(max_length=60)
    arrives = models.DateField()
    placed = models.DateTimeField(auto_now_add=True)
    closed = models.DateTimeField(null=True, blank=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, models.SET_NULL, null=True, blank=True)

    class Meta:
        db_table = "shopping_order"
        ordering = ["arrives", "id"]
        constraints = [
            models.UniqueConstraint(fields=["studio", "reference"], name="order_once_a_reference"),
        ]

    def __str__(self) -> str:
        return f"{self.number} from {self.shop}"


class OrderLine(models.Model):
    """Packs of a paper, a pack of designs or a supply in an order. ``pack_size`` is as it was ordered."""

    order = models.ForeignKey(Order, models.CASCADE, related_name="lines")
    paper = models.ForeignKey(Paper, models.CASCADE, related_name="ordered", null=True, blank=True)
    pack = models.ForeignKey(Pack, models.CASCADE, related_name="ordered", null=True, blank=True)
    supply = models.ForeignKey(Supply, models.CASCADE, related_name="ordered", null=True, blank=True)
    packs = models.IntegerField()
    pack_size = models.DecimalField(max_digits=21, decimal_places=6)

    class Meta:
        db_table = "shopping_orderline"
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(
                condition=Q(paper__isnull=False, pack__isnull=True, supply__isnull=True)
                | Q(paper__isnull=True, pack__isnull=False, supply__isnull=True)
                | Q(paper__isnull=True, pack__isnull=True, supply__isnull=False),
                name="order_line_of_one_thing",
            ),
            models.CheckConstraint(condition=Q(packs__gte=1), name="order_line_at_least_one"),
        ]

    def __str__(self) -> str:
        return f"{self.packs} of {self.of}"

    @property
    def thing(self) -> tuple[str, int]:
        """Kind and key of what is ordered."""
        for kind, key in (("paper", self.paper_id), ("pack", self.pack_id), ("supply", self.supply_id)):
            if key is not None:
                return kind, key
        raise ValueError(self)

    @property
    def of(self) -> Paper | Pack | Supply:
        """What is ordered."""
        found = self.paper or self.pack or self.supply
        assert found is not None, "the table holds no line of nothing"  # noqa: S101
        return found
