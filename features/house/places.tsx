"use client";
import { usePathname } from "next/navigation";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { useMay } from "./rights";
import { usePlant } from "./use-plant";

const PLACES = [
  ["/", "Plant"],
  ["/bench", "Bench"],
  ["/compare", "Compare"],
  ["/families", "Families"],
  ["/rounds", "Rounds"],
  ["/journal", "Journal"],
  ["/shift", "Shift"],
] as const;
const PEOPLE = ["/people", "People"] as const;
/** Only where stand-ins stand for drives. */
const CABINET = ["/cabinet", "Cabinet (stand-in)"] as const;

/** Pages that belong to the place "Plant". */
const PLANT_PAGES = [
  "/positions",
  "/restore",
  "/receipts",
  "/batches",
  "/rehearsals",
  "/inventory",
  "/drives",
  "/arrange",
  "/labels",
  "/old-files",
];

/** The places of a plant: in a line, or one under the other where there is no room for that. */
export function Places({ cabinet, onGo }: { cabinet: boolean; onGo?: () => void }) {
  const path = usePathname();
  const people = useMay("people");
  const hands = useMay("cabinet");
  const { to } = usePlant();
  const within = path.slice(to("/").length);
  const here = (href: string): boolean =>
    href === "/"
      ? within === "" || PLANT_PAGES.some((each) => within.startsWith(each))
      : within.startsWith(href);
  return (
    <nav aria-label="Places" className="flex gap-1 max-xl:grid max-xl:grid-cols-2">
      {[...PLACES, ...(people ? [PEOPLE] : []), ...(cabinet && hands ? [CABINET] : [])].map(
        ([href, title]) => (
          <Link
            key={href}
            href={to(href)}
            onClick={onGo}
            aria-current={here(href) ? "page" : undefined}
            className={classes(
              "px-2 py-2 pointer-coarse:py-2.5 text-[15px] whitespace-nowrap hover:text-ink border-transparent xl:border-b-2 max-xl:border-l-2",
              href === CABINET[0]
                ? "text-ochre border-dashed aria-[current]:border-ochre"
                : "text-soft aria-[current]:text-ink aria-[current]:border-copper",
            )}
          >
            {title}
          </Link>
        ),
      )}
    </nav>
  );
}
