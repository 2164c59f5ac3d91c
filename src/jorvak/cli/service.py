"""``serve``, ``demo`` and ``openapi``: the application."""

import argparse
import errno
import json
import logging
import socket
from collections.abc import Callable
from contextlib import ExitStack
from datetime import date
from pathlib import Path
from typing import TYPE_CHECKING

from jorvak.cli.builds import take_in
from jorvak.cli.data import open_rigs
from jorvak.cli.failed import Commands, Failed, add_data, day

if TYPE_CHECKING:
    from flask_openapi3 import OpenAPI

    from jorvak.web import Beyond

LOOPBACK = "127.0.0.1"
DEFAULT_PORT = 5370
THREADS = 8


def add_commands(commands: Commands) -> None:
    """Add the commands to the command line."""
    serve = commands.add_parser("serve", help="start the application, on loopback if not asked otherwise")
    _add_serving(serve)
    serve.add_argument(
        "--host",
        default=LOOPBACK,
        help="an address of this machine beyond loopback; wants --name and passwords",
    )
    serve.add_argument(
        "--name",
        action="append",
        default=[],
        help="a name by which it is called from there; may stand several times",
    )
    serve.add_argument("--cert", type=Path, help="the shop's certificate, in PEM: the server speaks TLS then")
    serve.add_argument("--key", type=Path, help="and its key")
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
    beyond = _beyond(arguments)
    with ExitStack() as until_the_end:
        listening = _hold_all(
            arguments, until_the_end, arguments.host, over_tls=bool(beyond and beyond.over_tls)
        )
        _run(arguments, listening, beyond)
    return 0


def _beyond(arguments: argparse.Namespace) -> "Beyond | None":
    """What it takes to serve beyond loopback; None for this machine alone. Raises Failed."""
    from jorvak.store.people import People
    from jorvak.web import Beyond

    over_tls = arguments.cert is not None or arguments.key is not None
    if over_tls and (arguments.cert is None or arguments.key is None):
        raise Failed("A certificate goes with its key: give both --cert FILE and --key FILE.")
    for file in (arguments.cert, arguments.key) if over_tls else ():
        if not file.is_file():
            raise Failed(f"There is no file {file}.")
    if arguments.host == LOOPBACK and not arguments.name and not over_tls:
        return None
    people = People(arguments.data)
    if not people.names():
        raise Failed(
            "Beyond this machine nobody comes in without a password, and there is none yet. "
            f"Set one first: bin/jorvak password NAME --data {arguments.data}"
        )
    if not arguments.name:
        raise Failed(
            "By which name is it called from other machines? Give it with --name, as the address bar will say it."
        )
    return Beyond(tuple(name.lower() for name in arguments.name), people, over_tls)


def _demo(arguments: argparse.Namespace) -> int:
    from jorvak.demo import BUILDS, SHOPS
    from jorvak.store.database import FILE_NAME

    with ExitStack() as until_the_end:
        # Port and folder first: nothing is thrown away under a server that runs.
        listening = _hold_all(arguments, until_the_end, LOOPBACK)
        if arguments.fresh:
            for ending in ("", "-wal", "-shm"):
                (arguments.data / f"{FILE_NAME}{ending}").unlink(missing_ok=True)
        to = arguments.today or date.today()
        take_in([*SHOPS, *BUILDS], open_rigs(arguments.data, arguments.today), "bench", to, if_empty=True)
        _run(arguments, listening, None)
    return 0


def _hold_all(
    arguments: argparse.Namespace, until_the_end: ExitStack, host: str, over_tls: bool = False
) -> socket.socket:
    """Take the port, then the data folder, or neither. Raises Failed."""
    from jorvak.store.holding import Held, hold

    if not 0 <= arguments.port <= 65535:
        raise Failed(f"There is no port {arguments.port}. Give one from 1024 to 65535 with --port.")
    listening = until_the_end.enter_context(socket.socket(socket.AF_INET, socket.SOCK_STREAM))
    listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listening.bind((host, arguments.port))
    except OSError as error:
        if error.errno in (errno.EADDRNOTAVAIL, socket.EAI_NONAME):
            raise Failed(f"{host} is no address of this machine.") from None
        raise Failed(
            f"Port {arguments.port} cannot be used ({error.strerror or error}): something else listens there, "
            f"perhaps another Jorvak. Try --port {_free_port()}."
        ) from None
    try:
        address = f"{'https' if over_tls else 'http'}://{host}:{listening.getsockname()[1]}/"
        until_the_end.enter_context(hold(arguments.data, f"the Jorvak at {address}"))
    except Held as held:
        raise Failed(str(held)) from None
    except OSError as error:
        raise Failed(
            f"The data folder {arguments.data} cannot be written ({error.strerror}). "
            "Name another with --data DIR, or give yourself the right to write there."
        ) from None
    return listening


def _run(arguments: argparse.Namespace, listening: socket.socket, beyond: "Beyond | None") -> None:
    from jorvak.web import create_app, memory
    from jorvak.web.daily import back_up_daily

    logging.basicConfig(level=logging.WARNING, format="%(levelname)s %(name)s: %(message)s")
    app = create_app(open_rigs(arguments.data, arguments.today), today=arguments.today, beyond=beyond)
    over_tls = beyond is not None and beyond.over_tls
    run = _over_tls(app, listening, arguments) if over_tls else _plainly(app, listening)
    memory.settle()
    memory.tidy_when_quiet(app)
    back_up_daily(app)
    name = LOOPBACK if beyond is None else beyond.names[0]
    print(
        f"Jorvak is at {'https' if over_tls else 'http'}://{name}:{listening.getsockname()[1]}/  "
        f"(data in {arguments.data}; Ctrl C stops it)",
        flush=True,
    )
    if beyond is not None and not over_tls:
        print(
            "Without --cert and --key passwords go over the network as they are typed, and a tablet keeps nothing "
            "for when the server is away.",
            flush=True,
        )
    run()


def _plainly(app: "OpenAPI", listening: socket.socket) -> Callable[[], None]:
    from waitress import create_server

    server = create_server(
        app,
        sockets=[listening],
        threads=THREADS,
        ident="jorvak",
        # Whoever connects and says nothing holds a place for so long, and not for ever.
        channel_timeout=30,
        cleanup_interval=5,
        connection_limit=400,
        # select() takes no descriptor above 1023, and a server that meets one is dead.
        asyncore_use_poll=True,
    )
    run: Callable[[], None] = server.run
    return run


def _over_tls(app: "OpenAPI", listening: socket.socket, arguments: argparse.Namespace) -> Callable[[], None]:
    """Served over TLS. Raises Failed where certificate and key do not go together."""
    import ssl

    from cheroot.ssl.builtin import BuiltinSSLAdapter
    from cheroot.wsgi import Server

    try:
        adapter = BuiltinSSLAdapter(str(arguments.cert), str(arguments.key))
    except (ssl.SSLError, OSError, ValueError) as error:
        raise Failed(
            f"{arguments.cert} and {arguments.key} are no certificate and its key ({error})."
        ) from None
    adapter.context.minimum_version = ssl.TLSVersion.TLSv1_2
    address = listening.getsockname()
    server = Server(address, app, numthreads=THREADS, max=2 * THREADS, timeout=30, server_name="jorvak")
    server.ssl_adapter = adapter
    server.max_request_body_size = 0

    def run() -> None:
        # It binds for itself.
        listening.close()
        try:
            server.start()
        except KeyboardInterrupt:
            server.stop()
            raise

    return run


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
