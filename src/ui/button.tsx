import type { ButtonHTMLAttributes } from "react";

const LOOK = {
  main: "bg-action text-on-action border-action hover:opacity-90",
  plain: "bg-sheet text-ink border-line hover:bg-selected",
  quiet: "bg-transparent text-action border-transparent underline underline-offset-2 font-semibold px-0",
};

/** A button in one of three weights: the main action, a plain one, one that reads as text. */
export function Button({
  look = "plain",
  className = "",
  type = "button",
  ...props
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOK }) {
  return (
    <button
      type={type}
      {...props}
      className={`inline-flex items-center gap-1.5 rounded-field border px-3 py-1 font-medium disabled:opacity-55 disabled:cursor-not-allowed ${LOOK[look]} ${className}`}
    />
  );
}
