/** Sun and moon as far as calendars need them. Moments are Julian Ephemeris Days (TT) unless said otherwise. */

const sine = (degrees: number): number => Math.sin((degrees * Math.PI) / 180);
const cosine = (degrees: number): number => Math.cos((degrees * Math.PI) / 180);

/** TT minus UT in seconds, within a few seconds for 1950 to 2100. Source: Espenak and Meeus, NASA TP-2006-214141 (2006). */
export function deltaT(year: number): number {
  if (year < 1961) {
    const t = year - 1950;
    return 29.07 + 0.407 * t - t ** 2 / 233 + t ** 3 / 2547;
  }
  if (year < 1986) {
    const t = year - 1975;
    return 45.45 + 1.067 * t - t ** 2 / 260 - t ** 3 / 718;
  }
  if (year < 2005) {
    const t = year - 2000;
    return 63.86 + 0.3345 * t - 0.060374 * t ** 2 + 0.0017275 * t ** 3 + 0.000651814 * t ** 4 + 0.00002373599 * t ** 5;
  }
  if (year < 2050) {
    const t = year - 2000;
    return 62.92 + 0.32217 * t + 0.005589 * t ** 2;
  }
  return -20 + 32 * ((year - 1820) / 100) ** 2 - 0.5628 * (2150 - year);
}

const JD_1970 = 2_440_587.5;
const yearOfJd = (jd: number): number => 2000 + (jd - 2_451_545) / 365.25;

/** Milliseconds UTC of a Julian Ephemeris Day. */
export const utcOf = (jde: number): number => (jde - deltaT(yearOfJd(jde)) / 86_400 - JD_1970) * 86_400_000;

/** Amplitude, phase and speed of each periodic term. Meeus, Astronomical Algorithms, table 27.C. */
const SOLSTICE_TERMS: readonly (readonly [number, number, number])[] = [
  [485, 324.96, 1934.136],
  [203, 337.23, 32964.467],
  [199, 342.08, 20.186],
  [182, 27.85, 445267.112],
  [156, 73.14, 45036.886],
  [136, 171.52, 22518.443],
  [77, 222.54, 65928.934],
  [74, 296.72, 3034.906],
  [70, 243.58, 9037.513],
  [58, 119.81, 33718.147],
  [52, 297.17, 150.678],
  [50, 21.02, 2281.226],
  [45, 247.54, 29929.562],
  [44, 325.15, 31555.956],
  [29, 60.93, 4443.417],
  [18, 155.12, 67555.328],
  [17, 288.79, 4562.452],
  [16, 198.04, 62894.029],
  [14, 199.76, 31436.921],
  [12, 95.39, 14577.848],
  [12, 287.11, 31931.756],
  [12, 320.81, 34777.259],
  [9, 227.73, 1222.114],
  [8, 15.45, 16859.074],
];

/** The December solstice of a year, within a minute. Source: Meeus, chapter 27. */
export function decemberSolstice(year: number): number {
  const y = (year - 2000) / 1000;
  const mean = 2_451_900.05952 + 365_242.74049 * y - 0.06223 * y ** 2 - 0.00823 * y ** 3 + 0.00032 * y ** 4;
  const t = (mean - 2_451_545) / 36_525;
  const w = 35_999.373 * t - 2.47;
  const lambda = 1 + 0.0334 * cosine(w) + 0.0007 * cosine(2 * w);
  const sum = SOLSTICE_TERMS.reduce((all, [a, b, c]) => all + a * cosine(b + c * t), 0);
  return mean + (0.00001 * sum) / lambda;
}

/** Apparent longitude of the sun in degrees, within 0.01. Source: Meeus, chapter 25. */
export function sunLongitude(jde: number): number {
  const t = (jde - 2_451_545) / 36_525;
  const mean = 280.46646 + 36_000.76983 * t + 0.0003032 * t ** 2;
  const m = 357.52911 + 35_999.05029 * t - 0.0001537 * t ** 2;
  const center = (1.914602 - 0.004817 * t - 0.000014 * t ** 2) * sine(m) + (0.019993 - 0.000101 * t) * sine(2 * m) + 0.000289 * sine(3 * m);
  const apparent = mean + center - 0.00569 - 0.00478 * sine(125.04 - 1934.136 * t);
  return ((apparent % 360) + 360) % 360;
}

/** New moon number k (0 is that of 6 January 2000), within seconds. Source: Meeus, chapter 49. */
export function newMoon(k: number): number {
  const t = k / 1236.85;
  const e = 1 - 0.002516 * t - 0.0000074 * t ** 2;
  const m = 2.5534 + 29.1053567 * k - 0.0000014 * t ** 2;
  const moon = 201.5643 + 385.81693528 * k + 0.0107582 * t ** 2 + 0.00001238 * t ** 3;
  const f = 160.7108 + 390.67050284 * k - 0.0016118 * t ** 2;
  const node = 124.7746 - 1.56375588 * k + 0.0020672 * t ** 2;
  const mean = 2_451_550.09766 + 29.530588861 * k + 0.00015437 * t ** 2 - 0.00000015 * t ** 3;
  const periodic =
    -0.4072 * sine(moon) +
    0.17241 * e * sine(m) +
    0.01608 * sine(2 * moon) +
    0.01039 * sine(2 * f) +
    0.00739 * e * sine(moon - m) -
    0.00514 * e * sine(moon + m) +
    0.00208 * e ** 2 * sine(2 * m) -
    0.00111 * sine(moon - 2 * f) -
    0.00057 * sine(moon + 2 * f) +
    0.00056 * e * sine(2 * moon + m) -
    0.00042 * sine(3 * moon) +
    0.00042 * e * sine(m + 2 * f) +
    0.00038 * e * sine(m - 2 * f) -
    0.00024 * e * sine(2 * moon - m) -
    0.00017 * sine(node) -
    0.00007 * sine(moon + 2 * m) +
    0.00004 * sine(2 * moon - 2 * f) +
    0.00004 * sine(3 * m) +
    0.00003 * sine(moon + m - 2 * f) +
    0.00003 * sine(2 * moon + 2 * f) -
    0.00003 * sine(moon + m + 2 * f) +
    0.00003 * sine(moon - m + 2 * f) -
    0.00002 * sine(moon - m - 2 * f) -
    0.00002 * sine(3 * moon + m) +
    0.00002 * sine(4 * moon);
  const planets: readonly (readonly [number, number, number])[] = [
    [0.000325, 299.77 - 0.009173 * t ** 2, 0.107408],
    [0.000165, 251.88, 0.016321],
    [0.000164, 251.83, 26.651886],
    [0.000126, 349.42, 36.412478],
    [0.00011, 84.66, 18.206239],
    [0.000062, 141.74, 53.303771],
    [0.00006, 207.14, 2.453732],
    [0.000056, 154.84, 7.30686],
    [0.000047, 34.52, 27.261239],
    [0.000042, 207.19, 0.121824],
    [0.00004, 291.34, 1.844379],
    [0.000037, 161.72, 24.198154],
    [0.000035, 239.56, 25.513099],
    [0.000023, 331.55, 3.592518],
  ];
  return mean + periodic + planets.reduce((sum, [size, phase, speed]) => sum + size * sine(phase + speed * k), 0);
}
