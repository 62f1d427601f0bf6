"""The database itself refuses what cannot be: whatever the code above it does."""

import pytest
from django.db import IntegrityError, transaction

from studio.accounts.models import Studio
from studio.cupboard.models import Paper
from studio.projects.models import Content, Diagonal, Face, Line, Override, Piece, Project, Step, Variant


@pytest.fixture
def project(db):
    studio = Studio.objects.create(name="Mine")
    return Project.objects.create(studio=studio, name="Card")


@pytest.fixture
def piece(project):
    return Piece.objects.create(
        project=project, position=0, name="Card", role="body", width_nm=1, height_nm=1
    )


def refused(make):
    with pytest.raises(IntegrityError), transaction.atomic():
        make()


@pytest.mark.parametrize(
    "wrong",
    [{"fold": "up"}, {"relief_nm": -1}, {"along": "depth"}, {"start_nm": 5, "end_nm": 5}],
)
def test_a_line_that_cannot_be(piece, wrong):
    plain = {"piece": piece, "position": 0, "along": "width", "at_nm": 5}
    assert Line.objects.create(**plain).pk
    refused(lambda: Line.objects.create(**(plain | wrong)))


@pytest.mark.parametrize("wrong", [{"up": "north"}, {"column": 0}, {"row": 0}])
def test_a_face_that_cannot_be(piece, wrong):
    plain = {"piece": piece, "column": 1, "row": 1}
    assert Face.objects.create(**plain).pk
    refused(lambda: Face.objects.create(**(plain | wrong)))


@pytest.mark.parametrize("wrong", [{"portion": "third"}, {"cut": "saw"}, {"width_nm": 0}, {"name": ""}])
def test_a_piece_that_cannot_be(project, wrong):
    plain = {"project": project, "position": 0, "name": "A", "role": "body", "width_nm": 1, "height_nm": 1}
    refused(lambda: Piece.objects.create(**(plain | wrong)))


@pytest.mark.parametrize("wrong", [{"says": ""}, {"when": "soon"}, {"minutes": -1}])
def test_a_step_that_cannot_be(project, wrong):
    plain = {"project": project, "position": 0, "says": "Fold"}
    assert Step.objects.create(**plain).pk
    refused(lambda: Step.objects.create(**(plain | wrong)))


@pytest.mark.parametrize("side", ["width_nm", "depth_nm", "height_nm"])
def test_something_inside_of_no_size(project, side):
    plain = {"project": project, "position": 0, "name": "Jar", "piece": "Card",
             "width_nm": 1, "depth_nm": 1, "height_nm": 1}  # fmt: skip
    assert Content.objects.create(**plain).pk
    refused(lambda: Content.objects.create(**(plain | {side: 0})))


def test_two_versions_of_a_name_or_one_without(project):
    tall = Variant.objects.create(project=project, position=0, name="Tall")
    refused(lambda: Variant.objects.create(project=project, position=1, name="Tall"))
    refused(lambda: Variant.objects.create(project=project, position=1, name=""))
    refused(lambda: Override.objects.create(variant=tall, position=0, piece="A", number="width", value_nm=-1))


@pytest.mark.parametrize(
    "wrong", [{"scoring": "knife"}, {"lid": "firm"}, {"groove_nm": 0}, {"border_nm": -1}]
)
def test_habits_that_cannot_be(db, wrong):
    refused(lambda: Studio.objects.create(name="Mine", **wrong))


def test_a_paper_thinner_than_nothing(project):
    refused(
        lambda: Paper.objects.create(
            studio=project.studio, name="Film", width_nm=1, height_nm=1, caliper_nm=-1
        )
    )


def test_what_goes_takes_what_was_its_own(project, piece):
    Diagonal.objects.create(piece=piece, start_x_nm=0, start_y_nm=0, end_x_nm=1, end_y_nm=1, fold="mountain")
    Step.objects.create(project=project, position=0, says="Fold")
    project.delete()
    assert not Piece.objects.exists()
    assert not Step.objects.exists()
    assert not Diagonal.objects.exists()
