"""What there is: papers with their offcuts, packs of designs, and supplies. Lengths in nm."""

from __future__ import annotations

from decimal import Decimal

from django.core.validators import RegexValidator
from django.db import models
from django.db.models import Q

from studio.accounts.models import Studio

__all__ = ["Offcut", "Pack", "Paper", "Photo", "Supply"]

COLOUR = RegexValidator(r"^#[0-9a-f]{6}$", "write a colour as #rrggbb")


class Pack(models.Model):
    """A pack of several designs of paper."""

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="packs")
    name = models.CharField(max_length=120)
    sheets = models.IntegerField(default=12)
    price = models.DecimalField(max_digits=12, decimal_places=4, null=True, blank=True)
    code = models.CharField(max_length=60, blank=True, default="")
    shop = models.CharField(max_length=120, blank=True, default="")
    lead_days = models.IntegerField(default=0)
    discontinued = models.BooleanField(default=False)
    version = models.IntegerField(default=1)

    class Meta:
        ordering = ["name", "id"]
        constraints = [
            models.UniqueConstraint(fields=["studio", "name"], name="pack_name_once_a_studio"),
            models.CheckConstraint(
                condition=Q(sheets__gte=1) & (Q(price__isnull=True) | Q(price__gte=0)),
                name="pack_counts_not_negative",
            ),
        ]

    def __str__(self) -> str:
        return self.name


class Photo(models.Model):
    """A photograph or a scan as we made it again: a JPEG, scaled, with nothing else that came with it.

    ``colour`` is its mean.
    """

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="photos")
    content = models.BinaryField()
    colour = models.CharField(max_length=7, validators=[COLOUR])
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"photograph {self.pk}"


class Paper(models.Model):
    """A paper, its print, its packs, and a swatch of our own drawing.

    A design of a ``pack`` has ``pack_sheets`` copies in it. ``same_as`` is the paper of which this
    is another sheet size. The edges are what cannot be used. ``at_once`` is how many sheets of it
    the trimmer takes, null as the class says. ``low`` is the count from which it runs low, null where
    nobody said. What is on hand is the sum of its movements.
    """

    class Kind(models.TextChoices):
        CARDSTOCK = "cardstock"
        PATTERNED = "patterned"
        VELLUM = "vellum"
        FILM = "window film"
        FOIL = "foil"
        CHIPBOARD = "chipboard"
        ADHESIVE = "adhesive sheet"

    class Print(models.TextChoices):
        NONE = "none"
        TWO_WAY = "two-way"
        ONE_WAY = "one-way"

    class Motif(models.TextChoices):
        PLAIN = "plain"
        SPRIGS = "sprigs"
        DOTS = "dots"
        STRIPES = "stripes"
        CHECKS = "checks"
        WAVES = "waves"

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="papers")
    name = models.CharField(max_length=120)
    kind = models.CharField(max_length=20, choices=Kind.choices, default=Kind.CARDSTOCK)
    width_nm = models.BigIntegerField()
    height_nm = models.BigIntegerField()
    print = models.CharField(max_length=8, choices=Print.choices, default=Print.NONE)
    pack_sheets = models.IntegerField(default=1)
    pack_price = models.DecimalField(max_digits=12, decimal_places=4, null=True, blank=True)
    on_hand = models.IntegerField(default=0)
    caliper_nm = models.BigIntegerField(default=0)
    edge_left_nm = models.BigIntegerField(default=0)
    edge_right_nm = models.BigIntegerField(default=0)
    edge_top_nm = models.BigIntegerField(default=0)
    edge_bottom_nm = models.BigIntegerField(default=0)
    pack = models.ForeignKey(Pack, models.SET_NULL, related_name="designs", null=True, blank=True)
    same_as = models.ForeignKey("self", models.SET_NULL, related_name="sizes", null=True, blank=True)
    at_once = models.IntegerField(null=True, blank=True)
    # What a sheet really measures, where that is not the size it is sold as.
    measured_width_nm = models.BigIntegerField(null=True, blank=True)
    measured_height_nm = models.BigIntegerField(null=True, blank=True)
    code = models.CharField(max_length=60, blank=True, default="")
    shelf = models.CharField(max_length=120, blank=True, default="")
    shop = models.CharField(max_length=120, blank=True, default="")
    lead_days = models.IntegerField(default=0)
    low = models.IntegerField(null=True, blank=True)
    discontinued = models.BooleanField(default=False)
    # Other packs that it is sold in: size in its own unit and price, as text.
    offers = models.JSONField(default=list, blank=True)
    weight_gsm = models.IntegerField(null=True, blank=True)
    motif = models.CharField(max_length=8, choices=Motif.choices, default=Motif.PLAIN)
    ground = models.CharField(max_length=7, default="#d9c9a8", validators=[COLOUR])
    ink = models.CharField(max_length=7, default="#6b5a3a", validators=[COLOUR])
    # The other face, where it is printed or coloured; an empty motif where it is not.
    back_motif = models.CharField(max_length=8, choices=Motif.choices, blank=True, default="")
    back_ground = models.CharField(max_length=7, default="#ffffff", validators=[COLOUR])
    back_ink = models.CharField(max_length=7, default="#6b5a3a", validators=[COLOUR])
    # The photograph that is shown for it; null where there is none.
    photo = models.OneToOneField(
        "cupboard.Photo", models.SET_NULL, related_name="paper", null=True, blank=True
    )
    version = models.IntegerField(default=1)

    class Meta:
        ordering = ["name", "id"]
        constraints = [
            models.UniqueConstraint(fields=["studio", "name"], name="paper_name_once_a_studio"),
            models.CheckConstraint(condition=Q(width_nm__gt=0, height_nm__gt=0), name="paper_size_over_zero"),
            models.CheckConstraint(condition=Q(pack_sheets__gte=1), name="paper_pack_at_least_one"),
            models.CheckConstraint(
                condition=Q(on_hand__gte=0) & (Q(pack_price__isnull=True) | Q(pack_price__gte=0)),
                name="paper_counts_not_negative",
            ),
            models.CheckConstraint(
                condition=Q(lead_days__gte=0) & (Q(low__isnull=True) | Q(low__gte=0)),
                name="paper_lead_not_negative",
            ),
            models.CheckConstraint(
                condition=Q(caliper_nm__gte=0) & (Q(weight_gsm__isnull=True) | Q(weight_gsm__gte=1)),
                name="paper_caliper_not_negative",
            ),
            models.CheckConstraint(
                condition=Q(
                    edge_left_nm__gte=0, edge_right_nm__gte=0, edge_top_nm__gte=0, edge_bottom_nm__gte=0
                ),
                name="paper_edges_not_negative",
            ),
            models.CheckConstraint(
                condition=Q(at_once__isnull=True) | Q(at_once__gte=1), name="paper_at_once_at_least_one"
            ),
            models.CheckConstraint(
                condition=Q(measured_width_nm__isnull=True, measured_height_nm__isnull=True)
                | Q(measured_width_nm__gt=0, measured_height_nm__gt=0),
                name="paper_measured_over_zero",
            ),
            models.CheckConstraint(condition=Q(print__in=["none", "two-way", "one-way"]), name="paper_print"),
        ]

    def __str__(self) -> str:
        return self.name


