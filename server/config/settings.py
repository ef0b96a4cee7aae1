"""Settings of Ink Quilt. Everything a person keeps lies under ``INKQUILT_DATA`` (default: ``var/``)."""

import os
import sys
from datetime import timedelta
from pathlib import Path

from server.config.secret import read_or_make_secret, session_name

BASE_DIR = Path(__file__).resolve().parents[2]
DATA_DIR = Path(os.environ.get("INKQUILT_DATA", BASE_DIR / "var"))
try:
    DATA_DIR.mkdir(mode=0o700, parents=True, exist_ok=True)
except OSError as error:
    sys.exit(f"Ink Quilt cannot make its folder {DATA_DIR}: {error.strerror}. Choose another with INKQUILT_DATA.")

DEBUG = False
#: Whether new accounts can be made; not while the home network is served.
INKQUILT_REGISTRATION = True
#: The demo signs its made-up scrapbooker in by itself; ``manage.py demo`` sets this.
INKQUILT_DEMO = os.environ.get("INKQUILT_DEMO") == "1"
SECRET_KEY = os.environ.get("INKQUILT_SECRET") or read_or_make_secret(DATA_DIR / "secret-key")
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]", *filter(None, os.environ.get("INKQUILT_HOSTS", "").split(","))]

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "rest_framework",
    "drf_spectacular",
    "server.running",
    "server.accounts",
    "server.sketches",
    "server.photos",
    "server.pages",
    "server.stash",
    "server.tools",
    "server.cutting",
    "server.words",
    "server.embellishments",
    "server.looking",
    "server.sticking",
    "server.boxes",
    "server.album",
    "server.using_up",
    "server.exchange",
    "server.recovery",
    "server.drafts",
    "server.unfinished",
    "server.demo",
]

MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "server.common.compressing.CompressedText",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "server.common.middleware.known_to_the_solvers",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "csp.middleware.CSPMiddleware",
]

ROOT_URLCONF = "server.config.urls"
WSGI_APPLICATION = "server.config.wsgi.application"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

SQLITE_OPTIONS = {
    "timeout": 20,
    "transaction_mode": "IMMEDIATE",
    "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
}
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA_DIR / "ink-quilt.sqlite3",
        "OPTIONS": SQLITE_OPTIONS,
    }
}

AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
# Five wrong tries for a name from one place, then five minutes of waiting.
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = timedelta(minutes=5)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_DISABLE_ACCESS_LOG = True
AXES_VERBOSE = False
AXES_ENABLE_ADMIN = False
# Its middleware makes a page of its own for who is locked out; here that is an answer like any other.
SILENCED_SYSTEM_CHECKS = ["axes.W002"]

AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in ("UserAttributeSimilarityValidator", "MinimumLengthValidator", "CommonPasswordValidator")
]
SESSION_COOKIE_NAME = session_name(DATA_DIR)
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
CSRF_FAILURE_VIEW = "server.common.errors.csrf_failure"
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"

# -- the client ------------------------------------------------------------------
FRONTEND_DIST = BASE_DIR / "web" / "dist"
STATIC_URL = "/static/"
STATIC_ROOT = BASE_DIR / "staticfiles"
STATICFILES_DIRS = [FRONTEND_DIST] if FRONTEND_DIST.is_dir() else []
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
# Vite puts a hash into the names below assets/.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/static/assets/.+$"

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'none'"],
        "script-src": ["'self'"],
        "style-src": ["'self'"],
        "font-src": ["'self'"],
        "img-src": ["'self'", "blob:", "data:"],
        "connect-src": ["'self'"],
        "form-action": ["'self'"],
        "base-uri": ["'none'"],
        "frame-ancestors": ["'none'"],
    }
}

