import type { InputHTMLAttributes } from "react";

/** A labelled input with its error below, in words. */
export function Field({
  label,
  error,
  hint,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { label: string; error?: string; hint?: string }) {
  return (
    <label className="block">
      <span className="block text-sm text-soft mb-1">{label}</span>
      <input
        {...rest}
        aria-invalid={error ? true : undefined}
        className="w-full min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-3 focus:border-copper outline-offset-0"
      />
      {hint && <span className="block text-sm text-soft mt-1">{hint}</span>}
      {error && (
        <span role="alert" className="block text-sm text-vermilion mt-1">
          {error}
        </span>
      )}
    </label>
  );
}
