"""The parser of JSON bodies: decimals stay as they were written."""

from typing import IO, Any

from django.conf import settings
from django.core.exceptions import RequestDataTooBig
from rest_framework.exceptions import ParseError
from rest_framework.parsers import BaseParser

from inkquilt.exact_json import read_exact


class ExactJSONParser(BaseParser):
    """Reads JSON with decimals kept as written, so that no length passes through a float."""

    media_type = "application/json"

    def parse(self, stream: IO[bytes], media_type: str | None = None, parser_context: Any = None) -> Any:
        """Return the decoded body; malformed or endlessly nested input is a plain 400, a huge one a 413."""
        body = stream.read(settings.DATA_UPLOAD_MAX_MEMORY_SIZE + 1)
        if len(body) > settings.DATA_UPLOAD_MAX_MEMORY_SIZE:
            raise RequestDataTooBig
        try:
            return read_exact(body)
        except ValueError as error:
            raise ParseError(f"This is not readable JSON: {str(error)[:120]}") from error
