"""How wrong the speedometer and the odometer are after tyres and gears."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive

BAND_SHARE = 0.1
BAND_KMH = 4.0


class SpeedometerIn(Given):
    circumference_old_mm: Positive = Field(description="rolling circumference before", examples=[2448.5])
    circumference_new_mm: Positive = Field(description="rolling circumference after", examples=[2620.9])
    ratio_old: Positive = Field(description="axle ratio before", examples=[3.73])
    ratio_new: Positive = Field(description="axle ratio after", examples=[4.1])
    sensor: Literal["upstream", "wheel"] = Field(
        description="upstream: gearbox or transfer output, sees the axle ratio; wheel: does not"
    )
    stock_error_pct: Number = Field(
        0.0, description="how much the instrument over-read when standard", gt=-100
    )
    indicated_kmh: list[NotNegative] = Field(description="readings to translate", examples=["[50, 100]"])
    max_speed_kmh: Positive | None = Field(
        None, description="the vehicle's top speed, which sets where the band is tested"
    )


class SpeedometerRow(Answer):
    indicated_kmh: float = Field(description="what it shows")
    true_kmh: float = Field(description="how fast it is")


class SpeedometerBandRow(Answer):
    true_kmh: float = Field(description="how fast it is")
    indicated_kmh: float = Field(description="what it shows")
    ok: bool = Field(description="within the permitted band here")


class SpeedometerOut(Answer):
    factor: float = Field(description="true speed over indicated speed")
    odometer_factor: float = Field(description="true distance over indicated distance")
    error_pct: float = Field(description="reading against truth; negative reads low, the dangerous side")
    rows: list[SpeedometerRow] = Field(description="the readings asked for")
    band: list[SpeedometerBandRow] = Field(description="the speeds at which the band is tested")
    within_band: bool = Field(description="all of them within the band")


def band_limits_kmh(true_kmh: float) -> tuple[float, float]:
    """Lowest and highest reading permitted at a true speed. Source: UN Regulation 39."""
    return true_kmh, true_kmh + BAND_SHARE * true_kmh + BAND_KMH


def tested_speeds_kmh(max_speed_kmh: float | None) -> list[float]:
    """True speeds at which the band is tested, by the vehicle's top speed. Source: UN Regulation 39."""
    if max_speed_kmh is None or max_speed_kmh > 150 * (1 + SLACK):
        return [40.0, 80.0, 120.0]
    share = 0.8 * max_speed_kmh
    if max_speed_kmh <= 45 * (1 + SLACK):
        return [share]
    if max_speed_kmh <= 100 * (1 + SLACK):
        return [40.0] + ([share] if share >= 55 * (1 - SLACK) else [])
    return [40.0, 80.0] + ([share] if share >= 100 * (1 - SLACK) else [])


def speedometer(given: SpeedometerIn) -> SpeedometerOut:
    """factor = circumferences new/old × (ratios old/new if upstream)/(1 + stock error).

    Instruments are made to over-read, odometers are not, hence two factors. Band: 0 ≤ indicated − true
    ≤ 0.1 × true + 4 km/h. Source: UN Regulation 39.
    """
    odometer_factor = given.circumference_new_mm / given.circumference_old_mm
    if given.sensor == "upstream":
        odometer_factor *= given.ratio_old / given.ratio_new
    factor = odometer_factor / (1 + given.stock_error_pct / 100)
    band = [_band_row(true, true / factor) for true in tested_speeds_kmh(given.max_speed_kmh)]
    return SpeedometerOut(
        factor=factor,
        odometer_factor=odometer_factor,
        error_pct=(1 / factor - 1) * 100,
        rows=[SpeedometerRow(indicated_kmh=shown, true_kmh=shown * factor) for shown in given.indicated_kmh],
        band=band,
        within_band=all(row.ok for row in band),
    )


def _band_row(true_kmh: float, indicated_kmh: float) -> SpeedometerBandRow:
    low, high = band_limits_kmh(true_kmh)
    ok = low - SLACK * true_kmh <= indicated_kmh <= high + SLACK * high
    return SpeedometerBandRow(true_kmh=true_kmh, indicated_kmh=indicated_kmh, ok=ok)


CALCULATION = Calculation(
    "speedometer",
    SpeedometerIn,
    speedometer,
    SpeedometerOut,
    "how far speedometer and odometer are off, and whether that is permitted",
    "UN Regulation 39; local rules may differ",
)