class Offcut(models.Model):
    """Kept pieces of one paper, of one size."""

    paper = models.ForeignKey(Paper, models.CASCADE, related_name="offcuts")
    width_nm = models.BigIntegerField()
    height_nm = models.BigIntegerField()
    count = models.IntegerField(default=1)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(
                condition=Q(width_nm__gt=0, height_nm__gt=0), name="offcut_size_over_zero"
            ),
            models.CheckConstraint(condition=Q(count__gte=0), name="offcut_count_not_negative"),
        ]

    def __str__(self) -> str:
        return f"{self.count} offcuts of {self.paper}"


class Supply(models.Model):
    """A supply counted by piece, by length (quantities in nm) or by millilitre."""

    class Unit(models.TextChoices):
        EACH = "each"
        LENGTH = "length"
        ML = "ml"

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="supplies")
    name = models.CharField(max_length=120)
    unit = models.CharField(max_length=6, choices=Unit.choices)
    pack_size = models.DecimalField(max_digits=21, decimal_places=6)
    pack_price = models.DecimalField(max_digits=12, decimal_places=4, null=True, blank=True)
    on_hand = models.DecimalField(max_digits=21, decimal_places=6, default=Decimal(0))
    joinable = models.BooleanField(default=True)
    # The inside of an envelope or a bag; null where nothing goes in, a depth of 0 where it lies flat.
    holds_width_nm = models.BigIntegerField(null=True, blank=True)
    holds_height_nm = models.BigIntegerField(null=True, blank=True)
    holds_depth_nm = models.BigIntegerField(default=0)
    code = models.CharField(max_length=60, blank=True, default="")
    shelf = models.CharField(max_length=120, blank=True, default="")
    shop = models.CharField(max_length=120, blank=True, default="")
    lead_days = models.IntegerField(default=0)
    low = models.DecimalField(max_digits=21, decimal_places=6, null=True, blank=True)
    discontinued = models.BooleanField(default=False)
    # Other packs that it is sold in: size in its own unit and price, as text.
    offers = models.JSONField(default=list, blank=True)
    version = models.IntegerField(default=1)

    class Meta:
        ordering = ["name", "id"]
        constraints = [
            models.UniqueConstraint(fields=["studio", "name"], name="supply_name_once_a_studio"),
            models.CheckConstraint(condition=Q(pack_size__gt=0), name="supply_pack_over_zero"),
            models.CheckConstraint(
                condition=Q(on_hand__gte=0) & (Q(pack_price__isnull=True) | Q(pack_price__gte=0)),
                name="supply_counts_not_negative",
            ),
            models.CheckConstraint(
                condition=Q(lead_days__gte=0) & (Q(low__isnull=True) | Q(low__gte=0)),
                name="supply_lead_not_negative",
            ),
            models.CheckConstraint(condition=Q(unit__in=["each", "length", "ml"]), name="supply_unit"),
            models.CheckConstraint(
                # A check that comes to NULL passes, so presence is said outright.
                condition=Q(holds_width_nm__isnull=True, holds_height_nm__isnull=True)
                | Q(
                    holds_width_nm__isnull=False,
                    holds_height_nm__isnull=False,
                    holds_width_nm__gt=0,
                    holds_height_nm__gt=0,
                ),
                name="supply_holds_both_ways",
            ),
            models.CheckConstraint(condition=Q(holds_depth_nm__gte=0), name="supply_depth_not_negative"),
        ]

    def __str__(self) -> str:
        return self.name
