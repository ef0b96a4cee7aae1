"""Stories of a page in the API."""

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.common.asked import asked_for
from server.common.serializers import ErrorSerializer
from server.pages.services import laid_page
from server.writing.serializers import StoryAskedSerializer, StoryWaysSerializer
from server.writing.stories import StoryAsked, story_ways
from server.writing.story_presenters import story_ways_answer


class StoryWaysView(APIView):
    """The ways to write a story on a page. Asked by POST, for a story can be long; nothing is kept."""

    @extend_schema(
        operation_id="story_ways",
        request=StoryAskedSerializer,
        responses={200: StoryWaysSerializer, 400: ErrorSerializer, 404: ErrorSerializer, 409: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return the best ways for a text or for so many words."""
        page, document = laid_page(request.user, pk)
        given = asked_for(StoryAskedSerializer, request.data)
        found = story_ways(page=page, document=document, asked=StoryAsked(**given))
        return Response(story_ways_answer(found, document.unit))
