"""Where things answer: the API, and the web application everywhere else."""

from django.urls import include, path, re_path

from studio.config.api import api
from studio.config.views import web, worker

urlpatterns = [
    path("api/", api.urls),
    path("_allauth/", include("allauth.headless.urls")),
    path("sw.js", worker),
    re_path(r"^(?!api/|static/|_allauth/).*$", web),
]

handler500 = "studio.common.door.failed"
