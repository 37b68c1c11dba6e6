"""Make docs/screenshots anew from the demo household: `make screenshots`."""

import os
import re
import shutil
from pathlib import Path

from playwright.sync_api import Browser, Page, expect

from bench.page import served
from tests.chromium import chromium

HERE = Path(__file__).parent / "screenshots"
DESK, PHONE = (1280, 800), (390, 844)


def window(browser: Browser, size: tuple[int, int], scheme: str = "light") -> Page:
    """A new window of this size and colour scheme."""
    context = browser.new_context(
        viewport={"width": size[0], "height": size[1]},
        color_scheme="dark" if scheme == "dark" else "light",
        locale="en-GB",
        reduced_motion="reduce",
    )
    return context.new_page()


def settled(page: Page) -> None:
    """Wait until the answer and the fonts are there; the line of the instruments is never idle."""
    page.wait_for_timeout(1500)
    expect(page.get_by_text("One moment…")).to_have_count(0)
    page.evaluate("document.fonts.ready.then(() => 0)")
    page.wait_for_timeout(300)


def shoot(page: Page, name: str) -> None:
    """One picture."""
    settled(page)
    page.screenshot(path=HERE / f"{name}.png")


def head(page: Page, address: str, name: str) -> str:
    """The address of a head, found by its name in the list."""
    page.goto(f"{address}/heads")
    return page.get_by_role("main").get_by_role("link", name=name).get_attribute("href") or ""


def bench(page: Page, address: str, name: str) -> str:
    """The address of a formula, found by its name in the list."""
    page.goto(f"{address}/formulas")
    return page.get_by_role("main").get_by_role("link", name=name).get_attribute("href") or ""


def main() -> None:
    """Every main view, from a demo household just moved in."""
    data = Path(os.environ["EYEBRIGHT_DATA"])
    shutil.rmtree(data, ignore_errors=True)
    shutil.rmtree(HERE, ignore_errors=True)
    HERE.mkdir()
    with served(demo=True) as server, chromium() as browser:
        address = server.address
        desk = window(browser, DESK)
        desk.goto(f"{address}/today")
        shoot(desk, "today")
        desk.get_by_role("link", name=re.compile("Say how it went")).click()
        shoot(desk, "how-it-went")
        desk.goto(f"{address}/today")
        desk.get_by_role("link", name=re.compile("Go on ?: Ottoline")).click()
        desk.get_by_role("button", name="It is rinsed out").wait_for()
        basin = desk.url
        shoot(desk, "basin")
        desk.goto(f"{address}/wash")
        desk.get_by_role("link", name="Ottoline: Ottoline, side by side").click()
        shoot(desk, "planned")
        desk.goto(f"{address}/wash/calendar")
        shoot(desk, "calendar")
        desk.goto(f"{address}{head(desk, address, 'Ottoline')}")
        shoot(desk, "head-today")
        wren = head(desk, address, "Wren Halloway")
        desk.goto(f"{address}{wren}/washes")
        shoot(desk, "head-how-it-went")
        desk.goto(f"{address}{bench(desk, address, 'Lamplight soapwort')}")
        shoot(desk, "bench")
        desk.goto(f"{address}/wash/names")
        desk.get_by_role("button", name="Friday, off the barge", exact=True).click()
        shoot(desk, "washes")
        desk.goto(f"{address}/mix")
        shoot(desk, "mix")
        desk.goto(f"{address}/make")
        shoot(desk, "make")
        desk.get_by_role("link", name="Conker wash").first.click()
        shoot(desk, "batch")
        desk.goto(f"{address}/shelf")
        shoot(desk, "shelf")
        desk.goto(f"{address}/journal")
        shoot(desk, "journal")

        phone = window(browser, PHONE)
        phone.goto(f"{address}/today")
        shoot(phone, "phone-today")
        phone.goto(basin)
        phone.get_by_role("button", name="It is rinsed out").wait_for()
        shoot(phone, "phone-basin")
        phone.get_by_role("button", name="Help").click()
        phone.get_by_role("button", name="In the eyes").click()
        shoot(phone, "phone-help")
        phone.get_by_role("button", name="It is over").click()
        phone.goto(f"{address}{bench(phone, address, 'Towpath rinse')}")
        phone.get_by_role("link", name="Make it").click()
        phone.get_by_role("button", name="Begin").click()
        phone.wait_for_url("**/run")
        phone.get_by_role("button", name="Done, next").click()
        shoot(phone, "phone-make")

        dark = window(browser, DESK, "dark")
        dark.goto(f"{address}/shelf")
        dark.get_by_role("button", name="Remove Hop cones").click()
        dark.goto(f"{address}/settings")
        dark.get_by_role("button", name="Make one now").click()
        dark.get_by_text("All copies").click()
        dark.get_by_role("heading", name="Backup and copies").evaluate("(t) => t.scrollIntoView()")
        shoot(dark, "settings-dark")
    print(f"{len(list(HERE.glob('*.png')))} pictures in docs/screenshots")


if __name__ == "__main__":
    main()
