"""What a line of shafts upsets: angles, slip, whirling, room, and torque beyond a rating."""

from collections.abc import Iterator

from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.driveline.shaft import ROUGH_RAD_S2, SMOOTH_RAD_S2
from jorvak.core.driveline.shafts import ShaftLine
from jorvak.core.engine.result import Result
from jorvak.core.findings import Finding, Here, Place, Settle, Severity, beyond, measure_first, room
from jorvak.core.places import ENDS
from jorvak.core.quantities import SPEED, TORQUE

PLACES: dict[str, Place] = {"front": "front-axle", "rear": "rear-axle"}
STRAIGHT_DEG = 0.5
POINTED_DEG = 1.5
Line = tuple[str, Result[ShaftLine], ShaftLine, int]


def _lines(here: Here) -> Iterator[Line]:
    """Each shaft that is worked out: its end, its result, its line, and where ride stands among its places."""
    for end in ENDS:
        result: Result[ShaftLine] = getattr(here.results.of(DrivelineResults), f"{end}_shaft")
        if result.value is not None:
            yield end, result, result.value, result.value.places.index(result.value.ride)


def joint_angles_unequal(here: Here) -> Iterator[Finding]:
    """Two joints that do not cancel one another, at ride, at the fastest road speed."""
    for end, result, line, ride in _lines(here):
        if line.build == "double":
            continue
        place = f"places.{ride}.calculated.residual_rad_s2"
        residual, off = line.ride.calculated.residual_rad_s2, result.off(place)
        severity: Severity | None = beyond(residual - ROUGH_RAD_S2, off) or beyond(
            residual - SMOOTH_RAD_S2, off, "watch"
        )
        if severity is None:
            here.passes("joint-angles-unequal", result, place)
            continue
        at = line.ride.calculated
        yield here.finding(
            "joint-angles-unequal",
            severity,
            f"{_named(end)}: {at.drive_joint_deg:.1f}° at the case and {at.pinion_joint_deg:.1f}° at the axle, planes "
            f"{at.plane_angle_deg:.0f}° apart: {residual:.0f} rad/s²{here.near(off, 0)} at {here.in_units(line.speed_kmh, SPEED)}, "
            f"smooth up to {SMOOTH_RAD_S2:.0f}.",
            PLACES[end],
            result=result,
            settled_by=(
                *(measure_first("driveline", result, place) if severity == "measure" else ()),
                Settle(text="Turn the pinion parallel to the case's axis"),
            ),
            subject=end,
        )


def joint_too_steep(here: Here) -> Iterator[Finding]:
    """A joint that shakes the shaft at speed, or that is asked to bend further than it can."""
    for end, result, line, ride in _lines(here):
        place = f"places.{ride}.calculated.inertial_rad_s2"
        steep = line.steepest_deg - line.limit_deg
        severity = beyond(steep, result.off("steepest_deg"))
        if severity == "stop" and line.limit_assumed:
            severity = "measure"
        if severity is None:
            limit = (f"{end}_shaft.joint_limit_deg",) if line.limit_assumed else ()
            here.passes("joint-too-steep", result, "steepest_deg", limit)
        else:
            known = "assumed" if line.limit_assumed else "as noted"
            yield here.finding(
                "joint-too-steep",
                severity,
                f"{_named(end)}: a joint is bent {line.steepest_deg:.1f}° in its travel, it takes {line.limit_deg:.0f}° ({known}).",
                PLACES[end],
                result=result,
                settled_by=(
                    Settle(text="Measure what the joint bends", figure=f"{end}_shaft.joint_limit_deg")
                    if line.limit_assumed
                    else Settle(text="Limit the droop, or a joint that bends further"),
                ),
                subject=f"{end}",
            )
        inertial = line.ride.calculated.inertial_rad_s2
        if line.build == "single" and beyond(inertial - ROUGH_RAD_S2, 0.0, "watch"):
            off = result.off(place)
            unsure = abs(inertial - ROUGH_RAD_S2) < off
            yield here.finding(
                "joint-too-steep",
                "watch",
                f"{_named(end)}: at {here.in_units(line.speed_kmh, SPEED)} its steeper joint shakes it with {inertial:.0f} rad/s²"
                f"{here.near(off, 0)}; {line.ride.calculated.max_joint_deg_at_rpm:.1f}° is what one joint takes at that speed.",
                PLACES[end],
                result=result,
                settled_by=(
                    Settle(text="A double joint at the case, less lift, or a lower fastest speed"),
                    *(measure_first("driveline", result, place) if unsure else ()),
                ),
                subject=f"{end} speed",
            )


