"""Data written by an older version still opens."""

import json
from math import log
from typing import Any

from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.db.migrations.state import StateApps
from django.test import Client, TransactionTestCase
from django.utils import timezone

BEFORE_APPS = [
    ("instruments", "0001_initial"),
    ("shelf", "0004_formulas"),
    ("heads", "0001_initial"),
    ("mix", "0004_formulas"),
    ("journal", "0003_told"),
    ("household", None),
    ("formulas", None),
    ("wash", None),
]
MOVED = {
    "shelf_household": "household_household",
    "heads_wash": "wash_wash",
    "mix_formula": "formulas_formula",
    "mix_formulaversion": "formulas_formulaversion",
    "mix_washchain": "wash_washchain",
}
NEW_COLUMNS: dict[str, dict[str, Any]] = {
    "heads_wash": {
        "formula_id": None,
        "zone": "",
        "cover": None,
        "batch_id": None,
        "feel": "[]",
        "container_id": None,
        "drawn": 0,
        "planned_id": None,
        "supply_key": "",
        "day": "{}",
        "heard": "dry",
        "unsure": 0,
        "sections": "[]",
        "meant": None,
        "thinned": 0,
        "drawn_besides": "{}",
    },
    "mix_formula": {"way_of_id": None},
    "shelf_reading": {"pack": "", "doubtful": 0},
    "shelf_ownmaterial": {"hazards": None, "may_contain": "[]"},
    "shelf_lot": {"label": "{}"},
    "shelf_household": {
        "decimal": "",
        "zone": "",
        "asleep_from": "22:30:00",
        "asleep_to": "07:00:00",
        "out": "[]",
        "pots": 1,
        "bathrooms": 1,
        "skipped": "[]",
    },
}
POURED = ("mix_rinse", "journal_entry")  # what became batches
ELSEWHERE = {"worked_out_at", "gave", "rinse_id", "wash_id", "feel", "version", "id"} | {
    "reading",
    "reading_step",
    "reading_reach",
    "told_id",
}  # of a batch, or gone
VERSIONED = {"version": 1}  # of every row that could be changed or removed
NEW_TABLES = {
    *(f"make_{each}" for each in ("batch", "batchrecipient", "pour", "stepclock")),
    *(f"make_{each}" for each in ("container", "topping", "photo")),
    "household_answered",
    *(f"kept_{each}" for each in ("clockanchor", "clockstep", "householdmark")),
    "household_houselimit",
    "household_takentime",
    *(f"wash_{each}" for each in ("plannedwash", "routine", "calendarfeed", "basinrun", "review")),
    "heads_stoppassed",
    "shelf_correction",
}
BEFORE_HEADS = [
    ("shelf", "0001_initial"),
    ("mix", "0001_initial"),
    ("journal", "0001_initial"),
    ("heads", None),
]

BEFORE_SUPPLY_KEYS = [
    ("shelf", "0010_version"),
    ("formulas", "0003_version"),
    ("make", "0005_indexes"),
    ("wash", "0009_snapshots"),
]


class Older(TransactionTestCase):
    """A database of an older version, brought up to date."""

    def tearDown(self) -> None:
        self.now()

    def back_to(self, state: list[tuple[str, str | None]]) -> StateApps:
        """Go back to an older state; its models."""
        executor = MigrationExecutor(connection)
        executor.migrate(state)
        return executor.loader.project_state([each for each in state if each[1]]).apps

    def now(self) -> None:
        """Bring the database up to date."""
        executor = MigrationExecutor(connection)
        executor.migrate(executor.loader.graph.leaf_nodes())


def in_new_names(tables: dict[str, list[dict[str, Any]]]) -> dict[str, list[dict[str, Any]]]:
    """The same with what was `stuff`, a column or a key of a JSON column, as `supply_key`."""

    def new(value: Any) -> Any:
        return value.replace('"stuff":', '"supply_key":') if isinstance(value, str) else value

    return {
        table: [{"supply_key" if name == "stuff" else name: new(row[name]) for name in row} for row in rows]
        for table, rows in tables.items()
    }


def every_row() -> dict[str, list[dict[str, Any]]]:
    """Every row of every table, by table."""
    out = {}
    with connection.cursor() as cursor:
        for table in connection.introspection.table_names(cursor):
            if table not in ("django_migrations", "sqlite_sequence"):
                cursor.execute(f"SELECT * FROM {table} ORDER BY id")
                names = [column[0] for column in cursor.description]
                out[table] = [dict(zip(names, row, strict=True)) for row in cursor.fetchall()]
    return out


OLD_FACTS = {
    "ph": 4.5,
    "acetic_percent": 0.2,
    "fruit_percent": 0.1,
    "family": "acid_rinse",
    "use": "rinsed_out",
}


