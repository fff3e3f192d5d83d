import type { Fault } from "@yule/core";
import { faultText, useSpeech } from "./measure.tsx";
import { Box, chakra, Field, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useMemo, type ComponentProps, type ReactNode } from "react";
import { INPUT } from "./LengthField.tsx";

/** What stands beside fields without a label of its own begins as low as they do. */
export const UNDER_LABEL = "30px";

/** A labelled field with its one clear message. */
export function FormField({ label, fault, children }: { label: string; fault?: string | undefined; children: ReactNode }) {
  return (
    <Field.Root invalid={fault !== undefined}>
      <Field.Label fontSize="15px" fontWeight={600}>
        {label}
      </Field.Label>
      {children}
      <Field.ErrorText color="cannot" fontSize="15px">
        {fault}
      </Field.ErrorText>
    </Field.Root>
  );
}

export const TextInput = (props: ComponentProps<typeof Input>) => <Input {...INPUT} {...props} />;

export function Choice({ options, ...props }: { options: readonly { value: string; label: string }[] } & ComponentProps<typeof NativeSelect.Field>) {
  // Countries and time zones are hundreds: they are drawn anew when they are others, not with every letter of a form.
  const drawn = useMemo(
    () =>
      options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      )),
    [options],
  );
  return (
    <NativeSelect.Root>
      <NativeSelect.Field {...INPUT} paddingInlineEnd="34px" {...props}>
        {drawn}
      </NativeSelect.Field>
      <NativeSelect.Indicator color="ink" />
    </NativeSelect.Root>
  );
}

/** A box to tick with its words, large enough for a thumb. */
export function Tick({ children, ...props }: ComponentProps<"input">) {
  return (
    <label style={{ display: "flex", gap: 8, alignItems: "center", minHeight: 44 }}>
      <input type="checkbox" style={{ width: 20, height: 20, flex: "none", accentColor: "var(--chakra-colors-ink)" }} {...props} />
      <span style={{ minWidth: 0, overflowWrap: "anywhere" }}>{children}</span>
    </label>
  );
}

/** A file to choose, looking like any other button; the file itself is read by whoever asks. */
export function FilePick({
  children,
  accept,
  camera = false,
  onPick,
}: {
  children: ReactNode;
  accept: string;
  /** Opens the camera where there is one. */ camera?: boolean;
  onPick: (file: File) => void;
}) {
  return (
    <chakra.label
      display="inline-flex"
      alignItems="center"
      minHeight="44px"
      paddingInline="18px"
      border="1.5px solid"
      borderColor="ink"
      borderRadius="8px"
      fontWeight={600}
      cursor="pointer"
      position="relative"
      _focusWithin={{ outline: "3px solid", outlineColor: "focus", outlineOffset: "2px" }}
    >
      {children}
      <input
        type="file"
        accept={accept}
        {...(camera ? { capture: "environment" as const } : {})}
        style={{ position: "absolute", inset: 0, opacity: 0, cursor: "pointer", width: "100%" }}
        onChange={(change) => {
          const file = change.target.files?.[0];
          // The same file can be chosen again after it was mended.
          change.target.value = "";
          if (file) onPick(file);
        }}
      />
    </chakra.label>
  );
}

const MOST_FAULTS = 12;

/** What was wrong, a line each, read out at once. */
export function FaultLines({ faults }: { faults: readonly (Fault | string)[] }) {
  const speech = useSpeech();
  return faults.length === 0 ? null : (
    <Box marginTop="8px">
      {faults
        .slice(0, MOST_FAULTS)
        .map((fault) => faultText(fault, speech))
        .map((line) => (
          <Text key={line} color="cannot" role="alert">
            {line}
          </Text>
        ))}
    </Box>
  );
}
