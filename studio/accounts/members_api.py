"""Who belongs to a studio, who is asked in, and what each may do."""

from __future__ import annotations

import datetime as dt

from allauth.account.adapter import get_adapter
from django.db import transaction
from django.http import Http404, HttpRequest
from ninja import Field, Router, Status

from studio.accounts.models import Invitation, Member, Role
from studio.accounts.services.joining import accept, change_role, invite, invited_by, leave
from studio.accounts.tenancy import (
    STUDIO_KEY,
    account,
    check_version,
    member_of,
    own,
    owner,
    reader,
    studio_of,
    user_of,
)
from studio.accounts.voice import voice_for
from studio.common.addresses import own_address
from studio.common.problems import Problem, RoleNeeded
from studio.common.schema import Schema
from studio.common.sent import Save, Sent, state_of

router = Router(tags=["members"])


class MemberOut(Schema):
    """Somebody who belongs to the studio; ``me`` is whoever asks."""

    id: int
    name: str
    email: str
    role: Role
    me: bool
    version: int


class InvitationOut(Schema):
    """An address that was asked in and has not come yet."""

    id: int
    email: str
    role: Role
    until: dt.datetime


class MembersOut(Schema):
    """Everybody of a studio."""

    members: list[MemberOut]
    invitations: list[InvitationOut]


class InvitationIn(Sent):
    """Whom to ask in, and as what."""

    email: str = Field(max_length=254)
    role: Role = Role.HELPER


class RoleIn(Save):
    """What somebody may do."""

    role: Role


class JoinOut(Schema):
    """What an invitation is to."""

    studio: str
    role: Role
    email: str


@router.get("/members", auth=reader, response=MembersOut)
def members(request: HttpRequest) -> MembersOut:
    """Everybody of the studio, in the order they came, and who is asked in."""
    studio, me = studio_of(request), member_of(request)
    rows = studio.members.select_related("user").order_by("pk")
    return MembersOut(
        members=[
            MemberOut(
                id=row.pk, name=row.user.get_username(), email=row.user.email, role=Role(row.role),
                me=me is not None and row.pk == me.pk, version=state_of(row.role),
            )
            for row in rows
        ],
        invitations=[
            InvitationOut(id=one.pk, email=one.email, role=Role(one.role), until=one.until)
            for one in studio.invitations.all()
        ],
    )  # fmt: skip


@router.put(
    "/members/{member_id}", auth=owner, response={200: MembersOut, 404: Problem, 409: Problem, 422: Problem}
)
def give_role(request: HttpRequest, member_id: int, payload: RoleIn) -> MembersOut:
    """Give a member another role."""
    with transaction.atomic():
        member = own(Member.objects.select_for_update(of=("self",)), request, member_id)
        name, now = member.user.email or member.user.get_username(), member.role
        check_version(name, payload.version, state_of(now), {"role": now})
        change_role(member, payload.role)
    return members(request)


@router.delete("/members/{member_id}", auth=reader, response={204: None, 404: Problem, 422: Problem})
def end_membership(request: HttpRequest, member_id: int) -> Status[None]:
    """Remove a member, as an owner; or leave, as oneself."""
    member, me = own(Member.objects.all(), request, member_id), member_of(request)
    if me is not None and member.pk != me.pk and me.role != Role.OWNER:
        raise RoleNeeded(Role.OWNER.value, me.role)
    leave(member)
    return Status(204, None)


@router.post("/invitations", auth=owner, response={201: MembersOut, 422: Problem})
def ask_in(request: HttpRequest, payload: InvitationIn) -> Status[MembersOut]:
    """Ask somebody into the studio by mail; the link is good for two weeks."""
    address = own_address(request, "/join/")
    invite(studio_of(request), user_of(request), payload.email, payload.role, address, voice_for(request))
    return Status(201, members(request))


@router.delete("/invitations/{invitation_id}", auth=owner, response={204: None, 404: Problem})
def take_back(request: HttpRequest, invitation_id: int) -> Status[None]:
    """Take an invitation back: its link is worth nothing."""
    own(Invitation.objects.all(), request, invitation_id).delete()
    return Status(204, None)


@router.get("/join/{token}", auth=None, response={200: JoinOut, 404: Problem})
def invitation(request: HttpRequest, token: str) -> JoinOut:
    """What a link invites to. Whoever looks may make an account for it."""
    found = _good(token)
    request.session["invitation"] = token
    # The link came by mail to this address: whoever has it has shown that it is theirs.
    get_adapter().stash_verified_email(request, found.email)
    return JoinOut(studio=found.studio.name, role=Role(found.role), email=found.email)


@router.post("/join/{token}", auth=account, response={204: None, 404: Problem, 422: Problem})
def join(request: HttpRequest, token: str) -> Status[None]:
    """Accept, with the account that is signed in, and look at the studio."""
    member = accept(_good(token), user_of(request))
    request.session[STUDIO_KEY] = member.studio_id
    return Status(204, None)


def _good(token: str) -> Invitation:
    found = invited_by(token)
    if found is None:
        raise Http404
    return found
