"""Who writes next: a press goes before others, and whoever is broken off for it is done all the same."""

import threading
from collections.abc import Callable
from unittest.mock import patch

from django.db import connection, connections, transaction
from django.test import Client, TransactionTestCase

from eyebright.kept.sqlite import turns
from eyebright.kept.sqlite.turns import WriteConflictError, writing
from eyebright.shelf.models import Lot, StripSet

LONG = 20.0  # s
LOT = {"material": "malt_vinegar", "name": "Malt vinegar"}


def beside(work: Callable[[], None]) -> threading.Thread:
    """Work on a thread and a connection of its own."""

    def run() -> None:
        try:
            work()
        finally:
            connections.close_all()

    thread = threading.Thread(target=run)
    thread.start()
    return thread


class Hurry(TransactionTestCase):
    """Somebody presses at the basin while others read and write."""

    def press_beside(
        self, save: Callable[[], None], holds: threading.Event, hurried: threading.Event
    ) -> None:
        """Somebody presses once another holds the lock; until both are through."""
        saving = beside(save)
        self.assertTrue(holds.wait(LONG))
        with writing.first():
            hurried.set()
            with transaction.atomic():
                StripSet.objects.create(name="Tap")
        saving.join(LONG)

    def test_who_holds_the_lock_gives_it_up_where_the_work_can_be_done_once_more(self) -> None:
        holds, hurried, said = threading.Event(), threading.Event(), list[str]()

        def save() -> None:
            try:
                with writing.late(), transaction.atomic():
                    StripSet.objects.create(name="Barrel")
                    holds.set()
                    hurried.wait(LONG)
                    StripSet.objects.count()
            except WriteConflictError as raised:
                said.append(str(raised))

        self.press_beside(save, holds, hurried)
        self.assertIn("goes first", *said)
        self.assertEqual(["Tap"], [row.name for row in StripSet.objects.all()])

    def test_who_cannot_do_it_once_more_goes_on(self) -> None:
        holds, hurried = threading.Event(), threading.Event()

        def save() -> None:
            with transaction.atomic():
                StripSet.objects.create(name="Barrel")
                holds.set()
                hurried.wait(LONG)
                StripSet.objects.create(name=f"Beside {StripSet.objects.count()}")

        self.press_beside(save, holds, hurried)
        self.assertEqual(["Barrel", "Beside 1", "Tap"], [row.name for row in StripSet.objects.order_by("id")])

    def test_a_reader_rests_until_the_press_is_kept(self) -> None:
        found = list[int]()
        with patch.object(turns, "REST", LONG), writing.first():
            reading = beside(lambda: found.append(StripSet.objects.count()))
            reading.join(0.2)
            self.assertEqual([], found)
            StripSet.objects.create(name="Tap")
        reading.join(LONG)
        self.assertEqual([1], found)

    def test_where_presses_never_end_a_save_is_done_once_all_the_same(self) -> None:
        answers = list[int]()

        def save() -> None:
            headers = {"Idempotency-Key": "one"}
            path = "/api/shelf/lots"
            for _ in range(2):
                answer = Client().post(path, LOT, content_type="application/json", headers=headers)
                answers.append(answer.json()["id"])

        with patch.object(turns, "REST", 0.001), writing.first():
            beside(save).join(LONG)
        self.assertEqual([row.pk for row in Lot.objects.all()] * 2, answers)
        self.assertEqual(1, Lot.objects.count())
        self.assertFalse(connection.in_atomic_block)
