"""Read-only links for a client: each shows one rig as it is planned, and nothing else, until it is taken back."""

from dataclasses import dataclass

from flask import Response, current_app, render_template, send_from_directory
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.assess import assess
from jorvak.core.headlines import Headline, found_results, headlines, written_number
from jorvak.core.plan.kinds import title_of
from jorvak.core.quantities import METRIC
from jorvak.core.report import report
from jorvak.core.rig import APPLIED, Change
from jorvak.store.shares import SharedLink, Shares
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import View, as_json, rigs, today

share_pages = Pages(
    "shares", __name__, url_prefix="/api/rigs/<int:rig_id>/shares", abp_tags=[Tag(name="shares")]
)


class NewShare(Message):
    label: str = Field(min_length=1, max_length=80, pattern=r"\S", description="for whom it is")


class ShareList(Message):
    """``address`` is that of a link made just now: it is told this once."""

    shares: list[SharedLink]
    address: str | None = None


class SharePath(RigPath):
    share_id: int


def shares() -> Shares:
    """The links of the running application."""
    found: Shares = current_app.config["SHARES"]
    return found


@share_pages.get("", responses={200: ShareList})
def list_shares(path: RigPath) -> Response:
    """The links to a rig that were given away."""
    rigs().revision(path.rig_id)
    return as_json(ShareList(shares=shares().of(path.rig_id)))


@share_pages.post("", responses={200: ShareList})
def make_share(path: RigPath, query: View, body: NewShare) -> Response:
    """A link for a client, which is told this once."""
    token = shares().make(path.rig_id, body.label.strip(), query.person)
    return as_json(ShareList(shares=shares().of(path.rig_id), address=f"/shared/{token}"))


@share_pages.delete("/<int:share_id>", responses={200: ShareList})
def take_back(path: SharePath, query: View) -> Response:
    """Have a link show nothing any more."""
    shares().take_back(path.rig_id, path.share_id)
    return as_json(ShareList(shares=shares().of(path.rig_id)))


@dataclass(frozen=True)
class Line:
    """A headline as a client reads it."""

    label: str
    found: str
    value: str
    off: str


def show(token: str) -> Response:
    """The page behind a link. Prices, names and notes are the shop's own, and not on it."""
    rig_id = shares().rig_of(token)
    if rig_id is None:
        return Response(render_template("shared.html", rig=None), 404, mimetype="text/html")
    rig = rigs().read(rig_id, "client").rig
    assessed = assess(rig, "planned", on=today())
    lines = headlines(assessed.results, found_results(rig))
    applied = [change for change in rig.changes if change.state in APPLIED]
    page = render_template(
        "shared.html",
        rig=rig,
        token=token,
        today=today(),
        headlines=[_line(each) for each in lines if each.value is not None],
        changes=[{"title": title_of(change), "stands": _stands(change)} for change in applied],
    )
    return Response(page, mimetype="text/html")


def show_report(token: str) -> Response:
    """What was done, behind a link: money, notes, names and photographs are the shop's own, and not on it."""
    rig_id = shares().rig_of(token)
    if rig_id is None:
        return Response(render_template("shared.html", rig=None), 404, mimetype="text/html")
    made = report(rigs().read(rig_id, "client").rig, today(), with_money=False, in_the_shop=False)
    page = render_template("report.html", report=made, currency="", pictures=False)
    return Response(page, mimetype="text/html")


def _line(of: Headline) -> Line:
    return Line(
        of.label, _written(of, of.found), _written(of, of.value), _written(of, of.off or None).split(" ")[0]
    )


def _written(of: Headline, value: float | None) -> str:
    return "" if value is None else written_number(value, of.key, METRIC, of.places)


def _stands(change: Change) -> str:
    if change.fitted is not None:
        return f"fitted {change.fitted.on.day} {change.fitted.on:%B %Y}"
    return {"chosen": "planned", "bought": "bought"}.get(change.state, change.state)


def look() -> Response:
    """How that page looks."""
    return send_from_directory(f"{current_app.root_path}/templates", "shared.css")
