"""A database for one run of a measurement or of the pictures: nobody's work is in it, and theirs stays out of it."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from .database import Cluster
from .install import manage


@contextmanager
def scratch(name: str) -> Iterator[str]:
    """Address of a database with the demo loaded; it is gone afterwards, and what a killed run left of it before."""
    database = f"fletcher_scratch_{name}"
    cluster = Cluster()

    def drop() -> None:
        cluster.sql(f"DROP DATABASE IF EXISTS {database} WITH (FORCE)")

    drop()
    cluster.sql(f"CREATE DATABASE {database}")
    try:
        url = cluster.address(database)
        manage("prepare", url=url)
        yield url
    finally:
        drop()
