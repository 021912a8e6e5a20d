"""The wall of a tube through a bend: how it moves along the arc, and what it carries around the section.

Semi-membrane shell: around the section the wall does not stretch, it moves out by sum W_n(s) cos n psi (in the bend's
plane) or sin n psi (out of it), n = 2 to 5, and along by what leaves its shear at nothing. Its fibres stretch along by
that, by how far they move outwards in the bend, and by the bending of the beam, which adjusts to carry its moment. The
least energy of stretching along and bending both ways, the shear through the wall counted, gives W_n: cubic elements through
the bend, the decaying waves of a straight tube beyond both its ends.

Source: docs/theory/bar.md, "Tube bends go oval" (Vlasov's semi-membrane theory; von Karman 1911 for a long bend; derived
here for short ones).
"""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.core.section.shapes import Round
from anchor_beam.immutable import immutable

AROUND = np.radians(np.arange(0.0, 360.0, 5.0))  # psi, from the outside of the bend
HARMONICS = np.array([2.0, 3.0, 4.0, 5.0])[:, None]  # of the wall's movement; more change less than 2 %
PIECE, FEWEST, MOST = 0.6, 6, 48  # length of an element over the decay of an oval, number of elements through a bend
N = len(HARMONICS)
TERMS = 4 * N + 1  # W, W', W'', W''' of each harmonic, and the moment


def middle_of_wall(section: Round) -> tuple[float, float]:
    """Thickness of a tube's wall and radius of its middle [m]."""
    thickness = 0.5 * (section.od - section.bore)
    return thickness, 0.5 * (section.od - thickness)


def decay(thickness: float, r: float) -> float:
    """Length along a straight tube over which an oval shape dies away [m].

    Source: docs/theory/bar.md, "Tube softening".
    """
    return 0.742 * r * math.sqrt(r / thickness)


@immutable(eq=False)
class Movement:
    """What the wall carries for bending out of the bend's plane and in it (2, ...), in the bend and beyond, per term of
    movement and moment: four rows of each.

    stiffness: (4, 3n, 3n) energy of W, W', W'' per length, twice, over E. load: (4, 3n) what a moment of one does to them.
    axial: (4, TERMS, a) stress along at mid-wall beyond a round section's. hoop, bent, twist: bending stress around and along
    at the outer surface, and shear of its twist. direct: mean stress around. shear: mean shear.
    """

    stiffness: FloatArray
    load: FloatArray
    axial: FloatArray
    hoop: FloatArray
    bent: FloatArray
    twist: FloatArray
    direct: FloatArray
    shear: FloatArray


_WAVES = np.stack([np.sin(HARMONICS * AROUND), np.cos(HARMONICS * AROUND)])
RADIAL = np.concatenate(
    [_WAVES, _WAVES]
)  # (4, n, a) of the movement: bend out of its plane and in it, then the straights
SIDEWAYS = np.concatenate([_WAVES[::-1], _WAVES[::-1]]) * np.array([1.0, -1.0, 1.0, -1.0])[:, None, None]  # n times
BENDING = np.tile([np.sin(AROUND), np.cos(AROUND)], (2, 1))  # of the beam, over its radius


