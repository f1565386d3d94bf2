"""Settings: one SQLite file, hashed static files, a strict content policy, no secret in the repository.

Environment: TRELLIS_DATA (folder of the database and the key), TRELLIS_HOSTS (names this server answers to, comma
separated; empty: loopback alone), TRELLIS_DEMO=1 (signs the demo crew in by itself, on the loopback address only).
"""

import os
import secrets
from pathlib import Path

from trellis_server.collector import rarely

rarely()
BASE = Path(__file__).resolve().parents[2]
DATA = Path(os.environ.get("TRELLIS_DATA", BASE / "var"))
DATA.mkdir(parents=True, exist_ok=True)


def _secret() -> str:
    """The key made on first run, readable by its owner alone."""
    path = DATA / "secret-key"
    try:
        handle = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    except FileExistsError:
        return path.read_text(encoding="ascii").strip()
    key = secrets.token_urlsafe(50)
    with os.fdopen(handle, "w", encoding="ascii") as file:
        file.write(key)
    return key


def _database() -> Path:
    """The database file, readable by its owner alone; what SQLite writes beside it takes its mode."""
    path = DATA / "trellis.sqlite3"
    try:
        os.close(os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600))
    except FileExistsError:
        if path.stat().st_mode & 0o077 and path.stat().st_uid == os.getuid():
            path.chmod(0o600)
    except OSError:
        pass  # a folder that cannot be written: reading goes on where it can
    return path


DEBUG = os.environ.get("TRELLIS_DEBUG") == "1"
SECRET_KEY = _secret()
HOSTS = [host.strip() for host in os.environ.get("TRELLIS_HOSTS", "").split(",") if host.strip()]
ALLOWED_HOSTS = ["localhost", "127.0.0.1", "[::1]", *HOSTS]
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in HOSTS]
DEMO = os.environ.get("TRELLIS_DEMO") == "1" and not HOSTS

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "trellis_server.apps.TrellisConfig",
]
MIDDLEWARE = [
    "trellis_server.middleware.KnownHost",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "trellis_server.middleware.Compressed",
    "trellis_server.middleware.BodyLimits",
    "trellis_server.crews_day.CrewsDay",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "trellis_server.middleware.IdleLimit",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "trellis_server.middleware.ContentPolicy",
]
ROOT_URLCONF = "trellis_server.urls"
WSGI_APPLICATION = "trellis_server.wsgi.application"
USE_TZ = True
TIME_ZONE = "UTC"  # the default is America/Chicago, and Django exports it as TZ
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
DATA_UPLOAD_MAX_MEMORY_SIZE = 2_000_000

SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_AGE = 30 * 86_400
SESSION_IDLE_S = 7 * 86_400
"""A session ends after thirty days, or after seven without a sign of life: a phone may be without signal for some days."""
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
if HOSTS:
    # Behind TLS: cookies go over https alone, and the proxy says which scheme it was asked by.
    SESSION_COOKIE_SECURE = True
    CSRF_COOKIE_SECURE = True
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    SECURE_HSTS_SECONDS = 31_536_000

DATABASES = {
    "default": {
        # SQLite, whose writers take turns.
        "ENGINE": "trellis_server.database",
        # A thread keeps its connection: opening one takes longer than most questions.
        "CONN_MAX_AGE": None,
        "NAME": _database(),
        "OPTIONS": {
            # IMMEDIATE: a read-then-write transaction takes its lock at once and never fails half-way.
            # FULL: an acknowledged save is on the disk before the answer goes out.
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            "init_command": (
                "PRAGMA journal_mode=WAL;PRAGMA synchronous=FULL;PRAGMA busy_timeout=20000;"
                "PRAGMA foreign_keys=ON;PRAGMA journal_size_limit=27103364;"
            ),
        },
    }
}

# Which class answers for what lies outside the program; each by the interface in outside/services.py.
_SIMULATED = "trellis_server.integrations.simulated.Simulated"
TRELLIS_OUTSIDE = {
    "weather": f"{_SIMULATED}Weather",
    "merchant": f"{_SIMULATED}Merchant",
    "locate": f"{_SIMULATED}LocateDesk",
    "level": f"{_SIMULATED}Level",
    "messages": f"{_SIMULATED}Messages",
}

WEB_DIST = BASE / "web" / "dist"
STATIC_URL = "/static/"
# Every file comes out of the build with a hash in its name, so dist/ itself is the static root.
STATIC_ROOT = WEB_DIST
# The component library's styled mode writes <style> elements at run time, hence 'unsafe-inline' for styles alone.
CSP = (
    "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
    "font-src 'self'; connect-src 'self'; worker-src 'self'; object-src 'none'; frame-ancestors 'none'; "
    "base-uri 'none'; form-action 'self'"
)
WHITENOISE_AUTOREFRESH = DEBUG
WHITENOISE_IMMUTABLE_FILE_TEST = r"/assets/.+-[\w-]{8}\.\w+$"
TEST_RUNNER = "trellis_server.test_runner.PlainLineRunner"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {"django.request": {"handlers": ["console"], "level": "ERROR", "propagate": False}},
}
