import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { rich } from "../../../kit/rich.tsx";
import { readNumber } from "../../../kit/readNumber.ts";
import { Check } from "lucide-react";
import { Box, Button, Flex, Grid, Text } from "@chakra-ui/react";
import { driftOf, labOfRgb, lchOfLab, type ChartCell, type Drift, type Mix, type Rgb, type ShelfPaint, t, listOf } from "@yule/core";
import { balanceOf, hexOfRgb, colourWords, seenAs } from "@yule/derive";
import { useState } from "react";
import { Choice, FormField, TextInput } from "../../../kit/FormField.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { Swatch } from "../../../features/meetings/wash/Swatch.tsx";
import { PhotoDesk, PhotoPick, useChartPhoto } from "./PhotoDesk.tsx";
import { printFigure } from "../../../kit/say.ts";

const ROLES = ["first panel", "last panel", "grey"] as const;
type Role = (typeof ROLES)[number];
interface Picked {
  readonly rgb: Rgb;
  readonly cell: ChartCell | null;
}

/** Whether the last panel of a batch still has the colour of the first, and what to add to the puddle. */
export default function DriftAsk({ shelf }: AskProps) {
  const { photo, faults, take } = useChartPhoto();
  const [role, setRole] = useState<Role>("first panel");
  const [picked, setPicked] = useState<Partial<Record<Role, Picked>>>({});
  const [mix, setMix] = useState<Mix | null>(null);
  const pick = (rgb: Rgb, cell: ChartCell | null): void => {
    const next = { ...picked, [role]: { rgb, cell } };
    setPicked(next);
    setRole(ROLES.find((each) => !next[each] && each !== "grey") ?? role);
  };
  const balance = photo ? balanceOf(photo.chart, picked.grey?.rgb ?? null) : null;
  const [first, last] = [picked["first panel"], picked["last panel"]].map((each) => each && balance && balance.right(each.rgb));
  const drift = first && last ? driftOf(labOfRgb(first), labOfRgb(last), mix ? { mix, shelf } : null) : null;
  const marks = new Map(ROLES.flatMap((each) => (picked[each]?.cell ? [[picked[each].cell, each] as const] : [])));
  return (
    <>
      <DriftVerdict drift={drift} shelf={shelf} hasMix={mix !== null} />
      <PhotoPick
        faults={faults}
        take={async (file) => {
          setPicked({});
          setRole("first panel");
          await take(file);
        }}
      >{t`Photo of both swatches`}</PhotoPick>
      {photo && (
        <Flex gap="28px" direction={{ base: "column", xl: "row" }} align="flex-start" marginTop="16px">
          <Box>
            <Flex role="group" aria-label={t`What is pressed next`} gap="8px" marginBottom="10px" wrap="wrap">
              {ROLES.map((each) => (
                <Button key={each} variant={role === each ? "solid" : "outline"} aria-pressed={role === each} onClick={() => setRole(each)}>
                  {each}
                  {picked[each] && <Check size={18} aria-label={t`picked`} />}
                </Button>
              ))}
            </Flex>
            <PhotoDesk photo={photo} width={460} marks={marks} label={t`Photo of the swatches`} onCell={(cell) => pick(cell.rgb, cell)} onPlace={(rgb) => pick(rgb, null)} />
            <Text color="softInk" fontSize="15px" marginTop="6px" maxWidth="460px">
              {rich`Press the ${role} on the photo. ${balance?.says}`}
              {photo.wasTransparent && t` What was see-through was taken for white paper.`}
            </Text>
          </Box>
          <Box flex="1" minWidth={0}>
            <Flex gap="18px" wrap="wrap" marginBottom="14px">
              {[first, last].map(
                (rgb, index) =>
                  rgb && (
                    <Box key={index}>
                      <Swatch hex={hexOfRgb(rgb)} width={150} height={84} label={`${index === 0 ? t`first` : t`last`} ${hexOfRgb(rgb)}`} />
                      <Text fontSize="15px">
                        {index === 0 ? t`first` : t`last`}: {colourWords(lchOfLab(labOfRgb(rgb)))}
                      </Text>
                    </Box>
                  ),
              )}
            </Flex>
            <PuddleRecipe shelf={shelf} onMix={setMix} />
          </Box>
        </Flex>
      )}
    </>
  );
}

