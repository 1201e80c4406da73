"""Settings. What differs between machines comes from the environment, set by ./fletcher."""

from __future__ import annotations

import os
from pathlib import Path
from urllib.parse import parse_qs, unquote, urlparse

ROOT = Path(__file__).resolve().parents[2]
DATA = Path(os.environ.get("FLETCHER_DATA", ROOT / ".data"))
WEB_DIST = ROOT / "web" / "dist"


def _secret() -> str:
    given = os.environ.get("FLETCHER_SECRET_KEY")
    if given:
        return given
    kept = DATA / "secret"
    if kept.exists():
        return kept.read_text(encoding="utf-8").strip()
    raise RuntimeError("No secret key: run ./fletcher up once, or set FLETCHER_SECRET_KEY.")


def _database(url: str) -> dict[str, object]:
    parts = urlparse(url)
    if parts.scheme not in ("postgres", "postgresql"):
        raise RuntimeError("DATABASE_URL should start with postgresql://")
    query = parse_qs(parts.query)
    return {
        "ENGINE": "django.db.backends.postgresql",
        "NAME": unquote(parts.path.lstrip("/")),
        "USER": unquote(parts.username or ""),
        "PASSWORD": unquote(parts.password or ""),
        "HOST": query.get("host", [parts.hostname or ""])[0],
        "PORT": str(parts.port or ""),
        "CONN_MAX_AGE": 60,
    }


SECRET_KEY = _secret()
DEBUG = os.environ.get("FLETCHER_DEBUG") == "1"
ALLOWED_HOSTS = os.environ.get("FLETCHER_HOSTS", "127.0.0.1,localhost,[::1]").split(",")
CSRF_TRUSTED_ORIGINS = [o for o in os.environ.get("FLETCHER_ORIGINS", "").split(",") if o]

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "fletcher_site.workshop",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.gzip.GZipMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "fletcher_site.pages.ContentPolicy",
    "fletcher_site.materials_in_use.OwnMaterials",
]
ROOT_URLCONF = "fletcher_site.urls"
WSGI_APPLICATION = "fletcher_site.wsgi.application"
TEMPLATES: list[dict[str, object]] = []

DATABASES = {"default": _database(os.environ.get("DATABASE_URL", "postgresql:///fletcher"))}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
#: a coordinate file that is far too large should get an answer that says so, not a torn connection
DATA_UPLOAD_MAX_MEMORY_SIZE = 16_000_000

STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB_DIST if WEB_DIST.exists() else None

USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en"

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"line": {"format": "%(asctime)s %(levelname)s %(name)s: %(message)s"}},
    "handlers": {"err": {"class": "logging.StreamHandler", "formatter": "line"}},
    "root": {"handlers": ["err"], "level": "INFO"},
}
