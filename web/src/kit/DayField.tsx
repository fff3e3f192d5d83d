import { Box, Button, Flex, Input } from "@chakra-ui/react";
import { clockTime, day, dayAt, isDay, readDay, readTime, t } from "@yule/core";
import { CalendarDays } from "lucide-react";
import { lazy, Suspense, useContext, useState, type ComponentProps, type Ref } from "react";
import { useController, type Control, type FieldValues, type Path } from "react-hook-form";
import { INPUT } from "./LengthField.tsx";
import { MannerContext } from "./measure.tsx";
import { fieldDay, printTime, spoken } from "./say.ts";

/** Loaded when it is first opened. */
const DayCalendar = lazy(async () => ({ default: (await import("./DayCalendar.tsx")).DayCalendar }));

interface WrittenProps {
  /** The day or the time as programs have it; what cannot be read stands as it was typed. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly onBlur?: (() => void) | undefined;
  readonly name?: string | undefined;
  readonly ref?: Ref<HTMLInputElement> | undefined;
  readonly "aria-label"?: string | undefined;
  readonly width?: ComponentProps<typeof Input>["width"];
}

/** What is typed stands as it is until the field is left; then it stands as the shop writes it, or as it was typed where it cannot be read. */
function useTyped(value: string, shown: (value: string) => string, canRead: (text: string) => boolean) {
  const [text, setText] = useState<string | null>(null);
  const leave = (): void => setText(text !== null && text.trim() !== "" && !canRead(text) ? text : null);
  return { text: text ?? shown(value), setText, leave };
}

/** A day as the shop writes it, typed, or chosen from a calendar. Anywhere `2031-11-21` is read too. */
export function DayInput({ value, onChange, onBlur, name, ref, width = "100%", "aria-label": label, ...rest }: WrittenProps) {
  const { today } = useContext(MannerContext);
  const [isOpen, setOpen] = useState(false);
  const from = today ?? dayAt(new Date(), "UTC");
  const { text, setText, leave } = useTyped(
    value,
    (known) => (isDay(known) ? fieldDay(day(known)) : known),
    (typed) => readDay(typed, spoken(), from).ok,
  );
  return (
    <Box position="relative" width={width}>
      <Flex>
        <Input
          {...INPUT}
          {...rest}
          ref={ref}
          name={name}
          aria-label={label}
          autoComplete="off"
          borderEndRadius="0"
          value={text}
          onChange={({ target }) => {
            setText(target.value);
            const read = readDay(target.value, spoken(), from);
            onChange(read.ok ? read.value : target.value);
          }}
          onBlur={() => (leave(), onBlur?.())}
        />
        <Button
          type="button"
          variant="outline"
          aria-label={label ? t`Calendar, ${label}` : t`Calendar`}
          aria-expanded={isOpen}
          borderStartRadius="0"
          borderInlineStart="0"
          minWidth="44px"
          paddingInline="0"
          onClick={() => setOpen(!isOpen)}
        >
          <CalendarDays size={20} aria-hidden />
        </Button>
      </Flex>
      {isOpen && (
        <Suspense fallback={null}>
          <DayCalendar
            value={isDay(value) ? day(value) : null}
            today={from}
            onChoose={(on) => {
              setText(null);
              setOpen(false);
              onChange(on);
            }}
            onClose={() => setOpen(false)}
          />
        </Suspense>
      )}
    </Box>
  );
}

/** A time of the day as the shop writes it: `19:30` or `7:30 pm`. */
export function TimeInput({ value, onChange, onBlur, width = "100%", ...rest }: WrittenProps) {
  const { text, setText, leave } = useTyped(
    value,
    (known) => {
      const read = readTime(known);
      return read === null ? known : printTime(read);
    },
    (typed) => readTime(typed) !== null,
  );
  return (
    <Input
      {...INPUT}
      {...rest}
      width={width}
      autoComplete="off"
      value={text}
      onChange={({ target }) => {
        setText(target.value);
        const read = readTime(target.value);
        onChange(read === null ? target.value : clockTime(read));
      }}
      onBlur={() => (leave(), onBlur?.())}
    />
  );
}

interface OfForm<Values extends FieldValues, Read> {
  readonly form: { readonly control: Control<Values, unknown, Read> };
  readonly name: Path<Values>;
  readonly "aria-label"?: string;
}

/** A day of a form. */
export function DayField<Values extends FieldValues, Read>({ form, name, ...rest }: OfForm<Values, Read>) {
  const { field } = useController({ control: form.control, name });
  return <DayInput {...rest} {...field} value={field.value} />;
}

/** A time of a form. */
export function TimeField<Values extends FieldValues, Read>({ form, name, ...rest }: OfForm<Values, Read>) {
  const { field } = useController({ control: form.control, name });
  return <TimeInput {...rest} {...field} value={field.value} />;
}
