/** Words that nobody is to meet on a screen any more, and what is said instead; `docs/words.md` lists them. */
export interface RetiredWord {
  readonly retired: string;
  readonly pattern: RegExp;
  readonly instead: string;
}

const word = (retired: string, pattern: RegExp, instead: string): RetiredWord => ({
  retired,
  pattern,
  instead,
});

export const retiredWords: readonly RetiredWord[] = [
  word("take in (a file, a bill)", /\b(take|taken|took|takes) (\w+ )?in\b(?! the)/i, "import"),
  word("take back", /\b(take|taken|took|takes) (it |them )?back\b(?!: )/i, "undo, withdraw, revoke"),
  word(
    "take off, take away, take out",
    /\b(take|taken|took)( it| them| the line)? (off|away)\b/i,
    "remove, delete",
  ),
  word("take out", /\b(take|took) (it|them|the line) out\b/i, "remove"),
  word("put it back", /\bput it back\b/i, "undo"),
  word("pin it (a trial)", /\bpin it\b/i, "add the trial"),
  word("not now, leave it", /^(not now|leave it)$/i, "cancel"),
  word("give back (money)", /\bgiv(e|en) (it|something) back\b/i, "credit"),
  word("ask somebody in", /\bask(ed)? (somebody |you )?in\b(?! time)/i, "invite"),
  word("let go, let in (a person)", /\blet (go|in)\b/i, "switch off, switch on"),
  word("come in", /^come in$/i, "sign in"),
  word("carry it through (a code)", /\bcarr(y|ied) (it )?through\b/i, "rename everywhere"),
  word("cover (a secret)", /^(cover|look)$/i, "hide, show"),
  word("give up, set mine", /\b(give up|set mine)\b/i, "discard, keep mine"),
  word("mended", /\bmend(ed)?\b/i, "corrected"),
  word("try once more", /\bonce more\b/i, "try again"),
  word("nobody knows which", /^which .* nobody knows/i, "… is not a …"),
  word(
    "is no date, is no number",
    /\bis no (date|currency|country|number|instant|figure|amount|size|place)\b/i,
    "is not a …",
  ),
  word("counts otherwise", /\bcounts? otherwise\b/i, "is calculated differently"),
  word("per pieces", /\bper pieces\b/i, "per piece"),
  word("the most specific one wins", /\bmost specific one wins\b/i, "the most specific counts"),
  word("forms allowed here", /\bforms allowed here\b/i, "of a kind that can't stand here"),
];
