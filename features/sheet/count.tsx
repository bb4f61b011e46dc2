/** How many rows a choice is about, small beside its word. */
export const Count = ({ of }: { of: number }) => <span className="font-mono text-[12px]">{of}</span>;
