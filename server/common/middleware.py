"""What is said of every request before a view sees it."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from server.solving.asking import Asker, asked_by

Answering = Callable[[HttpRequest], HttpResponse]
#: What only looks may be given up when its sender has gone; what writes is done to the end.
_ONLY_LOOKS = ("GET", "HEAD")


def known_to_the_solvers(answering: Answering) -> Answering:
    """Let the solving processes know whose request it is, and whether anybody still waits for it."""

    def answer(request: HttpRequest) -> HttpResponse:
        gone = request.META.get("waitress.client_disconnected") if request.method in _ONLY_LOOKS else None
        with asked_by(Asker(lambda: request.user.pk, gone or (lambda: False))):
            return answering(request)

    return answer
