"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { usePlant } from "@/features/house/use-plant";
import { useLive } from "@/features/live/store";
import { classes } from "@/ui/classes";
import { Empty } from "@/ui/notice";
import { useDrawn } from "@/ui/use-drawn";
import { day } from "@/ui/when";

export interface PlantAreaView {
  name: string;
  lines: Array<{
    tag: string;
    title: string;
    family: string;
    twinGroup: string | null;
    serial: string | undefined;
    newest:
      { number: number; takenAt: number; byName: string; partial: boolean; volatile: boolean } | undefined;
    standing: { number: number } | undefined;
    asStanding: boolean;
    openRestore: { id: number; byName: string; startedAt: number; begun: boolean } | undefined;
  }>;
}

/** The plant: positions by area, what was last recorded, what is connected now. */
export function Plant({ areas }: { areas: PlantAreaView[] }) {
  const { connections, ledgers } = useLive();
  const { to } = usePlant();
  const router = useRouter();
  const drawn = useDrawn(areas.reduce((sum, each) => sum + each.lines.length, 0));
  const changes = [...ledgers.values()].reduce((sum, each) => sum + each, 0);
  useEffect(() => {
    if (changes > 0) router.refresh();
  }, [changes, router]);
  const connected = new Map(
    [...connections.values()].filter((each) => each.position).map((each) => [each.position!.tag, each]),
  );
  if (areas.length === 0)
    return (
      <Empty title="The plant's positions will stand here.">
        A position is the place where one drive is installed. Positions are added when the plant is set up.
      </Empty>
    );
  return (
    <div className="px-6 max-sm:px-4 py-6 max-w-6xl w-full mx-auto">
      <p className="text-right text-[15px] -mb-6">
        <Link
          href={to("/inventory")}
          className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
        >
          Inventory of drives
        </Link>
      </p>
      {drawnOf(areas, drawn).map((area) => (
        <section key={area.name} className="mb-8">
          <h2 className="text-lg font-semibold mb-1">{area.name}</h2>
          <div className="overflow-x-auto">
            <table className="w-full min-w-[46rem] table-fixed bg-leaf border border-hairline text-[15px]">
              <thead>
                <tr className="text-left text-[13px] text-soft">
                  <th className="margin-rule w-8" aria-label="Connected" />
                  <th className="font-normal pl-4 py-1 w-24">Position</th>
                  <th className="font-normal w-[21%]">What it drives</th>
                  <th className="font-normal w-[24%]">Drive fitted</th>
                  <th className="font-normal">Last recorded</th>
                  <th className="font-normal pr-3 w-[20%]">Standing record</th>
                </tr>
              </thead>
              <tbody>
                {area.lines.map((line) => {
                  const live = connected.get(line.tag);
                  return (
                    <tr key={line.tag} className="border-t border-hairline h-9 hover:bg-paper">
                      <td className="margin-rule text-center">
                        {live && (
                          <svg
                            viewBox="0 0 10 10"
                            className="w-2.5 h-2.5 inline text-teal"
                            role="img"
                            aria-label="connected"
                          >
                            <title>connected</title>
                            <circle
                              cx="5"
                              cy="5"
                              r="3.6"
                              fill={
                                live.fit === "fits" && live.state?.volatile === false
                                  ? "currentColor"
                                  : "none"
                              }
                              stroke="currentColor"
                              strokeWidth="1.6"
                            />
                          </svg>
                        )}
                      </td>
                      <td className="pl-4 font-mono">
                        <Link
                          href={to(`/positions/${line.tag}`)}
                          prefetch={false}
                          className="hover:underline underline-offset-4 decoration-copper"
                        >
                          {line.tag}
                        </Link>
                      </td>
                      <td>
                        <Link
                          href={to(`/positions/${line.tag}`)}
                          prefetch={false}
                          className="hover:underline underline-offset-4 decoration-copper"
                        >
                          {line.title}
                        </Link>
                      </td>
                      <td className="truncate">
                        <span className="text-soft">{line.family}</span>{" "}
                        <span className="font-mono text-[13px]">{line.serial ?? ""}</span>
                      </td>
                      <td
                        className="truncate"
                        title={line.newest && `Record ${line.newest.number}, ${line.newest.byName}`}
                      >
                        {line.newest ? (
                          <>
                            {day(line.newest.takenAt)}{" "}
                            <span className="text-soft">
                              record {line.newest.number}
                              {line.newest.partial ? ", partial" : ""}
                              {line.newest.volatile ? ", volatile" : ""}
                            </span>
                          </>
                        ) : (
                          <span className="text-ochre">never recorded</span>
                        )}
                      </td>
                      <td
                        className={classes(
                          "pr-3 truncate",
                          !line.asStanding && line.standing && "text-ochre",
                        )}
                      >
                        {line.openRestore ? (
                          <Link
                            className="underline underline-offset-4"
                            href={to(`/restore/${line.openRestore.id}`)}
                          >
                            {line.openRestore.begun ? "restore not finished" : "plan open"}:{" "}
                            {line.openRestore.byName}, {day(line.openRestore.startedAt)}
                          </Link>
                        ) : (
                          standingWords(line)
                        )}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        </section>
      ))}
    </div>
  );
}

/** The areas with no more than so many lines in all. */
function drawnOf(areas: PlantAreaView[], most: number): PlantAreaView[] {
  let left = most;
  return areas.flatMap((area) => {
    const lines = area.lines.slice(0, Math.max(left, 0));
    left -= area.lines.length;
    return lines.length > 0 || area.lines.length === 0 ? [{ ...area, lines }] : [];
  });
}

function standingWords({ standing, asStanding, newest }: PlantAreaView["lines"][number]) {
  if (!standing) return <span className="text-soft">none</span>;
  // Of a partial record nobody can say that it has the same settings, or others.
  const newer = newest?.partial ? ", newest is partial" : ", newest differs";
  return `record ${standing.number}${asStanding ? "" : newer}`;
}