def joint_too_straight(here: Here) -> Iterator[Finding]:
    """Needles that do not turn wear one spot."""
    for end, result, line, _ in _lines(here):
        least = min(line.ride.calculated.drive_joint_deg, line.ride.calculated.pinion_joint_deg)
        if line.build == "single" and least < STRAIGHT_DEG:
            yield here.finding(
                "joint-too-straight",
                "note",
                f"{_named(end)}: a joint runs at {least:.2f}°, its needles hardly turn.",
                PLACES[end],
                result=result,
                settled_by=(Settle(text="Half a degree and more at both joints"),),
                subject=end,
            )


def pinion_not_pointed(here: Here) -> Iterator[Finding]:
    """With a double joint the pinion points at the case."""
    for end, result, line, ride in _lines(here):
        at = line.ride.calculated.pinion_joint_deg
        if line.build != "double":
            continue
        place = f"places.{ride}.calculated.pinion_joint_deg"
        if beyond(at - POINTED_DEG, 0.0, "watch") is None:
            here.passes("pinion-not-pointed", result, place)
            continue
        off = result.off(place)
        yield here.finding(
            "pinion-not-pointed",
            "watch",
            f"{_named(end)}: its pinion stands {at:.1f}°{here.near(off)} off the double joint; up to {POINTED_DEG:g}° runs smooth.",
            PLACES[end],
            result=result,
            settled_by=(
                Settle(text="Turn the pinion towards the case, slightly low: it rises under load"),
                *(measure_first("driveline", result, place) if abs(at - POINTED_DEG) < off else ()),
            ),
            subject=end,
        )


def slip(here: Here) -> Iterator[Finding]:
    """The slip pulls apart at the longest place, or bottoms at the shortest."""
    for end, result, line, _ in _lines(here):
        if line.slip is None:
            continue
        engaged, left = (
            line.slip.calculated.engagement_at_longest_mm,
            line.slip.calculated.collapse_left_at_shortest_mm,
        )
        margins = (
            ("slip-pulls-apart", "engagement_spare_mm", line.slip.engagement_spare_mm,
             f"at the longest place {here.mm(engaged)} of its slip stay engaged, {here.mm(line.slip.min_engagement_mm)} are wanted"),
            ("slip-bottoms", "collapse_spare_mm", line.slip.collapse_spare_mm,
             f"at the shortest place {here.mm(left)} are left until it bottoms"),
        )  # fmt: skip
        for code, key, margin, in_words in margins:
            place = f"slip.{key}"
            off = result.off(place)
            severity = room(margin, off)
            if severity is None:
                here.passes(code, result, place)
                continue
            longer = line.longer_mm
            yield here.finding(
                code,
                severity,
                f"{_named(end)}: {in_words}{here.near_mm(off)}.",
                PLACES[end],
                result=result,
                settled_by=(
                    *(measure_first("driveline", result, place) if severity == "measure" else ()),
                    Settle(text=f"A shaft {here.mm(abs(longer))} {'longer' if longer > 0 else 'shorter'} than as found, measured after case and lift are in"),
                ),
                subject=end,
            )  # fmt: skip


