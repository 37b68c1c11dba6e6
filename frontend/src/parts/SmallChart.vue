<script setup lang="ts">
/** One small line over time, its levels in words. The words beside it say the same without seeing. */
import { shortDay } from "./when";
import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from "chart.js";
import { computed, onMounted, onUnmounted, useTemplateRef, watch } from "vue";
import { theme } from "@/app/theme";

Chart.register(LinearScale, LineController, LineElement, PointElement, Tooltip);

const { name, at, values, words } = defineProps<{
  name: string;
  at: string[];
  values: (number | null)[];
  words: string[];
}>();
const canvas = useTemplateRef<HTMLCanvasElement>("canvas");
let chart: Chart<"line"> | undefined;

const word = (value: number | null | undefined) =>
  value === null || value === undefined ? "" : (words[Math.round(value)] ?? "");
const summary = computed(
  () =>
    `${name}: ${word(values[0])} on ${shortDay(new Date(at[0] ?? 0))}, ` +
    `${word(values.at(-1))} on ${shortDay(new Date(at.at(-1) ?? 0))}, ${values.length} points`,
);

function draw(): void {
  chart?.destroy();
  if (!canvas.value) return;
  const style = getComputedStyle(document.documentElement);
  const token = (key: string) => style.getPropertyValue(key).trim();
  const font = { family: token("--sans").split(",")[0]?.replaceAll('"', "") ?? "", size: 11 };
  chart = new Chart(canvas.value, {
    type: "line",
    data: {
      datasets: [
        {
          data: values.map((y, i) => ({ x: Date.parse(at[i] ?? ""), y })),
          borderColor: token("--vein"),
          backgroundColor: token("--vein"),
          borderWidth: 1.6,
          pointRadius: values.length > 40 ? 0 : 2.5,
          stepped: true,
        },
      ],
    },
    options: {
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      scales: {
        x: {
          type: "linear",
          grid: { display: false },
          min: Date.parse(at[0] ?? ""),
          max: Date.parse(at.at(-1) ?? ""),
          ticks: {
            color: token("--stem"),
            font,
            maxTicksLimit: 4,
            maxRotation: 0,
            callback: (value) => shortDay(new Date(value)),
          },
        },
        y: {
          min: 0,
          max: words.length - 1,
          grid: { color: token("--hairline") },
          ticks: {
            color: token("--stem"),
            font,
            stepSize: 1,
            callback: (value) => word(Number(value)),
          },
        },
      },
      plugins: {
        tooltip: {
          callbacks: {
            title: (items) => items.map((item) => shortDay(new Date(item.parsed.x ?? 0))),
            label: (item) => word(item.parsed.y),
          },
          bodyFont: font,
          titleFont: font,
        },
      },
    },
  });
}
onMounted(draw);
onUnmounted(() => chart?.destroy());
watch([() => values, theme], () => requestAnimationFrame(draw));
</script>

<template>
  <figure class="m-0 min-w-0">
    <figcaption class="text-md text-stem">{{ name }}</figcaption>
    <div class="relative h-26 overflow-hidden">
      <canvas ref="canvas" role="img" :aria-label="summary" />
    </div>
  </figure>
</template>
