import { visibleTexts } from "./texts/visible-texts";

/** `npm run texts [WORD…]`: every visible text of the product with its place, or those that have all the words. */
function main(words: readonly string[]): void {
  const wanted = words.map((word) => word.toLowerCase());
  for (const { file, line, text } of visibleTexts(process.cwd()))
    if (wanted.every((word) => text.toLowerCase().includes(word))) console.log(`${file}:${line}\t${text}`);
}

main(process.argv.slice(2));
