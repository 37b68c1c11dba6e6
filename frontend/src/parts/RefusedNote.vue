<script setup lang="ts">
/** What a name says that never goes on a head, and the one way past it: somebody has read the label. */
defineProps<{ what: string; why: string }>();
const cleared = defineModel<boolean>({ required: true });
</script>

<template>
  <div class="grid gap-1 border-l-4 border-madder bg-madder-wash px-3 py-2" role="status">
    <p>
      <strong>{{ what }} never goes on a head:</strong>
      {{ why }} <slot />
    </p>
    <label>
      <input v-model="cleared" type="checkbox" />
      I have read the label, and it is something else.
    </label>
  </div>
</template>
