"""What measuring aids say beside their figures."""

from __future__ import annotations

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.car.measured import weights
from anchor_beam.core.grip.tyre import TyreKind, TyreMatch
from anchor_beam.core.sides import CORNERS
from anchor_beam.units.kinds import Kind
from anchor_beam.words.remark import Remark

DOES_NOT_FIT = "does not fit the others: it counts little, read it again"
MIXED_UP = "is left out: {} and {} look mixed up"
LEFT_OUT = "is left out: it lies far beside the others, settle the car again"
CORNER_NAMES = {"fl": "front left", "fr": "front right", "rl": "rear left", "rr": "rear right"}
LEVEL = 0.5e-3  # m, less than anybody shims
MUCH = 0.5  # % of cross weight beside the half, from which it is worth a word


def more_readings(count: int) -> str:
    """`2 more readings`."""
    return f"{count} more reading{'s' if count > 1 else ''}"


def grows_stiffer(first: float, last: float) -> Remark:
    """Of a progressive spring."""
    return Remark(
        "It grows stiffer, from {} to {} over these readings: the figure is that of their middle.",
        ((first, Kind.RATE), (last, Kind.RATE)),
    )


def wheel_rate(rate: float) -> Remark:
    """What a spring gives at the wheel."""
    return Remark("Wheel rate {}; the spring's is that over the square of its motion ratio.", ((rate, Kind.RATE),))


def working_coils(count: float) -> Remark:
    """Of a coil spring."""
    return Remark(
        "{} coils work. A spring that changes its pitch or width has no single rate.", ((count, Kind.RATIO),)
    )


def radii(free: float, rolling: float) -> Remark:
    """Of a tyre by its size."""
    return Remark("Free radius {}, rolling radius {}.", ((free, Kind.FINE_LENGTH), (rolling, Kind.FINE_LENGTH)))


def total_of_car(mass: float) -> Remark:
    """What the tilt takes from the car."""
    return Remark(
        "The car's corner weights add up to {}; the height stands and falls with that.", ((mass, Kind.MASS),)
    )


def settle_off(swapped: tuple[int, int] | None) -> str:
    """Why a settle on the scales is left out."""
    if swapped is None:
        return LEFT_OUT
    return MIXED_UP.format(*(CORNER_NAMES[CORNERS[i]] for i in swapped))


def shims(under: list[float]) -> Remark:
    """What levels the pads."""
    if max(under) < LEVEL:
        return Remark("Level within 2 mm: nothing has to go under the pads.")
    spots = [f"{{}} {CORNER_NAMES[key]}" for key, height in zip(CORNERS, under, strict=True) if height >= LEVEL]
    values = tuple((height, Kind.FINE_LENGTH) for height in under if height >= LEVEL)
    return Remark(f"Under the pads: {', '.join(spots)}.", values)


def lean(roll: float, pitch: float) -> Remark:
    """What an angle gauge reads too much here."""
    return Remark(
        "An angle gauge set to the earth reads {} across and {} along on this floor: set it to the floor instead.",
        ((abs(roll), Kind.ANGLE), (abs(pitch), Kind.ANGLE)),
    )


def floor_twists(twist: float, mass: float, percent: float) -> Remark:
    """What a twisted floor does to the scales."""
    one = "right front and left rear" if mass > 0.0 else "left front and right rear"
    return Remark(
        f"It twists by {{}}: without shims the scales show {{}} too much on {one} together, {{}} of cross weight.",
        ((abs(twist), Kind.FINE_LENGTH), (abs(mass), Kind.MASS), (abs(percent), Kind.PERCENT)),
    )


def arms(left: float, right: float, *, error: float) -> Remark:
    """Of a bar from a photo: whether both arms are of one length."""
    values = ((left, Kind.FINE_LENGTH), (right, Kind.FINE_LENGTH))
    if abs(left - right) > 2.0 * error:
        return Remark("The arms differ, {} and {}: one is bent, or the bar is not made alike on both sides.", values)
    return Remark("Arms {} and {}: alike within what clicks can tell.", values)


DISTORTS = {
    "wheels on scales or pads": "The pads lift the car: heights above the ground are theirs too.",
    "stands under the axle": "On stands under the axle the tyres carry nothing: heights above the ground are too large.",
    "stands under the frame": "On stands under the frame the wheels hang: this is not ride height.",
    "wheels on blocks": "The blocks count with every height above the ground.",
}


def supported(support: str) -> Remark:
    """What a support does to what was read."""
    return Remark(DISTORTS[str(support)])


def another_state(then: str, now: str) -> Remark:
    """Read in another load state than the car is in."""
    was, is_now = (f"“{name}”" if name else "a load state without a name" for name in (then, now))
    return Remark(f"Read in {was}; the car is in {is_now} now.")


def hub_to_arch(heights: FloatArray) -> Remark:
    """Of the wheels that were read."""
    there = [i for i in range(len(CORNERS)) if heights[i] == heights[i]]
    said = ", ".join(f"{CORNER_NAMES[CORNERS[i]]} {{}}" for i in there)
    return Remark(f"Hub to arch: {said}.", tuple((float(heights[i]), Kind.FINE_LENGTH) for i in there))


def datums_differ(gap: float) -> str:
    """Two ways to one height."""
    return f"leads to two heights that lie {1e3 * gap:.0f} mm apart: one of them is misread"


