/** What went wrong, beside its cause; nothing where nothing did. */
export function Trouble({ text }: { readonly text: string | undefined }) {
  if (text === undefined) return null;
  return (
    <span role="alert" className="block w-full text-loss">
      {text}
    </span>
  );
}
