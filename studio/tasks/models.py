"""Plans that are made beside the request that asked for them."""

from __future__ import annotations

from django.db import models

__all__ = ["PlanTask"]


class PlanTask(models.Model):
    """A plan that takes longer than a person waits: how far it is, and what came of it.

    ``key`` is of the job, so every process of every server knows it. ``about`` is what it is of: where that
    changes, the plan of how it was is not made any more, and its row goes. ``sheets`` and ``lower_bound`` are
    the progress, ``stop_early`` asks for the best so far; ``outcome`` is the plan file and the faults, once
    there is one.
    """

    key = models.CharField(max_length=80, unique=True)
    about = models.CharField(max_length=80, default="", db_index=True)
    sheets = models.IntegerField(null=True)
    lower_bound = models.IntegerField(default=0)
    stop_early = models.BooleanField(default=False)
    outcome = models.JSONField(null=True)
    seen = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-seen"]

    def __str__(self) -> str:
        return f"plan {self.key}"
