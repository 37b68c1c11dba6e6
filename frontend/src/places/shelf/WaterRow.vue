<script setup lang="ts">
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import type { Water, WaterKind } from "@/api/types";
import { useRemoveProfile, useRemoveWater, useRestoreProfile, useRestoreWater } from "@/api/shelf";
import { tellOf } from "@/app/undo";
import { dayOf } from "@/parts/when";
import FigureLine from "./FigureLine.vue";
import NeatReadings from "./NeatReadings.vue";
import PhLine from "./PhLine.vue";
import ProfileForm from "./ProfileForm.vue";
import ShelfRow from "./ShelfRow.vue";
import TitrationForm from "./TitrationForm.vue";
import WaterForm from "./WaterForm.vue";

const { water } = defineProps<{ water: Water; kinds: WaterKind[] }>();
const route = useRoute();
const remove = useRemoveWater();
const restore = useRestoreWater();
const removeProfile = useRemoveProfile();
const restoreProfile = useRestoreProfile();

type Doing = "titrate" | "figures" | "read";
const asked = (["titrate", "read"] as const).find((one) => route.query[one] === water.key);
const doing = ref<Doing | null>(asked ?? null);
const DOINGS = [
  { key: "titrate", name: "Test it with vinegar and a strip" },
  { key: "figures", name: "Its supplier's figures" },
  { key: "read", name: "Test it undiluted" },
] as const;
const ORIGIN = { supplier: "from the supplier", titration: "titrated at home" } as const;

const figures = computed(() =>
  (
    [
      ["Alkalinity", water.alkalinity],
      ["Hardness", water.hardness],
    ] as const
  ).filter(([, figure]) => figure.high > 0),
);

function takeAway(id: number, on: string): void {
  void tellOf(
    `The figures of ${on} are gone.`,
    () => removeProfile.mutateAsync(id),
    () => restoreProfile.mutateAsync(id),
  );
}
</script>

<template>
  <ShelfRow
    :thing="water"
    :kind="water.kind_name"
    :remove="remove.mutateAsync"
    :restore="restore.mutateAsync"
  >
    <template #form="{ done }">
      <WaterForm :kinds="kinds" :water="water" @done="done" />
    </template>
    <p v-if="water.unknown" class="unknown text-madder">
      Its kind is not known here any more: it is reckoned with as any tap until you press Change,
      and choose one.
    </p>
    <PhLine :figure="water.ph" />
    <p v-for="[name, figure] in figures" :key="name">
      <FigureLine :name="name" :figure="figure" />
    </p>
    <p v-if="water.says" class="quiet">{{ water.says }}</p>
    <ul v-if="water.profiles.length" class="m-0 pl-5">
      <li v-for="profile in water.profiles" :key="profile.id">
        {{ dayOf(profile.on) }} {{ profile.on.slice(0, 4) }}, {{ ORIGIN[profile.origin] }}:
        <FigureLine v-if="profile.alkalinity" name="alkalinity" :figure="profile.alkalinity" />
        <FigureLine v-if="profile.hardness" name="hardness" :figure="profile.hardness" />
        <FigureLine v-if="profile.sodium" name="sodium" :figure="profile.sodium" />
        <FigureLine v-if="profile.ph" name="pH" :figure="profile.ph" />
        <button
          type="button"
          class="act"
          :aria-label="`Take away the figures of ${profile.on}`"
          @click="takeAway(profile.id, dayOf(profile.on))"
        >
          Remove them
        </button>
      </li>
    </ul>
    <TitrationForm v-if="doing === 'titrate'" :water="water" @done="doing = null" />
    <ProfileForm v-if="doing === 'figures'" :water="water" @done="doing = null" />
    <NeatReadings v-if="doing === 'read'" :thing="water" />
    <details>
      <summary class="cursor-pointer text-stem text-sm">Why these figures?</summary>
      <p>{{ water.source }}. A figure of your own is kept as measured, with its doubt.</p>
    </details>
    <template #acts>
      <button
        v-for="one in DOINGS"
        :key="one.key"
        type="button"
        class="act"
        :aria-label="`${one.name}: ${water.name}`"
        :aria-expanded="doing === one.key"
        @click="doing = doing === one.key ? null : one.key"
      >
        {{ one.name }}
      </button>
    </template>
  </ShelfRow>
</template>
