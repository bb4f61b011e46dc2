import type { ReactNode } from "react";
import { Notice } from "@/ui/notice";

/** A page on which something is done at a position; where that is retired this is said first, since nothing of it would be let through. */
export function WhereRetired({
  said,
  children,
}: {
  said: { text: string; remedy: string } | undefined;
  children: ReactNode;
}) {
  return (
    <>
      {said && (
        <div className="px-6 max-sm:px-3 pt-5 max-w-4xl w-full mx-auto">
          <Notice kind="caution" title={said.text}>
            {said.remedy}
          </Notice>
        </div>
      )}
      {children}
    </>
  );
}
