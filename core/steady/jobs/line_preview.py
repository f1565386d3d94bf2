"""A structure drawn while its line is typed: what each word means, the picture, and what does not read yet."""

from collections.abc import Callable
from dataclasses import replace
from typing import Any

from steady.drawing.scene import scene
from steady.drawing.thumbnail import Tile, tile
from steady.errors import InvalidInputError, OutOfScopeError
from steady.jobs.document import JobDocument, Structure, case_of, kind_in, plan_structure
from steady.structures.line_help import WordHelp, explain
from steady.structures.structure_type import NewStructureRequest, StructureType
from steady.units.lengths import Bare
from steady.value_objects import value_object


@value_object
class Sketch:
    """What a line says so far.

    Args:
        fault: Why it cannot be drawn, quoting its word; empty: it is drawn.
        picture: None: nothing can be drawn.
    """

    words: tuple[WordHelp, ...]
    fault: str
    picture: Tile | None


def sketch(job: JobDocument, kind: StructureType, text: str, *, bare: Bare, spec_of: Callable[[str], Any]) -> Sketch:
    """The line's words, and its picture on the job's own site; what is not recognized is left out of the picture.

    Args:
        spec_of: Reads a line as a new structure would be.
    """
    words = explain(kind.line, text, bare, tape=job.reading.tape(), plain=kind.plain)
    picture, fault = _picture(job, spec_of, text)
    understood = " ".join(word.word for word in words if word.known)
    if picture is None and understood and len(understood.split()) < len(words):
        picture, _ = _picture(job, spec_of, understood)
    return Sketch(words=words, fault=fault, picture=picture)


def _picture(job: JobDocument, spec_of: Callable[[str], Any], text: str) -> tuple[Tile | None, str]:
    try:
        spec = spec_of(text)
        alone = replace(job, structures=(Structure(name="New", spec=spec),))
        plan = plan_structure(alone, spec.id)
        picture = tile(scene(plan))
        # In the words that a client reads, where the kind has them: a count of pieces says little of what was typed.
        said = kind_in(alone, spec.id).describe(case_of(alone, spec.id), plan)
        return replace(picture, says=said or picture.says), ""
    except InvalidInputError as error:
        return None, error.message
    except OutOfScopeError as error:
        return None, error.reason


def sample(kind: StructureType, metric: bool) -> Tile | None:
    """The picture on a kind's tile: the smallest line that it offers at a press, under the first school of its units."""
    start = kind.line.starts[0] if kind.line.starts else None
    line = (start.metric if metric else start.imperial) if start else kind.line.metric if metric else kind.line.imperial
    school, bare = ("nz", "m") if metric else ("us", "ft")
    job = JobDocument(name="sample", school=school, structures=())  # type: ignore[arg-type]
    ask = NewStructureRequest(text=line, id="sample", bare=bare, school=school)  # type: ignore[arg-type]
    return sketch(job, kind, line, bare=ask.bare, spec_of=lambda text: kind.typed(replace(ask, text=text))).picture