class BeforeApps(Older):
    """A household from before formulas, washes and the household had apps of their own."""

    def fill(self, old: StateApps) -> None:
        """Two rows, the second removed where that can be, in every table there was."""

        def put(app: str, model: str, **told: Any) -> Any:
            kept = old.get_model(app, model)
            first = kept.objects.create(**told)
            if "removed_at" in {field.name for field in kept._meta.fields} and model != "Rinse":
                kept.objects.create(**told | {"removed_at": timezone.now()})
            return first

        put("shelf", "Household", system="us", currency="€", schools={"soda": "never"})
        lot = put("shelf", "Lot", material="malt_vinegar", name="Malt vinegar", left="120.5", size="500")
        put("shelf", "OwnMaterial", name="Towpath clay", kind="clay", figures={"ph": 7.5})
        water = put("shelf", "WaterSource", kind="very_hard", name="Canal-side tap")
        put("shelf", "WaterProfile", water=water, on="2026-01-01", origin="supplier", alkalinity="240")
        put("shelf", "Vessel", name="Enamel jug", volume="1200")
        put("shelf", "Spoon", name="Bone spoon", volume="4.2")
        put("shelf", "StripSet", name="Fine strips", steps=[4, 4.5, 5])
        told = put("shelf", "Reading", value="4.4", instrument="strip", step="0.5")
        put("shelf", "ReadingLine", reading=told, stuff=f"lot-{lot.pk}", amount="10", unit="mL")
        meter = put("instruments", "Instrument", kind="meter", name="Stick meter", link="hand")
        put("instruments", "Calibration", instrument=meter, points=[])
        head = put("heads", "Head", name="Wren Halloway", answers={"birth_year": 1988})
        picture = put("heads", "Picture", head=head, file="pictures/a.jpg", width=4, height=3)
        put("heads", "CheckIn", head=head, oil=2, picture=picture)
        put("heads", "TestResult", head=head, test="strand_thread", outcome="hardly")
        put("heads", "PatchTest", head=head, material="malt_vinegar", name="Malt vinegar", hours=24)
        wash = put("heads", "Wash", head=head, family="saponin_liquor", grams="80", given=0.1, answer=2)
        body = {"name": "Conker wash", "family": "saponin_liquor", "lines": []}
        formula = put("mix", "Formula", name="Conker wash", family="saponin_liquor", body=body)
        put("mix", "FormulaVersion", formula=formula, number=1, body=body, changes=["begun"])
        link = {"formula": formula.pk, "zone": "both", "minutes": None, "times": 1.0}
        put("mix", "WashChain", name="Friday", links=[link])
        rinse = put(
            "mix",
            "Rinse",
            head=head,
            name="Malt vinegar in Canal-side tap",
            lines=[
                {
                    "stuff": f"lot-{lot.pk}",
                    "name": lot.name,
                    "how": "solve",
                    "amount": None,
                    "unit": "mL",
                    "packed": False,
                }
            ],
            volume=500,
            aim="4.5",
            use="rinsed_out",
            minutes=2,
            verdict="reached",
            headline="Yes.",
            predicted="4.5",
            predicted_low="4.3",
            predicted_high="4.7",
            pours=[],
            steps=[],
            cautions=[],
            facts=OLD_FACTS,
        )
        old.get_model("journal", "Entry").objects.create(
            rinse=rinse, wash=wash, told=told, reading=told.value, reading_step="0.5", note="soft"
        )

    def given_anew(self, row: dict[str, Any]) -> dict[str, float]:
        """What a soap-plant liquor was given, by what one is believed to hold now (wash/0003)."""
        if row.get("given") is None:
            return {}
        return {"given": row["given"] + log(0.002 / 0.0055)}

    def test_every_row_is_where_it_belongs_and_as_it_was(self) -> None:
        self.fill(self.back_to(BEFORE_APPS))
        before = in_new_names(every_row())
        self.assertEqual([table for table, rows in before.items() if not rows], [])
        self.now()
        after = every_row()
        moved = {MOVED.get(table, table) for table in before if table not in POURED}
        self.assertEqual(set(after) - NEW_TABLES, moved)
        (batch,) = after["make_batch"]
        for table in POURED:
            for name, value in before[table][0].items():
                if name not in ELSEWHERE | {"facts"}:
                    self.assertEqual(batch[name], value, f"{table}.{name}")
        entry = before["journal_entry"][0]
        reading = next(row for row in after["shelf_reading"] if row["id"] == batch["reading_id"])
        self.assertEqual((reading["id"], reading["value"]), (entry["told_id"], entry["reading"]))
        # what was known of its acid is said in today's words too
        facts = json.loads(batch["facts"])
        self.assertLessEqual(OLD_FACTS.items(), facts.items())
        self.assertAlmostEqual(facts["acid_percent"], 0.3)
        for table, rows in before.items():
            if table in POURED:
                continue
            new = NEW_COLUMNS.get(table, {})
            with self.subTest(table):
                found = after[MOVED.get(table, table)]
                counted = VERSIONED if "version" in found[0] else {}
                anew = [counted | row | new | self.given_anew(row) for row in rows]
                if table == "heads_wash":
                    anew[0]["batch_id"] = batch["id"]  # the wash that the jug was poured for
                self.assertEqual(found, anew)
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA foreign_key_check")
            self.assertEqual(cursor.fetchall(), [])

    def test_it_opens(self) -> None:
        self.fill(self.back_to(BEFORE_APPS))
        self.now()
        client = Client()

        def look(path: str) -> Any:
            answer = client.get(f"/api{path}")
            self.assertEqual(answer.status_code, 200, path)
            return answer.json()

        self.assertEqual((look("/household")["system"], look("/household")["currency"]), ("us", "€"))
        self.assertEqual(look("/formulas/bench")["picked"], {"soda": "never"})
        (row,) = look("/formulas")["formulas"]
        self.assertEqual([each["changes"] for each in look(f"/formulas/{row['id']}/versions")], [["begun"]])
        (chain,) = look("/wash/chains")
        self.assertEqual((chain["names"], chain["gone"]), (["Conker wash"], False))
        (head,) = look("/heads")
        (wash,) = look(f"/heads/{head['id']}")["washes"]
        self.assertEqual((wash["grams"], wash["answer"]), (80.0, "right"))
        (entry,) = look("/journal/entries")["items"]
        self.assertEqual((entry["who"], entry["note"]), ("Wren Halloway", "soft"))
        self.assertEqual(client.get(f"/api/heads/{head['id']}/whole").status_code, 200)


