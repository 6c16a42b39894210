"""Days of weather packed: whole hundredths of a degree and tenths of a millimetre, known by the hash of what they hold.

Kept apart from the designs that name them: a design holds a name and a hash, its keeper's store and an exported archive
hold the days.
"""

from __future__ import annotations

import io
import zipfile
import zlib
from hashlib import sha256

import numpy as np

from sabaka_core.base.dates import iso
from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import MAX_BYTES, hive_text, load_hive
from sabaka_core.season.daily import DailyWeather, read_daily

_VERSION = 1
_DESIGN, _DAYS = "hive.json", "weather.csv"
# What an archive may hold unpacked.
_MOST_BYTES = 2 * MAX_BYTES


def columns_of(days: DailyWeather) -> bytes:
    """The days as whole numbers: the version, the first day, how many, means, then rain if there is any."""
    head = np.array([_VERSION, days.first, len(days.mean_c), len(days.rain_mm)], dtype="<i4")
    means = np.round(np.array(days.mean_c) * 100).astype("<i2")
    rain = np.round(np.minimum(np.array(days.rain_mm, dtype=float), 3000.0) * 10).astype("<i2")
    return b"".join((head.tobytes(), means.tobytes(), rain.tobytes()))


def sha_of(days: DailyWeather) -> str:
    """What the days are known by: a hash of their numbers, however their table was written."""
    return sha256(columns_of(days)).hexdigest()


def pack(days: DailyWeather) -> bytes:
    """The days as few bytes."""
    return zlib.compress(columns_of(days), 9)


def unpack(packed: bytes, filled: int = 0) -> DailyWeather:
    """The days again.

    Raises:
        ValueError: what was packed isn't days.
    """
    raw = zlib.decompress(packed)
    version, first, days, rains = (int(n) for n in np.frombuffer(raw[:16], dtype="<i4"))
    numbers = np.frombuffer(raw[16:], dtype="<i2")
    if version != _VERSION or len(numbers) != days + rains:
        raise ValueError("These aren't days of weather.")
    means, rain = numbers[:days] / 100, numbers[days:] / 10
    return DailyWeather(first, tuple(means.tolist()), tuple(rain.tolist()), filled)


def rounded(days: DailyWeather) -> DailyWeather:
    """The days as they are kept."""
    return unpack(pack(days), days.filled)


def table_of(days: DailyWeather) -> str:
    """The days as a table that reads back to the same days."""
    rain = days.rain_mm
    lines = ["date,mean" + (",rain" if rain else "")]
    for index, mean in enumerate(days.mean_c):
        lines.append(f"{iso(days.first + index)},{mean:.2f}" + (f",{rain[index]:.1f}" if rain else ""))
    return "\n".join(lines) + "\n"


def archive_of(hive: Hive, days: DailyWeather) -> bytes:
    """A design and the days that it names, in one file."""
    buffer = io.BytesIO()
    with zipfile.ZipFile(buffer, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, text in ((_DESIGN, hive_text(hive)), (_DAYS, table_of(days))):
            entry = zipfile.ZipInfo(name)
            entry.compress_type = zipfile.ZIP_DEFLATED
            archive.writestr(entry, text)
    return buffer.getvalue()


def opened_file(body: bytes) -> tuple[Hive, DailyWeather | None]:
    """A design file, or an archive of a design with its days.

    Raises:
        ParameterError: it can't be read, or its days aren't those that the design names.
    """
    if not body.startswith(b"PK"):
        return load_hive(body), None
    try:
        with zipfile.ZipFile(io.BytesIO(body)) as archive:
            if sum(entry.file_size for entry in archive.infolist()) > _MOST_BYTES:
                raise ParameterError("", "", "The archive holds more than a design and its days.", "too-large")
            hive = load_hive(archive.read(_DESIGN))
            table = archive.read(_DAYS).decode("utf-8")
    except (
        zipfile.BadZipFile,
        KeyError,
        UnicodeDecodeError,
        RuntimeError,
        NotImplementedError,
        zlib.error,
        EOFError,
    ) as error:
        raise ParameterError(
            "", "", f"Not a design file: its archive can't be read: {error}.", "not-an-archive"
        ) from None
    days = read_daily(table)
    named = hive.season.weather if hive.season else None
    if named is None or named.sha != sha_of(days):
        raise ParameterError(
            "/season/weather", _DAYS, "The archive's days aren't those that the design names.", "other-days"
        )
    return hive, days