def shaft_whirls(here: Here) -> Iterator[Finding]:
    """A tube that comes near the speed at which it whirls."""
    for end, result, line, _ in _lines(here):
        whirl = line.whirl
        if whirl is None:
            continue
        assert line.whirl_spare_rpm is not None and line.safe_spare_rpm is not None
        off = result.off("whirl_spare_rpm")
        severity: Severity | None = beyond(-line.whirl_spare_rpm, off) or beyond(
            -line.safe_spare_rpm, 0.0, "watch"
        )
        near = result.off("safe_spare_rpm")
        unsure = severity == "measure" or (severity == "watch" and abs(line.safe_spare_rpm) < near)
        if severity is None:
            here.passes("shaft-whirls", result, "whirl_spare_rpm")
        else:
            yield here.finding(
                "shaft-whirls",
                severity,
                f"{_named(end)}: {line.rpm:.0f} rpm at {here.in_units(line.speed_kmh, SPEED)}, safe up to {whirl.safe_rpm:.0f}, it whirls at {whirl.critical_rpm:.0f}{here.near(off, 0)}.",
                PLACES[end],
                result=result,
                settled_by=(
                    *(measure_first("driveline", result, "whirl_spare_rpm") if unsure else ()),
                    Settle(text="A larger tube, a shorter shaft with a centre bearing, or a lower fastest speed"),
                ),
                subject=end,
            )  # fmt: skip


def shaft_touches(here: Here) -> Iterator[Finding]:
    """The tube against what is above it, at full bump."""
    for end, result, line, _ in _lines(here):
        if line.gap_left_mm is None:
            continue
        off = result.off("gap_left_mm")
        severity = room(line.gap_left_mm, off)
        if severity is None:
            here.passes("shaft-touches", result, "gap_left_mm")
        else:
            yield here.finding(
                "shaft-touches",
                severity,
                f"{_named(end)}: {here.mm(line.gap_left_mm)}{here.near_mm(off)} stay above its tube at full bump.",
                PLACES[end],
                result=result,
                settled_by=(
                    *(measure_first("driveline", result, "gap_left_mm") if severity == "measure" else ()),
                    Settle(text="A longer bump stop, or move what is above it"),
                ),
                subject=end,
            )


def torque_over_rating(here: Here) -> Iterator[Finding]:
    """The torque that governs is more than a part is rated for."""
    for end in ENDS:
        result = getattr(here.results.of(DrivelineResults), f"{end}_strength")
        strength = result.value
        if strength is None:
            continue
        asked = strength.calculated
        parts = (
            ("shaft and joints", asked.shaft_nm, strength.shaft_rating_nm, "shaft_nm"),
            ("half shaft", asked.half_shaft_nm, strength.half_shaft_rating_nm, "half_shaft_nm"),
            ("transfer case", asked.shaft_nm, strength.case_rating_nm, "shaft_nm"),
        )
        for what, torque, rating, key in parts:
            if rating is None:
                continue
            place = f"calculated.{key}"
            if beyond(torque - rating, 0.0, "watch") is None:
                here.passes("torque-over-rating", result, place)
                continue
            unsure = torque - rating < result.off(place)
            yield here.finding(
                "torque-over-rating",
                "watch",
                f"{end.capitalize()} {what}: {here.in_units(torque, TORQUE)} by {asked.governs} in low, rated {here.in_units(rating, TORQUE)}. "
                "A wheel that lands spinning puts several times as much there.",
                "case" if what == "transfer case" else PLACES[end],
                result=result,
                settled_by=(
                    Settle(text="A stronger part, or a lighter foot in low"),
                    *(measure_first("driveline", result, place) if unsure else ()),
                ),
                subject=f"{end} {what}",
            )


def _named(end: str) -> str:
    return f"{end.capitalize()} shaft"


RULES = (
    joint_angles_unequal,
    joint_too_steep,
    joint_too_straight,
    pinion_not_pointed,
    slip,
    shaft_whirls,
    shaft_touches,
    torque_over_rating,
)
