"""An application served on loopback in a thread, for as long as it is used."""

import contextlib
import threading

import uvicorn

from rowstake.store.postgres import free_port


@contextlib.contextmanager
def served(app):
    port = free_port()
    server = uvicorn.Server(uvicorn.Config(app, host="127.0.0.1", port=port, log_level="error"))
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    while not server.started:
        assert thread.is_alive(), "the server did not start"
    yield f"http://127.0.0.1:{port}"
    server.should_exit = True
    server.force_exit = True
    thread.join(20)
