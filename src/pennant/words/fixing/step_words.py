"""What a step is called and how it is done in a job, by how its tile is held."""

from collections.abc import Iterator
from dataclasses import replace

from pennant.core.days.step import Step, StepId
from pennant.core.days.step_rules import held_in
from pennant.core.document.job import Job
from pennant.core.document.survey import Opening
from pennant.core.fixing.method import MethodId
from pennant.core.fixing.method_of import method_of
from pennant.core.survey.gaps import battens_of
from pennant.core.takes.mixing import is_pointed
from pennant.words.fixing.buttered import BUTTERED, PUSHED_TIGHT
from pennant.words.fixing.combed import COMBED
from pennant.words.fixing.dabs import DABS
from pennant.words.fixing.glue_and_dabs import GLUE_AND_DABS
from pennant.words.fixing.mat import MAT
from pennant.words.fixing.method_words import MethodWords
from pennant.words.fixing.own_glue import OWN_GLUE
from pennant.words.fixing.pointed import POINTED
from pennant.words.fixing.ready_mixed import READY_MIXED
from pennant.words.steps import STEP_WORDS, StepWords

METHOD_WORDS: dict[MethodId, MethodWords] = {
    "combed": COMBED,
    "buttered": BUTTERED,
    "ready-mixed": READY_MIXED,
    "mat": MAT,
    "own glue": OWN_GLUE,
    "glue and dabs": GLUE_AND_DABS,
    "dabs": DABS,
}
_REVEALS = (
    "Inside an opening tile the back first, then sill and head from side to side, and the jambs "
    "between them: their sizes allow for that."
)
_BATTENS_OFF = "Hold the batten while its screws come out; nobody stands under the tile."


def step_words(job: Job, rule: StepId) -> StepWords:
    """Return what a step is called and how it is done in a job: the method's own card, else the one
    that is true of every method.
    """
    if rule == "set-counter":
        plain = step_words(held_in(job, rule), "set")
        named = STEP_WORDS[rule]
        return replace(plain, name=named.name, how=(*named.how, *plain.how), short=named.short)
    words = METHOD_WORDS[method_of(job).id].cards.get(rule, STEP_WORDS[rule])
    if job.tile.ledger is not None and job.pattern.joint == 0:
        words = PUSHED_TIGHT.get(rule, words)
    if is_pointed(job):
        words = POINTED.get(rule, words)
    if rule == "clean-joints" and battens_of(job):
        name = f"{words.name[0].lower()}{words.name[1:]}"
        return replace(words, name=f"Battens off, {name}", how=(*words.how, _BATTENS_OFF))
    if rule == "set" and _faces_meet_in_an_opening(job):
        return replace(words, how=(*words.how, _REVEALS))
    return words


def _faces_meet_in_an_opening(job: Job) -> bool:
    openings = (thing for wall in job.walls for thing in wall.things if isinstance(thing, Opening))
    return any(
        one.kind == "niche"
        or ({"left", "right"} & set(one.returns) and {"top", "bottom"} & set(one.returns))
        for one in openings
        if one.returns
    )


def method_adds(job: Job, rule: str | None) -> Iterator[str]:
    """Yield what the method of fixing adds to how a step is done in this job."""
    if rule == "set-counter":
        yield from method_adds(held_in(job, rule), "set")
    else:
        yield from METHOD_WORDS[method_of(job).id].more(job, rule)


def name_of(job: Job, step: Step) -> str:
    """Return what a step is called in a job."""
    name = step_words(job, step.rule).name if step.rule is not None else step.name
    return where_held(name, step)


def where_held(name: str, step: Step) -> str:
    """Return a step's name, with where it is done if only tile that was held back is left."""
    return f"{name}, where tile was held back" if step.held else name


def stop_for_the_night(job: Job) -> str:
    """Return where one stops for the night, and how the edge is left, by what holds the tile."""
    return METHOD_WORDS[method_of(job).id].stop
