/** A colour of the theme as a canvas takes it. */
export const chartColour = (token: string): string =>
  getComputedStyle(document.documentElement)
    .getPropertyValue(`--chakra-colors-${token.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`)
    .trim();
