import type { Metadata } from "next";
import { loadDraft } from "@/features/draft/load";
import { OriginsImport } from "@/features/origins";
import { loadAliases } from "@/features/origins/load";

export const metadata: Metadata = { title: "Import origins" };

export default async function OriginsImportPage() {
  const { setup } = await loadDraft();
  if (!setup) return null;
  return (
    <div className="px-[18px] py-4">
      <OriginsImport
        origins={setup.origins}
        aliases={await loadAliases()}
        timeZone={setup.business.timeZone}
        country={setup.business.country}
      />
    </div>
  );
}
