"""What the steps do: extraction, yield, what is thrown out, and the tools it takes."""

from .preparation import Preparation, PreparedLine, preparation_table, prepare
from .tools import Tool, too_small, tool_facts, tool_rows, tools_of

__all__ = [
    "Preparation",
    "PreparedLine",
    "Tool",
    "preparation_table",
    "prepare",
    "too_small",
    "tool_facts",
    "tool_rows",
    "tools_of",
]
