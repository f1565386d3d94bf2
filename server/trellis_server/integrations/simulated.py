"""Simulated services: made-up answers, the same for the same question, with faults to be tried.

Nothing here is measured or promised by anybody.
"""

import hashlib
import math
import random
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from steady.catalog.price_book import BookPrice
from steady.schedule.weather_limits import Day

from trellis_server.integrations.services import (
    ServiceUnavailableError,
    SpotReadings,
    SupplierOffer,
    SurveySpot,
    Ticket,
)

NOISE_M = 0.0015
KNOCK_M = 0.035
MISREAD_M = 0.1
GROUND_FALL = (-0.03, 0.02)
"""The made-up ground that the level reads: how it falls to the right and upward."""
OWNERS = ("water", "gas", "electricity", "telephone")
TICKET_DAYS = 21
NOTICE_DAYS = 3


def _chance(*about: object) -> random.Random:
    return random.Random(hashlib.sha256("|".join(str(part) for part in about).encode()).hexdigest())


@dataclass
class _StandIn:
    fault: str = ""

    def _answers(self) -> None:
        if self.fault == "no answer":
            raise ServiceUnavailableError


class SimulatedWeather(_StandIn):
    """Seasons by latitude, with chance on top; a change of forecast turns the days after the third cold and wet."""

    def forecast(self, latitude_rad: float, first: date, count: int) -> list[Day]:
        """See the interface."""
        self._answers()
        days = []
        for k in range(count):
            on = first + timedelta(days=k)
            chance = _chance("weather", round(latitude_rad, 2), on)
            season = math.cos(2 * math.pi * (on.timetuple().tm_yday - 200) / 365) * (1 if latitude_rad >= 0 else -1)
            mean = 24 - 0.35 * abs(math.degrees(latitude_rad)) + 9 * season * min(1.0, abs(latitude_rad) / 0.5)
            wet = chance.random() < 0.3
            day = Day(
                id=f"forecast-{on.isoformat()}",
                work="pour",
                on=on.isoformat(),
                temperature_c=round(max(-30.0, min(45.0, mean + chance.gauss(0, 3))), 1),
                rain_mm=round(chance.expovariate(1 / 6), 1) if wet else 0.0,
                wind_m_per_s=round(min(30.0, chance.gammavariate(3, 1.3)), 1),
            )
            if self.fault == "a change of forecast" and k >= 3:
                day = replace(day, temperature_c=round(day.temperature_c - 8, 1), rain_mm=day.rain_mm + 14)
            days.append(day)
        return days


class SimulatedMerchant(_StandIn):
    """Near the asked prices, by chance; some items are out of stock for days."""

    def offers(self, prices: Sequence[BookPrice], on: date) -> list[SupplierOffer]:
        """See the interface."""
        self._answers()
        found = []
        for row in prices:
            chance = _chance("merchant", row.item, row.length_m, on.isocalendar()[:2])
            factor = chance.uniform(0.94, 1.08) * (1.15 if self.fault == "prices up" else 1.0)
            short = self.fault == "a short delivery" and chance.random() < 0.4
            stock = 0 if short else chance.randint(20, 400)
            price = replace(row, price=round(row.price * factor, 2), supplier="Simulated yard", on=on.isoformat())
            found.append(
                SupplierOffer(
                    price=price,
                    stock_count=stock,
                    lead_days=chance.randint(4, 12) if short else 1,
                    instead="the next longer length" if short and row.length_m is not None else "",
                )
            )
        return found


class SimulatedLocateDesk(_StandIn):
    """Owners answer one by one over three days; one may never answer, or the ticket may have run out."""

    def ticket(self, place: str, asked_on: date, today: date) -> Ticket:
        """See the interface."""
        self._answers()
        number = f"SIM-{asked_on:%y%m%d}-{_chance('ticket', place).randint(100, 999)}"
        owners = []
        for k, owner in enumerate(OWNERS):
            late = self.fault == "one owner late" and owner == "gas"
            after = asked_on + timedelta(days=1 + k // 2)
            owners.append((owner, f"marked {after.isoformat()}" if today >= after and not late else ""))
        lasts = -1 if self.fault == "expired" else TICKET_DAYS
        return Ticket(
            number=number,
            dig_from=asked_on + timedelta(days=NOTICE_DAYS),
            expires=asked_on + timedelta(days=lasts),
            owners=tuple(owners),
        )


class SimulatedLevel(_StandIn):
    """Reads an even slope with a little noise; a knocked tripod shows at the benchmark, a misread does not."""

    def read(self, spots: Sequence[SurveySpot]) -> SpotReadings:
        """See the interface."""
        self._answers()
        chance = _chance("level", len(spots), *(spot.thing for spot in spots))
        instrument = 1.5
        drop, rods = 0.0, []
        wrong = chance.randrange(len(spots)) if spots else 0
        for k, spot in enumerate(spots):
            if self.fault == "a knocked tripod" and k == len(spots) // 2:
                drop = KNOCK_M
            ground = GROUND_FALL[0] * spot.x_m + GROUND_FALL[1] * spot.y_m
            misread = MISREAD_M if self.fault == "a misread" and k == wrong else 0.0
            rods.append(round(instrument - drop - ground + misread + chance.gauss(0, NOISE_M), 4))
        again = round(instrument - drop + chance.gauss(0, NOISE_M), 4)
        return SpotReadings(benchmark_m=instrument, rods_m=tuple(rods), benchmark_again_m=again)


class SimulatedMessages(_StandIn):
    """Sends nothing to nobody, and says so."""

    def send(self, to: str, text: str) -> str:
        """See the interface."""
        self._answers()
        number = _chance("message", to, text).randint(1000, 9999)
        return f"A stand-in took {len(text)} letters for {to} and sent them nowhere (receipt {number})"
