"use client";

import { Minus, Plus } from "lucide-react";
import { geoAzimuthalEqualArea, geoCircle, geoPath, type GeoProjection } from "d3-geo";
import { useMemo, useRef, useState, type MouseEvent, type PointerEvent } from "react";
import { LanePatterns, laneFill } from "./lanes";
import { useOutlines } from "./outlines";
import { IconButton } from "../parts/icon-button";

export interface MapPoint {
  readonly key: string;
  readonly name: string;
  readonly lat: number;
  readonly lon: number;
  readonly current?: boolean;
}

/** How a country is drawn: one of the lanes, hatched, or plain. */
export interface MapShade {
  readonly lane?: number;
  readonly hatched?: boolean;
  /** What is said of the country: "zone 4". */
  readonly words: string;
}

interface Props {
  readonly label: string;
  /** By two-letter code; countries without one are left plain. */
  readonly shades: ReadonlyMap<string, MapShade>;
  readonly points?: readonly MapPoint[];
  /** What must be in the picture. */
  readonly focus: readonly { readonly lat: number; readonly lon: number }[];
  /** Distances in km drawn around the current point. */
  readonly rings?: readonly number[];
  readonly onPick?: ((lat: number, lon: number) => void) | undefined;
  readonly onPoint?: ((key: string) => void) | undefined;
  readonly height?: number;
}

const WIDTH = 640;
const KM_PER_DEGREE = 111.195;
/** How far a press must move to be a pull, in pixels. */
const FAR = 4;
const STEP = 1.6;
/** Without being asked no closer than about a country and its neighbours. */
const CLOSEST = 1400;
const WIDEST = 90;

/** Land outlines with countries shaded and points marked; an equal-area projection about the middle of what matters. */
export function WorldMap(props: Props) {
  const { label, shades, points = [], focus, rings = [], onPick, onPoint, height = 420 } = props;
  const outlines = useOutlines();
  const view = useMapView();
  const [under, setUnder] = useState<string>();
  const projection = useMemo(
    () => fitted(focus, view.zoom, view.moved, height),
    [focus, view.zoom, view.moved, height],
  );
  const path = geoPath(projection);
  const pick = (event: MouseEvent<SVGSVGElement>) => {
    if (view.dragged() || !onPick) return;
    const box = event.currentTarget.getBoundingClientRect();
    const scale = WIDTH / box.width;
    const place = projection.invert?.([
      (event.clientX - box.left) * scale,
      (event.clientY - box.top) * scale,
    ]);
    if (place) onPick(Math.round(place[1] * 1e4) / 1e4, Math.round(place[0] * 1e4) / 1e4);
  };
  return (
    <div className="sheet relative overflow-hidden">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="img"
        aria-label={label}
        className={`narrow block w-full touch-none text-[16px] ${onPick ? "cursor-crosshair" : "cursor-grab"}`}
        onPointerDown={view.onPointerDown}
        onPointerMove={view.onPointerMove}
        onClick={pick}
      >
        <defs>
          <LanePatterns />
          <pattern
            id="map-hatch"
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="6" height="6" fill="var(--sheet)" />
            <line x1="0" x2="0" y1="0" y2="6" stroke="var(--ink-faint)" strokeWidth="1.6" />
          </pattern>
        </defs>
        <rect width={WIDTH} height={height} fill="var(--well)" />
        {outlines?.map((outline) => {
          const shade = outline.code === undefined ? undefined : shades.get(outline.code);
          return (
            <path
              key={`${outline.code ?? ""} ${outline.name}`}
              d={path(outline.shape) ?? ""}
              fill={fillOf(shade)}
              stroke="var(--hairline-strong)"
              strokeWidth={0.6}
              onMouseEnter={() => setUnder(`${outline.name}${shade ? `: ${shade.words}` : ""}`)}
              onMouseLeave={() => setUnder(undefined)}
            />
          );
        })}
        <Rings around={points.find((point) => point.current)} distances={rings} projection={projection} />
        <Points points={points} projection={projection} onPoint={onPoint} />
      </svg>
      <ZoomButtons onZoom={view.zoomBy} />
      <p className="narrow absolute bottom-1.5 left-2 rounded-sm bg-sheet px-1.5 text-xs" aria-hidden>
        {outlines ? (under ?? "") : "Drawing the map…"}
      </p>
    </div>
  );
}

