import "@fontsource/kalam/latin-400.css";
import "@fontsource/kalam/latin-ext-400.css";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { DesignRead, Problem, SentimentRead, WordsRead } from "@yule/contract";
import { lengthOfUnits, mm, type Length, t } from "@yule/core";
import { panelOf, bestFit, offersFor, overWords, placesOver, zonesFrom, type Offer, type WordPlace } from "@yule/derive";
import { useMemo, useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { pictureUrl } from "../../../features/picture/Picture.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { ProblemNote, StateWord } from "../../../kit/states.tsx";
import { calmAreasOf } from "../../../workers/pictureSolver.ts";
import { InsideWords } from "./words/InsideWords.tsx";
import { NewWords } from "./words/NewWords.tsx";
import { WordsDrawing } from "./words/WordsDrawing.tsx";

/** Which words fit the card and how large: the places that are free, the words that go in, what is written inside. */
export function WordsPanel({ design, sentiments }: { design: DesignRead; sentiments: readonly SentimentRead[] }) {
  const { say } = useMeasure();
  const [draft, setDraft] = useState<WordsRead>(design.words);
  const [chosen, setChosen] = useState<string | null>(null);
  const [note, setNote] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const [adding, setAdding] = useState(false);
  const panel = panelOf(design);
  const offers = useMemo(() => offersFor(design, sentiments, draft.zones), [design, sentiments, draft.zones]);
  const front = sentiments.find((each) => each.id === draft.front?.sentimentId);
  const zone = draft.zones.find((each) => each.id === draft.front?.zoneId);
  const fit = front && zone ? bestFit(front, [zone]) : null;
  const changed = JSON.stringify(draft) !== JSON.stringify(design.words);
  const over = placesOver(draft.zones, panel).length;
  const picture = pictureUrl(design.colourways[0]?.pictureId ?? null);
  /** Words whose place is gone move to the one that takes them best. */
  const putZones = (zones: WordPlace[]): void => {
    const stays = draft.front === null || zones.some((each) => each.id === draft.front?.zoneId);
    const best = front && bestFit(front, zones);
    setDraft({ ...draft, zones, front: stays ? draft.front : front && best ? { sentimentId: front.id, zoneId: best.zone } : null });
  };
  const propose = async (): Promise<void> => {
    if (!picture) return;
    setNote(t`Looking for calm areas ...`);
    const found = zonesFrom(await calmAreasOf(picture), design, v7);
    setNote(found.length === 0 ? t`No calm area is large enough for words: pull one over the picture.` : "");
    if (found.length > 0) putZones(found);
  };
  const keep = async (): Promise<void> => {
    const sent = await sendCommand("change-words", { id: design.id, version: design.version, words: draft }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  return (
    <Box as="section" aria-label={t`Words`} marginTop="26px" maxWidth="660px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="4px">{t`Words`}</Heading>
      <Text marginBottom="8px">
        <Said
          offers={offers}
          front={front}
          fits={fit?.fits ?? null}
          xHeight={fit?.fits ? say(mm(fit.xHeight)) : ""}
          over={fit ? overWords(fit, say) : ""}
          hasZones={draft.zones.length > 0}
        />
      </Text>
      <WordsDrawing
        panel={panel}
        picture={picture}
        zones={draft.zones}
        chosen={chosen}
        fit={fit}
        means={front?.means ?? "hand"}
        label={fit?.lines.length ? t`${front?.text ?? ""} on the panel, baseline ${say(mm(fit.lines[0]?.baseline ?? 0))} from the top` : t`The panel with its places for words`}
        onChoose={setChosen}
        onPull={(made) => {
          putZones([...draft.zones, made]);
          setChosen(made.id);
        }}
      />
      <Flex gap="10px" wrap="wrap" align="center" marginTop="8px">
        {picture && <Button variant="outline" onClick={() => void propose()}>{t`Propose calm places`}</Button>}
        <Button
          variant="outline"
          onClick={() => {
            const made: WordPlace = {
              id: v7(),
              x: Math.round(panel.width * 0.1),
              y: Math.round(panel.height * 0.75),
              width: Math.round(panel.width * 0.8),
              height: Math.round(panel.height * 0.15),
              curve: 0,
            };
            putZones([...draft.zones, made]);
            setChosen(made.id);
          }}
        >{t`One more place`}</Button>
        <Text color="softInk">{note || t`or pull one over the picture`}</Text>
      </Flex>
      {over > 0 && (
        <Text color="tight" fontWeight={600} marginTop="6px">
          {t`${over === 1 ? t`One place reaches` : t`${String(over)} places reach`} over the rim of the panel: make it narrower, or move it to where the panel is wide.`}
        </Text>
      )}
      <ZoneFields key={chosen} zone={draft.zones.find((each) => each.id === chosen)} zones={draft.zones} onZones={putZones} />
      <Box role="radiogroup" aria-label={t`Words on the front`} marginTop="10px">
        {offers.slice(0, 8).map((offer) => (
          <OfferRow
            key={offer.sentiment.id}
            offer={offer}
            isOn={offer.sentiment.id === draft.front?.sentimentId}
            onChoose={() => offer.fit && setDraft({ ...draft, front: { sentimentId: offer.sentiment.id, zoneId: offer.fit.zone } })}
          />
        ))}
        {draft.front && <Button variant="ghost" onClick={() => setDraft({ ...draft, front: null })}>{t`No words on the front`}</Button>}
      </Box>
      <InsideWords inside={draft.inside} sentiments={sentiments} onChange={(inside) => setDraft({ ...draft, inside })} />
      <Flex gap="10px" wrap="wrap" marginTop="10px">
        {changed && <Button onClick={() => void keep()}>{t`Keep these words`}</Button>}
        <Button variant="outline" onClick={() => setAdding(true)}>{t`New words`}</Button>
      </Flex>
      {problem && <ProblemNote problem={problem} />}
      {fit?.fits && <PencilLines fit={fit} say={say} />}
      {adding && <NewWords suits={design.traits.suits} onClose={() => setAdding(false)} />}
    </Box>
  );
}

function Said({
  offers,
  front,
  fits,
  xHeight,
  over,
  hasZones,
}: {
  offers: readonly Offer[];
  front: SentimentRead | undefined;
  fits: boolean | null;
  xHeight: string;
  over: string;
  hasZones: boolean;
}) {
  if (!hasZones) return t`No place for words is marked yet.`;
  if (front && fits) return front.means === "hand" ? t`“${front.text}” fits with small letters ${xHeight} high.` : t`The ${front.means} “${front.text}” fits.`;
  if (front && fits === false) return <StateWord state="cannot">{t`“${front.text}” does not fit: ${over}`}</StateWord>;
  const able = offers.filter((offer) => offer.fit?.fits && offer.against.length === 0).length;
  return able === 0 ? t`No words fit its places yet.` : t`${String(able)} of ${String(offers.length)} words fit its places and its occasions.`;
}

function OfferRow({ offer: { sentiment, fit, against }, isOn, onChoose }: { offer: Offer; isOn: boolean; onChoose: () => void }) {
  const { say } = useMeasure();
  return (
    <label style={{ display: "flex", gap: 10, alignItems: "center", minHeight: 44, borderTop: "1px solid var(--chakra-colors-hairline)", cursor: fit ? "pointer" : "default" }}>
      <input type="radio" checked={isOn} disabled={!fit} onChange={onChoose} style={{ width: 19, height: 19, accentColor: "var(--chakra-colors-ink)", flex: "none" }} />
      <span style={{ flex: 1, minWidth: 0, overflowWrap: "anywhere" }}>
        <span style={{ fontFamily: sentiment.means === "hand" ? "Kalam, cursive" : undefined, fontSize: 17 }}>{sentiment.text}</span>
        <Text as="span" color="softInk" fontSize="15px">
          {[
            sentiment.means === "hand" ? "" : sentiment.means,
            sentiment.occasion ?? "",
            sentiment.recipient,
            sentiment.neutral ? "neutral" : "",
            sentiment.tone === "plain" ? "" : sentiment.tone,
            sentiment.language === "en" ? "" : sentiment.language,
          ]
            .filter((each) => each !== "")
            .map((each) => ` · ${each}`)
            .join("")}
        </Text>
      </span>
      <span style={{ flex: "none", textAlign: "end" }}>
        {fit === null ? (
          t`no place yet`
        ) : fit.fits && against.length === 0 ? (
          <StateWord state="safe">{sentiment.means === "hand" ? t`small letters ${say(mm(fit.xHeight))}` : t`fits`}</StateWord>
        ) : (
          <StateWord state={fit.fits ? "tight" : "cannot"}>{fit.fits ? against.join(", ") : overWords(fit, say)}</StateWord>
        )}
      </span>
    </label>
  );
}

function ZoneFields({ zone, zones, onZones }: { zone: WordPlace | undefined; zones: readonly WordPlace[]; onZones: (zones: WordPlace[]) => void }) {
  if (!zone) return null;
  const put = (patch: Partial<WordPlace>): void => onZones(zones.map((each) => (each.id === zone.id ? { ...each, ...patch } : each)));
  const field = (label: string, key: "x" | "y" | "width" | "height" | "curve") => (
    <LengthField label={label} value={lengthOfUnits(zone[key])} mayBeNothing={key !== "width" && key !== "height"} onRead={(length: Length) => put({ [key]: length })} />
  );
  return (
    <Flex gap="12px" wrap="wrap" align="flex-end" marginTop="8px" role="group" aria-label={t`The chosen place`}>
      {field(t`place from the left`, "x")}
      {field(t`place from the top`, "y")}
      {field(t`place width`, "width")}
      {field(t`place height`, "height")}
      {field(t`bows up by`, "curve")}
      <Button variant="ghost" onClick={() => onZones(zones.filter((each) => each.id !== zone.id))}>{t`Take this place away`}</Button>
    </Flex>
  );
}

/** What is pencilled before the words are inked. */
function PencilLines({ fit, say }: { fit: NonNullable<ReturnType<typeof bestFit>>; say: (length: Length) => string }) {
  return (
    <Text color="softInk" marginTop="6px">
      {fit.arc
        ? t`Pencil an arc of radius ${say(mm(fit.arc.radius))} for the baseline, its top ${say(mm(fit.arc.y - fit.arc.radius))} from the top of the panel.`
        : t`Pencil first, from the top of the panel: ${fit.lines.map((line) => t`small letters ${say(mm(line.xLine))}, baseline ${say(mm(line.baseline))}, begin ${say(mm(line.from))} from the left`).join("; then ")}.`}
    </Text>
  );
}
