/** The same ids at every load, so that a load that was broken off goes on where it stopped. UUIDv7 in form. */
export function idMaker(area: number): () => string {
  let count = 0;
  return () => {
    count += 1;
    return `01936b5c-${area.toString(16).padStart(4, "0")}-7000-8000-${count.toString(16).padStart(12, "0")}`;
  };
}
