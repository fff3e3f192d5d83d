/** Whose hands a session is of, as a choice. */
export const WHOSE = [
  { value: "maker", label: "yours" },
  { value: "helper", label: "a helper's" },
] as const;
