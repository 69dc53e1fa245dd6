import { SaxesParser } from "saxes";
import { numberFormats, shownNumber, type NumberFormats } from "./number-format";
import { plainCell } from "./plain-cell";
import { FileFault, limits, SheetCounter, type RowVisitor, type TableFile } from "./table-file";
import { unpack } from "./unpack";

/** Parts of a workbook by the names the Office Open XML format (ECMA-376) gives them. */
const BOOK = "xl/workbook.xml";
const LINKS = "xl/_rels/workbook.xml.rels";
const TEXTS = "xl/sharedStrings.xml";
const STYLES = "xl/styles.xml";

interface Book {
  readonly sheets: readonly { readonly name: string; readonly part: string }[];
  readonly texts: readonly string[];
  readonly formats: NumberFormats;
}

/** A workbook of the Office Open XML format. Sheets are read as a stream; figures come as they are shown where nothing is lost by it. */
export function openWorkbook(bytes: Uint8Array): TableFile {
  const book = readBook(bytes);
  const looked = book.sheets.map(({ name, part }) => {
    const counter = new SheetCounter();
    return {
      name,
      part,
      counter,
      reader: new SheetReader(book, [], ".", (cells, line) => counter.see(cells, line)),
    };
  });
  // however many sheets there are, the file is unpacked once
  readParts(
    bytes,
    new Map(looked.map(({ part, reader }) => [part, (parser: SaxesParser) => reader.listen(parser)])),
  );
  const looks = looked.map(({ name, counter, reader }) => ({
    merges: reader.merges,
    look: {
      name,
      rows: counter.rows,
      first: counter.first,
      merged: reader.merges.length,
      errors: reader.errors,
    },
  }));
  if (looks.every(({ look }) => look.rows === 0)) throw new FileFault("empty");
  return {
    sheets: looks.map(({ look }) => look),
    how: "a workbook",
    scan: (sheet, decimal, visit) => {
      const reader = new SheetReader(book, looks[sheet]?.merges ?? [], decimal, visit);
      readPart(bytes, book.sheets[sheet]?.part ?? "", (parser) => reader.listen(parser));
    },
  };
}

