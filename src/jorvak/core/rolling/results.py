"""Tyres, gears and speedometer of a rig at a stage."""

from functools import lru_cache

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.places import ENDS, End
from jorvak.core.quantities.units import KM_PER_MILE
from jorvak.core.rolling.axle_match import AxleMatchIn, AxleMatchOut, axle_match
from jorvak.core.rolling.gearing import GearingIn, crawl_speed_kmh, gearing
from jorvak.core.rolling.regear import AIMS, SAME_RATIO, Aim, RegearCandidate, RegearIn, aimed, candidates
from jorvak.core.rolling.speedometer import SpeedometerIn, SpeedometerOut, band_limits_kmh, speedometer
from jorvak.core.rolling.tyre_size import TyreSizeOut, designation, sidewall

FALLBACK_CRUISE_KMH = 80.0
FALLBACK_TOP_KMH = 140.0
MM_PER_KM = 1e6
MM_PER_MILE = KM_PER_MILE * MM_PER_KM

AS_FOUND = " as found"

SCHOOLS: dict[Aim, tuple[str, str]] = {
    "restore": ("feels as it did as found", "neither gains nor loses"),
    "pull": ("for weight, towing and altitude", "more noise and fuel on the road"),
    "cruise": ("for fuel and quiet on the road", "weaker on grades, crawls faster"),
    "rpm": ("the engine turns as you want at your cruising speed", "takes the crawl it gets"),
    "crawl": ("walks as slowly as you want in low first", "takes the road speed it gets"),
}


@record(frozen=True, slots=True)
class Tyre:
    """The tyre of one axle. Measured roll-out, the maker's turns and a measured axle height beat what the size says."""

    size: TyreSizeOut
    circumference_mm: float
    static_radius_mm: float


@record(frozen=True, slots=True)
class GearRow:
    """Engine speed of one gear at ``GearTable.speeds_kmh``."""

    ratio: float
    rpm: tuple[float, ...]


@record(frozen=True, slots=True)
class GearTable:
    """Engine speed over road speed. The first speed is the builder's cruising speed where ``cruise_known``."""

    speeds_kmh: tuple[float, ...]
    cruise_known: bool
    gears: tuple[GearRow, ...]


@record(frozen=True, slots=True)
class BandEdge:
    """Lowest and highest reading permitted at a true speed, and what the instrument shows there."""

    true_kmh: float
    low_kmh: float
    high_kmh: float
    shown_kmh: float


@record(frozen=True, slots=True)
class SpeedometerState:
    """The speedometer against truth, the permitted band for drawing it, and what corrects it.

    ``turns_per_km`` is the tyre's, ``pulses_per_km`` what the instrument has to be set to instead of what it
    takes for a kilometre now; None where nobody has noted that.
    """

    calculated: SpeedometerOut
    band: tuple[BandEdge, ...]
    turns_per_km: float
    pulses_per_km: float | None


@record(frozen=True, slots=True)
class School:
    """One school of regearing: what it aims at and takes, or what it waits for.

    ``instead`` says what would have to change where no ratio that exists meets the aim.
    """

    aim: Aim
    buys: str
    costs: str
    ideal_ratio: float | None
    pick: float | None
    waits_for: str | None
    waits_label: str | None
    instead: str | None = None


@record(frozen=True, slots=True)
class Candidate:
    """A ratio that exists, what it comes to on these tyres, which schools take it, and the price for all axles.

    ``cost`` is None where nobody has asked what a set costs, ``carrier_cost`` where one is needed and its price
    is not known; ``cost`` is then without it.
    """

    calculated: RegearCandidate
    schools: tuple[Aim, ...]
    fitted: bool
    needs_other_carrier: bool
    cost: float | None
    carrier_cost: float | None


@record(frozen=True, slots=True)
class Regearing:
    """The five schools over the ratios that exist for this axle; prices are for all ``axles`` that have a ratio."""

    axle: End
    axles: int
    schools: tuple[School, ...]
    candidates: tuple[Candidate, ...]


@record(frozen=True, slots=True)
class Taller:
    """Effective gearing against that as found: positive is taller (turns slower at the same speed)."""

    taller_pct: float
    effective_ratio: float
    found_ratio: float


SIZE_SOURCES = {"diameter": 0.015, "section": 0.015, "rolling factor": 0.01}
"""What a size may be off by, as shares: its diameter (radii and circumference move with it), section, rolling factor."""