def _movement(thickness: float, r: float, bend_radius: float, poisson: float) -> Movement:
    """Thickness and radius of the middle of the wall [m]; E = 1."""
    n, none = HARMONICS, np.zeros_like(RADIAL)
    curvature = np.array([1.0 / bend_radius, 1.0 / bend_radius, 0.0, 0.0])[:, None, None]
    fibre = 1.0 + curvature * r * np.cos(AROUND)  # (4, 1, a) length of each over that of the centreline
    outwards = RADIAL * np.cos(AROUND) - SIDEWAYS / n * np.sin(AROUND)
    stretch = np.concatenate([curvature * outwards / fibre, none, -r / n**2 * RADIAL / fibre], axis=1)
    bend_around = np.concatenate([(n**2 - 1.0) * RADIAL / r**2, none, none], axis=1)
    bend_along = np.concatenate([none, none, -RADIAL], axis=1)
    twisted = np.concatenate([none, -(n - 1.0 / n) * SIDEWAYS / r, none], axis=1)
    beam = np.concatenate([r * BENDING[:, None] / fibre, 1.0 / fibre], axis=1)
    plate, area = thickness**3 / (12.0 * (1.0 - poisson**2)), r * 2.0 * math.pi / AROUND.size
    give = 2.4 * (1.0 + poisson) * plate / thickness / r**2  # of the wall in shear against bending, for n = 1
    held_around = bend_around / (1.0 + give * np.tile(n**2, (3, 1)))

    def energy(one: FloatArray, other: FloatArray) -> FloatArray:
        return np.asarray((one * fibre * area) @ other.swapaxes(1, 2))

    coupled = energy(bend_along, held_around)
    stiffness = thickness * energy(stretch, stretch) + plate * (
        energy(bend_around, held_around) + energy(bend_along, bend_along)
        + poisson * (coupled + coupled.swapaxes(1, 2)) + 2.0 * (1.0 - poisson) * energy(twisted, twisted)
    )  # fmt: skip
    into = np.linalg.inv(thickness * energy(beam, beam))
    answered = into @ (thickness * energy(beam, stretch))  # how the beam answers to each movement
    by_moment = into[:, :1]  # how it bends and stretches under a moment of one, its section round
    carried = thickness * energy(stretch, beam)
    return Movement(
        stiffness - carried @ answered, -(carried @ by_moment.swapaxes(1, 2))[..., 0],
        **_stresses(thickness, r, curvature, poisson, stretch - answered.swapaxes(1, 2) @ beam, by_moment @ beam, held_around,
                    bend_along, twisted),
    )  # fmt: skip


def _stresses(
    thickness: float, r: float, curvature: FloatArray, poisson: float, stretch: FloatArray, round_: FloatArray,
    bend_around: FloatArray, bend_along: FloatArray, twisted: FloatArray,
) -> dict[str, FloatArray]:  # fmt: skip
    """Stresses per term from what the wall does per W, W', W'' (4, 3n, a), and a round section's (4, 1, a) per moment."""
    n, half = HARMONICS, 0.5 * thickness
    none, nothing = np.zeros_like(RADIAL), np.zeros_like(round_)

    def terms(moved: FloatArray, third: FloatArray = none, moment: FloatArray = nothing) -> FloatArray:
        return np.concatenate([moved, third, moment], axis=1)

    in_plate = half / (1.0 - poisson**2)
    hoop = in_plate * (bend_around + poisson * bend_along)
    pulled = (
        -curvature * r * np.cos(AROUND) / (1.0 + curvature * r * np.cos(AROUND))
    )  # by tension along a curved fibre
    squared = np.tile(n**2, (3, 1))
    held = terms(pulled * stretch - squared * thickness / (6.0 * r) * hoop, moment=pulled * round_)
    return {
        "axial": terms(stretch) + poisson * held, "hoop": terms(hoop), "direct": held,
        "bent": terms(in_plate * (bend_along + poisson * bend_around)),
        "twist": terms(half / (1.0 + poisson) * twisted),
        "shear": terms(np.zeros_like(stretch), -(r**2) / n**3 * SIDEWAYS),
    }  # fmt: skip


def curved_wall(section: Round) -> tuple[float, float]:
    """Bending stress around at the outer surface and at the bore, over that of a straight wall.

    Source: Timoshenko, *Strength of Materials* II (curved bars, rectangular section).
    """
    thickness, r_m = middle_of_wall(section)
    outer, bore = r_m + 0.5 * thickness, r_m - 0.5 * thickness
    neutral = thickness / math.log(outer / bore)
    straight = thickness / (6.0 * (r_m - neutral))
    return straight * (outer - neutral) / outer, straight * (neutral - bore) / bore


