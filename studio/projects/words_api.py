"""The studio's own words: learned from what was answered, listed, added to and taken back."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest
from ninja import Field, Router, Status

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.reading import Learned, LearnedError, Means
from neat_sheaf.reading.learned import told
from studio.accounts.models import Studio
from studio.accounts.tenancy import own, owner, reader, studio_of
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Sent
from studio.projects.models import LearnedWord

__all__ = ["router", "words_of"]

router = Router(tags=["lines"])


class WordIn(Sent):
    """A word, and what it means: a paper, a supply, a note that changes nothing, or other words."""

    said: str = Field(max_length=400)
    means: Means
    instead: str = Field("", max_length=400)


class WordOut(Schema):
    """A word that is known; ``instead`` as the core's ``Learned`` has it."""

    id: int
    said: str
    means: Means
    instead: str


def words_of(studio: Studio) -> tuple[Learned, ...]:
    """The words of a studio as the reader takes them."""
    rows = studio.words.values_list("said", "means", "instead")
    return tuple(Learned(said, Means(means), instead) for said, means, instead in rows)


@router.get("/words", auth=reader, response=list[WordOut])
def words(request: HttpRequest) -> list[LearnedWord]:
    """The studio's own words, in the order of the alphabet."""
    return list(studio_of(request).words.all())


@router.post("/words", auth=owner, response={201: WordOut, 422: Problem})
def learn(request: HttpRequest, payload: WordIn) -> Status[LearnedWord]:
    """Learn what a word means; what it meant before is forgotten."""
    studio = studio_of(request)
    try:
        word = told(payload.said, payload.means, payload.instead)
    except LearnedError as error:
        path = "said" if error.code == "learned-word" else "instead"
        raise FileError([fault(path, error.message.key, **error.message.params)]) from error
    with transaction.atomic():
        Studio.objects.select_for_update().get(pk=studio.pk)
        row, _ = studio.words.update_or_create(
            said=word.said, defaults={"means": word.means.value, "instead": word.instead}
        )
    return Status(201, row)


@router.delete("/words/{word_id}", auth=owner, response={204: None, 404: Problem})
def forget(request: HttpRequest, word_id: int) -> Status[None]:
    """Forget what a word means, so that it is asked about again."""
    own(LearnedWord.objects.all(), request, word_id).delete()
    return Status(204, None)
