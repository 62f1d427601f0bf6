"""A paper's photograph: sent, shown, removed."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from studio.accounts.tenancy import helper, own, reader, studio_of
from studio.common.downloads import Jpeg
from studio.common.encoded import sent_bytes
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Sent
from studio.cupboard.models import Paper, Photo
from studio.cupboard.photos import remade

router = Router(tags=["cupboard"])


class PhotoIn(Sent):
    """A picture (JPEG, PNG, WebP), its bytes in base64."""

    content: str


class PhotoOut(Schema):
    """The photograph as it is kept now, and its mean colour as ``#rrggbb``."""

    photo: int
    colour: str


@router.put("/papers/{paper_id}/photo", auth=helper, response={200: PhotoOut, 404: Problem, 422: Problem})
def put_photo(request: HttpRequest, paper_id: int, payload: PhotoIn) -> PhotoOut:
    """Show this photograph for a paper; the one before it is gone."""
    studio = studio_of(request)
    own(Paper.objects.all(), request, paper_id)
    made, colour = remade(sent_bytes(payload.content))
    with transaction.atomic():
        paper = own(Paper.objects.select_for_update(), request, paper_id)
        before = paper.photo_id
        kept = Photo.objects.create(studio=studio, content=made, colour=colour)
        Paper.objects.filter(pk=paper.pk).update(photo=kept)
        Photo.objects.filter(pk=before or 0).delete()
    return PhotoOut(photo=kept.pk, colour=colour)


@router.delete("/papers/{paper_id}/photo", auth=helper, response={204: None, 404: Problem})
def drop_photo(request: HttpRequest, paper_id: int) -> Status[None]:
    """Show no photograph for a paper any more."""
    paper = own(Paper.objects.all(), request, paper_id)
    Photo.objects.filter(pk=paper.photo_id or 0).delete()
    return Status(204, None)


@router.get("/photos/{photo_id}", auth=reader, response={200: Jpeg, 404: Problem})
def photo(request: HttpRequest, photo_id: int) -> HttpResponse:
    """A photograph as JPEG. One that is changed has another number, so a browser may keep it."""
    found = get_object_or_404(Photo, pk=photo_id, studio=studio_of(request))
    headers = {"Cache-Control": "private, max-age=86400", "X-Content-Type-Options": "nosniff"}
    return HttpResponse(bytes(found.content), content_type="image/jpeg", headers=headers)
