"""The words shared by all: the core, what is kept and what goes over the wire spell them once, here.

What the screen says of each stands with the tables that use it; `get_args(Pot)` gives them in order.
"""

from typing import Literal

Use = Literal["rinsed_out", "left_in"]
Zone = Literal["scalp", "lengths"]
FormulaZone = Literal["both", "scalp", "lengths"]
LinkZone = Literal["scalp", "lengths", "both", "bag", "face"]
"""Where a link of a wash goes: `bag` is the lengths off the skin, in a bag or a basin."""
AmountMode = Literal["dose", "amount", "all"]
"""How much of it: what this head takes, so much, or what there is."""
Wetness = Literal["dry", "damp", "wet"]
Pot = Literal["steel", "enamel", "glass", "china", "wood", "plastic", "iron", "copper", "aluminium"]
Bottle = Literal["glass", "plastic", "jar", "none"]
Phase = Literal["dry", "liquid", "infused", "oil", "drops"]
Form = Literal["fresh", "whole", "broken", "powder"]
Place = Literal["shelf", "fridge", "freezer"]
Gravity = Literal["note", "warning", "stop"]
Part = Literal["wash", "rinse", "care"]
"""What of a wash day something is for."""
Act = Literal["gather", "weigh", "do", "wait", "cool", "check", "portion"]
"""What a step of a batch asks of whoever makes it."""
Pouring = Literal["scale", "spoons", "typed"]
"""How it was told how much was poured."""
Ended = Literal["used", "smell", "cloud", "mould", "fizz", "old", "other"]
"""What became of a container: used up, or thrown away and why."""
