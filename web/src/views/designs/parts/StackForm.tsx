import { whatToDo } from "../../../kit/form/whatToDo.ts";
import { kindWord } from "../../../kit/kinds.ts";
import { moved, Sortable, SortableItem } from "../../../kit/Sortable.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { cardOutlines, edges, folds, outlines, phraseSaid, type DesignRead, type StackRead, type StoreRead, type Problem } from "@yule/contract";
import { changeFigure, isShaped, lengthOfUnits, stackGeometry, type StackFigure, type Keep, type Layer, type Length, type Stack, t } from "@yule/core";
import { saidOf, shortly, stepOf, withNewLayer } from "@yule/derive";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Choice } from "../../../kit/FormField.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { Caution, ProblemNote } from "../../../kit/states.tsx";
import { useMeasure, useSpeech } from "../../../kit/measure.tsx";

const KEEPS: readonly { keep: Keep; says: () => string }[] = [
  { keep: "envelope", says: () => t`the envelope` },
  { keep: "panel", says: () => t`the panel` },
  { keep: "reveals", says: () => t`the reveals` },
];
const words = (list: readonly string[]) => list.map((value) => ({ value, label: kindWord(value) }));
const foldWords = folds.map((value) => ({ value, label: value === "none" ? t`no fold` : t`fold ${value}` }));

/** The figures of a stack, changed one by one while the rest follows; what cannot be is said before it is kept. */
export function StackForm({ design, stack, stores, onDraft }: { design: DesignRead; stack: Stack; stores: readonly StoreRead[]; onDraft: (stack: Stack | null) => void }) {
  const { system, size, say } = useMeasure();
  const speech = useSpeech();
  const [keep, setKeep] = useState<Keep>("envelope");
  const [stale, setStale] = useState<StackRead | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const geometry = stackGeometry(stack);
  const changed = JSON.stringify(stack) !== JSON.stringify(design.stack);
  const faultAt = (...path: (string | number)[]): string | undefined => {
    const fault = saidOf([...geometry.faults, ...geometry.warnings], ...path);
    return fault && whatToDo(fault, speech);
  };
  // Layers of one kind may be of one name: they are known by their place as well.
  const layerIds = stack.layers.map((layer, index) => `${layer.kind} ${layer.name} ${String(index)}`);
  const put = (patch: Partial<Stack>): void => onDraft({ ...stack, ...patch });
  const follow = (figure: StackFigure, to: Length): void => onDraft(changeFigure(stack, figure, to, keep, stepOf(system)));
  const save = async (version: number): Promise<void> => {
    const sent = await sendCommand("change-stack", { id: design.id, version, stack }, { ownRefusals: true });
    const isStale = sent.state === "refused" && sent.problem.status === 409;
    setStale(isStale ? design.stack : null);
    setProblem(sent.state === "refused" && !isStale ? sent.problem : null);
    if (sent.state === "done") onDraft(null);
  };
  const rows: FiguresProps = { stack, put, follow, faultAt };
  return (
    <Box as="section" aria-label={t`Sizes`} marginTop="20px">
      <Keeps id={design.id} keep={keep} onKeep={setKeep} />
      <EnvelopeRow {...rows} keep={keep} stores={stores} onDraft={onDraft} />
      <CardRow {...rows} />
      <Sortable ids={layerIds} onMove={(from, to) => put({ layers: moved(stack.layers, from, to) })}>
        {stack.layers.map((layer, index) => (
          <SortableItem key={layerIds[index]} id={layerIds[index] ?? ""} name={layer.name}>
            {(grip) => (
              <LayerRow
                grip={stack.layers.length > 1 ? grip : null}
                layer={layer}
                onSide={(side, to) => follow({ of: "layer", index, side }, to)}
                onPatch={(patch) => put({ layers: stack.layers.map((each, at) => (at === index ? { ...each, ...patch } : each)) })}
                onRemove={stack.layers.length > 1 ? () => put({ layers: stack.layers.filter((_, at) => at !== index) }) : null}
                faultAt={(side) =>
                  faultAt("layers", index, side) ??
                  (side === "width" ? geometry.faults.filter((fault) => fault.path[1] === index && fault.path.length === 2).map((fault) => whatToDo(fault, speech))[0] : undefined)
                }
              />
            )}
          </SortableItem>
        ))}
      </Sortable>
      <Flex gap="10px" wrap="wrap" marginTop="10px">
        {stack.layers.length < 8 &&
          (["mat", "strip"] as const).map((kind) => (
            <Button key={kind} variant="outline" onClick={() => onDraft(withNewLayer(stack, kind, stepOf(system)))}>
              {kind === "mat" ? t`One more mat` : t`A torn strip`}
            </Button>
          ))}
      </Flex>
      <MoreFigures {...rows} score={geometry.score} />
      {(stack.outline !== "rectangle" || stack.hole) && (
        <Caution>{t`Cut curves in several light passes, fingers behind the edge, and cap the blade. Punch on a firm board.`}</Caution>
      )}
      {geometry.warnings.map((warning) => (
        <Text key={`${warning.code}${String(warning.path.at(-1))}`} color="tight" fontWeight={600}>
          {t`${shortly(warning)}: ${phraseSaid(warning.given, speech)}; better ${phraseSaid(warning.allowed, speech)}.`}
        </Text>
      ))}
      {changed && (
        <Flex gap="10px" align="center" wrap="wrap" marginTop="10px">
          <Button disabled={geometry.faults.length > 0} onClick={() => void save(design.version)}>{t`Keep these sizes`}</Button>
          <Button variant="outline" onClick={() => onDraft(null)}>{t`Back to the old ones`}</Button>
          {geometry.faults.length === 0 && (
            <Text color="softInk">
              {t`base ${size(geometry.base.width, geometry.base.height)}`}
              {geometry.layers.map((layer) => `, ${layer.name} reveal ${say(layer.reveal.least)}`).join("")}
            </Text>
          )}
        </Flex>
      )}
      {problem && <ProblemNote problem={problem} />}
      {stale && <StaleNote theirs={stale} mine={stack} onKeepMine={() => void save(design.version)} onTakeTheirs={() => (onDraft(null), setStale(null))} />}
    </Box>
  );
}

