<script setup lang="ts">
/** A picture, if wanted: sent at once, stripped on arrival of place and camera, shown small. */
import { ref } from "vue";
import type { Picture } from "@/api/types";
import { useAddPicture } from "@/api/heads";
import { useTrouble } from "@/parts/trouble";

const { head } = defineProps<{ head: number }>();
const picture = defineModel<Picture | null>({ required: true });
const add = useAddPicture();
const { errors, trouble } = useTrouble(add.error);
const input = ref<HTMLInputElement>();

async function send(): Promise<void> {
  const file = input.value?.files?.[0];
  if (!file) return;
  picture.value = await add.mutateAsync({ id: head, file }).catch(() => null);
  if (input.value) input.value.value = "";
}
</script>

<template>
  <div class="flex flex-wrap gap-x-3 gap-y-1 items-center">
    <img v-if="picture" :src="picture.url" alt="The picture just added" />
    <label>
      <input
        ref="input"
        type="file"
        accept="image/jpeg,image/png,image/webp"
        class="unseen"
        @change="send"
      />
      <span class="act">{{
        add.isPending.value ? "Taking it in…" : picture ? "Another picture" : "Add a picture"
      }}</span>
    </label>
    <button v-if="picture" type="button" class="act" @click="picture = null">Without it</button>
    <p v-if="errors['picture'] || trouble" class="error text-madder w-full" role="alert">
      {{ errors["picture"] ?? trouble }}
    </p>
  </div>
</template>

<style scoped>
img {
  width: 48px;
  height: 48px;
  object-fit: cover;
  border-radius: 4px 12px 12px 12px;
}

input:focus-visible + span {
  outline: 3px solid var(--vein);
  outline-offset: 2px;
}
</style>
