/** How often a property is tried: as often as it says, or a tenth of it where thousands of runs of the tests follow each other. */
export const runs = (often: number): number =>
  process.env.FEW_RUNS === undefined ? often : Math.max(5, Math.round(often / 10));
