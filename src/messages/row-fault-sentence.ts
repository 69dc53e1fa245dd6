import { placeOfLine, type RowFault, type RowFaultCode } from "@/core/tariff-files/rate-record";

type Data = RowFault["data"];

const said = (text: string | undefined) => (text === "" || text === undefined ? "Nothing" : `“${text}”`);

const sentences: Readonly<Record<RowFaultCode, (data: Data) => string>> = {
  "no-place": () => "It names no zone or country.",
  "not-a-figure": ({ text, column }) => `${said(text)} in ${column ?? "it"} is not a figure.`,
  negative: ({ text, column }) => `${said(text)} in ${column ?? "it"} is below 0.`,
  "no-edge": ({ text }) => `${said(text)} is not an edge of a break.`,
  reversed: ({ from, to }) => `Its interval from ${from ?? ""} to ${to ?? ""} holds nothing.`,
  twice: ({ line, zone }) => `Zone ${zone ?? ""} has another rate there in line ${lineIn(line)}.`,
  "unknown-country": ({ text }) => `${said(text)} is not a country.`,
  "unknown-zone": ({ text }) => `The zone chart has nothing for ${said(text)}.`,
  "bad-zone": ({ text }) => `${said(text)} can't be a zone.`,
  "formula-error": ({ text }) => `Its formula ends in ${text ?? "an error"}.`,
  "mixed-kinds": ({ kind, other }) => `It counts ${kind ?? ""}, others in its break ${other ?? ""}.`,
  "other-bound": ({ bound, line }) => `Its ${bound ?? "bound"} differs from that in line ${lineIn(line)}.`,
  "too-many-breaks": () => "The file has more edges than the 1,000 a table may have.",
};

function lineIn(line: string | undefined): string {
  return String(placeOfLine(Number(line ?? 0)).line);
}

/** Why a row of a file is left out. */
export function rowFaultSentence({ code, data }: RowFault): string {
  return sentences[code](data);
}
