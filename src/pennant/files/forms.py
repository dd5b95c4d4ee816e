"""The formats that a job can be taken away in, and what can be said of one that is not there."""

from typing import Literal, get_args

FileForm = Literal["pdf", "svg", "dxf", "csv", "ics", "json"]
FORMS: tuple[FileForm, ...] = get_args(FileForm)
Size = Literal["A4", "Letter"]
SIZES: tuple[Size, ...] = get_args(Size)


class NotThere(ValueError):
    """A part of a format that there is not; the message says which there are."""


class NotBuilt(ValueError):
    """The pages are not built, so there is nothing that a site file could run."""
