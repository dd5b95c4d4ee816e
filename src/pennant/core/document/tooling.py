"""What tile is made of, and the tools that there are to cut it with."""

from typing import Literal, get_args

Material = Literal["ceramic", "porcelain", "glass", "stone", "brick", "stick-on"]
Tool = Literal["snap cutter", "wet saw", "grinder", "jigsaw", "nippers", "shears"]
TOOLS: tuple[Tool, ...] = get_args(Tool)
USUAL_TOOLS: tuple[Tool, ...] = ("snap cutter", "wet saw", "grinder", "nippers")
"""What a tiler's van carries; thin stick-on panels take shears besides, and
brick is cut by a jigsaw with a diamond blade."""
