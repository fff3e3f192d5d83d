declare module "spectral.js" {
  /** A colour; `R` is a reflectance of 38 values from 380 to 750 nm. */
  export class Color {
    constructor(css: string);
    readonly R: number[];
  }
}
