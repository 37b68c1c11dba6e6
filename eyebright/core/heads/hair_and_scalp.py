"""What a preparation meets: so much hair, scalp and oil. A head's own, or an ordinary one."""

from collections.abc import Mapping
from dataclasses import dataclass, field

import numpy as np

from ..numbers import Array, Draws, Spread
from .sebum import ADULT_CM2, Oil, scalp_oil, sebum_table


@dataclass(frozen=True)
class HairAndScalp:
    """What every family meets on this head: arrays of draws.

    `mass` g of hair, `area` cm² of scalp, `oil` g on each zone, the head's own factors, and how much
    liquid its hair holds against medium hair, times. `together`: its strength with each product that washes
    told of.
    """

    mass: Array
    area: Array
    oil: Oil
    strength: Array
    dose: Array
    holds: float
    together: Mapping[str, Array] = field(default_factory=dict)

    def strength_with(self, product: str) -> Array:
        """How strongly a product acts on it, times as reckoned; as washes do where none told of that."""
        return self.together.get(product, self.strength)


def ordinary_head(draws: Draws) -> HairAndScalp:
    """Nobody's head in particular: the table's ordinary one (sebum.toml)."""
    row = sebum_table().part("ordinary")
    own = draws.within("ordinary head")
    area = own.of("scalp", Spread.within(ADULT_CM2, row.number("scalp_share")))
    return HairAndScalp(
        mass=own.of("hair", row.spread("hair")),
        area=area,
        oil=scalp_oil(row.as_(str, "scalp"), row.number("days"), area, row.as_(str, "curl"), own),
        strength=np.ones(1),
        dose=np.ones(1),
        holds=1.0,
    )
