"""A supplier's figures as CSV: read whole, or refused with the place."""

from datetime import date
from unittest import TestCase

from eyebright.core.chemistry import ReportError, ReportRow, read_report


class Report(TestCase):
    """The file."""

    def test_rows_in_any_order_of_columns(self) -> None:
        text = "ph,Hardness,date,alkalinity,sodium\n7.4,310,2026-05-01,255,22\n,,2025-05-01,249,\n"
        self.assertEqual(
            read_report(text),
            [
                ReportRow(date(2026, 5, 1), 255.0, 310.0, 22.0, 7.4),
                ReportRow(date(2025, 5, 1), 249.0),
            ],
        )

    def test_other_units_and_a_decimal_comma(self) -> None:
        text = "\ufeffdate;hardness_dh;alkalinity_mmol\n2026-05-01;17,4;5,1\n"
        row = read_report(text)[0]
        self.assertAlmostEqual(row.hardness or 0.0, 310.6, delta=0.2)
        self.assertAlmostEqual(row.alkalinity or 0.0, 255.2, delta=0.2)

    def test_what_is_wrong_is_said_with_its_place(self) -> None:
        for text, words in (
            ("", "empty"),
            ("date\n2026-01-01", "must name the columns"),
            ("day,alkalinity\n", "must name the columns"),
            ("date,alkalinity,chlorine\n", "no column 'chlorine'"),
            ("date,hardness,hardness_dh\n", "say the same"),
            ("date,alkalinity\n", "no figures under"),
            ("date,alkalinity\n2026-01-01", "Line 2 has 1 columns"),
            ("date,alkalinity\n1 May,200", "Line 2: “1 May” is no date"),
            ("date,alkalinity\n2026-01-01,200\n2026-02-01,lots", "Line 3, alkalinity: “lots”"),
            ("date,ph\n2026-01-01,74", "cannot be; from 0 to 14"),
            ("date,alkalinity\n2026-01-01,nan", "cannot be"),
            ("date,alkalinity\n" + "2026-01-01,200\n" * 500, "At most 400"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ReportError, words):
                read_report(text)
