"""Classes: who comes, which project, which papers, and how to cut. Lengths in nm."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from django.conf import settings
from django.db import models
from django.db.models import Q

from neat_sheaf.measure.apportionment import share_out
from studio.accounts.models import Studio
from studio.common.sent import state_of
from studio.cupboard.models import Paper
from studio.projects.models import Project

__all__ = ["Choice", "Colourway", "CuttingRun", "KitClass", "Tick"]


class KitClass(models.Model):
    """A class for which kits are made. ``version`` counts its saves."""

    class Style(models.TextChoices):
        FEWEST_SHEETS = "fewest-sheets"
        USUAL = "usual"
        WHOLE_KITS = "whole-kits"
        FEWEST_LAYOUTS = "fewest-layouts"
        QUICKEST = "quickest"
        KIT_PER_SHEET = "kit-per-sheet"

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="classes")
    project = models.ForeignKey(Project, models.PROTECT, related_name="classes")
    name = models.CharField(max_length=120)
    date = models.DateField(null=True, blank=True)
    place = models.CharField(max_length=120, blank=True, default="")
    seats = models.IntegerField(default=8)
    samples = models.IntegerField(default=1)
    spares = models.IntegerField(default=0)
    fee = models.DecimalField(max_digits=12, decimal_places=4, null=True, blank=True)
    style = models.CharField(max_length=16, choices=Style.choices, default=Style.FEWEST_SHEETS)
    sheets_at_once = models.IntegerField(default=1)
    keep_short_nm = models.BigIntegerField(default=25_400_000)
    keep_long_nm = models.BigIntegerField(default=76_200_000)
    trimmer_nm = models.BigIntegerField(default=304_800_000)
    mix_sizes = models.BooleanField(default=False)
    papers_together = models.BooleanField(default=False)
    empty_last = models.BooleanField(default=False)
    squaring_nm = models.BigIntegerField(default=0)
    safety_nm = models.BigIntegerField(default=0)
    most_piles = models.IntegerField(default=0)
    variant = models.CharField(max_length=400, blank=True, default="")
    # When the class was over and what it used left the cupboard.
    finished = models.DateTimeField(null=True, blank=True)
    # What it came to when it was over; later prices do not change it.
    figures = models.JSONField(null=True, blank=True)
    # What was really taken and how many hours it took in all, where somebody said so.
    taken = models.DecimalField(max_digits=12, decimal_places=4, null=True, blank=True)
    hours = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)
    # Costs that are no paper and no supply, as the job file has them.
    extras = models.JSONField(default=list, blank=True)
    # Fees that some of the seats pay, as the job file has them.
    other_fees = models.JSONField(default=list, blank=True)
    # Whether seats, colourways and fees are those of its people.
    follows_people = models.BooleanField(default=False)
    # What the attendees do themselves, as the job file has it.
    at_table = models.JSONField(default=list, blank=True)
    version = models.IntegerField(default=1)

    class Meta:
        ordering = ["date", "name", "id"]
        constraints = [
            models.CheckConstraint(
                condition=Q(seats__gte=0, samples__gte=0, spares__gte=0)
                & (Q(fee__isnull=True) | Q(fee__gte=0)),
                name="class_counts_not_negative",
            ),
            models.CheckConstraint(
                condition=Q(sheets_at_once__gte=1, keep_short_nm__gt=0, keep_long_nm__gt=0, trimmer_nm__gt=0),
                name="class_cutting_over_zero",
            ),
            models.CheckConstraint(
                condition=Q(squaring_nm__gte=0, safety_nm__gte=0, most_piles__gte=0),
                name="class_edges_not_negative",
            ),
            models.CheckConstraint(
                condition=Q(
                    style__in=[
                        "fewest-sheets",
                        "usual",
                        "whole-kits",
                        "fewest-layouts",
                        "quickest",
                        "kit-per-sheet",
                    ]
                ),
                name="class_style",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def wanted(self) -> int:
        """Kits for every seat, samples and spares."""
        return self.seats + self.samples + self.spares

    def kits_of(self, colourways: Sequence[Colourway]) -> list[tuple[int, int]]:
        """Of each colourway the kits that are made, and those that are there and not made again."""
        parts = share_out(self.wanted, [one.share for one in colourways])
        ready = [min(one.ready, part) for one, part in zip(colourways, parts, strict=True)]
        return [(part - there, there) for part, there in zip(parts, ready, strict=True)]

    def versions_of(self, colourways: Iterable[Colourway]) -> dict[str, str]:
        """The sister version of each colourway's kits, '' for the list itself."""
        return {one.name: one.variant or self.variant for one in colourways}

    @property
    def result_version(self) -> int:
        """The version of what it is said to have taken, and the hours."""
        return state_of(self.taken, self.hours)

    @property
    def listed(self) -> str:
        """What names its list, as ``listed_of`` its colourways."""
        return self.listed_of(self.colourways.all())

    def listed_of(self, colourways: Iterable[Colourway]) -> str:
        """The versions that the kits of these colourways are of, each once, a line each."""
        return "\n".join(dict.fromkeys(self.versions_of(colourways).values())) or self.variant

    @property
    def kits(self) -> int:
        """All the kits that are made."""
        colourways = list(self.colourways.all())
        return sum(made for made, _ in self.kits_of(colourways)) if colourways else self.wanted


