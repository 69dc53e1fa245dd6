import type { ReactNode } from "react";

/** The sheet in front of the app: the mark, and what lets somebody in. */
export function Door({ children, wide = false }: { readonly children: ReactNode; readonly wide?: boolean }) {
  return (
    <main className="grid min-h-dvh place-content-center p-4">
      <div className={`sheet max-w-full p-6 ${wide ? "w-[480px]" : "w-[340px]"}`}>
        <svg viewBox="0 0 290 24" aria-hidden className="mb-4 w-full">
          <line x1="10" x2="150" y1="12" y2="12" stroke="var(--ink)" strokeWidth="4" strokeDasharray="6 3" />
          <line x1="150" x2="280" y1="12" y2="12" stroke="var(--ink)" strokeWidth="4" />
          {[10, 80, 220, 280].map((x) => (
            <circle key={x} cx={x} cy="12" r="7" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="3" />
          ))}
          <rect
            x="143"
            y="5"
            width="14"
            height="14"
            transform="rotate(45 150 12)"
            fill="var(--sign)"
            stroke="var(--ink)"
            strokeWidth="3"
          />
        </svg>
        <h1 className="wide mb-1 font-extrabold tracking-tight">wallodrom</h1>
        {children}
      </div>
    </main>
  );
}
