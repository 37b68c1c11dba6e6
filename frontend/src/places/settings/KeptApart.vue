<script setup lang="ts">
/** What this browser keeps of another household at this address: not lost, and not mixed with what is here. */
import { computed, ref } from "vue";
import { keptApart, letGo, takeAsOwn, type KeptApart } from "@/api/unsent";
import { tell } from "@/app/undo";
import { when as said } from "@/parts/when";

const apart = ref(keptApart());
const KINDS = { draft: "Typed", sent: "Sent and not answered", press: "Pressed at the basin" };
const PLACES: Record<string, string> = {
  formulas: "Formulas",
  heads: "Heads",
  household: "Settings",
  journal: "Journal",
  make: "Make",
  mix: "Mix",
  shelf: "Shelf",
  wash: "Wash",
};

function at(text: string): number {
  try {
    const found = (JSON.parse(text) as { at?: unknown }).at;
    return typeof found === "number" ? found : 0;
  } catch {
    return 0;
  }
}
function whoseOf(one: KeptApart): string {
  if (!one.readable) return "cannot be read";
  return one.mark ? "another household" : "nobody said whose";
}
const rows = computed(() =>
  apart.value.map((one) => {
    const place = PLACES[/\/api\/(\w+)/.exec(one.name + one.text)?.[1] ?? ""];
    const when = at(one.text);
    return {
      one,
      what: one.kind !== "press" && place ? `${KINDS[one.kind]}, in ${place}` : KINDS[one.kind],
      when: when > 1e12 ? said(new Date(when).toISOString()) : "",
      whose: whoseOf(one),
      ours: !one.mark && one.readable && one.kind === "draft",
    };
  }),
);

function save(): void {
  const file = new Blob([JSON.stringify(apart.value, null, 2)], { type: "application/json" });
  const link = document.createElement("a");
  link.href = URL.createObjectURL(file);
  link.download = "eyebright-kept-apart.json";
  link.click();
  URL.revokeObjectURL(link.href);
}
function take(one: KeptApart): void {
  takeAsOwn(one);
  apart.value = keptApart();
  tell("It is back in its form.");
}
function remove(): void {
  const gone = apart.value;
  letGo(gone);
  apart.value = [];
  tell("What was kept apart is deleted.", () => {
    for (const one of gone) localStorage.setItem(one.key, one.text);
    apart.value = keptApart();
  });
}
</script>

<template>
  <section v-if="rows.length" aria-labelledby="apart" class="grid gap-2 mx-0 my-6">
    <h2 id="apart">Kept apart</h2>
    <p>
      This was typed while another household was open at this address, or cannot be read. It is used
      nowhere here, and stays until that household is open again, or you delete it.
    </p>
    <ul class="list-none m-0 p-0">
      <li v-for="row in rows" :key="row.one.key" class="row border-t border-hairline py-1.5">
        <span>{{ row.what }}</span>
        <span class="quiet">{{ [row.whose, row.when].filter(Boolean).join(", ") }}</span>
        <button v-if="row.ours" type="button" class="act" @click="take(row.one)">
          Use it here
        </button>
      </li>
    </ul>
    <p class="row">
      <button type="button" class="act" @click="save">Save as a file</button>
      <button type="button" class="act" @click="remove">Delete all of it</button>
    </p>
  </section>
</template>
