"""Who works where. A studio is the tenant: everything else belongs to exactly one."""

from __future__ import annotations

import datetime as dt
from fractions import Fraction
from typing import Literal, cast
from zoneinfo import ZoneInfo

from django.conf import settings
from django.db import models
from django.utils import timezone

from neat_sheaf.habits import Habits, LidFeel, Ridge, School, Scoring
from neat_sheaf.measure.length import Length, Unit
from neat_sheaf.pace import Pace
from studio.accounts.places import DEFAULT_PLACE, DEFAULT_ZONE

__all__ = ["Invitation", "Measure", "Member", "Role", "Studio"]

Measure = Literal["in", "cm", "mm"]
"""The unit that the lengths of a document are written in."""


def every_day() -> list[int]:
    """Monday to Sunday."""
    return list(range(7))


class Studio(models.Model):
    """One instructor's or club's paper room, with its units and currency. ``version`` counts its saves.

    ``hour_worth`` and ``sheet_worth`` are money in its currency, null where nobody said.
    ``place`` is the locale of its numbers, money and dates; a week begins on ``first_day``, 0 for Sunday.
    """

    class Units(models.TextChoices):
        INCHES = "in"
        CENTIMETRES = "cm"
        MILLIMETRES = "mm"

    name = models.CharField(max_length=120)
    units = models.CharField(max_length=2, choices=Units.choices, default=Units.INCHES)
    currency = models.CharField(max_length=3, default="EUR")
    place = models.CharField(max_length=12, default=DEFAULT_PLACE)
    first_day = models.SmallIntegerField(default=1)
    # Where its days begin and end, by the name of the time zone database.
    time_zone = models.CharField(max_length=64, default=DEFAULT_ZONE)
    scoring = models.CharField(max_length=5, default="blade")
    groove_nm = models.BigIntegerField(default=3_175_000)
    plate_nm = models.BigIntegerField(default=152_400_000)
    tape_nm = models.BigIntegerField(default=6_350_000)
    border_nm = models.BigIntegerField(default=3_175_000)
    even_nm = models.BigIntegerField(default=793_750)
    # What tabs and mats are stuck with, how far glue stays back, and the minutes it dries.
    tabs_with = models.CharField(max_length=6, default="tape")
    mats_with = models.CharField(max_length=6, default="runner")
    keep_back_nm = models.BigIntegerField(default=3_175_000)
    drying = models.IntegerField(default=10)
    # Scoring and dies: where ridges go, how far the board reaches, how long the plates are.
    ridge = models.CharField(max_length=7, default="inside")
    board_nm = models.BigIntegerField(default=304_800_000)
    plate_long_nm = models.BigIntegerField(default=215_900_000)
    # After how many months the people of a class are deleted; null keeps them.
    people_months = models.IntegerField(null=True, blank=True)
    # When preparing is done: minutes an evening, people, from when, and on which days (0 is Monday).
    evening_minutes = models.IntegerField(default=120)
    helpers = models.IntegerField(default=1)
    evening_from = models.TimeField(default=dt.time(19, 30))
    evening_days = models.JSONField(default=every_day, blank=True)
    lid = models.CharField(max_length=4, default="easy")
    hour_worth = models.DecimalField(max_digits=12, decimal_places=4, null=True, blank=True)
    sheet_worth = models.DecimalField(max_digits=12, decimal_places=4, null=True, blank=True)
    # What its own classes taught it, where it lets them: seconds by the names of a Pace, and how much of a
    # supply it really takes for what is worked out, as a fraction by the supply's key.
    own_pace = models.JSONField(default=dict, blank=True)
    own_use = models.JSONField(default=dict, blank=True)
    # What it does not want to be taught, by name.
    revoked = models.JSONField(default=list, blank=True)
    version = models.IntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=models.Q(first_day__gte=0, first_day__lte=6), name="studio_first_day"
            ),
            models.CheckConstraint(condition=models.Q(units__in=["in", "cm", "mm"]), name="studio_units"),
            models.CheckConstraint(condition=models.Q(currency__regex=r"^[A-Z]{3}$"), name="studio_currency"),
            models.CheckConstraint(
                condition=models.Q(scoring__in=["board", "blade"], lid__in=["snug", "easy"]),
                name="studio_habits",
            ),
            models.CheckConstraint(
                condition=models.Q(
                    tabs_with__in=["tape", "glue", "runner"],
                    mats_with__in=["tape", "glue", "runner"],
                    keep_back_nm__gte=0,
                    drying__gte=0,
                    ridge__in=["inside", "outside"],
                    board_nm__gt=0,
                    plate_long_nm__gt=0,
                )
                & (models.Q(people_months__isnull=True) | models.Q(people_months__gte=0))
                & models.Q(
                    evening_minutes__gte=1,
                    helpers__gte=1,
                ),
                name="studio_sticking",
            ),
            models.CheckConstraint(
                condition=models.Q(groove_nm__gt=0, plate_nm__gt=0, tape_nm__gt=0, border_nm__gte=0),
                name="studio_habits_over_zero",
            ),
            models.CheckConstraint(condition=models.Q(even_nm__gte=0), name="studio_even_not_negative"),
            models.CheckConstraint(
                condition=(models.Q(hour_worth__isnull=True) | models.Q(hour_worth__gte=0))
                & (models.Q(sheet_worth__isnull=True) | models.Q(sheet_worth__gte=0)),
                name="studio_worth_not_negative",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def today(self) -> dt.date:
        """The day that it is where the studio is. Nothing else may ask what day it is."""
        return self.day_of(timezone.now())

    def day_of(self, moment: dt.datetime) -> dt.date:
        """The day that a moment is on where the studio is."""
        return timezone.localdate(moment, ZoneInfo(self.time_zone))

    def day_begins(self, day: dt.date) -> dt.datetime:
        """The first moment of a day where the studio is; a day may have 23 or 25 hours."""
        return dt.datetime.combine(day, dt.time(), ZoneInfo(self.time_zone))

    @property
    def measure(self) -> Unit:
        """The unit that lengths are written in; a constraint keeps it one of the core's."""
        return cast(Unit, self.units)

    @property
    def pace(self) -> Pace:
        """How long its work takes, as its own log says where that is enough, and what time is worth to it."""
        return Pace(**self.own_pace, hour=self.hour_worth, sheet=self.sheet_worth)

    @property
    def own_amounts(self) -> dict[int, Fraction]:
        """How much of a supply (by its key) it really takes for each that is worked out."""
        return {int(key): Fraction(factor) for key, factor in self.own_use.items()}

    @property
    def habits(self) -> Habits:
        """How the studio works, for the checks."""
        return Habits(
            scoring=Scoring(self.scoring),
            groove=Length(self.groove_nm),
            plate=Length(self.plate_nm),
            tape=Length(self.tape_nm),
            border=Length(self.border_nm),
            lid=LidFeel(self.lid),
            even=Length(self.even_nm),
            tabs_with=School(self.tabs_with),
            mats_with=School(self.mats_with),
            keep_back=Length(self.keep_back_nm),
            drying=self.drying,
            ridge=Ridge(self.ridge),
            board=Length(self.board_nm),
            plate_long=Length(self.plate_long_nm),
        )


class Role(models.TextChoices):
    """What somebody may do in a studio; each may do what those after it may."""

    OWNER = "owner"
    HELPER = "helper"
    READER = "reader"

    def may(self, needed: Role) -> bool:
        """Whether somebody of this role may do what needs that one."""
        order = list(Role)
        return order.index(self) <= order.index(needed)


class Member(models.Model):
    """An account's place in a studio. One account may have a place in several."""

    user = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="places")
    studio = models.ForeignKey(Studio, models.CASCADE, related_name="members")
    role = models.CharField(max_length=6, choices=Role.choices, default=Role.OWNER)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["user", "studio"], name="member_once_a_studio"),
            models.CheckConstraint(condition=models.Q(role__in=Role.values), name="member_role"),
        ]

    def __str__(self) -> str:
        return f"{self.user} of {self.studio}"


class Invitation(models.Model):
    """An address that was asked into a studio. Whoever has the link of the mail may accept, once.

    Only the hash of the link's token is kept.
    """

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="invitations")
    email = models.EmailField()
    role = models.CharField(max_length=6, choices=Role.choices)
    token_hash = models.CharField(max_length=64, unique=True)
    made = models.DateTimeField(auto_now_add=True)
    until = models.DateTimeField()

    class Meta:
        ordering = ["made"]
        constraints = [
            models.UniqueConstraint(fields=["studio", "email"], name="invited_once_a_studio"),
            models.CheckConstraint(condition=models.Q(role__in=Role.values), name="invitation_role"),
        ]

    def __str__(self) -> str:
        return f"{self.role} of {self.studio}"
