import { journalCsv } from "@/features/bills/journal-csv";
import { loadJournal } from "@/features/bills/load";

/** A month's journal as a table. */
export async function GET(request: Request): Promise<Response> {
  const found = await loadJournal(new URL(request.url).searchParams.get("month") ?? undefined);
  if (!found) return new Response(null, { status: 403 });
  const { journal, carriers } = found;
  if (!journal) return new Response(null, { status: 404 });
  const names = new Map(carriers.map(({ code, name }) => [code, name]));
  const { month, homeCurrency, entries } = journal;
  return new Response(
    journalCsv(month, homeCurrency, entries, (code) => names.get(code) ?? code),
    {
      headers: {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": `attachment; filename="journal-${month}.csv"`,
        "cache-control": "no-store",
      },
    },
  );
}
