"use client";

import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import type { Origin } from "@/core/setup/origin";
import { countryPosition } from "@/core/zones/country-positions";
import { useCommit, useDraft } from "@/features/draft";
import { EditField } from "@/ui/fields/edit-field";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { laneSwatch } from "@/ui/charts/lanes";
import { WorldMap, type MapShade } from "@/ui/charts/world-map";
import { sent } from "@/features/submit";
import { count } from "@/messages/figures";
import { positionOfTown } from "./actions";
import type { OriginParts } from "./load";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly path: string;
  readonly origin: Origin;
  readonly origins: readonly Origin[];
  readonly parts: OriginParts;
}

const shades: Readonly<Record<"all" | "parts", MapShade>> = {
  all: { lane: 0, words: "served from here" },
  parts: { lane: 1, words: "parts of it served from here" },
};
const rings = [500, 1000, 2000];

/** Where the origin lies and how far its services go; its position is typed, taken from the town, or picked on the map. */
export function PositionSection({ path, origin, origins, parts }: Props) {
  const { mayEdit } = useDraft();
  const router = useRouter();
  const commit = useCommit(path, origin.position);
  const [picking, setPicking] = useState(false);
  const [said, setSaid] = useState<string>();
  const set = async (position: { lat: number; lon: number }) => {
    const result = await commit(position);
    setSaid(result.ok ? undefined : result.text);
    if (result.ok) setPicking(false);
  };
  const fromTown = async () => {
    const { city, country } = origin.address;
    const answer = await sent(positionOfTown({ town: city, country }));
    if (answer.ok) return set(answer.value);
    setSaid(
      answer?.code === "not-found"
        ? `No town "${city}" over 1,000 people is known in ${country}.`
        : "The server does not answer. Try again.",
    );
  };
  const points = useMemo(
    () =>
      origins.flatMap((one) =>
        one.position
          ? [
              {
                key: one.code,
                name: one.address.city || one.name,
                ...one.position,
                current: one.code === origin.code,
              },
            ]
          : [],
      ),
    [origins, origin.code],
  );
  const shown = useMemo(
    () => new Map(parts.served.map(([country, how]) => [country, shades[how]])),
    [parts.served],
  );
  const focus = useMemo(() => {
    const seen = [...points, ...parts.reach];
    return seen.length > 0 ? seen : [countryPosition(origin.address.country) ?? []].flat();
  }, [points, parts.reach, origin.address.country]);
  return (
    <section aria-label="Position" className="mb-4">
      <WorldMap
        label={`Where ${origin.name} serves: ${count(parts.served.length, "country", "countries")}`}
        shades={shown}
        points={points}
        focus={focus}
        rings={rings}
        height={400}
        onPick={picking ? (lat, lon) => void set({ lat, lon }) : undefined}
        onPoint={(code) => router.push(`/origins/${encodeURIComponent(code)}`)}
      />
      <p className="mt-1 mb-2 flex flex-wrap gap-x-3 text-soft">
        <Swatch lane={0} words="served whole" />
        <Swatch lane={1} words="served in parts" />
        <span>
          {parts.served.length} countries by the services that leave here; rings are kilometres as the crow
          flies
        </span>
      </p>
      <div className="flex flex-wrap items-start gap-x-4" data-path={path}>
        <Coordinate label="Latitude" path={path} origin={origin} axis="lat" />
        <Coordinate label="Longitude" path={path} origin={origin} axis="lon" />
        {mayEdit && (
          <div className="flex gap-2">
            <Button className="h-7" onClick={() => setPicking(!picking)} aria-pressed={picking}>
              {picking ? "Click its place on the map" : "Pick on the map"}
            </Button>
            <Button className="h-7" disabled={origin.address.city === ""} onClick={() => void fromTown()}>
              From the town
            </Button>
          </div>
        )}
      </div>
      {!origin.position && (
        <p className="text-soft">
          Without a position the middle of {origin.address.country} stands in for distances.
        </p>
      )}
      <Trouble text={said} />
    </section>
  );
}

function Swatch({ lane, words }: { readonly lane: number; readonly words: string }) {
  return (
    <span className="flex items-center gap-1">
      <span aria-hidden className="size-3 rounded-sm" style={laneSwatch(lane)} />
      {words}
    </span>
  );
}

/** The two coordinates are one value: the first one typed begins it at the equator. */
function Coordinate({
  label,
  path,
  origin,
  axis,
}: {
  readonly label: string;
  readonly path: string;
  readonly origin: Origin;
  readonly axis: "lat" | "lon";
}) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, origin.position);
  const onCommit = (typed: string) => {
    if (typed.trim() === "") return commit(undefined);
    const number = Number(plainNumber(typed));
    return commit({ lat: 0, lon: 0, ...origin.position, [axis]: Number.isNaN(number) ? typed : number });
  };
  return (
    <div className="[&_label]:w-auto!">
      <EditField
        label={label}
        numeric
        width="5.5rem"
        unit="°"
        value={String(origin.position?.[axis] ?? "")}
        readOnly={!mayEdit}
        onCommit={onCommit}
      />
    </div>
  );
}
