"""The API root: every place's routes under /api/, with their description and a page of docs."""

import json
from typing import Any

from django.http import HttpRequest
from django.middleware.csrf import get_token
from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema
from ninja.parser import Parser
from ninja.types import DictStrAny
from ninja.utils import check_csrf

from eyebright.formulas.api import router as formulas
from eyebright.heads.api import router as heads
from eyebright.household.api import router as household
from eyebright.instruments.api import router as instruments
from eyebright.kept.problems import Problem, ProblemOut, install
from eyebright.make.api import router as make
from eyebright.make.api.entries import router as journal
from eyebright.mix.api import router as mix
from eyebright.safekeeping.api import router as safekeeping
from eyebright.search.api import router as search
from eyebright.shelf.api import router as shelf
from eyebright.today.api import router as today
from eyebright.wash.api import heads as heads_washes
from eyebright.wash.api import router as wash


def from_our_page(request: HttpRequest) -> bool:
    """Every write carries a token that only our own page can read.

    The page brings it; every look hands it out too, for a page that Django did not serve.
    """
    if request.method in ("GET", "HEAD"):
        get_token(request)
        return True
    if check_csrf(request) is not None:
        raise Problem(403, "This window is out of date.", "Reload the page and try once more.")
    return True


class ObjectParser(Parser):
    """Takes a body that is one JSON object of well-formed text; anything else could not be read."""

    def parse_body(self, request: HttpRequest) -> DictStrAny:
        """The object, or a ValueError that is answered as a 400."""
        body = json.loads(request.body)
        if not isinstance(body, dict):
            raise ValueError("not an object")
        json.dumps(body, ensure_ascii=False).encode()  # half a character cannot be kept
        return body


class DescribedAPI(NinjaAPI):
    """Describes every failure too: one shape for whatever an operation does not name."""

    _described: OpenAPISchema | None = None

    def get_openapi_schema(self, **options: Any) -> OpenAPISchema:
        """As the library has it, with the one shape of a problem at every operation; made once."""
        if self._described is None:
            self._described = self._describe(**options)
        return self._described

    def _describe(self, **options: Any) -> OpenAPISchema:
        described = super().get_openapi_schema(**options)
        shapes = ProblemOut.model_json_schema(ref_template="#/components/schemas/{model}")
        described["components"]["schemas"] |= shapes.pop("$defs") | {"ProblemOut": shapes}
        problem = {"schema": {"$ref": "#/components/schemas/ProblemOut"}}
        failed = {"description": "A problem", "content": {"application/problem+json": problem}}
        for operations in described["paths"].values():
            for operation in operations.values():
                named = {str(status): each for status, each in operation["responses"].items()}
                operation["responses"] = {"default": failed} | named
        return described


api = DescribedAPI(
    title="Eyebright",
    version="1",
    description="What a home hair-care maker's jug really holds. Amounts in mL and g; every "
    "figure carries its 90 % range and its kind. Failures are RFC 9457 problem details.",
    docs_url="/docs",
    auth=from_our_page,
    parser=ObjectParser(),
)
install(api)
api.add_router("/instruments", instruments, tags=["instruments"])
api.add_router("/household", household, tags=["household"])
api.add_router("/heads", heads_washes, tags=["wash"])  # before the heads' own: its paths are the more exact
api.add_router("/heads", heads, tags=["heads"])
api.add_router("/shelf", shelf, tags=["shelf"])
api.add_router("/mix", mix, tags=["mix"])
api.add_router("/formulas", formulas, tags=["formulas"])
api.add_router("/make", make, tags=["make"])
api.add_router("/wash", wash, tags=["wash"])
api.add_router("/today", today, tags=["today"])
api.add_router("/journal", journal, tags=["journal"])
api.add_router("/search", search, tags=["search"])
api.add_router("/safekeeping", safekeeping, tags=["safekeeping"])
