"""What a kit should hold, counted and tried on the bench before the old bar is loose: a part that is missing then strands
nobody."""

from __future__ import annotations

from anchor_beam.documents.job import Has, Job, JobKind, LinkJoint
from anchor_beam.documents.job_card import Counted, JobCard
from anchor_beam.immutable import immutable

NO_BAR = {JobKind.LINK_SWAP, JobKind.LATERAL_ROD, JobKind.RELOCATION, JobKind.OWN}
CLAMPED = {JobKind.NONE_BEFORE, JobKind.LAUNCH}


@immutable
class Item:
    """Something to count and try. tries: how it is tried."""

    key: str
    what: str
    tries: str


def items(job: Job) -> tuple[Item, ...]:
    """Of a job, in the order in which they come out of the box."""
    found: list[Item] = []
    if job.kind not in NO_BAR:
        found += [
            Item(
                "bar",
                job.on or "the bar",
                "flat on the floor: both arms touch; eyes, diameter, hump beside the old one",
            ),
            Item("bushings", "bushings", "on the bar and into the saddle by hand; wider than the fork is wrong"),
            Item("saddles", "saddles, one of each hand", "two of one hand is typical: tabs and splits opposite"),
        ]
    if Has.COLLARS in job.has:
        found.append(Item("collars", "collars with their key", "slide on the straight; the key fits the screw"))
    if job.joint is not LinkJoint.NONE and job.kind is not JobKind.LATERAL_ROD:
        found.append(
            Item("links", "links as a pair", "two alike, threads of both hands run by finger, as long as said")
        )
    if job.kind is JobKind.LATERAL_ROD:
        found.append(Item("rod", "lateral rod", "length over the range, threads of both hands run by finger"))
    if job.kind is JobKind.SPLINED:
        found.append(Item("arms", "arms", "on the splines dry, to the shoulder, both the same tooth"))
    if job.kind in CLAMPED:
        found.append(
            Item("clamps", "axle clamps and U-bolts", "around the axle's real diameter; threads long enough")
        )
    if Has.BRACE in job.has:
        found.append(Item("brace", "brace and its longer bolts", "in its stack: three threads past the nut"))
    if job.kind in (JobKind.RELOCATION, JobKind.NONE_BEFORE, JobKind.WELD_IN, JobKind.LAUNCH):
        found.append(Item("brackets", "brackets, one of each hand", "held where they will sit, both sides"))
    found += [
        Item("bolts", "bolts, by length", "each through its hole: a coating chokes it, then ream and coat again"),
        Item("washers", "washers, spacers, plates", "by thickness and side"),
        Item("sheet", "maker's sheet and torques", "revision and car as yours; torques typed into the ledger"),
    ]
    return tuple(found)


def strands(card: JobCard) -> tuple[str, ...]:
    """What the bench says is missing or wrong: with it the old bar stays where it is."""
    return tuple(f"{each.what}: {said}" for each in items(card.job) if (said := _said(card, each)).strands)


def _said(card: JobCard, item: Item) -> Counted:
    return card.kit.get(item.key, Counted.OPEN)
