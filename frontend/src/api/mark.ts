/** The mark of the household that this page belongs to: the demo and a home may share an address. */
const said = document.querySelector<HTMLMetaElement>('meta[name="eyebright-household"]')?.content;
const NOT_PUT_IN = "__"; // the page as it is built, served by something else than Eyebright

export const mark = said && !said.startsWith(NOT_PUT_IN) ? said : "";
export const MARK_HEADER = "Eyebright-Household";
