import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { StoreRead } from "@yule/contract";
import {
  accentsFor,
  labOf,
  labOfHex,
  lchOfLab,
  hexIn,
  over,
  rankMats,
  reflectanceOf,
  stackGeometry,
  WHITE_PAPER,
  whyBefore,
  type Light,
  type MatRanked,
  type PanelColours,
  type ShelfPaint,
  t,
} from "@yule/core";
import { stackOf } from "@yule/derive";
import { useMemo, useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { pictureUrl, smallPictureUrl } from "../../../features/picture/Picture.tsx";
import { useSolved } from "../../../workers/useSolved.ts";
import { StateWord } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { colourSolver } from "../../../workers/colourSolver.ts";
import { Wash } from "../../../features/meetings/wash/Wash.tsx";
import { filterRows } from "./EyeFilters.tsx";
import { useWay, WayPicker } from "./WayPicker.tsx";
import { EmptyAsk } from "./EmptyAsk.tsx";

/** Which card stock of the shelf lifts a finished panel, by daylight and by lamplight. */
export default function MatAsk({ outlook, shelf }: AskProps) {
  const chosen = useWay(outlook);
  const { design, way } = chosen;
  const [light, setLight] = useState<Light>("daylight");
  const url = smallPictureUrl(way?.pictureId ?? null);
  const { value } = useSolved(url, (asked) => colourSolver().panel(asked));
  const cards = outlook.stores.filter((store) => store.kind === "card stock");
  const coloured = cards.flatMap((store) => (store.hex ? [{ id: store.id, name: store.name, hex: store.hex, metallic: store.metallic }] : []));
  if (!design || !way || cards.length === 0)
    return (
      <EmptyAsk
        to="/stores"
        step={t`To the stores`}
      >{t`With a design and card stock in the stores it holds each card next to the panel here, by daylight and by lamplight, and says which one to take.`}</EmptyAsk>
    );
  // Without a picture the paints themselves stand for the panel, the first the largest.
  const panel: PanelColours = value ?? {
    colours: way.paints.map(({ hex }, index) => ({ hex, share: 1 / (index + 1.5) })),
    edge: way.paints[0]?.hex ?? "#f5f2ea",
  };
  const ranked = rankMats(panel, coloured);
  return (
    <>
      <MatVerdict ranked={ranked} name={`${design.name}, ${way.name}`} />
      <Flex gap="14px 24px" wrap="wrap" align="flex-end">
        <WayPicker outlook={outlook} chosen={chosen} />
        <Flex role="group" aria-label={t`Light`} gap="8px" marginBottom="18px">
          {(["daylight", "lamplight"] as const).map((each) => (
            <Button key={each} variant={light === each ? "solid" : "outline"} aria-pressed={light === each} onClick={() => setLight(each)}>
              {each}
            </Button>
          ))}
        </Flex>
      </Flex>
      <LampFilter />
      <Flex gap="26px 30px" wrap="wrap" align="flex-start">
        {ranked.map((each, index) => (
          <MatCard key={each.mat.id} ranked={each} place={index} light={light} design={design} pictureId={way.pictureId} fallback={panel} shelf={shelf} />
        ))}
      </Flex>
      {cards
        .filter((store) => !store.hex)
        .map((store) => (
          <TellColour key={store.id} store={store} />
        ))}
      <Text color="softInk" fontSize="15px" marginTop="14px" maxWidth="46em">
        {t`${value ? t`Colours and edge are taken from the picture.` : t`Without a picture the design's paints stand for the panel.`} Daylight is CIE D65, lamplight CIE A as an eye sees it that has got used to the lamp.`}
      </Text>
    </>
  );
}

function MatVerdict({ ranked, name }: { ranked: readonly MatRanked[]; name: string }) {
  const [first, second] = ranked;
  if (!first) return <Verdict>{t`No card stock has a colour yet. Tell it below, and it says here which one lifts the panel.`}</Verdict>;
  const good = first.score >= 0.6;
  const why = second ? whyBefore(first, second) : null;
  return (
    <Verdict>
      {good ? t`Take ` : t`The best there is is `}
      {rich`${(
        <Figure
          tone={good ? "safe" : "tight"}
          why={t`${first.says}. ${String(Math.round(first.score * 100))} of 100 points: the step at the edge counts 45, what it does to the panel's colour 30, its hue 25; the worse light counts double.`}
        >
          {first.mat.name}
        </Figure>
      )} for ${name}: ${first.says.split(". ")[0]?.split("; ").slice(0, 2).join(", ")}.${second && why && t` Before ${second.mat.name}: ${why}.`}`}
    </Verdict>
  );
}

/** The panel on a mat, to scale, in one light. */
function MatCard({
  ranked,
  place,
  light,
  design,
  pictureId,
  fallback,
  shelf,
}: {
  ranked: MatRanked;
  place: number;
  light: Light;
  design: AskProps["outlook"]["designs"][number];
  pictureId: string | null;
  fallback: PanelColours;
  shelf: readonly ShelfPaint[];
}) {
  const geometry = stackGeometry(stackOf(design));
  const layer = geometry.layers.findLast((each) => each.kind === "panel");
  const { face } = geometry;
  const width = place === 0 ? 250 : 170;
  const scale = width / face.width;
  const [w, h] = [layer?.width ?? face.width, layer?.height ?? face.height];
  const url = pictureUrl(pictureId);
  const ground = hexIn(light, reflectanceOf(ranked.mat.hex));
  return (
    <Box role="group" aria-label={ranked.mat.name} width={`${String(Math.max(width, 190))}px`}>
      <Box
        position="relative"
        style={{
          width,
          height: face.height * scale,
          background: ranked.mat.metallic ? `linear-gradient(118deg, ${ground}, #ffffff66 38%, ${ground} 62%), ${ground}` : ground,
          boxShadow: "0 1px 3px rgba(34,48,60,.35)",
        }}
      >
        <Box
          position="absolute"
          style={{
            width: w * scale,
            height: h * scale,
            left: ((face.width - w) / 2) * scale,
            top: ((face.height - h) / 2) * scale,
            background: fallback.edge,
            filter: light === "lamplight" ? "url(#lamp)" : undefined,
            boxShadow: "0 0 2px rgba(34,48,60,.4)",
          }}
        >
          {url && <img src={url} alt={t`${design.name} on ${ranked.mat.name} by ${light}`} style={{ width: "100%", height: "100%", objectFit: "cover", display: "block" }} />}
        </Box>
      </Box>
      <Text fontWeight={700} marginTop="6px" overflowWrap="anywhere">
        {place + 1}. {ranked.mat.name}
      </Text>
      <StateWord state={ranked.score >= 0.6 ? "safe" : ranked.score >= 0.4 ? "tight" : "cannot"}>
        {ranked.score >= 0.6 ? t`lifts it` : ranked.score >= 0.4 ? t`will do` : t`not this one`}
      </StateWord>
      <Text fontSize="15px">{ranked.says}.</Text>
      <Accents panel={fallback} ground={ranked.mat.hex} shelf={shelf} />
    </Box>
  );
}

