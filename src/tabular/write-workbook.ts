import writeExcelFile from "write-excel-file/universal";

export interface WrittenSheet {
  readonly name: string;
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** Digits a number of a sheet can hold without losing one. */
const SAFE_DIGITS = 15;

/**
 * Sheets as a workbook. Figures are numbers shown with the digits they have; figures with more digits than a number holds,
 * and everything else, are texts.
 */
export function writeWorkbook(sheets: readonly WrittenSheet[]): Promise<Blob> {
  return writeExcelFile(
    sheets.map(({ name, head, rows }) => ({
      sheet: sheetName(name),
      data: [
        head.map((text) => ({ value: text, fontWeight: "bold" as const })),
        ...rows.map((row) => row.map(cell)),
      ],
    })),
  ).toBlob();
}

function cell(text: string) {
  if (text === "") return null;
  const figure = /^-?(?:0|[1-9]\d*)(?:\.(\d+))?$/.exec(text);
  if (!figure || text.replace(/\D/g, "").length > SAFE_DIGITS) return { value: text, type: String };
  const digits = figure[1]?.length ?? 0;
  return { value: Number(text), type: Number, format: digits === 0 ? "0" : `0.${"0".repeat(digits)}` };
}

/** A sheet's name has at most 31 signs, none of them one of []:*?/\. */
function sheetName(name: string): string {
  return name.replace(/[[\]:*?/\\]/g, " ").slice(0, 31) || "Rates";
}
