"""What of the search goes over the wire."""

from typing import Literal

from eyebright.kept.wire import Out

What = Literal["at hand", "material", "formula", "head", "wash", "entry", "batch", "container", "page"]


class HitOut(Out):
    """One thing that was found: what it is, a word about it, and where it stands."""

    what: What
    name: str
    about: str
    path: str


class UseOut(Out):
    """One place where a material is used: what it is, its name, and where it stands."""

    what: Literal["at hand", "formula", "wash", "entry", "patch test"]
    name: str
    path: str
