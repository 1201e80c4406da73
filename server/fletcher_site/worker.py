"""A worker whose threads are not held by those who send or read too slowly."""

from __future__ import annotations

import socket
from typing import Any

from gunicorn.workers.gthread import TConn, ThreadWorker

from .deadline import Clock, end_worker

#: seconds without a byte, either way, after which a connection is given up
SILENT = 6.0
#: seconds for a whole request and its answer; a search asks for more
WHOLE = 150.0


class Impatient(socket.socket):
    """A socket that waits, when it may block, but not for ever."""

    def setblocking(self, flag: bool, /) -> None:
        self.settimeout(SILENT if flag else 0.0)


class Worker(ThreadWorker):
    """Gunicorn's threads, with an end to what each may be held for."""

    clock = Clock(WHOLE, 30.0, end_worker)

    def handle(self, conn: TConn) -> Any:
        if not isinstance(conn.sock, Impatient):
            plain = conn.sock
            conn.sock = Impatient(plain.family, plain.type, plain.proto, fileno=plain.detach())
        self.clock.enter()
        try:
            return super().handle(conn)
        finally:
            self.clock.leave()