# -- the API -----------------------------------------------------------------------
REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["rest_framework.authentication.SessionAuthentication"],
    "DEFAULT_PERMISSION_CLASSES": ["rest_framework.permissions.IsAuthenticated"],
    "DEFAULT_PARSER_CLASSES": ["server.common.parsing.ExactJSONParser"],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "EXCEPTION_HANDLER": "server.common.errors.answer_error",
    "UNAUTHENTICATED_USER": "django.contrib.auth.models.AnonymousUser",
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Ink Quilt",
    "VERSION": "1",
    "COMPONENT_SPLIT_REQUEST": True,
    "SERVE_INCLUDE_SCHEMA": False,
    "POSTPROCESSING_HOOKS": [
        "drf_spectacular.hooks.postprocess_schema_enums",
        "server.common.schema.with_errors",
    ],
    "PATH_CONVERTER_OVERRIDES": {
        "id": {"type": "integer", "minimum": 0, "maximum": 10**15 - 1},
        "place": {"type": "string", "pattern": "^[a-z0-9-]{1,80}$"},
    },
    "ENUM_NAME_OVERRIDES": {
        "UnitEnum": "server.common.fields.UNIT_CHOICES",
        "SchoolEnum": "server.common.fields.SCHOOL_CHOICES",
        "TieKindEnum": "server.common.fields.TIE_CHOICES",
        "VariantEnum": "server.common.fields.VARIANT_CHOICES",
        "EndsEnum": "server.common.fields.ENDS_CHOICES",
        "ReworkEnum": "server.common.fields.REWORK_CHOICES",
        "StatusEnum": "server.common.fields.STATUS_CHOICES",
        "RoleEnum": "server.common.fields.ROLE_CHOICES",
        "FoldEnum": "server.common.fields.FOLD_CHOICES",
        "EmbellishmentKindEnum": "server.common.fields.EMBELLISHMENT_KIND_CHOICES",
        "FormEnum": "server.common.fields.FORM_CHOICES",
        "FacingEnum": "server.common.fields.FACING_CHOICES",
        "FormationEnum": "server.common.fields.FORMATION_CHOICES",
        "BalanceSchoolEnum": "server.common.fields.BALANCE_SCHOOL_CHOICES",
        "ObservationKindEnum": "server.common.fields.OBSERVATION_CHOICES",
        "JournalWayEnum": "server.common.fields.JOURNAL_WAY_CHOICES",
        "TitleWayEnum": "server.common.fields.TITLE_WAY_CHOICES",
        "BesideEnum": "server.common.fields.BESIDE_CHOICES",
        "HoldEnum": "server.common.fields.HOLD_CHOICES",
        "ShapeEnum": "server.common.fields.SHAPE_CHOICES",
        "DeletedKindEnum": "server.recovery.views.KIND_CHOICES",
        "StanceEnum": "server.photos.serializers.STANCES",
        "PhotoKindEnum": "server.photos.models.KIND_CHOICES",
        "PrintKindEnum": "server.photos.serializers.PRINT_KINDS",
        "SideEnum": "server.common.fields.SIDE_CHOICES",
        "StockKindEnum": "server.stash.models.STOCK_CHOICES",
        "TableStockEnum": "server.cutting.serializers.STOCK_KINDS",
        "PaperKindEnum": "server.stash.models.KIND_CHOICES",
        "SavingKindEnum": "server.cutting.serializers.SAVING_KINDS",
        "PaperSideEnum": "server.cutting.serializers.SIDES",
        "RegretKindEnum": "server.papering.serializers.REGRET_CHOICES",
        "CompanionKindEnum": "server.stash.models.COMPANION_CHOICES",
        "PhotoPaperEnum": "server.printing.views.PAPER_CHOICES",
        "StickSchoolEnum": "server.sticking.serializers.STICK_SCHOOLS",
        "TablePictureKindEnum": "server.sticking.models.PICTURE_CHOICES",
        "StashKindEnum": "server.using_up.serializers.STASH_KIND_CHOICES",
        "UsedKindEnum": "server.album.models.USED_CHOICES",
        "GlueWayEnum": "server.sticking.serializers.GLUE_WAYS",
        "WorkKindEnum": "server.sticking.serializers.WORK_KINDS",
    },
}
#: A JSON body larger than this is refused before it is read.
DATA_UPLOAD_MAX_MEMORY_SIZE = 2 * 1024 * 1024

# -- photos --------------------------------------------------------------------------
PHOTO_DIR = DATA_DIR / "photos"
PHOTO_MOST_BYTES = 30 * 1024 * 1024
EVERYTHING_MOST_BYTES = 1024 * 1024 * 1024
PHOTO_MOST_PIXELS = 40_000_000

#: Deleted things can be brought back for this many days.
KEEP_DELETED_DAYS = 30

USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en-us"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {"axes": {"level": "ERROR"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