/** What the rows of figures have in common: the stack, how it is changed, and what is wrong where. */
interface FiguresProps {
  readonly stack: Stack;
  readonly put: (patch: Partial<Stack>) => void;
  readonly follow: (figure: StackFigure, to: Length) => void;
  readonly faultAt: (...path: (string | number)[]) => string | undefined;
}

function Keeps({ id, keep, onKeep }: { id: string; keep: Keep; onKeep: (keep: Keep) => void }) {
  return (
    <Flex gap="4px 14px" align="center" wrap="wrap" role="radiogroup" aria-label={t`What stays`} marginBottom="10px">
      <Text fontWeight={600}>{t`When one figure changes, keep`}</Text>
      {KEEPS.map((each) => (
        <label key={each.keep} style={{ display: "flex", gap: 6, alignItems: "center", minHeight: 44, cursor: "pointer" }}>
          <input
            type="radio"
            name={`keep ${id}`}
            checked={keep === each.keep}
            onChange={() => onKeep(each.keep)}
            style={{ width: 19, height: 19, accentColor: "var(--chakra-colors-ink)" }}
          />
          {each.says()}
        </label>
      ))}
    </Flex>
  );
}

/** The envelope, by its figures or as one that is on the shelf. */
function EnvelopeRow({ stack, put, follow, faultAt, keep, stores, onDraft }: FiguresProps & { keep: Keep; stores: readonly StoreRead[]; onDraft: (stack: Stack) => void }) {
  const { system } = useMeasure();
  const envelopes = stores.flatMap(({ kind, id, name, width, height }) => (kind === "envelope" && width !== null && height !== null ? [{ id, name, width, height }] : []));
  return (
    <Row name="Envelope">
      {stack.envelope ? (
        <>
          <LengthField label={t`envelope width`} value={stack.envelope.width} onRead={(to) => follow({ of: "envelope", side: "width" }, to)} fault={faultAt("envelope", "width")} />
          <LengthField
            label={t`envelope height`}
            value={stack.envelope.height}
            onRead={(to) => follow({ of: "envelope", side: "height" }, to)}
            fault={faultAt("envelope", "height")}
          />
        </>
      ) : (
        <Button
          variant="outline"
          onClick={() => put({ envelope: { width: lengthOfUnits(stack.width + 2560), height: lengthOfUnits(stack.height + 2560) } })}
        >{t`It goes in an envelope`}</Button>
      )}
      {envelopes.length > 0 && (
        <Pick
          label={t`from the shelf`}
          value=""
          options={[{ value: "", label: t`one that is there` }, ...envelopes.map((each) => ({ value: each.id, label: each.name }))]}
          onPick={(id) => {
            const found = envelopes.find((each) => each.id === id);
            if (!found) return;
            const to = { width: lengthOfUnits(found.width), height: lengthOfUnits(found.height) };
            if (!stack.envelope || keep === "envelope") return put({ envelope: to });
            const wide = changeFigure(stack, { of: "envelope", side: "width" }, to.width, keep, stepOf(system));
            onDraft(changeFigure(wide, { of: "envelope", side: "height" }, to.height, keep, stepOf(system)));
          }}
        />
      )}
    </Row>
  );
}

