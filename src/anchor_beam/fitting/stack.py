"""Whether a bolt is long enough for what it holds, before and after the job: an added brace calls for a longer one."""

from __future__ import annotations

from anchor_beam.core.fastener.grip import Fit, Length, bolt_length
from anchor_beam.core.fastener.thread import thread
from anchor_beam.documents.job_card import JobCard
from anchor_beam.documents.stacks import Reach, Stack
from anchor_beam.errors import InputError
from anchor_beam.fitting.fasteners import FASTENERS
from anchor_beam.immutable import immutable


@immutable
class Judged:
    """before, after: grip without and with what comes with the job [m]. length: of the bolt with it, None with a reason in
    why. longer: the old bolt did, and no longer does. trapped: a tool goes on now and will not once the new part is on."""

    before: float
    after: float
    length: Length | None
    why: str
    longer: bool
    trapped: bool


def judged(card: JobCard, fastener: str) -> Judged | None:
    """The bolt of a group; None where nobody said anything of it.

    Raises:
        InputError: as `judge`.
    """
    stack, bolt = card.stacks.get(fastener), card.bolts.get(fastener)
    return None if stack is None else judge(stack, None if bolt is None else bolt.thread, FASTENERS[fastener].name)


def judge(stack: Stack, of: str | None, name: str) -> Judged:
    """A bolt through a stack. of: its thread, None where it is not known; name: what it is called.

    Raises:
        InputError: at "length", the bolt is longer than its hole is deep; at "thread", it does not exist.
    """
    before, after = stack.grip(with_new=False), stack.grip()
    trapped = _rank(stack.reach_after) > _rank(stack.reach)
    missing = _missing(stack, has_thread=of is not None)
    if missing or of is None or stack.length is None or stack.depth is None:
        return Judged(before, after, None, f"not judged: {missing}", longer=False, trapped=trapped)
    cut = thread(of)
    if not stack.into.through and stack.length - after > stack.depth + 1e-9:
        raise InputError(
            "length", f"This bolt is longer than its hole is deep: it bottoms before it clamps {name}.",
            got=stack.length - after, accepts=f"up to {1e3 * (after + stack.depth):.4g} mm under its head",
        )  # fmt: skip
    found = bolt_length(stack.length, after, cut, stack.into, stack.depth)
    was = bolt_length(stack.length, before, cut, stack.into, stack.depth) if before > 0.0 else found
    longer = after > before and was.fit is not Fit.SHORT and found.fit is Fit.SHORT
    return Judged(before, after, found, "", longer, trapped)


def _missing(stack: Stack, *, has_thread: bool) -> str:
    """What has to be known first."""
    known = {
        "its thread": has_thread, "its length": stack.length is not None, "what it goes through": bool(stack.layers),
        "the height of the nut" if stack.into.through else "the depth of the hole": stack.depth is not None,
    }  # fmt: skip
    absent = [what for what, there in known.items() if not there]
    return f"{', '.join(absent)} not known" if absent else ""


def _rank(reach: Reach) -> int:
    return tuple(Reach).index(reach)
