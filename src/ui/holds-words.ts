/** Whether a text holds each of the words of what is looked for, in any order; capitals do not matter. */
export function holdsWords(text: string, asked: string): boolean {
  const plain = text.toLowerCase();
  return asked
    .toLowerCase()
    .split(/\s+/)
    .every((word) => plain.includes(word));
}
