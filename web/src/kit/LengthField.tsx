import { giveInstead, whatToDo } from "./form/whatToDo.ts";
import { Field, Input } from "@chakra-ui/react";
import { readLength, type Length, t } from "@yule/core";
import { useEffect, useState } from "react";
import { useMeasure, useSpeech } from "./measure.tsx";

/** A length as a maker writes it, read when the field is left; the message says what was given and what is allowed. */
export function LengthField({
  label,
  value,
  onRead,
  onEmpty,
  usual,
  mayBeNothing = false,
  fault,
}: {
  label: string;
  value: Length | null;
  onRead: (length: Length) => void;
  /** Where a length may be left out: told when the field is emptied, with what then holds as its placeholder. */
  onEmpty?: () => void;
  usual?: string;
  mayBeNothing?: boolean;
  fault?: string | undefined;
}) {
  const { system, bare: print } = useMeasure();
  const speech = useSpeech();
  const printed = value === null ? "" : print(value);
  const [text, setText] = useState(printed);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => {
    setText(printed);
    setWrong(null);
  }, [printed]);
  const read = (): void => {
    // What was printed rounded and not touched is still the exact length.
    if (text === printed) return setWrong(null);
    if (onEmpty && text.trim() === "") return onEmpty();
    const result = readLength(text, system);
    if (result.ok && (result.value > 0 || mayBeNothing)) {
      setWrong(null);
      onRead(result.value);
    } else setWrong(result.ok ? giveInstead(text, t`more than 0`) : result.faults.map((fault) => whatToDo(fault, speech)).join(" "));
  };
  return (
    <Field.Root invalid={wrong !== null || fault !== undefined} width="auto">
      <Field.Label fontSize="14px" color="softInk" fontWeight={500}>
        {label}
      </Field.Label>
      <Input
        value={text}
        onChange={(change) => (setText(change.target.value), setWrong(null))}
        onBlur={read}
        onKeyDown={(key) => {
          if (key.key !== "Enter") return;
          // It reads what was written; a form around it is sent by its button.
          key.preventDefault();
          read();
        }}
        width="116px"
        placeholder={usual}
        {...INPUT}
      />
      <Field.ErrorText color="cannot" fontSize="14px" maxWidth="200px">
        {wrong ?? fault}
      </Field.ErrorText>
    </Field.Root>
  );
}

/** How every input looks: a ruled line to write on. */
export const INPUT = {
  height: "44px",
  fontSize: "16px",
  bg: "paper",
  color: "ink",
  border: "1.5px solid",
  borderColor: "softInk",
  borderRadius: "8px",
  paddingInline: "12px",
} as const;
