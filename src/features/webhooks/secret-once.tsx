/** A secret that is shown this once. */
export function SecretOnce({ secret }: { readonly secret: string }) {
  return (
    <label className="mt-2 block">
      The secret to check signatures with, shown this once:
      <input
        readOnly
        className="control mt-0.5 block h-8 w-full max-w-[36rem] px-2"
        value={secret}
        onFocus={(event) => event.target.select()}
      />
    </label>
  );
}
