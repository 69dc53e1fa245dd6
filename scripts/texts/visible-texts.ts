import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import ts from "typescript";

/** A text somebody may see, and where it stands; `…` for what is filled in. */
export interface VisibleText {
  readonly file: string;
  readonly line: number;
  readonly text: string;
}

/** Folders whose texts reach a screen, a file that is given out, or a caller. */
const folders = ["src/app", "src/features", "src/ui", "src/messages", "src/server/web"];

/** Attributes that hold no words. */
const wordless = new Set([
  ...["className", "href", "src", "id", "htmlFor", "key", "style", "type", "role", "rel", "d", "viewBox"],
  ...["fill", "stroke", "transform", "autoComplete", "inputMode", "name", "accept", "target", "method"],
  ...["strokeDasharray", "points", "pattern", "align", "side", "kind", "width", "height", "textAnchor"],
  ...["aria-labelledby", "aria-describedby", "aria-controls", "aria-live", "aria-current", "scope"],
]);

/** Every visible text of the product, file by file, in order. */
export function visibleTexts(root: string): VisibleText[] {
  return folders.flatMap((folder) =>
    sourceFiles(join(root, folder)).flatMap((path) =>
      textsIn(relative(root, path), readFileSync(path, "utf8")),
    ),
  );
}

function sourceFiles(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$|\.d\.ts$/.test(name))
    .sort()
    .map((name) => join(folder, name));
}

/** The texts of one file. */
export function textsIn(file: string, source: string): VisibleText[] {
  const kind = file.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true, kind);
  const found: VisibleText[] = [];
  const add = (node: ts.Node, raw: string) => {
    const text = raw.replace(/\s+/g, " ").trim();
    if (!/\p{L}/u.test(text)) return;
    found.push({ file, line: tree.getLineAndCharacterOfPosition(node.getStart(tree)).line + 1, text });
  };
  const visit = (node: ts.Node): void => {
    if (isSilent(node)) return;
    if (ts.isJsxElement(node) || ts.isJsxFragment(node)) addSentences(node.children, add);
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      if (areWords(node.text, node)) add(node, node.text);
    } else if (ts.isTemplateExpression(node)) {
      const text = node.head.text + node.templateSpans.map(({ literal }) => `…${literal.text}`).join("");
      if (areWords(text, node)) add(node, text);
    }
    ts.forEachChild(node, visit);
  };
  visit(tree);
  return found.sort((a, b) => a.line - b.line);
}

/** What runs together on screen is read together: text with what is filled in, up to the next element with words of its own. */
function addSentences(children: ts.NodeArray<ts.JsxChild>, add: (node: ts.Node, raw: string) => void): void {
  let text = "";
  let first: ts.Node | undefined;
  for (const child of children) {
    if (ts.isJsxText(child)) {
      text += child.text;
      if (child.text.trim() !== "") first ??= child;
    } else if (text.trim() !== "" || first) text += " … ";
  }
  if (first) add(first, text.replace(/(\s*…\s*)+$/, " …"));
}

/** Nodes that hold no words for anybody. */
function isSilent(node: ts.Node): boolean {
  if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return true;
  if (ts.isJsxAttribute(node)) return wordless.has(node.name.getText());
  // what is thrown is for whoever reads the log
  return ts.isThrowStatement(node) || ts.isTaggedTemplateExpression(node);
}

/** Whether a literal is words and not a code, a class of the style sheet, a path or a pattern. */
function areWords(text: string, node: ts.Node): boolean {
  const bare = text.replaceAll("…", "").trim();
  if (bare === "" || !/\p{L}/u.test(bare)) return false;
  const { parent } = node;
  if (ts.isPropertyAssignment(parent) && parent.name === node) return false;
  if (ts.isElementAccessExpression(parent) || ts.isCaseClause(parent)) return false;
  if (ts.isBinaryExpression(parent) && /^[!=]==?$/.test(parent.operatorToken.getText())) return false;
  if (/^(\/|https?:|\.\/|@\/|use |[?&#]\w+=)/.test(bare) || /^[a-z]+\/[a-z0-9.+-]+/.test(bare)) return false;
  const words = bare.split(/\s+/);
  if (words.length === 1 && /… [a-z]{3,}$|^[a-z]{3,} …/.test(text)) return !isClass(bare);
  if (words.length === 1) return /^\p{Lu}\p{Ll}+[,.:]?$/u.test(bare) || /[“”’]/.test(bare);
  return words.filter(isClass).length * 2 < words.length;
}

const classes = new Set(
  "flex grid block inline hidden relative absolute sticky fixed truncate control sheet narrow link hatch border underline italic uppercase group peer".split(
    " ",
  ),
);

function isClass(word: string): boolean {
  return classes.has(word) || /^-?[a-z[*&][\w[\]().,%&>*=!#/+-]*[-:[/][\w[\]().,%&>*=!#:/+'-]*$/.test(word);
}