/** A dull motif on a strong ground gets an outline or an accent from the shelf. */
function Accents({ panel, ground, shelf }: { panel: PanelColours; ground: string; shelf: readonly ShelfPaint[] }) {
  const motif = panel.colours.map(({ hex }) => labOfHex(hex)).filter((lab) => lab[0] < 90 || lchOfLab(lab).C > 9);
  const accents = accentsFor(
    motif,
    ground,
    shelf.map(({ film }) => labOf(over(film, WHITE_PAPER))),
  );
  return (
    <>
      {accents.map(({ kind, paint }) => {
        const chosen = shelf[paint];
        return (
          chosen && (
            <Flex key={kind} gap="8px" align="center" marginTop="4px">
              <Wash film={chosen.film} width={46} height={30} label={chosen.name} />
              <Text fontSize="15px">{kind === "outline" ? t`an outline in ${chosen.name} holds it` : t`an accent of ${chosen.name} answers the ground`}</Text>
            </Flex>
          )
        );
      })}
    </>
  );
}

/** How sRGB turns by lamplight, fitted on the reflectances of red, green and blue; rows of a filter on linear light. */
function lampRows(): string {
  const columns = ["#ff0000", "#00ff00", "#0000ff"].map((hex) => linear(hexIn("lamplight", reflectanceOf(hex))));
  const white = linear(hexIn("lamplight", reflectanceOf("#ffffff")));
  // Scaled so that white turns as white does: mixtures weigh more on cards than pure primaries.
  return filterRows(
    [0, 1, 2].flatMap((row) => {
      const values = columns.map((column) => column[row] ?? 0);
      const sum = values.reduce((all, value) => all + value, 0) || 1;
      return values.map((value) => (value * (white[row] ?? 1)) / sum);
    }),
  );
}

function LampFilter() {
  const rows = useMemo(lampRows, []);
  return (
    <svg width="0" height="0" aria-hidden style={{ position: "absolute" }}>
      <filter id="lamp" colorInterpolationFilters="linearRGB">
        <feColorMatrix type="matrix" values={rows} />
      </filter>
    </svg>
  );
}
const linear = (hex: string): readonly number[] => [1, 3, 5].map((at) => (parseInt(hex.slice(at, at + 2), 16) / 255) ** 2.2);

function TellColour({ store }: { store: StoreRead }) {
  const [hex, setHex] = useState("#c9b79a");
  return (
    <Flex gap="12px" align="center" marginTop="14px" wrap="wrap">
      <Text>{t`${store.name} has no colour yet:`}</Text>
      <input type="color" aria-label={t`Colour of ${store.name}`} value={hex} onChange={(change) => setHex(change.target.value)} style={{ width: 52, height: 44 }} />
      <Button variant="outline" onClick={() => void sendCommand("change-store", { id: store.id, version: store.version, hex })}>{t`Keep its colour`}</Button>
    </Flex>
  );
}
