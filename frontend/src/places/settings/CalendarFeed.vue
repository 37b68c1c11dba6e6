<script setup lang="ts">
/** The plan in a calendar on this machine: an address with a secret in it, told once, and the way to end it. */
import Button from "primevue/button";
import { ref } from "vue";
import { useFeed, useNewFeed, useRevokeFeed } from "@/api/wash";
import { tell } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { when } from "@/parts/when";

const feed = useFeed();
const anew = useNewFeed();
const revoke = useRevokeFeed();
const address = ref("");
async function make(): Promise<void> {
  const made = await anew.mutateAsync().catch(() => null);
  address.value = made?.address ?? "";
}
async function end(): Promise<void> {
  await revoke.mutateAsync().catch(() => null);
  address.value = "";
}
async function copy(): Promise<void> {
  await navigator.clipboard?.writeText(address.value);
  tell("The address is copied.");
}
</script>

<template>
  <section id="calendar" aria-labelledby="calendar-title">
    <h2 id="calendar-title">The plan in your calendar</h2>
    <LoadState
      v-if="feed.error.value || !feed.data.value"
      :error="feed.error.value"
      @again="feed.refetch()"
    />
    <div v-else class="grid gap-2 mx-0 mt-2 mb-6">
      <p class="quiet">
        A calendar program on this machine can subscribe to the plan. Whoever has the address can
        read it, so it holds a secret: it is shown once, and can be ended.
      </p>
      <p
        v-if="address"
        class="address flex flex-wrap gap-x-4 gap-y-2 bg-vein-wash px-3 py-2 rounded-leaf-12"
      >
        <code>{{ address }}</code>
        <button type="button" class="act" @click="copy">Copy</button>
      </p>
      <p v-if="feed.data.value.exists">
        There is an address since {{ when(feed.data.value.made_at!) }};
        {{
          feed.data.value.read_at ? `last read ${when(feed.data.value.read_at)}` : "never read yet"
        }}.
      </p>
      <p class="row">
        <Button
          :label="feed.data.value.exists ? 'A new address' : 'Make an address'"
          variant="outlined"
          :disabled="anew.isPending.value"
          @click="make"
        />
        <button v-if="feed.data.value.exists" type="button" class="act" @click="end">
          End this address
        </button>
      </p>
      <p v-if="anew.error.value || revoke.error.value" class="error" role="alert">
        {{ (anew.error.value ?? revoke.error.value)?.message }}
      </p>
    </div>
  </section>
</template>

<style scoped>
code {
  overflow-wrap: anywhere;
}
</style>
