"""Keep the tables of docs/model.md as the data files have them: `make model`.

Each table stands between `<!-- table: name -->` and `<!-- end -->`; the words round it are written
by hand and left alone.
"""

import re
import tomllib
from collections.abc import Callable, Iterable, Mapping
from pathlib import Path
from typing import Any

HERE = Path(__file__).with_name("model.md")
CORE = Path(__file__).parents[1] / "eyebright" / "core"
PLACE = re.compile(r"(<!-- table: ([\w-]+) -->\n).*?(<!-- end -->)", re.DOTALL)

Row = Mapping[str, Any]


def _read(path: str) -> dict[str, Any]:
    return tomllib.loads((CORE / path).read_text("utf-8"))


def said(value: Any) -> str:
    """A value as it stands in a cell."""
    if value is True:
        return "yes"
    if isinstance(value, dict):
        return ", ".join(f"{key} {said(each)}" for key, each in value.items())
    if isinstance(value, list):
        return ", ".join(f"[{said(each)}]" if isinstance(each, list) else said(each) for each in value)
    return "" if value is None or value is False else str(value).replace("|", "\\|")


def when(row: Row) -> str:
    """A rule's conditions in a cell."""
    return " and ".join(f"{fact} {how} {said(value)}" for fact, how, value in row["when"])


def effects(row: Row) -> str:
    """What a rule of `needs.toml` does."""
    columns = {key: row[key] for key in row if key not in ("id", "zone", "when", "reason", "source")}
    return "; ".join(f"{key} {said(value)}" for key, value in columns.items())


def table(rows: Iterable[Row], **columns: str | Callable[[Row], str]) -> str:
    """Rows as Markdown; a column is a key, or what makes a cell from a row."""
    lines = [list(columns), ["---"] * len(columns)]
    for row in rows:
        lines.append([how(row) if callable(how) else said(row.get(how)) for how in columns.values()])
    return "".join(f"| {' | '.join(cells)} |\n" for cells in lines)


def _named(rows: Mapping[str, Row]) -> list[Row]:
    return [{"key": key, **row} for key, row in rows.items()]


def _constants(raw: Mapping[str, Any]) -> str:
    """Tables of constants, with what each is in and where it comes from (`sources` of the file)."""
    flat = [
        {"of": of, "key": key, "value": value, "source": raw["sources"][of]}
        for of, row in raw.items()
        if isinstance(row, dict) and of != "sources"
        for key, value in row.items()
    ]
    return table(flat, of="of", which="key", value="value", unit_and_source="source")


def _materials() -> list[Row]:
    files = sorted((CORE / "materials" / "data").glob("*.toml"))
    return [row for path in files for row in _read(f"materials/data/{path.name}")["material"]]


def _spoons() -> list[Row]:
    return [
        {"system": system["name"], **measure}
        for system in _read("materials/measures.toml")["system"]
        for measure in system["measures"]
    ]


def _taken(row: Row) -> str:
    """The figures that a kind, or a material of its own, gives."""
    words = ("key", "name", "also", "latin", "kind", "unit", "source", "keeps", "keeps_days", "label")
    return "; ".join(f"{key} {said(value)}" for key, value in row.items() if key not in words)


def document_tables() -> dict[str, str]:
    """Every table of the document, by name."""
    species, limits = _read("chemistry/species.toml"), _read("rules/limits.toml")
    oil, asks = _read("heads/sebum.toml"), _read("heads/needs.toml")
    tests = [
        {**test, "outcome": outcome["name"], "says": outcome["says"]}
        for test in _read("heads/quick_tests.toml")["test"]
        for outcome in test["outcomes"]
    ]
    schools = [
        {"school": school["name"], **option}
        for school in _read("wash/schools.toml")["school"]
        for option in school["options"]
    ]
    return {
        "acids": table(species["acid"], acid="name", pK="pk", enthalpy="enthalpy", source="source"),
        "pairs": table(
            species["pair"], metal="metal", ligand="ligand", protons="protons", log_K="log_k", source="source"
        ),
        "waters": table(
            _read("chemistry/waters.toml")["water"],
            water="name",
            alkalinity="alkalinity",
            hardness="hardness",
            sodium="sodium",
            pH="ph",
            source="source",
        ),
        "kinds": table(_named(_read("materials/kinds.toml")), kind="name", taken=_taken),
        "materials": table(
            _materials(), material="name", latin="latin", kind="kind", of_its_own=_taken, source="source"
        ),
        "label-classes": table(
            _named(_read("materials/label/inci.toml")["class"]), strength="name", active_percent="active"
        ),
        "measures": table(
            _spoons(), custom="system", measure="name", mL="volume", parts="step", from_mL="least"
        ),
        "by-eye": table(_read("materials/measures.toml")["by_eye"], measure="name", mL="volume", of="of"),
        "spreads": table(
            [
                {"what": what, "share": share}
                for what, share in _read("materials/measures.toml")["spread"].items()
            ],
            what="what",
            share="share",
        ),
        "basin": _constants(_read("chain/wet_hair.toml")),
        "soda": _constants(_read("mix/soda.toml")),
        "standards": table(
            _read("instruments/standards.toml")["standard"],
            standard="name",
            g_in_a_litre="grams",
            saturated="saturated",
            besides_pH="besides",
            source="source",
        ),
        "limits": table(
            _named(limits["limit"]), limit="what", value="value", unit="unit", kind="kind", source="source"
        ),
        "tighten": table(
            limits["tighten"],
            when=when,
            limits="limits",
            times="times",
            at_least="at_least",
            why="why",
            source="source",
        ),
        "hazards": table(
            [{**row, "of": ", ".join(row["of"])} for row in _read("rules/hazards.toml")["rule"]],
            rule="id",
            of="of",
            level="level",
            when=when,
            what="what",
            passed_by_an_adult="overridable",
            source="source",
        ),
        "hair": _constants(_read("heads/hair.toml")),
        "oil": _constants(oil),
        "grades": table(oil["grade"], grade="name", up_to="to"),
        "families": table(
            _read("formulas/model/families.toml")["family"],
            family="name",
            cleaning="cleaning",
            usual_min="usual",
            most_min="most",
            days_apart="apart",
            g_per_cm2="film",
            g_per_g_hair="hair",
            may_hold="may_hold",
        ),
        "starts": _constants(asks["base"] | {"sources": asks["sources"]}),
        "asks": table(
            asks["rule"],
            rule="id",
            zone="zone",
            when=when,
            does=effects,
            reason="reason",
            source="source",
        ),
        "little-tests": table(
            tests, test="name", tells="question", outcome="outcome", says="says", source="source"
        ),
        **_formulas(),
        "cooling": _constants(_read("formulas/prepare/cooling.toml")),
        **_washes(),
        **_basin(),
        "step-cautions": table(
            _read("make/cautions.toml")["caution"],
            caution="id",
            level="level",
            when=when,
            what="what",
            passed_when="asks",
            source="source",
        ),
        "factors": _constants(_read("learning/heads.toml")),
        "facts": table(
            [
                {**fact, "by": ", ".join(group["by"])}
                for group in _read("rules/facts.toml")["group"]
                for fact in group["facts"]
            ],
            fact="name",
            kind="kind",
            unit="unit",
            what="what",
            given_by="by",
            unknown="unknown",
        ),
        "chain": _constants(_read("chain/chain.toml")),
        "objections": table(_read("wash/schools.toml")["objection"], when=when, says="says"),
        "schools": table(schools, about="school", school="name", holds="holds"),
    }


