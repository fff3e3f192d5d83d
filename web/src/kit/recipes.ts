import { defineRecipe, defineSlotRecipe } from "@chakra-ui/react";

export const button = defineRecipe({
  base: {
    borderRadius: "8px",
    fontWeight: 700,
    fontSize: "16px",
    minHeight: "44px",
    paddingInline: "18px",
    cursor: "pointer",
    transition: "background 120ms, color 120ms",
    // A glyph stands in the line of its words.
    "& > svg": { display: "inline-block", verticalAlign: "-0.22em" },
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
      md: { fontSize: "16px", lineHeight: 1.2, height: "auto" },
      sm: { minHeight: "44px", height: "auto", fontSize: "15px", lineHeight: 1.2, paddingInline: "12px" },
      xl: { minHeight: "64px", height: "auto", fontSize: "22px", lineHeight: 1.2 },
    },
  },
  defaultVariants: { variant: "solid", size: "md" },
});

export const heading = defineRecipe({ base: { fontFamily: "heading", fontWeight: 600, lineHeight: 1.35 } });

export const input = defineRecipe({
  base: {
    width: "100%",
    minWidth: 0,
    position: "relative",
    appearance: "none",
    textAlign: "start",
    _disabled: { opacity: 0.5, cursor: "not-allowed" },
    _invalid: { borderColor: "cannot" },
  },
});

export const skeleton = defineRecipe({ base: { bg: "hairline", animation: "breathe 1.6s ease-in-out infinite" } });

export const field = defineSlotRecipe({
  slots: ["root", "label", "errorText", "helperText", "requiredIndicator"],
  base: {
    root: { display: "flex", flexDirection: "column", alignItems: "flex-start", width: "100%", position: "relative", gap: "6px" },
    label: { display: "flex", alignItems: "center", textAlign: "start", gap: "4px", userSelect: "none" },
    errorText: { fontWeight: 500, color: "cannot" },
    helperText: { color: "softInk" },
  },
});

export const nativeSelect = defineSlotRecipe({
  slots: ["root", "field", "indicator"],
  base: {
    root: { display: "flex", width: "100%", height: "fit-content", position: "relative" },
    field: {
      width: "100%",
      minWidth: 0,
      appearance: "none",
      lineHeight: "normal",
      _disabled: { opacity: 0.5 },
      _invalid: { borderColor: "cannot" },
      "& > option": { bg: "paper" },
    },
    indicator: {
      position: "absolute",
      display: "inline-flex",
      alignItems: "center",
      pointerEvents: "none",
      top: "50%",
      transform: "translateY(-50%)",
      insetEnd: "8px",
      fontSize: "18px",
      "& svg": { width: "1em", height: "1em" },
    },
  },
});

/** A sheet laid over the table. */
export const dialog = defineSlotRecipe({
  slots: ["trigger", "backdrop", "positioner", "content", "title", "description", "closeTrigger", "header", "body", "footer"],
  base: {
    backdrop: { position: "fixed", inset: 0, width: "100dvw", height: "100dvh", zIndex: 1500 },
    positioner: {
      display: "flex",
      position: "fixed",
      inset: 0,
      width: "100dvw",
      height: "100dvh",
      zIndex: 1500,
      justifyContent: "center",
      alignItems: "center",
      overflow: "hidden",
    },
    content: { display: "flex", flexDirection: "column", position: "relative", width: "100%", outline: 0, margin: "auto", maxHeight: "calc(100% - 48px)" },
    body: { flex: 1, overflow: "auto" },
  },
});

/** A slip of paper beside what was pressed. */
export const popover = defineSlotRecipe({
  slots: ["content", "header", "body", "footer", "arrow", "arrowTip", "anchor", "trigger", "indicator", "positioner", "title", "description", "closeTrigger"],
  base: { content: { position: "relative", display: "flex", flexDirection: "column", outline: 0, zIndex: 1500, maxHeight: "var(--available-height)" } },
});
