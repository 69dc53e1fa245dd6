/** Instead of a page that others may see. */
export function NotForYou({ who }: { readonly who: string }) {
  return (
    <div className="px-[18px] py-6">
      <h1>{who} see this page</h1>
      <p className="text-soft">Ask one of them.</p>
    </div>
  );
}
