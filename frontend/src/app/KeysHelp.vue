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
    <div class="inside">
      <h2 id="keys-title">Keys that work here</h2>
      <dl>
        <template v-for="shortcut in working" :key="shortcut.key + shortcut.does">
          <dt>
            <kbd>{{ shortcut.key }}</kbd>
          </dt>
          <dd>{{ shortcut.does }}</dd>
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

.inside {
  padding: 24px 28px;
  display: grid;
  gap: 16px;
}

dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px 16px;
  margin: 0;
}

dd {
  margin: 0;
}

kbd {
  font: 700 1rem var(--sans);
  color: var(--vein);
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
