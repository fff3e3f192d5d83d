import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { hexField } from "@yule/contract";
import { labOfHex, lchOf, lchOfLab, over, pigmentOf, WHITE_PAPER, whileWet, hexOf, type Mix, type NudgeAnswer, type Recipe, type ShelfPaint, type WorthBuying } from "@yule/core";
import { money, printMoney } from "@yule/core";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { useSolved } from "../../app/solver.ts";
import { FilePick, FaultLines, FormField, TextInput } from "../../kit/FormField.tsx";
import { Teach } from "../../kit/states.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";
import { wrongWith } from "../../designs/picture/header.ts";
import type { AskProps } from "../ask.ts";
import { colourDesk } from "../colourDesk.ts";
import type { Repainted } from "../colour.worker.ts";
import { colourWords, filmOfPaint, mixFilm, mixStrength, mixWords, seenAs, washHex } from "../shelf.ts";
import { Wash } from "../wash/Wash.tsx";
import { Swatch } from "../wash/Swatch.tsx";
import { ShopPicture } from "./ShopPicture.tsx";
import { PixelCanvas } from "./PixelCanvas.tsx";
import { useWay, WayPicker, type ChosenWay } from "./WayPicker.tsx";

/** How a wanted colour is mixed from the shelf: in whole parts, how near it comes, what to add, what is missing. */
export default function MixAsk({ outlook, shelf }: AskProps) {
  const chosen = useWay(outlook);
  const [params, setParams] = useSearchParams();
  const asked = params.get("want") ?? "";
  const first = chosen.way?.paints[0];
  const film = first ? filmOfPaint(first, shelf) : null;
  const wanted = hexField.safeParse(asked).success ? asked.toLowerCase() : (first?.hex ?? (film ? washHex(film) : "#6a8f7a"));
  const want = (hex: string): void => {
    const next = new URLSearchParams(params);
    next.set("want", hex);
    setParams(next, { replace: true });
  };
  const { value, fresh } = useSolved(shelf.length > 0 ? `${wanted} ${JSON.stringify(shelf.map(({ id, strength, isCharted }) => [id, strength, isCharted]))}` : null, () =>
    colourDesk().recipe(wanted, shelf),
  );
  const from = value?.best.difference ?? 0;
  const buy = useSolved(value && fresh && !value.reached && from > 2 ? `${wanted} ${String(from)}` : null, () => colourDesk().buy(wanted, shelf, from));
  if (shelf.length === 0)
    return <Teach title="A mix for every colour">With the first paints on the shelf it says here how to reach a colour, in whole parts, and what is worth buying.</Teach>;
  return (
    <>
      {value ? <MixVerdict best={value.best} reached={value.reached} shelf={shelf} wanted={wanted} /> : <Verdict>Looking for the mix that comes nearest to {wanted} ...</Verdict>}
      <Flex gap={{ base: "24px", lg: "40px" }} direction={{ base: "column", xl: "row" }} align="flex-start">
        <Wanted wanted={wanted} onWant={want} outlook={outlook} chosen={chosen} />
        <Box flex="1" minWidth={0} maxWidth="680px" opacity={fresh ? 1 : 0.6}>
          {value && (
            <>
              <Recipes nearest={value.nearest} best={value.best} cheapest={value.cheapest} shelf={shelf} wanted={wanted} currency={outlook.shop.currency} />
              <Nudges nudges={value.nudges} shelf={shelf} />
              {buy.fresh && buy.value && <Buy found={buy.value} shelf={shelf} />}
            </>
          )}
        </Box>
      </Flex>
    </>
  );
}

function MixVerdict({ best, reached, shelf, wanted }: { best: Recipe; reached: boolean; shelf: readonly ShelfPaint[]; wanted: string }) {
  const why = `CIEDE2000 ${best.difference.toFixed(1)} from ${wanted}: ${seenAs(best.difference)}. Wanted: ${colourWords(lchOfLab(labOfHex(wanted)))}. Mixed: ${colourWords(lchOfLab(best.lab))}.`;
  return (
    <Verdict>
      {reached ? (
        <>
          Mix {mixWords(best, shelf)}:{" "}
          <Figure tone="safe" why={why}>
            {seenAs(best.difference)}
          </Figure>
          .
        </>
      ) : (
        <>
          No mix of {shelf.length === 1 ? "your one paint" : `your ${String(shelf.length)} paints`} reaches it. The nearest,{" "}
          <Figure tone={best.difference > 6 ? "cannot" : "tight"} why={why}>
            {seenAs(best.difference)}
          </Figure>
          , is {mixWords(best, shelf)}.
        </>
      )}
    </Verdict>
  );
}

