import { rich } from "../../../kit/rich.tsx";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { hexOf, lchOf, money, over, whileWet, WHITE_PAPER, type Mix, type NudgeAnswer, type Recipe, type ShelfPaint, type WorthBuying, t, wordsFor, listOf } from "@yule/core";
import { colourWords, mixFilm, mixStrength, mixWords, seenAs } from "@yule/derive";
import { Swatch } from "../../../features/meetings/wash/Swatch.tsx";
import { Wash } from "../../../features/meetings/wash/Wash.tsx";
import { printMoney, printFigure } from "../../../kit/say.ts";

/** The nearest mixes of one, two and three paints, and the cheapest that nobody tells from the best. */
export function Recipes({
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
    <Box as="section" aria-label={t`Recipes`}>
      {nearest.map((recipe, index) =>
        recipe ? (
          <RecipeRow
            key={index}
            recipe={recipe}
            shelf={shelf}
            wanted={wanted}
            title={index === 0 ? t`One paint` : index === 1 ? t`Two paints` : t`Three paints`}
            best={same(recipe, best)}
          />
        ) : (
          <Text key={index} color="softInk" borderTop="1px solid" borderColor="hairline" paddingY="8px">
            {t`${index === 1 ? t`Two` : t`Three`} paints: the shelf has only ${shelf.length}.`}
          </Text>
        ),
      )}
      {cheapest ? (
        same(cheapest.recipe, best) ? (
          <Text color="softInk">{t`The best is also the cheapest that nobody tells from it, ${perMl(cheapest.costPerMl, currency)}.`}</Text>
        ) : (
          <RecipeRow
            recipe={cheapest.recipe}
            shelf={shelf}
            wanted={wanted}
            title={t`The cheapest nobody tells from the best, ${perMl(cheapest.costPerMl, currency)}`}
            best={false}
          />
        )
      ) : (
        <Text color="softInk">{t`Tell what your paints cost, and the cheapest mix that nobody tells from the best stands here.`}</Text>
      )}
    </Box>
  );
}
/** Ten millilitres of it, measured out: brushfuls, or drops, in water. */
function puddleWords(recipe: Recipe, shelf: readonly ShelfPaint[]): string {
  const all = recipe.water + recipe.parts.reduce((sum, { parts }) => sum + parts, 0);
  const ml = (parts: number): string => `${String(Math.round((parts / all) * 100) / 10)} ml`;
  return t`For 10 ml: ${listOf(recipe.parts.map(({ paint, parts }) => `${ml(parts)} ${shelf[paint]?.name ?? ""}`))} in ${ml(recipe.water)} of water.`;
}
const perMl = (minor: number, currency: string): string => `${printMoney(money(Math.max(1, Math.round(minor * 10))), currency)} for 10 ml`;

function RecipeRow({ recipe, shelf, wanted, title, best }: { recipe: Recipe; shelf: readonly ShelfPaint[]; wanted: string; title: string; best: boolean }) {
  const film = mixFilm(recipe, shelf);
  const dry = over(film, WHITE_PAPER);
  return (
    <Flex role="group" aria-label={title} gap="16px" align="center" borderTop="1px solid" borderColor="hairline" paddingY="9px">
      <Flex flex="none">
        <Swatch hex={wanted} width={40} height={56} label={t`wanted`} />
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
          {best && t`, the one to take`}
        </Text>
        <Text fontWeight={600}>{mixWords(recipe, shelf)}</Text>
        <Text fontSize="15px">
          {t`As ${mixStrength(recipe, shelf)}; ${seenAs(recipe.difference)} (${printFigure(recipe.difference, 1)}). Wet it looks like ${hexOf(whileWet(dry))} and dries lighter. `}
          {puddleWords(recipe, shelf)}
        </Text>
      </Box>
    </Flex>
  );
}

/** What one part more of a paint does to the mix. */
const NUDGE_WORDS = wordsFor({ mute: () => t`To mute it`, deepen: () => t`To deepen it`, warm: () => t`To warm it`, cool: () => t`To cool it`, lighten: () => t`To lighten it` });

export function Nudges({ nudges, shelf }: { nudges: readonly NudgeAnswer[]; shelf: readonly ShelfPaint[] }) {
  return (
    <Box as="section" aria-label={t`What to add`} marginTop="18px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">{t`What to add`}</Heading>
      <Flex gap="14px 22px" wrap="wrap">
        {nudges.map((each) => (
          <Box key={each.nudge} width="118px">
            {each.mix && <Wash film={mixFilm(each.mix, shelf)} width={112} height={52} label={`${NUDGE_WORDS[each.nudge]}: ${mixWords(each.mix, shelf)}`} />}
            <Text fontSize="15px">
              {NUDGE_WORDS[each.nudge]}: <strong>{each.paint !== null ? t`a little ${shelf[each.paint]?.name ?? ""}` : each.mix ? t`water` : t`nothing here does`}</strong>
            </Text>
          </Box>
        ))}
      </Flex>
    </Box>
  );
}

/** Pigments that would bring the shelf nearer to a colour it does not reach. */
export function Buy({ found, shelf }: { found: readonly WorthBuying[]; shelf: readonly ShelfPaint[] }) {
  if (found.length === 0) return <Text marginTop="16px">{t`No known pigment brings it much nearer: the colour is beyond paint.`}</Text>;
  return (
    <Box as="section" aria-label={t`Worth buying`} marginTop="18px">
      <Heading as="h2" fontSize="20px" fontWeight={600}>{t`Worth buying for it`}</Heading>
      {found.map(({ pigment, recipe, difference }) => (
        <Flex key={pigment.index} gap="14px" align="center" borderTop="1px solid" borderColor="hairline" paddingY="8px">
          <Wash film={pigment.film} width={80} height={46} label={`${pigment.index} ${pigment.name}`} />
          <Text>
            {rich`${(<strong>{pigment.index}</strong>)}, ${pigment.name.toLowerCase()}: ${seenAs(difference)} (${printFigure(difference, 1)}) as `}
            {recipe.parts.map(({ paint, parts }) => `${String(parts)} ${paint === shelf.length ? t`of it` : (shelf[paint]?.name ?? "")}`).join(" with ")}.
          </Text>
        </Flex>
      ))}
    </Box>
  );
}
