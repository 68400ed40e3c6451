"""What is wrong with a station as a whole."""

from __future__ import annotations

from tithe.core.errors import InputError, TitheError


class StationError(TitheError):
    """All that is wrong with a station, in the order of the file."""

    def __init__(self, errors: list[InputError]) -> None:
        super().__init__("; ".join(map(str, errors)))
        self.errors = errors

    def under(self, parent: str) -> StationError:
        """The same errors seen from one level up."""
        return StationError([error.under(parent) for error in self.errors])