def by_its_size(
    ask: Ask, path: str, as_found: bool = False, moves: tuple[str, ...] = tuple(SIZE_SOURCES)
) -> TyreSizeOut:
    """What the size noted at ``path`` says; all tyres of one size share what it may be off by. Raises Missing.

    ``moves``: which of ``SIZE_SOURCES`` move what is taken from it; nothing else is to be taken.
    """
    size = ask.need(path, as_found)
    off = {
        source: ask.times(_size_source(size, source), SIZE_SOURCES[source], path, as_found) - 1
        for source in moves
    }
    return _off_by(size, off.get("diameter", 0.0), off.get("section", 0.0), off.get("rolling factor", 0.0))


@lru_cache(maxsize=1024)
def _size_source(size: str, source: str) -> str:
    return f"catalogue size {designation(size)}, {source}"


@lru_cache(maxsize=1024)
def _off_by(size: str, diameter: float, section: float, rolling: float) -> TyreSizeOut:
    """A size whose diameter, section and rolling factor are off by these shares."""
    says = sidewall(size)
    by = {
        "diameter_mm": 1 + diameter,
        "static_radius_mm": 1 + diameter,
        "rolling_circumference_mm": (1 + diameter) * (1 + rolling),
        "section_width_mm": 1 + section,
    }
    values = {key: getattr(says, key) for key in by}
    return says.model_copy(
        update={key: value * by[key] for key, value in values.items() if value is not None}
    )


def tyre(ask: Ask, end: End, as_found: bool = False) -> Tyre:
    """The tyre at one end, by its size and by what was measured on it. Raises Missing."""
    return ask.shared(f"{end} tyre{AS_FOUND if as_found else ''}", lambda inner: _tyre(inner, end, as_found))


def _tyre(ask: Ask, end: End, as_found: bool) -> Tyre:
    size = by_its_size(ask, f"wheels.{end}_left.size", as_found)
    wider = 0.0 if as_found else section_wider_mm(ask, end)
    return Tyre(
        size=size.model_copy(update={"section_width_mm": size.section_width_mm + wider}) if wider else size,
        circumference_mm=circumference_mm(ask, end, as_found),
        static_radius_mm=static_radius_mm(ask, end, as_found),
    )


SECTION_PER_RIM = 10.0
"""A tyre's section grows by about 5 mm for each half inch of rim."""
UNKNOWN_RIM_OFF_MM = 10.0
"""What the section may be off by where other wheels came and nobody noted the rims as found: an inch of rim."""


def section_wider_mm(ask: Ask, end: End) -> float:
    """How much wider a tyre stands on the rim that is there than on the one on which its section counts."""
    place = f"wheels.{end}_left"
    if not ask.is_set(f"{place}.rim_width_in"):
        return 0.0
    rim = ask.maybe(f"{place}.rim_width_in")
    counts = ask.maybe(f"{place}.section_rim_in")
    if counts is None and not ask.is_set(f"{place}.section_rim_in"):
        counts = ask.maybe(f"{place}.rim_width_in", as_found=True)
    if rim is None or counts is None:
        return UNKNOWN_RIM_OFF_MM * ask.unit("section on a rim of unknown width")
    return float((rim - counts) * SECTION_PER_RIM)


def circumference_mm(ask: Ask, end: End, as_found: bool = False) -> float:
    """How far the tyre at one end rolls in a turn. Raises Missing."""

    def rolls(inner: Ask) -> float:
        place = f"wheels.{end}_left"
        size = by_its_size(inner, f"{place}.size", as_found, ("diameter", "rolling factor"))
        turns = inner.maybe(f"{place}.revs_per_mile", as_found)
        circumference: float | None = (
            inner.maybe(f"{place}.circumference_mm", as_found)
            or (MM_PER_MILE / turns if turns else None)
            or size.rolling_circumference_mm
        )
        if circumference is None:
            raise Missing(
                f"{place}.circumference_mm", f"roll-out of the {end} tyre, which its size does not say"
            )
        return circumference

    return ask.shared(f"{end} roll-out{AS_FOUND if as_found else ''}", rolls)


