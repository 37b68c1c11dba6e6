"""Routes that are alike for every kind of row: list, add, one, change, remove, restore.

routes = Rows(router, "/vessels", "vessel", VesselOut)
routes.many("vessels", measures.vessels)                        GET    /vessels
routes.add(VesselIn, measures.save_vessel)                      POST   /vessels
routes.change(VesselChangeIn, measures.change_vessel)           PATCH  /vessels/{pk}
routes.removal(measures.find_vessel, measures.vessel_out)       DELETE, and POST /vessels/{pk}/restore

Routes match in the order in which they are made.
"""

from collections.abc import Callable
from typing import Any

from django.http import HttpRequest
from ninja import Router, Schema, Status

from .soft_deletion import SoftDeleted


class Rows:
    """The routes of one kind of row, `name`, that goes over the wire as `shape`."""

    def __init__(self, router: Router, path: str, name: str, shape: Any) -> None:
        self.router, self.path, self.name, self.shape = router, path, name, shape
        self.called = name.replace("_", " ")

    def _route(self, method: str, path: str, operation: str, says: str, view: Any, **options: Any) -> None:
        view.__name__, view.__doc__ = operation, says
        getattr(self.router, method)(path, operation_id=operation, **options)(view)

    def many(self, operation: str, listed: Callable[[], Any], says: str = "") -> None:
        """GET every row."""

        def view(request: HttpRequest) -> Any:
            return listed()

        says = says or f"Every {self.called}."
        self._route("get", self.path, operation, says, view, response=list[self.shape])  # type: ignore[name-defined]

    def add(self, payload: type[Schema], save: Callable[[Any], Any], says: str = "") -> None:
        """POST a new row."""

        def view(request: HttpRequest, payload: payload) -> Any:  # type: ignore[valid-type]
            return Status(201, save(payload))

        says = says or f"Add a {self.called}."
        self._route("post", self.path, f"add_{self.name}", says, view, response={201: self.shape})

    def one(self, shown: Callable[[int], Any], says: str = "", operation: str = "") -> None:
        """GET one row."""

        def view(request: HttpRequest, pk: int) -> Any:
            return shown(pk)

        says, path = says or f"One {self.called}.", f"{self.path}/{{pk}}"
        self._route("get", path, operation or self.name, says, view, response=self.shape)

    def change(self, payload: type[Schema], change: Callable[[int, Any], Any], says: str = "") -> None:
        """PATCH a row, from the version that it was read at."""

        def view(request: HttpRequest, pk: int, payload: payload) -> Any:  # type: ignore[valid-type]
            return change(pk, payload)

        says, path = says or f"Change a {self.called}.", f"{self.path}/{{pk}}"
        self._route("patch", path, f"change_{self.name}", says, view, response=self.shape)

    def removal(self, find: Callable[..., SoftDeleted], shown: Callable[[Any], Any] | None) -> None:
        """DELETE a row, which its restoring undoes. `shown`: what restoring answers with; nothing: 204."""

        def back(pk: int) -> Any:
            row = find(pk, also_removed=True)
            row.restore()
            return shown(row) if shown else Status(204, None)

        self.removal_by(lambda pk: find(pk).remove(), back, empty=shown is None)

    def removal_by(
        self,
        away: Callable[[int], Any],
        back: Callable[[int], Any],
        *,
        remove: str = "",
        shows: bool = False,
        empty: bool = False,
    ) -> None:
        """The same with a removing and a restoring of its own. `shows`: removing answers with the row."""

        def removing(request: HttpRequest, pk: int) -> Any:
            found = away(pk)
            return found if shows else Status(204, None)

        def restoring(request: HttpRequest, pk: int) -> Any:
            return back(pk)

        path, says = f"{self.path}/{{pk}}", f"Remove a {self.called}; restoring undoes it."
        gone = self.shape if shows else {204: None}
        here = {204: None} if empty else self.shape
        self._route("delete", path, remove or f"remove_{self.name}", says, removing, response=gone)
        self._route("post", f"{path}/restore", f"restore_{self.name}", "Undo that.", restoring, response=here)
