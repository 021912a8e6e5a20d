"""Compare the core with two general-purpose solvers: a frame solver for bars, a rigid-body engine for cars.

Outside the normal suite, in an environment of its own:
    python3 -m venv /tmp/external && /tmp/external/bin/pip install -e . PyNiteFEA==3.2.0 mujoco==4.0.0
    /tmp/external/bin/python tools/check_externally.py
Writes docs/theory/external.md and prints the same table.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from pathlib import Path

import mujoco
import numpy as np
from Pynite import FEModel3D

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.bar import mesh as bar_mesh
from anchor_beam.core.bar.shape import Bar, Dimensions
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.car.bars import WheelBar, bars, rate_bar
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.model import AxleInput, Car, batch
from anchor_beam.core.section.shapes import Round
from anchor_beam.core.sides import AxleKind

OUT = Path(__file__).resolve().parent.parent / "docs" / "theory" / "external.md"


@dataclass(frozen=True)
class Row:
    """One figure: ours and theirs."""

    case: str
    what: str
    ours: float
    theirs: float

    @property
    def off(self) -> float:
        """Difference in per cent."""
        return 100.0 * (self.ours / self.theirs - 1.0)


def frame_twist(bar: Bar, left: int, right: int) -> float:
    """K_theta by the frame solver [N m/rad]: slender members without shear, chords of the arcs, balanced loads."""
    solved = solve(bar)
    nodes, mesh = solved.mesh.nodes, solved.mesh
    model = FEModel3D()
    section = bar.section
    model.add_material("steel", bar.material.E, bar.material.G, bar.material.poisson, bar.material.density)
    model.add_section("round", math.pi / 4 * (section.od**2 - section.bore**2), section.I, section.I, section.J)
    for i, (x, y, z) in enumerate(nodes):
        model.add_node(f"N{i}", float(x), float(y), float(z))
    for i in range(len(nodes) - 1):
        model.add_member(f"M{i}", f"N{i}", f"N{i + 1}", "steel", "round")
    first, second = mesh.pivots
    model.def_support(f"N{first}", True, True, True, False, True, False)  # turning held at one pivot: no reaction
    model.def_support(f"N{second}", True, False, True, False, False, False)
    ends = (int(mesh.holes[0, left]), int(mesh.holes[1, right]))
    directions = []
    for node, sense in zip(ends, (1.0, -1.0), strict=True):
        at = nodes[node]
        lever = math.hypot(at[0], at[2])
        across = np.array([at[2], 0.0, -at[0]]) / lever
        directions.append((node, across, lever))
        for axis, name in ((0, "FX"), (2, "FZ")):
            if across[axis]:
                model.add_node_load(f"N{node}", name, float(sense * across[axis] / lever))
    model.analyze_linear()
    turns = []
    for node, across, lever in directions:
        found = model.nodes[f"N{node}"]
        moved = np.array([found.DX["Combo 1"], found.DY["Combo 1"], found.DZ["Combo 1"]])
        turns.append(float(moved @ across) / lever)
    return 1.0 / (turns[0] - turns[1])


def bar_rows() -> list[Row]:
    """Three bars that are not among the reference cases."""
    bar_mesh.ARC_STEP = math.radians(2.0)
    splayed = Dimensions(
        Round(0.027, 0.004), 1.02, 0.62, 0.29, splay=math.radians(18), drop=0.05, bend_radius=0.06, holes=(0.0,)
    )
    shapes = {
        "U, solid 24, two holes staggered": (
            Dimensions(Round(0.024), 0.95, 0.70, 0.27, bend_radius=0.05, holes=(0.01, 0.04)), 0, 1),
        "splayed and dropped, tube 27 x 4": (splayed, 0, 0),
        "short arms, solid 16": (Dimensions(Round(0.016), 0.8, 0.5, 0.18, bend_radius=0.035, holes=(0.012,)), 0, 0),
    }  # fmt: skip
    rows = []
    for name, (shape, left, right) in shapes.items():
        bar = shape.bar()
        rows.append(
            Row(name, "K_theta [N m/rad]", float(solve(bar).K_theta[left, right]), frame_twist(bar, left, right))
        )
    return rows


CAR = Car(
    2.55, 1020.0, 0.53, 1.21,
    AxleInput(AxleKind.INDEPENDENT, 1.50, 76.0, 0.305, 0.05, 26e3, 1.50, 200e3),
    AxleInput(AxleKind.INDEPENDENT, 1.48, 70.0, 0.305, 0.11, 24e3, 1.48, 210e3),
)  # fmt: skip
LIVE = replace(CAR, rear=AxleInput(AxleKind.LIVE, 1.52, 160.0, 0.33, 0.31, 32e3, 1.02, 230e3))


def engine_loads(car: Car, pair: tuple[WheelBar, WheelBar], lateral: float) -> tuple[np.ndarray, float]:
    """Wheel loads fl, fr, rl, rr [N] and roll [rad] by letting a rigid-body engine come to rest.

    The engine knows masses, gravity and inertia; springs, bars, tyres and the horizontal force at the roll centre are
    forces that act on it, with dampers that have no part in the state of rest.
    """
    share = car.sprung_cg_behind_front / car.wheelbase
    axis = (1 - share) * car.front.roll_centre_height + share * car.rear.roll_centre_height
    d, axles, shares = car.sprung_cg_height - axis, (car.front, car.rear), (1 - share, share)
    wheels = "".join(
        f'<body name="w{i}{j}" pos="{-i * car.wheelbase} {(1 - 2 * j) * axles[i].track / 2} 0">'
        f'<joint type="slide" axis="0 0 1"/><inertial pos="0 0 0" mass="{axles[i].unsprung_mass / 2}"'
        f' diaginertia="1 1 1"/></body>'
        for i in (0, 1) for j in (0, 1)
    )  # fmt: skip
    model = mujoco.MjModel.from_xml_string(
        f'<mujoco><option timestep="0.0004" gravity="0 0 0" integrator="implicitfast"/><worldbody>'
        f'<body name="body" pos="{-car.sprung_cg_behind_front} 0 {car.sprung_cg_height}">'
        f'<joint type="slide" axis="0 1 0"/><joint type="slide" axis="0 0 1"/>'
        f'<joint type="hinge" axis="1 0 0"/><joint type="hinge" axis="0 1 0"/>'
        f'<inertial pos="0 0 0" mass="{car.sprung_mass}" diaginertia="250 900 900"/></body>{wheels}</worldbody></mujoco>'
    )
    data = mujoco.MjData(model)
    loads = np.zeros((2, 2))
    for _ in range(60000):
        y, z, phi, pitch = data.qpos[:4]
        vy, vz, vphi, vpitch = data.qvel[:4]
        w, vw = data.qpos[4:].reshape(2, 2), data.qvel[4:].reshape(2, 2)
        cg_y, cg_z = y, car.sprung_cg_height + z
        u = (cg_z - axis - d * math.cos(phi)) / math.cos(phi) ** 2 if abs(phi) < 1.2 else 0.0
        # the centre plane at the height of the roll axis, held by a horizontal force there
        plane = cg_y + (cg_z - axis) * math.tan(phi)
        speed = vy + vz * math.tan(phi) + (cg_z - axis) / math.cos(phi) ** 2 * vphi
        hold = car.sprung_mass * lateral - 4e6 * plane - 6e4 * speed  # the stiffness only guards the plane
        force = np.array([hold - car.sprung_mass * lateral, -car.sprung_mass * GRAVITY, 0.0, 0.0])
        force[2] += hold * (cg_z - axis)  # about the centre of gravity, from a point below it
        force[2:4] -= [600.0 * vphi, 2000.0 * vpitch]
        for i, axle in enumerate(axles):
            x = (i * car.wheelbase) - car.sprung_cg_behind_front
            side = 0.5 * axle.track * np.array([1.0, -1.0])
            height = u + x * math.tan(pitch) + side * math.tan(phi)
            travel = w[i] - height
            mix = axle.spring_base / axle.track if axle.kind is AxleKind.LIVE else 1.0
            own, other = (1 + mix) / 2, (1 - mix) / 2
            over = own * travel + other * travel[::-1]  # at the springs
            press = axle.spring_rate * (own * over + other * over[::-1])
            twist = pair[i].K_theta * (travel[0] - travel[1] - pair[i].twist_free)
            press = press + twist * np.array([1.0, -1.0])
            moving = vw[i] - (vz + x * vpitch + side * vphi)
            press = press + 1500.0 * moving + 0.5 * shares[i] * car.sprung_mass * GRAVITY
            rest = 0.5 * (shares[i] * car.sprung_mass + axle.unsprung_mass) * GRAVITY
            loads[i] = np.maximum(rest - axle.tyre_rate * w[i], 0.0)
            couple = (shares[i] * car.sprung_mass * lateral * axle.roll_centre_height
                      + axle.unsprung_mass * lateral * axle.wheel_centre_height) / axle.track  # fmt: skip
            on_wheel = loads[i] - press - 0.5 * axle.unsprung_mass * GRAVITY + couple * np.array([1.0, -1.0])
            data.qfrc_applied[4 + 2 * i : 6 + 2 * i] = on_wheel - 300.0 * vw[i]
            force[1] += press.sum()
            force[2] += float((press * (side - cg_y)).sum())
            force[3] += float((press * x).sum())
        data.qfrc_applied[:4] = force
        mujoco.mj_step(model, data)
    return loads.ravel().copy(), float(data.qpos[2])


def car_rows() -> list[Row]:
    """Cars, bars and accelerations that are not among the reference cases, one with a wheel in the air."""
    cases = {
        "independent, both bars, 0.6 g": (CAR, (rate_bar(10e3), rate_bar(6e3)), 0.6),
        "independent, stiff rear bar, 1.05 g, inside rear lifted": (CAR, (rate_bar(4e3), rate_bar(40e3)), 1.05),
        "live rear axle, preload, 0.7 g": (LIVE, (rate_bar(9e3), rate_bar(7e3, 0.008)), 0.7),
    }
    rows = []
    for name, (car, pair, g) in cases.items():
        ours = settle(batch([car]), bars([pair]), g * GRAVITY)
        loads, roll = engine_loads(car, pair, g * GRAVITY)
        rows += [Row(name, f"load {corner} [N]", float(a), float(b)) for corner, a, b in
                 zip(("fl", "fr", "rl", "rr"), ours.loads[0], loads, strict=True)]  # fmt: skip
        rows.append(Row(name, "roll [deg]", math.degrees(ours.roll[0]), math.degrees(roll)))
    return rows


def main() -> None:
    """Print and keep the table."""
    lines = [
        "# Against two general-purpose solvers", "",
        "Made by `tools/check_externally.py`, outside the test suite: bars by the frame solver PyNite (slender members, no",
        "shear, so it is stiffer by what shear gives), cars by the rigid-body engine MuJoCo, brought to rest. None of these",
        "cases is among the reference cases.", "",
        "| case | figure | ours | theirs | difference |", "|---|---|---|---|---|",
    ]  # fmt: skip
    for row in (*bar_rows(), *car_rows()):
        gap = f"{row.off:+.3f} %" if abs(row.theirs) > 1.0 else f"{row.ours - row.theirs:+.2f}"
        lines.append(f"| {row.case} | {row.what} | {row.ours:.4g} | {row.theirs:.4g} | {gap} |")
    OUT.write_text("\n".join(lines) + "\n")
    print("\n".join(lines))


if __name__ == "__main__":
    main()