def stands(hub: FloatArray, sill: FloatArray, frame: FloatArray, error: float) -> list[Remark]:
    """How the sides compare, beyond what was misread: of what is known best."""
    said = []
    for name, read in (("arch", hub), ("sill", sill), ("frame", frame)):
        for axle, left, right in (("front", 0, 1), ("rear", 2, 3)):
            gap = float(read[left] - read[right])
            if abs(gap) > 2.0 * error:
                higher = "left" if gap > 0.0 else "right"
                said.append(Remark(
                    f"By the {name} the {axle} stands {{}} higher on the {higher}: a spring seat, a bent part, or the load.",
                    ((abs(gap), Kind.FINE_LENGTH),),
                ))  # fmt: skip
    return said


def on_this_floor(most: float) -> Remark:
    """The floor is known."""
    return Remark("The twist of the floor is taken out: {} at most.", ((most, Kind.FINE_LENGTH),))


def floor_unknown() -> Remark:
    """Nobody measured it."""
    return Remark("The floor here was not measured: differences below {} say nothing.", ((8e-3, Kind.FINE_LENGTH),))


WORN, OLDER, SOFTER = 1.5e-3, 2.0, 10e3  # m of tread, years, Pa: beyond that two tyres of an axle are not alike


def tyre_kinds(read: FloatArray, of_axles: tuple[TyreKind, TyreKind]) -> list[Remark]:
    """Kinds that were read, the last of the aid's columns, against each other and against what the car says of its axles."""
    said = []
    for axle, left, right, told in (("front", 0, 1, of_axles[0]), ("rear", 2, 3, of_axles[1])):
        kinds = [list(TyreKind)[round(number) - 1] for number in read[[left, right], -1].tolist() if number == number]
        if len(set(kinds)) > 1:
            said.append(
                Remark(f"The {axle} tyres are {kinds[0]} and {kinds[1]}: left and right turns will not agree.")
            )
        elif kinds and kinds[0] is not told:
            said.append(Remark(f"The {axle} tyres were read as {kinds[0]}; the car is worked out on {told} ones."))
    return said


def tyres_beside(read: FloatArray) -> list[Remark]:
    """What differs between left and right: (4, 7) as the aid's columns, NaN where not read."""
    said = []
    for axle, left, right in (("front", 0, 1), ("rear", 2, 3)):
        gap = [abs(float(value)) for value in read[left] - read[right]]
        if max((one for one in gap[:3] if one == one), default=0.0) > 5e-4:
            said.append(Remark(f"The {axle} tyres are of two sizes: left and right turns will not agree."))
        if gap[3] > WORN:
            values = ((gap[3], Kind.FINE_LENGTH),)
            said.append(Remark(f"The {axle} treads differ by {{}}: the deeper one moves more.", values))
        if gap[4] >= OLDER:
            said.append(Remark(f"The {axle} tyres are {gap[4]:.0f} years apart: the older one grips less."))
        if gap[5] > SOFTER:
            said.append(
                Remark(f"The {axle} pressures differ by {{}} cold: set them first.", ((gap[5], Kind.PRESSURE),))
            )
    return said


def tyres_of_axles(read: FloatArray, match: TyreMatch) -> list[Remark]:
    """Whether what is said of front against rear fits the tyres."""
    front, rear = read[:2].mean(axis=0), read[2:].mean(axis=0)
    gap = [abs(float(value)) for value in front - rear]
    if any(one != one for one in gap[:5]):
        return []
    alike = max(gap[:3]) < 5e-4 and gap[3] <= WORN and gap[4] < OLDER
    if alike and match is TyreMatch.OTHER_AGE:
        return [Remark("All four are alike in size, tread and year: “same tyre and age” narrows the band.")]
    if not alike and match is TyreMatch.SAME:
        return [Remark("Front and rear are not alike: “same tyre, other age or size” is the honest word for them.")]
    return []


def at_the_wheel(rate: float) -> Remark:
    """Of a damper."""
    return Remark(f"At the wheel {rate:.0f} N·s/m, mean of bump and rebound.")


def locking(drive: float, coast: float) -> Remark:
    """Of a differential."""
    return Remark("It locks by {} driven and by {} on the overrun.", ((drive, Kind.PERCENT), (coast, Kind.PERCENT)))


def links(left: float, right: float) -> Remark:
    """Of both links of an axle."""
    if abs(left - right) < 2.0 * LEVEL:
        return Remark("Left and right are alike within a millimetre.")
    longer = "left" if left > right else "right"
    return Remark(f"The {longer} one is longer by {{}}: on a level car that twists the bar at rest.",
                  ((abs(left - right), Kind.FINE_LENGTH),))  # fmt: skip


def corners(fl: float, fr: float, rl: float, rr: float) -> tuple[Remark, ...]:
    """What four corners add up to, and what they hint at."""
    whole = weights(fl, fr, rl, rr)
    more = (fr + rl - fl - rr) / 2.0
    said = [Remark(
        "{} in all, {} of it on the front axle; cross weight, right front and left rear, {}.",
        ((whole.total, Kind.MASS), (whole.front_percent, Kind.PERCENT), (whole.cross_percent, Kind.PERCENT)),
    )]  # fmt: skip
    if abs(whole.cross_percent - 50.0) > MUCH:
        one = "right front and left rear" if more > 0.0 else "left front and right rear"
        said.append(Remark(
            f"The diagonal of {one} carries {{}} more. A floor that is not level does that, a link that holds the bar "
            "twisted, a spring seat, or a bent part: read once with the links off.", ((2.0 * abs(more), Kind.MASS),),
        ))  # fmt: skip
    return tuple(said)
