<script setup lang="ts">
/** A stand-in is played: something is laid on it or it is stood in something, tared, unplugged, frozen. */
import { computed, ref } from "vue";
import type { Instrument } from "@/api/types";
import { usePlay, type Played } from "@/api/instruments";
import { tell } from "@/app/undo";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

const { instrument } = defineProps<{ instrument: Instrument }>();
const play = usePlay();
const { errors, trouble } = useTrouble(play.error);
const put = ref("");
const LABEL = {
  scale: "Put on, g",
  meter: "Stand it in pH",
  thermometer: "Hold it in, °C",
} as const;
const error = computed(() => errors.value["put"] ?? trouble.value);

async function act(body: Played, words?: string): Promise<void> {
  const done = await play.mutateAsync({ id: instrument.id, body }).catch(() => null);
  if (done && words) tell(words);
}
</script>

<template>
  <form class="row items-end" @submit.prevent="act({ put: (put || null) as never })">
    <TextField v-model="put" :label="LABEL[instrument.kind]" decimal short :error="error" />
    <button type="submit" class="act">
      {{ instrument.kind === "scale" ? "Put on" : "Set" }}
    </button>
    <button
      v-if="instrument.kind === 'scale'"
      type="button"
      class="act"
      @click="act({ tare: true })"
    >
      Tare
    </button>
    <button type="button" class="act" @click="act({ plug: 'out' }, 'Its plug is out.')">
      Disconnect
    </button>
    <button type="button" class="act" @click="act({ plug: 'frozen' }, 'It sends nothing new.')">
      Hold
    </button>
    <button type="button" class="act" @click="act({ plug: 'in' }, 'Plugged in.')">Connect</button>
  </form>
</template>
