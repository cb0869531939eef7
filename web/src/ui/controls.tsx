import type { ButtonHTMLAttributes } from "react";

type Props = ButtonHTMLAttributes<HTMLButtonElement>;

/** The one thing to do next. */
export function Strong({ className = "", ...rest }: Props) {
  return (
    <button
      type="button"
      className={`min-h-9 rounded-sm bg-ink px-3 py-1 font-semibold text-board disabled:opacity-50 ${className}`}
      {...rest}
    />
  );
}

/** Any other thing to do. */
export function Plain({ className = "", ...rest }: Props) {
  return (
    <button
      type="button"
      className={`min-h-9 rounded-sm border border-rule bg-board px-2.5 py-1 hover:border-ink disabled:opacity-45 ${className}`}
      {...rest}
    />
  );
}

/** A thing to do said in passing, inside a sentence. */
export function Quiet({ className = "", ...rest }: Props) {
  return (
    <button
      type="button"
      className={`min-h-6 rounded-sm px-1 underline decoration-dotted underline-offset-4 hover:decoration-solid ${className}`}
      {...rest}
    />
  );
}