@immutable(eq=False)
class TubeWall:
    """A tube's wall in a bend and in the straights beside it.

    waves: (2, n, 2) decay of the two waves that run out of the bend [1/m], complex, in both planes. edge: (2, n, 2, 2) what a
    straight answers to W and W' at its end. surfaces: of the outer surface and the bore (3, 4 TERMS, a), stress around, along
    and shear of each term of both planes in the bend, then straight.
    """

    thickness: float
    r: float
    moved: Movement
    waves: np.ndarray
    edge: FloatArray
    surfaces: tuple[FloatArray, FloatArray]


@lru_cache(maxsize=64)
def tube_wall(section: Round, bend_radius: float, poisson: float) -> TubeWall:
    """Of a tube's bend [m]; wall must be given."""
    thickness, r = middle_of_wall(section)
    moved = _movement(thickness, r, bend_radius, poisson)
    waves, edge = _edge(moved.stiffness[2:])
    surfaces = [_surface(moved, side, curved) for side, curved in zip((1.0, -1.0), curved_wall(section), strict=True)]
    return TubeWall(thickness, r, moved, waves, edge, (surfaces[0], surfaces[1]))


def _surface(moved: Movement, side: float, curved: float) -> FloatArray:
    """(3, 4 TERMS, a) at the outer surface, side 1, or the bore, -1; curved: bending stress around over a straight wall's."""
    # psi runs against the turn about the tangent, in which a torque is counted
    three = [
        side * curved * moved.hoop + moved.direct,
        moved.axial + side * moved.bent,
        -side * moved.twist - moved.shear,
    ]
    return frozen(np.stack(three).reshape(3, 4 * TERMS, AROUND.size))


def _edge(stiffness: FloatArray) -> tuple[np.ndarray, FloatArray]:
    """Decay of both waves (2, n, 2) of a long straight tube, and the stiffness (2, n, 2, 2) of its end in W and W', from the
    stiffness (2, 3n, 3n) of both planes, in which the harmonics stand apart.

    A W^IV + (2 X - B) W^II + C W = 0 with A, B, C of W^II, W^I and W, X between W and W^II.
    """
    own, i = np.einsum("pkk->pk", stiffness).reshape(2, 3, N), np.arange(N)
    C, B, A = own[:, 0], own[:, 1], own[:, 2]
    X = stiffness[:, i, i + 2 * N]
    square = np.sqrt(((2.0 * X - B) ** 2 - 4.0 * A * C).astype(complex))
    mu = np.sqrt(np.stack([B - 2.0 * X + square, B - 2.0 * X - square], axis=-1) / (2.0 * A[..., None]))
    waves = np.where(mu.real < 0.0, -mu, mu)
    parts = np.linalg.inv(np.stack([np.ones_like(waves), -waves], axis=-2))  # of W and W' at the end in the waves
    A, X, B = A[..., None], X[..., None], B[..., None]
    force = np.stack([-A * waves**3 + (B - X) * waves, -(A * waves**2 + X)], axis=-2)
    return waves, frozen((force @ parts).real)


@immutable(eq=False)
class Samples:
    """Places along a bar about one bend: length of the bend [m], places (n,) from its start, rising [m], and which of them
    lie in the bend (n,)."""

    length: float
    places: FloatArray

    @property
    def inside(self) -> np.ndarray:
        """Whether each place lies in the bend (n,)."""
        return np.asarray((self.places >= 0.0) & (self.places <= self.length))


@immutable(eq=False)
class Answers:
    """How a wall answers to moments at the ends of its elements `at` (m,), from the start of the bend [m].

    moved: (2, m, n, 4N) W to W''' of each harmonic at the samples (n,), out of the bend's plane and in it, for a moment of
    one at one of the ends.
    """

    at: FloatArray
    moved: FloatArray


