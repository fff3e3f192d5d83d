import type { ColourwayRead, DesignRead, StageRead, StoreRead } from "@yule/contract";
import {
  FORM_STRENGTH,
  isCountedOut,
  learnedUse,
  lengthOfUnits,
  LOAD_OF,
  puddle,
  servedBy,
  stagesOfPaints,
  takenFromShelf,
  takenBy,
  techniqueNamed,
  volumeAmount,
  waterFor,
  type StoreKind,
  type TakenFor,
} from "@yule/core";
import { evenShare, panelArea, USUAL_STRENGTH } from "../colour/puddleTasks.ts";
import { panelOf } from "../season/materials.ts";

/** What one panel or one card takes of a store, in whole units, as the tables have it. */
export interface StageTaking {
  readonly storeId: string;
  readonly amount: number;
}

/** What lies on the shelf, and the sheet that panels are taped on together. */
export interface TakingSetting {
  readonly stores: readonly StoreRead[];
  readonly perSheet: number;
}

/** The shelf as it is asked: by id, the first of each kind on the walk along it, paints by name. */
interface ShelfIndex {
  readonly byId: ReadonlyMap<string, StoreRead>;
  readonly first: ReadonlyMap<StoreKind, StoreRead>;
  readonly paints: ReadonlyMap<string, StoreRead>;
  readonly known: Map<string, readonly StageTaking[]>;
}
const indices = new WeakMap<readonly StoreRead[], ShelfIndex>();

/** The shelf by id, worked out once for as long as it is the same. */
export const storesById = (stores: readonly StoreRead[]): ReadonlyMap<string, StoreRead> => indexOf(stores).byId;

function indexOf(stores: readonly StoreRead[]): ShelfIndex {
  const found = indices.get(stores);
  if (found) return found;
  const [first, paints] = [new Map<StoreKind, StoreRead>(), new Map<string, StoreRead>()];
  for (const store of stores) {
    if (!first.has(store.kind)) first.set(store.kind, store);
    if (store.kind === "paint" && !paints.has(store.name.toLowerCase())) paints.set(store.name.toLowerCase(), store);
  }
  const index: ShelfIndex = { byId: new Map(stores.map((store) => [store.id, store])), first, paints, known: new Map() };
  indices.set(stores, index);
  return index;
}

const techniqueOfStage = (stage: StageRead) => stage.technique ?? techniqueNamed(stage.name);

/** Kinds of which some stage of these may take. */
export const kindsTaken = (design: DesignRead, stages: readonly StageRead[]): StoreKind[] => [
  ...new Set<StoreKind>(
    stages.flatMap((stage) => [
      ...takenBy(techniqueOfStage(stage), takenFor(design, stage, null, 1)).flatMap(({ kind }) => servedBy(kind)),
      ...(stage.kind === "paint" ? (["paint"] as const) : []),
    ]),
  ),
];

/**
 * What a stage takes for one panel of a colourway, or for one card where it is one of assembly: as the maker told it, else by the tables, from the
 * first of its kind on the walk along the shelf.
 */
export function takingsOf(design: DesignRead, stage: StageRead, way: ColourwayRead | undefined, { stores, perSheet }: TakingSetting): readonly StageTaking[] {
  const index = indexOf(stores);
  const key = [design.id, design.version, stage.id, way?.id, perSheet].join(" ");
  const known = index.known.get(key) ?? reckonedTakings(design, stage, way, index, perSheet);
  index.known.set(key, known);
  return known;
}

function reckonedTakings(design: DesignRead, stage: StageRead, way: ColourwayRead | undefined, { byId, first, paints }: ShelfIndex, perSheet: number): StageTaking[] {
  const told = design.takings.filter(({ stageId }) => stageId === stage.id);
  const sheet = perSheet > 1 ? byId.get(design.paperId ?? "") : undefined;
  const reckoned = [
    ...takenFromShelf(takenBy(techniqueOfStage(stage), takenFor(design, stage, sheet ?? null, perSheet)), (kind) => first.has(kind)).map(({ kind, amount }) => ({
      kind,
      store: first.get(kind),
      amount,
    })),
    ...paintsOf(design, stage, way, paints),
  ];
  const named = told.flatMap(({ storeId, amount }) => {
    const store = byId.get(storeId);
    if (!store) return [];
    return [{ storeId, amount: amount ?? reckoned.find(({ kind }) => kind === store.kind)?.amount ?? 0 }];
  });
  // Of a kind that was told nothing more is reckoned; of paints, of that paint.
  const toldKinds = new Set(told.map(({ storeId }) => byId.get(storeId)?.kind));
  const others = reckoned.flatMap(({ kind, store, amount }) => {
    const isTold = kind === "paint" ? told.some(({ storeId }) => storeId === store?.id) : toldKinds.has(kind);
    return store && !isTold ? [{ storeId: store.id, amount }] : [];
  });
  return [...named, ...others].filter(({ amount }) => amount > 0);
}

function takenFor(design: DesignRead, stage: StageRead, sheet: StoreRead | null, perSheet: number): TakenFor {
  const panel = panelOf(design);
  const mats = design.stages.some((each) => techniqueOfStage(each) === "mat");
  const layers = design.stack.layers.filter(({ kind }) => !mats || (kind === "mat") === (techniqueOfStage(stage) === "mat"));
  return {
    panel,
    face: { width: lengthOfUnits(design.stack.width), height: lengthOfUnits(design.stack.height) },
    layers: layers.map(({ width, height, lift }) => ({ width: lengthOfUnits(width), height: lengthOfUnits(height), lift: lengthOfUnits(lift) })),
    sheet: sheet?.width != null && sheet.height !== null ? { width: lengthOfUnits(sheet.width), height: lengthOfUnits(sheet.height) } : null,
    perSheet,
  };
}

/** Paint that a stage lays on one panel: the paints that are laid in it, each on its share, with what stays in brush and palette. */
function paintsOf(
  design: DesignRead,
  stage: StageRead,
  way: ColourwayRead | undefined,
  paints: ReadonlyMap<string, StoreRead>,
): { kind: StoreKind; store: StoreRead; amount: number }[] {
  const painting = design.stages.filter(({ kind }) => kind === "paint");
  const place = painting.findIndex(({ id }) => id === stage.id);
  if (place < 0 || !way || way.paints.length === 0) return [];
  const laid = stagesOfPaints(way.paints.length, painting.length);
  const share = evenShare(design, way.paints.length);
  return way.paints.flatMap((paint, index) => {
    const store = laid[index] === place ? paints.get(paint.name.trim().toLowerCase()) : undefined;
    if (!store?.form) return [];
    const strength = store.strength ?? FORM_STRENGTH[store.form];
    // A hundred panels together, so that a mixing's half millilitre does not count for each.
    const mixed = puddle({ area: share * panelArea(design), panels: AT_ONCE, coats: 1, waterPerPart: waterFor(LOAD_OF[USUAL_STRENGTH], strength), form: store.form, minutes: 0 });
    return [{ kind: "paint" as const, store, amount: Math.round(volumeAmount(mixed.paintMl) / AT_ONCE) }];
  });
}
const AT_ONCE = 100;

/** How much really goes where the tables say so much, by what counts have taught. */
export const learnedTaking = (store: Pick<StoreRead, "kind" | "counts" | "logSum" | "logSquares">, amount: number): number =>
  isCountedOut(store.kind) ? amount : Math.round(amount * learnedUse(store, false).ratio);
