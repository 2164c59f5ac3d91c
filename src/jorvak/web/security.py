"""What keeps a page of some other site from reading or writing here.

The server is bound to loopback, which keeps other machines out but not other pages in the same browser:
hence the Host header is checked (against rebound names), writes have to come from our own page, and our
pages may load nothing from elsewhere and run no script that stands in the markup.
"""

from flask import Flask, Response, current_app, request
from werkzeug.exceptions import Forbidden, MisdirectedRequest

CONTENT_SECURITY_POLICY = "; ".join(
    (
        "default-src 'none'",
        "script-src 'self'",
        "style-src 'self'",
        "font-src 'self'",
        "img-src 'self' data:",
        "connect-src 'self'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
    )
)
LOOPBACK_NAMES = ("127.0.0.1", "localhost", "[::1]")


def protect(app: Flask, names: tuple[str, ...] = LOOPBACK_NAMES) -> None:
    """Put the checks before every request and the headers on every answer of ``app``, which answers to ``names``."""
    app.config["HOST_NAMES"] = names
    app.before_request(_check_host)
    app.before_request(_check_origin)
    app.after_request(_add_headers)


def _check_host() -> None:
    name = request.host.rsplit(":", 1)[0] if not request.host.endswith("]") else request.host
    names: tuple[str, ...] = current_app.config["HOST_NAMES"]
    if name.lower() not in names:
        raise MisdirectedRequest(f"This server answers to {' and '.join(names)} only. Open it by that name.")


def _check_origin() -> None:
    if request.method in ("GET", "HEAD", "OPTIONS"):
        return
    origin = request.headers.get("Origin")
    site = request.headers.get("Sec-Fetch-Site")
    own = (
        origin == f"{request.scheme}://{request.host}"
        if origin is not None
        else site in (None, "same-origin", "none")
    )
    if not own:
        raise Forbidden("Writes are taken from this server's own pages only.")


def _add_headers(response: Response) -> Response:
    response.headers["Content-Security-Policy"] = CONTENT_SECURITY_POLICY
    response.headers["X-Content-Type-Options"] = "nosniff"
    response.headers["Referrer-Policy"] = "no-referrer"
    response.headers["Cross-Origin-Opener-Policy"] = "same-origin"
    response.headers["Cross-Origin-Resource-Policy"] = "same-origin"
    response.headers.setdefault("Cache-Control", "no-store")
    return response