/** How close the map is and how far it was pulled. */
function useMapView() {
  const [zoom, setZoom] = useState(1);
  const [moved, setMoved] = useState<readonly [number, number]>([0, 0]);
  const drag = useRef<{ x: number; y: number; from: readonly [number, number]; far: boolean }>(undefined);
  return {
    zoom,
    moved,
    /** Whether the click at hand ends a pull. */
    dragged: () => drag.current?.far === true,
    zoomBy: (factor: number) => {
      setZoom(zoom * factor);
      setMoved([moved[0] * factor, moved[1] * factor]);
    },
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      drag.current = { x: event.clientX, y: event.clientY, from: moved, far: false };
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      const begun = drag.current;
      if (!begun || event.buttons !== 1) return;
      const [x, y] = [event.clientX - begun.x, event.clientY - begun.y];
      if (Math.abs(x) + Math.abs(y) < FAR) return;
      begun.far = true;
      const scale = WIDTH / event.currentTarget.getBoundingClientRect().width;
      setMoved([begun.from[0] + x * scale, begun.from[1] + y * scale]);
    },
  };
}

/** Distances around a point, as circles on the earth are. */
function Rings({
  around,
  distances,
  projection,
}: {
  readonly around: MapPoint | undefined;
  readonly distances: readonly number[];
  readonly projection: GeoProjection;
}) {
  if (!around) return null;
  const path = geoPath(projection);
  return distances.map((km) => {
    const degrees = km / KM_PER_DEGREE;
    const circle = geoCircle().center([around.lon, around.lat]).radius(degrees)();
    const top = projection([around.lon, Math.min(89, around.lat + degrees)]);
    return (
      <g key={km} pointerEvents="none">
        <path d={path(circle) ?? ""} fill="none" stroke="var(--ink)" strokeDasharray="3 4" strokeWidth={1} />
        {top && (
          <text x={top[0]} y={top[1] - 4} textAnchor="middle" className="map-words">
            {km} km
          </text>
        )}
      </g>
    );
  });
}

function Points({
  points,
  projection,
  onPoint,
}: {
  readonly points: readonly MapPoint[];
  readonly projection: GeoProjection;
  readonly onPoint: Props["onPoint"];
}) {
  return points.map((point) => {
    const at = projection([point.lon, point.lat]);
    if (!at) return null;
    return (
      <g
        key={point.key}
        transform={`translate(${at[0]},${at[1]})`}
        className={onPoint ? "cursor-pointer" : undefined}
        onClick={(event) => {
          if (!onPoint) return;
          event.stopPropagation();
          onPoint(point.key);
        }}
      >
        <circle
          r={6}
          fill={point.current ? "var(--sign)" : "var(--sheet)"}
          stroke="var(--ink)"
          strokeWidth={2.5}
        />
        <text x={11} y={5} className="map-words font-semibold">
          {point.name}
        </text>
      </g>
    );
  });
}

function ZoomButtons({ onZoom }: { readonly onZoom: (factor: number) => void }) {
  const buttons = [
    ["Closer", STEP, Plus],
    ["Farther", 1 / STEP, Minus],
  ] as const;
  return (
    <div className="absolute top-2 right-2 flex flex-col gap-1">
      {buttons.map(([name, factor, Icon]) => (
        <IconButton key={name} icon={Icon} label={name} className="sheet" onClick={() => onZoom(factor)} />
      ))}
    </div>
  );
}

function fillOf(shade: MapShade | undefined): string {
  if (!shade) return "var(--sheet)";
  if (shade.hatched) return "url(#map-hatch)";
  return shade.lane === undefined ? "var(--sheet)" : laneFill(shade.lane);
}

/** A projection that shows all of the focus, enlarged and moved from there. */
function fitted(focus: Props["focus"], zoom: number, moved: readonly [number, number], height: number) {
  const places = focus.length > 0 ? focus : [{ lat: 30, lon: 10 }];
  const lats = places.map((place) => place.lat);
  const lons = places.map((place) => place.lon);
  const middle = (values: readonly number[]) => (Math.min(...values) + Math.max(...values)) / 2;
  const projection = geoAzimuthalEqualArea()
    .rotate([-middle(lons), -middle(lats)])
    .clipAngle(120)
    .precision(0.3);
  const pad = 50;
  projection.fitExtent(
    [
      [pad, pad],
      [WIDTH - pad, height - pad],
    ],
    { type: "MultiPoint", coordinates: places.map((place) => [place.lon, place.lat]) },
  );
  const scale = Math.min(
    CLOSEST,
    Math.max(WIDEST, Number.isFinite(projection.scale()) ? projection.scale() : 900),
  );
  if (scale !== projection.scale()) projection.scale(scale).translate([WIDTH / 2, height / 2]);
  const [x, y] = projection.translate();
  return projection
    .scale(scale * zoom)
    .translate([
      WIDTH / 2 + (x - WIDTH / 2) * zoom + moved[0],
      height / 2 + (y - height / 2) * zoom + moved[1],
    ]);
}
