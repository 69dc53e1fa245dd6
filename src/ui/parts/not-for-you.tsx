/** Instead of a page that others may see. */
export function NotForYou({ who }: { readonly who: string }) {
  return <p className="px-[18px] py-6 text-soft">{who} see this page. Ask one of them.</p>;
}
