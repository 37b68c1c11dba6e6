/** Links of a wash as the board has them: what each is of, and how it is written. */
import type { Supply, WashChoices, WashLink } from "@/api/types";

export const ZONES = [
  { key: "scalp", name: "on the scalp" },
  { key: "lengths", name: "on the lengths" },
  { key: "both", name: "on both" },
  { key: "bag", name: "lengths, in a bag or basin" },
  { key: "face", name: "on the face" },
] as const;
export const WETNESS = [
  { key: "", name: "as usual" },
  { key: "dry", name: "dry hair" },
  { key: "damp", name: "damp hair" },
  { key: "wet", name: "wet hair" },
] as const;
export const MUCH = [
  { key: "dose", name: "what this head takes" },
  { key: "amount", name: "so much" },
  { key: "all", name: "all there is" },
] as const;

/** One choice of the list: a formula, something made, poured or bought, a pause, or plain water. */
export interface What {
  what: string;
  name: string;
}

export const whatOf = (link: WashLink): string =>
  typeof link.formula === "number"
    ? `formula-${link.formula}`
    : link.pause
      ? `pause-${link.pause}`
      : (link.supply_key ?? "");

/** A link is a formula, something else, a pause, or plain water. */
export function said(what: string): Pick<WashLink, "formula" | "supply_key" | "pause"> {
  const [, kind, key] = /^(formula|pause)-(.+)$/.exec(what) ?? [];
  return {
    formula: kind === "formula" ? Number(key) : null,
    supply_key: kind ? "" : what,
    pause: kind === "pause" ? (key ?? "") : "",
  };
}

export const linkOf = (what: string): WashLink => ({
  ...said(what),
  zone: "both",
  minutes: null,
  times: 1,
  amount_mode: "dose",
  amount: null,
  unit: "mL",
  parts: 0,
  wetness: null,
  cover: null,
  beside: false,
  sections: "",
  optional: false,
  only_if: "",
});

const choice = (one: Supply): What => ({ what: one.key, name: one.name });
const madeOrPoured = (one: Supply) => /^(made|jug)-/.test(one.key);

export function groupsOf(
  formulas: { id: number; name: string }[],
  bought: Supply[],
  choices: WashChoices | undefined,
): { title: string; items: What[] }[] {
  const rest = bought.filter((one) => !madeOrPoured(one));
  return [
    { title: "Water", items: [{ what: "", name: "plain water" }] },
    { title: "Made or poured, and there", items: bought.filter(madeOrPoured).map(choice) },
    {
      title: "Your formulas",
      items: formulas.map((one) => ({ what: `formula-${one.id}`, name: one.name })),
    },
    { title: "Bought, on your shelf", items: rest.filter((one) => one.at_hand).map(choice) },
    {
      title: "Time and handiwork",
      items: (choices?.pauses ?? []).map((one) => ({ what: `pause-${one.key}`, name: one.name })),
    },
    { title: "Bought, of any make", items: rest.filter((one) => !one.at_hand).map(choice) },
  ].filter((one) => one.items.length);
}

/** What is said of a link besides its name, zone and minutes: "covered · thinned 1 + 2 · may be left out". */
export function besides(link: WashLink, choices: WashChoices | undefined): string[] {
  const section = choices?.sections.find((one) => one.key === link.sections);
  return [
    link.beside ? "at the same time as what is before it" : "",
    link.wetness ? `on ${link.wetness} hair` : "",
    link.cover === true ? "covered" : link.cover === false ? "not covered" : "",
    link.parts ? `thinned 1 + ${link.parts}` : "",
    link.times !== 1 ? `${link.times} times the usual amount` : "",
    link.amount_mode === "all" ? "all there is" : "",
    link.amount_mode === "amount" && link.amount ? `${link.amount} ${link.unit}` : "",
    section ? section.name : "",
    link.optional ? `may be left out${link.only_if ? `: only if ${link.only_if}` : ""}` : "",
  ].filter(Boolean);
}
