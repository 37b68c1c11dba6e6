/** The places and their addresses, in the order of work. */
import { createRouter, createWebHistory, type RouteRecordRaw } from "vue-router";
import MixPlace from "@/places/mix/MixPlace.vue";

/** Each with its number in the whole order of work, so that a key means the same place for good. */
export const places = [
  { key: "1", path: "/today", label: "Today" },
  { key: "2", path: "/heads", label: "Heads" },
  { key: "3", path: "/shelf", label: "Shelf" },
  { key: "4", path: "/mix", label: "Mix" },
  { key: "5", path: "/formulas", label: "Formulas" },
  { key: "6", path: "/make", label: "Make" },
  { key: "7", path: "/wash", label: "Wash" },
  { key: "8", path: "/journal", label: "Journal" },
] as const;

const number = (route: { params: Record<string, string | string[]> }) => ({
  id: Number(route.params["id"]),
});

/** Another address than before, with what stood in it. */
const moved = (from: string, to: string): RouteRecordRaw => ({
  path: from,
  redirect: ({ params, query }) => ({
    path: to.replace(":id", String(params["id"])),
    query,
  }),
});

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
  routes: [
    { path: "/", redirect: "/today" },
    {
      path: "/today",
      component: () => import("@/places/today/TodayPlace.vue"),
      meta: { title: "Today" },
    },
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
    {
      path: "/shelf/materials/:name",
      component: () => import("@/places/shelf/MaterialPlace.vue"),
      props: (route) => ({ name: String(route.params["name"]) }),
      meta: { title: "Material" },
    },
    { path: "/mix", component: MixPlace, meta: { title: "Mix" } },
    {
      path: "/formulas",
      component: () => import("@/places/formulas/FormulasPlace.vue"),
      meta: { title: "Formulas" },
    },
    {
      path: "/formulas/:id(\\d+)",
      component: () => import("@/places/formulas/FormulaPlace.vue"),
      props: number,
      meta: { title: "Formulas" },
    },
    {
      path: "/formulas/compare",
      component: () => import("@/places/formulas/ComparePlace.vue"),
      meta: { title: "Side by side" },
    },
    {
      path: "/make",
      component: () => import("@/places/make/MakePlace.vue"),
      meta: { title: "Make" },
    },
    {
      path: "/make/new",
      component: () => import("@/places/make/BeginPlace.vue"),
      meta: { title: "Make" },
    },
    {
      path: "/make/:id(\\d+)",
      component: () => import("@/places/make/BatchPlace.vue"),
      props: number,
      meta: { title: "Batch" },
    },
    {
      path: "/make/:id(\\d+)/run",
      component: () => import("@/places/make/RunPlace.vue"),
      props: number,
      meta: { title: "Making", basin: true },
    },
    {
      path: "/wash/:side(names|routines|calendar)?",
      component: () => import("@/places/wash/WashPlace.vue"),
      meta: { title: "Wash" },
    },
    {
      path: "/wash/plan/new",
      component: () => import("@/places/wash/NewPlanPlace.vue"),
      meta: { title: "Plan a wash" },
    },
    {
      path: "/wash/planned/:id(\\d+)",
      component: () => import("@/places/wash/PlannedPlace.vue"),
      props: number,
      meta: { title: "A planned wash" },
    },
    {
      path: "/wash/planned/:id(\\d+)/how",
      component: () => import("@/places/wash/basin/HowPlace.vue"),
      props: number,
      meta: { title: "How it went" },
    },
    {
      path: "/wash/begin",
      component: () => import("@/places/wash/BeginWashPlace.vue"),
      meta: { title: "Begin a wash" },
    },
    {
      path: "/wash/run/:id(\\d+)",
      component: () => import("@/places/wash/basin/BasinPlace.vue"),
      props: number,
      meta: { title: "At the basin", basin: true },
    },
    {
      path: "/wash/record",
      component: () => import("@/places/wash/RecordPlace.vue"),
      meta: { title: "Record a wash" },
    },
    {
      path: "/settings",
      component: () => import("@/places/settings/SettingsPlace.vue"),
      meta: { title: "Settings" },
    },
    // where these stood before: an address that was written down still leads there
    moved("/mix/formulas", "/formulas"),
    moved("/mix/formulas/:id(\\d+)", "/formulas/:id"),
    moved("/mix/compare", "/formulas/compare"),
    moved("/mix/washes", "/wash/names"),
    moved("/mix/schools", "/settings"),
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