def _washes() -> dict[str, str]:
    """The tables of washes and plans."""
    links = _read("wash/links.toml")
    finish = [{**row, "g_from": row["least"]} for row in links["finish"]]
    return {
        "wash-pauses": table(
            links["pause"],
            pause="name",
            min="minutes",
            hands="hands",
            ahead="ahead",
            after="after",
            how="how",
        ),
        "wash-sections": table(links["section"], way="name", sections="count", min_each="minutes"),
        "wash-finish": table(finish, finish="name", g_on_100_g_from="g_from", says="says"),
    }


def _basin() -> dict[str, str]:
    """The tables of the basin."""
    basin = _read("basin/basin.toml")
    return {
        "basin-help": table(
            basin["help"],
            help="name",
            min="minutes",
            after_alkali="strong",
            do="steps",
            call="call",
            bars="bars",
            source="source",
        ),
        "basin-trouble": table(basin["trouble"], amiss="name", now="now", the_next_time="next"),
        "basin-asks": table(
            basin["ask"], asked="name", hours_from="start", reminded_after="after", locs="locs"
        ),
        "basin-questions": table(
            basin["question"], question="ask", when="when", choices="choices", only="only", tells="tells"
        ),
    }


def _formulas() -> dict[str, str]:
    """The tables of the formula bench."""
    forms, steps = _read("formulas/model/forms.toml"), _read("formulas/model/steps.toml")
    texture, balance = _read("formulas/assess/texture.toml"), _read("formulas/assess/drying_balance.toml")
    starts = [
        {**row, "holds": ", ".join(f"{line[1]:g} {line[2]} {line[0]}" for line in row["lines"])}
        for row in _read("formulas/model/starts.toml")["start"]
    ]
    keeping = [
        {**row, "days": dict(zip(("shelf", "fridge", "freezer"), row["days"], strict=True))}
        for row in _read("formulas/assess/shelf_life.toml")["row"]
    ]
    return {
        "forms": table(
            _named(forms["form"]),
            form="name",
            dry="dry",
            density="loose",
            most="most",
            soak_h="soak",
            steep_min="steep",
            simmer_min="simmer",
            boil_min="boil",
            grit="grit",
        ),
        "pot": _constants(_read("formulas/prepare/preparation.toml")),
        "texture": table(texture["grade"], grade="name", ratio_up_to="to", says="says"),
        "thickens": _constants(
            {name: texture[name] for name in ("wanted", "rest", "less", "sources")}
            | {
                "body": {**texture["body"]["kinds"], **texture["body"]["materials"]},
                "gel": {**texture["gel"], **texture["gel"]["materials"], **texture["gel"]["cold"]},
                "cooked": texture["cooked"]["holds"],
            }
        ),
        "balance": table(
            balance["row"], what="name", side="side", points_for_1_in_100="points", at_most="most"
        ),
        "keeping": table(keeping, rule="id", when=when, days="days", reason="reason", source="source"),
        "scent": _constants(_read("formulas/assess/scent.toml")),
        "steps": table(
            steps["step"],
            step="name",
            order="rank",
            minutes="minutes",
            draws="draws",
            hot="hot",
            does="does",
            signs="signs",
        ),
        "signs": table(_named(steps["sign"]), sign="name", if_it_has_not_come="if_not"),
        "tools": table(_read("formulas/prepare/tools.toml")["tool"], tool="name", when=when, why="why"),
        "roles": _constants(_read("formulas/change/substitutes.toml") | {"kinds": {}}),
        "starting-points": table(starts, name="name", family="family", holds="holds"),
    }


def filled(text: str) -> str:
    """The document with its tables as the data files have them."""
    fresh = document_tables()
    return PLACE.sub(lambda place: f"{place[1]}{fresh[place[2]]}{place[3]}", text)


if __name__ == "__main__":
    HERE.write_text(filled(HERE.read_text("utf-8")), "utf-8")
