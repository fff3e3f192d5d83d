import { Box, Button, Flex, Grid, Text } from "@chakra-ui/react";
import type { PaintRead } from "@yule/contract";
import { lchOf, over, WHITE_PAPER, type ShelfPaint, t, listOf } from "@yule/core";
import { colourWords, knownFilm, pigmentsOf, type Outlook, type DesignPaint } from "@yule/derive";
import { lazy, Suspense, useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { Fold } from "../../../kit/Fold.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { Wash } from "../../../features/meetings/wash/Wash.tsx";

const PaintDialog = lazy(async () => ({ default: (await import("./PaintDialog.tsx")).PaintDialog }));
const ChartDialog = lazy(async () => ({ default: (await import("./ChartDialog.tsx")).ChartDialog }));

/** The paint shelf as it looks: what each paint is, what it does, and what to be careful with. */
export default function ShelfAsk({ outlook, shelf, paints }: AskProps) {
  const [open, setOpen] = useState<PaintRead | "new" | "chart" | null>(null);
  const gone = paints.filter((paint) => paint.gone);
  const missing = missingOf(outlook, shelf);
  const addAll = async (): Promise<void> => {
    for (const paint of missing)
      await sendCommand(
        "add-paint",
        { id: v7(), name: paint.name, pigments: [...pigmentsOf(paint.pigments)], form: "pan", ...(knownFilm(paint) ? {} : { chart: paint.hex }) },
        { quiet: true },
      );
  };
  return (
    <>
      <ShelfVerdict shelf={shelf} missing={missing} />
      <Flex gap="12px" wrap="wrap" marginBottom="16px">
        <Button onClick={() => setOpen("new")}>{t`Put a paint on the shelf`}</Button>
        {missing.length > 0 && <Button variant="outline" onClick={() => void addAll()}>{t`Put ${missing.length === 1 ? t`it` : t`these ${String(missing.length)}`} there`}</Button>}
        {shelf.length > 0 && <Button variant="outline" onClick={() => setOpen("chart")}>{t`From my own chart`}</Button>}
      </Flex>
      <Grid templateColumns="repeat(auto-fill, minmax(270px, 1fr))" gap="18px 22px" role="list" aria-label={t`Paints`}>
        {shelf.map((paint) => (
          <PaintCard key={paint.id} paint={paint} onOpen={() => setOpen(paints.find(({ id }) => id === paint.id) ?? null)} />
        ))}
      </Grid>
      {gone.length > 0 && (
        <Fold title={t`${String(gone.length)} used up`}>
          {gone.map((paint) => (
            <Button key={paint.id} variant="ghost" onClick={() => void sendCommand("shelve-paint", { id: paint.id, version: paint.version, gone: false })}>
              {t`${paint.name}, there again`}
            </Button>
          ))}
        </Fold>
      )}
      <Suspense>
        {open === "chart" ? (
          <ChartDialog paints={paints.filter((paint) => !paint.gone)} onClose={() => setOpen(null)} />
        ) : (
          open && <PaintDialog paint={open === "new" ? null : open} currency={outlook.shop.currency} onClose={() => setOpen(null)} />
        )}
      </Suspense>
    </>
  );
}

/** Paints that designs name and the shelf does not have. */
function missingOf(outlook: Outlook, shelf: readonly ShelfPaint[]): readonly DesignPaint[] {
  const there = new Set(shelf.map(({ name }) => name.toLowerCase()));
  const named = outlook.offered.flatMap((design) => design.colourways.flatMap((way) => way.paints)).filter((paint) => paint.name.trim() !== "");
  return [...new Map(named.filter((paint) => !there.has(paint.name.toLowerCase())).map((paint) => [paint.name.toLowerCase(), paint])).values()];
}

function ShelfVerdict({ shelf, missing }: { shelf: readonly ShelfPaint[]; missing: readonly DesignPaint[] }) {
  const fading = shelf.filter((paint) => paint.lightfast <= 5);
  if (shelf.length === 0)
    return (
      <Verdict>{t`The shelf is empty. ${
        missing.length > 0
          ? t`Your designs name ${missing.length === 1 ? t`one paint: put it` : t`${String(missing.length)} paints: put them`} there, and`
          : t`Type a pigment such as PB29, and`
      } every mix, glaze and puddle is reckoned from it.`}</Verdict>
    );
  return (
    <Verdict>
      {t`${shelf.length === 1 ? t`One paint stands` : t`${String(shelf.length)} paints stand`} on the shelf, `}
      {missing.length > 0 ? (
        <Figure tone="tight" why={missing.map((paint) => `${paint.name} (${paint.pigments || t`no pigment told`})`).join(", ")}>
          {t`${missing.length} that your designs name ${missing.length === 1 ? t`is` : t`are`} not there`}
        </Figure>
      ) : (
        <Figure tone="safe" why={t`Every paint that a design names stands on the shelf by that name.`}>{t`all that your designs name`}</Figure>
      )}
      .{" "}
      {fading.length > 0 && (
        <>
          {listOf(fading.map((paint) => paint.name))}{" "}
          <Figure tone="tight" why={t`Blue wool 5 or less: a card on a sunny shelf changes within some years.`}>
            {t`${fading.length === 1 ? t`fades` : t`fade`} in the sun`}
          </Figure>
          .
        </>
      )}
    </Verdict>
  );
}

function PaintCard({ paint, onOpen }: { paint: ShelfPaint; onOpen: () => void }) {
  const does = [
    paint.covering,
    paint.stains && "stains",
    paint.granulates && "granulates",
    paint.metallic && "metallic",
    paint.form !== "pan" && t`${paint.form}, ${String(paint.strength)} times a pan`,
    paint.isCharted && t`from your chart`,
  ].filter(Boolean);
  return (
    <Flex role="listitem" gap="14px" align="flex-start" minWidth={0}>
      <button type="button" aria-label={t`Change ${paint.name}`} onClick={onOpen} style={{ cursor: "pointer", flex: "none" }}>
        <Wash kind="strip" film={paint.film} granulates={paint.granulates} width={112} height={62} label={`${paint.name}: ${colourWords(lchOf(over(paint.film, WHITE_PAPER)))}`} />
      </button>
      <Box minWidth={0}>
        <Text fontWeight={700} overflowWrap="anywhere">
          {paint.name}
        </Text>
        <Text fontSize="15px">{paint.pigments.join(" ") || t`no pigment told`}</Text>
        <Text fontSize="15px" color="softInk">
          {does.join(", ")}
          {paint.lightfast <= 5 && t`, lightfast ${String(paint.lightfast)} of 8`}
        </Text>
        {paint.hazards.length > 0 && <Text fontSize="15px" color="tight">{t`⚠ ${paint.hazards.join(", ")}: read the label`}</Text>}
      </Box>
    </Flex>
  );
}
