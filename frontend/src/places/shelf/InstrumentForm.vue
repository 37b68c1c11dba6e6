<script setup lang="ts">
import { computed } from "vue";
import type { Instrument } from "@/api/types";
import { useSaveInstrument } from "@/api/instruments";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useForm } from "@/parts/form";
import FormFrame from "@/parts/FormFrame.vue";

const { instrument } = defineProps<{ instrument?: Instrument }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveInstrument();

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
const { entered, errors, form } = useForm(
  save,
  {
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
  },
  () => emit("done"),
);
const link = computed(() => LINKS.find((one) => one.key === entered.link));
</script>

<template>
  <FormFrame
    :title="instrument ? `Change ${instrument.name}` : 'A new instrument'"
    :form="form"
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
  </FormFrame>
</template>
