import { DatePicker } from "@chakra-ui/react";
import { day, localeOf, type Day } from "@yule/core";
import { parseDate } from "@internationalized/date";
import { useEffect, useRef } from "react";
import { spoken } from "./say.ts";

/** A month to choose a day from: its weeks begin as the shop's do. Escape, or a press elsewhere, closes it. */
export function DayCalendar({ value, today, onChoose, onClose }: { value: Day | null; today: Day; onChoose: (on: Day) => void; onClose: () => void }) {
  const manner = spoken();
  const slip = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const away = (press: PointerEvent): void => {
      if (!slip.current?.parentElement?.contains(press.target as Node)) onClose();
    };
    document.addEventListener("pointerdown", away);
    return () => document.removeEventListener("pointerdown", away);
  }, [onClose]);
  return (
    <DatePicker.Root
      ref={slip}
      inline
      locale={localeOf(manner)}
      startOfWeek={manner.firstDay}
      defaultValue={value ? [parseDate(value)] : []}
      defaultFocusedValue={parseDate(value ?? today)}
      onValueChange={({ value: [chosen] }) => chosen && onChoose(day(chosen.toString()))}
      onKeyDown={(key) => {
        if (key.key !== "Escape") return;
        key.stopPropagation();
        onClose();
      }}
      position="absolute"
      insetStart="0"
      top="46px"
      zIndex="popover"
      width="auto"
      bg="paper"
      color="ink"
      border="1.5px solid"
      borderColor="ink"
      borderRadius="8px"
    >
      <DatePicker.View view="day">
        <DatePicker.Header />
        <DatePicker.DayTable />
      </DatePicker.View>
      <DatePicker.View view="month">
        <DatePicker.Header />
        <DatePicker.MonthTable />
      </DatePicker.View>
      <DatePicker.View view="year">
        <DatePicker.Header />
        <DatePicker.YearTable />
      </DatePicker.View>
    </DatePicker.Root>
  );
}
