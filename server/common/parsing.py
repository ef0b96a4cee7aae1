"""The parser of JSON bodies: decimals stay as they were written."""

import json
from decimal import Decimal
from typing import IO, Any

from rest_framework.exceptions import ParseError
from rest_framework.parsers import BaseParser


class ExactJSONParser(BaseParser):
    """Reads JSON with decimals kept as written, so that no length passes through a float."""

    media_type = "application/json"

    def parse(self, stream: IO[bytes], media_type: str | None = None, parser_context: Any = None) -> Any:
        """Return the decoded body; malformed or endlessly nested input is a plain 400."""
        try:
            return json.loads(stream.read(), parse_float=Decimal, parse_constant=_no_constant)
        except (ValueError, RecursionError) as error:
            raise ParseError(f"This is not readable JSON: {str(error)[:120]}") from error


def _no_constant(name: str) -> Any:
    raise ValueError(f"{name} is no number")
