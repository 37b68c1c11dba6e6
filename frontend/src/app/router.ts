/** The places and their addresses, in the order of work. */
import { createRouter, createWebHistory } from "vue-router";
import MixPlace from "@/places/mix/MixPlace.vue";

export const places = [
  { name: "heads", path: "/heads", label: "Heads" },
  { name: "shelf", path: "/shelf", label: "Shelf" },
  { name: "mix", path: "/mix", label: "Mix" },
  { name: "journal", path: "/journal", label: "Journal" },
] as const;

const number = (route: { params: Record<string, string | string[]> }) => ({
  id: Number(route.params["id"]),
});

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
  routes: [
    { path: "/", redirect: "/mix" },
    {
      path: "/heads",
      component: () => import("@/places/heads/HeadsPlace.vue"),
      meta: { title: "Heads" },
    },
    {
      path: "/heads/:id(\\d+)/:side(washes|tests|patch|record)?",
      component: () => import("@/places/heads/HeadPlace.vue"),
      props: number,
      meta: { title: "Heads" },
    },
    {
      path: "/shelf/:side(waters|measures|instruments)?",
      component: () => import("@/places/shelf/ShelfPlace.vue"),
      meta: { title: "Shelf" },
    },
    { path: "/mix", component: MixPlace, meta: { title: "Mix" } },
    {
      path: "/mix/formulas",
      component: () => import("@/places/mix/bench/FormulasPlace.vue"),
      meta: { title: "Formulas" },
    },
    {
      path: "/mix/formulas/:id(\\d+)",
      component: () => import("@/places/mix/bench/BenchPlace.vue"),
      props: number,
      meta: { title: "Formulas" },
    },
    {
      path: "/mix/compare",
      component: () => import("@/places/mix/bench/ComparePlace.vue"),
      meta: { title: "Side by side" },
    },
    {
      path: "/mix/washes",
      component: () => import("@/places/mix/washes/WashesPlace.vue"),
      meta: { title: "Washes" },
    },
    {
      path: "/mix/schools",
      component: () => import("@/places/mix/bench/SchoolsPlace.vue"),
      meta: { title: "Schools" },
    },
    {
      path: "/journal",
      component: () => import("@/places/journal/JournalPlace.vue"),
      meta: { title: "Journal" },
    },
    {
      path: "/journal/:id(\\d+)",
      component: () => import("@/places/journal/EntryPlace.vue"),
      props: number,
      meta: { title: "Journal" },
    },
    {
      path: "/journal/:id(\\d+)/pour",
      component: () => import("@/places/journal/PourPlace.vue"),
      props: number,
      meta: { title: "Pouring", basin: true },
    },
    {
      path: "/:rest(.*)*",
      component: () => import("./NoPlace.vue"),
      meta: { title: "Nothing here" },
    },
  ],
});

router.afterEach((to) => {
  document.title = `${String(to.meta["title"] ?? "")} · Eyebright`;
});
