"""The page that the web application starts from."""

from datetime import timedelta

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie


@never_cache
@ensure_csrf_cookie
def web(request: HttpRequest) -> HttpResponse:
    """Every place of the web application is one page."""
    return render(request, "index.html")


@never_cache
def worker(request: HttpRequest) -> HttpResponse:
    """The service worker, at the root of the server: every place of the application is in its reach."""
    script = settings.WEB_DIST / "sw.js"
    if not script.exists():
        raise Http404
    return HttpResponse(script.read_bytes(), content_type="text/javascript; charset=utf-8")


@never_cache
def security(request: HttpRequest) -> HttpResponse:
    """Whom to tell of a hole (RFC 9116): the address in the settings; nothing where there is none."""
    if not settings.SECURITY_CONTACT:
        raise Http404
    until = timezone.now().replace(microsecond=0) + timedelta(days=180)
    lines = [
        f"Contact: {settings.SECURITY_CONTACT}",
        f"Expires: {until.isoformat()}",
        "Preferred-Languages: en",
    ]
    return HttpResponse("\n".join(lines) + "\n", content_type="text/plain; charset=utf-8")
