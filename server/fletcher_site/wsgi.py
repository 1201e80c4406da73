"""Entry for gunicorn."""

import gc
import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fletcher_site.settings")
application = get_wsgi_application()

# resolved now, so that everything is loaded once before the workers part and no visitor waits for it
from fletcher_site import urls  # noqa: E402, F401

gc.collect()
gc.freeze()
