"""The job file: JSON, read strictly and written for people to read."""

import hashlib
import json
from collections.abc import Iterable, Mapping, Sequence
from typing import Any, NoReturn, get_args

from pydantic import BaseModel, ValidationError

from pennant.core.document.job import Job
from pennant.core.document.lengths import Units, show_with_unit
from pennant.core.document.pattern import Pattern
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.settings import Settings
from pennant.core.document.starts import Across, UpSchool
from pennant.core.document.survey import Thing, Wall
from pennant.core.document.values import LONGEST, all_length_fields
from pennant.core.survey.blank import blank_job

LARGEST = 5_000_000
"""Bytes. A job file of a whole house is far smaller."""


NEWEST = 3
"""The newest version of the job file that is read here."""


class NotAJobFile(ValueError):
    """The text is not JSON, or too large; the message says where and why."""


def read_job(text: str | bytes) -> Job:
    """Read a job file.

    Raise `NotAJobFile` for what is no JSON object, and `JobRefused` with every field that is
    missing, misspelt or out of range. Whether the job can be drawn is for `plan` to say.
    """
    raw = text.encode() if isinstance(text, str) else text
    if len(raw) > LARGEST:
        raise NotAJobFile(f"the file has {len(raw):,} bytes; a job file has at most {LARGEST:,}")
    try:
        data = json.loads(raw.decode("utf-8-sig"), parse_constant=_no_constant)
    except NotAJobFile:
        raise
    except UnicodeDecodeError as error:
        raise NotAJobFile(f"the file is not UTF-8 text: {error.reason}") from error
    except json.JSONDecodeError as error:
        raise NotAJobFile(
            f"the file is not JSON: {error.msg} at line {error.lineno}, column {error.colno}"
        ) from error
    except RecursionError as error:
        raise NotAJobFile("the file is nested too deeply to be a job") from error
    except ValueError as error:  # a whole number of thousands of digits
        raise NotAJobFile("the file has a number that is longer than any measure") from error
    return job_of(data)


def job_of(data: Any) -> Job:
    """Return the job in parsed JSON; raise `JobRefused` with every field that is wrong."""
    version = data.get("version") if isinstance(data, dict) else None
    if isinstance(version, int) and version > NEWEST:
        message = (
            f"this job was made by a newer version of Pennant (its form is {version}; this one "
            f"knows up to {NEWEST}); open it there"
        )
        raise JobRefused([Problem(pointer="", message=message)])
    try:
        return Job.model_validate(data)
    except ValidationError as error:
        raise JobRefused(problems_in(error.errors(include_url=False))) from error


def write_job(job: Job) -> str:
    """Return the job file, indented, ending in a newline."""
    return job.model_dump_json(indent=2) + "\n"


def digest_of(job: Job) -> str:
    """Return what tells a job from every other, by what was said of it.

    What stands at its default does not count, so that a version that knows a field more, or has
    another default, tells the same job by the same digest.
    """
    usual = Settings.of(job.units)
    own = {name: value for name, value in job.settings if value != getattr(usual, name)}
    text = json.dumps({**_said_of(job), "settings": own}, sort_keys=True)
    return hashlib.sha256(text.encode()).hexdigest()[:16]


def _said_of(value: Any) -> Any:
    """What is said of a value as JSON data: its kind, and what is not as it usually is."""
    if isinstance(value, BaseModel):
        fields = type(value).model_fields
        return {
            name: _said_of(one)
            for name, one in value
            if name == "kind" or one != fields[name].get_default(call_default_factory=True)
        }
    if isinstance(value, Mapping):
        return {str(name): _said_of(one) for name, one in value.items()}
    if isinstance(value, list | tuple):
        return [_said_of(one) for one in value]
    return value


def digest_before(document: str) -> str:
    """Return the digest that earlier versions gave a job, from its document as they kept it: that
    of the whole job file.
    """
    text = json.dumps(json.loads(document), indent=2, ensure_ascii=False) + "\n"
    return hashlib.sha256(text.encode()).hexdigest()[:16]


def digests_of(document: str) -> frozenset[str]:
    """Return every digest that a job has had since its document was kept: today's, that of its
    walls by the names that were kept, and that of the whole job file. Raise what `read_job` does.
    """
    job, kept = read_job(document), json.loads(document)
    # Walls without a name of their own were once called alike; all but the first are numbered now.
    unnamed = Wall.model_fields["name"].default
    names = [wall.get("name", unnamed) for wall in kept.get("walls", [])]
    walls = [
        wall.model_copy(update={"name": name}) for wall, name in zip(job.walls, names, strict=False)
    ]
    as_named = job.model_copy(update={"walls": tuple(walls)}) if walls else job
    return frozenset((digest_of(job), digest_of(as_named), digest_before(document)))


def _no_constant(name: str) -> NoReturn:
    raise NotAJobFile(f"the file has the number {name}, which is not JSON; give a finite length")


def _tags(union: Any) -> frozenset[str]:
    """The kinds of a union's members, by which pydantic marks its errors."""
    members = get_args(get_args(union)[0])
    return frozenset(kind for member in members for kind in _kinds(member))


