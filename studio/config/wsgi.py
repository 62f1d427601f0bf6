"""The studio as a WSGI application, for gunicorn."""

import os

from django.core.wsgi import get_wsgi_application

from neat_sheaf.reading import read_sheet

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.config.settings")
application = get_wsgi_application()

# The rules of the reader take a second to load; the first keystroke must not wait for it.
read_sheet("Card 4 1/4 x 11, score 5 1/2", "in")
