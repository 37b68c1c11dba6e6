"""Who asks: other websites are refused, and what is about people is stored nowhere. Whose household it is."""

from uuid import uuid4

from eyebright.instruments.hub import nearby
from eyebright.kept.household_mark import HEADER, household_mark
from eyebright.shelf.models import Lot

from .support import ApiTestCase

BOTTLE = '{"material": "malt_vinegar", "name": "Malt vinegar"}'


class Origins(ApiTestCase):
    """Requests as browsers mark them."""

    def test_another_website_reads_nothing_and_starts_nothing(self) -> None:
        for site in ("cross-site", "same-site"):
            for method, path in (
                ("GET", "/heads"), ("GET", "/safekeeping/household"),
                ("POST", "/shelf/lots"), ("POST", "/safekeeping/copies"),
            ):  # fmt: skip
                found = self.raw(
                    method, path, BOTTLE if method == "POST" else None, **{"Sec-Fetch-Site": site}
                )
                self.assertEqual(found.status_code, 403, (site, path))
                self.assertEqual(found.json()["title"], "Another website asked for this.")
        self.assertEqual(Lot.objects.count(), 0)

    def test_our_page_an_address_typed_and_other_programs_are_answered(self) -> None:
        for site in ({"Sec-Fetch-Site": "same-origin"}, {"Sec-Fetch-Site": "none"}, {}):
            self.assertEqual(self.raw("GET", "/heads", **site).status_code, 200)

    def test_every_answer_is_ours_alone_and_the_api_is_stored_nowhere(self) -> None:
        for path in ("/api/heads", "/api/mix/choices", "/", "/eyebright.svg"):
            found = self.client.get(path)
            self.assertEqual(found.headers["Cross-Origin-Resource-Policy"], "same-origin", path)
            if path.startswith("/api/"):
                self.assertEqual(found.headers["Cache-Control"], "no-store")


class Marks(ApiTestCase):
    """The mark of a household."""

    def test_every_answer_says_it_and_it_stays(self) -> None:
        said = self.raw("GET", "/heads").headers[HEADER]
        self.assertEqual(said, household_mark())
        self.assertEqual(self.raw("POST", "/shelf/lots", BOTTLE).headers[HEADER], said)

    def test_what_is_meant_for_another_household_is_refused_and_changes_nothing(self) -> None:
        for method, path in (("POST", "/shelf/lots"), ("GET", "/heads")):
            found = self.raw(method, path, BOTTLE if method == "POST" else None, **{HEADER: str(uuid4())})
            self.assertEqual(found.status_code, 421)
            self.assertEqual(found.json()["title"], "Another household is open here now.")
            self.assertEqual(found.headers[HEADER], household_mark())
        self.assertEqual(Lot.objects.count(), 0)
        self.assertEqual(
            self.raw("POST", "/shelf/lots", BOTTLE, **{HEADER: household_mark()}).status_code, 201
        )

    def test_the_page_carries_it(self) -> None:
        self.assertIn(f'content="{household_mark()}"', self.client.get("/").content.decode())


class Bridges(ApiTestCase):
    """What the bridge to instruments calls."""

    def test_only_the_households_own_network(self) -> None:
        for host in ("127.0.0.1", "192.168.1.7", "10.0.0.9", "fe80::1", "::1", "169.254.7.7"):
            self.assertEqual(nearby(host), host)
        for host in (
            "169.254.169.254", "169.254.170.2", "::ffff:169.254.169.254", "fd00:ec2::254",
            "8.8.8.8", "0.0.0.0", "224.0.0.1",
        ):  # fmt: skip
            self.assertEqual(nearby(host), "", host)
            body = {"kind": "scale", "name": "Scale", "link": "bridge", "host": host, "port": 80}
            self.refused("POST", "/instruments", body, "host")
