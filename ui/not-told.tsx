/** What nobody tells, neither the drive nor its definition: a short dotted rule with the words. */
export function NotTold({ children }: { children: React.ReactNode }) {
  return (
    <span className="text-ochre">
      <svg viewBox="0 0 14 4" className="inline w-3.5 h-1 mr-1 align-middle" aria-hidden>
        <path d="M0 2 H14" stroke="currentColor" strokeWidth="2" strokeDasharray="2 2" />
      </svg>
      {children} not told
    </span>
  );
}