def static_radius_mm(ask: Ask, end: End, as_found: bool = False) -> float:
    """How high the axle at one end stands above the ground on its tyre. Raises Missing."""

    def stands(inner: Ask) -> float:
        place = f"wheels.{end}_left"
        size = by_its_size(inner, f"{place}.size", as_found, ("diameter",))
        radius: float | None = inner.maybe(f"{place}.static_radius_mm", as_found) or size.static_radius_mm
        if radius is not None and not as_found and not inner.is_noted(f"{place}.static_radius_mm"):
            radius += _sags_otherwise_mm(inner, end)
        if radius is None:
            raise Missing(
                f"{place}.static_radius_mm",
                f"axle centre to ground at the {end}, which the size does not say",
            )
        return radius

    return ask.shared(f"{end} axle above the ground{AS_FOUND if as_found else ''}", stands)


def _sags_otherwise_mm(ask: Ask, end: End) -> float:
    """How much higher the axle at one end stood than the mean of both on tyres of one size: it does on others too.

    What the size says is for neither axle; a heavier one presses its tyres further.
    """
    paths = [f"wheels.{each}_left" for each in ENDS]
    if not ask.is_set(f"wheels.{end}_left.size"):
        return 0.0
    alike = all(
        ask.maybe(f"{paths[0]}.size", found) == ask.maybe(f"{paths[1]}.size", found)
        for found in (True, False)
    )
    front, rear = (ask.maybe(f"{path}.static_radius_mm", as_found=True) for path in paths)
    if (
        not alike
        or front is None
        or rear is None
        or any(ask.is_noted(f"{p}.static_radius_mm") for p in paths)
    ):
        return 0.0
    return float(front - rear) / 2 * (1 if end == "front" else -1)


def driven_end(ask: Ask) -> End:
    """The axle that is always driven: the rear one, or the front one where only that has a ratio."""
    if ask.maybe("rear_axle.ratio") is None and ask.maybe("front_axle.ratio") is not None:
        return "front"
    return "rear"


REVERSE_OFF = 0.15
"""How far the reverse ratio may be from first, as a share of it, where nobody has noted it."""


def first_and_reverse(ask: Ask) -> tuple[float, float]:
    """The two deepest ratios of the gearbox; reverse stands in as first where nobody has noted it. Raises Missing."""
    first = float(ask.need("gearbox.gears", of=tuple[float, ...])[0])
    return first, ask.typical("gearbox.reverse_ratio", first, off=REVERSE_OFF * first)


def low_ratio(ask: Ask) -> float:
    """The low range, or high where the drive has none: two-wheel, or noted as 1. Raises Missing."""
    low = ask.maybe("transfer.low_ratio")
    if low is None and ask.maybe("transfer.drive") == "two-wheel":
        return ask.typical("transfer.high_ratio")
    return float(ask.need("transfer.low_ratio") if low is None else low)


@record(frozen=True, slots=True)
class Crawl:
    """First gear in the low range: overall, and how fast it walks at idle (None: idle not noted)."""

    crawl_ratio: float
    crawl_speed_kmh: float | None


def crawl(ask: Ask) -> Crawl:
    """How slowly it walks. Raises Missing. Source: geometry of the drive."""
    end = driven_end(ask)
    overall = (
        ask.need("gearbox.gears", of=tuple[float, ...])[0] * low_ratio(ask) * ask.need(f"{end}_axle.ratio")
    )
    idle = ask.maybe("engine.idle_rpm")
    speed = None if idle is None else crawl_speed_kmh(idle, circumference_mm(ask, end), overall)
    return Crawl(overall, speed)


def gear_table(ask: Ask) -> GearTable:
    """Engine speed in every gear. Raises Missing."""
    gears = ask.need("gearbox.gears", of=tuple[float, ...])
    cruise, top = ask.maybe("aims.cruise_kmh"), ask.maybe("speedometer.top_speed_kmh")
    speeds = [cruise or FALLBACK_CRUISE_KMH, top or FALLBACK_TOP_KMH]
    end = driven_end(ask)
    answer = gearing(
        GearingIn(
            circumference_mm=circumference_mm(ask, end),
            gears=list(gears),
            transfer_high=ask.typical("transfer.high_ratio"),
            axle_ratio=ask.need(f"{end}_axle.ratio"),
            speeds_kmh=speeds,
        )
    )
    return GearTable(
        speeds_kmh=tuple(speeds),
        cruise_known=cruise is not None,
        gears=tuple(GearRow(ratio=gear, rpm=tuple(row)) for gear, row in zip(gears, answer.rpm, strict=True)),
    )


