"""The address under which a person reached this server, for links in mails and on prints."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest

__all__ = ["own_address"]


def own_address(request: HttpRequest, path: str = "/") -> str:
    """An address of this server. What the settings say comes first; a port that is not ours is left out.

    The host is one of those that are allowed, but whoever asks can write any port behind it.
    """
    if settings.ADDRESS:
        return f"{settings.ADDRESS.rstrip('/')}{path}"
    host, _, port = request.get_host().rpartition(":")
    if not host or not port.isdigit():
        host, port = request.get_host(), ""
    ours = f":{port}" if port and port == request.META.get("SERVER_PORT") else ""
    return f"{request.scheme}://{host}{ours}{path}"
