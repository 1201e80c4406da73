"""A worker whose threads, and whose main loop, are not held by those who send or read too slowly."""

from __future__ import annotations

import socket
import time
from typing import Any

from gunicorn.workers.gthread import TConn, ThreadWorker

from .deadline import Clock, clock, end_worker

#: seconds without a byte, either way, after which a connection is given up
SILENT = 6.0
#: seconds for a request to arrive whole, and bytes that earn it a second more: slower than any net that still carries
#: a page (own estimate)
ARRIVING, SLOWEST = 10.0, 4000.0
#: seconds for a whole request and its answer; a search asks for more
WHOLE = 150.0


class Impatient(socket.socket):
    """A socket that waits, when it may block, but not for ever."""

    #: whoever is at the other end was too slow: nothing more is waited for
    given_up = False
    _until = 0.0

    def expect(self) -> None:
        """A request arrives from now on."""
        self._until = time.monotonic() + ARRIVING

    def setblocking(self, flag: bool, /) -> None:
        if self.fileno() != -1:
            self.settimeout(SILENT if flag else 0.0)

    def recv(self, size: int, flags: int = 0, /) -> bytes:
        patience = self.gettimeout()
        if not patience:
            return super().recv(size, flags)
        began = time.monotonic()
        left = self._until - began
        try:
            if left <= 0:
                raise TimeoutError("the request does not arrive")
            self.settimeout(min(patience, left))
            data = super().recv(size, flags)
        except TimeoutError:
            self.given_up = True
            raise
        finally:
            self.settimeout(patience)
            # a picture over a poor net: what it takes to arrive is not the time that working it out may take
            clock.allow(time.monotonic() - began)
        self._until += len(data) / SLOWEST
        return data


class Worker(ThreadWorker):
    """Gunicorn's threads, with an end to what each may be held for."""

    clock = Clock(WHOLE, 30.0, end_worker)

    def handle(self, conn: TConn) -> Any:
        if not isinstance(conn.sock, Impatient):
            plain = conn.sock
            conn.sock = Impatient(plain.family, plain.type, plain.proto, fileno=plain.detach())
        conn.sock.expect()
        self.clock.enter()
        try:
            goes_on = super().handle(conn)
            if not goes_on:
                # here, where one thread lingers: gunicorn would do it in the main loop, two seconds for each who is
                # slow, and answer nobody meanwhile
                lingers = not conn.sock.given_up
                conn.sock.expect()
                conn.close(graceful=lingers)
            return goes_on
        finally:
            self.clock.leave()

    def _keepalive_after(self, conn: TConn, keepalive: Any) -> bool:
        return not conn.sock.given_up and super()._keepalive_after(conn, keepalive)
