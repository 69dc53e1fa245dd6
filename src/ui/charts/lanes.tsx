import type { CSSProperties } from "react";

/** Colours for lanes that are told apart by whoever sees few of them; beyond eight they come again with stripes. */
const LANES = 8;

const colourOf = (lane: number) => `var(--lane-${(lane % LANES) + 1})`;
const isStriped = (lane: number) => Math.floor(lane / LANES) % 2 === 1;

/** What fills a shape of the lane in a drawing that has `LanePatterns` among its definitions. */
export function laneFill(lane: number): string {
  return isStriped(lane) ? `url(#lane-${lane % LANES})` : colourOf(lane);
}

/** The lane as the background of a small square in a legend. */
export function laneSwatch(lane: number): CSSProperties {
  if (!isStriped(lane)) return { background: colourOf(lane) };
  return {
    background: `repeating-linear-gradient(90deg, ${colourOf(lane)} 0 3px, var(--sheet) 3px 4.5px)`,
  };
}

/** The lane as a light ground that ink is read on. */
export function laneGround(lane: number): CSSProperties {
  return { background: `color-mix(in srgb, ${colourOf(lane)} 42%, var(--sheet))` };
}

/** The striped lanes as patterns. */
export function LanePatterns() {
  return Array.from({ length: LANES }, (_, lane) => (
    <pattern key={lane} id={`lane-${lane}`} width="5" height="5" patternUnits="userSpaceOnUse">
      <rect width="5" height="5" fill={colourOf(lane)} />
      <line x1="4" x2="4" y1="0" y2="5" stroke="var(--sheet)" strokeOpacity="0.6" strokeWidth="1.4" />
    </pattern>
  ));
}
