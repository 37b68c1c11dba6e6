"""Data written by an older version still opens."""

from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.test import Client, TransactionTestCase
from django.utils import timezone

BEFORE_HEADS = [
    ("shelf", "0001_initial"),
    ("mix", "0001_initial"),
    ("journal", "0001_initial"),
    ("heads", None),
]


class BeforeHeads(TransactionTestCase):
    """A household from before there were heads."""

    def tearDown(self) -> None:
        executor = MigrationExecutor(connection)
        executor.migrate(executor.loader.graph.leaf_nodes())

    def test_its_shelf_and_journal_are_as_they_were(self) -> None:
        executor = MigrationExecutor(connection)
        executor.migrate(BEFORE_HEADS)
        old = executor.loader.project_state(BEFORE_HEADS[:3]).apps
        lot = old.get_model("shelf", "Lot").objects.create(material="malt_vinegar", name="Malt vinegar")
        water = old.get_model("shelf", "WaterSource").objects.create(
            kind="very_hard", name="Canal-side tap", alkalinity="240"
        )
        rinse = old.get_model("mix", "Rinse").objects.create(
            acid=lot,
            water=water,
            acid_name=lot.name,
            water_name=water.name,
            volume=500,
            aim="4.5",
            use="rinsed_out",
            minutes=2,
            verdict="reached",
            headline="Yes.",
            predicted="4.5",
            predicted_low="4.3",
            predicted_high="4.7",
            pours=[
                {
                    "what": "water",
                    "name": water.name,
                    "amount": 490,
                    "unit": "mL",
                    "spoons": "",
                    "volume": 490,
                },
                {"what": "acid", "name": lot.name, "amount": 10, "unit": "mL", "spoons": "", "volume": 10},
            ],
            steps=[{"kind": "read", "do": "", "number": "", "detail": ""}],
            cautions=[],
            facts={"use": "rinsed_out", "ph": 4.5, "ph_low": 4.3, "minutes": 2.0},
        )
        old.get_model("journal", "Entry").objects.create(
            rinse=rinse, who="Wren", reading="4.5", finished_at=timezone.now()
        )
        executor = MigrationExecutor(connection)
        executor.migrate(executor.loader.graph.leaf_nodes())
        client = Client()
        entry = client.get("/api/journal/entries").json()["items"][0]
        self.assertEqual((entry["who"], entry["head"], entry["agreement"]), ("Wren", None, "agrees"))
        listed = client.get("/api/shelf/lots").json()["items"][0]
        self.assertEqual((listed["name"], listed["readings"]), ("Malt vinegar", 1))
        tap = client.get("/api/shelf/waters").json()[0]
        self.assertEqual([profile["alkalinity"]["value"] for profile in tap["profiles"]], [240])
        lines = entry["rinse"]["lines"]
        self.assertEqual([line["how"] for line in lines], ["fill", "solve"])
        self.assertTrue(all(line["there"] for line in lines))
        ask = {"lines": lines, "volume": entry["rinse"]["fill"], "aim": entry["rinse"]["aim"]}
        again = client.post("/api/mix/jug", ask, content_type="application/json").json()
        self.assertEqual(again["verdict"], "reached")
        self.assertEqual(client.get("/api/heads").json(), [])
