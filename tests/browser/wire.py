"""A wire between a browser and a server that can be cut, as by somebody who trips over it."""

from __future__ import annotations

import contextlib
import selectors
import socket
import threading

__all__ = ["Wire"]


class Wire:
    """Passes bytes on to a server, both ways; while it is cut nobody is reached, not even by who was."""

    def __init__(self, to: tuple[str, int]) -> None:
        self._to = to
        self._whole = True
        self._open: set[socket.socket] = set()
        self._door = socket.create_server(("127.0.0.1", 0))
        self.port: int = self._door.getsockname()[1]
        self._listening = threading.Thread(target=self._listen, daemon=True)
        self._listening.start()

    def cut(self) -> None:
        """Nothing passes any more, and what was on its way is lost."""
        self._whole = False
        self._door.close()
        for end in list(self._open):
            with contextlib.suppress(OSError):
                end.shutdown(socket.SHUT_RDWR)
        self._listening.join(5)

    def restore(self) -> None:
        """It is as it was, at the same place."""
        self._door = socket.create_server(("127.0.0.1", self.port))
        self._whole = True
        self._listening = threading.Thread(target=self._listen, daemon=True)
        self._listening.start()

    def _listen(self) -> None:
        door = self._door
        door.settimeout(0.2)
        while self._whole:
            try:
                near, _ = door.accept()
            except TimeoutError:
                continue
            except OSError:
                return
            threading.Thread(target=self._pass_on, args=(near,), daemon=True).start()

    def _pass_on(self, near: socket.socket) -> None:
        try:
            far = socket.create_connection(self._to)
        except OSError:
            near.close()
            return
        ends = {near: far, far: near}
        self._open.update(ends)
        with selectors.DefaultSelector() as ready, near, far:
            for end in ends:
                ready.register(end, selectors.EVENT_READ)
            with contextlib.suppress(OSError):
                while self._whole:
                    for key, _ in ready.select(0.5):
                        end = key.fileobj
                        assert isinstance(end, socket.socket)
                        data = end.recv(65_536)
                        if not data:
                            return
                        ends[end].sendall(data)
        self._open.difference_update(ends)
