"use client";
import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { Search } from "./search";
import { ThemeSwitch } from "./theme-switch";
import { usePlant } from "./use-plant";

const PLACES = [
  ["/", "Plant"],
  ["/bench", "Bench"],
  ["/compare", "Compare"],
  ["/families", "Families"],
  ["/journal", "Journal"],
] as const;

/** Pages that belong to the place "Plant". */
const PLANT_PAGES = ["/positions", "/restore", "/receipts", "/inventory"];

const PLACE =
  "px-3 py-2 text-[15px] text-soft hover:text-ink border-b-2 border-transparent aria-[current]:text-ink aria-[current]:border-copper";

/** The line at the head of every page: the places, one search, who is signed in. */
export function Masthead({ name, cabinet }: { name: string; cabinet: boolean }) {
  const path = usePathname();
  const router = useRouter();
  const { to } = usePlant();
  const within = path.slice(to("/").length);
  const here = (href: string): boolean =>
    href === "/"
      ? within === "" || PLANT_PAGES.some((each) => within.startsWith(each))
      : within.startsWith(href);
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
    <header className="flex items-center gap-x-6 px-5 min-h-14 pb-1 head-rule no-print max-lg:flex-wrap max-lg:gap-x-3 max-sm:px-4">
      <Link href={to("/")} className="text-[17px] font-semibold tracking-tight whitespace-nowrap">
        Calm Ledger
      </Link>
      <nav
        aria-label="Places"
        className="flex gap-1 max-lg:order-1 max-lg:w-full max-lg:-mx-3 max-lg:overflow-x-auto"
      >
        {PLACES.map(([href, title]) => (
          <Link key={href} href={to(href)} aria-current={here(href) ? "page" : undefined} className={PLACE}>
            {title}
          </Link>
        ))}
        {cabinet && (
          <Link
            href={to("/cabinet")}
            aria-current={here("/cabinet") ? "page" : undefined}
            className="px-3 py-2 text-[15px] whitespace-nowrap text-ochre hover:text-ink border-b-2 border-dashed border-transparent aria-[current]:border-ochre"
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
