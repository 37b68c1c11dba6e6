<script setup lang="ts">
/**
 * A big press for wet hands: held for 0.4 s, for drops of water tap glass too; with Space or Enter at once. It fills
 * while it is held. A second tap of the same finger is none.
 */
import { ref, useTemplateRef } from "vue";
import { useTimeoutFn } from "@vueuse/core";

const { disabled = false } = defineProps<{ disabled?: boolean }>();
const emit = defineEmits<{ held: [] }>();
const HOLD_MS = 400;
const REST_MS = 250;
let pressed = -Infinity;
const holding = ref(false);
const button = useTemplateRef("button");
const held = useTimeoutFn(
  () => {
    up();
    emit("held");
  },
  HOLD_MS,
  { immediate: false },
);

function down(event: PointerEvent): void {
  if (disabled || event.button > 0) return;
  holding.value = true;
  held.start();
}
function up(): void {
  holding.value = false;
  held.stop();
}
function key(event: KeyboardEvent): void {
  if (event.repeat || disabled || event.timeStamp - pressed < REST_MS) return;
  pressed = event.timeStamp;
  emit("held");
}
/** A press that no pointer made: of an aid that reads the page out. */
function click(event: MouseEvent): void {
  if (event.detail === 0 && !disabled) emit("held");
}
defineExpose({ focus: () => button.value?.focus({ preventScroll: true }) });
</script>

<template>
  <button
    ref="button"
    type="button"
    :class="['hold', { holding }]"
    :disabled="disabled"
    @pointerdown="down"
    @pointerup="up"
    @pointerleave="up"
    @pointercancel="up"
    @contextmenu.prevent
    @keydown.enter.stop.prevent="key"
    @keydown.space.stop.prevent="key"
    @keyup.space.stop.prevent
    @click="click"
  >
    <span class="fill" aria-hidden="true" />
    <span class="words"><slot /></span>
    <span class="hint">hold</span>
  </button>
</template>

<style scoped>
.hold {
  position: relative;
  overflow: hidden;
  border: 0;
  border-radius: 28px 28px 28px 6px;
  min-height: 96px;
  padding: 8px 20px;
  background: var(--throat);
  color: var(--on-throat);
  font: 560 1.625rem/1.2 var(--serif);
  cursor: pointer;
  touch-action: none;
  user-select: none;
  -webkit-user-select: none;
}

.hold:disabled {
  opacity: 0.55;
}

.fill {
  position: absolute;
  inset: 0;
  background: var(--throat-strong);
  transform: scaleX(0);
  transform-origin: left;
}

.holding .fill {
  transform: scaleX(1);
  transition: transform 0.4s linear;
}

.words,
.hint {
  position: relative;
  display: block;
}

.hint {
  font: 400 0.875rem var(--sans);
}
</style>