/** Where a wanted colour comes from: a paint of the design, a place on its picture, a photo, or its number. */
function Wanted({ wanted, onWant, outlook, chosen }: { wanted: string; onWant: (hex: string) => void; outlook: AskProps["outlook"]; chosen: ChosenWay }) {
  const [text, setText] = useState<string | null>(null);
  const [photo, setPhoto] = useState<Repainted | null>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const { design, way } = chosen;
  const keep = (told: string): void => {
    const read = hexField.safeParse(told.trim().startsWith("#") ? told.trim() : `#${told.trim()}`);
    setFaults(read.success ? [] : [`colour: given ${told.trim() === "" ? "nothing" : told.trim()}, allowed a colour such as #3a5f8c`]);
    if (!read.success) return;
    setText(null);
    onWant(read.data.toLowerCase());
  };
  const take = async (file: File): Promise<void> => {
    const wrong = await wrongWith(file);
    if (wrong) return setFaults([wrong]);
    try {
      const { shown, wasTransparent } = await colourDesk().chart(file);
      setPhoto(shown);
      setFaults(wasTransparent ? ["What was see-through in the picture was taken for white paper."] : []);
    } catch {
      setFaults(["picture: given a file that breaks off or cannot be read, allowed a whole PNG or JPEG"]);
    }
  };
  return (
    <Box flex="none" width={{ base: "100%", xl: "330px" }}>
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="8px">
        The wanted colour
      </Heading>
      <Flex gap="14px" align="center" marginBottom="10px">
        <Swatch hex={wanted} width={120} height={64} label={`wanted ${wanted}`} />
        <Text fontSize="15px" color="softInk">
          {wanted}
          <br />
          {colourWords(lchOfLab(labOfHex(wanted)))}
        </Text>
      </Flex>
      <WayPicker outlook={outlook} chosen={chosen} />
      {way && way.paints.length > 0 && (
        <Flex gap="8px" wrap="wrap" marginBottom="12px">
          {way.paints.map((paint) => (
            <Button key={paint.name} size="sm" variant="outline" onClick={() => onWant(paint.hex)}>
              <Box as="span" width="18px" height="18px" borderRadius="3px" display="inline-block" style={{ background: paint.hex }} aria-hidden />
              {paint.name}
            </Button>
          ))}
        </Flex>
      )}
      {photo ? (
        <PixelCanvas picture={photo} width={280} label="Photo: press a place to take its colour" onPick={(hex) => onWant(hex)} />
      ) : (
        design && way && <ShopPicture pictureId={way.pictureId} width={280} label={`${design.name}: press a place to take its colour`} onPick={onWant} />
      )}
      <Text color="softInk" fontSize="15px" marginY="6px">
        Press the picture where the colour is.
      </Text>
      <Flex gap="10px" wrap="wrap" align="flex-end">
        <FormField label="or its number">
          <TextInput
            width="130px"
            value={text ?? wanted}
            onChange={(change) => setText(change.target.value)}
            onBlur={() => text !== null && keep(text)}
            onKeyDown={(key) => key.key === "Enter" && keep(text ?? wanted)}
          />
        </FormField>
        <input type="color" aria-label="Choose the colour" value={wanted} onChange={(change) => onWant(change.target.value)} style={{ width: 52, height: 44 }} />
        <FilePick accept="image/png,image/jpeg" onPick={(file) => void take(file)}>
          From a photo
        </FilePick>
      </Flex>
      <FaultLines faults={faults} />
    </Box>
  );
}

function Recipes({
  nearest,
  best,
  cheapest,
  shelf,
  wanted,
  currency,
}: {
  nearest: readonly (Recipe | null)[];
  best: Recipe;
  cheapest: { recipe: Recipe; costPerMl: number } | null;
  shelf: readonly ShelfPaint[];
  wanted: string;
  currency: string;
}) {
  const same = (a: Mix, b: Mix): boolean => a.water === b.water && JSON.stringify(a.parts) === JSON.stringify(b.parts);
  return (
    <Box as="section" aria-label="Recipes">
      {nearest.map((recipe, index) =>
        recipe ? (
          <RecipeRow
            key={index}
            recipe={recipe}
            shelf={shelf}
            wanted={wanted}
            title={index === 0 ? "One paint" : index === 1 ? "Two paints" : "Three paints"}
            best={same(recipe, best)}
          />
        ) : (
          <Text key={index} color="softInk" borderTop="1px solid" borderColor="hairline" paddingY="8px">
            {index === 1 ? "Two" : "Three"} paints: the shelf has only {shelf.length}.
          </Text>
        ),
      )}
      {cheapest ? (
        same(cheapest.recipe, best) ? (
          <Text color="softInk">The best is also the cheapest that nobody tells from it, {perMl(cheapest.costPerMl, currency)}.</Text>
        ) : (
          <RecipeRow
            recipe={cheapest.recipe}
            shelf={shelf}
            wanted={wanted}
            title={`The cheapest nobody tells from the best, ${perMl(cheapest.costPerMl, currency)}`}
            best={false}
          />
        )
      ) : (
        <Text color="softInk">Tell what your paints cost, and the cheapest mix that nobody tells from the best stands here.</Text>
      )}
    </Box>
  );
}
const perMl = (minor: number, currency: string): string => `${printMoney(money(Math.max(1, Math.round(minor * 10))), currency)} for 10 ml`;

