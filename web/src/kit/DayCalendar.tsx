import { DatePicker } from "@chakra-ui/react";
import { day, localeOf, type Day, t } from "@yule/core";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { parseDate } from "@internationalized/date";
import { useEffect, useRef } from "react";
import { spoken } from "./say.ts";

/** A slip of paper with days to press, each as large as a thumb. */
const SLIP = {
  ...{ bg: "paper", color: "ink", border: "1.5px solid", borderColor: "ink", borderRadius: "8px", padding: "10px", boxShadow: "0 4px 18px rgba(0,0,0,.22)" },
  "& [data-part=view-control]": { display: "flex", alignItems: "center", gap: "4px" },
  "& [data-part=view-trigger]": { flex: 1, minHeight: "44px", fontWeight: 700, fontFamily: "heading", fontSize: "18px", cursor: "pointer" },
  "& [data-part=prev-trigger], & [data-part=next-trigger]": { width: "44px", height: "44px", display: "grid", placeItems: "center", cursor: "pointer" },
  "& [data-part=table-header]": { fontSize: "14px", color: "softInk", fontWeight: 600, height: "28px", textAlign: "center" },
  "& [data-part=table-cell-trigger]": {
    ...{ minWidth: "44px", minHeight: "40px", display: "grid", placeItems: "center", borderRadius: "6px", cursor: "pointer", fontSize: "16px" },
    "&:hover": { bg: "table" },
    "&[data-today]": { fontWeight: 700, textDecoration: "underline", textUnderlineOffset: "4px" },
    "&[data-selected]": { bg: "ink", color: "paper", fontWeight: 700 },
    "&[data-outside-range]": { color: "softInk" },
    "&:focus-visible": { outline: "3px solid", outlineColor: "focus", outlineOffset: "-1px" },
  },
} as const;

/** The month before and after, and, where its name is pressed, months and years. */
const Turn = () => (
  <DatePicker.ViewControl>
    <DatePicker.PrevTrigger aria-label={t`Before`}>
      <ChevronLeft size={22} aria-hidden />
    </DatePicker.PrevTrigger>
    <DatePicker.ViewTrigger>
      <DatePicker.RangeText />
    </DatePicker.ViewTrigger>
    <DatePicker.NextTrigger aria-label={t`After`}>
      <ChevronRight size={22} aria-hidden />
    </DatePicker.NextTrigger>
  </DatePicker.ViewControl>
);

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
      zIndex={20}
      width="auto"
      css={SLIP}
    >
      <DatePicker.View view="day">
        <Turn />
        <DatePicker.DayTable />
      </DatePicker.View>
      <DatePicker.View view="month">
        <Turn />
        <DatePicker.MonthTable />
      </DatePicker.View>
      <DatePicker.View view="year">
        <Turn />
        <DatePicker.YearTable />
      </DatePicker.View>
    </DatePicker.Root>
  );
}
