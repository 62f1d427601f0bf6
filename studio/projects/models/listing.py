"""Projects: the cut-and-score list as it is kept. Lengths in nm; positions from 0."""

from __future__ import annotations

from uuid import uuid4

from django.db import models
from django.db.models import F, Q

from studio.accounts.models import Studio
from studio.cupboard.models import Supply

__all__ = [
    "CornerCut",
    "Diagonal",
    "Face",
    "Fit",
    "Hole",
    "Line",
    "Piece",
    "Project",
    "SupplyUse",
    "Tab",
]


def new_state() -> str:
    """What names one list as it was saved."""
    return uuid4().hex


class Project(models.Model):
    """One project. ``version`` counts its saves; ``state`` names its list, which no other ever does."""

    studio = models.ForeignKey(Studio, models.CASCADE, related_name="projects")
    name = models.CharField(max_length=120)
    tools = models.JSONField(default=list, blank=True)
    version = models.IntegerField(default=1)
    state = models.CharField(max_length=36, default=new_state, editable=False)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name

    def become_another(self) -> None:
        """Its list is to be changed: whatever was read of it before is of another one."""
        self.state = new_state()
        Project.objects.filter(pk=self.pk).update(state=self.state)


class Piece(models.Model):
    """One line of the list."""

    project = models.ForeignKey(Project, models.CASCADE, related_name="pieces")
    position = models.IntegerField()
    name = models.CharField(max_length=400)
    role = models.CharField(max_length=400)
    per_kit = models.IntegerField(default=1)
    width_nm = models.BigIntegerField()
    height_nm = models.BigIntegerField()
    follows_print = models.BooleanField(default=False)
    cut = models.CharField(max_length=5, default="trim")
    margin_nm = models.BigIntegerField(default=0)
    pitch_nm = models.BigIntegerField(default=0)
    spares = models.IntegerField(default=0)
    mat_piece = models.CharField(max_length=400, blank=True, default="")
    mat_column = models.IntegerField(default=1)
    mat_row = models.IntegerField(default=1)
    mat_to_column = models.IntegerField(null=True, blank=True)
    mat_to_row = models.IntegerField(null=True, blank=True)
    portion = models.CharField(max_length=14, default="whole")
    scrap = models.BooleanField(default=False)
    matched = models.CharField(max_length=400, blank=True, default="")
    # The die that it comes out of, and how many one pass gives.
    die = models.CharField(max_length=400, blank=True, default="")
    die_gives = models.IntegerField(default=1)
    word = models.CharField(max_length=400, blank=True, default="")
    note = models.CharField(max_length=400, blank=True, default="")
    outline = models.CharField(max_length=9, default="rectangle")
    # Windows, notches, shaped ends and removed panels as the job file has them, their lengths in mm.
    cut_outs = models.JSONField(default=dict, blank=True)

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["project", "name"], name="piece_name_once_a_project"),
            models.CheckConstraint(condition=Q(width_nm__gt=0, height_nm__gt=0), name="piece_size_over_zero"),
            models.CheckConstraint(
                condition=Q(
                    per_kit__gte=0,
                    margin_nm__gte=0,
                    pitch_nm__gte=0,
                    die_gives__gte=1,
                    spares__gte=0,
                    mat_column__gte=1,
                    mat_row__gte=1,
                ),
                name="piece_counts_not_negative",
            ),
            models.CheckConstraint(condition=Q(cut__in=["trim", "die", "punch"]), name="piece_cut"),
            models.CheckConstraint(
                condition=Q(portion__in=["whole", "three-quarters", "half", "quarter"]), name="piece_portion"
            ),
            models.CheckConstraint(condition=~Q(name="") & ~Q(role=""), name="piece_named"),
            models.CheckConstraint(condition=Q(outline__in=["rectangle", "oval"]), name="piece_outline"),
        ]

    def __str__(self) -> str:
        return self.name


class Line(models.Model):
    """A score or a slit, across the piece at ``at_nm`` along a side."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="lines")
    position = models.IntegerField()
    slit = models.BooleanField(default=False)
    along = models.CharField(max_length=6)
    at_nm = models.BigIntegerField()
    start_nm = models.BigIntegerField(null=True, blank=True)
    end_nm = models.BigIntegerField(null=True, blank=True)
    fold = models.CharField(max_length=8, default="valley")
    relief_nm = models.BigIntegerField(default=0)
    angle = models.IntegerField(null=True, blank=True)

    class Meta:
        ordering = ["position"]
        constraints = [
            models.CheckConstraint(condition=Q(along__in=["width", "height"]), name="line_along"),
            models.CheckConstraint(condition=Q(at_nm__gte=0), name="line_at_not_negative"),
            models.CheckConstraint(
                condition=Q(start_nm__isnull=True) | Q(end_nm__isnull=True) | Q(start_nm__lt=F("end_nm")),
                name="line_runs_forward",
            ),
            models.CheckConstraint(condition=Q(fold__in=["valley", "mountain"]), name="line_fold"),
            models.CheckConstraint(condition=Q(relief_nm__gte=0), name="line_relief_not_negative"),
            models.CheckConstraint(
                condition=Q(angle__isnull=True) | Q(angle__gte=0, angle__lte=180), name="line_angle"
            ),
        ]

    def __str__(self) -> str:
        return f"{'slit' if self.slit else 'score'} along {self.along}"


class Diagonal(models.Model):
    """A score between two marks."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="diagonals")
    start_x_nm = models.BigIntegerField()
    start_y_nm = models.BigIntegerField()
    end_x_nm = models.BigIntegerField()
    end_y_nm = models.BigIntegerField()
    fold = models.CharField(max_length=8, default="valley")
    angle = models.IntegerField(null=True, blank=True)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(
                condition=Q(angle__isnull=True) | Q(angle__gte=0, angle__lte=180), name="diagonal_angle"
            )
        ]

    def __str__(self) -> str:
        return f"diagonal of {self.piece}"


