"""What the log holds: one line a request, faults by their kind and place; never people's words.

A fault's text may repeat a document or a statement of the database, so only the names of its kinds and
the lines of code that it went through are written.
"""

from __future__ import annotations

import os
import sys
import traceback
from typing import Any

import structlog
from structlog.typing import EventDict, WrappedLogger

#: a file is put beside when it is so long, and so many are kept
_BYTES, _KEPT = 5_000_000, 5
_FRAMES = 12


def kind_and_place(exc: BaseException) -> str:
    """``ValueError from DataError: storage.py:41 save < airframes.py:60 create``: without what was said."""
    names: list[str] = []
    seen: BaseException | None = exc
    while seen is not None and len(names) < 5:
        names.append(type(seen).__name__)
        seen = seen.__cause__ or seen.__context__
    frames = traceback.extract_tb(exc.__traceback__)[-_FRAMES:]
    return f"{' from '.join(names)}: " + " < ".join(
        f"{os.path.basename(f.filename)}:{f.lineno} {f.name}" for f in reversed(frames)
    )


def _exceptions(_logger: WrappedLogger, _name: str, event: EventDict) -> EventDict:
    info = event.pop("exc_info", None)
    event.pop("exception", None)
    if isinstance(info, tuple) and info[1] is not None:
        info = info[1]
    if info is True:
        info = sys.exc_info()[1]
    if isinstance(info, BaseException):
        event["fault"] = kind_and_place(info)
    return event


def _one_line(_logger: WrappedLogger, _name: str, event: EventDict) -> EventDict:
    if event.get("event") in ("request_started", "streaming_started", "streaming_finished"):
        raise structlog.DropEvent
    event.pop("user_agent", None)
    return event


#: shared by the site's own words and by those of the libraries
_CHAIN: list[Any] = [
    structlog.contextvars.merge_contextvars,
    structlog.processors.TimeStamper(fmt="iso", utc=False),
    structlog.stdlib.add_logger_name,
    structlog.stdlib.add_log_level,
    _one_line,
    _exceptions,
]


def _text(_logger: WrappedLogger, _name: str, event: EventDict) -> str:
    head = [str(event.pop(name, "")) for name in ("timestamp", "level", "event")]
    event.pop("logger", None)
    return " ".join([*head, *(f"{k}={v}" for k, v in event.items() if v not in (None, ""))]).replace("\n", " ")


def configuration() -> dict[str, Any]:
    """For ``logging.config.dictConfig``, of the site and of gunicorn."""
    as_json = os.environ.get("FLETCHER_LOG") == "json"
    render: Any = structlog.processors.JSONRenderer() if as_json else _text
    file = os.environ.get("FLETCHER_LOG_FILE")
    handler: dict[str, Any] = {"class": "logging.StreamHandler", "formatter": "line"}
    if file:
        handler = {
            "class": "concurrent_log_handler.ConcurrentRotatingFileHandler", "filename": file, "formatter": "line",
            "maxBytes": _BYTES, "backupCount": _KEPT, "chmod": 0o600, "encoding": "utf-8",
        }  # fmt: skip
    return {
        "version": 1,
        "disable_existing_loggers": False,
        "formatters": {
            "line": {
                "()": structlog.stdlib.ProcessorFormatter,
                "processors": [structlog.stdlib.ProcessorFormatter.remove_processors_meta, render],
                "foreign_pre_chain": _CHAIN,
            }
        },
        "handlers": {"log": handler},
        "root": {"handlers": ["log"], "level": "INFO"},
        "loggers": {
            # a line a request is written already, and what Django adds repeats addresses that people typed
            "django.request": {"level": "CRITICAL"},
            "django.security": {"level": "CRITICAL"},
            # these repeat statements
            "django.db.backends": {"level": "CRITICAL"},
            "axes": {"level": "ERROR"},
            "gunicorn.error": {"handlers": ["log"], "level": "INFO", "propagate": False},
            "gunicorn.access": {"level": "CRITICAL"},
        },
    }


def configure() -> None:
    structlog.configure(
        processors=[structlog.stdlib.filter_by_level, *_CHAIN, structlog.stdlib.ProcessorFormatter.wrap_for_formatter],
        logger_factory=structlog.stdlib.LoggerFactory(),
        cache_logger_on_first_use=True,
    )
