"""What the API's schema says of every address alike."""

from typing import Any, Final

from drf_spectacular.generators import SchemaGenerator

_ERROR: Final = {"$ref": "#/components/schemas/Error"}
_METHODS: Final = ("get", "post", "put", "patch", "delete")


def with_errors(result: dict[str, Any], generator: SchemaGenerator, **_: Any) -> dict[str, Any]:
    """Say that every address may answer with an error, in the one shape of errors, and what the session is called."""
    for operations in result["paths"].values():
        for method in _METHODS:
            if method in operations:
                operations[method]["responses"].setdefault(
                    "default", {"content": {"application/json": {"schema": _ERROR}}, "description": "what went wrong"}
                )
    # Each installation calls its cookie after its own folder; the schema is the same for all.
    result["components"]["securitySchemes"]["cookieAuth"]["name"] = "inkquilt-xxxxxxxx"
    return result
