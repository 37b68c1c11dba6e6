<script setup lang="ts">
import { computed } from "vue";
import type { Instrument } from "@/api/types";
import { useSaveInstrument } from "@/api/instruments";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useEdit } from "@/parts/edit";
import { useTrouble } from "@/parts/trouble";
import EntryForm from "./EntryForm.vue";

const { instrument } = defineProps<{ instrument?: Instrument }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveInstrument();
const { errors, trouble } = useTrouble(save.error);

const KINDS: { key: Instrument["kind"]; name: string }[] = [
  { key: "meter", name: "pH meter" },
  { key: "scale", name: "Scale" },
  { key: "thermometer", name: "Thermometer" },
];
const LINKS: { key: Instrument["link"]; name: string; says: string }[] = [
  { key: "hand", name: "read by eye", says: "You type what it shows." },
  { key: "simulated", name: "pretend, to try it out", says: "It plays itself." },
  {
    key: "bridge",
    name: "bridged over TCP",
    says: "Any device that says the plain lines of docs/formats.md.",
  },
];
const edit = useEdit({
  path: "/api/instruments",
  row: instrument,
  fields: (row?: Instrument) => ({
    kind: row?.kind ?? ("meter" as Instrument["kind"]),
    name: row?.name ?? "",
    link: row?.link ?? ("hand" as Instrument["link"]),
    host: row?.host || "127.0.0.1",
    port: row?.port ? String(row.port) : "",
  }),
  sent: (typed) => ({ ...typed, port: typed.port || null }),
  name: (row) => row.name,
});
const entered = edit.entered;
const link = computed(() => LINKS.find((one) => one.key === entered.link));

async function store(keep = edit.keep): Promise<void> {
  if (await keep(save.mutateAsync)) emit("done");
}
</script>

<template>
  <EntryForm
    :title="instrument ? `Change ${instrument.name}` : 'A new instrument'"
    label="Save"
    :saving="save.isPending.value"
    :trouble="trouble"
    :edit="edit"
    @save="store()"
    @mine="store(edit.keepMine)"
    @cancel="emit('done')"
  >
    <PickField
      v-model="entered.kind"
      label="What is it?"
      :options="KINDS"
      by="key"
      :error="errors['kind']"
    />
    <TextField v-model="entered.name" label="Your name for it" :error="errors['name']" />
    <PickField
      v-model="entered.link"
      label="It is"
      :options="LINKS"
      by="key"
      :hint="link?.says"
      :error="errors['link']"
    />
    <template v-if="entered.link === 'bridge'">
      <TextField v-model="entered.host" label="At address" :error="errors['host']" />
      <TextField v-model="entered.port" label="Port" decimal :error="errors['port']" />
    </template>
  </EntryForm>
</template>