function RecipeRow({ recipe, shelf, wanted, title, best }: { recipe: Recipe; shelf: readonly ShelfPaint[]; wanted: string; title: string; best: boolean }) {
  const film = mixFilm(recipe, shelf);
  const dry = over(film, WHITE_PAPER);
  return (
    <Flex role="group" aria-label={title} gap="16px" align="center" borderTop="1px solid" borderColor="hairline" paddingY="9px">
      <Flex flex="none">
        <Swatch hex={wanted} width={40} height={56} label="wanted" />
        <Wash
          film={film}
          width={104}
          height={60}
          granulates={recipe.parts.some(({ paint }) => shelf[paint]?.granulates ?? false)}
          label={`${mixWords(recipe, shelf)}: ${colourWords(lchOf(dry))}`}
        />
      </Flex>
      <Box minWidth={0}>
        <Text color="softInk" fontSize="15px">
          {title}
          {best && ", the one to take"}
        </Text>
        <Text fontWeight={600}>{mixWords(recipe, shelf)}</Text>
        <Text fontSize="15px">
          As {mixStrength(recipe, shelf)}; {seenAs(recipe.difference)} ({recipe.difference.toFixed(1)}). Wet it looks like {hexOf(whileWet(dry))} and dries lighter.
        </Text>
      </Box>
    </Flex>
  );
}

const NUDGE_WORDS = { mute: "To mute it", deepen: "To deepen it", warm: "To warm it", cool: "To cool it", lighten: "To lighten it" } as const;

function Nudges({ nudges, shelf }: { nudges: readonly NudgeAnswer[]; shelf: readonly ShelfPaint[] }) {
  return (
    <Box as="section" aria-label="What to add" marginTop="18px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">
        What to add
      </Heading>
      <Flex gap="14px 22px" wrap="wrap">
        {nudges.map((each) => (
          <Box key={each.nudge} width="118px">
            {each.mix && <Wash film={mixFilm(each.mix, shelf)} width={112} height={52} label={`${NUDGE_WORDS[each.nudge]}: ${mixWords(each.mix, shelf)}`} />}
            <Text fontSize="15px">
              {NUDGE_WORDS[each.nudge]}: <strong>{each.paint !== null ? `a little ${shelf[each.paint]?.name ?? ""}` : each.mix ? "water" : "nothing here does"}</strong>
            </Text>
          </Box>
        ))}
      </Flex>
    </Box>
  );
}

function Buy({ found, shelf }: { found: readonly WorthBuying[]; shelf: readonly ShelfPaint[] }) {
  if (found.length === 0) return <Text marginTop="16px">No pigment of the table brings it much nearer: the colour is beyond paint.</Text>;
  return (
    <Box as="section" aria-label="Worth buying" marginTop="18px">
      <Heading as="h2" fontSize="20px" fontWeight={600}>
        Worth buying for it
      </Heading>
      {found.map(({ pigment, recipe, difference }) => (
        <Flex key={pigment.index} gap="14px" align="center" borderTop="1px solid" borderColor="hairline" paddingY="8px">
          <Wash film={pigmentOf(pigment.index)?.film ?? pigment.film} width={80} height={46} label={`${pigment.index} ${pigment.name}`} />
          <Text>
            <strong>{pigment.index}</strong>, {pigment.name.toLowerCase()}: {seenAs(difference)} ({difference.toFixed(1)}) as{" "}
            {recipe.parts.map(({ paint, parts }) => `${String(parts)} ${paint === shelf.length ? "of it" : (shelf[paint]?.name ?? "")}`).join(" with ")}.
          </Text>
        </Flex>
      ))}
    </Box>
  );
}
