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
    )
}  # fmt: skip
