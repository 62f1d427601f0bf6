"""Where things answer: the API, and the web application everywhere else."""

from django.urls import include, path, re_path

from studio.common.health import live, ready
from studio.config.api import api
from studio.config.views import security, web, worker

urlpatterns = [
    path("api/", api.urls),
    path("_allauth/", include("allauth.headless.urls")),
    path("health/live", live),
    path("health/ready", ready),
    path(".well-known/security.txt", security),
    path("sw.js", worker),
    re_path(r"^(?!api/|static/|_allauth/|health/|\.well-known/).*$", web),
]

handler500 = "studio.common.door.failed"
