"""Commands that print what Pennant goes by: the job file's schema, colours, rules."""

import argparse
import json

from pennant.core.document.job import Job
from pennant.drawing.palette import page_css
from pennant.words.regional import ENDINGS, WORDS
from pennant.words.rules import rules_page


def run_schema(_: argparse.Namespace) -> int:
    """Print the JSON Schema of a job file. Return the exit status."""
    print(json.dumps(Job.model_json_schema(), indent=2))
    return 0


def run_palette(_: argparse.Namespace) -> int:
    """Print the colours of the pages as a style sheet. Return the exit status."""
    print(page_css(), end="")
    return 0


def run_regional(_: argparse.Namespace) -> int:
    """Print American and British words as the pages take them. Return the exit status."""
    print(json.dumps({"words": WORDS, "endings": ENDINGS}, indent=2))
    return 0


def run_rules(_: argparse.Namespace) -> int:
    """Print every default with its unit and reason. Return the exit status."""
    print(rules_page(), end="")
    return 0
