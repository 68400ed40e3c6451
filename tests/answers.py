"""What the API promises: answers held against its OpenAPI schema, and read by their names."""

import json
import re
from functools import cache
from types import SimpleNamespace

from jsonschema import Draft202012Validator

from tithe.site.generate import OPENAPI


@cache
def _schema():
    return json.loads(OPENAPI.read_text("utf-8"))


@cache
def _paths():
    return [(re.compile(re.sub(r"\{\w+\}", "[^/]+", path)), path) for path in _schema()["paths"]]


@cache
def _validator(path, method, status):
    """Of an operation's answer; None where it promises no JSON."""
    operation = _schema()["paths"][path].get(method, {})
    content = operation.get("responses", {}).get(status, {}).get("content", {})
    shape = content.get("application/json", {}).get("schema")
    return shape and Draft202012Validator({**shape, "components": _schema()["components"]})


def promised(request, response):
    """Demand that an answer is what the schema says."""
    result = next((path for pattern, path in _paths() if pattern.fullmatch(request["PATH_INFO"])), None)
    kind = response.headers.get("Content-Type", "")
    if result is None or "json" not in kind:
        return
    validator = _validator(result, request["REQUEST_METHOD"].lower(), str(response.status_code))
    if validator is None:
        return
    if "ndjson" not in kind:
        validator.validate(json.loads(response.content))
        return
    # A stream's lines are read once: they are put back for the test.
    lines = list(response.streaming_content)
    response.streaming_content = lines
    for line in b"".join(lines).splitlines():
        if "errors" not in json.loads(line):
            validator.validate(json.loads(line))


def by_name(body):
    """JSON whose keys are attributes."""
    return json.loads(body, object_hook=lambda pairs: SimpleNamespace(**pairs))
