import type { CheaperParts } from "./load";

/** What a result is without, each reason with how many and the first of them as an example. */
export function LeftOutList({
  label,
  list,
}: {
  readonly label: string;
  readonly list: NonNullable<CheaperParts["result"]>["left"];
}) {
  if (list.length === 0) return null;
  return (
    <section aria-label={label} className="mb-2 max-w-[70rem] text-soft">
      <p>{label}:</p>
      <ul className="list-disc pl-5">
        {list.map(({ why, count, words }) => (
          <li key={why}>
            {count}: {words}
          </li>
        ))}
      </ul>
    </section>
  );
}
