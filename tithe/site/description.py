"""The API's description: all shapes in it told by one pass over them."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cached_property
from typing import Any

from ninja.openapi.schema import REF_TEMPLATE, OpenAPISchema
from ninja.schema import NinjaGenerateJsonSchema
from pydantic.json_schema import JsonSchemaMode as Mode
from pydantic.json_schema import models_json_schema


class Description(OpenAPISchema):
    """As the framework makes it, but that goes over the whole station anew for each operation that takes one,
    and is five times as long about it."""

    @cached_property
    def frames(self) -> dict[tuple[Any, Mode], dict[str, Any]]:
        """What each operation has round the shapes that it takes or answers. Those, which many share, stand
        among the description's own from then on."""
        pairs = list(dict.fromkeys(self._pairs()))
        refs, whole = models_json_schema(
            pairs, ref_template=REF_TEMPLATE, schema_generator=NinjaGenerateJsonSchema
        )
        shapes = whole["$defs"]
        frames = {pair: shapes.pop(ref["$ref"].rsplit("/", 1)[-1]) for pair, ref in refs.items()}
        self.add_schema_definitions(shapes)
        return frames

    def _pairs(self) -> Iterator[tuple[Any, Mode]]:
        for router in self.api._get_bound_routers():
            for view in router.path_operations.values():
                for operation in view.operations:
                    yield from ((taken, "validation") for taken in operation.models if not _is_flat(taken))
                    answers = operation.response_models.values()
                    yield from ((answer, "serialization") for answer in answers if isinstance(answer, type))

    def _create_schema_from_model(
        self, model: Any, by_alias: bool = True, remove_level: bool = True, mode: Mode = "validation"
    ) -> tuple[dict[str, Any], bool]:
        if _is_flat(model):
            return super()._create_schema_from_model(model, by_alias, remove_level, mode)
        frame = dict(self.frames[model, mode])
        if not remove_level or len(frame["properties"]) > 1:
            return frame, True
        ((name, shape),) = frame["properties"].items()
        return shape, name in frame.get("required", ())


def _is_flat(model: Any) -> bool:
    """Whether its fields are parameters of the address, each for itself."""
    return hasattr(model, "__ninja_flatten_map__")