@lru_cache(maxsize=64)
def answers(wall: TubeWall, samples: Samples) -> Answers:
    """Of one wall at the samples; hole pairs and loads have them in common. E = 1."""
    length = samples.length
    pieces = min(max(FEWEST, math.ceil(length / (PIECE * decay(wall.thickness, wall.r)))), MOST)
    at, inside = np.linspace(0.0, length, pieces + 1), samples.inside
    ends = _solve(wall, at, np.eye(pieces + 1)[..., None] * np.ones(2))
    moved = np.empty((2, pieces + 1, len(inside), 4 * N))
    moved[:, :, inside] = _in_bend(ends, at, samples.places[inside])
    moved[:, :, ~inside] = _beyond(wall, ends, at, samples.places[~inside])
    return Answers(frozen(at), frozen(moved))


def terms_along(wall: TubeWall, samples: Samples, kept: slice, moment: FloatArray) -> FloatArray:
    """(p, q, 4 TERMS) movements of the wall at the samples that are kept (q,), and moments there, as
    `TubeWall.surfaces` count them.

    moment: (p, q, 2) out of the bend's plane and in it, at the samples kept [N m]; E = 1.
    """
    known, inside = answers(wall, samples), samples.inside[kept]
    acting = _between(samples.places[kept], moment, known.at)
    found = np.zeros((*moment.shape[:2], 2, 2, TERMS))  # bend or straight, planes
    for plane in (0, 1):
        moved = np.tensordot(acting[..., plane], known.moved[plane][:, kept], 1)
        for part, here in ((0, inside), (1, ~inside)):
            found[:, here, part, plane, :-1] = moved[:, here]
            found[:, here, part, plane, -1] = moment[:, here, plane]
    return found.reshape(*moment.shape[:2], -1)


def _between(s: FloatArray, values: FloatArray, at: FloatArray) -> FloatArray:
    """(p, m, k) values (p, n, k) at s, read at other places."""
    i = np.clip(np.searchsorted(s, at) - 1, 0, len(s) - 2)
    part = np.clip((at - s[i]) / (s[i + 1] - s[i]), 0.0, 1.0)[:, None]
    return np.asarray(values[:, i] * (1.0 - part) + values[:, i + 1] * part)


def _shapes(t: FloatArray, length: float) -> FloatArray:
    """(4, q, 4) cubic shapes of an element and their first three derivatives at t, for W and W' at both ends."""
    one = np.ones_like(t)
    rows = [
        [1 - 3 * t**2 + 2 * t**3, length * (t - 2 * t**2 + t**3), 3 * t**2 - 2 * t**3, length * (t**3 - t**2)],
        [-6 * t + 6 * t**2, length * (1 - 4 * t + 3 * t**2), 6 * t - 6 * t**2, length * (3 * t**2 - 2 * t)],
        [12 * t - 6, length * (6 * t - 4), 6 - 12 * t, length * (6 * t - 2)],
        [12 * one, 6 * length * one, -12 * one, 6 * length * one],
    ]  # fmt: skip
    return np.array([[column / length**k for column in row] for k, row in enumerate(rows)]).transpose(0, 2, 1)


POINTS, WEIGHTS = np.polynomial.legendre.leggauss(4)  # of an element


