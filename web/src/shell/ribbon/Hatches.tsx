/** Textures of the states, once for every drawing of the page. */
export function Hatches() {
  return (
    <defs>
      <pattern id="hatch-tight" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill="var(--chakra-colors-tight-fill)" />
        <circle cx="2.5" cy="2.5" r="1.1" fill="#fff" />
      </pattern>
      <pattern id="hatch-risk" width="8" height="6" patternUnits="userSpaceOnUse">
        <rect width="8" height="6" fill="var(--chakra-colors-risk-fill)" />
        <rect y="2.2" width="5" height="1.6" fill="#fff" />
      </pattern>
      <pattern id="hatch-cannot" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="7" height="7" fill="var(--chakra-colors-cannot-fill)" />
        <rect width="2.4" height="7" fill="#fff" fillOpacity="0.85" />
      </pattern>
      <pattern id="hatch-wet" width="14" height="7" patternUnits="userSpaceOnUse">
        <path d="M0 3.5q3.5-4 7 0t7 0" fill="none" stroke="#F5EFE2" strokeOpacity="0.75" strokeWidth="1.2" />
      </pattern>
    </defs>
  );
}
