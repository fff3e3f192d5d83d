let made = 0;

/** Ids for tests, each other than the one before and of the form that the contract asks for. */
export const newId = (): string => {
  made += 1;
  return `00000000-0000-7000-8000-${String(made).padStart(12, "0")}`;
};