function CardRow({ stack, put, follow, faultAt }: FiguresProps) {
  const isRound = stack.outline === "circle";
  return (
    <Row name="Card">
      <LengthField label={t`card width`} value={stack.width} onRead={(to) => follow({ of: "face", side: "width" }, to)} fault={faultAt("width")} />
      {!isRound && <LengthField label={t`card height`} value={stack.height} onRead={(to) => follow({ of: "face", side: "height" }, to)} fault={faultAt("height")} />}
      <Pick
        label={t`card shape`}
        value={stack.outline}
        options={words(cardOutlines)}
        onPick={(outline) => put({ outline: outline as Stack["outline"], score: null, ...(outline === "circle" ? { height: stack.width } : {}) })}
      />
      <Pick label={t`fold`} value={stack.fold} options={foldWords} onPick={(fold) => put({ fold: fold as Stack["fold"], score: null })} />
    </Row>
  );
}

/** What is seldom changed. @param score where the fold lies by itself, or null */
function MoreFigures({ stack, put, faultAt, score: usual }: FiguresProps & { score: Length | null }) {
  const { say } = useMeasure();
  return (
    <Fold title={t`Score, grain, thickness, hole`}>
      <Flex gap="14px" wrap="wrap" align="flex-start" paddingY="8px">
        <LengthField label={t`thickness`} value={stack.thickness} onRead={(thickness) => put({ thickness })} />
        {stack.fold !== "none" && (
          <LengthField
            label={isShaped(stack) ? t`score from the top of the back` : t`score`}
            value={stack.score}
            usual={usual === null ? "" : say(usual)}
            onRead={(score) => put({ score })}
            onEmpty={() => put({ score: null })}
            fault={faultAt("score")}
          />
        )}
        {!isShaped(stack) && stack.fold !== "none" && (
          <Pick
            label={t`grain of the base runs`}
            value={stack.grain ?? ""}
            options={[{ value: "", label: t`not known` }, ...words(["upright", "across"])]}
            onPick={(grain) => put({ grain: grain === "" ? null : (grain as Stack["grain"]) })}
          />
        )}
        {isShaped(stack) && (
          <LengthField label={t`off the foot of the back`} value={stack.footTrim} mayBeNothing onRead={(footTrim) => put({ footTrim })} fault={faultAt("footTrim")} />
        )}
        <LengthField
          label={t`hole across`}
          value={stack.hole?.width ?? null}
          usual="none"
          onRead={(width) => put({ hole: { width, fromTop: stack.hole?.fromTop ?? lengthOfUnits(width / 2 + 1920) } })}
          onEmpty={() => put({ hole: null })}
        />
        {stack.hole && (
          <LengthField
            label={t`hole from the top`}
            value={stack.hole.fromTop}
            onRead={(fromTop) => stack.hole && put({ hole: { ...stack.hole, fromTop } })}
            fault={faultAt("hole", "fromTop")}
          />
        )}
      </Flex>
    </Fold>
  );
}

