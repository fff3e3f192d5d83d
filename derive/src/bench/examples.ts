import type { DesignRead } from "@yule/contract";

/** A stage of a route as the server tells it, for tests: an everyday wash unless told otherwise. */
export const exampleStage = (id: string, hands: number, dry: number, more: Partial<DesignRead["stages"][number]> = {}): DesignRead["stages"][number] => ({
  id,
  name: id,
  kind: "paint",
  technique: null,
  hands,
  setup: 2,
  dry,
  within: null,
  portable: false,
  note: "",
  position: 0,
  ...more,
});
