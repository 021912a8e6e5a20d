"""What comes before what in every job, each with its reason. A step gets its needs from the tags that it carries."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.fitting.step import Deed, Step, Tag
from anchor_beam.immutable import immutable


@immutable
class Rule:
    """Steps tagged `first` come before those tagged `then`. soft: somebody may say why not."""

    first: Tag
    then: Tag
    why: str
    soft: bool = False


def _rules(*rows: tuple[Tag, Tag, str]) -> tuple[Rule, ...]:
    return tuple(Rule(*row, soft=row[:2] in SOFT) for row in rows)


T = Tag
SOFT = {(T.OIL, T.CRACKED), (T.LINKS_OFF, T.CLAMPS_OFF)}
"""Clean threads need no oil; scrap links may leave with the bar."""
RULES = _rules(
    (T.TRIAL, T.LINKS_OFF, "a part that is missing now would strand the car"),
    (T.TRIAL, T.CLAMPS_OFF, "a part that is missing now would strand the car"),
    (T.WITNESS, T.LINKS_OFF, "where it sat is lost once it is loose"),
    (T.OIL, T.CRACKED, "oil needs time to creep in"),
    (T.CRACKED, T.LIFTED, "pulling hard on a lifted car tips it"),
    (T.LIFTED, T.LEVEL, "wheels hang only once it is up"),
    (T.LEVEL, T.LINKS_OFF, "a bar that is held twisted whips when a link comes off"),
    (T.LIFTED, T.PARKED, "there is room only once it is up"),
    (T.PARKED, T.LINKS_OFF, "parts that swing tear wires"),
    (T.SUPPORTED, T.LINKS_OFF, "what else comes free must not fall"),
    (T.SUPPORTED, T.CLAMPS_OFF, "what else comes free must not fall"),
    (T.LINKS_OFF, T.CLAMPS_OFF, "a bar that is off its clamps still hangs on its links"),
    (T.STRAPPED, T.CLAMPS_OFF, "the bar falls with its last bolt"),
    (T.CLAMPS_OFF, T.OUT, "it comes out once it is free"),
    (T.OUT, T.INSPECTED, "mounts are seen once the bar is out"),
    (T.INSPECTED, T.IN, "a cracked mount carries no new bar"),
    (T.INSPECTED, T.CUT, "nothing is drilled into rot"),
    (T.MARKED, T.CUT, "both sides are marked before the first hole"),
    (T.CUT, T.LINKS_ON, "links hang in the holes"),
    (T.OUT, T.IN, "there is no room for two bars"),
    (T.DRESSED, T.IN, "bushings and collars go on before the bar is up"),
    (T.TRIAL, T.DRESSED, "only parts that were tried go on"),
    (T.IN, T.CLAMPS_ON, "clamps hold what is there"),
    (T.CLAMPS_ON, T.LINKS_ON, "clamps keep the bar from falling"),
    (T.HIDDEN_FINAL, T.HIDES, "it cannot be reached afterwards"),
    (T.CLAMPS_ON, T.CENTRED, "a bar is centred in its clamps"),
    (T.LINKS_ON, T.CLAMPS_FINAL, "the bar has to swing to meet its links"),
    (T.CENTRED, T.CLAMPS_FINAL, "clamps fix where it sits"),
    (T.CENTRED, T.MOUNTS_FINAL, "mounts fix where it sits"),
    (T.MOUNTS_FINAL, T.COLLARS, "collars are set against tight mounts"),
    (T.MOUNTS_FINAL, T.ARM_ONE, "arms are set on a bar that stays"),
    (T.MOUNTS_FINAL, T.LINKS_ON, "links hang on what stays"),
    (T.MOUNTS_FINAL, T.PAINTED, "paint goes over what is final"),
    (T.CLAMPS_FINAL, T.COLLARS, "collars are set against tight clamps"),
    (T.CLAMPS_FINAL, T.SWEEP, "what is swept must be where it stays"),
    (T.MOUNTS_FINAL, T.SWEEP, "what is swept must be where it stays"),
    (T.SNUGGED, T.SWEEP, "what is swept must be where it stays"),
    (T.SWEEP, T.WHEELS_ON, "droop and bump are looked at with the wheels off"),
    (T.COLLARS, T.SWEEP, "what is swept must be where it stays"),
    (T.ARM_ONE, T.ARM_TWO, "the second arm is the mirror of the first"),
    (T.ARM_TWO, T.LINKS_ON, "links hang on arms that are set"),
    (T.LINKS_ON, T.SNUGGED, "one tight bolt moves the next hole: all are started first"),
    (T.CLAMPS_ON, T.SNUGGED, "one tight bolt moves the next hole: all are started first"),
    (T.SNUGGED, T.LOWERED, "all of it is snug before the car stands on it"),
    (T.SNUGGED, T.PUT_BACK, "wires and liners go over what is in its place"),
    (T.PUT_BACK, T.LOWERED, "nothing may hang unhooked when the car moves"),
    (T.WHEELS_ON, T.LOWERED, "it stands on its wheels"),
    (T.PUT_BACK, T.WHEELS_ON, "wires and liners are reached with the wheels off"),
    (T.LOWERED, T.NUTS_FINAL, "wheel nuts are pulled to their torque on the ground"),
    (T.LOWERED, T.SETTLED, "it settles under its weight"),
    (T.SETTLED, T.BONDED_FINAL, "bonded rubber must rest untwisted"),
    (T.SETTLED, T.EYES_FINAL, "links are set at ride height, weight on the wheels"),
    (T.SETTLED, T.DROP_IN, "the last link is tried with the weight on the wheels"),
    (T.DROP_IN, T.EYES_FINAL, "a link that is tight can no longer be tried"),
    (T.EYES_FINAL, T.JAM_FINAL, "eyes first, so that the bodies stay square"),
    (T.EYES_FINAL, T.PAINTED, "paint goes over what is final"),
    (T.CLAMPS_FINAL, T.PAINTED, "paint goes over what is final"),
    (T.BONDED_FINAL, T.PAINTED, "paint goes over what is final"),
    (T.JAM_FINAL, T.PAINTED, "paint goes over what is final"),
    (T.PAINTED, T.DRIVEN, "a joint without a line keeps the card open"),
    (T.NUTS_FINAL, T.DRIVEN, "nobody drives on loose wheels"),
    (T.DRIVEN, T.LOOKED, "a second look tells what moved"),
    (T.LOOKED, T.ALIGNED, "it is aligned when nothing moves any more"),
    (T.LOOKED, T.DATED, "dates follow from what was found"),
)  # fmt: skip
READ_FIRST = "can never be read again once something is loose"
LOOSENING = (Deed.CRACK, Deed.UNDO)


def with_rules(steps: tuple[Step, ...]) -> tuple[Step, ...]:
    """Steps with what the rules ask of them beside their own needs. Needs of steps that are not in this job fall away."""
    by_tag: dict[Tag, list[str]] = {}
    for step in steps:
        for tag in step.tags:
            by_tag.setdefault(tag, []).append(step.id)
    ids = {step.id for step in steps}
    return tuple(replace(step, needs=_needs(step, by_tag, ids), soft=_soft(step, by_tag, ids)) for step in steps)


def _needs(step: Step, by_tag: dict[Tag, list[str]], ids: set[str]) -> tuple[tuple[str, str], ...]:
    found = {first: why for first, why in step.needs if first in ids}
    for rule in RULES:
        if rule.then in step.tags:
            for first in by_tag.get(rule.first, ()):
                found.setdefault(first, rule.why)
    if step.deed in LOOSENING:
        for first in by_tag.get(Tag.READING, ()):
            found.setdefault(first, READ_FIRST)
    found.pop(step.id, None)
    return tuple(found.items())


def _soft(step: Step, by_tag: dict[Tag, list[str]], ids: set[str]) -> tuple[str, ...]:
    """What only soft rules ask of a step."""
    asked: dict[str, bool] = {first: False for first, _ in step.needs if first in ids}
    for rule in RULES:
        if rule.then in step.tags:
            for first in by_tag.get(rule.first, ()):
                asked[first] = asked.get(first, True) and rule.soft
    return tuple(first for first, soft in asked.items() if soft)
