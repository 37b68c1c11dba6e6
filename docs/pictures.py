"""Make docs/screenshots anew from the demo household: `make screenshots`."""

import os
import shutil
from pathlib import Path

from playwright.sync_api import Browser, Page

from bench.page import served
from tests.chromium import chromium

HERE = Path(__file__).parent / "screenshots"
DESK, PHONE = (1280, 800), (390, 844)
AIM_OUT_OF_REACH = "/mix?acid=1&water=2&volume=500&unit=mL&aim=4.5&use=rinsed_out&minutes=2"


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
    """Wait until nothing is on its way and the fonts are there."""
    page.wait_for_load_state("networkidle")
    page.evaluate("document.fonts.ready.then(() => 0)")
    page.wait_for_timeout(300)


def shoot(page: Page, name: str) -> None:
    """One picture."""
    settled(page)
    page.screenshot(path=HERE / f"{name}.png")


def head(page: Page, address: str, name: str) -> str:
    """The address of a head, found by its name in the list."""
    page.goto(f"{address}/heads")
    return page.get_by_role("link", name=name).get_attribute("href") or ""


def main() -> None:
    """Every main view, from a demo household just moved in."""
    data = Path(os.environ["EYEBRIGHT_DATA"])
    shutil.rmtree(data, ignore_errors=True)
    HERE.mkdir(exist_ok=True)
    with served(demo=True) as server, chromium() as browser:
        address = server.address
        desk = window(browser, DESK)
        desk.goto(f"{address}/heads")
        shoot(desk, "heads")
        desk.goto(f"{address}/heads?new=head")
        desk.get_by_label("Name").fill("Idris Pell")
        desk.get_by_text("The hair", exact=True).evaluate("(title) => title.scrollIntoView()")
        shoot(desk, "head-new")
        desk.goto(f"{address}{head(desk, address, 'Ottoline')}")
        shoot(desk, "head-today")
        wren = head(desk, address, "Wren Halloway")
        desk.goto(f"{address}{wren}/washes")
        shoot(desk, "head-how-it-went")
        desk.goto(f"{address}{wren}/tests")
        desk.get_by_role("button", name="Spray and slide").click()
        shoot(desk, "head-little-tests")
        desk.goto(f"{address}/mix")
        shoot(desk, "mix")
        desk.goto(address + AIM_OUT_OF_REACH)
        shoot(desk, "mix-out-of-reach")
        desk.goto(f"{address}/shelf")
        shoot(desk, "shelf")
        desk.goto(f"{address}/shelf?new=acid")
        desk.get_by_label("Strength on the label").fill("120")
        desk.get_by_role("button", name="Put it on the shelf").click()
        shoot(desk, "shelf-bad-input")
        desk.goto(f"{address}/journal")
        shoot(desk, "journal")
        desk.get_by_role("main").get_by_role("link").nth(1).click()
        shoot(desk, "journal-entry")

        dark = window(browser, DESK, "dark")
        dark.goto(f"{address}/mix")
        shoot(dark, "mix-dark")

        phone = window(browser, PHONE)
        phone.goto(f"{address}{wren}")
        shoot(phone, "phone-head")
        phone.goto(f"{address}/mix")
        shoot(phone, "phone-mix")
        phone.get_by_role("button", name="I am mixing this").click()
        phone.wait_for_url("**/pour")
        shoot(phone, "phone-pour")
        phone.get_by_role("link", name="Leave it for now").click()
        shoot(phone, "phone-journal")
    print(f"{len(list(HERE.glob('*.png')))} pictures in docs/screenshots")


if __name__ == "__main__":
    main()
