"use client";
import { createContext, useContext, type ReactNode } from "react";
import { hasRight, RIGHTS, type Right, type Role } from "@/core/contract";
import { useRoleTold } from "@/features/live/store";

const RoleHere = createContext<Role | undefined>(undefined);

const WhoIsHere = createContext("");

/** Tells the pages of a plant who the person is, and what they are there, also when that changes while one looks at them. It only decides what is offered; each way in checks for itself. */
export function RoleProvider({
  role,
  person = "",
  children,
}: {
  role: Role | undefined;
  person?: string;
  children: ReactNode;
}) {
  const told = useRoleTold();
  return (
    <WhoIsHere.Provider value={person}>
      <RoleHere.Provider value={told ?? role}>{children}</RoleHere.Provider>
    </WhoIsHere.Provider>
  );
}

/** The id of whoever is signed in: what a computer keeps of how one of them looks at things is not the next one's. */
export const useWho = (): string => useContext(WhoIsHere);

/** Whether the person may do something in this plant. */
export function useMay(right: Right): boolean {
  return hasRight(useContext(RoleHere), right);
}

/** Something that is offered only to who may do it. */
export function Offered({ right, children }: { right: Right; children: ReactNode }) {
  return useMay(right) ? children : null;
}

/** Something that everybody sees and only some may touch: for the others it is said, and its fields and buttons are dead. */
export function Touchable({ right, children }: { right: Right; children: ReactNode }) {
  const may = useMay(right);
  if (may) return children;
  return (
    <>
      <p role="note" className="px-5 py-1.5 text-soft text-[15px] no-print">
        You follow here: this is for who may {RIGHTS[right]}.
      </p>
      <fieldset disabled className="contents">
        {children}
      </fieldset>
    </>
  );
}
