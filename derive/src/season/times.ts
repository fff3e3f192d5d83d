/** `19:30` as minutes of the day. */
export const minuteOf = (time: string): number => {
  const [hours = "0", mins = "0"] = time.split(":");
  return Number(hours) * 60 + Number(mins);
};

/** Whose hands a session is of, as a choice. */
export const WHOSE = [
  { value: "maker", label: "yours" },
  { value: "helper", label: "a helper's" },
] as const;
