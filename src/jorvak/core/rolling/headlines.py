"""The headline figures of rolling: what a builder looks at first, with its working."""

from jorvak.core.engine.areas import Shown
from jorvak.core.engine.result import Result
from jorvak.core.quantities import SPEED, Preset, write
from jorvak.core.rolling.results import GearTable

_ROLL, _FOUND_ROLL = (
    "{=rolling.END_tyre.circumference_mm|roll-out}",
    "{found=rolling.END_tyre.circumference_mm|roll-out as found}",
)
_RATIO, _FOUND_RATIO = "{END_axle.ratio|axle}", "{found:END_axle.ratio|axle as found}"


def _in_top(gears: Result[GearTable], preset: Preset) -> str | None:
    """The label with the speed at which the engine turns so fast."""
    if gears.value is None:
        return None
    speed = write(gears.value.speeds_kmh[0], SPEED, preset.unit(SPEED).symbol, places=0)
    return f"engine at {speed} in top"


HEADLINES = (
    Shown("speedometer_error_pct", "speedometer reads", 1, "speedometer", "calculated.error_pct",
              f"((1 + {{speedometer.stock_error_pct|over-read}} ÷ 100) × {_FOUND_ROLL} ÷ {_ROLL} × {_RATIO} ÷ {_FOUND_RATIO} − 1) × 100",
              "geometry of the drive; band of UN Regulation 39", rank=10),
    Shown("taller_pct", "gearing taller by", 1, "taller", "taller_pct",
              f"({_FOUND_RATIO} × {_ROLL} ÷ ({_RATIO} × {_FOUND_ROLL}) − 1) × 100", "geometry of the drive", rank=20, change=True, label_below="gearing shorter by"),
    Shown("top_gear_rpm", "engine in top", 0, "gears", "gears.last.rpm.0",
              f"{{=rolling.gears.speeds_kmh.0|speed}} × 10⁶ ÷ 60 ÷ {_ROLL} × {{=rolling.gears.gears.last.ratio|top}} × {{transfer.high_ratio|high}} × {_RATIO}",
              "geometry of the drive", rank=30, label_with=_in_top),
    Shown("crawl_ratio", "crawl ratio", 1, "crawl", "crawl_ratio",
              f"{{=rolling.gears.gears.0.ratio|first}} × {{transfer.low_ratio|low}} × {_RATIO}", "geometry of the drive", rank=40),
    Shown("crawl_speed_kmh", "walks at idle", 2, "crawl", "crawl_speed_kmh",
              f"{{engine.idle_rpm|idle}} × 60 × {_ROLL} ÷ 10⁶ ÷ {{=rolling.crawl.crawl_ratio|crawl ratio}}",
              "geometry of the drive, no slip", rank=50),
)  # fmt: skip