def _solve(wall: TubeWall, at: FloatArray, moment: FloatArray) -> FloatArray:
    """(2, p, m, n, 2) W and W' of each harmonic at the ends of all elements, in both planes, for moments (p, m, 2) there."""
    pieces, length, pairs = len(at) - 1, float(at[1] - at[0]), len(moment)
    t, weights = 0.5 * (POINTS + 1.0), 0.5 * length * WEIGHTS
    shapes = _shapes(t, length)[:3].transpose(0, 2, 1).reshape(12, -1)  # W, W', W'' by ends with W and W', points
    products = ((shapes * weights) @ shapes.T).reshape(3, 4, 3, 4).transpose(0, 2, 1, 3).reshape(9, 16)
    K = wall.moved.stiffness[:2].reshape(2, 3, N, 3, N).transpose(0, 2, 4, 1, 3)
    element = (K.reshape(2, N * N, 9) @ products).reshape(2, N, N, 2, 2, 2, 2)  # planes, harmonics, ends with W or W'
    own = 2 * N
    blocks = element.transpose(0, 3, 1, 4, 5, 2, 6).reshape(2, 2, own, 2, own)
    whole = np.zeros((2, pieces + 1, own, pieces + 1, own))
    i = np.arange(pieces)
    for a in (0, 1):
        for b in (0, 1):
            whole[:, i + a, :, i + b] += blocks[:, a, :, b]
    k, side = np.arange(N), np.array([[1.0, -1.0], [-1.0, 1.0]])  # seen from the other side slopes change their sign
    for end, sign in ((0, side), (pieces, np.ones((2, 2)))):
        corner = whole[:, end, :, end].reshape(2, N, 2, N, 2)
        corner[:, k, :, k] += (wall.edge * sign).swapaxes(0, 1)
        whole[:, end, :, end] = corner.reshape(2, own, own)
    hats = np.stack([1.0 - t, t]) * weights
    pushes = (shapes @ hats.T).reshape(3, 8)  # by W, W', W'': on which end, W or W', by the moment at which end
    by_load = wall.moved.load[:2].reshape(2, 3, N).swapaxes(1, 2)
    push = (by_load @ pushes).reshape(2, N, 2, 2, 2)
    load = np.zeros((2, pairs, pieces + 1, N, 2))
    for a in (0, 1):
        for b in (0, 1):
            acting = moment[:, i + a].transpose(2, 0, 1)[..., None, None]
            load[:, :, i + b] += acting * push[:, None, None, :, b, :, a]
    size = (pieces + 1) * own
    found = np.linalg.solve(whole.reshape(2, size, size), load.reshape(2, pairs, size).swapaxes(1, 2))
    return np.asarray(found.swapaxes(1, 2).reshape(2, pairs, pieces + 1, N, 2))


def _in_bend(moved: FloatArray, at: FloatArray, s: FloatArray) -> FloatArray:
    """(2, p, q, 4N) W to W''' at places s in the bend, from W and W' (2, p, m, n, 2) of both planes."""
    i = np.clip(np.searchsorted(at, s, side="right") - 1, 0, len(at) - 2)
    shapes = _shapes((s - at[i]) / (at[1] - at[0]), float(at[1] - at[0]))  # (4, q, 4)
    ends = np.concatenate([moved[:, :, i], moved[:, :, i + 1]], axis=-1)  # (2, p, q, n, 4)
    found = ends @ shapes.transpose(1, 2, 0)
    return np.asarray(found.swapaxes(3, 4).reshape(2, moved.shape[1], len(s), 4 * N))


def _powers(x: np.ndarray) -> np.ndarray:
    """(..., 4) of x (..., 1): 1 to its cube."""
    square = x * x
    return np.concatenate([np.ones_like(x), x, square, square * x], axis=-1)


def _beyond(wall: TubeWall, moved: FloatArray, at: FloatArray, s: FloatArray) -> FloatArray:
    """(2, p, q, 4N) the same at places s in the straights before and after the bend."""
    after = s > at[-1]
    sign, far = np.where(after, 1.0, -1.0), np.where(after, s - at[-1], at[0] - s)
    one, other = wall.waves[:, None, :, :1], wall.waves[:, None, :, 1:]  # (2, 1, n, 1)
    fading = [np.exp(-mu * far[:, None, None]) / (one - other) for mu in (one, other)]
    first, second = (fade * _powers(-mu) for fade, mu in zip(fading, (one, other), strict=True))  # (2, q, n, 4)
    turn = _powers(sign[:, None, None])  # slopes are counted along the bar, waves away from the bend
    by_W, by_slope = (one * second - other * first).real * turn, (second - first).real * turn * sign[:, None, None]
    ends = np.where(after[:, None, None], moved[:, :, -1:], moved[:, :, :1])  # (2, p, q, n, 2)
    found = ends[..., :1] * by_W[:, None] + ends[..., 1:] * by_slope[:, None]
    return np.asarray(found.swapaxes(3, 4).reshape(2, moved.shape[1], len(s), 4 * N))
