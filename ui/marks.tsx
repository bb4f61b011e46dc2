/** The marks that stand in a sheet's margin. Shape says it; nothing hangs on colour. */
export type MarkName = "not-default" | "differs" | "note" | "read-only" | "outside";

const WORDS: Record<MarkName, string> = {
  "not-default": "not default",
  differs: "differs",
  note: "has a note",
  "read-only": "read-only",
  outside: "outside of what the family allows",
};

/** One mark, 14 px, with its word for those who cannot see it. */
export function Mark({ name }: { name: MarkName }) {
  const ink = name === "outside" ? "text-ochre" : "text-copper";
  return (
    <svg
      viewBox="0 0 14 14"
      width="14"
      height="14"
      role="img"
      aria-label={WORDS[name]}
      className={name === "read-only" ? "text-soft" : ink}
    >
      <title>{WORDS[name]}</title>
      {name === "not-default" && <path d="M2 3 L10 7 L2 11 Z" fill="currentColor" />}
      {name === "differs" && (
        <circle cx="7" cy="7" r="4.2" fill="none" stroke="currentColor" strokeWidth="2" />
      )}
      {name === "note" && (
        <path
          d="M3.5 13 V1.5 M3.5 2 H11 L9 4.75 L11 7.5 H3.5"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.6"
        />
      )}
      {name === "outside" && (
        <>
          <path d="M2.5 2.5 H6 V11.5 H2.5" fill="none" stroke="currentColor" strokeWidth="1.6" />
          <circle cx="10.8" cy="7" r="2.2" fill="currentColor" />
        </>
      )}
      {name === "read-only" && (
        <path
          d="M4.5 6.5 V4.6 a2.5 2.5 0 0 1 5 0 V6.5 M3 6.5 h8 v5.5 h-8 z"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.4"
        />
      )}
    </svg>
  );
}
