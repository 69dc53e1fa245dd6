/** Words that choose a file: a link to look at, a file field for keyboard and screen reader. */
export function FileLink({
  words,
  accept,
  onFile,
}: {
  readonly words: string;
  /** Endings and media types, as the field's `accept`. */
  readonly accept: string;
  readonly onFile: (file: File) => void;
}) {
  return (
    <label className="link cursor-pointer underline focus-within:outline-2">
      {words}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          // the same file may be chosen again once it is mended
          event.target.value = "";
        }}
      />
    </label>
  );
}

/** Tables in text, and workbooks. */
export const TABLE_FILES = ".csv,.txt,.tsv,text/csv,.xlsx";
