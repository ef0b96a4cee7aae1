"""The page that carries the client. Deep links all come here; the client finds its screen itself."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from server.accounts.services import sign_in_demo


@never_cache
@ensure_csrf_cookie
def client(request: HttpRequest) -> HttpResponse:
    """Answer with the built client, signing the demo's scrapbooker in when this is the demo."""
    index = settings.FRONTEND_DIST / "index.html"
    if not index.is_file():
        return HttpResponse("The client is not built yet: run “make setup”.", status=503, content_type="text/plain")
    sign_in_demo(request)
    return HttpResponse(index.read_text("utf-8"))
