"""How a project is put together, what goes inside, and its sister versions. Lengths in nm."""

from __future__ import annotations

from uuid import uuid4

from django.db import models
from django.db.models import Q

from neat_sheaf.project.assembly import Batch
from studio.cupboard.models import Supply
from studio.projects.models.listing import Project

__all__ = ["Content", "Override", "Step", "StepSupply", "Variant", "new_key"]


class Step(models.Model):
    """One step of the assembly; pieces by name, cautions by code."""

    project = models.ForeignKey(Project, models.CASCADE, related_name="steps")
    position = models.IntegerField()
    says = models.CharField(max_length=400)
    tool = models.CharField(max_length=400, blank=True, default="")
    minutes = models.DecimalField(max_digits=7, decimal_places=2, null=True, blank=True)
    when = models.CharField(max_length=6, default="table")
    cautions = models.JSONField(default=list, blank=True)
    pieces = models.JSONField(default=list, blank=True)
    # What is stamped, and for how many minutes it is left alone after.
    ink = models.CharField(max_length=400, blank=True, default="")
    shade = models.CharField(max_length=6, default="medium")
    dries = models.IntegerField(default=0)
    # What it is while kits are prepared: work of its own, or part of a batch.
    batch = models.CharField(max_length=6, default="own")

    class Meta:
        ordering = ["position"]
        constraints = [
            models.CheckConstraint(
                condition=Q(shade__in=["light", "medium", "dark"], dries__gte=0), name="step_stamping"
            ),
            models.CheckConstraint(condition=Q(batch__in=[one.value for one in Batch]), name="step_batch"),
            models.CheckConstraint(condition=Q(when__in=["before", "table"]), name="step_when"),
            models.CheckConstraint(
                condition=Q(minutes__isnull=True) | Q(minutes__gte=0), name="step_minutes_not_negative"
            ),
            models.CheckConstraint(condition=~Q(says=""), name="step_says"),
        ]

    def __str__(self) -> str:
        return self.says


class StepSupply(models.Model):
    """A supply that a step uses."""

    step = models.ForeignKey(Step, models.CASCADE, related_name="supplies")
    position = models.IntegerField()
    supply = models.ForeignKey(Supply, models.PROTECT, related_name="steps")

    class Meta:
        ordering = ["position"]

    def __str__(self) -> str:
        return f"{self.supply} in step {self.step.position + 1} of {self.step.project}"


class Content(models.Model):
    """Something that goes inside a piece, named as on the list."""

    project = models.ForeignKey(Project, models.CASCADE, related_name="contents")
    position = models.IntegerField()
    name = models.CharField(max_length=400)
    width_nm = models.BigIntegerField()
    depth_nm = models.BigIntegerField()
    height_nm = models.BigIntegerField()
    piece = models.CharField(max_length=400)
    rigid = models.BooleanField(default=True)
    # The supply that it is, of which a kit takes so many.
    supply = models.ForeignKey(Supply, models.PROTECT, related_name="contents", null=True, blank=True)
    count = models.IntegerField(default=1)
    allergens = models.CharField(max_length=400, blank=True, default="")

    class Meta:
        ordering = ["position"]
        constraints = [
            models.CheckConstraint(
                condition=Q(width_nm__gt=0, depth_nm__gt=0, height_nm__gt=0, count__gte=1),
                name="content_size_over_zero",
            )
        ]

    def __str__(self) -> str:
        return self.name


def new_key() -> str:
    """What names something for good."""
    return uuid4().hex


class Variant(models.Model):
    """A sister version of a project; ``key`` lasts, whatever its name becomes."""

    project = models.ForeignKey(Project, models.CASCADE, related_name="variants")
    position = models.IntegerField()
    key = models.CharField(max_length=36, default=new_key)
    name = models.CharField(max_length=400)
    # Counts, papers, supplies and pieces that it changes, as the job file has them, lengths in mm.
    more = models.JSONField(default=dict, blank=True)

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["project", "name"], name="variant_name_once_a_project"),
            models.UniqueConstraint(fields=["project", "key"], name="variant_key_once_a_project"),
            models.CheckConstraint(condition=~Q(name=""), name="variant_named"),
        ]

    def __str__(self) -> str:
        return self.name


class Override(models.Model):
    """One named number of one piece as a version has it."""

    variant = models.ForeignKey(Variant, models.CASCADE, related_name="numbers")
    position = models.IntegerField()
    piece = models.CharField(max_length=400)
    number = models.CharField(max_length=60)
    value_nm = models.BigIntegerField()

    class Meta:
        ordering = ["position"]
        constraints = [models.CheckConstraint(condition=Q(value_nm__gte=0), name="override_not_negative")]

    def __str__(self) -> str:
        return f"{self.piece} {self.number} in {self.variant}"
