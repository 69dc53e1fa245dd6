import type { LucideIcon } from "lucide-react";
import type { ButtonHTMLAttributes } from "react";
import { classNames } from "../class-names";

interface Props extends Omit<ButtonHTMLAttributes<HTMLButtonElement>, "children" | "aria-label"> {
  readonly icon: LucideIcon;
  /** What it does, and to what: it has no other words. */
  readonly label: string;
}

/** A button that is a picture alone; never smaller than the 24 px of WCAG 2.2 (2.5.8, target size). */
export function IconButton({ icon: Icon, label, className, type = "button", ...rest }: Props) {
  return (
    <button
      type={type}
      aria-label={label}
      className={classNames(
        "grid size-6 shrink-0 place-items-center rounded-sm enabled:hover:bg-well disabled:opacity-30",
        className,
      )}
      {...rest}
    >
      <Icon size={13} aria-hidden />
    </button>
  );
}
