"""Where the trade disagrees: the main schools of a question, what each buys and costs."""

from jorvak.core.immutable import record


@record(frozen=True, slots=True)
class TradeSchool:
    name: str
    buys: str
    costs: str


@record(frozen=True, slots=True)
class Topic:
    """A question that the trade knows."""

    key: str
    ask: str
    schools: tuple[TradeSchool, ...]


TOPICS = {
    topic.key: topic
    for topic in (
        Topic("ratio", "which axle ratio after larger tyres", (
            TradeSchool("restore", "feels as it did", "neither gains nor loses"),
            TradeSchool("pull", "weight, towing, altitude", "noise and fuel on the road"),
            TradeSchool("cruise", "fuel and quiet", "weaker on grades, crawls faster"))),
        Topic("room", "room for larger tyres", (
            TradeSchool("lift", "angles too", "shaft angles, caster, hoses, centre of gravity"),
            TradeSchool("trim and keep it low", "stability, money, joints left in peace", "cut metal, tyre cover, no angle won"),
            TradeSchool("both, little of each", "each within what stock parts take", "some of both bills"))),
        Topic("lift", "how to get lift", (
            TradeSchool("springs matched to the load", "rides and holds its height loaded", "dearest; wrong once the load changes"),
            TradeSchool("spacers, blocks, collars", "cheap, quick, comes off again", "nothing for the load; droop, joints and leverage pay"),
            TradeSchool("body lift", "nothing in the suspension moves", "column, shroud, filler, mounts; nothing under the frame"))),
        Topic("caster", "front caster after lift", (
            TradeSchool("arms or brackets", "turns the whole axle back", "pinion drops with it; brackets hang lower"),
            TradeSchool("offset bushes", "cheap, little work", "a degree or two, wears"),
            TradeSchool("cut and re-weld the knuckles", "caster and pinion both right", "certified welding, approval"))),
        Topic("rear shaft", "rear shaft after lift", (
            TradeSchool("single joints, pinion parallel", "simple, parts everywhere", "limited angle"),
            TradeSchool("double joint, pinion pointed at the case", "takes more lift smoothly", "dearer, axle to turn"))),
        Topic("differential", "which differential", (
            TradeSchool("open with traction aid", "quiet, light on shafts", "brakes work hard, needs wheels on the ground"),
            TradeSchool("limited slip", "always there, no lever", "wears, surprises on ice"),
            TradeSchool("selectable lock", "all or nothing when wanted", "money, air or wire, half shafts"),
            TradeSchool("always locked", "simple and strong", "tyres, turning, road manners"))),
        Topic("drive", "full-time or part-time", (
            TradeSchool("always on", "snow and wet", "fuel, wear, a centre differential to lock"),
            TradeSchool("selectable with low range", "simple, steers freely", "winds up on dry tarmac"))),
        Topic("rusty panel", "rusty panel", (
            TradeSchool("lapped into a flange", "easier", "traps water"),
            TradeSchool("butt-welded", "better, no trap", "harder, heat"))),
        Topic("rusty frame", "rusty frame", (
            TradeSchool("repair", "keeps number and papers", "certified welding; more hidden"),
            TradeSchool("replace with new", "known", "everything off, paperwork"),
            TradeSchool("design a new one", "what is wanted", "engineer, approval, a year"))),
        Topic("big job", "big job", (
            TradeSchool("in the vehicle", "less to undo", "worse access, half-seen"),
            TradeSchool("pull the whole unit", "access, more fixed at once", "more hours, hoist, helpers"))),
        Topic("donor", "used donor part or new", (
            TradeSchool("used", "cheaper", "unknown until it is apart"),
            TradeSchool("new", "known", "dearer, waits"))),
        Topic("engine out", "engine and gearbox together or apart", (
            TradeSchool("together", "one lift, clutch and mating face outside", "long, heavy, more height and a helper"),
            TradeSchool("apart", "lighter, less height", "bolts from below, clutch lined up under the vehicle"))),
        Topic("reuse", "reuse what comes off, or renew", (
            TradeSchool("reuse", "money, known to fit", "worn the same on both sides; cleaned and judged by hand"),
            TradeSchool("renew", "known, all of one age", "money; fits only as well as it was made"))),
        Topic("seized", "a fastener that does not come", (
            TradeSchool("heat and soak", "thread and part stay", "time, fire watch, bushes and grease suffer"),
            TradeSchool("impact and cut", "quick", "a thread to mend, sparks, new fasteners"))),
        Topic("kit", "a kit by its sheet, or own geometry", (
            TradeSchool("by its sheet", "parts belong together, papers", "for the vehicle that its maker measured"),
            TradeSchool("own geometry", "for this vehicle", "every angle is yours, approval too"))),
        Topic("layout", "layout first, or offer up and template", (
            TradeSchool("layout first", "errors on paper, parts twice alike", "as good as what was measured"),
            TradeSchool("offer up and template", "fits what is there", "one of a kind, fitted several times"))),
        Topic("joining", "how thin parts are joined", (
            TradeSchool("bonded and screwed", "seals, spreads the load", "clean, dry, hours to set; does not come off"),
            TradeSchool("rivet inserts", "from one side, comes off again", "turn in the hole; strength of the sheet"),
            TradeSchool("screws", "anyone can undo them", "work loose, rust at the hole"))),
        Topic("torque", "torque wrench, or by feel", (
            TradeSchool("torque wrench always", "the same every time, can be signed", "slower, wrench to be checked"),
            TradeSchool("by feel where nothing hangs on it", "quick", "covers and clips only: never brakes, steering, wheels, suspension"))),
        Topic("originality", "originality or function first", (
            TradeSchool("originality kept", "resale, papers, a way back", "old limits stay"),
            TradeSchool("function first", "does what it is for", "no way back; approval"))),
        Topic("shift", "how the case is shifted", (
            TradeSchool("by lever", "felt, works without current", "hole, linkage, rattle"),
            TradeSchool("by electronics", "no linkage", "signals, a motor that sticks in the cold"))),
        Topic("rust", "rust on a frame", (
            TradeSchool("cut to bare metal", "seen, and gone", "hours, metal too"),
            TradeSchool("knocked off and covered", "quick, much better than nothing", "goes on beneath; look again each year"))),
    )
}  # fmt: skip
