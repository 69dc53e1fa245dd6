import type { ButtonHTMLAttributes } from "react";
import { classNames } from "../class-names";

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly kind?: "main" | "plain" | "quiet";
}

const kinds = {
  main: "bg-ink text-on-ink border-ink hover:opacity-90",
  plain: "bg-sheet text-ink border-edge hover:bg-well",
  quiet: "bg-transparent text-ink border-transparent hover:bg-well",
};

/** A button; one `main` a screen. */
export function Button({ kind = "plain", className, type = "button", ...rest }: Props) {
  return (
    <button
      type={type}
      className={classNames(
        "inline-flex h-8 items-center gap-1.5 whitespace-nowrap rounded-md border px-3 font-semibold transition-colors duration-150 disabled:cursor-default disabled:opacity-50",
        kinds[kind],
        className,
      )}
      {...rest}
    />
  );
}
