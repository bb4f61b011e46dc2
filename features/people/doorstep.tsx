"use client";
import { useRouter } from "next/navigation";
import type { ReactNode } from "react";

/** The frame of the pages outside of any plant: the name, a leaf, and what stands on it. */
export function Doorstep({ lead, children }: { lead: ReactNode; children: ReactNode }) {
  return (
    <main className="min-h-dvh grid place-items-center p-6">
      <div className="w-full max-w-sm">
        <h1 className="text-3xl font-semibold tracking-tight">Calm Ledger</h1>
        <p className="text-soft mt-1 mb-6">{lead}</p>
        {children}
      </div>
    </main>
  );
}

export const LEAF =
  "bg-leaf border border-hairline border-t-[3px] border-t-copper rounded-page p-6 space-y-4";

/** Signs in with what was just chosen, and goes to the plant. */
export function useEnter(): (email: string, password: string) => Promise<void> {
  const router = useRouter();
  return async (email, password) => {
    await fetch("/api/auth/sign-in/email", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ email, password }),
    }).catch(() => undefined);
    router.push("/");
    router.refresh();
  };
}
