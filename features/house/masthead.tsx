"use client";
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { Menu } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { Places } from "./places";
import { Search } from "./search";
import { ThemeSwitch } from "./theme-switch";
import { usePlant } from "./use-plant";

/** The line at the head of every page: the places, one search, who is signed in. Where it is narrow: name, search, and the rest in a menu. */
export function Masthead({ name, cabinet }: { name: string; cabinet: boolean }) {
  const { to } = usePlant();
  return (
    <header className="flex items-center gap-x-6 px-5 min-h-14 pb-1 head-rule no-print max-lg:gap-x-3 max-sm:px-4">
      <Link href={to("/")} className="text-[17px] font-semibold tracking-tight whitespace-nowrap">
        Calm Ledger
      </Link>
      <div className="max-lg:hidden">
        <Places cabinet={cabinet} />
      </div>
      <div className="flex-1 max-lg:hidden" />
      <Search />
      <div className="flex items-center gap-x-6 max-lg:hidden">
        <ThemeSwitch />
        <Person name={name} />
      </div>
      <Popover className="lg:hidden">
        <PopoverButton
          aria-label="Places and person"
          className="size-9 pointer-coarse:size-11 grid place-items-center rounded-page border border-hairline"
        >
          <Menu size={20} aria-hidden />
        </PopoverButton>
        <PopoverPanel className="absolute inset-x-0 top-14 z-40 bg-leaf border-b border-hairline px-4 py-3">
          {({ close }) => (
            <>
              <Places cabinet={cabinet} onGo={close} />
              <div className="mt-2 pt-2 border-t border-hairline flex items-center justify-between">
                <Person name={name} />
                <ThemeSwitch />
              </div>
            </>
          )}
        </PopoverPanel>
      </Popover>
    </header>
  );
}

function Person({ name }: { name: string }) {
  const router = useRouter();
  const signOut = async (): Promise<void> => {
    await fetch("/api/auth/sign-out", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: "{}",
    });
    router.push("/sign-in");
    router.refresh();
  };
  return (
    <div className="flex items-center gap-2 text-[14px] whitespace-nowrap">
      <span>{name}</span>
      <button
        type="button"
        onClick={() => void signOut()}
        className="min-h-8 pointer-coarse:min-h-11 px-2 text-soft hover:text-ink underline underline-offset-4 decoration-hairline"
      >
        Sign out
      </button>
    </div>
  );
}
