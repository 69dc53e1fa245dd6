import { definitions } from "@/messages/recovery-words";

/** A figure's name that says what it is to whoever points at it. */
export function Defined({
  of,
  children,
}: {
  readonly of: keyof typeof definitions;
  readonly children: string;
}) {
  return (
    <abbr title={definitions[of]} className="cursor-help underline decoration-dotted underline-offset-2">
      {children}
    </abbr>
  );
}
