<script setup lang="ts">
import { useTemplateRef } from "vue";
import { useShortcuts, working } from "./shortcuts";

const dialog = useTemplateRef<HTMLDialogElement>("dialog");
const show = () => dialog.value?.showModal();

useShortcuts([{ key: "?", does: "Show the keys that work here", run: show }]);
defineExpose({ show });
</script>

<template>
  <dialog ref="dialog" aria-labelledby="keys-title" @click.self="dialog?.close()">
    <div class="px-7 py-6 grid gap-4">
      <h2 id="keys-title">Keys that work here</h2>
      <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-2 m-0">
        <template v-for="shortcut in working" :key="shortcut.key + shortcut.does">
          <dt>
            <kbd class="font-sans font-bold text-base leading-auto text-vein">{{
              shortcut.key
            }}</kbd>
          </dt>
          <dd class="m-0">{{ shortcut.does }}</dd>
        </template>
      </dl>
      <p class="quiet small">None of them fires while you are typing.</p>
      <form method="dialog"><button>Back to work</button></form>
    </div>
  </dialog>
</template>

<style scoped>
dialog {
  max-width: 420px;
  width: calc(100vw - 32px);
}

button {
  border: 1px solid var(--vein);
  border-radius: 999px;
  padding: 8px 18px;
  background: transparent;
  color: var(--vein);
  font: 700 1rem var(--sans);
  cursor: pointer;
}
</style>
