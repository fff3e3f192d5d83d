import { t, wordsFor } from "@yule/core";
import { Box } from "@chakra-ui/react";
import { useState } from "react";
import { Choice } from "../../../kit/FormField.tsx";

export const EYES = ["usual", "protan", "deutan", "tritan", "grey"] as const;
export type Eye = (typeof EYES)[number];
const LABELS: Readonly<Record<Eye, string>> = wordsFor({
  usual: () => t`for most eyes`,
  protan: () => t`no red cones`,
  deutan: () => t`no green cones`,
  tritan: () => t`no blue cones`,
  grey: () => t`in grey`,
});

/** Colours as other eyes see them, on linear light. Source: Machado, Oliveira and Fernandes 2009, severity 1; grey by CIE luminance. */
const MATRICES: Readonly<Record<Exclude<Eye, "usual">, readonly number[]>> = {
  protan: [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
  deutan: [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881],
  tritan: [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039],
  grey: [0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722],
};

/** A 3 x 3 matrix as the rows of a colour filter. */
export const filterRows = (matrix: readonly number[]): string => [0, 3, 6].map((row) => [...matrix.slice(row, row + 3).map(String), "0", "0"].join(" ")).join(" ") + " 0 0 0 1 0";

export function EyeFilters() {
  return (
    <svg width="0" height="0" aria-hidden style={{ position: "absolute" }}>
      {EYES.map(
        (eye) =>
          eye !== "usual" && (
            <filter key={eye} id={`eye-${eye}`} colorInterpolationFilters="linearRGB">
              <feColorMatrix type="matrix" values={filterRows(MATRICES[eye])} />
            </filter>
          ),
      )}
    </svg>
  );
}

/** Through whose eyes the view is looked at; it belongs to this screen alone. */
export const useEye = () => useState<Eye>("usual");

export function EyeChoice({ eye, onChange }: { eye: Eye; onChange: (eye: Eye) => void }) {
  return (
    <Box width="158px">
      <Choice
        aria-label={t`Seen with whose eyes`}
        value={eye}
        onChange={(change) => onChange(change.target.value as Eye)}
        options={EYES.map((each) => ({ value: each, label: LABELS[each] }))}
      />
    </Box>
  );
}
