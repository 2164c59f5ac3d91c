"""What builders call the figures of a vehicle: words, and the paths that they name.

A path with ``{e}`` has one at each end; with ``{w}`` one at every wheel.
"""

from jorvak.core.immutable import record


@record(frozen=True, slots=True)
class Topic:
    """A figure by its words. ``both``: said of no end it is meant at both; ``and_spare``: of every wheel the spare's too.

    ``factor`` turns what is counted into the figure: ten turns into one. ``unitless`` words may stand alone.
    """

    path: str
    words: tuple[str, ...]
    both: bool = False
    and_spare: bool = True
    factor: float = 1.0


def topic(path: str, *words: str, both: bool = False, factor: float = 1.0) -> Topic:
    return Topic(path, words, both, True, factor)


TOPICS = (
    topic("body.wheelbase_mm", "wheelbase", "wheel base", "wb"),
    topic("body.{e}_track_mm", "track", "tracks", "track width"),
    topic("body.{e}_overhang_mm", "overhang", "overhangs"),
    topic("body.height_mm", "overall height", "height", "tall"),
    topic("body.width_mm", "overall width", "width", "wide"),
    topic("body.{e}_axle_kg", "weight on the axle", "axle weight", "axle weights", "weight", "weighs", "weighed", "axle load", "axle", "axle weighs"),
    topic("body.permitted_kg", "permitted mass", "permitted total", "gvm", "gvw", "gvwr", "permitted"),
    topic("body.permitted_{e}_kg", "axle limits", "axle limit", "permitted on the axle", "permitted axle", "permitted", "axles"),
    topic("body.permitted_roof_kg", "roof load", "roof limit", "permitted on the roof"),
    topic("body.permitted_train_kg", "gcm", "gcw", "train mass", "permitted train"),
    topic("body.permitted_trailer_kg", "permitted trailer", "tow rating", "braked trailer"),
    topic("body.permitted_nose_kg", "permitted nose load", "nose load permitted", "tongue limit"),
    topic("body.cg_height_mm", "cg height", "cg", "centre of gravity"),
    topic("engine.idle_rpm", "idle", "idles", "idling", "tickover"),
    topic("gearbox.reverse_ratio", "reverse"),
    topic("transfer.low_ratio", "low range", "low", "case low"),
    topic("transfer.high_ratio", "high range", "case high"),
    topic("transfer.oil_l", "case oil", "case takes", "transfer case oil"),
    topic("{e}_axle.ratio", "axle ratio", "axle ratios", "diff ratio", "diff ratios", "final drive", "diff", "differential"),
    topic("{e}_axle.ratio", "diffs", "differentials", "both axles", both=True),
    topic("{e}_axle.unsprung_kg", "unsprung mass", "unsprung"),
    topic("{e}_axle.oil_l", "axle oil", "diff oil", "axle takes"),
    topic("{e}_axle.rating_kg", "axle rating", "axle rated"),
    topic("{e}_axle.carrier_change_ratio", "carrier change", "other carrier from"),
    topic("{e}_suspension.free_length_mm", "coil free", "spring free", "free length", "coil free length"),
    topic("{e}_suspension.rate_n_per_mm", "spring rate", "coil rate", "rate"),
    topic("{e}_suspension.solid_length_mm", "coil solid", "spring solid", "solid length", "coils closed"),
    topic("{e}_suspension.leaf_length_mm", "leaf eye to eye", "leaf", "eye to eye"),
    topic("{e}_suspension.motion_ratio", "motion ratio"),
    topic("{e}_suspension.bump_mm", "bump travel", "bump"),
    topic("{e}_suspension.droop_mm", "droop travel", "droop"),
    topic("{e}_suspension.shock_closed_mm", "shock closed"),
    topic("{e}_suspension.shock_open_mm", "shock open"),
    topic("{e}_suspension.shock_ride_mm", "shock ride", "shock at ride", "shock at ride height"),
    topic("{e}_suspension.shock_lean_deg", "shock lean", "shock leans"),
    topic("{e}_suspension.hose_spare_mm", "brake hose spare at droop", "brake hose spare", "hose spare", "brake hose", "hose"),
    topic("steering.caster_deg", "caster", "castor"),
    topic("steering.caster_low_deg", "caster lower limit", "lower limit"),
    topic("steering.kpi_deg", "kpi", "steering axis inclination", "sai"),
    topic("steering.scrub_radius_mm", "scrub radius", "scrub"),
    topic("{e}_shaft.joint_limit_deg", "shaft joints bend at most", "shaft joints bend", "joint limit", "joints bend at most"),
    topic("{e}_shaft.engaged_mm", "slip engaged"),
    topic("{e}_shaft.collapse_mm", "slip to collapse"),
    topic("{e}_shaft.pinion_side_deg", "pinion angle", "pinion angle up"),
    topic("speedometer.top_speed_kmh", "top speed", "vmax"),
    topic("speedometer.drive_teeth", "drive gear"),
    topic("odometer.reading_km", "odometer", "odo", "clock reads"),
    topic("aims.cruise_kmh", "cruising speed", "cruise", "cruises"),
    topic("aims.fastest_kmh", "fastest"),
    topic("aims.crawl_ratio", "crawl ratio", "crawl"),
    topic("aims.garage_height_mm", "garage door", "garage"),
    topic("aims.ferry_height_mm", "ferry", "gate"),
    topic("aims.container_height_mm", "container"),
    topic("aims.approach_deg", "approach", "approach wanted"),
    topic("aims.departure_deg", "departure", "departure wanted"),
    topic("aims.breakover_deg", "breakover", "breakover wanted"),
    topic("wheels.{w}.circumference_mm", "roll-out", "rollout", "roll out", "rolling circumference", "circumference"),
    topic("wheels.{w}.circumference_mm", "roll-out ten turns", "ten turns", factor=0.1),
    topic("wheels.{w}.revs_per_mile", "revs per mile", "turns per mile", "turns a mile"),
    topic("wheels.{w}.static_radius_mm", "axle centre to ground", "hub to ground", "static radius", "loaded radius"),
    topic("wheels.{w}.pressure_kpa", "pressure", "pressures", "tyre pressure"),
    topic("wheels.{w}.reference_pressure_kpa", "reference pressure"),
    topic("wheels.{w}.offset_mm", "offset", "et"),
    topic("wheels.{w}.rim_width_in", "rims", "rim", "rim width"),
    topic("wheels.{w}.centre_bore_mm", "bore", "centre bore", "center bore"),
    topic("wheels.{w}.mass_kg", "wheel and tyre", "wheel with tyre", "wheel and tire"),
)  # fmt: skip

