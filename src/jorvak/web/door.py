"""The door beyond loopback: who comes in by name and password, and what keeps others out.

On this machine alone there is no door: nobody signs in. Beyond it every address of the API wants a session, each
write its token, and whoever tries passwords is slowed down.
"""

import secrets
from dataclasses import dataclass
from datetime import timedelta
from hmac import compare_digest

from flask import Flask, Response, current_app, g, request, session
from flask_openapi3 import Tag
from limits import RateLimitItemPerMinute
from limits.storage import MemoryStorage
from limits.strategies import MovingWindowRateLimiter
from pydantic import Field
from werkzeug.exceptions import Forbidden, TooManyRequests, Unauthorized

from jorvak.store.people import People
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.problems import problem

door_pages = Pages("door", __name__, url_prefix="/api", abp_tags=[Tag(name="door")])

SIGNED_IN_FOR = timedelta(days=14)
TRIES_OF_A_NAME, TRIES_OF_AN_ADDRESS = RateLimitItemPerMinute(5), RateLimitItemPerMinute(20)
OPEN = frozenset({("GET", "/api/session"), ("POST", "/api/session"), ("GET", "/api/nothing")})
"""What is answered to whoever asks."""
TOKEN = "X-Token"


@dataclass(frozen=True)
class Door:
    """Who may come in, and how often somebody has tried."""

    people: People
    tries: MovingWindowRateLimiter


class Session(Message):
    """``guarded``: one has to sign in here. ``token`` goes with each write, in the header X-Token."""

    guarded: bool
    person: str | None = None
    token: str | None = None


class SignIn(Message):
    person: str = Field(max_length=80)
    password: str = Field(max_length=1000)


def put_a_door(app: Flask, people: People, over_tls: bool) -> None:
    """Have ``app`` let in only who signs in."""
    app.secret_key = people.secret()
    app.config.update(
        DOOR=Door(people, MovingWindowRateLimiter(MemoryStorage())),
        SESSION_COOKIE_NAME="jorvak",
        SESSION_COOKIE_HTTPONLY=True,
        SESSION_COOKIE_SAMESITE="Strict",
        SESSION_COOKIE_SECURE=over_tls,
        PERMANENT_SESSION_LIFETIME=SIGNED_IN_FOR,
    )
    app.before_request(_let_in)


def _let_in() -> None:
    if not request.path.startswith("/api/"):
        # The page itself says nothing; what it shows comes from the API.
        return
    person = _signed_in()
    if (request.method, request.path) in OPEN:
        return
    if person is None:
        raise Unauthorized("Sign in first.")
    if request.method not in ("GET", "HEAD", "OPTIONS") and not compare_digest(
        request.headers.get(TOKEN, ""), str(session.get("token", ""))
    ):
        raise Forbidden("This write does not come from the page that was opened here. Load the page again.")
    g.person = person


def _signed_in() -> str | None:
    """The person of this session, while the password is the one that it began with."""
    door: Door = current_app.config["DOOR"]
    person = session.get("person")
    mark = door.people.mark_of(person) if isinstance(person, str) else None
    return person if mark is not None and compare_digest(mark, str(session.get("mark", ""))) else None


def _session() -> Response:
    person = _signed_in() if "DOOR" in current_app.config else None
    found = Session(
        guarded="DOOR" in current_app.config,
        person=person,
        token=session.get("token") if person is not None else None,
    )
    return Response(found.model_dump_json(), mimetype="application/json")


@door_pages.get("/session", responses={200: Session})
def get_session() -> Response:
    """Whether one has to sign in here, and who has."""
    return _session()


@door_pages.post("/session", responses={200: Session})
def sign_in(body: SignIn) -> Response:
    """Sign in by name and password."""
    if "DOOR" not in current_app.config:
        return _session()
    door: Door = current_app.config["DOOR"]
    address, person = request.remote_addr or "", body.person.strip()
    tries = ((TRIES_OF_A_NAME, ("name", person)), (TRIES_OF_AN_ADDRESS, ("address", address)))
    if not all(door.tries.test(limit, *of) for limit, of in tries):
        raise TooManyRequests("Too many tries. Wait a minute, and try again.", retry_after=60)
    if not door.people.is_right(person, body.password):
        for limit, of in tries:
            door.tries.hit(limit, *of)
        return problem(401, "Not signed in", "Name and password do not go together.", field="password")
    session.clear()
    session.permanent = True
    session.update(person=person, mark=door.people.mark_of(person), token=secrets.token_urlsafe(24))
    return _session()


@door_pages.delete("/session", responses={200: Session})
def sign_out() -> Response:
    """Sign out."""
    if "DOOR" in current_app.config:
        session.clear()
    return _session()
