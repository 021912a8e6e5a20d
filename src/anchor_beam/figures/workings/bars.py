"""How the figures of a bar came about."""

from __future__ import annotations

from anchor_beam.core.bar.handbook import handbook
from anchor_beam.core.bar.series import RIGID
from anchor_beam.core.linkage.direct import DirectBar
from anchor_beam.core.sides import Axle
from anchor_beam.core.working import Term, Working
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.workings.maker import Maker
from anchor_beam.units.kinds import Kind


def twist_stiffness(axle: Axle) -> Maker:
    """K_theta of one bar."""

    def make(shown: Picture) -> Working:
        end = shown.now.end(axle)
        if end.direct is not None:
            return _direct(axle, end.direct)
        bar = end.bar
        forms = handbook(bar.bar)
        terms = [
            Term("G", "shear modulus", bar.bar.material.G, Kind.STRESS),
            Term("D", "outer diameter", bar.bar.section.od, Kind.DIAMETER),
            Term("d", "bore", bar.bar.section.bore, Kind.DIAMETER),
            Term("l_left", "lever of the left hole", float(bar.levers[0, end.end.hole_left]), Kind.FINE_LENGTH),
            Term("l_right", "lever of the right hole", float(bar.levers[1, end.end.hole_right]), Kind.FINE_LENGTH),
        ]
        rate = bar.end_rate(0, 0)
        spring, simple = forms.off(rate) if rate else (None, None)
        for off, name in ((spring, "spring-manual form"), (simple, "torsion plus arm")):
            if off is not None:
                terms.append(Term(r"\Delta", f"{name} against this beam, outermost hole", 100.0 * off, Kind.PERCENT))
        if end.k_link != RIGID:
            terms += [
                Term("K_bar", "the bar alone", end.bar_K, Kind.TWIST_STIFFNESS),
                Term("k_link", "each link along it, in series", end.k_link, Kind.RATE),
                Term("p", "part of the give that is in the links", 100.0 * end.in_links, Kind.PERCENT),
            ]
        return Working(
            f"Twist stiffness of the {axle} bar",
            r"K_\theta = \frac{T}{\theta} \quad \text{a beam in space with true bends and bushings}",
            tuple(terms), Term(r"K_\theta", "torque per twist between the arms", end.K_theta, Kind.TWIST_STIFFNESS),
            "docs/theory/bar.md; Przemieniecki, Theory of Matrix Structural Analysis, ch. 5",
            f"{len(bar.mesh.lengths)} beam elements; work of the load and stored energy agree within {bar.residual:.0e}.",
        )  # fmt: skip

    return make


def _direct(axle: Axle, bar: DirectBar) -> Working:
    """K_theta of a bar without links."""
    return Working(
        f"Twist stiffness of the {axle} bar, fixed without links",
        r"K_\theta = \frac{G J}{L} + h \frac{12 E I e^2}{L^3}",
        (
            Term("G", "shear modulus", bar.material.G, Kind.STRESS),
            Term("E", "Young's modulus", bar.material.E, Kind.STRESS),
            Term("D", "outer diameter", bar.section.od, Kind.DIAMETER),
            Term("d", "bore", bar.section.bore, Kind.DIAMETER),
            Term("L", "free length, bracket to bracket", bar.length, Kind.LENGTH),
            Term("e", "bar off the axis of the arms", bar.offset, Kind.LENGTH),
            Term("h", "how far its ends are held against bending, 0 to 1", bar.held, Kind.RATIO),
        ),
        Term(r"K_\theta", "torque per difference of the arms' turn", bar.K_theta, Kind.TWIST_STIFFNESS),
        "docs/theory/linkage.md, Direct mounting", "The arms twist it; there are no links that could give.",
    )  # fmt: skip