def speedometer_state(ask: Ask, ratio: float | None = None) -> SpeedometerState:
    """The speedometer against truth, as found to here, or with another axle ratio. Raises Missing."""
    end = driven_end(ask)
    sensor = ask.need("speedometer.sensor", of=str)
    here_mm = circumference_mm(ask, end)
    was = _instrument_is_for(ask, end, here_mm, sensor == "upstream")
    answer = speedometer(
        SpeedometerIn(
            circumference_old_mm=was.circumference_mm,
            circumference_new_mm=here_mm,
            ratio_old=was.ratio,
            ratio_new=(ratio or ask.need(f"{end}_axle.ratio")) if sensor == "upstream" else 1.0,
            sensor=sensor,
            stock_error_pct=was.over_reads_pct,
            indicated_kmh=[50.0, 80.0, 100.0, 120.0],
            max_speed_kmh=ask.maybe("speedometer.top_speed_kmh"),
        )
    )
    band = tuple(
        BandEdge(true, *band_limits_kmh(true), true / answer.factor) for true in (0.0, FALLBACK_TOP_KMH)
    )
    pulses = ask.maybe("speedometer.pulses_per_km")
    return SpeedometerState(
        calculated=answer,
        band=band,
        turns_per_km=MM_PER_KM / circumference_mm(ask, end),
        # In a true kilometre come as many pulses as the instrument takes for what it then shows.
        pulses_per_km=None if pulses is None else pulses / answer.factor,
    )


@record(frozen=True, slots=True)
class _RightFor:
    """The roll-out and the ratio for which the instrument was made or corrected, and what it over-reads there."""

    circumference_mm: float
    ratio: float
    over_reads_pct: float


def _instrument_is_for(ask: Ask, end: End, here_mm: float, sees_ratio: bool) -> _RightFor:
    """As found, or as it was corrected: for the tyres and gears that were on then. Raises Missing."""
    if not ask.is_set("speedometer.correction"):
        corrected = ask.maybe("speedometer.correction") == "yes"
        return _RightFor(
            circumference_mm(ask, end, as_found=True),
            ask.need(f"{end}_axle.ratio", as_found=True) if sees_ratio else 1.0,
            0.0 if corrected else ask.typical("speedometer.stock_error_pct", 0.0),
        )
    ratio = ask.need("right_for.axle_ratio") if sees_ratio else 1.0
    if designation(ask.need("right_for.size", of=str)) == designation(
        ask.need(f"wheels.{end}_left.size", of=str)
    ):
        # The very tyres: it was set to how far they roll, whatever is known of that since.
        return _RightFor(here_mm, ratio, 0.0)
    turns = ask.maybe("right_for.revs_per_mile")
    rolled: float | None = (
        ask.maybe("right_for.circumference_mm")
        or (MM_PER_MILE / turns if turns else None)
        or by_its_size(ask, "right_for.size", moves=("diameter", "rolling factor")).rolling_circumference_mm
    )
    if rolled is None:
        raise Missing(
            "right_for.circumference_mm", "roll-out of the tyres for which the speedometer was corrected"
        )
    return _RightFor(rolled, ratio, 0.0)


def axles_match(ask: Ask) -> AxleMatchOut:
    if ask.need("transfer.drive", of=str) != "part-time":
        raise Missing(None, "a part-time drive: no other winds up")
    return axle_match(
        AxleMatchIn(
            front_ratio=ask.need("front_axle.ratio"),
            rear_ratio=ask.need("rear_axle.ratio"),
            front_circumference_mm=circumference_mm(ask, "front"),
            rear_circumference_mm=circumference_mm(ask, "rear"),
        )
    )


def taller(ask: Ask) -> Taller:
    end = driven_end(ask)
    found_ratio = ask.maybe(f"{end}_axle.ratio", as_found=True)
    here_ratio = ask.maybe(f"{end}_axle.ratio")
    if (found_ratio is None) != (here_ratio is None):
        raise Missing(f"{end}_axle.ratio", "axle ratio as found")
    found_circumference = circumference_mm(ask, end, as_found=True)
    here_circumference = circumference_mm(ask, end)
    # Without a ratio the tyres alone decide: it is the same axle before and after.
    found_ratio, here_ratio = found_ratio or 1.0, here_ratio or 1.0
    effective = here_ratio * found_circumference / here_circumference
    return Taller(
        taller_pct=(found_ratio / effective - 1) * 100, effective_ratio=effective, found_ratio=found_ratio
    )


