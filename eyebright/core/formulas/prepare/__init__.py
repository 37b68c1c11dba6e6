"""What the steps do: extraction, yield, what is thrown out, and the tools it takes."""

from .cooling import after_minutes, cooling_minutes
from .preparation import Preparation, PreparedLine, preparation_table, prepare
from .tools import Tool, too_small, tool_facts, tool_rows, tools_of

__all__ = [
    "Preparation",
    "PreparedLine",
    "Tool",
    "after_minutes",
    "cooling_minutes",
    "preparation_table",
    "prepare",
    "too_small",
    "tool_facts",
    "tool_rows",
    "tools_of",
]
