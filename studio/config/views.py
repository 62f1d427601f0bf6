"""The page that the web application starts from."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie


@never_cache
@ensure_csrf_cookie
def web(request: HttpRequest) -> HttpResponse:
    """Every place of the web application is one page."""
    return render(request, "index.html")
