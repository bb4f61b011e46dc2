"use client";
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { ChevronDown, Menu } from "lucide-react";
import { useRouter } from "next/navigation";
import { Link } from "@/ui/link";
import { Places } from "./places";
import { plantPath } from "./plant-path";
import { Search } from "./search";
import { ThemeSwitch } from "./theme-switch";
import { usePlant } from "./use-plant";

/** The line at the head of every page: the places, one search, who is signed in. Where it is narrow: name, search, and the rest in a menu. */
export function Masthead({
  name,
  cabinet,
  plants,
}: {
  name: string;
  cabinet: boolean;
  /** Those the person belongs to. */
  plants: Array<{ slug: string; name: string }>;
}) {
  const { plant, to } = usePlant();
  const others = plants.filter((each) => each.slug !== plant);
  return (
    <header className="flex items-center gap-x-4 px-5 min-h-14 pb-1 head-rule no-print max-xl:gap-x-3 max-sm:px-4">
      <Link href={to("/")} className="text-[17px] font-semibold tracking-tight whitespace-nowrap">
        Calm Ledger
      </Link>
      {others.length > 0 && (
        <Popover className="relative max-xl:hidden -mx-3">
          <PopoverButton
            aria-label={`Other plants; this is ${plants.find((each) => each.slug === plant)?.name ?? "none of yours"}`}
            title={plants.find((each) => each.slug === plant)?.name}
            className="size-9 grid place-items-center text-soft hover:text-ink"
          >
            <ChevronDown size={16} aria-hidden />
          </PopoverButton>
          <PopoverPanel className="absolute left-0 top-10 z-40 w-72 bg-leaf border border-hairline rounded-page px-3 py-1.5">
            <OtherPlants plants={others} />
          </PopoverPanel>
        </Popover>
      )}
      <div className="max-xl:hidden">
        <Places cabinet={cabinet} />
      </div>
      <div className="flex-1 max-xl:hidden" />
      <Search />
      <div className="flex items-center gap-x-3 max-xl:hidden">
        <ThemeSwitch />
        <Person name={name} />
      </div>
      <Popover className="xl:hidden">
        <PopoverButton
          aria-label="Places and person"
          className="size-9 pointer-coarse:size-11 grid place-items-center rounded-page border border-hairline"
        >
          <Menu size={20} aria-hidden />
        </PopoverButton>
        <PopoverPanel className="absolute inset-x-0 top-14 z-40 max-h-[calc(100dvh-3.5rem)] overflow-auto bg-leaf border-b border-hairline px-4 py-3">
          {({ close }) => (
            <>
              <Places cabinet={cabinet} onGo={close} />
              {others.length > 0 && (
                <div className="mt-2 pt-2 border-t border-hairline">
                  <OtherPlants plants={others} />
                </div>
              )}
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

function OtherPlants({ plants }: { plants: Array<{ slug: string; name: string }> }) {
  return (
    <nav aria-label="Other plants">
      {plants.map(({ slug, name }) => (
        <a
          key={slug}
          href={plantPath(slug, "/")}
          className="block py-2 text-[15px] hover:underline underline-offset-4"
        >
          {name}
        </a>
      ))}
    </nav>
  );
}

function Person({ name }: { name: string }) {
  const { to } = usePlant();
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
      <Link
        href={to("/you")}
        title="Your password and sign-ins"
        className="min-h-8 inline-flex items-center hover:underline underline-offset-4"
      >
        {name}
      </Link>
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