CHOICES: tuple[tuple[str, str, tuple[str, ...]], ...] = (
    ("engine.aspiration", "turbo", ("turbo", "turbocharged", "turbo diesel")),
    ("engine.aspiration", "natural", ("naturally aspirated", "no turbo")),
    ("transfer.drive", "part-time", ("part time", "part-time", "part time 4wd", "part-time 4wd")),
    ("transfer.drive", "full-time", ("full time", "full-time", "full time 4wd", "full-time 4wd", "permanent 4wd")),
    ("transfer.front_output_side", "right", ("front output right", "front output on the right")),
    ("transfer.front_output_side", "left", ("front output left", "front output on the left")),
    ("front_axle.build", "solid", ("front axle solid", "solid front", "solid front axle", "front solid")),
    ("front_axle.build", "independent", ("independent front", "front independent", "front axle independent", "ifs")),
    ("rear_axle.build", "solid", ("rear axle solid", "solid rear", "solid rear axle")),
    ("rear_axle.build", "independent", ("independent rear", "rear independent")),
    ("steering.track_bar", "adjustable", ("track bar is adjustable", "track bar fitted adjustable")),
    ("brakes.load_valve", "load-sensing", ("load valve rear", "rear load valve", "load sensing valve", "load-sensing valve rear")),
    ("speedometer.sensor", "wheel", ("speed sensor at the wheels", "sensor at the wheels")),
    ("speedometer.sensor", "upstream", ("sensor before the final drive", "speed sensor before the final drive", "sensor at the case")),
    ("speedometer.signal", "cable", ("cable drive", "speedometer cable", "speedo cable")),
)  # fmt: skip
"""A figure that is a word, and what is said for it."""

AT_AN_END: tuple[tuple[str, str, tuple[str, ...]], ...] = (
    ("{e}_suspension.spring", "leaf", ("leaf", "leaves", "leaf springs")),
    ("{e}_suspension.spring", "coil", ("coil", "coils", "coil springs")),
    ("{e}_suspension.spring", "strut", ("strut", "struts")),
    ("{e}_suspension.spring", "torsion bar", ("torsion bar", "torsion bars")),
    ("{e}_axle.differential", "locked", ("diff locked", "locked diff", "spool", "welded diff")),
    ("{e}_axle.differential", "limited-slip", ("limited slip", "diff limited slip", "lsd", "limited slip diff")),
    ("{e}_axle.differential", "open", ("open diff", "diff open")),
    ("{e}_axle.differential_side", "left", ("diff on the left", "diff on left", "diff left")),
    ("{e}_axle.differential_side", "right", ("diff on the right", "diff on right", "diff right")),
    ("{e}_shaft.build", "single", ("shaft single", "shaft single joint", "single joint shaft")),
    ("{e}_shaft.build", "double", ("shaft double joint", "shaft double", "double joint shaft", "double cardan shaft")),
)  # fmt: skip
"""The same of what is there at each end."""

PATTERNS = ("all-terrain", "mud-terrain", "highway", "rock")