class BeforeHeads(Older):
    """A household from before there were heads."""

    def test_its_shelf_and_journal_are_as_they_were(self) -> None:
        old = self.back_to(BEFORE_HEADS)
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
        self.now()
        client = Client()
        entry = client.get("/api/journal/entries").json()["items"][0]
        self.assertEqual((entry["who"], entry["head"], entry["agreement"]), ("Wren", None, "agrees"))
        listed = client.get("/api/shelf/lots").json()["items"][0]
        self.assertEqual((listed["name"], listed["readings"]), ("Malt vinegar", 1))
        tap = client.get("/api/shelf/waters").json()[0]
        self.assertEqual([profile["alkalinity"]["value"] for profile in tap["profiles"]], [240])
        lines = entry["rinse"]["lines"]
        self.assertEqual([line["how"] for line in lines], ["fill", "solve"])
        self.assertTrue(all(line["available"] for line in lines))
        ask = {"lines": lines, "volume": entry["rinse"]["fill"], "aim": entry["rinse"]["aim"]}
        again = client.post("/api/mix/jug", ask, content_type="application/json").json()
        self.assertEqual(again["verdict"], "reached")
        self.assertEqual(client.get("/api/heads").json(), [])


class BeforeSupplyKeys(Older):
    """A household whose lines and links named what they are of as `stuff`, and how much of it as `much`."""

    def test_lines_links_and_washes_say_the_same(self) -> None:
        old = self.back_to(BEFORE_SUPPLY_KEYS)
        lot = old.get_model("shelf", "Lot").objects.create(material="soapwort", name="Soapwort, cut")
        said = 'It says "stuff": rub it in.'
        line = {"id": 1, "stuff": f"lot-{lot.pk}", "amount": "20", "unit": "g"}
        body = {"name": "Lock rub", "about": said, "family": "saponin_liquor", "lines": [line]}
        old.get_model("formulas", "Formula").objects.create(name="Lock rub", family="mask", body=body)
        link = {"stuff": f"lot-{lot.pk}", "much": "all", "zone": "scalp"}
        old.get_model("wash", "WashChain").objects.create(name="Rubbed", links=[link])
        head = old.get_model("heads", "Head").objects.create(name="Wren Halloway")
        old.get_model("wash", "Wash").objects.create(
            head=head, family="saponin_liquor", stuff=f"lot-{lot.pk}", grams="40", at=timezone.now()
        )
        self.now()
        client = Client()
        (row,) = client.get("/api/formulas").json()["formulas"]
        formula = client.get(f"/api/formulas/{row['id']}").json()["formula"]
        self.assertEqual((formula["lines"][0]["supply_key"], formula["about"]), (f"lot-{lot.pk}", said))
        (chain,) = client.get("/api/wash/chains").json()
        self.assertEqual(chain["links"][0]["supply_key"], f"lot-{lot.pk}")
        self.assertEqual((chain["links"][0]["amount_mode"], chain["links"][0]["zone"]), ("all", "scalp"))
        (wash,) = client.get(f"/api/heads/{head.pk}").json()["washes"]
        self.assertIn("Soapwort, cut", wash["name"])
