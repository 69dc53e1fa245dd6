import { SaxesParser } from "saxes";

/** An element: its local name in its namespace, its attributes by local name, what it holds. */
export interface XmlElement {
  readonly name: string;
  readonly uri: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlElement[];
  /** The text in it, trimmed; of elements that hold others it is empty or of no use. */
  readonly text: string;
}

/** Why a text is not read: it is no XML, or it is made to be more than it looks. */
export type XmlFault = "not-xml" | "doctype" | "too-deep" | "too-large";

interface Growing {
  name: string;
  uri: string;
  attributes: Record<string, string>;
  children: Growing[];
  text: string;
}

const MOST_ELEMENTS = 500_000;
const MOST_DEPTH = 40;

class Refused extends Error {
  constructor(readonly fault: XmlFault) {
    super(fault);
  }
}

/**
 * Reads XML 1.0 with namespaces. No document type is read, so nothing in it can stand for more than itself, and nothing is
 * fetched; depth and number of elements are bounded.
 */
export function readXml(
  text: string,
): { readonly ok: true; readonly root: XmlElement } | { readonly ok: false; readonly fault: XmlFault } {
  const parser = new SaxesParser({ xmlns: true });
  const open: Growing[] = [];
  let root: Growing | undefined;
  let count = 0;
  parser.on("doctype", () => {
    throw new Refused("doctype");
  });
  parser.on("error", () => {
    throw new Refused("not-xml");
  });
  parser.on("opentag", ({ local, uri, attributes }) => {
    if (++count > MOST_ELEMENTS) throw new Refused("too-large");
    if (open.length >= MOST_DEPTH) throw new Refused("too-deep");
    const element: Growing = {
      name: local,
      uri,
      attributes: Object.fromEntries(Object.values(attributes).map((one) => [one.local, one.value])),
      children: [],
      text: "",
    };
    const above = open[open.length - 1];
    if (above) above.children.push(element);
    else root = element;
    open.push(element);
  });
  const take = (part: string) => {
    const into = open[open.length - 1];
    if (into) into.text += part;
  };
  parser.on("text", take);
  parser.on("cdata", take);
  parser.on("closetag", () => {
    const element = open.pop();
    if (element) element.text = element.text.trim();
  });
  try {
    parser.write(text.replace(/^\ufeff/, "")).close();
  } catch (error) {
    if (error instanceof Refused) return { ok: false, fault: error.fault };
    throw error;
  }
  return root ? { ok: true, root } : { ok: false, fault: "not-xml" };
}

/** The first element that a path of local names leads to. */
export function at(element: XmlElement | undefined, ...path: readonly string[]): XmlElement | undefined {
  return path.reduce<XmlElement | undefined>(
    (found, name) => found?.children.find((one) => one.name === name),
    element,
  );
}

/** All elements of a name right inside one. */
export function all(element: XmlElement | undefined, name: string): readonly XmlElement[] {
  return element?.children.filter((one) => one.name === name) ?? [];
}

/** The text a path leads to; `undefined` where there is none, or nothing in it. */
export function textAt(element: XmlElement | undefined, ...path: readonly string[]): string | undefined {
  const text = at(element, ...path)?.text;
  return text === undefined || text === "" ? undefined : text;
}
