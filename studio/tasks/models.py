"""Plans, files and answers that are made beside the request that asked for them."""

from __future__ import annotations

from django.db import models

from studio.accounts.models import Role, Studio

__all__ = ["Answer", "PlanTask", "StudioTask", "kind_of"]


def kind_of(about: str) -> str:
    """What kind of a class's answers a plan is that is about this: "class-12" is one of the class itself."""
    return about.partition("-")[0]


class Answer(models.Model):
    """What was worked out for a class and is kept with it: a plan, its options, a table of seats.

    ``kind`` says what it answers; ``key`` is of all that it was made from, so one that is found is true.
    Those of how the class was before stay for a while: seats go up and down, and while a new plan is made the
    last is shown. ``content`` is a plan file, or what the core gave.
    """

    kit_class = models.ForeignKey("classes.KitClass", models.CASCADE, related_name="answers")
    kind = models.CharField(max_length=12)
    key = models.CharField(max_length=100)
    content = models.BinaryField()
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-made", "-id"]
        constraints = [
            models.UniqueConstraint(fields=["kit_class", "kind", "key"], name="answer_once_a_key"),
        ]
        indexes = [models.Index(fields=["key"], name="answer_by_key")]

    def __str__(self) -> str:
        return f"{self.kind} of {self.kit_class_id}"


class PlanTask(models.Model):
    """A plan that takes longer than a person waits: how far it is, and what came of it.

    ``key`` is of the job, so every process of every server knows it. ``about`` is what it is of: where that
    changes, the plan of how it was is not made any more, and its row goes. ``sheets`` and ``lower_bound`` are
    the progress, ``stop_early`` asks for the best so far; ``outcome`` says that it is over, and the faults.
    The plan itself is an answer of ``kit_class``.
    """

    key = models.CharField(max_length=80, unique=True)
    about = models.CharField(max_length=80, default="", db_index=True)
    kit_class = models.ForeignKey("classes.KitClass", models.CASCADE, null=True, related_name="plan_tasks")
    sheets = models.IntegerField(null=True)
    lower_bound = models.IntegerField(default=0)
    stop_early = models.BooleanField(default=False)
    outcome = models.JSONField(null=True)
    seen = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-seen"]

    def __str__(self) -> str:
        return f"plan {self.key}"

    @property
    def kind(self) -> str:
        """What kind of its class's answers the plan is."""
        return kind_of(self.about)


class StudioTask(models.Model):
    """Something that a worker does for a studio: write a file, put an archive in, work out an answer.

    ``kind`` says what, ``about`` with what; ``given`` is the file that it works on. ``done`` of ``steps`` is
    the progress. Once it is ``finished`` there is a file (``content``), an ``outcome``, or ``faults``. One
    that is not wanted any more is deleted, and whoever works on it stops.
    """

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="tasks")
    kind = models.CharField(max_length=20)
    role = models.CharField(max_length=6, choices=Role.choices)
    about = models.JSONField(default=dict)
    given = models.BinaryField(null=True)
    done = models.IntegerField(default=0)
    steps = models.IntegerField(default=0)
    finished = models.DateTimeField(null=True)
    name = models.CharField(max_length=200, default="")
    media = models.CharField(max_length=100, default="")
    content = models.BinaryField(null=True)
    outcome = models.JSONField(null=True)
    faults = models.JSONField(default=list)
    made = models.DateTimeField(auto_now_add=True)
    seen = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.kind} {self.pk}"
