"use client";

import { useEffect, useState } from "react";
import type { Feature, FeatureCollection, Geometry } from "geojson";

/** A country's outline; the code is ISO 3166-1 with two letters where it has one. */
export interface Outline {
  readonly code: string | undefined;
  readonly name: string;
  readonly shape: Feature<Geometry>;
}

let loading: Promise<readonly Outline[]> | undefined;

/** The outlines ship with the app and come after the page: they are its largest part. */
async function loadOutlines(): Promise<readonly Outline[]> {
  const [{ default: atlas }, { default: codes }, { feature }] = await Promise.all([
    import("world-atlas/countries-50m.json"),
    import("i18n-iso-countries/codes.json"),
    import("topojson-client"),
  ]);
  const letters = new Map(codes.map(([two, , digits]) => [digits, two]));
  const { countries } = atlas.objects;
  if (!countries) return [];
  const shapes = feature(atlas, countries) as FeatureCollection<Geometry, { name?: string }>;
  return shapes.features.map((shape) => ({
    // Kosovo has no number, carriers call it XK
    code: letters.get(String(shape.id)) ?? (shape.properties.name === "Kosovo" ? "XK" : undefined),
    name: shape.properties.name ?? "",
    shape,
  }));
}

/** The outlines, once they are there. */
export function useOutlines(): readonly Outline[] | undefined {
  const [outlines, setOutlines] = useState<readonly Outline[]>();
  useEffect(() => {
    let here = true;
    loading ??= loadOutlines();
    void loading.then((loaded) => {
      if (here) setOutlines(loaded);
    });
    return () => {
      here = false;
    };
  }, []);
  return outlines;
}