class Hole(models.Model):
    """A round hole by its centre."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="holes")
    x_nm = models.BigIntegerField()
    y_nm = models.BigIntegerField()
    diameter_nm = models.BigIntegerField()
    through = models.CharField(max_length=6, blank=True, default="")

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(condition=Q(diameter_nm__gt=0), name="hole_over_zero"),
            models.CheckConstraint(condition=Q(through__in=["", "width", "height"]), name="hole_through"),
        ]

    def __str__(self) -> str:
        return f"hole in {self.piece}"


class CornerCut(models.Model):
    """What is taken off a corner."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="corners")
    corner = models.CharField(max_length=12)
    shape = models.CharField(max_length=5)
    size_nm = models.BigIntegerField()
    rise_nm = models.BigIntegerField(null=True, blank=True)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(condition=Q(size_nm__gt=0), name="corner_over_zero"),
            models.CheckConstraint(
                condition=Q(rise_nm__isnull=True) | Q(rise_nm__gt=0), name="corner_rise_over_zero"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.shape} {self.corner}"


class Tab(models.Model):
    """A panel that is glued behind another."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="tabs")
    column = models.IntegerField()
    row = models.IntegerField()
    runs = models.IntegerField(default=1)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(condition=Q(column__gte=1, row__gte=1, runs__gte=1), name="tab_counts")
        ]

    def __str__(self) -> str:
        return f"tab of {self.piece}"


class Face(models.Model):
    """A panel that is seen on the finished thing."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="faces")
    column = models.IntegerField()
    row = models.IntegerField()
    up = models.CharField(max_length=6, default="top")
    name = models.CharField(max_length=400, blank=True, default="")

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(condition=Q(column__gte=1, row__gte=1), name="face_counts"),
            models.CheckConstraint(condition=Q(up__in=["top", "bottom", "left", "right"]), name="face_up"),
        ]

    def __str__(self) -> str:
        return f"face of {self.piece}"


class Fit(models.Model):
    """What two pieces have to do with one another, by name; panels where they are named."""

    project = models.ForeignKey(Project, models.CASCADE, related_name="fits")
    kind = models.CharField(max_length=12)
    outer = models.CharField(max_length=400)
    inner = models.CharField(max_length=400)
    outer_column = models.IntegerField(null=True, blank=True)
    outer_row = models.IntegerField(null=True, blank=True)
    inner_column = models.IntegerField(null=True, blank=True)
    inner_row = models.IntegerField(null=True, blank=True)
    allowance_nm = models.BigIntegerField(null=True, blank=True)
    times = models.IntegerField(default=1)
    # How a glued one lies, as the job file has it; null for any other.
    glue = models.JSONField(null=True, blank=True)

    class Meta:
        ordering = ["id"]
        constraints = [models.CheckConstraint(condition=Q(times__gte=1), name="fit_times")]

    def __str__(self) -> str:
        return f"{self.outer} over {self.inner}"


class SupplyUse(models.Model):
    """What is taken of a supply: a count, or a length in equal cuts; by so many people, 0 for the class."""

    project = models.ForeignKey(Project, models.CASCADE, related_name="uses")
    position = models.IntegerField()
    supply = models.ForeignKey(Supply, models.PROTECT, related_name="uses")
    count = models.DecimalField(max_digits=15, decimal_places=6, null=True, blank=True)
    length_nm = models.BigIntegerField(null=True, blank=True)
    cuts = models.IntegerField(default=1)
    girth_nm = models.BigIntegerField(null=True, blank=True)
    bow_nm = models.BigIntegerField(null=True, blank=True)
    shared_by = models.IntegerField(default=1)
    lent = models.BooleanField(default=False)
    # What an adhesive holds, and which pieces pads lie under; not typed is worked out from them.
    sticks = models.JSONField(default=list, blank=True)
    lifts = models.JSONField(default=list, blank=True)
    typed = models.BooleanField(default=True)

    class Meta:
        ordering = ["position"]
        constraints = [
            models.CheckConstraint(
                # A check that comes to NULL passes, so presence is said outright.
                condition=Q(count__isnull=False, count__gte=0, length_nm__isnull=True)
                | Q(count__isnull=True, length_nm__isnull=False, length_nm__gt=0)
                | Q(count__isnull=True, length_nm__isnull=False, length_nm__gte=0, typed=False),
                name="use_is_count_or_length",
            ),
            models.CheckConstraint(condition=Q(cuts__gte=1, shared_by__gte=0), name="use_cuts_at_least_one"),
        ]

    def __str__(self) -> str:
        return f"{self.supply} in {self.project}"
