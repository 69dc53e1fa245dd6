"use client";

interface Props {
  readonly label: string;
  /** What stands in it: "and by …". */
  readonly words: string;
  readonly options: readonly { readonly value: string; readonly name: string; readonly disabled?: boolean }[];
  readonly onAdd: (value: string) => void;
}

/** Adds one of a few to a list: what is chosen is added at once, and the field is empty again. */
export function AddSelect({ label, words, options, onAdd }: Props) {
  return (
    <select
      aria-label={label}
      className="control h-7 px-1 text-soft"
      value=""
      onChange={(event) => onAdd(event.target.value)}
    >
      <option value="">{words}</option>
      {options.map(({ value, name, disabled }) => (
        <option key={value} value={value} disabled={disabled}>
          {name}
        </option>
      ))}
    </select>
  );
}
