"""How gunicorn runs the site; the address comes from the command line."""

from __future__ import annotations

import os
import threading
import time

from gunicorn.arbiter import Arbiter

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


def _tell_when_alone(server: Arbiter, watcher: int) -> None:
    while os.getppid() == watcher:
        time.sleep(2.0)
    server.log.warning(
        "the watcher is gone: what ends here is not brought back any more. Run ./fletcher up, which starts both again"
    )


def when_ready(server: Arbiter) -> None:
    """Keep an eye on the watcher that started this server, where one did."""
    if os.environ.get("FLETCHER_STARTED_BY"):
        threading.Thread(target=_tell_when_alone, args=(server, os.getppid()), daemon=True).start()
