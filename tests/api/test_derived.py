"""What is worked out from what is kept: every derived value, and what makes it old."""

from collections.abc import Callable
from functools import partial
from threading import Thread, current_thread
from typing import Any

from django.apps import apps
from django.db import connection, models, transaction

from eyebright.heads.services import learnt
from eyebright.household.models import Household, HouseLimit
from eyebright.household.services.household import house_limits, the_household
from eyebright.kept.clock_steps import steady_seconds
from eyebright.kept.derived import derived, forget, mark, registry
from eyebright.kept.household_mark import household_mark
from eyebright.kept.sqlite.turns import writing
from eyebright.make.services.entries import latest_found
from eyebright.make.services.evaluation import household_of_care
from eyebright.make.services.finding import found_batches
from eyebright.make.services.keys import MADE
from eyebright.shelf.models import Lot, WaterSource
from eyebright.shelf.services.beliefs import posterior_for
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.supplies import bought_again, plain_water, supplies_of
from eyebright.shelf.services.supply_providers import supply_providers
from eyebright.wash.schemas.chains import WashLinkIn
from eyebright.wash.services.links import resolve_links
from eyebright.wash.services.over_time import history

from .test_strange_rows import Household as Furnished

SERVICES = "eyebright."
DERIVED = {
    "kept.household_mark.household_mark",
    "kept.clock_steps._steps",
    "household.services.household.the_household",
    "household.services.household.house_limits",
    "shelf.services.measures.the_kit",
    "shelf.services.supplies._on_the_shelf",
    "shelf.services.supplies.bought_again",
    "shelf.services.supplies.plain_water",
    "shelf.services.beliefs._posterior",
    "heads.services.learnt._learnt",
    "make.services.evaluation._household_of_care",
    "make.services.entries._latest_named",
    "make.services.finding._named",
    "make.services.supplies._in_stock",
    "wash.services.links._gathered",
    "wash.services.over_time._answered",
    "wash.services.over_time._checked_in",
}


class EveryDerivedValue(Furnished):
    """By the registry: nothing is remembered that this list does not name."""

    def asks(self) -> dict[str, Callable[[], Any]]:
        """A way to ask for each."""
        keys = [f"lot-{self.malt}", f"water-{self.tap}"]
        links = [WashLinkIn(formula=self.formula)]
        return {
            "kept.household_mark.household_mark": household_mark,
            "kept.clock_steps._steps": steady_seconds,
            "household.services.household.the_household": the_household,
            "household.services.household.house_limits": house_limits,
            "shelf.services.measures.the_kit": the_kit,
            "shelf.services.supplies._on_the_shelf": lambda: supplies_of(keys),
            "shelf.services.supplies.bought_again": bought_again,
            "shelf.services.supplies.plain_water": plain_water,
            "shelf.services.beliefs._posterior": lambda: posterior_for(keys),
            "heads.services.learnt._learnt": learnt,
            "make.services.evaluation._household_of_care": household_of_care,
            "make.services.entries._latest_named": lambda: latest_found("malt"),
            "make.services.finding._named": lambda: found_batches("malt"),
            "make.services.supplies._in_stock": supply_providers[MADE].named,
            "wash.services.links._gathered": lambda: resolve_links(links, self.wren),
            "wash.services.over_time._answered": partial(history, self.wren),
            "wash.services.over_time._checked_in": partial(history, self.wren),
        }

    def test_each_is_named_here(self) -> None:
        ours = {name.removeprefix(SERVICES) for name in registry if name.startswith(SERVICES)}
        self.assertEqual(ours, DERIVED)
        self.assertEqual(set(self.asks()), DERIVED)

    def test_asked_twice_each_is_worked_out_once(self) -> None:
        for name, ask in self.asks().items():
            ask()
            self.assertEqual(self.worked_out(name, ask), 0, name)

    def test_a_change_of_any_table_that_it_comes_from_makes_it_old(self) -> None:
        for name, ask in self.asks().items():
            for label, _, but in (each.partition("!") for each in registry[SERVICES + name].of):
                with self.subTest(f"{name}: {label}"):
                    ask()
                    self.touch(apps.get_model(label), but)
                    self.assertGreater(self.worked_out(name, ask), 0)

    def test_what_is_left_in_a_bottle_makes_no_reading_old(self) -> None:
        ask = self.asks()["shelf.services.beliefs._posterior"]
        ask()
        Lot.objects.update(left=100)
        self.assertEqual(self.worked_out("shelf.services.beliefs._posterior", ask), 0)
        Lot.objects.update(left=90, strength=7)
        self.assertEqual(self.worked_out("shelf.services.beliefs._posterior", ask), 1)

    def touch(self, model: type[models.Model], but: str) -> None:
        """Write a column of this table that matters."""
        fields = model._meta.concrete_fields
        field = next(each for each in fields if not each.primary_key and each.name not in (but, "version"))
        model._base_manager.update(**{field.attname: models.F(field.attname)})

    def worked_out(self, name: str, ask: Callable[[], Any]) -> int:
        """How often a value is worked out while it is asked for: its tables are read then."""
        tables = {table for table, _ in registry[SERVICES + name].tables()}
        found: set[str] = set()

        def note(execute: Any, sql: str, *rest: Any) -> Any:
            found.update(table for table in tables if f'"{table}"' in sql)
            return execute(sql, *rest)

        with connection.execute_wrapper(note):
            ask()
        return len(found) and 1


class Staleness(Furnished):
    """Nothing old is ever given."""

    def test_what_is_taken_back_was_never_there(self) -> None:
        before = house_limits()
        with transaction.atomic():
            HouseLimit.objects.all().delete()
            self.assertEqual(house_limits(), {})
            transaction.set_rollback(True)
        self.assertEqual(house_limits(), before)
        self.assertEqual(before, {"soap_cap": 7.0})

    def test_the_same_arguments_give_the_same_object_until_something_changes(self) -> None:
        first = plain_water()
        self.assertIs(plain_water(), first)
        WaterSource.objects.update(name="Lock tap")
        self.assertEqual(plain_water().name, "Lock tap")

    def test_a_value_of_one_household_is_not_anothers(self) -> None:
        calls: list[int] = []

        @derived("household.Household")
        def count(more: int) -> int:
            calls.append(more)
            return Household.objects.count() + more

        self.addCleanup(registry.pop, next(name for name in registry if name.endswith("count")))
        self.assertEqual((count(1), count(1), count(2)), (2, 2, 3))
        self.assertEqual(calls, [1, 2])
        Household.objects.update(currency="€")
        count(1)
        forget()
        count(1)
        self.assertEqual(calls, [1, 2, 1, 1])

    def test_what_a_transaction_sees_is_given_to_no_other_connection(self) -> None:
        @derived("household.Household")
        def whose() -> str:
            return current_thread().name

        self.addCleanup(registry.pop, next(name for name in registry if name.endswith("whose")))
        said: dict[str, list[str]] = {}

        def ask() -> None:
            try:
                with writing.late(), transaction.atomic():
                    said[current_thread().name] = [whose(), whose()]
            finally:
                connection.close()

        for name in ("one", "two"):
            thread = Thread(target=ask, name=name)
            thread.start()
            thread.join()
        self.assertEqual(said, {name: [name, name] for name in ("one", "two")})

    def test_a_mark_is_another_when_anything_in_it_is(self) -> None:
        self.assertEqual(mark("a", [1, 2.5], {"b": 1, "c": 2}), mark("a", [1, 2.5], {"c": 2, "b": 1}))
        self.assertNotEqual(mark("a", [1, 2.5]), mark("a", [1, 2.50001]))
