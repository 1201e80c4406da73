"""Entry for gunicorn."""

import contextlib
import gc
import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fletcher_site.settings")
application = get_wsgi_application()

# resolved now, so that everything is loaded once before the workers part and no visitor waits for it
# what is told of faults comes from schemas that take a while to make
from fletcher_core import AirframeFile, CannotRead, read_file  # noqa: E402

from fletcher_site import urls  # noqa: E402, F401

with contextlib.suppress(CannotRead):
    read_file({"unknown": AirframeFile.__name__})

gc.collect()
gc.freeze()
