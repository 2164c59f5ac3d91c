"""The web application: validates, calls core and store, answers."""

from dataclasses import dataclass
from datetime import date
from pathlib import Path

from flask import Response, request, send_from_directory
from flask_openapi3 import Info, OpenAPI
from werkzeug.exceptions import NotFound

from jorvak.core.engine.keeping import KeptOfRigs
from jorvak.store import PhotoFiles, Rigs
from jorvak.store.journal import AlreadyDone
from jorvak.store.laid_plans import LaidPlans
from jorvak.store.people import People
from jorvak.store.shares import Shares
from jorvak.store.shops import Shops
from jorvak.web import problems, security
from jorvak.web.buying import buying_pages
from jorvak.web.decisions import decision_pages
from jorvak.web.deltas import Sent
from jorvak.web.doing import doing_pages
from jorvak.web.door import door_pages, put_a_door
from jorvak.web.driveline import driveline_pages
from jorvak.web.drives import Desk, drive_pages
from jorvak.web.frame import frame_pages
from jorvak.web.going import going_pages
from jorvak.web.history import history_pages
from jorvak.web.incoming import look_at_what_comes_in
from jorvak.web.load import load_pages
from jorvak.web.long_work import LongWork, long_work_pages
from jorvak.web.measure import measure_pages
from jorvak.web.notebook import notebook_pages
from jorvak.web.papers import paper_pages
from jorvak.web.plan import plan_pages
from jorvak.web.problems import Problem
from jorvak.web.records import record_pages
from jorvak.web.recovery import recovery_pages
from jorvak.web.rig import Cards, rig_pages
from jorvak.web.rolling import rolling_pages
from jorvak.web.shares import look, share_pages, show, show_report
from jorvak.web.sheet import View, answer
from jorvak.web.shop import shop_pages
from jorvak.web.stance import stance_pages
from jorvak.web.survey import survey_pages
from jorvak.web.trip import trip_pages
from jorvak.web.way import way_pages
from jorvak.web.weighing import weighing_pages
from jorvak.web.work import work_pages
from jorvak.web.workings import working_pages

DIST = Path(__file__).parents[3] / "frontend" / "dist"
LARGEST_REQUEST = 60_000_000
"""But for a build with its photographs, which is read from a file (``web.rig.import_build``)."""


@dataclass(frozen=True)
class Beyond:
    """That the application is served beyond loopback: by which names, to whom, and whether over TLS."""

    names: tuple[str, ...]
    people: People
    over_tls: bool


def create_app(
    rigs: Rigs, today: date | None = None, dist: Path = DIST, beyond: Beyond | None = None
) -> OpenAPI:
    """The application over ``rigs``. ``today`` fixes the day for pictures and tests; ``dist`` is the built front end.

    Without ``beyond`` it answers on loopback alone, and nobody signs in.
    """
    app = OpenAPI(
        __name__,
        info=Info(title="Jorvak", version="0.1.0"),
        security_schemes={},
        static_folder=None,
        doc_ui=False,
        validation_error_callback=problems.answer_invalid,
        validation_error_status=422,
        validation_error_model=Problem,
    )
    app.config.update(
        RIGS=rigs,
        KEPT=KeptOfRigs(),
        SENT=Sent(),
        CARDS=Cards(),
        DESK=Desk(),
        LONG_WORK=LongWork(),
        SHARES=rigs and Shares(rigs.database, rigs.journal.now),
        SHOPS=rigs and Shops(rigs.database, rigs.journal.now),
        LAID=rigs and LaidPlans(rigs.database, rigs.journal.now),
        PHOTOS=rigs and PhotoFiles(rigs.database.path.parent),
        TODAY=today,
        MAX_CONTENT_LENGTH=LARGEST_REQUEST,
    )
    look_at_what_comes_in(app)
    if beyond is None:
        security.protect(app)
    else:
        security.protect(app, beyond.names)
        put_a_door(app, beyond.people, beyond.over_tls)
    problems.register(app)
    for pages in (
        rig_pages, plan_pages, working_pages, measure_pages, decision_pages, record_pages, survey_pages, rolling_pages, drive_pages, driveline_pages, stance_pages, recovery_pages, frame_pages, trip_pages, going_pages, way_pages,
        load_pages, weighing_pages, notebook_pages, work_pages, doing_pages, shop_pages, buying_pages, paper_pages, history_pages, long_work_pages, door_pages, share_pages,
    ):  # fmt: skip
        app.register_api(pages)

    @app.errorhandler(AlreadyDone)
    def already_done(_: AlreadyDone) -> Response:
        """A write that was sent twice is answered as if it had been sent once."""
        assert request.view_args is not None
        return answer(request.view_args["rig_id"], View.model_validate(request.args.to_dict()))

    @app.get("/api/nothing", doc_ui=False)
    def nothing(query: View) -> Response:
        """An empty endpoint: the page's way to ask if we are up, and the floor that the bench measures against."""
        return Response("{}", mimetype="application/json")

    def asset(name: str) -> Response:
        response = send_from_directory(dist / "assets", name)
        # Their names carry a hash of their content.
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return response

    app.add_url_rule("/assets/<path:name>", view_func=asset)

    def icon() -> Response:
        return send_from_directory(dist, "icon.svg")

    app.add_url_rule("/icon.svg", view_func=icon)

    def way(rig_id: int) -> Response:
        return send_from_directory(dist, "way.html")

    def way_worker() -> Response:
        response = send_from_directory(dist, "way-worker.js", mimetype="text/javascript")
        # Asked for each time: what it keeps must not outlive a new version.
        response.headers["Cache-Control"] = "no-cache"
        response.headers["Service-Worker-Allowed"] = "/way/"
        return response

    app.add_url_rule("/way/<int:rig_id>", view_func=way)
    app.add_url_rule("/way/worker.js", view_func=way_worker)
    app.add_url_rule("/shared/<token>", view_func=show, endpoint="shared")
    app.add_url_rule("/shared/<token>/report", view_func=show_report, endpoint="shared_report")
    app.add_url_rule("/shared.css", view_func=look, endpoint="shared_css")

    @app.errorhandler(404)
    def page(error: NotFound) -> Response:
        """Every address that is not the API's is a page, and the page finds out what it shows."""
        if request.method != "GET" or request.path.startswith(("/api/", "/assets/")):
            return problems.problem(404, "Not there", "There is no such address here.")
        return send_from_directory(dist, "index.html")

    return app
