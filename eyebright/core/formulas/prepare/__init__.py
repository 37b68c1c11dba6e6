"""What the steps do: extraction, yield, what is thrown out, and the tools it takes."""

from .cooling import after_minutes, cooling_minutes, cooling_table
from .preparation import prepare
from .prepared import Made, Preparation, PreparedLine, preparation_table
from .prepared_supply import PreparedSupply
from .tools import Tool, mostly_oil, too_small, tool_facts, tool_rows, tools_of
