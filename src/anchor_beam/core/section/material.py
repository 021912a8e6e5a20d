"""Elastic materials."""

from __future__ import annotations

from anchor_beam.core.arrays import require_positive
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable
class Material:
    """E [Pa], G [Pa], density [kg/m^3]. All steels share nearly the same E and G: alloy changes strength only."""

    E: float
    G: float
    density: float

    def __post_init__(self) -> None:
        require_positive("E", self.E, "The modulus of elasticity")
        require_positive("G", self.G, "The shear modulus")
        require_positive("density", self.density, "The density")
        if not -1.0 < self.poisson < 0.5:
            raise InputError(
                "G",
                "E and G do not belong to one material: Poisson's ratio E/(2G) - 1 is out of range.",
                got=self.poisson,
                accepts="G between E/3 and E/2 for metals",
            )

    @property
    def poisson(self) -> float:
        """Poisson's ratio of an isotropic material, E/(2G) - 1."""
        return self.E / (2.0 * self.G) - 1.0


SPRING_STEEL = Material(E=206e9, G=79.3e9, density=7850.0)
