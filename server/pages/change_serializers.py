"""Changes of a page in the API: a union of all kinds, told apart by ``kind``; the shape of each comes from its class.

A kind is let in as its class says (``inkquilt.composition.asked``), and is a value of that class from here on.
"""

import types
from collections.abc import Sequence
from dataclasses import MISSING, Field, fields, is_dataclass
from enum import Enum
from typing import Annotated, Any, Final, Literal, Union, get_args, get_origin, get_type_hints

from cattrs import Converter
from drf_spectacular.utils import PolymorphicProxySerializer, extend_schema_field
from rest_framework import serializers

from inkquilt.composition.asked import AtMost, Between, Letters
from inkquilt.composition.changes import Change, kinds
from server.common.serializers import many

_NO_BOUNDS: Final = Letters(300)
_MADE: Final[dict[type[Any], type[serializers.Serializer]]] = {}
#: Lists that say nothing of their length may have so many.
MOST_LISTED: Final = 300


def serializer_for(kind: type[Any]) -> type[serializers.Serializer]:
    """Return the serializer of a dataclass of the core, with a field for each of its; made once for each."""
    if kind not in _MADE:
        _MADE[kind] = _made(kind)
    return _MADE[kind]


def _made(kind: type[Any]) -> type[serializers.Serializer]:
    hints = get_type_hints(kind, include_extras=True)
    own: dict[str, Any] = {one.name: _field(hints[one.name], one) for one in fields(kind)}
    if issubclass(kind, Change):
        own = {"kind": serializers.ChoiceField([(kind.kind, kind.kind)]), **own}
    own["__doc__"] = kind.__doc__
    name = f"{kind.__name__}Change" if issubclass(kind, Change) else kind.__name__
    return type(f"{name}Serializer", (serializers.Serializer,), own)


def _field(hint: Any, given: Field[Any]) -> serializers.Field:
    more: dict[str, Any] = {"error_messages": {"required": f"“{given.name}” is missing."}}
    if given.default is not MISSING or given.default_factory is not MISSING:
        more["required"] = False
    inner = [one for one in get_args(hint) if one is not type(None)]
    if get_origin(hint) in (Union, types.UnionType) and len(inner) < len(get_args(hint)):
        hint, more["allow_null"] = inner[0], True
    return _plain(hint, more)


def _plain(hint: Any, more: dict[str, Any]) -> serializers.Field:
    bounds: tuple[Any, ...] = ()
    if get_origin(hint) is Annotated:
        hint, *rest = get_args(hint)
        bounds = tuple(rest)
    if get_origin(hint) is tuple:
        return _list(get_args(hint)[0], next((one.count for one in bounds if isinstance(one, AtMost)), None), more)
    if get_origin(hint) is Literal:
        return _choice(get_args(hint), more)
    if isinstance(hint, type) and issubclass(hint, Enum):
        return _choice([one.value for one in hint], more)
    if isinstance(hint, type) and is_dataclass(hint):
        return serializer_for(hint)(**more)
    made: serializers.Field = _BASIC[hint](bounds, more)
    return made


def _list(of: Any, most: int | None, more: dict[str, Any]) -> serializers.Field:
    if isinstance(of, type) and is_dataclass(of):
        listed: serializers.Field = many(serializer_for(of), most or MOST_LISTED, **more)
        return listed
    return serializers.ListField(child=_plain(of, {}), max_length=most, **more)


def _choice(values: Sequence[Any], more: dict[str, Any]) -> serializers.Field:
    blank = {"allow_blank": True} if "" in values else {}
    named = [one for one in values if one != ""]
    told = {"invalid_choice": f"“{{input}}” is none of these: {', '.join(map(str, named))}."}
    messages = {"error_messages": {**more.get("error_messages", {}), **told}}
    return serializers.ChoiceField([(one, one) for one in named], **{**more, **blank, **messages})


def _text(bounds: tuple[Any, ...], more: dict[str, Any]) -> serializers.Field:
    letters = next((one for one in bounds if isinstance(one, Letters)), _NO_BOUNDS)
    if letters.pattern:
        return serializers.RegexField(letters.pattern, **more)
    return serializers.CharField(max_length=letters.most, allow_blank=True, trim_whitespace=False, **more)


def _number(kind: type[serializers.Field]) -> Any:
    def made(bounds: tuple[Any, ...], more: dict[str, Any]) -> serializers.Field:
        between = next((one for one in bounds if isinstance(one, Between)), None)
        limits: dict[str, Any] = {"min_value": between.least, "max_value": between.most} if between else {}
        return kind(**limits, **more)

    return made


_BASIC: Final[dict[Any, Any]] = {
    str: _text,
    int: _number(serializers.IntegerField),
    float: _number(serializers.FloatField),
    bool: lambda _, more: serializers.BooleanField(**more),
}

_VALUES: Final = Converter(omit_if_default=True, unstruct_collection_overrides={tuple: list})


def read_change(data: Any) -> Change:
    """Return what is asked. Raises ``ValidationError`` that names each wrong field."""
    kind = data.get("kind") if isinstance(data, dict) else None
    asked = kinds().get(kind) if isinstance(kind, str) else None
    if asked is None:
        raise serializers.ValidationError({"kind": [f"There is no change of the kind “{kind!s:.40}”."]})
    given = serializer_for(asked)(data=data)
    given.is_valid(raise_exception=True)
    facts = {name: value for name, value in given.validated_data.items() if name != "kind"}
    change: Change = _VALUES.structure(facts, asked)
    return change


def written_change(change: Change) -> dict[str, Any]:
    """Return a change as the API gives it: what is as usual is left out."""
    return {"kind": change.kind, **_VALUES.unstructure(change)}


@extend_schema_field(
    PolymorphicProxySerializer(
        component_name="Change",
        serializers={name: serializer_for(kind) for name, kind in kinds().items()},
        resource_type_field_name="kind",
    )
)
class ChangeField(serializers.Field):
    """A change of any kind, let in as a value of its class."""

    def to_internal_value(self, data: Any) -> Change:
        """Let it in."""
        return read_change(data)

    def to_representation(self, value: Change) -> dict[str, Any]:
        """Tell it."""
        return written_change(value)


class VersionSerializer(serializers.Serializer):
    """The version of the page a write is based on, and a key of its own, so that sent twice it is made once."""

    version = serializers.IntegerField(min_value=1)
    key = serializers.RegexField(r"^[A-Za-z0-9-]{8,40}$", required=False)
    have = serializers.DictField(
        child=serializers.CharField(max_length=40),
        required=False,
        help_text="the marks of the parts of the page that the sender has; without them all of it comes back",
    )


class WriteSerializer(VersionSerializer):
    """A change and the version it is based on."""

    change = ChangeField()
