"""The words of a studio: what each of them means where a list is read."""

from __future__ import annotations

from django.db import models

from neat_sheaf.reading.learned import LONGEST_MEANING, LONGEST_WORD
from studio.accounts.models import Studio

__all__ = ["LearnedWord"]


class LearnedWord(models.Model):
    """One word, as it is said in small letters; ``means`` is one of the core's ``Means``."""

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="words")
    said = models.CharField(max_length=LONGEST_WORD)
    means = models.CharField(max_length=7)
    instead = models.CharField(max_length=LONGEST_MEANING, blank=True, default="")

    class Meta:
        ordering = ["said"]
        constraints = [models.UniqueConstraint(fields=["studio", "said"], name="learned_word_once_a_studio")]

    def __str__(self) -> str:
        return self.said
