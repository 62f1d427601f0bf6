"""What somebody did to a thing of a studio."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from studio.accounts.models import Studio
from studio.classes.models import KitClass
from studio.cupboard.models import Pack, Paper, Supply
from studio.projects.models import Project

__all__ = ["FIELDS", "Noted"]

FIELDS = {"project": "project", "class": "kit_class", "paper": "paper", "supply": "supply", "pack": "pack"}
"""The field that holds the thing, by its kind."""


class Noted(models.Model):
    """What one person did to one thing, from ``first`` to ``at``; saves that follow each other are one.

    ``kind`` and ``name`` say what it was of; the thing itself is null once it is deleted, and for what is of
    the studio as a whole. ``differences`` are the ways into its document, and what was and is there.
    ``base`` is the document before the first of the saves, kept only while more may follow.
    """

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="noted")
    kind = models.CharField(max_length=8)
    project = models.ForeignKey(Project, models.SET_NULL, related_name="noted", null=True)
    kit_class = models.ForeignKey(KitClass, models.SET_NULL, related_name="noted", null=True)
    paper = models.ForeignKey(Paper, models.SET_NULL, related_name="noted", null=True)
    supply = models.ForeignKey(Supply, models.SET_NULL, related_name="noted", null=True)
    pack = models.ForeignKey(Pack, models.SET_NULL, related_name="noted", null=True)
    name = models.CharField(max_length=400, default="")
    deed = models.CharField(max_length=20)
    differences = models.JSONField(default=list)
    base = models.JSONField(null=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, models.SET_NULL, null=True)
    first = models.DateTimeField()
    at = models.DateTimeField()

    class Meta:
        ordering = ["-at", "-id"]
        indexes = [models.Index(fields=["studio", "-at"], name="change_newest")]

    def __str__(self) -> str:
        return f"{self.deed} {self.kind} {self.pk}"
