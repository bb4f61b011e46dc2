/**
 * A table of changes: at a desk a line each, in one hand a card each, so that nothing of it lies out of sight. On a card code and name come first, below them
 * from what to what, and whatever else is said. Since a card is no table row to a browser, its parts say their roles themselves.
 */
export const cards = {
  table: { role: "table", className: "w-full text-[14px] max-sm:block" },
  head: { role: "rowgroup", className: "text-left text-soft text-[13px] max-sm:sr-only" },
  body: { role: "rowgroup", className: "max-sm:block" },
  row: {
    role: "row",
    className:
      "border-t border-hairline align-top max-sm:flex max-sm:flex-wrap max-sm:items-baseline max-sm:gap-x-2 max-sm:py-1.5 max-sm:px-2",
  },
  code: { role: "cell", className: "font-mono pl-3 pr-3 py-1 max-sm:p-0" },
  name: { role: "cell", className: "py-1 pr-2 max-sm:p-0 max-sm:grow max-sm:basis-[calc(100%-6rem)]" },
  from: {
    role: "cell",
    className: "font-mono py-1 pr-2 break-words max-sm:p-0 max-sm:min-w-0 max-sm:grow max-sm:basis-[45%]",
  },
  arrow: { "aria-hidden": true, className: "text-copper py-1 max-sm:p-0" },
  to: {
    role: "cell",
    className:
      "font-mono font-semibold py-1 pr-2 break-words max-sm:p-0 max-sm:min-w-0 max-sm:grow max-sm:basis-[40%]",
  },
  more: { role: "cell", className: "py-1 pr-2 max-sm:p-0 max-sm:basis-full" },
} as const;
