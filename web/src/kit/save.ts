/** Hands the maker a file that was made here. */
export function saveFile(name: string, type: string, content: string | Uint8Array): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([content as string | Uint8Array<ArrayBuffer>], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
