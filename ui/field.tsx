import { useId, type InputHTMLAttributes } from "react";

/** A labelled input with a hint and its error below, in words; they describe it and are no part of its name. */
export function Field({
  label,
  error,
  hint,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { label: string; error?: string; hint?: string }) {
  const id = useId();
  const described = [hint && `${id}hint`, error && `${id}error`].filter(Boolean).join(" ");
  return (
    <div>
      <label className="block">
        <span className="block text-sm text-soft mb-1">{label}</span>
        <input
          {...rest}
          aria-invalid={error ? true : undefined}
          aria-describedby={described || undefined}
          className="w-full min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-3 focus:border-copper outline-offset-0"
        />
      </label>
      {hint && (
        <p id={`${id}hint`} className="text-sm text-soft mt-1">
          {hint}
        </p>
      )}
      {error && (
        <p id={`${id}error`} role="alert" className="text-sm text-ochre mt-1">
          {error}
        </p>
      )}
    </div>
  );
}