def end_rate(axle: Axle) -> Maker:
    """Rate at the bar's end."""

    def make(shown: Picture) -> Working | None:
        end = shown.now.end(axle)
        if end.end_rate is None:
            return None
        lever = float(end.bar.levers[0, end.end.hole_left])
        return Working(
            f"Rate at the end of the {axle} bar", r"k_end = \frac{2 K_\theta}{l^2}",
            (Term(r"K_\theta", "twist stiffness of the bar alone", end.bar_K, Kind.TWIST_STIFFNESS),
             Term("l", "lever of the hole", lever, Kind.FINE_LENGTH)),
            Term("k_end", "force per travel of each end, both moving oppositely", end.end_rate, Kind.RATE),
            "docs/theory/bar.md, End rate",
            "With one end held still the rate is half of this: the usual trap of a factor of two.",
        )  # fmt: skip

    return make


def stress(axle: Axle) -> Maker:
    """Largest nominal stress in the bar at 1 g."""

    def make(shown: Picture) -> Working | None:
        torque = shown.now.bar_torque(axle)
        end = shown.now.end(axle)
        if end.direct is not None and torque is not None:
            return Working(
                f"Nominal stress in the {axle} bar at 1 g",
                r"\sigma_v = \sqrt{\sigma^2 + 3 \tau^2} \quad \text{at the surface}",
                (Term("T", "torque between the arms at 1 g", torque, Kind.TORQUE),),
                Term(r"\sigma_v", "nominal von Mises stress", end.direct.stress(abs(torque)), Kind.STRESS),
                "docs/theory/linkage.md, Direct mounting", "The same all along, but for what held ends bend.",
            )  # fmt: skip
        found = None if torque is None else end.bar.stress(end.end.hole_left, end.end.hole_right, torque)
        if found is None or torque is None:
            return None
        terms = (
            Term("T", "torque in the bar at 1 g", torque, Kind.TORQUE),
            Term("s", "at this length of bar from its left end", found[1], Kind.LENGTH),
        )
        return Working(
            f"Nominal stress in the {axle} bar at 1 g",
            r"\sigma_v = \sqrt{\sigma^2 + 3 \tau^2} \quad \text{at the surface}", terms,
            Term(r"\sigma_v", "nominal von Mises stress", found[0], Kind.STRESS),
            "docs/theory/bar.md, Stress", "Bends carry more than this on their inside; the peak has that in it.",
        )  # fmt: skip

    return make


WITHIN = "Within 6 % of solids."


def peak_stress(axle: Axle) -> Maker:
    """Largest stress in the bar at 1 g, the bends counted."""

    def make(shown: Picture) -> Working | None:
        peak, torque, nominal = shown.now.peak_stress(axle), shown.now.bar_torque(axle), shown.now.stress(axle)
        if peak is None or torque is None or nominal is None:
            return None
        return Working(
            f"Peak stress in the {axle} bar at 1 g",
            r"\sigma_v = \sqrt{\sigma^2 + \sigma_h^2 − \sigma\sigma_h + 3 \tau^2} \quad \text{the largest around}",
            (
                Term("T", "torque in the bar at 1 g", torque, Kind.TORQUE),
                Term(r"\sigma_{v,nominal}", "of a straight bar, the least it can be", nominal, Kind.STRESS),
            ),
            Term(r"\sigma_v", "peak von Mises stress", peak, Kind.STRESS),
            "docs/theory/bar.md, Peak stress in bends and Tube bends go oval",
            "Bends carry more on their inside, and a tube's wall goes oval there. "
            f"{shown.now.end(axle).peak.caution or WITHIN} Holes and corroded spots are not in it.",
        )  # fmt: skip

    return make


def bar_mass(axle: Axle) -> Maker:
    """Mass of a bar."""

    def make(shown: Picture) -> Working:
        bar = shown.now.end(axle).bar
        material = bar.bar.material
        return Working(
            f"Mass of the {axle} bar", r"m = \rho \int A ds",
            (
                Term(r"\rho", "density, kg per m³", material.density, Kind.COUNT),
                Term("s", "length of its centreline", float(bar.mesh.s[-1]), Kind.LENGTH),
                Term("D", "outer diameter", bar.bar.section.od, Kind.DIAMETER),
                Term("d", "bore", bar.bar.section.bore, Kind.DIAMETER),
            ),
            Term("m", "mass, arms included", bar.mass, Kind.MASS), "docs/theory/bar.md, Section",
        )  # fmt: skip

    return make
