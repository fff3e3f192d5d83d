import { createSystem, defaultConfig, defineConfig, defineRecipe } from "@chakra-ui/react";

const button = defineRecipe({
  base: {
    borderRadius: "8px",
    fontWeight: 700,
    fontSize: "16px",
    minHeight: "44px",
    paddingInline: "18px",
    cursor: "pointer",
    transition: "background 120ms, color 120ms",
    _focusVisible: { outline: "3px solid", outlineColor: "focus", outlineOffset: "2px" },
    _disabled: { opacity: 0.5, cursor: "not-allowed" },
  },
  variants: {
    variant: {
      solid: { bg: "ink", color: "paper", _hover: { bg: "softInk" } },
      outline: { bg: "transparent", color: "ink", border: "1.5px solid", borderColor: "ink", _hover: { bg: "table" } },
      ghost: {
        bg: "transparent",
        color: "ink",
        paddingInline: "8px",
        fontWeight: 600,
        textDecoration: "underline",
        textUnderlineOffset: "4px",
        textDecorationStyle: "dotted",
        _hover: { bg: "table" },
      },
    },
    size: {
      md: { textStyle: "plain", fontSize: "16px", lineHeight: 1.2, height: "auto" },
      sm: { textStyle: "plain", minHeight: "44px", height: "auto", fontSize: "15px", lineHeight: 1.2, paddingInline: "12px" },
      xl: { textStyle: "plain", minHeight: "64px", height: "auto", fontSize: "22px", lineHeight: 1.2 },
    },
  },
  defaultVariants: { variant: "solid", size: "md" },
});

const pair = (day: string, evening: string) => ({ value: { base: day, _dark: evening } });

/** Paper, ink and the few colours that mean something. Every pair was measured to at least 4.5 : 1 on its ground. */
const config = defineConfig({
  globalCss: {
    "html, body, #root": { height: "100%" },
    body: { bg: "table", color: "ink", fontFamily: "body", fontSize: "16px", lineHeight: 1.45, fontVariantNumeric: "tabular-nums" },
    "h1, h2, h3": { fontFamily: "heading" },
    "*:focus-visible": { outline: "3px solid", outlineColor: "focus", outlineOffset: "2px" },
    "*, *::before, *::after": { _motionReduce: { animationDuration: "0.01ms !important", transitionDuration: "0.01ms !important" } },
  },
  theme: {
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
        cannot: pair("#A82B43", "#F27C8D"),
        wet: pair("#2C6FA6", "#6DB1E8"),
        safeFill: pair("#2F7A68", "#3F9781"),
        tightFill: pair("#B27A12", "#D09A2E"),
        cannotFill: pair("#B0324A", "#D25468"),
        board: pair("#CDBB94", "#8C7A55"),
        tape: pair("#E5DAB5", "#C9BB92"),
        focus: pair("#2C6FA6", "#6DB1E8"),
      },
    },
    recipes: { button },
  },
});

export const system = createSystem(defaultConfig, config);