def _kinds(member: Any) -> tuple[str, ...]:
    """The kinds that one member of a union stands for."""
    kind = member.model_fields["kind"].annotation
    return tuple(get_args(kind))


_TAGS: dict[str, frozenset[str]] = {
    "across": _tags(Across),
    "up": _tags(UpSchool),
    "pattern": _tags(Pattern),
}
"""By the field that holds a union: what is no part of the path into the document."""
_KINDS = _tags(Thing)
"""Of things, which stand in a list."""


def problems_in(details: Iterable[Any]) -> list[Problem]:
    """Return each refusal of pydantic's as a JSON pointer into the job and a sentence.

    ``details`` is what its errors() gives; an HTTP body's own prefix is left out of the pointer.
    """
    located = [(_pointer(detail["loc"]), dict(detail)) for detail in details]
    return [
        Problem(pointer=pointer, message=_say(detail))
        for pointer, detail in located
        if not _follows(detail, pointer, [other for other, _ in located])
    ]


def _follows(detail: dict[str, Any], pointer: str, others: list[str]) -> bool:
    """Whether a list is only called too short because what was in it was refused."""
    within = any(other.startswith(f"{pointer}/") for other in others)
    return detail["type"] == "too_short" and within


def _pointer(loc: tuple[int | str, ...]) -> str:
    """The path into the document; the tag of a union is no part of it."""
    path = loc[1:] if loc[:1] == ("body",) else loc
    path = path[1:] if path[:1] == ("job",) else path
    parts = []
    for before, part in zip((None, *path), path, strict=False):
        tags = _KINDS if isinstance(before, int) else _TAGS.get(str(before), frozenset())
        if part not in tags:
            parts.append(f"/{part}")
    return "".join(parts)


def _say(detail: dict[str, Any]) -> str:
    kind, context = detail["type"], detail.get("ctx", {})
    match kind:
        case "missing":
            return "is missing"
        case "extra_forbidden":
            return "is not a field of a job file; check its spelling"
        case "finite_number":
            return "must be a finite number"
        case "greater_than":
            return f"must be more than {context['gt']:g}"
        case "greater_than_equal":
            return f"must be at least {_limit(detail, context['ge'])}"
        case "less_than_equal":
            return f"must be at most {_limit(detail, context['le'])}"
        case "union_tag_invalid" | "union_tag_not_found":
            return f"is none of those known here: {context.get('expected_tags', 'give its kind')}"
        case "string_pattern_mismatch" if "taken_from" in detail["loc"] or detail["loc"][-1] in (
            "first",
            "second",
        ):
            return (
                "is no place to measure from; use an end (left, right), last, counter, laser, top, "
                "or a thing and its side, such as window.left"
            )
        case "too_short":
            return f"needs at least {context['min_length']}"
        case "value_error":
            return str(context["error"])
        case "json_invalid":
            return f"the request is not JSON: {context.get('error', '')}"
        case "float_type":
            return "must be a length: a number of millimetres, or text such as 21 3/8 in"
        case "literal_error" | "enum":
            return f"must be {context.get('expected', 'one of those that the documents list')}"
        case _:
            return _SHAPES.get(kind, "is not written as a job file writes it; see docs/job-file.md")


_GROUP = "must be a group of fields in braces"
_SHAPES = {
    "string_type": "must be a text in quotes",
    "string_too_short": "must not be empty",
    "string_too_long": "is longer than there is room for",
    "int_type": "must be a whole number",
    "int_parsing": "must be a whole number",
    "int_from_float": "must be a whole number",
    "float_parsing": "must be a number",
    "bool_type": "must be true or false",
    "bool_parsing": "must be true or false",
    "dict_type": _GROUP,
    "model_type": _GROUP,
    "model_attributes_type": _GROUP,
    "tuple_type": "must be a list in brackets",
    "list_type": "must be a list in brackets",
    "too_long": "has more entries than there is room for",
    "string_pattern_mismatch": "is not written as it should be: small letters, figures and "
    "hyphens for an id, #rrggbb for a colour, year-month-day for a date",
}
"""What a value should be, for those that a person can have written wrongly."""


def _limit(detail: dict[str, Any], limit: float) -> str:
    """A limit as it reads on either tape, where the field is a length."""
    names = [part for part in detail["loc"] if isinstance(part, str)]
    if limit == LONGEST:
        return f"{limit:g} mm, which is longer than any kitchen wall"
    if not names or names[-1] not in all_length_fields() or not limit:
        return f"{limit:g}"
    inches = show_with_unit(limit, "1/16 in")
    return f"{limit:g} mm ({inches})"


def job_of_walls(name: str, units: Units, walls: Sequence[Mapping[str, Any]]) -> Job:
    """Return a job to start from whose walls come from elsewhere, as a job file has them.

    Raise `JobRefused` for walls that no job file may have.
    """
    blank = blank_job(name, units).model_dump(mode="json")
    return read_job(json.dumps({**blank, "walls": list(walls)}))
