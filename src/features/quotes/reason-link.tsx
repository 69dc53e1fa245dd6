import Link from "next/link";
import { placeHref } from "@/features/draft";

/** Why something is withheld, as a link to the very field that decides. */
export function ReasonLink({ text, source }: { readonly text: string; readonly source: string }) {
  const href = placeHref(source);
  if (href === undefined) return <span className="text-ink">{text}</span>;
  return (
    <Link href={href} prefetch={false} className="link">
      {text}
    </Link>
  );
}
