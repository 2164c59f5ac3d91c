"""What a vehicle takes on each surface, out of the fills of its own log."""

from collections.abc import Iterator, Mapping, Sequence

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.immutable import record
from jorvak.core.trip.legs import FACTORS, Factors, Word, no_factor

OWN_SHARE = 0.05
"""A deviation of the vehicle's own consumption, which moves all surfaces together (± 10 %)."""
FACTOR_SHARE = 0.125
"""A deviation of each surface's factor but the road's (± 25 %)."""
SCATTER = 0.05
"""A deviation of what a stretch takes: one scatters against the next."""


class FillIn(Given):
    litres: Positive = Field(description="what went in", examples=[62])
    full: bool = Field(description="to the full")


class FuelFitIn(Given):
    fills: list[FillIn] = Field(description="in their order")
    between: list[dict[Word, NotNegative]] = Field(
        description="km by surface before each fill since the one before; the first from full",
        examples=[[{"road": 410}]],
    )
    consumption_l_per_100km: Positive = Field(description="on the road, as it is believed", examples=[13])
    factors: Factors = Field({}, description="by surface, in place of the usual ones")


class Taken(Answer):
    value: float = Field(description="litres per 100 km")
    doubt: float = Field(description="two deviations")


class FuelFitOut(Answer):
    l_per_100km: dict[str, Taken] = Field(description="by surface")
    factors: dict[str, float] = Field(description="against the road's")
    stretches: int = Field(description="used: from one full fill to the next")


@record(frozen=True, slots=True)
class Stretch:
    """What was driven from full to full, in km by surface, and what went in."""

    km: Mapping[str, float]
    litres: float


@record(frozen=True, slots=True)
class Fit:
    """Litres per 100 km by surface, and their covariance in the same order."""

    surfaces: tuple[str, ...]
    mean: tuple[float, ...]
    covariance: tuple[tuple[float, ...], ...]

    def doubt(self, surface: str) -> float:
        """Two deviations of a surface."""
        at = self.surfaces.index(surface)
        return 2 * float(self.covariance[at][at] ** 0.5)


def fuel_fit(given: FuelFitIn) -> FuelFitOut:
    """Bayesian linear least squares, one stretch after the other. Source: Gelman et al., Bayesian Data Analysis.

    Raises Refused on ``between`` where it is not one for each fill, on ``between.N.SURFACE`` for one without a factor.
    """
    factors = FACTORS | given.factors
    if len(given.between) != len(given.fills):
        raise Refused(
            "between", f"There are {len(given.fills)} fills: say for each what was driven before it."
        )
    for i, driven in enumerate(given.between):
        for surface in driven:
            if surface not in factors:
                raise Refused(f"between.{i}.{surface}", no_factor(surface, factors))
    used = list(from_full_to_full([(fill.litres, fill.full) for fill in given.fills], given.between))
    fit = fitted(believed(given.consumption_l_per_100km, factors), used)
    road = fit.mean[fit.surfaces.index("road")]
    return FuelFitOut(
        l_per_100km={
            surface: Taken(value=value, doubt=fit.doubt(surface))
            for surface, value in zip(fit.surfaces, fit.mean, strict=True)
        },
        factors={surface: value / road for surface, value in zip(fit.surfaces, fit.mean, strict=True)},
        stretches=len(used),
    )


def from_full_to_full(
    fills: Sequence[tuple[float, bool]], driven: Sequence[Mapping[str, float]]
) -> Iterator[Stretch]:
    """Stretches that a full fill closes; partial ones add to it, and after the last full one nothing counts."""
    km: dict[str, float] = {}
    litres = 0.0
    for (went_in, full), since in zip(fills, driven, strict=True):
        litres += went_in
        for surface, far in since.items():
            km[surface] = km.get(surface, 0.0) + far
        if full:
            yield Stretch(km, litres)
            km, litres = {}, 0.0


def believed(
    consumption_l_per_100km: float, factors: Mapping[str, float], own_share: float = OWN_SHARE
) -> Fit:
    """What is believed before any fill: consumption by factor, with how far both may be off.

    ``own_share`` is a deviation of the consumption, as a share of it.
    """
    surfaces = tuple(factors)
    c = consumption_l_per_100km
    covariance = tuple(
        tuple(
            c * c * factors[one] * factors[other] * own_share**2
            + (c * c * factors[one] ** 2 * FACTOR_SHARE**2 if one == other != "road" else 0.0)
            for other in surfaces
        )
        for one in surfaces
    )
    return Fit(surfaces, tuple(c * factors[each] for each in surfaces), covariance)


def fitted(prior: Fit, used: Sequence[Stretch]) -> Fit:
    """What is believed after some stretches. Each is one measurement, and moves what was believed by its gain."""
    mean, covariance = list(prior.mean), [list(row) for row in prior.covariance]
    for stretch in used:
        per = [stretch.km.get(surface, 0.0) / 100 for surface in prior.surfaces]
        together = [sum(c * p for c, p in zip(row, per, strict=True)) for row in covariance]
        expected = sum(m * p for m, p in zip(mean, per, strict=True))
        spread = sum(t * p for t, p in zip(together, per, strict=True)) + (SCATTER * stretch.litres) ** 2
        off = (stretch.litres - expected) / spread
        mean = [m + t * off for m, t in zip(mean, together, strict=True)]
        covariance = [
            [c - one * other / spread for c, other in zip(row, together, strict=True)]
            for row, one in zip(covariance, together, strict=True)
        ]
    return Fit(prior.surfaces, tuple(mean), tuple(tuple(row) for row in covariance))


CALCULATION = Calculation(
    "fuel-fit",
    FuelFitIn,
    fuel_fit,
    FuelFitOut,
    "what a vehicle takes on each surface, out of the fills of its own log",
    "Bayesian linear least squares (Gelman et al., Bayesian Data Analysis); spreads by the handbook",
)
