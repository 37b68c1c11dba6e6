"""What is barred: what on the shelf some head must not have, as it stands there with its label."""

from eyebright.core.heads import holding_of, material_facts
from eyebright.core.materials import SupplyKey
from eyebright.shelf.models import Lot
from eyebright.shelf.services.materials import lot_materials

from ..models import Head
from ..schemas.heads import BlockedOut
from .history import facts_for

WHY = {
    "reacted_to": "a reaction to it is on record",
    "allergic_to": "allergic to what it holds",
    "maybe_allergic_to": "allergic to what may be in it: read its label",
}


def blocked() -> list[BlockedOut]:
    """What some head must not have, the gravest reason of each, by the same facts as the cautions."""
    lots = list(Lot.objects.all())
    materials = lot_materials(lots)
    out = []
    for head in Head.objects.all():
        facts = facts_for(head.pk)
        for lot in lots:
            found = material_facts(facts, [holding_of(materials[lot.pk], lot.name)])
            why = next((said for name, said in WHY.items() if found[name]), "")
            if why:
                out.append(
                    BlockedOut(
                        head=head.pk, head_name=head.name, supply_key=SupplyKey.of("lot", lot.pk), why=why
                    )
                )
    return out
