<script setup lang="ts">
/** Limits that this household may hold otherwise: tighter as it likes, looser a little where it is comfort. */
import { computed, ref } from "vue";
import type { HouseLimit } from "@/api/types";
import { useHoldLimit, useHouseLimits } from "@/api/household";
import LoadState from "@/parts/LoadState.vue";
import { tell } from "@/app/undo";
import TextField from "@/parts/TextField.vue";
import { said } from "@/parts/ph";
import { useTrouble } from "@/parts/trouble";
import { plain } from "@/parts/typed";

const limits = useHouseLimits();
const hold = useHoldLimit();
const { errors, trouble } = useTrouble(hold.error);
const open = ref("");
const typed = ref("");
const opened = ref(0);
const changed = computed(() => limits.data.value?.filter((one) => one.value !== one.ours) ?? []);

const measured = (value: number, unit: string) =>
  unit === "pH" ? `pH ${said(value)}` : `${said(value)} ${unit}`;

/** Say so, with the way back. */
function told(before: HouseLimit): void {
  tell(`${before.what[0]?.toUpperCase()}${before.what.slice(1)}: changed.`, () => {
    const now = limits.data.value?.find((one) => one.key === before.key);
    const value = before.version ? plain(before.value) : null;
    return hold.mutateAsync({ key: before.key, value, version: now?.version ?? 0 });
  });
}
async function toOurs(limit: HouseLimit): Promise<void> {
  const call = { key: limit.key, value: null, version: limit.version };
  if (await hold.mutateAsync(call).catch(() => null)) told(limit);
}

function edit(limit: HouseLimit): void {
  hold.reset();
  open.value = limit.key;
  typed.value = plain(limit.value);
  opened.value = limit.version;
}
async function keep(): Promise<void> {
  const [key, before] = [open.value, limits.data.value?.find((one) => one.key === open.value)];
  const version = opened.value;
  const kept = await hold.mutateAsync({ key, value: typed.value, version }).catch(() => null);
  if (kept && before) told(before);
  if (kept) open.value = "";
}
</script>

<template>
  <section aria-labelledby="limits">
    <h2 id="limits">Limits</h2>
    <LoadState
      v-if="limits.error.value || !limits.data.value"
      :error="limits.error.value"
      @again="limits.refetch()"
    />
    <template v-else>
      <p class="quiet">
        These are what cautions and stops go by. Any can be tightened; those that are a matter of
        comfort can be loosened a little. For a child, tender skin and treated hair the stricter
        ones hold as ever.
        <template v-if="changed.length">
          {{ changed.length }} of {{ limits.data.value.length }} stand otherwise than ours.
        </template>
      </p>
      <details>
        <summary class="cursor-pointer px-0 py-2">
          All {{ limits.data.value.length }} limits
        </summary>
        <ul class="list-none mx-0 mt-3 mb-0 p-0">
          <li
            v-for="limit in limits.data.value"
            :key="limit.key"
            class="border-t border-hairline px-0 py-1.5"
          >
            <div
              class="line grid grid-cols-[minmax(0,1fr)_auto_auto_auto] gap-x-4 gap-y-1 items-baseline phone:grid-cols-[minmax(0,1fr)_auto]"
            >
              <span>{{ limit.what[0]?.toUpperCase() }}{{ limit.what.slice(1) }}</span>
              <strong>{{ measured(limit.value, limit.unit) }}</strong>
              <button v-if="open !== limit.key" type="button" class="act" @click="edit(limit)">
                Change
              </button>
              <button
                v-if="limit.value !== limit.ours"
                type="button"
                class="act"
                @click="toOurs(limit)"
              >
                Back to {{ measured(limit.ours, limit.unit) }}
              </button>
            </div>
            <form
              v-if="open === limit.key"
              class="flex flex-wrap gap-x-4 gap-y-2 items-end"
              @submit.prevent="keep"
            >
              <TextField
                v-model="typed"
                :label="`From ${said(limit.least)} to ${measured(limit.most, limit.unit)}`"
                decimal
                short
                :error="errors['value'] ?? errors['version'] ?? trouble"
                :hint="limit.comfort ? 'A matter of comfort.' : 'It can only be tightened.'"
              />
              <button type="submit" class="act">Save</button>
              <button type="button" class="act" @click="open = ''">Cancel</button>
            </form>
            <p v-if="open === limit.key" class="quiet small">Why ours: {{ limit.source }}.</p>
          </li>
        </ul>
      </details>
    </template>
  </section>
</template>

<style scoped>
@media (max-width: 760px) {
  .line .act {
    justify-self: start;
  }
}
</style>
