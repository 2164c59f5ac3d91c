"""``serve``, ``demo`` and ``openapi``: the application."""

import argparse
import json
import logging
import socket
from contextlib import ExitStack
from datetime import date

from jorvak.cli.builds import take_in
from jorvak.cli.data import open_rigs
from jorvak.cli.failed import Commands, Failed, add_data, day

DEFAULT_PORT = 5370
THREADS = 8


def add_commands(commands: Commands) -> None:
    """Add the commands to the command line."""
    serve = commands.add_parser("serve", help="start the application on loopback")
    _add_serving(serve)
    serve.set_defaults(run=_serve)

    demo = commands.add_parser(
        "demo", help="start it with the demo builds, taken in where there is nothing yet"
    )
    _add_serving(demo)
    demo.add_argument("--fresh", action="store_true", help="throw away what the data folder holds first")
    demo.set_defaults(run=_demo)

    api = commands.add_parser("openapi", help="print the description of the web API")
    api.set_defaults(run=_openapi)


def _add_serving(parser: argparse.ArgumentParser) -> None:
    parser.add_argument(
        "--port", type=int, default=DEFAULT_PORT, help=f"where it listens (default {DEFAULT_PORT})"
    )
    add_data(parser)
    parser.add_argument("--today", type=day, help="take this day for today (pictures and tests)")


def _serve(arguments: argparse.Namespace) -> int:
    with ExitStack() as until_the_end:
        listening = _hold_all(arguments, until_the_end)
        _run(arguments, listening)
    return 0


def _demo(arguments: argparse.Namespace) -> int:
    from jorvak.demo import BUILDS
    from jorvak.store.database import FILE_NAME

    with ExitStack() as until_the_end:
        # Port and folder first: nothing is thrown away under a server that runs.
        listening = _hold_all(arguments, until_the_end)
        if arguments.fresh:
            for ending in ("", "-wal", "-shm"):
                (arguments.data / f"{FILE_NAME}{ending}").unlink(missing_ok=True)
        to = arguments.today or date.today()
        take_in(list(BUILDS), open_rigs(arguments.data, arguments.today), "bench", to, if_empty=True)
        _run(arguments, listening)
    return 0


def _hold_all(arguments: argparse.Namespace, until_the_end: ExitStack) -> socket.socket:
    """Take the port, then the data folder, or neither. Raises Failed."""
    from jorvak.store.holding import Held, hold

    if not 0 <= arguments.port <= 65535:
        raise Failed(f"There is no port {arguments.port}. Give one from 1024 to 65535 with --port.")
    listening = until_the_end.enter_context(socket.socket(socket.AF_INET, socket.SOCK_STREAM))
    listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listening.bind(("127.0.0.1", arguments.port))
    except OSError as error:
        raise Failed(
            f"Port {arguments.port} cannot be used ({error.strerror or error}): something else listens there, "
            f"perhaps another Jorvak. Try --port {_free_port()}."
        ) from None
    try:
        address = f"http://127.0.0.1:{listening.getsockname()[1]}/"
        until_the_end.enter_context(hold(arguments.data, f"the Jorvak at {address}"))
    except Held as held:
        raise Failed(str(held)) from None
    except OSError as error:
        raise Failed(
            f"The data folder {arguments.data} cannot be written ({error.strerror}). "
            "Name another with --data DIR, or give yourself the right to write there."
        ) from None
    return listening


def _run(arguments: argparse.Namespace, listening: socket.socket) -> None:
    from waitress import create_server

    from jorvak.web import create_app, memory
    from jorvak.web.daily import back_up_daily

    logging.basicConfig(level=logging.WARNING, format="%(levelname)s %(name)s: %(message)s")
    app = create_app(open_rigs(arguments.data, arguments.today), today=arguments.today)
    server = create_server(
        app,
        sockets=[listening],
        threads=THREADS,
        ident="jorvak",
        # Whoever connects and says nothing holds a place for so long, and not for ever.
        channel_timeout=30,
        cleanup_interval=5,
        connection_limit=400,
    )
    memory.settle()
    memory.tidy_when_quiet(app)
    back_up_daily(app)
    print(
        f"Jorvak is at http://127.0.0.1:{listening.getsockname()[1]}/  "
        f"(data in {arguments.data}; Ctrl C stops it)",
        flush=True,
    )
    server.run()


def _free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


def _openapi(_: argparse.Namespace) -> int:
    from jorvak.web import create_app
    from jorvak.web.description import described

    document = described(create_app(rigs=None))  # type: ignore[arg-type]
    print(json.dumps(document, indent=1, sort_keys=True, ensure_ascii=False))
    return 0
