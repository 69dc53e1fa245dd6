/** A sentence with its figures set off, so that the eye finds what can be changed. */
export function Figures({ text }: { readonly text: string }) {
  const parts = text.split(FIGURE);
  return (
    <>
      {parts.map((part, i) =>
        i % 2 === 1 ? (
          <b key={i} className="rounded-sm border-b border-edge bg-well px-1 font-semibold">
            {part}
          </b>
        ) : (
          <span key={i}>{part}</span>
        ),
      )}
    </>
  );
}

/** A number with what it counts, where that follows: "75 EUR", "5 kg", "12 %". */
const FIGURE = /(-?\d[\d.]*(?:\s(?:[A-Z]{3}|%|kg|g|lb|oz|cm|mm|m|in|m³|l|km)(?![\w]))?)/;
