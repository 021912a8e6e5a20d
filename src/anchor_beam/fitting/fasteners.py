"""The fasteners of a job, in groups that are alike: what each screws into, how it is held and tightened, what it may free."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.immutable import immutable


class How(StrEnum):
    """What says that a joint is tight."""

    TORQUE = "torque"
    SQUEEZE = "by the sleeve's stop"
    SNUG = "snug, then held while its mate is tightened"
    FEEL = "by feel: no torque wrench goes on"
    TURNS = "crosswise in steps, equal thread showing"


class When(StrEnum):
    """How the car stands for the last turn."""

    ANY = "either way"
    LOADED = "weight on"


class Renew(StrEnum):
    """Whether a fastener is used again."""

    ALWAYS = "new"
    RUSTED = "new where rusted or stretched"
    NO = "used again"


class Stuck(StrEnum):
    """Which branch helps when it does not move."""

    THROUGH = "seized through-bolt"
    STUD = "stud that spins"
    CAPTIVE = "captive nut that turns"
    TAPER = "taper that holds"
    SPLINE = "spline that holds"


@immutable
class Fastener:
    """A group of alike ones. estimate: whether a generic torque from thread and class is honest here. frees: what comes free
    with it beside the bar."""

    id: str
    name: str
    into: str
    hold: str
    how: How = How.TORQUE
    when: When = When.ANY
    renew: Renew = Renew.RUSTED
    estimate: bool = True
    frees: str = ""
    stuck: Stuck = Stuck.THROUGH
    recheck: str = ""


FASTENERS: dict[str, Fastener] = {
    each.id: each
    for each in (
        Fastener("saddles", "saddle bolts", "nuts, captive or weld nuts", "strap the bar", recheck="first tank"),
        Fastener("links-bar", "link nuts at the bar", "the link's stud or bolt", "key in the stud, or head held",
                 renew=Renew.ALWAYS, estimate=False, stuck=Stuck.STUD, recheck="first tank"),
        Fastener("links-far", "link nuts at the far end", "the link's stud or bolt", "key in the stud, or head held",
                 renew=Renew.ALWAYS, estimate=False, stuck=Stuck.STUD, recheck="first tank"),
        Fastener("eyes", "eye bolts of the links", "nuts", "head held", when=When.LOADED, recheck="first tank"),
        Fastener("jams", "jam nuts", "the link's thread", "both bodies in one plane", how=How.SNUG, when=When.LOADED,
                 estimate=False, renew=Renew.NO, recheck="first event"),
        Fastener("grommets", "grommet nuts", "the post", "head held", how=How.SQUEEZE, when=When.LOADED, estimate=False,
                 renew=Renew.ALWAYS, recheck="first tank"),
        Fastener("bonded", "bonded link bushes", "nuts", "nut held; wind the bolt out, do not pull", when=When.LOADED,
                 renew=Renew.RUSTED, recheck="first tank"),
        Fastener("collars", "collar screws", "the collar", "clocked clear of the frame", estimate=False, renew=Renew.NO,
                 recheck="first event"),
        Fastener("brace", "brace bolts", "nuts and captive nuts", "jack under each arm", renew=Renew.RUSTED,
                 stuck=Stuck.CAPTIVE, recheck="first tank"),
        Fastener("pivot", "arm pivot bolt under the brace", "a nut", "jack under the arm", when=When.LOADED,
                 frees="the control arm; camber may move", recheck="first tank"),
        Fastener("shared", "bolt that holds the damper too", "a nut", "arm on a jack", when=When.LOADED,
                 frees="the damper's foot: the arm drops, a spacer falls", recheck="first tank"),
        Fastener("mounts", "mount bolts", "the body", "mount held", recheck="first tank"),
        Fastener("pinch", "pinch bolts of the arms", "the arm itself", "arm at its mark", stuck=Stuck.SPLINE,
                 recheck="first event"),
        Fastener("ends", "pinch bolts of the fixed ends", "the bracket", "both ends slack together", when=When.LOADED,
                 recheck="first tank"),
        Fastener("u-bolts", "U-bolts", "nuts", "crosswise", how=How.TURNS, when=When.LOADED, renew=Renew.ALWAYS,
                 frees="the axle from its spring, where they hold both", recheck="first drive"),
        Fastener("brackets", "bracket bolts", "the frame, through both walls", "plate held by wire until a nut bites",
                 stuck=Stuck.CAPTIVE, recheck="first tank"),
        Fastener("rod", "lateral rod bolts", "nuts", "axle on stands", when=When.LOADED, renew=Renew.RUSTED,
                 frees="the axle, sideways", recheck="first tank"),
        Fastener("subframe", "subframe bolts", "captive nuts", "jack under it, by turns", renew=Renew.ALWAYS, estimate=False,
                 frees="engine and steering hang on it", stuck=Stuck.CAPTIVE, recheck="first tank"),
        Fastener("wheels", "wheel nuts", "the hub", "on the ground", renew=Renew.NO, estimate=False,
                 recheck="first drive"),
    )
}  # fmt: skip

WONT_MOVE: dict[Stuck, tuple[str, ...]] = {
    Stuck.THROUGH: (
        "Oil, wait, six-point tool fully on, a hair tighter first, then back.",
        "Long bar, then short bursts of an impact driver.",
        "Heat the outer part, never by rubber, fuel, brake or air-bag wires; fire watch.",
        "Cut the nut, keep the part; guard on the disc.",
    ),
    Stuck.STUD: (
        "Key in the stud. No key: a lever on the joint loads the taper so that it bites.",
        "A thin spanner on the flat behind the boot.",
        "Grip pliers on the stud, only where the link is scrap.",
        "Cut it, or take bar and link out as one.",
    ),
    Stuck.CAPTIVE: (
        "Oil and patience, by hand: no impact on a captive nut.",
        "It turns in its box: stop. A wedge through the next hole may hold it.",
        "A planned window in the box, a plate behind it afterwards: the owner says yes first.",
    ),
    Stuck.TAPER: (
        "Leave the nut on by some turns. A puller, or a short blow on the side of the eye, never on the thread.",
        "Boot and neighbours covered; the splitter last, it costs the boot.",
    ),
    Stuck.SPLINE: (
        "The pinch bolt all the way out: it may sit in a groove. Open the slot with a wedge.",
        "Pull straight, turn by turn left and right; oil. Never hammer the arm.",
    ),
}
STOP = (
    "Stop and call a trade: brake, fuel or steering hurt; rot or a crack at a mount; an aluminium thread pulled; a stand "
    "moved; "
    "only heat near fuel left. Two rungs in vain, or the wrong part turns: stop too."
)
