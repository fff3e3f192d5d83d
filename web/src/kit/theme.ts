import { createSystem, defineConfig } from "@chakra-ui/react";
import { defaultBaseConfig } from "@chakra-ui/react/preset-base";
import { button, dialog, field, heading, input, nativeSelect, popover, skeleton } from "./recipes.ts";

const pair = (day: string, evening: string) => ({ value: { base: day, _dark: evening } });

/** Where the system sets the colours, what a ground tells here is told by an outline. */
const SYSTEM_COLOURS = "@media (forced-colors: active)";

/** Paper, ink and the few colours that mean something. Every pair was measured to at least 4.5 : 1 on its ground. */
const config = defineConfig({
  // Only what this application draws with: the library's own tokens and recipes would be half a megabyte to read and a second look nobody chose.
  preflight: true,
  globalCss: {
    "*, *::before, *::after": { borderColor: "hairline", _motionReduce: { animationDuration: "0.01ms !important", transitionDuration: "0.01ms !important" } },
    "*::placeholder": { color: "softInk" },
    "html, body, #root": { height: "100%" },
    ":where(button:not(:disabled))": { [SYSTEM_COLOURS]: { outline: "1px solid ButtonText", outlineOffset: "-1px" } },
    "h1 :where(button)": { [SYSTEM_COLOURS]: { outline: "none" } },
    "[aria-pressed=true], [aria-current=page], [aria-selected=true], [aria-checked=true]": {
      [SYSTEM_COLOURS]: { outline: "3px solid Highlight", outlineOffset: "-3px" },
    },
    "svg:has(.in-print)": { overflow: { _print: "visible" } },
    ".in-print": { display: { base: "none", _print: "inline" } },
    // The browser's own parts, clocks and calendars in fields, follow the theme.
    "html.dark": { colorScheme: "dark" },
    body: { bg: "table", color: "ink", fontFamily: "body", fontSize: "16px", lineHeight: 1.45, fontVariantNumeric: "tabular-nums" },
    "h1, h2, h3": { fontFamily: "heading" },
    "*:focus-visible": { outline: "3px solid", outlineColor: "focus", outlineOffset: "2px" },
  },
  theme: {
    // Told in rem, 480 to 1280 px of usual text: who asks the browser for larger text is shown the narrower page.
    breakpoints: { sm: "30rem", md: "48rem", lg: "64rem", xl: "80rem" },
    keyframes: { breathe: { "0%, 100%": { opacity: 1 }, "50%": { opacity: 0.5 } } },
    tokens: {
      fonts: { body: { value: "'Hanken Grotesk Variable', system-ui, sans-serif" }, heading: { value: "'Literata Variable', Georgia, serif" } },
    },
    semanticTokens: {
      colors: {
        table: pair("#E9E1D3", "#171C22"),
        paper: pair("#FBF7EF", "#20272F"),
        ruler: pair("#F6EED8", "#3A3930"),
        ink: pair("#22303C", "#EDE6D8"),
        softInk: pair("#4E5B66", "#B3B5B2"),
        hairline: pair("#DED3BF", "#3B444D"),
        safe: pair("#27695A", "#58B49C"),
        tight: pair("#8A5A00", "#E5AE45"),
        risk: pair("#9A4616", "#EE9A66"),
        cannot: pair("#A82B43", "#F27C8D"),
        wet: pair("#2C6FA6", "#6DB1E8"),
        safeFill: pair("#2F7A68", "#3F9781"),
        tightFill: pair("#B27A12", "#D09A2E"),
        riskFill: pair("#BF5B22", "#DD7A3E"),
        cannotFill: pair("#B0324A", "#D25468"),
        board: pair("#CDBB94", "#8C7A55"),
        tape: pair("#E5DAB5", "#C9BB92"),
        focus: pair("#2C6FA6", "#6DB1E8"),
      },
    },
    recipes: { button, heading, input, skeleton },
    slotRecipes: { dialog, field, nativeSelect, popover },
  },
});

export const system = createSystem(defaultBaseConfig, config);
