"use client";

import { Minus, Plus } from "lucide-react";
import { geoAzimuthalEqualArea, geoCircle, geoPath } from "d3-geo";
import { useMemo, useRef, useState, type MouseEvent, type PointerEvent } from "react";
import { useOutlines } from "./outlines";

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
  readonly onCountry?: (code: string) => void;
  readonly onPoint?: (key: string) => void;
  readonly height?: number;
}

const WIDTH = 640;
const KM_PER_DEGREE = 111.195;
const LANES = 8;
/** Without being asked no closer than about a country and its neighbours. */
const CLOSEST = 1400;
const WIDEST = 90;

/** Land outlines with countries shaded and points marked; an equal-area projection about the middle of what matters. */
export function WorldMap(props: Props) {
  const { label, shades, points = [], focus, rings = [], onPick, onCountry, onPoint, height = 420 } = props;
  const outlines = useOutlines();
  const [zoom, setZoom] = useState(1);
  const [moved, setMoved] = useState<readonly [number, number]>([0, 0]);
  const [under, setUnder] = useState<string>();
  const drag = useRef<{ x: number; y: number; from: readonly [number, number]; far: boolean }>(undefined);
  const projection = useMemo(() => fitted(focus, zoom, moved, height), [focus, zoom, moved, height]);
  const path = geoPath(projection);
  const current = points.find((point) => point.current);
  const scale = (event: MouseEvent<SVGSVGElement>) =>
    WIDTH / event.currentTarget.getBoundingClientRect().width;
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    drag.current = { x: event.clientX, y: event.clientY, from: moved, far: false };
  };
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const begun = drag.current;
    if (!begun || event.buttons !== 1) return;
    const [x, y] = [event.clientX - begun.x, event.clientY - begun.y];
    if (Math.abs(x) + Math.abs(y) < 4) return;
    begun.far = true;
    setMoved([begun.from[0] + x * scale(event), begun.from[1] + y * scale(event)]);
  };
  const onClick = (event: MouseEvent<SVGSVGElement>) => {
    if (drag.current?.far || !onPick) return;
    const box = event.currentTarget.getBoundingClientRect();
    const place = projection.invert?.([
      (event.clientX - box.left) * scale(event),
      (event.clientY - box.top) * scale(event),
    ]);
    if (place) onPick(Math.round(place[1] * 1e4) / 1e4, Math.round(place[0] * 1e4) / 1e4);
  };
  return (
    <div className="sheet relative overflow-hidden">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="img"
        aria-label={label}
        className={`narrow block w-full touch-none text-[11px] ${onPick ? "cursor-crosshair" : "cursor-grab"}`}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onClick={onClick}
      >
        <defs>
          <pattern
            id="map-hatch"
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="6" height="6" fill="var(--sheet)" />
            <line x1="0" x2="0" y1="0" y2="6" stroke="var(--loss)" strokeWidth="2" />
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
              onClick={() => {
                if (!drag.current?.far && outline.code !== undefined) onCountry?.(outline.code);
              }}
            />
          );
        })}
        {current &&
          rings.map((km) => {
            const circle = geoCircle()
              .center([current.lon, current.lat])
              .radius(km / KM_PER_DEGREE)();
            const top = projection([current.lon, current.lat + km / KM_PER_DEGREE]);
            return (
              <g key={km} pointerEvents="none">
                <path
                  d={path(circle) ?? ""}
                  fill="none"
                  stroke="var(--ink)"
                  strokeDasharray="3 4"
                  strokeWidth={1}
                />
                {top && (
                  <text x={top[0]} y={top[1] - 4} textAnchor="middle" className="map-words">
                    {km} km
                  </text>
                )}
              </g>
            );
          })}
        {points.map((point) => {
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
              <text x={10} y={4} className="map-words font-semibold">
                {point.name}
              </text>
            </g>
          );
        })}
      </svg>
      <div className="absolute top-2 right-2 flex flex-col gap-1">
        {(
          [
            ["Closer", 1.6, Plus],
            ["Farther", 1 / 1.6, Minus],
          ] as const
        ).map(([name, factor, Icon]) => (
          <button
            key={name}
            type="button"
            aria-label={name}
            className="sheet p-1 hover:bg-well"
            onClick={() => {
              setZoom(zoom * factor);
              setMoved([moved[0] * factor, moved[1] * factor]);
            }}
          >
            <Icon size={14} aria-hidden />
          </button>
        ))}
      </div>
      <p className="narrow absolute bottom-1.5 left-2 rounded-sm bg-sheet px-1.5 text-xs" aria-hidden>
        {outlines ? (under ?? "") : "Drawing the map…"}
      </p>
    </div>
  );
}

function fillOf(shade: MapShade | undefined): string {
  if (!shade) return "var(--sheet)";
  if (shade.hatched) return "url(#map-hatch)";
  return shade.lane === undefined ? "var(--sheet)" : `var(--lane-${(shade.lane % LANES) + 1})`;
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
