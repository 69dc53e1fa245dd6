import { loadRevisionFile, numberIn } from "@/features/gate/load";

interface Context {
  readonly params: Promise<{ readonly number: string }>;
}

/** A revision's setup as a file. */
export async function GET(_: Request, { params }: Context): Promise<Response> {
  const number = numberIn((await params).number);
  const setup = number === undefined ? undefined : await loadRevisionFile(number);
  return setup
    ? new Response(JSON.stringify(setup, null, 2), {
        headers: { "content-type": "application/json", "cache-control": "no-store" },
      })
    : new Response(null, { status: 404 });
}