function readBook(bytes: Uint8Array): Book {
  const names: { name: string; link: string }[] = [];
  const parts = new Map<string, string>();
  readPart(bytes, BOOK, (parser) =>
    parser.on("opentag", ({ name, attributes }) => {
      if (localName(name) !== "sheet") return;
      const link = Object.entries(attributes).find(([key]) => localName(key) === "id" && key !== "sheetId");
      names.push({ name: attribute(attributes, "name"), link: String(link?.[1] ?? "") });
    }),
  );
  if (names.length === 0) throw new FileFault("not-a-workbook");
  if (names.length > limits.sheets) throw new FileFault("too-large");
  readPart(bytes, LINKS, (parser) =>
    parser.on("opentag", ({ name, attributes }) => {
      if (localName(name) !== "Relationship") return;
      const target = attribute(attributes, "Target").replace(/^\//, "");
      parts.set(attribute(attributes, "Id"), target.startsWith("xl/") ? target : `xl/${target}`);
    }),
  );
  const texts: string[] = [];
  readPart(bytes, TEXTS, (parser) => listenTexts(parser, texts));
  return {
    sheets: names.map(({ name, link }) => ({ name, part: parts.get(link) ?? "" })),
    texts,
    formats: numberFormats((listen) => readPart(bytes, STYLES, listen)),
  };
}

/** Reads one part as XML; a part that is not there gives nothing. */
function readPart(bytes: Uint8Array, part: string, listen: (parser: SaxesParser) => void): void {
  readParts(bytes, new Map([[part, listen]]));
}

/** Reads several parts in one go through the file. */
function readParts(bytes: Uint8Array, parts: ReadonlyMap<string, (parser: SaxesParser) => void>): void {
  unpack(bytes, (name) => {
    const listen = parts.get(name);
    if (!listen) return undefined;
    const parser = new SaxesParser({ position: false });
    parser.on("error", () => {
      throw new FileFault("broken");
    });
    listen(parser);
    return (text, last) => {
      parser.write(text);
      if (last) parser.close();
    };
  });
}

/** The texts cells share; parts of a text in several faces are joined, how they are spoken is left out. */
function listenTexts(parser: SaxesParser, texts: string[]): void {
  let [text, inText, spoken] = ["", false, false];
  parser.on("opentag", ({ name }) => {
    const tag = localName(name);
    if (tag === "si") text = "";
    else if (tag === "rPh") spoken = true;
    else inText = tag === "t" && !spoken;
  });
  parser.on("text", (part) => {
    if (inText) text = joined(text, part);
  });
  parser.on("closetag", ({ name }) => {
    const tag = localName(name);
    if (tag === "t") inText = false;
    if (tag === "rPh") spoken = false;
    if (tag === "si") texts.push(text);
  });
}

function joined(text: string, part: string): string {
  if (text.length + part.length > limits.cell) throw new FileFault("line-too-long");
  return text + part;
}

/** A block of merged cells: its rows, both in, and its first column. */
interface Merge {
  readonly top: number;
  readonly bottom: number;
  readonly column: number;
}

/** Reads the rows of one sheet. */
class SheetReader {
  readonly merges: Merge[] = [];
  errors = 0;
  #row: string[] = [];
  #line = 0;
  #column = 0;
  #type = "";
  #style = "";
  #text = "";
  #reads = false;
  /** Those that are still to come by their first row, the next one last; and by column what the row at hand lies in. */
  readonly #coming: Merge[];
  readonly #spread = new Map<number, { readonly bottom: number; readonly value: string }>();

  constructor(
    private readonly book: Book,
    fill: readonly Merge[],
    private readonly decimal: "," | ".",
    private readonly visit: RowVisitor,
  ) {
    this.#coming = [...fill].sort((a, b) => b.top - a.top);
  }

  listen(parser: SaxesParser): void {
    parser.on("opentag", ({ name, attributes }) => this.#open(localName(name), attributes as Attributes));
    parser.on("text", (part) => {
      if (this.#reads) this.#text = joined(this.#text, part);
    });
    parser.on("closetag", ({ name }) => this.#close(localName(name)));
  }

  #open(tag: string, attributes: Attributes): void {
    if (tag === "row") {
      this.#row = [];
      const at = Number(attribute(attributes, "r"));
      this.#line = at > 0 ? at : this.#line + 1;
      this.#column = -1;
    } else if (tag === "c") {
      const at = columnOf(attribute(attributes, "r"));
      this.#column = at >= 0 ? at : this.#column + 1;
      if (this.#column >= limits.columns * 9) throw new FileFault("too-wide");
      this.#type = attribute(attributes, "t");
      this.#style = attribute(attributes, "s");
      this.#text = "";
    } else if (tag === "v" || tag === "t") this.#reads = true;
    else if (tag === "mergeCell") this.#merge(attribute(attributes, "ref"));
  }

  #close(tag: string): void {
    if (tag === "v" || tag === "t") this.#reads = false;
    else if (tag === "c") this.#cell();
    else if (tag === "row") this.#end();
  }

  #cell(): void {
    if (this.#type === "e") this.errors += 1;
    const value = plainCell(this.#value());
    // a cell far to the right that holds nothing is only formatted
    if (value === "") return;
    while (this.#row.length < this.#column) this.#row.push("");
    this.#row[this.#column] = value;
  }

  #value(): string {
    const text = this.#text;
    if (this.#type === "s") return this.book.texts[Number(text)] ?? "";
    if (this.#type === "b") return text === "1" ? "TRUE" : "FALSE";
    if (this.#type === "" || this.#type === "n")
      return shownNumber(text, this.book.formats, this.#style).replace(".", this.decimal);
    return text;
  }

  #end(): void {
    this.#fill();
    if (this.#row.some((cell) => cell !== "")) this.visit(this.#row, this.#line);
  }

  /** Puts what merged cells hold into each of their rows. Each is looked at in its own rows alone. */
  #fill(): void {
    for (const [column, { bottom, value }] of this.#spread)
      if (bottom < this.#line) this.#spread.delete(column);
      else {
        while (this.#row.length <= column) this.#row.push("");
        this.#row[column] = value;
      }
    for (let next = this.#coming.at(-1); next && next.top <= this.#line; next = this.#coming.at(-1)) {
      this.#coming.pop();
      const { top, bottom, column } = next;
      const value = top === this.#line ? (this.#row[column] ?? "") : "";
      if (value !== "" && bottom > top) this.#spread.set(column, { bottom, value });
    }
  }

  #merge(ref: string): void {
    const [first = "", last = ""] = ref.split(":");
    const [top, bottom] = [first, last].map((cell) => Number(cell.replace(/\D/g, "")));
    const column = columnOf(first);
    const isThere = column >= 0 && column < limits.columns && top && bottom && bottom <= limits.sheetRows;
    // what lies within one row fills nothing
    if (isThere && this.merges.length < limits.merges) this.merges.push({ top, bottom, column });
  }
}

type Attributes = Readonly<Record<string, string>>;

function attribute(attributes: Readonly<Record<string, unknown>>, name: string): string {
  const value = attributes[name];
  return typeof value === "string" ? value : "";
}

/** A name without its namespace. */
function localName(name: string): string {
  return name.slice(name.indexOf(":") + 1);
}

/** "C7" is column 2; -1 without letters. */
function columnOf(ref: string): number {
  let column = 0;
  for (const sign of ref.slice(0, 8)) {
    const value = sign.charCodeAt(0) - 64;
    if (value < 1 || value > 26) break;
    column = column * 26 + value;
  }
  return column - 1;
}
