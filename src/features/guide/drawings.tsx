const stations = ["order", "origin", "zone", "service", "buy rate", "plan", "charge"] as const;
const figures = ["2 items", "Tartu", "zone 4", "parcel", "6.90", "+ 20 %", "8.30"] as const;

const text = { fontSize: 12, fill: "var(--ink)" } as const;
const soft = { fontSize: 11, fill: "var(--ink-soft)" } as const;

/** The stations a figure passes. */
export function LineDrawing() {
  return (
    <svg
      viewBox="0 0 700 70"
      role="img"
      aria-label="The line: order, origin, zone, service, buy rate, plan, charge"
    >
      <line x1={50} y1={20} x2={650} y2={20} stroke="var(--ink)" strokeWidth={3} />
      {stations.map((station, i) => (
        <g key={station} transform={`translate(${50 + i * 100} 20)`} textAnchor="middle">
          <circle
            r={8}
            fill={i === stations.length - 1 ? "var(--sign)" : "var(--sheet)"}
            stroke="var(--ink)"
            strokeWidth={3}
          />
          <text y={28} {...text} fontWeight={600}>
            {figures[i]}
          </text>
          <text y={43} {...soft}>
            {station}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** An edge at 5 kg, once with the value at it to the left, once to the right. */
export function BoundaryDrawing() {
  return (
    <svg
      viewBox="0 0 700 120"
      role="img"
      aria-label="Up to and including 5 kg: 5 is in the lower break. From 5 kg: 5 is in the upper break."
    >
      <Strip y={14} name="up to and including" isBelow />
      <Strip y={74} name="from" isBelow={false} />
    </svg>
  );
}

function Strip({
  y,
  name,
  isBelow,
}: {
  readonly y: number;
  readonly name: string;
  readonly isBelow: boolean;
}) {
  return (
    <g transform={`translate(0 ${y})`}>
      <text x={0} y={16} {...text} fontWeight={600}>
        {name}
      </text>
      <rect
        x={150}
        y={4}
        width={250}
        height={18}
        fill={isBelow ? "var(--sign)" : "var(--well)"}
        stroke="var(--ink)"
      />
      <rect
        x={400}
        y={4}
        width={250}
        height={18}
        fill={isBelow ? "var(--well)" : "var(--sign)"}
        stroke="var(--ink)"
      />
      <circle cx={isBelow ? 394 : 406} cy={13} r={5} fill="var(--ink)" />
      <text x={400} y={38} {...soft} textAnchor="middle">
        5 kg
      </text>
      <text x={275} y={38} {...soft} textAnchor="middle">
        {isBelow ? "over 2, up to and including 5" : "from 2, under 5"}
      </text>
      <text x={525} y={38} {...soft} textAnchor="middle">
        {isBelow ? "over 5" : "from 5"}
      </text>
    </g>
  );
}

/** One order in two shipments that join. */
export function SourcingDrawing() {
  return (
    <svg
      viewBox="0 0 700 90"
      role="img"
      aria-label="Two origins ship one order: two lines that join before the charge"
    >
      <path d="M60 20 H330 L390 45 H620" fill="none" stroke="var(--ink)" strokeWidth={3} />
      <path d="M60 70 H330 L390 45" fill="none" stroke="var(--ink)" strokeWidth={3} />
      {[
        { x: 60, y: 20, name: "Tartu: 2 hives" },
        { x: 60, y: 70, name: "Gdynia: 40 jars" },
      ].map(({ x, y, name }) => (
        <g key={name} transform={`translate(${x} ${y})`}>
          <circle r={8} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={3} />
          <text x={16} y={-6} {...text}>
            {name}
          </text>
        </g>
      ))}
      <g transform="translate(620 45)" textAnchor="middle">
        <circle r={8} fill="var(--sign)" stroke="var(--ink)" strokeWidth={3} />
        <text y={28} {...text}>
          one charge
        </text>
      </g>
    </svg>
  );
}

/** The draft to the left of the gate, dashed; live to the right of it, solid. */
export function GateDrawing() {
  return (
    <svg viewBox="0 0 700 70" role="img" aria-label="The draft, dashed, passes the gate and is live, solid">
      <line x1={40} y1={25} x2={330} y2={25} stroke="var(--ink)" strokeWidth={3} strokeDasharray="8 6" />
      <line x1={370} y1={25} x2={660} y2={25} stroke="var(--ink)" strokeWidth={3} />
      <rect
        x={336}
        y={11}
        width={28}
        height={28}
        transform="rotate(45 350 25)"
        fill="var(--sign)"
        stroke="var(--ink)"
        strokeWidth={3}
      />
      <text x={185} y={52} {...text} textAnchor="middle">
        draft: edits wait
      </text>
      <text x={515} y={52} {...text} textAnchor="middle">
        live: orders are rated
      </text>
    </svg>
  );
}
