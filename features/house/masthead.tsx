"use client";
import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { classes } from "@/ui/classes";
import { Search } from "./search";
import { ThemeSwitch } from "./theme-switch";

const PLACES = [
  ["/", "Plant"],
  ["/bench", "Bench"],
  ["/compare", "Compare"],
  ["/families", "Families"],
  ["/journal", "Journal"],
] as const;

/** The line at the head of every page: the places, one search, who is signed in. */
export function Masthead({ name, cabinet }: { name: string; cabinet: boolean }) {
  const path = usePathname();
  const router = useRouter();
  const here = (href: string): boolean =>
    href === "/"
      ? path === "/" ||
        path.startsWith("/positions") ||
        path.startsWith("/restore") ||
        path.startsWith("/receipts") ||
        path.startsWith("/inventory")
      : path.startsWith(href);
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
    <header className="flex items-center gap-6 px-5 min-h-14 pb-1 head-rule no-print max-lg:flex-wrap">
      <Link href="/" className="text-[17px] font-semibold tracking-tight whitespace-nowrap">
        Calm Ledger
      </Link>
      <nav aria-label="Places" className="flex gap-1">
        {PLACES.map(([href, title]) => (
          <Link
            key={href}
            href={href}
            aria-current={here(href) ? "page" : undefined}
            className={classes(
              "px-3 py-2 text-[15px] text-soft hover:text-ink border-b-2 border-transparent aria-[current]:text-ink aria-[current]:border-copper",
            )}
          >
            {title}
          </Link>
        ))}
        {cabinet && (
          <Link
            href="/cabinet"
            aria-current={here("/cabinet") ? "page" : undefined}
            className="px-3 py-2 text-[15px] text-ochre hover:text-ink border-b-2 border-dashed border-transparent aria-[current]:border-ochre"
          >
            Cabinet (stand-in)
          </Link>
        )}
      </nav>
      <div className="flex-1" />
      <Search />
      <ThemeSwitch />
      <div className="flex items-center gap-2 text-[14px] whitespace-nowrap">
        <span>{name}</span>
        <button
          type="button"
          onClick={() => void signOut()}
          className="min-h-8 px-2 text-soft hover:text-ink underline underline-offset-4 decoration-hairline"
        >
          Sign out
        </button>
      </div>
    </header>
  );
}
