import { defineConfigWithVueTs, vueTsConfigs } from "@vue/eslint-config-typescript";
import skipFormatting from "@vue/eslint-config-prettier/skip-formatting";
import pluginVue from "eslint-plugin-vue";

export default defineConfigWithVueTs(
  { ignores: ["dist/**", "src/api/generated/**"] },
  pluginVue.configs["flat/recommended"],
  vueTsConfigs.strict,
  skipFormatting,
  {
    rules: {
      "vue/multi-word-component-names": "error",
      "vue/require-default-prop": "off",
      eqeqeq: "error",
    },
  },
);
