import { loadFound } from "@/features/palette/load";

const MOST_SIGNS = 100;

/** Records by name or code, for whoever types them. */
export async function GET(request: Request): Promise<Response> {
  const text = new URL(request.url).searchParams.get("text") ?? "";
  return Response.json(await loadFound(text.slice(0, MOST_SIGNS)), {
    headers: { "cache-control": "no-store" },
  });
}
