"""How gunicorn runs the site; the address comes from the command line."""

from __future__ import annotations

import os

from fletcher_site import logs

workers = int(os.environ.get("FLETCHER_WORKERS", "2"))
threads = 8
worker_class = "fletcher_site.worker.Worker"
preload_app = True
#: a worker that gives no sign of life for so long is replaced
timeout = 30
graceful_timeout = 10
umask = 0o077
#: no door in the home folder by which workers can be told to end; `./fletcher stop` needs none
control_socket_disable = True
#: longer than any address that the interface asks for; pages and headers beyond are refused unread
limit_request_line = 4094
limit_request_fields = 60
logconfig_dict = logs.configuration()
proc_name = "fletcher"
