"""What a supply goes by: where it stands, and its id or its name there.

>>> SupplyKey.of("lot", 3)
'lot-3'
>>> key = SupplyKey("lib-own-4")
>>> key.where, key.name, key.at_hand
('lib', 'own-4', False)
>>> SupplyKey("water-2").pk_at("water"), SupplyKey("water-2").pk_at("lot")
(2, None)
>>> SupplyKey("lib-malt_vinegar@6").name, SupplyKey("lib-malt_vinegar@6").strength
('malt_vinegar', 6.0)
"""

import re

STRENGTH = re.compile(r"\d{1,3}(\.\d{1,2})?")
LONGEST = 11  # digits of an id: no household keeps more
ANYBODYS = ("lib", "class")  # a material of the library, any water of a class


class SupplyKey(str):
    """A key in two parts: "lot-3" is a bottle, "water-2" a water, "lib-own-4" a material of one's own.

    "lib-malt_vinegar@6" is one of the library at a strength that was said.
    """

    __slots__ = ()

    @staticmethod
    def of(where: str, name: object) -> str:
        """The key of what has this id or name there."""
        return f"{where}-{name}"

    @property
    def where(self) -> str:
        """The first part: what kind of place it stands at."""
        return self.partition("-")[0]

    @property
    def name(self) -> str:
        """The second part: its id or its name there."""
        return self.partition("-")[2].partition("@")[0]

    @property
    def strength(self) -> float | None:
        """The strength it was said to have, as its bottle would say it; None where nothing was said."""
        said = self.partition("@")[2]
        return (float(said) or None) if STRENGTH.fullmatch(said) else None

    def at_strength(self, percent: float) -> "SupplyKey":
        """The same at a strength that was said, to two decimals."""
        return SupplyKey(f"{self}@{round(percent, 2):g}")

    @property
    def at_hand(self) -> bool:
        """Whether it stands in this household, and is not only known."""
        return self.where not in ANYBODYS

    @property
    def pk(self) -> int | None:
        """Its id; None where its name can be none."""
        return int(self.name) if is_id(self.name) else None

    def pk_at(self, *places: str) -> int | None:
        """Its id, where it stands at one of these places; None otherwise."""
        return self.pk if self.where in places else None


def is_id(text: str) -> bool:
    """Whether a part of a key can be an id."""
    return text.isascii() and text.isdigit() and len(text) <= LONGEST
