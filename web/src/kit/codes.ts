/** Reads codes in a picture, where the platform can (Shape Detection API); types of the browser do not have it yet. */
interface CodeReader {
  readonly detect: (picture: ImageBitmapSource) => Promise<readonly { readonly rawValue: string }[]>;
}
type CodeReading = new (options: { readonly formats: readonly string[] }) => CodeReader;
const reading = (): CodeReading | undefined => (globalThis as { BarcodeDetector?: CodeReading }).BarcodeDetector;

/** Whether this device can read codes. */
export const canReadCodes = (): boolean => reading() !== undefined;

/** What the QR codes in a picture say; none where nothing can be read. */
export async function codesIn(file: File): Promise<string[]> {
  const Reader = reading();
  if (!Reader) return [];
  const found = await new Reader({ formats: ["qr_code"] }).detect(await createImageBitmap(file)).catch(() => []);
  return found.map(({ rawValue }) => rawValue);
}
