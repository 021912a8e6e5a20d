"""The order of a job: steps sorted so that nothing comes before what it needs, with as few changes of the car's posture as
may be; what may be moved where; and what is wrong with a set of steps.

Kahn's sort: of the steps whose needs are done, one in the present posture and phase is taken first, else the first as
written."""

from __future__ import annotations

from collections.abc import Sequence

from anchor_beam.errors import InputError
from anchor_beam.fitting.step import Deed, Phase, Step
from anchor_beam.immutable import immutable

PHASES = tuple(Phase)


@immutable
class Refusal:
    """Why a step cannot be there: it and another one, and the reason. soft: it can, and should not."""

    step: str
    other: str
    why: str
    soft: bool = False


def ordered(steps: tuple[Step, ...]) -> tuple[Step, ...]:
    """The steps in an order that can be worked.

    Raises:
        InputError: at "order", steps need each other in a circle.
    """
    written = {step.id: i for i, step in enumerate(steps)}
    waiting = {step.id: {first for first, _ in step.needs} for step in steps}
    by_id = {step.id: step for step in steps}
    done: list[Step] = []
    while waiting:
        ready = [by_id[each] for each, needs in waiting.items() if not needs & waiting.keys()]
        if not ready:
            raise InputError(
                "order", f"These steps need each other: {_circle(waiting)}.", accepts="an order without a circle"
            )
        done.append(min(ready, key=lambda step: _rank(step, done[-1] if done else None, written)))
        del waiting[done[-1].id]
    return tuple(done)


def _rank(step: Step, last: Step | None, written: dict[str, int]) -> tuple[int, int, int]:
    """Earlier parts of the job first, then what needs no change of posture, then as written."""
    same = last is not None and step.posture is last.posture
    return PHASES.index(step.phase), 0 if same else 1, written[step.id]


def _circle(waiting: dict[str, set[str]]) -> str:
    """One circle among steps that wait for each other."""
    at, seen = next(iter(waiting)), list[str]()
    while at not in seen:
        seen.append(at)
        at = next(each for each in sorted(waiting[at]) if each in waiting)
    return " → ".join((*seen[seen.index(at) :], at))


def in_own_order(steps: tuple[Step, ...], wanted: Sequence[str]) -> tuple[Step, ...]:
    """Steps as somebody wants them, as far as they can be: those not named stay where the program puts them.

    Raises:
        InputError: at "order", a step would come before what it needs.
    """
    made = ordered(steps)
    if not wanted:
        return made
    rank = {each: float(i) for i, each in enumerate(wanted)}
    last = -1.0
    for step in made:  # one that nobody moved goes behind the one before it
        last = rank.setdefault(step.id, last + 1e-3)
    found = tuple(sorted(made, key=lambda step: rank[step.id]))
    if (wrong := first_wrong(found)) is not None:
        raise InputError(
            "order", f"“{wrong.step}” cannot come before “{wrong.other}”: {wrong.why}.", accepts="another place"
        )
    return found


def first_wrong(order: Sequence[Step]) -> Refusal | None:
    """The first step of an order that comes before something that it needs, whatever anybody says."""
    return next((each for each in _too_early(order) if not each.soft), None)


def only_warned(order: Sequence[Step]) -> tuple[Refusal, ...]:
    """Steps that come before something that usually comes first."""
    return tuple(each for each in _too_early(order) if each.soft)


def _too_early(order: Sequence[Step]) -> list[Refusal]:
    place = {step.id: i for i, step in enumerate(order)}
    return [
        Refusal(step.id, first, why, soft=first in step.soft)
        for step in order for first, why in step.needs if place.get(first, -1) > place[step.id]
    ]  # fmt: skip


def moved(order: tuple[Step, ...], step: str, to: int) -> tuple[Step, ...] | Refusal:
    """The order with a step at another place, or why it cannot be there."""
    at = next(i for i, each in enumerate(order) if each.id == step)
    rest = [*order[:at], *order[at + 1 :]]
    rest.insert(to, order[at])
    wrong = first_wrong(rest)
    return tuple(rest) if wrong is None else wrong


def reasons(order: tuple[Step, ...]) -> dict[str, tuple[str, str] | None]:
    """Why each step stands where it stands: the last step before it that it needs, and the reason; None for one that needs
    none."""
    place = {step.id: i for i, step in enumerate(order)}
    found: dict[str, tuple[str, str] | None] = {}
    for step in order:
        needs = [(place[first], first, why) for first, why in step.needs if first in place]
        found[step.id] = max(needs)[1:] if needs else None
    return found


def lint(steps: tuple[Step, ...], gone: Sequence[str] = ()) -> tuple[str, ...]:
    """What is wrong with a set of steps in their order; gone: fasteners that come off for good."""
    order = ordered(steps)
    found = [*_put_back(order), *_fasteners(order, gone), *_no_way_back(order), *_hidden(order)]
    return tuple(found)


def _put_back(order: tuple[Step, ...]) -> list[str]:
    opened: dict[str, str] = {}
    found = []
    for step in order:
        opened |= dict.fromkeys(step.opens, step.id)
        for what in step.closes:
            if opened.pop(what, None) is None:
                found.append(f"“{step.id}” puts back {what}, which nothing took off")
    return found + [f"{what}, taken off by “{by}”, is never put back" for what, by in opened.items()]


def _fasteners(order: tuple[Step, ...], gone: Sequence[str]) -> list[str]:
    """A fastener is started before it is snug, made final once, and none that was freed is left so."""
    state: dict[str, Deed] = {}
    found = []
    for step in order:
        for act in step.acts:
            before = state.get(act.fastener)
            if act.deed is Deed.SNUG and before not in (Deed.START, Deed.SNUG):
                found.append(f"{act.fastener} is snugged by “{step.id}” before it was started")
            if act.deed is Deed.FINAL and before is Deed.FINAL:
                found.append(f"{act.fastener} is made final twice")
            state[act.fastener] = act.deed
    return found + [
        f"{name} is never made final" for name, deed in state.items() if deed is not Deed.FINAL and name not in gone
    ]


def _no_way_back(order: tuple[Step, ...]) -> list[str]:
    asked = False
    found = []
    for step in order:
        asked = asked or "no way back" in step.cautions
        if not step.reversible and not asked:
            found.append(f"“{step.id}” cannot be taken back, and nobody was asked")
    return found


def _hidden(order: tuple[Step, ...]) -> list[str]:
    final = {act.fastener: i for i, step in enumerate(order) for act in step.acts if act.deed is Deed.FINAL}
    return [
        f"{name} is hidden by “{step.id}” before it is final"
        for i, step in enumerate(order) for name in step.hides if final.get(name, -1) > i
    ]  # fmt: skip
