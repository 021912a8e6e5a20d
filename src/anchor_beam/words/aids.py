"""What measuring aids say beside their figures."""

from __future__ import annotations

from anchor_beam.core.car.measured import weights
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
