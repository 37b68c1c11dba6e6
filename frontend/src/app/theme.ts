/** PrimeVue's widgets in our own colours and shapes, and the choice of light or dark. */
import { definePreset } from "@primeuix/themes";
import autocomplete from "@primeuix/themes/aura/autocomplete";
import base from "@primeuix/themes/aura/base";
import button from "@primeuix/themes/aura/button";
import inputtext from "@primeuix/themes/aura/inputtext";
import select from "@primeuix/themes/aura/select";
import textarea from "@primeuix/themes/aura/textarea";
import { useColorMode } from "@vueuse/core";
import { computed } from "vue";

const violet = {
  50: "#f6f2fb",
  100: "#efe9f7",
  200: "#dccff0",
  300: "#cbb6ef",
  400: "#b79ce6",
  500: "#7f5db8",
  600: "#5c3d8f",
  700: "#4a2f78",
  800: "#3a2560",
  900: "#2b1b48",
  950: "#1d1232",
};

const field = {
  background: "var(--paper)",
  disabledBackground: "var(--petal)",
  borderColor: "var(--stem)",
  hoverBorderColor: "var(--vein)",
  focusBorderColor: "var(--vein)",
  invalidBorderColor: "var(--madder)",
  color: "var(--ink)",
  placeholderColor: "var(--stem)",
  invalidPlaceholderColor: "var(--madder)",
  iconColor: "var(--stem)",
  shadow: "none",
};

const scheme = {
  primary: {
    color: "var(--vein)",
    contrastColor: "var(--on-vein)",
    hoverColor: "var(--vein-strong)",
    activeColor: "var(--vein-strong)",
  },
  highlight: {
    background: "var(--vein-wash)",
    focusBackground: "var(--vein-wash)",
    color: "var(--ink)",
    focusColor: "var(--ink)",
  },
  formField: field,
  text: {
    color: "var(--ink)",
    hoverColor: "var(--ink)",
    mutedColor: "var(--stem)",
    hoverMutedColor: "var(--ink)",
  },
  content: {
    background: "var(--paper)",
    hoverBackground: "var(--vein-wash)",
    borderColor: "var(--hairline)",
    color: "var(--ink)",
    hoverColor: "var(--ink)",
  },
  overlay: {
    select: { background: "var(--paper)", borderColor: "var(--hairline)", color: "var(--ink)" },
    popover: { background: "var(--paper)", borderColor: "var(--hairline)", color: "var(--ink)" },
  },
  list: {
    option: {
      focusBackground: "var(--vein-wash)",
      selectedBackground: "var(--vein-wash)",
      selectedFocusBackground: "var(--vein-wash)",
      color: "var(--ink)",
      focusColor: "var(--ink)",
      selectedColor: "var(--vein)",
      selectedFocusColor: "var(--vein)",
    },
  },
};

const dropdown = {
  background: "var(--paper)",
  hoverBackground: "var(--vein-wash)",
  activeBackground: "var(--vein-wash)",
  color: "var(--stem)",
  hoverColor: "var(--vein)",
  activeColor: "var(--vein)",
};

const danger = {
  borderColor: "var(--madder)",
  color: "var(--madder)",
  hoverBackground: "var(--madder-wash)",
  activeBackground: "var(--madder-wash)",
};
const outlined = { outlined: { danger } };

export const preset = definePreset(
  { ...base, components: { autocomplete, button, inputtext, select, textarea } },
  {
    semantic: {
      primary: violet,
      formField: {
        borderRadius: "8px",
        paddingX: "12px",
        paddingY: "8px",
        focusRing: { width: "2px", style: "solid", color: "var(--vein)", offset: "1px" },
      },
      focusRing: { width: "3px", style: "solid", color: "var(--vein)", offset: "2px" },
      colorScheme: { light: scheme, dark: scheme },
    },
    components: {
      autocomplete: { colorScheme: { light: { dropdown }, dark: { dropdown } } },
      button: {
        colorScheme: { light: outlined, dark: outlined },
        root: {
          borderRadius: "999px",
          paddingX: "18px",
          paddingY: "9px",
          label: { fontWeight: "700" },
        },
      },
    },
  },
);

const mode = useColorMode({ storageKey: "eyebright-theme", disableTransition: false });

export const theme = computed(() => (mode.value === "dark" ? "dark" : "light"));

export function switchTheme(): void {
  mode.value = theme.value === "dark" ? "light" : "dark";
}
