/** What is used of it: version 8 ships no types, and those for older ones do not fit. */
declare module "archiver" {
  import type { Readable } from "node:stream";
  export class ZipArchive extends Readable {
    constructor(options: { readonly zlib: { readonly level: number } });
    append(source: Readable, entry: { readonly name: string; readonly date: Date; readonly store: boolean }): this;
    finalize(): Promise<void>;
    abort(): this;
  }
}
