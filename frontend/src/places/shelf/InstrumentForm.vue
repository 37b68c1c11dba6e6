<script setup lang="ts">
import { computed, reactive } from "vue";
import type { Instrument } from "@/api/client";
import { useSaveInstrument } from "@/api/instruments";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
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
const entered = reactive({
  kind: instrument?.kind ?? ("meter" as Instrument["kind"]),
  name: instrument?.name ?? "",
  link: instrument?.link ?? ("hand" as Instrument["link"]),
  host: instrument?.host || "127.0.0.1",
  port: instrument?.port ? String(instrument.port) : "",
});
const link = computed(() => LINKS.find((one) => one.key === entered.link));

async function store(): Promise<void> {
  const body = { ...entered, port: (entered.port || null) as number | null };
  const done = await save
    .mutateAsync(instrument ? { id: instrument.id, body } : { body })
    .catch(() => null);
  if (done) emit("done");
}
</script>

<template>
  <EntryForm
    :title="instrument ? `Change ${instrument.name}` : 'A new instrument'"
    :label="instrument ? 'Save' : 'Save'"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
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
