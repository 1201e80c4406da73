"""Settings. What differs between machines comes from the environment, set by ./fletcher."""

from __future__ import annotations

import os
from datetime import timedelta
from pathlib import Path
from urllib.parse import parse_qs, unquote, urlparse

from csp.constants import NONCE

from . import logs

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
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "connect_timeout": 3,
            # a statement that waits for ever holds a person's save and a thread
            "options": "-c statement_timeout=15000 -c lock_timeout=8000 -c idle_in_transaction_session_timeout=30000",
        },
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
    "django_structlog",
    "axes",
    "csp",
    "fletcher_site.workshop",
]
MIDDLEWARE = [
    "fletcher_site.request_log.RequestLog",
    "fletcher_site.broken_off.Deadline",
    "fletcher_site.door.Door",
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.gzip.GZipMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "fletcher_site.workshop_in_use.WorkshopInUse",
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
#: the first makes new hashes; an older one is made anew when its person signs in
PASSWORD_HASHERS = [
    "django.contrib.auth.hashers.Argon2PasswordHasher",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]

#: how many proxies of ours stand before the server, each of which adds to X-Forwarded-For; 0: that header is not read
PROXIES = int(os.environ.get("FLETCHER_PROXIES", "0"))
#: so many wrong passwords for one name or from one address, and neither gets in for a quarter of an hour
AXES_FAILURE_LIMIT = int(os.environ.get("FLETCHER_WRONG_PASSWORDS", "10"))
AXES_LOCKOUT_PARAMETERS = ["username", "ip_address"]
AXES_COOLOFF_TIME = timedelta(minutes=15)
AXES_RESET_ON_SUCCESS = False
#: who is locked out is let in after that time, however often somebody tries meanwhile
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False
AXES_CLIENT_IP_CALLABLE = "fletcher_site.address.address_of"
AXES_DISABLE_ACCESS_LOG = True
AXES_VERBOSE = False
AXES_ENABLE_ADMIN = False
# the API says itself what a locked-out person can do
SILENCED_SYSTEM_CHECKS = ["axes.W002"]

#: counts that all server processes share
CACHES = {
    "default": {"BACKEND": "django.core.cache.backends.locmem.LocMemCache"},
    "counts": {
        "BACKEND": "django.core.cache.backends.db.DatabaseCache",
        "LOCATION": "counts",
        "OPTIONS": {"MAX_ENTRIES": 200_000, "CULL_FREQUENCY": 20},
    },
}

#: how many bytes a workshop may hold, earlier states included, and a visitor's copy of the demo
WORKSHOP_BYTES = int(os.environ.get("FLETCHER_WORKSHOP_MB", "2000")) * 1_000_000
DEMO_BYTES = int(os.environ.get("FLETCHER_DEMO_MB", "60")) * 1_000_000
#: visitors' copies of the demo that are kept at once, in all and from one address
DEMOS = int(os.environ.get("FLETCHER_DEMOS", "400"))
DEMOS_PER_ADDRESS = int(os.environ.get("FLETCHER_DEMOS_PER_ADDRESS", "40"))

#: behind TLS: cookies go over nothing else, and browsers are told to come by nothing else
#: where the address of the kitchen scale stands
SCALE_FILE = Path(os.environ.get("FLETCHER_SCALE_FILE", DATA / "scale.address"))
TLS = os.environ.get("FLETCHER_TLS") == "1"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = TLS
SECURE_HSTS_SECONDS = 31_536_000 if TLS else 0
if TLS and PROXIES:
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
#: the door has looked at the size of a body already, by what it is for
DATA_UPLOAD_MAX_MEMORY_SIZE = 16_000_000
CSRF_FAILURE_VIEW = "fletcher_site.faults.forbidden"

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'self'"],
        "img-src": ["'self'", "data:", "blob:"],
        # styles that a library adds while a dialog is open carry the page's own number, used once
        "style-src": ["'self'", NONCE],
        "font-src": ["'self'", "data:"],
        "connect-src": ["'self'"],
        "object-src": ["'none'"],
        "frame-ancestors": ["'none'"],
        "base-uri": ["'self'"],
        "form-action": ["'self'"],
    }
}
PERMISSIONS_POLICY = "camera=(), geolocation=(), microphone=(), payment=(), usb=(), interest-cohort=()"

STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB_DIST if WEB_DIST.exists() else None

USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en"

LOGGING = logs.configuration()
logs.configure()
