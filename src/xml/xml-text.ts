const escapes: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
};

/** Signs that no XML 1.0 document may hold. */
const FORBIDDEN = /(?![\t\n\r])[\p{Cc}\ufffe\uffff]/gu;

function escaped(text: string): string {
  return text.replace(FORBIDDEN, "").replace(/[&<>"]/g, (sign) => escapes[sign] ?? sign);
}

type Attributes = Readonly<Record<string, string>>;

/** What an element holds: text, elements, or nothing; what is `undefined` is left out. */
export type Xml = string | undefined;

/** An element with a text; nothing where there is none. */
export function leaf(name: string, text: string | undefined, attributes: Attributes = {}): Xml {
  return text === undefined || text === ""
    ? undefined
    : `<${name}${told(attributes)}>${escaped(text)}</${name}>`;
}

/** An element that holds others; nothing where it holds none. */
export function node(name: string, children: readonly Xml[], attributes: Attributes = {}): Xml {
  const inside = children.filter((child) => child !== undefined);
  return inside.length === 0 ? undefined : `<${name}${told(attributes)}>${inside.join("")}</${name}>`;
}

function told(attributes: Attributes): string {
  return Object.entries(attributes)
    .map(([name, value]) => ` ${name}="${escaped(value)}"`)
    .join("");
}