class Colourway(models.Model):
    """Some of the kits, by share; shares are weights, so that seats may change.

    ``ready`` kits of it are there from an earlier class, and are not made again. ``variant`` is the sister
    version of its kits; where it is empty they are of the class's.
    """

    kit_class = models.ForeignKey(KitClass, models.CASCADE, related_name="colourways")
    position = models.IntegerField()
    name = models.CharField(max_length=120)
    share = models.IntegerField(default=1)
    ready = models.IntegerField(default=0)
    variant = models.CharField(max_length=400, blank=True, default="")

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["kit_class", "name"], name="colourway_name_once_a_class"),
            models.CheckConstraint(
                condition=Q(share__gte=0, ready__gte=0), name="colourway_share_not_negative"
            ),
            models.CheckConstraint(condition=~Q(name=""), name="colourway_named"),
        ]

    def __str__(self) -> str:
        return self.name


class Choice(models.Model):
    """The paper a role takes in a colourway."""

    colourway = models.ForeignKey(Colourway, models.CASCADE, related_name="choices")
    role = models.CharField(max_length=400)
    paper = models.ForeignKey(Paper, models.PROTECT, related_name="choices")

    class Meta:
        ordering = ["id"]
        constraints = [
            models.UniqueConstraint(fields=["colourway", "role"], name="choice_once_a_role"),
        ]

    def __str__(self) -> str:
        return f"{self.role}: {self.paper} in {self.colourway.kit_class}"


class CuttingRun(models.Model):
    """A plan that is pinned because cutting has begun.

    ``rounds`` are the layouts and cutting orders (the plan file's shapes): the plan as it was
    pinned, and after it what was added. ``done`` counts the strokes made, through all rounds.
    ``spoilt`` lists pieces lost: paper, piece, colourway, count, and what made them good. ``timed`` are the
    seconds of steps by their number from 0, where the one who cut went from one to the next.
    """

    kit_class = models.OneToOneField(KitClass, models.CASCADE, related_name="cutting_run")
    rounds = models.JSONField(default=list)
    done = models.IntegerField(default=0)
    spoilt = models.JSONField(default=list)
    timed = models.JSONField(default=dict)
    begun = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.CheckConstraint(condition=Q(done__gte=0), name="cutting_done_not_negative"),
        ]

    def __str__(self) -> str:
        return f"cutting for {self.kit_class}"


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
        db_table = "preparing_tick"
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