/** Somebody else changed the sizes meanwhile: both are shown, and the maker chooses. */
function StaleNote({ theirs, mine, onKeepMine, onTakeTheirs }: { theirs: StackRead; mine: Stack; onKeepMine: () => void; onTakeTheirs: () => void }) {
  const { say } = useMeasure();
  return (
    <Box role="alert" border="1.5px solid" borderColor="tight" borderRadius="10px" padding="12px 16px" marginTop="12px">
      <Text marginBottom="8px">{t`These sizes were changed elsewhere meanwhile. There the card is ${say(lengthOfUnits(theirs.width))} wide; yours is ${say(mine.width)}.`}</Text>
      <Flex gap="10px">
        <Button onClick={onKeepMine}>{t`Keep mine`}</Button>
        <Button variant="outline" onClick={onTakeTheirs}>{t`Take theirs`}</Button>
      </Flex>
    </Box>
  );
}

function Row({ name, grip = null, children }: { name: string; grip?: React.ReactNode; children: React.ReactNode }) {
  return (
    <Flex gap="8px 14px" wrap="wrap" align="flex-start" borderTop="1px solid" borderColor="hairline" paddingY="8px">
      <Text width="86px" flex="none" paddingTop="30px" fontWeight={600} overflowWrap="anywhere">
        {name}
        {grip}
      </Text>
      {children}
    </Flex>
  );
}

function Pick({ label, value, options, onPick }: { label: string; value: string; options: readonly { value: string; label: string }[]; onPick: (value: string) => void }) {
  return (
    <label style={{ display: "block" }}>
      <Text as="span" display="block" fontSize="14px" color="softInk" fontWeight={500} lineHeight="20px" marginBottom="6px">
        {label}
      </Text>
      <Choice value={value} options={options} width="auto" onChange={(change) => onPick(change.target.value)} />
    </label>
  );
}

function LayerRow({
  layer,
  onSide,
  onPatch,
  onRemove,
  faultAt,
  grip,
}: {
  layer: Layer;
  grip: React.ReactNode;
  onSide: (side: "width" | "height", to: Length) => void;
  onPatch: (patch: Partial<Layer>) => void;
  onRemove: (() => void) | null;
  faultAt: (side: string) => string | undefined;
}) {
  const { name } = layer;
  return (
    <Row name={name} grip={grip}>
      <LengthField label={t`${name} width`} value={layer.width} onRead={(to) => onSide("width", to)} fault={faultAt("width")} />
      {layer.outline !== "circle" && <LengthField label={t`${name} height`} value={layer.height} onRead={(to) => onSide("height", to)} fault={faultAt("height")} />}
      <Pick
        label={t`${name} shape`}
        value={layer.outline}
        options={words(outlines)}
        onPick={(outline) => onPatch({ outline: outline as Layer["outline"], ...(outline === "circle" ? { height: layer.width } : {}) })}
      />
      <Pick label={t`${name} edge`} value={layer.edge} options={words(edges)} onPick={(edge) => onPatch({ edge: edge as Layer["edge"] })} />
      <Fold title={t`place, lift`}>
        <Flex gap="14px" wrap="wrap" paddingY="6px">
          <LengthField label={t`${name} from the left`} value={layer.x} usual="centred" mayBeNothing onRead={(x) => onPatch({ x })} onEmpty={() => onPatch({ x: null })} />
          <LengthField label={t`${name} from the top`} value={layer.y} usual="centred" mayBeNothing onRead={(y) => onPatch({ y })} onEmpty={() => onPatch({ y: null })} />
          <LengthField label={t`foam tape under the ${name}`} value={layer.lift} mayBeNothing onRead={(lift) => onPatch({ lift })} />
          {onRemove && (
            <Button variant="ghost" alignSelf="flex-end" onClick={onRemove}>
              {t`Leave out the ${name}`}
            </Button>
          )}
        </Flex>
      </Fold>
    </Row>
  );
}
