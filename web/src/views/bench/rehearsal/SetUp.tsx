import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import { minutes, printMinutes, type BenchTimes, type Forecast, t } from "@yule/core";
import { useState } from "react";
import { asideSolver } from "../../../workers/solver.ts";
import { useSolved } from "../../../workers/useSolved.ts";
import { Choice, FormField, Tick } from "../../../kit/FormField.tsx";
import { NumberField } from "../../../kit/NumberField.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import { routesFor, settingFor, WEATHERS, type RehearsalWish, type Weather } from "./rehearsed.ts";
import { SPEEDS, type RehearsalManner, type Speed } from "./useRehearsal.ts";

const MOST_PANELS = 24;
const NONE = "";

/** So many benches tell how it mostly goes. */
const BENCHES = 15;

/** What is rehearsed, on which paper and in which weather. */
export function SetUp({
  designs,
  times,
  changeover,
  onPlay,
}: {
  designs: readonly DesignRead[];
  times: BenchTimes;
  changeover: number;
  onPlay: (wanted: RehearsalWish, manner: RehearsalManner) => void;
}) {
  const [first, setFirst] = useState(designs[0]?.id ?? NONE);
  const [second, setSecond] = useState(NONE);
  const [panels, setPanels] = useState(6);
  const [bench, setBench] = useState(1);
  const [weather, setWeather] = useState<Weather>("usual");
  const [speed, setSpeed] = useState<Speed>("60");
  const [isCoached, setCoached] = useState(true);
  const [mishaps, setMishaps] = useState(true);
  const chosen = [first, second].flatMap((id) => designs.find((design) => design.id === id) ?? []);
  const wanted: RehearsalWish = { designs: chosen, panels, weather, mishaps, bench };
  const setting = chosen.length === 0 ? null : settingFor(wanted, routesFor(wanted, times), changeover);
  const { value: goes } = useSolved(setting, (asked) => asideSolver().rehearsalForecast(asked, BENCHES));
  return (
    <>
      <Verdict>
        {goes
          ? forecastWords(goes, panels * chosen.length)
          : t`Rehearse a route before there is paint on the table, or let a helper learn the rules where no panel is lost for good.`}
      </Verdict>
      <Box maxWidth="640px">
        <Flex gap="16px" wrap="wrap" align="flex-start">
          <Box flex="1 1 240px">
            <FormField label={t`Route of`}>
              <Choice value={first} onChange={(change) => setFirst(change.target.value)} options={designs.map(({ id, name }) => ({ value: id, label: name }))} />
            </FormField>
          </Box>
          <Box flex="1 1 240px">
            <FormField label={t`Beside it`}>
              <Choice
                value={second}
                onChange={(change) => setSecond(change.target.value)}
                options={[{ value: NONE, label: t`nothing else` }, ...designs.filter(({ id }) => id !== first).map(({ id, name }) => ({ value: id, label: name }))]}
              />
            </FormField>
          </Box>
          <Box flex="1 1 240px">
            <FormField label={t`The air`}>
              <Choice
                value={weather}
                onChange={(change) => setWeather(change.target.value as Weather)}
                options={WEATHERS.map(({ id, words }) => ({ value: id, label: words() }))}
              />
            </FormField>
          </Box>
          <Box flex="1 1 240px">
            <FormField label={t`The clock runs`}>
              <Choice value={speed} onChange={(change) => setSpeed(change.target.value as Speed)} options={SPEEDS.map(({ id, words }) => ({ value: id, label: words }))} />
            </FormField>
          </Box>
          <NumberField label={t`Panels of each`} value={panels} least={1} most={MOST_PANELS} whole onRead={setPanels} />
          <NumberField label={t`Bench number`} value={bench} least={1} most={9999} whole onRead={setBench} />
        </Flex>
        <Box marginTop="10px">
          <Tick checked={isCoached} onChange={(change) => setCoached(change.target.checked)}>{t`Say the next move, as the bench does`}</Tick>
          <Tick checked={mishaps} onChange={(change) => setMishaps(change.target.checked)}>{t`Panels fall and somebody rings`}</Tick>
        </Box>
        <Button size="lg" marginTop="12px" onClick={() => onPlay(wanted, { speed, isCoached })}>{t`Begin`}</Button>
        <Text
          color="softInk"
          marginTop="14px"
        >{t`The same number is the same bench: the same paper, the same hands, the same telephone. Waits are those learned in your shop, for this air. Nothing here is written down.`}</Text>
      </Box>
    </>
  );
}

const long = (time: number): string => printMinutes(minutes(Math.round(time)));

/** What to expect of it before it begins. */
function forecastWords({ quickest, mostly, slowest, lost, cardByCard }: Forecast, panels: number): string {
  const span = long(quickest) === long(slowest) ? "" : t`, ${long(quickest)} at the best and ${long(slowest)} at the worst`;
  const losing =
    lost < 0.1
      ? t`hardly ever loses a panel`
      : lost < 0.75
        ? t`loses a panel ${lost < 0.4 ? t`now and then` : t`every other time`}`
        : t`loses about ${String(Math.round(lost))} of ${String(panels)}`;
  return t`By the clock this bench mostly takes ${long(mostly)}${span}, and ${losing}. Card by card it takes ${long(cardByCard)}.`;
}
