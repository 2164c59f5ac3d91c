"""Errors as problem details (RFC 9457), with the path of the field that is wrong."""

import errno
import logging
import sqlite3
from typing import Any

from flask import Flask, Response, current_app
from pydantic import Field, ValidationError
from werkzeug.exceptions import HTTPException

from jorvak.core.calculation import Refused, sentence_of
from jorvak.core.catalogue import BadFigure
from jorvak.store import CannotUndo, FileGone, NotThere, Stale, last_backup, why_not
from jorvak.web.messages import Message

log = logging.getLogger("jorvak")


class Problem(Message):
    """What went wrong. ``field`` is the path of what was wrong in the request, where there is one."""

    type: str = Field(description="about:blank, or one of this application's own kinds")
    title: str
    status: int
    detail: str = Field(description="a sentence for a builder")
    field: str | None = None
    theirs: dict[str, Any] | None = Field(None, description="on a stale write: the record as it stands now")


def problem(status: int, title: str, detail: str, kind: str = "about:blank", **more: Any) -> Response:
    """An answer that carries a problem."""
    body = Problem(type=kind, title=title, status=status, detail=detail, **more)
    return Response(body.model_dump_json(exclude_none=True), status, mimetype="application/problem+json")


def answer_invalid(error: ValidationError) -> Response:
    """A request whose body or query does not fit its model."""
    fault = error.errors(include_url=False)[0]
    field = ".".join(str(part) for part in fault["loc"]) or "body"
    return problem(422, "That cannot be taken", sentence_of(fault, field), field=field)


def register(app: Flask) -> None:
    """Answer every error of ``app`` as a problem."""

    @app.errorhandler(Refused)
    def refused(error: Refused) -> Response:
        return problem(422, "That cannot be taken", error.message, field=error.field)

    @app.errorhandler(BadFigure)
    def bad_figure(error: BadFigure) -> Response:
        return problem(422, "That cannot be taken", str(error), field=error.path)

    @app.errorhandler(ValidationError)
    def invalid(error: ValidationError) -> Response:
        return answer_invalid(error)

    @app.errorhandler(NotThere)
    def not_there(error: NotThere) -> Response:
        return problem(404, "Not there", str(error))

    @app.errorhandler(CannotUndo)
    def cannot_undo(error: CannotUndo) -> Response:
        return problem(409, "Nothing was changed", str(error), kind="jorvak:cannot-undo")

    @app.errorhandler(Stale)
    def stale(error: Stale) -> Response:
        return problem(
            409,
            "Changed by somebody else",
            "This was changed in another window or by somebody else meanwhile. Nothing of yours was written: "
            "look at what stands there now and decide.",
            kind="jorvak:stale",
            theirs=error.theirs,
        )

    @app.errorhandler(sqlite3.IntegrityError)
    def breaks_a_rule(error: sqlite3.IntegrityError) -> Response:
        log.exception("integrity")
        return problem(
            422,
            "That cannot be kept",
            f"What was sent breaks a rule of the database ({error}). Nothing was changed.",
        )

    @app.errorhandler(OverflowError)
    def too_large(error: OverflowError) -> Response:
        return problem(422, "That cannot be taken", "A number in it is larger than any that can be kept.")

    @app.errorhandler(sqlite3.DatabaseError)
    def database(error: sqlite3.DatabaseError) -> Response:
        log.exception("database")
        damaged = (getattr(error, "sqlite_errorcode", None) or 0) & 0xFF == sqlite3.SQLITE_CORRUPT
        backup = last_backup(current_app.config["RIGS"].database.path.parent) if damaged else ""
        return problem(503, "The database does not take it", f"{why_not(error)}{backup} Nothing was changed.")

    @app.errorhandler(FileGone)
    def gone(error: FileGone) -> Response:
        return problem(503, "The database is gone", str(error))

    @app.errorhandler(OSError)
    def disk(error: OSError) -> Response:
        log.exception("disk")
        why = (
            "The disk is full."
            if error.errno == errno.ENOSPC
            else f"The data folder does not take it: {error.strerror}."
        )
        return problem(503, "The data folder does not take it", f"{why} Nothing was changed.")

    @app.errorhandler(HTTPException)
    def http(error: HTTPException) -> Response:
        answer = problem(error.code or 500, error.name, error.description or error.name)
        if (after := getattr(error, "retry_after", None)) is not None:
            answer.headers["Retry-After"] = str(after)
        return answer

    @app.errorhandler(Exception)
    def unexpected(error: Exception) -> Response:
        log.exception("unexpected")
        return problem(
            500,
            "A fault of ours",
            "This went wrong inside the application and is in its log. Nothing was changed.",
        )
