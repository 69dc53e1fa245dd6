import type { ReactNode } from "react";
import { FileLink, TABLE_FILES } from "@/ui/parts/file-link";

interface Props {
  /** The file that is open, and how it was read. */
  readonly file: { readonly name: string; readonly how: string } | undefined;
  /** What may be chosen beside tables: ".json". */
  readonly also?: string;
  /** What a file should look like, said before there is one. */
  readonly hint: string;
  /** What stands behind the file's name. */
  readonly children?: ReactNode;
  readonly onFile: (file: File) => void;
}

/** Where a file is chosen or dropped; then its name and how it was read. */
export function FileDrop({ file, also, hint, children, onFile }: Props) {
  return (
    <p
      className="min-w-0 grow"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const [dropped] = event.dataTransfer.files;
        if (dropped) onFile(dropped);
      }}
    >
      <FileLink
        words={file ? "Another file" : "Choose a file"}
        accept={also ? `${TABLE_FILES},${also}` : TABLE_FILES}
        onFile={onFile}
      />{" "}
      {file ? (
        <>
          <b className="ml-2">{file.name}</b> <span className="text-soft">{file.how}</span>
        </>
      ) : (
        <span className="text-soft">or drop it here: {hint}</span>
      )}
      {children}
    </p>
  );
}