function DriftVerdict({ drift, shelf, hasMix }: { drift: Drift | null; shelf: readonly ShelfPaint[]; hasMix: boolean }) {
  if (!drift)
    return (
      <Verdict>{t`Lay the first and the last panel on one sheet with a grey card and take a photo: it says here whether the colour has drifted, and what the puddle wants.`}</Verdict>
    );
  const why = t`CIEDE2000 ${printFigure(drift.difference, 1)}: ${seenAs(drift.difference)}. Below 1.5 it counts as the same, from 4 on as drifted.`;
  if (drift.verdict === "same") return <Verdict>{rich`The last panel ${(<Figure tone="safe" why={why}>{t`still has the colour of the first`}</Figure>)}. Go on.`}</Verdict>;
  const { add } = drift;
  return (
    <Verdict>
      {t`The last panel is `}
      <Figure tone={drift.verdict === "drifted" ? "cannot" : "tight"} why={why}>
        {drift.says.length > 0 ? listOf(drift.says) : t`another colour`}
        {drift.verdict === "a little" ? t`, a little` : ""}
      </Figure>
      .{" "}
      {add
        ? t`Add ${String(add.parts)} ${add.parts === 1 ? t`part` : t`parts`} of ${add.what === "water" ? t`water` : (shelf[add.what]?.name ?? "")} to eight parts of paint in the puddle: then ${seenAs(add.leaves)}.`
        : hasMix
          ? t`Nothing that is in the puddle brings it back: mix it afresh.`
          : t`Tell what the puddle is mixed of, and it says what to add.`}
    </Verdict>
  );
}

const NOTHING = "";
/** What the puddle is mixed of, up to three paints in parts. */
function PuddleRecipe({ shelf, onMix }: { shelf: readonly ShelfPaint[]; onMix: (mix: Mix | null) => void }) {
  const [rows, setRows] = useState<readonly { paint: string; parts: string }[]>([
    { paint: NOTHING, parts: "1" },
    { paint: NOTHING, parts: "1" },
    { paint: NOTHING, parts: "1" },
  ]);
  const [water, setWater] = useState("8");
  const wrong = (text: string, most: number): string | undefined =>
    readNumber(text) > 0 && readNumber(text) <= most ? undefined : giveInstead(text, t`a number above 0, at most ${String(most)}`);
  const tell = (next: typeof rows, wet: string): void => {
    setRows(next);
    setWater(wet);
    const chosen = next.filter((row) => row.paint !== NOTHING);
    const whole = chosen.length > 0 && !wrong(wet, 500) && chosen.every((row) => !wrong(row.parts, 50));
    onMix(whole ? { parts: chosen.map((row) => ({ paint: shelf.findIndex(({ id }) => id === row.paint), parts: Number(row.parts) })), water: Number(wet) } : null);
  };
  return (
    <Box as="section" aria-label={t`What the puddle is mixed of`} maxWidth="420px">
      <Text fontWeight={600}>{t`What the puddle is mixed of`}</Text>
      {rows.map((row, index) => (
        <Grid key={index} templateColumns="1fr 110px" gap="10px" marginBottom="6px">
          <Choice
            aria-label={t`Paint ${String(index + 1)}`}
            value={row.paint}
            onChange={(change) =>
              tell(
                rows.map((each, at) => (at === index ? { ...each, paint: change.target.value } : each)),
                water,
              )
            }
            options={[{ value: NOTHING, label: t`nothing` }, ...shelf.map(({ id, name }) => ({ value: id, label: name }))]}
          />
          <FormField label={index === 0 ? t`parts` : ""} fault={row.paint === NOTHING ? undefined : wrong(row.parts, 50)}>
            <TextInput
              aria-label={t`Parts of paint ${String(index + 1)}`}
              inputMode="decimal"
              value={row.parts}
              onChange={(change) =>
                tell(
                  rows.map((each, at) => (at === index ? { ...each, parts: change.target.value } : each)),
                  water,
                )
              }
            />
          </FormField>
        </Grid>
      ))}
      <Box width="110px">
        <FormField label={t`parts of water`} fault={wrong(water, 500)}>
          <TextInput inputMode="decimal" value={water} onChange={(change) => tell(rows, change.target.value)} />
        </FormField>
      </Box>
    </Box>
  );
}