def regearing(ask: Ask) -> Regearing:
    end = driven_end(ask)
    available = ask.need(f"{end}_axle.available", of=tuple[float, ...])
    gears = ask.maybe("gearbox.gears")
    carrier_change = ask.maybe(f"{end}_axle.carrier_change_ratio")
    here_ratio = ask.maybe(f"{end}_axle.ratio")
    asked = RegearIn.model_validate(
        {
            "aim": "restore",
            "circumference_old_mm": circumference_mm(ask, end, as_found=True),
            "circumference_new_mm": circumference_mm(ask, end),
            "ratio_old": ask.need(f"{end}_axle.ratio", as_found=True),
            "available": list(available),
            "top_gear": gears[-1] if gears else None,
            "first_gear": gears[0] if gears else None,
            "speed_kmh": ask.maybe("aims.cruise_kmh"),
            "transfer_high": ask.typical("transfer.high_ratio"),
            "transfer_low": ask.maybe("transfer.low_ratio"),
            "idle_rpm": ask.maybe("engine.idle_rpm"),
            "target_rpm": ask.maybe("aims.cruise_rpm"),
            "target_crawl_ratio": ask.maybe("aims.crawl_ratio"),
        }
    )
    schools = tuple(_school(aim, asked) for aim in AIMS)
    axles = sum(ask.maybe(f"{each}_axle.ratio") is not None for each in ENDS)
    set_cost, carrier_cost = ask.maybe("aims.gear_set_cost"), ask.maybe("aims.carrier_cost")

    def judged(candidate: RegearCandidate) -> Candidate:
        other_carrier = carrier_change is not None and candidate.ratio >= carrier_change - SAME_RATIO
        carriers = axles * carrier_cost if other_carrier and carrier_cost is not None else None
        fitted = here_ratio is not None and abs(here_ratio - candidate.ratio) < SAME_RATIO
        return Candidate(
            calculated=candidate,
            schools=tuple(school.aim for school in schools if school.pick == candidate.ratio),
            fitted=fitted,
            needs_other_carrier=other_carrier,
            cost=None if set_cost is None or fitted else axles * set_cost + (carriers or 0.0),
            carrier_cost=carriers,
        )

    return Regearing(axle=end, axles=axles, schools=schools, candidates=tuple(map(judged, candidates(asked))))


_ASKED_FIGURE = {
    "target_rpm": ("aims.cruise_rpm", "the engine speed that you want when cruising"),
    "speed_kmh": ("aims.cruise_kmh", "your cruising speed"),
    "top_gear": ("gearbox.gears", "the gearbox ratios"),
    "target_crawl_ratio": ("aims.crawl_ratio", "the crawl ratio that you want"),
    "first_gear": ("gearbox.gears", "the gearbox ratios"),
    "transfer_low": ("transfer.low_ratio", "the transfer case's low ratio"),
}


def _school(aim: Aim, asked: RegearIn) -> School:
    buys, costs = SCHOOLS[aim]
    try:
        ideal, pick = aimed(asked, aim)
    except Refused as refused:
        path, label = _ASKED_FIGURE[refused.field]
        return School(
            aim=aim, buys=buys, costs=costs, ideal_ratio=None, pick=None, waits_for=path, waits_label=label
        )
    return School(
        aim=aim,
        buys=buys,
        costs=costs,
        ideal_ratio=ideal,
        pick=pick,
        waits_for=None,
        waits_label=None,
        instead=None if pick is not None else _instead(aim, ideal, asked),
    )


def _instead(aim: Aim, ideal: float, asked: RegearIn) -> str | None:
    """What would have to change for an aim that no ratio that exists meets."""
    if not asked.available:
        return None
    deepest, tallest = max(asked.available), min(asked.available)
    if aim == "crawl" and asked.transfer_low is not None:
        low = asked.transfer_low * ideal / deepest
        return (
            f"Nothing reaches {ideal:.2f}. With {deepest:.2f}, the deepest, a low range of {low:.2f} would."
        )
    if aim == "pull":
        return f"Nothing is deeper than {deepest:.2f}. A tyre {(1 - deepest / ideal / 1.02) * 100:.0f} % smaller would pull with it."
    if aim == "cruise":
        return f"Nothing is taller than {tallest:.2f}. A tyre {(tallest / ideal / 0.98 - 1) * 100:.0f} % larger would cruise with it."
    return None
